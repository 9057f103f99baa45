import { byKind, type Item, type TradeKind } from '../catalogue'
import type { Pilot } from '../document'
import type { Basis } from '../design'

const DEG = 180 / Math.PI
/** A point on the face, in mm. */
export interface FacePoint {
  readonly xMm: number
  readonly yMm: number
}

/**
 * Limits of the primary field of view (AC 23.1311-1C, from memory; the same numbers stand in human-factors handbooks):
 * best within 15 degrees of the normal line of sight; with eye rotation only, 35 to the side, 40 up, 20 down.
 * The normal line of sight points 15 degrees below level.
 */
export const FIELD = { bestDeg: 15, sideDeg: 35, upDeg: 40, downDeg: 20, lineBelowLevelDeg: 15 } as const
export const FIELD_BASIS: Basis = {
  kind: 'published',
  source: 'AC 23.1311-1C, primary field of view',
  fromMemory: true
}

export interface Sight {
  /** From the normal line of sight, right and up positive. */
  sideDeg: number
  upDeg: number
  /** Off the screen's own axis, which stands square on the face: seen from the right and from above positive. */
  offAxisSideDeg: number
  offAxisUpDeg: number
  awayMm: number
  field: 'best' | 'within limits' | 'outside'
}

/** Angles and distance from a pilot's eye to a point of the face. The face is taken as upright. */
export function sightOf(pilot: Pilot, point: FacePoint): Sight {
  const [dx, dy, dz] = [point.xMm - pilot.eye.acrossMm, point.yMm - pilot.eye.upMm, pilot.eye.aftMm]
  const sideDeg = Math.atan2(dx, dz) * DEG
  const levelDeg = Math.atan2(dy, Math.hypot(dx, dz)) * DEG
  const upDeg = levelDeg + FIELD.lineBelowLevelDeg
  const best = Math.abs(sideDeg) <= FIELD.bestDeg && Math.abs(upDeg) <= FIELD.bestDeg
  const within = Math.abs(sideDeg) <= FIELD.sideDeg && upDeg <= FIELD.upDeg && upDeg >= -FIELD.downDeg
  return {
    sideDeg,
    upDeg,
    awayMm: Math.hypot(dx, dy, dz),
    field: best ? 'best' : within ? 'within limits' : 'outside',
    // The eye stands to the right of what lies to its left.
    offAxisSideDeg: -sideDeg,
    offAxisUpDeg: Math.atan2(-dy, dz) * DEG
  }
}

/** The point of the face the normal line of sight meets. */
export const lineOfSightPoint = (pilot: Pilot): FacePoint => ({
  xMm: pilot.eye.acrossMm,
  yMm: pilot.eye.upMm - pilot.eye.aftMm * Math.tan(FIELD.lineBelowLevelDeg / DEG)
})

/** By how many degrees a screen is seen from outside the cone it reads well in; 0 or less when it reads well. */
export function outOfConeDeg(item: Item, sight: Sight): number {
  const cone = item.face?.readsWithinDeg
  if (!cone) return 0
  // The eye above the screen's axis looks on it from above: the “up” limit holds.
  return Math.max(
    Math.abs(sight.offAxisSideDeg) - cone.side,
    sight.offAxisUpDeg - cone.up,
    -sight.offAxisUpDeg - cone.down
  )
}

export type Hand = 'left' | 'right'
/** The point of the face straight ahead of one shoulder. */
export const shoulderPoint = (pilot: Pilot, hand: Hand): FacePoint => ({
  xMm: pilot.shoulder.acrossMm + ((hand === 'left' ? -1 : 1) * pilot.shoulderWidthMm) / 2,
  yMm: pilot.shoulder.upMm
})
/** Distance from one shoulder to a point of the face, in mm. */
export function armMm(pilot: Pilot, hand: Hand, point: FacePoint): number {
  const ahead = shoulderPoint(pilot, hand)
  return Math.hypot(point.xMm - ahead.xMm, point.yMm - ahead.yMm, pilot.shoulder.aftMm)
}
/** Distance from the nearer shoulder, and whose hand that is. */
export function reachTo(pilot: Pilot, point: FacePoint): { mm: number; hand: Hand } {
  const [left, right] = [armMm(pilot, 'left', point), armMm(pilot, 'right', point)]
  return left <= right ? { mm: left, hand: 'left' } : { mm: right, hand: 'right' }
}

/** How often eye and hand go to a thing of a kind, 0 never to 3 all the time. Our own ranking; common practice. */
const USE: Partial<Record<TradeKind, { eye: 0 | 1 | 2 | 3; hand: 0 | 1 | 2 | 3 }>> = {
  'display': { eye: 3, hand: 2 },
  'round instrument': { eye: 3, hand: 1 },
  'mechanical instrument': { eye: 3, hand: 1 },
  'vacuum part': { eye: 2, hand: 1 },
  'navigator': { eye: 2, hand: 3 },
  'nav/com': { eye: 1, hand: 2 },
  'com': { eye: 1, hand: 2 },
  'audio panel': { eye: 1, hand: 2 },
  'transponder': { eye: 1, hand: 1 },
  'autopilot controller': { eye: 2, hand: 3 },
  'autopilot computer': { eye: 1, hand: 2 },
  'panel button': { eye: 0, hand: 2 },
  'engine monitor': { eye: 2, hand: 1 },
  'annunciator': { eye: 3, hand: 0 },
  'clock': { eye: 1, hand: 1 },
  'slip indicator': { eye: 2, hand: 0 },
  'trim indicator': { eye: 1, hand: 0 },
  'compass': { eye: 1, hand: 0 },
  'switch': { eye: 0, hand: 2 },
  'breaker': { eye: 0, hand: 1 },
  'dimmer': { eye: 0, hand: 1 },
  'elt panel': { eye: 0, hand: 1 },
  'tablet mount': { eye: 2, hand: 1 },
  'camera': { eye: 0, hand: 0 },
  'usb power': { eye: 0, hand: 1 },
  'jack': { eye: 0, hand: 1 }
}
export const useOf = (item: Item): { eye: 0 | 1 | 2 | 3; hand: 0 | 1 | 2 | 3 } =>
  byKind(USE, item) ?? { eye: 0, hand: 0 }

const INCH = 25.4
/**
 * A pilot of middling size in a left seat: eye 28 in behind the face and 6 in above its top edge, shoulder 27 in behind,
 * reach 28 in. Our own defaults.
 */
export function defaultPilot(id: string, name: string, seatMm: number, topMm: number): Pilot {
  return {
    id,
    name,
    eye: { acrossMm: seatMm, upMm: topMm + 6 * INCH, aftMm: 28 * INCH },
    shoulder: { acrossMm: seatMm, upMm: topMm - 3 * INCH, aftMm: 27 * INCH },
    shoulderWidthMm: 400,
    reachMm: 28 * INCH
  }
}

/** Seats nearer to each other than this across are one seat, in mm. */
const ONE_SEAT_MM = 150
/** The pilots who sit in the seat of the pilot in command: the one entered first, and others entered for the same seat. */
export const inFirstSeat = (pilots: readonly Pilot[]): readonly Pilot[] =>
  pilots.filter(({ eye }) => Math.abs(eye.acrossMm - pilots[0]!.eye.acrossMm) < ONE_SEAT_MM)
