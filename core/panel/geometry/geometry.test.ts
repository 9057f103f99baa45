import Flatten from '@flatten-js/core'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  areaMm2,
  convexPieces,
  depthInside,
  DIRECTIONS,
  figureAreaMm2,
  figureAt,
  gap,
  hull,
  inside,
  metalToEdge,
  pointsOf,
  selfCrossing,
  shift,
  travelApart,
  type Box,
  type Circle,
  type PointMm,
  type Poly
} from './geometry'

const place = fc.double({ min: -300, max: 300, noNaN: true })
const size = fc.double({ min: 1, max: 200, noNaN: true })
const circle = fc.record({ kind: fc.constant('circle' as const), x: place, y: place, r: size })
/** Boxes with square and with rounded corners, up to a full half circle at their ends. */
const box: fc.Arbitrary<Box> = fc
  .tuple(place, place, size, size, fc.option(fc.double({ min: 0.02, max: 1, noNaN: true }), { nil: undefined }))
  .map(([x, y, w, h, round]) => ({
    kind: 'box',
    x,
    y,
    w,
    h,
    ...(round !== undefined && { c: (round * Math.min(w, h)) / 2 })
  }))
const figure: fc.Arbitrary<Circle | Box> = fc.oneof(circle, box)
/** A polygon that may be hollow: points round a centre at changing distances. */
const poly: fc.Arbitrary<Poly> = fc
  .tuple(place, place, fc.array(fc.double({ min: 10, max: 150, noNaN: true }), { minLength: 3, maxLength: 9 }))
  .map(([x, y, radii]) => ({
    kind: 'poly',
    x,
    y,
    points: radii.map((r, i): PointMm => [
      x + r * Math.cos((i * 2 * Math.PI) / radii.length),
      y + r * Math.sin((i * 2 * Math.PI) / radii.length)
    ])
  }))
const any: fc.Arbitrary<Circle | Box | Poly> = fc.oneof(circle, box, poly)

/** The same figure for the geometry library that serves as reference. */
function reference(f: Circle | Box | Poly): Flatten.Polygon | Flatten.Circle {
  if (f.kind === 'circle') return new Flatten.Circle(new Flatten.Point(f.x, f.y), f.r)
  if (f.kind === 'poly')
    return new Flatten.Polygon([f.points.map(([x, y]) => new Flatten.Point(x, y))] as unknown as Flatten.Point[])
  if (f.c) {
    const { x, y, c } = f
    const [w, h] = [f.w / 2, f.h / 2]
    const at = (px: number, py: number) => new Flatten.Point(x + px, y + py)
    const side = (ax: number, ay: number, bx: number, by: number) =>
      Math.hypot(bx - ax, by - ay) < 1e-9 ? [] : [new Flatten.Segment(at(ax, ay), at(bx, by))]
    const corner = (px: number, py: number, from: number) =>
      new Flatten.Arc(at(px, py), c, (from * Math.PI) / 2, ((from + 1) * Math.PI) / 2, true)
    return new Flatten.Polygon([
      ...side(-w + c, -h, w - c, -h),
      corner(w - c, -h + c, 3),
      ...side(w, -h + c, w, h - c),
      corner(w - c, h - c, 0),
      ...side(w - c, h, -w + c, h),
      corner(-w + c, h - c, 1),
      ...side(-w, h - c, -w, -h + c),
      corner(-w + c, -h + c, 2)
    ] as unknown as Flatten.Point[])
  }
  return new Flatten.Polygon([
    [
      [f.x - f.w / 2, f.y - f.h / 2],
      [f.x + f.w / 2, f.y - f.h / 2],
      [f.x + f.w / 2, f.y + f.h / 2],
      [f.x - f.w / 2, f.y + f.h / 2]
    ]
  ] as unknown as Flatten.Point[])
}
const asPolygon = (f: Circle | Box | Poly) => {
  const shape = reference(f)
  return shape instanceof Flatten.Circle ? new Flatten.Polygon(shape) : shape
}

