import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Item } from '../../catalogue'
import { applyEdits, type Project, type Supply, type Tie } from '../../document'
import { resolve } from '../../design'
import { feet } from '../../quantity'
import { item, plainProject, projectWith, runs } from '../../testing'
import { demoProject } from '../../testing.demo'
import { BREAKER_SIZES_A, examinePower, gauge, supplyOf, type Feeder } from '..'

const load = (
  id: string,
  amps: number,
  power: Partial<NonNullable<Item['power']>> = {},
  rest: Partial<Item> = {}
): Item =>
  item({
    id,
    mounts: ['tail'],
    power: {
      atV: 14,
      minV: 9,
      maxV: 32,
      typicalA: amps,
      maxA: amps,
      load: 'constant current',
      essential: false,
      ...power
    },
    ...rest
  })
const ifr = (): Project => {
  const base = plainProject()
  return { ...base, brief: { ...base.brief, flying: ['IFR by day'] }, airframe: { ...base.airframe, alternatorA: 60 } }
}
const withSupply = (project: Project, change: (supply: Supply) => Supply): Project => ({
  ...project,
  options: [{ ...project.options[0]!, supply: change(supplyOf(resolve(project, 'a'))) }]
})
const withTie = (project: Project, id: string, patch: Partial<Tie>) =>
  withSupply(project, supply => ({
    ...supply,
    ties: supply.ties.map(tie => (tie.id === id ? { ...tie, ...patch } : tie))
  }))
const feeders = (project: Project): Map<string, Feeder> =>
  new Map(examinePower(resolve(project, 'a')).feeders.map(feeder => [feeder.tie, feeder]))
const findings = (project: Project, code: string) =>
  examinePower(resolve(project, 'a')).findings.filter(finding => finding.code === code)
/** 10 A on the main bus, 4 A of them essential lamps aside; radios of 6 A; 5 A essential. */
const three = () =>
  projectWith(
    [
      [load('heater', 10), 'tail'],
      [load('radio', 6, {}, { kind: 'com' }), 'tail'],
      [load('display', 5, { essential: true }), 'tail']
    ],
    ifr()
  )

describe('what ties carry', () => {
  // Kirchhoff’s current law on a tree: a branch carries what hangs behind it.
  it('each tie of a tree carries the loads behind it, whatever they are', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            amps: fc.double({ min: 0.1, max: 4, noNaN: true }),
            bus: fc.constantFrom('main', 'avionics', 'essential')
          }),
          { minLength: 1, maxLength: 9 }
        ),
        loads => {
          const project = projectWith(
            loads.map((other, index) => [load(`u${index}`, other.amps), 'tail']),
            ifr()
          )
          const hung = {
            ...project,
            options: [
              { ...project.options[0]!, circuits: loads.map((load, index) => ({ unit: `u${index}`, bus: load.bus })) }
            ]
          }
          const sum = (bus: string) => loads.filter(load => load.bus === bus).reduce((all, load) => all + load.amps, 0)
          const found = feeders(hung)
          const coilA = supplyOf(resolve(hung, 'a')).ties.find(tie => tie.kind === 'contactor')!.holdA!
          expect(found.get('avionics-feed')!.steadyA).toBeCloseTo(sum('avionics'), 6)
          expect(found.get('essential-normal')!.steadyA).toBeCloseTo(sum('essential'), 6)
          // The coil is on the battery’s side, which the alternator holds at its volts through the contactor or the
          // battery itself feeds.
          expect(
            Math.abs(found.get('alternator-feed')!.steadyA - sum('main') - sum('avionics') - sum('essential'))
          ).toBeLessThanOrEqual(coilA * 1.1)
          expect(found.get('essential-alternate')!.steadyA).toBeCloseTo(sum('essential'), 6)
        }
      ),
      runs(15)
    ))
  it('the worst case is named: the battery’s contactor carries most while the alternator gives nothing', () => {
    const contactor = feeders(three()).get('battery-contactor')!
    expect(contactor.when).toBe('start')
    expect(contactor.steadyA).toBeGreaterThan(20.9)
    expect(contactor.steadyA).toBeLessThan(22.1)
  })
  it('a tie that stands open is sized for the day when it feeds alone', () =>
    expect(feeders(three()).get('essential-alternate')).toMatchObject({ when: 'it feeds alone', ratedA: 7.5 }))
  it('a tie with loads at their most tells that apart', () => {
    const project = projectWith(
      [[load('com', 1, { maxA: 2, transmitA: 6, transmitShare: 0.1 }, { kind: 'com' }), 'tail']],
      ifr()
    )
    const feed = feeders(project).get('avionics-feed')!
    // 1 A listening and a tenth of the time 5 A more; 6 A at most.
    expect(feed.steadyA).toBeCloseTo(1.5, 6)
    expect(feed.mostA).toBeCloseTo(6, 6)
  })
})

