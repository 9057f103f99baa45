import DxfParser, {
  type IArcEntity,
  type ICircleEntity,
  type IEllipseEntity,
  type IEntity,
  type IInsertEntity,
  type ILineEntity,
  type ILwpolylineEntity,
  type IPolylineEntity,
  type ISplineEntity
} from 'dxf-parser'
import { flatten } from '../../build'
import type { PointMm } from '../../panel'
import {
  arcPoints,
  FLATTEN_MM,
  MOST_DRAWING_BYTES,
  MOST_ENTITIES,
  needsUnit,
  type Stroke,
  type StrokesRead,
  refused
} from './contours'
import { soundDxf } from './dxf-groups'

/** $INSUNITS to millimetres. */
const UNIT_MM: Record<number, number> = { 1: 25.4, 2: 304.8, 4: 1, 5: 10, 6: 1000, 8: 0.0000254, 9: 0.0254, 14: 100 }

/** A point of a B-spline (de Boor's algorithm; weights taken as one). */
function splineAt(t: number, degree: number, knots: readonly number[], points: readonly PointMm[]): PointMm {
  let k = degree
  while (k < points.length - 1 && t >= knots[k + 1]!) k++
  const d = Array.from({ length: degree + 1 }, (_, j): [number, number] => [...points[k - degree + j]!])
  for (let r = 1; r <= degree; r++)
    for (let j = degree; j >= r; j--) {
      const low = knots[j + k - degree]!
      const span = knots[j + 1 + k - r]! - low
      const a = span === 0 ? 0 : (t - low) / span
      d[j] = [(1 - a) * d[j - 1]![0] + a * d[j]![0], (1 - a) * d[j - 1]![1] + a * d[j]![1]]
    }
  return d[degree]!
}
/** A spline as points, halved wherever its middle lies off the straight side. */
function splinePoints(
  degree: number,
  knots: readonly number[],
  points: readonly PointMm[],
  toleranceMm: number
): PointMm[] {
  const at = (t: number) => splineAt(t, degree, knots, points)
  const found: PointMm[] = []
  const between = ({ t0, p0, t1, p1, depth }: { t0: number; p0: PointMm; t1: number; p1: PointMm; depth: number }) => {
    const tm = (t0 + t1) / 2
    const pm = at(tm)
    const off = Math.hypot(pm[0] - (p0[0] + p1[0]) / 2, pm[1] - (p0[1] + p1[1]) / 2)
    if (depth < 3 || (off > toleranceMm && depth < 12)) {
      between({ t0, p0, t1: tm, p1: pm, depth: depth + 1 })
      between({ t0: tm, p0: pm, t1, p1, depth: depth + 1 })
    } else found.push(p1)
  }
  const ends = [...new Set(knots.slice(degree, points.length + 1))]
  found.push(at(ends[0]!))
  for (let i = 0; i + 1 < ends.length; i++)
    between({
      t0: ends[i]!,
      p0: at(ends[i]!),
      t1: ends[i + 1]!,
      p1: at(ends[i + 1]! - 1e-12 * Math.abs(ends[i + 1]!)),
      depth: 0
    })
  return found
}

/** Most points to which all curves of a drawing are flattened. */
const MOST_POINTS = 400_000
/** No drawing program makes splines of a higher degree. */
const MOST_DEGREE = 25

/** Where a drawing’s own coordinates come to lie: x′ = a·x + c·y + e, y′ = b·x + d·y + f. */
type Affine = readonly [a: number, b: number, c: number, d: number, e: number, f: number]
const STILL: Affine = [1, 0, 0, 1, 0, 0]
/** Seen from behind, as drawings mirrored by some programs are: x runs the other way. */
const MIRRORED: Affine = [-1, 0, 0, 1, 0, 0]
/** First `inner`, then `outer`. */
const then = ([a, b, c, d, e, f]: Affine, [A, B, C, D, E, F]: Affine): Affine => [
  A * a + C * b,
  B * a + D * b,
  A * c + C * d,
  B * c + D * d,
  A * e + C * f + E,
  B * e + D * f + F
]
const at = ([a, b, c, d, e, f]: Affine, [x, y]: PointMm): PointMm => [a * x + c * y + e, b * x + d * y + f]
/** The most by which it stretches along its axes. */
const stretch = ([a, b, c, d]: Affine): number => Math.max(Math.hypot(a, b), Math.hypot(c, d))
/** It turns, shifts, mirrors and enlarges, but leaves a circle round. */
const keepsRound = ([a, b, c, d]: Affine): boolean =>
  Math.abs(Math.hypot(a, b) - Math.hypot(c, d)) < 1e-9 * stretch([a, b, c, d, 0, 0]) &&
  Math.abs(a * c + b * d) < 1e-9 * (a * a + b * b)

