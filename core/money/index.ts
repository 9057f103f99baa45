import { AS_FOUND, type Design, type Finding, type Working } from '../design'
import type { Wire } from '../wiring'
import { enumerate, figure, num, price, say, thing, type Phrase, wireRun } from '../quantity'
import { standQuote, type QuoteSummary } from './quotes'

export { guessCovers, inUsCents, lumpOf, QUOTED_GROUPS, threePoint, type QuotedLine, type QuoteSummary } from './quotes'

export { ACCESS_HOURS, laterOf, putOff, type Later, type PutOff } from './later'
export { creepSince, type Creep } from './creep'
export { jobOdds, type JobOdds, type JobTask } from './time/job'
export { readClosed, workingDayAfter, workingDayOf, workingDaysBetween, type Closed } from './time/days'
export { USUAL_PACE, type Pace } from './time/tasks'

/** One line of the cost, in cents; a credit is negative. */
export interface CostLine {
  /** What it is called by a line of a quote: the same for the same thing as long as it is in the plan. */
  key: string
  group: 'equipment' | 'labour' | 'panel' | 'wire' | 'travel' | 'credit' | 'contingency'
  says: Phrase
  cents: number
  unit?: string
  phase?: string
}

export interface MoneyReport {
  totalCents: number
  lines: CostLine[]
  labourHours: number
  quotes: QuoteSummary[]
  /** What each visit costs, and last what is tied to none: together the total. */
  byPhase: { phase: string; name: string; cents: number }[]
  findings: Finding[]
}

/** A quote further from the estimate than this is asked about. */
const QUOTE_APART = 1.5

/** To make and rivet on a doubler or an angle, metal included (our default). */
const STIFFENER_HOURS = 2
const rounded = (cents: number): number => Math.round(cents)

function labourLines(design: Design): { lines: CostLine[]; hours: number } {
  const rate = design.prices.labourCentsPerHour
  const lines: CostLine[] = []
  let hours = 0
  const add = (unit: { id: string; label: string; phase?: string }, spent: number, what: string) => {
    if (spent === 0) return
    hours += spent
    lines.push({
      key: `labour ${unit.id}`,
      group: 'labour',
      says: say`${what} ${thing(unit)}, ${figure(spent, 'h')}`,
      cents: rounded(spent * rate),
      unit: unit.id,
      phase: unit.phase
    })
  }
  for (const { unit } of design.removed) add(unit, unit.item.removeHours, 'Take out')
  for (const unit of design.units) {
    if (unit.state === 'new') add(unit, unit.item.labourHours, 'Install')
    // A moved unit comes out and goes in again; we count its removal twice.
    else if (unit.state === 'moved') add(unit, unit.item.removeHours * 2, 'Move')
  }
  for (const phase of design.phases)
    if (phase.accessHours > 0) {
      hours += phase.accessHours
      lines.push({
        key: `open ${phase.id}`,
        group: 'labour',
        says: say`Open and close for ${phase.name}, ${figure(phase.accessHours, 'h')}`,
        cents: rounded(phase.accessHours * rate),
        phase: phase.id
      })
    }
  return { lines, hours }
}

/** What the design costs: equipment, labour, panel, wire, travel, credits and contingency. */
export function examineMoney(design: Design, wires: readonly Wire[]): MoneyReport {
  const { prices, brief } = design
  const lines: CostLine[] = []
  const changed = new Set(design.units.filter(unit => unit.state !== 'kept').map(unit => unit.id))
  for (const unit of design.units)
    if (unit.state === 'new')
      lines.push({
        key: `equipment ${unit.id}`,
        group: 'equipment',
        says: say`${thing(unit)}`,
        cents: unit.priceCents,
        unit: unit.id,
        phase: unit.phase
      })
  const labour = labourLines(design)
  lines.push(...labour.lines)
  const faceChanged = [
    ...design.units.filter(unit => unit.state !== 'kept'),
    ...design.removed.map(one => one.unit)
  ].some(unit => unit.item.face?.cutout && unit.place.kind === 'panel')
  if (faceChanged && prices.panelWorkCents > 0)
    lines.push({ key: 'panel', group: 'panel', says: say`Panel: cut, finish, label`, cents: prices.panelWorkCents })
  // A pair of rails is two angles with two more run back.
  const stiffeners = design.airframe.panel.stiffeners.reduce((sum, one) => sum + (one.kind === 'rails' ? 2 : 1), 0)
  if (stiffeners > 0 && design.optionId !== AS_FOUND)
    lines.push({
      key: 'stiffeners',
      group: 'panel',
      says: say`Doublers, angles, rails and trays, ${figure(stiffeners)}, ${figure(STIFFENER_HOURS, 'h')} each`,
      cents: rounded(stiffeners * STIFFENER_HOURS * prices.labourCentsPerHour)
    })
  const metres = wires
    .filter(wire => wire.units.some(id => changed.has(id)))
    .reduce((sum, wire) => sum + (wire.lengthMm * wire.conductors) / 1000, 0)
  if (metres > 0 && prices.wireCentsPerMetre > 0)
    lines.push({
      key: 'wire',
      group: 'wire',
      says: say`Wire and connectors, ${wireRun(metres * 1000)} of conductor`,
      cents: rounded(metres * prices.wireCentsPerMetre)
    })
  if ((changed.size > 0 || design.removed.length > 0) && prices.travelCents > 0)
    lines.push({ key: 'travel', group: 'travel', says: say`Travel to the shop and back`, cents: prices.travelCents })
  const work = lines.reduce((sum, one) => sum + one.cents, 0)
  const contingency = rounded((work * prices.contingencyPercent) / 100)
  if (contingency > 0)
    lines.push({
      key: 'contingency',
      group: 'contingency',
      says: say`Contingency, ${figure(prices.contingencyPercent, '%')}`,
      cents: contingency
    })
  for (const gone of design.removed)
    if (gone.how !== 'scrap' && gone.creditCents > 0)
      lines.push({
        key: `credit ${gone.unit.id}`,
        group: 'credit',
        says: say`${gone.how === 'sell' ? 'Sale' : 'Trade-in'} of ${thing(gone.unit)}`,
        cents: -gone.creditCents,
        unit: gone.unit.id
      })
  const totalCents = lines.reduce((sum, one) => sum + one.cents, 0)
  const quotes = design.quotes.map(quote => standQuote(quote, lines))
  const findings: Finding[] = []
  if (brief.budgetCents > 0 && totalCents > brief.budgetCents)
    findings.push({
      id: 'money.over',
      code: 'money.over',
      weight: 'decide',
      subjects: lines
        .filter(one => one.group === 'equipment')
        .sort((a, b) => b.cents - a.cents)
        .slice(0, 2)
        .map(one => one.unit!),
      measured: totalCents / 100,
      limit: brief.budgetCents / 100,
      unit: 'USD',
      basis: { kind: 'entered', source: 'budget in the brief' },
      remedies: [],
      says: say`${design.optionName} costs ${price(totalCents)}; the budget is ${price(brief.budgetCents)}: ${price(totalCents - brief.budgetCents)} over.`
    })
  findings.push(...quoteFindings(quotes, work))
  const inPhases = new Set(design.phases.map(phase => phase.id))
  const of = (wanted: (phase: string | undefined) => boolean) =>
    lines.filter(one => wanted(one.phase)).reduce((sum, one) => sum + one.cents, 0)
  const byPhase = design.phases.map(phase => ({
    phase: phase.id,
    name: phase.name,
    cents: of(one => one === phase.id)
  }))
  // What belongs to no one visit stands beside them, so that they add up to the total.
  if (byPhase.length)
    byPhase.push({ phase: '', name: 'Not tied to a visit', cents: of(one => one === undefined || !inPhases.has(one)) })
  return {
    totalCents,
    lines,
    labourHours: labour.hours,
    quotes,
    byPhase,
    findings
  }
}

