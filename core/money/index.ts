import * as messages from './messages'
import { finding, type Design, type Finding, type Working } from '../design'
import type { Wire } from '../wiring'
import { figure, say, thing, type Phrase, screenName } from '../quantity'
import type { CostLine } from './cost-line'
import { standQuotes, type QuoteSummary } from './quotes'
import {
  groupsIn,
  jobOf,
  placedAsEntered,
  STIFFENER_HOURS,
  sumVisits,
  type Job,
  type Visit,
  type VisitSum
} from './visits/model'

export {
  guessCovers,
  inUsCents,
  lumpOf,
  queueThrough,
  quoteDates,
  quotableLines,
  QUOTED_GROUPS,
  threePoint,
  type QuotedLine,
  type QuoteSummary
} from './quotes'

export type { CostLine } from './cost-line'
export { laterOf, putOff, type Later, type PutOff } from './later'
export { accessHours, USUAL_ACCESS_HOURS } from './visits/access'
export { placedByVisit, visitsOf, type Visit } from './visits/model'
export { searchSplit, type Split, type SplitSearch, type Why } from './visits/split'
export { creepSince, type Creep } from './creep'
export { costByUnit, type UnitCost } from './by-unit'
export { reckon, type Reckoned, type Reckoning } from './actuals'
export { evenDays, jobOdds, type JobOdds, type JobTask } from './time/job'
export {
  monthsAfter,
  readClosed,
  workingDayAfter,
  workingDayOf,
  workingDaysBefore,
  workingDaysBetween,
  type Closed
} from './time/days'
export { ceilingFor, daysFor, startOf, type Start, type StartsFrom } from './time/start'
export { inVisit, ownTask, USUAL_PACE, type Pace } from './time/tasks'
export { contingencyOf, inspectionOf, type Contingency, type Looked } from './time/inspection'

export interface MoneyReport {
  totalCents: number
  lines: CostLine[]
  labourHours: number
  quotes: QuoteSummary[]
  /** What each visit costs and its hours of work, in the order of their days: together the total. */
  byPhase: { phase: string; name: string; cents: number; hours: number }[]
  /** What returns every year, in no total: of the units that are there then, and of one’s own. */
  yearly: { says: Phrase; cents: number; unit?: string }[]
  yearlyCents: number
  findings: Finding[]
}

/** A quote further from the estimate than this is asked about. */
const QUOTE_APART = 1.5

/** What a visit’s lines say, where there is more than one visit. */
const inVisit = (visits: readonly Visit[], { name }: Visit, says: Phrase): Phrase =>
  visits.length > 1 ? say`${says}, ${name}` : says

/** The visit a line belongs to; none where there is only the one. */
const phaseOf = ({ id }: Visit) => (id ? { phase: id } : {})

/** Equipment and labour, piece by piece. */
function pieceLines({ pieces, visits }: Job, at: ArrayLike<number>): CostLine[] {
  const lines: CostLine[] = []
  const DID = { new: 'Install', moved: 'Move', removed: 'Take out' } as const
  pieces.forEach((piece, index) => {
    if (piece.kind === 'new')
      lines.push({
        key: `equipment ${piece.id}`,
        group: 'equipment',
        says: say`${thing(piece.unit)}`,
        cents: piece.priceCents,
        unit: piece.id,
        ...phaseOf(visits[at[index]!]!)
      })
  })
  pieces.forEach((piece, index) => {
    if (piece.hours > 0)
      lines.push({
        key: `labour ${piece.id}`,
        group: 'labour',
        says: say`${DID[piece.kind]} ${thing(piece.unit)}, ${figure(piece.hours, 'h')}`,
        cents: piece.workCents,
        unit: piece.id,
        ...phaseOf(visits[at[index]!]!)
      })
  })
  return lines
}

