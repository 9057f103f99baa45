import * as messages from './messages'
import { finding, type Basis, type Design, type DesignUnit, type Finding } from '../design'
import type { Pilot } from '../document'
import { unitsInUse } from './flow'
import { FIELD, inFirstSeat, type FacePoint } from './sight'

/**
 * How far the eye may go from the primary display to the standby horizon: what is within it is seen clearly without moving the
 * head, so that the two can be compared at a glance (optimum eye rotation of human-factors handbooks, from memory).
 */
export const SCAN_DEG = FIELD.bestDeg
const SCAN_BASIS: Basis = {
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

type Placed = DesignUnit & { readonly at: FacePoint }
const placed = (design: Design): Placed[] => unitsInUse(design).filter((unit): unit is Placed => unit.at !== undefined)
const isDisplay = ({ item }: DesignUnit) => item.provides.includes('electronic primary display')
/** The primary display that is nearest before a pilot, across the panel. */
function displayOf(design: Design, { eye }: Pilot): Placed | undefined {
  const [nearest] = placed(design)
    .filter(isDisplay)
    .toSorted((a, b) => Math.abs(a.at.xMm - eye.acrossMm) - Math.abs(b.at.xMm - eye.acrossMm))
  return nearest
}

/**
 * The angle from a pilot's primary display to a unit.
 * @returns nothing without a primary display on the panel, and for the display itself
 */
export function scanDeg(design: Design, pilot: Pilot, unit: string): number | undefined {
  const display = displayOf(design, pilot)
  const other = placed(design).find(({ id }) => id === unit)
  return display && other && display.id !== unit ? angleBetweenDeg(pilot, display.at, other.at) : undefined
}

/** A standby horizon that the pilot in command cannot compare with the primary display at a glance: the nearest one counts. */
export function scanFindings(design: Design): Finding[] {
  return inFirstSeat(design.airframe.pilots).flatMap((pilot): Finding[] => {
    const display = displayOf(design, pilot)
    if (!display) return []
    const [nearest] = placed(design)
      .filter(({ id, item }) => id !== display.id && item.provides.includes('attitude'))
      .map(unit => ({ unit, deg: angleBetweenDeg(pilot, display.at, unit.at) }))
      .toSorted((a, b) => a.deg - b.deg)
    if (!nearest || nearest.deg <= SCAN_DEG) return []
    const { unit, deg } = nearest
    const [dx, dy] = [unit.at.xMm - display.at.xMm, unit.at.yMm - display.at.yMm]
    return [
      finding('pilot.scan', [unit.id, display.id], {
        key: `${unit.id}:${pilot.id}`,
        weight: unit.state === 'kept' ? 'note' : 'decide',
        measured: deg,
        limit: SCAN_DEG,
        unit: 'deg',
        basis: SCAN_BASIS,
        says: messages.scan({
          unit,
          display,
          name: pilot.name,
          deg,
          limit: SCAN_DEG,
          way: Math.abs(dy) > Math.abs(dx) ? (dy < 0 ? 'below' : 'above') : 'to the side of'
        })
      })
    ]
  })
}
