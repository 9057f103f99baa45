import type { Design } from '../../design'
import type { Wire } from '../../wiring'
import { groupsIn, jobOf, placedAsEntered, placedBy, visitSums, type Job, type Piece, type VisitSum } from './model'

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
/** A walk downhill leaves what passes a limit before it looks at cents: a cent over weighs as a hundred, a day as so many cents. */
const [PENALTY, CENTS_A_DAY] = [100, 10_000]

const daysOf = (sum: VisitSum, { hoursADay, people, lostPercent = 0 }: SplitPace): number =>
  sum.busy
    ? sum.hours / (hoursADay * people * (1 - lostPercent / 100)) +
      (sum.sheet === 'new' && sum.panel > 0 ? CUT_DAYS : 0) +
      END_DAYS
    : 0

/**
 * Units that another gets a signal from that it needs, or its aerial: it cannot do all it is bought for before they are there. Each
 * with the units it waits for.
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
      const port = gives.item.ports.find(port => port.id === giver.port)
      if (!port || port.flow === 'in') continue
      // What a function alone needs counts too: a radio without its aerial is of no use, though it lights up.
      const required = takes.item.needs.some(
        need =>
          need.required &&
          ((need.what === 'signal' && (port.signals as readonly string[]).includes(need.name)) ||
            (need.what === 'aerial' && need.port === taker.port))
      )
      if (required) waits.set(takes.id, (waits.get(takes.id) ?? new Set()).add(gives.id))
    }
  return waits
}

/** The search as it is put: pieces, visits, their limits, and what each sharing out costs. */
function problemOf(design: Design, wires: readonly Wire[], pace: SplitPace) {
  const job = jobOf(design, wires)
  const { visits, pieces } = job
  const limits = visits.map(({ phase }): VisitLimit => ({ ceilingCents: phase?.ceilingCents, days: phase?.days }))
  const waits = waitsFor(design)
  const movable = pieces.flatMap((piece, index) => (piece.kind === 'removed' ? [] : [index]))
  // The dearest first: they decide whether a limit is kept.
  movable.sort((a, b) => costOf(pieces[b]!) - costOf(pieces[a]!) || a - b)
  const number = new Map(pieces.map((piece, index) => [`${piece.kind === 'removed' ? '-' : ''}${piece.id}`, index]))
  const sumsOf = visitSums(job)
  const place = (of: ReadonlyMap<string, number>) =>
    placedBy(job, piece => (piece.kind === 'removed' ? undefined : of.get(piece.id)))
  const overOf = (sums: readonly VisitSum[]) =>
    visits.map((_, v): 'money' | 'days' | undefined => {
      const { ceilingCents, days } = limits[v]!
      if (ceilingCents !== undefined && sums[v]!.total > ceilingCents) return 'money'
      if (days !== undefined && daysOf(sums[v]!, pace) > days + 1e-9) return 'days'
      return undefined
    })
  const total = (sums: readonly VisitSum[]) => sums.reduce((sum, visitSum) => sum + visitSum.total, 0)
  const inOrder = (of: ReadonlyMap<string, number>) =>
    [...waits].every(([taker, givers]) =>
      [...givers].every(giver => !of.has(taker) || !of.has(giver) || of.get(giver)! <= of.get(taker)!)
    )

  const entered = placedAsEntered(job)
  return { job, visits, pieces, limits, pace, waits, movable, number, sumsOf, place, overOf, total, inOrder, entered }
}
type Problem = ReturnType<typeof problemOf>
/** The best so far. */
interface Found {
  cents: number
  at?: Int32Array
}

/** Keeps a sharing out that keeps every limit, where it costs less than the best so far. */
function offer({ sumsOf, place, overOf, total }: Problem, found: Found, of: ReadonlyMap<string, number>): void {
  const at = place(of)
  const sums = sumsOf(at)
  if (total(sums) < found.cents && overOf(sums).every(other => other === undefined))
    Object.assign(found, { cents: total(sums), at })
}

