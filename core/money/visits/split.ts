import type { Design } from '../../design'
import type { Wire } from '../../wiring'
import { jobOf, placedAsEntered, placedBy, sumVisits, type Piece, type VisitSum } from './model'

/** What each visit is held to: cents it may cost, working days it may take; nothing where no limit is set. */
export interface VisitLimit {
  ceilingCents?: number
  days?: number
}
/** How long a visit takes beside its hours of work, for the search. */
export interface SplitPace {
  hoursADay: number
  people: number
  lostPercent?: number
}
/** Working days of a visit that are no hours of work: metal away to be cut, tests, papers (likely times of the plan). */
const [CUT_DAYS, END_DAYS] = [5, 4]

/** Why a unit is done when it is. */
export type Why =
  | { kind: 'open anyway' }
  | { kind: 'with'; unit: string }
  | { kind: 'over elsewhere'; visit: string; by: 'money' | 'days' }
  | { kind: 'dearer elsewhere'; visit: string; cents: number }
  | { kind: 'no dearer elsewhere'; visit: string }

/** One way to share the job out over the visits. */
export interface Split {
  /** The visit of each new or moved unit. */
  of: { unit: string; label: string; visit: string; why: Why[] }[]
  visits: {
    id: string
    name: string
    cents: number
    days: number
    hours: number
    limit: VisitLimit
    openedAgain: string[]
  }[]
  totalCents: number
  /** Against all of it in the first visit. */
  lostCents: number
}
export interface SplitSearch {
  best?: Split
  /** All of it in the first visit, whether it meets the limits or not. */
  whole: Split
  /** As the units are shared out now, and what would come before something that it needs. */
  now: Split
  tooEarly: { label: string; needs: string }[]
  /** Every way was looked at or shown to be no better; otherwise the best of so many tries. */
  proven: boolean
  tried: number
  /** Units that fit no visit, even alone. */
  tooLarge: { unit: string; label: string; by: 'money' | 'days' }[]
}
/** The search looks at so many ways at most; what is left then is said to be the best found. */
const MOST_TRIES = 60_000

const daysOf = (sum: VisitSum, busy: boolean, { hoursADay, people, lostPercent = 0 }: SplitPace): number =>
  busy ? sum.hours / (hoursADay * people * (1 - lostPercent / 100)) + (sum.panel > 0 ? CUT_DAYS : 0) + END_DAYS : 0

/**
 * Units that a required signal of another comes from: that other cannot work before they are there. Each with the units it waits for.
 */
function waitsFor(design: Design): Map<string, Set<string>> {
  const units = new Map(design.units.map(unit => [unit.id, unit]))
  const waits = new Map<string, Set<string>>()
  for (const { from, to } of design.links)
    for (const [giver, taker] of [
      [from, to],
      [to, from]
    ] as const) {
      const [gives, takes] = [units.get(giver.unit), units.get(taker.unit)]
      if (!gives || !takes || gives.state !== 'new' || takes.state !== 'new') continue
      const port = gives.item.ports.find(one => one.id === giver.port)
      if (!port || port.flow === 'in') continue
      const required = takes.item.needs.some(
        need => need.what === 'signal' && need.required && (port.signals as readonly string[]).includes(need.name)
      )
      if (required) waits.set(takes.id, (waits.get(takes.id) ?? new Set()).add(gives.id))
    }
  return waits
}

/**
 * Shares the new and moved units of a design out over its visits so that each stays within what it may cost and how long it may
 * take, and the whole costs least: what is opened twice, metal and journeys twice, prices risen, trade-ins fallen. Branch and bound
 * over the exact sums of the estimate.
 * @returns no best where no way keeps every limit
 */
