import {
  AS_FOUND,
  remember,
  type Basis,
  type Design,
  type DesignUnit,
  type Remedy,
  type Finding,
  type Working
} from '../design'
import { extent, inside, type Figure, type PointMm } from './geometry'
import type { Placed } from './place'
import { enumerate, figure, kg, mm, num, say, thing } from '../quantity'

/** Young's modulus in GPa by what the material's name holds. Aluminium alloys: any strength-of-materials handbook. */
const STIFFNESS: readonly (readonly [RegExp, number, string])[] = [
  [/2024/, 73, '2024 aluminium, handbook value'],
  [/6061/, 69, '6061 aluminium, handbook value'],
  [/5052|3003/, 70, 'aluminium, handbook value'],
  [/steel/i, 200, 'steel, handbook value'],
  [/carbon/i, 50, 'woven carbon laminate, our assumption'],
  [/acryl/i, 3, 'cast acrylic, our assumption'],
  [/ply|birch|wood/i, 9, 'plywood along the grain, our assumption']
]
const stiffnessOf = (material: string): { gpa: number; from: string } => {
  const found = STIFFNESS.find(([name]) => name.test(material))
  return found ? { gpa: found[1], from: found[2] } : { gpa: 70, from: 'taken for aluminium: our assumption' }
}

/**
 * Deflection under the load of a simply supported beam whose width changes along it, by the unit-load method:
 * δ = ∫ M(s) m(s) / (E I(s)) ds with I = b t³ / 12.
 * @param widthsMm metal across the beam in the middle of equal steps from one support to the other
 * @returns mm under the load; Infinity where a step has no metal left
 * Source: any strength-of-materials handbook; for constant width it is F a² b² / (3 E I L), in the middle F L³ / (48 E I).
 */
export function beamDeflectionMm({
  widthsMm,
  lengthMm,
  thicknessMm,
  gpa,
  loadN,
  atMm
}: {
  widthsMm: readonly number[]
  lengthMm: number
  thicknessMm: number
  gpa: number
  loadN: number
  atMm: number
}): number {
  const step = lengthMm / widthsMm.length
  let sum = 0
  for (const [i, width] of widthsMm.entries()) {
    // Simpson over the step: the moment is a straight line on either side of the load.
    const moment = (s: number) => (s <= atMm ? (s * (lengthMm - atMm)) / lengthMm : (atMm * (lengthMm - s)) / lengthMm)
    const square = (moment(i * step) ** 2 + 4 * moment((i + 0.5) * step) ** 2 + moment((i + 1) * step) ** 2) / 6
    if (square > 0 && width <= 0) return Infinity
    if (square > 0) sum += (square * step) / ((width * thicknessMm ** 3) / 12)
  }
  return (loadN * sum) / (gpa * 1000)
}

type Interval = readonly [number, number]

/** Where a level line at y runs inside a figure: one interval for each convex part. */
function chords(f: Figure, y: number): Interval[] {
  switch (f.kind) {
    case 'circle': {
      const h = f.r ** 2 - (y - f.y) ** 2
      return h <= 0 ? [] : [[f.x - Math.sqrt(h), f.x + Math.sqrt(h)]]
    }
    case 'box': {
      const up = Math.abs(y - f.y)
      if (up >= f.h / 2) return []
      const c = f.c ?? 0
      const into = Math.max(0, up - f.h / 2 + c)
      const half = f.w / 2 - c + Math.sqrt(c ** 2 - into ** 2)
      return [[f.x - half, f.x + half]]
    }
    case 'many':
      return f.parts.flatMap(part => chords(part, y))
    case 'poly':
      return levelRuns(f.points, y)
  }
}
/** Where a level line at y runs inside a polygon, from left to right. */
export function levelRuns(polygon: readonly PointMm[], y: number): Interval[] {
  const xs: number[] = []
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const [xi, yi] = polygon[i]!
    const [xj, yj] = polygon[j]!
    if (yi > y !== yj > y) xs.push(xi + ((xj - xi) * (y - yi)) / (yj - yi))
  }
  xs.sort((a, b) => a - b)
  return Array.from({ length: xs.length >> 1 }, (_, i) => [xs[2 * i]!, xs[2 * i + 1]!] as const)
}
/** How much of a stretch is covered by runs that stand in order, each counted once. */
function covered(runs: readonly Interval[], low: number, high: number): number {
  let sum = 0
  let to = low
  for (const [a, b] of runs) {
    const from = Math.max(a, to)
    const end = Math.min(b, high)
    if (end > from) {
      sum += end - from
      to = end
    }
  }
  return sum
}

