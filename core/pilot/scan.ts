import type { Basis, Design, DesignUnit } from '../design'
import type { Pilot } from '../document'
import { unitsInUse } from './flow'
import { FIELD, type FacePoint } from './sight'

/**
 * How far the eye may go from the primary display to the standby horizon: what is within it is seen clearly without moving the
 * head, so that the two can be compared at a glance (optimum eye rotation of human-factors handbooks, from memory).
 */
export const SCAN_DEG = FIELD.bestDeg
export const SCAN_BASIS: Basis = {
  kind: 'published',
  source: `${FIELD.bestDeg}° of optimum eye rotation, human-factors handbooks; here from the primary display`,
  fromMemory: true
}

/** The angle at a pilot's eye between two points of the face, in degrees. */
export function angleBetweenDeg({ eye }: Pick<Pilot, 'eye'>, a: FacePoint, b: FacePoint): number {
  const ray = ({ xMm, yMm }: FacePoint) => [xMm - eye.acrossMm, yMm - eye.upMm, eye.aftMm] as const
  const [u, v] = [ray(a), ray(b)]
  const dot = u[0] * v[0] + u[1] * v[1] + u[2] * v[2]
  return (Math.acos(Math.min(1, dot / (Math.hypot(...u) * Math.hypot(...v)))) * 180) / Math.PI
}

/** The primary display that is nearest before a pilot, across the panel. */
export function displayBefore(design: Design, { eye }: Pilot): (DesignUnit & { readonly at: FacePoint }) | undefined {
  const [nearest] = unitsInUse(design)
    .flatMap(unit =>
      unit.at && unit.item.provides.includes('electronic primary display') ? [{ ...unit, at: unit.at }] : []
    )
    .toSorted((a, b) => Math.abs(a.at.xMm - eye.acrossMm) - Math.abs(b.at.xMm - eye.acrossMm))
  return nearest
}
