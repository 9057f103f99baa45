import { rgb, type Color, type PDFFont, type PDFPage } from 'pdf-lib'
import { bounds, groundOf } from '../panel'
import { facePicture, figurePath, METAL, paintOf, ringPath, type Mark } from '../picture'
import type { Design } from '../design'
import type { AnalysisTable } from '../report'

/** Pictures on paper: panels with their faces, and bars of a table. */

const INK = rgb(0.13, 0.15, 0.16)
const colorOf = (hex: string): Color => {
  const [r, g, b] = [1, 3, 5].map(at => Number.parseInt(hex.slice(at, at + 2), 16) / 255) as [number, number, number]
  return rgb(r, g, b)
}
/** B612 letters are centred on their middle; those of the paper sit on a base line a third of their size lower. */
const BASE = 0.35

/**
 * The panel of a design with its faces by day.
 * @param at upper left corner and width on the page, in points
 * @returns the height it takes, in points
 */
export function drawPanel(
  page: PDFPage,
  design: Design,
  at: { x: number; y: number; width: number },
  font: PDFFont
): number {
  const { outline } = design.airframe.panel
  const box = bounds(outline)
  const scale = at.width / (box.maxX - box.minX)
  const flip = (y: number) => box.maxY - y
  const path = (
    d: string,
    origin: { x: number; y: number },
    paint: { fill?: string; stroke?: string; width?: number }
  ) =>
    page.drawSvgPath(d, {
      x: at.x + (origin.x - box.minX) * scale,
      y: at.y - origin.y * scale,
      scale,
      ...(paint.fill && { color: colorOf(paint.fill) }),
      ...(paint.stroke && {
        borderColor: colorOf(paint.stroke),
        borderWidth: Math.max(0.15, (paint.width ?? 0.4) * scale)
      })
    })
  const sheet = { x: 0, y: 0 }
  path(ringPath(outline, flip), sheet, METAL.day)
  for (const { figure } of groundOf(design.airframe.panel).faceZones)
    path(figurePath(figure, flip), sheet, { stroke: '#7c8488', width: 0.8 })
  for (const unit of design.units) {
    const picture = unit.at && facePicture(unit.item)
    if (!picture || !unit.at) continue
    const origin = { x: unit.at.xMm, y: flip(unit.at.yMm) }
    const draw = (mark: Mark) => {
      const paint = paintOf(mark.ink, 'day')
      if ('d' in mark) path(mark.d, origin, paint)
      else {
        const size = mark.size * scale
        const wide = font.widthOfTextAtSize(mark.text, size)
        const shift = mark.anchor === 'start' ? 0 : mark.anchor === 'end' ? wide : wide / 2
        page.drawText(mark.text, {
          x: at.x + (origin.x + mark.x - box.minX) * scale - shift,
          y: at.y - (origin.y + mark.y) * scale - size * BASE,
          size,
          font,
          color: colorOf(paint.fill ?? '#000000')
        })
      }
    }
    picture.marks.forEach(draw)
    for (const pane of picture.panes) pane.marks.forEach(draw)
  }
  return (box.maxY - box.minY) * scale
}

/** Shades that a print without color tells apart. */
const SHADES = ['#27498f', '#8d9a5c', '#d9b15c', '#c9cecd'] as const

/** Bars stacked by series, one for each label, with the limit of each as a line over it. */
export function drawBars(
  page: PDFPage,
  chart: NonNullable<AnalysisTable['chart']>,
  at: { x: number; y: number; width: number; height: number },
  font: PDFFont
): void {
  const { labels, series, limit, unit } = chart
  const total = (i: number) => series.reduce((sum, one) => sum + one.values[i]!, 0)
  const top = Math.max(...labels.map((_, i) => Math.max(total(i), limit?.[i] ?? 0))) * 1.1 || 1
  const [foot, left] = [22, 26]
  const high = at.height - foot
  const y = (value: number) => at.y - high + (value / top) * high
  const step = (at.width - left) / labels.length
  const text = (says: string, x: number, ty: number, size = 6.5) =>
    page.drawText(says, { x, y: ty, size, font, color: INK })
  for (const share of [0, 0.25, 0.5, 0.75, 1]) {
    const value = top * share
    page.drawLine({
      start: { x: at.x + left, y: y(value) },
      end: { x: at.x + at.width, y: y(value) },
      thickness: 0.25,
      color: colorOf('#bfc4c2')
    })
    text(`${value.toFixed(0)} ${unit}`, at.x, y(value) - 2)
  }
  labels.forEach((label, i) => {
    const x = at.x + left + step * (i + 0.2)
    let from = 0
    series.forEach((one, s) => {
      const value = one.values[i]!
      page.drawRectangle({
        x,
        y: y(from),
        width: step * 0.6,
        height: (value / top) * high,
        color: colorOf(SHADES[s % SHADES.length]!)
      })
      from += value
    })
    const bound = limit?.[i]
    if (bound !== undefined)
      page.drawLine({
        start: { x: x - step * 0.12, y: y(bound) },
        end: { x: x + step * 0.72, y: y(bound) },
        thickness: 1.4,
        color: colorOf('#b83a27')
      })
    const size = Math.min(6.5, (step * 0.98) / Math.max(1, font.widthOfTextAtSize(label, 1)))
    text(label, at.x + left + step * (i + 0.5) - font.widthOfTextAtSize(label, size) / 2, at.y - high - 9, size)
  })
  let x = at.x + left
  for (const [s, one] of series.entries()) {
    page.drawRectangle({ x, y: at.y - at.height + 1, width: 7, height: 7, color: colorOf(SHADES[s % SHADES.length]!) })
    text(one.name, x + 10, at.y - at.height + 2)
    x += 24 + font.widthOfTextAtSize(one.name, 6.5)
  }
  if (limit) {
    page.drawLine({
      start: { x, y: at.y - at.height + 4 },
      end: { x: x + 12, y: at.y - at.height + 4 },
      thickness: 1.4,
      color: colorOf('#b83a27')
    })
    text('limit', x + 15, at.y - at.height + 2)
  }
}
