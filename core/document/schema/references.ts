import { perObject, remembered } from '../../cache'
import { create } from 'mutative'
import { itemKey, type Item } from '../../catalogue/item'
import { recordsOf, treeOf, type Body, type ListSpec, type Located, type RecordKind } from './records'
import type { BusOrder, CircuitChoice, Link, Project, Row, Unit } from './schema'
import { MAIN_ALTERNATOR, MAIN_BATTERY, UNIT_SOURCE, type Tie } from './supply'

/** What is to happen to what names a thing when that thing goes. */
type OnDrop =
  /** The thing cannot go while it is named. */
  | 'forbid'
  /** What names it goes too. */
  | 'cascade'
  /** The field is emptied. */
  | 'clear'
  /** The element of the list that names it goes; what is left with too few elements goes too. */
  | 'element'

/** What can be named: a record of some kind, or a node of the supply (bus, source, or a box with cells). */
type Target = RecordKind | 'node' | 'unit or zone' | 'fitted or zone'

export interface Reference {
  /** The way to the field; `*` stands for each element of a list. */
  field: string
  to: Target
  onDrop: OnDrop
  /** For `clear`: the part of the record that is emptied with it; the field alone where left out. */
  empties?: string
  /** A name that leads nowhere may stand in a file; the room that reads it says so. */
  loose?: boolean
  /** For `element`: how many must be left. */
  least?: number
}

const unitReferences: readonly Reference[] = [
  { field: 'item', to: 'item', onDrop: 'forbid' },
  { field: 'place', to: 'place', onDrop: 'forbid' }
]

/**
 * Every name of one record in another, once. Checking a file, what goes along when something goes, and the random edits of the
 * tests are derived from it. A kind of record without an entry does not compile; a test finds fields that were forgotten.
 */
export const REFERENCES: Readonly<Record<RecordKind, readonly Reference[]>> = {
  project: [],
  brief: [],
  airframe: [{ field: 'battery.place', to: 'place', onDrop: 'forbid' }],
  panel: [],
  agreed: [],
  option: [{ field: 'shop', to: 'quote', onDrop: 'clear' }],
  prices: [],
  supply: [],
  source: [],
  bus: [],
  tie: [
    { field: 'from', to: 'node', onDrop: 'cascade' },
    { field: 'to', to: 'node', onDrop: 'cascade' },
    // A tie without its switch is closed always.
    { field: 'by.switch', to: 'switch', onDrop: 'clear', empties: 'by' },
    { field: 'unit', to: 'unit', onDrop: 'clear' }
  ],
  switch: [{ field: 'unit', to: 'unit', onDrop: 'clear' }],
  place: [],
  route: [
    { field: 'from', to: 'place', onDrop: 'cascade' },
    { field: 'to', to: 'place', onDrop: 'cascade' }
  ],
  pilot: [],
  station: [],
  stiffener: [],
  loading: [{ field: 'loads.*.station', to: 'station', onDrop: 'element', least: 0 }],
  zone: [],
  bay: [],
  item: [],
  // A phase is of an option: what was found installed has none that could be named.
  fitted: [...unitReferences, { field: 'phase', to: 'phase', onDrop: 'clear', loose: true }],
  fittedLink: [
    { field: 'from.unit', to: 'fitted', onDrop: 'cascade' },
    { field: 'to.unit', to: 'fitted', onDrop: 'cascade' }
  ],
  handCheck: [{ field: 'option', to: 'option', onDrop: 'cascade' }],
  confirmed: [],
  pack: [],
  log: [],
  unit: [...unitReferences, { field: 'phase', to: 'phase', onDrop: 'clear' }],
  disposal: [
    { field: 'unit', to: 'fitted', onDrop: 'cascade' },
    { field: 'phase', to: 'phase', onDrop: 'clear' }
  ],
  circuit: [
    { field: 'unit', to: 'unit', onDrop: 'cascade' },
    { field: 'bus', to: 'bus', onDrop: 'clear' },
    { field: 'alsoBus', to: 'bus', onDrop: 'clear' },
    { field: 'sharesWith', to: 'unit', onDrop: 'clear' },
    { field: 'breakerUnit', to: 'unit', onDrop: 'clear' },
    { field: 'switch.unit', to: 'unit', onDrop: 'clear' }
  ],
  link: [
    { field: 'from.unit', to: 'unit', onDrop: 'cascade' },
    { field: 'to.unit', to: 'unit', onDrop: 'cascade' }
  ],
  busOrder: [{ field: 'nodes.*.unit', to: 'unit', onDrop: 'element', least: 2 }],
  wire: [{ field: 'via.*', to: 'place', onDrop: 'element', least: 0 }],
  row: [{ field: 'units.*', to: 'unit', onDrop: 'element', least: 1 }],
  group: [{ field: 'units.*', to: 'unit', onDrop: 'element', least: 2 }],
  label: [],
  blank: [{ field: 'hole', to: 'fitted or zone', onDrop: 'cascade' }],
  flow: [{ field: 'steps.*.to', to: 'unit or zone', onDrop: 'element', loose: true, least: 0 }],
  phase: [],
  quote: [],
  cost: [{ field: 'phase', to: 'phase', onDrop: 'clear' }],
  actual: [],
  task: [{ field: 'phase', to: 'phase', onDrop: 'clear' }],
  shift: []
}

