import { clip, endPath, popGraphicsState, pushGraphicsState, rectangle, rgb, type PDFFont, type PDFPage } from 'pdf-lib'
import { holeSchedule, type Datum, type HoleRow, type HoleSchedule, type Part, type Section } from '../build'
import type { Design } from '../design'
import type { PointMm } from '../panel'
import { formatLength, formatNumber, type Reading } from '../quantity'
import { drawPart, penOf, PT, type Pen } from './draw'
import { beginPaper, type PaperFonts } from './paper'
import { drawOrdinates, drawSection, position } from './setting-out'

/** Paper in mm, upright. */
export const PAPERS = { A4: [210, 297], A3: [297, 420], Letter: [215.9, 279.4] } as const
export type Paper = keyof typeof PAPERS

/** White edge that printers want, and what neighbouring sheets share. */
const MARGIN_MM = 12
const OVERLAP_MM = 10
/** Room under the drawing for the check bar and the sheet's name. */
const FOOT_MM = 16
const CHECK_MM = 100

export interface Tiles {
  columns: number
  rows: number
  wideMm: number
  highMm: number
  paperMm: readonly [number, number]
}
/** How many sheets a piece takes at full size, the way round that takes fewest. */
export function tilesOf(part: Pick<Part, 'minX' | 'minY' | 'maxX' | 'maxY'>, paper: Paper): Tiles {
  const [a, b] = PAPERS[paper]
  const lay = (paperMm: readonly [number, number]): Tiles => {
    const [wideMm, highMm] = [paperMm[0] - 2 * MARGIN_MM, paperMm[1] - 2 * MARGIN_MM - FOOT_MM]
    const count = (length: number, room: number) => Math.max(1, Math.ceil((length - OVERLAP_MM) / (room - OVERLAP_MM)))
    return {
      columns: count(part.maxX - part.minX, wideMm),
      rows: count(part.maxY - part.minY, highMm),
      wideMm,
      highMm,
      paperMm
    }
  }
  const [upright, lying] = [lay([a, b]), lay([b, a])]
  return upright.columns * upright.rows < lying.columns * lying.rows ? upright : lying
}

/**
 * A piece at full size over as many sheets as it takes, with marks where they overlap and a bar to check the printer by.
 * @returns the bytes of a PDF
 */
export async function writeFacePdf(part: Part, paper: Paper, title: string, fonts: PaperFonts): Promise<Uint8Array> {
  const { file, font, printable, lacking } = await beginPaper(fonts)
  file.setTitle(title)
  const tiles = tilesOf(part, paper)
  for (let row = 0; row < tiles.rows; row++)
    for (let column = 0; column < tiles.columns; column++) {
      const page = file.addPage([tiles.paperMm[0] * PT, tiles.paperMm[1] * PT])
      const [x0, y0] = [MARGIN_MM, MARGIN_MM + FOOT_MM]
      const left = part.minX + column * (tiles.wideMm - OVERLAP_MM)
      const top = part.maxY - row * (tiles.highMm - OVERLAP_MM)
      page.pushOperators(
        pushGraphicsState(),
        rectangle(x0 * PT, y0 * PT, tiles.wideMm * PT, tiles.highMm * PT),
        clip(),
        endPath()
      )
      drawPart({ page, part, left, top, x: x0, y: y0 + tiles.highMm })
      page.pushOperators(popGraphicsState())
      // Crosses stand on the corners of the shared strip: laid on the neighbour's, the sheets are true.
      const thin = { thickness: 0.15 * PT, color: rgb(0.4, 0.4, 0.4) }
      for (const x of [x0 + OVERLAP_MM / 2, x0 + tiles.wideMm - OVERLAP_MM / 2])
        for (const y of [y0 + OVERLAP_MM / 2, y0 + tiles.highMm - OVERLAP_MM / 2]) {
          page.drawLine({ start: { x: (x - 4) * PT, y: y * PT }, end: { x: (x + 4) * PT, y: y * PT }, ...thin })
          page.drawLine({ start: { x: x * PT, y: (y - 4) * PT }, end: { x: x * PT, y: (y + 4) * PT }, ...thin })
        }
      const bar = { thickness: 0.3 * PT, color: rgb(0, 0, 0) }
      page.drawLine({
        start: { x: x0 * PT, y: (MARGIN_MM + 4) * PT },
        end: { x: (x0 + CHECK_MM) * PT, y: (MARGIN_MM + 4) * PT },
        ...bar
      })
      for (const at of [0, CHECK_MM / 2, CHECK_MM])
        page.drawLine({
          start: { x: (x0 + at) * PT, y: (MARGIN_MM + 2.5) * PT },
          end: { x: (x0 + at) * PT, y: (MARGIN_MM + 5.5) * PT },
          ...bar
        })
      page.drawText(`${CHECK_MM} mm: measure this bar before you trust the sheet`, {
        x: x0 * PT,
        y: (MARGIN_MM + 7) * PT,
        size: 7,
        font
      })
      page.drawText(
        printable(
          `${title} · full size · row ${row + 1} of ${tiles.rows}, column ${column + 1} of ${tiles.columns} · sheets ` +
            `overlap ${OVERLAP_MM} mm, cross on cross`
        ),
        { x: x0 * PT, y: (MARGIN_MM - 2) * PT, size: 7, font }
      )
    }
  const says = lacking()
  if (says !== undefined) file.getPage(0).drawText(says, { x: MARGIN_MM * PT, y: (MARGIN_MM - 5) * PT, size: 7, font })
  return file.save()
}

