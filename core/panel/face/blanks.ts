import * as messages from '../messages'
import { ALUMINIUM_KG } from '../../airframe'
import { remembered } from '../../cache'
import { AS_FOUND, finding, type Basis, type Design, type Finding } from '../../design'
import type { Edit } from '../../document'
import { mm, thing } from '../../quantity'
import { extent, figureAreaMm2, gap, TOUCH_MM, type Box, type Circle, type Figure } from '../geometry/geometry'
import { sheetOf, type Hole, type SheetWork } from './holes'
import { EDGE_DISTANCES } from './limits'
import { groundOf, placedOn } from './place'

/** A plate laps over its hole by this all round where the screws of the hole serve it, in mm (our default). */
const LAP_MM = 1.5
/** Clearance hole of a no. 6 screw, in mm (common practice). */
const SCREW_MM = 3.7
/** A longer side than this gets a screw between, in mm (our default). */
const PITCH_MM = 150
const CORNER_MM = 3

/** A blanking plate: a sheet of the panel’s thickness over a hole, with its screws. */
export interface Plate {
  /** The hole it covers. */
  readonly hole: Hole
  readonly outline: Box
  readonly screws: readonly Circle[]
  /** Its screws go through the screw holes that are there. */
  readonly reuses: boolean
  /** As aluminium. */
  readonly massKg: number
}

const round = (value: number) => Number(value.toFixed(2))
const steps = (from: number, to: number): number[] => {
  const count = Math.max(1, Math.ceil((to - from) / PITCH_MM))
  return Array.from({ length: count + 1 }, (_, i) => from + ((to - from) * i) / count)
}
/** Screws round a hole that has none, far enough from it and from the edge of the plate. */
function newScrews(figure: Figure): Circle[] {
  const edge = EDGE_DISTANCES * SCREW_MM
  const at = (x: number, y: number): Circle => ({ kind: 'circle', x: round(x), y: round(y), r: SCREW_MM / 2 })
  if (figure.kind === 'circle') {
    const out = (figure.r + edge) / Math.SQRT2
    return [-1, 1].flatMap(sx => [-1, 1].map(sy => at(figure.x + sx * out, figure.y + sy * out)))
  }
  const { minX, minY, maxX, maxY } = extent(figure)
  const [left, right, low, high] = [minX - edge, maxX + edge, minY - edge, maxY + edge]
  return [
    ...steps(left, right).flatMap(x => [at(x, low), at(x, high)]),
    ...steps(low, high)
      .slice(1, -1)
      .flatMap(y => [at(left, y), at(right, y)])
  ]
}

/** The plate that covers a hole: its screws are those of the hole where it has four or more, otherwise new ones. */
export function plateOver(hole: Hole, thicknessMm: number): Plate {
  const old = hole.screws.filter((screw): screw is Circle => screw.kind === 'circle')
  const reuses = old.length >= 4
  const screws = reuses ? old : newScrews(hole.figure)
  const ends = [
    { ...extent(hole.figure), margin: LAP_MM },
    ...screws.map(({ x, y, r }) => ({ minX: x, maxX: x, minY: y, maxY: y, margin: EDGE_DISTANCES * 2 * r }))
  ]
  const least = (of: (end: (typeof ends)[number]) => number) => Math.min(...ends.map(of))
  const left = least(end => end.minX - end.margin)
  const low = least(end => end.minY - end.margin)
  const right = -least(end => -end.maxX - end.margin)
  const high = -least(end => -end.maxY - end.margin)
  const outline: Box = {
    kind: 'box',
    x: round((left + right) / 2),
    y: round((low + high) / 2),
    w: round(right - left),
    h: round(high - low),
    c: CORNER_MM
  }
  const areaMm2 = screws.reduce((area, screw) => area - figureAreaMm2(screw), figureAreaMm2(outline))
  return { hole, outline, screws, reuses, massKg: ALUMINIUM_KG * areaMm2 * thicknessMm }
}

