import { describe, expect, it } from 'vitest'
import { areaMm2, bounds, selfCrossing } from '../../panel'
import { buildOutline, PANEL_TEMPLATES } from '..'

describe.each(PANEL_TEMPLATES)('the typical panel $id', ({ measures: m }) => {
  const outline = buildOutline(m)
  it('is as wide and as high as its measures', () => {
    const box = bounds(outline)
    expect(box.maxX - box.minX).toBeCloseTo(m.widthMm, 6)
    expect(box.maxY - box.minY).toBeCloseTo(m.heightMm, 6)
  })
  it('has the area of a box with half an ellipse on it, less its corners and its notch', () => {
    // Box w·s, half ellipse π/4·w·(h − s), two quarter-round corners of (1 − π/4)·r² each, and the notch.
    const exact =
      m.widthMm * m.shoulderMm +
      (Math.PI / 4) * m.widthMm * (m.heightMm - m.shoulderMm) -
      2 * (1 - Math.PI / 4) * m.cornerMm ** 2 -
      m.notchWidthMm * m.notchHeightMm
    // Drawn with straight pieces it is a little less, by under half a percent.
    expect(areaMm2(outline)).toBeLessThanOrEqual(exact + 1)
    expect(areaMm2(outline)).toBeGreaterThan(exact * 0.995)
  })
  it('does not cross itself', () => expect(selfCrossing(outline)).toBeUndefined())
})
it('their names tell them apart', () =>
  expect(new Set(PANEL_TEMPLATES.map(template => template.name)).size).toBe(PANEL_TEMPLATES.length))
