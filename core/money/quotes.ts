import * as messages from './messages'
import { addDays, addWeeks, format, parseISO } from 'date-fns'
import type { Design } from '../design'
import type { Quote } from '../document'
import { type Phrase } from '../quantity'
import type { CostLine } from './cost-line'

/** Groups of the estimate that every shop’s quote is held to. */
const ALWAYS_QUOTED = ['equipment', 'labour', 'panel', 'wire'] as const
/** Groups that some shops state and others leave to the owner: held against all as soon as one of them states a line. */
const SOMETIMES_QUOTED = ['travel', 'other', 'tax'] as const
/** Groups of the estimate that a line of a quote can be for. What is set aside and what is traded in is in none. */
export const QUOTED_GROUPS = [...ALWAYS_QUOTED, ...SOMETIMES_QUOTED] as const
export type QuotedGroup = (typeof QUOTED_GROUPS)[number]
const isIn = (groups: readonly string[]) => (line: CostLine) => groups.includes(line.group)
/** The lines of an estimate that a quote can be for. */
export const quotableLines = (estimate: readonly CostLine[]): CostLine[] => estimate.filter(isIn(QUOTED_GROUPS))
/** A lump over a whole group of the estimate. */
export const lumpOf = (group: QuotedGroup): string => `all ${group}`

/** One line of a quote, in US cents, against the lines of the estimate that it is for. */
export interface QuotedLine {
  id: string
  says: string
  cents: number
  /** The lines of the estimate it answers for; none of them is another line’s too. */
  covers: CostLine[]
  planCents: number
  /** What it was said to cover and is no more in the plan. */
  gone: string[]
}
/** A quote held against the estimate. */
export interface QuoteSummary {
  id: string
  shop: string
  /** As the shop wrote it, in US cents. */
  totalCents: number
  lines: QuotedLine[]
  /** Lines of the estimate that no line of it is for. */
  forgotten: CostLine[]
  forgottenCents: number
  /** With what it leaves out, at the estimate’s prices: what shops are compared by. */
  comparableCents: number
  /** Lines for nothing that is in the plan. */
  extraCents: number
  /** Lines of the estimate that more than one line says it is for. */
  twice: { says: Phrase; by: string[] }[]
  meanWeeks: number
  deviationWeeks: number
}

/** Mean and deviation of a three-point estimate: (a + 4m + b) / 6 and (b − a) / 6 (PERT). */
export const threePoint = ([a, m, b]: readonly [number, number, number]): { mean: number; deviation: number } => ({
  mean: (a + 4 * m + b) / 6,
  deviation: (b - a) / 6
})

/** Cents of a quote’s own currency as US cents, at the rate written beside it. */
export const inUsCents = (cents: number, { rate }: Pick<Quote, 'rate'>): number => Math.round(cents * (rate?.usd ?? 1))

/** Whether a line of a quote is for a line of the estimate, by its name or by its group. */
const isFor = ({ covers }: Quote['lines'][number], line: CostLine): boolean =>
  covers.includes(line.key) || covers.includes(lumpOf(line.group as QuotedGroup))

/**
 * The tax that a quote states though the estimate has none, as a share of its other lines: with it all quotes are filled, so that the
 * shop that states tax is not the dearer for it.
 */
function statedTaxShare(quotes: readonly Quote[], estimate: readonly CostLine[]): number {
  if (estimate.some(isIn(['tax']))) return 0
  const shares = quotes.map(quote => {
    const isTax = (line: Quote['lines'][number]) => line.covers.includes(lumpOf('tax'))
    const [tax, rest] = [true, false].map(wanted =>
      quote.lines.filter(line => isTax(line) === wanted).reduce((sum, { cents }) => sum + cents, 0)
    ) as [number, number]
    return rest > 0 ? tax / rest : 0
  })
  return Math.max(0, ...shares)
}

/**
 * Holds quotes against the estimate and against each other, all filled to one scope: what every quote is held to, and of travel, own
 * costs and tax what any of them states.
 */
export function standQuotes(quotes: readonly Quote[], estimate: readonly CostLine[]): QuoteSummary[] {
  const stated = (line: CostLine) => quotes.some(quote => quote.lines.some(quoted => isFor(quoted, line)))
  const scope = estimate.filter(line => isIn(ALWAYS_QUOTED)(line) || (isIn(SOMETIMES_QUOTED)(line) && stated(line)))
  const share = statedTaxShare(quotes, estimate)
  return quotes.map(quote => withStatedTax(standQuote(quote, scope), quote, share))
}

/** Fills a quote without tax with the tax that another one states. */
function withStatedTax(summary: QuoteSummary, quote: Quote, share: number): QuoteSummary {
  if (!(share > 0) || quote.lines.some(({ covers }) => covers.includes(lumpOf('tax')))) return summary
  const cents = Math.round(summary.comparableCents * share)
  const tax: CostLine = {
    key: 'tax stated by another',
    group: 'tax',
    says: messages.taxAsQuoted(share),
    cents
  }
  return {
    ...summary,
    forgotten: [...summary.forgotten, tax],
    forgottenCents: summary.forgottenCents + cents,
    comparableCents: summary.comparableCents + cents
  }
}

/**
 * Holds a quote in the shop’s own lumps against the lines of the estimate in scope: a line named by itself is answered for before a
 * lump takes the rest of its group; what is named twice belongs to the line that named it first.
 */
