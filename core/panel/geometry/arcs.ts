import type { PointMm } from './geometry'

/** A corner of a ring; `bulge` is that of the side that begins there: the tangent of a quarter of its angle. */
export interface RingCorner {
  x: number
  y: number
  bulge?: number
}
/** What a ring truly is: a circle, or corners with straight sides and arcs between them. */
export type TrueRing =
  | { kind: 'circle'; x: number; y: number; r: number }
  | { kind: 'ring'; points: readonly RingCorner[] }

/** Points lie on an arc when they miss it by no more than this, in mm: coordinates are kept to the thousandth. */
const ON_ARC_MM = 0.003
/** Sides that stand farther off the arc than this are meant as sides, as those of an octagon, in mm. */
export const SIDE_OFF_ARC_MM = 0.3
/** Fewer sides than this are no arc. */
const LEAST_SIDES = 3
/** A flatter arc than this is a straight side whose corners were rounded to the thousandth, in mm. */
const MOST_RADIUS_MM = 20_000
/** A single arc is drawn over no more than this; more is told in two. */
const MOST_ANGLE = (350 / 180) * Math.PI

function circleThrough(a: PointMm, b: PointMm, c: PointMm): { x: number; y: number; r: number } | undefined {
  const [bx, by, cx, cy] = [b[0] - a[0], b[1] - a[1], c[0] - a[0], c[1] - a[1]]
  const d = 2 * (bx * cy - by * cx)
  if (Math.abs(d) < 1e-12) return undefined
  const [bb, cc] = [bx * bx + by * by, cx * cx + cy * cy]
  const [ux, uy] = [(cy * bb - by * cc) / d, (bx * cc - cx * bb) / d]
  return { x: a[0] + ux, y: a[1] + uy, r: Math.hypot(ux, uy) }
}

/**
 * Finds the arcs of a closed ring that was drawn as short straight sides: runs of three sides or more whose corners lie on one
 * circle, all turning the same way, each side near enough to it to have been drawn for it. What a cutter gets is then the arc
 * itself. A ring that is one circle all round is told as a circle.
 */
export function trueRing(points: readonly PointMm[]): TrueRing {
  const n = points.length
  const at = (i: number): PointMm => points[((i % n) + n) % n]!
  const side = (i: number) => Math.hypot(at(i + 1)[0] - at(i)[0], at(i + 1)[1] - at(i)[1])
  const turn = (i: number) => {
    const [a, b, c] = [at(i - 1), at(i), at(i + 1)]
    return Math.sign((b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]))
  }
  /** The circle on which all corners from one to another lie, if they do. */
  const circleOf = (from: number, sides: number) => {
    const circle = circleThrough(at(from), at(from + Math.floor(sides / 2)), at(from + sides))
    if (!circle || circle.r > MOST_RADIUS_MM) return undefined
    for (let i = from; i <= from + sides; i++) {
      const [x, y] = at(i)
      if (Math.abs(Math.hypot(x - circle.x, y - circle.y) - circle.r) > ON_ARC_MM) return undefined
      if (i === from + sides) continue
      const half = side(i) / 2
      if (half > circle.r || circle.r - Math.sqrt(circle.r ** 2 - half ** 2) > SIDE_OFF_ARC_MM) return undefined
      // A side far longer than its neighbour is a straight one that ends on the circle.
      if (i > from && Math.max(side(i), side(i - 1)) > 2.5 * Math.min(side(i), side(i - 1))) return undefined
      if (i > from && turn(i) !== turn(from + 1)) return undefined
    }
    return circle
  }
  if (n >= 8) {
    const third = Math.floor(n / 3)
    const whole = circleThrough(at(0), at(third), at(2 * third))
    if (
      whole &&
      points.every((p, i) => {
        const half = side(i) / 2
        return (
          Math.abs(Math.hypot(p[0] - whole.x, p[1] - whole.y) - whole.r) <= ON_ARC_MM &&
          half <= whole.r &&
          whole.r - Math.sqrt(whole.r ** 2 - half ** 2) <= SIDE_OFF_ARC_MM
        )
      })
    )
      return { kind: 'circle', ...whole }
  }
  /** How many sides from a corner on make one arc; 0 when too few. */
  const runFrom = (from: number, most: number): number => {
    let sides = LEAST_SIDES
    if (most < sides || !circleOf(from, sides)) return 0
    while (sides < most && circleOf(from, sides + 1)) sides++
    return sides
  }
  // Begin where no arc runs across: at a corner before which no run reaches over.
  let start = 0
  for (let i = 0; i < n; i++)
    if (!circleOf(i - 1, LEAST_SIDES) && !circleOf(i - 2, LEAST_SIDES)) {
      start = i
      break
    }
  const found: RingCorner[] = []
  for (let i = 0; i < n;) {
    const sides = runFrom(start + i, n - i)
    const [x, y] = at(start + i)
    if (sides === 0) {
      found.push({ x, y })
      i++
      continue
    }
    const circle = circleOf(start + i, sides)!
    const way = turn(start + i + 1)
    let angle = 0
    for (let s = 0; s < sides; s++) angle += 2 * Math.asin(Math.min(1, side(start + i + s) / 2 / circle.r))
    // A bulge grows without end towards a whole turn: so much is told in two.
    if (angle > MOST_ANGLE) {
      const half = Math.floor(sides / 2)
      let first = 0
      for (let s = 0; s < half; s++) first += 2 * Math.asin(Math.min(1, side(start + i + s) / 2 / circle.r))
      const [mx, my] = at(start + i + half)
      found.push({ x, y, bulge: way * Math.tan(first / 4) })
      found.push({ x: mx, y: my, bulge: way * Math.tan((angle - first) / 4) })
    } else found.push({ x, y, bulge: way * Math.tan(angle / 4) })
    i += sides
  }
  return { kind: 'ring', points: found }
}