type Layers = Record<string, { visible?: boolean; frozen?: boolean }>
/** An entity with where it comes to lie, the layer it counts on, and why it is not seen, where an insert hides it. */
interface Laid {
  entity: IEntity
  place: Affine
  layer: string
  /** The block of the drawing that it comes from: the outermost. */
  block?: string
  hidden?: string
}
/** Why an entity is not seen in the drawing, so that it is no part of the panel; nothing for one that is. */
function unseenBecause({ entity, layer, hidden }: Laid, layers: Layers): string | undefined {
  if (hidden) return hidden
  if ((entity as { inPaperSpace?: boolean }).inPaperSpace) return 'in paper space'
  if (layers[layer]?.frozen) return `on the layer “${layer}”, which is frozen`
  // A block whose insert is on a layer that is off shows what has a layer of its own.
  if (layers[layer]?.visible === false && entity.type !== 'INSERT') return `on the layer “${layer}”, which is off`
  return (entity as { visible?: boolean }).visible === false ? 'not visible' : undefined
}

/** Blocks within blocks are followed so deep; a drawing that goes deeper runs in a ring. */
const MOST_NESTED = 16
/**
 * Entities with where they lie; those of blocks once for each time they are inserted. `undefined` when there are more
 * than can be an outline.
 */
function laidOut(
  entities: readonly IEntity[],
  blocks: Record<string, { entities?: IEntity[]; position?: { x: number; y: number } }>,
  layers: Layers
): Laid[] | undefined {
  const found: Laid[] = []
  interface Within {
    place: Affine
    depth: number
    /** The layer of the insert, which what is drawn on layer 0 of the block takes. */
    layer?: string
    block?: string
    hidden?: string
  }
  const walk = (list: readonly IEntity[], { place, depth, layer: above, block: of, hidden }: Within): boolean =>
    list.every(entity => {
      const own = entity.layer ?? '0'
      const layer = own === '0' && above !== undefined ? above : own
      const z =
        (entity as { extrusionDirectionZ?: number }).extrusionDirectionZ ??
        (entity as { extrusionDirection?: { z: number } }).extrusionDirection?.z
      const here = z !== undefined && z < 0 ? then(MIRRORED, place) : place
      const insert = entity as IInsertEntity
      const block = entity.type === 'INSERT' ? blocks[insert.name] : undefined
      if (!block?.entities || depth >= MOST_NESTED) {
        found.push({ entity, place: here, layer, block: of, hidden })
        return found.length <= MOST_ENTITIES
      }
      // What is inserted on a frozen layer, or not visible itself, is not seen whatever its own layers are.
      const unseen = unseenBecause({ entity, place: here, layer, hidden }, layers)
      const [sx, sy, turn] = [insert.xScale ?? 1, insert.yScale ?? 1, ((insert.rotation ?? 0) * Math.PI) / 180]
      const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
      for (let row = 0; row < Math.max(1, insert.rowCount ?? 1); row++)
        for (let column = 0; column < Math.max(1, insert.columnCount ?? 1); column++) {
          const put: Affine = then(
            [
              sx,
              0,
              0,
              sy,
              -(block.position?.x ?? 0) * sx + column * (insert.columnSpacing ?? 0),
              -(block.position?.y ?? 0) * sy + row * (insert.rowSpacing ?? 0)
            ],
            [cos, sin, -sin, cos, insert.position.x, insert.position.y]
          )
          const within = { place: then(put, here), depth: depth + 1, layer, block: of ?? insert.name, hidden: unseen }
          if (!walk(block.entities, within)) return false
        }
      return true
    })
  return walk(entities, { place: STILL, depth: 0 }) ? found : undefined
}

