import fc from 'fast-check'
import { distance } from 'mathjs'
import { describe, expect, it } from 'vitest'
import type { Item } from '../../catalogue'
import type { Bay } from '../../document'
import { boxFace, designWith, item, plainProject, roundFace } from '../../testing'
import { bayScrews, examinePanel, inside, setDown, wayOut } from '..'
import type { PointMm } from '../geometry/geometry'

const bay = (outline: [number, number][], patch: Partial<Bay> = {}): Bay => ({
  id: 'left',
  name: 'Left bay',
  outline,
  lipMm: 16,
  screwPitchMm: 60,
  screwHoleMm: 4,
  ...patch
})
const RECTANGLE: [number, number][] = [
  [20, 20],
  [320, 20],
  [320, 220],
  [20, 220]
]
/** Distance of a point from a side, by the general library. */
const fromSide = (p: PointMm, a: PointMm, b: PointMm) => Number(distance([p[0], p[1]], [a[0], a[1]], [b[0], b[1]]))
const points = (bay: Bay): PointMm[] => bayScrews(bay).map(({ x, y }): PointMm => [x, y])
const sides = (ring: readonly (readonly [number, number])[]) =>
  ring.map((p, i) => [p, ring[(i + 1) % ring.length]!] as const)

describe('screws round a removable bay', () => {
  it('of a rectangle stand on the middle of its lip, one at each corner', () => {
    const found = points(bay(RECTANGLE))
    for (const corner of [
      [28, 28],
      [312, 28],
      [312, 212],
      [28, 212]
    ])
      expect(found.some(([x, y]) => Math.hypot(x - corner[0]!, y - corner[1]!) < 1e-9)).toBe(true)
    // 284 mm in parts of at most 60: five of them; 184 mm: four. Round about that is 18.
    expect(found).toHaveLength(18)
  })
  it('a narrower pitch takes more of them, and a wide one four', () => {
    const count = (screwPitchMm: number) => points(bay(RECTANGLE, { screwPitchMm })).length
    expect(count(30)).toBeGreaterThan(count(60))
    expect(count(1_000)).toBe(4)
  })
  it('holes are of the size entered', () => {
    for (const screw of bayScrews(bay(RECTANGLE, { screwHoleMm: 5.1 }))) expect(screw).toMatchObject({ r: 2.55 })
  })
  // Any slanted four-sided bay, drawn either way round.
  it('are half a lip within every side, never farther apart than the pitch, whichever way it is drawn', () =>
    fc.assert(
      fc.property(
        fc.tuple(...Array.from({ length: 8 }, () => fc.integer({ min: -25, max: 25 }))),
        fc.boolean(),
        fc.integer({ min: 6, max: 24 }),
        fc.integer({ min: 25, max: 90 }),
        (shifts, turned, lipMm, screwPitchMm) => {
          const ring = RECTANGLE.map(([x, y], i): [number, number] => [x + shifts[2 * i]!, y + shifts[2 * i + 1]!])
          const face = bay(turned ? [...ring].reverse() : ring, { lipMm, screwPitchMm })
          const found = points(face)
          for (const p of found) {
            expect(inside(p, face.outline)).toBe(true)
            const near = Math.min(...sides(face.outline).map(([a, b]) => fromSide(p, a, b)))
            expect(near).toBeCloseTo(lipMm / 2, 6)
          }
          for (const [a, b] of sides(found))
            expect(Math.hypot(a[0] - b[0], a[1] - b[1])).toBeLessThan(screwPitchMm + 1e-6)
        }
      ),
      { seed: 3, numRuns: 200 }
    ))
})

describe('how a unit comes out again', () => {
  const body = (widthMm: number, heightMm: number, depthMm = 150): Item['body'] => ({
    widthMm,
    heightMm,
    depthMm,
    connectorMm: 0
  })
  const out = (item: Item, bays: readonly Bay[] = []) =>
    wayOut(setDown({ id: 'u', label: 'u', item: item }, 150, 100)!, bays)
  // Facts of the trade (common practice): a radio slides out of its tray to the front; a display smaller than its hole comes out
  // to the front with its screws undone; a dial that is put in from behind comes out behind, unless its bay comes out with it.
  it.each<[string, Item, ReturnType<typeof wayOut>]>([
    [
      'a radio in a tray',
      item({ id: 'r', face: boxFace(158.75, 42, true), body: body(158.75, 42, 260) }),
      'from the front'
    ],
    [
      'a display smaller than its hole',
      item({
        id: 'd',
        face: { ...boxFace(180, 120)!, bezel: { shape: 'rectangle', widthMm: 200, heightMm: 140, cornerMm: 4 } },
        body: body(178, 118)
      }),
      'from the front'
    ],
    ['a box behind a small hole', item({ id: 'b', face: roundFace(57), body: body(80, 80) }), 'from behind'],
    [
      'a dial with its case through its hole',
      item({ id: 'i', face: roundFace(79.375), body: body(79, 79) }),
      'from the front'
    ],
    [
      'a dial screwed on from behind, its bezel no bigger than its hole',
      item({
        id: 's',
        face: { ...roundFace(79.375)!, bezel: { shape: 'round', diameterMm: 79.375 } },
        body: body(79, 79)
      }),
      'from behind'
    ],
    ['what has nothing behind the face', item({ id: 'p', face: roundFace(30) }), 'from the front']
  ])('%s', (_, made, way) => expect(out(made)).toBe(way))
  it('what only comes out from behind comes with its bay where it stands in one', () => {
    const box = item({ id: 'b', face: roundFace(57), body: body(80, 80) })
    expect(out(box, [bay(RECTANGLE)])).toBe('with its bay')
    expect(out(box, [bay(RECTANGLE.map(([x, y]): [number, number] => [x + 300, y]))])).toBe('from behind')
  })
  it('it is told once for all of them, as a note, and not at all where each comes out to the front', () => {
    const box = (id: string) => item({ id, face: roundFace(57), body: body(80, 80) })
    const found = (bays: Bay[]) => {
      const base = plainProject()
      const panel = { ...base.airframe.panel, bays }
      const design = designWith(
        [
          [box('one'), [150, 100]],
          [box('two'), [250, 150]]
        ],
        { ...base, airframe: { ...base.airframe, panel } }
      )
      return examinePanel(design).findings.filter(finding => finding.code === 'panel.access')
    }
    expect(found([])).toMatchObject([{ weight: 'note', subjects: ['one', 'two'] }])
    expect(found([bay(RECTANGLE)])).toEqual([])
  })
})
