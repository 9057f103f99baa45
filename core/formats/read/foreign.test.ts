import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { areaMm2, bounds } from '../../panel'
import { dxfStrokes, FLATTEN_MM, readItemDrawing } from '..'
import { readDxfOutline } from './outline.testing'

/** What the folder's own program says it drew, in mm; it knows nothing of this one. */
interface Expected {
  name: string
  kind: 'outline' | 'item' | 'cutter'
  size?: [number, number]
  inner?: number
  area?: number
  innerArea?: number
  /** Millimetres of a unit, where the drawing says none. */
  unit?: number | null
  notes?: string
  refused?: string
  ask?: [number, number][]
  choose?: [number, number]
  bezel?: [number, number]
  cutout?: [number, number]
  screws?: number
}
const drawing = (name: string) => readFileSync(new URL(`foreign/${name}`, import.meta.url), 'utf8')
const expected = JSON.parse(drawing('expected.json')) as Expected[]
const of = (kind: Expected['kind']) => expected.filter(each => each.kind === kind)
const sizeOf = (points: readonly (readonly [number, number])[]) => {
  const { minX, minY, maxX, maxY } = bounds(points)
  return [maxX - minX, maxY - minY]
}

type Points = [number, number][]
/** Every line of each drawing, as the independent library reads it back; flattened to this, in mm. */
const reference = JSON.parse(drawing('reference.json')) as Record<string, Points[]>
const REFERENCE_MM = 0.006
/** How far each corner of an outline, and the middle of each of its sides, is from the nearest line of the reference. */
function off(rings: readonly { points: Points }[], outline: Points, lines: readonly Points[]): number[] {
  // An outline is moved to zero: it is compared where it was drawn.
  const { points } = rings.find(ring => Math.abs(areaMm2(ring.points) - areaMm2(outline)) < 1)!
  const sides = lines.flatMap(line => line.slice(1).map((to, i) => [line[i]!, to] as const))
  const middles = points.map(([x, y], i): [number, number] => {
    const [nx, ny] = points[(i + 1) % points.length]!
    return [(x + nx) / 2, (y + ny) / 2]
  })
  return [...points, ...middles].map(([x, y]) =>
    Math.min(
      ...sides.map(([[ax, ay], [bx, by]]) => {
        const [dx, dy] = [bx - ax, by - ay]
        const t = Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)))
        return Math.hypot(x - ax - t * dx, y - ay - t * dy)
      })
    )
  )
}

describe('drawings written by an independent library (ezdxf 0.18)', () => {
  it('there are more than thirty', () => expect(expected.length).toBeGreaterThan(30))
  it.each(of('outline'))('outline: $name', each => {
    const text = drawing(`${each.name}.dxf`)
    const unit = each.unit ?? undefined
    if (unit !== undefined) expect(readDxfOutline(text)).toMatchObject({ ok: false, needsUnit: true })
    let read = readDxfOutline(text, unit)
    if (each.refused) {
      expect(read.ok ? '' : read.problems.join(' ')).toContain(each.refused)
      return
    }
    let size = each.size
    if (each.ask) {
      if (read.ok) throw new Error('It was taken without being asked.')
      if (!('rings' in read)) throw new Error(read.problems.join(' '))
      const sizes = read.rings.map(({ widthMm, heightMm }) => [widthMm, heightMm])
      expect(sizes.slice(0, each.ask.length)).toEqual(each.ask)
      size = each.choose!
      read = readDxfOutline(
        text,
        unit,
        sizes.findIndex(([width, height]) => width === size![0] && height === size![1])
      )
    }
    if (!read.ok) throw new Error(read.problems.join(' '))
    const found = sizeOf(read.outline)
    expect(found[0]).toBeCloseTo(size![0], 1)
    expect(found[1]).toBeCloseTo(size![1], 1)
    expect(read.holes).toHaveLength(each.inner!)
    // Curves are flattened to 0.05 mm: of these rings the area is off by less than a thousandth.
    if (each.area) expect(areaMm2(read.outline) / each.area).toBeCloseTo(1, 3)
    if (each.innerArea) expect(areaMm2(read.holes[0]!.points) / each.innerArea).toBeCloseTo(1, 2)
    expect(Math.max(...off(read.rings, read.outline, reference[each.name]!))).toBeLessThan(FLATTEN_MM + REFERENCE_MM)
    if (each.notes) expect(read.notes.join(' ')).toContain(each.notes)
  })
  it.each(of('item'))('face of an item: $name', each => {
    const read = readItemDrawing(dxfStrokes(drawing(`${each.name}.dxf`)))
    if (!read.ok) throw new Error(read.problems.join(' '))
    const size = (shape: typeof read.face.bezel) =>
      shape?.shape === 'round'
        ? [shape.diameterMm, shape.diameterMm]
        : shape?.shape === 'rectangle'
          ? [shape.widthMm, shape.heightMm]
          : []
    const near = (values: number[]) => values.map(value => expect.closeTo(value, 2) as number)
    expect(size(read.face.bezel)).toEqual(near(each.bezel!))
    expect(size(read.face.cutout)).toEqual(near(each.cutout!))
    expect(read.face.screws).toHaveLength(each.screws!)
  })
})
