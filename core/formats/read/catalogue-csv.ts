import Papa from 'papaparse'
import { Item, modernise, type Shape } from '../../catalogue'
import { positionAt, schemaProblems, type FileProblem } from '../../document'
import { BASE_OF, baseOf, CATALOGUE_COLUMNS, columnSpec, type Column, type OwnColumn } from '../catalogue-columns'

type Row = Partial<Record<Column, string>>

/** Which column of the CSV a field of an item came from. */
const COLUMN_OF: Readonly<Record<string, Column>> = {
  ...BASE_OF,
  ...Object.fromEntries(CATALOGUE_COLUMNS.map(column => [columnSpec(column).at, column]))
}
function columnOf(path: readonly PropertyKey[]): Column {
  for (let length = Math.min(path.length, 2); length > 0; length--) {
    const key = path.slice(0, length).map(String).join('.')
    if (COLUMN_OF[key]) return COLUMN_OF[key]
  }
  return 'id'
}

class CellError extends Error {
  constructor(
    readonly column: Column,
    message: string
  ) {
    super(message)
  }
}

const list = (cell: string | undefined, separator = ';'): string[] =>
  (cell ?? '')
    .split(separator)
    .map(part => part.trim())
    .filter(part => part !== '')

function number(row: Row, column: Column): number | undefined {
  const cell = row[column]?.trim() ?? ''
  if (cell === '') return undefined
  const value = Number(cell)
  if (!Number.isFinite(value)) throw new CellError(column, `“${cell}” is not a number`)
  return value
}

/** No entry of ours needs more in one cell. */
const MOST_IN_CELL = 8_000

/** One plain shape: “round 82.6”, “rectangle 158.8 x 67.3 corner 2”, “flats 12 x 10.5 turned”. */
function plainShape(cell: string): Shape | undefined {
  const round = /^round\s+([\d.]+)$/.exec(cell)
  if (round) return { shape: 'round', diameterMm: Number(round[1]) }
  const box = /^rectangle\s+([\d.]+)\s*x\s*([\d.]+)(?:\s+corner\s+([\d.]+))?$/.exec(cell)
  if (box)
    return { shape: 'rectangle', widthMm: Number(box[1]), heightMm: Number(box[2]), cornerMm: Number(box[3] ?? 0) }
  const flats = /^flats\s+([\d.]+)\s*x\s*([\d.]+)(\s+turned)?$/.exec(cell)
  if (flats)
    return { shape: 'flats', diameterMm: Number(flats[1]), acrossMm: Number(flats[2]), turned: flats[3] !== undefined }
  return undefined
}
/** “polygon 0 0, 20 0, 20 10”: corners from the centre. */
function polygon(cell: string): Shape | undefined {
  const found = /^polygon\s+(.+)$/s.exec(cell)
  if (!found) return undefined
  const points = found[1]!.split(',').map(pair => pair.trim().split(/\s+/).map(Number))
  return points.length >= 3 && points.every(pair => pair.length === 2 && pair.every(Number.isFinite))
    ? { shape: 'polygon', points: points as [number, number][] }
    : undefined
}

function shape(row: Row, column: Column): Shape | undefined {
  const cell = row[column]?.trim() ?? ''
  if (cell === '') return undefined
  const corners = polygon(cell)
  if (corners) return corners
  const parts = cell.split('+').map(entry => {
    // A line break within the cell is no part of a shape.
    const [, text, x, y] = /^(.*?)(?:\s+at\s+(-?[\d.]+)\s+(-?[\d.]+))?$/.exec(entry.trim()) ?? []
    const of = plainShape(text ?? '')
    if (!of)
      throw new CellError(
        column,
        `“${entry.trim()}” is not a shape; write “round 82.6”, “rectangle 158.8 x 67.3 corner 2” “flats 12 x 10.5” or ` +
          `“polygon 0 0, 20 0, 20 10”; plain ones several with + and “at x y” between`
      )
    return { xMm: Number(x ?? 0), yMm: Number(y ?? 0), of } as Extract<Shape, { shape: 'compound' }>['parts'][number]
  })
  const [first] = parts
  return parts.length === 1 && first!.xMm === 0 && first!.yMm === 0 ? first!.of : { shape: 'compound', parts }
}

