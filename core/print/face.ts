import {
  clip,
  endPath,
  PDFDocument,
  popGraphicsState,
  pushGraphicsState,
  rectangle,
  rgb,
  StandardFonts,
  type PDFFont,
  type PDFPage
} from 'pdf-lib'
import { LAYERS, type Layer, type Part } from '../build'
import { pathOf } from '../formats'
import { openings, setDown } from '../panel'
import type { Design } from '../design'
import { formatLength, type Reading } from '../quantity'

/** Points of PDF in a millimetre. */
const PT = 72 / 25.4
/** Paper in mm, upright. */
export const PAPERS = { A4: [210, 297], A3: [297, 420], Letter: [215.9, 279.4] } as const
export type Paper = keyof typeof PAPERS

/** White edge that printers want, and what neighbouring sheets share. */
const MARGIN_MM = 12
const OVERLAP_MM = 10
/** Room under the drawing for the check bar and the sheet's name. */
const FOOT_MM = 16
const CHECK_MM = 100

const INK: Record<Layer, { colour: ReturnType<typeof rgb>; mm: number; dash?: number[] }> = {
  [LAYERS.outline]: { colour: rgb(0.13, 0.15, 0.16), mm: 0.4 },
  [LAYERS.cut]: { colour: rgb(0.13, 0.15, 0.16), mm: 0.25 },
  [LAYERS.screw]: { colour: rgb(0.15, 0.29, 0.56), mm: 0.2 },
  [LAYERS.etch]: { colour: rgb(0.13, 0.15, 0.16), mm: 0 },
  [LAYERS.reference]: { colour: rgb(0.5, 0.53, 0.55), mm: 0.15, dash: [2, 1.5] }
}

/** Draws a piece with the point (left, top) of the face at (x, y) of the page, in mm from its lower left. */
function drawPart({
  page,
  font,
  part,
  left,
  top,
  x,
  y,
  scale = 1
}: {
  page: PDFPage
  font: PDFFont
  part: Part
  left: number
  top: number
  x: number
  y: number
  scale?: number
}): void {
  const k = scale * PT
  for (const one of part.entities) {
    const ink = INK[one.layer]
    if (one.kind === 'text') {
      const size = (one.heightMm / 0.72) * k
      const text = printable(one.text)
      page.drawText(text, {
        x: x * PT + (one.x - left) * k - font.widthOfTextAtSize(text, size) / 2,
        y: y * PT - (top - one.y) * k - (one.heightMm / 2) * k,
        size,
        font,
        color: ink.colour
      })
      continue
    }
    const options = { borderColor: ink.colour, borderWidth: ink.mm * PT, borderDashArray: ink.dash?.map(mm => mm * PT) }
    if (one.kind === 'circle')
      page.drawCircle({ x: x * PT + (one.x - left) * k, y: y * PT - (top - one.y) * k, size: one.r * k, ...options })
    // The path runs down from its own corner, which PDF puts at (x, y); its width is scaled with it.
    else
      page.drawSvgPath(pathOf(one, left, top), {
        x: x * PT,
        y: y * PT,
        scale: k,
        ...options,
        borderWidth: (ink.mm * PT) / k,
        borderDashArray: ink.dash?.map(mm => (mm * PT) / k)
      })
  }
}
/** The standard fonts of PDF know Latin letters only; others become a question mark, and the drawing says so in its note. */
export const printable = (text: string): string =>
  text
    .replace(/[‘’]/g, "'")
    .replace(/[“”]/g, '"')
    .replace(/[^\u0020-\u007e\u00a0-\u00ff·–—]/g, '?')

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
export async function writeFacePdf(part: Part, paper: Paper, title: string): Promise<Uint8Array> {
  const file = await PDFDocument.create()
  const font = await file.embedFont(StandardFonts.Helvetica)
  file.setTitle(printable(title))
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
      drawPart({ page, font, part, left, top, x: x0, y: y0 + tiles.highMm })
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
          `${title} · full size · row ${row + 1} of ${tiles.rows}, column ${column + 1} of ${tiles.columns} · sheets overlap ${OVERLAP_MM} mm, cross on cross`
        ),
        { x: x0 * PT, y: (MARGIN_MM - 2) * PT, size: 7, font }
      )
    }
  return file.save()
}

/**
 * A drawing sheet: the face to a scale that fits A3, its overall dimensions, every opening numbered, and a table of
 * positions and sizes from the lower left corner.
 */