/** A name that stands in a record: which reference, at what way below it, and what it says. */
interface Named {
  reference: Reference
  way: (string | number)[]
  value: string
}

const NONE: readonly Named[] = []
/** All names in a record. A record that is the same object names the same. */
const namesIn = ({ kind, body }: Located): readonly Named[] =>
  REFERENCES[kind].length === 0 ? NONE : namesOfBody(body)(kind)
const namesOfBody = perObject((body: Body) =>
  remembered((kind: RecordKind): readonly Named[] => {
    const found: Named[] = []
    for (const reference of REFERENCES[kind])
      descend(body, reference.field.split('.'), [], (way, value) => {
        found.push({ reference, way, value: reference.to === 'item' ? itemNamed(body) : value })
      })
    return found
  }, 1)
)
function descend(
  part: unknown,
  [field, ...rest]: readonly string[],
  way: (string | number)[],
  say: (way: (string | number)[], value: string) => void
): void {
  if (part === undefined) return
  if (field === undefined) say(way, part as string)
  else if (field !== '*') descend((part as Body)[field], rest, [...way, field], say)
  else (part as unknown[]).forEach((element, index) => descend(element, rest, [...way, index], say))
}
/** A unit names its item by the entry and the revision. */
const itemNamed = (unit: Body): string =>
  itemKey({ id: unit.item as string, revision: unit.revision as number | undefined })

/** What there is to be named, for the whole document and in each option. */
interface Index {
  whole: Map<RecordKind, Set<string>>
  scopes: Map<string, Map<RecordKind, Set<string>>>
  items: Map<string, Item>
}
const indexOf = perObject((records: readonly Located[]): Index => {
  const index: Index = { whole: new Map(), scopes: new Map(), items: new Map() }
  for (const { kind, scope, body, key } of records) {
    if (key === undefined && kind !== 'supply') continue
    // An option is the scope of what is in it, and is named from outside.
    let kinds = scope === '' || kind === 'option' ? index.whole : index.scopes.get(scope)
    if (!kinds) index.scopes.set(scope, (kinds = new Map()))
    let keys = kinds.get(kind)
    if (!keys) kinds.set(kind, (keys = new Set()))
    keys.add(key ?? kind)
    if (kind === 'item') index.items.set(key!, body as unknown as Item)
  }
  return index
})

