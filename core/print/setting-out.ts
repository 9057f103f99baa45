import { rgb, type PDFFont } from 'pdf-lib'
import { spread, type Datum, type HoleSchedule, type Part, type Section, type SectionPiece } from '../build'
import { formatLength, formatNumber, toInches, type Reading } from '../quantity'
import { drawPart, PT, type Pen } from './draw'
import type { Setting } from './paper'

/** A length as it is set out: to the thousandth of an inch, or the hundredth of a millimetre. */
export const position = (mm: number, reading: Reading): string =>
  `${bare(mm, reading)} ${reading.system === 'inch' ? 'in' : 'mm'}`
/** The same without its unit, as it stands beside a drawing that says its unit once. */
const bare = (mm: number, reading: Reading): string =>
  reading.system === 'inch' ? formatNumber(toInches(mm), 3, reading, false) : formatNumber(mm, 2, reading, false)
const unitOf = (reading: Reading) => (reading.system === 'inch' ? 'inches' : 'millimetres')

/** Words of an ordinate take so much of the line, in mm of paper. */
const PITCH_MM = 3
/** Places nearer than this are one line, in mm on the face. */
const SAME_MM = 0.005

/** Distinct places, in order. */
const distinct = (places: readonly number[]): number[] =>
  [...places].sort((a, b) => a - b).filter((place, i, all) => i === 0 || place - all[i - 1]! > SAME_MM)

/**
 * The face with a line from the middle of every opening to its distance from the datum, across below and up at the left; openings
 * that stand in one line share one.
 */
export function drawOrdinates({
  pen: { page, text, line },
  bold,
  part,
  schedule,
  datum,
  reading,
  title,
  paperMm: [width, height]
}: {
  pen: Pen
  bold: PDFFont
  part: Part
  schedule: HoleSchedule
  datum: Datum
  reading: Reading
  title: string
  paperMm: readonly [number, number]
}): void {
  const [w, h] = [part.maxX - part.minX, part.maxY - part.minY]
  const scale = Math.min((width - 90) / w, (height - 90) / h, 1)
  const [x0, low] = [65, 50 + Math.max(0, (height - 90 - h * scale) / 2)]
  const px = (x: number) => x0 + (x - part.minX) * scale
  const py = (y: number) => low + (y - part.minY) * scale
  drawPart({ page, part, left: part.minX, top: part.maxY, x: x0, y: low + h * scale, scale })
  const leader = { mm: 0.1, colour: rgb(0.45, 0.48, 0.5) }
  const across = distinct([...schedule.openings.map(opening => opening.xMm), datum.xMm, part.minX, part.maxX])
  // Each line reaches the opening nearest to its words; one of an edge stays outside.
  const lowest = (x: number) => {
    const own = schedule.openings.filter(opening => Math.abs(opening.xMm - x) <= SAME_MM).map(opening => opening.yMm)
    return own.length ? Math.min(...own) : part.minY
  }
  spread(across.map(px), PITCH_MM).forEach((at, i) => {
    const x = across[i]!
    line({ x1: px(x), y1: py(lowest(x)), x2: px(x), y2: low - 3, ...leader })
    line({ x1: px(x), y1: low - 3, x2: at, y2: low - 9, ...leader })
    text({ words: bare(x - datum.xMm, reading), x: at + 0.8, y: low - 24, turnDeg: 90, ...zero(x, datum.xMm, bold) })
  })
  const up = distinct([...schedule.openings.map(opening => opening.yMm), datum.yMm, part.minY, part.maxY])
  const leftmost = (y: number) => {
    const own = schedule.openings.filter(opening => Math.abs(opening.yMm - y) <= SAME_MM).map(opening => opening.xMm)
    return own.length ? Math.min(...own) : part.minX
  }
  spread(up.map(py), PITCH_MM).forEach((at, i) => {
    const y = up[i]!
    line({ x1: px(leftmost(y)), y1: py(y), x2: x0 - 3, y2: py(y), ...leader })
    line({ x1: x0 - 3, y1: py(y), x2: x0 - 9, y2: at, ...leader })
    text({ words: bare(y - datum.yMm, reading), x: x0 - 24, y: at - 0.8, ...zero(y, datum.yMm, bold) })
  })
  for (const hole of schedule.openings)
    text({ words: hole.number, x: px(hole.xMm) + 1.2, y: py(hole.yMm) + 1.2, face: bold })
  const ring = { x: px(datum.xMm) * PT, y: py(datum.yMm) * PT, size: 2 * PT }
  page.drawCircle({ ...ring, borderColor: rgb(0.15, 0.29, 0.56), borderWidth: 0.4 * PT })
  text({
    words:
      `${title} · ordinate dimensions in ${unitOf(reading)} from ${datum.name}, to centres · scale ` +
      `1 : ${formatNumber(1 / scale, 2, reading)}`,
    x: 20,
    y: height - 12,
    size: 8,
    face: bold
  })
}
const zero = (at: number, from: number, bold: PDFFont) => (Math.abs(at - from) <= SAME_MM ? { face: bold } : {})

