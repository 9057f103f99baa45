import fc from 'fast-check'
import { lusolve, type Matrix } from 'mathjs'
import { describe, expect, it } from 'vitest'
import { factorsOf, NetworkError, solveFor, solveNetwork, type Branch, type Network } from './network'

const wire = (from: number, to: number, ohm: number): Branch => ({ from, to, ohm, diode: false, dropV: 0 })
const diode = (from: number, to: number, ohm = 0.01, dropV = 0.5): Branch => ({ from, to, ohm, diode: true, dropV })
const real = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const amp = (
  node: number,
  amps: number,
  kind: 'constant current' | 'constant power' | 'resistive' = 'constant current'
) => ({ node, kind, amps, atV: 14, minV: 1 })

/** Networks of up to nine nodes: a chain so that all hang together, more ties, diodes, feeds and loads of every kind. */
const networks: fc.Arbitrary<Network> = fc.integer({ min: 2, max: 9 }).chain(nodes =>
  fc.record({
    nodes: fc.constant(nodes),
    branches: fc
      .tuple(
        fc.tuple(...Array.from({ length: nodes - 1 }, (_, i) => real(0.005, 2).map(ohm => wire(i, i + 1, ohm)))),
        fc.array(
          fc
            .tuple(fc.nat(nodes - 1), fc.nat(nodes - 1), real(0.005, 2), fc.boolean())
            .filter(([a, b]) => a !== b)
            .map(([a, b, ohm, oneWay]) => (oneWay ? diode(a, b, ohm) : wire(a, b, ohm))),
          { maxLength: 8 }
        )
      )
      .map(([chain, more]) => [...chain, ...more]),
    feeds: fc.array(
      fc.record({
        node: fc.nat(nodes - 1),
        emfV: real(11, 15),
        ohm: real(0.002, 0.1),
        limitA: fc.constantFrom(Infinity, 8)
      }),
      { minLength: 1, maxLength: 3 }
    ),
    draws: fc.array(
      fc.record({
        node: fc.nat(nodes - 1),
        kind: fc.constantFrom('constant current' as const, 'constant power' as const, 'resistive' as const),
        amps: real(0, 3),
        atV: fc.constant(14),
        minV: fc.constant(8)
      }),
      { maxLength: 8 }
    )
  })
)

describe('linear systems', () => {
  it('agree with a general linear solver (mathjs) on random systems', () =>
    fc.assert(
      fc.property(
        fc
          .integer({ min: 1, max: 12 })
          .chain(n =>
            fc.tuple(
              fc.array(real(-5, 5), { minLength: n * n, maxLength: n * n }),
              fc.array(real(-50, 50), { minLength: n, maxLength: n })
            )
          ),
        ([cells, right]) => {
          const n = right.length
          // Made diagonally heavy, as a network of conductances is, so that both solvers stand on firm ground.
          const rows = Array.from({ length: n }, (_, r) =>
            Array.from({ length: n }, (_, c) => cells[r * n + c]! + (r === c ? 6 * n : 0))
          )
          const theirs = (lusolve(rows, right) as unknown as number[][] | Matrix).valueOf() as number[][]
          const ours = solveFor(factorsOf(Float64Array.from(rows.flat()), right.length), Float64Array.from(right))
          theirs.forEach(([value], index) => expect(ours[index]!).toBeCloseTo(value!, 8))
        }
      )
    ))
  it('with its rows in any order, and for one right side after another, taken apart once', () =>
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 10 }), fc.integer({ min: 1, max: 1_000_000 }), (n, seed) => {
        let state = seed
        const next = () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647
        const heavy = Array.from({ length: n }, (_, r) =>
          Array.from({ length: n }, (_, c) => next() - 0.5 + (r === c ? n : 0))
        )
        // The heavy cells lie anywhere: without an exchange of rows the first pivot would be a light one.
        const rows = heavy.map((_, r) => heavy[(r + 1 + Math.floor(seed % (n - 1))) % n]!)
        const factors = factorsOf(Float64Array.from(rows.flat()), n)
        for (let round = 0; round < 3; round++) {
          const right = Array.from({ length: n }, () => 20 * (next() - 0.5))
          const theirs = (lusolve(rows, right) as unknown as number[][] | Matrix).valueOf() as number[][]
          const ours = solveFor(factors, Float64Array.from(right))
          theirs.forEach(([value], index) => expect(ours[index]!).toBeCloseTo(value!, 8))
        }
      })
    ))
  it('one without a single answer is named', () =>
    expect(() => factorsOf(Float64Array.from([1, 1, 1, 1]), 2)).toThrow(NetworkError))
})

