import {
  bounds,
  convexPieces,
  extent,
  hull,
  inside,
  pointsOf,
  pointToBox,
  TOUCH_MM,
  type Figure,
  type PointMm
} from '../geometry/geometry'
import { SCREW_BEHIND_MM, screwEdgeMm } from '../face/limits'
import { levelRuns } from '../geometry/runs'
import { setDown, type Footprint, type Ground, type Placed } from '../face/place'

/**
 * Where an item can stand, worked out in the space of its own positions: every hole, box, zone and edge is grown by
 * the item's shape and by the clearance wanted, and what is left over is free. The ground is cut into level rows;
 * along a row its ends are exact, across rows it is true to half the step, and rows also run along every flat top and
 * bottom, so that a place with no room to spare is not missed.
 */
export interface FreeGround {
  /** Distance between rows, in mm. */
  readonly stepMm: number
  /** From the top down; runs from left to right, `[from, to]` of the centre of the bezel. */
  readonly rows: readonly { readonly y: number; readonly runs: readonly (readonly [number, number])[] }[]
  /** Rounded in: between two rows the shorter one counts. */
  readonly areaMm2: number
}

/**
 * One thing the item's centre must keep out of: a convex ring of corners, rounded out by `round`. `sides` are its
 * sides set off by the rounding, four numbers each (from x, y to x, y): the boundary but for the rounded corners.
 */
interface Piece {
  readonly xs: Float64Array
  readonly ys: Float64Array
  readonly sides: Float64Array
  readonly round: number
  readonly low: number
  readonly high: number
  /** Where the ring is a point or an upright box: its ends, so that a row's run is a sum and a root. */
  readonly box: readonly [x0: number, x1: number, y0: number, y1: number] | undefined
  /** Its run in the row last asked for; `from > to` when it misses it. */
  from: number
  to: number
}

const ringOf = (f: Exclude<Figure, { kind: 'many' }>): { ring: readonly PointMm[]; round: number } =>
  f.kind === 'circle'
    ? { ring: [[f.x, f.y]], round: f.r }
    : { ring: pointsOf(f), round: f.kind === 'box' ? (f.c ?? 0) : 0 }
/** A figure as convex rounded rings. */
function convexOf(f: Figure): { ring: readonly PointMm[]; round: number }[] {
  if (f.kind === 'many') return f.parts.flatMap(convexOf)
  if (f.kind === 'poly') return convexPieces(f.points).map(ring => ({ ring, round: 0 }))
  return [ringOf(f)]
}

function piece(ring: readonly PointMm[], round: number): Piece {
  const n = ring.length
  const xs = new Float64Array(n)
  const ys = new Float64Array(n)
  let [low, high, twice] = [Infinity, -Infinity, 0]
  for (let i = 0; i < n; i++) {
    const [x, y] = ring[i]!
    const [qx, qy] = ring[(i + 1) % n]!
    xs[i] = x
    ys[i] = y
    twice += x * qy - qx * y
    if (y < low) low = y
    if (y > high) high = y
  }
  // A line has no inside: both of its hands are outer. A ring's outer hand depends on the way round it runs.
  const hands = n < 3 ? [1, -1] : twice >= 0 ? [1] : [-1]
  const sides = new Float64Array(n < 2 ? 0 : n * hands.length * 4)
  let index = 0
  if (n > 1)
    for (const hand of hands)
      for (let i = 0; i < n; i++) {
        const j = (i + 1) % n
        const length = Math.hypot(xs[j]! - xs[i]!, ys[j]! - ys[i]!) || 1
        const nx = ((ys[j]! - ys[i]!) / length) * round * hand
        const ny = ((xs[i]! - xs[j]!) / length) * round * hand
        sides[index++] = xs[i]! + nx
        sides[index++] = ys[i]! + ny
        sides[index++] = xs[j]! + nx
        sides[index++] = ys[j]! + ny
      }
  const upright = n === 1 || (n === 4 && xs.every((x, i) => x === xs[(i + 1) % 4] || ys[i] === ys[(i + 1) % 4]))
  return {
    xs,
    ys,
    sides,
    round,
    low: low - round,
    high: high + round,
    box: upright ? [Math.min(...xs), Math.max(...xs), low, high] : undefined,
    from: 0,
    to: 0
  }
}

