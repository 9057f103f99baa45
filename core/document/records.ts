import type * as z from 'zod'
import { Item, itemKey } from '../catalogue/item'
import {
  Airframe,
  Bay,
  Brief,
  CircuitChoice,
  Disposal,
  Flow,
  Group,
  HandCheck,
  Label,
  Link,
  LogEntry,
  Option,
  Panel,
  Pilot,
  Place,
  Prices,
  Project,
  Quote,
  Route,
  Row,
  Unit,
  WorkPhase,
  Zone
} from './schema'
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
    rows: { kind: 'row', schema: Row, key: byId, says: 'row' },
    groups: { kind: 'group', schema: Group, key: byId, says: 'group' },
    labels: { kind: 'label', schema: Label, key: byId, says: 'label' },
    flows: { kind: 'flow', schema: Flow, key: byId, says: 'flow' },
    phases: { kind: 'phase', schema: WorkPhase, key: byId, says: 'phase' },
    quotes: { kind: 'quote', schema: Quote, key: byId, says: 'quote' }
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
            bays: { kind: 'bay', schema: Bay, key: byId, says: 'bay' }
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
        pilots: { kind: 'pilot', schema: Pilot, key: byId, says: 'pilot' }
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
      key: ({ clause }: { clause: string }) => clause,
      says: 'look at the clause'
    },
    log: { kind: 'log', schema: LogEntry, key: byId, says: 'log entry' }
  }
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
  zone: Zone
  bay: Bay
  item: Item
  fitted: Unit
  fittedLink: Link
  handCheck: HandCheck
  log: Project['log'][number]
  unit: Unit
  disposal: Disposal
  circuit: CircuitChoice
  link: Link
  row: Row
  group: Group
  label: Label
  flow: Flow
  phase: WorkPhase
  quote: Quote
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
  /** Its place in the file: `['options', 1, 'units', 4]`. */
  tree: (string | number)[]
  /** The path of the option (or agreed plan) it belongs to; empty for what belongs to the whole document. */
  scope: string
  body: Body
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

/** Every record of a document, parents before what is below them. */
export function* recordsOf(project: Project): Generator<Located> {
  yield* walk(PROJECT_SPEC, project as unknown as Body, '', [], '')
}
function* walk(spec: RecordSpec, body: Body, path: string, tree: Located['tree'], scope: string): Generator<Located> {
  const inside = spec.kind === 'option' ? path : scope
  yield { kind: spec.kind, spec, path, tree, scope: inside, body }
  for (const [field, part] of Object.entries(spec.parts ?? {}))
    if (body[field] !== undefined)
      yield* walk(part, body[field] as Body, partBelow(path, field), [...tree, field], inside)
  for (const [field, list] of Object.entries(spec.lists ?? {})) {
    const records = body[field] as Body[]
    for (let at = 0; at < records.length; at++)
      yield* walk(list, records[at]!, below(path, list, keyOf(list, records[at]!)), [...tree, field, at], inside)
  }
}
