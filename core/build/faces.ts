import { perObject } from '../cache'
import type { Design, DesignUnit } from '../design'
import { placedByVisit } from '../money'
import {
  holeOf,
  holesAsFound,
  placedOn,
  setDown,
  sheetOf,
  workOnSheet,
  type Hole,
  type Placed,
  type SheetWork
} from '../panel'

/** The face at the end of a visit: what is mounted on it, and what the visit does to its sheet. */
export interface Face {
  readonly placed: readonly Placed[]
  readonly work: SheetWork
}
/** The face of one visit. */
export interface VisitFace extends Face {
  /** Empty where the option has no visits of its own. */
  readonly visit: string
  readonly name: string
}

/** The face when all is done, in the sheet as found or a new one. */
export const faceOf = (design: Design): Face => ({ placed: placedOn(design), work: sheetOf(design) })

/** What is mounted under a unit’s id after a visit: the new, the old until then, or nothing. */
function mounted(unit: DesignUnit, done: boolean): Placed | undefined {
  if (unit.state === 'kept' || done) return unit.at && setDown(unit, unit.at.xMm, unit.at.yMm)
  const { foundAt } = unit
  return foundAt && setDown({ id: unit.id, label: unit.label, item: foundAt.item }, foundAt.xMm, foundAt.yMm)
}

/**
 * The face after each visit, in the order of the visits: each begins with the holes that the one before left. The aircraft flies with it
 * until the next.
 */
export const facesOf = perObject((design: Design): readonly VisitFace[] => {
  const { visits, of, sheets } = placedByVisit(design)
  let holes: readonly Hole[] = holesAsFound(design)
  return visits.map(({ id, name, phase }, v) => {
    const when = (unit: string) => of.get(unit) ?? -1
    const placed = [
      ...design.units.flatMap(unit => mounted(unit, when(unit.id) <= v) ?? []),
      ...design.removed.flatMap(({ unit }) => (when(`-${unit.id}`) > v ? (mounted(unit, false) ?? []) : []))
    ]
    const changed = new Set(
      design.units.filter(unit => unit.state !== 'kept' && when(unit.id) === v).map(({ id }) => id)
    )
    const work = workOnSheet({
      before: holes,
      after: placed,
      stays: new Set(placed.filter(unit => !changed.has(unit.id)).map(unit => unit.id)),
      leastWebMm: design.airframe.panel.leastWebMm,
      chosen: phase?.sheet ?? design.sheet,
      decided: sheets[v]
    })
    holes = [...placed.flatMap(holeOf), ...work.left.map(({ hole }) => hole)]
    return { visit: id, name, placed, work }
  })
})
