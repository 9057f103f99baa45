import type { Zone } from '../../document'
import { areaMm2, bounds, inside, selfCrossing, type PointMm } from '../../panel'
import { isBorder, refused, ringsOf, roundOf, SCREW_HOLE_MM, type Stroke, type StrokesRead } from './contours'

/** No light aircraft's panel is wider or smaller than this, in mm. */
const [LEAST_MM, MOST_MM] = [80, 3_000]
const MOST_CORNERS = 2_000
/** A design has at most 200 zones; some are left for what is entered by hand. */
const MOST_HOLES = 190

type Points = [number, number][]
type Round = { xMm: number; yMm: number; diameterMm: number }
/** A closed line of a drawing, in mm as drawn, y up. */
export interface DrawnRing {
  layer: string
  /** The block that it is part of. */
  block?: string
  points: Points
  round?: Round
  widthMm: number
  heightMm: number
  /** In which of the other closed lines all of it lies, by their place in `rings`. */
  within: number[]
}
/** A line that does not close, and the gap between its ends. */
export interface DrawnLine {
  layer: string
  points: Points
  gapMm: number
}
/** What is in a drawing: closed lines, the largest area first, lines that do not close, and what was left out in words. */
export interface Drawing {
  rings: DrawnRing[]
  open: DrawnLine[]
  notes: string[]
}
export type DrawingRead = { ok: true; drawing: Drawing } | { ok: false; problems: string[]; needsUnit?: true }

/** What a closed line is used for: `existing` is a hole that the sheet has now. */
export const RING_USES = ['outline', 'cut', 'screw', 'existing', 'left out'] as const
export type RingUse = (typeof RING_USES)[number]
const isHole = (use: RingUse): use is 'cut' | 'screw' | 'existing' => use !== 'outline' && use !== 'left out'

/** A hole of the panel, measured from the lower left of the outline. */
export interface DrawnHole extends Pick<DrawnRing, 'layer' | 'points' | 'round'> {
  use: 'cut' | 'screw' | 'existing'
}
/** The panel as chosen: outline with its lower left at zero, holes, and what is worth saying. */
export type OutlineRead =
  | { ok: true; outline: Points; holes: DrawnHole[]; notes: string[] }
  | { ok: false; problems: string[] }

const lines = (count: number) => `${count} closed ${count === 1 ? 'line' : 'lines'}`
const round3 = (value: number) => Number(value.toFixed(3))
const say = ([x, y]: PointMm) => `(${round3(x)}, ${round3(y)})`
const nameOf = ({ layer, widthMm, heightMm }: DrawnRing) =>
  `The closed line of ${round3(widthMm)} × ${round3(heightMm)} mm on layer “${layer}”`

/** Lines that are no part of any outline, in words. */
const notTaken = (flat: number, twice: number): string[] => [
  ...(flat > 0 ? [`${lines(flat)} of no area left out.`] : []),
  ...(twice > 0
    ? [`${twice} ${twice === 1 ? 'line is' : 'lines are'} drawn twice and ${twice === 1 ? 'counts' : 'count'} once.`]
    : [])
]
const openNote = ({ layer, points, gapMm }: DrawnLine) =>
  `On layer “${layer}” a line from ${say(points[0]!)} to ${say(points.at(-1)!)} is open by ${round3(gapMm)} mm.`

/** In which rings each lies. They come the largest area first: one can only be in one before it. */
function nesting(rings: readonly Stroke[]): number[][] {
  const boxes = rings.map(({ points }) => bounds(points))
  return rings.map(({ points }, index) => {
    const box = boxes[index]!
    return boxes.slice(0, index).flatMap((outer, other) => {
      const boxed = box.minX >= outer.minX && box.maxX <= outer.maxX && box.minY >= outer.minY && box.maxY <= outer.maxY
      return boxed && points.every(point => inside(point, rings[other]!.points)) ? [other] : []
    })
  })
}
function ringOf(stroke: Stroke, within: number[]): DrawnRing {
  const { minX, minY, maxX, maxY } = bounds(stroke.points)
  const round = roundOf(stroke)
  return {
    layer: stroke.layer,
    ...(stroke.block !== undefined && { block: stroke.block }),
    points: stroke.points as Points,
    round,
    widthMm: round?.diameterMm ?? maxX - minX,
    heightMm: round?.diameterMm ?? maxY - minY,
    within
  }
}

