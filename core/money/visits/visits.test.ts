import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { resolve, type Design } from '../../design'
import type { Project } from '../../document'
import { readPhrase, US } from '../../quantity'
import { item, plainProject, projectWith, roundFace, runs } from '../../testing'
import { demoProject } from '../../testing.demo'
import { examineWiring, type Wire } from '../../wiring'
import { circuitsOf, feedersOf, powerModel } from '../../power'
import { examineMoney } from '..'
import { jobOf, placedAsEntered, sumVisits } from './model'
import { searchSplit } from './split'

type Phases = Project['options'][number]['phases']
const PRICES = {
  labourCentsPerHour: 10_000,
  panelWorkCents: 50_000,
  wireCentsPerMetre: 0,
  travelCents: 20_000,
  contingencyPercent: 0
}
/**
 * Nothing is installed, so the first visit that changes the face makes its sheet; a later one cuts its holes in that.
 * A dial on the face, a radio in its tray, a box in the tail, each of its price.
 */
function refit(
  phases: Phases,
  given: Record<string, string>,
  prices: Partial<Project['options'][number]['prices']> = {}
): Project {
  const project = projectWith(
    [
      [item({ id: 'dial', face: roundFace(79.375), priceCents: 300_000, labourHours: 5 }), [100, 150]],
      [item({ id: 'second', face: roundFace(57), priceCents: 100_000, labourHours: 4 }), [300, 150]],
      [item({ id: 'box', priceCents: 200_000, labourHours: 3, mounts: ['tail'] }), 'tail'],
      [item({ id: 'beacon', priceCents: 50_000, labourHours: 2, mounts: ['tail'] }), 'tail']
    ],
    plainProject()
  )
  const [option] = project.options
  return {
    ...project,
    options: [
      {
        ...option!,
        units: option!.units.map(unit => (given[unit.id] ? { ...unit, phase: given[unit.id] } : unit)),
        phases,
        prices: { ...PRICES, ...prices }
      }
    ]
  }
}
const money = (project: Project) => examineMoney(resolve(project, 'a'), [])
const TWO: Phases = [
  { id: 'y1', name: 'This winter' },
  { id: 'y2', name: 'Next winter' }
]

