import type { Design } from '../../design'
import type { Wire } from './wires'
import { mateText } from './shell'
import type { Bundle } from './bundles'
import type { Cables } from '../../cables'

/** One line of what the harness shop buys. */
export interface BillLine {
  what: 'wire' | 'contact' | 'connector' | 'plug' | 'splice' | 'terminal' | 'resistor' | 'sleeve' | 'grommet'
  text: string
  count?: number
  /** To cut, waste included. */
  lengthMm?: number
  massKg?: number
}
export interface Bill {
  lines: BillLine[]
  /** Ends that are crimped or soldered. */
  ends: number
  /** For one person, at five minutes an end (4 to 6, assumption). */
  hours: number
}
/** Minutes for one end of a conductor: strip, crimp, put in, label (4 to 6, assumption). */
export const MINUTES_AN_END = 5

/** Everything a harness is made of, added up from the wire list. */
export function billOf(
  design: Design,
  wires: readonly Wire[],
  { bundles, chains }: { bundles: readonly Bundle[]; chains: Cables['chains'] }
): Bill {
  const lengths = new Map<string, { lengthMm: number; massKg: number }>()
  const contacts = new Map<string, number>()
  const used = new Map<string, number>()
  let terminals = 0
  let splices = 0
  let ends = 0
  const count = (map: Map<string, number>, key: string) => map.set(key, (map.get(key) ?? 0) + 1)
  for (const wire of wires) {
    const sum = lengths.get(wire.text) ?? { lengthMm: 0, massKg: 0 }
    lengths.set(wire.text, { lengthMm: sum.lengthMm + wire.lengthMm, massKg: sum.massKg + wire.massKg })
    for (const core of wire.cores)
      for (const [side, pins] of [
        [0, core.from],
        [1, core.to]
      ] as const) {
        ends++
        if (!pins?.length) {
          terminals++
          continue
        }
        // A line that has several contacts is spread over them by a splice.
        if (pins.length > 1) splices++
        for (const { size, connector, pin } of pins) {
          count(contacts, `size ${size}`)
          count(used, `${unitAt(wire, side)} ${connector} ${pin}`)
        }
      }
  }
  // At most one wire a contact (common practice): the others are spliced on.
  for (const wiresThere of used.values()) if (wiresThere > 1) splices += wiresThere - 1
  const mates = new Map<string, number>()
  const withWires = new Set(wires.flatMap(wire => wire.units))
  for (const unit of design.units)
    if (withWires.has(unit.id)) for (const connector of unit.item.connectors ?? []) count(mates, mateText(connector))
  const lines: BillLine[] = [
    ...[...lengths].map(([text, sum]): BillLine => ({ what: 'wire', text, ...sum })),
    ...[...mates].map(([text, n]): BillLine => ({ what: 'connector', text, count: n })),
    ...[...contacts].sort().map(([text, n]): BillLine => ({ what: 'contact', text, count: n })),
    ...bundles
      .filter(bundle => bundle.traits.includes('plug'))
      .map((bundle): BillLine => ({
        what: 'plug',
        text: `${nameOf(design, bundle.from)} to ${nameOf(design, bundle.to)}, ${bundle.conductors} contacts`,
        count: 1
      })),
    ...bundles
      .filter(bundle => bundle.traits.includes('firewall'))
      .map((bundle): BillLine => ({
        what: 'grommet',
        text: `firewall, sealed and fire-resistant, for a bundle of ${bundle.diameterMm.toFixed(1)} mm`,
        count: 1
      })),
    ...(splices ? [{ what: 'splice' as const, text: 'splice', count: splices }] : []),
    ...(terminals ? [{ what: 'terminal' as const, text: 'ring or other terminal', count: terminals }] : []),
    ...(chains.length ? [{ what: 'resistor' as const, text: '120 Ω, CAN end', count: 2 * chains.length }] : []),
    { what: 'sleeve', text: 'label sleeve', count: 2 * wires.length }
  ]
  return { lines, ends, hours: (ends * MINUTES_AN_END) / 60 }
}
/** The unit at an end of a wire; of a wire with one unit always that. */
const unitAt = (wire: Wire, side: 0 | 1): string => wire.units[wire.units.length > 1 ? side : 0] ?? wire.id
const nameOf = ({ airframe }: Design, place: string): string =>
  airframe.places.find(one => one.id === place)?.name ?? place
