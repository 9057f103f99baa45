import equal from 'fast-deep-equal'
import * as z from 'zod'
import { below, keyOf, ownFields, partBelow, PROJECT_SPEC, type Body, type RecordSpec } from '../schema/records'
import type { Project } from '../schema/schema'

const Plain = z.record(z.string().max(64), z.unknown())
/** A record with the one of its list it stands before; the last of the list when absent. */
const Placed = z.strictObject({ record: Plain, before: z.string().max(400).optional() })
const Path = z.string().max(400)

/**
 * What a change does, record by record. Its reverse is had by exchanging `added` with `removed` and the two of each pair;
 * it can
 * be put on any document in which the records it touches are there.
 */
export const Diff = z.strictObject({
  added: z.record(Path, Placed),
  removed: z.record(Path, Placed),
  updated: z.record(Path, z.tuple([Plain, Plain]))
})
export type Diff = z.infer<typeof Diff>
type PlacedRecord = z.infer<typeof Placed>

/** A diff that cannot be put on this document. Nothing was changed. */
export class DiffError extends Error {}

/** The names of the records a diff touches. */
export const touched = (diff: Diff): string[] => [
  ...Object.keys(diff.added),
  ...Object.keys(diff.removed),
  ...Object.keys(diff.updated)
]

/** The diff that takes this one back. */
export const reverse = (diff: Diff): Diff => ({
  added: diff.removed,
  removed: diff.added,
  updated: Object.fromEntries(Object.entries(diff.updated).map(([path, [from, to]]) => [path, [to, from]]))
})

/** What turns one document into another. What both share is not looked at. */
export function difference(before: Project, after: Project): Diff {
  const diff: Diff = { added: {}, removed: {}, updated: {} }
  compare({ spec: PROJECT_SPEC, before: before as unknown as Body, after: after as unknown as Body, path: '', diff })
  return diff
}

function compare({
  spec,
  before,
  after,
  path,
  diff
}: {
  spec: RecordSpec
  before: Body
  after: Body
  path: string
  diff: Diff
}): void {
  if (before === after) return
  const [from, to] = [ownFields(spec, before), ownFields(spec, after)]
  if (!equal(from, to)) diff.updated[path] = [from, to]
  for (const [field, part] of Object.entries(spec.parts ?? {})) {
    const [was, is] = [before[field] as Body | undefined, after[field] as Body | undefined]
    const there = partBelow(path, field)
    if (was && is) compare({ spec: part, before: was, after: is, path: there, diff })
    else if (was) gather({ spec: part, body: was, path: there, before: undefined, side: diff.removed })
    else if (is) gather({ spec: part, body: is, path: there, before: undefined, side: diff.added })
  }
  for (const [field, list] of Object.entries(spec.lists ?? {})) {
    const [was, is] = [before[field] as Body[], after[field] as Body[]]
    if (was === is) continue
    const name = (entry: Body) => below(path, list, keyOf(list, entry))
    const [old, now] = [new Map(was.map(entry => [name(entry), entry])), new Map(is.map(entry => [name(entry), entry]))]
    const shared = was.map(name).filter(there => now.has(there))
    const order = is.map(name).filter(there => old.has(there))
    // Where a whole list was replaced and stands in another order, what both have is taken out and set in anew.
    const turned = shared.some((there, index) => order[index] !== there)
    const follows = (records: Body[], index: number) => records[index + 1] && name(records[index + 1]!)
    was.forEach((entry, index) => {
      const next = now.get(name(entry))
      if (next && !turned) compare({ spec: list, before: entry, after: next, path: name(entry), diff })
      else gather({ spec: list, body: entry, path: name(entry), before: follows(was, index), side: diff.removed })
    })
    is.forEach((entry, index) => {
      if (!old.has(name(entry)) || turned)
        gather({ spec: list, body: entry, path: name(entry), before: follows(is, index), side: diff.added })
    })
  }
}