/** Finds the closed and the open lines of a drawing. A drawing without a closed line is refused, in words. */
export function drawingOf(read: StrokesRead): DrawingRead {
  if (!read.ok) return read
  const { strokes } = read
  if (strokes.length === 0)
    return refused('There is no line in this drawing: no lines, arcs, circles, polylines, splines or paths.')
  if (strokes.some(stroke => stroke.points.some(([x, y]) => !Number.isFinite(x) || !Number.isFinite(y))))
    return refused('A coordinate in this drawing is not a number.')
  const found = ringsOf(strokes)
  const open = found.open.map(({ layer, points }): DrawnLine => {
    const [a, b] = [points[0]!, points.at(-1)!]
    return { layer, points: points as Points, gapMm: Math.hypot(a[0] - b[0], a[1] - b[1]) }
  })
  if (found.rings.length === 0)
    return {
      ok: false,
      problems: [
        'No line of this drawing is closed, so it has no outline. Nothing was changed.',
        ...open.slice(0, 5).map(openNote)
      ]
    }
  const within = nesting(found.rings)
  return {
    ok: true,
    drawing: {
      rings: found.rings.map((ring, index) => ringOf(ring, within[index]!)),
      open,
      notes: [
        ...read.notes,
        ...notTaken(found.flat, found.twice),
        ...(open.length ? [`${open.length} open lines were left out. ${open.slice(0, 5).map(openNote).join(' ')}`] : [])
      ]
    }
  }
}

/** Layers whose name says that they hold the outline of a part, and such as hold what is not cut (common practice). */
const OUTLINE_LAYER = /^(outline|panel|face|profile|contour|perimeter)/i
const REFERENCE_LAYER = /^(ref|etch|engrav|text|anno|dim|hidden|cent(er|re)|construction|bezel)/i
const EXISTING_LAYER = /^(existing|as.?found|as.?is)/i

const panelSize = ({ widthMm, heightMm }: DrawnRing): boolean =>
  Math.max(widthMm, heightMm) >= LEAST_MM && widthMm <= MOST_MM && heightMm <= MOST_MM
const isRectangle = ({ points, widthMm, heightMm }: DrawnRing): boolean =>
  points.length === 4 && areaMm2(points) > 0.999 * widthMm * heightMm

/**
 * Which closed line is the panel's outline: of layers that are named for it the largest, else the largest that is on no layer named
 * for a border.
 * @returns its place in `rings`; undefined where the largest is a rectangle around another that holds most of what is drawn: it can
 * be a border, or a panel with a bay, and only a person can tell
 */
export function likelyOutline({ rings }: Drawing): number | undefined {
  const sized = rings.filter(panelSize)
  const candidates = sized.length ? sized : rings.slice(0, 1)
  const at = (ring: DrawnRing | undefined) => (ring ? rings.indexOf(ring) : undefined)
  const isWithin = (inner: DrawnRing, outer: DrawnRing) => inner.within.includes(rings.indexOf(outer))
  const named = candidates.find(({ layer }) => OUTLINE_LAYER.test(layer))
  if (named) return at(named)
  const [top, ...others] = candidates.filter(ring => !isBorder(ring))
  if (!top) return at(candidates[0])
  const rest = rings.filter(ring => ring !== top && !isBorder(ring))
  const holds = (ring: DrawnRing) => rest.filter(other => isWithin(other, ring)).length
  const doubtful = others.some(
    ring =>
      isWithin(ring, top) &&
      areaMm2(ring.points) > 0.15 * areaMm2(top.points) &&
      holds(ring) * 2 > rest.length - 1 &&
      holds(ring) > 0
  )
  return doubtful && isRectangle(top) ? undefined : at(top)
}

/**
 * What each closed line is likely used for once the outline is chosen: those inside it are holes, a round one of a screw's size is
 * drilled. Left out are such as lie in another hole, cross the outline or lie outside it, or are on a layer named for reference.
 * @param outline which ring is the outline; undefined leaves all of them out
 */
export function likelyUses({ rings }: Drawing, outline: number | undefined): RingUse[] {
  const holes = new Set<number>()
  return rings.map((ring, index): RingUse => {
    if (index === outline) return 'outline'
    if (outline === undefined || holes.size >= MOST_HOLES || REFERENCE_LAYER.test(ring.layer)) return 'left out'
    if (!ring.within.includes(outline) || ring.within.some(other => holes.has(other))) return 'left out'
    holes.add(index)
    if (EXISTING_LAYER.test(ring.layer)) return 'existing'
    return ring.round && ring.round.diameterMm <= SCREW_HOLE_MM ? 'screw' : 'cut'
  })
}