describe('networks', () => {
  // Set up otherwise than ours: by the incidence matrix of graph theory, G = AᵀYA, and solved by mathjs.
  it('random networks of resistances, sources and resistive loads agree with mathjs', () =>
    fc.assert(
      fc.property(networks, any => {
        const branches = any.branches.map(branch => ({ ...branch, diode: false, dropV: 0 }))
        const draws = any.draws.map(draw => ({ ...draw, kind: 'resistive' as const }))
        // Every source below no other: all of one voltage, so that none has to take current; and no limit.
        const feeds = any.feeds.map(feed => ({ ...feed, emfV: 14, limitA: Infinity }))
        const n = any.nodes
        const edges = [
          ...branches.map(branch => ({
            from: branch.from,
            to: branch.to,
            siemens: 1 / Math.max(branch.ohm, 1e-4),
            emfV: 0
          })),
          ...feeds.map(feed => ({ from: -1, to: feed.node, siemens: 1 / feed.ohm, emfV: feed.emfV })),
          ...draws.map(draw => ({ from: draw.node, to: -1, siemens: draw.amps / draw.atV, emfV: 0 }))
        ]
        const incidence = edges.map(edge =>
          Array.from({ length: n }, (_, node) => (edge.to === node ? 1 : edge.from === node ? -1 : 0))
        )
        const left = Array.from({ length: n }, (_, i) =>
          Array.from({ length: n }, (_, j) =>
            edges.reduce((sum, edge, e) => sum + incidence[e]![i]! * edge.siemens * incidence[e]![j]!, 0)
          )
        )
        const right = Array.from({ length: n }, (_, i) =>
          edges.reduce((sum, edge, e) => sum + incidence[e]![i]! * edge.siemens * edge.emfV, 0)
        )
        const theirs = lusolve(left, right) as unknown as number[][]
        const { volts } = solveNetwork({ nodes: n, branches, feeds, draws })
        theirs.forEach(([value], node) => expect(volts[node]!).toBeCloseTo(value!, 5))
      }),
      { numRuns: 200 }
    ))
  it('a bridge of five resistors agrees with mathjs', () =>
    fc.assert(
      fc.property(
        fc.tuple(real(0.1, 9), real(0.1, 9), real(0.1, 9), real(0.1, 9), real(0.1, 9), real(1, 30)),
        ([a, b, c, d, e, emf]) => {
          // Node 0 is fed; node 3 is the ground side, held by a resistor of 1 Ω as a resistive load.
          const { volts } = solveNetwork({
            nodes: 4,
            branches: [wire(0, 1, a), wire(0, 2, b), wire(1, 2, c), wire(1, 3, d), wire(2, 3, e)],
            feeds: [{ node: 0, emfV: emf, ohm: 0.1, limitA: Infinity }],
            draws: [{ node: 3, kind: 'resistive', amps: 14, atV: 14, minV: 1 }]
          })
          const g = [1 / a, 1 / b, 1 / c, 1 / d, 1 / e] as const
          const theirs = lusolve(
            [
              [10 + g[0] + g[1], -g[0], -g[1], 0],
              [-g[0], g[0] + g[2] + g[3], -g[2], -g[3]],
              [-g[1], -g[2], g[1] + g[2] + g[4], -g[4]],
              [0, -g[3], -g[4], 1 + g[3] + g[4]]
            ],
            [10 * emf, 0, 0, 0]
          ) as unknown as number[][]
          theirs.forEach(([value], node) => expect(volts[node]!).toBeCloseTo(value!, 6))
        }
      )
    ))
  it(
    'in any network Kirchhoff’s current law holds at every node, diodes and sources do what they may, and power ' +
      'given is power taken',
    () =>
      fc.assert(
        fc.property(networks, network => {
          const { volts, branchA, feedA, drawA } = solveNetwork(network)
          const net = Array.from({ length: network.nodes }, () => 0)
          network.branches.forEach(({ from, to }, index) => {
            net[from]! -= branchA[index]!
            net[to]! += branchA[index]!
          })
          network.feeds.forEach(({ node }, index) => {
            net[node]! += feedA[index]!
          })
          network.draws.forEach(({ node }, index) => {
            net[node]! -= drawA[index]!
          })
          for (const left of net) expect(Math.abs(left)).toBeLessThan(1e-5)
          network.branches.forEach((branch, index) => {
            if (!branch.diode) return
            expect(branchA[index]!).toBeGreaterThan(-1e-5)
            if (branchA[index] === 0) expect(volts[branch.from]! - volts[branch.to]!).toBeLessThan(branch.dropV + 1e-6)
          })
          network.feeds.forEach((feed, index) => {
            expect(feedA[index]!).toBeGreaterThan(-1e-5)
            expect(feedA[index]!).toBeLessThan(feed.limitA + 1e-5)
            if (feedA[index] === 0) expect(volts[feed.node]!).toBeGreaterThan(feed.emfV - 1e-6)
          })
          network.draws.forEach((draw, index) => {
            const v = volts[draw.node]!
            if (draw.kind === 'resistive') expect(drawA[index]!).toBeCloseTo((draw.amps * v) / draw.atV, 8)
            // Constant power takes P / V (derived) where it works at all.
            else if (v >= draw.minV)
              expect(drawA[index]!).toBeCloseTo(
                draw.kind === 'constant power' ? (draw.amps * draw.atV) / v : draw.amps,
                5
              )
          })
          const given = network.feeds.reduce((sum, feed, index) => sum + volts[feed.node]! * feedA[index]!, 0)
          const taken =
            network.draws.reduce((sum, draw, index) => sum + volts[draw.node]! * drawA[index]!, 0) +
            network.branches.reduce(
              (sum, { from, to }, index) => sum + (volts[from]! - volts[to]!) * branchA[index]!,
              0
            )
          expect(given).toBeCloseTo(taken, 3)
        }),
        { numRuns: 300 }
      )
  )
  it('a load of constant power behind a resistance takes the higher answer of the quadratic V² − E·V + P·R = 0', () => {
    const { volts } = solveNetwork({
      nodes: 2,
      branches: [wire(0, 1, 0.2)],
      feeds: [{ node: 0, emfV: 12, ohm: 0.1, limitA: Infinity }],
      draws: [amp(1, 5, 'constant power')]
    })
    expect(volts[1]).toBeCloseTo((12 + Math.sqrt(144 - 4 * 70 * 0.3)) / 2, 6)
  })
  it('more power than a source can give pulls the volts down; it does not hang', () => {
    const { volts } = solveNetwork({
      nodes: 1,
      branches: [],
      feeds: [{ node: 0, emfV: 12, ohm: 0.5, limitA: Infinity }],
      draws: [{ ...amp(0, 20, 'constant power'), minV: 9 }]
    })
    expect(volts[0]!).toBeLessThan(9)
    expect(volts[0]!).toBeGreaterThan(0)
  })
  it('of two sources behind diodes the higher one feeds, and a ring of diodes or a node nothing feeds brings no trouble', () => {
    const solved = solveNetwork({
      nodes: 5,
      branches: [diode(0, 2), diode(1, 2), diode(2, 3), diode(3, 2)],
      feeds: [
        { node: 0, emfV: 14.2, ohm: 0.01, limitA: 60 },
        { node: 1, emfV: 12.6, ohm: 0.01, limitA: Infinity }
      ],
      draws: [amp(2, 4), amp(3, 1), amp(4, 3)]
    })
    expect(solved.feedA[0]).toBeCloseTo(5, 6)
    expect(solved.feedA[1]!).toBeLessThan(1e-6)
    expect(solved.volts[4]).toBe(0)
    expect(solved.drawA[2]).toBe(0)
  })
  it('an alternator at its limit leaves the rest to the battery', () => {
    const { feedA } = solveNetwork({
      nodes: 1,
      branches: [],
      feeds: [
        { node: 0, emfV: 14.2, ohm: 0.01, limitA: 20 },
        { node: 0, emfV: 12.6, ohm: 0.01, limitA: Infinity }
      ],
      draws: [amp(0, 30)]
    })
    expect(feedA[0]).toBe(20)
    expect(feedA[1]).toBeCloseTo(10, 6)
  })
})