/** Puts a record and all below it into one side of a diff. */
function gather({
  spec,
  body,
  path,
  before,
  side
}: {
  spec: RecordSpec
  body: Body
  path: string
  before: string | undefined
  side: Record<string, PlacedRecord>
}): void {
  side[path] = { record: ownFields(spec, body), ...(before !== undefined && { before }) }
  for (const [field, part] of Object.entries(spec.parts ?? {}))
    if (body[field])
      gather({ spec: part, body: body[field] as Body, path: partBelow(path, field), before: undefined, side })
  for (const [field, list] of Object.entries(spec.lists ?? {})) {
    const records = body[field] as Body[]
    const name = (entry: Body) => below(path, list, keyOf(list, entry))
    records.forEach((record, index) =>
      gather({
        spec: list,
        body: record,
        path: name(record),
        before: records[index + 1] && name(records[index + 1]!),
        side
      })
    )
  }
}

/** The parts of a diff by the name of their parent, so that each level looks only at its own. */
interface Below {
  added: Map<string, Map<string, PlacedRecord>>
  removed: Set<string>
  updated: ReadonlyMap<string, Body>
  /** Names of all records on the way to one that is touched. */
  onTheWay: Set<string>
  used: Set<string>
}
const parentOf = (path: string): string => path.slice(0, Math.max(0, path.lastIndexOf('/')))

/**
 * Puts a diff on a document.
 * @returns the new document, which shares with the old one all that the diff does not touch
 * @throws DiffError when a record it changes or removes is not there, or one it adds is there already
 */
export function applyDiff(project: Project, diff: Diff): Project {
  const added: Below['added'] = new Map()
  for (const [path, placed] of Object.entries(diff.added)) {
    const parent = parentOf(path)
    added.set(parent, (added.get(parent) ?? new Map<string, PlacedRecord>()).set(path, placed))
  }
  const onTheWay = new Set<string>([''])
  for (const path of touched(diff)) for (let at = path; at !== ''; at = parentOf(at)) onTheWay.add(at)
  const parts: Below = {
    added,
    removed: new Set(Object.keys(diff.removed)),
    updated: new Map(Object.entries(diff.updated).map(([path, [, to]]) => [path, to])),
    onTheWay,
    used: new Set()
  }
  const next = rebuild(PROJECT_SPEC, project as unknown as Body, '', parts) as unknown as Project
  for (const path of touched(diff))
    if (!parts.used.has(path))
      throw new DiffError(`“${decodeURIComponent(path)}” is not there, so it cannot be changed; nothing was changed.`)
  return next
}

/** A record as it comes new, with all that is added below it. */
function fresh(spec: RecordSpec, placed: PlacedRecord, path: string, parts: Below): Body {
  parts.used.add(path)
  const bare: Record<string, unknown> = { ...placed.record }
  for (const field of Object.keys(spec.lists ?? {})) bare[field] = []
  return rebuild(spec, bare, path, parts)
}

function rebuild(spec: RecordSpec, body: Body, path: string, parts: Below): Body {
  if (!parts.onTheWay.has(path)) return body
  const next: Record<string, unknown> = { ...body }
  const own = parts.updated.get(path)
  if (own) {
    parts.used.add(path)
    for (const field of Object.keys(ownFields(spec, body))) if (!(field in own)) delete next[field]
    Object.assign(next, own)
  }
  const newBelow = parts.added.get(path) ?? new Map<string, PlacedRecord>()
  for (const [field, part] of Object.entries(spec.parts ?? {})) {
    const there = partBelow(path, field)
    if (parts.removed.has(there) && next[field] !== undefined) {
      useAll(part, next[field] as Body, there, parts)
      delete next[field]
    } else if (newBelow.has(there)) {
      if (next[field] !== undefined) throw new DiffError(`“${there}” is there already; nothing was changed.`)
      next[field] = fresh(part, newBelow.get(there)!, there, parts)
    } else if (next[field] !== undefined) next[field] = rebuild(part, next[field] as Body, there, parts)
  }
  for (const [field, list] of Object.entries(spec.lists ?? {})) {
    // A document of an older format may not have the list yet.
    const records = (next[field] ?? []) as Body[]
    const name = (entry: Body) => below(path, list, keyOf(list, entry))
    const prefix = below(path, list, '')
    const coming = [...newBelow].filter(([there]) => there.startsWith(prefix))
    if (coming.length === 0 && !records.some(record => parts.onTheWay.has(name(record)))) continue
    const kept: [string, Body][] = []
    for (const record of records) {
      const there = name(record)
      if (parts.removed.has(there)) useAll(list, record, there, parts)
      else kept.push([there, rebuild(list, record, there, parts)])
    }
    next[field] = settle(
      kept,
      coming.map(([there, placed]) => [there, placed.before, fresh(list, placed, there, parts)])
    )
  }
  return next
}

