import * as messages from '../messages'
import type { Design } from '../../design'
import { type Phrase } from '../../quantity'
import type { Wire } from './wires'
import { mateText, needsBackshell, shellText } from './shell'
import type { Bundle } from './bundles'
import type { Joint } from './joints'

/** One line of what the harness shop buys. */
export interface BillLine {
  what:
    | 'wire'
    | 'contact'
    | 'connector'
    | 'backshell'
    | 'ground block'
    | 'plug'
    | 'splice'
    | 'terminal'
    | 'resistor'
    | 'diode'
    | 'sleeve'
    | 'grommet'
  text: Phrase | string
  count?: number
  /** To buy, with as many spares as wire is wasted: of what is spoilt in making an end. */
  buy?: number
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
/** What is spoilt now and then in making an end. */
const SPOILT: ReadonlySet<BillLine['what']> = new Set(['contact', 'splice', 'terminal', 'sleeve'])
/** Minutes for one end of a conductor: strip, crimp, put in, label (4 to 6, assumption). */
export const MINUTES_AN_END = 5

/** Everything a harness is made of, added up from the wire list. */
export function billOf(
  design: Design,
  wires: readonly Wire[],
  { bundles, joints }: { bundles: readonly Bundle[]; joints: readonly Joint[] }
): Bill {
  const lengths = new Map<string, { lengthMm: number; massKg: number }>()
  const contacts = new Map<string, number>()
  let terminals = 0
  let ends = 0
  const count = (map: Map<string, number>, key: string) => map.set(key, (map.get(key) ?? 0) + 1)
  for (const wire of wires) {
    const text = buyText(wire)
    const sum = lengths.get(text) ?? { lengthMm: 0, massKg: 0 }
    lengths.set(text, { lengthMm: sum.lengthMm + wire.lengthMm, massKg: sum.massKg + wire.massKg })
    for (const core of wire.cores)
      for (const side of ['from', 'to'] as const) {
        const pins = core[side]
        ends++
        if (!pins?.length && !wire.spliced?.[side]) terminals++
        for (const { size } of pins ?? []) count(contacts, `size ${size}`)
      }
  }
  const joined = (kind: Joint['kind']) => joints.filter(joint => joint.kind === kind)
  // A splice joins two; each further wire wants one more. A line spread over contacts wants one.
  const splices = joined('splice').reduce((sum, { meets }) => sum + Math.max(1, meets.length - 1), 0)
  const mates = new Map<string, number>()
  const backshells = new Map<string, number>()
  const withWires = new Set(wires.flatMap(wire => wire.units))
  for (const unit of design.units)
    if (withWires.has(unit.id))
      for (const connector of unit.item.connectors ?? []) {
        count(mates, mateText(connector))
        if (needsBackshell(connector)) count(backshells, `${shellText(connector)}, with strain relief and shield lugs`)
      }
  const withSpares = (line: BillLine): BillLine =>
    SPOILT.has(line.what) ? { ...line, buy: Math.ceil((line.count ?? 0) * (1 + design.airframe.wasteFraction)) } : line
  const lines: BillLine[] = [
    ...[...lengths].map(([text, sum]): BillLine => ({ what: 'wire', text, ...sum })),
    ...[...mates].map(([text, n]): BillLine => ({ what: 'connector', text, count: n })),
    ...[...backshells].map(([text, n]): BillLine => ({ what: 'backshell', text, count: n })),
    ...[...contacts].sort().map(([text, n]): BillLine => ({ what: 'contact', text, count: n })),
    ...joined('ground block').map(({ meets, shields }): BillLine => ({
      what: 'ground block',
      text: `${meets.length + shields} tabs and more`,
      count: 1
    })),
    ...joined('plug').map(({ says, meets }): BillLine => ({
      what: 'plug',
      text: messages.jointContacts({ says, meets }),
      count: 1
    })),
    ...bundles
      .filter(bundle => bundle.traits.includes('firewall'))
      .map((bundle): BillLine => ({
        what: 'grommet',
        text: messages.firewallFitting(bundle.diameterMm),
        count: 1
      })),
    ...(splices ? [{ what: 'splice' as const, text: 'splice', count: splices }] : []),
    ...(terminals ? [{ what: 'terminal' as const, text: 'ring or other terminal', count: terminals }] : []),
    ...(joined('terminator').length
      ? [{ what: 'resistor' as const, text: '120 Ω, CAN end', count: joined('terminator').length }]
      : []),
    ...diodeLines(joined('diode')),
    { what: 'sleeve', text: 'label sleeve', count: 2 * wires.length }
  ]
  return { lines: lines.map(withSpares), ends, hours: (ends * MINUTES_AN_END) / 60 }
}
/** Diodes by the amps that their wire carries: what is bought is rated for more. */
function diodeLines(diodes: readonly Joint[]): BillLine[] {
  const byAmps = new Map<number, number>()
  for (const { meets, count = 1 } of diodes) {
    const amps = Math.ceil(Math.max(0, ...meets.map(({ wire }) => wire.amps ?? 0)))
    byAmps.set(amps, (byAmps.get(amps) ?? 0) + count)
  }
  return [...byAmps]
    .sort(([a], [b]) => a - b)
    .map(([amps, count]): BillLine => ({
      what: 'diode',
      text: messages.diodeToBuy(amps),
      count
    }))
}
/** What a wire is bought as: a single one in its colour. */
const buyText = ({ text, cores: [core, ...more] }: Wire): string =>
  core?.colour && more.length === 0 ? `${text}, ${core.colour}` : text