const STEPS = 48

export interface Bend {
  unit: string
  deflectionMm: number
  spanMm: number
  stripMm: number
  leastWidthMm: number
}

/**
 * How far the face gives when a thumb pushes on each unit. The face is taken as a strip that spans from its lower to
 * its upper edge where the unit stands (of its bay, when it has one), as wide as the unit's hole and half the span on
 * either side, less every hole in it, held at both ends without being clamped.
 */
export const bends = remember(bendsOf, (design: Design, placed: readonly Placed[]) => [
  design.airframe.panel,
  ...placed
])

/** What of a row is metal and what is cut, in order. */
interface Row {
  metal: readonly Interval[]
  holes: readonly Interval[]
}
const inOrder = (runs: readonly Interval[]): Interval[] => [...runs].sort((p, q) => p[0] - q[0])
interface Hole {
  cut: Figure
  box: ReturnType<typeof extent>
}
/** Height of the drawers in which holes are kept, in mm. */
const DRAWER_MM = 10
/** Answers which holes may lie across a height, without looking at all of them. */
function byHeight(holes: readonly Hole[]): (y: number) => readonly Hole[] {
  const drawers = new Map<number, Hole[]>()
  for (const hole of holes)
    for (let at = Math.floor(hole.box.minY / DRAWER_MM); at <= Math.floor(hole.box.maxY / DRAWER_MM); at++)
      drawers.set(at, [...(drawers.get(at) ?? []), hole])
  return y => drawers.get(Math.floor(y / DRAWER_MM)) ?? []
}

function bendsOf(design: Design, placed: readonly Placed[]): Bend[] {
  const { panel } = design.airframe
  const { gpa } = stiffnessOf(panel.material)
  const holesAt = byHeight(
    placed.flatMap(unit => (unit.cutout ? [{ cut: unit.cutout, box: extent(unit.cutout) }] : []))
  )
  const known = new Map<string, Row[]>()
  /** The face cut across at even steps of a span; units that stand above one another share it. */
  const rowsAcross = (sheet: readonly PointMm[], low: number, high: number): Row[] => {
    const key = `${panel.bays.findIndex(bay => bay.outline === sheet)} ${low} ${high}`
    const before = known.get(key)
    if (before) return before
    const rows = Array.from({ length: STEPS }, (_, i): Row => {
      const y = low + ((i + 0.5) * (high - low)) / STEPS
      return {
        metal: inOrder(levelRuns(sheet, y)),
        holes: inOrder(holesAt(y).flatMap(({ cut, box }) => (box.minY < y && box.maxY > y ? chords(cut, y) : [])))
      }
    })
    known.set(key, rows)
    return rows
  }
  return placed.flatMap((unit): Bend[] => {
    const sheet = panel.bays.find(bay => inside([unit.x, unit.y], bay.outline))?.outline ?? panel.outline
    const span = levelRuns(
      sheet.map(([x, y]) => [y, x] as const),
      unit.x
    ).find(([low, high]) => low <= unit.y && unit.y <= high)
    if (!span) return []
    const [low, high] = span
    const spanMm = high - low
    const own = unit.cutout ? extent(unit.cutout) : { minX: unit.x, maxX: unit.x }
    const left = own.minX - spanMm / 2
    const right = own.maxX + spanMm / 2
    const widths = rowsAcross(sheet, low, high).map(({ metal, holes }) =>
      Math.max(0, covered(metal, left, right) - covered(holes, left, right))
    )
    const deflectionMm = beamDeflectionMm({
      widthsMm: widths,
      lengthMm: spanMm,
      thicknessMm: panel.thicknessMm,
      gpa,
      loadN: panel.pushN,
      atMm: unit.y - low
    })
    const leastWidthMm = Math.min(...widths)
    return [
      {
        unit: unit.id,
        deflectionMm,
        spanMm,
        stripMm: right - left,
        leastWidthMm
      }
    ]
  })
}