/** What a drawing sheet is made of. */
export interface SheetAsked {
  part: Part
  design: Design
  /** The holes of the face that is drawn. */
  schedule: HoleSchedule
  reading: Reading
  title: string
  /** What positions are measured from. */
  datum: Datum
  /** Where the face is cut through for a look behind it. */
  section: Section
  fonts: PaperFonts
}

/** Where the face is on its sheet. */
interface Laid {
  part: Part
  x0: number
  y0: number
  scale: number
}
/** Overall dimensions, and the number of every opening. */
function drawDimensions(
  pen: Pick<Pen, 'text' | 'line'>,
  bold: PDFFont,
  { part, x0, y0, scale }: Laid,
  { openings, reading }: { openings: readonly HoleRow[]; reading: Reading }
): void {
  const { text, line } = pen
  const [w, h] = [part.maxX - part.minX, part.maxY - part.minY]
  const low = y0 - h * scale
  const size = (mm: number) => formatLength(mm, reading)
  line({ x1: x0, y1: low - 8, x2: x0 + w * scale, y2: low - 8 })
  for (const x of [x0, x0 + w * scale]) line({ x1: x, y1: low - 10, x2: x, y2: low - 2, mm: 0.12 })
  text({ words: size(w), x: x0 + (w * scale) / 2 - 8, y: low - 12 })
  line({ x1: x0 - 8, y1: low, x2: x0 - 8, y2: y0 })
  for (const y of [low, y0]) line({ x1: x0 - 10, y1: y, x2: x0 - 2, y2: y, mm: 0.12 })
  text({ words: size(h), x: x0 - 24, y: low + (h * scale) / 2 })
  for (const hole of openings) {
    const [px, py] = [x0 + (hole.xMm - part.minX) * scale, y0 - (part.maxY - hole.yMm) * scale]
    line({ x1: px - 2, y1: py, x2: px + 2, y2: py, mm: 0.12 })
    line({ x1: px, y1: py - 2, x2: px, y2: py + 2, mm: 0.12 })
    text({ words: hole.number, x: px + 1.2, y: py + 1.2, size: 7, face: bold })
  }
}

