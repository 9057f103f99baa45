import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { areaMm2, type PointMm } from '../../panel'
import { arcPoints, FLATTEN_MM, flattenCubic, joinStrokes, ringsOf, roundOf, type Stroke } from './contours'
import { panelOf } from './outline.testing'

const line = (...points: PointMm[]): Stroke => ({ layer: '0', points, closed: false })
const ring = (points: PointMm[], layer = '0'): Stroke => ({ layer, points, closed: true })
const box = (x: number, y: number, w: number, h: number): PointMm[] => [
  [x, y],
  [x + w, y],
  [x + w, y + h],
  [x, y + h]
]

describe('lines that belong together', () => {
  it('four sides drawn in any order and either way round are one closed line of four corners', () => {
    const corners = box(0, 0, 300, 200)
    const sides = corners.map((from, index): [PointMm, PointMm] => [from, corners[(index + 1) % 4]!])
    fc.assert(
      fc.property(
        fc.shuffledSubarray([0, 1, 2, 3], { minLength: 4 }),
        fc.array(fc.boolean(), { minLength: 4, maxLength: 4 }),
        (order, turned) => {
          const strokes = order.map(index => line(...(turned[index] ? [...sides[index]!].reverse() : sides[index]!)))
          const { rings, open } = ringsOf(strokes)
          expect(open).toEqual([])
          expect(rings).toHaveLength(1)
          expect(rings[0]!.points).toHaveLength(4)
          expect(areaMm2(rings[0]!.points)).toBeCloseTo(300 * 200, 6)
        }
      ),
      { seed: 11, numRuns: 60 }
    )
  })
  it('ends a twentieth of a millimetre apart are one corner, ends half a millimetre apart are a gap', () => {
    const around = (gap: number) => [
      line([0, 0], [300, 0], [300, 200]),
      line([300, 200 + gap], [0, 200]),
      line([0, 200], [0, 0])
    ]
    expect(joinStrokes(around(0.05)).closed).toHaveLength(1)
    const { closed, open } = joinStrokes(around(0.5))
    expect([closed.length, open.length]).toEqual([0, 1])
  })
  it('a corner on a straight side, and one drawn twice, add nothing', () => {
    const [a, b, c, d] = box(0, 0, 300, 200) as [PointMm, PointMm, PointMm, PointMm]
    const { rings } = ringsOf([ring([a, [150, 0], b, b, c, d])])
    expect(rings[0]!.points).toEqual([a, b, c, d])
  })
  it('a line that goes out and back over itself has no area, and is counted', () => {
    const { rings, flat } = ringsOf([
      ring([
        [0, 0],
        [100, 0],
        [200, 0]
      ])
    ])
    expect([rings.length, flat]).toEqual([0, 1])
  })
})

