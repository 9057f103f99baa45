import type { CostLine } from './cost-line'
import { type Phrase } from '../quantity'

/** One thing that came in, grew, shrank or fell out since the plan was agreed. */
export interface Creep {
  says: Phrase
  cents: number
}

/** The estimate, line by line. */
type Lines = { lines: readonly CostLine[] }

/** What has crept in since the plan first agreed, item by item, the largest first. The sum is the change of the total. */
export function creepSince(agreed: Lines, now: Lines): Creep[] {
  const sums = new Map<string, Creep>()
  for (const [report, sign] of [
    [agreed, -1],
    [now, 1]
  ] as const)
    for (const line of report.lines) {
      // Lines without a unit carry amounts in their words: they are one line a group.
      const key = line.unit ? `${line.group} ${line.unit}` : line.group
      const known = sums.get(key) ?? { says: line.says, cents: 0 }
      sums.set(key, { says: line.says, cents: known.cents + sign * line.cents })
    }
  return [...sums.values()].filter(line => line.cents !== 0).sort((a, b) => Math.abs(b.cents) - Math.abs(a.cents))
}
