import { depthBehindMm, type Item, type Shape } from '../../catalogue'
import type { Airframe, Zone } from '../../document'
import { perObject, remembered } from '../../cache'
import { sameUnits, type Design, type DesignUnit } from '../../design'
import { extent, figureAt, hull, pointsOf, type Circle, type Figure, type PointMm } from '../geometry/geometry'

/** What a thing takes of the face and behind it: a catalogue entry has one, and so has a zone that may be moved. */
export type Footprint = Pick<Item, 'face' | 'body'>

/** A unit set down on the face: every figure it takes there and behind. */
export interface Placed {
  readonly id: string
  readonly label: string
  readonly item: Footprint
  readonly x: number
  readonly y: number
  readonly bezel: Figure
  readonly cutout?: Figure
  readonly screws: readonly Figure[]
  readonly behind?: Figure
  readonly depthMm: number
  /** Nothing of it lies farther than this from its centre, in mm. */
  readonly reachMm: number
  /** Nor farther than these to the side, and up or down. */
  readonly halfMm: Readonly<{ x: number; y: number }>
}

interface Reach {
  radius: number
  half: { x: number; y: number }
}
/** Nothing of a shape lies farther than this from its centre. */
function reachOfShape(shape: Shape): Reach {
  const e = extent(figureAt(shape, 0, 0))
  const half = { x: Math.max(-e.minX, e.maxX), y: Math.max(-e.minY, e.maxY) }
  return { radius: shape.shape === 'round' ? shape.diameterMm / 2 : Math.hypot(half.x, half.y), half }
}

const reachOf = perObject((item: Footprint): Reach => {
  const { face, body } = item
  const parts: Reach[] = [
    ...(face ? [reachOfShape(face.bezel)] : []),
    ...(face?.cutout ? [reachOfShape(face.cutout)] : []),
    ...(face?.screws ?? []).map(({ xMm, yMm, holeMm }) => ({
      radius: Math.hypot(xMm, yMm) + holeMm / 2,
      half: { x: Math.abs(xMm) + holeMm / 2, y: Math.abs(yMm) + holeMm / 2 }
    })),
    ...(body
      ? [{ radius: Math.hypot(body.widthMm, body.heightMm) / 2, half: { x: body.widthMm / 2, y: body.heightMm / 2 } }]
      : [])
  ]
  const most = (value: (part: Reach) => number) => Math.max(0, ...parts.map(value))
  return {
    radius: most(part => part.radius),
    half: { x: most(part => part.half.x), y: most(part => part.half.y) }
  }
})

/** Sets a thing down with the centre of its bezel at (x, y), in mm. */
export function setDown(
  unit: { id: string; label: string; item: Footprint },
  x: number,
  y: number
): Placed | undefined {
  const { item } = unit
  if (!item.face) return undefined
  const reach = reachOf(item)
  return {
    reachMm: reach.radius,
    halfMm: reach.half,
    id: unit.id,
    label: unit.label,
    item,
    x,
    y,
    bezel: figureAt(item.face.bezel, x, y),
    cutout: item.face.cutout && figureAt(item.face.cutout, x, y),
    screws: item.face.screws.map(screw => ({
      kind: 'circle',
      x: x + screw.xMm,
      y: y + screw.yMm,
      r: screw.holeMm / 2
    })),
    behind: item.body && { kind: 'box', x, y, w: item.body.widthMm, h: item.body.heightMm },
    depthMm: depthBehindMm(item)
  }
}

/**
 * A design's unit set down where it stands; kept as long as the design's unit is the same object, as it is while a hand
 * drags another one.
 */
export const setDownUnit = perObject(
  (unit: DesignUnit): Placed | undefined => unit.at && setDown(unit, unit.at.xMm, unit.at.yMm)
)
/** Units that have a position on the face: what waits for one leaves the face as it is. */
export const unitsOnFace = perObject(
  (design: Design) => design.units.filter(unit => unit.place.kind === 'panel' && unit.at),
  sameUnits
)

/** All that is mounted on the face, each unit set down where it is. */
export const placedOn = remembered((design: Design): Placed[] =>
  unitsOnFace(design).flatMap(unit => setDownUnit(unit) ?? [])
)

/** A zone's ground as a figure: where it is drawn, or all it sweeps over. What sweeps is taken as convex. */
export function zoneFigure(zone: Zone): Figure {
  const { area } = zone
  const still: Figure =
    area.shape === 'round'
      ? { kind: 'circle', x: area.xMm, y: area.yMm, r: area.diameterMm / 2 }
      : area.shape === 'rectangle'
        ? { kind: 'box', x: area.xMm, y: area.yMm, w: area.widthMm, h: area.heightMm }
        : { kind: 'poly', ...centreOf(area.points), points: area.points }
  if (!zone.sweepMm || (zone.sweepMm[0] === 0 && zone.sweepMm[1] === 0)) return still
  const [dx, dy] = zone.sweepMm
  const ring = still.kind === 'circle' ? roundRing(still) : pointsOf(still)
  const swept = hull([...ring, ...ring.map(([x, y]): PointMm => [x + dx, y + dy])])
  return { kind: 'poly', ...centreOf(swept), points: swept }
}
const centreOf = (points: readonly PointMm[]) => {
  const e = extent({ kind: 'poly', x: 0, y: 0, points })
  return { x: (e.minX + e.maxX) / 2, y: (e.minY + e.maxY) / 2 }
}
/** A circle as 64 sides drawn outside it: what it sweeps is never said to be less than it is. */
const roundRing = (c: Circle): PointMm[] =>
  Array.from({ length: 64 }, (_, i): PointMm => [
    c.x + (Math.cos((i * Math.PI) / 32) * c.r) / Math.cos(Math.PI / 64),
    c.y + (Math.sin((i * Math.PI) / 32) * c.r) / Math.cos(Math.PI / 64)
  ])

/** The edit-ready zone, shifted. */
export function shiftZone(zone: Zone, dx: number, dy: number): Zone {
  const { area } = zone
  return {
    ...zone,
    area:
      area.shape === 'polygon'
        ? { ...area, points: area.points.map(([x, y]): [number, number] => [x + dx, y + dy]) }
        : { ...area, xMm: area.xMm + dx, yMm: area.yMm + dy }
  }
}

export interface Ground {
  readonly panel: Airframe['panel']
  readonly faceZones: readonly { zone: Zone; figure: Figure }[]
  readonly behindZones: readonly { zone: Zone; figure: Figure }[]
  /** Zones of the face that are openings of any sheet, existing or new. */
  readonly holes: readonly { zone: Zone; figure: Figure }[]
  /** Holes of the existing sheet with nothing in them: units can use them. */
  readonly existing: readonly { zone: Zone; figure: Figure }[]
}

/** The panel with its zones as figures, made once for many checks: the whole panel is read here, and nothing of it later. */
export const groundOf = perObject((whole: Airframe['panel']): Ground => {
  const panel = { ...whole }
  const zones = panel.zones.map(zone => ({ zone, figure: zoneFigure(zone) }))
  return {
    panel,
    faceZones: zones.filter(({ zone }) => zone.side === 'face' && zone.hole !== 'existing'),
    behindZones: zones.filter(({ zone }) => zone.side === 'behind'),
    holes: zones.filter(({ zone }) => zone.hole === 'cut' || zone.hole === 'screw'),
    existing: zones.filter(({ zone }) => zone.hole === 'existing')
  }
})
