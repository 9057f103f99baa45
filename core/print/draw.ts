import { degrees, rgb, type PDFFont, type PDFPage } from 'pdf-lib'
import { LAYERS, type Layer, type Part } from '../build'
import { pathOf } from '../formats'
import { widthOf, type Setting } from './paper'

/** Points of PDF in a millimetre. */
export const PT = 72 / 25.4
const INK: Record<Layer, { colour: ReturnType<typeof rgb>; mm: number; dash?: number[] }> = {
  [LAYERS.outline]: { colour: rgb(0.13, 0.15, 0.16), mm: 0.4 },
  [LAYERS.cut]: { colour: rgb(0.13, 0.15, 0.16), mm: 0.25 },
  [LAYERS.screw]: { colour: rgb(0.15, 0.29, 0.56), mm: 0.2 },
  [LAYERS.etch]: { colour: rgb(0.13, 0.15, 0.16), mm: 0.2 },
  [LAYERS.reference]: { colour: rgb(0.5, 0.53, 0.55), mm: 0.15, dash: [2, 1.5] }
}

/** Draws a piece with the point (left, top) of the face at (x, y) of the page, in mm from its lower left. */
export function drawPart({
  page,
  part,
  left,
  top,
  x,
  y,
  scale = 1
}: {
  page: PDFPage
  part: Part
  left: number
  top: number
  x: number
  y: number
  scale?: number
}): void {
  const k = scale * PT
  for (const entity of part.entities) {
    const ink = INK[entity.layer]
    if (entity.kind === 'line') {
      const path = entity.points.map(([px, py]) => `${(px - left).toFixed(4)} ${(top - py).toFixed(4)}`).join('L')
      page.drawSvgPath(`M${path}`, {
        x: x * PT,
        y: y * PT,
        scale: k,
        borderColor: ink.colour,
        borderWidth: (ink.mm * PT) / k
      })
      continue
    }
    const options = { borderColor: ink.colour, borderWidth: ink.mm * PT, borderDashArray: ink.dash?.map(mm => mm * PT) }
    if (entity.kind === 'circle')
      page.drawCircle({
        x: x * PT + (entity.x - left) * k,
        y: y * PT - (top - entity.y) * k,
        size: entity.r * k,
        ...options
      })
    // The path runs down from its own corner, which PDF puts at (x, y); its width is scaled with it.
    else
      page.drawSvgPath(pathOf(entity, left, top), {
        x: x * PT,
        y: y * PT,
        scale: k,
        ...options,
        borderWidth: (ink.mm * PT) / k,
        borderDashArray: ink.dash?.map(mm => (mm * PT) / k)
      })
  }
}
/** A page with lines and words in mm from its lower left. */
export interface Pen {
  page: PDFPage
  text: (words: {
    words: string
    x: number
    y: number
    size?: number
    face?: PDFFont
    turnDeg?: number
    middle?: boolean
  }) => void
  line: (stroke: {
    x1: number
    y1: number
    x2: number
    y2: number
    mm?: number
    dash?: number[]
    colour?: ReturnType<typeof rgb>
  }) => void
}
/** A pen for a page: words in the regular font unless they say otherwise, in points; lines in mm. */
export function penOf(page: PDFPage, { font, printable }: Setting): Pen {
  return {
    page,
    text: ({ words, x, y, size = 7, face = font, turnDeg = 0, middle = false }) => {
      const said = printable(words)
      const half = middle ? widthOf(said, face, size) / 2 / PT : 0
      const turn = (turnDeg * Math.PI) / 180
      page.drawText(said, {
        x: (x - half * Math.cos(turn)) * PT,
        y: (y - half * Math.sin(turn)) * PT,
        size,
        font: face,
        rotate: degrees(turnDeg)
      })
    },
    line: ({ x1, y1, x2, y2, mm = 0.2, dash, colour }) =>
      page.drawLine({
        start: { x: x1 * PT, y: y1 * PT },
        end: { x: x2 * PT, y: y2 * PT },
        thickness: mm * PT,
        ...(colour && { color: colour }),
        ...(dash && { dashArray: dash.map(each => each * PT) })
      })
  }
}
