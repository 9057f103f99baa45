import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { eq } from 'drizzle-orm'
import { Item } from '../../core/catalogue'
import { readCatalogueCsv } from '../../core/formats'
import { sayProblem } from '../../core/document'
import { programRoot } from './store'
import type { Database } from './types'
import { ownItems } from './tables'

let shipped: Item[] | undefined

/** The catalogue that ships, read once. */
export function shippedItems(): Item[] {
  if (!shipped) {
    const read = readCatalogueCsv(readFileSync(join(programRoot(), 'demo/catalogue.csv'), 'utf8'))
    if (read.problems.length) throw new Error(`demo/catalogue.csv: ${read.problems.map(sayProblem).join(' ')}`)
    shipped = read.items
  }
  return shipped
}

/** Items the user made or brought in. */
export const listOwn = async (db: Pick<Database, 'select'>): Promise<Item[]> =>
  (await db.select().from(ownItems).orderBy(ownItems.id)).map(row => JSON.parse(row.item) as Item)

/** The whole catalogue: what ships, with the user's own in place of or beside it. */
export async function wholeCatalogue(db: Database): Promise<{ items: Item[]; own: string[] }> {
  const own = await listOwn(db)
  const mine = new Set(own.map(item => item.id))
  return { items: [...own, ...shippedItems().filter(item => !mine.has(item.id))], own: [...mine] }
}

/** What an entry says, without the count of its changes. */
const saysOf = ({ revision: _, ...rest }: Item): string => JSON.stringify(rest)

/**
 * Keeps items as the user's own, all or none. An entry that says something else than the one it takes the place of is its next
 * revision, so that a unit that stands on the earlier one can tell.
 * @returns the entries as they are kept
 */
export async function keepItems(db: Database, items: readonly Item[]): Promise<Item[]> {
  const known = new Map((await wholeCatalogue(db)).items.map(item => [item.id, item]))
  const kept = items.map((item): Item => {
    const before = known.get(item.id)
    const now = Item.parse(item)
    if (!before) return now
    const revision = saysOf(Item.parse(before)) === saysOf(now) ? (before.revision ?? 1) : (before.revision ?? 1) + 1
    return { ...now, revision: Math.max(revision, item.revision ?? 1) }
  })
  await db.transaction(tx => putOwn(tx, kept))
  return kept
}

/** Writes items of the user’s as they are, each over the one of its id. */
export async function putOwn(tx: Pick<Database, 'insert'>, items: readonly Item[]): Promise<void> {
  for (const item of items) {
    const text = JSON.stringify(item)
    await tx
      .insert(ownItems)
      .values({ id: item.id, item: text })
      .onConflictDoUpdate({ target: ownItems.id, set: { item: text } })
  }
}

/** Throws one of the user's own items away. @returns false when it was not theirs */
export const dropItem = async (db: Database, id: string): Promise<boolean> =>
  (await db.delete(ownItems).where(eq(ownItems.id, id)).returning({ id: ownItems.id })).length === 1