const BEND_BASIS: Basis = {
  kind: 'derived',
  source: 'simply supported beam of varying section, unit-load method; a plate held on all sides gives less'
}

/** How far the face gives at a unit, and why. */
export function explainBend({ airframe: { panel } }: Design, bend: Bend): Working {
  const { gpa, from } = stiffnessOf(panel.material)
  return {
    formula: 'δ = F ∫ m(s)² / (E b(s) t³ / 12) ds over the span',
    inputs: [
      { symbol: 'F', meaning: 'push of a thumb', value: panel.pushN, unit: 'N', from: 'panel; our default 45 N' },
      { symbol: 'L', meaning: 'span from edge to edge', value: bend.spanMm, unit: 'mm', from: 'outline or bay' },
      {
        symbol: 'b',
        meaning: 'minimum web across the strip',
        value: bend.leastWidthMm,
        unit: 'mm',
        from: 'strip less holes'
      },
      { symbol: 't', meaning: 'sheet', value: panel.thicknessMm, unit: 'mm', from: 'panel' },
      { symbol: 'E', meaning: panel.material, value: gpa, unit: 'GPa', from }
    ],
    result: { value: bend.deflectionMm, unit: 'mm' },
    basis: BEND_BASIS
  }
}

/** Mounting load factors, limit (AC 43.13-2B chapter 1, from memory). Down is the worst for a tray that hangs on the face. */
const DOWN_G = 6.6
const STANDARD_G = 9.80665

/** Moment a box brings on the face when nothing holds its back: its weight under the load factor, half its depth behind. */
export const trayMomentNm = (unit: DesignUnit): number =>
  (unit.item.massKg * STANDARD_G * DOWN_G * (unit.item.body?.depthMm ?? 0)) / 2000

const TRAY_BASIS: Basis = {
  kind: 'published',
  source: `AC 43.13-2B chapter 1, mounting load factor ${DOWN_G} g down; the moment allowed is set for this panel`,
  fromMemory: true
}

/** Moment of a unit’s box on the face. */
export const explainTray = (unit: DesignUnit): Working => ({
  formula: 'M = m · g · n · d / 2',
  inputs: [
    {
      symbol: 'm',
      meaning: unit.label,
      value: unit.item.massKg,
      unit: 'kg',
      from: `catalogue entry ${unit.item.name}`
    },
    { symbol: 'g', meaning: 'standard gravity', value: STANDARD_G, unit: 'm/s²', from: 'standard' },
    {
      symbol: 'n',
      meaning: 'load factor downward, limit',
      value: DOWN_G,
      unit: '',
      from: 'AC 43.13-2B chapter 1 (from memory)'
    },
    {
      symbol: 'd / 2',
      meaning: 'half the depth of the box',
      value: (unit.item.body?.depthMm ?? 0) / 2000,
      unit: 'm',
      from: 'its mass taken in the middle of the box: our assumption'
    }
  ],
  result: { value: trayMomentNm(unit), unit: 'N·m' },
  basis: TRAY_BASIS
})

export interface StrengthReport {
  findings: Finding[]
  bends: Bend[]
}

