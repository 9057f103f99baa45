/** One column of a table: what stands in a cell, as words or as a number that sorts as one. */
export interface Column<Row> {
  key: string
  title: string
  /** What is sorted, filtered, copied and exported; a number where it is one. */
  value: (row: Row) => string | number | undefined
  /** As it is read, where that is not the value itself. */
  text?: (row: Row) => string
  number?: boolean
  width?: string
  /** Not shown until it is chosen. */
  hidden?: boolean
  /** Buttons and the like: not sorted, copied or chosen. */
  plain?: boolean
  /** A plain one that is a picture of its row: it is printed. */
  picture?: boolean
}

/** What stands in a cell, as it is read. */
export const cellText = <Row>(column: Column<Row>, row: Row): string =>
  column.text?.(row) ?? String(column.value(row) ?? '')
/** What is copied and exported of a cell: its value; as it is read where that is no number that a sheet can hold. */
export function cellGiven<Row>(column: Column<Row>, row: Row): string | number {
  const value = column.value(row)
  return typeof value === 'number' && !Number.isFinite(value) ? cellText(column, row) : (value ?? '')
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