/** Where the centre must not be so that the item's figure (about the origin) keeps `apart` from an obstacle. */
function grown(mine: Figure, obstacle: readonly { ring: readonly PointMm[]; round: number }[], apart: number): Piece[] {
  return convexOf(mine).flatMap(own =>
    obstacle.map(other => {
      const round = own.round + other.round + apart
      if (own.ring.length === 1)
        return piece(
          other.ring.map(([x, y]): PointMm => [x - own.ring[0]![0], y - own.ring[0]![1]]),
          round
        )
      if (other.ring.length === 1)
        return piece(
          own.ring.map(([x, y]): PointMm => [other.ring[0]![0] - x, other.ring[0]![1] - y]),
          round
        )
      return piece(hull(own.ring.flatMap(([x, y]) => other.ring.map(([ox, oy]): PointMm => [ox - x, oy - y]))), round)
    })
  )
}

/** Notes where a level line at y runs through a piece. */
function noteRun(piece: Piece, y: number): void {
  const { xs, ys, sides, round, box } = piece
  if (box) {
    const [x0, x1, y0, y1] = box
    const off = y > y1 ? y - y1 : y < y0 ? y0 - y : 0
    const reach = off === 0 ? round : off < round ? Math.sqrt(round * round - off * off) : -Infinity
    piece.from = x0 - reach
    piece.to = x1 + reach
    return
  }
  let from = Infinity
  let to = -Infinity
  if (round > 0)
    for (let i = 0; i < xs.length; i++) {
      const up = y - ys[i]!
      if (up >= round || up <= -round) continue
      const half = Math.sqrt(round * round - up * up)
      if (xs[i]! - half < from) from = xs[i]! - half
      if (xs[i]! + half > to) to = xs[i]! + half
    }
  for (let i = 0; i < sides.length; i += 4) {
    const ay = sides[i + 1]!
    const by = sides[i + 3]!
    if (ay < y === by < y) continue
    const x = sides[i]! + ((sides[i + 2]! - sides[i]!) * (y - ay)) / (by - ay)
    if (x < from) from = x
    if (x > to) to = x
  }
  piece.from = from
  piece.to = to
}

/** What of the item must keep how far from something. */
interface Keep {
  mine: Figure
  apart: number
}
/** Leaves out what another one looks after: a figure grown by its clearance that lies inside another one grown by its own. */
function leading(keeps: readonly Keep[]): Keep[] {
  const covers = (outer: Keep, inner: Keep): boolean => {
    const e = extent(inner.mine)
    return [e.minX, e.maxX].every(x =>
      [e.minY, e.maxY].every(y => {
        const far =
          outer.mine.kind === 'circle'
            ? Math.hypot(x - outer.mine.x, y - outer.mine.y) - outer.mine.r
            : outer.mine.kind === 'box'
              ? pointToBox(x, y, outer.mine)
              : Infinity
        return far + inner.apart <= outer.apart
      })
    )
  }
  return keeps.filter(
    (inner, i) => !keeps.some((outer, j) => i !== j && covers(outer, inner) && (!covers(inner, outer) || j < i))
  )
}

const segments = (ring: readonly PointMm[]) =>
  ring.map((p, i) => ({ ring: [p, ring[(i + 1) % ring.length]!], round: 0 }))

/**
 * Whether a figure, or the upright box around it, lies within a circle or a box, so that keeping the outer clear keeps
 * the inner clear.
 */
function within(inner: Figure, outer: Figure): boolean {
  if (outer.kind !== 'circle' && outer.kind !== 'box') return false
  const away = (x: number, y: number) =>
    outer.kind === 'circle' ? Math.hypot(x - outer.x, y - outer.y) - outer.r : pointToBox(x, y, outer)
  if (inner.kind === 'circle') return away(inner.x, inner.y) <= -inner.r
  const e = extent(inner)
  return [e.minX, e.maxX].every(x => [e.minY, e.maxY].every(y => away(x, y) <= 0))
}

/** Pieces of one neighbour that are looked at as hiding others: its bezel, hole and box come first. */
const HIDING = 3
/** Takes away what of one neighbour, from `first` on, lies wholly within one of its large pieces: most of its screws do. */
function leaveOut(found: Piece[], first: number): void {
  const large = found.slice(first, first + HIDING).filter(piece => piece.box)
  let kept = first
  for (let index = first; index < found.length; index++) {
    const piece = found[index]!
    if (
      !large.some(
        over =>
          over !== piece && hides(over, piece) && (!hides(piece, over) || large.indexOf(over) < large.indexOf(piece))
      )
    )
      found[kept++] = piece
  }
  found.length = kept
}
/** Whether a piece lies wholly within an upright one. */
function hides(over: Piece, piece: Piece): boolean {
  if (!over.box) return false
  const [x0, x1, y0, y1] = over.box
  const limit = over.round - piece.round
  for (let i = 0; i < piece.xs.length; i++) {
    const dx = Math.max(x0 - piece.xs[i]!, piece.xs[i]! - x1)
    const dy = Math.max(y0 - piece.ys[i]!, piece.ys[i]! - y1)
    if ((dx > 0 && dy > 0 ? Math.hypot(dx, dy) : Math.max(dx, dy)) > limit) return false
  }
  return true
}

