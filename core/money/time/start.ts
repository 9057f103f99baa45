import type { Design } from '../../design'
import { queueThrough } from '../quotes'
import { workingDayOf, workingDaysBetween, type Closed } from './days'

/** When a visit begins, and what keeps it from beginning when it was to. */
export interface Start {
  /** The day its work begins, YYYY-MM-DD, a working day; none while no day is entered. */
  on?: string
  /** The shop whose queue puts it off, and the day it was to begin. */
  waits?: { shop: string; wanted: string }
}

/**
 * The day a visit begins, or the first working day after it: its own, the aeroplane’s where it has none; the day the queue of the shop
 * that has the job is through where
 * that is later.
 * @param visit its id; of a job without visits empty
 * @param today a queue without a day of its quote counts from it: YYYY-MM-DD
 */
export function startOf({ brief, phases, quotes, shop }: StartsFrom, visit: string, today: string): Start {
  const wanted = phases.find(phase => phase.id === visit)?.from ?? brief.downFrom
  const quote = quotes.find(quote => quote.id === shop)
  if (!wanted) return {}
  const worked = (day: string) => workingDayOf(day, 0, brief.shop?.closed)
  if (!quote) return { on: worked(wanted) }
  const free = queueThrough(quote, today)
  return free > wanted ? { on: worked(free), waits: { shop: quote.shop, wanted } } : { on: worked(wanted) }
}
export type StartsFrom = Pick<Design, 'brief' | 'phases' | 'quotes' | 'shop'>

/**
 * Working days there are for a visit: those it was given, else from where it begins to the end of the aeroplane’s window, if it was to
 * begin with that; less the days to be left. None where neither is entered.
 */
export function daysFor(of: StartsFrom, visit: string, today: string): number | undefined {
  const { brief, phases } = of
  const phase = phases.find(phase => phase.id === visit)
  const { on } = startOf(of, visit, today)
  const closed: Closed = brief.shop?.closed ?? []
  const given =
    phase?.days ??
    (on && brief.downFrom && brief.downTo && (!phase?.from || phase.from === brief.downFrom)
      ? workingDaysBetween(on, brief.downTo, closed)
      : undefined)
  return given === undefined ? undefined : Math.max(0, given - (brief.shop?.bufferDays ?? 0))
}

/** What a visit may cost, in cents: its own ceiling; the budget where it is the only one; 0 where neither is entered. */
export const ceilingFor = ({ brief, phases }: Pick<StartsFrom, 'brief' | 'phases'>, visit: string): number =>
  phases.find(phase => phase.id === visit)?.ceilingCents ?? (phases.length > 1 ? 0 : brief.budgetCents)
