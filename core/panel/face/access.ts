import * as messages from '../messages'
import type { Bay } from '../../document'
import { finding, type Design, type Finding } from '../../design'
import { extent, gap, inside, metalToEdge, type Figure, type PointMm } from '../geometry/geometry'
import type { Placed } from './place'

/** How a unit can be taken out again. */
export type WayOut = 'from the front' | 'with its bay' | 'from behind'

/**
 * Trays slide out to the front, and so does a box that is no bigger than its hole. Another one comes with its bay,
 * or someone has to work behind the panel.
 */
export function wayOut(unit: Placed, bays: readonly Bay[]): WayOut {
  const { face, body } = unit.item
  if (face?.stack || !body || body.depthMm === 0) return 'from the front'
  if (unit.cutout) {
    const hole = extent(unit.cutout)
    const round = unit.cutout.kind === 'circle'
    // A box goes through a round hole when its corners do; a round instrument's case is given by its box, which its case fills.
    const through = round
      ? Math.max(body.widthMm, body.heightMm) <= hole.maxX - hole.minX + 0.01
      : body.widthMm <= hole.maxX - hole.minX + 0.01 && body.heightMm <= hole.maxY - hole.minY + 0.01
    if (through && !rearMounted(unit)) return 'from the front'
  }
  return bayAt(bays, unit) ? 'with its bay' : 'from behind'
}
/** Its bezel is no bigger than its hole: it is put in from behind and screwed there. */
const rearMounted = (unit: Placed): boolean => {
  const [b, c] = [extent(unit.bezel), extent(unit.cutout!)]
  return b.maxX - b.minX <= c.maxX - c.minX + 0.01
}

/** The bay in which a point of the face is, in mm from the lower left of the sheet; none on the frame. */
export const bayAt = (bays: readonly Bay[], { x, y }: { x: number; y: number }): Bay | undefined =>
  bays.find(({ outline }) => inside([x, y], outline))

/**
 * Distance from a figure to a closed seam, from whichever side of it the figure stands. Negative where the seam runs
 * through it: how far it reaches over, counted from the side it must go back least.
 */
export const toSeam = (f: Figure, seam: readonly PointMm[]): number =>
  Math.max(gap(f, { kind: 'poly', x: 0, y: 0, points: seam }), metalToEdge(f, seam))

/** Units that only come out from behind. */
export function examineAccess(design: Design, placed: readonly Placed[]): Finding[] {
  const { bays } = design.airframe.panel
  const hard = placed.filter(unit => wayOut(unit, bays) === 'from behind')
  if (hard.length === 0) return []
  return [
    finding(
      'panel.access',
      hard.map(unit => unit.id),
      {
        weight: 'note',
        basis: { kind: 'derived', source: 'each box against its hole, trays and bays' },
        says: messages.access(hard)
      }
    )
  ]
}

/** Places of the screws round a bay: on the middle of its lip, evenly, no farther apart than the pitch, one at each corner. */
export function bayScrews(bay: Bay): Figure[] {
  const inset = bay.lipMm / 2
  const ring = insetRing(bay.outline, inset)
  return ring.flatMap((p, i) => {
    const q = ring[(i + 1) % ring.length]!
    const run = Math.hypot(q[0] - p[0], q[1] - p[1])
    const count = Math.max(1, Math.ceil(run / bay.screwPitchMm))
    return Array.from({ length: count }, (_, k): Figure => ({
      kind: 'circle',
      x: p[0] + ((q[0] - p[0]) * k) / count,
      y: p[1] + ((q[1] - p[1]) * k) / count,
      r: bay.screwHoleMm / 2
    }))
  })
}

/** A ring drawn in by a distance: each corner goes along the bisector of its sides. Good for the plain outlines of bays. */
function insetRing(points: readonly PointMm[], by: number): PointMm[] {
  let twice = 0
  points.forEach((p, i) => {
    const q = points[(i + 1) % points.length]!
    twice += p[0] * q[1] - q[0] * p[1]
  })
  const sign = twice >= 0 ? 1 : -1
  return points.map((p, i) => {
    const [a, c] = [points[(i + points.length - 1) % points.length]!, points[(i + 1) % points.length]!]
    const [la, lc] = [Math.hypot(p[0] - a[0], p[1] - a[1]), Math.hypot(c[0] - p[0], c[1] - p[1])]
    const na = [(-(p[1] - a[1]) / la) * sign, ((p[0] - a[0]) / la) * sign] as const
    const nc = [(-(c[1] - p[1]) / lc) * sign, ((c[0] - p[0]) / lc) * sign] as const
    const cosine = 1 + na[0] * nc[0] + na[1] * nc[1]
    return [
      p[0] + (by * (na[0] + nc[0])) / Math.max(cosine, 0.2),
      p[1] + (by * (na[1] + nc[1])) / Math.max(cosine, 0.2)
    ]
  })
}
