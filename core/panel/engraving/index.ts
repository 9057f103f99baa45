import { bounds, type PointMm } from '../geometry/geometry'
import letters from './letters.json' with { type: 'json' }

/** Height of a capital in the units of the letters; see NOTICE.txt for where they come from. */
const CAPITAL = 662
const FORMS = letters as unknown as Record<string, [advance: number, ...lines: number[][]] | undefined>
/** Typesetter’s marks that the letters have in a plain form only. */
const PLAIN: Record<string, string> = { '’': "'", '‘': "'", '′': "'", '″': '"', '−': '-', '\u202f': ' ' }
const formOf = (letter: string) => FORMS[letter] ?? FORMS[PLAIN[letter] ?? '']

/** The letters of a text for which there is no single-line form, each once. */
export const missingLetters = (text: string): string[] => [
  ...new Set([...text].filter(letter => formOf(letter) === undefined))
]

/**
 * A text as the lines that an engraver’s point follows, in mm: capitals `heightMm` high, the ink centred on x, the middle of a
 * capital on y. Letters without a form are left out: ask `missingLetters`.
 */
export function engravedLines(text: string, xMm: number, yMm: number, heightMm: number): PointMm[][] {
  const k = heightMm / CAPITAL
  let along = 0
  const lines: PointMm[][] = []
  for (const letter of text) {
    const form = formOf(letter)
    if (!form) continue
    const [advance, ...drawn] = form
    for (const line of drawn)
      lines.push(Array.from({ length: line.length / 2 }, (_, i): PointMm => [along + line[2 * i]!, line[2 * i + 1]!]))
    along += advance
  }
  if (lines.length === 0) return []
  const { minX, maxX } = bounds(lines.flat())
  return lines.map(line =>
    line.map(([x, y]): PointMm => [xMm + (x - (minX + maxX) / 2) * k, yMm + (y - CAPITAL / 2) * k])
  )
}
