import { apply } from 'mutative'
import * as z from 'zod'
import { applyEdits, type Change, type Edit } from './edits'
import type { Project } from './schema'

/** How many acts can be undone. */
export const HISTORY_DEPTH = 100

const Patch = z.strictObject({
  op: z.enum(['add', 'remove', 'replace']),
  path: z.array(z.union([z.string().max(120), z.number()])).max(20),
  value: z.unknown().optional()
})
const ChangeShape = z.strictObject({
  label: z.string().max(300),
  redo: z.array(Patch).max(5_000),
  undo: z.array(Patch).max(5_000)
})
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
  const { project, change } = applyEdits(bench.project, edits, label)
  if (change.redo.length === 0) return bench
  return { project, history: { past: [...bench.history.past, change].slice(-HISTORY_DEPTH), future: [] } }
}

/** Takes the last act back; the same bench when there is none. */
export function undo(bench: Bench): Bench {
  const last = bench.history.past.at(-1)
  if (!last) return bench
  return {
    project: apply(bench.project, last.undo) as Project,
    history: { past: bench.history.past.slice(0, -1), future: [last, ...bench.history.future] }
  }
}

/** Does again what was undone last; the same bench when there is nothing. */
export function redo(bench: Bench): Bench {
  const next = bench.history.future[0]
  if (!next) return bench
  return {
    project: apply(bench.project, next.redo) as Project,
    history: { past: [...bench.history.past, next], future: bench.history.future.slice(1) }
  }
}
