import { describe, expect, it } from 'vitest'
import { accountOf } from '../capability'
import { resolve } from '../design'
import { enduranceOf, ownBatteryMinutes } from '../power'
import { demoProject } from '../testing.demo'
import { simulateFailure } from '.'

const design = resolve(demoProject('3-skerrow-dunlin'), 'b')
const part = (kind: Parameters<ReturnType<typeof accountOf>['part']>[0], id: string) =>
  accountOf(design).part(kind, id)!
const alternator = part('source', 'alternator')

describe('a failure through time', () => {
  const play = simulateFailure(design, [alternator])
  const at = (minute: number) => play.moments.findLast(moment => moment.minute <= minute)!
  it('loses each unit at the minute that the endurance says, and for the same reason', () => {
    const told = (losses: typeof play.losses) =>
      losses.map(({ unit, minute, why }) => `${unit} ${minute.toFixed(6)} ${why}`).sort()
    expect(told(play.losses)).toEqual(told(enduranceOf(design).lost.filter(loss => Number.isFinite(loss.minute))))
  })
  it('sheds as planned once the pilot reacts, and says so', () => {
    const delay = design.airframe.pilotDelayMinutes
    const shed = (minute: number) =>
      at(minute)
        .units.filter(state => state.off === 'shed')
        .map(state => state.unit)
    expect(shed(delay - 0.01)).toEqual([])
    expect(shed(delay + 0.01)).toContain('pitot-heat')
  })
  it('is in order, ends with less than it began with, and what is off gives nothing', () => {
    const minutes = play.moments.map(moment => moment.minute)
    expect(minutes).toEqual([...minutes].sort((a, b) => a - b))
    expect(play.moments.at(-1)!.functions.length).toBeGreaterThan(play.moments[0]!.functions.length)
    for (const moment of play.moments)
      for (const state of moment.units)
        if (state.off) {
          const unit = design.units.find(unit => unit.id === state.unit)!
          const gave = unit.item.provides.filter(name => accountOf(design).gives(unit.id, name))
          expect(state.lost, `${state.label} at ${moment.minute}`).toEqual(gave)
        }
  })
  it('a standby with a battery of its own works on it after its feed is gone, for its rating less age and cold', () => {
    const buses = ['main', 'essential', 'avionics'].flatMap(id => accountOf(design).part('bus', id) ?? [])
    const dead = simulateFailure(design, buses)
    const standby = design.units.find(unit => unit.id === 'standby')!
    const own = ownBatteryMinutes(standby, {
      share: design.airframe.battery.usableFraction,
      celsius: design.airframe.batteryC
    })
    expect(own).toBeGreaterThan(20)
    const off = (minute: number) =>
      dead.moments.findLast(moment => moment.minute <= minute)!.units.find(state => state.unit === 'standby')?.off
    expect(off(own - 0.1)).toBeFalsy()
    expect(off(own + 0.1)).toBe('own battery empty')
  })
  it('aviate is carried by the display first, then by the standby, then by nobody', () => {
    const carried = (minute: number) => at(minute).tasks.find(task => task.task === 'aviate')!
    expect(carried(0).works).toBe(true)
    expect(carried(0).by.flatMap(({ units }) => units)).toContain('pfd')
    // A day later every battery is flat, and nothing on this panel shows airspeed without power.
    expect(carried(24 * 60)).toMatchObject({ works: false, by: [] })
  })
})

describe('switches thrown by the pilot', () => {
  it('the alternate feed restores what the main bus took', () => {
    const bus = accountOf(design).part('bus', 'main')!
    const before = simulateFailure(design, [bus]).moments[0]!
    const after = simulateFailure(design, [bus], new Map([['essential-feed', 'ALTERNATE']])).moments[0]!
    const works = (moment: typeof before) => moment.tasks.filter(task => task.works).map(task => task.task)
    expect(works(before)).not.toContain('communicate')
    expect(works(after)).toContain('communicate')
    expect(after.units.length).toBeLessThan(before.units.length)
  })
  it('a switch opened with nothing failed takes what it feeds', () => {
    const [moment] = simulateFailure(design, [], new Map([['avionics-switch', 'OFF']])).moments
    expect(moment!.units.some(state => state.unit === 'ap' || /autopilot/i.test(state.label))).toBe(true)
  })
  it('a backup battery that fails no longer feeds its bus', () => {
    const minutes = (parts: Parameters<typeof simulateFailure>[1]) =>
      simulateFailure(design, parts).losses.find(loss => loss.unit === 'nav')!.minute
    expect(minutes([alternator, part('unit', 'reserve')])).toBeLessThan(minutes([alternator]) - 5)
  })
  it('with an alternator on line nothing is lost later, and there is no discharge to show', () => {
    const play = simulateFailure(design, [part('unit', 'standby')])
    expect(play.curve).toEqual([])
    expect(play.moments).toHaveLength(1)
    expect(play.moments[0]!.units[0]).toMatchObject({ unit: 'standby', off: 'failed', dark: true })
  })
})