/** “screen x y w x h; knob x y d; key x y w x h”, from the centre of the bezel. */
function front(row: Row): unknown {
  const entries = list(row.front_mm)
  if (entries.length === 0) return undefined
  const parts = entries.map(entry => {
    const number = String.raw`(-?[\d.]+)`
    const found =
      new RegExp(String.raw`^(screen|key)\s+${number}\s+${number}\s+${number}\s*x\s*${number}$`).exec(entry) ??
      new RegExp(String.raw`^(knob)\s+${number}\s+${number}\s+${number}$`).exec(entry)
    if (!found)
      throw new CellError(
        'front_mm',
        `“${entry}” is not a part of a front; write “screen x y width x height”, “knob x y diameter” or “key x y width x height”`
      )
    const [xMm, yMm, first, second] = found.slice(2).map(Number)
    return {
      what: found[1]!,
      of: found[1] === 'knob' ? { xMm, yMm, diameterMm: first } : { xMm, yMm, widthMm: first, heightMm: second }
    }
  })
  const all = (what: string) => parts.filter(part => part.what === what).map(part => part.of)
  const screens = all('screen')
  if (screens.length > 1) throw new CellError('front_mm', `has ${screens.length} screens. Maximum is 1`)
  return { ...(screens[0] && { screen: screens[0] }), knobs: all('knob'), keys: all('key') }
}

/** “side up down”, in degrees. */
function readsWithin(row: Row): unknown {
  const cell = row.reads_deg?.trim() ?? ''
  if (cell === '') return undefined
  const [side, up, down] = cell.split(/\s+/).map(Number)
  if ([side, up, down].some(value => value === undefined || !Number.isFinite(value)))
    throw new CellError('reads_deg', `“${cell}” is not three angles; write “side up down”, like “60 40 60”`)
  return { side, up, down }
}

/** “24 Ah lead-acid in 20 h”: the same cells have another capacity at another rate. */
function battery(row: Row): unknown {
  const cell = row.battery?.trim() ?? ''
  if (cell === '') return undefined
  const found = /^([\d.]+)\s*Ah\s+(lead-acid|lithium)\s+in\s+([\d.]+)\s*h$/.exec(cell)
  if (!found)
    throw new CellError(
      'battery',
      `“${cell}” is not a battery with the hours it is rated at; write “6 Ah lithium in 1 h” or “24 Ah lead-acid in 20 h”`
    )
  return { capacityAh: Number(found[1]), chemistry: found[2], ratedHours: Number(found[3]) }
}

function ports(row: Row): unknown[] {
  return list(row.ports).map(entry => {
    const parts = entry.split('|').map(part => part.trim())
    const more = parts.slice(4).map(part => /^(?:(says)(?:\s+(.*))?|at most ([\d.]+) dB)$/.exec(part))
    if (parts.length < 4 || parts.length > 6 || more.includes(null))
      throw new CellError(
        'ports',
        `“${entry}” is not a port; write “id | kind | in, out or both | signal, signal”, and after “both” perhaps “| ` +
          `says signal, signal”, for coax perhaps “| at most 3 dB”`
      )
    const says = more.find(part => part![1] !== undefined)
    const loss = more.find(part => part![3] !== undefined)
    return {
      id: parts[0],
      kind: parts[1],
      flow: parts[2],
      signals: list(parts[3], ','),
      ...(says && { says: list(says[2] === 'nothing' ? '' : says[2], ',') }),
      ...(loss && { mostLossDb: Number(loss[3]) })
    }
  })
}

