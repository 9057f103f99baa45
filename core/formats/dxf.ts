import { DxfWriter, LWPolylineFlags, point2d, point3d, Units } from '@tarikjabiri/dxf'
import { groundOf, openings, setDown, type Figure } from '../panel'
import type { Design } from '../project'
import { MM_PER_INCH, type UnitSystem } from '../quantity'

/** Layers of the cut drawing. A cutter follows CUT and SCREW; the rest is for the eye. */
export const LAYERS = { outline: 'OUTLINE', cut: 'CUT', screw: 'SCREW', reference: 'REFERENCE' } as const

const COLOURS = { [LAYERS.outline]: 7, [LAYERS.cut]: 1, [LAYERS.screw]: 5, [LAYERS.reference]: 8 } as const

/** A quarter circle as the bulge of a polyline's segment: tan(90° / 4). */
const QUARTER = Math.tan(Math.PI / 8)

/**
 * The face to cut, as DXF: outline, cutouts and screw holes as closed contours on layers of their own, bezels
 * and zones for reference. The unit is declared in the file ($INSUNITS).
 */
export function writeFaceDxf(design: Design, system: UnitSystem): string {
  const scale = system === 'inch' ? 1 / MM_PER_INCH : 1
  const dxf = new DxfWriter()
  dxf.setUnits(system === 'inch' ? Units.Inches : Units.Millimeters)
  for (const [name, colour] of Object.entries(COLOURS)) dxf.addLayer(name, colour, 'CONTINUOUS')
  const closed = (points: { x: number, y: number, bulge?: number }[], layerName: string) =>
    dxf.addLWPolyline(points.map(({ x, y, bulge }) => ({ point: point2d(x * scale, y * scale), bulge })), { flags: LWPolylineFlags.Closed, layerName })
  const draw = (figure: Figure, layerName: string, corner = 0) => {
    if (figure.kind === 'circle') { dxf.addCircle(point3d(figure.x * scale, figure.y * scale, 0), figure.r * scale, { layerName }); return }
    const [left, right, low, high] = [figure.x - figure.w / 2, figure.x + figure.w / 2, figure.y - figure.h / 2, figure.y + figure.h / 2]
    const c = Math.min(corner, figure.w / 2, figure.h / 2)
    closed(c === 0
      ? [{ x: left, y: low }, { x: right, y: low }, { x: right, y: high }, { x: left, y: high }]
      : [
          { x: left + c, y: low }, { x: right - c, y: low, bulge: QUARTER }, { x: right, y: low + c }, { x: right, y: high - c, bulge: QUARTER },
          { x: right - c, y: high }, { x: left + c, y: high, bulge: QUARTER }, { x: left, y: high - c }, { x: left, y: low + c, bulge: QUARTER }
        ], layerName)
  }
  closed(design.airframe.panel.outline.map(([x, y]) => ({ x, y })), LAYERS.outline)
  for (const { figure } of groundOf(design.airframe.panel).faceZones) draw(figure, LAYERS.reference)
  const placed = design.units.flatMap(unit => unit.at ? setDown(unit, unit.at.xMm, unit.at.yMm) ?? [] : [])
  for (const opening of openings(placed, design.airframe.panel.leastWebMm)) draw(opening.figure, LAYERS.cut, opening.cornerMm)
  for (const unit of placed) {
    const { bezel } = unit.item.face!
    for (const screw of unit.screws) draw(screw, LAYERS.screw)
    draw(unit.bezel, LAYERS.reference, bezel.shape === 'rectangle' ? bezel.cornerMm : 0)
  }
  return dxf.stringify()
}
