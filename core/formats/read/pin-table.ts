import Papa from 'papaparse'
import { connectorProblems, CONTACT_SIZES, linesOf, Pin, PIN_USES, type Connector, type Port } from '../../catalogue'
import type { FileProblem } from '../../document'

export interface PinTableRead {
  pins: Pin[]
  problems: FileProblem[]
  /** Numbers between the first and the last that the table passes over: they may be spare, or lost in copying. */
  gaps: number[]
}
const COLUMNS = ['pin', 'name', 'signal', 'size'] as const
/** Most rows a table may have: more contacts than any shell. */
const MOST_ROWS = 400

/**
 * Reads a pin table as it is pasted from a manual or a spreadsheet: pin, name, what it is for, and perhaps the contact’s size, parted
 * by tabs, semicolons or commas, with or without a heading. What a pin is for is `power`, `power 2`, `ground`, `shield`, `spare`,
 * or a port and its line, like `s1 tx`.
 * @returns the pins, and every row that cannot be read, by line and column; nothing is to be taken while there are any
 */
export function readPinTable(text: string, ports: readonly Port[]): PinTableRead {
  const problems: FileProblem[] = []
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trim(), {
    delimitersToGuess: ['\t', ';', ',', '|'],
    skipEmptyLines: 'greedy'
  })
  if (data.length === 0)
    return { pins: [], gaps: [], problems: [{ line: 1, column: 1, field: '', message: 'there is nothing in it' }] }
  if (data.length > MOST_ROWS)
    return {
      pins: [],
      gaps: [],
      problems: [{ line: MOST_ROWS + 1, column: 1, field: '', message: `it has more than ${MOST_ROWS} rows` }]
    }
  const first = data[0]!.map(cell => cell.trim().toLowerCase())
  const headed = first.includes('pin')
  const order = headed ? first : COLUMNS
  const pins: { pin: Pin; line: number }[] = []
  const seen = new Map<string, number>()
  data.forEach((cells, index) => {
    if (headed && index === 0) return
    const line = index + 1
    const bad = (field: string, message: string) =>
      problems.push({ line, column: Math.max(0, order.indexOf(field as 'pin')) + 1, field, message })
    const cell = (name: (typeof COLUMNS)[number]) => (cells[order.indexOf(name)] ?? '').trim()
    const number = cell('pin')
    if (number === '') return bad('pin', 'this row has no pin')
    const twice = seen.get(number)
    if (twice !== undefined) return bad('pin', `pin ${number} is in line ${twice} already`)
    seen.set(number, line)
    const use = useOf(cell('signal') || 'spare', ports)
    if (typeof use === 'string') return bad('signal', use)
    const size = cell('size')
    const read = Pin.safeParse({
      pin: number,
      ...(cell('name') && { name: cell('name') }),
      ...use,
      ...(size && { size: Number(size) })
    })
    if (!read.success) {
      const [issue] = read.error.issues
      const field = String(issue!.path[0] ?? 'pin')
      return bad(
        field,
        field === 'size'
          ? `“${size}” is no size of contact; there are ${CONTACT_SIZES.join(', ')}`
          : `“${cell(field as 'pin')}” ${issue!.message}`
      )
    }
    pins.push({ pin: read.data, line })
  })
  const probe: Connector = { id: 'J1', kind: 'd-sub', contacts: 'pins', pins: pins.map(pin => pin.pin) }
  for (const { path, message } of connectorProblems([probe], ports)) {
    const at = pins[path[2] as number]
    problems.push({ line: at?.line ?? 1, column: 1, field: 'signal', message: message.replace(' of J1:', ':') })
  }
  return { pins: pins.map(pin => pin.pin), problems, gaps: gapsIn(pins.map(pin => pin.pin.pin)) }
}

/** What a cell says a pin is for; words when it cannot be read. */
function useOf(cell: string, ports: readonly Port[]): Partial<Pin> | string {
  const power = /^power(?:\s+(\d))?$/i.exec(cell)
  if (power) return { use: 'power', ...(power[1] && { input: Number(power[1]) }) }
  const plain = PIN_USES.find(use => use === cell.toLowerCase())
  if (plain && plain !== 'port') return { use: plain }
  const [port, line] = cell.split(/\s+/)
  const known = ports.find(other => other.id === port)
  if (!known)
    return (
      `“${cell}” is neither power, ground, shield, spare nor a port and its line; the ports ` +
      `are ${ports.map(port => port.id).join(', ') || 'none'}`
    )
  const lines = linesOf(known)
  const only = lines.length === 1 ? lines[0] : undefined
  if (line === undefined && only === undefined)
    return `“${cell}” does not say which line of ${known.id}: ${lines.join(', ')}`
  return { use: 'port', port: known.id, line: line ?? only }
}
function gapsIn(names: readonly string[]): number[] {
  const numbers = names.map(Number)
  if (!numbers.length || numbers.some(number => !Number.isInteger(number))) return []
  const there = new Set(numbers)
  const [low, high] = [Math.min(...numbers), Math.max(...numbers)]
  return Array.from({ length: Math.min(high - low, 400) }, (_, index) => low + index).filter(
    source => !there.has(source)
  )
}
