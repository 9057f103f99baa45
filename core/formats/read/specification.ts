import { KG_PER_POUND, MM_PER_INCH } from '../../quantity'
import type { Column } from '../catalogue-columns'

/** A number found in the text of a specification, for one cell of a catalogue entry. Nothing is taken before a person confirms it. */
export interface SpecificationFigure {
  column: Column
  /** As the cell of the catalogue's CSV has it: mm, kg, A, V, dollars. Empty where there is a problem. */
  cell: string
  /** Where the words it was read from stand in the text. */
  from: number
  to: number
  /** What was assumed or worked out in reading it. */
  note?: string
  /** Why it cannot be taken as it is. */
  problem?: string
}

/** The figures found, in the order of the text, and the cells for which the text has different ones. */
export interface SpecificationRead {
  figures: SpecificationFigure[]
  differing: Column[]
}

/** Longest text that a screen has read, in characters: twenty pages. */
export const MOST_SPECIFICATION = 60_000

/** Two figures that differ by less are one figure, given in two units. */
const SAME_SHARE = 0.015

/** From its first digit to its last, and no longer than anybody writes one: a page of digits is none. */
const NUMBER = String.raw`(?<![\d.,])\d{1,9}(?:[.,]\d{1,9}){0,3}(?:[ -]\d{1,3}\/\d{1,3})?(?!\d)`
const LENGTH_UNIT = String.raw`inches|inch|in\b\.?|"|″|”|mm|cm`
const AXIS = String.raw`(?:\(?(?:width|wide|height|high|depth|deep|length|long|[whdl])\b\.?\)?)`

const rounded = (value: number, digits: number): string => String(Number(value.toFixed(digits)))
const mmPer = (unit: string): number => ({ mm: 1, cm: 10 })[unit.toLowerCase()] ?? MM_PER_INCH

/**
 * A number as a data sheet has it: `2.6`, `0,85`, `6 1/4`, `1,234.50`. Undefined where it cannot be told whether a comma parts off
 * thousands or parts of one: `1,250`.
 */
function numberOf(text: string): number | undefined {
  const [, whole = '', top, bottom] = /^([\d.,]+)(?:[ -](\d+)\/(\d+))?$/.exec(text) ?? []
  const plain = /^\d{1,3}(?:,\d{3})+\.\d+$/.test(whole)
    ? whole.replaceAll(',', '')
    : /^(?:\d+,\d{1,2}|0,\d+)$/.test(whole)
      ? whole.replace(',', '.')
      : whole
  if (!/^\d+(?:\.\d+)?$/.test(plain)) return undefined
  return Number(plain) + (top === undefined ? 0 : Number(top) / Number(bottom))
}
const unclear = (text: string) => `“${text}” can be read in two ways. Type it in the field.`

/** A line of the text, and where it begins. A line that is only a name is read together with the one that follows it. */
interface Line {
  text: string
  at: number
}
function linesOf(text: string): Line[] {
  const lines: Line[] = []
  let at = 0
  for (const line of text.split('\n')) {
    const before = lines.at(-1)
    if (before && /\S/.test(before.text) && !/\d/.test(before.text) && /^\s*[\d.$<≤]/.test(line))
      before.text += `\n${line}`
    else lines.push({ text: line, at })
    at += line.length + 1
  }
  return lines
}
type Found = Omit<SpecificationFigure, 'from' | 'to'>
/** A figure that the text itself calls a limit or a round one says so. */
function qualified(found: Found, before: string): Found {
  const word = /(less than|under|below|up to|approx\w*\.?|about|~|<|≤)\s*$/i.exec(before)?.[1]
  return word ? { ...found, note: [`The text says “${word}”.`, found.note].filter(Boolean).join(' ') } : found
}
/** What stands at a match, in one cell or several. */
const eachMatch = (
  line: Line,
  pattern: string,
  read: (match: RegExpExecArray) => Found | readonly Found[] | undefined
): SpecificationFigure[] =>
  [...line.text.matchAll(new RegExp(pattern, 'gi'))].flatMap(match =>
    [read(match) ?? []].flat().map(found => ({
      ...qualified(found, line.text.slice(0, match.index)),
      from: line.at + match.index,
      to: line.at + match.index + match[0].trimEnd().length
    }))
  )
const figure = (column: Column, text: string, write: (value: number) => string, note?: string): Found => {
  const value = numberOf(text)
  return value === undefined ? { column, cell: '', problem: unclear(text) } : { column, cell: write(value), note }
}

const KG_OF: readonly (readonly [RegExp, number])[] = [
  [/^kg|^kilo/i, 1],
  [/^g/i, 0.001],
  [/^oz|^ounce/i, KG_PER_POUND / 16],
  [/^(?:lb|pound)/i, KG_PER_POUND]
]
const masses = (line: Line): SpecificationFigure[] =>
  /\b(?:weight|mass|weighs)\b/i.test(line.text) && !/\b(?:gross|take-?off|shipping)\b/i.test(line.text)
    ? eachMatch(line, String.raw`(${NUMBER})\s*(kilograms?|kg|grams?|g|pounds?|lbs?|ounces?|oz)\b\.?`, match =>
        figure('mass_kg', match[1]!, value => rounded(value * KG_OF.find(([unit]) => unit.test(match[2]!))![1], 4))
      )
    : []

