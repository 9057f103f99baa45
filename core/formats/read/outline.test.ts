import { DxfWriter, LWPolylineFlags, point2d, point3d, Units } from '@tarikjabiri/dxf'
import DxfParser, { type ICircleEntity, type ILwpolylineEntity } from 'dxf-parser'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { areaMm2, bounds } from '../../panel'
import { LAYERS, partsToCut } from '../../build'
import { boxFace, designWith, item, plainProject, roundFace } from '../../testing'
import { writePartDxf, writePartSvg } from '..'
import { readDxfOutline, readSvgOutline } from './outline.testing'

const dxf = (draw: (writer: DxfWriter) => void, unit: Units | undefined = Units.Millimeters) => {
  const writer = new DxfWriter()
  if (unit !== undefined) writer.setUnits(unit)
  draw(writer)
  return writer.stringify()
}
const box = (writer: DxfWriter, w: number, h: number, x = 0, y = 0) => {
  const at = [
    [x, y],
    [x + w, y],
    [x + w, y + h],
    [x, y + h]
  ] as const
  at.forEach((p, i) => {
    const q = at[(i + 1) % 4]!
    writer.addLine(point3d(p[0], p[1]), point3d(q[0], q[1]))
  })
}
const got = (read: ReturnType<typeof readDxfOutline>) => {
  if (!read.ok) throw new Error(read.problems.join(' '))
  return read
}
const size = (points: readonly (readonly [number, number])[]) => {
  const b = bounds(points)
  return [b.maxX - b.minX, b.maxY - b.minY]
}

