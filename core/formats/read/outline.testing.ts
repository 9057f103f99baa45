import { drawingOf, dxfStrokes, likelyOutline, likelyUses, outlineOf, svgStrokes, type StrokesRead } from '..'

/** A panel out of strokes as a person gets it who presses nothing but, at most, the closed line `choice`. */
export function panelOf(read: StrokesRead, choice?: number) {
  const found = drawingOf(read)
  if (!found.ok) return found
  const panel = outlineOf(found.drawing, likelyUses(found.drawing, choice ?? likelyOutline(found.drawing)))
  return { ...panel, rings: found.drawing.rings }
}
export const readDxfOutline = (text: string, unitMm?: number, choice?: number) =>
  panelOf(dxfStrokes(text, unitMm), choice)
export const readSvgOutline = (text: string, unitMm?: number, choice?: number) =>
  panelOf(svgStrokes(text, unitMm), choice)