function isThere(index: Index, scope: string, to: Target, value: string): boolean {
  const own = index.scopes.get(scope)
  const has = (kind: RecordKind) => (own?.get(kind) ?? index.whole.get(kind))?.has(value) ?? false
  switch (to) {
    case 'unit or zone':
      return has('unit') || has('zone')
    case 'fitted or zone':
      return has('fitted') || has('zone')
    case 'node':
      return (
        value === MAIN_BATTERY ||
        value === MAIN_ALTERNATOR ||
        has('bus') ||
        has('source') ||
        (value.startsWith(UNIT_SOURCE) && (own?.get('unit')?.has(value.slice(UNIT_SOURCE.length)) ?? false))
      )
    case 'bus':
      // Where the proposal stands, its buses are not in the document.
      return !own?.has('supply') || has('bus')
    default:
      return has(to)
  }
}

interface Loose extends Named {
  at: Located
}
function looseReferences(records: readonly Located[], index: Index): Loose[] {
  const loose: Loose[] = []
  for (const at of records)
    for (const name of namesIn(at))
      if (!isThere(index, at.scope, name.reference.to, name.value)) loose.push({ ...name, at })
  return loose
}

const SAYS: Partial<Record<Target, string>> = {
  'item': 'item',
  'place': 'place',
  'phase': 'phase',
  'quote': 'quote',
  'fitted': 'unit among what was found installed',
  'unit': 'unit',
  'bus': 'bus',
  'switch': 'switch',
  'node': 'bus or source',
  'unit or zone': 'unit or zone',
  'fitted or zone': 'installed unit or zone'
}
const label = (body: Body): string => String(body.label ?? body.name ?? body.text ?? body.unit ?? body.id ?? 'this')
/** A record in words: what it is and what it is called. */
const sayRecord = ({ kind, spec, body }: Located): string => {
  const called = label(body)
  const what = kind === 'fitted' ? 'installed unit' : 'says' in spec ? String(spec.says) : kind
  return called === 'this' ? `the ${what}` : `the ${what} “${called}”`
}

export interface ReferenceProblem {
  path: (string | number)[]
  message: string
}

/**
 * Finds what the shape of the document alone cannot: keys used twice, names of things that are not there, and what may not be
 * said together.
 * @returns one problem each, with its path in the document; none when the document holds together
 */
export function referenceProblems(project: Project): ReferenceProblem[] {
  const records = recordsOf(project)
  const index = indexOf(records)
  return [
    ...usedTwice(project, records),
    ...looseReferences(records, index).flatMap(({ at, way, value, reference }) =>
      reference.loose
        ? []
        : [
            {
              path: [...treeOf(project, at.path), ...way],
              message: `there is no ${SAYS[reference.to] ?? reference.to} “${value.replace(/@1$/, '')}” in this ${
                at.scope === '' || ['item', 'place', 'fitted'].includes(reference.to) ? 'file' : 'option'
              }`
            }
          ]
    ),
    ...rulesBroken(project, records, index)
  ]
}

function usedTwice(project: Project, records: readonly Located[]): ReferenceProblem[] {
  const seen = new Set<string>()
  const problems: ReferenceProblem[] = []
  for (const { path, spec, body, key } of records) {
    if (key === undefined) continue
    if (seen.has(path)) {
      const field =
        body.id !== undefined ? 'id' : body.unit !== undefined ? 'unit' : body.clause !== undefined ? 'clause' : 'to'
      const { says } = spec as ListSpec
      const called = key.replace(/@1$/, '').replace('~', ' and ')
      problems.push({
        path: [...treeOf(project, path), field],
        message: field === 'id' ? `the ${says} id “${called}” is used twice` : `the ${says} “${called}” is there twice`
      })
    }
    seen.add(path)
  }
  return problems
}

