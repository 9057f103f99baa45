import { perObject, remembered } from '../../cache'
import type * as z from 'zod'
import { Item, itemKey } from '../../catalogue/item'
import {
  Airframe,
  Bay,
  Blank,
  Brief,
  CircuitChoice,
  Confirmed,
  Disposal,
  Flow,
  Group,
  HandCheck,
  Label,
  Link,
  Loading,
  LogEntry,
  Option,
  Panel,
  Pilot,
  Place,
  Project,
  Route,
  Row,
  RulePack,
  Station,
  Stiffener,
  Unit,
  BusOrder,
  WireMark,
  Zone
} from './schema'
import { Actual, OwnCost, OwnTask, Prices, Quote, Shift, WorkPhase } from './budget'
import { Bus, Source, Supply, SupplySwitch, Tie } from './supply'

/**
 * A project is a tree in its file and a set of records underneath: every thing with an identity is a record, named by its
 * path (`option:b/unit:pfd`). This table says where each kind of record lives; walking, comparing, checking and the random
 * edits of the tests are derived from it.
 */
export interface RecordSpec {
  kind: RecordKind
  schema: z.ZodType
  /** Records that there is one of, in a field of this one. */
  parts?: Readonly<Record<string, RecordSpec>>
  /** Lists of records in fields of this one. */
  lists?: Readonly<Record<string, ListSpec>>
  /** A part that need not be there. */
  optional?: boolean
}
export interface ListSpec extends RecordSpec {
  /** What tells one record of the list from another. */
  key: (record: never) => string
  /** What is said of two with one key. */
  says: string
}

const byId = (record: { id: string }) => record.id
/** An answer is about a clause, of an option or of the aeroplane. */
export const checkKey = ({ clause, option }: { clause: string; option?: string }): string =>
  option === undefined ? clause : `${clause}@${option}`
const byUnit = (record: { unit: string }) => record.unit