function standQuote(quote: Quote, quotable: readonly CostLine[]): QuoteSummary {
  const byKey = new Map(quotable.map(line => [line.key, line]))
  const owner = new Map<string, string>()
  const claims = new Map<string, string[]>()
  const take = (line: Quote['lines'][number], keys: readonly string[]) => {
    for (const key of keys) if (!owner.has(key)) owner.set(key, line.id)
  }
  for (const line of quote.lines) {
    const own = line.covers.filter(key => byKey.has(key))
    for (const key of own) claims.set(key, [...(claims.get(key) ?? []), line.says])
    take(line, own)
  }
  for (const line of quote.lines)
    for (const group of QUOTED_GROUPS)
      if (line.covers.includes(lumpOf(group)))
        take(
          line,
          quotable.filter(costLine => costLine.group === group).map(costLine => costLine.key)
        )
  const sum = (lines: readonly { cents: number }[]) => lines.reduce((total, line) => total + line.cents, 0)
  const lines = quote.lines.map((line): QuotedLine => {
    const covers = quotable.filter(costLine => owner.get(costLine.key) === line.id)
    return {
      id: line.id,
      says: line.says,
      cents: inUsCents(line.cents, quote),
      covers,
      planCents: sum(covers),
      gone: line.covers.filter(key => !byKey.has(key) && !key.startsWith('all '))
    }
  })
  const forgotten = quotable.filter(costLine => !owner.has(costLine.key) && costLine.cents > 0)
  const { mean, deviation } = threePoint(quote.weeks)
  const totalCents = sum(lines)
  return {
    id: quote.id,
    shop: quote.shop,
    totalCents,
    lines,
    forgotten,
    forgottenCents: sum(forgotten),
    comparableCents: totalCents + sum(forgotten),
    extraCents: sum(lines.filter(line => line.covers.length === 0)),
    twice: [...claims].flatMap(([key, by]) => (by.length > 1 ? [{ says: byKey.get(key)!.says, by }] : [])),
    meanWeeks: mean,
    deviationWeeks: deviation
  }
}

const LUMP_WORDS: Readonly<Record<QuotedGroup, RegExp>> = {
  equipment: /\b(equipment|avionics|parts|units|hardware list)\b/i,
  labour: /\b(labou?r|install(ation)?|work|hours)\b/i,
  panel: /\b(panel|face ?plate|sheet metal|engrav\w*|powder)\b/i,
  wire: /\b(wir\w+|harness|cables?|connectors?)\b/i,
  travel: /\b(travel|ferry|pick-?up|delivery flight)\b/i,
  other: /\b(own costs?)\b/i,
  tax: /\b(tax|vat|gst|hst|pst|mwst|ust)\b/i
}
const wordsOf = (text: string): Set<string> =>
  new Set(
    text
      .toLowerCase()
      .split(/[^\p{L}\p{N}]+/u)
      .filter(word => word.length > 1 || /\d/.test(word))
  )

/**
 * What a line of a quote seems to be for, by its words: units by their name or label, with their labour where it speaks of work, else
 * lumps. A guess for the reader to correct, never taken unseen.
 */
export function guessCovers(says: string, design: Design, estimate: readonly CostLine[]): string[] {
  const said = wordsOf(says)
  const work = LUMP_WORDS.labour.test(says) || /\b(remov\w*|take out|move)\b/i.test(says)
  const out = /\b(remov\w*|take out|out of)\b/i.test(says)
  const named = (label: string, name: string) =>
    [label, name].some(text => {
      const words = [...wordsOf(text)]
      return words.length > 0 && words.every(word => said.has(word))
    })
  const all = [...design.units, ...design.removed.map(removed => removed.unit)]
  const units = new Set(all.filter(unit => named(unit.label, unit.item.name)).map(unit => unit.id))
  if (units.size)
    return estimate
      .filter(
        line =>
          line.unit !== undefined &&
          units.has(line.unit) &&
          (line.group === 'labour' ? work : line.group === 'equipment' && !out)
      )
      .map(line => line.key)
  return QUOTED_GROUPS.filter(group => LUMP_WORDS[group].test(says)).map(lumpOf)
}

/** The day a shop’s queue is through: it counts from the day of the quote, from today where none is entered. */
export const queueThrough = ({ on, queueWeeks = 0 }: Pick<Quote, 'on' | 'queueWeeks'>, today: string): string =>
  format(addDays(parseISO(on ?? today), Math.ceil(queueWeeks * 7)), 'yyyy-MM-dd')

/**
 * When a shop can begin and when the aeroplane is back, late one time in forty or so: from the day it is to go in, or when the shop’s
 * queue is through if that is later; then the mean of its weeks and two deviations.
 * @param from the day it is to go in, today: YYYY-MM-DD; a queue counts from the day of the quote, from today where none is entered
 */
export function quoteDates(
  quote: Pick<Quote, 'on' | 'queueWeeks'>,
  { meanWeeks, deviationWeeks }: Pick<QuoteSummary, 'meanWeeks' | 'deviationWeeks'>,
  from: string,
  today: string
): { begins: string; back: string } {
  const free = queueThrough(quote, today)
  const begins = free > from ? free : from
  return { begins, back: format(addWeeks(parseISO(begins), Math.ceil(meanWeeks + 2 * deviationWeeks)), 'yyyy-MM-dd') }
}
