import * as polyclip from 'polyclip-ts'
import type { Shape } from '../catalogue'
import {
  bayScrews,
  engravedLines,
  extent,
  groundOf,
  bayAt,
  openings,
  platesOn,
  pointsOf,
  trueRing,
  type Figure,
  type Plate,
  type PointMm,
  type RingCorner
} from '../panel'
import type { Bay } from '../document'
import { faceOf, type Face } from './faces'
import type { Design } from '../design'

/**
 * Layers of the drawing for the cutter. It follows OUTLINE, CUT and SCREW with the tool, ETCH with the engraver;
 * REFERENCE is for the eye.
 */
export const LAYERS = { outline: 'OUTLINE', cut: 'CUT', screw: 'SCREW', etch: 'ETCH', reference: 'REFERENCE' } as const
export type Layer = (typeof LAYERS)[keyof typeof LAYERS]

/** One thing drawn, in mm on the face. `bulge` is that of the side that begins there: the tangent of a quarter of its angle. */
export type Entity =
  | { layer: Layer; kind: 'circle'; x: number; y: number; r: number }
  | { layer: Layer; kind: 'ring'; points: readonly RingCorner[] }
  /** Open: what the engraver’s point follows. */
  | { layer: Layer; kind: 'line'; points: readonly PointMm[] }

/** One piece of metal: the face, or its frame and each of its bays. */
export interface Part {
  id: string
  name: string
  entities: Entity[]
  minX: number
  minY: number
  maxX: number
  maxY: number
}

/** A quarter circle as a bulge: tan(90° / 4). */
const QUARTER = Math.tan(Math.PI / 8)
/** Arcs that have to be drawn as straight sides miss the true line by no more than this, in mm. */
export const CHORD_MM = 0.01

/** A ring of short straight sides with the arcs that they were drawn for. */
const ringWithArcs = (points: readonly PointMm[], layer: Layer): Entity => ({ layer, ...trueRing(points) })

/** An upright rectangle with rounded corners. */
export function boxRing({
  x,
  y,
  w,
  h,
  corner,
  layer
}: {
  x: number
  y: number
  w: number
  h: number
  corner: number
  layer: Layer
}): Entity {
  const [left, right, low, high] = [x - w / 2, x + w / 2, y - h / 2, y + h / 2]
  const c = Math.min(corner, w / 2, h / 2)
  return {
    layer,
    kind: 'ring',
    points:
      c === 0
        ? [
            { x: left, y: low },
            { x: right, y: low },
            { x: right, y: high },
            { x: left, y: high }
          ]
        : [
            { x: left + c, y: low },
            { x: right - c, y: low, bulge: QUARTER },
            { x: right, y: low + c },
            { x: right, y: high - c, bulge: QUARTER },
            { x: right - c, y: high },
            { x: left + c, y: high, bulge: QUARTER },
            { x: left, y: high - c },
            { x: left, y: low + c, bulge: QUARTER }
          ]
  }
}

/** Corners of a ring with its bulges drawn as straight sides, no farther than `CHORD_MM` from the arc. */
export function flatten(points: readonly RingCorner[], toleranceMm = CHORD_MM): PointMm[] {
  return points.flatMap((p, i): PointMm[] => {
    const q = points[(i + 1) % points.length]!
    const chord = Math.hypot(q.x - p.x, q.y - p.y)
    // A side of no length has no arc, and one this flat is straight.
    if (!p.bulge || Math.abs(p.bulge) < 1e-9 || chord === 0) return [[p.x, p.y]]
    const angle = 4 * Math.atan(p.bulge)
    const r = chord / (2 * Math.sin(Math.abs(angle) / 2))
    const steps = Math.max(2, Math.ceil(Math.abs(angle) / (2 * Math.acos(Math.max(0, 1 - toleranceMm / r)))))
    // The middle of the circle lies to the left of the side for an arc that runs anticlockwise.
    const apothem =
      Math.sqrt(Math.max(0, r * r - (chord * chord) / 4)) * Math.sign(p.bulge) * (Math.abs(angle) > Math.PI ? -1 : 1)
    const cx = (p.x + q.x) / 2 - ((q.y - p.y) / chord) * apothem
    const cy = (p.y + q.y) / 2 + ((q.x - p.x) / chord) * apothem
    const start = Math.atan2(p.y - cy, p.x - cx)
    return Array.from({ length: steps }, (_, k): PointMm => [
      cx + r * Math.cos(start + (angle * k) / steps),
      cy + r * Math.sin(start + (angle * k) / steps)
    ])
  })
}