describe('what ties are made of', () => {
  // AC 43.13-1B table 11-3 (values from memory): AWG 8 wants a breaker of 50 A at most, AWG 6 one of 80 A.
  it('the feed of a 60 A alternator: a 60 A breaker on AWG 6', () =>
    expect(feeders(three()).get('alternator-feed')).toMatchObject({ ratedA: 60, awg: 6 }))
  it(
    'any breaker proposed is a standard size, bears 125 % of the steady amps and all at their most, and its wire is ' +
      'protected and carries them',
    () =>
      fc.assert(
        fc.property(fc.array(fc.double({ min: 0.1, max: 12, noNaN: true }), { minLength: 1, maxLength: 6 }), amps => {
          for (const feeder of feeders(
            projectWith(
              amps.map((a, index) => [load(`u${index}`, a, { essential: index % 2 === 0 }), 'tail']),
              ifr()
            )
          ).values()) {
            if (feeder.kind !== 'breaker') continue
            expect(BREAKER_SIZES_A).toContain(feeder.ratedA)
            expect(feeder.ratedA!).toBeGreaterThanOrEqual(feeder.mostA - 1e-4)
            if (feeder.tie !== 'alternator-feed')
              expect(feeder.ratedA!).toBeGreaterThanOrEqual(1.25 * feeder.steadyA - 1e-4)
            expect(gauge(feeder.awg!).breakerA!).toBeGreaterThanOrEqual(feeder.ratedA!)
            expect(feeder.ampacity!.amps).toBeGreaterThanOrEqual(feeder.steadyA)
          }
        }),
        runs(15)
      )
  )
  // From bus to bus with nothing that opens: short and stout (common practice); with a breaker, by the table.
  it('a jumper between buses without a breaker is AWG 10 at least, one with a breaker as thin as that protects', () => {
    expect(feeders(withTie(three(), 'avionics-feed', { kind: 'wire' })).get('avionics-feed')!.awg).toBe(10)
    expect(feeders(withTie(three(), 'essential-normal', { guarded: false })).get('essential-normal')!.awg).toBe(10)
    // 6 A of radio: 7.5 A of breaker, AWG 20 (table 11-3, from memory).
    expect(feeders(three()).get('avionics-feed')).toMatchObject({
      ratedA: 7.5,
      awg: 20
    })
  })
  // A starter takes 150 to 250 A; battery cables of light aeroplanes are AWG 4 to 2 (common practice).
  it('the battery’s cable is sized by its starter, not by the lamps', () =>
    expect(feeders(three()).get('battery-contactor')!.awg).toBe(2))
  it('its wire’s length counts in what it loses: R of AWG 10, 1.26 Ω per 1000 ft at 20 °C (table 11-9, from memory), at 50 °C', () => {
    const feed = feeders(withTie(three(), 'avionics-feed', { awg: 10, lengthMm: feet(10), milliohm: 0 })).get(
      'avionics-feed'
    )!
    expect(feed.dropV).toBeCloseTo((((6 * 1.26) / 1000) * 10 * 284.5) / 254.5, 6)
  })
  it('more than any wire of the table carries is said, not guessed', () => {
    const base = ifr()
    const big = (alternatorA: number): Project => ({ ...three(), airframe: { ...base.airframe, alternatorA } })
    expect([feeders(big(200)).get('alternator-feed')!.ratedA, feeders(big(200)).get('alternator-feed')!.awg]).toEqual([
      undefined,
      2
    ])
    expect(feeders(big(400)).get('alternator-feed')!.awg).toBeUndefined()
    expect(findings(big(400), 'power.feeder-none')[0]).toMatchObject({
      weight: 'decide',
      measured: 400,
      limit: 100
    })
    expect(findings(big(60), 'power.feeder-none')).toEqual([])
  })
})

