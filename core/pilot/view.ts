import type { Pilot } from '../document'
import { lineOfSightPoint } from './sight'

type Vector = readonly [number, number, number]
const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
const cross = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0]
]
const unit = (a: Vector): Vector => {
  const length = Math.hypot(...a)
  return [a[0] / length, a[1] / length, a[2] / length]
}

/** A map of the face into a picture: three rows of factors for across, up and 1, of which the third divides the others. */
export type Homography = readonly [Vector, Vector, Vector]

/**
 * The face as an eye sees it that looks along the normal line of sight: the picture is right to the right of that line and down below
 * it, at a distance of 1 from the eye, so that a coordinate is the tangent of an angle (projection through a pin-hole).
 */
export function seatView(pilot: Pilot): Homography {
  const eye: Vector = [pilot.eye.acrossMm, pilot.eye.upMm, pilot.eye.aftMm]
  const aim = lineOfSightPoint(pilot)
  const forward = unit([aim.xMm - eye[0], aim.yMm - eye[1], -eye[2]])
  const right = unit(cross(forward, [0, 1, 0]))
  const up = cross(right, forward)
  const row = (axis: Vector, sign: number): Vector => [sign * axis[0], sign * axis[1], -sign * dot(axis, eye)]
  return [row(right, 1), row(up, -1), row(forward, 1)]
}
/** Where a point of the face is in the picture. */
export function seenAt([a, b, c]: Homography, x: number, y: number): readonly [number, number] {
  const point: Vector = [x, y, 1]
  return [dot(a, point) / dot(c, point), dot(b, point) / dot(c, point)]
}