describe('an outline out of DXF', () => {
  it('four lines, in any order, are one outline with its lower left at zero', () => {
    const read = got(readDxfOutline(dxf(writer => box(writer, 600, 300, 5000, -40))))
    expect(read.outline).toHaveLength(4)
    expect(size(read.outline)).toEqual([600, 300])
    expect(bounds(read.outline)).toMatchObject({ minX: 0, minY: 0 })
  })
  it.each([
    [Units.Inches, 25.4],
    [Units.Millimeters, 1],
    [Units.Centimeters, 10]
  ])('honours the unit %s', (unit, mm) =>
    expect(size(got(readDxfOutline(dxf(writer => box(writer, 762 / mm, 254 / mm), unit))).outline)[0]).toBeCloseTo(
      762,
      3
    )
  )
  it('asks for the unit when the drawing says none, and takes the one chosen', () => {
    const text = dxf(writer => box(writer, 36, 12), Units.Unitless)
    expect(readDxfOutline(text)).toMatchObject({ ok: false, needsUnit: true })
    expect(size(got(readDxfOutline(text, 25.4)).outline)[0]).toBeCloseTo(914.4, 6)
  })
  // A stadium 400 by 200: area w·h of the middle and a circle, any geometry handbook.
  it.each(['arcs', 'bulges'])('half circles as %s give the area of the stadium within the flattening stated', how => {
    const text = dxf(writer => {
      if (how === 'arcs') {
        writer.addLine(point3d(100, 0), point3d(300, 0))
        writer.addArc(point3d(300, 100), 100, 270, 90)
        writer.addLine(point3d(300, 200), point3d(100, 200))
        writer.addArc(point3d(100, 100), 100, 90, 270)
      } else
        writer.addLWPolyline(
          [
            { point: point2d(100, 0) },
            { point: point2d(300, 0), bulge: 1 },
            { point: point2d(300, 200) },
            { point: point2d(100, 200), bulge: 1 }
          ],
          { flags: LWPolylineFlags.Closed }
        )
    })
    const read = got(readDxfOutline(text))
    const exact = 200 * 200 + Math.PI * 100 ** 2
    expect(Math.abs(areaMm2(read.outline) - exact)).toBeLessThan(0.05 * 2 * Math.PI * 100)
    expect(size(read.outline)[0]).toBeCloseTo(400, 0)
  })
  it('a cubic spline of four control points follows Bernstein’s formula', () => {
    const text = dxf(writer => {
      writer.addSpline({
        controlPoints: [point3d(0, 0), point3d(100, 200), point3d(300, 200), point3d(400, 0)],
        degreeCurve: 3
      })
      writer.addLine(point3d(400, 0), point3d(0, 0))
    })
    const { outline } = got(readDxfOutline(text))
    // Area under the curve: 3/20 of the sums for a cubic Bézier; here ∫ y dx = 0.6 · 200 · … checked by fine summing of
    // the formula itself.
    const at = (t: number) =>
      [
        3 * (1 - t) ** 2 * t * 100 + 3 * (1 - t) * t * t * 300 + t ** 3 * 400,
        3 * (1 - t) ** 2 * t * 200 + 3 * (1 - t) * t * t * 200
      ] as const
    let area = 0
    for (let i = 0; i < 20_000; i++) {
      const [a, b] = [at(i / 20_000), at((i + 1) / 20_000)]
      area += ((b[0] - a[0]) * (a[1] + b[1])) / 2
    }
    expect(areaMm2(outline)).toBeCloseTo(area, -2)
    for (const [x, y] of outline)
      expect(
        Math.min(
          ...Array.from({ length: 4001 }, (_, i) => {
            const p = at(i / 4000)
            return Math.hypot(p[0] - x, p[1] - y)
          })
        )
      ).toBeLessThan(y === 0 ? 1 : 0.2)
  })
  // Group codes of INSERT: 41 and 42 scale, 50 turn, 10 and 20 place; 2 names the block (the published DXF reference).
  it('what stands in blocks is read where it is inserted: shifted, turned, enlarged, mirrored, in rows, and blocks within blocks', () => {
    const text = dxf(writer => {
      const corner = writer.addBlock('SIDE')
      corner.addLine(point3d(0, 0), point3d(10, 0))
      const hole = writer.addBlock('HOLE')
      hole.addCircle(point3d(1, 1), 2)
      const pair = writer.addBlock('PAIR')
      pair.addInsert('HOLE', point3d(0, 0), {})
      pair.addInsert('HOLE', point3d(20, 0), { scaleFactor: { x: 2, y: 2, z: 1 } })
      // Four sides of a square of 300 by 300: one line of 10 enlarged thirty times and turned.
      for (const [x, y, turn] of [
        [0, 0, 0],
        [300, 0, 90],
        [300, 300, 180],
        [0, 300, 270]
      ] as const)
        writer.addInsert('SIDE', point3d(x, y), { scaleFactor: { x: 30, y: 30, z: 1 }, rotationAngle: turn })
      writer.addInsert('PAIR', point3d(100, 100), { scaleFactor: { x: 5, y: 5, z: 1 }, rotationAngle: 90 })
      writer.addInsert('HOLE', point3d(250, 60), { scaleFactor: { x: -3, y: 3, z: 1 } })
    })
    const read = got(readDxfOutline(text))
    expect(size(read.outline)).toEqual([expect.closeTo(300, 6), expect.closeTo(300, 6)])
    expect(areaMm2(read.outline)).toBeCloseTo(90_000, 3)
    const holes = read.holes
      .map(contour =>
        [contour.round!.xMm, contour.round!.yMm, contour.round!.diameterMm].map(v => Number(v.toFixed(3)))
      )
      .sort((a, b) => a[0]! - b[0]! || a[1]! - b[1]!)
    // (1, 1) five times as large and turned by a quarter is (−5, 5); the second of the pair lies 20 farther and is twice
    // the size.
    expect(holes).toEqual([
      [90, 210, 40],
      [95, 105, 20],
      [247, 63, 12]
    ])
  })
  it(
    'a circle in a block drawn out to one side is no round hole any more; a curve in one that is enlarged is still ' +
      'flattened within the tolerance',
    () => {
      const text = dxf(writer => {
        const hole = writer.addBlock('HOLE')
        hole.addCircle(point3d(0, 0), 1)
        box(writer, 600, 300)
        writer.addInsert('HOLE', point3d(300, 150), { scaleFactor: { x: 60, y: 30, z: 1 } })
      })
      expect(got(readDxfOutline(text)).holes.map(contour => contour.round)).toEqual([undefined])
      const disc = dxf(writer => {
        writer.addBlock('DISC').addCircle(point3d(0, 0), 1)
        writer.addInsert('DISC', point3d(0, 0), { scaleFactor: { x: 200, y: 200, z: 1 } })
      })
      const { outline } = got(readDxfOutline(disc))
      // Area of the circle, less what sides within 0.05 mm of it can lack.
      expect(Math.abs(areaMm2(outline) - Math.PI * 200 ** 2)).toBeLessThan(0.05 * 2 * Math.PI * 200)
    }
  )
  it('a block that holds itself comes to an end in words', () => {
    const text = dxf(writer => {
      const ring = writer.addBlock('RING')
      ring.addLine(point3d(0, 0), point3d(1, 0))
      ring.addInsert('RING', point3d(0, 0), {})
      ring.addInsert('RING', point3d(0, 1), {})
      writer.addInsert('RING', point3d(0, 0), {})
    })
    expect(readDxfOutline(text)).toMatchObject({
      ok: false,
      problems: [expect.stringContaining('With its blocks the drawing holds more than')]
    })
  })
  it('an arc seen from behind, as mirrored drawings have it, comes to lie where it was drawn', () => {
    // Group codes 210, 220, 230: the way the arc faces; (0, 0, −1) turns x round (the published DXF reference).
    const arc = (from: number, to: number, x: number) =>
      `0\nARC\n8\n0\n10\n${x}\n20\n100\n40\n100\n50\n${from}\n51\n${to}\n210\n0\n220\n0\n230\n-1\n`
    const line = (x: number, y: number, X: number, Y: number) =>
      `0\nLINE\n8\n0\n10\n${x}\n20\n${y}\n11\n${X}\n21\n${Y}\n`
    const sides = line(100, 0, 300, 0) + line(300, 200, 100, 200) + arc(90, 270, -300) + arc(270, 90, -100)
    const head = '0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n4\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n'
    const text = `${head}${sides}0\nENDSEC\n0\nEOF\n`
    const { outline } = got(readDxfOutline(text))
    expect(Math.abs(areaMm2(outline) - (200 * 200 + Math.PI * 100 ** 2))).toBeLessThan(0.05 * 2 * Math.PI * 100)
  })
  it('circles inside are offered as fixed holes with their true diameter', () => {
    const read = got(
      readDxfOutline(
        dxf(writer => {
          box(writer, 600, 300)
          writer.addCircle(point3d(100, 150), 40)
        })
      )
    )
    expect(read.holes).toHaveLength(1)
    expect(read.holes[0]!.round).toEqual({ xMm: 100, yMm: 150, diameterMm: 80 })
  })
  it('what we write we read back: outline and cuts of a design', () =>
    fc.assert(
      fc.property(fc.integer({ min: 150, max: 450 }), fc.integer({ min: 90, max: 200 }), (x, y) => {
        const design = designWith([[item({ id: 'a', face: roundFace(79.375) }), [x, y]]])
        const read = got(readDxfOutline(writePartDxf(partsToCut(design)[0]!, 'inch')))
        expect(size(read.outline)[0]).toBeCloseTo(600, 2)
        expect(read.holes.find(contour => contour.layer === LAYERS.cut)!.round!.xMm).toBeCloseTo(x, 2)
      }),
      { numRuns: 20 }
    ))
})

