import Papa from 'papaparse'
import type { Item } from '#core/catalogue'
import { CATALOGUE_COLUMNS, writeCatalogueCsv } from '#core/formats'

/** Cells of a catalogue entry that hold more than one thing, taken apart for a form and put together again. */

/** The cells of an entry, by column, as its row of the CSV has them. */
export function cellsOf(item: Item): Record<(typeof CATALOGUE_COLUMNS)[number], string> {
  // Told what parts the cells: within them other signs part lists, and are taken for it where it is guessed.
  const { data } = Papa.parse<string[]>(writeCatalogueCsv([item]), { delimiter: ',' })
  return Object.fromEntries(CATALOGUE_COLUMNS.map((column, i) => [column, data[1]![i]!])) as ReturnType<typeof cellsOf>
}

/** A cell in one of its forms: several numbers with words between them, like “158 x 66 x 280”. */
export interface CellForm {
  /** What this form is called where a cell has several. */
  name: string
  /** What each number is. */
  parts: readonly string[]
  read: (cell: string) => string[] | undefined
  /** The cell for the numbers; each may be empty. */
  write: (parts: readonly string[]) => string
}
const matched =
  (pattern: RegExp) =>
  (cell: string): string[] | undefined =>
    pattern
      .exec(cell.trim())
      ?.slice(1)
      .map(part => part ?? '')
const nothing = (parts: readonly string[]) => parts.every(part => part.trim() === '')

/** The outlines that have a name; any other stands in words. */
export const SHAPE_FORMS: readonly CellForm[] = [
  {
    name: 'round',
    parts: ['diameter'],
    read: matched(/^round\s+([\d.]+)$/),
    write: ([diameter]) => `round ${diameter}`
  },
  {
    name: 'rectangle',
    parts: ['width', 'height', 'corner'],
    read: matched(/^rectangle\s+([\d.]+)\s*x\s*([\d.]+)(?:\s+corner\s+([\d.]+))?$/),
    write: ([width, height, corner]) =>
      `rectangle ${width} x ${height}${corner && Number(corner) !== 0 ? ` corner ${corner}` : ''}`
  }
]
export const BODY_FORMS: readonly CellForm[] = [
  {
    name: 'box',
    parts: ['width', 'height', 'depth'],
    read: matched(/^([\d.]+)\s*x\s*([\d.]+)\s*x\s*([\d.]+)$/),
    write: parts => (nothing(parts) ? '' : parts.join(' x '))
  }
]
export const READS_FORMS: readonly CellForm[] = [
  {
    name: 'angles',
    parts: ['to a side, °', 'from above, °', 'from below, °'],
    read: matched(/^([\d.]+)\s+([\d.]+)\s+([\d.]+)$/),
    write: parts => (nothing(parts) ? '' : parts.join(' '))
  }
]

/** A list within a cell. */
export const listIn = (cell: string, sign = ';'): string[] =>
  cell
    .split(sign)
    .map(part => part.trim())
    .filter(part => part !== '')

/** A screw: across and up from the centre, and its hole. */
export type ScrewRow = [string, string, string]
/** The screws of a cell; undefined where it says something else. */
export function screwsIn(cell: string): ScrewRow[] | undefined {
  const rows = listIn(cell).map(entry => entry.split(/\s+/))
  return rows.every(row => row.length === 3 && row.every(value => Number.isFinite(Number(value))))
    ? (rows as ScrewRow[])
    : undefined
}
/** A number that is not given yet stands as a question mark, which reading refuses: fewer numbers would be another screw. */
export const screwsCell = (rows: readonly ScrewRow[]): string =>
  rows.map(row => row.map(value => value.trim() || '?').join(' ')).join('; ')

/** A port as it is asked for. */
export interface PortRow {
  id: string
  kind: string
  flow: string
  signals: string[]
  /** Which of them it says itself, where it does not say all. */
  says?: string[]
  /** What the line may lose, in dB; empty where the maker sets no limit. */
  mostLossDb: string
}
/** The ports of a cell; undefined where it says something else. */
export function portsIn(cell: string): PortRow[] | undefined {
  const rows: PortRow[] = []
  for (const entry of listIn(cell)) {
    const [id = '', kind = '', flow = '', signals = '', ...more] = entry.split('|').map(part => part.trim())
    const row: PortRow = { id, kind, flow, signals: listIn(signals, ','), mostLossDb: '' }
    for (const part of more) {
      const [, says] = /^says(?:\s+(.*))?$/.exec(part) ?? []
      const [, loss] = /^at most ([\d.]+) dB$/.exec(part) ?? []
      if (part.startsWith('says')) row.says = says === undefined || says === 'nothing' ? [] : listIn(says, ',')
      else if (loss !== undefined) row.mostLossDb = loss
      else return undefined
    }
    rows.push(row)
  }
  return rows
}
export const portsCell = (rows: readonly PortRow[]): string =>
  rows
    .map(({ id, kind, flow, signals, says, mostLossDb }) =>
      [
        id.trim(),
        kind,
        flow,
        signals.join(', '),
        ...(says ? [`says ${says.join(', ') || 'nothing'}`] : []),
        ...(mostLossDb.trim() ? [`at most ${mostLossDb.trim()} dB`] : [])
      ].join(' | ')
    )
    .join('; ')
