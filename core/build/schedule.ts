import { faceOf } from './faces'
import { bayScrews, cutCorners, fastenerOf, groundOf, openings, platesOn, type CutCorner, type Figure } from '../panel'
import type { Design } from '../design'

/** One hole of the schedule, in mm from the lower left of the sheet to its centre. */
export interface HoleRow {
  number: string
  shape: 'round' | 'rectangle' | 'see drawing'
  sizeMm: readonly [number, number]
  cornerMm: number
  xMm: number
  yMm: number
  /** How far its size may be off, each way (our default). */
  toleranceMm: number
  what: string
  /** It is in the sheet already: nothing is cut for it. */
  existing: boolean
}
/** One kind of screw with how many of it. */
export interface HardwareRow {
  name: string
  count: number
  what: string
}
export interface HoleSchedule {
  openings: HoleRow[]
  screws: HoleRow[]
  hardware: HardwareRow[]
  /** The tightest corner that the tool must go into, and of what; nothing when nothing has one. */
  tightest: CutCorner | undefined
}
/** An opening is cut to 0.010 in, a screw’s hole drilled to 0.005 in (common practice of sheet-metal shops; ask yours). */
const OPENING_TOLERANCE_MM = 0.25
const SCREW_TOLERANCE_MM = 0.13

function rowOf(
  figure: Figure,
  number: string,
  { cornerMm, what, toleranceMm, existing }: Pick<HoleRow, 'cornerMm' | 'what' | 'toleranceMm' | 'existing'>
): HoleRow {
  const common = { number, xMm: figure.x, yMm: figure.y, toleranceMm, what, cornerMm, existing }
  switch (figure.kind) {
    case 'circle':
      return { ...common, shape: 'round', sizeMm: [2 * figure.r, 2 * figure.r], cornerMm: 0 }
    case 'box':
      return { ...common, shape: 'rectangle', sizeMm: [figure.w, figure.h], cornerMm: figure.c ?? cornerMm }
    default:
      return { ...common, shape: 'see drawing', sizeMm: [0, 0], cornerMm: 0 }
  }
}

/**
 * Every hole of the face, with those that an existing sheet has already: openings from left to right, screws in a table of their own, and
 * the hardware they take.
 * @param face the face of one visit; that of the design when all is done where left out
 */
export function holeSchedule(design: Design, face = faceOf(design)): HoleSchedule {
  const { panel } = design.airframe
  const { placed, work } = face
  const kept = work.sheet === 'existing'
  const fits = new Map(work.fits.map(fit => [fit.unit.id, fit]))
  const label = new Map(placed.map(unit => [unit.id, unit.label]))
  const { holes } = groundOf(panel)
  const cut = [
    ...openings(placed, panel.leastWebMm).map(opening => ({
      figure: opening.figure,
      cornerMm: opening.cornerMm,
      what: opening.units.map(id => label.get(id)).join(', '),
      existing: kept && !opening.units.some(id => fits.get(id)?.cut)
    })),
    ...work.left.map(({ hole }) => ({
      figure: hole.figure,
      cornerMm: 0,
      what: `${hole.name}, no unit`,
      existing: true
    })),
    ...holes.flatMap(({ zone, figure }) =>
      zone.hole === 'cut' ? [{ figure, cornerMm: 0, what: zone.name, existing: kept }] : []
    )
  ].sort((a, b) => a.figure.x - b.figure.x || a.figure.y - b.figure.y)
  const drilled = [
    ...placed.flatMap(unit => {
      const drill = fits.get(unit.id)?.drill ?? []
      return unit.screws.map(figure => ({
        figure,
        what: unit.label,
        bay: false,
        existing: kept && !drill.includes(figure)
      }))
    }),
    ...platesOn(design, work).flatMap(({ screws, reuses, hole }) =>
      screws.map(figure => ({ figure, what: `blanking plate, ${hole.name}`, bay: false, existing: reuses }))
    ),
    ...panel.bays.flatMap(bay => bayScrews(bay).map(figure => ({ figure, what: bay.name, bay: true, existing: kept }))),
    ...holes.flatMap(({ zone, figure }) =>
      zone.hole === 'screw' ? [{ figure, what: zone.name, bay: false, existing: kept }] : []
    )
  ]
  const hardware = new Map<string, HardwareRow>()
  const count = (name: string, what: string) => {
    const known = hardware.get(name)
    hardware.set(name, { name, count: (known?.count ?? 0) + 1, what })
  }
  for (const { figure, bay } of drilled) {
    if (figure.kind !== 'circle') continue
    const { name } = fastenerOf(2 * figure.r)
    count(`${name} screw, pan head`, 'units and bays')
    if (bay) {
      count(`${name} nut plate, two lugs`, 'bays, so that they come out from the front')
      count('3/32 in rivet', 'nut plates')
      count('3/32 in rivet', 'nut plates')
    } else count(`${name} nut`, 'units; none where a maker has different threads')
  }
  return {
    openings: cut.map((opening, index) =>
      rowOf(opening.figure, String(index + 1), { ...opening, toleranceMm: OPENING_TOLERANCE_MM })
    ),
    screws: drilled.map((screw, index) =>
      rowOf(screw.figure, `S${index + 1}`, {
        cornerMm: 0,
        what: screw.what,
        toleranceMm: SCREW_TOLERANCE_MM,
        existing: screw.existing
      })
    ),
    tightest: cutCorners(design, placed, groundOf(panel))[0],
    hardware: [...hardware.values()].sort((a, b) => (a.name < b.name ? -1 : 1))
  }
}
