import { inches } from '../../quantity'
import type { OutlineMeasures } from './outline'

/** Typical panels to begin from, by the measures a person takes with a rule. Our own, rounded; common practice. */
export const PANEL_TEMPLATES: readonly { id: string; name: string; measures: OutlineMeasures }[] = (
  [
    ['arched-40', 'Wide, arched top: four seats', 40, 12.5, 8, 0, 0, 0],
    ['flat-38', 'Wide, nearly flat top', 38, 10, 9.25, 1, 0, 0],
    ['arched-36', 'Two side by side, arched top', 36, 11, 8, 0, 0, 0],
    ['tunnel-41', 'Wide, with a tunnel below', 41, 12, 8.5, 0.5, 9, 3],
    ['tandem-24', 'Tandem, high round top', 24, 13, 7, 0.5, 0, 0],
    ['light-28', 'Light and low', 28, 8.5, 6.5, 0.5, 0, 0]
  ] as const
).map(([id, name, width, height, shoulder, corner, notchWidth, notchHeight]) => ({
  id,
  name,
  measures: {
    widthMm: inches(width),
    heightMm: inches(height),
    shoulderMm: inches(shoulder),
    cornerMm: inches(corner),
    notchWidthMm: inches(notchWidth),
    notchHeightMm: inches(notchHeight)
  }
}))
