import { rgb, type PDFFont, type PDFPage } from 'pdf-lib'
import type { AnalysisTable, LoadAnalysis } from '../report'
import { formatNumber, type Reading } from '../quantity'
import { PAPERS, type Paper } from './face'
import { beginPaper, widthOf, type PaperFonts, type Setting } from './paper'
import { drawBars, drawPanel } from './pictures'

const PT = 72 / 25.4
const MARGIN = 14 * PT
// The letters stand taller in their line than those of most fonts: so large they read as 7.5 elsewhere.
const SIZE = 7.1
const LINE = 10
const INK = rgb(0.13, 0.15, 0.16)
const RULE = rgb(0.75, 0.77, 0.77)
const WHITE = rgb(1, 1, 1)

/** A pen that writes down the page and turns it. */
class Pen {
  page!: PDFPage
  y = 0
  readonly wide: number
  readonly high: number
  readonly room: number

  constructor(
    readonly analysis: LoadAnalysis,
    readonly setting: Awaited<ReturnType<typeof beginPaper>>,
    paper: Paper
  ) {
    const [high, wide] = PAPERS[paper].map(mm => mm * PT) as [number, number]
    this.high = high
    this.wide = wide
    this.room = wide - 2 * MARGIN
    this.turn()
  }

  write({ text, x, size, face, right }: { text: string; x: number; size: number; face: PDFFont; right?: number }) {
    const shown = fitted(this.setting.printable(text), face, size, right ?? this.wide - MARGIN - x)
    this.page.drawText(shown, {
      x: right === undefined ? x : x + right - widthOf(shown, face, size),
      y: this.y,
      size,
      font: face,
      color: INK
    })
  }
  rule(y: number, thickness: number, color = INK) {
    this.page.drawLine({ start: { x: MARGIN, y }, end: { x: this.wide - MARGIN, y }, thickness, color })
  }
  turn() {
    const { analysis, setting } = this
    this.page = setting.file.addPage([this.wide, this.high])
    this.y = this.high - MARGIN
    this.write({ text: `${analysis.title}: ${analysis.of}`, x: MARGIN, size: 10, face: setting.bold })
    this.write({ text: analysis.on, x: MARGIN, size: 8, face: setting.font, right: this.room })
    this.y -= 18
  }
  need(height: number) {
    if (this.y - height < MARGIN + 12) this.turn()
  }
  title(text: string) {
    this.write({ text, x: MARGIN, size: 9.5, face: this.setting.bold })
    this.y -= 12
  }
  paragraph(text: string) {
    const { font, printable } = this.setting
    for (const line of wrapped(printable(text), font, SIZE, this.room)) {
      this.need(LINE)
      this.write({ text: line, x: MARGIN, size: SIZE, face: font })
      this.y -= LINE
    }
  }
}

const CHART_HIGH = 150
/** Panels side by side, each with its name under it: five in a row. */
function writePanels(pen: Pen, panels: NonNullable<LoadAnalysis['panels']>): void {
  const each = 5
  const width = (pen.room - 14 * (each - 1)) / each
  for (let first = 0; first < panels.length; first += each) {
    const row = panels.slice(first, first + each)
    pen.need(width * 0.5)
    const top = pen.y
    const heights = row.map(({ name, design }, i) => {
      const x = MARGIN + i * (width + 14)
      const high = drawPanel(pen.page, design, { x, y: top, width }, pen.setting.font)
      pen.y = top - high - 11
      pen.write({ text: name, x, size: 8.5, face: pen.setting.bold })
      return high
    })
    pen.y = top - Math.max(...heights) - 17
  }
}

/** A table with its heads, again on every page it goes on to. */
function writeTable(pen: Pen, table: LoadAnalysis['tables'][number]): void {
  const { setting, room, analysis } = pen
  const widths = widthsOf({ table, setting, room, reading: analysis.reading })
  const heads = table.columns.map((column, index) =>
    wrapped(setting.printable(column.says), setting.bold, SIZE, widths[index]! - 4)
  )
  const deep = Math.max(...heads.map(lines => lines.length))
  pen.need(LINE * (deep + 5))
  pen.y -= 4
  pen.title(table.title)
  if (table.note) pen.paragraph(table.note)
  pen.y -= 2
  if (table.chart) {
    pen.need(CHART_HIGH + LINE * (deep + 2))
    const at = { x: MARGIN, y: pen.y, width: room, height: CHART_HIGH }
    drawBars(pen.page, table.chart, at, setting.font)
    pen.y -= CHART_HIGH + 8
  }
  if (table.face) {
    const deepest = Math.max(...table.face.contacts.map(contact => contact.y))
    pen.need((deepest + 1) * PITCH + LINE * (deep + 2))
    pen.y = drawFace(pen.page, { contacts: table.face.contacts, x: MARGIN, y: pen.y, setting })
    pen.paragraph(table.face.says)
    pen.y -= 2
  }
  const head = () => writeHead(pen, table, heads, widths)
  head()
  for (const row of table.rows) writeRow(pen, table, { row, widths, head })
  pen.y -= 6
}