/** All that the item's centre must keep out of. */
function pieces(trial: Placed, others: readonly Placed[], ground: Ground): Piece[] {
  const { panel } = ground
  const found: Piece[] = []
  const keep = (mine: Figure, obstacle: readonly { ring: readonly PointMm[]; round: number }[], apart: number) => {
    found.push(...grown(mine, obstacle, apart))
  }
  const loose = trial.screws.filter(screw => !within(screw, trial.bezel))
  for (const other of others) {
    const first = found.length
    keep(trial.bezel, convexOf(other.bezel), 0)
    if (trial.cutout && other.cutout) keep(trial.cutout, convexOf(other.cutout), panel.leastWebMm - TOUCH_MM / 2)
    if (trial.behind && other.behind && Math.min(trial.depthMm, other.depthMm) > 0)
      keep(trial.behind, convexOf(other.behind), 0)
    const holeInBezel = other.cutout && within(other.cutout, other.bezel)
    if (other.cutout) for (const screw of holeInBezel ? loose : trial.screws) keep(screw, convexOf(other.cutout), 0)
    for (const screw of other.screws) {
      const out = !within(screw, other.bezel)
      if (trial.cutout && (out || !within(trial.cutout, trial.bezel))) keep(trial.cutout, convexOf(screw), 0)
      for (const mine of out ? trial.screws : loose) keep(mine, convexOf(screw), 0)
    }
    leaveOut(found, first)
  }
  for (const { figure } of ground.faceZones) {
    keep(trial.bezel, convexOf(figure), 0)
    for (const screw of loose) keep(screw, convexOf(figure), 0)
  }
  if (trial.cutout)
    for (const { figure } of ground.holes) keep(trial.cutout, convexOf(figure), panel.leastWebMm - TOUCH_MM / 2)
  for (const { zone, figure } of ground.behindZones) {
    if (trial.behind && trial.depthMm > zone.fromDepthMm + TOUCH_MM) keep(trial.behind, convexOf(figure), 0)
    if (zone.fromDepthMm < SCREW_BEHIND_MM) for (const screw of trial.screws) keep(screw, convexOf(figure), 0)
  }
  const bezel = { mine: trial.bezel, apart: 0 }
  const hole = (apart: number): Keep[] => (trial.cutout ? [{ mine: trial.cutout, apart: apart - TOUCH_MM / 2 }] : [])
  const edge = segments(panel.outline)
  for (const { mine, apart } of leading([
    ...hole(panel.lipMm),
    bezel,
    ...trial.screws.map(screw => ({ mine: screw, apart: screwEdgeMm(screw) - TOUCH_MM / 2 }))
  ]))
    keep(mine, edge, apart)
  for (const bay of panel.bays) {
    const seam = segments(bay.outline)
    for (const { mine, apart } of leading([...hole(bay.lipMm), bezel])) keep(mine, seam, apart)
  }
  return found
}

/**
 * Where the body of an item would run into the frame of a bay that it stands on, row by row: near the seam, on the inside of it.
 * A body beside a bay is behind the frame and runs into nothing.
 */
const frames = (trial: Placed, { panel }: Ground): { outline: readonly PointMm[]; pieces: Piece[] }[] =>
  trial.behind && trial.depthMm > 0
    ? panel.bays.map(({ outline, lipMm }) => ({
        outline,
        pieces: grown(trial.behind!, segments(outline), lipMm - TOUCH_MM / 2)
      }))
    : []
/** Runs less what of them lies between two ends. */
const lessRun = (runs: readonly [number, number][], from: number, to: number): [number, number][] =>
  runs.flatMap(([a, b]): [number, number][] =>
    to <= a || from >= b
      ? [[a, b]]
      : [...(from > a ? [[a, from] as [number, number]] : []), ...(to < b ? [[to, b] as [number, number]] : [])]
  )
/** Runs of a row without those in which a body would run into the frame of its bay. */
function clearOfFrames(runs: [number, number][], y: number, bays: ReturnType<typeof frames>): [number, number][] {
  let left = runs
  for (const { outline, pieces } of bays)
    for (const piece of pieces) {
      if (piece.low >= y || piece.high <= y) continue
      noteRun(piece, y)
      for (const [a, b] of levelRuns(outline, y)) {
        const [from, to] = [Math.max(a, piece.from), Math.min(b, piece.to)]
        if (to > from) left = lessRun(left, from, to)
      }
    }
  return left
}

