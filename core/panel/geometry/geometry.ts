import { perObject } from '../../cache'
import type { Shape } from '../../catalogue'

/**
 * Plane geometry of faces. All lengths are millimetres; x to the right, y up.
 * Circles, upright rectangles, their corners square or rounded, and polygons; a compound cutout is many of them.
 * Distances between what is apart are exact.
 */

/** Below this the figures of a drawing are taken as touching: a hundredth of a millimetre, finer than any cutter. */
export const TOUCH_MM = 0.01

export type Circle = { readonly kind: 'circle'; readonly x: number; readonly y: number; readonly r: number }
/** `c` is the radius of its corners; square ones where absent. */
export type Box = {
  readonly kind: 'box'
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
  readonly c?: number
}
/** A closed polygon that does not cross itself; `x`, `y` is the point it is set down by. */
export type Poly = {
  readonly kind: 'poly'
  readonly x: number
  readonly y: number
  readonly points: readonly PointMm[]
}
export type Many = {
  readonly kind: 'many'
  readonly x: number
  readonly y: number
  readonly parts: readonly (Circle | Box | Poly)[]
}
export type Figure = Circle | Box | Poly | Many
export type PointMm = readonly [number, number]

/** A round hole with flats as a polygon: the arcs are drawn outside by at most 0.01 mm, so that metal is never overstated. */
function flatsPoly({
  diameterMm,
  acrossMm,
  turned,
  x,
  y
}: {
  diameterMm: number
  acrossMm: number
  turned: boolean
  x: number
  y: number
}): Poly {
  const r = diameterMm / 2
  const half = Math.min(acrossMm, diameterMm) / 2
  const corner = Math.asin(half / r)
  const steps = Math.max(4, Math.ceil(corner / Math.acos(r / (r + 0.01))))
  // Circumscribed: the corners of each arc's polygon lie just outside the circle, its ends on the flats.
  const out = r / Math.cos(corner / steps)
  const arc = [-steps, ...Array.from({ length: steps }, (_, i) => 2 * i + 1 - steps), steps].map((i): PointMm => {
    const angle = (i * corner) / steps
    const radius = Math.abs(i) === steps ? r : out
    return [Math.cos(angle) * radius, Math.max(-half, Math.min(half, Math.sin(angle) * radius))]
  })
  const all = [...arc, ...arc.map(([px, py]): PointMm => [-px, -py])]
  return { kind: 'poly', x, y, points: all.map(([px, py]): PointMm => (turned ? [x - py, y + px] : [x + px, y + py])) }
}

/** A shape of the catalogue set down at a point. */
export function figureAt(shape: Shape, x: number, y: number): Figure {
  switch (shape.shape) {
    case 'round':
      return { kind: 'circle', x, y, r: shape.diameterMm / 2 }
    case 'rectangle': {
      const c = Math.min(shape.cornerMm, shape.widthMm / 2, shape.heightMm / 2)
      return { kind: 'box', x, y, w: shape.widthMm, h: shape.heightMm, ...(c > 0 && { c }) }
    }
    case 'flats':
      return flatsPoly({ diameterMm: shape.diameterMm, acrossMm: shape.acrossMm, turned: shape.turned, x, y })
    case 'polygon':
      return { kind: 'poly', x, y, points: shape.points.map(([px, py]): PointMm => [x + px, y + py]) }
    case 'compound':
      return {
        kind: 'many',
        x,
        y,
        parts: shape.parts.map(part => figureAt(part.of, x + part.xMm, y + part.yMm) as Circle | Box | Poly)
      }
  }
}

/** The figure shifted. */
export function shift<F extends Figure>(f: F, dx: number, dy: number): F {
  const moved = { ...f, x: f.x + dx, y: f.y + dy }
  if (f.kind === 'poly') return { ...moved, points: f.points.map(([x, y]): PointMm => [x + dx, y + dy]) } as F
  if (f.kind === 'many') return { ...moved, parts: f.parts.map(part => shift(part, dx, dy)) } as F
  return moved
}