describe('distance between figures', () => {
  it('agrees with a general geometry library wherever they are apart', () =>
    fc.assert(
      fc.property(figure, figure, (a, b) => {
        const mine = gap(a, b)
        if (mine <= 0.01) return
        expect(mine).toBeCloseTo(asPolygon(a).distanceTo(asPolygon(b))[0], 5)
      }),
      { numRuns: 300 }
    ))

  it('is negative just where the two share ground, and then says how far apart they must go', () =>
    fc.assert(
      fc.property(figure, figure, (a, b) => {
        const overlap = gap(a, b)
        if (overlap >= -0.01) return
        // Moving by less than the overlap in any of many directions leaves them touching; in the best one, by a little
        // more, parts them.
        const steps = Array.from({ length: 720 }, (_, i) => (i / 720) * 2 * Math.PI)
        const moved = (angle: number, by: number) =>
          gap({ ...a, x: a.x + Math.cos(angle) * by, y: a.y + Math.sin(angle) * by }, b)
        expect(steps.every(angle => moved(angle, -overlap * 0.98) < 0)).toBe(true)
        expect(steps.some(angle => moved(angle, -overlap * 1.02 + 0.01) >= -0.01)).toBe(true)
      }),
      { numRuns: 60 }
    ))

  it('does not change when both are moved together, nor with their order', () =>
    fc.assert(
      fc.property(figure, figure, place, place, (a, b, dx, dy) => {
        expect(gap({ ...a, x: a.x + dx, y: a.y + dy }, { ...b, x: b.x + dx, y: b.y + dy })).toBeCloseTo(gap(a, b), 7)
        expect(gap(b, a)).toBeCloseTo(gap(a, b), 9)
      })
    ))

  it('a straight move of the length found leaves the wanted metal and no more', () =>
    fc.assert(
      fc.property(
        figure,
        figure,
        fc.double({ min: 0, max: 20, noNaN: true }),
        fc.constantFrom(...DIRECTIONS),
        (a, b, want, direction) => {
          const by = travelApart(a, b, want, direction)
          const after = gap({ ...a, x: a.x + direction[0] * by, y: a.y + direction[1] * by }, b)
          expect(after).toBeGreaterThanOrEqual(want - 1e-6)
          if (by > 0)
            expect(
              gap({ ...a, x: a.x + direction[0] * by * 0.999, y: a.y + direction[1] * by * 0.999 }, b)
            ).toBeLessThan(want)
        }
      )
    ))
})

describe('polygons', () => {
  it('distance agrees with a general geometry library wherever they are apart', () =>
    fc.assert(
      fc.property(any, poly, (a, b) => {
        const mine = gap(a, b)
        const theirs = asPolygon(a).distanceTo(asPolygon(b))[0]
        if (mine > 0.01) {
          expect(mine).toBeCloseTo(theirs, 4)
          expect(gap(b, a)).toBeCloseTo(mine, 9)
        } else if (theirs > 0.01)
          expect(asPolygon(a).contains(asPolygon(b)) || asPolygon(b).contains(asPolygon(a))).toBe(true)
      }),
      { numRuns: 400 }
    ))
  it('area of a rounded box agrees with the library, arcs and all', () =>
    fc.assert(
      fc.property(box, b => {
        expect(figureAreaMm2(b)).toBeCloseTo(asPolygon(b).area(), 4)
      })
    ))
  it('area agrees with the library, and convex pieces add up to it', () =>
    fc.assert(
      fc.property(poly, a => {
        expect(areaMm2(a.points)).toBeCloseTo(asPolygon(a).area(), 5)
        expect(convexPieces(a.points).reduce((sum, piece) => sum + areaMm2(piece), 0)).toBeCloseTo(areaMm2(a.points), 4)
      }),
      { numRuns: 300 }
    ))
  it('an overlap parts when the figure is moved by as much in the best direction, for convex ones', () =>
    fc.assert(
      fc.property(poly, poly, (p, q) => {
        const [a, b] = [p, q].map((poly): Poly => ({ ...poly, points: hull(poly.points) })) as [Poly, Poly]
        const depth = gap(a, b)
        if (depth >= -0.01) return
        const best = Math.min(
          ...Array.from({ length: 720 }, (_, i) => {
            const t = (i * Math.PI) / 360
            return gap(shift(a, Math.cos(t) * -depth * 1.02, Math.sin(t) * -depth * 1.02), b) >= -0.02 ? 0 : 1
          })
        )
        expect(best).toBe(0)
      }),
      { numRuns: 100 }
    ))
  it('finds a side that crosses another', () => {
    expect(
      selfCrossing([
        [0, 0],
        [10, 10],
        [10, 0],
        [0, 10]
      ])
    ).toEqual([0, 2])
    expect(
      selfCrossing([
        [0, 0],
        [10, 0],
        [10, 10],
        [0, 10]
      ])
    ).toBeUndefined()
  })
})

