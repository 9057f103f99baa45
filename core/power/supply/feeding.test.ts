import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Item } from '../../catalogue'
import { type Supply, type Tie } from '../../document'
import { resolve, type Design } from '../../design'
import { item, plainProject, projectWith } from '../../testing'
import { powerModel, fedBy, positionsOf, sourcesOf, Wired, type Failure } from '..'

const load = (id: string): Item =>
  item({
    id,
    mounts: ['tail'],
    power: { atV: 14, minV: 9, maxV: 32, typicalA: 1, maxA: 1, load: 'constant current', essential: false }
  })
const UNITS = ['u0', 'u1', 'u2', 'u3']
const BUSES = ['b0', 'b1', 'b2', 'b3', 'b4']
const node = fc.constantFrom('battery', 'alternator', 'spare', ...BUSES)

interface Case {
  supply: Supply
  circuits: { unit: string; bus: string; alsoBus?: string }[]
  positions: Map<string, string>
  failure: Failure
}
/**
 * Any supply: ties of every kind between any two nodes, switches that close some of them, units on one bus or two, things
 * that have failed.
 */
const cases: fc.Arbitrary<Case> = fc
  .record({
    ties: fc.array(
      fc
        .record({
          from: node,
          to: node,
          kind: fc.constantFrom('wire' as const, 'contactor' as const, 'diode' as const, 'breaker' as const),
          by: fc.option(
            fc.record({
              switch: fc.constantFrom('s0', 's1'),
              in: fc.constantFrom<string[]>(['OFF'], ['ON'], ['OFF', 'ON'])
            }),
            { nil: undefined }
          )
        })
        .filter(tie => tie.from !== tie.to),
      { minLength: 1, maxLength: 12 }
    ),
    hung: fc.tuple(
      ...UNITS.map(() => fc.tuple(fc.constantFrom(...BUSES), fc.option(fc.constantFrom(...BUSES), { nil: undefined })))
    ),
    at: fc.tuple(fc.constantFrom('OFF', 'ON'), fc.constantFrom('OFF', 'ON')),
    failure: fc.record({
      sources: fc.subarray(['battery', 'alternator', 'spare']),
      buses: fc.subarray([...BUSES], { maxLength: 2 }),
      units: fc.subarray([...UNITS], { maxLength: 1 })
    }),
    failedTies: fc.array(fc.nat(11), { maxLength: 2 })
  })
  .map(({ ties, hung, at, failure, failedTies }) => ({
    supply: {
      sources: [{ kind: 'battery', id: 'spare', name: 'Spare', chemistry: 'lithium', capacityAh: 6, ratedHours: 1 }],
      buses: BUSES.map(id => ({ id, name: id, role: 'other' })),
      switches: ['s0', 's1'].map((id, index) => ({ id, name: id, positions: ['OFF', 'ON'], normal: at[index]! })),
      ties: ties.map((tie, index): Tie => ({ ...tie, id: `t${index}`, name: `t${index}`, milliohm: 2 }))
    },
    circuits: UNITS.map((unit, index) => {
      const [bus, alsoBus] = hung[index]!
      return { unit, bus, ...(alsoBus !== undefined && alsoBus !== bus && { alsoBus }) }
    }),
    positions: new Map([
      ['s0', at[0]],
      ['s1', at[1]]
    ]),
    failure: { ...failure, ties: failedTies.map(index => `t${index}`) }
  }))
const designOf = ({ supply, circuits }: Case): Design => {
  const project = projectWith(
    UNITS.map(id => [load(id), 'tail']),
    plainProject()
  )
  return resolve({ ...project, options: [{ ...project.options[0]!, supply, circuits }] }, 'a')
}