/**
 * The free ground of an item among others.
 * @returns rows without runs where there is none; an item without a face, or deeper than the panel, has none at all
 */
export const freeGround = (item: Footprint, others: readonly Placed[], ground: Ground, stepMm = 0.5): FreeGround =>
  sweep({ item, others, ground, stepMm, firstOnly: false })

/** Whether there is any free ground; stops at the first. */
export const anyFree = (item: Footprint, others: readonly Placed[], ground: Ground, stepMm: number): boolean =>
  sweep({ item, others, ground, stepMm, firstOnly: true }).rows.some(row => row.runs.length > 0)

/** The first free point from the top, from the left; looks no further than it. */
export const firstPlace = (
  item: Footprint,
  others: readonly Placed[],
  ground: Ground,
  stepMm: number
): { xMm: number; yMm: number } | undefined => firstFree(sweep({ item, others, ground, stepMm, firstOnly: true }))

function sweep({
  item,
  others,
  ground,
  stepMm,
  firstOnly
}: {
  item: Footprint
  others: readonly Placed[]
  ground: Ground
  stepMm: number
  firstOnly: boolean
}): FreeGround {
  const trial = setDown({ id: '\u0000trial', label: '', item }, 0, 0)
  const { panel } = ground
  if (!trial || (trial.behind && trial.depthMm > panel.depthBehindMm + TOUCH_MM))
    return { stepMm, rows: [], areaMm2: 0 }
  const all = pieces(trial, others, ground)
  const bays = frames(trial, ground)
  const box = bounds(panel.outline)
  const half = extent(trial.bezel)
  const [top, low] = [box.maxY - half.maxY, box.minY - half.minY]
  // What stands apart from the bezel's middle must itself come down on the sheet, not only keep off its edge. It keeps off
  // all along a run, so one point of the run tells.
  const apart = trial.screws.filter(screw => !within(screw, trial.bezel))
  const onSheet = (x: number, y: number) => apart.every(screw => inside([x + screw.x, y + screw.y], panel.outline))
  const levels: number[] = []
  for (let y = top; y >= low; y -= stepMm) levels.push(y)
  for (const piece of [...all, ...bays.flatMap(bay => bay.pieces)])
    for (const y of [piece.low, piece.high]) if (y <= top && y >= low) levels.push(y)
  levels.sort((a, b) => b - a)
  // Pieces join the row where it reaches their top and leave at their bottom. They are kept in the order of their left
  // ends, which hardly changes from row to row: putting each in its place takes next to nothing.
  const waiting = all.filter(piece => piece.high > low && piece.low < top).sort((a, b) => b.high - a.high)
  const active: Piece[] = []
  let next = 0
  let last = Infinity
  let lastFree = 0
  let areaMm2 = 0
  const rows: { y: number; runs: [number, number][] }[] = []
  for (const y of levels) {
    // Tops and bottoms of neighbours in one line are one row.
    if (last - y < 0.002) continue
    while (next < waiting.length && waiting[next]!.high > y) active.push(waiting[next++]!)
    let count = 0
    for (let i = 0; i < active.length; i++) {
      const piece = active[i]!
      if (piece.low >= y) continue
      noteRun(piece, y)
      let index = count++
      while (index > 0 && active[index - 1]!.from > piece.from) {
        active[index] = active[index - 1]!
        index--
      }
      active[index] = piece
    }
    active.length = count
    const runs: [number, number][] = []
    for (const [left, right] of levelRuns(panel.outline, y)) {
      let at = left
      for (let i = 0; i < count; i++) {
        const { from, to } = active[i]!
        if (to <= at || from > to) continue
        if (from >= right) break
        if (from >= at) runs.push([at, from])
        at = to
      }
      if (at <= right) runs.push([at, right])
    }
    if (apart.length && runs.length) runs.splice(0, runs.length, ...runs.filter(([a, b]) => onSheet((a + b) / 2, y)))
    if (bays.length && runs.length) runs.splice(0, runs.length, ...clearOfFrames(runs, y, bays))
    rows.push({ y, runs })
    if (firstOnly && runs.length > 0) break
    const free = runs.reduce((sum, [a, b]) => sum + b - a, 0)
    if (last !== Infinity) areaMm2 += Math.min(free, lastFree) * (last - y)
    last = y
    lastFree = free
  }
  return { stepMm, rows, areaMm2 }
}