export function searchSplit(design: Design, wires: readonly Wire[], pace: SplitPace): SplitSearch {
  const job = jobOf(design, wires)
  const { visits, pieces } = job
  const limits = visits.map(({ phase }): VisitLimit => ({ ceilingCents: phase?.ceilingCents, days: phase?.days }))
  const waits = waitsFor(design)
  const movable = pieces.flatMap((piece, index) => (piece.kind === 'removed' ? [] : [index]))
  // The dearest first: they decide whether a limit is kept.
  movable.sort((a, b) => costOf(pieces[b]!) - costOf(pieces[a]!) || a - b)
  const number = new Map(pieces.map((piece, index) => [`${piece.kind === 'removed' ? '-' : ''}${piece.id}`, index]))
  const chosen = new Map<string, number>()
  const place = (of: ReadonlyMap<string, number>) =>
    placedBy(job, piece => (piece.kind === 'removed' ? undefined : of.get(piece.id)))
  const busyIn = (at: ArrayLike<number>, v: number) => pieces.some((_, index) => at[index] === v)
  const overOf = (sums: readonly VisitSum[], at: ArrayLike<number>) =>
    visits.map((_, v): 'money' | 'days' | undefined => {
      const { ceilingCents, days } = limits[v]!
      if (ceilingCents !== undefined && sums[v]!.total > ceilingCents) return 'money'
      if (days !== undefined && daysOf(sums[v]!, busyIn(at, v), pace) > days + 1e-9) return 'days'
      return undefined
    })
  const total = (sums: readonly VisitSum[]) => sums.reduce((sum, one) => sum + one.total, 0)
  const inOrder = (of: ReadonlyMap<string, number>) =>
    [...waits].every(([taker, givers]) =>
      [...givers].every(giver => !of.has(taker) || !of.has(giver) || of.get(giver)! <= of.get(taker)!)
    )

  let [best, bestCents, tried, stopped] = [undefined as Int32Array | undefined, Infinity, 0, false]
  // What is done in no visit yet adds at least its own price and work at the cheapest time, and takes its credit off at most.
  const least = (piece: Piece): number =>
    piece.workCents +
    Math.min(
      ...visits.map(visit =>
        Math.floor(piece.priceCents * (1 + (job.prices.driftPercentAYear ?? 0) / 100) ** (visit.months / 12))
      )
    )
  const credits = pieces.reduce((sum, piece) => sum + piece.creditCents, 0)
  const removals = pieces.reduce((sum, piece) => sum + (piece.kind === 'removed' ? piece.workCents : 0), 0)
  /** With contingency, rounded so that it is never more than it comes to. */
  const atLeast = (cents: number) => Math.floor(cents * (1 + job.prices.contingencyPercent / 100)) - visits.length
  const part = new Int32Array(pieces.length).fill(-1)
  const walk = (depth: number): void => {
    if (tried >= MOST_TRIES) {
      stopped = true
      return
    }
    tried++
    if (depth === movable.length) {
      const at = place(chosen)
      const sums = sumVisits(job, at)
      if (total(sums) < bestCents && overOf(sums, at).every(one => one === undefined)) {
        bestCents = total(sums)
        best = at
      }
      return
    }
    const index = movable[depth]!
    const piece = pieces[index]!
    for (let v = 0; v < visits.length; v++) {
      chosen.set(piece.id, v)
      part[index] = v
      if (inOrder(chosen)) {
        const sums = sumVisits(job, part)
        const rest = movable.slice(depth + 1).reduce((sum, one) => sum + least(pieces[one]!), 0)
        const fits = sums.every(
          (sum, at) =>
            (limits[at]!.ceilingCents === undefined || sum.total - credits <= limits[at]!.ceilingCents!) &&
            (limits[at]!.days === undefined || daysOf(sum, busyIn(part, at), pace) <= limits[at]!.days! + 1e-9)
        )
        // Removals are not in yet: their work is, and their credits take money off, at most all of it.
        if (fits && total(sums) + atLeast(rest + removals) - credits < bestCents) walk(depth + 1)
      }
      part[index] = -1
      chosen.delete(piece.id)
      if (stopped) return
    }
  }
  walk(0)

  const describe = (at: Int32Array): Split => {
    const sums = sumVisits(job, at)
    const asIs = total(sums)
    const why = (index: number): Why[] => {
      const piece = pieces[index]!
      const mine = at[index]!
      const reasons: Why[] = []
      const others = pieces.some(
        (other, one) => one !== index && at[one] === mine && other.opens.some(group => piece.opens.includes(group))
      )
      if (others) reasons.push({ kind: 'open anyway' })
      for (const giver of waits.get(piece.id) ?? []) {
        const there = number.get(giver)
        if (there !== undefined && at[there] === mine) reasons.push({ kind: 'with', unit: giver })
      }
      visits.forEach((visit, v) => {
        if (v === mine) return
        const of = new Map(movable.map(one => [pieces[one]!.id, one === index ? v : at[one]!]))
        if (!inOrder(of)) return
        const moved = place(of)
        const other = sumVisits(job, moved)
        const over = overOf(other, moved)[v]
        const cents = total(other) - asIs
        reasons.push(
          over
            ? { kind: 'over elsewhere', visit: visit.id, by: over }
            : cents > 0
              ? { kind: 'dearer elsewhere', visit: visit.id, cents }
              : { kind: 'no dearer elsewhere', visit: visit.id }
        )
      })
      return reasons
    }
    return {
      of: [...movable]
        .sort((a, b) => at[a]! - at[b]! || a - b)
        .map(index => ({
          unit: pieces[index]!.id,
          label: pieces[index]!.unit.label,
          visit: visits[at[index]!]!.id,
          why: why(index)
        })),
      visits: visits.map(({ id, name }, v) => ({
        id,
        name,
        cents: sums[v]!.total,
        days: daysOf(sums[v]!, busyIn(at, v), pace),
        hours: sums[v]!.hours,
        limit: limits[v]!,
        openedAgain: sums[v]!.openedAgain
      })),
      totalCents: asIs,
      lostCents: asIs - wholeCents
    }
  }
  const asEntered = placedAsEntered(job)
  const whole = place(new Map())
  const wholeCents = total(sumVisits(job, whole))
  const alone = (index: number): 'money' | 'days' | undefined => {
    const overs = visits.map((_, v) => {
      const at = new Int32Array(pieces.length).fill(-1)
      at[index] = v
      const sums = sumVisits(job, at)
      const { ceilingCents, days } = limits[v]!
      if (ceilingCents !== undefined && sums[v]!.total - credits > ceilingCents) return 'money' as const
      return days !== undefined && daysOf(sums[v]!, true, pace) > days + 1e-9 ? ('days' as const) : undefined
    })
    return overs.every(one => one !== undefined) ? overs[0] : undefined
  }
  return {
    ...(best && { best: describe(best) }),
    whole: describe(whole),
    now: describe(asEntered),
    tooEarly: [...waits].flatMap(([taker, givers]) =>
      [...givers].flatMap(giver => {
        const [late, early] = [number.get(giver), number.get(taker)]
        return late !== undefined && early !== undefined && asEntered[late]! > asEntered[early]!
          ? [{ label: pieces[early]!.unit.label, needs: pieces[late]!.unit.label }]
          : []
      })
    ),
    proven: !stopped,
    tried,
    tooLarge: movable.flatMap(index => {
      const by = alone(index)
      return by ? [{ unit: pieces[index]!.id, label: pieces[index]!.unit.label, by }] : []
    })
  }
}
const costOf = (piece: Piece): number => piece.priceCents + piece.workCents
