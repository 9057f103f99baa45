import { describe, expect, it } from 'vitest'
import { defaultPilot, FIELD, lineOfSightPoint, seatView, seenAt } from '.'

const pilot = defaultPilot('p', 'Pilot', 300, 260)
const view = seatView(pilot)
const { acrossMm, upMm, aftMm } = pilot.eye
const deg = Math.PI / 180

describe('the face from the seat: a picture through a pin-hole, where a coordinate is the tangent of the angle', () => {
  it('has the point that the line of sight meets in its middle', () => {
    const aim = lineOfSightPoint(pilot)
    const [x, y] = seenAt(view, aim.xMm, aim.yMm)
    expect(x).toBeCloseTo(0, 9)
    expect(y).toBeCloseTo(0, 9)
  })
  it.each([0, 10, 24, -12])('shows what is %d degrees from level above or below the line of sight', up => {
    // Straight ahead of the eye, at an angle from level.
    const [x, y] = seenAt(view, acrossMm, upMm + aftMm * Math.tan(up * deg))
    expect(x).toBeCloseTo(0, 9)
    expect(y).toBeCloseTo(-Math.tan((up + FIELD.lineBelowLevelDeg) * deg), 9)
  })
  it('shows left and right of the eye alike, and the far side smaller than the near one', () => {
    const aim = lineOfSightPoint(pilot)
    const [left] = seenAt(view, acrossMm - 200, aim.yMm)
    const [right] = seenAt(view, acrossMm + 200, aim.yMm)
    expect(right).toBeCloseTo(-left, 9)
    // Looking down, the top of the face is nearer to the eye than the bottom.
    const wide = (y: number) => seenAt(view, acrossMm + 200, y)[0] - seenAt(view, acrossMm - 200, y)[0]
    expect(wide(upMm)).toBeGreaterThan(wide(upMm - 300))
  })
})
