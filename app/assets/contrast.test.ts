import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'

/** The colours of a theme, from the style sheet that ships. */
function tokens(selector: string): Map<string, string> {
  const css = readFileSync(new URL('bench.css', import.meta.url), 'utf8')
  const block = new RegExp(`^\\${selector}[ ,][^{]*{[^}]*}`, 'm').exec(css)![0]
  return new Map([...block.matchAll(/--([a-z-]+): (#[0-9a-f]{6})/g)].map(([, name, value]) => [name!, value!]))
}
/** Relative luminance and contrast ratio (WCAG 2.2, definitions of the same names). */
function luminance(colour: string): number {
  const [r, g, b] = [1, 3, 5].map(at => {
    const channel = Number.parseInt(colour.slice(at, at + 2), 16) / 255
    return channel <= 0.04045 ? channel / 12.92 : ((channel + 0.055) / 1.055) ** 2.4
  }) as [number, number, number]
  return 0.2126 * r + 0.7152 * g + 0.0722 * b
}
function contrast(a: string, b: string): number {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number]
  return (light + 0.05) / (dark + 0.05)
}

it('contrast is that of the published definition: black on white 21, equal colours 1', () => {
  expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 6)
  expect(contrast('#777777', '#777777')).toBe(1)
  // The grey that is just readable on white (WCAG 2.2, success criterion 1.4.3, techniques G18: #767676 gives 4.54).
  expect(contrast('#767676', '#ffffff')).toBeCloseTo(4.54, 2)
})

describe.each([
  ['the bench', ':root'],
  ['Dark', '.hangar-night']
])('%s', (_, selector) => {
  const theme = tokens(selector)
  const of = (name: string) => theme.get(name)!
  // Words: 4.5 to 1 (1.4.3). Marks and lines that carry a meaning: 3 to 1 (1.4.11).
  it.each(
    ['chalk', 'paper', 'alclad', 'face'].flatMap(ground =>
      ['graphite', 'quiet', 'dye'].map(ink => [ink, ground] as const)
    )
  )('%s is readable on %s', (ink, ground) => expect(contrast(of(ink), of(ground))).toBeGreaterThanOrEqual(4.5))
  it.each(['dye-wash', 'tape-wash', 'grease-wash', 'primer-wash'])('graphite is readable on %s', ground =>
    expect(contrast(of('graphite'), of(ground))).toBeGreaterThanOrEqual(4.5)
  )
  it.each(['primer', 'grease'])('%s is seen on paper', mark =>
    expect(contrast(of(mark), of('paper'))).toBeGreaterThanOrEqual(3)
  )
})
