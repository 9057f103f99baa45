import type { Design } from '../../design'
import type { Report } from '../../report'
import { csvOf } from './catalogue-csv'
import { readPhrase, US } from '../../quantity'
import { coloursText, pinText, type Wire } from '../../wiring'

/** The parts list: what to buy, what stays, what goes, with the figures a shop asks for. */
export function writePartsCsv(design: Design): string {
  return csvOf([
    [
      'fate',
      'unit',
      'label',
      'maker',
      'item',
      'kind',
      'place',
      'x_mm',
      'y_mm',
      'mass_kg',
      'typical_a',
      'max_a',
      'price_usd',
      'labour_h',
      'credit_usd'
    ],
    ...design.units.map(unit => [
      unit.state === 'new' ? 'buy' : unit.state === 'moved' ? 'move' : 'keep',
      unit.id,
      unit.label,
      unit.item.maker,
      unit.item.name,
      unit.item.kind,
      unit.place.name,
      unit.at?.xMm ?? '',
      unit.at?.yMm ?? '',
      unit.item.massKg,
      unit.item.power?.typicalA ?? '',
      unit.item.power?.maxA ?? '',
      unit.state === 'new' ? unit.priceCents / 100 : '',
      unit.state === 'new' ? unit.item.labourHours : unit.state === 'moved' ? unit.item.removeHours * 2 : '',
      ''
    ]),
    ...design.removed.map(({ unit, how, creditCents }) => [
      how,
      unit.id,
      unit.label,
      unit.item.maker,
      unit.item.name,
      unit.item.kind,
      unit.place.name,
      unit.at?.xMm ?? '',
      unit.at?.yMm ?? '',
      unit.item.massKg,
      '',
      '',
      '',
      unit.item.removeHours,
      creditCents / 100
    ])
  ])
}

/** Columns of the wire list as CSV. `wire`, `number`, `state` and `note` are read back; the rest is what the design says. */
export const WIRE_COLUMNS = [
  'wire',
  'number',
  'kind',
  'from',
  'from_pins',
  'to',
  'to_pins',
  'make',
  'conductors',
  'length_mm',
  'mass_kg',
  'colour',
  'state',
  'note'
] as const

/** The wire list, one line a wire, with the length to cut. `readWiresCsv` reads numbers, colours, states and notes back. */
export function writeWiresCsv(report: Report): string {
  const pins = (wire: Wire, side: 'from' | 'to') =>
    wire.cores
      .map(core => core[side]?.map(pinText).join(' ') ?? '')
      .join('; ')
      .replace(/^[; ]+$/, '')
  return csvOf([
    WIRE_COLUMNS,
    ...report.wiring.wires.map(wire => [
      wire.id,
      wire.mark?.number ?? '',
      wire.kind,
      readPhrase(wire.from, US),
      pins(wire, 'from'),
      readPhrase(wire.to, US),
      pins(wire, 'to'),
      wire.text,
      wire.conductors,
      Math.round(wire.lengthMm),
      Number(wire.massKg.toFixed(4)),
      coloursText(wire),
      wire.mark?.state ?? 'planned',
      wire.mark?.note ?? ''
    ])
  ])
}
