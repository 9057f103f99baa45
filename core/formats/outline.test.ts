import { DxfWriter, LWPolylineFlags, point2d, point3d, Units } from '@tarikjabiri/dxf'
import DxfParser, { type ICircleEntity, type ILwpolylineEntity } from 'dxf-parser'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { areaMm2, bounds } from '../panel'
import { LAYERS, partsToCut } from '../build'
import { boxFace, designWith, item, plainProject, roundFace } from '../testing'
import { readDxfOutline, readSvgOutline, writePartDxf, writePartSvg } from '.'

const dxf = (draw: (writer: DxfWriter) => void, unit: Units | undefined = Units.Millimeters) => { const writer = new DxfWriter(); if (unit !== undefined) writer.setUnits(unit); draw(writer); return writer.stringify() }
const box = (writer: DxfWriter, w: number, h: number, x = 0, y = 0) => {
  const at = [[x, y], [x + w, y], [x + w, y + h], [x, y + h]] as const
  at.forEach((p, i) => { const q = at[(i + 1) % 4]!; writer.addLine(point3d(p[0], p[1]), point3d(q[0], q[1])) })
}
const got = (read: ReturnType<typeof readDxfOutline>) => { if (!read.ok) throw new Error(read.problems.join(' ')); return read }
const size = (points: readonly (readonly [number, number])[]) => { const b = bounds(points); return [b.maxX - b.minX, b.maxY - b.minY] }

describe('an outline out of DXF', () => {
  it('four lines, in any order, are one outline with its lower left at zero', () => {
    const read = got(readDxfOutline(dxf(writer => box(writer, 600, 300, 5000, -40))))
    expect(read.outline).toHaveLength(4)
    expect(size(read.outline)).toEqual([600, 300])
    expect(bounds(read.outline)).toMatchObject({ minX: 0, minY: 0 })
  })
  it.each([[Units.Inches, 25.4], [Units.Millimeters, 1], [Units.Centimeters, 10]])('honours the unit %s', (unit, mm) => expect(size(got(readDxfOutline(dxf(writer => box(writer, 762 / mm, 254 / mm), unit))).outline)[0]).toBeCloseTo(762, 3))
  it('asks for the unit when the drawing says none, and takes the one chosen', () => {
    const text = dxf(writer => box(writer, 36, 12), Units.Unitless)
    expect(readDxfOutline(text)).toMatchObject({ ok: false, needsUnit: true })
    expect(size(got(readDxfOutline(text, 25.4)).outline)[0]).toBeCloseTo(914.4, 6)
  })
  // A stadium 400 by 200: area w·h of the middle and a circle, any geometry handbook.
  it.each(['arcs', 'bulges'])('half circles as %s give the area of the stadium within the flattening stated', (how) => {
    const text = dxf((writer) => {
      if (how === 'arcs') {
        writer.addLine(point3d(100, 0), point3d(300, 0))
        writer.addArc(point3d(300, 100), 100, 270, 90)
        writer.addLine(point3d(300, 200), point3d(100, 200))
        writer.addArc(point3d(100, 100), 100, 90, 270)
      } else writer.addLWPolyline([{ point: point2d(100, 0) }, { point: point2d(300, 0), bulge: 1 }, { point: point2d(300, 200) }, { point: point2d(100, 200), bulge: 1 }], { flags: LWPolylineFlags.Closed })
    })
    const read = got(readDxfOutline(text))
    const exact = 200 * 200 + Math.PI * 100 ** 2
    expect(Math.abs(areaMm2(read.outline) - exact)).toBeLessThan(0.05 * 2 * Math.PI * 100)
    expect(size(read.outline)[0]).toBeCloseTo(400, 0)
  })
  it('a cubic spline of four control points follows Bernstein’s formula', () => {
    const text = dxf((writer) => {
      writer.addSpline({ controlPoints: [point3d(0, 0), point3d(100, 200), point3d(300, 200), point3d(400, 0)], degreeCurve: 3 })
      writer.addLine(point3d(400, 0), point3d(0, 0))
    })
    const { outline } = got(readDxfOutline(text))
    // Area under the curve: 3/20 of the sums for a cubic Bézier; here ∫ y dx = 0.6 · 200 · … checked by fine summing of the formula itself.
    const at = (t: number) => [3 * (1 - t) ** 2 * t * 100 + 3 * (1 - t) * t * t * 300 + t ** 3 * 400, 3 * (1 - t) ** 2 * t * 200 + 3 * (1 - t) * t * t * 200] as const
    let area = 0
    for (let i = 0; i < 20_000; i++) { const [a, b] = [at(i / 20_000), at((i + 1) / 20_000)]; area += (b[0] - a[0]) * (a[1] + b[1]) / 2 }
    expect(areaMm2(outline)).toBeCloseTo(area, -2)
    for (const [x, y] of outline) expect(Math.min(...Array.from({ length: 4001 }, (_, i) => { const p = at(i / 4000); return Math.hypot(p[0] - x, p[1] - y) }))).toBeLessThan(y === 0 ? 1 : 0.2)
  })
  it('circles inside are offered as fixed holes with their true diameter', () => {
    const read = got(readDxfOutline(dxf((writer) => { box(writer, 600, 300); writer.addCircle(point3d(100, 150), 40) })))
    expect(read.inner).toHaveLength(1)
    expect(read.inner[0]!.round).toEqual({ xMm: 100, yMm: 150, diameterMm: 80 })
  })
  it('what we write we read back: outline and cuts of a design', () => fc.assert(fc.property(fc.integer({ min: 150, max: 450 }), fc.integer({ min: 90, max: 200 }), (x, y) => {
    const design = designWith([[item({ id: 'a', face: roundFace(79.375) }), [x, y]]])
    const read = got(readDxfOutline(writePartDxf(partsToCut(design)[0]!, 'inch')))
    expect(size(read.outline)[0]).toBeCloseTo(600, 2)
    expect(read.inner.find(one => one.layer === LAYERS.cut)!.round!.xMm).toBeCloseTo(x, 2)
  }), { numRuns: 20 }))
})

