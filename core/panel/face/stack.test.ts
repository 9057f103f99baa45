import fc from 'fast-check'
import { UndirectedGraph } from 'graphology'
import { connectedComponents } from 'graphology-components'
import { describe, expect, it } from 'vitest'
import { boxFace, item, roundFace } from '../../testing'
import { figureAreaMm2, openings, setDown, type Placed } from '..'
import { shareOpening } from './stack'

const WEB_MM = 6.35
/** A tray of a radio stack: 6.25 in wide (common practice). */
const tray = (heightMm: number) => item({ id: `tray-${heightMm}`, face: boxFace(158.75, heightMm, true) })
const at = (id: string, of: ReturnType<typeof item>, x: number, y: number): Placed =>
  setDown({ id, label: id, item: of }, x, y)!

describe('trays of one stack', () => {
  // Trays of a stack stand on one another with nothing between them and hang in one opening (common practice).
  it('three that touch want one opening, as wide as they are and as high as all of them', () => {
    const placed = [at('a', tray(42), 300, 200), at('b', tray(50), 300, 154), at('c', tray(38), 300, 110)]
    const found = openings(placed, WEB_MM)
    expect(found).toHaveLength(1)
    expect(found[0]!.units.sort()).toEqual(['a', 'b', 'c'])
    expect(found[0]!.figure).toEqual({ kind: 'box', x: 300, y: 156, w: 158.75, h: 130 })
  })
  it('one set half a millimetre aside still hangs with the rest, one a millimetre aside does not', () => {
    const with2 = (x: number) => openings([at('a', tray(42), 300, 200), at('b', tray(42), x, 158)], WEB_MM)
    expect(with2(300.5)).toHaveLength(1)
    expect(with2(301)).toHaveLength(2)
  })
  it('with as much metal between them as is wanted each has a hole of its own', () => {
    const apart = (mm: number) =>
      openings([at('a', tray(42), 300, 200), at('b', tray(42), 300, 158 - mm)], WEB_MM).length
    expect(apart(WEB_MM - 0.02)).toBe(1)
    expect(apart(WEB_MM)).toBe(2)
  })
  it('dials never share, however near they are', () => {
    const dial = item({ id: 'dial', face: roundFace(79.375) })
    expect(openings([at('a', dial, 100, 100), at('b', dial, 100, 110)], WEB_MM)).toHaveLength(2)
  })
  it('what has no hole wants no opening', () => {
    const lamp = item({
      id: 'lamp',
      face: { bezel: { shape: 'round', diameterMm: 10 }, screws: [], stack: false }
    })
    expect(openings([at('a', lamp, 100, 100)], WEB_MM)).toEqual([])
  })
})

describe('openings of any trays', () => {
  const anyTrays = fc.array(
    fc.record({
      x: fc.constantFrom(200, 200.3, 380),
      y: fc.integer({ min: 40, max: 400 }),
      h: fc.constantFrom(30, 42, 50),
      stack: fc.boolean()
    }),
    { minLength: 1, maxLength: 9 }
  )
  // Which hang together is which are joined when each pair that touches is joined: the general graph library says it.
  it('are the connected components of who touches whom', () =>
    fc.assert(
      fc.property(anyTrays, some => {
        const placed = some.map(({ x, y, h, stack }, n) =>
          at(`u${n}`, stack ? tray(h) : item({ id: `box-${h}`, face: boxFace(100, h) }), x, y)
        )
        const graph = new UndirectedGraph()
        for (const unit of placed) graph.addNode(unit.id)
        for (const a of placed)
          for (const b of placed) if (a.id < b.id && shareOpening(a, b, WEB_MM)) graph.mergeEdge(a.id, b.id)
        const names = (groups: string[][]) => groups.map(group => [...group].sort().join()).sort()
        expect(names(openings(placed, WEB_MM).map(opening => opening.units))).toEqual(names(connectedComponents(graph)))
      }),
      { seed: 11, numRuns: 300 }
    ))
  it('an opening is never smaller than any hole in it, and of one unit it is that hole', () =>
    fc.assert(
      fc.property(anyTrays, some => {
        const placed = some.map(({ x, y, h }, n) => at(`u${n}`, tray(h), x, y))
        const hole = new Map(placed.map(unit => [unit.id, unit.cutout!]))
        for (const { figure, units } of openings(placed, WEB_MM)) {
          const largest = Math.max(...units.map(id => figureAreaMm2(hole.get(id)!)))
          if (units.length === 1) expect(figure).toEqual(hole.get(units[0]!))
          else expect(figureAreaMm2(figure)).toBeGreaterThanOrEqual(largest)
        }
      }),
      { seed: 12, numRuns: 200 }
    ))
})
