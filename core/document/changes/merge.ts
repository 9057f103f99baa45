import equal from 'fast-deep-equal'
import { applyDiff, difference, DiffError, disputed, touched, type Diff } from './diff'
import type { Change } from '../edits'
import { HISTORY_DEPTH, historyProblem, type Bench } from './history'
import { ownFields, recordsOf, type Body } from '../schema/records'
import { referenceProblems } from '../schema/references'
import type { Project } from '../schema/schema'

/** One record that both sides changed, each in its own way. */
export interface Dispute {
  path: string
  /** What it is called. */
  name: string
  base: Body
  mine: Body
  theirs: Body
  /** The fields in which the two differ. */
  fields: string[]
}
export type Merged =
  /** Both went together. */
  | { state: 'merged'; bench: Bench }
  /** Only these records are in dispute; with a side chosen for each they go together. */
  | { state: 'disputed'; disputes: Dispute[] }
  /** They cannot go together record by record: one took away what the other changed, or together they would not hold. */
  | { state: 'apart'; why: string }

const nameOf = (path: string, body: Body): string =>
  String(body.label ?? body.name ?? body.text ?? body.title ?? decodeURIComponent(path.split('/').at(-1) ?? path))

/**
 * Brings together what two windows did to one document since it was last the same in both. Changes of different records both
 * stay; the same record changed by both is in dispute, unless both made it the same.
 * @param base the document as it was in both
 * @param chosen whose record is to stand, for records in dispute
 */
export function merge(
  base: Bench,
  mine: Bench,
  theirs: Bench,
  chosen: Readonly<Record<string, 'mine' | 'theirs'>> = {}
): Merged {
  const here = difference(base.project, mine.project)
  const there = difference(base.project, theirs.project)
  const alike = (path: string) =>
    equal(here.updated[path]?.[1], there.updated[path]?.[1]) &&
    equal(here.added[path]?.record, there.added[path]?.record) &&
    Boolean(here.removed[path]) === Boolean(there.removed[path])
  const paths = disputed(here, there).filter(path => !alike(path))
  const hard = paths.find(path => !here.updated[path] || !there.updated[path])
  if (hard !== undefined)
    return {
      state: 'apart',
      why: `“${decodeURIComponent(hard)}” was taken away or added in one window and changed in the other`
    }
  const open = paths.filter(path => !chosen[path])
  if (open.length) return { state: 'disputed', disputes: open.map(path => disputeOf(path, here, there)) }
  const diff = without(here, there, paths, chosen)
  try {
    const project = applyDiff(theirs.project, diff)
    const problem = referenceProblems(project)[0]
    if (problem) return { state: 'apart', why: problem.message }
    return { state: 'merged', bench: { project, history: historyOf(base, mine, theirs, { project, diff }) } }
  } catch (error) {
    if (!(error instanceof DiffError)) throw error
    return { state: 'apart', why: error.message }
  }
}

function disputeOf(path: string, here: Diff, there: Diff): Dispute {
  const [base, mine] = here.updated[path] as [Body, Body]
  const theirs = there.updated[path]![1] as Body
  const fields = [...new Set([...Object.keys(mine), ...Object.keys(theirs)])].filter(
    field => !equal(mine[field], theirs[field])
  )
  return { path, name: nameOf(path, base), base, mine, theirs, fields }
}

/** What is still to be done to the other’s document: mine, without what both did alike and what is to stay theirs. */
function without(
  here: Diff,
  there: Diff,
  paths: readonly string[],
  chosen: Readonly<Record<string, 'mine' | 'theirs'>>
): Diff {
  const both = new Set(touched(there))
  const disputes = new Set(paths)
  const drop = (path: string) => (disputes.has(path) ? chosen[path] === 'theirs' : both.has(path))
  const left = <T>(part: Readonly<Record<string, T>>): Record<string, T> =>
    Object.fromEntries(Object.entries(part).filter(([path]) => !drop(path)))
  return {
    added: left(here.added),
    removed: left(here.removed),
    updated: Object.fromEntries(
      Object.entries(left(here.updated)).map(([path, [from, to]]) => [path, [there.updated[path]?.[1] ?? from, to]])
    )
  }
}

/** Steps of undo after a merge: theirs, then mine one by one where they still fit, else as one. */
function historyOf(
  base: Bench,
  mine: Bench,
  theirs: Bench,
  { project, diff }: { project: Project; diff: Diff }
): Bench['history'] {
  const { past } = mine.history
  const shared = base.history.past.length
  const mineOnly = past.length >= shared ? past.slice(shared) : []
  const onTop = (changes: readonly Change[]) => ({
    past: [...theirs.history.past, ...changes].slice(-HISTORY_DEPTH),
    future: []
  })
  const single = onTop(mineOnly)
  if (mineOnly.length && !historyProblem(project, single)) return single
  const whole = onTop(
    touched(diff).length ? [{ label: 'What was done here meanwhile', diff: fitted(theirs.project, diff) }] : []
  )
  return historyProblem(project, whole) ? { past: [], future: [] } : whole
}
/** A diff whose earlier side is what the document has. */
function fitted(project: Project, diff: Diff): Diff {
  const now = new Map(recordsOf(project).map(({ path, spec, body }) => [path, ownFields(spec, body)]))
  return {
    ...diff,
    updated: Object.fromEntries(
      Object.entries(diff.updated).map(([path, [from, to]]) => [path, [(now.get(path) ?? from) as typeof from, to]])
    )
  }
}
