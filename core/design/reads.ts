import type { Airframe } from '../document'
import type { DesignUnit } from './resolve'

/** What the rooms behind the face read of the airframe: all but the sheet itself and who sits before it. */
export function besidesPanel({ panel, pilots: _, ...rest }: Airframe): unknown[] {
  return [panel.outline, ...Object.values(rest)]
}

const fieldsBehind = (unit: DesignUnit): unknown[] => [
  unit.id,
  unit.label,
  unit.item,
  unit.place,
  unit.state,
  unit.armMm,
  unit.acrossMm,
  unit.upMm,
  unit.stands,
  unit.shed,
  unit.shedAfterMinutes,
  unit.shedBelowV
]
const stands = new WeakMap<DesignUnit, object>()
/** What each unit was last, by its id: the same fields are one and the same thing to compare. */
const latest = new Map<string, { fields: unknown[]; token: object }>()
const MOST_LATEST = 5_000
/**
 * What the rooms behind the face read of a unit, as one thing to compare: another one where any of it is another, the same one when
 * the unit was only moved on the face.
 */
export function besidesPosition(unit: DesignUnit): object {
  const known = stands.get(unit)
  if (known) return known
  const fields = fieldsBehind(unit)
  const last = latest.get(unit.id)
  const token = last?.fields.every((field, index) => field === fields[index]) ? last.token : {}
  if (latest.size > MOST_LATEST) latest.clear()
  latest.set(unit.id, { fields, token })
  stands.set(unit, token)
  return token
}
