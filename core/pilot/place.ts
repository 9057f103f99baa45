import type { FunctionName, Item } from '../catalogue'
import type { Pilot } from '../document'
import type { Design } from '../design'
import { findPlace, freeGround, groundOf, holesFor, placedOn, stackPlaces, stands } from '../panel'
import { FIELD, inFirstSeat, outOfConeDeg, reachTo, sightOf, useOf, type FacePoint } from './sight'

/** Steps in which the free ground is looked over, along a row and from row to row. */
const LOOK_MM = 12
/** Places are set to the hundredth of a millimetre. */
const round = (mm: number) => Number(mm.toFixed(2))

/** What a pilot flies by. */
const FLOWN_BY: ReadonlySet<FunctionName> = new Set<FunctionName>([
  'airspeed',
  'attitude',
  'altitude',
  'heading',
  'vertical speed',
  'electronic primary display'
])
/**
 * The pilots who count for a place: of what is flown by, those in the seat of the pilot in command, who is entered first (common
 * practice: the primary instruments are in front of one pilot, not between two); of all else every one.
 */
function pilotsFor({ airframe: { pilots } }: Design, item: Item): readonly Pilot[] {
  return item.provides.some(name => FLOWN_BY.has(name)) ? inFirstSeat(pilots) : pilots
}

/** What it costs that a place is out of reach or field: more than any degrees and arm within them. Our own ranking. */
const BEYOND = 10

/** What a place costs its pilots: 0 is straight ahead and at hand. */
function burden(design: Design, item: Item, point: FacePoint): number {
  const use = useOf(item)
  return pilotsFor(design, item).reduce((sum, pilot) => {
    const sight = sightOf(pilot, point)
    const reach = reachTo(pilot, point)
    const degOff = Math.hypot(sight.sideDeg, sight.upDeg)
    const outside = sight.field === 'outside' ? use.eye : 0
    const beyond = Math.max(0, outOfConeDeg(item, sight)) / FIELD.bestDeg
    const far = use.hand > 0 && reach.mm > pilot.reachMm ? 1 : 0
    return (
      sum +
      (use.eye * degOff) / FIELD.bestDeg +
      (use.hand * reach.mm) / pilot.reachMm +
      BEYOND * (outside + beyond + far)
    )
  }, 0)
}

/** Free holes of the sheet as found into which an item goes with no metal cut. */
export function holePlaces(design: Design, item: Item): FacePoint[] {
  const ground = groundOf(design.airframe.panel)
  const others = placedOn(design)
  const unit = { id: '\u0000trial', label: item.name, item }
  return holesFor(design, item).filter(({ xMm, yMm }) => stands({ unit, x: xMm, y: yMm, others, ground }))
}
/** The place of least burden. */
const leastOf = (design: Design, item: Item, places: readonly FacePoint[]) =>
  places.reduce<{ at: FacePoint; burden: number } | undefined>((found, place) => {
    const mine = burden(design, item, place)
    return !found || mine < found.burden ? { at: place, burden: mine } : found
  }, undefined)

/**
 * Where an item is best set down on the face: a stack that takes it, else of its free ground the place that its pilots see
 * and reach best for how often it is used (by the uses that Seats ranks with; out of reach or field weighs most). A free hole of
 * the sheet as found that takes it with no metal cut goes before both, unless it is out of reach or field where another place is
 * not. Without pilots, such a hole or the first free place.
 * @returns nothing when no place is free
 */
export function bestPlace(design: Design, item: Item): FacePoint | undefined {
  if (!item.face) return undefined
  const ground = groundOf(design.airframe.panel)
  const others = placedOn(design)
  const use = useOf(item)
  if (design.airframe.pilots.length === 0 || use.eye + use.hand === 0) {
    const at = holePlaces(design, item)[0] ?? findPlace(item, others, ground).at
    return at && { xMm: round(at.xMm), yMm: round(at.yMm) }
  }
  const places = stackPlaces(item, others, ground)
  if (places.length === 0) {
    let last = Infinity
    for (const row of freeGround(item, others, ground, 4).rows) {
      if (last - row.y < LOOK_MM) continue
      last = row.y
      for (const [from, to] of row.runs)
        for (let x = from; ; x += LOOK_MM) {
          places.push({ xMm: Math.min(x, to), yMm: row.y })
          if (x >= to) break
        }
    }
  }
  const hole = leastOf(design, item, holePlaces(design, item))
  const free = leastOf(design, item, places)
  const best = hole && (!free || hole.burden < free.burden + BEYOND) ? hole : free
  return best && { xMm: round(best.at.xMm), yMm: round(best.at.yMm) }
}
