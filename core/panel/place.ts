import { depthBehindMm, type Item, type Shape } from '../catalogue'
import type { Airframe, Zone } from '../project'
import { figureAt, type Figure } from './geometry'

/** A unit set down on the face: every figure it takes there and behind. */
export interface Placed {
  readonly id: string
  readonly label: string
  readonly item: Item
  readonly x: number
  readonly y: number
  readonly bezel: Figure
  readonly cutout?: Figure
  readonly screws: readonly Figure[]
  readonly behind?: Figure
  readonly depthMm: number
  /** Nothing of it lies farther than this from its centre, in mm. */
  readonly reachMm: number
}

const reaches = new WeakMap<Item, number>()
const radius = (shape: Shape): number => shape.shape === 'round' ? shape.diameterMm / 2 : Math.hypot(shape.widthMm, shape.heightMm) / 2

function reachOf(item: Item): number {
  let reach = reaches.get(item)
  if (reach === undefined) {
    reach = Math.max(
      item.face ? radius(item.face.bezel) : 0, item.face?.cutout ? radius(item.face.cutout) : 0,
      ...(item.face?.screws ?? []).map(screw => Math.hypot(screw.xMm, screw.yMm) + screw.holeMm / 2),
      item.body ? Math.hypot(item.body.widthMm, item.body.heightMm) / 2 : 0
    )
    reaches.set(item, reach)
  }
  return reach
}

/** Sets an item down with the centre of its bezel at (x, y), in mm. */
export function setDown(unit: { id: string, label: string, item: Item }, x: number, y: number): Placed | undefined {
  const { item } = unit
  if (!item.face) return undefined
  return {
    reachMm: reachOf(item),
    id: unit.id, label: unit.label, item, x, y,
    bezel: figureAt(item.face.bezel, x, y),
    cutout: item.face.cutout && figureAt(item.face.cutout, x, y),
    screws: item.face.screws.map(screw => ({ kind: 'circle', x: x + screw.xMm, y: y + screw.yMm, r: screw.holeMm / 2 })),
    behind: item.body && { kind: 'box', x, y, w: item.body.widthMm, h: item.body.heightMm },
    depthMm: depthBehindMm(item)
  }
}

/** A zone's ground as a figure. */
export const zoneFigure = (zone: Zone): Figure => zone.area.shape === 'round'
  ? { kind: 'circle', x: zone.area.xMm, y: zone.area.yMm, r: zone.area.diameterMm / 2 }
  : { kind: 'box', x: zone.area.xMm, y: zone.area.yMm, w: zone.area.widthMm, h: zone.area.heightMm }

export interface Ground {
  readonly panel: Airframe['panel']
  readonly faceZones: readonly { zone: Zone, figure: Figure }[]
  readonly behindZones: readonly { zone: Zone, figure: Figure }[]
}

/** The panel with its zones as figures, made once for many checks. */
export function groundOf(panel: Airframe['panel']): Ground {
  const zones = panel.zones.map(zone => ({ zone, figure: zoneFigure(zone) }))
  return { panel, faceZones: zones.filter(({ zone }) => zone.side === 'face'), behindZones: zones.filter(({ zone }) => zone.side === 'behind') }
}