describe('an outline out of SVG', () => {
  const svg = (inside: string, head = 'width="600mm" height="300mm" viewBox="0 0 600 300"') => `<svg xmlns="http://www.w3.org/2000/svg" ${head}>${inside}</svg>`
  it('a path with transforms in groups', () => {
    const read = got(readSvgOutline(svg('<g transform="translate(10 20)"><path transform="scale(2)" d="M0 0h250v100h-250z"/></g>')))
    expect(size(read.outline)).toEqual([500, 200])
  })
  it('the page’s width and view box give the scale: 23.6 in over 1000 units', () => expect(size(got(readSvgOutline(svg('<rect width="1000" height="500"/>', 'width="23.6in" viewBox="0 0 1000 500"'))).outline)[0]).toBeCloseTo(23.6 * 25.4, 3))
  it('an arc command is a circle’s arc: area of a half disc', () => {
    const read = got(readSvgOutline(svg('<path d="M100 200 A150 150 0 0 1 400 200 Z"/>')))
    expect(Math.abs(areaMm2(read.outline) - Math.PI * 150 ** 2 / 2)).toBeLessThan(0.05 * Math.PI * 150)
  })
  it('y is turned up', () => expect(got(readSvgOutline(svg('<polygon points="0,300 600,300 600,100 300,0 0,100"/>'))).outline).toContainEqual([300, 300]))
  it('pixels are no unit: it asks', () => expect(readSvgOutline(svg('<rect width="36" height="12"/>', 'width="36" height="12"'))).toMatchObject({ ok: false, needsUnit: true }))
  it('our own SVG is read back', () => {
    const read = got(readSvgOutline(writePartSvg(partsToCut(designWith([[item({ id: 'a', face: boxFace(80, 60) }), [300, 150]]]))[0]!)))
    expect(size(read.outline)).toEqual([600, 300])
    expect(read.inner[0]!.areaMm2).toBeCloseTo(4800, 3)
  })
})

describe('bad drawings are refused in words', () => {
  const svg = (inside: string, tail = '</svg>') => `<svg xmlns="http://www.w3.org/2000/svg" width="600mm" height="300mm" viewBox="0 0 600 300">${inside}${tail}`
  it.each<[string, () => ReturnType<typeof readDxfOutline>, RegExp]>([
    ['an open outline', () => readDxfOutline(dxf((w) => { w.addLine(point3d(0, 0), point3d(600, 0)); w.addLine(point3d(600, 0), point3d(600, 300)) })), /No line of this drawing is closed.*open by 670\.82 mm/],
    ['one that crosses itself', () => readDxfOutline(dxf(w => w.addLWPolyline([[0, 0], [600, 300], [600, 0], [0, 200]].map(([x, y]) => ({ point: point2d(x!, y!) })), { flags: LWPolylineFlags.Closed }))), /crosses itself/],
    ['ten thousand entities', () => readDxfOutline(dxf((w) => { for (let i = 0; i < 10_000; i++) w.addCircle(point3d(i, 0), 1) })), /10000 entities; an outline has at most 5000/],
    ['the wrong unit', () => readDxfOutline(dxf(w => box(w, 900, 300), Units.Inches)), /22860 × 7620 mm.*Is the unit of the drawing right/],
    ['no lines at all', () => readDxfOutline(dxf(() => undefined)), /no entities/],
    ['something else', () => readDxfOutline('hello'), /not a DXF|no entities/],
    ['a script in SVG', () => readSvgOutline(svg('<rect width="600" height="300"/><script>alert(1)</script>')), /“script” element, which could run something/],
    ['a handler in SVG', () => readSvgOutline(svg('<rect width="600" height="300" onload="alert(1)"/>')), /“onload”/],
    ['an entity bomb', () => readSvgOutline(`<!DOCTYPE svg [<!ENTITY a "aaaa">]>${svg('')}`), /defines entities of its own/],
    ['a torn file', () => readSvgOutline(svg('<g>')), /Line 1, column \d+: this is not a whole SVG file/],
    ['a broken path', () => readSvgOutline(svg('<path d="M0 0 L 10 banana"/>')), /A path cannot be read/],
    ['an empty box', () => readSvgOutline(svg('<rect width="0" height="0"/>')), /No line of this drawing is closed|no line/]
  ])('%s', (_what, read, why) => {
    const result = read()
    expect(result.ok).toBe(false)
    if (!result.ok) expect(result.problems.join(' ')).toMatch(why)
  })
  it('coordinates far off are brought home, and it says so', () => {
    const read = got(readDxfOutline(dxf(writer => box(writer, 600, 300, 4_000_000, 4_000_000))))
    expect(bounds(read.outline)).toMatchObject({ minX: 0, minY: 0 })
    expect(read.notes.join(' ')).toMatch(/far off its origin/)
  })
})