/** The least upright box around a figure. */
export function extent(f: Figure): { minX: number; minY: number; maxX: number; maxY: number } {
  switch (f.kind) {
    case 'circle':
      return { minX: f.x - f.r, minY: f.y - f.r, maxX: f.x + f.r, maxY: f.y + f.r }
    case 'box':
      return { minX: f.x - f.w / 2, minY: f.y - f.h / 2, maxX: f.x + f.w / 2, maxY: f.y + f.h / 2 }
    case 'poly':
      return bounds(f.points)
    case 'many':
      return bounds(
        f.parts.flatMap((part): PointMm[] => {
          const e = extent(part)
          return [
            [e.minX, e.minY],
            [e.maxX, e.maxY]
          ]
        })
      )
  }
}

/** Half the width and half the height of a figure. */
export function halfSize(f: Figure): PointMm {
  if (f.kind === 'circle') return [f.r, f.r]
  if (f.kind === 'box') return [f.w / 2, f.h / 2]
  const e = extent(f)
  return [(e.maxX - e.minX) / 2, (e.maxY - e.minY) / 2]
}

/** A rounded box is its core grown by the radius of its corners: distances are taken to the core, less the radius. */
export const coreOf = (box: Box): Box =>
  box.c ? { kind: 'box', x: box.x, y: box.y, w: box.w - 2 * box.c, h: box.h - 2 * box.c } : box

/** Distance from a point to a box, rounded or not; negative inside: how far it is to the nearest side. */
export function pointToBox(x: number, y: number, box: Box): number {
  const c = box.c ?? 0
  const dx = Math.abs(x - box.x) - box.w / 2 + c
  const dy = Math.abs(y - box.y) - box.h / 2 + c
  return (dx > 0 && dy > 0 ? Math.hypot(dx, dy) : Math.max(dx, dy)) - c
}

/**
 * Gap between two figures: the least distance when they are apart; when they overlap, minus the least
 * distance one of them must be moved until they only touch.
 */
export function gap(a: Figure, b: Figure): number {
  if (a.kind === 'many') return Math.min(...a.parts.map(part => gap(part, b)))
  if (b.kind === 'many') return Math.min(...b.parts.map(part => gap(a, part)))
  if (a.kind === 'poly' || b.kind === 'poly') return polyGap(a, b)
  if (a.kind === 'circle')
    return b.kind === 'circle' ? Math.hypot(a.x - b.x, a.y - b.y) - a.r - b.r : pointToBox(a.x, a.y, b) - a.r
  if (b.kind === 'circle') return pointToBox(b.x, b.y, a) - b.r
  const round = (a.c ?? 0) + (b.c ?? 0)
  const dx = Math.abs(a.x - b.x) - (a.w + b.w) / 2 + round
  const dy = Math.abs(a.y - b.y) - (a.h + b.h) / 2 + round
  return (dx > 0 && dy > 0 ? Math.hypot(dx, dy) : Math.max(dx, dy)) - round
}

/** Gap where one at least is a polygon. An overlap with a hollow polygon is the deepest of its convex pieces'. */
function polyGap(a: Exclude<Figure, Many>, b: Exclude<Figure, Many>): number {
  if (a.kind === 'circle') return -depthInside([a.x, a.y], (b as Poly).points) - a.r
  if (b.kind === 'circle') return -depthInside([b.x, b.y], (a as Poly).points) - b.r
  const round = (a.kind === 'box' ? (a.c ?? 0) : 0) + (b.kind === 'box' ? (b.c ?? 0) : 0)
  const mine = pointsOf(a)
  const theirs = pointsOf(b)
  const apart = polygonDistance(mine, theirs)
  if (apart > 0) return apart - round
  let deepest = 0
  for (const p of convexPieces(mine))
    for (const q of convexPieces(theirs)) deepest = Math.min(deepest, convexOverlap(p, q))
  return deepest - round
}

/** Least distance between two polygons' grounds; 0 when they share any. */
function polygonDistance(a: readonly PointMm[], b: readonly PointMm[]): number {
  if (inside(a[0]!, b) || inside(b[0]!, a)) return 0
  let least = Infinity
  for (let i = 0; i < a.length; i++) {
    const [p, q] = [a[i]!, a[(i + 1) % a.length]!]
    for (let j = 0; j < b.length; j++) {
      const [r, s] = [b[j]!, b[(j + 1) % b.length]!]
      if (segmentsCross(p, q, r, s)) return 0
      least = Math.min(least, pointToSegment(p, r, s), pointToSegment(r, p, q))
    }
  }
  return least
}