const leftOf = (widths: readonly number[], position: number): number =>
  MARGIN + widths.slice(0, position).reduce((sum, w) => sum + w, 0)

function writeHead(
  pen: Pen,
  table: LoadAnalysis['tables'][number],
  heads: readonly string[][],
  widths: readonly number[]
): void {
  const top = pen.y
  heads.forEach((lines, position) => {
    lines.forEach((line, index) => {
      pen.y = top - index * (LINE - 1.5)
      pen.write({
        text: line,
        x: leftOf(widths, position),
        size: SIZE,
        face: pen.setting.bold,
        right: table.columns[position]!.digits === undefined ? undefined : widths[position]! - 4
      })
    })
  })
  pen.y = top - Math.max(...heads.map(lines => lines.length)) * (LINE - 1.5) - 1
  pen.rule(pen.y + 6, 0.6)
  pen.y -= 4
}

/** A row. Words that do not fit in a cell go on below: nothing is cut. */
function writeRow(
  pen: Pen,
  table: LoadAnalysis['tables'][number],
  { row, widths, head }: { row: readonly (string | number)[]; widths: readonly number[]; head: () => void }
): void {
  const { font, printable } = pen.setting
  const cells = row.map((cell, index) =>
    typeof cell === 'number'
      ? [printable(formatNumber(cell, table.columns[index]!.digits ?? 0, pen.analysis.reading))]
      : wrapped(printable(cell), font, SIZE, widths[index]! - 4)
  )
  const lines = Math.max(...cells.map(cell => cell.length))
  if (pen.y - LINE * lines < MARGIN + 12) {
    pen.turn()
    head()
  }
  cells.forEach((cell, position) => {
    const x = leftOf(widths, position)
    const right = typeof row[position] === 'number' || table.columns[position]!.digits !== undefined
    cell.forEach((line, index) => {
      const text = fitted(line, font, SIZE, widths[position]! - 4)
      pen.page.drawText(text, {
        x: right ? x + widths[position]! - 4 - widthOf(text, font, SIZE) : x,
        y: pen.y - index * (LINE - 1.5),
        size: SIZE,
        font,
        color: INK
      })
    })
  })
  pen.y -= (lines - 1) * (LINE - 1.5)
  pen.rule(pen.y - 2.5, 0.3, RULE)
  pen.y -= LINE
}

/** Who signs, and what of the text could not be printed. */
function writeSigned(pen: Pen): void {
  const { setting, room } = pen
  const missing = setting.lacking()
  pen.need(42 + (missing === undefined ? 0 : LINE))
  pen.y -= 28
  const { cells, note } = pen.analysis.signed ?? LICENSED
  for (const [index, says] of cells.entries()) {
    const x = MARGIN + (index * room) / cells.length
    pen.page.drawLine({
      start: { x, y: pen.y + 10 },
      end: { x: x + room / cells.length - 12, y: pen.y + 10 },
      thickness: 0.6,
      color: INK
    })
    pen.write({ text: says, x, size: SIZE, face: setting.font })
  }
  for (const text of missing === undefined ? [note] : [note, missing]) {
    pen.y -= LINE
    pen.write({ text, x: MARGIN, size: SIZE, face: setting.font })
  }
}

/**
 * The load analysis on paper, lying: every table, assumptions, sources, cautions, and a place for the signature of a
 * licensed person.
 */
export async function writeAnalysisPdf(analysis: LoadAnalysis, paper: Paper, fonts: PaperFonts): Promise<Uint8Array> {
  const setting = await beginPaper(fonts)
  const { file: pdf, font } = setting
  pdf.setTitle(`${analysis.title}, ${analysis.of}`)
  const pen = new Pen(analysis, setting, paper)
  if (analysis.panels?.length) writePanels(pen, analysis.panels)
  for (const table of analysis.tables) writeTable(pen, table)
  for (const [title, lines] of [
    ['Assumptions', analysis.assumptions],
    ['Sources', analysis.sources],
    ['Cautions', analysis.cautions]
  ] as const) {
    if (lines.length === 0) continue
    pen.need(LINE * 3)
    pen.title(title)
    for (const line of lines) pen.paragraph(line)
    pen.y -= 5
  }
  writeSigned(pen)
  const pages = pdf.getPages()
  pages.forEach((page, index) => {
    const block = ['For planning only', analysis.of, analysis.revision && `revision ${analysis.revision}`, analysis.on]
    page.drawText(setting.printable(block.filter(Boolean).join(' · ')), {
      x: MARGIN,
      y: MARGIN - 8,
      size: SIZE,
      font,
      color: INK
    })
    page.drawText(`${index + 1} of ${pages.length}`, {
      x: pen.wide - MARGIN - 30,
      y: MARGIN - 8,
      size: SIZE,
      font,
      color: INK
    })
  })
  return pdf.save()
}