const axisOf = (word: string | undefined): 'w' | 'h' | 'd' | undefined => {
  const letter = word?.replace(/[^a-z]/gi, '')[0]?.toLowerCase()
  return letter === 'l' ? 'd' : (letter as 'w' | 'h' | 'd' | undefined)
}
/** What the size on a line is of: by the words of the line. */
function shapeColumn(line: string): 'cutout_mm' | 'bezel_mm' | undefined {
  if (/cut-?\s?out|opening|panel hole/i.test(line)) return 'cutout_mm'
  return /bezel|face|front|overall|dimension|size/i.test(line) ? 'bezel_mm' : undefined
}
/** `6.25 x 2.6 x 10.7 in`, `158.8 mm W x 66 mm H`. */
function sizes(line: Line): SpecificationFigure[] {
  const one = String.raw`(${NUMBER})\s*(${LENGTH_UNIT})?\s*(${AXIS})?`
  return eachMatch(
    line,
    String.raw`${one}\s*[x×*]\s*${one}(?:\s*[x×*]\s*${one})?(?:\s*(${LENGTH_UNIT}))?`,
    (match): readonly Found[] | undefined => {
      const parts = [1, 4, 7]
        .filter(at => match[at] !== undefined)
        .map(at => ({ text: match[at]!, unit: match[at + 1], axis: axisOf(match[at + 2]) }))
      const shape = shapeColumn(line.text)
      const column = parts.length === 3 ? 'body_mm' : (shape ?? 'bezel_mm')
      const unit = match[10] ?? parts.findLast(part => part.unit)?.unit
      if (!unit) return [{ column, cell: '', problem: 'It has no unit: inches or mm.' }]
      const wrong = parts.find(part => numberOf(part.text) === undefined)
      if (wrong) return [{ column, cell: '', problem: unclear(wrong.text) }]
      const named = new Set(parts.map(part => part.axis)).size === parts.length && parts.every(part => part.axis)
      const [w, h, d] = (['w', 'h', 'd'] as const)
        .slice(0, parts.length)
        .map((axis, index) => (named ? (parts.find(part => part.axis === axis) ?? parts[index]) : parts[index])!)
        .map(part => rounded(numberOf(part.text)! * mmPer(part.unit ?? unit), 2))
      const note = named ? undefined : `Taken as width × height${d === undefined ? '' : ' × depth'}.`
      return d === undefined
        ? [{ column, cell: `rectangle ${w} x ${h}`, note }]
        : [{ column, cell: `${w} x ${h} x ${d}`, note }]
    }
  )
}
/** `Panel cutout: 3.125 in diameter`, `Bezel diameter 82.6 mm`. */
const rounds = (line: Line): SpecificationFigure[] => {
  const column = shapeColumn(line.text)
  return column && /\b(?:diameter|dia|round)\b|[øØ⌀]/i.test(line.text) && !/\d\s*\S*\s*[x×*]\s*\d/.test(line.text)
    ? eachMatch(line, String.raw`(${NUMBER})\s*(${LENGTH_UNIT})`, match =>
        figure(column, match[1]!, value => `round ${rounded(value * mmPer(match[2]!), 3)}`)
      )
    : []
}
/** `Width: 6.25 in`, one line each: together a body, where all three are there. */
function separateSizes(lines: readonly Line[]): SpecificationFigure[] {
  const found = (['width', 'height', 'depth'] as const).map(axis =>
    lines.flatMap(line =>
      new RegExp(String.raw`^\W*(?:\w+\s)?(?:${axis}${axis === 'depth' ? '|length' : ''})\b`, 'i').test(line.text)
        ? eachMatch(line, String.raw`(${NUMBER})\s*(${LENGTH_UNIT})`, match =>
            figure('body_mm', match[1]!, value => rounded(value * mmPer(match[2]!), 2))
          )
        : []
    )
  )
  const [w, h, d] = found.map(each => each[0])
  if (!w || !h || !d || [w, h, d].some(part => part.problem)) return []
  return [{ ...w, cell: `${w.cell} x ${h.cell} x ${d.cell}`, note: 'Width, height and depth from three lines.' }]
}

/** `10 to 32 V`; `28 V`. */
const volts = (line: Line): SpecificationFigure[] => [
  ...eachMatch(
    line,
    String.raw`(${NUMBER})\s*(?:v\w*\s*)?(?:to|[-–—…])\s*(${NUMBER})\s*(?:v|volts?)(?:\s?dc)?\b`,
    match => [
      figure('min_v', match[1]!, value => rounded(value, 2)),
      figure('max_v', match[2]!, value => rounded(value, 2))
    ]
  ),
  ...eachMatch(line, String.raw`(?:@|\bat|\bnominal)\s*(${NUMBER})\s*(?:v|volts?)(?:\s?dc)?\b`, match =>
    figure('at_v', match[1]!, value => rounded(value, 2))
  )
]

