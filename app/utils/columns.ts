import { formatMeasure, formatNumber, measured, measureUnit, type Measure, type Reading } from '#core/quantity'

/** One column of a table: what stands in a cell, as words or as a number that sorts as one. */
export interface Column<Row> {
  key: string
  title: string
  /** What is sorted, filtered, copied and exported; a number where it is one. */
  value: (row: Row) => string | number | undefined
  /** As it is read, where what follows does not tell. */
  text?: (row: Row) => string
  /** How a number is read that is of nothing: with so many digits. */
  digits?: number
  /** What stands where there is no value. */
  none?: string
  /** Its cells are numbers; where it has digits or is of something, they are. */
  number?: boolean
  /** What its numbers are of that are kept in mm, kg or cents: they are given in the reader’s unit, which the heading names then. */
  of?: Measure
  width?: string
  /** Not shown until it is chosen. */
  hidden?: boolean
  /** Buttons and the like: not sorted, copied or chosen. */
  plain?: boolean
  /** A plain one that is a picture of its row: it is printed. */
  picture?: boolean
}

/** Tells whether the cells of a column are numbers: they stand to the right, and are looked for from their first figure on. */
export const isNumeric = <Row>({ number, of, digits }: Column<Row>): boolean =>
  number ?? (of !== undefined || digits !== undefined)
/** What stands in a cell, as it is read. */
export function cellText<Row>({ text, value, of, digits, none = '' }: Column<Row>, row: Row, reading: Reading): string {
  if (text) return text(row)
  const held = value(row)
  if (typeof held !== 'number') return held ?? none
  if (of) return formatMeasure(of, held, reading)
  return digits === undefined ? String(held) : formatNumber(held, digits, reading)
}
/**
 * What is copied and exported of a cell: its value, in the reader’s unit; as it is read where that is no number that a sheet can
 * hold.
 */
export function cellGiven<Row>(column: Column<Row>, row: Row, reading: Reading): string | number {
  const value = column.value(row)
  if (typeof value !== 'number') return value ?? ''
  if (!Number.isFinite(value)) return cellText(column, row, reading)
  return column.of ? measured(column.of, value, reading) : value
}
/** What stands over a column where its cells are copied and exported: with the unit, which the cells themselves do not say. */
export const headGiven = <Row>({ title, of }: Column<Row>, reading: Reading): string =>
  of ? `${title}, ${measureUnit(of, reading)}` : title

/**
 * What a row is looked through by: words anywhere in them, numbers from their first figure on, so that 7 does not find 24.7.
 * Written once for a row, not for every letter.
 */
export function searchText<Row>(columns: readonly Column<Row>[], row: Row, reading: Reading): string {
  const said = (numbers: boolean) =>
    columns
      .filter(column => !column.plain && isNumeric(column) === numbers)
      .map(column => (numbers ? '\n' : ' ') + cellText(column, row, reading))
      .join('')
  return (said(false) + said(true)).toLocaleLowerCase()
}
/** Tells whether all of some words are in a row’s text, in any order. */
export function finderOf(words: readonly string[]): (text: string) => boolean {
  const asked = words.map(word => ({
    word,
    figure: /^\d/.test(word) ? new RegExp(`(?<![\\d.,])${word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}`) : undefined
  }))
  return text => {
    const end = text.indexOf('\n')
    const [plain, numbers] = end < 0 ? [text, ''] : [text.slice(0, end), text.slice(end)]
    return asked.every(({ word, figure }) => plain.includes(word) || (figure?.test(numbers) ?? numbers.includes(word)))
  }
}

type Cell = string | number | undefined
/** How words are put in order by a reader’s alphabet: case counts for nothing, and the number in a word is a number. */
export const byAlphabet = (locale: string): Intl.Collator =>
  new Intl.Collator(locale || undefined, { sensitivity: 'accent', numeric: true })

/** Numbers by size, words by the alphabet; what is not known first, a number before a word. */
export function compareCells(a: Cell, b: Cell, alphabet: Intl.Collator): number {
  const rank = (cell: Cell) =>
    cell === undefined || cell === '' || Number.isNaN(cell) ? 0 : typeof cell === 'number' ? 1 : 2
  if (rank(a) !== rank(b) || rank(a) === 0) return rank(a) - rank(b)
  return rank(a) === 1 ? Math.sign((a as number) - (b as number)) || 0 : alphabet.compare(String(a), String(b))
}