const supply: RecordSpec = {
  kind: 'supply',
  schema: Supply,
  optional: true,
  lists: {
    sources: { kind: 'source', schema: Source, key: byId, says: 'source' },
    buses: { kind: 'bus', schema: Bus, key: byId, says: 'bus' },
    ties: { kind: 'tie', schema: Tie, key: byId, says: 'tie' },
    switches: { kind: 'switch', schema: SupplySwitch, key: byId, says: 'switch' }
  }
}
const option: RecordSpec = {
  kind: 'option',
  schema: Option,
  parts: { prices: { kind: 'prices', schema: Prices }, supply },
  lists: {
    units: { kind: 'unit', schema: Unit, key: byId, says: 'unit' },
    disposals: { kind: 'disposal', schema: Disposal, key: byUnit, says: 'fate of the unit' },
    circuits: { kind: 'circuit', schema: CircuitChoice, key: byUnit, says: 'circuit of the unit' },
    links: { kind: 'link', schema: Link, key: byId, says: 'link' },
    busOrders: { kind: 'busOrder', schema: BusOrder, key: byId, says: 'order of the bus' },
    wires: { kind: 'wire', schema: WireMark, key: ({ wire }: { wire: string }) => wire, says: 'wire' },
    rows: { kind: 'row', schema: Row, key: byId, says: 'row' },
    groups: { kind: 'group', schema: Group, key: byId, says: 'group' },
    labels: { kind: 'label', schema: Label, key: byId, says: 'label' },
    blanks: { kind: 'blank', schema: Blank, key: byId, says: 'blanking plate' },
    flows: { kind: 'flow', schema: Flow, key: byId, says: 'flow' },
    phases: { kind: 'phase', schema: WorkPhase, key: byId, says: 'phase' },
    quotes: { kind: 'quote', schema: Quote, key: byId, says: 'quote' },
    costs: { kind: 'cost', schema: OwnCost, key: byId, says: 'cost' },
    actuals: { kind: 'actual', schema: Actual, key: ({ line }: { line: string }) => line, says: 'sum paid for' },
    tasks: { kind: 'task', schema: OwnTask, key: byId, says: 'task' },
    shifts: { kind: 'shift', schema: Shift, key: ({ task }: { task: string }) => task, says: 'earliest day of' }
  }
}
export const PROJECT_SPEC: RecordSpec = {
  kind: 'project',
  schema: Project,
  parts: {
    brief: { kind: 'brief', schema: Brief },
    airframe: {
      kind: 'airframe',
      schema: Airframe,
      parts: {
        panel: {
          kind: 'panel',
          schema: Panel,
          lists: {
            zones: { kind: 'zone', schema: Zone, key: byId, says: 'zone' },
            bays: { kind: 'bay', schema: Bay, key: byId, says: 'bay' },
            stiffeners: { kind: 'stiffener', schema: Stiffener, key: byId, says: 'stiffener' }
          }
        }
      },
      lists: {
        places: { kind: 'place', schema: Place, key: byId, says: 'place' },
        routes: {
          kind: 'route',
          schema: Route,
          key: ({ from, to }: { from: string; to: string }) => (from < to ? `${from}~${to}` : `${to}~${from}`),
          says: 'route between'
        },
        pilots: { kind: 'pilot', schema: Pilot, key: byId, says: 'pilot' },
        stations: { kind: 'station', schema: Station, key: byId, says: 'station' },
        loadings: { kind: 'loading', schema: Loading, key: byId, says: 'loading' }
      }
    },
    agreed: {
      kind: 'agreed',
      schema: Project.shape.agreed,
      optional: true,
      parts: { option }
    }
  },
  lists: {
    items: { kind: 'item', schema: Item, key: itemKey, says: 'item' },
    fitted: { kind: 'fitted', schema: Unit, key: byId, says: 'unit' },
    fittedLinks: { kind: 'fittedLink', schema: Link, key: byId, says: 'link' },
    options: { ...option, key: byId, says: 'option' },
    handChecks: {
      kind: 'handCheck',
      schema: HandCheck,
      key: checkKey,
      says: 'look at the clause'
    },
    confirmed: {
      kind: 'confirmed',
      schema: Confirmed,
      key: ({ clause }: { clause: string }) => clause,
      says: 'confirmation of the clause'
    },
    packs: { kind: 'pack', schema: RulePack, key: byId, says: 'rule pack' },
    log: { kind: 'log', schema: LogEntry, key: byId, says: 'log entry' }
  }
}

/** Every kind of record that is in a list, with what tells one from another. */
const LIST_SPECS = new Map<string, ListSpec>()
;(function gather({ parts = {}, lists = {} }: RecordSpec) {
  for (const part of Object.values(parts)) gather(part)
  for (const list of Object.values(lists)) {
    LIST_SPECS.set(list.kind, list)
    gather(list)
  }
})(PROJECT_SPEC)
/** What the table says of a kind of record that is in a list. @throws Error for a kind that is in none */
export function listSpecOf(kind: string): ListSpec {
  const spec = LIST_SPECS.get(kind)
  if (!spec) throw new Error(`No list holds records of the kind “${kind}”.`)
  return spec
}

/** What each kind of record holds, the records below it left out. */
export interface RecordOf {
  project: Project
  brief: Brief
  airframe: Airframe
  panel: Panel
  agreed: NonNullable<Project['agreed']>
  option: Option
  prices: Prices
  supply: Supply
  source: Supply['sources'][number]
  bus: Supply['buses'][number]
  tie: Supply['ties'][number]
  switch: Supply['switches'][number]
  place: Place
  route: Airframe['routes'][number]
  pilot: Pilot
  station: Station
  stiffener: Stiffener
  loading: Loading
  zone: Zone
  bay: Bay
  item: Item
  fitted: Unit
  fittedLink: Link
  handCheck: HandCheck
  confirmed: z.infer<typeof Confirmed>
  pack: RulePack
  log: Project['log'][number]
  unit: Unit
  disposal: Disposal
  circuit: CircuitChoice
  link: Link
  busOrder: BusOrder
  wire: WireMark
  row: Row
  group: Group
  label: Label
  blank: Blank
  flow: Flow
  phase: WorkPhase
  quote: Quote
  cost: OwnCost
  actual: Actual
  task: OwnTask
  shift: Shift
}
export type RecordKind = keyof RecordOf

