import { rgb, type PDFFont, type PDFPage } from 'pdf-lib'
import type { AnalysisTable, LoadAnalysis } from '../report'
import { formatNumber, type Reading } from '../quantity'
import { PAPERS, type Paper } from './face'
import { beginPaper, widthOf, type PaperFonts, type Setting } from './paper'

const PT = 72 / 25.4
const MARGIN = 14 * PT
// The letters stand taller in their line than those of most fonts: so large they read as 7.5 elsewhere.
const SIZE = 7.1
const LINE = 10
const INK = rgb(0.13, 0.15, 0.16)
const RULE = rgb(0.75, 0.77, 0.77)
const WHITE = rgb(1, 1, 1)

/**
 * The load analysis on paper, lying: every table, assumptions, sources, cautions, and a place for the signature of a
 * licensed person.
 */
export async function writeAnalysisPdf(analysis: LoadAnalysis, paper: Paper, fonts: PaperFonts): Promise<Uint8Array> {
  const setting = await beginPaper(fonts)
  const { file: pdf, font, bold, printable } = setting
  pdf.setTitle(`${analysis.title}, ${analysis.of}`)
  const [high, wide] = PAPERS[paper].map(mm => mm * PT) as [number, number]
  const room = wide - 2 * MARGIN
  let page!: PDFPage
  let y = 0
  const write = ({
    text,
    x,
    size,
    face,
    right
  }: {
    text: string
    x: number
    size: number
    face: PDFFont
    right?: number
  }) => {
    const shown = fitted(printable(text), face, size, right ?? wide - MARGIN - x)
    page.drawText(shown, {
      x: right === undefined ? x : x + right - widthOf(shown, face, size),
      y,
      size,
      font: face,
      color: INK
    })
  }
  const turn = () => {
    page = pdf.addPage([wide, high])
    y = high - MARGIN
    write({ text: `${analysis.title}: ${analysis.of}`, x: MARGIN, size: 10, face: bold })
    write({ text: analysis.on, x: MARGIN, size: 8, face: font, right: room })
    y -= 18
  }
  const need = (height: number) => {
    if (y - height < MARGIN + 12) turn()
  }
  const paragraph = (text: string) => {
    for (const line of wrapped(printable(text), font, SIZE, room)) {
      need(LINE)
      write({ text: line, x: MARGIN, size: SIZE, face: font })
      y -= LINE
    }
  }
  turn()
  for (const table of analysis.tables) {
    const widths = widthsOf({ table, setting, room, reading: analysis.reading })
    const heads = table.columns.map((column, index) => wrapped(printable(column.says), bold, SIZE, widths[index]! - 4))
    const deep = Math.max(...heads.map(lines => lines.length))
    const head = () => {
      const top = y
      heads.forEach((lines, position) => {
        const x = MARGIN + widths.slice(0, position).reduce((sum, w) => sum + w, 0)
        lines.forEach((line, index) => {
          y = top - index * (LINE - 1.5)
          write({
            text: line,
            x,
            size: SIZE,
            face: bold,
            right: table.columns[position]!.digits === undefined ? undefined : widths[position]! - 4
          })
        })
      })
      y = top - deep * (LINE - 1.5) - 1
      page.drawLine({ start: { x: MARGIN, y: y + 6 }, end: { x: wide - MARGIN, y: y + 6 }, thickness: 0.6, color: INK })
      y -= 4
    }
    need(LINE * (deep + 5))
    y -= 4
    write({ text: table.title, x: MARGIN, size: 9.5, face: bold })
    y -= 12
    paragraph(table.note)
    y -= 2
    if (table.face) {
      const deepest = Math.max(...table.face.contacts.map(contact => contact.y))
      need((deepest + 1) * PITCH + LINE * (deep + 2))
      y = drawFace(page, { contacts: table.face.contacts, x: MARGIN, y, setting })
      paragraph(table.face.says)
      y -= 2
    }
    head()
    for (const row of table.rows) {
      // Words that do not fit beside each other go on below: nothing is cut.
      const cells = row.map((cell, index) =>
        typeof cell === 'number'
          ? [printable(formatNumber(cell, table.columns[index]!.digits ?? 0, analysis.reading))]
          : wrapped(printable(cell), font, SIZE, widths[index]! - 4)
      )
      const lines = Math.max(...cells.map(cell => cell.length))
      if (y - LINE * lines < MARGIN + 12) {
        turn()
        head()
      }
      cells.forEach((cell, position) => {
        const x = MARGIN + widths.slice(0, position).reduce((sum, w) => sum + w, 0)
        const right = typeof row[position] === 'number' || table.columns[position]!.digits !== undefined
        cell.forEach((line, index) => {
          const text = fitted(line, font, SIZE, widths[position]! - 4)
          page.drawText(text, {
            x: right ? x + widths[position]! - 4 - widthOf(text, font, SIZE) : x,
            y: y - index * (LINE - 1.5),
            size: SIZE,
            font,
            color: INK
          })
        })
      })
      y -= (lines - 1) * (LINE - 1.5)
      page.drawLine({
        start: { x: MARGIN, y: y - 2.5 },
        end: { x: wide - MARGIN, y: y - 2.5 },
        thickness: 0.3,
        color: RULE
      })
      y -= LINE
    }
    y -= 6
  }
  for (const [title, lines] of [
    ['Assumptions', analysis.assumptions],
    ['Sources', analysis.sources],
    ['Cautions', analysis.cautions]
  ] as const) {
    if (lines.length === 0) continue
    need(LINE * 3)
    write({ text: title, x: MARGIN, size: 9.5, face: bold })
    y -= 12
    for (const line of lines) paragraph(line)
    y -= 5
  }
  const lacking = setting.lacking()
  need(50 + (lacking === undefined ? 0 : LINE))
  y -= 36
  const { cells, note } = analysis.signed ?? LICENSED
  for (const [index, says] of cells.entries()) {
    const x = MARGIN + (index * room) / cells.length
    page.drawLine({
      start: { x, y: y + 10 },
      end: { x: x + room / cells.length - 12, y: y + 10 },
      thickness: 0.6,
      color: INK
    })
    write({ text: says, x, size: SIZE, face: font })
  }
  y -= LINE
  write({
    text: note,
    x: MARGIN,
    size: SIZE,
    face: font
  })
  if (lacking !== undefined) {
    y -= LINE
    write({ text: lacking, x: MARGIN, size: SIZE, face: font })
  }
  const pages = pdf.getPages()
  pages.forEach((page, index) => {
    page.drawText(`${index + 1} of ${pages.length}`, {
      x: wide - MARGIN - 30,
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
