import type { Edit } from '../document'

/** Where a number or a limit comes from. */
export interface Basis {
  kind: 'published' | 'common practice' | 'derived' | 'assumption' | 'entered'
  source?: string
  /** The value was recalled, not read from the document: check it against the current text. */
  fromMemory?: boolean
}

/** How a number came about, so that anyone can do it again by hand. */
export interface Working {
  formula: string
  inputs: { symbol: string; meaning: string; value: number | string; unit: string; from: string }[]
  result: { value: number; unit: string }
  basis: Basis
}

export type Weight = 'stops work' | 'needs a decision' | 'worth knowing'
export const WEIGHTS: readonly Weight[] = ['stops work', 'needs a decision', 'worth knowing']

/** An edit, or a few, that would cure a snag, with what the cure does in words. */
export interface Remedy {
  text: string
  edits: Edit[]
}

/** What a room complains of, always in this one shape. `measured` and `limit` are in `unit`. */
export interface Snag {
  /** What it is about, stable from one examination to the next, so that a list can keep its place. */
  id: string
  code: string
  weight: Weight
  subjects: string[]
  measured?: number
  limit?: number
  unit?: 'mm' | 'A' | 'V' | 'min' | 'kg' | 'USD' | 'Nm' | 'deg'
  basis: Basis
  text: string
  remedies: Remedy[]
  /** How `measured` came about, where it was computed and not looked up. */
  working?: Working
}
