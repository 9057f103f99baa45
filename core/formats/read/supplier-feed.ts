import * as z from 'zod'
import { Cents, Id, Name } from '../../catalogue'
import { Day, ThreeWeeks } from '../../document'

/** What a supplier says of one item: what it costs today, how many lie on the shelf, how many weeks until it is there. */
export const SupplierLine = z.strictObject({
  item: Id,
  state: z.enum(['in stock', 'to order', 'back-order', 'not carried']),
  priceCents: Cents.optional(),
  stock: z.int().min(0).max(100_000).optional(),
  weeks: ThreeWeeks.optional()
})
/** A supplier’s prices, stock and lead times on a day, in US cents. */
export const SupplierFeed = z.strictObject({
  supplier: Name,
  on: Day,
  lines: z.array(SupplierLine).max(2_000)
})
export type SupplierFeed = z.infer<typeof SupplierFeed>

/** Reads a feed whole or not at all. @returns the feed, or what is wrong and where */
export function readSupplierFeed(data: unknown): { ok: true; feed: SupplierFeed } | { ok: false; problem: string } {
  const read = SupplierFeed.safeParse(data)
  if (!read.success) {
    const [issue] = read.error.issues
    return { ok: false, problem: `${issue!.path.join('.') || 'feed'}: ${issue!.message}` }
  }
  const seen = new Set<string>()
  for (const [index, line] of read.data.lines.entries()) {
    if (seen.has(line.item)) return { ok: false, problem: `lines.${index}.item: “${line.item}” is there twice` }
    seen.add(line.item)
    if (line.state !== 'not carried' && (line.priceCents === undefined || line.weeks === undefined))
      return { ok: false, problem: `lines.${index}: “${line.item}” has no price or no weeks` }
  }
  return { ok: true, feed: read.data }
}
