import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS, arrange, snapBox, type Extent } from '..'

const box = (x: number, y: number, w = 80, h = 80): Extent => ({
  minX: x - w / 2,
  maxX: x + w / 2,
  minY: y - h / 2,
  maxY: y + h / 2
})
const named = (name: string, x: number, y: number, w = 80, h = 80) => ({ name, ...box(x, y, w, h) })
const boxes = fc.array(
  fc
    .tuple(fc.integer({ min: 0, max: 900 }), fc.integer({ min: 0, max: 300 }), fc.integer({ min: 10, max: 160 }))
    .map(([x, y, s]) => box(x, y, s, s)),
  { minLength: 2, maxLength: 8 }
)

describe('what a hand is drawn to', () => {
  it('a neighbour’s middle', () =>
    expect(snapBox(box(200, 101.5), [named('Airspeed', 100, 100)], 2.5)).toEqual({
      dx: 0,
      dy: -1.5,
      relations: [{ axis: 'y', atMm: 100, text: 'middle in line with Airspeed' }]
    }))
  it('an edge in line, with one of another size', () =>
    expect(snapBox(box(200, 150, 60, 40), [named('Display', 400, 128.5, 200, 80)], 2.5).relations[0]).toMatchObject({
      axis: 'y',
      text: 'edge in line with Display'
    }))
  it('the gap that two neighbours have between them', () => {
    const snapped = snapBox(box(301, 100), [named('A', 100, 100), named('B', 200, 100)], 2.5)
    expect(snapped.dx).toBe(-1)
    expect(snapped.relations[0]!.text).toBe('same gap as A to B')
  })
  it('the middle of the room between two', () =>
    expect(snapBox(box(251, 100), [named('A', 100, 100), named('B', 400, 100)], 2.5)).toMatchObject({
      dx: -1,
      relations: [{ text: 'equal gaps to A and B' }, { text: 'middle in line with A' }]
    }))
  it('the grid only when nothing else is as near, and nothing beyond reach', () => {
    expect(snapBox(box(203, 7), [], 2.5, 25.4 / 4).relations.map(relation => relation.text)).toEqual([
      'on the grid',
      'on the grid'
    ])
    expect(snapBox(box(500, 500), [named('A', 100, 100)], 2.5)).toEqual({ dx: 0, dy: 0, relations: [] })
  })
  it('never draws farther than it may', () =>
    fc.assert(
      fc.property(boxes, ([held, ...rest]) => {
        const { dx, dy } = snapBox(
          held!,
          rest.map((extent, i) => ({ ...extent, name: String(i) })),
          3,
          6.35
        )
        expect(Math.max(Math.abs(dx), Math.abs(dy))).toBeLessThanOrEqual(3)
      })
    ))
})

describe('setting things in order', () => {
  const after = (list: readonly Extent[], how: (typeof ARRANGEMENTS)[number]) =>
    arrange(list, how).map(({ dx, dy }, i) => ({
      minX: list[i]!.minX + dx,
      maxX: list[i]!.maxX + dx,
      minY: list[i]!.minY + dy,
      maxY: list[i]!.maxY + dy
    }))
  it('equal gaps: every gap alike, the outermost stay', () =>
    fc.assert(
      fc.property(boxes, list => {
        const set = after(list, 'equal gaps across').sort((a, b) => a.minX - b.minX)
        // Things that lie over one another have no gaps to make equal.
        if (set.some((box, i) => i > 0 && box.minX < set[i - 1]!.maxX)) return
        const gaps = set.slice(1).map((box, i) => box.minX - set[i]!.maxX)
        for (const gap of gaps) expect(gap).toBeCloseTo(gaps[0]!, 6)
        expect(set[0]!.minX).toBeCloseTo(Math.min(...list.map(extent => extent.minX)), 9)
      })
    ))
  it.each([
    ['left edges', 'minX'],
    ['right edges', 'maxX'],
    ['tops', 'maxY'],
    ['bottoms', 'minY']
  ] as const)('%s', (how, end) =>
    fc.assert(
      fc.property(boxes, list => after(list, how).forEach(box => expect(box[end]).toBeCloseTo(list[0]![end], 9)))
    )
  )
  it('mirrored twice is as it was', () =>
    fc.assert(
      fc.property(boxes, list => {
        after(after(list, 'mirrored across'), 'mirrored across').forEach((box, i) =>
          expect(box.minX).toBeCloseTo(list[i]!.minX, 6)
        )
      })
    ))
  it('one alone stays', () => expect(arrange([box(0, 0)], 'tops')).toEqual([{ dx: 0, dy: 0 }]))
})