describe('an outline out of SVG', () => {
  const svg = (inside: string, head = 'width="600mm" height="300mm" viewBox="0 0 600 300"') =>
    `<svg xmlns="http://www.w3.org/2000/svg" ${head}>${inside}</svg>`
  it('a path with transforms in groups', () => {
    const read = got(
      readSvgOutline(svg('<g transform="translate(10 20)"><path transform="scale(2)" d="M0 0h250v100h-250z"/></g>'))
    )
    expect(size(read.outline)).toEqual([500, 200])
  })
  it('the page’s width and view box give the scale: 23.6 in over 1000 units', () =>
    expect(
      size(
        got(readSvgOutline(svg('<rect width="1000" height="500"/>', 'width="23.6in" viewBox="0 0 1000 500"'))).outline
      )[0]
    ).toBeCloseTo(23.6 * 25.4, 3))
  it('an arc command is a circle’s arc: area of a half disc', () => {
    const read = got(readSvgOutline(svg('<path d="M100 200 A150 150 0 0 1 400 200 Z"/>')))
    expect(Math.abs(areaMm2(read.outline) - (Math.PI * 150 ** 2) / 2)).toBeLessThan(0.05 * Math.PI * 150)
  })
  it('y is turned up', () =>
    expect(got(readSvgOutline(svg('<polygon points="0,300 600,300 600,100 300,0 0,100"/>'))).outline).toContainEqual([
      300, 300
    ]))
  it('pixels are no unit: it asks', () =>
    expect(readSvgOutline(svg('<rect width="36" height="12"/>', 'width="36" height="12"'))).toMatchObject({
      ok: false,
      needsUnit: true
    }))
  it('our own SVG is read back', () => {
    const read = got(
      readSvgOutline(writePartSvg(partsToCut(designWith([[item({ id: 'a', face: boxFace(80, 60) }), [300, 150]]]))[0]!))
    )
    expect(size(read.outline)).toEqual([600, 300])
    expect(areaMm2(read.holes[0]!.points)).toBeCloseTo(4800, 3)
  })
})

