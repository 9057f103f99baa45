import type { Shape } from '../catalogue'

/**
 * Plane geometry of faces. All lengths are millimetres; x to the right, y up.
 * Faces, cutouts, bodies and zones are circles and upright rectangles, so every distance below is exact.
 * Rounded corners are counted as square ones: the true metal is never less than what is said here.
 */
export type Figure =
  | { readonly kind: 'circle', readonly x: number, readonly y: number, readonly r: number }
  | { readonly kind: 'box', readonly x: number, readonly y: number, readonly w: number, readonly h: number }

export type PointMm = readonly [number, number]

/** A shape of the catalogue set down at a point. */
export const figureAt = (shape: Shape, x: number, y: number): Figure =>
  shape.shape === 'round' ? { kind: 'circle', x, y, r: shape.diameterMm / 2 } : { kind: 'box', x, y, w: shape.widthMm, h: shape.heightMm }

/** Half the width and half the height of a figure. */
export const halfSize = (f: Figure): PointMm => f.kind === 'circle' ? [f.r, f.r] : [f.w / 2, f.h / 2]

function boxCircleGap(box: Extract<Figure, { kind: 'box' }>, circle: Extract<Figure, { kind: 'circle' }>): number {
  const dx = Math.abs(circle.x - box.x) - box.w / 2
  const dy = Math.abs(circle.y - box.y) - box.h / 2
  if (dx <= 0 && dy <= 0) return Math.max(dx, dy) - circle.r
  return Math.hypot(Math.max(dx, 0), Math.max(dy, 0)) - circle.r
}

/**
 * Gap between two figures: the least distance when they are apart; when they overlap, minus the least
 * distance one of them must be moved until they only touch.
 */
export function gap(a: Figure, b: Figure): number {
  if (a.kind === 'circle') return b.kind === 'circle' ? Math.hypot(a.x - b.x, a.y - b.y) - a.r - b.r : boxCircleGap(b, a)
  if (b.kind === 'circle') return boxCircleGap(a, b)
  const dx = Math.abs(a.x - b.x) - (a.w + b.w) / 2
  const dy = Math.abs(a.y - b.y) - (a.h + b.h) / 2
  return dx > 0 && dy > 0 ? Math.hypot(dx, dy) : Math.max(dx, dy)
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
    if ((yi > p[1]) !== (yj > p[1]) && p[0] < (xj - xi) * (p[1] - yi) / (yj - yi) + xi) within = !within
  }
  return within
}

const edges = (polygon: readonly PointMm[]): (readonly [PointMm, PointMm])[] => polygon.map((a, i) => [a, polygon[(i + 1) % polygon.length]!] as const)

/** Signed distance from a point to the edge of a polygon: positive inside. */
export function depthInside(p: PointMm, polygon: readonly PointMm[]): number {
  let least = Infinity
  for (const [a, b] of edges(polygon)) least = Math.min(least, pointToSegment(p, a, b))
  return inside(p, polygon) ? least : -least
}

const corners = (box: Extract<Figure, { kind: 'box' }>): PointMm[] => [
  [box.x - box.w / 2, box.y - box.h / 2], [box.x + box.w / 2, box.y - box.h / 2],
  [box.x + box.w / 2, box.y + box.h / 2], [box.x - box.w / 2, box.y + box.h / 2]
]

/** How deep the middle of a segment's run inside a box lies, for edges that cut through without a corner; 0 when it stays outside. */
function segmentDepthInBox(a: PointMm, b: PointMm, box: Extract<Figure, { kind: 'box' }>): number {
  let from = 0
  let to = 1
  for (const axis of [0, 1] as const) {
    const low = (axis === 0 ? box.x - box.w / 2 : box.y - box.h / 2) - a[axis]
    const high = (axis === 0 ? box.x + box.w / 2 : box.y + box.h / 2) - a[axis]
    const run = b[axis] - a[axis]
    if (run === 0) { if (low >= 0 || high <= 0) return 0; continue }
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

/** Area of a closed polygon in mm², whichever way round it runs (the shoelace formula). */
export function areaMm2(polygon: readonly PointMm[]): number {
  let twice = 0
  for (const [a, b] of edges(polygon)) twice += a[0] * b[1] - b[0] * a[1]
  return Math.abs(twice) / 2
}

/** The least upright box that holds all points. */
export function bounds(points: readonly PointMm[]): { minX: number, minY: number, maxX: number, maxY: number } {
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
export const DIRECTIONS: readonly PointMm[] = [[1, 0], [-1, 0], [0, 1], [0, -1]]

/** How far `a` must go in a direction until at least `want` lies between it and `b`, in mm. */
export function travelApart(a: Figure, b: Figure, want: number, [ux, uy]: PointMm): number {
  const axis = ux !== 0 ? 0 : 1
  const far = halfSize(a)[axis] + halfSize(b)[axis] + Math.max(want, 0) + Math.hypot(a.x - b.x, a.y - b.y)
  const gapAt = (t: number) => gap({ ...a, x: a.x + ux * t, y: a.y + uy * t }, b)
  if (gapAt(0) >= want) return 0
  // Both figures are convex, so once they have passed each other the gap only grows: halve the interval.
  let low = 0
  let high = far
  for (let step = 0; step < 40; step++) {
    const middle = (low + high) / 2
    if (gapAt(middle) >= want) high = middle
    else low = middle
  }
  return high
}
