import { areaMm2, bounds, trueRing, type PointMm } from '../../panel'

/** Curves of a file are drawn as straight sides that miss them by no more than this, in mm; the screen says so. */
export const FLATTEN_MM = 0.05
/** Ends this near to each other are one corner, in mm. */
const JOIN_MM = 0.1
/** More is not an outline but a drawing of something else. */
export const MOST_ENTITIES = 5_000
export const MOST_DRAWING_BYTES = 8_000_000
/** A round hole up to this is a screw's, in mm. */
export const SCREW_HOLE_MM = 6.5

/** What a drawing is refused for: nothing of it was taken. */
export const refused = (problem: string): { ok: false; problems: string[] } => ({
  ok: false,
  problems: [`${problem} Nothing was changed.`]
})

/** A line of a drawing, in mm, y up. */
export interface Stroke {
  layer: string
  /** The block, or the copied group, that it is part of. */
  block?: string
  points: PointMm[]
  closed: boolean
  round?: { xMm: number; yMm: number; diameterMm: number }
}

/** The lines of a drawing in mm, y up, or why it cannot be read. */
export type StrokesRead =
  | { ok: true; strokes: Stroke[]; notes: string[] }
  | { ok: false; problems: string[]; needsUnit?: true }

const round3 = (value: number) => Number(value.toFixed(3))
/** Asks for the unit of a drawing that does not say it, with the size that it would have in either. */
export function needsUnit(why: string, strokes: readonly Stroke[]): { ok: false; problems: string[]; needsUnit: true } {
  const points = strokes.flatMap(stroke => stroke.points)
  const { minX, minY, maxX, maxY } = bounds(points.length ? points : [[0, 0]])
  const size = `${round3(maxX - minX)} × ${round3(maxY - minY)}`
  return {
    ok: false,
    needsUnit: true,
    problems: [`${why} All that is drawn measures ${size} units. Choose the unit: it is ${size} mm, or ${size} inches.`]
  }
}

/** The same for two open strokes that run along each other, whichever way. */
function courseOf({ points }: Stroke): string {
  const corners = points.map(([x, y]) => `${Math.round(x * 100)},${Math.round(y * 100)}`)
  const [there, back] = [corners.join(' '), [...corners].reverse().join(' ')]
  return there < back ? there : back
}

/** Joins strokes end to end into closed lines. What stays open is named with its gap; what was drawn twice counts once. */
export function joinStrokes(strokes: readonly Stroke[]): { closed: Stroke[]; open: Stroke[]; twice: number } {
  const closed = strokes.filter(stroke => stroke.closed)
  const drawn = strokes.filter(
    ({ closed, points }) =>
      !closed && points.length > 1 && points.some(p => p[0] !== points[0]![0] || p[1] !== points[0]![1])
  )
  const rest = [...new Map(drawn.map(stroke => [courseOf(stroke), stroke])).values()].map(stroke => ({
    ...stroke,
    points: [...stroke.points]
  }))
  const twice = drawn.length - rest.length
  const open: Stroke[] = []
  const near = (a: PointMm, b: PointMm) => Math.hypot(a[0] - b[0], a[1] - b[1]) <= JOIN_MM
  while (rest.length) {
    const chain = rest.shift()!
    const isClosed = () => chain.points.length > 3 && near(chain.points[0]!, chain.points.at(-1)!)
    for (let grown = true; grown && !isClosed();) {
      const end = chain.points.at(-1)!
      const start = chain.points[0]!
      const index = rest.findIndex(
        stroke =>
          near(stroke.points[0]!, end) ||
          near(stroke.points.at(-1)!, end) ||
          near(stroke.points[0]!, start) ||
          near(stroke.points.at(-1)!, start)
      )
      grown = index >= 0
      if (!grown) break
      const next = rest.splice(index, 1)[0]!.points
      if (near(next[0]!, end)) chain.points.push(...next.slice(1))
      else if (near(next.at(-1)!, end)) chain.points.push(...next.reverse().slice(1))
      else if (near(next.at(-1)!, start)) chain.points.unshift(...next.slice(0, -1))
      else chain.points.unshift(...next.reverse().slice(0, -1))
    }
    if (isClosed()) closed.push({ ...chain, points: chain.points.slice(0, -1), closed: true })
    else open.push(chain)
  }
  return { closed, open, twice }
}

/** Corners that add nothing: the same point twice, or on the straight line between its neighbours. */
function tidy(points: readonly PointMm[]): PointMm[] {
  const distinct = points.filter((p, i) => {
    const q = points[(i + points.length - 1) % points.length]!
    return Math.hypot(p[0] - q[0], p[1] - q[1]) > 1e-6
  })
  return distinct.filter((p, i) => {
    const [a, c] = [distinct[(i + distinct.length - 1) % distinct.length]!, distinct[(i + 1) % distinct.length]!]
    const run = Math.hypot(c[0] - a[0], c[1] - a[1])
    return run === 0 || Math.abs((c[0] - a[0]) * (p[1] - a[1]) - (c[1] - a[1]) * (p[0] - a[0])) / run > 1e-6
  })
}

