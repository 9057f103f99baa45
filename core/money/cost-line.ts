import type { Phrase } from '../quantity'

/** One line of the cost, in cents; a credit is negative. */
export interface CostLine {
  /** What it is called by a line of a quote: the same for the same thing as long as it is in the plan. */
  key: string
  group: 'equipment' | 'labour' | 'panel' | 'wire' | 'travel' | 'other' | 'tax' | 'credit' | 'contingency'
  says: Phrase
  cents: number
  unit?: string
  phase?: string
}