/** The drawing, or in words why it cannot be read. */
function parsed(text: string): ReturnType<DxfParser['parseSync']> | string {
  try {
    return new DxfParser().parseSync(text)
  } catch (error) {
    return `This is not a DXF drawing that can be read: ${(error as Error).message}.`
  }
}

/**
 * Reads the lines of a DXF drawing: lines, arcs, circles, ellipses, polylines with bulges and splines, those of
 * inserted blocks too, joined end to end.
 * @param unitMm millimetres of one unit of the drawing, for files that do not declare it
 */
export function dxfStrokes(text: string, unitMm?: number): StrokesRead {
  if (text.length > MOST_DRAWING_BYTES)
    return refused(`The drawing is ${(text.length / 1e6).toFixed(0)} MB. Maximum is ${MOST_DRAWING_BYTES / 1e6} MB.`)
  const sound = soundDxf(text)
  if (!sound.ok) return refused(`This is not a DXF drawing that can be read: ${sound.problem}.`)
  const drawing = parsed(sound.text)
  if (typeof drawing === 'string') return refused(drawing)
  const entities = drawing?.entities ?? []
  if (!drawing || entities.length === 0) return refused('This drawing holds no entities.')
  if (entities.length > MOST_ENTITIES)
    return refused(
      `The drawing holds ${entities.length} entities. Maximum is ${MOST_ENTITIES}. Delete ` +
        `everything except the panel.`
    )
  const declared = UNIT_MM[Number(drawing.header?.$INSUNITS ?? 0)]
  // Without a unit the drawing is read as millimetres, to say how large it would be.
  const scale = declared ?? unitMm ?? 1
  const notes: string[] = [declared ? '' : 'The unit is the one you chose.'].filter(Boolean)
  const left = new Map<string, number>()
  for (const { type } of sound.others) left.set(type, (left.get(type) ?? 0) + 1)
  const hidden = new Map<string, number>()
  const layers = (drawing.tables?.layer as { layers?: Layers } | undefined)?.layers ?? {}
  const laid = laidOut(entities, drawing.blocks ?? {}, layers)
  if (!laid)
    return refused(
      `With its blocks the drawing holds more than ${MOST_ENTITIES} entities. Take all but the panel out of it.`
    )
  const weighted = laid.find(
    each => each.entity.type === 'SPLINE' && (each.entity as ISplineEntity).rational && !unseenBecause(each, layers)
  )
  if (weighted)
    return refused(
      `A SPLINE with weights on layer “${weighted.entity.layer}” would not be read true. Save it as arcs or as a ` +
        `polyline.`
    )
  let corners = 0
  const strokes = laid.flatMap((each): Stroke[] => {
    const { entity, place, layer, block } = each
    if (corners > MOST_POINTS) return []
    const unseen = unseenBecause(each, layers)
    if (unseen) {
      hidden.set(unseen, (hidden.get(unseen) ?? 0) + 1)
      return []
    }
    // Curves are flattened at the size they come to have, so that the tolerance holds.
    const k = scale * stretch(place)
    const found = k > 0 ? strokeOf(entity, layer, k) : undefined
    corners += found?.points.length ?? 0
    if (!found) left.set(entity.type, (left.get(entity.type) ?? 0) + 1)
    if (!found || place === STILL) return found ? [{ ...found, block }] : []
    const put = ([x, y]: PointMm): PointMm => {
      const [px, py] = at(place, [x / k, y / k])
      return [px * scale, py * scale]
    }
    const middle = found.round && put([found.round.xMm, found.round.yMm])
    return [
      {
        ...found,
        block,
        points: found.points.map(put),
        round: middle && keepsRound(place) ? { ...found.round!, xMm: middle[0], yMm: middle[1] } : undefined
      }
    ]
  })
  if (corners > MOST_POINTS)
    return refused(
      `Flattened to ${FLATTEN_MM} mm its curves have more than ${MOST_POINTS} points. Is the unit of the drawing ` +
        `right?`
    )
  if (declared === undefined && unitMm === undefined)
    return needsUnit('The drawing does not say its unit ($INSUNITS).', strokes)
  for (const [why, count] of hidden) notes.push(`Left out: ${count} ${why}.`)
  if (left.size) notes.push(`Left out: ${[...left].map(([type, count]) => `${count} ${type}`).join(', ')}.`)
  return { ok: true, strokes, notes }
}

