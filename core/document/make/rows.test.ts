import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Item, Shape } from '../../catalogue'
import { extent, figureAt } from '../../panel'
import { boxFace, item, roundFace } from '../../testing'
import { memberPlaces, shapeSizeMm } from './rows'

const anyShape: fc.Arbitrary<Shape> = fc.oneof(
  fc.integer({ min: 5, max: 120 }).map((diameterMm): Shape => ({ shape: 'round', diameterMm })),
  fc
    .tuple(fc.integer({ min: 5, max: 200 }), fc.integer({ min: 5, max: 200 }))
    .map(([widthMm, heightMm]): Shape => ({ shape: 'rectangle', widthMm, heightMm, cornerMm: 0 })),
  fc
    .tuple(fc.integer({ min: 10, max: 60 }), fc.boolean())
    .map(([diameterMm, turned]): Shape => ({ shape: 'flats', diameterMm, acrossMm: diameterMm * 0.88, turned }))
)

describe('size of a shape', () => {
  it('is that of its figure, as the geometry draws it', () =>
    fc.assert(
      fc.property(anyShape, shape => {
        const { widthMm, heightMm } = shapeSizeMm(shape)
        const e = extent(figureAt(shape, 0, 0))
        // Round sides with flats are drawn as short straight ones outside them: no smaller, and larger by 0.05 mm at most.
        for (const [drawn, size] of [
          [e.maxX - e.minX, widthMm],
          [e.maxY - e.minY, heightMm]
        ] as const) {
          expect(drawn).toBeGreaterThan(size - 1e-9)
          expect(drawn).toBeLessThan(size + 0.05)
        }
      }),
      { seed: 1, numRuns: 200 }
    ))
  it('of a polygon it is counted from its middle to both sides: what it takes when set down there', () =>
    expect(
      shapeSizeMm({
        shape: 'polygon',
        points: [
          [-10, -5],
          [30, -5],
          [30, 20]
        ]
      })
    ).toEqual({ widthMm: 60, heightMm: 40 }))
})

describe('rows and stacks', () => {
  const items: Record<string, Item> = {
    asi: item({ id: 'asi', face: roundFace(79.375) }),
    radio: item({ id: 'radio', face: boxFace(158.75, 42, true) }),
    wide: item({ id: 'wide', face: boxFace(158.75, 66, true) }),
    antenna: item({ id: 'antenna' })
  }
  const placed = (kind: 'row' | 'stack', units: string[], pitchMm: number) =>
    memberPlaces({ id: 'r', name: 'Row', kind, units, xMm: 100, yMm: 200, pitchMm }, id => items[id])
  // Six dials of 3 1/8 in stand 3 3/8 to 3 1/2 in from middle to middle (common practice).
  it('a row has its members at its pitch, one beside the other', () =>
    expect([...placed('row', ['asi', 'asi2', 'radio'], 88.9).values()]).toEqual([
      { xMm: 100, yMm: 200 },
      { xMm: 188.9, yMm: 200 }
    ]))
  it('a stack has its members under one another from its top, with the pitch between them', () => {
    const at = placed('stack', ['radio', 'wide'], 1)
    expect(at.get('radio')).toEqual({ xMm: 100, yMm: 200 - 21 })
    expect(at.get('wide')).toEqual({ xMm: 100, yMm: 200 - 42 - 1 - 33 })
  })
  it('what has no face takes no room', () => {
    expect(placed('stack', ['radio', 'antenna', 'wide'], 1)).toEqual(placed('stack', ['radio', 'wide'], 1))
    expect(placed('row', ['antenna'], 50).size).toBe(0)
  })
  it('members of a stack never overlap, whatever they are and however many', () =>
    fc.assert(
      fc.property(
        fc.array(anyShape, { minLength: 1, maxLength: 8 }),
        fc.integer({ min: 0, max: 10 }),
        (shapes, pitchMm) => {
          const all = new Map(
            shapes.map((bezel, index) => [
              `u${index}`,
              item({ id: `u${index}`, face: { bezel, screws: [], stack: true } })
            ])
          )
          const at = memberPlaces(
            { id: 's', name: 'Stack', kind: 'stack', units: [...all.keys()], xMm: 0, yMm: 0, pitchMm },
            id => all.get(id)
          )
          const ends = [...at].map(([id, { xMm, yMm }]) => extent(figureAt(all.get(id)!.face!.bezel, xMm, yMm)))
          for (let n = 1; n < ends.length; n++)
            expect(Math.abs(ends[n - 1]!.minY - ends[n]!.maxY - pitchMm)).toBeLessThan(0.05)
          expect(Math.abs(ends[0]!.maxY)).toBeLessThan(0.05)
        }
      ),
      { seed: 2, numRuns: 150 }
    ))
})
