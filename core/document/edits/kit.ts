import * as z from 'zod'
import { Id } from '../../catalogue/item'
import type { Option, Project, Row, Unit } from '../schema/schema'
import { itemKey, type Item } from '../../catalogue/item'
import { memberPlaces } from '../make/rows'
import { listSpecOf } from '../schema/records'

/**
 * An edit cannot be made: what it names is not there, or the document would not hold together. The message says which;
 * nothing was changed.
 */
export class EditError extends Error {}

/** The option that is no plan: the aircraft as installed. Edits of units and links may name it. */
export const AS_FOUND = 'as-found'

/** What tells a record of a list from another. */
const KEY = z.string().min(1).max(130)
/** Every edit of an option names it. */
export const on = { option: Id }

/** One kind of edit: what it carries, and what it does to a draft of the document. */
export interface EditKind<S extends z.ZodRawShape> {
  shape: S
  apply: (project: Project, edit: z.infer<z.ZodObject<S>>) => void
}
export const edit = <S extends z.ZodRawShape>(
  shape: S,
  apply: (project: Project, edit: z.infer<z.ZodObject<S>>) => void
): EditKind<S> => ({ shape, apply })
/** An edit of one option, which is looked up for it. */
export const editOption = <S extends z.ZodRawShape>(
  shape: S,
  apply: (option: Option, edit: z.infer<z.ZodObject<S>>, project: Project) => void
): EditKind<typeof on & S> => ({
  shape: { ...on, ...shape },
  apply: (project, all) => apply(optionOf(project, (all as { option: string }).option), all as never, project)
})

export const refuse = (message: string): never => {
  throw new EditError(`${message}; nothing was changed.`)
}

export function optionOf(project: Project, id: string): Option {
  return (
    project.options.find(option => option.id === id) ??
    refuse(
      id === AS_FOUND
        ? 'That belongs to a plan, and “As installed” is open. Choose an option first'
        : `There is no option “${id}”`
    )
  )
}
export function unitOf(option: Option, id: string): Unit {
  return option.units.find(unit => unit.id === id) ?? refuse(`There is no unit “${id}” in ${option.name}`)
}

/** Puts an entry in the place of the one with the same key, or at the end. */
export function put<T>(list: T[], entry: T, key: (entry: T) => string): void {
  const index = list.findIndex(other => key(other) === key(entry))
  if (index < 0) list.push(entry)
  else list[index] = entry
}
export const putById = <T extends { id: string }>(list: T[], entry: T): void => put(list, entry, member => member.id)

/** Takes an entry out. @throws EditError when it is not there */
export function drop<T>(list: T[], matches: (entry: T) => boolean, what: string): T {
  const index = list.findIndex(matches)
  return index < 0 ? refuse(`There is no ${what}`) : list.splice(index, 1)[0]!
}

/** A draft's part as plain data: what is cloned must not be a proxy. */
export const plain = <T>(part: T): T => JSON.parse(JSON.stringify(part)) as T

/** The items of a document by what units name them by. */
export const itemsByKey = (project: Project): Map<string, Item> =>
  new Map(project.items.map(item => [itemKey(item), item]))

/** The item of each unit of an option. */
export function itemFinder(project: Project, option: Option): (unit: string) => Item | undefined {
  const items = itemsByKey(project)
  const units = new Map(option.units.map(unit => [unit.id, itemKey({ id: unit.item, revision: unit.revision })]))
  return id => items.get(units.get(id) ?? '')
}

/** Takes a unit out of the row or stack it is set in; one that is left empty goes. */
export function leaveRows(option: Option, unit: string): void {
  for (const row of option.rows) if (row.units.includes(unit)) row.units = row.units.filter(id => id !== unit)
  if (option.rows.some(row => row.units.length === 0)) option.rows = option.rows.filter(row => row.units.length > 0)
}

/** Gives members of a row the places they have in it as their own. */
export function settle(project: Project, option: Option, row: Row, units: readonly string[]): void {
  const places = memberPlaces(row, itemFinder(project, option))
  for (const unit of option.units) {
    const spot = places.get(unit.id)
    if (spot && units.includes(unit.id)) Object.assign(unit, { xMm: spot.xMm, yMm: spot.yMm })
  }
}

/** The two edits of a kind of record that stands in a list: `KIND.put`, which adds it or takes its place, and `KIND.drop`. */
type PutAndDrop<K extends string, S extends z.ZodType, O extends z.ZodRawShape> = {
  [P in `${K}.put`]: EditKind<O & Record<K, S>>
} & { [P in `${K}.drop`]: EditKind<O & Record<K, z.ZodString>> }

/** Makes the two edits of a kind of record out of the table of records, by one of the ways to make an edit. */
function putAndDrop<T>(
  make: (shape: z.ZodRawShape, apply: (from: T, all: Record<string, unknown>) => void) => unknown,
  kind: string,
  schema: z.ZodType,
  listOf: (from: T) => unknown[]
) {
  const { key, says } = listSpecOf(kind)
  const keyOf = key as (entry: unknown) => string
  return {
    [`${kind}.put`]: make({ [kind]: schema }, (from, all) => put(listOf(from), all[kind], keyOf)),
    [`${kind}.drop`]: make({ [kind]: KEY }, (from, all) => {
      drop(listOf(from), entry => keyOf(entry) === all[kind], `${says} “${String(all[kind])}”`)
    })
  }
}
/**
 * The edits of a kind of record, from the table of records: its list, its schema and what tells one from another are declared there
 * and nowhere else. What names a record that goes follows as the table of references says.
 * @param listOf its list in a document
 */
export const recordEdits = <K extends string, S extends z.ZodType>(
  kind: K,
  schema: S,
  listOf: (project: Project) => z.infer<S>[]
) => putAndDrop(edit, kind, schema, listOf) as unknown as PutAndDrop<K, S, Record<never, never>>
/** The same of a record that is in an option. */
export const optionRecordEdits = <K extends string, S extends z.ZodType>(
  kind: K,
  schema: S,
  listOf: (option: Option) => z.infer<S>[]
) => putAndDrop(editOption, kind, schema, listOf) as unknown as PutAndDrop<K, S, typeof on>

/** An id that none of these has: the stem and the first number that is free. */
export function freshId(stem: string, taken: Iterable<string | { id: string }>): string {
  const ids = new Set(Array.from(taken, other => (typeof other === 'string' ? other : other.id)))
  let number = 1
  while (ids.has(`${stem}${number}`)) number++
  return `${stem}${number}`
}
