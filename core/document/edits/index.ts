import { perObject } from '../../cache'
import equal from 'fast-deep-equal'
import * as z from 'zod'
import { create } from 'mutative'
import { difference, touched, type Diff } from '../changes/diff'
import { recordsOf, type RecordSpec } from '../schema/records'
import { followDrops, referenceProblems } from '../schema/references'
import type { Project } from '../schema/schema'
import { aeroplaneEdits } from './aeroplane'
import { arrangementEdits } from './arrangement'
import { itemEdits } from './items'
import { refuse, type EditKind } from './kit'
import { optionEdits } from './options'
import { supplyEdits } from './supply'
import { unitEdits } from './units'

export { installedOption } from './installed'
export { AS_FOUND, EditError, freshId } from './kit'

/** Every change a person or a remedy can make, by its name: one small file a family. */
const EDITS = {
  ...aeroplaneEdits,
  ...itemEdits,
  ...optionEdits,
  ...unitEdits,
  ...arrangementEdits,
  ...supplyEdits
}
type Edits = typeof EDITS
type ShapeOf<K extends keyof Edits> = Edits[K] extends EditKind<infer S> ? S : never

/** An edit as data. */
export type Edit = { [K in keyof Edits]: { type: K } & z.infer<z.ZodObject<ShapeOf<K>>> }[keyof Edits]
export type EditType = Edit['type']

/** The shape of every edit, by its name; the random edits of the tests are made from it. */
export const EDIT_SHAPES = Object.fromEntries(
  Object.entries(EDITS).map(([type, kind]) => [type, z.strictObject(kind.shape as z.ZodRawShape)])
) as Record<EditType, z.ZodObject>

/** A change as the history keeps it. */
export interface Change {
  label: string
  diff: Diff
}

/** What a record's own schema says of lists below it: how many they may hold. */
function overfull(spec: RecordSpec, body: Record<string, unknown>): string | undefined {
  for (const field of Object.keys(spec.lists ?? {})) {
    const most = mostIn(spec.schema, field)
    const count = (body[field] as unknown[]).length
    if (most !== undefined && count > most) return `${count} ${field}; there may be ${most}`
  }
  return undefined
}
const mostIn = (schema: z.ZodType, field: string): number | undefined => mostsOf(schema).get(field)
/** Most entries of each list of a record, where its schema says. */
const mostsOf = perObject(
  (schema: z.ZodType) =>
    new Map(Object.keys((schema as z.ZodObject).shape).map(field => [field, mostOfList(schema, field)] as const))
)
function mostOfList(schema: z.ZodType, field: string): number | undefined {
  let list = (schema as z.ZodObject).shape[field] as z.ZodType
  while (list instanceof z.ZodDefault || list instanceof z.ZodOptional) list = list.unwrap() as z.ZodType
  const limit = list._zod.def.checks?.map(check => check._zod.def as { check: string; maximum?: number })
  return limit?.find(check => check.check === 'max_length')?.maximum
}

/**
 * Applies edits, all or none. What they leave behind holds together: what named a thing that is gone has followed, and every
 * record that was touched is what its schema allows, so that it can be saved.
 * @returns the new document and the change for the history; the old document is untouched
 * @throws EditError when an edit cannot be made
 */
export function applyEdits(
  project: Project,
  edits: readonly Edit[],
  label: string
): { project: Project; change: Change } {
  const next = tryEdits(project, edits)
  const diff = difference(project, next)
  if (touched(diff).length > 0) assertValid(next, diff)
  return { project: next, change: { label, diff } }
}

/**
 * What edits would leave behind, for a look at what they do: without a change to keep, and not asked whether it could be saved.
 * @throws EditError when an edit cannot be made
 */
export function tryEdits(project: Project, edits: readonly Edit[]): Project {
  let next = project
  for (const edit of edits) {
    const began = next
    const kind = EDITS[edit.type] as unknown as EditKind<z.ZodRawShape> | undefined
    if (!kind) refuse(`There is no edit “${edit.type}”`)
    next = create(began, draft => kind!.apply(draft as Project, edit as never))
    next = followDrops(began, next, refuse)
  }
  return next
}

/** @throws EditError when a touched record, or the document as a whole, could not be saved as it is */
export function assertValid(project: Project, diff: Diff): void {
  const changed = new Set([...Object.keys(diff.added), ...Object.keys(diff.updated)])
  const parents = new Set([...touched(diff)].map(path => path.slice(0, Math.max(0, path.lastIndexOf('/')))))
  for (const { path, spec, body } of recordsOf(project)) {
    if (parents.has(path)) {
      const many = overfull(spec, body)
      if (many) refuse(`That would be ${many}`)
    }
    if (!changed.has(path)) continue
    const read = spec.schema.safeParse(body)
    // What the schema would fill in is no record of ours either: it would stand otherwise after the next reading.
    const wrong = read.success
      ? equal(read.data, body)
        ? undefined
        : { path: [], message: 'a field of it is missing' }
      : read.error.issues[0]
    if (wrong)
      refuse(
        `“${[...decodeURIComponent(path).split('/'), ...wrong.path.map(String)].join(' ')}” cannot be so: ${wrong.message}`
      )
  }
  const problem = referenceProblems(project)[0]
  if (problem) refuse(`This cannot be: ${problem.message}`)
}