function polylineStroke(entity: ILwpolylineEntity | IPolylineEntity, layer: string, scale: number): Stroke {
  const { vertices, shape } = entity
  const corners = vertices.map(v => ({ x: v.x * scale, y: v.y * scale, bulge: (v as { bulge?: number }).bulge }))
  // Flattening closes the ring; an open polyline's last side is not drawn.
  if (shape) return { layer, closed: true, points: flatten(corners, FLATTEN_MM) }
  const last = corners.at(-1)!
  return {
    layer,
    closed: false,
    points: [
      ...flatten(
        corners.map((corner, i) => (i === corners.length - 1 ? { ...corner, bulge: 0 } : corner)),
        FLATTEN_MM
      ),
      [last.x, last.y]
    ].filter((p, i, all): p is PointMm => i === 0 || p[0] !== all[i - 1]![0] || p[1] !== all[i - 1]![1])
  }
}

function splineStroke(
  entity: ISplineEntity,
  layer: string,
  point: (p: { x: number; y: number }) => PointMm
): Stroke | undefined {
  const { controlPoints, degreeOfSplineCurve, knotValues, closed } = entity
  if (
    !controlPoints ||
    !knotValues ||
    !(degreeOfSplineCurve >= 1 && degreeOfSplineCurve <= MOST_DEGREE) ||
    controlPoints.length <= degreeOfSplineCurve ||
    knotValues.length < controlPoints.length + degreeOfSplineCurve + 1 ||
    controlPoints.some(controlPoint => !Number.isFinite(controlPoint?.x + controlPoint?.y)) ||
    knotValues.some((knot, index) => !Number.isFinite(knot) || (index > 0 && knot < knotValues[index - 1]!))
  )
    return undefined
  const points = splinePoints(degreeOfSplineCurve, knotValues, controlPoints.map(point), FLATTEN_MM)
  const meets = Math.hypot(points[0]![0] - points.at(-1)![0], points[0]![1] - points.at(-1)![1]) < 1e-3
  return { layer, closed: Boolean(closed) && meets, points: closed && meets ? points.slice(0, -1) : points }
}

function strokeOf(entity: IEntity, layer: string, scale: number): Stroke | undefined {
  const point = (p: { x: number; y: number }): PointMm => [p.x * scale, p.y * scale]
  switch (entity.type) {
    case 'LINE':
      return { layer, closed: false, points: (entity as ILineEntity).vertices.map(point) }
    case 'CIRCLE': {
      const { center, radius } = entity as ICircleEntity
      const [x, y] = point(center)
      return {
        layer,
        closed: true,
        points: arcPoints({ cx: x, cy: y, major: [radius * scale, 0], ratio: 1, from: 0, to: Math.PI * 2 }).slice(
          0,
          -1
        ),
        round: { xMm: x, yMm: y, diameterMm: radius * 2 * scale }
      }
    }
    case 'ARC': {
      const { center, radius, startAngle, endAngle } = entity as IArcEntity
      const [x, y] = point(center)
      return {
        layer,
        closed: false,
        points: arcPoints({
          cx: x,
          cy: y,
          major: [radius * scale, 0],
          ratio: 1,
          from: startAngle,
          to: endAngle > startAngle ? endAngle : endAngle + Math.PI * 2
        })
      }
    }
    case 'ELLIPSE': {
      const { center, majorAxisEndPoint, axisRatio, startAngle, endAngle } = entity as IEllipseEntity
      const [x, y] = point(center)
      const to = endAngle > startAngle ? endAngle : endAngle + Math.PI * 2
      const whole = to - startAngle >= Math.PI * 2 - 1e-6
      const points = arcPoints({
        cx: x,
        cy: y,
        major: point(majorAxisEndPoint),
        ratio: axisRatio,
        from: startAngle,
        to
      })
      return { layer, closed: whole, points: whole ? points.slice(0, -1) : points }
    }
    case 'LWPOLYLINE':
    case 'POLYLINE':
      return polylineStroke(entity as ILwpolylineEntity | IPolylineEntity, layer, scale)
    case 'SPLINE':
      return splineStroke(entity as ISplineEntity, layer, point)
    default:
      return undefined
  }
}