const turn = (a: PointMm, b: PointMm, c: PointMm): number =>
  (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])

/** Whether two segments cross in a point inside both. */
export function segmentsCross(a: PointMm, b: PointMm, c: PointMm, d: PointMm): boolean {
  const [abc, abd, cda, cdb] = [turn(a, b, c), turn(a, b, d), turn(c, d, a), turn(c, d, b)]
  return ((abc > 0 && abd < 0) || (abc < 0 && abd > 0)) && ((cda > 0 && cdb < 0) || (cda < 0 && cdb > 0))
}

const isConvex = (points: readonly PointMm[]): boolean => {
  let sign = 0
  for (let i = 0; i < points.length; i++) {
    const now = Math.sign(turn(points[i]!, points[(i + 1) % points.length]!, points[(i + 2) % points.length]!))
    if (now !== 0 && sign !== 0 && now !== sign) return false
    if (now !== 0) sign = now
  }
  return true
}

/** A polygon as convex pieces: itself, or triangles cut off it ear by ear. */
export const convexPieces = perObject((polygon: readonly PointMm[]): readonly (readonly PointMm[])[] =>
  isConvex(polygon) ? [polygon] : triangles(polygon)
)
function triangles(polygon: readonly PointMm[]): PointMm[][] {
  let twice = 0
  for (const [a, b] of edges(polygon)) twice += a[0] * b[1] - b[0] * a[1]
  const rest = twice >= 0 ? [...polygon] : [...polygon].reverse()
  const found: PointMm[][] = []
  while (rest.length > 3) {
    const ear = rest.findIndex((p, i) => {
      const [before, after] = [rest[(i + rest.length - 1) % rest.length]!, rest[(i + 1) % rest.length]!]
      if (turn(before, p, after) <= 0) return false
      return rest.every(
        q =>
          q === before ||
          q === p ||
          q === after ||
          !(turn(before, p, q) >= 0 && turn(p, after, q) >= 0 && turn(after, before, q) >= 0)
      )
    })
    // A polygon whose corners lie on one line has no ear left; what remains has no area.
    const index = Math.max(ear, 0)
    const ends = [rest[(index + rest.length - 1) % rest.length]!, rest[index]!, rest[(index + 1) % rest.length]!]
    if (ear >= 0) found.push(ends)
    rest.splice(index, 1)
  }
  return [...found, rest]
}

/** Minus the least travel that parts two convex polygons; 0 or more when they are apart (separating axes). */
function convexOverlap(a: readonly PointMm[], b: readonly PointMm[]): number {
  let most = -Infinity
  for (const polygon of [a, b])
    for (const [p, q] of edges(polygon)) {
      const length = Math.hypot(q[0] - p[0], q[1] - p[1])
      if (length === 0) continue
      const [nx, ny] = [(q[1] - p[1]) / length, (p[0] - q[0]) / length]
      const reach = (points: readonly PointMm[]): PointMm => {
        let [low, high] = [Infinity, -Infinity]
        for (const [x, y] of points) {
          const d = x * nx + y * ny
          if (d < low) low = d
          if (d > high) high = d
        }
        return [low, high]
      }
      const [lowA, highA] = reach(a)
      const [lowB, highB] = reach(b)
      most = Math.max(most, lowA - highB, lowB - highA)
    }
  return most
}

/** Distance from a point to the segment ab. */
export function pointToSegment(p: PointMm, a: PointMm, b: PointMm): number {
  const vx = b[0] - a[0]
  const vy = b[1] - a[1]
  const length2 = vx * vx + vy * vy
  const t = length2 === 0 ? 0 : Math.min(1, Math.max(0, ((p[0] - a[0]) * vx + (p[1] - a[1]) * vy) / length2))
  return Math.hypot(p[0] - a[0] - t * vx, p[1] - a[1] - t * vy)
}

