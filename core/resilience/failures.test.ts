import { describe, expect, it } from 'vitest'
import { accountOf, rescueOf, stubbornLosses } from '../capability'
import type { Item } from '../catalogue'
import { resolve, type Design } from '../design'
import { item, plainProject, projectWith } from '../testing'
import { demoProject } from '../testing.demo'
import { examineFunctions } from '../capability'
import { failuresOf, FLOWN, simulateFailure, TASK_WORDS } from '.'

const fed = (id: string, provides: Item['provides'], more: Partial<NonNullable<Item['power']>> = {}): Item =>
  item({
    id,
    mounts: ['tail'],
    provides,
    power: { atV: 14, minV: 9, maxV: 32, typicalA: 1, maxA: 1, load: 'resistive', essential: false, ...more }
  })
const dial = (id: string, provides: Item['provides']): Item => item({ id, mounts: ['tail'], provides })
/** A day-VFR aeroplane of these items, on the supply that is proposed for it. */
const of = (...items: Item[]): Design => {
  const base = plainProject()
  return resolve(
    projectWith(
      items.map(item => [item, 'tail']),
      { ...base, brief: { ...base.brief, flying: ['day VFR'] } }
    ),
    'a'
  )
}
const names = (parts: readonly { kind: string; id: string }[]) => parts.map(part => `${part.kind} ${part.id}`).sort()

describe('every single loss and every pair', () => {
  it('by day in sight one aviates by airspeed and altitude; each dial alone takes it', () => {
    const report = failuresOf(of(dial('asi', ['airspeed']), dial('alt', ['altitude'])))
    const aviate = report.tasks.find(task => task.task === 'aviate')!
    expect(aviate.works).toBe(true)
    expect(names(aviate.singles)).toEqual(['unit alt', 'unit asi'])
    expect(aviate.doubles).toEqual([])
  })
  it('a second radio on the same bus leaves the bus, one with a battery of its own leaves nothing', () => {
    const on = (...radios: Item[]) => failuresOf(of(...radios)).tasks.find(task => task.task === 'communicate')!
    expect(names(on(fed('a', ['com']), fed('b', ['com'])).singles)).toEqual(['bus main'])
    expect(on(fed('a', ['com']), fed('b', ['com'], { internalBatteryMinutes: 60 })).singles).toEqual([])
    const pairs = on(fed('a', ['com']), fed('b', ['com'], { internalBatteryMinutes: 60 })).doubles.map(names)
    expect(pairs).toContainEqual(['unit a', 'unit b'])
    expect(pairs).toContainEqual(['bus main', 'unit b'])
  })
  it('alternator and battery are a pair: neither takes the radio alone', () => {
    const { doubles } = failuresOf(of(fed('a', ['com']))).tasks.find(task => task.task === 'communicate')!
    expect(doubles.map(names)).toContainEqual(['source alternator', 'source battery'])
  })
  it('agrees with the naive loop on the demo, pair by pair', () => {
    const design = resolve(demoProject('3-skerrow-dunlin'), 'c')
    const account = accountOf(design)
    const parts = [...account.parts]
    const { tasks } = failuresOf(design)
    for (const { task, singles, doubles } of tasks.filter(task => task.task === 'communicate')) {
      const vital = parts.filter(part => !account.works(task, [part]))
      expect(names(singles)).toEqual(names(vital))
      const rest = parts.filter(part => !vital.includes(part))
      let pairs = 0
      for (const [index, a] of rest.entries())
        for (const b of rest.slice(index + 1)) if (!account.works(task, [a, b])) pairs++
      expect(doubles).toHaveLength(pairs)
    }
  })
  it('the worst single loss of the wide display is the bus it hangs on with all the radios', () => {
    const report = failuresOf(resolve(demoProject('3-skerrow-dunlin'), 'b'))
    expect(names(report.worstSingle!.parts)).toEqual(['bus essential'])
    expect(report.worstSingle!.tasks).toEqual(['navigate', 'communicate', 'approach'])
    expect(report.common.some(loss => names(loss.parts).includes('bus essential'))).toBe(true)
    // The standby horizon is what keeps the attitude when that bus dies.
    expect(report.worth[0]!.unit.id).toBe('standby')
    for (const task of report.tasks) expect(TASK_WORDS[task.task]).toBeTruthy()
    expect(FLOWN).toContain('attitude')
  })
})

describe('parts pressed dead', () => {
  const a = resolve(demoProject('3-skerrow-dunlin'), 'a')
  it('the pump takes the gyros and the old autopilot, and their dials are dark', () => {
    const pump = accountOf(a).part('unit', 'vac-pump')!
    const { functions, dark } = simulateFailure(a, [pump])
    for (const name of ['attitude', 'heading', 'autopilot'] as const) expect(functions).toContain(name)
    for (const id of ['horizon', 'dg', 'old-ap']) expect(dark).toContain(id)
    expect(dark).not.toContain('asi')
  })
  it('the main bus takes the radios, and the alternate feed brings them back', () => {
    const bus = accountOf(a).part('bus', 'main')!
    const { tasks, rescue } = simulateFailure(a, [bus])
    expect(tasks).toContain('communicate')
    expect(rescue!.set).toEqual([{ switch: 'essential-feed', to: 'ALTERNATE', name: 'Essential feed' }])
    expect(rescue!.back).toContain('communicate')
    expect(rescueOf(a, [bus], 'communicate')).toEqual(rescue!.set)
    expect(names(stubbornLosses(a, 'communicate'))).toEqual(['bus essential'])
  })
  it('nothing pressed, nothing lost', () => {
    expect(simulateFailure(a, [])).toMatchObject({ tasks: [], functions: [], dark: [] })
  })
})

describe('twice for nothing, by failures', () => {
  const codes = (design: Design) =>
    examineFunctions(design, design).findings.map(finding => `${finding.code} ${finding.subjects.join()}`)
  it('a second horizon that lives on alone is a backup; one that dies with the first is not', () => {
    const vacuum = (id: string): Item => ({
      ...dial(id, ['attitude']),
      needs: [{ what: 'function', name: 'vacuum source', required: true, text: '' }]
    })
    const pump = dial('pump', ['vacuum source'])
    expect(codes(of(vacuum('a'), vacuum('b'), pump))).toEqual([])
    const follower: Item = {
      ...dial('b', ['attitude']),
      needs: [{ what: 'function', name: 'attitude', required: true, text: '' }]
    }
    expect(codes(of(dial('a', ['attitude']), follower))).toEqual(['functions.duplicate b'])
  })
  it('pump and hoses without a gyro are left over, and go in one act', () => {
    const found = examineFunctions(of(dial('pump', ['vacuum source']), dial('hoses', ['vacuum lines'])), of())
    const left = found.findings.find(finding => finding.code === 'functions.left-over')!
    expect(left.subjects).toEqual(['pump', 'hoses'])
    expect(left.remedies[0]!.edits).toHaveLength(2)
  })
})
