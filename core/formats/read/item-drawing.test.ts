import { readFileSync } from 'node:fs'
import { isDeepStrictEqual } from 'node:util'
import { describe, expect, it } from 'vitest'
import type { Face } from '../../catalogue'
import { drawShape, LAYERS, type Entity, type Part } from '../../build'
import {
  dxfStrokes,
  readCatalogueCsv,
  readItemDrawing,
  svgStrokes,
  writeCatalogueCsv,
  writePartDxf,
  writePartSvg
} from '..'
import { extent, figureAt } from '../../panel'
import { item } from '../../testing'

/** A face as its maker would draw it, somewhere on the sheet. */
function drawnFace(face: Pick<Face, 'cutout' | 'screws'> & { bezel?: Face['bezel'] }): Part {
  const [x, y] = [410.25, -37.5]
  const entities: Entity[] = [
    ...(face.bezel ? drawShape(face.bezel, x, y, LAYERS.outline) : []),
    ...(face.cutout ? drawShape(face.cutout, x, y, LAYERS.cut) : []),
    ...face.screws.map((screw): Entity => ({
      layer: LAYERS.screw,
      kind: 'circle',
      x: x + screw.xMm,
      y: y + screw.yMm,
      r: screw.holeMm / 2
    }))
  ]
  return { id: 'd', name: 'd', entities, minX: 0, minY: -500, maxX: 900, maxY: 500 }
}
const near = (face: object): unknown =>
  JSON.parse(JSON.stringify(face), (_, value) => (typeof value === 'number' ? expect.closeTo(value, 1.7) : value))
const catalogue = readCatalogueCsv(
  readFileSync(new URL('../../../demo/catalogue.csv', import.meta.url), 'utf8')
).items.filter(item => item.face?.cutout && item.face.bezel.shape !== 'compound')

describe('an item out of its maker’s drawing', () => {
  it('every face of the shipped catalogue, drawn as DXF in either unit or as SVG, is read back as it is', () => {
    expect(catalogue.length).toBeGreaterThan(40)
    for (const { face } of catalogue) {
      const { bezel, cutout, screws } = face!
      // A bezel no larger than its own opening is one line twice: nothing to tell apart.
      if (isDeepStrictEqual(extent(figureAt(bezel, 0, 0)), extent(figureAt(cutout!, 0, 0)))) continue
      for (const read of [
        readItemDrawing(dxfStrokes(writePartDxf(drawnFace({ bezel, cutout, screws }), 'metric'))),
        readItemDrawing(dxfStrokes(writePartDxf(drawnFace({ bezel, cutout, screws }), 'inch'))),
        readItemDrawing(svgStrokes(writePartSvg(drawnFace({ bezel, cutout, screws }))))
      ]) {
        if (!read.ok) throw new Error(read.problems.join(' '))
        expect(read.face.bezel).toEqual(near(bezel))
        expect(read.face.cutout).toEqual(near(cutout!))
        expect(read.face.screws).toHaveLength(screws.length)
      }
    }
  })
  it('a hole that is neither round nor a rectangle comes in by its corners, and through the catalogue’s file', () => {
    const points = [
      [-30, -20],
      [30, -20],
      [30, 10],
      [10, 25],
      [-30, 25]
    ] as [number, number][]
    const face = {
      bezel: { shape: 'rectangle' as const, widthMm: 90, heightMm: 70, cornerMm: 0 },
      cutout: { shape: 'polygon' as const, points },
      screws: [{ xMm: 40, yMm: 30, holeMm: 3.8 }]
    }
    const read = readItemDrawing(dxfStrokes(writePartDxf(drawnFace(face), 'metric')))
    if (!read.ok) throw new Error(read.problems.join(' '))
    expect(read.face).toMatchObject(face)
    const own = item({ id: 'own', face: { ...face, stack: false } })
    expect(readCatalogueCsv(writeCatalogueCsv([own])).items).toEqual([own])
  })
  it('a drawing of the hole alone, its screws beside it, has no bezel, and says so', () => {
    const face = {
      cutout: { shape: 'round' as const, diameterMm: 79.375 },
      screws: [-31.43, 31.43].map(xMm => ({ xMm, yMm: 31.43, holeMm: 3.8 }))
    }
    const read = readItemDrawing(dxfStrokes(writePartDxf(drawnFace(face), 'inch')))
    if (!read.ok) throw new Error(read.problems.join(' '))
    expect(read.face.bezel).toBeUndefined()
    expect(read.face.cutout).toEqual(near(face.cutout))
    expect(read.notes.join(' ')).toContain('no bezel')
  })
  it('what is no instrument is refused in words', () => {
    const huge = readItemDrawing(
      dxfStrokes(writePartDxf(drawnFace({ bezel: { shape: 'round', diameterMm: 1500 }, screws: [] }), 'metric'))
    )
    expect(huge.ok ? [] : huge.problems).toEqual([expect.stringMatching(/1500 × 1500 mm.*unit of the drawing right/)])
    const bare = readItemDrawing(
      dxfStrokes(writePartDxf(drawnFace({ screws: [{ xMm: 0, yMm: 0, holeMm: 4 }] }), 'metric'))
    )
    expect(bare.ok ? [] : bare.problems).toEqual([expect.stringMatching(/neither bezel nor cutout/)])
  })
})
