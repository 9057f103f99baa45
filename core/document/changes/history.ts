import equal from 'fast-deep-equal'
import * as z from 'zod'
import { applyDiff, Diff, DiffError, reverse, touched } from './diff'
import { applyEdits, EditError, type Change, type Edit } from '../edits'
import { recordsOf, ownFields } from '../schema/records'
import { referenceProblems } from '../schema/references'
import type { Project } from '../schema/schema'

/** How many acts can be undone. */
export const HISTORY_DEPTH = 100

const ChangeShape = z.strictObject({ label: z.string().max(300), diff: Diff })
/** The history as it is kept beside the document, so that undo outlives a closed tab and a killed server. */
export const History = z.strictObject({
  past: z.array(ChangeShape).max(HISTORY_DEPTH),
  future: z.array(ChangeShape).max(HISTORY_DEPTH)
})

export interface History {
  past: readonly Change[]
  future: readonly Change[]
}
export interface Bench {
  project: Project
  history: History
}

export const EMPTY_HISTORY: History = { past: [], future: [] }

/** Does edits and remembers how to take them back. What had been undone is forgotten. */
export function act(bench: Bench, edits: readonly Edit[], label: string): Bench {
  const { project, change } = applyEdits(bench.project, edits, label.slice(0, 300))
  if (touched(change.diff).length === 0) return bench
  return { project, history: { past: [...bench.history.past, change].slice(-HISTORY_DEPTH), future: [] } }
}

/** Puts a kept diff on a document. @throws EditError when it does not fit, with the document untouched */
function put(project: Project, diff: Diff, what: string): Project {
  let next: Project
  try {
    next = applyDiff(project, diff)
  } catch (error) {
    if (!(error instanceof DiffError)) throw error
    throw new EditError(`“${what}” does not fit this document any more: ${error.message}`)
  }
  const problem = referenceProblems(next)[0]
  if (problem)
    throw new EditError(`“${what}” does not fit this document any more: ${problem.message}; nothing was changed.`)
  return next
}

/** Takes the last act back; the same bench when there is none. @throws EditError when it does not fit the document */
export function undo(bench: Bench): Bench {
  const last = bench.history.past.at(-1)
  if (!last) return bench
  return {
    project: put(bench.project, reverse(last.diff), last.label),
    history: { past: bench.history.past.slice(0, -1), future: [last, ...bench.history.future] }
  }
}

/**
 * Does again what was undone last; the same bench when there is nothing. @throws EditError when it does not fit the
 * document
 */
export function redo(bench: Bench): Bench {
  const next = bench.history.future[0]
  if (!next) return bench
  return {
    project: put(bench.project, next.diff, next.label),
    history: { past: [...bench.history.past, next], future: bench.history.future.slice(1) }
  }
}

/**
 * Whether a history belongs to a document: each act must have left the records as the next one, or the document, has them.
 * @returns what does not fit, in words; undefined when all of it can be undone and done again
 */
export function historyProblem(project: Project, history: History): string | undefined {
  const now = new Map<string, unknown>()
  for (const { path, spec, body } of recordsOf(project)) now.set(path, ownFields(spec, body))
  const violation = (walk: Map<string, unknown>, { diff, label }: Change): string | undefined => {
    const say = (path: string) => `the act “${label}” does not fit the document at “${decodeURIComponent(path)}”`
    for (const [path, [from, to]] of Object.entries(diff.updated)) {
      if (!equal(walk.get(path), from)) return say(path)
      walk.set(path, to)
    }
    for (const [path, { record }] of Object.entries(diff.removed)) {
      if (!equal(walk.get(path), record)) return say(path)
      walk.delete(path)
    }
    for (const [path, { record }] of Object.entries(diff.added)) {
      if (walk.has(path)) return say(path)
      walk.set(path, record)
    }
    return undefined
  }
  const back = new Map(now)
  for (const change of [...history.past].reverse()) {
    const wrong = violation(back, { ...change, diff: reverse(change.diff) })
    if (wrong) return wrong
  }
  for (const change of history.future) {
    const wrong = violation(now, change)
    if (wrong) return wrong
  }
  return undefined
}
