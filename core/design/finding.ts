import { perObject } from '../cache'
import type { FunctionName, SignalName } from '../catalogue'
import type { FigureKind, FindingCode } from './codes'
import type { Design } from './design'
import type { Edit } from '../document'
import type { Phrase } from '../quantity'

/** Where a number or a limit comes from. */
export interface Basis {
  kind: 'published' | 'common practice' | 'derived' | 'assumption' | 'entered'
  source?: string
  /** The value was recalled, not read from the document: check it against the current text. */
  fromMemory?: boolean
}

/** One figure a working begins from. A number is in `unit`, of the document: it is read in the reader's own. */
export interface WorkingInput {
  symbol: string
  meaning: Phrase | string
  value: number | Phrase | string
  unit: string
  from: Phrase | string
}

/** How a number came about, so that anyone can do it again by hand. Made only when it is asked for. */
export interface Working {
  formula: Phrase | string
  inputs: WorkingInput[]
  result: { value: number; unit: string }
  basis: Basis
}

/** The figure a working is asked of: a word for the kind, and what it is of. `explain` of the report answers it. */
export interface FigureOf {
  kind: FigureKind
  of: string
}

export type Weight = 'must fix' | 'decide' | 'note'
export const WEIGHTS: readonly Weight[] = ['must fix', 'decide', 'note']

/** An edit, or a few, that would cure a finding, with what the cure does in words. */
export interface Remedy {
  says: Phrase
  edits: Edit[]
}

/**
 * What a room finds, always in this one shape: facts, put into words where they are read. `measured` and `limit` are in
 * `unit`.
 */
export interface Finding {
  /** What it is about, stable from one examination to the next, so that a list can keep its place. */
  id: string
  code: FindingCode
  weight: Weight
  subjects: string[]
  measured?: number
  limit?: number
  unit?: 'mm' | 'A' | 'V' | 'min' | 'kg' | 'USD' | 'Nm' | 'deg'
  basis: Basis
  says: Phrase
  remedies: Remedy[]
  /** Its remedies take a search: `remediesOf` makes it when they are asked for. */
  seeks?: true
  /** What would cure it that is not there yet: an item that gives one of these functions, or says this signal. */
  lacks?: { functions: readonly FunctionName[]; signal?: SignalName }
  /** The figure whose working shows how `measured` came about, where it was computed and not looked up. */
  figure?: FigureOf
}

/** The facts of a finding: all but what `finding` derives from its code and subjects. */
export type FindingFacts = Omit<Finding, 'id' | 'code' | 'subjects' | 'remedies' | 'seeks'> & {
  remedies?: Remedy[]
  /** What tells it from others of its code, where that is not its one subject. */
  key?: string
}
/**
 * A finding with its id, which is the code and its key.
 * @param of the one unit that it is about, which is its key too; or all, with the key among the facts where there is one
 */
export function finding(
  code: FindingCode,
  of: string | string[],
  { key = typeof of === 'string' ? of : undefined, remedies = [], ...facts }: FindingFacts
): Finding {
  return {
    id: key === undefined ? code : `${code}:${key}`,
    code,
    subjects: typeof of === 'string' ? [of] : of,
    ...facts,
    remedies
  }
}

const searches = new WeakMap<Finding, (design: Design) => Remedy[]>()
/**
 * A finding whose remedies take a search, which is made when somebody asks for them and not before.
 * @param seek asked of the design as it is then: the finding may be of an earlier one that read the same
 */
export function seeking(found: Finding, seek: (design: Design) => Remedy[]): Finding {
  const told: Finding = { ...found, seeks: true }
  searches.set(told, perObject(seek))
  return told
}
/** What would cure a finding of a design, sought now where that takes a search. Of the finding itself, not of a copy of it. */
export const remediesOf = (finding: Finding, design: Design): readonly Remedy[] =>
  searches.get(finding)?.(design) ?? finding.remedies