/** How far a sharing out is from keeping its limits, and then what it costs: a walk goes downhill on it. */
function worth({ visits, limits, pace, sumsOf, place, total }: Problem, of: ReadonlyMap<string, number>): number {
  const sums = sumsOf(place(of))
  const over = visits.reduce((sum, _, v) => {
    const { ceilingCents, days } = limits[v]!
    const cents = ceilingCents === undefined ? 0 : Math.max(0, sums[v]!.total - ceilingCents)
    return sum + cents + (days === undefined ? 0 : Math.max(0, daysOf(sums[v]!, pace) - days) * CENTS_A_DAY)
  }, 0)
  return over * PENALTY + total(sums)
}

/** Walks downhill from a sharing out, one unit at a time: a good one to begin with. */
function descend(problem: Problem, found: Found, from: ReadonlyMap<string, number>): void {
  const { visits, pieces, movable, inOrder } = problem
  const of = new Map(from)
  let here = worth(problem, of)
  for (let better = true; better;) {
    better = false
    for (const index of movable) {
      const { id } = pieces[index]!
      const was = of.get(id)!
      for (let v = 0; v < visits.length; v++) {
        if (v === of.get(id)) continue
        const before = of.get(id)!
        of.set(id, v)
        const there = inOrder(of) ? worth(problem, of) : Infinity
        if (there < here) here = there
        else of.set(id, before)
      }
      better ||= of.get(id) !== was
    }
  }
  offer(problem, found, of)
}

/** Walks downhill from all in the first visit, from what is entered, and from all in the last. */
function begin(problem: Problem): Found {
  const { visits, pieces, movable, inOrder, entered } = problem
  const found: Found = { cents: Infinity }
  const startAt = (v: (index: number) => number) => new Map(movable.map(index => [pieces[index]!.id, v(index)]))
  for (const from of [startAt(() => 0), startAt(index => entered[index]!), startAt(() => visits.length - 1)])
    if (inOrder(from)) descend(problem, found, from)
  return found
}

/**
 * By how much a visit of a sharing out that is not complete may still become cheaper and shorter, for all that is not in it yet: a new
 * sheet made in an earlier visit spares one, and on a new sheet nothing is cut in the old one. Where no hole is in the way, nothing.
 */
function sheetSlackOf({ job, pace }: Pick<Problem, 'job' | 'pace'>) {
  const { taxOnWorkPercent = 0, contingencyPercent } = job.prices
  const dearer = (1 + taxOnWorkPercent / 100) * (1 + contingencyPercent / 100)
  const settled =
    !job.bare &&
    [job.sheet, ...job.sheets].every(sheet => sheet !== 'new') &&
    job.pieces.every(piece => !piece.blocked && !piece.blockedBy.length)
  return {
    cents: (sum: VisitSum) => (settled ? 0 : Math.ceil(sum.panel * dearer) + 2),
    days: (sum: VisitSum) =>
      settled ? 0 : daysOf(sum, pace) - daysOf({ ...sum, sheet: 'existing', hours: sum.hours - sum.sheetHours }, pace)
  }
}

/** What is sure of sharings out that are not complete: the least that the rest adds, and which pieces are alike. */
function boundOf({ job, pace, visits, pieces, waits, movable }: Problem) {
  const slack = sheetSlackOf({ job, pace })
  // Wires cost the same whenever they are made: those that no visit has yet are still to come. Each visit rounds its wires to the cent.
  const wireCents = Math.floor(job.wires.reduce((sum, { metres }) => sum + metres, 0) * job.prices.wireCentsPerMetre)
  const wiresLeft = (sums: readonly VisitSum[]) =>
    Math.max(0, wireCents - visits.length - sums.reduce((sum, { wire }) => sum + wire, 0))
  // What is done in no visit yet adds at least its own price and work at the cheapest time, and takes its credit off at most.
  const drift = 1 + (job.prices.driftPercentAYear ?? 0) / 100
  const least = (piece: Piece): number =>
    piece.workCents + Math.min(...visits.map(visit => Math.floor(piece.priceCents * drift ** (visit.months / 12))))
  const credits = pieces.reduce((sum, piece) => sum + piece.creditCents, 0)
  const removals = pieces.reduce((sum, piece) => sum + (piece.kind === 'removed' ? piece.workCents : 0), 0)
  /** With contingency, rounded so that it is never more than it comes to. */
  const atLeast = (cents: number) =>
    Math.floor(cents * (1 + job.prices.contingencyPercent / 100)) - visits.length - credits
  const restFrom = movable.map((_, depth) =>
    movable.slice(depth + 1).reduce((sum, index) => sum + least(pieces[index]!), 0)
  )
  // Two that are alike in all that counts are never looked at the other way round.
  const likeBefore = movable.map((index, depth) =>
    depth > 0 && alike(pieces[movable[depth - 1]!]!, pieces[index]!, job, waits) ? depth - 1 : -1
  )
  return {
    credits,
    slack,
    likeBefore,
    rest: (depth: number, sums: readonly VisitSum[]) => atLeast(restFrom[depth]! + removals + wiresLeft(sums))
  }
}