/** What a visit costs beyond its pieces. */
function visitLines(job: Job, sum: VisitSum, v: number): CostLine[] {
  const { visits, prices } = job
  const visit = visits[v]!
  const lines: CostLine[] = []
  // Of the first visit a line is called by its group alone, so that what a quote says it covers stays true when visits are added.
  const keyed = (key: string) => (v === 0 ? key : `${key} ${visit.id}`)
  const add = (key: string, group: CostLine['group'], cents: number, says: Phrase) => {
    if (cents !== 0) lines.push({ key, group, says: inVisit(visits, visit, says), cents, ...phaseOf(visit) })
  }
  add(`drift ${visit.id}`, 'equipment', sum.drift, messages.priceDrift(sum.drift))
  if (visit.phase?.accessHours !== undefined && sum.openHours > 0)
    lines.push({
      key: `open ${visit.id}`,
      group: 'labour',
      says: messages.openForVisit({ name: visit.name, openHours: sum.openHours }),
      cents: sum.open,
      phase: visit.id
    })
  else if (sum.again)
    add(
      `open ${visit.id}`,
      'labour',
      sum.open,
      messages.openAgain({ groups: groupsIn(sum.again).join(', '), openHours: sum.openHours })
    )
  add(keyed('harness'), 'labour', sum.harness, messages.harness({ ends: sum.ends, harnessHours: sum.harnessHours }))
  add(
    keyed('panel'),
    'panel',
    sum.panel,
    sum.sheet === 'new' ? messages.panel : messages.existingSheet(sum.sheetHours, sum.plates)
  )
  add(
    'stiffeners',
    'panel',
    sum.stiffeners,
    messages.stiffeners({ stiffeners: job.stiffeners, stiffenerHours: STIFFENER_HOURS })
  )
  add(keyed('wire'), 'wire', sum.wire, messages.wire(sum.metres))
  add(keyed('travel'), 'travel', sum.travel, messages.travel)
  for (const cost of job.costs)
    if (!cost.yearly && (cost.phase ? cost.phase === visit.id : v === 0))
      lines.push({
        key: `cost ${cost.id}`,
        group: 'other',
        says: say`${cost.says}`,
        cents: cost.cents,
        ...phaseOf(visit)
      })
  add(
    keyed('tax'),
    'tax',
    sum.tax,
    messages.taxLine({
      taxOnThingsPercent: prices.taxOnThingsPercent,
      taxOnWorkPercent: prices.taxOnWorkPercent
    })
  )
  add(keyed('contingency'), 'contingency', sum.contingency, messages.contingency(prices.contingencyPercent))
  return lines
}

/** What is sold, and what the wait takes off it. */
function creditLines({ pieces, visits }: Job, at: ArrayLike<number>, sums: readonly VisitSum[]): CostLine[] {
  const lines: CostLine[] = []
  pieces.forEach((piece, index) => {
    if (piece.creditCents > 0)
      lines.push({
        key: `credit ${piece.id}`,
        group: 'credit',
        says: messages.credit({ how: piece.how, unit: piece.unit }),
        cents: -piece.creditCents,
        unit: piece.id,
        ...phaseOf(visits[at[index]!]!)
      })
  })
  sums.forEach((sum, v) => {
    if (sum.fall !== 0)
      lines.push({
        key: `fall ${visits[v]!.id}`,
        group: 'credit',
        says: inVisit(visits, visits[v]!, messages.creditFall),
        cents: sum.fall,
        ...phaseOf(visits[v]!)
      })
  })
  return lines
}

/** The lines of what each visit comes to: one for each thing, one for each piece of work, one for what is counted for none of them. */
const linesOf = (job: Job, at: ArrayLike<number>, sums: readonly VisitSum[]): CostLine[] => [
  ...pieceLines(job, at),
  ...sums.flatMap((sum, v) => visitLines(job, sum, v)),
  ...creditLines(job, at, sums)
]

/**
 * What the design costs, visit by visit: equipment, labour, panel, wire, travel, costs of one’s own, tax, contingency, credits. Each
 * line is rounded to the cent; every line belongs to a visit, and the visits add up to the total.
 */
export function examineMoney(design: Design, wires: readonly Wire[]): MoneyReport {
  const { brief } = design
  const job = jobOf(design, wires)
  const at = placedAsEntered(job)
  const sums = sumVisits(job, at)
  const lines = linesOf(job, at, sums)
  const work = lines
    .filter(line => !['credit', 'contingency', 'tax'].includes(line.group))
    .reduce((sum, line) => sum + line.cents, 0)
  const totalCents = lines.reduce((sum, costLine) => sum + costLine.cents, 0)
  const yearly = [
    ...design.units.flatMap(unit =>
      unit.item.yearly
        ? [{ says: say`${thing(unit)}: ${unit.item.yearly.for}`, cents: unit.item.yearly.cents, unit: unit.id }]
        : []
    ),
    ...design.costs.filter(cost => cost.yearly).map(cost => ({ says: say`${cost.says}`, cents: cost.cents }))
  ]
  const quotes = standQuotes(design.quotes, lines)
  const findings: Finding[] = []
  if (brief.budgetCents > 0 && totalCents > brief.budgetCents)
    findings.push(
      finding(
        'money.over',
        lines
          .filter(line => line.group === 'equipment')
          .sort((a, b) => b.cents - a.cents)
          .slice(0, 2)
          .map(line => line.unit!),
        {
          weight: 'decide',
          measured: totalCents / 100,
          limit: brief.budgetCents / 100,
          unit: 'USD',
          basis: { kind: 'entered', source: 'budget in the brief' },
          says: messages.over({ optionName: design.optionName, totalCents, budgetCents: brief.budgetCents })
        }
      )
    )
  findings.push(...quoteFindings(quotes, work))
  findings.push(...visitFindings(job, sums))
  return {
    totalCents,
    lines,
    labourHours: sums.reduce((sum, visitSum) => sum + visitSum.hours, 0),
    quotes,
    byPhase: design.phases.length
      ? job.visits.map(({ id, name }, v) => ({ phase: id, name, cents: sums[v]!.total, hours: sums[v]!.hours }))
      : [],
    yearly,
    yearlyCents: yearly.reduce((sum, cost) => sum + cost.cents, 0),
    findings
  }
}