/** Whether a point lies inside a closed polygon (even-odd rule). */
export function inside(p: PointMm, polygon: readonly PointMm[]): boolean {
  let within = false
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const [xi, yi] = polygon[i]!
    const [xj, yj] = polygon[j]!
    if (yi > p[1] !== yj > p[1] && p[0] < ((xj - xi) * (p[1] - yi)) / (yj - yi) + xi) within = !within
  }
  return within
}

const edges = (polygon: readonly PointMm[]): (readonly [PointMm, PointMm])[] =>
  polygon.map((a, i) => [a, polygon[(i + 1) % polygon.length]!] as const)

/** Signed distance from a point to the edge of a polygon: positive inside. */
export function depthInside(p: PointMm, polygon: readonly PointMm[]): number {
  // One walk of the edge for both, on plain numbers: this is asked of every hole and screw at every move of the hand.
  const [x, y] = p
  let least2 = Infinity
  let within = false
  let [ax, ay] = polygon.at(-1)!
  for (let i = 0; i < polygon.length; i++) {
    const b = polygon[i]!
    const bx = b[0]
    const by = b[1]
    const vx = bx - ax
    const vy = by - ay
    const length2 = vx * vx + vy * vy
    let t = length2 === 0 ? 0 : ((x - ax) * vx + (y - ay) * vy) / length2
    t = t < 0 ? 0 : t > 1 ? 1 : t
    const dx = x - ax - t * vx
    const dy = y - ay - t * vy
    const away2 = dx * dx + dy * dy
    if (away2 < least2) least2 = away2
    if (by > y !== ay > y && x < ((ax - bx) * (y - by)) / (ay - by) + bx) within = !within
    ax = bx
    ay = by
  }
  return within ? Math.sqrt(least2) : -Math.sqrt(least2)
}

/** Corners of a polygon, or of a box’s core: where its corners are rounded, it is the ring that is grown by their radius. */
export const pointsOf = (f: Box | Poly): readonly PointMm[] => (f.kind === 'poly' ? f.points : corners(coreOf(f)))

const corners = (box: Box): PointMm[] => [
  [box.x - box.w / 2, box.y - box.h / 2],
  [box.x + box.w / 2, box.y - box.h / 2],
  [box.x + box.w / 2, box.y + box.h / 2],
  [box.x - box.w / 2, box.y + box.h / 2]
]

/**
 * How deep the middle of a segment's run inside a box lies, for edges that cut through without a corner; 0 when it stays
 * outside.
 */
function segmentDepthInBox(a: PointMm, b: PointMm, box: Box): number {
  let from = 0
  let to = 1
  for (const axis of [0, 1] as const) {
    const low = (axis === 0 ? box.x - box.w / 2 : box.y - box.h / 2) - a[axis]
    const high = (axis === 0 ? box.x + box.w / 2 : box.y + box.h / 2) - a[axis]
    const run = b[axis] - a[axis]
    if (run === 0) {
      if (low >= 0 || high <= 0) return 0
      continue
    }
    from = Math.max(from, Math.min(low / run, high / run))
    to = Math.min(to, Math.max(low / run, high / run))
  }
  if (from >= to) return 0
  const middle = (from + to) / 2
  const x = a[0] + (b[0] - a[0]) * middle
  const y = a[1] + (b[1] - a[1]) * middle
  return Math.min(box.w / 2 - Math.abs(x - box.x), box.h / 2 - Math.abs(y - box.y))
}

/**
 * Metal between a figure and the edge of the sheet it lies in. Positive: the least distance to the edge.
 * Negative: how far the figure reaches over the edge.
 */
export function metalToEdge(figure: Figure, outline: readonly PointMm[]): number {
  if (figure.kind === 'circle') return depthInside([figure.x, figure.y], outline) - figure.r
  if (figure.kind === 'many') return Math.min(...figure.parts.map(part => metalToEdge(part, outline)))
  if (figure.kind === 'poly') return polyToEdge(figure.points, outline)
  if (figure.c) return metalToEdge(coreOf(figure), outline) - figure.c
  const points = corners(figure)
  let least = Infinity
  for (const corner of points) least = Math.min(least, depthInside(corner, outline))
  for (const [a, b] of edges(outline)) {
    const cut = segmentDepthInBox(a, b, figure)
    if (cut > 0) least = Math.min(least, -cut)
  }
  if (least < 0) return least
  // An outline's corner may come nearer to a side of the box than the box's corners come to the outline.
  for (const p of outline) {
    const dx = Math.max(Math.abs(p[0] - figure.x) - figure.w / 2, 0)
    const dy = Math.max(Math.abs(p[1] - figure.y) - figure.h / 2, 0)
    least = Math.min(least, Math.hypot(dx, dy))
  }
  return least
}

