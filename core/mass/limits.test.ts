import { describe, expect, it } from 'vitest'
import { resolve, AS_FOUND } from '../design'
import type { Airframe, Project, Stiffener } from '../document'
import { inches, pounds, readPhrase, US } from '../quantity'
import { item, plainProject, projectWith } from '../testing'
import type { Wire } from '../wiring'
import { balanceRows, examineMass, explainArm, explainLoading, explainUsefulLoad, limitsAt, loadedOf } from '.'

const massOf = (project: Project, option = 'a') => examineMass(resolve(project, option), [], [])
const withAirframe = (airframe: Partial<Airframe>): Project => {
  const base = plainProject()
  return { ...base, airframe: { ...base.airframe, ...airframe } }
}
const fuelAt = (armMm: number): Airframe['stations'][number] => ({ id: 'fuel', name: 'Tank', kind: 'fuel', armMm })

describe('an envelope whose limit jumps at a weight', () => {
  /** Behind 1,000 mm; the aft limit is one below 900 kg and another above. */
  const stepped = (belowMm: number, aboveMm: number): [number, number][] => [
    [1_000, 500],
    [belowMm, 500],
    [belowMm, 900],
    [aboveMm, 900],
    [aboveMm, 1_000],
    [1_000, 1_000]
  ]
  const burnt = (envelope: [number, number][], dryMm: number, tankMm: number) => {
    const { airframe } = withAirframe({ envelope, maxMassKg: 1_000, stations: [fuelAt(tankMm)] })
    const loads = [{ station: 'fuel', massKg: 100 }]
    return loadedOf(airframe, { massKg: 850, armMm: dryMm }, { id: 'l', name: 'Trip', loads })
  }
  // By hand: (850 · 1190 + 50 · 2140) / 900 = 1242.8 mm at 900 kg; within 1300 above it, outside 1200 below it.
  it('narrower below: within with full and empty tanks, outside just below the step', () => {
    const report = burnt(stepped(1_200, 1_300), 1_190, 2_140)
    expect([report.takeOff.inside, report.fuelBurnt.inside, report.inside]).toEqual([true, true, false])
    expect(report.worstInBurn).toMatchObject({ massKg: expect.closeTo(900, 4), armMm: expect.closeTo(1242.78, 2) })
    expect(report.worstInBurn!.massKg).toBeLessThan(900)
  })
  // By hand: (850 · 1290 + 50 · 340) / 900 = 1237.2 mm at 900 kg; outside 1200 above it, within 1300 below it.
  it('narrower above: outside just above the step', () => {
    const report = burnt(stepped(1_300, 1_200), 1_290, 340)
    expect([report.takeOff.inside, report.fuelBurnt.inside, report.inside]).toEqual([true, true, false])
    expect(report.worstInBurn).toMatchObject({ massKg: expect.closeTo(900, 4), armMm: expect.closeTo(1237.22, 2) })
    expect(report.worstInBurn!.massKg).toBeGreaterThan(900)
  })
  it('a flight goes from full tanks to empty ones, its weight ever less', () => {
    const [way] = burnt(stepped(1_300, 1_300), 1_190, 1_200).burn
    const masses = way!.map(state => state.massKg)
    expect(masses).toEqual([...masses].sort((a, b) => b - a))
    expect([masses[0], masses.at(-1)]).toEqual([950, 850])
  })
  // Arm a + C / m against a slanted limit 1200 + 0.2 (m − 500): the distance is largest where −C / m² = 0.2, at 800 kg for
  // C = −128,000 kg·mm (worked by hand); 1425 − 160 = 1265 mm against 1260.
  it('along a slanted side: outside most where the arm runs parallel to it', () => {
    const envelope: [number, number][] = [
      [1_000, 500],
      [1_200, 500],
      [1_300, 1_000],
      [1_000, 1_000]
    ]
    const { airframe } = withAirframe({ envelope, maxMassKg: 1_000, stations: [fuelAt(1_425)] })
    const dry = { massKg: 660, armMm: 1_425 - 128_000 / 660 }
    const report = loadedOf(airframe, dry, { id: 'l', name: 'Trip', loads: [{ station: 'fuel', massKg: 300 }] })
    expect([report.takeOff.inside, report.fuelBurnt.inside]).toEqual([true, true])
    expect(report.worstInBurn).toMatchObject({ massKg: expect.closeTo(800, 6), armMm: expect.closeTo(1_265, 6) })
  })
  // By hand: 600 kg at 1,000 mm with 100 kg left at 500 or at 1,500 mm: 650,000 or 750,000 kg·mm over 700 kg.
  it.each([
    ['aft tanks first', 928.57, [950, 1_200]],
    ['forward tanks first', 1_071.43, [800, 1_050]]
  ] as const)('of two tanks, %s leaves the centre at %f mm', (order, armMm, limits) => {
    const stations = [fuelAt(500), { ...fuelAt(1_500), id: 'tail' }]
    const { airframe } = withAirframe({ armLimitsMm: [...limits], maxMassKg: 1_000, stations })
    const loads = ['fuel', 'tail'].map(station => ({ station, massKg: 100 }))
    const report = loadedOf(airframe, { massKg: 600, armMm: 1_000 }, { id: 'l', name: 'Trip', loads })
    expect(report.burn).toHaveLength(2)
    expect(report.worstInBurn).toMatchObject({
      order,
      armMm: expect.closeTo(armMm, 2),
      fuelLeftKg: expect.closeTo(100, 6)
    })
  })
  it('at a corner, and on a level side, the limits are those of the corner', () => {
    const box = [
      [35, 0],
      [43, 0],
      [43, 2_300],
      [35, 2_300]
    ] as const
    expect(limitsAt(box, 2_300, 40)).toEqual([35, 43])
    expect(limitsAt(box, 0, 40)).toEqual([35, 43])
    expect(limitsAt(box, 2_300.001, 40)).toBeUndefined()
    // A dip in the top has two spans at its weight: the one that is nearer counts.
    const two = [
      [0, 0],
      [100, 0],
      [100, 10],
      [60, 10],
      [50, 5],
      [40, 10],
      [0, 10]
    ] as const
    expect(limitsAt(two, 8, 20)).toEqual([0, 44])
    expect(limitsAt(two, 8, 90)).toEqual([56, 100])
  })
})

