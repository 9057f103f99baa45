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
/** What a drawing is refused for: nothing of it was taken. */
export const refused = (problem: string): { ok: false; problems: string[] } => ({
  ok: false,
  problems: [`${problem} Nothing was changed.`]
})

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
/** A closed line that could be the outline of a panel. */
export interface OutlineChoice {
  layer: string
  widthMm: number
  heightMm: number
  /** How many closed lines lie inside it. */
  inside: number
}
/** What a drawing holds for a panel: its outline, what is closed inside it, and what is worth saying. */
export type OutlineRead =
  | {
      ok: true
      outline: [number, number][]
      inner: Contour[]
      notes: string[]
      /** All closed lines that could be the outline, greatest first, and which of them was taken. */
      choices: OutlineChoice[]
      choice: number
    }
  /** With `choices`, several closed lines could be the panel: one is to be chosen. */
  | { ok: false; problems: string[]; needsUnit?: true; choices?: OutlineChoice[] }

/** The lines of a drawing in mm, y up, or why it cannot be read. */
export type StrokesRead =
  | { ok: true; strokes: Stroke[]; notes: string[] }
  | { ok: false; problems: string[]; needsUnit?: true }

const lines = (count: number) => `${count} closed ${count === 1 ? 'line' : 'lines'}`
const round3 = (value: number) => Number(value.toFixed(3))
const say = ([x, y]: PointMm) => `(${round3(x)}, ${round3(y)})`

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

