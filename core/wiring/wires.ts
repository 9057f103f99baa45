import { cutLengthMm, panelPlace } from '../airframe'
import type { PortKind } from '../catalogue'
import { gauge, type Circuit } from '../power'
import type { Design, Finding } from '../design'
import { KG_PER_POUND, MM_PER_FOOT, figure, pounds, say, thing, type Phrase } from '../quantity'

/** One line of the wire list. */
export interface Wire {
  id: string
  kind: 'power' | 'ground' | PortKind
  from: Phrase
  to: Phrase
  /** Ids of the units at its ends: one for power and ground, two for a link. */
  units: string[]
  /** Ends for the label: unit label and port. */
  text: string
  awg?: number
  conductors: number
  lengthMm: number
  massKg: number
  armMm: number
}

/** Conductors of a link, and whether it is shielded (common practice); lb per 1000 ft are our own rough figures. */
const LINK_WIRE: Record<PortKind, { conductors: number; poundsPerKft: number; text: string }> = {
  'rs-232': { conductors: 3, poundsPerKft: 13, text: '3 × AWG 22 shielded' },
  'arinc 429': { conductors: 2, poundsPerKft: 9.5, text: '2 × AWG 22 shielded' },
  'can': { conductors: 2, poundsPerKft: 9.5, text: '2 × AWG 22 shielded, twisted' },
  'analogue': { conductors: 2, poundsPerKft: 9.5, text: '2 × AWG 22 shielded' },
  'pulse': { conductors: 1, poundsPerKft: 6, text: 'AWG 22 shielded' },
  'audio': { conductors: 2, poundsPerKft: 9.5, text: '2 × AWG 22 shielded' },
  'discrete': { conductors: 1, poundsPerKft: 2.8, text: 'AWG 22' },
  'coax': { conductors: 1, poundsPerKft: 43, text: 'coax, double shield' },
  'ethernet': { conductors: 4, poundsPerKft: 18, text: '4 × AWG 24 shielded' },
  'dc power': { conductors: 2, poundsPerKft: 13, text: '2 × AWG 18' }
}
/** What a link of a kind is made of, for the wire list. */
export const linkWireText = (kind: PortKind): string => LINK_WIRE[kind].text

/**
 * Power, ground and link wires with the length to cut, from the route table.
 * @returns the wires, and a finding for every wire whose way is not in the table
 */
export function listWires(design: Design, circuits: readonly Circuit[]): { wires: Wire[]; findings: Finding[] } {
  const { airframe } = design
  const byId = new Map(design.units.map(unit => [unit.id, unit]))
  const bus = panelPlace(airframe)
  const busArm = airframe.places.find(place => place.id === bus)?.armMm ?? 0
  const wires: Wire[] = []
  const findings: Finding[] = []
  for (const circuit of circuits) {
    const unit = byId.get(circuit.unit)!
    const wire = gauge(circuit.awg)
    const ends = [
      ['power', circuit.outMm, say`breaker ${figure(circuit.breakerA, 'A')}`, say`${thing(unit)}`],
      // A unit on two buses has a wire and a breaker of each.
      ...(circuit.alsoBus === undefined
        ? []
        : [
            [
              'power-2',
              circuit.outMm,
              say`second breaker ${figure(circuit.breakerA, 'A')}`,
              say`${thing(unit)}`
            ] as const
          ]),
      [
        'ground',
        circuit.returnMm,
        say`${thing(unit)}`,
        circuit.return === 'structure'
          ? say`structure`
          : circuit.return === 'battery'
            ? say`battery`
            : say`ground block`
      ]
    ] as const
    for (const [end, lengthMm, from, to] of ends)
      wires.push({
        id: `${circuit.unit}-${end}`,
        kind: end === 'ground' ? 'ground' : 'power',
        units: [circuit.unit],
        from,
        to,
        text: `AWG ${circuit.awg}`,
        awg: circuit.awg,
        conductors: 1,
        lengthMm,
        massKg: (pounds(wire.poundsPerKft) * lengthMm) / MM_PER_FOOT / 1000,
        armMm: end === 'ground' && circuit.return === 'structure' ? unit.place.armMm : (unit.place.armMm + busArm) / 2
      })
  }
  for (const link of design.links) {
    const from = byId.get(link.from.unit)
    const to = byId.get(link.to.unit)
    const port = from?.item.ports.find(one => one.id === link.from.port)
    if (!from || !to || !port) continue
    const lengthMm = cutLengthMm(airframe, from.place.id, to.place.id)
    if (lengthMm === undefined) {
      findings.push({
        id: `wiring.no-route:${link.id}`,
        code: 'wiring.no-route',
        weight: 'decide',
        subjects: [from.id, to.id],
        remedies: [],
        basis: { kind: 'entered', source: 'route table of the airframe' },
        says: say`No route leads from ${from.place.name} to ${to.place.name}, so the link from ${thing(from)} to ${thing(to)} cannot be measured. Add a leg to the route table in Wire.`
      })
      continue
    }
    const made = LINK_WIRE[port.kind]
    wires.push({
      id: link.id,
      kind: port.kind,
      units: [from.id, to.id],
      from: say`${thing(from)} ${link.from.port}`,
      to: say`${thing(to)} ${link.to.port}`,
      text: made.text,
      conductors: made.conductors,
      lengthMm,
      massKg: (made.poundsPerKft * KG_PER_POUND * lengthMm) / MM_PER_FOOT / 1000,
      armMm: (from.place.armMm + to.place.armMm) / 2
    })
  }
  return { wires, findings }
}