/** “4 s1 rx size 20 called RX 1”: the pin, what it is for, and what may be said besides. */
function pin(entry: string): unknown {
  const found =
    /^(\S+)\s+(?:(power|ground|spare|shield)|(\S+)\s+(\S+))(?:\s+input\s+(\d+))?(?:\s+size\s+(\d+))?(?:\s+called\s+(.+))?$/.exec(
      entry
    )
  if (!found)
    throw new CellError(
      'connectors',
      `“${entry}” is not a pin; write “1 power”, “2 ground”, “3 s1 rx” (port and line), ` +
        'then perhaps “size 20” and “called RX 1”'
    )
  const [, number, use, port, line, input, size, name] = found
  return present({
    pin: number,
    name,
    use: use ?? 'port',
    port,
    line,
    input: input === undefined ? undefined : Number(input),
    size: size === undefined ? undefined : Number(size)
  })
}
function connectors(row: Row): unknown[] | undefined {
  const cell = row.connectors?.trim() ?? ''
  if (cell === '') return undefined
  return list(cell, ' // ').map(entry => {
    const parts = entry.split('|').map(part => part.trim())
    const madeUp = parts[3] === 'made up'
    if (parts.length !== (madeUp ? 5 : 4))
      throw new CellError(
        'connectors',
        `“${entry.slice(0, 60)}” is not a connector; write “J1 | d-sub | sockets | 1 power; 2 ground”, several separated by //`
      )
    return {
      id: parts[0],
      kind: parts[1],
      contacts: parts[2],
      ...(madeUp && { madeUp }),
      pins: list(parts.at(-1)).map(pin)
    }
  })
}

function needs(row: Row): unknown[] {
  return list(row.needs).map(entry => {
    const found =
      /^(function|signal|listener|aerial)(\?)?\s+([^:]+?)(?:\s+on\s+([^\s:]+))?(?:\s+for\s+([^:]+?))?(?::\s*(.*))?$/.exec(
        entry
      )
    if (!found || (found[1] === 'aerial') !== (found[4] !== undefined))
      throw new CellError(
        'needs',
        `“${entry}” is not a need; write “function pitot and static”, “aerial com antenna on com for com” ` +
          'or “signal? heading: text”'
      )
    return present({
      what: found[1],
      name: found[3],
      port: found[4],
      required: found[2] === undefined,
      for: found[5] === undefined ? undefined : list(found[5], ','),
      text: found[6] ?? ''
    })
  })
}

/** “2027-09-01 | price 4500 | approved certified | gives vertical guidance | what it is”: the day, what changes, the words. */
function announced(row: Row): unknown[] | undefined {
  const cell = row.announced?.trim() ?? ''
  if (cell === '') return undefined
  return list(cell, ' // ').map(entry => {
    const parts = entry.split('|').map(part => part.trim())
    const [by, says] = [parts[0], parts.at(-1)]
    const changes = parts.slice(1, -1).map(part => /^(?:price ([\d.]+)|(approved|gives) (.+))$/.exec(part))
    if (parts.length < 2 || changes.includes(null))
      throw new CellError(
        'announced',
        `“${entry.slice(0, 60)}” is no announcement; write “2027-09-01 | price 4500 | approved certified; light-sport ` +
          `| gives com | what it is”, the three in the middle are optional, several separated by //`
      )
    const found = (word: string) => changes.find(change => change![2] === word)?.[3]
    const price = changes.find(change => change![1] !== undefined)?.[1]
    return present({
      by,
      says,
      priceCents: price === undefined ? undefined : Math.round(Number(price) * 100),
      approvals: found('approved') === undefined ? undefined : list(found('approved')),
      provides: found('gives') === undefined ? undefined : list(found('gives'))
    })
  })
}

/** “Model A; Model B* | years 1968-1986 | paper its number | issued 2024-05-01 | conditions in words”: models and paper must be there. */
function modelApprovals(row: Row): unknown[] | undefined {
  const cell = row.model_approvals?.trim() ?? ''
  if (cell === '') return undefined
  return list(cell, ' // ').map(entry => {
    const [models, ...parts] = entry.split('|').map(part => part.trim())
    const take = (pattern: RegExp) => {
      const at = parts.findIndex(part => pattern.test(part))
      return at < 0 ? undefined : pattern.exec(parts.splice(at, 1)[0]!)
    }
    const years = take(/^years (\d{4})?\s*-\s*(\d{4})?$/)
    const paper = take(/^paper (.+)$/)
    const when = take(/^(?:issued (\S+)|awaited(?: (\S+))?)$/)
    const conditions = take(/^conditions (.+)$/)
    if (!models || !paper || parts.length)
      throw new CellError(
        'model_approvals',
        `“${entry.slice(0, 60)}” is no model approval; write “Model A; Model B* | years 1968-1986 | paper its number | issued ` +
          `2024-05-01 | conditions in words”, only models and paper are required, several separated by //`
      )
    return present({
      models: list(models),
      fromYear: years?.[1] === undefined ? undefined : Number(years[1]),
      toYear: years?.[2] === undefined ? undefined : Number(years[2]),
      paper: paper[1],
      on: when?.[1] ?? when?.[2],
      awaited: when?.[0].startsWith('awaited') ? true : undefined,
      conditions: conditions?.[1] ?? ''
    })
  })
}