/** Sets what comes new into a list, each before the one it is to stand before; what that names no more stands last. */
function settle(kept: [string, Body][], coming: [string, string | undefined, Body][]): Body[] {
  const list = [...kept]
  for (const [there] of coming)
    if (list.some(([name]) => name === there))
      throw new DiffError(`“${decodeURIComponent(there)}” is there already; nothing was changed.`)
  let open = coming
  while (open.length) {
    const names = new Set(list.map(([name]) => name))
    const waiting = new Set(open.map(([name]) => name))
    // What stands before one that is itself still to come waits for it.
    const ready = open.filter(([, before]) => before === undefined || names.has(before) || !waiting.has(before))
    const now = ready.length ? ready : open
    for (const [name, before, body] of now) {
      const index = before === undefined ? -1 : list.findIndex(([other]) => other === before)
      list.splice(index < 0 ? list.length : index, 0, [name, body])
    }
    open = open.filter(pair => !now.includes(pair))
  }
  return list.map(([, body]) => body)
}

/** Marks a removed record and all below it as found. What is below it goes with it. */
function useAll(spec: RecordSpec, body: Body, path: string, parts: Below): void {
  parts.used.add(path)
  for (const [field, part] of Object.entries(spec.parts ?? {}))
    if (body[field]) useAll(part, body[field] as Body, partBelow(path, field), parts)
  for (const [field, list] of Object.entries(spec.lists ?? {}))
    for (const entry of body[field] as Body[]) useAll(list, entry, below(path, list, keyOf(list, entry)), parts)
}

/** One diff that does what two do one after the other. */
export function squash(first: Diff, then: Diff): Diff {
  const diff: Diff = { added: {}, removed: {}, updated: {} }
  for (const path of new Set([...touched(first), ...touched(then)])) {
    const start =
      first.removed[path] ??
      (first.updated[path] && { record: first.updated[path][0] }) ??
      (first.added[path]
        ? undefined
        : (then.removed[path] ?? (then.updated[path] && { record: then.updated[path][0] })))
    const end =
      then.added[path] ??
      (then.updated[path] && { record: then.updated[path][1] }) ??
      (then.removed[path]
        ? undefined
        : (first.added[path] ?? (first.updated[path] && { record: first.updated[path][1] })))
    const before = (then.added[path] ?? first.added[path])?.before
    const place = { ...end!, ...(before !== undefined && { before }) }
    const moved = [first, then].some(diff => diff.added[path] ?? diff.removed[path])
    if (!start && end) diff.added[path] = place
    else if (start && !end) diff.removed[path] = first.removed[path] ?? { ...then.removed[path]!, record: start.record }
    else if (start && end && moved) {
      diff.removed[path] = first.removed[path] ?? { ...then.removed[path], record: start.record }
      diff.added[path] = place
    } else if (start && end && !equal(start.record, end.record)) diff.updated[path] = [start.record, end.record]
  }
  return diff
}

/**
 * The records two diffs both have a hand in: the same one changed by both, or one changed below what the other took away.
 * When there are none, either can be put on a document after the other, in either order.
 */
export function disputed(mine: Diff, theirs: Diff): string[] {
  const other = new Set(touched(theirs))
  const above = (paths: readonly string[], gone: ReadonlySet<string>) =>
    paths.filter(path => {
      for (let at = parentOf(path); at !== ''; at = parentOf(at)) if (gone.has(at)) return true
      return false
    })
  return [
    ...new Set([
      ...touched(mine).filter(path => other.has(path)),
      ...above(touched(mine), new Set(Object.keys(theirs.removed))),
      ...above(touched(theirs), new Set(Object.keys(mine.removed)))
    ])
  ]
}