describe('cutouts of the trade', () => {
  // A radio’s opening with corners of a quarter inch beside a 3-1/8 in dial set off its corner: Pythagoras.
  it('a rounded corner leaves more metal than a square one: to its arc, not to the corner it does not have', () => {
    const square = figureAt({ shape: 'rectangle', widthMm: 160, heightMm: 60, cornerMm: 0 }, 0, 0)
    const rounded = figureAt({ shape: 'rectangle', widthMm: 160, heightMm: 60, cornerMm: 6.35 }, 0, 0)
    const dial = figureAt({ shape: 'round', diameterMm: 79.375 }, 80 + 34, 30 + 34)
    expect(gap(square, dial)).toBeCloseTo(34 * Math.SQRT2 - 79.375 / 2, 9)
    expect(gap(rounded, dial)).toBeCloseTo((34 + 6.35) * Math.SQRT2 - 6.35 - 79.375 / 2, 9)
    expect(
      metalToEdge(rounded, [
        [-90, -40],
        [90, -40],
        [90, 40],
        [-90, 40]
      ])
    ).toBeCloseTo(10, 9)
  })
  // A switch bushing of 15/32 in with flats (common practice): circle segment area, Bronshtein: r² (α − sin α cos α) each.
  it('a round hole with flats has the area of the circle less two segments, and never less metal than it leaves', () => {
    const r = ((15 / 32) * 25.4) / 2
    const half = 10.6 / 2
    const a = Math.acos(half / r)
    const exact = Math.PI * r * r - 2 * r * r * (a - Math.sin(a) * Math.cos(a))
    const hole = figureAt({ shape: 'flats', diameterMm: r * 2, acrossMm: 10.6, turned: false }, 5, 7)
    expect(figureAreaMm2(hole)).toBeGreaterThanOrEqual(exact - 1e-6)
    expect(figureAreaMm2(hole)).toBeLessThan(exact * 1.003)
    expect(convexPieces(pointsOf(hole as Poly))).toHaveLength(1)
  })
  it('a compound hole is as near as its nearest part', () => {
    const hole = figureAt(
      {
        shape: 'compound',
        parts: [
          { xMm: 0, yMm: 0, of: { shape: 'round', diameterMm: 20 } },
          { xMm: 15, yMm: 0, of: { shape: 'rectangle', widthMm: 20, heightMm: 6, cornerMm: 0 } }
        ]
      },
      100,
      50
    )
    expect(gap(hole, { kind: 'circle', x: 140, y: 50, r: 5 })).toBeCloseTo(140 - 5 - 125, 9)
    expect(
      metalToEdge(hole, [
        [0, 0],
        [130, 0],
        [130, 100],
        [0, 100]
      ])
    ).toBeCloseTo(5, 9)
  })
})

describe('metal to the edge of the sheet', () => {
  const sheet: PointMm[] = [
    [0, 0],
    [600, 0],
    [600, 300],
    [0, 300]
  ]
  const notched: PointMm[] = [
    [0, 0],
    [280, 0],
    [280, 60],
    [320, 60],
    [320, 0],
    [600, 0],
    [600, 300],
    [0, 300]
  ]

  it('agrees with the library for figures inside', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 80, max: 520, noNaN: true }),
        fc.double({ min: 80, max: 220, noNaN: true }),
        fc.double({ min: 5, max: 70, noNaN: true }),
        (x, y, half) => {
          const edge = new Flatten.Polygon([
            notched.map(([px, py]) => new Flatten.Point(px, py))
          ] as unknown as Flatten.Point[])
          for (const f of [
            { kind: 'circle', x, y, r: half },
            { kind: 'box', x, y, w: half * 2, h: half },
            { kind: 'box', x, y, w: half * 2, h: half, c: half / 3 }
          ] as const) {
            const mine = metalToEdge(f, notched)
            if (mine <= 0.01) continue
            const there = Math.min(
              ...[...(edge.edges as unknown as Set<Flatten.Edge>)].map(
                edge => asPolygon(f).distanceTo(edge.shape as Flatten.Segment)[0]
              )
            )
            expect(mine).toBeCloseTo(there, 5)
          }
        }
      ),
      { numRuns: 200 }
    ))
  it('a hole 10 mm over the edge says minus 10', () => {
    expect(metalToEdge({ kind: 'box', x: 30, y: 150, w: 80, h: 40 }, sheet)).toBeCloseTo(-10, 9)
    expect(metalToEdge({ kind: 'circle', x: 30, y: 150, r: 40 }, sheet)).toBeCloseTo(-10, 9)
  })
  it('sees a notch that cuts into a box between its corners', () =>
    expect(metalToEdge({ kind: 'box', x: 300, y: 80, w: 200, h: 100 }, notched)).toBeLessThan(0))
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