/** A shape of the catalogue set down at a point, as exact lines and arcs. */
export function drawShape(shape: Shape, x: number, y: number, layer: Layer): Entity[] {
  switch (shape.shape) {
    case 'round':
      return [{ layer, kind: 'circle', x, y, r: shape.diameterMm / 2 }]
    case 'rectangle':
      return [boxRing({ x, y, w: shape.widthMm, h: shape.heightMm, corner: shape.cornerMm, layer })]
    case 'flats': {
      const r = shape.diameterMm / 2
      const half = Math.min(shape.acrossMm, shape.diameterMm) / 2
      const run = Math.sqrt(r * r - half * half)
      const bulge = Math.tan(Math.asin(half / r) / 2)
      const corners = [
        { x: run, y: -half, bulge },
        { x: run, y: half },
        { x: -run, y: half, bulge },
        { x: -run, y: -half }
      ]
      return [
        {
          layer,
          kind: 'ring',
          points: corners.map(p => ({
            bulge: p.bulge,
            x: x + (shape.turned ? -p.y : p.x),
            y: y + (shape.turned ? p.x : p.y)
          }))
        }
      ]
    }
    case 'polygon':
      return [
        ringWithArcs(
          shape.points.map(([px, py]): PointMm => [x + px, y + py]),
          layer
        )
      ]
    case 'compound': {
      // Parts that run into one are one contour to the cutter.
      const rings = shape.parts.map(part => drawShape(part.of, x + part.xMm, y + part.yMm, layer)[0]!).map(ringPoints)
      const [first, ...rest] = rings.map(ring => [[...ring.map(([px, py]): [number, number] => [px, py])]])
      return polyclip.union(first!, ...rest).flatMap(polygon =>
        polygon.map(ring =>
          ringWithArcs(
            ring.slice(0, -1).map(([px, py]): PointMm => [px, py]),
            layer
          )
        )
      )
    }
  }
}
/** The corners of a closed entity, arcs flattened. */
export function ringPoints(entity: Entity): PointMm[] {
  if (entity.kind === 'line') return [...entity.points]
  if (entity.kind === 'ring') return flatten(entity.points)
  const steps = Math.max(12, Math.ceil(Math.PI / Math.acos(1 - CHORD_MM / entity.r)))
  return Array.from({ length: steps }, (_, i): PointMm => [
    entity.x + entity.r * Math.cos((i * 2 * Math.PI) / steps),
    entity.y + entity.r * Math.sin((i * 2 * Math.PI) / steps)
  ])
}

/** A figure as drawn where its shape is no longer known: a stack's opening, a zone. */
function drawFigure(f: Figure, layer: Layer, corner = 0): Entity[] {
  switch (f.kind) {
    case 'circle':
      return [{ layer, kind: 'circle', x: f.x, y: f.y, r: f.r }]
    case 'box':
      return [boxRing({ x: f.x, y: f.y, w: f.w, h: f.h, corner, layer })]
    case 'poly':
      return [ringWithArcs(pointsOf(f), layer)]
    case 'many':
      return f.parts.flatMap(part => drawFigure(part, layer))
  }
}

const sized = (part: Omit<Part, 'minX' | 'minY' | 'maxX' | 'maxY'>, ring: readonly PointMm[]): Part => ({
  ...part,
  ...extent({ kind: 'poly', x: 0, y: 0, points: ring })
})

/** Adds what is drawn to the piece of the face that it is on: the face or frame by an empty id, or a bay. */
type Draw = (x: number, y: number, entities: Entity[]) => void

/** Openings and screws of units: what an existing sheet has already is drawn for reference. */
function drawUnits(draw: Draw, { placed, work }: Face, leastWebMm: number): void {
  const byId = new Map(placed.map(unit => [unit.id, unit]))
  const fits = new Map(work.fits.map(fit => [fit.unit.id, fit]))
  const kept = work.sheet === 'existing'
  for (const opening of openings(placed, leastWebMm)) {
    const alone = opening.units.length === 1 ? byId.get(opening.units[0]!) : undefined
    const layer = kept && !opening.units.some(id => fits.get(id)?.cut) ? LAYERS.reference : LAYERS.cut
    draw(
      opening.figure.x,
      opening.figure.y,
      alone
        ? drawShape(alone.item.face!.cutout!, alone.x, alone.y, layer)
        : drawFigure(opening.figure, layer, opening.cornerMm)
    )
  }
  for (const unit of placed) {
    const drilled = kept ? (fits.get(unit.id)?.drill ?? []) : unit.screws
    draw(
      unit.x,
      unit.y,
      unit.screws.flatMap(screw => drawFigure(screw, drilled.includes(screw) ? LAYERS.screw : LAYERS.reference))
    )
    draw(unit.x, unit.y, drawShape(unit.item.face!.bezel, unit.x, unit.y, LAYERS.reference))
  }
  for (const { hole } of work.left) draw(hole.figure.x, hole.figure.y, drawFigure(hole.figure, LAYERS.reference))
}

