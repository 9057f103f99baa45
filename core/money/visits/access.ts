import type { PlaceKind } from '../../catalogue'
import type { Design, DesignUnit } from '../../design'
import { ACCESS, type AccessGroup, type Prices } from '../../document'

/**
 * Hours to open a part of the aeroplane again and to close it, paid once for a visit whatever is done behind it (common practice
 * gives a day for a panel face; the others are assumptions: enter what your shop says).
 */
export const USUAL_ACCESS_HOURS: Readonly<Record<AccessGroup, number>> = {
  'panel face': 8,
  'stack': 2,
  'interior': 4,
  'headliner': 6,
  'tail': 3,
  'wing': 4,
  'engine bay': 2,
  'belly': 3
}
/** What a place is got at by, where nobody has said otherwise. */
const GROUP_OF: Readonly<Record<PlaceKind, AccessGroup>> = {
  'panel': 'panel face',
  'behind panel': 'panel face',
  'cabin': 'interior',
  'roof': 'headliner',
  'baggage': 'interior',
  'tail': 'tail',
  'wing': 'wing',
  'wing tip': 'wing',
  'engine bay': 'engine bay',
  'belly': 'belly',
  'fuselage top': 'headliner'
}

/** Hours to open and close a part again: the planner’s own, or the usual. */
export const accessHours = ({ accessHours: own }: Pick<Prices, 'accessHours'>, group: AccessGroup): number =>
  own?.[group] ?? USUAL_ACCESS_HOURS[group]

/** What a unit itself stands behind: what slides into a tray comes out of the stack without the face. */
export const accessOf = ({ place, item }: Pick<DesignUnit, 'place' | 'item'>): AccessGroup =>
  place.access ?? (place.kind === 'panel' && item.face?.stack ? 'stack' : GROUP_OF[place.kind])

/** Says of each unit what is opened to put it in: what it stands behind, and what its links end behind. */
export function opensIn({ units, links }: Pick<Design, 'units' | 'links'>): (unit: DesignUnit) => AccessGroup[] {
  const own = new Map(units.map(unit => [unit.id, accessOf(unit)]))
  const beside = new Map<string, Set<AccessGroup>>()
  const ends = (of: string, other: string) => {
    const group = own.get(other)
    if (!group) return
    const known = beside.get(of) ?? new Set()
    beside.set(of, known.add(group))
  }
  for (const { from, to } of links) {
    ends(from.unit, to.unit)
    ends(to.unit, from.unit)
  }
  return unit => {
    const mine = accessOf(unit)
    const linked = beside.get(unit.id)
    return ACCESS.filter(group => group === mine || linked?.has(group))
  }
}
