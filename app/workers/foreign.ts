import { expose } from 'comlink'
import {
  drawingOf,
  dxfStrokes,
  readEquipmentRows,
  readEquipmentText,
  readItemDrawing,
  readQuoteCsv,
  readQuoteRows,
  svgStrokes,
  xlsxMoneyFormats,
  type DrawingRead,
  type EquipmentListRead,
  type ItemDrawingRead,
  type ListAgainst,
  type QuoteRead,
  type StrokesRead
} from '#core/formats'
import type { FileProblem } from '#core/document'

/** A drawing from elsewhere; millimetres of one unit for files that do not say. */
export interface ForeignDrawing {
  name: string
  text: string
  unitMm?: number
}
/** What a spreadsheet calls a cell: C7. */
function cellName(line: number, column: number): string {
  let letters = ''
  for (let left = column + 1; left > 0; left = Math.floor((left - 1) / 26))
    letters = String.fromCharCode(65 + ((left - 1) % 26)) + letters
  return `${letters}${line + 1}`
}
const strokesOf = ({ name, text, unitMm }: ForeignDrawing): StrokesRead =>
  /\.svg$/i.test(name) || text.trimStart().startsWith('<') ? svgStrokes(text, unitMm) : dxfStrokes(text, unitMm)

const isSheet = (file: File) => /\.xlsx$/i.test(file.name)
/**
 * The first sheet of a spreadsheet as rows of text, or why there are none.
 * @param priced whether a number carries the currency of its cell's format
 */
async function sheetRows(file: File, priced: boolean): Promise<string[][] | FileProblem> {
  const { readSheet } = await import('read-excel-file/web-worker')
  try {
    const rows = await readSheet(file)
    const formats = priced ? xlsxMoneyFormats(new Uint8Array(await file.arrayBuffer())) : new Map<string, string>()
    return rows.map((row, line) =>
      row.map((cell, column) =>
        // A number of a spreadsheet has no thousands to be told from its decimals; its currency is in its format.
        typeof cell === 'number'
          ? `${Number.isInteger(cell) ? cell : cell.toFixed(2)} ${formats.get(cellName(line, column)) ?? ''}`.trim()
          : cell instanceof Date
            ? cell.toISOString().slice(0, 10)
            : String(cell ?? '')
      )
    )
  } catch (error) {
    const message = `this is not a spreadsheet that can be read: ${(error as Error).message}`
    return { line: 1, column: 1, field: '', message }
  }
}

/** What is done with drawings from elsewhere, in a thread of its own: it can be ended when it does not end by itself. */
const reader = {
  /** Answers as soon as the thread is there. */
  ready: (): boolean => true,
  drawing: (file: ForeignDrawing): DrawingRead => drawingOf(strokesOf(file)),
  item: (file: ForeignDrawing): ItemDrawingRead => readItemDrawing(strokesOf(file)),
  /** A quote out of CSV, or out of the first sheet of an XLSX file. */
  quote: async (file: File): Promise<QuoteRead> => {
    if (!isSheet(file)) return readQuoteCsv(await file.text())
    const rows = await sheetRows(file, true)
    return Array.isArray(rows) ? readQuoteRows(rows) : { ok: false, problems: [rows] }
  },
  /** A list of what is installed out of pasted text, CSV, or the first sheet of an XLSX file. */
  equipment: async (list: File | string, against: ListAgainst): Promise<EquipmentListRead> => {
    if (typeof list === 'string') return readEquipmentText(list, against)
    if (!isSheet(list)) return readEquipmentText(await list.text(), against)
    const rows = await sheetRows(list, false)
    return Array.isArray(rows) ? readEquipmentRows(rows, against) : { units: [], problems: [rows] }
  }
}
export type ForeignReader = typeof reader

expose(reader)
