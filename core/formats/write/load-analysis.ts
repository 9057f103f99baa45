import type { SheetData } from 'write-excel-file/universal'
import type { AnalysisTable, LoadAnalysis } from '../../report'
import { csvOf } from './catalogue-csv'

/** Where it is signed, and by whom. */
const signatureOf = ({ signed }: LoadAnalysis): string =>
  signed
    ? `${[signed.note, signed.cells.join('; ')].filter(Boolean).join(' ')}:`
    : 'Checked by (name, licence, date, signature):'

/** The load analysis as CSV: one table under another, each under its name, then assumptions, sources and a place to sign. */
export function writeAnalysisCsv(analysis: LoadAnalysis): string {
  const list = (title: string, lines: readonly string[]) => [[], [title], ...lines.map(line => [line])]
  return csvOf([
    [analysis.title],
    [analysis.of],
    [analysis.on],
    ...analysis.tables.flatMap(table => [
      [],
      [table.title],
      [table.note],
      table.columns.map(column => column.says),
      ...table.rows.map(row => row.map((cell, index) => rounded(table, cell, index)))
    ]),
    ...list('Assumptions', analysis.assumptions),
    ...list('Sources', analysis.sources),
    ...list('Cautions', analysis.cautions),
    [],
    [signatureOf(analysis), '']
  ])
}
/** A cell with no more digits than its column shows, and some for reckoning on. */
const rounded = (table: AnalysisTable, cell: string | number, index: number): string | number =>
  typeof cell === 'number' ? Number(cell.toFixed((table.columns[index]?.digits ?? 0) + 2)) : cell

/** A name of a sheet has at most 31 letters, none of : \ / ? * [ ], and none is there twice. */
function sheetName(title: string, taken: Set<string>): string {
  const plain = title.replace(/[:\\/?*[\]]/g, ' ').slice(0, 31)
  let name = plain
  for (let number = 2; taken.has(name.toLowerCase()); number++) name = `${plain.slice(0, 27)} ${number}`
  taken.add(name.toLowerCase())
  return name
}
const title = (text: string) => ({ value: text, fontWeight: 'bold' as const, fontSize: 13 })

/** Sheets of a spreadsheet, one for each table and one to sign, for a writer of XLSX. Numbers stay numbers. */
export function analysisSheets(
  analysis: LoadAnalysis
): { sheet: string; data: SheetData; columns: { width: number }[] }[] {
  const taken = new Set<string>()
  return [
    ...analysis.tables.map(table => ({
      sheet: sheetName(table.title, taken),
      columns: table.columns.map((column, index) => ({
        width: index === 0 ? 32 : column.digits === undefined ? 18 : 13
      })),
      data: [
        [title(table.title)],
        [{ value: `${analysis.of}, ${analysis.on}` }],
        [{ value: table.note }],
        [],
        table.columns.map(column => ({ value: column.says, fontWeight: 'bold' as const, wrap: true })),
        ...table.rows.map(row =>
          row.map((cell, index) =>
            typeof cell === 'number'
              ? {
                  value: cell,
                  type: Number,
                  format: `0${(table.columns[index]?.digits ?? 0) > 0 ? `.${'0'.repeat(table.columns[index]!.digits!)}` : ''}`
                }
              : { value: cell }
          )
        )
      ] as SheetData
    })),
    {
      sheet: 'Assumptions and signature',
      columns: [{ width: 110 }, { width: 40 }],
      data: [
        [title('Assumptions')],
        ...analysis.assumptions.map(line => [{ value: line }]),
        [],
        [title('Sources')],
        ...analysis.sources.map(line => [{ value: line }]),
        [],
        [title('Cautions')],
        ...analysis.cautions.map(line => [{ value: line }]),
        [],
        [{ value: signatureOf(analysis) }]
      ] as SheetData
    }
  ]
}
