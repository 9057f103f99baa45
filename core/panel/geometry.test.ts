import Flatten from '@flatten-js/core'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { areaMm2, depthInside, DIRECTIONS, gap, inside, metalToEdge, travelApart, type Figure, type PointMm } from './geometry'

const place = fc.double({ min: -300, max: 300, noNaN: true })
const size = fc.double({ min: 1, max: 200, noNaN: true })
const circle = fc.record({ kind: fc.constant('circle' as const), x: place, y: place, r: size })
const box = fc.record({ kind: fc.constant('box' as const), x: place, y: place, w: size, h: size })
const figure: fc.Arbitrary<Figure> = fc.oneof(circle, box)

/** The same figure for the geometry library that serves as reference. */
function reference(f: Figure): Flatten.Polygon | Flatten.Circle {
  if (f.kind === 'circle') return new Flatten.Circle(new Flatten.Point(f.x, f.y), f.r)
  return new Flatten.Polygon([[[f.x - f.w / 2, f.y - f.h / 2], [f.x + f.w / 2, f.y - f.h / 2], [f.x + f.w / 2, f.y + f.h / 2], [f.x - f.w / 2, f.y + f.h / 2]]] as unknown as Flatten.Point[])
}
const asPolygon = (f: Figure) => { const shape = reference(f); return shape instanceof Flatten.Circle ? new Flatten.Polygon(shape) : shape }

describe('distance between figures', () => {
  it('agrees with a general geometry library wherever they are apart', () => fc.assert(fc.property(figure, figure, (a, b) => {
    const mine = gap(a, b)
    if (mine <= 0.01) return
    expect(mine).toBeCloseTo(asPolygon(a).distanceTo(asPolygon(b))[0], 5)
  }), { numRuns: 300 }))

  it('is negative just where the two share ground, and then says how far apart they must go', () => fc.assert(fc.property(figure, figure, (a, b) => {
    const overlap = gap(a, b)
    if (overlap >= -0.01) return
    // Moving by less than the overlap in any of many directions leaves them touching; in the best one, by a little more, parts them.
    const steps = Array.from({ length: 720 }, (_, i) => i / 720 * 2 * Math.PI)
    const moved = (angle: number, by: number) => gap({ ...a, x: a.x + Math.cos(angle) * by, y: a.y + Math.sin(angle) * by }, b)
    expect(steps.every(angle => moved(angle, -overlap * 0.98) < 0)).toBe(true)
    expect(steps.some(angle => moved(angle, -overlap * 1.02 + 0.01) >= -0.01)).toBe(true)
  }), { numRuns: 60 }))

  it('does not change when both are moved together, nor with their order', () => fc.assert(fc.property(figure, figure, place, place, (a, b, dx, dy) => {
    expect(gap({ ...a, x: a.x + dx, y: a.y + dy }, { ...b, x: b.x + dx, y: b.y + dy })).toBeCloseTo(gap(a, b), 7)
    expect(gap(b, a)).toBeCloseTo(gap(a, b), 9)
  })))

  it('a straight move of the length found leaves the wanted metal and no more', () => fc.assert(fc.property(figure, figure, fc.double({ min: 0, max: 20, noNaN: true }), fc.constantFrom(...DIRECTIONS), (a, b, want, direction) => {
    const by = travelApart(a, b, want, direction)
    const after = gap({ ...a, x: a.x + direction[0] * by, y: a.y + direction[1] * by }, b)
    expect(after).toBeGreaterThanOrEqual(want - 1e-6)
    if (by > 0) expect(gap({ ...a, x: a.x + direction[0] * by * 0.999, y: a.y + direction[1] * by * 0.999 }, b)).toBeLessThan(want)
  })))
})

describe('metal to the edge of the sheet', () => {
  const sheet: PointMm[] = [[0, 0], [600, 0], [600, 300], [0, 300]]
  const notched: PointMm[] = [[0, 0], [280, 0], [280, 60], [320, 60], [320, 0], [600, 0], [600, 300], [0, 300]]

  it('agrees with the library for figures inside', () => fc.assert(fc.property(fc.double({ min: 80, max: 520, noNaN: true }), fc.double({ min: 80, max: 220, noNaN: true }), fc.double({ min: 5, max: 70, noNaN: true }), (x, y, half) => {
    const edge = new Flatten.Polygon([notched.map(([px, py]) => new Flatten.Point(px, py))] as unknown as Flatten.Point[])
    for (const f of [{ kind: 'circle', x, y, r: half }, { kind: 'box', x, y, w: half * 2, h: half }] as const) {
      const mine = metalToEdge(f, notched)
      if (mine <= 0.01) continue
      const there = Math.min(...[...edge.edges as unknown as Set<Flatten.Edge>].map(one => asPolygon(f).distanceTo(one.shape as Flatten.Segment)[0]))
      expect(mine).toBeCloseTo(there, 5)
    }
  }), { numRuns: 200 }))
  it('a hole 10 mm over the edge says minus 10', () => {
    expect(metalToEdge({ kind: 'box', x: 30, y: 150, w: 80, h: 40 }, sheet)).toBeCloseTo(-10, 9)
    expect(metalToEdge({ kind: 'circle', x: 30, y: 150, r: 40 }, sheet)).toBeCloseTo(-10, 9)
  })
  it('sees a notch that cuts into a box between its corners', () => expect(metalToEdge({ kind: 'box', x: 300, y: 80, w: 200, h: 100 }, notched)).toBeLessThan(0))
  it('knows inside from outside', () => {
    expect(inside([300, 30], notched)).toBe(false)
    expect(inside([300, 90], notched)).toBe(true)
    expect(depthInside([300, 90], notched)).toBeCloseTo(30, 9)
  })
  it('area by the shoelace formula agrees with the library', () => {
    expect(areaMm2(notched)).toBeCloseTo(600 * 300 - 40 * 60, 6)
    expect(areaMm2([...notched].reverse())).toBeCloseTo(areaMm2(notched), 6)
  })
})