/** Why an outline cannot be a panel; nothing when it can. */
function outlineProblem({ points, widthMm, heightMm }: DrawnRing): string | undefined {
  if (widthMm > MOST_MM || heightMm > MOST_MM || Math.max(widthMm, heightMm) < LEAST_MM)
    return (
      `The outline would be ${round3(widthMm)} × ${round3(heightMm)} mm; a panel is ` +
      `between ${LEAST_MM} and ${MOST_MM} mm. Is the unit of the drawing right?`
    )
  if (points.length > MOST_CORNERS)
    return (
      `The outline has ${points.length} corners after its curves are flattened. Maximum is ${MOST_CORNERS}. ` +
      `Draw it with arcs instead of many short lines.`
    )
  const cross = selfCrossing(points)
  return (
    cross &&
    `The outline crosses itself: the side from ${say(points[cross[0]]!)} meets the side ` +
      `from ${say(points[cross[1]]!)}.`
  )
}
/** Why the chosen holes cannot be holes of this outline, one sentence each. */
function holeProblems({ rings }: Drawing, uses: readonly RingUse[]): string[] {
  const outline = uses.indexOf('outline')
  const holes = rings.filter((_, index) => isHole(uses[index]!))
  const out = holes
    .filter(hole => !hole.within.includes(outline))
    .map(hole => `${nameOf(hole)} is not inside the outline.`)
  const nested = holes.filter(({ within }) => within.some(other => isHole(uses[other]!)))
  return [
    ...(holes.length > MOST_HOLES ? [`${holes.length} holes are chosen. Maximum is ${MOST_HOLES}.`] : []),
    ...out,
    ...nested.map(hole => `${nameOf(hole)} is inside another hole, where there is no metal. Leave one of them out.`)
  ]
}
/** What is worth saying of the lines that are left out, by why. */
function leftOut({ rings }: Drawing, uses: readonly RingUse[]): string[] {
  const outline = uses.indexOf('outline')
  const left = rings.filter((_, index) => uses[index] === 'left out')
  const border = left[0] === rings[0] && isBorder(rings[0]!) ? left[0] : undefined
  const rest = left.filter(ring => ring !== border)
  const beyond = rest.filter(ring => !ring.within.includes(outline)).length
  const within = rest.length - beyond
  return [
    ...(border
      ? [`The largest closed line is on layer “${border.layer}” and was taken for the border of the sheet.`]
      : []),
    ...(beyond ? [`${lines(beyond)} outside the outline left out.`] : []),
    ...(within ? [`${lines(within)} inside the outline left out.`] : [])
  ]
}

/**
 * The panel out of a drawing, moved so that the lower left of its outline is at zero.
 * @param uses what each closed line is used for, as `rings` are ordered
 * @returns outline and holes; or why they cannot be a panel, in words
 */
export function outlineOf(drawing: Drawing, uses: readonly RingUse[]): OutlineRead {
  const { rings } = drawing
  const outlines = rings.filter((_, index) => uses[index] === 'outline')
  if (outlines.length !== 1)
    return {
      ok: false,
      problems: [
        outlines.length
          ? `${outlines.length} closed lines are chosen as the outline. There can be one only.`
          : `No closed line is chosen as the outline of the panel. Choose one of ${rings.length}.`
      ]
    }
  const outer = outlines[0]!
  const problem = outlineProblem(outer)
  if (problem) return refused(problem)
  const problems = holeProblems(drawing, uses)
  if (problems.length) return { ok: false, problems }
  const { minX, minY } = bounds(outer.points)
  const far = Math.max(Math.abs(minX), Math.abs(minY)) > 10_000
  const move = ([x, y]: PointMm): [number, number] => [round3(x - minX), round3(y - minY)]
  return {
    ok: true,
    outline: outer.points.map(move),
    holes: rings.flatMap(({ layer, points, round }, index): DrawnHole[] => {
      const use = uses[index]!
      if (!isHole(use)) return []
      const [xMm, yMm] = round ? move([round.xMm, round.yMm]) : [0, 0]
      const moved = round && { round: { xMm, yMm, diameterMm: round3(round.diameterMm) } }
      return [{ layer, use, points: points.map(move), ...moved }]
    }),
    notes: [
      ...drawing.notes,
      ...leftOut(drawing, uses),
      ...(far ? [`The drawing is far from its origin, at ${say([minX, minY])} mm; it was moved to zero.`] : [])
    ]
  }
}

/** The holes of a drawing as zones of the panel. @param file its name, part of the name of each zone */
export const holeZones = (holes: readonly DrawnHole[], file: string): Zone[] =>
  holes.map(({ use, round, points }, index) => ({
    id: `in-${index + 1}`,
    name: `Hole ${index + 1} of ${file}`.slice(0, 120),
    side: 'face',
    fromDepthMm: 0,
    movable: false,
    hole: use,
    area: round ? { shape: 'round', ...round } : { shape: 'polygon', points }
  }))
/** Whether a zone came from a drawing, so that the next drawing takes its place. */
export const isFromDrawing = ({ id }: Pick<Zone, 'id'>): boolean => /^in-\d+$/.test(id)
