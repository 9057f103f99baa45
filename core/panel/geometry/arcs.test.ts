import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { flatten } from '../../build'
import { areaMm2, bounds, engravedLines, missingLetters, trueRing, type PointMm, type RingCorner } from '..'

/** Flattened as a file’s arcs are, and kept to the thousandth as a project does. */
const kept = (corners: readonly RingCorner[]): PointMm[] =>
  flatten(corners, 0.05).map(([x, y]): PointMm => [Number(x.toFixed(3)), Number(y.toFixed(3))])
/** Area of a ring with its bulges: that of its corners and of each arc’s segment, r² (θ − sin θ) / 2 (Bronshtein). */
const areaOf = (corners: readonly RingCorner[]): number => {
  const plain = corners.reduce((sum, p, i) => {
    const q = corners[(i + 1) % corners.length]!
    return sum + (p.x * q.y - q.x * p.y) / 2
  }, 0)
  return corners.reduce((sum, p, i) => {
    if (!p.bulge) return sum
    const q = corners[(i + 1) % corners.length]!
    const angle = 4 * Math.atan(p.bulge)
    const r = Math.hypot(q.x - p.x, q.y - p.y) / (2 * Math.sin(Math.abs(angle) / 2))
    return sum + (Math.sign(angle) * r * r * (Math.abs(angle) - Math.sin(Math.abs(angle)))) / 2
  }, plain)
}

describe('arcs found again in short straight sides', () => {
  it('a stadium is two straight sides and two half circles: π r² + 2 r l', () => {
    const found = trueRing(
      kept([
        { x: 0, y: 0 },
        { x: 300, y: 0, bulge: 1 },
        { x: 300, y: 80 },
        { x: 0, y: 80, bulge: 1 }
      ])
    )
    if (found.kind !== 'ring') throw new Error(found.kind)
    expect(found.points.map(corner => corner.bulge ?? 0).sort()).toEqual([
      0,
      0,
      expect.closeTo(1, 3),
      expect.closeTo(1, 3)
    ])
    expect(areaOf(found.points)).toBeCloseTo(Math.PI * 1600 + 80 * 300, 0)
  })
  it('a circle is a circle, to the hundredth of a millimetre', () => {
    const found = trueRing(
      kept([
        { x: 60, y: 100, bulge: 1 },
        { x: 140, y: 100, bulge: 1 }
      ])
    )
    expect(found).toEqual({
      kind: 'circle',
      x: expect.closeTo(100, 2),
      y: expect.closeTo(100, 2),
      r: expect.closeTo(40, 2)
    })
  })
  it('a long side with corners on it that are off by their rounding stays straight sides', () => {
    const bowed = [0, 0.0004, 0.0005, 0.0005, 0.0004, 0].map((y, i): PointMm => [i * 150, y])
    const found = trueRing([...bowed, [750, 200], [0, 200]])
    expect(found.kind === 'ring' && found.points.every(corner => !corner.bulge)).toBe(true)
  })
  it('an octagon keeps its eight sides, and so does an outline without a curve', () => {
    const octagon = Array.from({ length: 8 }, (_, i): PointMm => [
      50 * Math.cos((i * Math.PI) / 4),
      50 * Math.sin((i * Math.PI) / 4)
    ])
    const found = trueRing(octagon)
    expect(found.kind === 'ring' && found.points).toEqual(octagon.map(([x, y]) => ({ x, y })))
  })
  it('whatever rounded sheet it was, and wherever its list begins: the same area and no more corners than it had', () => {
    const corner = fc.integer({ min: 0, max: 30 })
    fc.assert(
      fc.property(
        fc.tuple(fc.integer({ min: 200, max: 1200 }), fc.integer({ min: 120, max: 400 })),
        fc.tuple(corner, corner, corner, corner),
        fc.nat({ max: 400 }),
        fc.boolean(),
        ([w, h], [a, b, c, d], first, backwards) => {
          const quarter = Math.tan(Math.PI / 8)
          const round = (r: number, from: RingCorner, to: RingCorner): RingCorner[] =>
            r === 0 ? [{ x: from.x, y: from.y }] : [{ ...from, bulge: quarter }, to]
          const corners = [
            ...round(a, { x: 0, y: a }, { x: a, y: 0 }),
            ...round(b, { x: w - b, y: 0 }, { x: w, y: b }),
            ...round(c, { x: w, y: h - c }, { x: w - c, y: h }),
            ...round(d, { x: d, y: h }, { x: 0, y: h - d })
          ]
          const points = kept(corners)
          const from = first % points.length
          const begun = [...points.slice(from), ...points.slice(0, from)]
          const found = trueRing(backwards ? [...begun].reverse() : begun)
          if (found.kind !== 'ring') throw new Error(found.kind)
          expect(found.points.length).toBeLessThanOrEqual(corners.length)
          expect(Math.abs(areaOf(found.points)) / areaOf(corners)).toBeCloseTo(1, 5)
          // Every point that was kept lies on what the cutter is given.
          const again = flatten(found.points, 0.001)
          expect(Math.abs(areaMm2(again)) / areaOf(corners)).toBeCloseTo(1, 4)
        }
      ),
      { numRuns: 60, seed: 11 }
    )
  })
})

describe('words as single lines', () => {
  it('a capital is as high as asked, its ink centred', () => {
    const { minX, minY, maxX, maxY } = bounds(engravedLines('H', 100, 50, 3).flat())
    expect([(minX + maxX) / 2, (minY + maxY) / 2, maxY - minY]).toEqual([
      expect.closeTo(100, 9),
      expect.closeTo(50, 9),
      expect.closeTo(3, 9)
    ])
  })
  it('letters follow one another without touching, whatever the words', () => {
    const lines = engravedLines('PITOT HEAT', 0, 0, 4)
    expect(bounds(lines.flat()).maxX).toBeGreaterThan(10)
    expect(lines.every(line => line.length > 1)).toBe(true)
    expect(engravedLines('MASTER', 0, 0, 4).length).toBeGreaterThan(engravedLines('MAST', 0, 0, 4).length)
  })
  // ISO 8859-1, the letters of western languages.
  it('there is a form of every letter of English, German, French and Spanish; of others it is said that there is none', () => {
    expect(missingLetters('ABCXYZ abcxyz 0123456789 ÄÖÜß éèàç ñ ¿¡ ½ ° ± – “V’s”')).toEqual([])
    expect(missingLetters('ΩMEGA Ω')).toEqual(['Ω'])
  })
})
