import type { Airframe, CircuitChoice } from '../../document'
import type { Basis, DesignUnit } from '../../design'

export type Return = NonNullable<CircuitChoice['return']>
export const RETURN_BASIS: Basis = {
  kind: 'published',
  source: 'AC 43.13-1B, 11-66: the tables count one wire, and a bonded structure of 0.005 Ω as the return',
  fromMemory: true
}
export const RETURN_WORDS: Record<Return, string> = {
  'structure': 'structure near the unit',
  'ground block': 'wire to the ground block',
  'battery': 'wire to the battery'
}
/** Things that ground to the structure beside them in a metal airframe, away from the panel (common practice). */
const GROUNDS_NEARBY: ReadonlySet<string> = new Set([
  'position lights',
  'landing light',
  'anti-collision light',
  'pitot heat',
  'fuel pump',
  'flap drive',
  'starter'
])

/**
 * How the current of a unit comes back: as the planner chose, or in a metal airframe by the structure for lights, heat, pumps
 * and motors away from the panel; by a wire to the ground block for all else, and for everything in an airframe that does not
 * conduct, or of which nobody has said what it is made of.
 */
export function returnOf(
  { structure }: Pick<Airframe, 'structure'>,
  { item, place }: Pick<DesignUnit, 'item' | 'place'>,
  chosen?: Return
): Return {
  if (chosen) return chosen
  const remote = place.kind !== 'panel' && place.kind !== 'behind panel'
  const nearby = item.kind === 'light' || item.provides.some(name => GROUNDS_NEARBY.has(name))
  return structure === 'metal' && remote && nearby ? 'structure' : 'ground block'
}
