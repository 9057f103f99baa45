import { DxfWriter, LWPolylineFlags, point2d, point3d, Units } from '@tarikjabiri/dxf'
import { LAYERS, partsToCut, type Part } from '../../build'
import type { Design } from '../../design'
import { MM_PER_INCH, type UnitSystem } from '../../quantity'

const COLOURS = {
  [LAYERS.outline]: 7,
  [LAYERS.cut]: 1,
  [LAYERS.screw]: 5,
  [LAYERS.etch]: 3,
  [LAYERS.reference]: 8
} as const

/**
 * One piece of metal as DXF: outline, cutouts and screw holes as closed contours on layers of their own, arcs as arcs, words to
 * be etched as the single lines that the point follows, bezels and zones for reference. The unit is declared in the file ($INSUNITS).
 */
export function writePartDxf(part: Part, system: UnitSystem): string {
  const scale = system === 'inch' ? 1 / MM_PER_INCH : 1
  const dxf = new DxfWriter()
  dxf.setUnits(system === 'inch' ? Units.Inches : Units.Millimeters)
  for (const [name, colour] of Object.entries(COLOURS)) dxf.addLayer(name, colour, 'CONTINUOUS')
  for (const entity of part.entities) {
    const { layer: layerName } = entity
    if (entity.kind === 'circle')
      dxf.addCircle(point3d(entity.x * scale, entity.y * scale, 0), entity.r * scale, { layerName })
    else if (entity.kind === 'ring')
      dxf.addLWPolyline(
        entity.points.map(({ x, y, bulge }) => ({ point: point2d(x * scale, y * scale), bulge })),
        { flags: LWPolylineFlags.Closed, layerName }
      )
    else
      dxf.addLWPolyline(
        entity.points.map(([x, y]) => ({ point: point2d(x * scale, y * scale) })),
        { layerName }
      )
  }
  return dxf.stringify()
}

/** The first piece to cut: the face, or with bays its frame. */
export const writeFaceDxf = (design: Design, system: UnitSystem): string => writePartDxf(partsToCut(design)[0]!, system)