/** A visit that costs more than was set aside for it. */
const visitFindings = ({ visits }: Job, sums: readonly VisitSum[]): Finding[] =>
  visits.flatMap(({ id, name, phase }, v): Finding[] => {
    const { total } = sums[v]!
    const ceiling = phase?.ceilingCents
    return ceiling !== undefined && total > ceiling
      ? [
          finding('money.visit', [], {
            key: id,
            weight: 'decide',
            measured: total / 100,
            limit: ceiling / 100,
            unit: 'USD',
            basis: { kind: 'entered', source: 'what the visit may cost' },
            says: messages.visit({ name, total, ceiling })
          })
        ]
      : []
  })

/** Quotes a factor off the estimate, and what they leave out or say twice. */
function quoteFindings(quotes: readonly QuoteSummary[], work: number): Finding[] {
  return quotes.flatMap((quote): Finding[] => {
    // A quote is for the work: what is set aside for surprises is not in it.
    const whole = quote.comparableCents
    const apart = Math.max(whole / work, work / whole)
    const names = quote.forgotten.slice(0, 4).map(costLine => costLine.says)
    const more = quote.forgotten.length - names.length
    const entered = { kind: 'entered', source: 'lines of the quote, and what each covers' } as const
    return [
      ...(work > 0 && quote.totalCents > 0 && apart >= QUOTE_APART
        ? [
            finding('money.quote', [], {
              key: quote.id,
              weight: 'decide' as const,
              measured: whole / 100,
              limit: work / 100,
              unit: 'USD' as const,
              basis: {
                kind: 'common practice' as const,
                source: 'a quote and an estimate of the same work differ by less than half'
              },
              says: messages.quote({
                shop: quote.shop,
                totalCents: quote.totalCents,
                forgottenCents: quote.forgottenCents,
                whole,
                work,
                apart
              })
            })
          ]
        : []),
      ...(quote.lines.length && quote.forgotten.length
        ? [
            finding('money.quote-lacks', [...new Set(quote.forgotten.flatMap(costLine => costLine.unit ?? []))], {
              key: quote.id,
              weight: 'decide' as const,
              measured: quote.forgottenCents / 100,
              unit: 'USD' as const,
              basis: entered,
              says: messages.quoteLacks({ shop: quote.shop, names, more, forgottenCents: quote.forgottenCents })
            })
          ]
        : []),
      ...(quote.twice.length
        ? [
            finding('money.quote-twice', [], {
              key: quote.id,
              weight: 'decide' as const,
              basis: entered,
              says: messages.quoteTwice({ shop: quote.shop, twice: quote.twice })
            })
          ]
        : [])
    ]
  })
}

/** How the total came about. */
export function explainMoney({ prices }: Design, { lines, totalCents }: MoneyReport): Working {
  return {
    formula: 'Σ equipment + labour · rate + panel + wire + travel + own costs + tax + contingency − credits',
    inputs: [
      {
        symbol: 'rate',
        meaning: 'shop labour, an hour',
        value: prices.labourCentsPerHour,
        unit: 'cents',
        from: 'Budget'
      },
      ...lines.map(line => ({
        symbol: line.group,
        meaning: line.says,
        value: line.cents,
        unit: 'cents',
        from:
          line.group === 'equipment'
            ? 'catalogue entry or your own price'
            : line.group === 'labour'
              ? 'hours of the catalogue entry'
              : 'Budget'
      }))
    ],
    result: { value: totalCents, unit: 'cents' },
    basis: { kind: 'entered', source: `catalogue prices and the figures in ${screenName('budget')}` }
  }
}
