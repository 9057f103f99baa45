import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Item } from '../catalogue'
import { applyEdits } from '../document'
import { resolve } from '../design'
import { feet, readPhrase, US, type Phrase } from '../quantity'
import { designWith, item, plainProject, projectWith, runs } from '../testing'
import { withoutCoils } from '../testing.supply'
import {
  BREAKER_SIZES_A,
  allowableDropV,
  ampacityOf,
  designCircuits,
  examinePower,
  explainCircuit,
  gauge,
  powerModel,
  resistanceOhm,
  type PowerModel
} from '.'

const load = (id: string, power: Partial<NonNullable<Item['power']>>): Item =>
  item({
    id,
    mounts: ['tail'],
    power: { atV: 14, minV: 10, maxV: 32, typicalA: 1, maxA: 1, load: 'constant current', essential: false, ...power }
  })

describe('copper wire', () => {
  // AC 43.13-1B chg 1 table 11-9 (values from memory): ohms per 1000 ft at 20 °C and amps in a bundle.
  it.each([
    [24, 28.4, 2.5, 4, 5],
    [22, 16.2, 3, 5, 6],
    [20, 9.88, 4, 7, 9],
    [18, 6.23, 6, 9, 12],
    [16, 4.81, 7, 11, 14],
    [14, 3.06, 10, 14, 18],
    [12, 2.02, 13, 19, 25],
    [10, 1.26, 17, 26, 32],
    [8, 0.7, 38, 57, 71],
    [6, 0.44, 50, 76, 97],
    [4, 0.28, 68, 103, 133],
    [2, 0.18, 95, 141, 179]
  ])('AWG %i', (awg, ohms, a105, a150, a200) => {
    expect(resistanceOhm(gauge(awg), feet(1000))).toBeCloseTo(ohms, 9)
    expect(gauge(awg).bundleA).toEqual({ 105: a105, 150: a150, 200: a200 })
  })
  // Circular mils of the same table (from memory): tinned copper of that area has the table's resistance within its own steps.
  it.each([
    [22, 755],
    [18, 1900],
    [14, 3831],
    [10, 9354],
    [4, 42615]
  ])('AWG %i agrees with the resistance of copper of its area within 8 %%', (awg, mils) => {
    const area = ((mils * Math.PI) / 4) * 25.4e-6 ** 2
    // Resistivity of annealed copper 1.7241e-8 Ω·m (IACS, published); tin and stranding add a few per cent.
    const copper = (1.7241e-8 * 304.8) / area
    expect(gauge(awg).ohmsPerKft / copper).toBeGreaterThan(0.97)
    expect(gauge(awg).ohmsPerKft / copper).toBeLessThan(1.19)
  })
  // AC 43.13-1B 11-66 (from memory): R(T) = R20 (234.5 + T) / 254.5.
  it('is warmer, so resists more', () =>
    expect(resistanceOhm(gauge(20), feet(1000), 105)).toBeCloseTo((9.88 * 339.5) / 254.5, 9))
  // AC 43.13-1B table 11-3 (values from memory): wire, breaker, fuse.
  it.each([
    [22, 5, 5],
    [20, 7.5, 5],
    [18, 10, 10],
    [16, 15, 10],
    [14, 20, 15],
    [12, 30, 20],
    [10, 40, 30],
    [8, 50, 50],
    [6, 80, 70],
    [4, 100, 70],
    [2, 125, 100]
  ])('AWG %i is protected by %f A breaker, %i A fuse', (awg, breaker, fuse) => {
    expect(gauge(awg)).toMatchObject({ breakerA: breaker, fuseA: fuse })
  })
  it('names what the table has when asked for what it has not', () => expect(() => gauge(19)).toThrow(/22, 20, 18/))
})

describe('voltage drop', () => {
  // AC 43.13-1B table 11-6 (values from memory).
  it('14 V allows 0.5 V steady and 1 V brief, 28 V twice that', () => {
    expect([
      allowableDropV(14, 'continuous'),
      allowableDropV(14, 'intermittent'),
      allowableDropV(28, 'continuous'),
      allowableDropV(28, 'intermittent')
    ]).toEqual([0.5, 1, 1, 2])
  })
  // AC 43.13-1B table 11-7 (values from memory): the drop the handbook works out for its wires at 20 °C.
  it.each([
    [6, 107, 20, 0.942],
    [4, 90, 20, 0.504],
    [12, 88, 20, 3.6],
    [14, 100, 20, 6.12]
  ])('AWG %i over %i ft at %i A drops what the handbook says', (awg, run, amps, worked) =>
    expect(amps * resistanceOhm(gauge(awg), feet(run))).toBeCloseTo(worked, 1)
  )
})

/**
 * A design with one load at the end of so many feet of wire, one way: in a metal airframe a light grounds to the structure beside
 * it, as the tables count. They are for wire at 20 °C and name no ohms for the structure: so is this aeroplane.
 */
