import type { Link, WireMark } from '../schema/schema'

/*
 * A wire is known by the ids of what it joins. So that a new wire never takes the number and the tests of one that was removed, no id
 * of a link or unit is given again as long as anything is known of a wire of it.
 */

const numberIn = (id: string): number => Number(/^l(\d+)$/.exec(id)?.[1] ?? 0)

/** An id for a link that no link has, and no link had of whose wire anything is known. */
export const freeLinkId = (links: readonly Pick<Link, 'id'>[], wires: readonly WireMark[]): string =>
  `l${Math.max(0, ...links.map(({ id }) => numberIn(id)), ...wires.map(({ wire }) => numberIn(wire))) + 1}`

/** Whether what is known of a wire is of one that ends at a unit, by the names that wires are given (`harness`, `cables`). */
export const isWireOf = (wire: string, unit: string): boolean =>
  ['power', 'power-2', 'ground'].some(end => wire === `${unit}-${end}`) ||
  wire === `cranking ${unit}` ||
  wire.startsWith(`stub ${unit}.`) ||
  (wire.startsWith('can ') &&
    wire
      .slice(4)
      .split(' to ')
      .some(end => end.startsWith(`${unit}.`)))

/** The ends of a wire of a bus, as `unit.port`; none of any other wire. */
const busEnds = (wire: string): string[] =>
  wire.startsWith('can ') ? wire.slice(4).split(' to ') : wire.startsWith('stub ') ? [wire.slice(5)] : []
const endsOf = ({ from, to }: Link): string[] => [from, to].map(({ unit, port }) => `${unit}.${port}`)

/** What is known of a wire with the links that join its ends to their bus, by which the wire itself is told from a later one. */
export function withBusLinks(mark: WireMark, links: readonly Link[]): WireMark {
  const ends = busEnds(mark.wire)
  if (!ends.length) return mark
  return { ...mark, joinedBy: links.filter(link => endsOf(link).some(end => ends.includes(end))).map(({ id }) => id) }
}

/** Whether a wire of a bus is still the one of which this is known: each of its ends is joined by a link that it was joined by then. */
export function isSameWire({ wire, joinedBy: known }: WireMark, links: readonly Link[]): boolean {
  if (!known) return true
  return busEnds(wire).every(end => links.some(link => known.includes(link.id) && endsOf(link).includes(end)))
}
