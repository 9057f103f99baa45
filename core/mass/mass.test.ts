import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyEdits, type Airframe, type Project } from '../document'
import { resolve } from '../design'
import { item, plainProject, projectWith, runs } from '../testing'
import { demoProject } from '../testing.demo'
import { inches, pounds, readPhrase, US } from '../quantity'
import { balanceRows, examineMass, limitsAt, loadedOf } from '.'

describe('empty mass after an alteration (FAA-H-8083-1B: old + added − removed, from memory)', () => {
  it('sums masses and moments', () => {
    const base = plainProject()
    base.airframe = { ...base.airframe, emptyMassKg: 500, emptyArmMm: 2000, maxMassKg: 800 }
    const gone = item({ id: 'gone', massKg: 10, mounts: ['engine bay'] })
    const project = {
      ...projectWith([[item({ id: 'box', massKg: 5, mounts: ['tail'] }), 'tail']], base),
      fitted: [{ id: 'gone', item: 'gone', label: 'Gone', place: 'engine' }]
    }
    project.items.push(gone)
    const report = examineMass(resolve(project, 'a'), [], [])
    // 500 − 10 at 900 + 5 at 5500, worked by hand.
    expect(report.emptyMassKg).toBe(495)
    expect(report.emptyArmMm).toBeCloseTo((500 * 2000 - 10 * 900 + 5 * 5500) / 495, 9)
    expect(report.usefulLoadKg).toBe(305)
  })
  // Weight moved / total weight = change of CG / distance moved (FAA-H-8083-1B, weight shift formula, from memory).
  it('moving a box obeys the weight-shift formula', () => {
    const base = plainProject()
    const box = item({ id: 'box', massKg: 12, mounts: ['tail', 'baggage'] })
    const at = (place: string) => examineMass(resolve(projectWith([[box, place]], base), 'a'), [], [])
    const [tail, baggage] = [at('tail'), at('baggage')]
    expect(12 / tail.emptyMassKg).toBeCloseTo((tail.emptyArmMm - baggage.emptyArmMm) / (5500 - 3500), 12)
  })
  // Vacuum system, radios, indicators, plumbing and wire removed: 60 lb and more in one aeroplane (common practice); the
  // vacuum parts alone are a good part of it.
  it('taking the vacuum system out of the demo gains useful load', () => {
    const project = demoProject('3-skerrow-dunlin')
    const vacuum = project.options[0]!.units.filter(
      unit => project.items.find(item => item.id === unit.item)!.kind === 'vacuum part'
    )
    const out = applyEdits(
      project,
      vacuum.map(unit => ({ type: 'unit.remove' as const, option: 'a', unit: unit.id })),
      'out'
    ).project
    const gain =
      examineMass(resolve(out, 'a'), [], []).usefulLoadKg - examineMass(resolve(project, 'a'), [], []).usefulLoadKg
    expect(gain).toBeCloseTo(
      vacuum.reduce((sum, unit) => sum + project.items.find(item => item.id === unit.item)!.massKg, 0),
      9
    )
    expect(gain / 0.45359237).toBeGreaterThan(8)
  })
})

const massOf = (project: Project) => examineMass(resolve(project, 'a'), [], [])

