import type { Item, Shape } from '../../catalogue'
import type { Row } from '../schema/schema'

/** Width and height of a shape, in mm. */
export function shapeSizeMm(shape: Shape): { widthMm: number; heightMm: number } {
  switch (shape.shape) {
    case 'round':
      return { widthMm: shape.diameterMm, heightMm: shape.diameterMm }
    case 'rectangle':
      return { widthMm: shape.widthMm, heightMm: shape.heightMm }
    case 'flats':
      return shape.turned
        ? { widthMm: shape.acrossMm, heightMm: shape.diameterMm }
        : { widthMm: shape.diameterMm, heightMm: shape.acrossMm }
    case 'polygon':
      return {
        widthMm: 2 * Math.max(...shape.points.map(([x]) => Math.abs(x))),
        heightMm: 2 * Math.max(...shape.points.map(([, y]) => Math.abs(y)))
      }
    case 'compound': {
      const ends = shape.parts.map(part => {
        const size = shapeSizeMm(part.of)
        return { x: Math.abs(part.xMm) + size.widthMm / 2, y: Math.abs(part.yMm) + size.heightMm / 2 }
      })
      return { widthMm: 2 * Math.max(...ends.map(end => end.x)), heightMm: 2 * Math.max(...ends.map(end => end.y)) }
    }
  }
}

/**
 * Where the members of a row or stack stand: centres of their bezels, in mm on the face.
 * A member without a face takes no room and has no place.
 */
export function memberPlaces(
  row: Row,
  itemOf: (unit: string) => Pick<Item, 'face'> | undefined
): Map<string, { xMm: number; yMm: number }> {
  const places = new Map<string, { xMm: number; yMm: number }>()
  let along = 0
  for (const id of row.units) {
    const face = itemOf(id)?.face
    if (!face) continue
    if (row.kind === 'row') {
      places.set(id, { xMm: row.xMm + along, yMm: row.yMm })
      along += row.pitchMm
      continue
    }
    const { heightMm } = shapeSizeMm(face.bezel)
    places.set(id, { xMm: row.xMm, yMm: row.yMm - along - heightMm / 2 })
    along += heightMm + row.pitchMm
  }
  return places
}