/** How far a point is from the nearest side of a ring, in mm. */
const offRing = ([x, y]: PointMm, ring: readonly PointMm[]): number =>
  Math.min(
    ...ring.map(([ax, ay], i) => {
      const [bx, by] = ring[(i + 1) % ring.length]!
      const [dx, dy] = [bx - ax, by - ay]
      const t = Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)))
      return Math.hypot(x - ax - t * dx, y - ay - t * dy)
    })
  )
/** Whether two rings are one line drawn twice, though flattened or begun otherwise. */
function sameRing(a: Stroke, b: Stroke): boolean {
  const [boxA, boxB] = [bounds(a.points), bounds(b.points)]
  const near = (['minX', 'minY', 'maxX', 'maxY'] as const).every(key => Math.abs(boxA[key] - boxB[key]) <= 2 * JOIN_MM)
  return (
    near &&
    a.points.every(point => offRing(point, b.points) <= 2 * JOIN_MM) &&
    b.points.every(point => offRing(point, a.points) <= 2 * JOIN_MM)
  )
}

/**
 * Closed lines of strokes, corners that add nothing left out, the greatest area first; what stays open; how many lines have no area,
 * and how many were drawn a second time.
 */
export function ringsOf(strokes: readonly Stroke[]): { rings: Stroke[]; open: Stroke[]; flat: number; twice: number } {
  const { closed, open, twice } = joinStrokes(strokes)
  const all = closed
    .map(stroke => ({ ...stroke, points: tidy(stroke.points) }))
    .filter(contour => contour.points.length > 2 && areaMm2(contour.points) > 0)
    .sort((a, b) => areaMm2(b.points) - areaMm2(a.points))
  const rings: Stroke[] = []
  for (const ring of all) if (!rings.some(other => sameRing(ring, other))) rings.push(ring)
  return { rings, open, flat: closed.length - all.length, twice: twice + all.length - rings.length }
}

/** Layers that by their name hold the border of a sheet (common practice). */
const BORDER_LAYER = /border|title|viewport|defpoints|paper|rahmen|schriftfeld|cartouche/i
/** Whether a ring is the border of a sheet, by the name of its layer. */
export const isBorder = ({ layer }: { layer: string }): boolean => BORDER_LAYER.test(layer)

/** A closed line as a circle, where it is one. */
export function roundOf(ring: Stroke): Stroke['round'] {
  if (ring.round) return ring.round
  const found = trueRing(ring.points)
  return found.kind === 'circle' ? { xMm: found.x, yMm: found.y, diameterMm: 2 * found.r } : undefined
}

/** A cubic curve as points after its start, no farther than `FLATTEN_MM` from it. */
export function flattenCubic(p: readonly [PointMm, PointMm, PointMm, PointMm], scale = 1): PointMm[] {
  const bend = (i: 0 | 1) =>
    Math.hypot(p[i][0] - 2 * p[i + 1]![0] + p[i + 2]![0], p[i][1] - 2 * p[i + 1]![1] + p[i + 2]![1])
  // |error| ≤ |B''| dt² / 8 and |B''| ≤ 6 · the greater second difference.
  const steps = Math.min(
    400,
    Math.max(1, Math.ceil(Math.sqrt((6 * Math.max(bend(0), bend(1)) * scale) / (8 * FLATTEN_MM))))
  )
  return Array.from({ length: steps }, (_, i): PointMm => {
    const t = (i + 1) / steps
    const [a, b, c, d] = [(1 - t) ** 3, 3 * (1 - t) ** 2 * t, 3 * (1 - t) * t * t, t ** 3]
    return [
      a * p[0][0] + b * p[1][0] + c * p[2][0] + d * p[3][0],
      a * p[0][1] + b * p[1][1] + c * p[2][1] + d * p[3][1]
    ]
  })
}
/** Points of an elliptical arc from one angle to another, both included; `major` is its half axis, `ratio` minor to major. */
export function arcPoints({
  cx,
  cy,
  major,
  ratio,
  from,
  to
}: {
  cx: number
  cy: number
  major: PointMm
  ratio: number
  from: number
  to: number
}): PointMm[] {
  const r = Math.hypot(...major)
  const steps = Math.max(
    2,
    Math.ceil(Math.abs(to - from) / (2 * Math.acos(Math.max(0.5, 1 - FLATTEN_MM / Math.max(r, FLATTEN_MM)))))
  )
  return Array.from({ length: steps + 1 }, (_, i): PointMm => {
    const t = from + ((to - from) * i) / steps
    return [
      cx + major[0] * Math.cos(t) - major[1] * ratio * Math.sin(t),
      cy + major[1] * Math.cos(t) + major[0] * ratio * Math.sin(t)
    ]
  })
}