describe('what moves weight', () => {
  const box = item({ id: 'box', massKg: 10, mounts: ['tail', 'baggage', 'panel'] })
  const fitted = (place: string): Project => ({
    ...projectWith([[box, place]]),
    fitted: [{ id: 'box', item: 'box', label: 'Box', place: 'tail' }]
  })
  it('a unit that stays where it was changes nothing', () => expect(massOf(fitted('tail')).lines).toHaveLength(1))
  it('a unit put elsewhere goes out at its old arm and comes in at its new one', () => {
    const report = massOf(fitted('baggage'))
    expect(report.emptyMassKg).toBe(500)
    // Weight moved / total weight = change of CG / distance moved (FAA-H-8083-1B, from memory).
    expect(report.emptyArmMm - 2100).toBeCloseTo((10 / 500) * (3500 - 5500), 9)
  })
  it('another item under the same id: the old one goes out, the new one comes in', () => {
    const project = fitted('tail')
    const heavy = { ...box, id: 'heavy', massKg: 16 }
    const swapped = {
      ...project,
      items: [...project.items, heavy],
      options: [{ ...project.options[0]!, units: project.options[0]!.units.map(unit => ({ ...unit, item: 'heavy' })) }]
    }
    expect(massOf(swapped).emptyMassKg).toBe(506)
  })
  it('a box on the face has its weight at half its depth ahead of it; an arm entered stands', () => {
    const deep = { ...box, body: { widthMm: 100, heightMm: 50, depthMm: 200, connectorMm: 0 } }
    const at = (armMm?: number) => {
      const project = projectWith([[deep, [100, 100]]])
      const units = project.options[0]!.units.map(unit => ({ ...unit, ...(armMm !== undefined && { armMm }) }))
      return massOf({ ...project, options: [{ ...project.options[0]!, units }] }).lines.at(-1)!.armMm
    }
    expect(at()).toBe(1800 - 100)
    expect(at(1234)).toBe(1234)
  })
})