/** Every sharing out in turn, but those that cannot be better than the best so far. */
function branch(
  problem: Problem,
  found: Found,
  bound: ReturnType<typeof boundOf>
): { tried: number; stopped: boolean } {
  const { visits, pieces, limits, pace, movable, sumsOf, total, inOrder } = problem
  const part = new Int32Array(pieces.length).fill(-1)
  const chosen = new Map<string, number>()
  let [tried, stopped] = [0, false]
  const walk = (depth: number): void => {
    if (depth === movable.length) {
      offer(problem, found, chosen)
      return
    }
    const index = movable[depth]!
    const piece = pieces[index]!
    const from = bound.likeBefore[depth]! >= 0 ? part[movable[bound.likeBefore[depth]!]!]! : 0
    for (let v = from; v < visits.length; v++) {
      if (tried >= MOST_TRIES) {
        stopped = true
        return
      }
      tried++
      chosen.set(piece.id, v)
      part[index] = v
      if (inOrder(chosen)) {
        const sums = sumsOf(part)
        const fits = sums.every((sum, index) => {
          const { ceilingCents, days } = limits[index]!
          return (
            (ceilingCents === undefined || sum.total - bound.credits - bound.slack.cents(sum) <= ceilingCents) &&
            (days === undefined || daysOf(sum, pace) - bound.slack.days(sum) <= days + 1e-9)
          )
        })
        // Removals are not in yet: their work is, and their credits take money off, at most all of it.
        const spared = sums.reduce((cents, sum) => cents + bound.slack.cents(sum), 0)
        if (fits && total(sums) - spared + bound.rest(depth, sums) < found.cents) walk(depth + 1)
      }
      part[index] = -1
      chosen.delete(piece.id)
    }
  }
  walk(0)
  return { tried, stopped }
}

