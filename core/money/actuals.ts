import type { Actual } from '../document'
import { say, type Phrase } from '../quantity'
import type { CostLine } from './cost-line'

/** One line of the plan, or a sum that it never had, with what it came to. */
export interface Reckoned {
  line: string
  says: Phrase
  /** Nothing where the plan has it no more, or never had it. */
  planCents?: number
  paidCents?: number
  /** More than planned is above nothing. Undefined while it is not paid. */
  overCents?: number
  on?: string
  note?: string
}
/** Plan and life side by side. */
export interface Reckoning {
  rows: Reckoned[]
  planCents: number
  paidCents: number
  /** Of what is paid, what the plan had for it. */
  plannedOfPaidCents: number
  /** What it will come to if what is not paid yet costs what is planned. */
  expectedCents: number
}

/**
 * Holds what was paid against the plan, line by line; contingency is what unplanned sums come out of, and is expected only as far as
 * they and the overruns have not used it up.
 */
export function reckon(lines: readonly CostLine[], actuals: readonly Actual[]): Reckoning {
  const paid = new Map(actuals.map(actual => [actual.line, actual]))
  const planned = new Set(lines.map(line => line.key))
  const rows: Reckoned[] = [
    ...lines.map((line): Reckoned => {
      const actual = paid.get(line.key)
      return {
        line: line.key,
        says: line.says,
        planCents: line.cents,
        ...(actual && {
          paidCents: actual.cents,
          overCents: actual.cents - line.cents,
          on: actual.on,
          ...(actual.note && { note: actual.note })
        })
      }
    }),
    ...actuals
      .filter(actual => !planned.has(actual.line))
      .map((actual): Reckoned => ({
        line: actual.line,
        says: say`${actual.says}`,
        paidCents: actual.cents,
        overCents: actual.cents,
        on: actual.on,
        ...(actual.note && { note: actual.note })
      }))
  ]
  const sum = (of: (row: Reckoned) => number | undefined) => rows.reduce((total, row) => total + (of(row) ?? 0), 0)
  const contingency = new Set(lines.filter(line => line.group === 'contingency').map(line => line.key))
  const reserve = sum(row => (contingency.has(row.line) && row.paidCents === undefined ? row.planCents : 0))
  const used = Math.max(
    0,
    sum(row => row.overCents)
  )
  const open = sum(row => (row.paidCents === undefined && !contingency.has(row.line) ? row.planCents : 0))
  return {
    rows,
    planCents: sum(row => row.planCents),
    paidCents: sum(row => row.paidCents),
    plannedOfPaidCents: sum(row => (row.paidCents === undefined ? 0 : row.planCents)),
    expectedCents: sum(row => row.paidCents) + open + Math.max(0, reserve - used)
  }
}