/** Any part of a document as plain data. */
export type Body = Readonly<Record<string, unknown>>

/** One record where it stands. */
export interface Located {
  kind: RecordKind
  spec: RecordSpec
  /** Its name: `option:b/unit:pfd`. */
  path: string
  /** The path of the option (or agreed plan) it belongs to; empty for what belongs to the whole document. */
  scope: string
  body: Body
  /** Its key, where it is one of a list. */
  key?: string
}

/** The name of a record of a list, below its parent's. */
export const below = (parent: string, spec: { kind: RecordKind }, key: string): string =>
  `${parent}${parent && '/'}${spec.kind}:${encodeURIComponent(key)}`
/** The name of a part, below its parent's. */
export const partBelow = (parent: string, field: string): string => `${parent}${parent && '/'}${field}`

/** The key of a record of a list. */
export const keyOf = (spec: ListSpec, body: Body): string => spec.key(body as never)

/** A record's own fields: without the records below it. */
export function ownFields(spec: RecordSpec, body: Body): Body {
  if (!spec.parts && !spec.lists) return body
  return Object.fromEntries(Object.entries(body).filter(([field]) => !spec.parts?.[field] && !spec.lists?.[field]))
}

/** Every record of a document, parents before what is below them. What did not change since is not walked again. */
export const recordsOf = perObject((project: Project): readonly Located[] => {
  const found: Located[] = []
  walk({ kind: 'project', spec: PROJECT_SPEC, path: '', scope: '', body: project as unknown as Body }, found)
  return found
})

function walk(at: Located, found: Located[]): void {
  const { spec, path, scope, body } = at
  found.push(at)
  for (const field in spec.parts) {
    const part = spec.parts[field]!
    if (body[field] === undefined) continue
    const there = partBelow(path, field)
    walk(
      {
        kind: part.kind,
        spec: part,
        path: there,
        scope: part.kind === 'option' ? there : scope,
        body: body[field] as Body
      },
      found
    )
  }
  for (const field in spec.lists) {
    const list = spec.lists[field]!
    const records = locatedIn(list, body[field] as Body[], path, scope)
    if (list.parts ?? list.lists) for (const record of records) walk(record, found)
    else for (const record of records) found.push(record)
  }
}

/** The records of one list, found once while the list is the same object: documents share what an edit leaves alone. */
const locatedIn = (list: ListSpec, records: readonly Body[], parent: string, scope: string): readonly Located[] =>
  recordsIn(records)(list, parent, scope)
const recordsIn = perObject((records: readonly Body[]) =>
  remembered(
    (list: ListSpec, parent: string, scope: string) =>
      records.map((body): Located => {
        const key = keyOf(list, body)
        const path = below(parent, list, key)
        return { kind: list.kind, spec: list, path, scope: list.kind === 'option' ? path : scope, body, key }
      }),
    1
  )
)

/** The place of a record in the file, from its name: `['options', 1, 'units', 4]`. Of two with one name the later is meant. */
export function treeOf(project: Project, path: string): (string | number)[] {
  const tree: (string | number)[] = []
  let spec: RecordSpec = PROJECT_SPEC
  let body = project as unknown as Body
  let parent = ''
  for (const step of path === '' ? [] : path.split('/')) {
    const part = spec.parts?.[step]
    if (part) {
      tree.push(step)
      body = body[step] as Body
      spec = part
      parent = partBelow(parent, step)
      continue
    }
    const [field, list] = Object.entries(spec.lists ?? {}).find(([, list]) => step.startsWith(`${list.kind}:`))!
    const records = body[field] as Body[]
    const there = `${parent}${parent && '/'}${step}`
    const index = records.findLastIndex(record => below(parent, list, keyOf(list, record)) === there)
    tree.push(field, index)
    body = records[index]!
    spec = list
    parent = there
  }
  return tree
}
