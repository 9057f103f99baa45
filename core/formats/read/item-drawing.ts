import type { Face, Shape } from '../../catalogue'
import { flatten } from '../../build'
import { bounds, inside, trueRing, type PointMm } from '../../panel'
import { MOST_CORNERS_OF_SHAPE } from '../../catalogue'
import { isBorder, ringsOf, roundOf, SCREW_HOLE_MM, type Stroke, type StrokesRead } from './contours'

/** What a maker's drawing says of the face of an item; measured from the middle of the bezel, or of the cutout where there is none. */
export type ItemDrawingRead =
  | { ok: true; face: Pick<Face, 'cutout' | 'screws'> & { bezel?: Shape }; notes: string[] }
  | { ok: false; problems: string[]; needsUnit?: true }

/** An instrument is between these, in mm. */
const [LEAST_MM, MOST_MM] = [8, 700]
/** Measures of a drawing that agree so nearly are one, in mm. */
const SAME_MM = 0.02

const round3 = (value: number) => Number(value.toFixed(3))
const same = (a: number, b: number) => Math.abs(a - b) <= SAME_MM
/** The middle and the size of a ring, its curves as they are and not as the sides that they were flattened to. */
function middleOf(points: readonly PointMm[]) {
  const found = trueRing(points)
  if (found.kind === 'circle') return { x: found.x, y: found.y, w: 2 * found.r, h: 2 * found.r }
  const { minX, minY, maxX, maxY } = bounds(flatten(found.points, 0.0005))
  return { x: (minX + maxX) / 2, y: (minY + maxY) / 2, w: maxX - minX, h: maxY - minY }
}

/** A rectangle with its corners, or a circle with two flats, where a ring is one about the middle of its own extent. */
function plainOf(ring: readonly PointMm[]): Shape | undefined {
  const found = trueRing(ring)
  if (found.kind === 'circle') return { shape: 'round', diameterMm: round3(2 * found.r) }
  const { points } = found
  const { x, y, w, h } = middleOf(ring)
  const bulged = points.filter(corner => corner.bulge)
  const onSides = points.every(corner => same(Math.abs(corner.x - x), w / 2) || same(Math.abs(corner.y - y), h / 2))
  if (points.length === 4 && bulged.length === 0 && onSides)
    return points.every(corner => same(Math.abs(corner.x - x), w / 2) && same(Math.abs(corner.y - y), h / 2))
      ? { shape: 'rectangle', widthMm: round3(w), heightMm: round3(h), cornerMm: 0 }
      : undefined
  if (bulged.length === 4 && onSides) {
    const next = (corner: (typeof points)[number]) => points[(points.indexOf(corner) + 1) % points.length]!
    const [first, ...rest] = bulged.map(corner => Math.abs(next(corner).x - corner.x))
    const quarter = bulged.every(
      corner =>
        Math.abs(Math.abs(corner.bulge!) - Math.tan(Math.PI / 8)) < 0.003 &&
        same(Math.abs(next(corner).x - corner.x), Math.abs(next(corner).y - corner.y))
    )
    return quarter && rest.every(radius => same(radius, first!))
      ? { shape: 'rectangle', widthMm: round3(w), heightMm: round3(h), cornerMm: round3(first!) }
      : undefined
  }
  if (points.length === 4 && bulged.length === 2) {
    const r = points.map(corner => Math.hypot(corner.x - x, corner.y - y))
    const turned = w < h
    const [across, whole] = turned ? [w, h] : [h, w]
    return r.every(radius => same(radius, whole / 2))
      ? { shape: 'flats', diameterMm: round3(whole), acrossMm: round3(across), turned }
      : undefined
  }
  return undefined
}