/** “within 0.5 deg; connectors forward, aft; or inverted; iron 600 mm away”: the last two optional. */
function stands(row: Row): unknown {
  const cell = row.stands?.trim() ?? ''
  if (cell === '') return undefined
  const found = /^within ([\d.]+) deg; connectors ([a-z, ]+?)(; or inverted)?(?:; iron ([\d.]+) mm away)?$/.exec(cell)
  if (!found)
    throw new CellError(
      'stands',
      `“${cell.slice(0, 60)}” is not a mounting requirement; write “within 0.5 deg; connectors forward, aft; or ` +
        `inverted; iron 600 mm away”, the last two optional`
    )
  const [, level, facing, inverted, iron] = found
  return present({
    levelDeg: Number(level),
    facing: facing!.split(',').map(facing => facing.trim()),
    inverted: inverted !== undefined,
    ironMm: iron === undefined ? undefined : Number(iron)
  })
}

const yes = (row: Row, column: Column): boolean => {
  const cell = row[column]?.trim().toLowerCase() ?? ''
  if (cell !== '' && cell !== 'yes' && cell !== 'no') throw new CellError(column, `“${cell}” is neither yes nor no`)
  return cell === 'yes'
}

/** Drops fields that are undefined, so that an empty cell means an absent field. */
const present = <T extends Record<string, unknown>>(fields: T): T =>
  Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined)) as T

/** “158 x 65 x 270”: width, height and depth. */
function body(row: Row): unknown {
  const cell = row.body_mm?.trim() ?? ''
  if (cell === '') return undefined
  const box = /^([\d.]+)\s*x\s*([\d.]+)\s*x\s*([\d.]+)$/.exec(cell)
  if (!box)
    throw new CellError('body_mm', `“${cell}” is not a box; write width x height x depth, like “158 x 65 x 270”`)
  return { widthMm: Number(box[1]), heightMm: Number(box[2]), depthMm: Number(box[3]) }
}
const screws = (row: Row): unknown[] =>
  list(row.screws_mm).map(entry => {
    const [xMm, yMm, holeMm] = entry.split(/\s+/).map(Number)
    if ([xMm, yMm, holeMm].some(value => value === undefined || !Number.isFinite(value)))
      throw new CellError('screws_mm', `“${entry}” is not a screw; write “x y hole”`)
    return { xMm, yMm, holeMm }
  })

/** How cells that hold more than one plain value are read. */
const OWN: Readonly<Record<OwnColumn, (row: Row) => unknown>> = {
  bezel_mm: row => shape(row, 'bezel_mm'),
  cutout_mm: row => shape(row, 'cutout_mm'),
  screws_mm: screws,
  front_mm: front,
  reads_deg: readsWithin,
  body_mm: body,
  battery,
  ports,
  connectors,
  needs,
  stands,
  model_approvals: modelApprovals,
  announced
}

/** The value of a cell; undefined where it says nothing. */
function valueOf(row: Row, column: Column): unknown {
  const text = row[column]?.trim() ?? ''
  switch (columnSpec(column).as) {
    case 'text':
      return text
    case 'word':
      return text || undefined
    case 'number':
      return number(row, column)
    case 'number or 0':
      return number(row, column) ?? 0
    case 'yes or no':
      return yes(row, column)
    case 'words':
      return list(text)
    case 'words if any':
      return text === '' ? undefined : list(text)
    case 'dollars': {
      const dollars = number(row, column)
      return dollars === undefined ? undefined : Math.round(dollars * 100)
    }
    case 'own':
      return OWN[column as OwnColumn](row)
  }
}

/** An item as its row says it, before the schema looks at it. */
function itemOf(row: Row): unknown {
  const filled = (column: Column) => (row[column] ?? '').trim() !== ''
  const item: Record<string, unknown> = {}
  for (const column of CATALOGUE_COLUMNS) {
    const base = baseOf(column)
    if (base && !filled(base)) {
      // A cell that says nothing without another one must not be dropped silently.
      if (filled(column)) throw new CellError(column, `“${row[column]!.trim()}” says nothing while ${base} is empty`)
      continue
    }
    const value = valueOf(row, column)
    if (value === undefined) continue
    const [part, field] = columnSpec(column).at.split('.') as [string, string?]
    if (field === undefined) item[part] = value
    else item[part] = { ...(item[part] as object | undefined), [field]: value }
  }
  return item
}