describe('bad drawings are refused in words', () => {
  const svg = (inside: string, tail = '</svg>') =>
    `<svg xmlns="http://www.w3.org/2000/svg" width="600mm" height="300mm" viewBox="0 0 600 300">${inside}${tail}`
  it.each<[string, () => ReturnType<typeof readDxfOutline>, RegExp]>([
    [
      'an open outline',
      () =>
        readDxfOutline(
          dxf(w => {
            w.addLine(point3d(0, 0), point3d(600, 0))
            w.addLine(point3d(600, 0), point3d(600, 300))
          })
        ),
      /No line of this drawing is closed.*open by 670\.82 mm/
    ],
    [
      'one that crosses itself',
      () =>
        readDxfOutline(
          dxf(w =>
            w.addLWPolyline(
              [
                [0, 0],
                [600, 300],
                [600, 0],
                [0, 200]
              ].map(([x, y]) => ({ point: point2d(x!, y!) })),
              { flags: LWPolylineFlags.Closed }
            )
          )
        ),
      /crosses itself/
    ],
    [
      'ten thousand entities',
      () =>
        readDxfOutline(
          dxf(w => {
            for (let i = 0; i < 10_000; i++) w.addCircle(point3d(i, 0), 1)
          })
        ),
      /10000 entities\. Maximum is /
    ],
    [
      'the wrong unit',
      () => readDxfOutline(dxf(w => box(w, 900, 300), Units.Inches)),
      /22860 × 7620 mm.*Is the unit of the drawing right/
    ],
    ['no lines at all', () => readDxfOutline(dxf(() => undefined)), /no entities/],
    ['something else', () => readDxfOutline('hello'), /not a DXF|no entities/],
    [
      'a script in SVG',
      () => readSvgOutline(svg('<rect width="600" height="300"/><script>alert(1)</script>')),
      /“script” element, which could run something/
    ],
    ['a handler in SVG', () => readSvgOutline(svg('<rect width="600" height="300" onload="alert(1)"/>')), /“onload”/],
    ['an entity bomb', () => readSvgOutline(`<!DOCTYPE svg [<!ENTITY a "aaaa">]>${svg('')}`), /defines XML entities/],
    ['a torn file', () => readSvgOutline(svg('<g>')), /Line 1, column \d+: this is not a whole SVG file/],
    ['a broken path', () => readSvgOutline(svg('<path d="M0 0 L 10 banana"/>')), /A path cannot be read/],
    [
      'an empty box',
      () => readSvgOutline(svg('<rect width="0" height="0"/>')),
      /No line of this drawing is closed|no line/
    ]
  ])('%s', (_what, read, why) => {
    const result = read()
    expect(result.ok).toBe(false)
    if (!result.ok) expect(result.problems.join(' ')).toMatch(why)
  })
  it('coordinates far off are brought home, and it says so', () => {
    const read = got(readDxfOutline(dxf(writer => box(writer, 600, 300, 4_000_000, 4_000_000))))
    expect(bounds(read.outline)).toMatchObject({ minX: 0, minY: 0 })
    expect(read.notes.join(' ')).toMatch(/far from its origin/)
  })
})