/** The same by walking the drawing with a pencil: along closed ties, through diodes one way, never over what has failed. */
function reachedByHand({ supply, circuits, positions, failure }: Case): Set<string> {
  const gone = new Set([...(failure.buses ?? []), ...(failure.sources ?? [])])
  const shut = new Set(failure.ties)
  const lit = new Set(['battery', 'alternator', 'spare'].filter(source => !gone.has(source)))
  // A failed bus is cut off; a failed source is only a source no more: what is tied to its post may still feed through it.
  const cut = new Set(failure.buses)
  for (let grown = true; grown;) {
    grown = false
    for (const tie of supply.ties) {
      if (
        shut.has(tie.id) ||
        cut.has(tie.from) ||
        cut.has(tie.to) ||
        (tie.by && !tie.by.in.includes(positions.get(tie.by.switch)!))
      )
        continue
      for (const [from, to] of tie.kind === 'diode'
        ? [[tie.from, tie.to]]
        : ([
            [tie.from, tie.to],
            [tie.to, tie.from]
          ] as const))
        if (lit.has(from!) && !lit.has(to!)) {
          lit.add(to!)
          grown = true
        }
    }
  }
  return new Set(
    circuits
      .filter(
        circuit =>
          !(failure.units ?? []).includes(circuit.unit) &&
          [circuit.bus, circuit.alsoBus].some(bus => bus !== undefined && lit.has(bus) && !cut.has(bus))
      )
      .map(circuit => circuit.unit)
  )
}

describe('who is fed', () => {
  it('agrees with walking the drawing by hand, in any supply, setting and failure', () =>
    fc.assert(
      fc.property(cases, situation => {
        const design = designOf(situation)
        const { powered } = fedBy(
          new Wired(powerModel(design, situation.supply), situation.failure),
          situation.positions
        )
        // Ends that fall below a volt are diodes in a long row: each takes half a volt of twelve, so at most a dozen ties
        // cannot do it.
        expect([...powered].sort()).toEqual([...reachedByHand(situation)].sort())
      }),
      { numRuns: 400 }
    ))
  it('one switch more closed never darkens anything; one failure more never lights anything', () =>
    fc.assert(
      fc.property(cases, fc.constantFrom(...BUSES), (situation, bus) => {
        const design = designOf(situation)
        const fed = (failure: Failure) =>
          fedBy(new Wired(powerModel(design, situation.supply), failure), situation.positions).powered
        const before = fed(situation.failure)
        for (const unit of fed({ ...situation.failure, buses: [...(situation.failure.buses ?? []), bus] }))
          expect(before.has(unit)).toBe(true)
        const open = { ...situation.supply, ties: situation.supply.ties.map(({ by: _, ...tie }) => tie) }
        const all = fedBy(new Wired(powerModel(design, open), situation.failure), situation.positions).powered
        for (const unit of before) expect(all.has(unit)).toBe(true)
      }),
      { numRuns: 150 }
    ))
  it('the airframe’s own battery and alternator are sources, and a box with cells inside', () => {
    const project = projectWith([
      [item({ id: 'cells', mounts: ['tail'], battery: { chemistry: 'lithium', capacityAh: 6, ratedHours: 1 } }), 'tail']
    ])
    const design = resolve(project, 'a')
    expect(sourcesOf(design, { sources: [], buses: [], ties: [], switches: [] }).map(source => source.id)).toEqual([
      'alternator',
      'battery',
      'unit:cells'
    ])
  })
  it('switches stand as the pilot sets them once the loss is noticed, the others as before', () => {
    const supply: Supply = {
      sources: [],
      buses: [{ id: 'main', name: 'Main', role: 'main' }],
      ties: [],
      switches: [
        { id: 'm', name: 'Master', positions: ['OFF', 'BAT', 'BAT + ALT'], normal: 'BAT + ALT', afterLoss: 'BAT' },
        { id: 'a', name: 'Avionics', positions: ['OFF', 'ON'], normal: 'ON' }
      ]
    }
    expect([...positionsOf(supply, 'normal').values()]).toEqual(['BAT + ALT', 'ON'])
    expect([...positionsOf(supply, 'afterLoss').values()]).toEqual(['BAT', 'ON'])
  })
})