/** Bending of the face under a push and boxes that want a support at the back. */
export function examineStrength(design: Design, placed: readonly Placed[]): StrengthReport {
  const { panel } = design.airframe
  const found = bends(design, placed)
  const findings: Finding[] = []
  const soft = found
    .filter(bend => bend.deflectionMm > panel.mostBendMm)
    .sort((a, b) => b.deflectionMm - a.deflectionMm)
  const worst = soft[0]
  if (worst) {
    const name = (bend: Bend) => thing(placed.find(one => one.id === bend.unit)!)
    const others = soft.slice(1, 4).map(name)
    findings.push({
      id: 'panel.bend',
      code: 'panel.bend',
      weight: 'decide',
      subjects: soft.map(bend => bend.unit),
      measured: worst.deflectionMm,
      limit: panel.mostBendMm,
      unit: 'mm',
      basis: BEND_BASIS,
      says: say`${
        Number.isFinite(worst.deflectionMm)
          ? say`Deflection ${mm(worst.deflectionMm, panel.mostBendMm)} at ${figure(panel.pushN, 'N')} on ${name(worst)}, limit ${mm(panel.mostBendMm, worst.deflectionMm)}. Only ${mm(worst.leastWidthMm)} of metal crosses the strip there: a doubler, a stiffener behind or thicker sheet.`
          : say`At ${name(worst)} the holes leave no metal across the face: it is held by nothing there.`
      }${others.length ? say` Soft too: ${enumerate(others)}${soft.length > 4 ? ` and ${soft.length - 4} more` : ''}.` : ''}`,
      remedies: Number.isFinite(worst.deflectionMm) ? thicker(design, found) : [],
      figure: { kind: 'bend', of: worst.unit }
    })
  }
  for (const unit of design.units) {
    // What hung there before is not asked again.
    if (!unit.at || unit.rearSupport || unit.state === 'kept') continue
    const moment = trayMomentNm(unit)
    if (moment <= panel.mostTrayMomentNm) continue
    findings.push({
      id: `panel.rear-support:${unit.id}`,
      code: 'panel.rear-support',
      weight: 'decide',
      subjects: [unit.id],
      measured: moment,
      limit: panel.mostTrayMomentNm,
      unit: 'Nm',
      basis: TRAY_BASIS,
      figure: { kind: 'tray', of: unit.id },
      says: say`${thing(unit)} (${kg(unit.item.massKg)}, ${mm(unit.item.body?.depthMm ?? 0)} deep) is carried by the face alone: ${num(moment, 1, 'N·m')} at ${DOWN_G} g down; ${figure(panel.mostTrayMomentNm, 'N·m')} is set. Hold its back by rails or on a duct.`,
      remedies:
        design.optionId === AS_FOUND
          ? []
          : [
              {
                says: say`Give ${thing(unit)} a support at its back.`,
                edits: [{ type: 'unit.support', option: design.optionId, unit: unit.id, rear: true }]
              }
            ]
    })
  }
  return { findings, bends: found }
}

/** Sheets as they are sold, in mm: 0.032, 0.040, 0.050, 0.063, 0.080, 0.090, 0.100, 0.125 in. */
const SHEETS_IN = [0.032, 0.04, 0.05, 0.063, 0.08, 0.09, 0.1, 0.125] as const

/** The thinnest sheet on sale that bends nowhere more than is set: deflection goes with 1 / t³. */
function thicker(design: Design, all: readonly Bend[]): Remedy[] {
  const { panel } = design.airframe
  const worst = Math.max(...all.map(bend => (Number.isFinite(bend.deflectionMm) ? bend.deflectionMm : 0)))
  const inch = SHEETS_IN.find(
    one => one * 25.4 > panel.thicknessMm && worst * (panel.thicknessMm / (one * 25.4)) ** 3 <= panel.mostBendMm
  )
  return inch === undefined
    ? []
    : [
        {
          says: say`Make the face of ${mm(inch * 25.4)} sheet: it then gives at most ${mm(worst * (panel.thicknessMm / (inch * 25.4)) ** 3)} anywhere.`,
          edits: [{ type: 'panel.set', panel: { ...panel, thicknessMm: inch * 25.4 } }]
        }
      ]
}
