import type { Item } from '../catalogue'
import type { Place } from '../document'

/** What has weight somewhere: a unit as it stands, or as it stood. */
interface Standing {
  item: Item
  place: Place
  armMm?: number
}
/**
 * The arm of a unit’s weight, in mm aft of the datum: as entered; else that of its place, and for a box on the face half its
 * depth ahead of the face, where the middle of the box is (derived).
 */
export const armOf = ({ item, place, armMm }: Standing): number =>
  armMm ?? (place.kind === 'panel' && item.body ? place.armMm - item.body.depthMm / 2 : place.armMm)