/** Tables of positions, sizes and hardware, on sheets of their own. */
function writeTables(setting: Awaited<ReturnType<typeof beginPaper>>, asked: SheetAsked, schedule: HoleSchedule): void {
  const { reading, title, datum } = asked
  const { file, font, bold, printable } = setting
  const [width, height] = [PAPERS.A3[1], PAPERS.A3[0]]
  const size = (mm: number) => formatLength(mm, reading)
  const head = { face: bold, size: 8 }
  const rows = (list: readonly HoleRow[]) =>
    list.map(hole => [
      hole.number,
      `${hole.what.slice(0, 60)}${hole.existing ? ' (existing)' : ''}`,
      hole.shape,
      hole.shape === 'see drawing'
        ? 'see DXF'
        : hole.shape === 'round'
          ? `dia ${size(hole.sizeMm[0])}`
          : `${size(hole.sizeMm[0])} x ${size(hole.sizeMm[1])}${hole.cornerMm ? `, R ${size(hole.cornerMm)}` : ''}`,
      position(hole.xMm - datum.xMm, reading),
      position(hole.yMm - datum.yMm, reading),
      `± ${position(hole.toleranceMm, reading)}`
    ])
  const tables = [
    ['Openings', ['No.', 'For', 'Shape', 'Size', 'Across', 'Up', 'Tolerance'], rows(schedule.openings)],
    ['Screw holes', ['No.', 'For', 'Shape', 'Size', 'Across', 'Up', 'Tolerance'], rows(schedule.screws)],
    [
      'Hardware',
      ['', 'Part', 'Pieces', 'For'],
      schedule.hardware.map(hardwareRow => ['', hardwareRow.name, String(hardwareRow.count), hardwareRow.what])
    ]
  ] as const
  const at = [20, 34, 150, 180, 250, 290, 330]
  let leaf!: PDFPage
  let y = 0
  const fresh = (name: string, columns: readonly string[]) => {
    leaf = file.addPage([width * PT, height * PT])
    y = height - 20
    put(`${title} · ${name}, from ${datum.name} to centres`, 20, head)
    y -= 8
    columns.forEach((column, i) => put(column, at[i]!, head))
    y -= 6
  }
  const put = (words: string, x: number, { face = font, size: points = 7 }: { face?: PDFFont; size?: number } = {}) =>
    leaf.drawText(printable(words), { x: x * PT, y: y * PT, size: points, font: face })
  for (const [name, columns, list] of tables) {
    if (list.length === 0) continue
    fresh(name, columns)
    for (const cells of list) {
      if (y < 16) fresh(`${name}, continued`, columns)
      cells.forEach((cell, i) => put(cell, at[i]!))
      y -= 4.6
    }
  }
}

/**
 * A drawing sheet: the face to a scale that fits A3, its overall dimensions, every opening numbered; ordinate dimensions and
 * tables of positions and sizes from the datum; a section in depth.
 */
export async function writeSheetPdf(asked: SheetAsked): Promise<Uint8Array> {
  const { part, design, reading, title, datum, section, schedule } = asked
  const setting = await beginPaper(asked.fonts)
  const { file, bold } = setting
  const [width, height] = [PAPERS.A3[1], PAPERS.A3[0]]
  const page = file.addPage([width * PT, height * PT])
  const { text, line } = penOf(page, setting)
  const [w, h] = [part.maxX - part.minX, part.maxY - part.minY]
  const scale = Math.min((width - 60) / w, (height * 0.52) / h, 1)
  const [x0, y0] = [35, height - 22]
  drawPart({ page, part, left: part.minX, top: part.maxY, x: x0, y: y0, scale })
  const size = (mm: number) => formatLength(mm, reading)
  const low = y0 - h * scale
  drawDimensions({ text, line }, bold, { part, x0, y0, scale }, { openings: schedule.openings, reading })
  // The face from behind, as it is worked on: the same drawing turned over.
  const behind = Math.min((width * 0.5) / w, (low - 60) / h, scale)
  if (behind > 0.05) {
    const top = low - 24
    text({ words: 'From behind (mirrored)', x: x0, y: top + 2, size: 8, face: bold })
    drawPart({
      page,
      part: mirrored(part),
      left: -part.maxX,
      top: part.maxY,
      x: x0,
      y: top,
      scale: behind
    })
  }
  titleBlock({ text, line, x: width - 150, y: 24, design, reading })
  text({
    words:
      `${title} · scale 1 ` +
      `: ${formatNumber(1 / scale, 2, reading)} · ${design.airframe.panel.material}, ${size(design.airframe.panel.thicknessMm)} · ` +
      `from ${datum.name}, to centres`,
    x: x0,
    y: 12,
    size: 8,
    face: bold
  })
  text({
    words:
      'Plans, not approved data. The maker’s manual, the approval and your inspector decide. Prove it with a test ' +
      'piece before metal is cut.',
    x: x0,
    y: 7
  })
  const leafPen = () => penOf(file.addPage([width * PT, height * PT]), setting)
  drawOrdinates({ pen: leafPen(), bold, part, schedule, datum, reading, title, paperMm: [width, height] })
  drawSection({ pen: leafPen(), setting, section, reading, title, paperMm: [width, height] })
  writeTables(setting, asked, schedule)
  const lacking = setting.lacking()
  if (lacking !== undefined) text({ words: lacking, x: x0, y: 2.5 })
  return file.save()
}