describe('pieces to cut', () => {
  const bayed = () => {
    const base = plainProject()
    base.airframe.panel.bays = [
      {
        id: 'right',
        name: 'Right bay',
        outline: [
          [320, 20],
          [580, 20],
          [580, 280],
          [320, 280]
        ],
        lipMm: 15,
        screwPitchMm: 80,
        screwHoleMm: 4
      }
    ]
    base.options[0]!.labels = [{ id: 'l', text: 'ALT & FLD', xMm: 450, yMm: 40, heightMm: 3.5 }]
    return designWith(
      [
        [item({ id: 'a', face: roundFace(79.375) }), [450, 150]],
        [
          item({
            id: 'b',
            face: {
              bezel: { shape: 'round', diameterMm: 15 },
              cutout: { shape: 'flats', diameterMm: 12, acrossMm: 10, turned: false },
              screws: [],
              stack: false
            }
          }),
          [100, 100]
        ]
      ],
      base
    )
  }
  it('a bay is a piece of its own with its holes, screws and words; the frame has its opening less the lip', () => {
    const parts = partsToCut(bayed())
    expect(parts.map(part => part.name)).toEqual(['Frame', 'Right bay'])
    const [frame, bay] = parts.map(part => new DxfParser().parseSync(writePartDxf(part, 'metric'))!.entities)
    const opening = frame!
      .filter(entity => entity.layer === LAYERS.cut && entity.type === 'LWPOLYLINE')
      .map(entity => bounds((entity as ILwpolylineEntity).vertices.map(v => [v.x, v.y] as const)))
    expect(opening).toContainEqual({
      minX: expect.closeTo(335, 6),
      maxX: expect.closeTo(565, 6),
      minY: expect.closeTo(35, 6),
      maxY: expect.closeTo(265, 6)
    })
    expect(bay!.filter(entity => entity.layer === LAYERS.cut).map(entity => (entity as ICircleEntity).radius)).toEqual([
      79.375 / 2
    ])
    // Words are the single lines that the engraver’s point follows: of 3.5 mm, about the middle of the label.
    const etched = bay!.filter(entity => entity.layer === LAYERS.etch)
    expect(etched.length).toBeGreaterThan(8)
    expect(etched.every(entity => entity.type === 'LWPOLYLINE' && !(entity as ILwpolylineEntity).shape)).toBe(true)
    // Screws on the middle of the lip, no farther apart than the pitch: 245 and 245 mm a side over 80 are four spaces each.
    expect(bay!.filter(entity => entity.layer === LAYERS.screw)).toHaveLength(4 * Math.ceil(245 / 80))
    expect(frame!.filter(entity => entity.layer === LAYERS.screw)).toHaveLength(4 * Math.ceil(245 / 80))
  })
  it('a hole with flats is two lines and two true arcs', () => {
    const ring = new DxfParser()
      .parseSync(writePartDxf(partsToCut(bayed())[0]!, 'metric'))!
      .entities.find(
        entity => entity.type === 'LWPOLYLINE' && (entity as ILwpolylineEntity).vertices.some(v => v.bulge)
      ) as ILwpolylineEntity
    const { vertices: v } = ring
    expect(v).toHaveLength(4)
    // Bulge = tan(θ/4); the arc's sagitta = bulge · half chord, so its far point lies on the circle of 6 mm.
    const half = Math.hypot(v[1]!.x - v[0]!.x, v[1]!.y - v[0]!.y) / 2
    const middle = (v[0]!.x + v[1]!.x) / 2
    expect(Math.abs(middle - 100) + v[0]!.bulge! * half).toBeCloseTo(6, 2)
  })
  it('a compound hole is one contour: the area of its parts less what they share', () => {
    const both = item({
      id: 'c',
      face: {
        bezel: { shape: 'rectangle', widthMm: 60, heightMm: 60, cornerMm: 0 },
        cutout: {
          shape: 'compound',
          parts: [
            { xMm: 0, yMm: 0, of: { shape: 'rectangle', widthMm: 40, heightMm: 20, cornerMm: 0 } },
            { xMm: 20, yMm: 0, of: { shape: 'round', diameterMm: 20 } }
          ]
        },
        screws: [],
        stack: false
      }
    })
    const cuts = partsToCut(designWith([[both, [300, 150]]]))[0]!.entities.filter(entity => entity.layer === LAYERS.cut)
    expect(cuts).toHaveLength(1)
    const read = got(readDxfOutline(writePartDxf(partsToCut(designWith([[both, [300, 150]]]))[0]!, 'metric')))
    expect(areaMm2(read.holes.find(hole => hole.layer === LAYERS.cut)!.points)).toBeCloseTo(
      40 * 20 + (Math.PI * 100) / 2,
      -1
    )
  })
})