describe('visits', () => {
  it('the same job in one visit and in two differs by exactly what is opened, cut and travelled again', () => {
    const whole = money(refit([], {})).totalCents
    expect(money(refit(TWO, {})).totalCents).toBe(whole)
    // Both dials in one, both boxes in the other: nothing is opened twice, a journey is made twice.
    expect(money(refit(TWO, { box: 'y2', beacon: 'y2' })).totalCents).toBe(whole + 20_000)
    // A dial each: the face is opened again (8 h at 100), a round hole cut (half an hour), a journey more.
    expect(money(refit(TWO, { second: 'y2' })).totalCents).toBe(whole + 80_000 + 5_000 + 20_000)
    // Or a second new sheet, where that was chosen.
    const again: Phases = [TWO[0]!, { ...TWO[1]!, sheet: 'new' }]
    expect(money(refit(again, { second: 'y2' })).totalCents).toBe(whole + 80_000 + 50_000 + 20_000)
    // A dial and a box each: the tail again too (3 h).
    const both = money(refit(TWO, { second: 'y2', beacon: 'y2' }))
    expect(both.totalCents).toBe(whole + 80_000 + 30_000 + 5_000 + 20_000)
    expect(both.lines.map(line => readPhrase(line.says, US))).toContain(
      'Open again and close: panel face, tail, 11 h, Next winter'
    )
  })
  it('hours that the planner entered for a part, or for the whole visit, stand in place of the usual', () => {
    const whole = money(refit([], {})).totalCents
    const own = refit(TWO, { second: 'y2' }, { accessHours: { 'panel face': 5 } })
    expect(money(own).totalCents).toBe(whole + 50_000 + 5_000 + 20_000)
    const entered = refit([TWO[0]!, { ...TWO[1]!, accessHours: 2 }], { second: 'y2' })
    expect(money(entered).totalCents).toBe(whole + 20_000 + 5_000 + 20_000)
  })
  // Compound growth: 2000 at 5 % for 12 months is 2100.
  it('prices rise and trade-ins fall until the visit that they belong to', () => {
    const dated: Phases = [
      { id: 'y1', name: 'One', from: '2027-01-10' },
      { id: 'y2', name: 'Two', from: '2028-01-10' }
    ]
    const { lines } = money(refit(dated, { box: 'y2' }, { driftPercentAYear: 5 }))
    expect(lines.find(line => line.key === 'drift y2')!.cents).toBe(10_000)
  })
  it('from the day of the prices on, where one is entered; a visit without a day is as late as the one before it', () => {
    const phases: Phases = [
      { id: 'y1', name: 'One', from: '2027-01-10' },
      { id: 'y2', name: 'Two' }
    ]
    const drift = (on?: string) =>
      money(refit(phases, { box: 'y2' }, { driftPercentAYear: 5, ...(on && { on }) })).lines.filter(line =>
        line.key.startsWith('drift')
      )
    expect(drift()).toEqual([])
    // All 6500 of things at 5 % for two years, by visit: 4500 and 2000 times 0.1025.
    expect(drift('2025-01-10').map(line => line.cents)).toEqual([46_125, 20_500])
    // At prices of a later day a visit is priced as they are.
    expect(drift('2027-06-01')).toEqual([])
  })
  // 8 % on the things, 20 % on the work, each rounded once for the visit.
  it('tax is on things and on work apart', () => {
    const { lines } = money(refit([], {}, { taxOnThingsPercent: 8, taxOnWorkPercent: 20 }))
    // 6500 of things; 14 h at 100 and 500 for the panel.
    expect(lines.find(line => line.group === 'tax')!.cents).toBe(52_000 + 38_000)
  })
  it('own costs are in their visit, what returns every year is in no total', () => {
    const base = refit(TWO, { box: 'y2' })
    const [option] = base.options
    const costs = [
      { id: 'papers', says: 'Papers', cents: 40_000, yearly: false, taxed: 'not' as const },
      { id: 'ship', says: 'Shipping', cents: 10_000, phase: 'y2', yearly: false, taxed: 'not' as const },
      { id: 'data', says: 'Data', cents: 60_000, yearly: true, taxed: 'not' as const }
    ]
    const [before, after] = [money(base), money({ ...base, options: [{ ...option!, costs }] })]
    expect(after.totalCents - before.totalCents).toBe(50_000)
    expect(after.byPhase.map((phase, v) => phase.cents - before.byPhase[v]!.cents)).toEqual([40_000, 10_000])
    expect(after.yearlyCents).toBe(60_000)
  })
  it('lines, visits and the sums that the search goes by agree to the cent, for any prices and any sharing out', () => {
    const design = resolve(demoProject('3-skerrow-dunlin'), 'c')
    const { wires } = examineWiring(design, circuitsOf(design), feedersOf(powerModel(design), false))
    const percent = fc.double({ min: 0, max: 30, noNaN: true })
    fc.assert(
      fc.property(
        fc.record({
          labourCentsPerHour: fc.nat(20_000),
          panelWorkCents: fc.nat(300_000),
          wireCentsPerMetre: fc.nat(900),
          travelCents: fc.nat(90_000),
          contingencyPercent: percent,
          driftPercentAYear: percent,
          tradeInFallPercentAMonth: fc.double({ min: 0, max: 4, noNaN: true }),
          taxOnThingsPercent: percent,
          taxOnWorkPercent: percent,
          harnessByEnds: fc.boolean()
        }),
        fc.infiniteStream(fc.constantFrom('y1', 'y2', undefined)),
        (prices, stream) => {
          const tried: Design = {
            ...design,
            prices,
            phases: design.phases.map(({ accessHours: _, ...phase }) => phase),
            units: design.units.map(unit => ({ ...unit, phase: stream.next().value }))
          }
          const job = jobOf(tried, wires)
          const sums = sumVisits(job, placedAsEntered(job))
          const report = examineMoney(tried, wires)
          const total = sums.reduce((sum, visitSum) => sum + visitSum.total, 0)
          expect(report.totalCents).toBe(total)
          expect(report.byPhase.map(phase => phase.cents)).toEqual(sums.map(sum => sum.total))
          job.visits.forEach((visit, v) =>
            expect(
              report.lines.filter(line => line.phase === visit.id).reduce((sum, line) => sum + line.cents, 0)
            ).toBe(sums[v]!.total)
          )
          expect(new Set(report.lines.map(line => line.key)).size).toBe(report.lines.length)
        }
      ),
      { numRuns: 40 }
    )
  })
})

