import DxfParser, { type ICircleEntity, type IEntity, type ILwpolylineEntity } from 'dxf-parser'
import * as z from 'zod'
import { flatten } from '../../core/build'
import { soundDxf } from '../../core/formats'
import { areaMm2, bounds, gap, inside, leastInsideCorner, type Circle, type Poly, type PointMm } from '../../core/panel'

/**
 * Greystone Sheet: a stand-in for the firm that cuts the panel. It knows nothing of the project: it takes a DXF like
 * any stranger's and answers by its own rules, with reasons or with a price and days. Rules and prices are invented.
 */
export const FINISHES = {
  'bare': { cents: 0, days: 0 },
  'primed': { cents: 4_500, days: 2 },
  'powder coated': { cents: 9_500, days: 5 },
  'anodised': { cents: 12_000, days: 7 }
} as const
export const STOCK = {
  '2024-T3 0.063 in': { thickMm: 1.6, centsPerDm2: 310 },
  '2024-T3 0.090 in': { thickMm: 2.286, centsPerDm2: 420 },
  '6061-T6 0.090 in': { thickMm: 2.286, centsPerDm2: 330 },
  '6061-T6 0.125 in': { thickMm: 3.175, centsPerDm2: 400 },
  'clear acrylic 3 mm, test piece': { thickMm: 3, centsPerDm2: 120 }
} as const
const RULES = {
  leastWebMm: 2,
  holePerThickness: 1,
  sheetMm: [1220, 610],
  mostContours: 1_000,
  mostBytes: 4_000_000,
  joinMm: 0.05
} as const
/** A cutter of 1/8 in goes round every contour: no inside corner is left tighter than this, in mm. */
export const CUTTER_RADIUS_MM = 1.5875

const names = <T extends string>(of: Record<T, unknown>) => Object.keys(of) as [T, ...T[]]
export const Order = z.strictObject({
  dxf: z.string().min(1).max(RULES.mostBytes),
  stock: z.enum(names(STOCK)),
  finish: z.enum(names(FINISHES))
})

export type Order = z.infer<typeof Order>

export type Answer =
  | { accepted: false; reasons: string[] }
  | {
      accepted: true
      priceCents: number
      days: number
      cutMm: number
      holes: number
      lines: { text: string; cents: number }[]
      notes: string[]
    }

type Contour = (Circle | Poly) & { layer: string; lengthMm: number; box: ReturnType<typeof bounds> }
const UNIT_MM: Record<number, number> = { 1: 25.4, 4: 1, 5: 10 }
const WORK_LAYERS = new Set(['OUTLINE', 'CUT', 'SCREW'])

const ring = (points: readonly PointMm[]): number =>
  points.reduce((sum, p, i) => {
    const q = points[(i + 1) % points.length]!
    return sum + Math.hypot(q[0] - p[0], q[1] - p[1])
  }, 0)

const ONLY = (type: string, layer: string) => `${type} on ${layer}: draw closed polylines and circles only.`

function contourOf(entity: IEntity, scale: number, refuse: (text: string) => void): Contour | undefined {
  if (entity.type === 'CIRCLE') {
    const { center, radius } = entity as ICircleEntity
    const [x, y, r] = [center.x * scale, center.y * scale, radius * scale]
    return {
      kind: 'circle',
      x,
      y,
      r,
      layer: entity.layer,
      lengthMm: 2 * Math.PI * r,
      box: { minX: x - r, minY: y - r, maxX: x + r, maxY: y + r }
    }
  }
  if (entity.type === 'LWPOLYLINE') {
    const { vertices, shape } = entity as ILwpolylineEntity
    const first = vertices[0]
    if (!shape) {
      refuse(
        `Open contour on ${entity.layer}, beginning ` +
          `at ${first ? `${(first.x * scale).toFixed(2)}, ${(first.y * scale).toFixed(2)} mm` : 'nothing'}: the tool would not come back.`
      )
      return undefined
    }
    const points = flatten(vertices.map(v => ({ x: v.x * scale, y: v.y * scale, bulge: v.bulge })))
    if (points.length < 3 || areaMm2(points) < 0.01) {
      refuse(`A contour of no size on ${entity.layer}.`)
      return undefined
    }
    return {
      kind: 'poly',
      x: points[0]![0],
      y: points[0]![1],
      points,
      layer: entity.layer,
      lengthMm: ring(points),
      box: bounds(points)
    }
  }
  refuse(ONLY(entity.type, entity.layer))
  return undefined
}