/** The free point nearest to a wanted one, or nothing. */
export function nearestFree(
  free: FreeGround,
  x: number,
  y: number
): { xMm: number; yMm: number; awayMm: number } | undefined {
  let best: { xMm: number; yMm: number; awayMm: number } | undefined
  for (const row of free.rows) {
    const dy = Math.abs(row.y - y)
    if (best && dy >= best.awayMm) continue
    for (const [from, to] of row.runs) {
      const at = Math.min(Math.max(x, from), to)
      const awayMm = Math.hypot(at - x, dy)
      if (!best || awayMm < best.awayMm) best = { xMm: at, yMm: row.y, awayMm }
    }
  }
  return best
}

/** The first free point from the top, from the left. */
export function firstFree(free: FreeGround): { xMm: number; yMm: number } | undefined {
  for (const row of free.rows) if (row.runs[0]) return { xMm: row.runs[0][0], yMm: row.y }
  return undefined
}

/** Whether a point is free, to within `slackMm` along a row and the step across. */
export function isFree(free: FreeGround, x: number, y: number, slackMm = 0): boolean {
  return free.rows.some(
    row =>
      Math.abs(row.y - y) <= Math.max(free.stepMm / 2, slackMm) + 1e-9 &&
      row.runs.some(([from, to]) => x >= from - slackMm && x <= to + slackMm)
  )
}

/** What an item may be cut down in; `size` is all round, for what is no plain rectangle. */
export type Measure = 'width' | 'height' | 'depth' | 'size'
type Shape = NonNullable<Footprint['face']>['bezel']
/** Measures in which it makes sense to say that an item misses: a round one has neither width nor height of its own. */
export const measuresOf = ({ face }: Footprint): readonly Measure[] =>
  [face!.bezel, face!.cutout].every(shape => !shape || shape.shape === 'rectangle')
    ? ['depth', 'width', 'height']
    : ['depth', 'size']
const MOST_CUT_MM = 0.1
/** A shape drawn in by so much in a measure, with its own form: a circle stays round, corners stay rounded, flats stay flat. */
function cutShape(shape: Shape, byMm: number, measure: Measure): Shape {
  if (measure === 'depth') return shape
  const less = (size: number, yes: boolean) => Math.max(MOST_CUT_MM, yes ? size - byMm : size)
  switch (shape.shape) {
    case 'round':
      return { ...shape, diameterMm: less(shape.diameterMm, true) }
    case 'flats':
      return { ...shape, diameterMm: less(shape.diameterMm, true), acrossMm: less(shape.acrossMm, true) }
    case 'rectangle': {
      const widthMm = less(shape.widthMm, measure !== 'height')
      const heightMm = less(shape.heightMm, measure !== 'width')
      // Drawn in all round its corners are drawn in too.
      const corner = measure === 'size' ? shape.cornerMm - byMm / 2 : shape.cornerMm
      return { ...shape, widthMm, heightMm, cornerMm: Math.max(0, Math.min(corner, widthMm / 2, heightMm / 2)) }
    }
    case 'polygon': {
      // Drawn in toward its centre, each way by as much as its extent loses.
      const { minX, minY, maxX, maxY } = bounds(shape.points)
      const [kx, ky] = [maxX - minX, maxY - minY].map((size, i) =>
        measure === (i === 0 ? 'height' : 'width') ? 1 : Math.max(MOST_CUT_MM, size - byMm) / size
      )
      return { ...shape, points: shape.points.map(([x, y]): [number, number] => [x * kx!, y * ky!]) }
    }
    case 'compound':
      return {
        ...shape,
        parts: shape.parts.map(part => ({ ...part, of: cutShape(part.of, byMm, measure) as typeof part.of }))
      }
  }
}

/** The item cut down by so much in a measure, screws left out: for saying by how much it misses. */
export function cutDown(item: Footprint, byMm: number, measure: Measure): Footprint {
  const face = item.face!
  const less = (shape: Shape) => cutShape(shape, byMm, measure)
  const all = measure === 'size'
  const body = item.body && {
    ...item.body,
    widthMm: Math.max(0.1, item.body.widthMm - (measure === 'width' || all ? byMm : 0)),
    heightMm: Math.max(0.1, item.body.heightMm - (measure === 'height' || all ? byMm : 0)),
    depthMm: Math.max(0, item.body.depthMm - (measure === 'depth' ? byMm : 0))
  }
  return {
    ...item,
    face: { ...face, bezel: less(face.bezel), cutout: face.cutout && less(face.cutout), screws: [] },
    body
  }
}
