import type { Item } from '../../catalogue'
import { perObject, remembered } from '../../cache'
import { AS_FOUND, type Design, type DesignUnit } from '../../design'
import type { Panel, Zone } from '../../document'
import { MM_PER_INCH, say, thing, type Phrase } from '../../quantity'
import { reachesOut, ringsOf } from '../geometry/cover'
import { extent, gap, TOUCH_MM, type Figure } from '../geometry/geometry'
import type { Neighbour } from '../geometry/snap'
import { groundOf, placedOn, setDown, type Placed } from './place'
import { openings, shareOpening } from './stack'

/** A hole that misses a cutout by no more than this serves it with no cutting: 1/64 in (our default). */
export const FIT_MM = MM_PER_INCH / 64
/** A screw goes through a hole that is off by no more than this, in mm (our default). */
const SCREW_FIT_MM = 0.3

/** With so many screws in metal a unit is held where one of them is in the knob notch of an old hole (common practice). */
const ENOUGH_SCREWS = 3

/** A hole of the existing sheet. */
export interface Hole {
  /** The installed unit, or the zone, that it is of. */
  readonly id: string
  readonly name: string
  readonly figure: Figure
  readonly screws: readonly Figure[]
  /** The unit in it as it was set down; none where the hole is a zone. */
  readonly placed?: Placed
}

/** What one unit that is new or moved needs of a sheet with holes. */
export interface HoleFit {
  readonly unit: Placed
  /** Metal has to be cut for it. */
  readonly cut: boolean
  /** Its screws that no existing screw hole serves. */
  readonly drill: readonly Figure[]
  /** Its screws with no metal: they are in an existing hole. */
  readonly lost: readonly Figure[]
  /** Holes that it fills. */
  readonly fills: readonly string[]
  /** Holes with which it cannot be mounted in this sheet. */
  readonly conflicts: readonly string[]
}

/** The sheet of a face, and what is done to it. */
export interface SheetWork {
  readonly sheet: 'existing' | 'new'
  /** A person chose it; otherwise it follows from the holes. */
  readonly chosen: boolean
  readonly because: Phrase
  readonly holes: readonly Hole[]
  readonly fits: readonly HoleFit[]
  /** Holes that stay in the sheet with nothing in them, `coveredBy` the bezel of a unit where one hides them. */
  readonly left: readonly { hole: Hole; coveredBy?: Placed }[]
}

/** The hole of a unit that is mounted in one. */
export const holeOf = (placed: Placed): Hole[] =>
  placed.cutout ? [{ id: placed.id, name: placed.label, figure: placed.cutout, screws: placed.screws, placed }] : []

/** The same while the unit is the same: trials by the hundred ask for it. */
const holesOfFound = perObject(({ id, label, foundAt }: DesignUnit): readonly Hole[] => {
  const placed = foundAt && setDown({ id, label, item: foundAt.item }, foundAt.xMm, foundAt.yMm)
  return placed ? holeOf(placed) : []
})
/** The holes of the sheet as found: those of the units installed in it, and those with nothing in them. */
export const holesAsFound = remembered((design: Design): readonly Hole[] => [
  ...[...design.units, ...design.removed.map(({ unit }) => unit)].flatMap(unit => holesOfFound(unit)),
  ...groundOf(design.airframe.panel).existing.map(({ zone, figure }): Hole => ({
    id: zone.id,
    name: zone.name,
    figure,
    screws: []
  }))
])

/**
 * Holes of the sheet as found that no unit keeps, for the hand to be drawn to: each the point where the middle of a unit belongs.
 * @param own ids of what is in the hand
 */
export const freeHoles = (design: Design, own: ReadonlySet<string>): Neighbour[] => {
  const stays = new Set(design.units.filter(({ id, state }) => state === 'kept' && !own.has(id)).map(({ id }) => id))
  return holesAsFound(design)
    .filter(hole => !stays.has(hole.id))
    .map(({ name, figure, placed }) => {
      const { x, y } = placed ?? figure
      return { name: `the hole of ${name}`, minX: x, maxX: x, minY: y, maxY: y }
    })
}