/** Who on the face is said to be what: a unit that is one switch or breaker is no other. */
function faceNames({ kind, body }: Located): { unit: string; what: string; way: string[] }[] {
  if (kind === 'switch' || kind === 'tie') {
    const { unit, name } = body as { unit?: string; name: string }
    return unit === undefined ? [] : [{ unit, what: `“${name}”`, way: ['unit'] }]
  }
  if (kind !== 'circuit') return []
  const { breakerUnit } = body as unknown as CircuitChoice
  return breakerUnit === undefined ? [] : [{ unit: breakerUnit, what: 'a breaker', way: ['breakerUnit'] }]
}

/** What no single record can know of itself: rules between records of one option. */
function rulesBroken(project: Project, records: readonly Located[], index: Index): ReferenceProblem[] {
  const problems: ReferenceProblem[] = []
  const circuits = new Map<string, Map<string, CircuitChoice>>()
  const units = new Map<string, Unit>()
  const rowed = new Set<string>()
  const onFace = new Map<string, string>()
  for (const { kind, scope, body, path } of records) {
    if (kind === 'circuit') {
      const circuit = body as unknown as CircuitChoice
      circuits.set(scope, (circuits.get(scope) ?? new Map<string, CircuitChoice>()).set(circuit.unit, circuit))
    } else if (kind === 'unit' || kind === 'fitted') units.set(path, body as unknown as Unit)
  }
  const switches = new Map(
    records.flatMap(({ kind, path, body }) =>
      kind === 'switch' ? [[path, body as unknown as { name: string; positions: string[] }] as const] : []
    )
  )
  for (const { kind, scope, body, path } of records) {
    const say = (way: (string | number)[], message: string) =>
      problems.push({ path: [...treeOf(project, path), ...way], message })
    for (const name of faceNames({ kind, body } as Located)) {
      const key = `${scope} ${name.unit}`
      const other = onFace.get(key)
      if (other !== undefined)
        say(name.way, `“${name.unit}” on the face is ${other} already; it cannot be ${name.what} too`)
      else onFace.set(key, name.what)
    }
    if (kind === 'row')
      (body as unknown as Row).units.forEach((id, index) => {
        const key = `${scope} ${id}`
        if (rowed.has(key)) say(['units', index], `“${id}” is set out by two rows`)
        rowed.add(key)
      })
    else if (kind === 'circuit') {
      const { unit, sharesWith } = body as unknown as CircuitChoice
      if (sharesWith === undefined) continue
      if (sharesWith === unit) say(['sharesWith'], `the circuit of “${unit}” shares a breaker with itself`)
      else if (circuits.get(scope)?.get(sharesWith)?.sharesWith !== undefined)
        say(
          ['sharesWith'],
          `“${unit}” shares the breaker of “${sharesWith}”, which has no breaker: a breaker is shared with a unit that has one`
        )
    } else if (kind === 'link' || kind === 'fittedLink') {
      const link = body as unknown as Link
      for (const end of ['from', 'to'] as const) {
        const unit = units.get(kind === 'link' ? `${scope}/unit:${link[end].unit}` : `fitted:${link[end].unit}`)
        const item = unit && index.items.get(itemKey({ id: unit.item, revision: unit.revision }))
        if (item && !item.ports.some(port => port.id === link[end].port))
          say([end, 'port'], `“${unit.label}” has no port “${link[end].port}”`)
      }
    } else if (kind === 'busOrder') {
      const ends = (body as unknown as BusOrder).nodes.map(node => `${node.unit} ${node.port}`)
      const twice = ends.findIndex((end, index) => ends.indexOf(end) < index)
      if (twice >= 0) say(['nodes', twice], `“${ends[twice]}” is on the bus twice`)
    } else if (kind === 'tie') {
      const tie = body as unknown as Tie
      if (tie.from === tie.to) say(['to'], `“${tie.name}” leads from “${tie.from}” back to itself`)
      const by = tie.by && switches.get(path.replace(/tie:[^/]*$/, `switch:${encodeURIComponent(tie.by.switch)}`))
      const none = by && tie.by!.in.find(position => !by.positions.includes(position))
      if (none !== undefined) say(['by', 'in'], `“${by!.name}” has no position “${none}”`)
    } else if (kind === 'source' || kind === 'bus') {
      const { id } = body as { id: string }
      const taken =
        id === MAIN_BATTERY ||
        id === MAIN_ALTERNATOR ||
        (kind === 'bus' && (index.scopes.get(scope)?.get('source')?.has(id) ?? false))
      if (taken) say(['id'], `“${id}” is the id of another source or bus`)
    }
  }
  return problems
}