/** The plates of a face whose sheet is worked on so: those that are planned and whose hole is open then. */
export const platesOn = (design: Design, { left }: SheetWork): Plate[] => {
  const planned = new Set(design.blanks.map(blank => blank.hole))
  return left
    .filter(({ hole, coveredBy }) => !coveredBy && planned.has(hole.id))
    .map(({ hole }) => plateOver(hole, design.airframe.panel.thicknessMm))
}
/** The blanking plates of a design when all is done. */
export const platesOf = remembered((design: Design): readonly Plate[] => platesOn(design, sheetOf(design)))

/** Holes that are open when all is done, with no unit and no plate in them. */
export const openHoles = (design: Design): Hole[] => {
  const planned = new Set(design.blanks.map(blank => blank.hole))
  return sheetOf(design).left.flatMap(({ hole, coveredBy }) => (coveredBy || planned.has(hole.id) ? [] : [hole]))
}

const PRACTICE: Basis = { kind: 'common practice', source: 'a hole with no unit in it is closed with a plate' }
const blanksFor = (option: string, holes: readonly Hole[]): Edit[] =>
  holes.map(({ id }): Edit => ({ type: 'blank.put', option, blank: { id: `blank-${id}`.slice(0, 64), hole: id } }))

/** What is wrong with the sheet of a face: what it cannot take, holes left open, plates with no room. */
export const examineSheet = remembered((design: Design): readonly Finding[] => {
  if (design.optionId === AS_FOUND) return []
  const work = sheetOf(design)
  const newSheet: Edit = { type: 'sheet.set', option: design.optionId, sheet: 'new' }
  const findings: Finding[] = []
  if (work.sheet === 'existing')
    for (const { unit, conflicts } of work.fits) {
      const holes = work.holes.filter(({ id }) => conflicts.includes(id))
      if (holes.length)
        findings.push(
          finding('panel.sheet-conflict', [unit.id], {
            key: unit.id,
            weight: 'must fix',
            basis: { kind: 'entered', source: 'holes of the units as installed' },
            says: messages.sheetConflict(unit, holes),
            remedies: [{ says: messages.newSheet, edits: [newSheet] }]
          })
        )
    }
  if (work.sheet === 'existing')
    for (const { unit, lost, conflicts } of work.fits)
      if (lost.length && !conflicts.length)
        findings.push(
          finding('panel.screw-lost', [unit.id], {
            key: unit.id,
            weight: 'note',
            basis: {
              kind: 'common practice',
              source: 'three screws hold an instrument; check the installation manual'
            },
            says: messages.screwLost(unit, lost.length, unit.screws.length)
          })
        )
  const open = openHoles(design)
  if (open.length)
    findings.push(
      finding('panel.open-hole', [], {
        weight: 'decide',
        basis: PRACTICE,
        says: messages.openHoles(open),
        remedies: [
          { says: messages.addPlates(open.length), edits: blanksFor(design.optionId, open) },
          { says: messages.newSheet, edits: [newSheet] }
        ]
      })
    )
  return [...findings, ...plateFindings(design, platesOf(design))]
})

/** Plates that overlap a unit or a reserved area of the face. */
const plateFindings = (design: Design, plates: readonly Plate[]): Finding[] => {
  const inTheWay = [
    ...placedOn(design).map(unit => ({ id: unit.id, figure: unit.bezel, name: thing(unit), units: [unit.id] })),
    ...groundOf(design.airframe.panel).faceZones.map(({ zone, figure }) => ({
      id: zone.id,
      figure,
      name: zone.name,
      units: []
    }))
  ]
  return plates.flatMap(({ hole, outline }) =>
    inTheWay.flatMap(({ id, figure, name, units }) => {
      const by = -gap(figure, outline)
      if (by <= TOUCH_MM) return []
      return finding('panel.plate-room', units, {
        key: `${hole.id}:${id}`,
        weight: 'decide',
        measured: by,
        limit: 0,
        unit: 'mm',
        basis: { kind: 'derived', source: 'distance between the drawn outlines' },
        says: messages.plateRoom(hole, name, mm(by))
      })
    })
  )
}
