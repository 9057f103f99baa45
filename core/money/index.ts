import type { Design, Snag, Working } from '../design'
import { formatMoney } from '../quantity'
import type { Wire } from '../wiring'

export { creepSince, type Creep } from './creep'

/** One line of the cost, in cents; a credit is negative. */
export interface CostLine {
  group: 'equipment' | 'labour' | 'panel' | 'wire' | 'travel' | 'credit' | 'contingency'
  text: string
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
  byPhase: { phase: string; name: string; cents: number }[]
  snags: Snag[]
  working: Working
}

/** Mean and deviation of a three-point estimate: (a + 4m + b) / 6 and (b − a) / 6 (PERT). */
export const threePoint = ([a, m, b]: readonly [number, number, number]): { mean: number; deviation: number } => ({
  mean: (a + 4 * m + b) / 6,
  deviation: (b - a) / 6
})

const rounded = (cents: number): number => Math.round(cents)

function labourLines(design: Design): { lines: CostLine[]; hours: number } {
  const rate = design.prices.labourCentsPerHour
  const lines: CostLine[] = []
  let hours = 0
  const add = (unit: { id: string; label: string; phase?: string }, spent: number, text: string) => {
    if (spent === 0) return
    hours += spent
    lines.push({
      group: 'labour',
      text: `${text} ${unit.label}, ${spent} h`,
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
        text: `Open and close for ${phase.name}, ${phase.accessHours} h`,
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
      lines.push({ group: 'equipment', text: unit.label, cents: unit.priceCents, unit: unit.id, phase: unit.phase })
  const labour = labourLines(design)
  lines.push(...labour.lines)
  const faceChanged = [
    ...design.units.filter(unit => unit.state !== 'kept'),
    ...design.removed.map(one => one.unit)
  ].some(unit => unit.item.face?.cutout && unit.place.kind === 'panel')
  if (faceChanged && prices.panelWorkCents > 0)
    lines.push({ group: 'panel', text: 'Panel: cut, finish, label', cents: prices.panelWorkCents })
  const metres = wires
    .filter(wire => wire.units.some(id => changed.has(id)))
    .reduce((sum, wire) => sum + (wire.lengthMm * wire.conductors) / 1000, 0)
  if (metres > 0 && prices.wireCentsPerMetre > 0)
    lines.push({
      group: 'wire',
      text: `Wire and connectors, ${metres.toFixed(1)} m of conductor`,
      cents: rounded(metres * prices.wireCentsPerMetre)
    })
  if ((changed.size > 0 || design.removed.length > 0) && prices.travelCents > 0)
    lines.push({ group: 'travel', text: 'Travel to the shop and back', cents: prices.travelCents })
  const work = lines.reduce((sum, one) => sum + one.cents, 0)
  const contingency = rounded((work * prices.contingencyPercent) / 100)
  if (contingency > 0)
    lines.push({ group: 'contingency', text: `Contingency, ${prices.contingencyPercent} %`, cents: contingency })
  for (const gone of design.removed)
    if (gone.how !== 'scrap' && gone.creditCents > 0)
      lines.push({
        group: 'credit',
        text: `${gone.how === 'sell' ? 'Sale' : 'Trade-in'} of ${gone.unit.label}`,
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
  const snags: Snag[] = []
  if (brief.budgetCents > 0 && totalCents > brief.budgetCents)
    snags.push({
      id: 'money.over',
      code: 'money.over',
      weight: 'needs a decision',
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
      text: `${design.optionName} costs ${formatMoney(totalCents)}; the budget is ${formatMoney(brief.budgetCents)}: ${formatMoney(totalCents - brief.budgetCents)} over.`
    })
  const byPhase = design.phases.map(phase => ({
    phase: phase.id,
    name: phase.name,
    cents: lines.filter(one => one.phase === phase.id).reduce((sum, one) => sum + one.cents, 0)
  }))
  return {
    totalCents,
    lines,
    labourHours: labour.hours,
    quotes,
    byPhase,
    snags,
    working: {
      formula: 'Σ equipment + labour · rate + panel + wire + travel + contingency − credits',
      inputs: [
        {
          symbol: 'rate',
          meaning: 'shop labour',
          value: prices.labourCentsPerHour / 100,
          unit: 'USD/h',
          from: 'Budget'
        },
        ...lines.map(one => ({
          symbol: one.group,
          meaning: one.text,
          value: one.cents / 100,
          unit: 'USD',
          from:
            one.group === 'equipment'
              ? 'catalogue entry or your own price'
              : one.group === 'labour'
                ? 'hours of the catalogue entry'
                : 'Budget'
        }))
      ],
      result: { value: totalCents / 100, unit: 'USD' },
      basis: { kind: 'entered', source: 'catalogue prices and the figures in Budget' }
    }
  }
}