/**
 * What must follow when records have gone: what named them goes too, is emptied, or forbids it, as the table says.
 * @param before the document the edit began from: a name that stood there already is a consequence, a new one is a mistake
 * @param refuse throws, with words for what cannot be
 */
export function followDrops(before: Project, after: Project, refuse: (message: string) => never): Project {
  let then: Before | undefined
  for (let now = after; ;) {
    const records = recordsOf(now)
    const loose = looseReferences(records, indexOf(records))
    if (loose.length === 0) return now
    then ??= new Before(before)
    const old = then
    const todo = loose.filter(named => !named.reference.loose || old.hadTarget(named))
    if (todo.length === 0) return now
    for (const loose of todo) {
      const what = `${SAYS[loose.reference.to] ?? loose.reference.to} “${loose.value.replace(/@1$/, '')}”`
      if (!old.said(loose)) refuse(`There is no ${what}, which ${sayRecord(loose.at)} names`)
      if (loose.reference.onDrop === 'forbid') refuse(`The ${what} cannot go: ${sayRecord(loose.at)} needs it`)
    }
    const gone = new Set<string>()
    const place = new Map(todo.map(named => [named.at.path, treeOf(now, named.at.path)]))
    now = create(now, draft => {
      // From the end, so that what goes does not shift what is still to go.
      for (const loose of todo.reverse())
        if (!gone.has(loose.at.path) && follow(draft as unknown as Body, loose, place.get(loose.at.path)!))
          gone.add(loose.at.path)
    })
  }
}

/** The document an edit began from, as far as it is asked about. */
class Before {
  private readonly records: Map<string, Located>
  private readonly index: Index
  constructor(project: Project) {
    const all = recordsOf(project)
    this.records = new Map(all.map(record => [record.path, record]))
    this.index = indexOf(all)
  }
  /** Whether the record named the same then. */
  said({ at, reference, value }: Loose): boolean {
    const was = this.records.get(at.path)
    return was !== undefined && namesIn(was).some(name => name.reference === reference && name.value === value)
  }
  /** Whether what is named was there then. */
  hadTarget = ({ at, reference, value }: Loose): boolean => isThere(this.index, at.scope, reference.to, value)
}

/** Does to a draft what the table says of a name that leads nowhere any more. @returns whether the whole record went */
function follow(draft: Body, loose: Loose, tree: readonly (string | number)[]): boolean {
  const { way, reference } = loose
  const reach = (steps: readonly (string | number)[]) =>
    steps.reduce<unknown>((part, step) => (part as Record<string | number, unknown>)[step], draft)
  const remove = () => {
    ;(reach(tree.slice(0, -1)) as unknown[]).splice(tree.at(-1) as number, 1)
    return true
  }
  const drop = reference.onDrop
  if (drop === 'cascade') return remove()
  if (drop === 'clear') {
    const emptied = reference.empties === undefined ? way : [reference.empties]
    delete (reach([...tree, ...emptied.slice(0, -1)]) as Record<string, unknown>)[emptied.at(-1)!]
    // A record in which nothing but its key is left says nothing: it goes.
    return Object.keys(reach(tree) as object).length === 1 && remove()
  }
  if (drop !== 'element') return false
  const star = reference.field.split('.').indexOf('*')
  const list = reach([...tree, ...way.slice(0, star)]) as unknown[]
  list.splice(way[star] as number, 1)
  return list.length < (reference.least ?? 0) && remove()
}