function atEndOf(tableFt: number, systemV: 14 | 28, amps: number, awg?: 10, transmitA?: number) {
  const far = item({
    id: 'far',
    kind: 'light',
    mounts: ['tail'],
    power: {
      atV: systemV,
      minV: 10,
      maxV: 32,
      typicalA: amps,
      maxA: amps,
      transmitA,
      load: 'constant current',
      essential: false
    }
  })
  const project = projectWith([[far, 'tail']])
  const { airframe } = project
  return powerModel(
    resolve(
      {
        ...project,
        airframe: {
          ...airframe,
          structure: 'metal',
          systemV,
          alternatorA: 60,
          serviceLoopMm: 0,
          wiring: { ambientC: 20, altitudeFt: 0, wireC: 150, structureOhm: 0, bundleWires: 1, loadedShare: 0.2 },
          routes: [{ from: 'panel', to: 'tail', lengthMm: feet(tableFt) }]
        },
        options: [{ ...project.options[0]!, ...(awg && { circuits: [{ unit: 'far', awg }] }) }]
      },
      'a'
    )
  )
}

describe('the wire of a circuit, by the handbook’s own tables', () => {
  // AC 43.13-1B table 11-7 (values from memory), the rows a 28 V and a 14 V system have: allowable drop, run, amps, wire.
  it.each([
    [28, 107, 20, 6],
    [14, 90, 20, 4]
  ] as const)('at %i V, %i ft and %i A want AWG %i', (systemV, run, amps, awg) => {
    const { circuits } = designCircuits(atEndOf(run, systemV, amps))
    expect(circuits[0]).toMatchObject({ awg, dropLimitV: systemV === 28 ? 1 : 0.5, return: 'structure' })
  })
  // AC 43.13-1B table 11-8 (values from memory): the longest run of AWG 10 at 20 A for a drop of 1 V and of 0.5 V. 20 A warm an
  // AWG 10 in free air by 10 °C or so, which the table leaves out: 4 %.
  it.each([
    [28, 39],
    [14, 19.5]
  ] as const)('at %i V, AWG 10 reaches %f ft at 20 A, and no farther', (systemV, run) => {
    const drops = (ft: number) =>
      circuitFindingsOf(atEndOf(ft, systemV, 20, 10)).some(finding => finding.code === 'power.drop')
    expect(drops(run * 0.96)).toBe(false)
    expect(drops(run * 1.03)).toBe(true)
  })
  // Table 11-6 (from memory): 1 V at 14 V and 2 V at 28 V for intermittent loads. By the same table as above AWG 10 drops that at
  // 20 A over 39 and 78 ft, while 5 A all the time are well within the limit of continuous loads.
  it.each([
    [28, 78, 2],
    [14, 39, 1]
  ] as const)('at %i V, AWG 10 reaches %f ft at 20 A while transmitting, and no farther', (systemV, run, limit) => {
    const drop = (ft: number) =>
      circuitFindingsOf(atEndOf(ft, systemV, 5, 10, 20)).find(finding => finding.code === 'power.drop')
    expect(drop(run * 0.92)).toBeUndefined()
    expect(drop(run * 1.06)).toMatchObject({ limit, measured: expect.closeTo(limit * 1.06, 1) })
  })
  // The trade’s example (derived from the same tables): 5 A over 22.4 ft on 14 V wants AWG 14 out and structure back, or a pair
  // of AWG 10. Mass of the wire from the rough figures of the wire table: 1.43 lb against 0.29.
  it('5 A at 22.4 ft: AWG 14 and structure back in metal, a pair of AWG 10 in composite', () => {
    const design = (structure: 'metal' | 'composite') => {
      const { design: base } = atEndOf(22.4, 14, 5)
      return { ...base, airframe: { ...base.airframe, structure, wiring: plainProject().airframe.wiring } }
    }
    expect(designCircuits(powerModel(design('metal'))).circuits[0]).toMatchObject({ awg: 14, return: 'structure' })
    expect(designCircuits(powerModel(design('composite'))).circuits[0]).toMatchObject({
      awg: 10,
      return: 'ground block'
    })
    const [metal] = designCircuits(powerModel(design('metal'))).circuits
    const ohms = resistanceOhm(gauge(14), feet(22.4), metal!.conductorC)
    expect(metal!.dropV).toBeCloseTo(5 * (ohms + 0.005), 9)
    expect((gauge(14).poundsPerKft * 22.4) / 1000).toBeCloseTo(0.29, 2)
    expect((2 * gauge(10).poundsPerKft * 22.4) / 1000).toBeCloseTo(1.43, 2)
  })
})

const circuitFindingsOf = (model: PowerModel) => examinePower(model.design).findings