describe('pieces to cut', () => {
  const bayed = () => {
    const base = plainProject()
    base.airframe.panel.bays = [{ id: 'right', name: 'Right bay', outline: [[320, 20], [580, 20], [580, 280], [320, 280]], lipMm: 15, screwPitchMm: 80, screwHoleMm: 4 }]
    base.options[0]!.labels = [{ id: 'l', text: 'ALT & FLD', xMm: 450, yMm: 40, heightMm: 3.5 }]
    return designWith([[item({ id: 'a', face: roundFace(79.375) }), [450, 150]], [item({ id: 'b', face: { bezel: { shape: 'round', diameterMm: 15 }, cutout: { shape: 'flats', diameterMm: 12, acrossMm: 10, turned: false }, screws: [], stack: false } }), [100, 100]]], base)
  }
  it('a bay is a piece of its own with its holes, screws and words; the frame has its opening less the lip', () => {
    const parts = partsToCut(bayed())
    expect(parts.map(part => part.name)).toEqual(['Frame', 'Right bay'])
    const [frame, bay] = parts.map(part => new DxfParser().parseSync(writePartDxf(part, 'metric'))!.entities)
    const opening = frame!.filter(one => one.layer === LAYERS.cut && one.type === 'LWPOLYLINE').map(one => bounds((one as ILwpolylineEntity).vertices.map(v => [v.x, v.y] as const)))
    expect(opening).toContainEqual({ minX: expect.closeTo(335, 6), maxX: expect.closeTo(565, 6), minY: expect.closeTo(35, 6), maxY: expect.closeTo(265, 6) })
    expect(bay!.filter(one => one.layer === LAYERS.cut).map(one => (one as ICircleEntity).radius)).toEqual([79.375 / 2])
    expect(bay!.some(one => one.type === 'TEXT' && one.layer === LAYERS.etch)).toBe(true)
    // Screws on the middle of the lip, no farther apart than the pitch: 245 and 245 mm a side over 80 are four spaces each.
    expect(bay!.filter(one => one.layer === LAYERS.screw)).toHaveLength(4 * Math.ceil(245 / 80))
    expect(frame!.filter(one => one.layer === LAYERS.screw)).toHaveLength(4 * Math.ceil(245 / 80))
  })
  it('a hole with flats is two lines and two true arcs', () => {
    const ring = new DxfParser().parseSync(writePartDxf(partsToCut(bayed())[0]!, 'metric'))!.entities.find(one => one.type === 'LWPOLYLINE' && (one as ILwpolylineEntity).vertices.some(v => v.bulge)) as ILwpolylineEntity
    const { vertices: v } = ring
    expect(v).toHaveLength(4)
    // Bulge = tan(θ/4); the arc's sagitta = bulge · half chord, so its far point lies on the circle of 6 mm.
    const half = Math.hypot(v[1]!.x - v[0]!.x, v[1]!.y - v[0]!.y) / 2
    const middle = (v[0]!.x + v[1]!.x) / 2
    expect(Math.abs(middle - 100) + v[0]!.bulge! * half).toBeCloseTo(6, 2)
  })
  it('a compound hole is one contour: the area of its parts less what they share', () => {
    const both = item({ id: 'c', face: { bezel: { shape: 'rectangle', widthMm: 60, heightMm: 60, cornerMm: 0 }, cutout: { shape: 'compound', parts: [{ xMm: 0, yMm: 0, of: { shape: 'rectangle', widthMm: 40, heightMm: 20, cornerMm: 0 } }, { xMm: 20, yMm: 0, of: { shape: 'round', diameterMm: 20 } }] }, screws: [], stack: false } })
    const cuts = partsToCut(designWith([[both, [300, 150]]]))[0]!.entities.filter(one => one.layer === LAYERS.cut)
    expect(cuts).toHaveLength(1)
    const read = got(readDxfOutline(writePartDxf(partsToCut(designWith([[both, [300, 150]]]))[0]!, 'metric')))
    expect(read.inner.find(one => one.layer === LAYERS.cut)!.areaMm2).toBeCloseTo(40 * 20 + Math.PI * 100 / 2, -1)
  })
})