describe('findings of weight and balance say by how much, and of what', () => {
  const trip = (loads: Airframe['loadings'][number]['loads']) => [{ id: 'l', name: 'Trip', loads }]
  const outside = (emptyArmMm: number, envelope?: [number, number][]) =>
    massOf(withAirframe({ emptyArmMm, armLimitsMm: [1_900, 2_200], envelope, loadings: trip([]) })).findings.find(
      ({ code }) => code === 'mass.outside'
    )
  it('the limit that is passed', () => {
    expect(outside(1_880)).toMatchObject({ measured: 1_880, limit: 1_900 })
    expect(outside(2_240)).toMatchObject({ measured: 2_240, limit: 2_200 })
    expect(outside(2_000)).toBeUndefined()
    expect(outside(1_900)).toBeUndefined()
    expect(outside(2_200)).toBeUndefined()
  })
  it('a weight at which the envelope has no limits', () => {
    const heavy = outside(2_000, [
      [1_900, 600],
      [2_200, 600],
      [2_200, 700],
      [1_900, 700]
    ])!
    expect(heavy.limit).toBeUndefined()
    expect(readPhrase(heavy.says, US)).toContain('The envelope has no limits at this weight')
  })
  it('a weight over the maximum, once, and its centre of gravity not besides', () => {
    const { maxMassKg } = plainProject().airframe
    const told = (massKg: number) =>
      massOf(
        withAirframe({
          stations: [fuelAt(9_000)],
          emptyMassKg: maxMassKg - 10,
          loadings: trip([{ station: 'fuel', massKg }])
        })
      ).findings.map(({ id }) => id)
    expect(told(11)).toContain('mass.over:l')
    expect(told(11)).not.toContain('mass.outside:l:at take-off')
    expect(told(10)).not.toContain('mass.over:l')
  })
  it('a station at its limit is within it', () => {
    const at = (massKg: number) =>
      massOf(
        withAirframe({ stations: [{ ...fuelAt(2_000), mostKg: 50 }], loadings: trip([{ station: 'fuel', massKg }]) })
      ).findings.find(({ code }) => code === 'mass.station')
    expect(at(50)).toBeUndefined()
    expect(at(50.5)).toMatchObject({ measured: 50.5, limit: 50, id: 'mass.station:l:fuel' })
  })
  // Places of the plain aeroplane reach from the engine at 900 mm to the tail at 5500; 2 m beyond either end are allowed.
  it.each([
    [-1_101, -1_100],
    [-1_100, undefined],
    [7_500, undefined],
    [7_501, 7_500]
  ])('an arm of %i mm: limit passed %s', (armMm, limit) => {
    const found = massOf(withAirframe({ emptyArmMm: armMm })).findings.find(({ code }) => code === 'mass.arm')
    expect(found?.limit).toBe(limit)
    if (found) expect(found.id).toBe('mass.arm:the empty aeroplane')
  })
  it('an arm entered for a unit is told of that unit', () => {
    const project = projectWith([[item({ id: 'box', mounts: ['tail'] }), 'tail']])
    const units = project.options[0]!.units.map(unit => ({ ...unit, armMm: 9_000 }))
    const [found] = massOf({ ...project, options: [{ ...project.options[0]!, units }] }).findings.filter(
      ({ code }) => code === 'mass.arm'
    )
    expect(found).toMatchObject({ id: 'mass.arm:box', subjects: ['box'], measured: 9_000 })
  })
})