/** Why a piece is done in the visit that it is done in. */
function reasonsFor(problem: Problem, at: Int32Array, index: number): Why[] {
  const { visits, pieces, waits, movable, number, sumsOf, place, overOf, total, inOrder } = problem
  const asIs = total(sumsOf(at))
  const piece = pieces[index]!
  const mine = at[index]!
  const reasons: Why[] = []
  const others = pieces.some(
    (other, position) =>
      position !== index && at[position] === mine && other.opens.some(group => piece.opens.includes(group))
  )
  if (others) reasons.push({ kind: 'open anyway' })
  for (const giver of waits.get(piece.id) ?? []) {
    const there = number.get(giver)
    if (there !== undefined && at[there] === mine) reasons.push({ kind: 'with', unit: giver })
  }
  visits.forEach((visit, v) => {
    if (v === mine) return
    const of = new Map(movable.map(other => [pieces[other]!.id, other === index ? v : at[other]!]))
    if (!inOrder(of)) return
    const moved = place(of)
    const other = sumsOf(moved)
    const over = overOf(other)[v]
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

function describe(problem: Problem, at: Int32Array): Split {
  const { visits, pieces, limits, pace, movable, sumsOf, place, total } = problem
  const sums = sumsOf(at)
  const asIs = total(sums)
  return {
    of: [...movable]
      .sort((a, b) => at[a]! - at[b]! || a - b)
      .map(index => ({
        unit: pieces[index]!.id,
        label: pieces[index]!.unit.label,
        visit: visits[at[index]!]!.id,
        why: reasonsFor(problem, at, index)
      })),
    visits: visits.map(({ id, name }, v) => ({
      id,
      name,
      cents: sums[v]!.total,
      days: daysOf(sums[v]!, pace),
      hours: sums[v]!.hours,
      limit: limits[v]!,
      openedAgain: groupsIn(sums[v]!.again)
    })),
    totalCents: asIs,
    lostCents: asIs - total(sumsOf(place(new Map())))
  }
}

/** What a piece breaks in every visit, even alone. */
function tooLarge(
  { visits, pieces, limits, pace, sumsOf }: Problem,
  { credits, slack }: ReturnType<typeof boundOf>,
  index: number
): 'money' | 'days' | undefined {
  const overs = visits.map((_, v) => {
    const at = new Int32Array(pieces.length).fill(-1)
    at[index] = v
    const sums = sumsOf(at)
    const { ceilingCents, days } = limits[v]!
    if (ceilingCents !== undefined && sums[v]!.total - credits - slack.cents(sums[v]!) > ceilingCents)
      return 'money' as const
    return days !== undefined && daysOf(sums[v]!, pace) - slack.days(sums[v]!) > days + 1e-9
      ? ('days' as const)
      : undefined
  })
  return overs.every(over => over !== undefined) ? overs[0] : undefined
}

/**
 * Shares the new and moved units of a design out over its visits so that each stays within what it may cost and how long it may
 * take, and the whole costs least: what is opened twice, metal and journeys twice, prices risen, trade-ins fallen. Branch and bound
 * over the exact sums of the estimate.
 * @returns no best where no way keeps every limit
 */
export function searchSplit(design: Design, wires: readonly Wire[], pace: SplitPace): SplitSearch {
  const problem = problemOf(design, wires, pace)
  const { pieces, waits, movable, number, entered, place } = problem
  const found = begin(problem)
  const bound = boundOf(problem)
  const { tried, stopped } = branch(problem, found, bound)
  return {
    ...(found.at && { best: describe(problem, found.at) }),
    whole: describe(problem, place(new Map())),
    now: describe(problem, entered),
    tooEarly: [...waits].flatMap(([taker, givers]) =>
      [...givers].flatMap(giver => {
        const [late, early] = [number.get(giver), number.get(taker)]
        return late !== undefined && early !== undefined && entered[late]! > entered[early]!
          ? [{ label: pieces[early]!.unit.label, needs: pieces[late]!.unit.label }]
          : []
      })
    ),
    proven: !stopped,
    tried,
    tooLarge: movable.flatMap(index => {
      const by = tooLarge(problem, bound, index)
      return by ? [{ unit: pieces[index]!.id, label: pieces[index]!.unit.label, by }] : []
    })
  }
}
const costOf = (piece: Piece): number => piece.priceCents + piece.workCents
/** Whether two new units may change places without changing any sum. */
function alike(a: Piece, b: Piece, job: Job, waits: ReadonlyMap<string, ReadonlySet<string>>): boolean {
  const wiresOf = (piece: Piece) =>
    job.wires
      .filter(wire => wire.pieces.some(index => job.pieces[index] === piece))
      .map(wire => `${wire.pieces.length} ${wire.metres} ${wire.ends}`)
      .sort()
      .join()
  const tied = (piece: Piece) =>
    waits.has(piece.id) ||
    [...waits.values()].some(givers => givers.has(piece.id)) ||
    job.pieces.some(other => other.makesWayFor.includes(piece.id) || other.blockedBy.includes(piece.id)) ||
    job.wires.some(wire => wire.pieces.length > 1 && wire.pieces.some(index => job.pieces[index] === piece))
  return (
    a.kind === b.kind &&
    a.priceCents === b.priceCents &&
    a.hours === b.hours &&
    a.onFace === b.onFace &&
    a.sheetHours === b.sheetHours &&
    a.blocked === b.blocked &&
    a.plated === b.plated &&
    !a.blockedBy.length &&
    !b.blockedBy.length &&
    a.opens.join() === b.opens.join() &&
    !tied(a) &&
    !tied(b) &&
    wiresOf(a) === wiresOf(b)
  )
}
