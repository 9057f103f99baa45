import { readFileSync } from 'node:fs'
import { DxfWriter, LWPolylineFlags, point2d, point3d, Units } from '@tarikjabiri/dxf'
import { describe, expect, it } from 'vitest'
import { partsToCut } from '../../core/build'
import { writePartDxf } from '../../core/formats'
import { boxFace, designWith, item, roundFace } from '../../core/testing'
import { quoteCut } from '.'

const stock = '2024-T3 0.063 in' as const
const drawing = (draw: (w: DxfWriter) => void, unit = Units.Millimeters) => {
  const writer = new DxfWriter()
  writer.setUnits(unit)
  for (const name of ['OUTLINE', 'CUT', 'SCREW']) writer.addLayer(name, 7, 'CONTINUOUS')
  draw(writer)
  return writer.stringify()
}
const ring = (w: DxfWriter, points: [number, number][], layerName: string, closed = true) =>
  w.addLWPolyline(
    points.map(([x, y]) => ({ point: point2d(x, y) })),
    { flags: closed ? LWPolylineFlags.Closed : LWPolylineFlags.None, layerName }
  )
const sheet = (w: DxfWriter, width = 600, height = 300) =>
  ring(
    w,
    [
      [0, 0],
      [width, 0],
      [width, height],
      [0, height]
    ],
    'OUTLINE'
  )
const hole = (w: DxfWriter, x: number, y: number, r: number) => w.addCircle(point3d(x, y), r, { layerName: 'CUT' })
const reasons = (dxf: string) => {
  const answer = quoteCut({ dxf, stock, finish: 'bare' })
  return answer.accepted ? [] : answer.reasons
}

describe('the stand-in cutter', () => {
  it('takes what we export, in either unit, and prices the length it cuts', () => {
    const design = designWith([
      [item({ id: 'a', face: roundFace(79.375) }), [150, 150]],
      [item({ id: 'b', face: boxFace(158.8, 67.3) }), [400, 150]]
    ])
    for (const system of ['inch', 'metric'] as const) {
      const answer = quoteCut({ dxf: writePartDxf(partsToCut(design)[0]!, system), stock, finish: 'powder coated' })
      expect(answer).toMatchObject({ accepted: true, holes: 2, days: 9 })
      // Perimeters: 1800 of the sheet, π d, and twice the sides of the box.
      if (answer.accepted) {
        expect(answer.cutMm).toBeCloseTo(1800 + Math.PI * 79.375 + 2 * (158.8 + 67.3), 1)
        expect(answer.lines.reduce((sum, line) => sum + line.cents, 0)).toBe(answer.priceCents)
      }
    }
  })
  it.each<[string, (w: DxfWriter) => void, RegExp]>([
    [
      'an open contour',
      w => {
        sheet(w)
        ring(
          w,
          [
            [10, 10],
            [50, 10],
            [50, 50]
          ],
          'CUT',
          false
        )
      },
      /Open contour on CUT, beginning at 10\.00, 10\.00/
    ],
    [
      'two lines on one another',
      w => {
        sheet(w)
        hole(w, 100, 100, 20)
        hole(w, 100, 100, 20)
      },
      /cut twice/
    ],
    [
      'too thin a web',
      w => {
        sheet(w)
        hole(w, 100, 100, 20)
        hole(w, 141, 100, 20)
      },
      /web of 1\.00 mm/
    ],
    [
      'holes that run into each other',
      w => {
        sheet(w)
        hole(w, 100, 100, 20)
        hole(w, 120, 100, 20)
      },
      /run into each other/
    ],
    [
      'too small a hole',
      w => {
        sheet(w)
        hole(w, 100, 100, 0.5)
      },
      /hole of 1\.00 mm/
    ],
    ['a sheet too large', w => sheet(w, 1400, 300), /our sheets are 1220 × 610/],
    [
      'two outlines',
      w => {
        sheet(w)
        sheet(w, 500, 200)
      },
      /it has 2/
    ],
    [
      'a hole beside the sheet',
      w => {
        sheet(w)
        hole(w, 700, 100, 20)
      },
      /outside the outline/
    ],
    [
      'a contour of no size',
      w => {
        sheet(w)
        ring(
          w,
          [
            [10, 10],
            [50, 10],
            [30, 10]
          ],
          'CUT'
        )
      },
      /no size/
    ]
  ])('refuses %s', (_what, draw, why) => expect(reasons(drawing(draw)).join(' ')).toMatch(why))
  it('refuses a drawing without a unit, one that is none, and paint on acrylic', () => {
    expect(reasons(drawing(w => sheet(w), Units.Unitless))[0]).toMatch(/does not declare/)
    expect(reasons('no drawing')[0]).toMatch(/not a DXF|does not declare/)
    expect(
      quoteCut({ dxf: drawing(w => sheet(w)), stock: 'clear acrylic 3 mm, test piece', finish: 'primed' })
    ).toMatchObject({ accepted: false })
  })
})

describe('drawings written by an independent library (ezdxf 0.18)', () => {
  const folder = new URL('../../core/formats/read/foreign/', import.meta.url)
  const kept = (name: string) => readFileSync(new URL(name, folder), 'utf8')
  const orders = (JSON.parse(kept('expected.json')) as { name: string; kind: string; holes: number }[]).filter(
    ({ kind }) => kind === 'cutter'
  )
  it.each(orders)('$name is taken', ({ name, holes }) => {
    const answer = quoteCut({ dxf: kept(`${name}.dxf`), stock, finish: 'bare' })
    if (!answer.accepted) throw new Error(answer.reasons.join(' '))
    expect(answer.holes).toBe(holes)
  })
})
