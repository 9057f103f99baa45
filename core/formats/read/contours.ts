import { areaMm2, bounds, inside, selfCrossing, trueRing, type PointMm } from '../../panel'

/** Curves of a file are drawn as straight sides that miss them by no more than this, in mm; the screen says so. */
export const FLATTEN_MM = 0.05
/** Ends this near to each other are one corner, in mm. */
const JOIN_MM = 0.1
/** More is not an outline but a drawing of something else. */
export const MOST_ENTITIES = 5_000
export const MOST_DRAWING_BYTES = 8_000_000
/** No light aeroplane's panel is wider or smaller than this, in mm. */
const [LEAST_MM, MOST_MM] = [80, 3_000]
const MOST_CORNERS = 2_000

/** A line of a drawing, in mm, y up. */
export interface Stroke {
  layer: string
  points: PointMm[]
  closed: boolean
  round?: { xMm: number; yMm: number; diameterMm: number }
}

export interface Contour {
  layer: string
  points: [number, number][]
  areaMm2: number
  round?: { xMm: number; yMm: number; diameterMm: number }
}
/** What a drawing holds for a panel: the outermost closed line, what is closed inside it, and what is worth saying. */
export type OutlineRead =
  | {
      ok: true
      outline: [number, number][]
      inner: Contour[]
      notes: string[]
      /** The layer of the outline, and all layers on which a closed line could be one, greatest first. */
      layer: string
      layers: string[]
    }
  | { ok: false; problems: string[]; needsUnit?: true }

/** The lines of a drawing in mm, y up, or why it cannot be read. */
export type StrokesRead =
  | { ok: true; strokes: Stroke[]; notes: string[] }
  | { ok: false; problems: string[]; needsUnit?: true }

const lines = (count: number) => `${count} closed ${count === 1 ? 'line' : 'lines'}`
const round3 = (value: number) => Number(value.toFixed(3))
const say = ([x, y]: PointMm) => `(${round3(x)}, ${round3(y)})`

