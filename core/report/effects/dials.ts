import type { FunctionName, Item, Kind } from '../../catalogue'
import type { Project } from '../../document'
import { bounds, groundOf, setDown, stands, type Placed } from '../../panel'
import { inches } from '../../quantity'

/** Distance between the middles of round dials 3 1/8 in wide, as they are usually set out (common practice). */
const DIAL_PITCH_MM = inches(3.5)
/** The six dials by place: airspeed, attitude, altitude above; turn, direction, vertical speed below (common practice). */
const SIX: readonly { gives: FunctionName; column: -1 | 0 | 1; row: 0 | 1 }[] = [
  { gives: 'airspeed', column: -1, row: 0 },
  { gives: 'attitude', column: 0, row: 0 },
  { gives: 'altitude', column: 1, row: 0 },
  { gives: 'rate of turn', column: -1, row: 1 },
  { gives: 'heading', column: 0, row: 1 },
  { gives: 'vertical speed', column: 1, row: 1 }
]
export const ROUND: readonly Kind[] = ['mechanical instrument', 'vacuum part']

/** A function, the kinds of item that provide it in a type of panel, and whether items that are no longer sold come first. */
export interface Sought {
  provides: FunctionName
  kinds?: readonly Kind[]
  old?: boolean
}
/** Entries that provide a function, of the kinds sought: the old or the new ones first, and of equals the cheapest. */
export const sought = (items: readonly Item[], { provides, kinds, old = false }: Sought): Item[] =>
  items
    .filter(item => item.provides.includes(provides) && (!kinds || kinds.includes(item.kind)))
    .sort(
      (a, b) =>
        Number((a.soldUntil !== undefined) !== old) - Number((b.soldUntil !== undefined) !== old) ||
        a.priceCents - b.priceCents
    )

/** How far to either side of the pilot the six dials are tried, mm. */
const SIDEWAYS_MM = [0, 20, -20, 40, -40, 60, -60, 90, -90, 120, -120]
export interface Dial {
  item: Item
  gives: FunctionName
  column: -1 | 0 | 1
  row: 0 | 1
}
/** The items of the catalogue for the six dials. */
export const sixItems = (
  items: readonly Item[],
  kindsOf: (gives: FunctionName) => readonly Kind[] = () => ROUND
): Dial[] =>
  SIX.flatMap(({ gives, ...where }) => {
    const item = sought(items, { provides: gives, kinds: kindsOf(gives) })[0]
    return item ? [{ ...where, gives, item }] : []
  })
/**
 * Dials in two rows before the first pilot, as high and as near as they are free of the metal and of what stands there; without
 * their places when they do not fit together.
 */
export function setOutDials(
  project: Project,
  dials: readonly Dial[],
  standing: readonly Placed[] = []
): { item: Item; at?: { xMm: number; yMm: number } }[] {
  const pilot = project.airframe.pilots[0]
  if (!pilot) return dials.map(({ item }) => ({ item }))
  const ground = groundOf(project.airframe.panel)
  const box = bounds(project.airframe.panel.outline)
  for (const aside of SIDEWAYS_MM)
    for (let top = box.maxY; top > box.minY; top -= 5) {
      const placed = dials.map(({ item, column, row }, index) => ({
        item,
        at: {
          xMm: Number((pilot.eye.acrossMm + aside + column * DIAL_PITCH_MM).toFixed(2)),
          yMm: Number((top - row * DIAL_PITCH_MM).toFixed(2))
        },
        unit: { id: `dial-${index}`, label: item.name, item }
      }))
      const others = placed.map(({ unit, at }) => setDown(unit, at.xMm, at.yMm)!)
      const free = placed.every(({ unit, at }, index) =>
        stands({
          unit,
          x: at.xMm,
          y: at.yMm,
          others: [...standing, ...others.filter((_, i) => i !== index)],
          ground
        })
      )
      if (free) return placed.map(({ item, at }) => ({ item, at }))
    }
  return dials.map(({ item }) => ({ item }))
}
