import * as polyclip from 'polyclip-ts'
import { perObject } from '../../cache'
import { coreOf, depthInside, type Box, type Circle, type Figure, type PointMm } from './geometry'

/** Sides by which a circle is drawn for clipping: within 0.02 mm of it at the radius of a 3-1/8 in hole. */
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

const asClip = (figure: Figure): [number, number][][][] =>
  ringsOf(figure).map(ring => [ring.map(([x, y]): [number, number] => [x, y])])

/**
 * How far a figure reaches out of all these together, in mm: the farthest corner of what of it none of them covers. 0 where they
 * cover it.
 */
export function reachesOut(figure: Figure, over: readonly Figure[]): number {
  if (over.length === 0) return Infinity
  const rest = polyclip.difference(asClip(figure), ...over.map(asClip))
  const rings = over.flatMap(ringsOf)
  let farthest = 0
  for (const polygon of rest)
    for (const ring of polygon)
      for (const [x, y] of ring) {
        const out = Math.min(...rings.map(other => -depthInside([x, y], other)))
        if (out > farthest) farthest = out
      }
  return farthest
}