describe('what else weighs', () => {
  it('doublers behind the face: 2.78 g/cm³ at the arm of the panel, not in the aeroplane as installed', () => {
    const stiffener: Stiffener = {
      id: 'd',
      name: 'Doubler',
      kind: 'doubler',
      xMm: 200,
      yMm: 100,
      widthMm: 100,
      heightMm: 50,
      thicknessMm: 2
    }
    const base = plainProject()
    const project = {
      ...base,
      airframe: { ...base.airframe, panel: { ...base.airframe.panel, stiffeners: [stiffener] } }
    }
    // 100 · 50 · 2 mm = 10 cm³ of aluminium.
    expect(massOf(project).lines.at(-1)).toMatchObject({ massKg: expect.closeTo(0.0278, 6), armMm: 1_800 })
    expect(massOf(project, AS_FOUND).lines).toHaveLength(1)
    expect(massOf(base).lines).toHaveLength(1)
  })
  it('wires: what is gone goes out, what is new or ends at a moved unit comes in, the rest is left', () => {
    const box = item({ id: 'box', massKg: 1, mounts: ['tail', 'baggage'] })
    const kept = item({ id: 'kept', massKg: 1, mounts: ['tail'] })
    const base = projectWith([
      [box, 'baggage'],
      [kept, 'tail']
    ])
    const project = {
      ...base,
      fitted: [
        { id: 'box', item: 'box', label: 'Box', place: 'tail' },
        { id: 'kept', item: 'kept', label: 'Kept', place: 'tail' }
      ]
    }
    const wire = (id: string, units: string[], massKg: number, armMm: number) => ({ id, units, massKg, armMm }) as Wire
    const stays = wire('stays', ['kept'], 0.7, 3_000)
    const report = examineMass(
      resolve(project, 'a'),
      [stays, wire('moved', ['box'], 0.2, 2_500), wire('new', ['kept'], 0.1, 1_000)],
      [stays, wire('moved', ['box'], 0.3, 4_000), wire('gone', ['kept'], 0.1, 2_000)]
    )
    const [out, into] = report.lines.slice(-2)
    // By hand: 0.3 at 4000 and 0.1 at 2000 out; 0.2 at 2500 and 0.1 at 1000 in.
    expect(out).toMatchObject({ massKg: expect.closeTo(-0.4, 9), armMm: expect.closeTo(3_500, 9) })
    expect(into).toMatchObject({ massKg: expect.closeTo(0.3, 9), armMm: expect.closeTo(2_000, 9) })
  })
})

describe('workings and the sheet', () => {
  it('with all inputs a reader gets the result', () => {
    const project = withAirframe({
      stations: [fuelAt(2_400)],
      loadings: [{ id: 'l', name: 'Trip', loads: [{ station: 'fuel', massKg: 40 }] }]
    })
    const report = massOf(project)
    const { airframe } = resolve(project, 'a')
    const useful = explainUsefulLoad(resolve(project, 'a'), report)
    expect(useful.inputs.map(input => input.value)).toEqual([airframe.maxMassKg, airframe.emptyMassKg])
    expect(useful.result.value).toBe(airframe.maxMassKg - airframe.emptyMassKg)
    expect(explainArm(report).inputs[0]!.value).toBe(airframe.emptyMassKg * airframe.emptyArmMm)
    expect(explainLoading(report, 'none')).toBeUndefined()
    const working = explainLoading(report, 'l')!
    const value = (symbol: string) => working.inputs.find(input => input.symbol === symbol)?.value
    expect([value('empty'), value('Tank'), value('take-off')]).toEqual([
      airframe.emptyMassKg,
      40,
      airframe.emptyMassKg + 40
    ])
    expect(working.result.value).toBeCloseTo(
      (airframe.emptyMassKg * airframe.emptyArmMm + 40 * 2_400) / (airframe.emptyMassKg + 40),
      9
    )
    expect([value('forward limit'), value('aft limit')]).toEqual([...airframe.armLimitsMm])
  })
  it('100 lb at 50 in are 5,000 lb-in, and 45.36 kg at 1270 mm are 57,607.2 kg-mm', () => {
    const line = { text: 'Box', massKg: pounds(100), armMm: inches(50) }
    expect(balanceRows([line], { system: 'inch' }).rows[0]).toMatchObject({ mass: 100, arm: 50, moment: 5_000 })
    expect(balanceRows([line], { system: 'metric' }).rows[0]).toMatchObject({
      mass: 45.36,
      arm: 1_270,
      moment: 57_607.2
    })
    expect(balanceRows([], { system: 'inch' }).sum).toMatchObject({ mass: 0, arm: 0, moment: 0 })
    expect(balanceRows([line, line], { system: 'inch' }).sum).toMatchObject({ mass: 200, arm: 50, moment: 10_000 })
  })
})