/** Between two contacts of a connector’s face as it is drawn, and their size, in points: larger than they are. */
const PITCH = 13
const CONTACT = 5.4
/** Draws the contacts of a connector with their numbers, from the left and from `y` down. Returns where what follows begins. */
function drawFace(
  page: PDFPage,
  {
    contacts,
    x,
    y,
    setting: { font, printable }
  }: { contacts: NonNullable<AnalysisTable['face']>['contacts']; x: number; y: number; setting: Setting }
): number {
  const size = 5.2
  for (const contact of contacts) {
    const point = { x: x + CONTACT + contact.x * PITCH, y: y - contact.y * PITCH }
    page.drawCircle({
      ...point,
      size: CONTACT,
      borderWidth: 0.6,
      borderColor: INK,
      color: contact.filled ? INK : undefined
    })
    const pin = printable(contact.pin)
    page.drawText(pin, {
      x: point.x - widthOf(pin, font, size) / 2,
      y: point.y - size * 0.36,
      size,
      font,
      color: contact.filled ? WHITE : INK
    })
  }
  return y - Math.max(...contacts.map(contact => contact.y)) * PITCH - CONTACT - LINE + 1
}

const LICENSED = {
  cells: ['Name', 'Licence', 'Date', 'Signature'],
  note: 'Checked by a person licensed for it where the aeroplane is registered.'
}

/** Widths of columns for what stands in them, drawn together evenly where the paper is too narrow. */
function widthsOf({
  table,
  setting: { font, bold, printable },
  room,
  reading
}: {
  table: AnalysisTable
  setting: Setting
  room: number
  reading: Reading
}): number[] {
  const wanted = table.columns.map(
    (column, index) =>
      8 +
      Math.max(
        ...printable(column.says)
          .split(' ')
          .map(word => widthOf(word, bold, SIZE)),
        ...table.rows.map(row =>
          widthOf(
            printable(
              typeof row[index] === 'number'
                ? formatNumber(row[index], column.digits ?? 0, reading)
                : (row[index] ?? '')
            ),
            font,
            SIZE
          )
        )
      )
  )
  const sum = wanted.reduce((total, width) => total + width, 0)
  if (sum <= room) return wanted.map(width => width + (room - sum) / wanted.length)
  // Words give way before numbers do: each column of words gets its longest word, and all of them up to one width.
  const numbers = table.columns.map(column => column.digits !== undefined)
  const left = room - wanted.reduce((total, width, index) => total + (numbers[index] ? width : 0), 0)
  const least = wanted.map((width, index) => {
    const words = [table.columns[index]!.says, ...table.rows.map(row => String(row[index] ?? ''))].flatMap(text =>
      printable(text).split(' ')
    )
    return Math.min(width, 8 + Math.max(...words.map(word => widthOf(word, font, SIZE))))
  })
  const laid = (most: number) =>
    wanted.map((width, index) => (numbers[index] ? width : Math.max(least[index]!, Math.min(width, most))))
  const words = (widths: readonly number[]) =>
    widths.reduce((total, width, index) => total + (numbers[index] ? 0 : width), 0)
  let [low, high] = [0, room]
  for (let step = 0; step < 40; step++) {
    const middle = (low + high) / 2
    if (words(laid(middle)) > left) high = middle
    else low = middle
  }
  const widths = laid(low)
  const total = widths.reduce((all, width) => all + width, 0)
  // Where not even the longest words fit, all give way alike.
  return total > room ? widths.map(width => (width * room) / total) : widths
}
/** A text cut to what fits, with dots where something is left out. */
function fitted(text: string, font: PDFFont, size: number, width: number): string {
  if (widthOf(text, font, size) <= width) return text
  let cut = text
  while (cut.length > 1 && widthOf(`${cut}...`, font, size) > width) cut = cut.slice(0, -1)
  return `${cut}...`
}
function wrapped(text: string, font: PDFFont, size: number, width: number): string[] {
  const lines: string[] = ['']
  for (const word of text.split(' ')) {
    const next = lines.at(-1) ? `${lines.at(-1)} ${word}` : word
    if (widthOf(next, font, size) <= width || !lines.at(-1)) lines[lines.length - 1] = next
    else lines.push(word)
  }
  return lines
}
