import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { resolve, type Design } from '../../design'
import { demoProject } from '../../testing.demo'
import { feedersOf, phasesFlown, powerModel, proposedSupply, type PowerModel } from '..'
import { positionsOf } from '../supply/tie'
import { asker, type Setting } from './ask'
import { MAIN_ALTERNATOR } from '../../document'
import { fieldA, onIn, quotedA } from './load'

const designs = {
  'ZZ-DUN a': resolve(demoProject('3-skerrow-dunlin'), 'a'),
  'ZZ-DUN b': resolve(demoProject('3-skerrow-dunlin'), 'b'),
  'ZZ-TSL a': resolve(demoProject('1-teasel-ls'), 'a')
}
/** The feeds as they were drawn, of an aeroplane whose alternator was then taken out. */
const drawn = designs['ZZ-DUN b']
const noAlternator: Design = {
  ...drawn,
  supply: proposedSupply(drawn),
  airframe: { ...drawn.airframe, alternatorA: 0 }
}
// Kirchhoff’s current law: what hangs on nothing carries nothing; and every other feed carries what can be reckoned.
it('a feed that hangs on an alternator that is no longer there carries nothing, whatever fails', () => {
  const model = powerModel(noAlternator)
  const ask = asker(model)
  const feed = model.supply.ties.find(tie => tie.from === MAIN_ALTERNATOR)!.id
  const positions = positionsOf(model.supply, 'normal')
  const failures = [
    ...model.sources.map(({ id }) => ({ sources: [id] })),
    ...model.supply.ties.map(({ id }) => ({ ties: [id] }))
  ]
  for (const failure of [{}, ...failures])
    for (const phase of phasesFlown(noAlternator)) {
      const { tieA } = ask({ positions, failure, shed: false }, phase, 'worstA')
      expect(tieA.get(feed) ?? 0).toBeCloseTo(0, 6)
      expect([...tieA.values()].every(Number.isFinite)).toBe(true)
    }
  for (const feeder of feedersOf(model)) expect(Number.isFinite(feeder.mostA), feeder.name).toBe(true)
})

/** A model that nobody has asked yet. */
const fresh = (name: keyof typeof designs): PowerModel => powerModel(structuredClone(designs[name]))
/** Any setting of the switches and any failure of a supply. */
const anySetting = ({ supply, sources }: PowerModel): fc.Arbitrary<Setting> =>
  fc.record({
    positions: fc
      .tuple(...supply.switches.map(toggle => fc.constantFrom(...toggle.positions)))
      .map(to => new Map(supply.switches.map((toggle, index) => [toggle.id, to[index]!]))),
    failure: fc.record({
      sources: fc.subarray(sources.map(source => source.id)),
      ties: fc.subarray(
        supply.ties.map(tie => tie.id),
        { maxLength: 2 }
      )
    }),
    shed: fc.boolean()
  })
const sum = (amps: Iterable<number>) => [...amps].reduce((total, amps) => total + amps, 0)

describe.each(Object.keys(designs) as (keyof typeof designs)[])('the network of %s', name => {
  const model = fresh(name)
  const phases = phasesFlown(model.design)
  const asked = fc.tuple(
    anySetting(model),
    fc.constantFrom(...phases),
    fc.constantFrom('averageA' as const, 'worstA' as const)
  )

  it('answers the same whatever it was asked before', () => {
    const known = asker(model)
    fc.assert(
      fc.property(asked, ([setting, phase, ampsOf]) => {
        const once = known(setting, phase, ampsOf)
        expect(known({ ...setting, positions: new Map(setting.positions) }, phase, ampsOf)).toEqual(once)
        expect(asker(fresh(name))(setting, phase, ampsOf)).toEqual(once)
      }),
      { seed: 1, numRuns: 40 }
    )
  })
  // Kirchhoff’s current law over the whole network: what the sources give is what loads, coils and fields take. Loads of a constant
  // current take it at any volts they work at; where all are such the sum is known without the solver.
  it('gives as much as is taken', () => {
    const constant = {
      ...model.design,
      units: model.design.units.map(unit =>
        unit.item.power
          ? {
              ...unit,
              item: { ...unit.item, power: { ...unit.item.power, load: 'constant current' as const, minV: 1 } }
            }
          : unit
      )
    }
    const of = powerModel(constant)
    const positions = positionsOf(of.supply, 'normal')
    for (const phase of phases.filter(phase => phase !== 'start')) {
      const { sourceA } = asker(of)({ positions, failure: {}, shed: false }, phase, 'averageA')
      const loads = sum(
        constant.units.map(({ item: { power } }) => (power && onIn(power, phase) ? quotedA(power).averageA : 0))
      )
      const fields = sum(of.sources.map(source => (source.kind === 'alternator' ? fieldA(of, source) : 0)))
      // Coils are resistances: they take what the volts at them drive, between nothing and a fifth more than at 14 V.
      const coils = sum(of.supply.ties.map(tie => (tie.kind === 'contactor' ? (tie.holdA ?? 0) : 0)))
      const given = sum(sourceA.values())
      expect(given).toBeGreaterThanOrEqual(loads + fields - 1e-6)
      expect(given).toBeLessThanOrEqual(loads + fields + 1.2 * coils + 1e-6)
    }
  })
  it('with every source gone nothing is fed and nothing flows', () => {
    const failure = { sources: model.sources.map(source => source.id) }
    const { tieA, volts, sourceA } = asker(model)(
      { positions: positionsOf(model.supply, 'normal'), failure, shed: false },
      phases[0]!,
      'averageA'
    )
    expect(sum(tieA.values()) + sum(volts.values()) + sum(sourceA.values())).toBe(0)
  })
  it('no source takes current, no bus stands above the highest of them, and what is open carries nothing', () =>
    fc.assert(
      fc.property(asked, ([setting, phase, ampsOf]) => {
        const { tieA, volts, sourceA } = asker(model)(setting, phase, ampsOf)
        for (const amps of sourceA.values()) expect(amps).toBeGreaterThan(-1e-6)
        for (const volt of volts.values()) expect(volt).toBeLessThan(28.5)
        for (const id of setting.failure.ties ?? []) expect(tieA.has(id)).toBe(false)
      }),
      { seed: 2, numRuns: 60 }
    ))
  it('shedding never makes a source give more', () =>
    fc.assert(
      fc.property(asked, ([setting, phase, ampsOf]) => {
        const given = (shed: boolean) => sum(asker(model)({ ...setting, shed }, phase, ampsOf).sourceA.values())
        expect(given(true)).toBeLessThanOrEqual(given(false) + 1e-6)
      }),
      { seed: 3, numRuns: 40 }
    ))
})