describe('loadings against the envelope', () => {
  /** The aeroplane of the handbook’s example, in its pounds and inches. */
  const handbook = (loads: Record<string, number>): Airframe => ({
    ...plainProject().airframe,
    emptyMassKg: pounds(1340),
    emptyArmMm: inches(37),
    maxMassKg: pounds(2300),
    armLimitsMm: [inches(35.6), inches(43.2)],
    stations: [
      { id: 'front', name: 'Front seats', kind: 'seat', armMm: inches(35) },
      { id: 'rear', name: 'Rear seats', kind: 'seat', armMm: inches(72) },
      { id: 'fuel', name: 'Fuel', kind: 'fuel', armMm: inches(48) },
      { id: 'baggage', name: 'Baggage', kind: 'baggage', armMm: inches(92) }
    ],
    loadings: [
      {
        id: 'l',
        name: 'Trip',
        loads: Object.entries(loads).map(([station, lb]) => ({ station, massKg: pounds(lb) }))
      }
    ]
  })
  const loaded = (loads: Record<string, number>) => massOf({ ...plainProject(), airframe: handbook(loads) })
  // FAA-H-8083-1B, loaded weight and CG of a single-engine aeroplane (worked example, from memory): 1,340 lb at 37.0 in empty;
  // front 320 at 35, rear 290 at 72, fuel 240 at 48, baggage 90 at 92: 2,280 lb, 101,460 lb-in, 44.5 in; limits 35.6 to 43.2.
  it('the handbook’s example: 2,280 lb at 44.5 in, 1.3 in aft of the aft limit', () => {
    const { loadings, findings } = loaded({ front: 320, rear: 290, fuel: 240, baggage: 90 })
    const { takeOff } = loadings[0]!
    expect(takeOff.massKg / pounds(1)).toBeCloseTo(2280, 9)
    expect((takeOff.massKg * takeOff.armMm) / pounds(1) / 25.4).toBeCloseTo(101_460, 6)
    expect(takeOff.armMm / 25.4).toBeCloseTo(44.5, 1)
    const outside = findings.find(finding => finding.id === 'mass.outside:l:at take-off')!
    expect(outside.weight).toBe('must fix')
    expect(readPhrase(outside.says, US)).toContain('1.3 in aft of the aft limit')
  })
  it('within the limits nothing is said; each limit passed is told', () => {
    const codes = (loads: Record<string, number>) =>
      loaded(loads)
        .findings.map(finding => finding.code)
        .sort()
    expect(codes({ front: 340, fuel: 240 })).toEqual([])
    expect(codes({ front: 340, rear: 340, fuel: 240, baggage: 100 })).toContain('mass.over')
    const nose = { ...plainProject(), airframe: { ...handbook({ front: 900 }), emptyArmMm: inches(35.7) } }
    const forward = massOf(nose).findings.find(finding => finding.code === 'mass.outside')!
    expect(readPhrase(forward.says, US)).toContain('forward of the forward limit')
  })
  it('what is within with full tanks and outside when they are burnt is told', () => {
    // Fuel well ahead of the empty aeroplane: burning it moves the centre aft.
    const airframe = handbook({ front: 200, rear: 190, fuel: 300 })
    const ahead = {
      ...airframe,
      stations: airframe.stations.map(station => (station.id === 'fuel' ? { ...station, armMm: inches(24) } : station)),
      armLimitsMm: [inches(35.6), inches(40)] as [number, number]
    }
    const { loadings, findings } = massOf({ ...plainProject(), airframe: ahead })
    expect(loadings[0]!.takeOff.inside).toBe(true)
    expect(findings.map(finding => finding.id)).toEqual(['mass.outside:l:with the fuel burnt'])
  })
  it('the burn is checked along its way, in the worst order of the tanks: within at both ends, outside between', () => {
    // A nose tank and a tail tank of 100 lb each, equally far from the middle: full and empty the centre is the same.
    const airframe = handbook({ front: 200, nose: 100, tail: 100 })
    const two = {
      ...airframe,
      emptyArmMm: inches(40),
      stations: [
        { id: 'front', name: 'Front seats', kind: 'seat' as const, armMm: inches(40) },
        { id: 'nose', name: 'Nose tank', kind: 'fuel' as const, armMm: inches(0) },
        { id: 'tail', name: 'Tail tank', kind: 'fuel' as const, armMm: inches(80) }
      ],
      armLimitsMm: [inches(38), inches(42)] as [number, number]
    }
    const { loadings, findings } = massOf({ ...plainProject(), airframe: two })
    const [loading] = loadings
    expect([loading!.takeOff.inside, loading!.fuelBurnt.inside, loading!.inside]).toEqual([true, true, false])
    // By hand: 1,340 + 200 + 100 = 1,640 lb with one tank full; the arm is off by 100 · 40 / 1,640 = 2.44 in.
    const worst = loading!.worstInBurn!
    expect([worst.massKg / pounds(1), worst.fuelLeftKg / pounds(1)]).toEqual([
      expect.closeTo(1640, 6),
      expect.closeTo(100, 6)
    ])
    expect(Math.abs(worst.armMm / 25.4 - 40)).toBeCloseTo(4000 / 1640, 6)
    const [finding] = findings.filter(({ code }) => code === 'mass.outside')
    expect(finding!.id).toBe('mass.outside:l:as fuel is burnt')
    expect(readPhrase(finding!.says, US)).toMatch(/with 100\.0 lb of fuel left, (aft|forward) tanks first/)
    // One of them alone, burnt, moves it too; wider limits hold it.
    const wide = { ...two, armLimitsMm: [inches(37), inches(43)] as [number, number] }
    expect(massOf({ ...plainProject(), airframe: wide }).loadings[0]!.inside).toBe(true)
  })
  it('what is said of the burn agrees with trying every share of every tank, on any envelope', () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ kg: fc.integer({ min: 5, max: 120 }), armMm: fc.integer({ min: 200, max: 3_000 }) }), {
          minLength: 1,
          maxLength: 3
        }),
        fc.array(fc.tuple(fc.integer({ min: 900, max: 1_150 }), fc.integer({ min: 1_150, max: 1_400 })), {
          minLength: 3,
          maxLength: 3
        }),
        (tanks, spans) => {
          const stations = tanks.map(({ armMm }, i) => ({
            id: `t${i}`,
            name: `Tank ${i}`,
            kind: 'fuel' as const,
            armMm
          }))
          const masses = [500, 750, 1_000]
          const envelope = [
            ...spans.map(([fore], i) => [fore, masses[i]!]),
            ...spans.map(([, aft], i) => [aft, masses[i]!]).reverse()
          ] as [number, number][]
          const airframe = { ...plainProject().airframe, stations, envelope, maxMassKg: 1_000 }
          const loads = tanks.map(({ kg }, i) => ({ station: `t${i}`, massKg: kg }))
          const empty = { massKg: 600, armMm: 1_150 }
          const found = loadedOf(airframe, empty, { id: 'l', name: 'L', loads })
          const shares = Array.from({ length: 13 }, (_, i) => i / 12)
          let outside = false
          const walk = (index: number, massKg: number, moment: number) => {
            if (index < tanks.length) {
              for (const share of shares)
                walk(
                  index + 1,
                  massKg + tanks[index]!.kg * share,
                  moment + tanks[index]!.kg * share * tanks[index]!.armMm
                )
              return
            }
            const limits = limitsAt(envelope, massKg, moment / massKg)
            if (limits && (moment / massKg < limits[0] - 1e-3 || moment / massKg > limits[1] + 1e-3)) outside = true
          }
          walk(0, empty.massKg, empty.massKg * empty.armMm)
          // Whatever trying finds outside is told; the exact way may find what lies between two tries.
          if (outside) expect(found.inside).toBe(false)
          if (found.inside) expect(outside).toBe(false)
        }
      ),
      runs(40)
    ))
  it('a station over its limit is told', () => {
    const airframe = handbook({ front: 300, baggage: 120 })
    const limited = {
      ...airframe,
      stations: airframe.stations.map(station =>
        station.id === 'baggage' ? { ...station, mostKg: pounds(100) } : station
      )
    }
    expect(massOf({ ...plainProject(), airframe: limited }).findings.map(finding => finding.code)).toContain(
      'mass.station'
    )
  })
  it('limits at a weight: on a slanted side they lie on the line between its corners', () => {
    const envelope = [
      [80, 1500],
      [95, 1500],
      [95, 2400],
      [88, 2400],
      [80, 1900]
    ] as const
    expect(limitsAt(envelope, 1700, 85)).toEqual([80, 95])
    expect(limitsAt(envelope, 2150, 85)).toEqual([84, 95])
    expect(limitsAt(envelope, 2500, 85)).toBeUndefined()
    expect(limitsAt(envelope, 1000, 85)).toBeUndefined()
  })
  it('limits agree with asking many points of a convex envelope one by one', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 3000, noNaN: true }),
        fc.double({ min: 60, max: 120, noNaN: true }),
        (mass, arm) => {
          // A triangle: inside by the sign of three areas (any textbook of geometry).
          const [a, b, c] = [
            [80, 500],
            [110, 500],
            [90, 2500]
          ] as const
          const side = (p: readonly [number, number], q: readonly [number, number]) =>
            (q[0] - p[0]) * (mass - p[1]) - (q[1] - p[1]) * (arm - p[0])
          const within = side(a, b) >= 0 && side(b, c) >= 0 && side(c, a) >= 0
          const limits = limitsAt([a, b, c], mass, arm)
          expect(limits !== undefined && arm >= limits[0] && arm <= limits[1]).toBe(within)
        }
      )
    ))
  it('with no loading entered it says so, and an arm outside the aeroplane is told, not reckoned with in silence', () => {
    const project = plainProject()
    expect(massOf(project).findings.map(finding => finding.code)).toEqual(['mass.no-loading'])
    const far = { ...project, airframe: { ...project.airframe, emptyArmMm: 9_900 } }
    expect(massOf(far).findings.map(finding => finding.code)).toContain('mass.arm')
  })
})

describe('the sheet', () => {
  it('columns multiply and add up as they are shown, in pounds and in kilograms, whatever the lines', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(fc.double({ min: -200, max: 900, noNaN: true }), fc.double({ min: -3000, max: 8000, noNaN: true })),
          {
            minLength: 1,
            maxLength: 30
          }
        ),
        fc.constantFrom('inch' as const, 'metric' as const),
        (lines, system) => {
          const { rows, sum } = balanceRows(
            lines.map(([massKg, armMm]) => ({ text: '', massKg, armMm })),
            { system }
          )
          for (const row of rows) expect(Math.abs(row.moment - row.mass * row.arm)).toBeLessThanOrEqual(0.0501)
          expect(sum.mass).toBeCloseTo(
            rows.reduce((all, row) => all + row.mass, 0),
            6
          )
          expect(sum.moment).toBeCloseTo(
            rows.reduce((all, row) => all + row.moment, 0),
            4
          )
        }
      )
    ))
})