/** Which amps these are, by the word that stands with them. */
const AMPS: readonly (readonly [RegExp, Column])[] = [
  [/transmit|\btx\b/i, 'transmit_a'],
  [/inrush|start|surge/i, 'start_a'],
  [/max|peak/i, 'max_a'],
  [/typ|nominal|average|continuous|receive|standby|\brx\b/i, 'typical_a']
]
/** What is no draw of the item: what protects it, what a switch carries. */
const NO_DRAW = /breaker|fuse|protect|rating|rated|alternator|output/i
function amps(line: Line): SpecificationFigure[] {
  let from = 0
  // Each stands with the words of its own part of the line; a part without any is read by the whole line.
  return line.text.split(/(?<=[;|\n]|,\s|\)\s|\s\/\s)/).flatMap(part => {
    const at = line.at + from
    from += part.length
    if (NO_DRAW.test(part)) return []
    const named = AMPS.find(([words]) => words.test(part)) ?? AMPS.find(([words]) => words.test(line.text))
    if (!named && !/current|draw|consum|input|power/i.test(line.text)) return []
    const column = named?.[1] ?? 'typical_a'
    const note = named ? undefined : 'The text does not say typical or maximum. Taken as typical.'
    return [
      ...eachMatch({ text: part, at }, String.raw`(${NUMBER})\s*(milliamps?|ma|amperes?|amps?|a)\b(?!\s*h)`, match =>
        figure(column, match[1]!, value => rounded(/^m/i.test(match[2]!) ? value / 1000 : value, 4), note)
      ),
      ...watts({ text: part, at }, column, line.text)
    ]
  })
}
/** `15 W at 28 V`: amps by the volts that stand on the line. */
const watts = (part: Line, column: Column, line: string): SpecificationFigure[] =>
  eachMatch(part, String.raw`(${NUMBER})\s*(?:w|watts?)\b`, match => {
    const at = [...line.matchAll(/(\d+(?:\.\d+)?)\s*(?:v|volts?)(?:\s?dc)?\b/gi)]
    if (at.length !== 1) return { column, cell: '', problem: 'Watts without one voltage on the line. Type the amps.' }
    const atV = Number(at[0]![1])
    return figure(column, match[1]!, value => rounded(value / atV, 3), `${match[1]} W ÷ ${atV} V.`)
  })

const prices = (line: Line): SpecificationFigure[] =>
  eachMatch(
    line,
    String.raw`(?:US)?\$\s*(\d{1,3}(?:,\d{3}){0,3}(?:\.\d{1,2})?|\d{1,9}(?:\.\d{1,2})?)(?![\d,])`,
    match => ({
      column: 'price_usd' as const,
      cell: rounded(Number(match[1]!.replaceAll(',', '')), 2)
    })
  )
const batteryMinutes = (line: Line): SpecificationFigure[] =>
  /batter/i.test(line.text)
    ? eachMatch(line, String.raw`(${NUMBER})\s*(min(?:utes?)?|hours?|hrs?|h)\b`, match =>
        figure('internal_battery_min', match[1]!, value => rounded(/^h/i.test(match[2]!) ? value * 60 : value, 1))
      )
    : []

/** Whether two cells say the same but for what rounding between units does. */
function same(a: string, b: string): boolean {
  const [numbers, others] = [a, b].map(cell => (cell.match(/[\d.]+/g) ?? []).map(Number))
  return (
    a.replace(/[\d.]+/g, '') === b.replace(/[\d.]+/g, '') &&
    numbers!.length === others!.length &&
    numbers!.every((value, index) => Math.abs(value - others![index]!) <= SAME_SHARE * Math.max(value, others![index]!))
  )
}

/**
 * The figures that a page of a maker’s specification has, as text: weight, sizes, volts, amps, price, own battery. Each stands by
 * the words it was read from. What the text says twice in two units is there once; where it has two different figures for one cell,
 * both are there and the cell is named in `differing`.
 * @param text as pasted
 */
export function readSpecification(text: string): SpecificationRead {
  const lines = linesOf(text.replaceAll('\r', ' '))
  const all = [
    ...lines.flatMap(line => [masses, sizes, rounds, volts, amps, prices, batteryMinutes].flatMap(read => read(line))),
    ...separateSizes(lines)
  ].sort((a, b) => a.from - b.from)
  const figures: SpecificationFigure[] = []
  for (const found of all)
    if (
      !figures.some(
        known =>
          known.column === found.column &&
          (found.cell === '' ? known.from === found.from : same(known.cell, found.cell))
      )
    )
      figures.push(found)
  const cells = (column: Column) => figures.filter(found => found.column === column && found.cell !== '')
  const differing = [...new Set(figures.map(found => found.column))].filter(column => cells(column).length > 1)
  return { figures, differing }
}
