import { createHash } from 'node:crypto'
import * as z from 'zod'
import { Cents, Id } from '../../core/catalogue'
import { Day } from '../../core/document'
import type { SupplierFeed } from '../../core/formats'

/**
 * Whinmoor Supply: a stand-in for the firm that parts are bought from. It knows nothing of the project: it is asked for items by
 * their catalogue ids and answers from its own shelf, which changes from week to week. Prices, stock and leads are invented.
 */
export const SUPPLIER = 'Whinmoor Supply'
export const Enquiry = z.strictObject({
  on: Day,
  items: z
    .array(z.strictObject({ id: Id, listCents: Cents }))
    .min(1)
    .max(500)
})
export type Enquiry = z.infer<typeof Enquiry>

/** Numbers in [0, 1) that hang on an item and a week alone: asked twice, the shelf says the same. */
function* drawn(id: string, week: number): Generator<number, never> {
  const bytes = createHash('sha256').update(`${id} ${week}`).digest()
  for (let at = 0; ; at = (at + 4) % 28) yield bytes.readUInt32BE(at) / 2 ** 32
}
const WEEK_MS = 7 * 24 * 3600_000

/** What the shelf says on a day: most of it to order in three to eight weeks, some in stock, now and then a back-order. */
export function answerEnquiry({ on, items }: Enquiry): SupplierFeed {
  const week = Math.floor(Date.parse(on) / WEEK_MS)
  return {
    supplier: SUPPLIER,
    on,
    lines: items.map(({ id, listCents }) => {
      const draw = drawn(id, week)
      const kind = draw.next().value
      const priceCents = Math.round((listCents * (0.94 + draw.next().value * 0.12)) / 100) * 100
      const spare = draw.next().value
      if (kind < 0.05) return { item: id, state: 'not carried' as const }
      if (kind < 0.4)
        return { item: id, state: 'in stock' as const, priceCents, stock: 1 + Math.floor(spare * 6), weeks: [1, 1, 2] }
      if (kind < 0.88)
        return { item: id, state: 'to order' as const, priceCents, stock: 0, weeks: [3, 4 + Math.round(spare * 2), 8] }
      return {
        item: id,
        state: 'back-order' as const,
        priceCents,
        stock: 0,
        weeks: [10, 14 + Math.round(spare * 4), 26]
      }
    })
  }
}
