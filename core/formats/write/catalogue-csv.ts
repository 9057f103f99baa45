import Papa from 'papaparse'
import type { Connector, Face, Front, Item, Need, Pin, Port, Shape } from '../../catalogue'
import { CATALOGUE_COLUMNS, columnSpec, type Column, type OwnColumn } from '../catalogue-columns'

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
const modelCell = (approval: NonNullable<Item['modelApprovals']>[number]): string => {
  const { models, fromYear, toYear, paper, on, awaited, conditions } = approval
  return [
    models.join('; '),
    ...(fromYear === undefined && toYear === undefined ? [] : [`years ${fromYear ?? ''}-${toYear ?? ''}`]),
    `paper ${paper}`,
    ...(awaited ? [`awaited ${on ?? ''}`.trim()] : on === undefined ? [] : [`issued ${on}`]),
    ...(conditions ? [`conditions ${conditions}`] : [])
  ].join(' | ')
}

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

const rectCell = ({ xMm, yMm, widthMm, heightMm }: Front['keys'][number]): string =>
  `${xMm} ${yMm} ${widthMm} x ${heightMm}`
/** The cells of a face: what is seen, what is cut, its screws. */
export const faceCells = ({ bezel, cutout, screws }: Partial<Pick<Face, 'bezel' | 'cutout' | 'screws'>>) => ({
  bezel_mm: shapeCell(bezel),
  cutout_mm: shapeCell(cutout),
  screws_mm: screws?.map(screw => `${screw.xMm} ${screw.yMm} ${screw.holeMm}`).join('; ') ?? ''
})

/** How cells that hold more than one plain value are written. */
const OWN: Readonly<Record<OwnColumn, (item: Item) => string>> = {
  bezel_mm: item => shapeCell(item.face?.bezel),
  cutout_mm: item => shapeCell(item.face?.cutout),
  screws_mm: item => faceCells(item.face ?? {}).screws_mm,
  front_mm: ({ face }) =>
    face?.front
      ? [
          ...(face.front.screen ? [`screen ${rectCell(face.front.screen)}`] : []),
          ...face.front.knobs.map(knob => `knob ${knob.xMm} ${knob.yMm} ${knob.diameterMm}`),
          ...face.front.keys.map(key => `key ${rectCell(key)}`)
        ].join('; ')
      : '',
  reads_deg: ({ face }) => {
    const within = face?.readsWithinDeg
    return within ? `${within.side} ${within.up} ${within.down}` : ''
  },
  body_mm: ({ body }) => (body ? `${body.widthMm} x ${body.heightMm} x ${body.depthMm}` : ''),
  battery: ({ battery }) => (battery ? `${battery.capacityAh} Ah ${battery.chemistry} in ${battery.ratedHours} h` : ''),
  ports: item => item.ports.map(portCell).join('; '),
  connectors: item => item.connectors?.map(connectorCell).join(' // ') ?? '',
  needs: item => item.needs.map(needCell).join('; '),
  stands: item => standsCell(item.stands),
  model_approvals: item => item.modelApprovals?.map(modelCell).join(' // ') ?? '',
  announced: item => item.announced?.map(announcedCell).join(' // ') ?? ''
}

function cellOf(item: Item, column: Column): string | number {
  const { at, as } = columnSpec(column)
  if (as === 'own') return OWN[column as OwnColumn](item)
  const [part, field] = at.split('.') as [string, string?]
  const whole = (item as unknown as Record<string, unknown>)[part]
  const value = field === undefined ? whole : (whole as Record<string, unknown> | undefined)?.[field]
  if (as === 'yes or no') return whole === undefined ? '' : value ? 'yes' : 'no'
  if (value === undefined) return ''
  if (as === 'words' || as === 'words if any') return (value as string[]).join('; ')
  return as === 'dollars' ? (value as number) / 100 : (value as string | number)
}

/** Writes a catalogue as CSV that `readCatalogueCsv` reads back to the same items. */
export const writeCatalogueCsv = (items: readonly Item[]): string =>
  csvOf([CATALOGUE_COLUMNS, ...items.map(item => CATALOGUE_COLUMNS.map(column => cellOf(item, column)))])