export interface CatalogueRead {
  items: Item[]
  problems: FileProblem[]
}

/** The rows that say anything, each with its line. */
function rowsOf(text: string, problems: FileProblem[]): { cells: string[]; line: number }[] {
  const clean = text.replace(/^\uFEFF/, '')
  const rows: { cells: string[]; line: number }[] = []
  let cursor = 0
  // What parts the cells is read off the header: within cells other signs part lists, and would be taken for it.
  const [head = ''] = clean.split(/[\r\n]/, 1)
  const many = (sign: string) => head.split(sign).length
  const [delimiter] = [',', ';', '\t'].sort((a, b) => many(b) - many(a))
  Papa.parse<string[]>(clean, {
    delimiter,
    step: ({ data, errors, meta }) => {
      const { line } = positionAt(clean, cursor)
      for (const error of errors)
        if (error.type !== 'Delimiter') problems.push({ line, column: 1, field: '', message: error.message })
      if (data.some(cell => cell.trim() !== '')) rows.push({ cells: data, line })
      cursor = meta.cursor
    }
  })
  return rows
}

/** Unknown columns that are told one by one: a file with more is no catalogue. */
const MOST_UNKNOWN = 50

/** Reads a catalogue from CSV. Every bad row is named with its line and column; the good ones are returned beside. */
export function readCatalogueCsv(text: string): CatalogueRead {
  const items: Item[] = []
  const problems: FileProblem[] = []
  const rows = rowsOf(text, problems)
  const header = rows[0]?.cells.map(cell => cell.trim()) ?? []
  const known: ReadonlySet<string> = new Set(CATALOGUE_COLUMNS)
  const unknown = header
    .map((name, index) => ({ name, index }))
    .filter(({ name }) => !known.has(name))
    .slice(0, MOST_UNKNOWN)
    .map(({ name, index }) => ({
      line: 1,
      column: index + 1,
      field: name,
      message: `there is no column “${name}”; the columns are ${CATALOGUE_COLUMNS.join(', ')}`
    }))
  const missing = (['id', 'name', 'maker', 'kind', 'mass_kg', 'price_usd', 'labour_h', 'mounts'] as const).filter(
    name => !header.includes(name)
  )
  if (unknown.length || missing.length) {
    return {
      items: [],
      problems: [
        ...problems,
        ...unknown,
        ...missing.map(name => ({ line: 1, column: 1, field: name, message: 'this column is missing' }))
      ]
    }
  }
  const seen = new Map<string, number>()
  for (const { cells, line } of rows.slice(1)) {
    const row: Row = Object.fromEntries(header.map((name, index) => [name, cells[index]]))
    const bad = (column: Column, message: string) =>
      problems.push({ line, column: header.indexOf(column) + 1, field: column, message })
    if (cells.length !== header.length) {
      problems.push({
        line,
        column: cells.length,
        field: '',
        message: `this row has ${cells.length} cells; the header has ${header.length}`
      })
      continue
    }
    const long = cells.findIndex(cell => cell.length > MOST_IN_CELL)
    if (long >= 0) {
      bad(header[long] as Column, `has ${cells[long]!.length} characters. Maximum is ${MOST_IN_CELL}`)
      continue
    }
    let raw: unknown
    try {
      // Catalogues of before format 5 have no column for tanks: what their ports say is carried over.
      raw = header.includes('tanks') ? itemOf(row) : modernise(itemOf(row))
    } catch (error) {
      if (!(error instanceof CellError)) throw error
      bad(error.column, error.message)
      continue
    }
    const found = schemaProblems(Item, raw)
    for (const problem of found) bad(columnOf(problem.path), problem.message)
    if (found.length) continue
    const item = Item.parse(raw)
    if (seen.has(item.id)) bad('id', `“${item.id}” is in line ${seen.get(item.id)} already`)
    else {
      seen.set(item.id, line)
      items.push(item)
    }
  }
  return { items, problems }
}
