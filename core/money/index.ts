import { AS_FOUND, type Design, type Finding, type Working } from '../design'
import type { Wire } from '../wiring'
import { figure, num, price, say, thing, type Phrase, wireRun } from '../quantity'

export { creepSince, type Creep } from './creep'
export { jobOdds, type JobOdds, type JobTask } from './time/job'
export { readClosed, workingDayAfter, workingDayOf, workingDaysBetween, type Closed } from './time/days'
export { USUAL_PACE, type Pace } from './time/tasks'

/** One line of the cost, in cents; a credit is negative. */
export interface CostLine {
  group: 'equipment' | 'labour' | 'panel' | 'wire' | 'travel' | 'credit' | 'contingency'
  says: Phrase
  cents: number
  unit?: string
  phase?: string
}

export interface QuoteSummary {
  id: string
  shop: string
  totalCents: number
  meanWeeks: number
  deviationWeeks: number
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

/** Mean and deviation of a three-point estimate: (a + 4m + b) / 6 and (b − a) / 6 (PERT). */
export const threePoint = ([a, m, b]: readonly [number, number, number]): { mean: number; deviation: number } => ({
  mean: (a + 4 * m + b) / 6,
  deviation: (b - a) / 6
})

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
    lines.push({ group: 'panel', says: say`Panel: cut, finish, label`, cents: prices.panelWorkCents })
  // A pair of rails is two angles with two more run back.
  const stiffeners = design.airframe.panel.stiffeners.reduce((sum, one) => sum + (one.kind === 'rails' ? 2 : 1), 0)
  if (stiffeners > 0 && design.optionId !== AS_FOUND)
    lines.push({
      group: 'panel',
      says: say`Doublers, angles, rails and trays, ${figure(stiffeners)}, ${figure(STIFFENER_HOURS, 'h')} each`,
      cents: rounded(stiffeners * STIFFENER_HOURS * prices.labourCentsPerHour)
    })
  const metres = wires
    .filter(wire => wire.units.some(id => changed.has(id)))
    .reduce((sum, wire) => sum + (wire.lengthMm * wire.conductors) / 1000, 0)
  if (metres > 0 && prices.wireCentsPerMetre > 0)
    lines.push({
      group: 'wire',
      says: say`Wire and connectors, ${wireRun(metres * 1000)} of conductor`,
      cents: rounded(metres * prices.wireCentsPerMetre)
    })
  if ((changed.size > 0 || design.removed.length > 0) && prices.travelCents > 0)
    lines.push({ group: 'travel', says: say`Travel to the shop and back`, cents: prices.travelCents })
  const work = lines.reduce((sum, one) => sum + one.cents, 0)
  const contingency = rounded((work * prices.contingencyPercent) / 100)
  if (contingency > 0)
    lines.push({
      group: 'contingency',
      says: say`Contingency, ${figure(prices.contingencyPercent, '%')}`,
      cents: contingency
    })
  for (const gone of design.removed)
    if (gone.how !== 'scrap' && gone.creditCents > 0)
      lines.push({
        group: 'credit',
        says: say`${gone.how === 'sell' ? 'Sale' : 'Trade-in'} of ${thing(gone.unit)}`,
        cents: -gone.creditCents,
        unit: gone.unit.id
      })
  const totalCents = lines.reduce((sum, one) => sum + one.cents, 0)
  const quotes = design.quotes.map(quote => {
    const { mean, deviation } = threePoint(quote.weeks)
    return {
      id: quote.id,
      shop: quote.shop,
      totalCents: quote.equipmentCents + quote.labourCents,
      meanWeeks: mean,
      deviationWeeks: deviation
    }
  })
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
  // A quote is for the work: what is set aside for surprises is not in it.
  for (const quote of quotes) {
    const apart = Math.max(quote.totalCents / work, work / quote.totalCents)
    if (work <= 0 || quote.totalCents <= 0 || apart < QUOTE_APART) continue
    findings.push({
      id: `money.quote:${quote.id}`,
      code: 'money.quote',
      weight: 'decide',
      subjects: [],
      measured: quote.totalCents / 100,
      limit: work / 100,
      unit: 'USD',
      basis: {
        kind: 'common practice',
        source: 'a quote and an estimate of the same work lie within a half of each other'
      },
      remedies: [],
      says: say`${quote.shop} quotes ${price(quote.totalCents)}; the estimate without contingency is ${price(work)}: the larger is ${num(apart, 1)} times the smaller. One of the two leaves something out.`
    })
  }
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