describe('the search for a split', () => {
  const pace = { hoursADay: 6, people: 1 }
  /** Every way there is, tried one by one through the estimate itself. */
  function bruteForce(project: Project): number {
    const [option] = project.options
    const [units, phases] = [option!.units, option!.phases]
    let best = Infinity
    for (let n = 0; n < phases.length ** units.length; n++) {
      const given = units.map((_, index) => phases[Math.floor(n / phases.length ** index) % phases.length]!.id)
      const tried = { ...option!, units: units.map((unit, index) => ({ ...unit, phase: given[index]! })) }
      const report = money({ ...project, options: [tried] })
      const fits = report.byPhase.every((phase, v) => phase.cents <= (phases[v]!.ceilingCents ?? Infinity))
      if (fits) best = Math.min(best, report.totalCents)
    }
    return best
  }
  it('finds what trying every way finds, for any ceilings', () =>
    fc.assert(
      fc.property(
        fc.array(fc.option(fc.integer({ min: 100_000, max: 900_000 }), { nil: undefined }), {
          minLength: 2,
          maxLength: 3
        }),
        fc.nat(30),
        fc.nat(20),
        (ceilings, drift, contingencyPercent) => {
          const phases = ceilings.map((ceilingCents, v) => ({
            id: `y${v}`,
            name: `Year ${v}`,
            from: `${2027 + v}-01-10`,
            ...(ceilingCents && { ceilingCents })
          }))
          const project = refit(phases, {}, { driftPercentAYear: drift, contingencyPercent })
          const { best, proven, tooLarge } = searchSplit(resolve(project, 'a'), [], pace)
          expect(proven).toBe(true)
          expect(best?.totalCents ?? Infinity).toBe(bruteForce(project))
          if (tooLarge.length) expect(best).toBeUndefined()
          if (best) {
            const taken = new Map(best.of.map(placed => [placed.unit, placed.visit]))
            const [option] = project.options
            const units = option!.units.map(unit => ({ ...unit, phase: taken.get(unit.id)! }))
            const report = money({ ...project, options: [{ ...option!, units }] })
            expect(best.visits.map(visit => visit.cents)).toEqual(report.byPhase.map(phase => phase.cents))
          }
        }
      ),
      runs(20)
    ))
  // Old instruments whose holes are in the way of one dial, of both, or of none; a dear new sheet, a cheap one, one that was chosen.
  it('finds it too where existing holes decide about a new sheet', () =>
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(100, 130, 300, 320), { minLength: 1, maxLength: 3 }),
        fc.constantFrom(1_000, 60_000, 300_000),
        fc.option(fc.constantFrom('existing' as const, 'new' as const), { nil: undefined }),
        fc.array(fc.option(fc.integer({ min: 300_000, max: 900_000 }), { nil: undefined }), {
          minLength: 2,
          maxLength: 2
        }),
        (across, panelWorkCents, sheet, ceilings) => {
          const phases = ceilings.map((ceilingCents, v) => ({
            id: `y${v}`,
            name: `Year ${v}`,
            ...(ceilingCents !== undefined && { ceilingCents })
          }))
          const base = refit(phases, {}, { panelWorkCents, contingencyPercent: 10 })
          const project: Project = {
            ...base,
            items: [...base.items, item({ id: 'old', face: roundFace(57), removeHours: 1 })],
            fitted: across.map((xMm, i) => ({
              id: `old-${i}`,
              item: 'old',
              label: `Old ${i}`,
              place: 'panel',
              xMm,
              yMm: 150 + 0.01 * i
            })),
            options: [{ ...base.options[0]!, ...(sheet && { sheet }) }]
          }
          const { best, proven } = searchSplit(resolve(project, 'a'), [], pace)
          expect(proven).toBe(true)
          expect(best?.totalCents ?? Infinity).toBe(bruteForce(project))
        }
      ),
      runs(30)
    ))
  /** Boxes of these prices in the tail, work and journeys free, and wires of 500 between some of them. */
  function boxes(
    prices: readonly number[],
    pairs: readonly (readonly [number, number])[],
    ceilings: readonly (number | undefined)[]
  ) {
    const project = projectWith(
      prices.map(
        (price, i) =>
          [item({ id: `box-${i}`, priceCents: price * 100, labourHours: 0, mounts: ['tail'] }), 'tail'] as const
      ),
      plainProject()
    )
    const [option] = project.options
    const phases = ceilings.map((ceiling, v) => ({
      id: `y${v}`,
      name: `Year ${v}`,
      ...(ceiling !== undefined && { ceilingCents: ceiling * 100 })
    }))
    const free = { ...PRICES, labourCentsPerHour: 0, panelWorkCents: 0, travelCents: 0, wireCentsPerMetre: 50_000 }
    const wires = pairs.map(
      ([a, b], i) =>
        ({
          id: `w${i}`,
          units: [option!.units[a]!.id, option!.units[b]!.id],
          lengthMm: 1_000,
          conductors: 1,
          cores: []
        }) as unknown as Wire
    )
    const of = (given?: readonly string[]) =>
      resolve(
        {
          ...project,
          options: [
            {
              ...option!,
              units: option!.units.map((unit, i) => ({ ...unit, ...(given && { phase: given[i]! }) })),
              phases,
              prices: free
            }
          ]
        },
        'a'
      )
    /** The least that any sharing out within the ceilings costs, by the estimate itself. */
    const least = () => {
      let best = Infinity
      for (let n = 0; n < phases.length ** prices.length; n++) {
        const design = of(prices.map((_, i) => phases[Math.floor(n / phases.length ** i) % phases.length]!.id))
        const report = examineMoney(design, wires)
        if (report.byPhase.every((phase, v) => phase.cents <= (ceilings[v] ?? Infinity) * 100))
          best = Math.min(best, report.totalCents)
      }
      return best
    }
    return { search: () => searchSplit(of(), wires, pace), least }
  }
  // By hand: box 2 alone is 2,500; the others 2,000 + 3,500 + 1,500 and both wires, made when their second end is there, are 8,000.
  it('a wire between two boxes is paid in the visit of the second one: a split that just fits is found', () => {
    const { best, proven } = boxes(
      [2_000, 3_500, 2_500, 1_500],
      [
        [0, 2],
        [0, 1]
      ],
      [2_500, 8_000]
    ).search()
    expect(proven).toBe(true)
    expect(best?.visits.map(({ cents }) => cents)).toEqual([250_000, 800_000])
  })
  it('with wires between boxes too it finds what trying every way finds', () =>
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 5, max: 40 }), { minLength: 3, maxLength: 5 }),
        fc.array(fc.tuple(fc.nat(4), fc.nat(4)), { maxLength: 6 }),
        fc.array(fc.option(fc.integer({ min: 10, max: 90 }), { nil: undefined }), { minLength: 2, maxLength: 3 }),
        (prices, ends, ceilings) => {
          const pairs = ends.filter(([a, b]) => a !== b && a < prices.length && b < prices.length)
          const { search, least } = boxes(
            prices.map(price => price * 100),
            pairs,
            ceilings.map(ceiling => ceiling && ceiling * 100)
          )
          const { best, proven } = search()
          expect(proven).toBe(true)
          expect(best?.totalCents ?? Infinity).toBe(least())
        }
      ),
      runs(40)
    ))
  it('with no limit all of it is done at once, and nothing is lost', () => {
    const { best } = searchSplit(resolve(refit(TWO, { second: 'y2' }), 'a'), [], pace)
    expect(new Set(best!.of.map(placed => placed.visit))).toEqual(new Set(['y1']))
    expect(best!.lostCents).toBe(0)
  })
  it('a window of days is kept, and why each unit is where it is can be told', () => {
    // All of it is 14 h and metal: 14 / 6 + 5 + 4 days; 10 days hold the dials or the boxes, not all.
    const phases = TWO.map(phase => ({ ...phase, days: 11 }))
    const { best, whole } = searchSplit(resolve(refit(phases, {}), 'a'), [], pace)
    expect(whole.visits[0]!.days).toBeCloseTo(14 / 6 + 9, 9)
    expect(best!.visits.every(visit => visit.days <= 11)).toBe(true)
    expect(best!.of.flatMap(placed => placed.why).some(why => why.kind === 'over elsewhere' && why.by === 'days')).toBe(
      true
    )
  })
  it('a unit that no visit can hold is named', () => {
    const phases = TWO.map(phase => ({ ...phase, ceilingCents: 250_000 }))
    const { best, tooLarge } = searchSplit(resolve(refit(phases, {}), 'a'), [], pace)
    expect(best).toBeUndefined()
    expect(tooLarge).toEqual([{ unit: 'dial', label: 'dial', by: 'money' }])
  })
})
