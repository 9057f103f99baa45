import equal from 'fast-deep-equal'
import * as z from 'zod'
import { applyDiff, Diff, DiffError, difference, reverse } from './diff'
import { EditError, assertValid, type Change } from '../edits'
import { HISTORY_DEPTH, historyProblem, type Bench, type History } from './history'
import { merge, type Merged } from './merge'
import type { Project } from '../schema/schema'

/** Most steps in one save, and most records that its steps may change together: a window that has more sends several saves. */
export const MOST_STEPS = 200
export const MOST_PATHS = 20_000

/** One thing that was done to a document, as it is sent and logged: an act, or one taken back or done again. */
export const Step = z.strictObject({
  does: z.enum(['act', 'undo', 'redo']),
  label: z.string().max(300),
  /** What it did to the document; of an undo, the reverse of the act. */
  diff: Diff
})
export type Step = z.infer<typeof Step>

/** What a step does to the acts that can be undone. @throws EditError when it takes back or repeats another than is due */
function stepHistory(history: History, { does, label, diff }: Step): History {
  if (does === 'act') return { past: [...history.past, { label, diff }].slice(-HISTORY_DEPTH), future: [] }
  const due = does === 'undo' ? history.past.at(-1) : history.future[0]
  const wanted = due && (does === 'undo' ? reverse(due.diff) : due.diff)
  if (!due || !equal(wanted, diff)) throw new EditError(`“${label}” is not the act to ${does}; nothing was changed.`)
  return does === 'undo'
    ? { past: history.past.slice(0, -1), future: [due, ...history.future] }
    : { past: [...history.past, due], future: history.future.slice(1) }
}

/**
 * Does steps one after the other, all or none.
 * @throws EditError when one does not fit: a record it changes stands otherwise, or is not there; nothing was changed then
 */
export function takeSteps(bench: Bench, steps: readonly Step[]): Bench {
  let { project, history } = bench
  try {
    for (const step of steps) {
      project = applyDiff(project, step.diff)
      history = stepHistory(history, step)
    }
  } catch (error) {
    if (!(error instanceof DiffError)) throw error
    throw new EditError(error.message)
  }
  const violation = historyProblem(bench.project, { past: [], future: steps.map(changeOf) })
  if (violation) throw new EditError(`${violation}; nothing was changed.`)
  const sides = (of: (diff: Diff) => object) => Object.assign({}, ...steps.map(({ diff }) => of(diff))) as Diff['added']
  assertValid(project, {
    added: sides(diff => diff.added),
    removed: sides(diff => diff.removed),
    updated: Object.assign({}, ...steps.map(({ diff }) => diff.updated)) as Diff['updated']
  })
  return { project, history }
}
const changeOf = ({ does, label, diff }: Step): Change => ({
  label: does === 'act' ? label : `${does === 'undo' ? 'Undo' : 'Redo'}: ${label}`.slice(0, 300),
  diff
})

/** The step that makes one document out of another, as an act that can be undone. */
export const wholeStep = (from: Project, to: Project, label: string): Step => ({
  does: 'act',
  label: label.slice(0, 300),
  diff: difference(from, to)
})

/**
 * Puts steps that began from an earlier document on the one of now.
 * @param theirs the document of now
 * @param since what others did since the steps began, in order
 * @param chosen whose record is to stand, for records in dispute
 */
export function mergeSteps(
  theirs: Bench,
  since: readonly Step[],
  steps: readonly Step[],
  chosen: Readonly<Record<string, 'mine' | 'theirs'>> = {}
): Merged {
  try {
    const base = since.reduceRight((after, { diff }) => applyDiff(after, reverse(diff)), theirs.project)
    const project = steps.reduce((before, { diff }) => applyDiff(before, diff), base)
    const mine = { project, history: { past: steps.map(changeOf), future: [] } }
    return merge({ project: base, history: { past: [], future: [] } }, mine, theirs, chosen)
  } catch (error) {
    if (!(error instanceof DiffError)) throw error
    return { state: 'apart', why: error.message }
  }
}