/** Two boxes that touch nowhere need no clipping. */
const apart = (a: Figure, b: Figure): boolean => {
  const [e, f] = [extent(a), extent(b)]
  return e.maxX < f.minX || f.maxX < e.minX || e.maxY < f.minY || f.maxY < e.minY
}
const covers = (over: readonly Figure[], figure: Figure): boolean => {
  const near = over.filter(other => !apart(other, figure))
  return near.length > 0 && reachesOut(figure, near) <= FIT_MM
}
const served = (screw: Figure, holes: readonly Hole[]): boolean =>
  holes.some(hole =>
    hole.screws.some(
      old =>
        old.kind === 'circle' &&
        screw.kind === 'circle' &&
        Math.hypot(old.x - screw.x, old.y - screw.y) <= SCREW_FIT_MM &&
        Math.abs(old.r - screw.r) <= SCREW_FIT_MM
    )
  )
/** Trays of one column share one opening, whichever of them are there. */
const sameStack = (unit: Placed, { placed }: Hole, leastWebMm: number): boolean =>
  placed !== undefined && shareOpening(unit, placed, leastWebMm)

/**
 * What each of these units needs of a sheet with these holes.
 * @param changed units that are new in this sheet or moved
 * @param empty holes with nothing in them when the units come: those of units that stay are judged as on any face
 */
function fitsOf(
  changed: readonly Placed[],
  holes: readonly Hole[],
  empty: readonly Hole[],
  leastWebMm: number
): HoleFit[] {
  const openingOf = new Map(
    openings(changed, leastWebMm).flatMap(({ figure, units }) => units.map(id => [id, { figure, units }] as const))
  )
  const bezelOf = new Map(changed.map(unit => [unit.id, unit.bezel]))
  return changed.map((unit): HoleFit => {
    const opening = openingOf.get(unit.id)
    const bezels = (opening?.units ?? [unit.id]).map(id => bezelOf.get(id)!)
    const near = empty.filter(
      hole => gap(unit.bezel, hole.figure) < leastWebMm || (unit.cutout && gap(unit.cutout, hole.figure) < leastWebMm)
    )
    const fills = near.filter(hole => opening && covers([opening.figure], hole.figure))
    const hidden = near.filter(hole => !fills.includes(hole) && covers(bezels, hole.figure))
    const lost = unit.screws.filter(screw => near.some(hole => inHole(screw, hole)))
    const tooFew = unit.screws.length - lost.length < Math.min(ENOUGH_SCREWS, unit.screws.length)
    const conflicts = near.filter(hole => {
      if (tooFew && lost.some(screw => inHole(screw, hole))) return true
      if (fills.includes(hole) || sameStack(unit, hole, leastWebMm)) return false
      if (!hidden.includes(hole)) return gap(unit.bezel, hole.figure) < -TOUCH_MM || webTooSmall(unit, hole, leastWebMm)
      // A larger hole under the bezel is used as it is; one beside the cutout needs metal between.
      return gap(unit.cutout ?? unit.bezel, hole.figure) >= 0 && webTooSmall(unit, hole, leastWebMm)
    })
    return {
      unit,
      cut:
        unit.cutout !== undefined &&
        !covers(
          holes.map(hole => hole.figure),
          unit.cutout
        ),
      drill: unit.screws.filter(screw => !lost.includes(screw) && !served(screw, holes)),
      lost,
      fills: fills.map(hole => hole.id),
      conflicts: conflicts.map(hole => hole.id)
    }
  })
}
const inHole = (screw: Figure, hole: Hole): boolean => gap(screw, hole.figure) < -TOUCH_MM
const webTooSmall = (unit: Placed, hole: Hole, leastWebMm: number): boolean =>
  unit.cutout !== undefined && gap(unit.cutout, hole.figure) < leastWebMm - TOUCH_MM

/**
 * Where an item goes into the sheet as found with no metal cut: the middles of holes that no unit keeps, which it fills or hides and
 * in which it can be mounted. Whether something else stands there now is not asked.
 */
export function holesFor(design: Design, item: Item): { xMm: number; yMm: number }[] {
  if (!item.face?.cutout) return []
  const holes = holesAsFound(design)
  const stays = new Set(design.units.filter(({ state }) => state === 'kept').map(({ id }) => id))
  const empty = holes.filter(hole => !stays.has(hole.id))
  return empty.flatMap(({ figure, placed }) => {
    const { x, y } = placed ?? figure
    const trial = setDown({ id: '\u0000trial', label: item.name, item }, x, y)!
    const [fit] = fitsOf([trial], holes, empty, design.airframe.panel.leastWebMm)
    return fit && !fit.cut && !fit.conflicts.length && !fit.lost.length ? [{ xMm: x, yMm: y }] : []
  })
}

