import type { Shape } from './item'

/** A part of a front: a screen or a key is a rectangle, a knob a disc. Its centre from that of the bezel, y up, in mm. */
export type FrontPart = { xMm: number; yMm: number } & ({ diameterMm: number } | { widthMm: number; heightMm: number })

/** Whether a shape is a circle to the eye: one, or one with a relief next to it. */
export const looksRound = (shape: Shape): boolean =>
  shape.shape === 'round' || (shape.shape === 'compound' && shape.parts[0]!.of.shape === 'round')

/** How far plain shapes reach from their own centre, across and up. */
const halves = (shape: Extract<Shape, { shape: 'round' | 'rectangle' | 'flats' }>): [number, number] =>
  shape.shape === 'rectangle' ? [shape.widthMm / 2, shape.heightMm / 2] : [shape.diameterMm / 2, shape.diameterMm / 2]

/** The box round a shape, from its centre, y up. */
export function shapeBox(shape: Shape): { minX: number; maxX: number; minY: number; maxY: number } {
  const corners: [number, number][] =
    shape.shape === 'polygon'
      ? shape.points
      : shape.shape === 'compound'
        ? shape.parts.flatMap(({ xMm, yMm, of }): [number, number][] => {
            const [w, h] = halves(of)
            return [
              [xMm - w, yMm - h],
              [xMm + w, yMm + h]
            ]
          })
        : [halves(shape).map(v => -v) as [number, number], halves(shape)]
  const [xs, ys] = [corners.map(corner => corner[0]), corners.map(corner => corner[1])]
  return { minX: Math.min(...xs), maxX: Math.max(...xs), minY: Math.min(...ys), maxY: Math.max(...ys) }
}

/**
 * How far a part of the front reaches outside the bezel, in mm; 0 or less where it is inside. A round bezel is measured from its
 * centre; of other shapes the box around them.
 */
export function outsideBezelMm(bezel: Shape, part: FrontPart): number {
  const round = 'diameterMm' in part
  const [w, h] = round ? [part.diameterMm / 2, part.diameterMm / 2] : [part.widthMm / 2, part.heightMm / 2]
  if (bezel.shape === 'round')
    return (
      (round ? Math.hypot(part.xMm, part.yMm) + w : Math.hypot(Math.abs(part.xMm) + w, Math.abs(part.yMm) + h)) -
      bezel.diameterMm / 2
    )
  const box = shapeBox(bezel)
  return Math.max(
    box.minX - (part.xMm - w),
    part.xMm + w - box.maxX,
    box.minY - (part.yMm - h),
    part.yMm + h - box.maxY
  )
}
