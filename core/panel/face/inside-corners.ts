import * as messages from '../messages'
import { finding, type Design, type Finding } from '../../design'
import { thing } from '../../quantity'
import { trueRing } from '../geometry/arcs'
import { inside, pointsOf, type Box, type Circle, type Figure, type PointMm, type Poly } from '../geometry/geometry'
import type { Ground, Placed } from './place'
import { openings } from './stack'

/** Sides that meet at less than this run on: no corner. */
const SMOOTH = (5 / 180) * Math.PI

/**
 * The least radius of the corners into which a tool must go that follows a ring: on its inside where a hole is cut, on its outside
 * where the ring is the edge of the sheet. 0 where two sides meet sharply, Infinity where it never turns that way.
 */
export function leastInsideCorner(points: readonly PointMm[], toolIs: 'inside' | 'outside'): number {
  const found = trueRing(points)
  if (found.kind === 'circle') return toolIs === 'inside' ? found.r : Infinity
  const ring = found.points
  const twice = ring.reduce((sum, p, i) => {
    const q = ring[(i + 1) % ring.length]!
    return sum + p.x * q.y - q.x * p.y
  }, 0)
  // Which way a corner turns that the tool must go into: with the ring for a hole, against it for the edge of the sheet.
  const way = Math.sign(twice) * (toolIs === 'inside' ? 1 : -1)
  let least = Infinity
  ring.forEach((p, i) => {
    const q = ring[(i + 1) % ring.length]!
    const before = ring[(i + ring.length - 1) % ring.length]!
    if (p.bulge && Math.sign(p.bulge) === way) {
      const angle = 4 * Math.atan(Math.abs(p.bulge))
      least = Math.min(least, Math.hypot(q.x - p.x, q.y - p.y) / (2 * Math.sin(angle / 2)))
    }
    // An arc leaves its first corner turned back by half its angle, and comes to its last turned on by as much.
    const out = Math.atan2(q.y - p.y, q.x - p.x) - 2 * Math.atan(p.bulge ?? 0)
    const into = Math.atan2(p.y - before.y, p.x - before.x) + 2 * Math.atan(before.bulge ?? 0)
    const turn = Math.atan2(Math.sin(out - into), Math.cos(out - into))
    if (Math.abs(turn) > SMOOTH && Math.sign(turn) === way) least = 0
  })
  return least
}

/** Whether a point lies in a plain figure. */
const holds = (f: Circle | Box | Poly, point: PointMm): boolean =>
  f.kind === 'circle' ? Math.hypot(point[0] - f.x, point[1] - f.y) < f.r : inside(point, pointsOf(f))

/** The same of a figure that is cut out. Corners of a part that lie within another part are not there. */
function ofFigure(figure: Figure, cornerMm = 0): number {
  switch (figure.kind) {
    case 'circle':
      return figure.r
    case 'box':
      return figure.c ?? cornerMm
    case 'poly':
      return leastInsideCorner(figure.points, 'inside')
    case 'many':
      return Math.min(
        ...figure.parts.map(part => {
          const others = figure.parts.filter(other => other !== part)
          const seen =
            part.kind === 'circle' || pointsOf(part).some(point => !others.some(other => holds(other, point)))
          return seen ? ofFigure(part) : Infinity
        })
      )
  }
}

/** What is cut, with the tightest corner that the tool must go into. */
export interface CutCorner {
  what: string
  units: string[]
  radiusMm: number
}
/** Every opening, hole of the sheet, bay and the edge itself, the tightest first; what has no inside corner is left out. */
export function cutCorners(design: Design, placed: readonly Placed[], ground: Ground): CutCorner[] {
  const { panel } = design.airframe
  const label = (id: string) => placed.find(unit => unit.id === id)!.label
  return [
    { what: 'the edge of the sheet', units: [], radiusMm: leastInsideCorner(panel.outline, 'outside') },
    ...panel.bays.map(bay => ({ what: bay.name, units: [], radiusMm: leastInsideCorner(bay.outline, 'inside') })),
    ...openings(placed, panel.leastWebMm).map(opening => ({
      what: opening.units.map(label).join(', '),
      units: opening.units,
      radiusMm: ofFigure(opening.figure, opening.cornerMm)
    })),
    ...ground.holes.flatMap(({ zone, figure }) =>
      zone.hole === 'cut' ? [{ what: zone.name, units: [], radiusMm: ofFigure(figure) }] : []
    )
  ]
    .filter(corner => Number.isFinite(corner.radiusMm))
    .sort((a, b) => a.radiusMm - b.radiusMm)
}

/** Corners tighter than the chosen cutter leaves: one finding for all, with the tightest. Nothing while no cutter is chosen. */
export function examineCorners(design: Design, placed: readonly Placed[], ground: Ground): Finding[] {
  const { cutterRadiusMm } = design.airframe.panel
  if (cutterRadiusMm === undefined) return []
  const tight = cutCorners(design, placed, ground).filter(cutCorner => cutCorner.radiusMm < cutterRadiusMm - 1e-3)
  const [worst] = tight
  if (!worst) return []
  const names = tight.slice(0, 4).map(cutCorner => {
    const unit = placed.find(each => each.id === cutCorner.units[0])
    return cutCorner.units.length === 1 && unit ? thing(unit) : cutCorner.what
  })
  return [
    finding(
      'panel.inside-corner',
      tight.flatMap(cutCorner => cutCorner.units),
      {
        weight: 'decide',
        measured: worst.radiusMm,
        limit: cutterRadiusMm,
        unit: 'mm',
        basis: { kind: 'entered', source: 'radius that the chosen cutter leaves, as entered for the panel' },
        says: messages.insideCorner({ cutterRadiusMm, names, tight, radiusMm: worst.radiusMm })
      }
    )
  ]
}
