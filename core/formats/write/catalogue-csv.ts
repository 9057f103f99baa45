import Papa from 'papaparse'
import type { Connector, Face, Item, Need, Pin, Port, Shape } from '../../catalogue'
import { CATALOGUE_COLUMNS, type Column } from '../catalogue-columns'

function shapeCell(s: Shape | undefined): string {
  if (!s) return ''
  switch (s.shape) {
    case 'round':
      return `round ${s.diameterMm}`
    case 'rectangle':
      return `rectangle ${s.widthMm} x ${s.heightMm}${s.cornerMm ? ` corner ${s.cornerMm}` : ''}`
    case 'flats':
      return `flats ${s.diameterMm} x ${s.acrossMm}${s.turned ? ' turned' : ''}`
    case 'polygon':
      return `polygon ${s.points.map(([x, y]) => `${x} ${y}`).join(', ')}`
    case 'compound':
      return s.parts.map(part => `${shapeCell(part.of)} at ${part.xMm} ${part.yMm}`).join(' + ')
  }
}
const portCell = (port: Port): string =>
  [
    port.id,
    port.kind,
    port.flow,
    port.signals.join(', '),
    ...(port.says ? [`says ${port.says.join(', ') || 'nothing'}`] : []),
    ...(port.mostLossDb === undefined ? [] : [`at most ${port.mostLossDb} dB`])
  ].join(' | ')
const pinCell = (pin: Pin): string =>
  [
    pin.pin,
    pin.use === 'port' ? `${pin.port} ${pin.line}` : pin.use,
    ...(pin.input === undefined ? [] : [`input ${pin.input}`]),
    ...(pin.size === undefined ? [] : [`size ${pin.size}`]),
    ...(pin.name === undefined ? [] : [`called ${pin.name}`])
  ].join(' ')
const connectorCell = (connector: Connector): string =>
  [
    connector.id,
    connector.kind,
    connector.contacts,
    ...(connector.madeUp ? ['made up'] : []),
    connector.pins.map(pinCell).join('; ')
  ].join(' | ')
const needCell = (need: Need): string =>
  [
    `${need.what}${need.required ? '' : '?'} ${need.name}`,
    need.what === 'aerial' ? ` on ${need.port}` : '',
    need.for ? ` for ${need.for.join(', ')}` : '',
    need.text ? `: ${need.text}` : ''
  ].join('')
const announcedCell = ({ by, says, priceCents, approvals, provides }: NonNullable<Item['announced']>[number]): string =>
  [
    by,
    ...(priceCents === undefined ? [] : [`price ${priceCents / 100}`]),
    ...(approvals ? [`approved ${approvals.join('; ')}`] : []),
    ...(provides ? [`gives ${provides.join('; ')}`] : []),
    says
  ].join(' | ')

const standsCell = (stands: Item['stands']): string =>
  stands
    ? [
        `within ${stands.levelDeg} deg`,
        `connectors ${stands.facing.join(', ')}`,
        ...(stands.inverted ? ['or inverted'] : []),
        ...(stands.ironMm === undefined ? [] : [`iron ${stands.ironMm} mm away`])
      ].join('; ')
    : ''

/**
 * A cell that a spreadsheet would run as a formula is led by a space, which reading takes off again: one that begins with = + @, a
 * tab or a return, or with a minus that does not begin a list of numbers.
 */
const harmless = (cell: string): string =>
  /^[=+@\t\r]/.test(cell) || (cell.startsWith('-') && !/^-[-\d.\s;]*$/.test(cell)) ? ` ${cell}` : cell

/** Writes rows as CSV with harmless cells. */
export const csvOf = (rows: readonly (readonly (string | number)[])[]): string =>
  `${Papa.unparse(
    rows.map(row => row.map(cell => (typeof cell === 'number' ? cell : harmless(cell)))),
    { newline: '\n' }
  )}\n`

/** The cells of a face: what is seen, what is cut, its screws. */
export const faceCells = ({ bezel, cutout, screws }: Partial<Pick<Face, 'bezel' | 'cutout' | 'screws'>>) => ({
  bezel_mm: shapeCell(bezel),
  cutout_mm: shapeCell(cutout),
  screws_mm: screws?.map(screw => `${screw.xMm} ${screw.yMm} ${screw.holeMm}`).join('; ') ?? ''
})

/** Writes a catalogue as CSV that `readCatalogueCsv` reads back to the same items. */
export function writeCatalogueCsv(items: readonly Item[]): string {
  return csvOf([
    CATALOGUE_COLUMNS,
    ...items.map(item => {
      const power = item.power
      const cell: Record<Column, string | number> = {
        id: item.id,
        name: item.name,
        maker: item.maker,
        kind: item.kind,
        summary: item.summary,
        ...faceCells(item.face ?? {}),
        stack: item.face ? (item.face.stack ? 'yes' : 'no') : '',
        reads_deg: item.face?.readsWithinDeg
          ? `${item.face.readsWithinDeg.side} ${item.face.readsWithinDeg.up} ${item.face.readsWithinDeg.down}`
          : '',
        body_mm: item.body ? `${item.body.widthMm} x ${item.body.heightMm} x ${item.body.depthMm}` : '',
        connector_mm: item.body?.connectorMm ?? '',
        mass_kg: item.massKg,
        at_v: power?.atV ?? '',
        min_v: power?.minV ?? '',
        max_v: power?.maxV ?? '',
        typical_a: power?.typicalA ?? '',
        max_a: power?.maxA ?? '',
        transmit_a: power?.transmitA ?? '',
        transmit_share: power?.transmitShare ?? '',
        duty: power?.duty ?? '',
        on_s: power?.onSeconds ?? '',
        start_a: power?.startA ?? '',
        battery: item.battery
          ? `${item.battery.capacityAh} Ah ${item.battery.chemistry} in ${item.battery.ratedHours} h`
          : '',
        load: power?.load ?? '',
        phases: power?.phases?.join('; ') ?? '',
        essential: power ? (power.essential ? 'yes' : 'no') : '',
        internal_battery_min: power?.internalBatteryMinutes ?? '',
        ports: item.ports.map(portCell).join('; '),
        connectors: item.connectors?.map(connectorCell).join(' // ') ?? '',
        provides: item.provides.join('; '),
        needs: item.needs.map(needCell).join('; '),
        stands: standsCell(item.stands),
        tanks: item.tanks ?? '',
        approvals: item.approvals.join('; '),
        price_usd: item.priceCents / 100,
        yearly_usd: item.yearly ? item.yearly.cents / 100 : '',
        yearly_for: item.yearly?.for ?? '',
        announced: item.announced?.map(announcedCell).join(' // ') ?? '',
        labour_h: item.labourHours,
        remove_h: item.removeHours,
        mounts: item.mounts.join('; ')
      }
      return CATALOGUE_COLUMNS.map(column => cell[column])
    })
  ])
}