describe('arcs of an outline, and the layer it is on', () => {
  const bulges = (text: string) =>
    new DxfParser()
      .parseSync(text)!
      .entities.filter(entity => entity.layer === LAYERS.outline)
      .flatMap(entity => (entity as ILwpolylineEntity).vertices.flatMap(v => (v.bulge ? [v.bulge] : [])))
  // A quarter circle is a bulge of tan(90° / 4).
  it.each([
    ['rect', '<rect width="600" height="300" rx="40"/>'],
    [
      'path',
      '<path d="M40 0H560A40 40 0 0 1 600 40V260A40 40 0 0 1 560 300H40A40 40 0 0 1 0 260V40A40 40 0 0 1 40 0Z"/>'
    ],
    ['turned', '<g transform="translate(600 0) rotate(90)"><rect width="300" height="600" rx="40"/></g>']
  ])('rounded corners of an SVG %s come out of the cutter’s drawing as the arcs they are', (_, shape) => {
    const read = got(
      readSvgOutline(`<svg xmlns="http://www.w3.org/2000/svg" width="600mm" viewBox="0 0 600 300">${shape}</svg>`)
    )
    const base = plainProject()
    base.airframe.panel = { ...base.airframe.panel, outline: read.outline }
    const found = bulges(writePartDxf(partsToCut(designWith([], base))[0]!, 'metric'))
    expect(found).toEqual(Array.from({ length: 4 }, () => expect.closeTo(found[0]! < 0 ? -QUARTER : QUARTER, 3)))
    expect(read.rings.map(({ layer }) => layer)).toEqual(['svg'])
  })
  const QUARTER = Math.tan(Math.PI / 8)
  it('an ellipse by an SVG arc has its area, π a b', () => {
    const read = got(
      readSvgOutline(
        '<svg xmlns="http://www.w3.org/2000/svg" width="600mm" viewBox="0 0 600 300"><path d="M0 150A300 150 0 0 1 ' +
          '600 150A300 150 0 0 1 0 150Z"/></svg>'
      )
    )
    expect(areaMm2(read.outline) / (Math.PI * 300 * 150)).toBeCloseTo(1, 3)
  })
  it('a circle within is round, however the file draws it', () => {
    const read = got(
      readSvgOutline(
        '<svg xmlns="http://www.w3.org/2000/svg" width="600mm" viewBox="0 0 600 300"><rect width="600" ' +
          'height="300"/><circle cx="100" cy="200" r="30"/></svg>'
      )
    )
    expect(read.holes[0]!.round).toEqual({
      xMm: expect.closeTo(100, 2),
      yMm: expect.closeTo(100, 2),
      diameterMm: expect.closeTo(60, 2)
    })
  })
  const frame = `<svg xmlns="http://www.w3.org/2000/svg" width="700mm" viewBox="0 0 700 400">
    <g id="Border"><rect width="700" height="400"/></g><g id="Panel"><rect x="50" y="50" width="600" height="300"/></g></svg>`
  it('the greatest closed line may be the border of the sheet: all that could be the panel are told, and one can be chosen', () => {
    const border = got(readSvgOutline(frame))
    expect(border.rings.map(({ layer }) => layer)).toEqual(['Border', 'Panel'])
    expect(bounds(border.outline)).toEqual({ minX: 0, minY: 0, maxX: 600, maxY: 300 })
    expect(bounds(got(readSvgOutline(frame, undefined, 0)).outline).maxX).toBe(700)
    const none = readSvgOutline(frame, undefined, 7)
    expect(none.ok ? [] : none.problems).toEqual([expect.stringContaining('Choose one of 2')])
  })
})

