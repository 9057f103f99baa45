import { FIELD } from '#core/pilot'
import type { Pilot } from '#core/document'

/** Where angles to the side, up and down from the line of sight meet the face, as a closed line; `flip` turns y up into y down. */
export function fieldRing(
  pilot: Pilot,
  flip: (y: number) => number,
  angles: { side: number; up: number; down: number }
): string {
  const rad = Math.PI / 180
  const at = (s: number, u: number) => {
    const dx = pilot.eye.aftMm * Math.tan(s * rad)
    const below = Math.tan((u - FIELD.lineBelowLevelDeg) * rad)
    return `${pilot.eye.acrossMm + dx} ${flip(pilot.eye.upMm + Math.hypot(dx, pilot.eye.aftMm) * below)}`
  }
  const steps = Array.from({ length: 21 }, (_, i) => -angles.side + (i * angles.side) / 10)
  return `M${[...steps.map(s => at(s, angles.up)), ...[...steps].reverse().map(s => at(s, -angles.down))].join('L')}Z`
}
/** The primary field of view, and the best of it. */
export const PRIMARY = { side: FIELD.sideDeg, up: FIELD.upDeg, down: FIELD.downDeg } as const
export const BEST = { side: FIELD.bestDeg, up: FIELD.bestDeg, down: FIELD.bestDeg } as const
