import * as messages from './messages'
import type { Design, Working } from '../design'
import { type Phrase } from '../quantity'
import type { Wire } from '../wiring'
import { accessHours, opensIn } from './visits/access'
import { jobOf, placedAsEntered, sumVisits, type VisitSum } from './visits/model'

/** One unit done in this visit, and alone in one of its own later. */
export interface Later {
  unit: string
  label: string
  nowCents: number
  laterCents: number
  /** What doing it now saves. */
  savedCents: number
  working: Working
}
/** The whole job put off. */
export interface PutOff {
  months: number
  equipmentCents: number
  /** What trade-ins and sales have lost. */
  creditsCents: number
  /** Tax and contingency on what has risen. */
  taxCents: number
  togetherCents: number
}

const grown = (cents: number, percentAYear: number, months: number): number =>
  Math.round(cents * (1 + percentAYear / 100) ** (months / 12))

/** Each new unit now against later, the greatest saving first. */
export function laterOf(design: Design, months: number): Later[] {
  const { prices } = design
  const rate = prices.labourCentsPerHour
  const drift = prices.driftPercentAYear ?? 0
  const opens = opensIn(design)
  // Alone and later it is cut in the sheet that is there then, unless a hole of today leaves no room for it.
  const pieces = new Map(jobOf(design, []).pieces.map(piece => [piece.id, piece]))
  const sheetCents = (id: string): number => {
    const { blocked, blockedBy, sheetHours } = pieces.get(id)!
    return blocked || blockedBy.length ? prices.panelWorkCents : Math.round(sheetHours * rate)
  }
  return design.units
    .filter(unit => unit.state === 'new')
    .map((unit): Later => {
      const kinds = opens(unit)
      const hours = kinds.reduce((sum, kind) => sum + accessHours(prices, kind), 0)
      const install = Math.round(unit.item.labourHours * rate)
      const later = {
        price: grown(unit.priceCents, drift, months),
        access: Math.round(hours * rate),
        panel: sheetCents(unit.id),
        travel: prices.travelCents
      }
      const nowCents = unit.priceCents + install
      const laterCents = later.price + install + later.access + later.panel + later.travel
      const given = (symbol: string, meaning: string, value: number, [of, from]: [string, Phrase | string]) => ({
        symbol,
        meaning,
        value,
        unit: of,
        from
      })
      return {
        unit: unit.id,
        label: unit.label,
        nowCents,
        laterCents,
        savedCents: laterCents - nowCents,
        working: {
          formula: 'now = p + i; later = p · (1 + d)^(m/12) + i + h · rate + panel + travel',
          inputs: [
            given('p', 'price today', unit.priceCents, ['cents', 'catalogue entry or your own price']),
            given('i', 'to install', install, ['cents', messages.installHours(unit.item.labourHours)]),
            given('d', 'prices rise a year', drift, ['%', 'Budget']),
            given('m', 'months later', months, ['', 'Budget']),
            given('h', `open and close: ${kinds.join(', ')}`, hours, [
              'h',
              'Budget, or our assumption for each part of the aeroplane'
            ]),
            given('rate', 'shop labour, an hour', rate, ['cents', 'Budget']),
            given('panel', 'work on the sheet of the panel', later.panel, ['cents', 'Budget']),
            given('travel', 'to the shop and back again', later.travel, ['cents', 'Budget'])
          ],
          result: { value: laterCents - nowCents, unit: 'cents' },
          basis: { kind: 'assumption', source: 'access is paid once for a visit (common practice)' }
        }
      }
    })
    .sort((a, b) => b.savedCents - a.savedCents)
}

/** What it costs to put the whole job off, visit by visit: prices drift up, what is traded in or sold loses by the month. */
export function putOff(design: Design, wires: readonly Wire[], months: number): PutOff {
  const job = jobOf(design, wires)
  const at = placedAsEntered(job)
  const late = { ...job, visits: job.visits.map(visit => ({ ...visit, months: visit.months + months })) }
  const [now, then] = [job, late].map(job => sumVisits(job, at))
  const more = (of: (sum: VisitSum) => number) => then!.reduce((sum, visit, v) => sum + of(visit) - of(now![v]!), 0)
  return {
    months,
    equipmentCents: more(sum => sum.drift),
    creditsCents: more(sum => sum.fall),
    taxCents: more(sum => sum.tax + sum.contingency),
    togetherCents: more(sum => sum.total)
  }
}