/** Joins strokes end to end into closed lines. What stays open is named with its gap. */
export function joinStrokes(strokes: readonly Stroke[]): { closed: Stroke[]; open: Stroke[] } {
  const closed = strokes.filter(stroke => stroke.closed)
  const rest = strokes
    .filter(stroke => !stroke.closed && stroke.points.length > 1)
    .map(stroke => ({ ...stroke, points: [...stroke.points] }))
  const open: Stroke[] = []
  const near = (a: PointMm, b: PointMm) => Math.hypot(a[0] - b[0], a[1] - b[1]) <= JOIN_MM
  while (rest.length) {
    const chain = rest.shift()!
    for (let grown = true; grown && !near(chain.points[0]!, chain.points.at(-1)!);) {
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
    if (chain.points.length > 3 && near(chain.points[0]!, chain.points.at(-1)!))
      closed.push({ ...chain, points: chain.points.slice(0, -1), closed: true })
    else open.push(chain)
  }
  return { closed, open }
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

const wideEnough = (points: readonly PointMm[]): boolean => {
  const { minX, minY, maxX, maxY } = bounds(points)
  return Math.max(maxX - minX, maxY - minY) >= LEAST_MM && maxX - minX <= MOST_MM && maxY - minY <= MOST_MM
}

/** Closed lines of strokes, corners that add nothing left out, the greatest area first; what stays open; lines of no area. */
export function ringsOf(strokes: readonly Stroke[]): { rings: Stroke[]; open: Stroke[]; flat: number } {
  const { closed, open } = joinStrokes(strokes)
  const rings = closed
    .map(stroke => ({ ...stroke, points: tidy(stroke.points) }))
    .filter(contour => contour.points.length > 2 && areaMm2(contour.points) > 0)
    .sort((a, b) => areaMm2(b.points) - areaMm2(a.points))
  return { rings, open, flat: closed.length - rings.length }
}
/** A closed line as a circle, where it is one. */
export function roundOf(ring: Stroke): Contour['round'] {
  if (ring.round) return ring.round
  const found = trueRing(ring.points)
  return found.kind === 'circle' ? { xMm: found.x, yMm: found.y, diameterMm: 2 * found.r } : undefined
}

/**
 * Picks the panel's outline from strokes: the closed line with the greatest area, moved so that its lower left stands
 * at zero. Refuses, in words, what cannot be a panel.
 * @param layer the layer whose greatest closed line is the outline, where several could be it
 */
export function outlineOf(strokes: readonly Stroke[], notes: string[], layer?: string): OutlineRead {
  if (strokes.length === 0)
    return {
      ok: false,
      problems: [
        'There is no line in this drawing: no lines, arcs, circles, polylines, splines or paths. Nothing was changed.'
      ]
    }
  if (strokes.some(stroke => stroke.points.some(([x, y]) => !Number.isFinite(x) || !Number.isFinite(y))))
    return { ok: false, problems: ['A coordinate in this drawing is not a number. Nothing was changed.'] }
  const { rings, open, flat } = ringsOf(strokes)
  const sayOpen = open.slice(0, 5).map(stroke => {
    const [a, b] = [stroke.points[0]!, stroke.points.at(-1)!]
    return `On layer “${stroke.layer}” a line from ${say(a)} to ${say(b)} is open by ${round3(Math.hypot(a[0] - b[0], a[1] - b[1]))} mm.`
  })
  if (flat > 0) notes.push(`${lines(flat)} of no area left out.`)
  if (rings.length === 0)
    return {
      ok: false,
      problems: ['No line of this drawing is closed, so it has no outline. Nothing was changed.', ...sayOpen]
    }
  const layers = [...new Set(rings.filter(ring => wideEnough(ring.points)).map(ring => ring.layer))]
  const outer = layer === undefined ? rings[0] : rings.find(ring => ring.layer === layer)
  if (!outer)
    return {
      ok: false,
      problems: [`There is no closed line on layer “${layer}” of this drawing. Nothing was changed.`]
    }
  const others = rings.filter(ring => ring !== outer)
  const box = bounds(outer.points)
  const [width, height] = [box.maxX - box.minX, box.maxY - box.minY]
  if (width > MOST_MM || height > MOST_MM || Math.max(width, height) < LEAST_MM)
    return {
      ok: false,
      problems: [
        `The outline would be ${round3(width)} × ${round3(height)} mm; a panel is ` +
          `between ${LEAST_MM} and ${MOST_MM} mm. Is the unit of the drawing right? Nothing was changed.`
      ]
    }
  if (outer.points.length > MOST_CORNERS)
    return {
      ok: false,
      problems: [
        `The outline has ${outer.points.length} corners once its curves are flattened; at most ${MOST_CORNERS} are ` +
          `kept. Draw it with arcs instead of many short lines. Nothing was changed.`
      ]
    }
  const cross = selfCrossing(outer.points)
  if (cross)
    return {
      ok: false,
      problems: [
        `The outline crosses itself: the side from ${say(outer.points[cross[0]]!)} meets the side ` +
          `from ${say(outer.points[cross[1]]!)}. Nothing was changed.`
      ]
    }
  if (open.length) notes.push(`${open.length} open lines were left out. ${sayOpen.join(' ')}`)
  if (Math.max(Math.abs(box.minX), Math.abs(box.minY)) > 10_000)
    notes.push(`The drawing lies far off its origin, at ${say([box.minX, box.minY])} mm; it was moved to zero.`)
  const move = ([x, y]: PointMm): [number, number] => [round3(x - box.minX), round3(y - box.minY)]
  const within = others.filter(other => inside(other.points[0]!, outer.points))
  if (within.length < others.length) notes.push(`${lines(others.length - within.length)} outside the outline left out.`)
  if (within.length > 190) {
    notes.push(`${within.length} closed lines lie inside; the 190 largest are offered.`)
    within.length = 190
  }
  return {
    ok: true,
    outline: outer.points.map(move),
    notes,
    layer: outer.layer,
    layers,
    inner: within.map(stroke => ({
      layer: stroke.layer,
      points: stroke.points.map(move),
      areaMm2: areaMm2(stroke.points),
      round: movedRound(roundOf(stroke), box)
    }))
  }
}

const movedRound = (round: Contour['round'], box: { minX: number; minY: number }): Contour['round'] =>
  round && {
    xMm: round3(round.xMm - box.minX),
    yMm: round3(round.yMm - box.minY),
    diameterMm: round3(round.diameterMm)
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