/** Words to engrave, and zones of the face. */
function drawRest(draw: Draw, design: Design, kept: boolean): void {
  for (const label of design.labels)
    draw(
      label.xMm,
      label.yMm,
      engravedLines(label.text, label.xMm, label.yMm, label.heightMm).map((points): Entity => ({
        layer: LAYERS.etch,
        kind: 'line',
        points
      }))
    )
  for (const { zone, figure } of groundOf(design.airframe.panel).faceZones) {
    const layer = kept ? undefined : zone.hole === 'cut' ? LAYERS.cut : zone.hole === 'screw' ? LAYERS.screw : undefined
    draw(figure.x, figure.y, drawFigure(figure, layer ?? LAYERS.reference))
  }
}

/** A blanking plate as a piece of its own. */
const platePart = ({ hole, outline, screws }: Plate): Part =>
  sized(
    {
      id: `plate-${hole.id}`,
      name: `Blanking plate, ${hole.name}`,
      entities: [
        ...drawFigure(outline, LAYERS.outline, outline.c),
        ...screws.flatMap(screw => drawFigure(screw, LAYERS.screw))
      ]
    },
    [
      [outline.x - outline.w / 2, outline.y - outline.h / 2],
      [outline.x + outline.w / 2, outline.y + outline.h / 2]
    ]
  )

/**
 * What is to be cut of a design, piece by piece: the face; with bays the frame, which has an opening behind each bay, and every bay
 * with what is mounted on it; blanking plates. Zones and bezels are drawn for reference, and of an existing sheet all that is there.
 * @param face the face of one visit; that of the design when all is done where left out
 */
export function partsToCut(design: Design, face = faceOf(design)): Part[] {
  const { panel } = design.airframe
  const kept = face.work.sheet === 'existing'
  const of = new Map<string, Entity[]>([['', []], ...panel.bays.map((bay): [string, Entity[]] => [bay.id, []])])
  const draw: Draw = (x, y, entities) => of.get(bayAt(panel.bays, { x, y })?.id ?? '')!.push(...entities)
  drawUnits(draw, face, panel.leastWebMm)
  const plates = platesOn(design, face.work)
  for (const plate of plates)
    if (!plate.reuses)
      draw(
        plate.outline.x,
        plate.outline.y,
        plate.screws.flatMap(screw => drawFigure(screw, LAYERS.screw))
      )
  drawRest(draw, design, kept)
  const [edge, opening, screw] = kept
    ? [LAYERS.reference, LAYERS.reference, LAYERS.reference]
    : [LAYERS.outline, LAYERS.cut, LAYERS.screw]
  const says = kept ? ', existing sheet' : ''
  const frame: Entity[] = [ringWithArcs(panel.outline, edge)]
  const bays = panel.bays.map((bay): Part => {
    const screws = bayScrews(bay).flatMap(figure => drawFigure(figure, screw))
    frame.push(...screws, ringWithArcs(insetForOpening(bay), opening))
    const entities = [ringWithArcs(bay.outline, edge), ...screws, ...of.get(bay.id)!]
    return sized({ id: bay.id, name: `${bay.name}${says}`, entities }, bay.outline)
  })
  const name = `${bays.length ? 'Frame' : 'Face'}${says}`
  return [
    sized({ id: 'face', name, entities: [...frame, ...of.get('')!] }, panel.outline),
    ...bays,
    ...plates.map(platePart)
  ]
}
/** Whether anything of a piece is cut, drilled or engraved. */
export const isWorked = ({ entities }: Part): boolean => entities.some(({ layer }) => layer !== LAYERS.reference)
/** Whether a piece is cut out of new sheet; otherwise it is there, and holes are made in it. */
export const isNewSheet = ({ entities }: Part): boolean => entities.some(({ layer }) => layer === LAYERS.outline)

/** The frame's opening behind a bay: the bay less its lip all round. */
function insetForOpening(bay: Bay): PointMm[] {
  const ring = bayScrews({ ...bay, lipMm: bay.lipMm * 2, screwPitchMm: 1e9 })
  return ring.map((f): PointMm => [f.x, f.y])
}

/** The whole face in one: for a look, a paper print, a mock-up. */
export function wholeFace(design: Design, face = faceOf(design)): Part {
  const panel = { ...design.airframe.panel, bays: [] }
  const plain = partsToCut({ ...design, airframe: { ...design.airframe, panel } }, face)[0]!
  return {
    ...plain,
    entities: [...plain.entities, ...design.airframe.panel.bays.map(bay => ringWithArcs(bay.outline, LAYERS.reference))]
  }
}