export async function writeSheetPdf(part: Part, design: Design, reading: Reading, title: string): Promise<Uint8Array> {
  const file = await PDFDocument.create()
  const font = await file.embedFont(StandardFonts.Helvetica)
  const bold = await file.embedFont(StandardFonts.HelveticaBold)
  const [width, height] = [PAPERS.A3[1], PAPERS.A3[0]]
  const page = file.addPage([width * PT, height * PT])
  const text = ({
    words,
    x,
    y,
    size = 7,
    face = font
  }: {
    words: string
    x: number
    y: number
    size?: number
    face?: PDFFont
  }) => page.drawText(printable(words), { x: x * PT, y: y * PT, size, font: face })
  const line = ({ x1, y1, x2, y2, mm = 0.2 }: { x1: number; y1: number; x2: number; y2: number; mm?: number }) =>
    page.drawLine({ start: { x: x1 * PT, y: y1 * PT }, end: { x: x2 * PT, y: y2 * PT }, thickness: mm * PT })
  const [w, h] = [part.maxX - part.minX, part.maxY - part.minY]
  const scale = Math.min((width - 60) / w, (height * 0.52) / h, 1)
  const [x0, y0] = [35, height - 22]
  drawPart({ page, font, part, left: part.minX, top: part.maxY, x: x0, y: y0, scale })
  const size = (mm: number) => formatLength(mm, reading)
  const low = y0 - h * scale
  line({ x1: x0, y1: low - 8, x2: x0 + w * scale, y2: low - 8 })
  for (const x of [x0, x0 + w * scale]) line({ x1: x, y1: low - 10, x2: x, y2: low - 2, mm: 0.12 })
  text({ words: size(w), x: x0 + (w * scale) / 2 - 8, y: low - 12 })
  line({ x1: x0 - 8, y1: low, x2: x0 - 8, y2: y0 })
  for (const y of [low, y0]) line({ x1: x0 - 10, y1: y, x2: x0 - 2, y2: y, mm: 0.12 })
  text({ words: size(h), x: x0 - 24, y: low + (h * scale) / 2 })
  const placed = design.units.flatMap(unit => (unit.at ? (setDown(unit, unit.at.xMm, unit.at.yMm) ?? []) : []))
  const label = new Map(placed.map(unit => [unit.id, unit.label]))
  const holes = openings(placed, design.airframe.panel.leastWebMm).sort((a, b) => a.figure.x - b.figure.x)
  const columns = [x0, x0 + 10, x0 + 85, x0 + 110, x0 + 135]
  const half = Math.ceil(holes.length / 2)
  holes.forEach((hole, index) => {
    const { figure } = hole
    const [px, py] = [x0 + (figure.x - part.minX) * scale, y0 - (part.maxY - figure.y) * scale]
    line({ x1: px - 2, y1: py, x2: px + 2, y2: py, mm: 0.12 })
    line({ x1: px, y1: py - 2, x2: px, y2: py + 2, mm: 0.12 })
    text({ words: String(index + 1), x: px + 1.2, y: py + 1.2, size: 7, face: bold })
    const shift = index < half ? 0 : 190
    const y = low - 26 - (index % half) * 4.4
    const measure =
      figure.kind === 'circle'
        ? `dia ${size(figure.r * 2)}`
        : figure.kind === 'box'
          ? `${size(figure.w)} x ${size(figure.h)}${hole.cornerMm ? `, R ${size(hole.cornerMm)}` : ''}`
          : 'see DXF'
    const cells = [
      String(index + 1),
      hole.units
        .map(id => label.get(id))
        .join(', ')
        .slice(0, 52),
      size(figure.x - part.minX),
      size(figure.y - part.minY),
      measure
    ]
    cells.forEach((cell, i) => text({ words: cell, x: columns[i]! + shift, y }))
  })
  for (const shift of half < holes.length ? [0, 190] : [0])
    ['No.', 'Opening', 'Across', 'Up', 'Size'].forEach((name, i) =>
      text({ words: name, x: columns[i]! + shift, y: low - 21, size: 7, face: bold })
    )
  text({
    words: `${title} · scale 1 : ${(1 / scale).toFixed(2)} · ${design.airframe.panel.material}, ${size(design.airframe.panel.thicknessMm)} · from the lower left corner, to centres`,
    x: x0,
    y: 12,
    size: 8,
    face: bold
  })
  text({
    words:
      "Plans, not approved data. The maker's manual, the approval and your inspector decide. Prove it with a test piece before metal is cut.",
    x: x0,
    y: 7
  })
  return file.save()
}
