import { describe, expect, it } from 'vitest'
import { applyEdits, type Project } from '../document'
import { finish, resolve } from '../design'
import { readPhrase, US, type Phrase } from '../quantity'
import { examineOption } from '../report'
import { plainProject, projectWith } from '../testing'
import { load, withAirframe, withCircuits, withSupply } from '../testing.circuits'
import { circuitsOf, enduranceOf, examinePower, ownBatteryMinutes, phaseState, playScenes, supplyOf } from '.'

const ifr = (): Project => {
  const base = plainProject()
  return { ...base, brief: { ...base.brief, flying: ['IFR by day'] }, airframe: { ...base.airframe, alternatorA: 60 } }
}
const found = (project: Project, code: string) =>
  examinePower(resolve(project, 'a')).findings.filter(finding => finding.code === code)

describe('what once passed and is unsafe', () => {
  const cells = (id: string, capacityAh = 12) =>
    ({ kind: 'battery', id, name: 'Second battery', chemistry: 'lead-acid', capacityAh, ratedHours: 1 }) as const
  const contactor = {
    id: 'c',
    name: 'Second contactor',
    kind: 'contactor',
    milliohm: 2,
    awg: 8,
    lengthMm: 900
  } as const
  const plain = () => projectWith([[load('horizon', { essential: true }), 'tail']], ifr())
  const bareIds = (project: Project) => found(project, 'power.feeder-bare').map(({ id }) => id)

  // 14 CFR 23.1357(a), from memory: a protective device in every circuit but the starter's main one.
  it('an unfused cable of a second battery, and of the main battery to the essential bus, is named; the starter’s is not', () => {
    expect(bareIds(plain())).toEqual([])
    const second = withSupply(plain(), supply => ({
      ...supply,
      sources: [...supply.sources, cells('second')],
      ties: [...supply.ties, { ...contactor, from: 'second', to: 'essential' }]
    }))
    expect(bareIds(second)).toEqual(['power.feeder-bare:c'])
    const main = withSupply(plain(), supply => ({
      ...supply,
      ties: [...supply.ties, { ...contactor, from: 'battery', to: 'essential' }]
    }))
    expect(bareIds(main)).toEqual(['power.feeder-bare:c'])
    const [finding] = found(main, 'power.feeder-bare')
    expect(found(applyEdits(main, finding!.remedies[0]!.edits, 'cure').project, 'power.feeder-bare')).toEqual([])
  })

  it('an alternator whose field breaker opens gives nothing: the battery carries all, as when the alternator fails', () => {
    const alternator = load('alternator', { typicalA: 0, maxA: 2.5, load: 'resistive' }, { provides: ['generator'] })
    const design = resolve(
      projectWith(
        [
          [alternator, 'tail'],
          [load('horizon', { typicalA: 6, maxA: 6, essential: true }), 'tail']
        ],
        ifr()
      ),
      'a'
    )
    const scenes = finish(playScenes(design, circuitsOf(design), () => []))
    const of = (id: string) => scenes.find(scene => scene.id === id)!
    expect(Number.isFinite(of('source:alternator').minutes)).toBe(true)
    expect(of('protector:alternator').minutes).toBeCloseTo(of('source:alternator').minutes, 6)
    expect(readPhrase(of('protector:alternator').name as Phrase, US)).toMatch(/no alternator output/)
    // The bus that its field hangs on takes it along too; that of another unit does not.
    expect(of('protector:horizon').minutes).toBe(Infinity)
  })

  it('each phase that is flown is held to its time, the landing to ten minutes', () => {
    const flaps = load('gear', { typicalA: 90, maxA: 90, phases: ['landing'], essential: true })
    const project = projectWith(
      [
        [flaps, 'tail'],
        [load('horizon', { essential: true }), 'tail']
      ],
      ifr()
    )
    const design = resolve(project, 'a')
    const { endurance, findings } = examinePower(design)
    const landing = endurance.phases.find(({ phase }) => phase === 'landing')!
    expect([landing.neededMinutes, endurance.minutes > project.brief.wantedMinutes]).toEqual([10, true])
    expect(landing.minutes).toBeLessThan(10)
    const [finding, ...more] = findings.filter(({ code }) => code === 'power.phase-endurance')
    expect(more).toEqual([])
    expect([finding!.id, finding!.measured, finding!.limit]).toEqual([
      'power.phase-endurance:landing',
      landing.minutes,
      10
    ])
    // As long as the phase that takes least is on, none is named.
    expect(found(plain(), 'power.phase-endurance')).toEqual([])
  })

  // V = E − drop at open diode: what is left above a unit's least volts is less by the diode's own (Kirchhoff's voltage law).
  it('the drop of a diode is the one that was entered; a bridge of 0.9 V shortens the time, and the difference is told', () => {
    const fed = (dropV?: number) =>
      withSupply(
        projectWith([[load('horizon', { essential: true, typicalA: 3, maxA: 3, minV: 11.4 }), 'tail']], ifr()),
        supply => ({
          ...supply,
          ties: [
            ...supply.ties.filter(tie => tie.to !== 'essential' && tie.from !== 'essential'),
            {
              id: 'd',
              name: 'Essential diode',
              kind: 'diode',
              from: 'main',
              to: 'essential',
              milliohm: 2,
              guarded: true,
              ...(dropV && { dropV })
            }
          ]
        })
      )
    const minutesAt = (dropV?: number) => enduranceOf(resolve(fed(dropV), 'a'))
    const [schottky, assumed, bridge] = [minutesAt(0.4), minutesAt(), minutesAt(0.9)]
    expect(schottky.minutes).toBeGreaterThan(assumed.minutes)
    expect(assumed.minutes).toBeGreaterThan(bridge.minutes * 1.2)
    expect(assumed.diodes).toEqual([{ id: 'd', name: 'Essential diode', count: 1, dropV: 0.5, assumed: true }])
    expect(assumed.withMostDiodeV).toBeCloseTo(bridge.minutes, 6)
    expect([bridge.withMostDiodeV, bridge.diodes[0]!.assumed]).toEqual([undefined, false])
    // Where what is required lies between the two, the type must be entered.
    const wanting = (wantedMinutes: number) => {
      const project = fed()
      return { ...project, brief: { ...project.brief, wantedMinutes } }
    }
    const limit = Math.floor((assumed.minutes + bridge.minutes) / 2)
    expect(found(wanting(limit), 'power.diode-drop')[0]).toMatchObject({ weight: 'decide', limit })
    expect(examineOption(wanting(limit), 'a').figures.minutes.state).toBe('decide')
    expect(found(wanting(1), 'power.diode-drop')).toEqual([])
  })

  it('two buses into one input of power: both diodes are listed where the wires meet, and billed with those of the feeds', () => {
    const one = load(
      'x',
      { essential: true },
      {
        connectors: [
          {
            id: 'J1',
            kind: 'd-sub',
            contacts: 'pins',
            pins: [
              { pin: '1', use: 'power', input: 1 },
              { pin: '3', use: 'ground' }
            ]
          }
        ]
      }
    )
    const fed = withCircuits(projectWith([[one, 'tail']], ifr()), [
      { unit: 'x', bus: 'main', alsoBus: 'essential', diodeV: 0.4 }
    ])
    const project = withSupply(fed, supply => ({
      ...supply,
      ties: [
        ...supply.ties,
        { id: 'd', name: 'Feed', kind: 'diode', from: 'main', to: 'essential', milliohm: 2, guarded: true }
      ]
    }))
    const { wiring } = examineOption(project, 'a')
    const joint = wiring.joints.find(({ id }) => id === 'diode x')!
    expect([joint.count, joint.meets.map(({ wire }) => wire.id)]).toEqual([2, ['x-power', 'x-power-2']])
    expect(readPhrase(joint.says, US)).toBe('2 diodes, one in each feed, cathodes connected to J1-1 of x, 0.4 V drop')
    expect(wiring.joints.filter(({ kind }) => kind === 'splice')).toEqual([])
    expect(readPhrase(wiring.wires.find(({ id }) => id === 'x-power-2')!.to, US)).toBe('diode at x')
    const diodes = (of: typeof wiring) =>
      of.bill.lines.filter(({ what }) => what === 'diode').reduce((sum, { count }) => sum + count!, 0)
    const ofFeeds = supplyOf(resolve(project, 'a')).ties.filter(({ kind }) => kind === 'diode').length
    expect(diodes(wiring)).toBe(2 + ofFeeds)
    // A unit with a second input of its own keeps the two apart itself.
    const two = structuredClone(project)
    two.items[0]!.connectors![0]!.pins.push({ pin: '2', use: 'power', input: 2 })
    expect(diodes(examineOption(two, 'a').wiring)).toBe(ofFeeds)
  })

  it('the battery within an instrument ages and cools as the others do', () => {
    const own = load('own', { minV: 12, internalBatteryMinutes: 100, essential: true })
    const minutesAt = (batteryC: number, usableFraction: number) => {
      const project = withAirframe(projectWith([[own, 'tail']], ifr()), { batteryC })
      project.airframe.battery = { ...project.airframe.battery, usableFraction }
      const design = resolve(project, 'a')
      return ownBatteryMinutes(design.units[0]!, { share: usableFraction, celsius: batteryC })
    }
    expect(minutesAt(20, 1)).toBe(100)
    expect(minutesAt(20, 0.75)).toBe(75)
    // Common practice for lithium cells: 90 % at 0 °C.
    expect(minutesAt(0, 0.75)).toBeCloseTo(67.5, 9)
  })

  it('what an alternator gives at idle is unknown while nobody entered it, and is asked for', () => {
    const lamp = load('lamp', { typicalA: 20, maxA: 20 })
    const idle = (alternatorIdleA?: number, alternatorA = 60) => {
      const project = withAirframe(projectWith([[lamp, 'tail']], ifr()), { alternatorA, alternatorIdleA })
      const { loads, findings } = examinePower(resolve(project, 'a'))
      const taxi = loads.find(({ phase }) => phase === 'taxi')!
      const codes = findings.filter(({ figure }) => figure?.of === 'taxi').map(({ code }) => code)
      return { taxi, codes, state: phaseState(findings, taxi) }
    }
    expect(idle()).toMatchObject({
      taxi: { idleUnknown: ['Alternator'] },
      codes: ['power.idle-unknown'],
      state: 'note'
    })
    expect(idle(25)).toMatchObject({ taxi: { idleUnknown: [], capacityA: 25 }, codes: [], state: 'holds' })
    expect(idle(10)).toMatchObject({ codes: ['power.idle'], state: 'note' })
    // More than it may ever give: the battery gives the rest, whatever it gives at idle.
    expect(idle(undefined, 15)).toMatchObject({ codes: ['power.idle'], state: 'note' })
  })
})