const wideEnough = (points: readonly PointMm[]): boolean => {
  const { minX, minY, maxX, maxY } = bounds(points)
  return Math.max(maxX - minX, maxY - minY) >= LEAST_MM && maxX - minX <= MOST_MM && maxY - minY <= MOST_MM
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

/** Layers that by their name hold the border of a sheet, and such as hold the outline of a part (common practice). */
const BORDER_LAYER = /border|title|viewport|defpoints|paper|rahmen|schriftfeld|cartouche/i
const OUTLINE_LAYER = /^(outline|panel|face|profile|contour|perimeter)/i
/** Whether a ring is the border of a sheet, by the name of its layer. */
export const isBorder = ({ layer }: Stroke): boolean => BORDER_LAYER.test(layer)

const isRectangle = ({ points }: Stroke): boolean => {
  const { minX, minY, maxX, maxY } = bounds(points)
  return points.length === 4 && areaMm2(points) > 0.999 * (maxX - minX) * (maxY - minY)
}
const isInside = (inner: Stroke, outer: Stroke): boolean => inner !== outer && inside(inner.points[0]!, outer.points)

/**
 * Which of the closed lines is the panel's outline: of layers that are named for it the greatest, else the greatest that is on no
 * layer named for a border.
 * @returns undefined where the greatest is a rectangle round another that holds most of what is drawn: it may be a border, or a panel
 * with a bay, and only a person can tell
 */
function likeliest(candidates: readonly Stroke[], rings: readonly Stroke[]): Stroke | undefined {
  const named = candidates.find(({ layer }) => OUTLINE_LAYER.test(layer))
  if (named) return named
  const [top, ...others] = candidates.filter(ring => !isBorder(ring))
  if (!top) return candidates[0]
  const rest = rings.filter(ring => ring !== top && !isBorder(ring))
  const holds = (ring: Stroke) => rest.filter(other => isInside(other, ring)).length
  const doubtful = others.some(
    ring =>
      isInside(ring, top) &&
      areaMm2(ring.points) > 0.15 * areaMm2(top.points) &&
      holds(ring) * 2 > rest.length - 1 &&
      holds(ring) > 0
  )
  return doubtful && isRectangle(top) ? undefined : top
}
/** More closed lines than these are not offered as the outline. */
const MOST_CHOICES = 20

/** A closed line as a circle, where it is one. */
export function roundOf(ring: Stroke): Contour['round'] {
  if (ring.round) return ring.round
  const found = trueRing(ring.points)
  return found.kind === 'circle' ? { xMm: found.x, yMm: found.y, diameterMm: 2 * found.r } : undefined
}

/** Lines that are no part of any outline, in words. */
const notTaken = (flat: number, twice: number): string[] => [
  ...(flat > 0 ? [`${lines(flat)} of no area left out.`] : []),
  ...(twice > 0
    ? [`${twice} ${twice === 1 ? 'line is' : 'lines are'} drawn twice and ${twice === 1 ? 'counts' : 'count'} once.`]
    : [])
]

/**
 * Picks the panel's outline from strokes, moved so that its lower left is at zero. Refuses, in words, what cannot be a panel.
 * @param choice which closed line is the outline, of the `choices` told before, where several could be it
 */
export function outlineOf(strokes: readonly Stroke[], notes: string[], choice?: number): OutlineRead {
  if (strokes.length === 0)
    return refused('There is no line in this drawing: no lines, arcs, circles, polylines, splines or paths.')
  if (strokes.some(stroke => stroke.points.some(([x, y]) => !Number.isFinite(x) || !Number.isFinite(y))))
    return refused('A coordinate in this drawing is not a number.')
  const { rings, open, flat, twice } = ringsOf(strokes)
  const sayOpen = open.slice(0, 5).map(stroke => {
    const [a, b] = [stroke.points[0]!, stroke.points.at(-1)!]
    return `On layer “${stroke.layer}” a line from ${say(a)} to ${say(b)} is open by ${round3(Math.hypot(a[0] - b[0], a[1] - b[1]))} mm.`
  })
  notes.push(...notTaken(flat, twice))
  if (rings.length === 0)
    return {
      ok: false,
      problems: ['No line of this drawing is closed, so it has no outline. Nothing was changed.', ...sayOpen]
    }
  const wide = rings.filter(ring => wideEnough(ring.points)).slice(0, MOST_CHOICES)
  // Where none has the size of a panel, the greatest is measured below, in words.
  const candidates = wide.length ? wide : rings.slice(0, 1)
  const choices = candidates.map(ring => {
    const { minX, minY, maxX, maxY } = bounds(ring.points)
    const count = rings.filter(other => isInside(other, ring)).length
    return { layer: ring.layer, widthMm: round3(maxX - minX), heightMm: round3(maxY - minY), inside: count }
  })
  const outer = choice === undefined ? likeliest(candidates, rings) : candidates[choice]
  if (!outer)
    return {
      ok: false,
      choices,
      problems: [
        choice === undefined
          ? `${choices.length} closed lines of this drawing could be the panel. Choose the one that is. Nothing was changed.`
          : `There is no closed line ${choice + 1} in this drawing. Nothing was changed.`
      ]
    }
  if (choice === undefined && isBorder(rings[0]!) && outer !== rings[0])
    notes.push(`The greatest closed line is on layer “${rings[0]!.layer}” and was taken for the border of the sheet.`)
  const others = rings.filter(ring => ring !== outer)
  const box = bounds(outer.points)
  const [width, height] = [box.maxX - box.minX, box.maxY - box.minY]
  if (width > MOST_MM || height > MOST_MM || Math.max(width, height) < LEAST_MM)
    return refused(
      `The outline would be ${round3(width)} × ${round3(height)} mm; a panel is ` +
        `between ${LEAST_MM} and ${MOST_MM} mm. Is the unit of the drawing right?`
    )
  if (outer.points.length > MOST_CORNERS)
    return refused(
      `The outline has ${outer.points.length} corners after its curves are flattened. Maximum is ${MOST_CORNERS}. ` +
        `Draw it with arcs instead of many short lines.`
    )
  const cross = selfCrossing(outer.points)
  if (cross)
    return refused(
      `The outline crosses itself: the side from ${say(outer.points[cross[0]]!)} meets the side ` +
        `from ${say(outer.points[cross[1]]!)}.`
    )
  if (open.length) notes.push(`${open.length} open lines were left out. ${sayOpen.join(' ')}`)
  if (Math.max(Math.abs(box.minX), Math.abs(box.minY)) > 10_000)
    notes.push(`The drawing is far from its origin, at ${say([box.minX, box.minY])} mm; it was moved to zero.`)
  const move = ([x, y]: PointMm): [number, number] => [round3(x - box.minX), round3(y - box.minY)]
  const within = others.filter(other => inside(other.points[0]!, outer.points))
  if (within.length < others.length) notes.push(`${lines(others.length - within.length)} outside the outline left out.`)
  if (within.length > 190) {
    notes.push(`${within.length} closed lines are inside; the 190 largest are listed.`)
    within.length = 190
  }
  return {
    ok: true,
    outline: outer.points.map(move),
    notes,
    choices,
    choice: candidates.indexOf(outer),
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