function polyToEdge(points: readonly PointMm[], outline: readonly PointMm[]): number {
  let least = Infinity
  for (const p of points) least = Math.min(least, depthInside(p, outline))
  // A corner of the outline may bite into a side between its corners.
  for (const p of outline) {
    const depth = depthInside(p, points)
    least = Math.min(least, depth > 0 ? -depth : least < 0 ? least : -depth)
  }
  return least
}

/** Area of a figure, in mm². Parts of a compound that lie over each other count twice: metal is never overstated. */
export function figureAreaMm2(f: Figure): number {
  switch (f.kind) {
    case 'circle':
      return Math.PI * f.r ** 2
    case 'box':
      return f.w * f.h - (4 - Math.PI) * (f.c ?? 0) ** 2
    case 'poly':
      return areaMm2(f.points)
    case 'many':
      return f.parts.reduce((sum, part) => sum + figureAreaMm2(part), 0)
  }
}

/** The hull of points: the corners of the least convex polygon around them, anticlockwise. */
export function hull(points: readonly PointMm[]): PointMm[] {
  const sorted = [...points].sort((a, b) => a[0] - b[0] || a[1] - b[1])
  const half = (list: readonly PointMm[]): PointMm[] => {
    const found: PointMm[] = []
    for (const p of list) {
      while (found.length >= 2 && turn(found.at(-2)!, found.at(-1)!, p) <= 0) found.pop()
      found.push(p)
    }
    return found.slice(0, -1)
  }
  return [...half(sorted), ...half([...sorted].reverse())]
}

/** Where a closed line crosses itself first: the numbers of the two sides, or nothing. */
export function selfCrossing(polygon: readonly PointMm[]): [number, number] | undefined {
  const all = edges(polygon)
  for (let i = 0; i < all.length; i++)
    for (let j = i + 2; j < all.length; j++) {
      if (i === 0 && j === all.length - 1) continue
      if (segmentsCross(...all[i]!, ...all[j]!)) return [i, j]
    }
  return undefined
}

/** Area of a closed polygon in mm², whichever way round it runs (the shoelace formula). */
export function areaMm2(polygon: readonly PointMm[]): number {
  let twice = 0
  for (const [a, b] of edges(polygon)) twice += a[0] * b[1] - b[0] * a[1]
  return Math.abs(twice) / 2
}

/** The least upright box that holds all points. */
export function bounds(points: readonly PointMm[]): { minX: number; minY: number; maxX: number; maxY: number } {
  const box = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity }
  for (const [x, y] of points) {
    if (x < box.minX) box.minX = x
    if (x > box.maxX) box.maxX = x
    if (y < box.minY) box.minY = y
    if (y > box.maxY) box.maxY = y
  }
  return box
}

/** Right, left, up, down. */
export const DIRECTIONS: readonly PointMm[] = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1]
]

/** How far `a` must go in a direction until at least `want` lies between it and `b`, in mm. */
export function travelApart(a: Figure, b: Figure, want: number, [ux, uy]: PointMm): number {
  const axis = ux !== 0 ? 0 : 1
  const far = halfSize(a)[axis] * 2 + halfSize(b)[axis] * 2 + Math.max(want, 0) + Math.hypot(a.x - b.x, a.y - b.y)
  const gapAt = (t: number) => gap(shift(a, ux * t, uy * t), b)
  if (gapAt(0) >= want) return 0
  // Once they have passed each other the gap only grows: halve the interval. (A hollow polygon may offer a nearer
  // place in its hollow; the answer is then the far one, which holds too.)
  let low = 0
  let high = far
  for (let step = 0; step < 40; step++) {
    const middle = (low + high) / 2
    if (gapAt(middle) >= want) high = middle
    else low = middle
  }
  return high
}