/** A piece turned over about an upright line: what is to the right comes to the left. */
function mirrored(part: Part): Part {
  return {
    ...part,
    minX: -part.maxX,
    maxX: -part.minX,
    entities: part.entities.map(entity =>
      entity.kind === 'ring'
        ? {
            ...entity,
            // Turned over the ring runs the other way round: read backwards, each side keeps its arc.
            points: [...entity.points].reverse().map((p, i, all) => {
              const { bulge } = all[(i + 1) % all.length]!
              return { x: -p.x, y: p.y, ...(bulge !== undefined && { bulge }) }
            })
          }
        : entity.kind === 'line'
          ? { ...entity, points: entity.points.map(([x, y]): PointMm => [-x, y]) }
          : { ...entity, x: -entity.x }
    )
  }
}

/** The tightest inside corner, and what the chosen cutter leaves. */
function cornersSay(design: Design, reading: Reading): string {
  const { tightest } = holeSchedule(design)
  const { cutterRadiusMm } = design.airframe.panel
  const size = (mm: number) => `R ${formatLength(mm, reading)}`
  return [
    tightest ? `tightest ${size(tightest.radiusMm)}, ${tightest.what.slice(0, 30)}` : 'none',
    cutterRadiusMm === undefined ? 'cutter not chosen' : `cutter leaves ${size(cutterRadiusMm)}`
  ].join('; ')
}

/** Where the shop writes part, revision, material and finish, and who answers for them. */
function titleBlock({
  text,
  line,
  x,
  y,
  design,
  reading
}: {
  text: Pen['text']
  line: Pen['line']
  x: number
  y: number
  design: Design
  reading: Reading
}): void {
  const { panel } = design.airframe
  const cells = [
    ['Part no.', ''],
    ['Aircraft', `${design.brief.registration} ${design.airframe.model}`],
    ['Option', design.optionName],
    ['Material', `${panel.material}, ${formatLength(panel.thicknessMm, reading)}`],
    ['Finish', ''],
    ['Inside corners', cornersSay(design, reading)],
    ['Drawn, date', ''],
    ['Checked, date', ''],
    ['Revision', 'A    B    C    D']
  ] as const
  cells.forEach(([name, value], i) => {
    const top = y + (cells.length - i) * 7
    line({ x1: x, y1: top, x2: x + 130, y2: top, mm: 0.15 })
    text({ words: name, x: x + 2, y: top - 5, size: 6 })
    text({ words: value, x: x + 32, y: top - 5, size: 8 })
  })
  line({ x1: x, y1: y, x2: x + 130, y2: y, mm: 0.15 })
  for (const edge of [x, x + 30, x + 130]) line({ x1: edge, y1: y, x2: edge, y2: y + cells.length * 7, mm: 0.15 })
}