/** Quotes a factor off the estimate, and what they leave out or say twice. */
function quoteFindings(quotes: readonly QuoteSummary[], work: number): Finding[] {
  return quotes.flatMap((quote): Finding[] => {
    // A quote is for the work: what is set aside for surprises is not in it.
    const whole = quote.comparableCents
    const apart = Math.max(whole / work, work / whole)
    const names = quote.forgotten.slice(0, 4).map(one => one.says)
    const more = quote.forgotten.length - names.length
    const entered = { kind: 'entered', source: 'lines of the quote, and what each was said to cover' } as const
    return [
      ...(work > 0 && quote.totalCents > 0 && apart >= QUOTE_APART
        ? [
            {
              id: `money.quote:${quote.id}`,
              code: 'money.quote',
              weight: 'decide' as const,
              subjects: [],
              measured: whole / 100,
              limit: work / 100,
              unit: 'USD' as const,
              basis: {
                kind: 'common practice' as const,
                source: 'a quote and an estimate of the same work lie within a half of each other'
              },
              remedies: [],
              says: say`${quote.shop} quotes ${price(quote.totalCents)}${quote.forgottenCents ? say`, ${price(whole)} with what it leaves out` : ''}; the estimate without contingency is ${price(work)}: the larger is ${num(apart, 1)} times the smaller. One of the two leaves something out.`
            }
          ]
        : []),
      ...(quote.lines.length && quote.forgotten.length
        ? [
            {
              id: `money.quote-lacks:${quote.id}`,
              code: 'money.quote-lacks',
              weight: 'decide' as const,
              subjects: [...new Set(quote.forgotten.flatMap(one => one.unit ?? []))],
              measured: quote.forgottenCents / 100,
              unit: 'USD' as const,
              basis: entered,
              remedies: [],
              says: say`No line of ${quote.shop}’s quote is for ${enumerate(names)}${more ? say` and ${figure(more)} more` : ''}: ${price(quote.forgottenCents)} by the estimate. Ask whether it is left out.`
            }
          ]
        : []),
      ...(quote.twice.length
        ? [
            {
              id: `money.quote-twice:${quote.id}`,
              code: 'money.quote-twice',
              weight: 'decide' as const,
              subjects: [],
              basis: entered,
              remedies: [],
              says: say`${quote.shop}’s quote names ${enumerate(quote.twice.map(one => one.says))} in more than one line: ask whether it is charged twice.`
            }
          ]
        : [])
    ]
  })
}

/** How the total came about. */
export function explainMoney({ prices }: Design, { lines, totalCents }: MoneyReport): Working {
  return {
    formula: 'Σ equipment + labour · rate + panel + wire + travel + contingency − credits',
    inputs: [
      {
        symbol: 'rate',
        meaning: 'shop labour, an hour',
        value: prices.labourCentsPerHour,
        unit: 'cents',
        from: 'Budget'
      },
      ...lines.map(one => ({
        symbol: one.group,
        meaning: one.says,
        value: one.cents,
        unit: 'cents',
        from:
          one.group === 'equipment'
            ? 'catalogue entry or your own price'
            : one.group === 'labour'
              ? 'hours of the catalogue entry'
              : 'Budget'
      }))
    ],
    result: { value: totalCents, unit: 'cents' },
    basis: { kind: 'entered', source: 'catalogue prices and the figures in Budget' }
  }
}