/** How far the engraver’s point goes along an open line, in mm. */
function lineLength(entity: IEntity, scale: number): number {
  const { vertices = [] } = entity as Partial<ILwpolylineEntity>
  return (
    vertices.slice(1).reduce((sum, q, i) => sum + Math.hypot(q.x - vertices[i]!.x, q.y - vertices[i]!.y), 0) * scale
  )
}

type Refuse = (text: string) => void
type Stock = (typeof STOCK)[keyof typeof STOCK]

/** The piece on our sheets, and what lies outside it. */
function lookAtSize(outline: Contour, inner: readonly Contour[], refuse: Refuse): void {
  const [w, h] = [outline.box.maxX - outline.box.minX, outline.box.maxY - outline.box.minY]
  const [long, short] = [Math.max(w, h), Math.min(w, h)]
  if (long > RULES.sheetMm[0] || short > RULES.sheetMm[1])
    refuse(
      `The piece is ${w.toFixed(0)} × ${h.toFixed(0)} mm; our sheets are ${RULES.sheetMm[0]} × ${RULES.sheetMm[1]} mm.`
    )
  const edge = outline.kind === 'poly' ? outline.points : []
  for (const hole of inner)
    if (edge.length && !inside([(hole.box.minX + hole.box.maxX) / 2, (hole.box.minY + hole.box.maxY) / 2], edge))
      refuse(`A contour on ${hole.layer} at ${hole.x.toFixed(1)}, ${hole.y.toFixed(1)} mm is outside the outline.`)
}

function lookAtHoles(inner: readonly Contour[], stock: Stock, refuse: Refuse): void {
  for (const hole of inner) {
    const least = Math.min(hole.box.maxX - hole.box.minX, hole.box.maxY - hole.box.minY)
    if (least < stock.thickMm * RULES.holePerThickness)
      refuse(
        `A hole of ${least.toFixed(2)} mm at ${hole.x.toFixed(1)}, ${hole.y.toFixed(1)} mm; in this stock no less ` +
          `than ${(stock.thickMm * RULES.holePerThickness).toFixed(2)} mm.`
      )
  }
}

/** Two contours on one another, or too near. */
function lookAtPair(a: Contour, b: Contour, refuse: Refuse): void {
  const same =
    Math.abs(a.box.minX - b.box.minX) +
      Math.abs(a.box.maxX - b.box.maxX) +
      Math.abs(a.box.minY - b.box.minY) +
      Math.abs(a.box.maxY - b.box.maxY) <
      RULES.joinMm && a.kind === b.kind
  if (same) {
    refuse(`Two lines on one another at ${a.x.toFixed(1)}, ${a.y.toFixed(1)} mm: it would be cut twice.`)
    return
  }
  if (
    a.box.minX - b.box.maxX > RULES.leastWebMm ||
    b.box.minX - a.box.maxX > RULES.leastWebMm ||
    a.box.minY - b.box.maxY > RULES.leastWebMm ||
    b.box.minY - a.box.maxY > RULES.leastWebMm
  )
    return
  const web = gap(a, b)
  if (web < RULES.leastWebMm - 1e-6)
    refuse(
      web < 0
        ? `Contours run into each other at ${a.x.toFixed(1)}, ${a.y.toFixed(1)} mm.`
        : `A web of ${web.toFixed(2)} mm ` +
            `between ${a.x.toFixed(1)}, ${a.y.toFixed(1)} and ${b.x.toFixed(1)}, ${b.y.toFixed(1)} mm; no less ` +
            `than ${RULES.leastWebMm} mm.`
    )
}