describe('what a drawing hides, and what it says in ways that would not be read true', () => {
  const page = 'xmlns="http://www.w3.org/2000/svg" width="600mm" viewBox="0 0 600 300"'
  const plain = '<rect width="600" height="300"/>'
  it('what is not displayed is left out, and said', () => {
    const read = got(
      readSvgOutline(
        `<svg ${page}>${plain}<circle cx="300" cy="150" r="40" display="none"/><g style="display: none"><circle ` +
          `cx="100" cy="150" r="40"/></g></svg>`
      )
    )
    expect(read.holes).toHaveLength(0)
    expect(read.notes.join(' ')).toContain('not shown')
  })
  it('a copy stands where it is set', () => {
    const read = got(
      readSvgOutline(
        `<svg ${page}>${plain}<defs><circle id="dial" r="40"/></defs><use href="#dial" x="150" y="100"/><use ` +
          `href="#dial" x="400" y="100"/></svg>`
      )
    )
    expect(
      read.holes
        .map(contour => bounds(contour.points))
        .map(box => Math.round((box.minX + box.maxX) / 2))
        .sort()
    ).toEqual([150, 400])
  })
  it.each([
    ['a copy of itself', '<g id="a"><use href="#a"/></g>', 'leads nowhere'],
    ['a drawing within the drawing', '<svg viewBox="0 0 10 10"><rect width="5" height="5"/></svg>', 'nested svg'],
    ['a length with a unit', '<rect width="10mm" height="20"/>', '10mm'],
    ['a length in percent', '<rect width="50%" height="20"/>', '50%']
  ])('%s is refused in words', (_, inside, word) => {
    const read = readSvgOutline(`<svg ${page}>${plain}${inside}</svg>`)
    expect(read.ok).toBe(false)
    expect(read.ok ? '' : read.problems.join(' ')).toContain(word)
  })
  it('a drawing fitted whole into another frame keeps its shape; one that is stretched is refused', () => {
    const framed = (more = '') =>
      readSvgOutline(
        `<svg xmlns="http://www.w3.org/2000/svg" width="600mm" height="600mm" viewBox="0 0 600 300" ${more}>${plain}</svg>`
      )
    expect(size(got(framed()).outline)).toEqual([600, 300])
    const stretched = framed('preserveAspectRatio="none"')
    expect(stretched.ok).toBe(false)
  })
  /** A drawing in millimetres with a sheet on layer 0 and a circle on the layer “old”, with that layer’s flags and colour. */
  const dxfText = (flags: number, colour: number, circle = '') =>
    [
      ['0', 'SECTION', '2', 'HEADER', '9', '$INSUNITS', '70', '4', '0', 'ENDSEC'],
      ['0', 'SECTION', '2', 'TABLES', '0', 'TABLE', '2', 'LAYER', '70', '2'],
      ['0', 'LAYER', '2', '0', '70', '0', '62', '7', '6', 'CONTINUOUS'],
      ['0', 'LAYER', '2', 'old', '70', String(flags), '62', String(colour), '6', 'CONTINUOUS'],
      ['0', 'ENDTAB', '0', 'ENDSEC', '0', 'SECTION', '2', 'ENTITIES'],
      ['0', 'LWPOLYLINE', '8', '0', '90', '4', '70', '1'],
      ['10', '0', '20', '0', '10', '600', '20', '0', '10', '600', '20', '300', '10', '0', '20', '300'],
      ['0', 'CIRCLE', '8', 'old', ...(circle ? circle.split(' ') : []), '10', '300', '20', '150', '40', '40'],
      ['0', 'ENDSEC', '0', 'EOF']
    ]
      .flat()
      .join('\n')
  it.each([
    ['seen', 0, 7, '', 1],
    ['frozen', 1, 7, '', 0],
    ['off', 0, -7, '', 0],
    ['in paper space', 0, 7, '67 1', 0]
  ] as const)('a circle that is %s', (_, flags, colour, circle, count) => {
    const read = got(readDxfOutline(dxfText(flags, colour, circle)))
    expect(size(read.outline)).toEqual([600, 300])
    expect(read.holes).toHaveLength(count)
    if (count === 0) expect(read.notes.join(' ')).toContain('Left out')
  })
  it('a spline with weights is refused, not drawn wrong', () => {
    const spline = ['0', 'SPLINE', '8', '0', '70', '12', '71', '2', '72', '6', '73', '3']
    const text = dxfText(0, 7).replace('0\nENDSEC\n0\nEOF', [...spline, '0', 'ENDSEC', '0', 'EOF'].join('\n'))
    const read = readDxfOutline(text)
    expect(read.ok ? '' : read.problems.join(' ')).toContain('weights')
  })
})