/**
 * The sheet of a face that is changed, and the work on it.
 * @param before holes of the sheet as it is; by their ids a unit that stays keeps its own
 * @param after all that is mounted on the face then
 * @param stays ids of the units among them that neither come nor are moved
 * @param chosen what a person said of the sheet
 * @param decided the sheet where that is known; otherwise it follows from the choice and the holes
 */
export function workOnSheet({
  before,
  after,
  stays,
  leastWebMm,
  chosen,
  decided = chosen
}: {
  before: readonly Hole[]
  after: readonly Placed[]
  stays: ReadonlySet<string>
  leastWebMm: number
  chosen?: 'existing' | 'new'
  decided?: 'existing' | 'new'
}): SheetWork {
  const empty = before.filter(hole => !stays.has(hole.id))
  const fits = fitsOf(
    after.filter(unit => !stays.has(unit.id)),
    before,
    empty,
    leastWebMm
  )
  const clash = fits.find(fit => fit.conflicts.length)
  // Where nothing is known of holes, the sheet is still to be made.
  const sheet = decided ?? (clash || before.length === 0 ? 'new' : 'existing')
  const cuts = after.flatMap(unit => unit.cutout ?? [])
  const left = sheet === 'new' ? [] : empty.filter(hole => !covers(cuts, hole.figure))
  // A new sheet chosen for the option is made in one visit: of the sheet of a later one nothing was said.
  const said = chosen === sheet
  return {
    sheet,
    chosen: said,
    because: reasonOf(sheet, said, clash, before),
    holes: before,
    fits,
    left: left.map(hole => ({ hole, coveredBy: after.find(unit => covers([unit.bezel], hole.figure)) }))
  }
}
function reasonOf(
  sheet: SheetWork['sheet'],
  chosen: boolean,
  clash: HoleFit | undefined,
  holes: readonly Hole[]
): Phrase {
  const hole = clash && holes.find(({ id }) => id === clash.conflicts[0])
  if (chosen && sheet === 'new') return say`A new sheet was chosen.`
  if (clash && hole) return say`${thing(clash.unit)} conflicts with the existing hole of ${hole.name}.`
  if (holes.length === 0) return say`No unit is installed in the panel, and no existing hole is entered.`
  return chosen ? say`The existing sheet was chosen.` : say`Every change can be made in the existing sheet.`
}

/** What a person said of the sheet, for a design as a whole. */
const chosenFor = ({ sheet, phases }: Design): 'existing' | 'new' | undefined =>
  phases.some(phase => phase.sheet === 'new') ? 'new' : (phases.find(phase => phase.sheet)?.sheet ?? sheet)

/** The sheet of a design when all is done, against the face as found. */
export const sheetOf = remembered((design: Design): SheetWork => {
  const stays = new Set(design.units.filter(unit => unit.state === 'kept').map(unit => unit.id))
  return workOnSheet({
    before: holesAsFound(design),
    after: placedOn(design),
    stays,
    leastWebMm: design.airframe.panel.leastWebMm,
    chosen: design.optionId === AS_FOUND ? 'existing' : chosenFor(design)
  })
})

const asArea = (figure: Figure): Zone['area'][] =>
  figure.kind === 'circle'
    ? [{ shape: 'round', xMm: figure.x, yMm: figure.y, diameterMm: 2 * figure.r }]
    : ringsOf(figure).map(ring => ({ shape: 'polygon', points: ring.map(([x, y]): [number, number] => [x, y]) }))

/** The panel with the holes that stay in its sheet with nothing in them as openings of it: to calculate its strength. */
export const panelAsCut = remembered((design: Design): Panel => {
  const { panel } = design.airframe
  const { left } = sheetOf(design)
  if (left.length === 0) return panel
  const zones = left.flatMap(({ hole }) =>
    asArea(hole.figure).map((area, part): Zone => ({
      id: `${hole.id} ${part}`,
      name: hole.name,
      side: 'face',
      area,
      fromDepthMm: 0,
      movable: false,
      hole: 'cut'
    }))
  )
  return { ...panel, zones: [...panel.zones, ...zones] }
})