const FILL: Record<SectionPiece['kind'], ReturnType<typeof rgb>> = {
  box: rgb(0.88, 0.9, 0.91),
  connectors: rgb(0.96, 0.93, 0.84),
  ground: rgb(0.8, 0.8, 0.8),
  tray: rgb(1, 1, 1)
}

/** The face cut through: the sheet, what stands behind it with its depth, and where the room behind ends. */
export function drawSection({
  pen: { page, text, line },
  setting: { bold, printable },
  section,
  reading,
  title,
  paperMm: [width, height]
}: {
  pen: Pen
  setting: Setting
  section: Section
  reading: Reading
  title: string
  paperMm: readonly [number, number]
}): void {
  const { along, pieces, fromMm, toMm, roomMm, thicknessMm } = section
  const deepest = Math.max(roomMm, ...pieces.map(piece => piece.farMm))
  // Seen from above depth runs up the paper; seen from the side it runs to the right.
  const [length, room] = along === 'x' ? [width - 60, height - 80] : [height - 60, width - 120]
  const scale = Math.min(length / (toMm - fromMm), room / deepest, 1)
  const [ox, oy] = along === 'x' ? [30, 30] : [60, 30]
  const put = (at: number, depth: number): [number, number] =>
    along === 'x' ? [ox + (at - fromMm) * scale, oy + depth * scale] : [ox + depth * scale, oy + (at - fromMm) * scale]
  const box = (
    piece: { fromMm: number; toMm: number; nearMm: number; farMm: number },
    fill: ReturnType<typeof rgb>
  ) => {
    const [[xa, ya], [xb, yb]] = [put(piece.fromMm, piece.nearMm), put(piece.toMm, piece.farMm)]
    page.drawRectangle({
      x: Math.min(xa, xb) * PT,
      y: Math.min(ya, yb) * PT,
      width: Math.abs(xb - xa) * PT,
      height: Math.abs(yb - ya) * PT,
      color: fill,
      borderColor: rgb(0.13, 0.15, 0.16),
      borderWidth: 0.2 * PT
    })
  }
  for (const piece of pieces) {
    box(piece, FILL[piece.kind])
    if (piece.kind === 'connectors') continue
    const [x, y] = put((piece.fromMm + piece.toMm) / 2, (piece.nearMm + Math.min(piece.farMm, roomMm)) / 2)
    const wide = along === 'x' ? (piece.toMm - piece.fromMm) * scale : (piece.farMm - piece.nearMm) * scale
    const words = fitted(printable(`${piece.name} ${formatLength(piece.farMm, reading)}`), Math.max(wide, 14))
    // Upright beside upright boxes, so that narrow ones keep their names.
    text({
      words,
      x: along === 'x' ? x + 0.8 : x,
      y: along === 'x' ? y : y - 0.8,
      size: 6,
      middle: true,
      turnDeg: along === 'x' && wide < 25 ? 90 : 0
    })
  }
  for (const [from, to] of section.sheet)
    box({ fromMm: from, toMm: to, nearMm: -thicknessMm, farMm: 0 }, rgb(0.13, 0.15, 0.16))
  const [[ax, ay], [bx, by]] = [put(fromMm, roomMm), put(toMm, roomMm)]
  line({ x1: ax, y1: ay, x2: bx, y2: by, dash: [3, 2] })
  text({ words: `room behind ends: ${formatLength(roomMm, reading)}`, x: bx + (along === 'x' ? -60 : 2), y: by + 1.5 })
  text({
    words:
      `${title} · section ${along === 'x' ? 'at height' : 'across at'} ${position(section.atMm, reading)}, seen ` +
      `from ${along === 'x' ? 'above' : 'the side'}, the face ${along === 'x' ? 'below' : 'at the left'} · boxes, ` +
      `connectors beyond them, ground taken · scale 1 : ${formatNumber(1 / scale, 2, reading)}`,
    x: 20,
    y: height - 12,
    size: 8,
    face: bold
  })
}
/** A name cut to the room it has, about a millimetre a letter at six points. */
const fitted = (words: string, mm: number): string => {
  const most = Math.max(6, Math.floor(mm))
  return words.length <= most ? words : `${words.slice(0, most - 3)}...`
}