describe('complaints about ties', () => {
  it('the proposal has none, in any demo', () => {
    for (const name of ['1-teasel-ls', '2-hollin-whimbrel', '3-skerrow-dunlin'] as const)
      for (const option of demoProject(name).options)
        expect(
          examinePower(resolve(demoProject(name), option.id)).findings.filter(finding =>
            finding.code.startsWith('power.feeder')
          )
        ).toEqual([])
  })
  const cases: [string, string, Partial<Tie>, string][] = [
    ['a contactor that bears less than it carries', 'battery-contactor', { ratedA: 10 }, 'power.feeder-rated'],
    ['a breaker that opens', 'alternator-feed', { ratedA: 15 }, 'power.feeder-rated'],
    ['a breaker its wire does not bear', 'alternator-feed', { ratedA: 60, awg: 10 }, 'power.feeder-protector'],
    ['a breaker less than its alternator gives', 'alternator-feed', { ratedA: 50 }, 'power.feeder-rated'],
    ['a wire too thin for the amps', 'avionics-feed', { kind: 'wire', awg: 22 }, 'power.feeder-ampacity'],
    ['a battery cable too thin for the starter', 'battery-contactor', { awg: 8 }, 'power.feeder-starter'],
    ['a feed that leaves the battery unprotected', 'essential-alternate', { kind: 'wire' }, 'power.feeder-bare']
  ]
  it.each(cases)('%s', (_, tie, patch, code) => {
    // 30 A on the avionics bus, so that AWG 22 by itself does not carry it.
    const base =
      code === 'power.feeder-ampacity'
        ? projectWith([[load('radio', 30, {}, { kind: 'com' }), 'tail']], ifr())
        : three()
    const project = withTie(base, tie, patch)
    const [finding, ...more] = findings(project, code)
    expect(more).toEqual([])
    if (!finding) throw new Error(`no ${code}`)
    const remedy = finding.remedies[0]
    if (code === 'power.feeder-rated' && tie === 'battery-contactor') {
      expect(remedy).toBeUndefined()
      return
    }
    expect(findings(applyEdits(project, remedy!.edits, 'cure').project, code)).toEqual([])
  })
  it('a jumper without a breaker must carry all at their most, not only the steady amps', () => {
    const project = projectWith(
      [[load('com', 4, { maxA: 30, transmitA: 30, transmitShare: 0.1 }, { kind: 'com' }), 'tail']],
      ifr()
    )
    const bare = withTie(project, 'avionics-feed', { kind: 'wire', awg: 22 })
    expect(findings(bare, 'power.feeder-ampacity')[0]!.measured).toBeCloseTo(30, 4)
  })
  it('a diode from a battery with nothing that opens is named too, a backup box with its own guard is not', () => {
    const bare = withSupply(three(), supply => ({
      ...supply,
      sources: [
        { kind: 'battery', id: 'second', name: 'Second battery', chemistry: 'lithium', capacityAh: 6, ratedHours: 1 }
      ],
      ties: [...supply.ties, { id: 'd', name: 'Diode', kind: 'diode', from: 'second', to: 'essential', milliohm: 2 }]
    }))
    expect(findings(bare, 'power.feeder-bare').map(finding => finding.id)).toEqual(['power.feeder-bare:d'])
    const box = projectWith(
      [
        [
          item({ id: 'cells', mounts: ['tail'], battery: { chemistry: 'lithium', capacityAh: 6, ratedHours: 1 } }),
          'tail'
        ]
      ],
      ifr()
    )
    expect(findings(box, 'power.feeder-bare')).toEqual([])
  })
})