/** What an order that nothing speaks against costs. */
function priceOf(
  order: Order,
  drawn: { outline: Contour; contours: readonly Contour[]; etchedMm: number; others: number }
): Answer {
  const { outline, contours, etchedMm, others } = drawn
  const stock = STOCK[order.stock]
  const acrylic = order.stock.includes('acrylic')
  const inner = contours.filter(contour => contour !== outline)
  const cutMm = contours.reduce((sum, contour) => sum + contour.lengthMm, 0)
  const areaDm2 = ((outline.box.maxX - outline.box.minX) * (outline.box.maxY - outline.box.minY)) / 10_000
  const tight = contours.filter(
    contour =>
      contour.kind === 'poly' &&
      leastInsideCorner(contour.points, contour === outline ? 'outside' : 'inside') < CUTTER_RADIUS_MM - 0.01
  ).length
  const lines = [
    { text: `Stock, ${order.stock}, ${areaDm2.toFixed(1)} dm²`, cents: Math.round(areaDm2 * stock.centsPerDm2) },
    { text: `Cutting ${(cutMm / 1000).toFixed(2)} m`, cents: Math.round((cutMm / 1000) * (acrylic ? 350 : 900)) },
    { text: `${inner.length} openings to pierce`, cents: inner.length * 60 },
    ...(etchedMm > 0 && !acrylic
      ? [{ text: `Engraving ${(etchedMm / 1000).toFixed(2)} m`, cents: Math.round((etchedMm / 1000) * 3_000) }]
      : []),
    ...(order.finish === 'bare' ? [] : [{ text: `Finish, ${order.finish}`, cents: FINISHES[order.finish].cents }]),
    { text: 'Setting up', cents: 3_500 }
  ]
  return {
    accepted: true,
    lines,
    priceCents: lines.reduce((sum, line) => sum + line.cents, 0),
    days: (acrylic ? 2 : 4) + FINISHES[order.finish].days,
    cutMm,
    holes: inner.length,
    notes: [
      acrylic
        ? 'Test piece: hold it in the aeroplane before metal is ordered.'
        : 'Have a clear acrylic test piece cut first: 2 days.',
      ...(etchedMm > 0 && acrylic ? ['Labels are not engraved on a test piece.'] : []),
      ...(others ? [`${others} on ETCH are no lines that a point can follow and are left out.`] : []),
      ...(tight
        ? [
            `${tight} contours have inside corners tighter than our cutter leaves: they come out at R ${CUTTER_RADIUS_MM.toFixed(2)} mm.`
          ]
        : [])
    ]
  }
}

/** Looks a drawing over and prices it, or refuses it with every reason. */
export function quoteCut(order: Order): Answer {
  const sound = soundDxf(order.dxf)
  if (!sound.ok) return { accepted: false, reasons: [`The file is not a DXF we can read: ${sound.problem}.`] }
  let drawing: ReturnType<DxfParser['parseSync']>
  try {
    drawing = new DxfParser().parseSync(sound.text)
  } catch (error) {
    return { accepted: false, reasons: [`The file is not a DXF we can read: ${(error as Error).message}`] }
  }
  const reasons: string[] = []
  const refuse = (text: string) => {
    if (!reasons.includes(text)) reasons.push(text)
  }
  const scale = UNIT_MM[Number(drawing?.header?.$INSUNITS ?? 0)]
  if (scale === undefined)
    return { accepted: false, reasons: ['The drawing does not declare inches or millimetres ($INSUNITS).'] }
  const work = (drawing?.entities ?? []).filter(entity => WORK_LAYERS.has(entity.layer))
  if (work.length > RULES.mostContours)
    return { accepted: false, reasons: [`${work.length} contours; we take ${RULES.mostContours}.`] }
  for (const { type, layer } of sound.others) if (WORK_LAYERS.has(layer)) refuse(ONLY(type, layer))
  const contours = work.flatMap(entity => contourOf(entity, scale, refuse) ?? [])
  const outlines = contours.filter(contour => contour.layer === 'OUTLINE')
  if (outlines.length !== 1) refuse(`Layer OUTLINE must have one closed contour; it has ${outlines.length}.`)
  const outline = outlines[0]
  const inner = contours.filter(contour => contour !== outline)
  if (outline) lookAtSize(outline, inner, refuse)
  lookAtHoles(inner, STOCK[order.stock], refuse)
  inner.forEach((a, i) => inner.slice(i + 1).forEach(b => lookAtPair(a, b, refuse)))
  if (reasons.length || !outline) return { accepted: false, reasons }
  if (order.stock.includes('acrylic') && order.finish !== 'bare')
    return { accepted: false, reasons: ['Acrylic is cut bare: it takes no finish.'] }
  const etchedMm = (drawing?.entities ?? [])
    .filter(entity => entity.layer === 'ETCH')
    .reduce((sum, entity) => sum + lineLength(entity, scale), 0)
  const others = sound.others.filter(other => other.layer === 'ETCH').length
  return priceOf(order, { outline, contours, etchedMm, others })
}
