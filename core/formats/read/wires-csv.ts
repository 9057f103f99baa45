import Papa from 'papaparse'
import { WIRE_COLOURS, WIRE_STATES, WireMark, type FileProblem } from '../../document'
import { coloursText, numberText, type Wire } from '../../wiring'

export interface WiresRead {
  marks: WireMark[]
  problems: FileProblem[]
}
/** Longest list that is read. */
const MOST_ROWS = 20_000

/**
 * Reads numbers, colours, states and notes back from a wire list as CSV. What the design says of a wire is not read: it follows the design.
 * @returns what is known of each wire now, only where something changed; nothing is to be taken while there are problems
 */
export function readWiresCsv(text: string, wires: readonly Wire[]): WiresRead {
  const problems: FileProblem[] = []
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' })
  const header = (parsed.data[0] ?? []).map(cell => cell.trim().toLowerCase())
  const at = (name: string) => header.indexOf(name)
  if (at('wire') < 0)
    return {
      marks: [],
      problems: [{ line: 1, column: 1, field: 'wire', message: 'this is no wire list: the column “wire” is missing' }]
    }
  if (parsed.data.length > MOST_ROWS)
    return {
      marks: [],
      problems: [{ line: 1, column: 1, field: '', message: `it has more than ${MOST_ROWS} rows` }]
    }
  const byId = new Map(wires.map(wire => [wire.id, wire]))
  const seen = new Map<string, number>()
  const numbers = new Map<number, number>()
  const marks: WireMark[] = []
  parsed.data.slice(1).forEach((cells, index) => {
    const line = index + 2
    const cell = (name: string) => (at(name) < 0 ? undefined : (cells[at(name)] ?? '').trim())
    const bad = (field: string, message: string) => problems.push({ line, column: at(field) + 1, field, message })
    const id = cell('wire')!
    const wire = byId.get(id)
    if (!wire) return bad('wire', `there is no wire “${id}” in this design`)
    const twice = seen.get(id)
    if (twice !== undefined) return bad('wire', `“${id}” is in line ${twice} already`)
    seen.set(id, line)
    const found = cell('number')
    const number =
      found === undefined ? wire.mark?.number : found === '' ? undefined : Number(found.replace(/^W0*/i, ''))
    if (number !== undefined) {
      const taken = numbers.get(number)
      if (taken !== undefined) return bad('number', `${found} is the number of line ${taken} already`)
      numbers.set(number, line)
    }
    if (wire.mark?.number !== undefined && number !== wire.mark.number)
      return bad('number', `is ${found || 'empty'}; this wire is ${numberText(wire.mark.number)}, and a number stays`)
    const colour = cell('colour')
    const recoloured = colour !== undefined && colour !== coloursText(wire)
    if (recoloured && (wire.cores.length > 1 || coloursText(wire) === ''))
      return bad('colour', `“${colour}”: the colours of ${wire.text} are those of its reel; only of a single wire`)
    const state = cell('state')
    const read = WireMark.safeParse({
      ...wire.mark,
      wire: id,
      number,
      state: state === undefined || state === '' ? wire.mark?.state : state,
      colour: recoloured ? colour || undefined : wire.mark?.colour,
      note: cell('note') ?? wire.mark?.note
    })
    if (!read.success) {
      const [issue] = read.error.issues
      const field = String(issue!.path[0])
      return bad(
        field,
        field === 'state'
          ? `“${state}” is no state; there are ${WIRE_STATES.join(', ')}`
          : field === 'colour'
            ? `“${colour}” is no colour of a wire; there are ${WIRE_COLOURS.join(', ')}`
            : `“${cell(field)}”: ${issue!.message}`
      )
    }
    const mark = read.data
    if (!mark.note) delete mark.note
    if (!mark.colour) delete mark.colour
    const before = wire.mark
    const same =
      mark.number === before?.number &&
      (mark.state ?? 'planned') === (before?.state ?? 'planned') &&
      mark.colour === before?.colour &&
      (mark.note ?? '') === (before?.note ?? '')
    if (!same) marks.push(mark)
  })
  return { marks: problems.length ? [] : marks, problems }
}