describe('circuits', () => {
  it('every circuit the app proposes is protected, carries its load and keeps its drop', () =>
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0.05, max: 30, noNaN: true }), { minLength: 1, maxLength: 12 }), amps => {
        const { circuits } = examinePower(
          designWith(amps.map((maxA, index) => [load(`u${index}`, { typicalA: maxA, maxA }), 'tail']))
        )
        for (const circuit of circuits) {
          const wire = gauge(circuit.awg)
          expect(wire.breakerA!).toBeGreaterThanOrEqual(circuit.breakerA)
          expect(circuit.breakerA).toBeGreaterThanOrEqual(circuit.steadyA * 1.25 - 1e-9)
          expect(BREAKER_SIZES_A).toContain(circuit.breakerA)
          expect(ampacityOf(wire, circuit.lie).amps).toBeGreaterThanOrEqual(circuit.steadyA)
          expect(circuit.mostProtectorA).toBeGreaterThanOrEqual(circuit.breakerA)
          expect(circuit.dropV).toBeLessThanOrEqual(0.5 * 1.013)
        }
      }),
      runs(25)
    ))
  it('a breaker larger than its wire stops work, and the remedy cures it', () => {
    const project = projectWith([[load('lamp', { typicalA: 6, maxA: 6 }), 'tail']])
    const worse = applyEdits(
      project,
      [{ type: 'circuit.set', option: 'a', circuit: { unit: 'lamp', breakerA: 15, awg: 22 } }],
      'worse'
    ).project
    const finding = examinePower(resolve(worse, 'a')).findings.find(finding => finding.code === 'power.protector')!
    expect(finding).toMatchObject({ weight: 'must fix', measured: 15, limit: 5 })
    const cured = applyEdits(worse, finding.remedies[0]!.edits, 'cure').project
    expect(examinePower(resolve(cured, 'a')).findings.filter(finding => finding.code === 'power.protector')).toEqual([])
  })
  it('the working of a wire says which limit forbids the next thinner one', () => {
    const why = (amps: number, place: string, reading = US) =>
      readPhrase(
        explainCircuit(
          powerModel(
            designWith([[{ ...load('x', { typicalA: amps, maxA: amps }), mounts: ['tail', 'cabin'] }, place]])
          ),
          'x',
          'wire'
        )!.inputs.at(-1)!.value as Phrase,
        reading
      )
    expect(why(0.2, 'cabin')).toBe('it is the thinnest wire in the chart')
    // Over the same run: at 1 A the drop decides; close by, at 5 A, a 7.5 A breaker is more than AWG 22 bears (table 11-3).
    expect(why(1, 'tail')).toMatch(/^AWG 22: voltage drop is 0\.5\d V at continuous load$/)
    expect(why(5, 'cabin')).toMatch(/^AWG \d+: (voltage drop|a 7\.5 A breaker does not protect it)/)
    expect(why(1, 'tail', { system: 'metric', locale: 'de-DE' })).toMatch(/^AWG 22: voltage drop is 0,5\d V/)
  })
  it('a load no table wire carries is said, not guessed', () => {
    expect(examinePower(designWith([[load('winch', { typicalA: 400, maxA: 400 }), 'tail']])).findings).toContainEqual(
      expect.objectContaining({ code: 'power.no-wire', weight: 'must fix' })
    )
  })
  it('a place without a route is said, not guessed', () => {
    const base = plainProject()
    base.airframe.routes = []
    expect(examinePower(designWith([[load('beacon', {}), 'tail']], base)).findings).toContainEqual(
      expect.objectContaining({ code: 'power.no-route' })
    )
  })
})

describe('loads by phase', () => {
  it('holds the heaviest phase against 80 % of the alternator (AC 43.13-1B 11-36, from memory)', () => {
    const base = plainProject()
    base.airframe.alternatorFieldA = 0
    const loads = (maxA: number) =>
      examinePower(
        withoutCoils(designWith([[load('heater', { typicalA: maxA, maxA, phases: ['climb'] }), 'tail']], base))
      )
    expect(loads(31.9).findings.filter(finding => finding.code === 'power.overload')).toEqual([])
    expect(loads(32.1).findings.find(finding => finding.code === 'power.overload')).toMatchObject({
      limit: 32,
      measured: 32.1
    })
    expect(loads(32.1).loads.find(load => load.phase === 'taxi')!.typicalA).toBe(0)
  })
  it('a box of constant power takes twice the amps on half the volts: I = P / V', () => {
    const base = plainProject()
    base.airframe.systemV = 28
    const { loads } = examinePower(
      designWith(
        [
          [load('radio', { typicalA: 2, maxA: 2, load: 'constant power' }), 'tail'],
          [load('lamp', { typicalA: 2, maxA: 2, load: 'resistive' }), 'tail']
        ],
        base
      )
    )
    const of = (id: string) => loads[1]!.byUnit.find(load => load.unit === id)!.typicalA
    expect(of('radio')).toBe(1)
    expect(of('lamp')).toBe(4)
  })
  it('an aeroplane that only flies by day has no cruise by night', () =>
    expect(examinePower(designWith([[load('x', {}), 'tail']])).loads.map(load => load.phase)).not.toContain(
      'cruise by night'
    ))
  it('refuses a 14 V box in a 28 V aeroplane', () => {
    const base = plainProject()
    base.airframe.systemV = 28
    expect(examinePower(designWith([[load('old', { maxV: 16 }), 'tail']], base)).findings).toContainEqual(
      expect.objectContaining({ code: 'power.volts', limit: 16 })
    )
  })
})
