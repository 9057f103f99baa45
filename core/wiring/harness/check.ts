import { CONTACT_TAKES, type Item } from '../../catalogue'
import type { Basis, Design, DesignUnit, Finding } from '../../design'
import { amperes, enumerate, num, say, thing } from '../../quantity'
import type { PinAt } from './pins'
import type { Wire, WireCore } from './wires'

const TABLES: Basis = { kind: 'entered', source: 'pin tables of the catalogue entries' }
const CONTACTS: Basis = { kind: 'common practice', source: 'gauges and amps of crimp contacts by size' }

/** The unit and the contacts at each end of each conductor that ends in a unit. */
function* endsOf(wire: Wire, byId: ReadonlyMap<string, DesignUnit>) {
  const two = wire.units.length > 1
  for (const core of wire.cores)
    for (const side of ['from', 'to'] as const) {
      const id = two ? wire.units[side === 'from' ? 0 : 1] : wire.units[0]
      const unit = byId.get(id ?? '')
      const isUnitEnd = two || (wire.kind === 'ground' ? side === 'from' : side === 'to')
      if (unit && isUnitEnd && !wire.spliced?.[side]) yield { core, pins: core[side], unit, side }
    }
}

/** What the pin tables leave open, and contacts that do not suit what is put into them. */
export function pinFindings(design: Design, wires: readonly Wire[]): Finding[] {
  const byId = new Map(design.units.map(unit => [unit.id, unit]))
  const unknown = new Set<DesignUnit>()
  const madeUp = new Set<DesignUnit>()
  const findings: Finding[] = []
  for (const wire of wires)
    for (const { core, pins, unit, side } of endsOf(wire, byId)) {
      if (pins === undefined) unknown.add(unit)
      else if (pins.length === 0) findings.push(nowhere(wire, core, unit, side))
      else if (pins[0]!.madeUp) madeUp.add(unit)
      else findings.push(...contactFindings(wire, unit, pins))
    }
  // A long list is told by its number; whose they are stands in Connectors.
  const listed = (units: ReadonlySet<DesignUnit>) =>
    units.size > 4 ? say`${num(units.size)} units` : enumerate([...units].map(thing))
  if (unknown.size)
    findings.push({
      id: 'wiring.pins-unknown',
      code: 'wiring.pins-unknown',
      weight: 'note',
      subjects: [...unknown].map(unit => unit.id),
      basis: TABLES,
      says: say`No pin table is entered for ${listed(unknown)}: the wire list says which port, not which pin. Paste
        the maker’s table in Wiring, Connectors.`,
      remedies: []
    })
  if (madeUp.size)
    findings.push({
      id: 'wiring.pins-made-up',
      code: 'wiring.pins-made-up',
      weight: 'note',
      subjects: [...madeUp].map(unit => unit.id),
      basis: TABLES,
      says: say`Pins of ${listed(madeUp)} are placeholders for the plan, not the maker’s. Paste the maker’s table in
        Wiring, Connectors, before a wire is cut.`,
      remedies: []
    })
  return findings
}
const nowhere = (wire: Wire, core: WireCore, unit: DesignUnit, side: 'from' | 'to'): Finding => ({
  id: `wiring.pin-missing:${wire.id}:${core.line}:${side}`,
  code: 'wiring.pin-missing',
  weight: 'decide',
  subjects: [unit.id],
  basis: TABLES,
  says: say`The pin table of ${thing(unit)} has no pin for ${core.line} of the wire ${wire.from} to ${wire.to}: it
    has nowhere to land. Correct the table in Wiring, Connectors.`,
  remedies: []
})
function contactFindings(wire: Wire, unit: DesignUnit, pins: readonly PinAt[]): Finding[] {
  const takes = CONTACT_TAKES[pins[0]!.size as keyof typeof CONTACT_TAKES]
  const where = pins.map(pin => `${pin.connector}-${pin.pin}`).join(', ')
  const amps = (wire.amps ?? 0) / pins.length
  const finding = (what: string, says: Finding['says'], measured: number, limit: number): Finding => ({
    id: `wiring.${what}:${wire.id}`,
    code: `wiring.${what}`,
    weight: 'decide',
    subjects: [unit.id],
    basis: CONTACTS,
    says,
    measured,
    limit,
    remedies: []
  })
  return [
    ...(wire.awg < takes.awg[0] || wire.awg > takes.awg[1]
      ? [
          finding(
            'contact-gauge',
            say`AWG ${wire.awg} does not go into ${where} of ${thing(unit)}: contacts of size ${pins[0]!.size} take
              AWG ${takes.awg[1]} to ${takes.awg[0]}. End it in a splice to a wire that fits, or enter the contact’s true size.`,
            wire.awg,
            takes.awg[0]
          )
        ]
      : []),
    ...(amps > takes.amps + 1e-9
      ? [
          {
            ...finding(
              'contact-amps',
              say`${where} of ${thing(unit)} would carry ${amperes(amps)} each; a contact of size ${pins[0]!.size} is
                good for about ${num(takes.amps)} A.`,
              amps,
              takes.amps
            ),
            unit: 'A' as const
          }
        ]
      : [])
  ]
}
/** Whether the pins of an item are the maker’s as far as anyone has said. */
export const pinsAre = (item: Item): 'not entered' | 'placeholders' | 'entered' =>
  !item.connectors ? 'not entered' : item.connectors.some(connector => connector.madeUp) ? 'placeholders' : 'entered'