/** A ring as a shape about (x, y): a plain one where it is that and stands there, else by its corners. */
function shapeOf(ring: Stroke, x: number, y: number): Shape {
  const middle = middleOf(ring.points)
  const round = roundOf(ring)
  const plain = round ? ({ shape: 'round', diameterMm: round3(round.diameterMm) } as const) : plainOf(ring.points)
  return plain && same(middle.x, x) && same(middle.y, y)
    ? plain
    : { shape: 'polygon', points: ring.points.map(([px, py]): [number, number] => [round3(px - x), round3(py - y)]) }
}

/**
 * Reads bezel, cutout and screw holes out of a maker's drawing: the outermost closed line is the bezel, the greatest within it the
 * cutout, small circles are screw holes. A drawing of the hole alone, with its screws beside it, has no bezel: that is said.
 */
export function readItemDrawing(read: StrokesRead): ItemDrawingRead {
  if (!read.ok) return read
  const notes = [...read.notes]
  const refuse = (problem: string): ItemDrawingRead => ({ ok: false, problems: [`${problem} Nothing was changed.`] })
  if (read.strokes.some(stroke => stroke.points.some(([x, y]) => !Number.isFinite(x) || !Number.isFinite(y))))
    return refuse('A coordinate in this drawing is not a number.')
  const { rings: all, open, twice } = ringsOf(read.strokes)
  const rings = all.filter(ring => !isBorder(ring))
  if (rings.length < all.length)
    notes.push(`${all.length - rings.length} on a layer named for the border of a sheet left out.`)
  if (twice) notes.push(`${twice} drawn twice count once.`)
  if (open.length) notes.push(`${open.length} open lines were left out.`)
  const screws = rings.filter(ring => (roundOf(ring)?.diameterMm ?? Infinity) <= SCREW_HOLE_MM)
  const large = rings.filter(ring => !screws.includes(ring))
  const [outer, ...others] = large
  if (!outer)
    return refuse('No closed line of this drawing is larger than a screw hole, so it has neither bezel nor cutout.')
  const { w, h } = middleOf(outer.points)
  if (Math.max(w, h) > MOST_MM || Math.max(w, h) < LEAST_MM)
    return refuse(
      `The item would be ${round3(w)} × ${round3(h)} mm; one is between ${LEAST_MM} and ${MOST_MM} mm. Is the unit of the drawing right?`
    )
  const within = (ring: Stroke) => ring.points.every(point => inside(point, outer.points))
  // Screws beside the greatest line: it is the hole itself.
  const holeOnly = others.length === 0 && screws.some(ring => !within(ring))
  const [hole, ...rest] = others.filter(within)
  const left = others.length - (hole ? 1 : 0)
  if (left > 0)
    notes.push(
      `${left} more closed ${left === 1 ? 'line was' : 'lines were'} left out: ${rest.length} inside the bezel.`
    )
  if (holeOnly)
    notes.push('The drawing has no bezel: the largest line is used as the cutout, because screws are next to it.')
  else if (!hole) notes.push('The drawing has no cutout inside the bezel.')
  const { x, y } = middleOf(outer.points)
  const shapes = [outer, ...(hole ? [hole] : [])].map(ring => shapeOf(ring, x, y))
  const many = shapes.find(shape => shape.shape === 'polygon' && shape.points.length > MOST_CORNERS_OF_SHAPE)
  if (many?.shape === 'polygon')
    return refuse(
      `A line of it has ${many.points.length} corners once its curves are flattened; at ` +
        `most ${MOST_CORNERS_OF_SHAPE} are kept. Draw it with arcs.`
    )
  if (screws.length > 40) return refuse(`It has ${screws.length} screw holes. Maximum is 40.`)
  const cutout = holeOnly ? shapes[0] : shapes[1]
  return {
    ok: true,
    notes,
    face: {
      ...(!holeOnly && { bezel: shapes[0]! }),
      ...(cutout && { cutout }),
      screws: screws.map(ring => {
        const found = roundOf(ring)!
        return { xMm: round3(found.xMm - x), yMm: round3(found.yMm - y), holeMm: round3(found.diameterMm) }
      })
    }
  }
}
