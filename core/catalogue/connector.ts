import * as z from 'zod'
import type { PortKind } from './vocabulary'

/** Shells that light aircraft equipment is plugged together by, and the loose ends that are none. */
export const CONNECTOR_KINDS = [
  'd-sub',
  'high-density d-sub',
  'circular',
  'rectangular',
  'bnc',
  'tnc',
  'phone jack',
  'screw terminals',
  'flying leads'
] as const
/** What a pin is for. */
export const PIN_USES = ['power', 'ground', 'port', 'shield', 'spare'] as const
/** Contacts by their size, thick to thin, and the gauges they take (common practice). */
export const CONTACT_SIZES = [8, 12, 16, 20, 22] as const
export const CONTACT_TAKES: Readonly<Record<(typeof CONTACT_SIZES)[number], { awg: [number, number]; amps: number }>> =
  {
    8: { awg: [8, 10], amps: 45 },
    12: { awg: [12, 14], amps: 23 },
    16: { awg: [14, 20], amps: 13 },
    20: { awg: [20, 24], amps: 5 },
    22: { awg: [22, 26], amps: 3 }
  }

/**
 * The lines of a port of each kind, from the side of the unit: what has to be joined for it to work. `tx` is what the unit
 * says, `rx` what it hears.
 */
export const LINES: Readonly<Record<PortKind, readonly string[]>> = {
  'rs-232': ['tx', 'rx', 'common'],
  'arinc 429': ['a', 'b'],
  'can': ['high', 'low'],
  'analogue': ['high', 'low'],
  'pulse': ['signal'],
  'audio': ['high', 'low'],
  'discrete': ['signal'],
  'coax': ['centre'],
  'ethernet': ['tx+', 'tx-', 'rx+', 'rx-'],
  'dc power': ['plus', 'minus'],
  'wireless': []
}
/** The lines that a port of some kind and direction has: one that only speaks has nothing to hear by. */
export function linesOf({ kind, flow }: { kind: PortKind; flow: 'in' | 'out' | 'both' }): readonly string[] {
  const missing = flow === 'in' ? 'tx' : flow === 'out' ? 'rx' : undefined
  return kind === 'rs-232' ? LINES[kind].filter(line => line !== missing) : LINES[kind]
}

const PinName = z
  .string()
  .trim()
  .regex(/^[^;|"\t\n\r]{1,40}$/, 'is a name of 1 to 40 characters without ; | or quotation marks')
export const Pin = z.strictObject({
  /** As it is moulded into the shell: a number, or letters. */
  pin: z.string().regex(/^[A-Za-z0-9+-]{1,8}$/, 'is 1 to 8 letters or digits, as moulded into the shell'),
  name: PinName.optional(),
  use: z.enum(PIN_USES),
  /** The port it belongs to, and which of its lines it is. */
  port: z.string().max(64).optional(),
  line: z.string().max(12).optional(),
  /** Which of several inputs of power it is; the first when absent. */
  input: z.int().min(1).max(4).optional(),
  size: z.literal(CONTACT_SIZES).optional()
})
/** A connector of a unit: its shell, which contacts it has, and what each is for. The harness wants its mate. */
export const Connector = z.strictObject({
  id: z.string().regex(/^[A-Za-z0-9][A-Za-z0-9._-]{0,15}$/, 'is 1 to 16 letters, digits, dots or dashes, like J1'),
  kind: z.enum(CONNECTOR_KINDS),
  contacts: z.enum(['pins', 'sockets']),
  /** The pins are placeholders for a plan, not the maker’s: enter the maker’s table before a wire is cut. */
  madeUp: z.boolean().optional(),
  pins: z.array(Pin).min(1).max(200)
})
export type Connector = z.infer<typeof Connector>
export type Pin = z.infer<typeof Pin>

/** What is wrong with connectors beside the ports of their item, each with the way to it. */
export function connectorProblems(
  connectors: readonly Connector[],
  ports: readonly { id: string; kind: PortKind; flow: 'in' | 'out' | 'both' }[]
): { path: (string | number)[]; message: string }[] {
  const problems: { path: (string | number)[]; message: string }[] = []
  const byId = new Map(ports.map(port => [port.id, port]))
  const shells = new Set<string>()
  const joined = new Map<string, string>()
  connectors.forEach((connector, at) => {
    if (shells.has(connector.id)) problems.push({ path: [at, 'id'], message: `“${connector.id}” is used twice` })
    shells.add(connector.id)
    const seen = new Set<string>()
    connector.pins.forEach((pin, index) => {
      const complain = (field: string, message: string) =>
        problems.push({ path: [at, 'pins', index, field], message: `pin ${pin.pin} of ${connector.id}: ${message}` })
      if (seen.has(pin.pin)) complain('pin', 'is there twice')
      seen.add(pin.pin)
      if (pin.use !== 'port') {
        if (pin.port !== undefined || pin.line !== undefined)
          complain('port', `is for ${pin.use} and names a port all the same`)
        if (pin.input !== undefined && pin.use !== 'power') complain('input', 'an input is only of power')
        return
      }
      if (pin.input !== undefined) complain('input', 'an input is only of power')
      const port = pin.port === undefined ? undefined : byId.get(pin.port)
      if (!port)
        return complain(
          'port',
          pin.port === undefined
            ? 'names no port'
            : `there is no port “${pin.port}”; there are ${[...byId.keys()].join(', ') || 'none'}`
        )
      const lines = linesOf(port)
      if (pin.line === undefined || !lines.includes(pin.line))
        return complain(
          'line',
          `“${pin.line ?? ''}” is no line of ${port.id}, ${port.kind} ${port.flow}; it has ${lines.join(', ')}`
        )
      const key = `${port.id} ${pin.line}`
      const other = joined.get(key)
      // The lines of a bus may come out twice, so that it can be led on.
      if (other !== undefined && port.kind !== 'can')
        complain('line', `${pin.line} of ${port.id} is pin ${other} already`)
      joined.set(key, `${pin.pin} of ${connector.id}`)
    })
  })
  return problems
}
