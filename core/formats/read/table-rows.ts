import Papa from 'papaparse'
import type { FileProblem } from '../../document'

/** A row of a table with its line in the file. */
export interface TableRow {
  row: readonly string[]
  line: number
}

/**
 * The rows of a table as text: comma, semicolon, tab or bar between the cells.
 * @returns the rows, or the one problem that keeps them from being read
 */
export function tableRows(text: string): string[][] | FileProblem {
  const lines = text.split(/\r?\n/).filter(line => line.trim() !== '')
  // A comma may be that of an amount: it separates cells only where nothing else does in four lines of five.
  const mark = [';', '\t', '|'].find(mark => lines.filter(line => line.includes(mark)).length >= 0.8 * lines.length)
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { delimiter: mark ?? ',' })
  const quotes = parsed.errors.find(error => error.type === 'Quotes')
  return quotes
    ? { line: (quotes.row ?? 0) + 1, column: 1, field: '', message: 'a quotation mark is not closed' }
    : parsed.data
}

/** Rows that hold something, trimmed, with their lines. */
export const filledRows = (rows: readonly (readonly string[])[]): TableRow[] =>
  rows.map((row, i) => ({ row: row.map(cell => cell.trim()), line: i + 1 })).filter(({ row }) => row.some(Boolean))
