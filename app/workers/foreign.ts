import { expose } from 'comlink'
import {
  dxfStrokes,
  readDxfOutline,
  readItemDrawing,
  readQuoteCsv,
  readQuoteRows,
  readSvgOutline,
  svgStrokes,
  xlsxMoneyFormats,
  type ItemDrawingRead,
  type OutlineRead,
  type QuoteRead
} from '#core/formats'

/** A drawing from elsewhere: millimetres of one unit for files that do not say, which closed line is the outline where several could be. */
export interface ForeignDrawing {
  name: string
  text: string
  unitMm?: number
  choice?: number
}
/** What a spreadsheet calls a cell: C7. */
function cellName(line: number, column: number): string {
  let letters = ''
  for (let left = column + 1; left > 0; left = Math.floor((left - 1) / 26))
    letters = String.fromCharCode(65 + ((left - 1) % 26)) + letters
  return `${letters}${line + 1}`
}
const isSvg = (name: string, text: string) => /\.svg$/i.test(name) || text.trimStart().startsWith('<')

/** What is done with drawings from elsewhere, in a thread of its own: it can be ended when it does not end by itself. */
const reader = {
  /** Answers as soon as the thread is there. */
  ready: (): boolean => true,
  outline: ({ name, text, unitMm, choice }: ForeignDrawing): OutlineRead =>
    isSvg(name, text) ? readSvgOutline(text, unitMm, choice) : readDxfOutline(text, unitMm, choice),
  item: ({ name, text, unitMm }: ForeignDrawing): ItemDrawingRead =>
    readItemDrawing(isSvg(name, text) ? svgStrokes(text, unitMm) : dxfStrokes(text, unitMm)),
  /** A quote out of CSV, or out of the first sheet of an XLSX file. */
  quote: async (file: File): Promise<QuoteRead> => {
    if (!/\.xlsx$/i.test(file.name)) return readQuoteCsv(await file.text())
    const { readSheet } = await import('read-excel-file/web-worker')
    try {
      const [rows, formats] = [await readSheet(file), xlsxMoneyFormats(new Uint8Array(await file.arrayBuffer()))]
      return readQuoteRows(
        rows.map((row, line) =>
          row.map((cell, column) =>
            // A number of a spreadsheet has no thousands to be told from its decimals; its currency is in its format.
            typeof cell === 'number'
              ? `${Number.isInteger(cell) ? cell : cell.toFixed(2)} ${formats.get(cellName(line, column)) ?? ''}`.trim()
              : cell instanceof Date
                ? cell.toISOString().slice(0, 10)
                : String(cell ?? '')
          )
        )
      )
    } catch (error) {
      const message = `this is not a spreadsheet that can be read: ${(error as Error).message}`
      return { ok: false, problems: [{ line: 1, column: 1, field: '', message }] }
    }
  }
}
export type ForeignReader = typeof reader

expose(reader)
