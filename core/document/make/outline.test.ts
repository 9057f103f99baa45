import { describe, expect, it } from 'vitest'
import { areaMm2, bounds, selfCrossing } from '../../panel'
import { buildOutline, MeasureError } from '..'

const plain = { widthMm: 900, heightMm: 300, shoulderMm: 200, cornerMm: 0, notchWidthMm: 0, notchHeightMm: 0 }
describe('a panel from a few measures', () => {
  // Rectangle and half an ellipse: w s + π (w/2) (h − s) / 2, any geometry handbook.
  it('has the area of its rectangle and its half ellipse', () =>
    expect(areaMm2(buildOutline(plain)) / (900 * 200 + (Math.PI * 450 * 100) / 2)).toBeCloseTo(1, 2))
  it('rounded corners and a notch take their own away', () => {
    const made = buildOutline({ ...plain, heightMm: 200, cornerMm: 30, notchWidthMm: 160, notchHeightMm: 60 })
    expect(areaMm2(made) / (900 * 200 - 2 * 30 * 30 * (1 - Math.PI / 4) - 160 * 60)).toBeCloseTo(1, 3)
    expect(selfCrossing(made)).toBeUndefined()
    expect(bounds(made)).toEqual({ minX: 0, minY: 0, maxX: 900, maxY: 200 })
  })
  it.each([
    [{ shoulderMm: 400 }, /height at the sides is 400/],
    [{ notchWidthMm: 100 }, /a width and a height/],
    [{ widthMm: Number.NaN }, /widthMm is NaN/],
    [{ cornerMm: 500 }, /corner of 500/]
  ])('%j is refused', (patch, why) => {
    expect(() => buildOutline({ ...plain, ...patch })).toThrow(MeasureError)
    expect(() => buildOutline({ ...plain, ...patch })).toThrow(why)
  })
})
