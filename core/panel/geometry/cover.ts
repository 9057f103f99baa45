import { perObject } from '../../cache'
import { coreOf, depthInside, pointToBox, type Box, type Circle, type Figure, type PointMm } from './geometry'

/** Sides by which a circle is drawn: within 0.02 mm of it at the radius of a 3-1/8 in hole. */
const SIDES = 96

/** Points along an arc of a circle, both ends among them. */
const arc = ({ x, y, r }: Omit<Circle, 'kind'>, from: number, to: number, steps: number): PointMm[] =>
  Array.from({ length: steps + 1 }, (_, i): PointMm => {
    const angle = from + ((to - from) * i) / steps
    return [x + Math.cos(angle) * r, y + Math.sin(angle) * r]
  })
function boxRing(box: Box): PointMm[] {
  const { x, y, w, h } = coreOf(box)
  const r = box.c ?? 0
  const corners = [
    [1, 1],
    [-1, 1],
    [-1, -1],
    [1, -1]
  ] as const
  return corners.flatMap(([sx, sy], i): PointMm[] => {
    const corner = { x: x + (sx * w) / 2, y: y + (sy * h) / 2, r }
    return r ? arc(corner, (i * Math.PI) / 2, ((i + 1) * Math.PI) / 2, 8) : [[corner.x, corner.y]]
  })
}

/** A figure as closed rings of straight sides. */
export const ringsOf = perObject((figure: Figure): readonly (readonly PointMm[])[] => {
  switch (figure.kind) {
    case 'circle':
      return [arc(figure, 0, 2 * Math.PI, SIDES).slice(0, -1)]
    case 'box':
      return [boxRing(figure)]
    case 'poly':
      return [figure.points]
    case 'many':
      return figure.parts.flatMap(part => ringsOf(part))
  }
})

/** Points of an edge are taken no farther apart than this, in mm. */
const STEP_MM = 1
/** Points all along the edge of a figure, its corners among them. */
const edgeOf = perObject((figure: Figure): readonly PointMm[] =>
  ringsOf(figure).flatMap(ring =>
    ring.flatMap(([x, y], i): PointMm[] => {
      const [u, v] = ring[(i + 1) % ring.length]!
      const steps = Math.max(1, Math.ceil(Math.hypot(u - x, v - y) / STEP_MM))
      return Array.from({ length: steps }, (_, k): PointMm => [x + ((u - x) * k) / steps, y + ((v - y) * k) / steps])
    })
  )
)
/** How far a point is outside a figure; negative inside. */
function outside([x, y]: PointMm, figure: Figure): number {
  switch (figure.kind) {
    case 'circle':
      return Math.hypot(x - figure.x, y - figure.y) - figure.r
    case 'box':
      return pointToBox(x, y, figure)
    case 'poly':
      return -depthInside([x, y], figure.points)
    case 'many':
      return Math.min(...figure.parts.map(part => outside([x, y], part)))
  }
}

/**
 * How far a figure reaches out of all these together, in mm: of the points along its edge the farthest from the nearest of them. 0 where
 * they cover it, Infinity where there are none.
 */
export function reachesOut(figure: Figure, over: readonly Figure[]): number {
  if (over.length === 0) return Infinity
  let farthest = 0
  for (const point of edgeOf(figure)) {
    let out = Infinity
    for (const other of over) {
      const away = outside(point, other)
      if (away < out) out = away
      if (out <= farthest) break
    }
    if (out > farthest) farthest = out
  }
  return farthest
}