describe('curves as sides', () => {
  /** How far a point is from the segment of two others. */
  const apart = ([px, py]: PointMm, [ax, ay]: PointMm, [bx, by]: PointMm) => {
    const run = (bx - ax) ** 2 + (by - ay) ** 2
    const t = run ? Math.max(0, Math.min(1, ((px - ax) * (bx - ax) + (py - ay) * (by - ay)) / run)) : 0
    return Math.hypot(px - ax - t * (bx - ax), py - ay - t * (by - ay))
  }
  it('an arc misses the true circle by no more than what is said: sagitta r·(1 − cos(φ/2)) of each side', () => {
    for (const r of [1.5, 10, 79.4, 400]) {
      const points = arcPoints({ cx: 5, cy: -7, major: [r, 0], ratio: 1, from: 0, to: Math.PI / 2 })
      const step = Math.PI / 2 / (points.length - 1)
      expect(r * (1 - Math.cos(step / 2))).toBeLessThanOrEqual(FLATTEN_MM + 1e-9)
      for (const [x, y] of points) expect(Math.hypot(x - 5, y + 7)).toBeCloseTo(r, 9)
    }
  })
  it('an ellipse stays on x²/a² + y²/b² = 1 and holds π·a·b but for what its sides cut off', () => {
    const points = arcPoints({ cx: 0, cy: 0, major: [120, 0], ratio: 0.5, from: 0, to: 2 * Math.PI }).slice(0, -1)
    for (const [x, y] of points) expect((x / 120) ** 2 + (y / 60) ** 2).toBeCloseTo(1, 9)
    expect(areaMm2(points) / (Math.PI * 120 * 60)).toBeGreaterThan(0.999)
    expect(areaMm2(points)).toBeLessThan(Math.PI * 120 * 60)
  })
  it('any cubic curve is nowhere farther from its sides than what is said', () => {
    const at = fc.double({ min: -300, max: 300, noNaN: true })
    const point = fc.tuple(at, at)
    fc.assert(
      fc.property(fc.tuple(point, point, point, point), p => {
        const points = [p[0], ...flattenCubic(p)]
        expect(points.at(-1)).toEqual(p[3].map(value => expect.closeTo(value, 6)))
        for (let i = 0; i <= 60; i++) {
          // The curve itself by halving its corners again and again (de Casteljau).
          let level: PointMm[] = [...p]
          while (level.length > 1)
            level = level
              .slice(1)
              .map(([x, y], k): PointMm => [
                level[k]![0] + (x - level[k]![0]) * (i / 60),
                level[k]![1] + (y - level[k]![1]) * (i / 60)
              ])
          const curve = level[0]!
          const nearest = Math.min(...points.slice(1).map((to, k) => apart(curve, points[k]!, to)))
          expect(nearest).toBeLessThanOrEqual(FLATTEN_MM + 1e-9)
        }
      }),
      { seed: 12, numRuns: 40 }
    )
  })
  it('a ring of forty sides about a circle is known for a circle, one about an ellipse is not', () => {
    const about = (rx: number, ry: number) =>
      ring(
        Array.from({ length: 40 }, (_, i): PointMm => {
          const t = (2 * Math.PI * i) / 40
          return [100 + rx * Math.cos(t), 50 + ry * Math.sin(t)]
        })
      )
    expect(roundOf(about(39.6, 39.6))).toMatchObject({
      xMm: expect.closeTo(100, 3) as number,
      yMm: expect.closeTo(50, 3) as number,
      diameterMm: expect.closeTo(79.2, 1) as number
    })
    expect(roundOf(about(39.6, 30))).toBeUndefined()
  })
})

const panel = (strokes: Stroke[], choice?: number) => panelOf({ ok: true, strokes, notes: [] }, choice)

describe('the outline of a drawing', () => {
  it('is the greatest closed line, moved to zero; what is closed inside it is offered, what lies outside is told', () => {
    const found = panel([ring(box(1000, 500, 600, 250)), ring(box(1050, 550, 80, 80)), ring(box(5000, 0, 40, 40))])
    if (!found.ok) throw new Error(found.problems.join(' '))
    expect(found.outline).toEqual(box(0, 0, 600, 250))
    expect(found.holes.map(contour => contour.points)).toEqual([box(50, 50, 80, 80)])
    expect(found.notes.join(' ')).toContain('1 closed line outside the outline left out')
  })
  it('of a sheet with a border what is named for the panel is taken, or what was chosen', () => {
    const strokes = [ring(box(0, 0, 1189, 841), 'BORDER'), ring(box(300, 300, 500, 200), 'FACE')]
    const face = panel(strokes)
    expect(face.ok && face.rings.map(({ layer }) => layer)).toEqual(['BORDER', 'FACE'])
    expect(face.ok && face.outline).toEqual(box(0, 0, 500, 200))
    expect(face.ok && face.notes.join(' ')).toContain('on layer “BORDER” and was taken for the border')
    const border = panel(strokes, 0)
    expect(border.ok && border.outline).toEqual(box(0, 0, 1189, 841))
  })
  it.each([
    ['nothing', [], /no line in this drawing/],
    ['a thing as large as a hangar', [ring(box(0, 0, 25_000, 9_000))], /25000 × 9000 mm.*Is the unit/],
    ['a thing as small as a stamp', [ring(box(0, 0, 20, 10))], /20 × 10 mm/],
    [
      'a line that crosses itself',
      [
        ring([
          [0, 0],
          [300, 200],
          [300, 0],
          [0, 190]
        ])
      ],
      /crosses itself/
    ],
    ['an open line', [line([0, 0], [300, 0], [300, 200])], /No line of this drawing is closed.*open by 360\.555 mm/],
    ['a coordinate that is none', [ring([...box(0, 0, 300, 200), [Number.NaN, 0]])], /not a number/]
  ] as [string, Stroke[], RegExp][])('%s is refused in words', (_, strokes, says) => {
    const found = panel(strokes)
    expect(found.ok).toBe(false)
    expect(found.ok ? '' : found.problems.join(' ')).toMatch(says)
  })
})
