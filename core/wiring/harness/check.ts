import * as messages from '../messages'
import { CONTACT_TAKES, type Item } from '../../catalogue'
import { finding, type Basis, type Design, type DesignUnit, type Finding } from '../../design'
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
  const listed = (units: ReadonlySet<DesignUnit>) => messages.unitsListed(units)
  if (unknown.size)
    findings.push(
      finding(
        'wiring.pins-unknown',
        [...unknown].map(unit => unit.id),
        { weight: 'note', basis: TABLES, says: messages.pinsUnknown(listed(unknown)) }
      )
    )
  if (madeUp.size)
    findings.push(
      finding(
        'wiring.pins-made-up',
        [...madeUp].map(unit => unit.id),
        { weight: 'note', basis: TABLES, says: messages.pinsMadeUp(listed(madeUp)) }
      )
    )
  return findings
}
const nowhere = (wire: Wire, core: WireCore, unit: DesignUnit, side: 'from' | 'to'): Finding =>
  finding('wiring.pin-missing', [unit.id], {
    key: `${wire.id}:${core.line}:${side}`,
    weight: 'decide',
    basis: TABLES,
    says: messages.pinMissing({ unit, line: core.line, from: wire.from, to: wire.to })
  })
function contactFindings(wire: Wire, unit: DesignUnit, pins: readonly PinAt[]): Finding[] {
  const takes = CONTACT_TAKES[pins[0]!.size as keyof typeof CONTACT_TAKES]
  const where = pins.map(pin => `${pin.connector}-${pin.pin}`).join(', ')
  const amps = (wire.amps ?? 0) / pins.length
  return [
    ...(wire.awg < takes.awg[0] || wire.awg > takes.awg[1]
      ? [
          finding('wiring.contact-gauge', [unit.id], {
            key: wire.id,
            weight: 'decide',
            basis: CONTACTS,
            says: messages.contactGauge({
              awg: wire.awg,
              where,
              unit,
              size: pins[0]!.size,
              thinnest: takes.awg[1],
              thickest: takes.awg[0]
            }),
            measured: wire.awg,
            limit: takes.awg[0]
          })
        ]
      : []),
    ...(amps > takes.amps + 1e-9
      ? [
          finding('wiring.contact-amps', [unit.id], {
            key: wire.id,
            weight: 'decide',
            basis: CONTACTS,
            says: messages.contactAmps({ where, unit, amps, size: pins[0]!.size, takesAmps: takes.amps }),
            measured: amps,
            limit: takes.amps,
            unit: 'A'
          })
        ]
      : [])
  ]
}
/** Whether the pins of an item are the maker’s as far as anyone has said. */
export const pinsAre = (item: Item): 'not entered' | 'placeholders' | 'entered' =>
  !item.connectors ? 'not entered' : item.connectors.some(connector => connector.madeUp) ? 'placeholders' : 'entered'
