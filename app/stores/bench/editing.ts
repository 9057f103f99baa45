import type { Edit } from '#core/document'
import { usePreferences } from '~/stores/preferences'
import type { Remedy } from '#core/design'
import { act as actOn, EditError, redo as redoOn, reverse, undo as undoOn } from '#core/document'
import type { Bench, Step } from '#core/document'

import { SAME_ACT_MS, SAVE_AFTER_MS, type BenchState, letGo } from './state'
import { flush } from './keeping'

function changed(s: BenchState) {
  letGo(s)
  if (s.saveState.value === 'stale' || s.saveState.value === 'missing') return
  s.saveState.value = 'waiting'
  clearTimeout(s.own.timer)
  s.own.timer = setTimeout(() => {
    void flush(s)
  }, SAVE_AFTER_MS)
}
/** Does edits as one act. Nudges with the same key that follow each other are gathered into one. */
export function act(s: BenchState, edits: readonly Edit[], label: string, key = ''): boolean {
  if (!s.project.value) return false
  const now = Date.now()
  const gathered = key !== '' && s.own.lastAct.key === key && now - s.own.lastAct.at < SAME_ACT_MS
  let bench: Bench = { project: s.project.value, history: s.history.value }
  const steps = [...s.own.pending]
  try {
    const before = bench
    if (gathered) bench = undoOn(before)
    const from = bench
    bench = actOn(from, edits, label)
    if (from !== before) {
      // One that was not sent yet need not be taken back on the server, when another takes its place.
      if (bench !== from && steps.at(-1)?.does === 'act') steps.pop()
      else steps.push(stepOf(s, 'undo', before))
    }
    if (bench !== from) steps.push({ does: 'act', ...bench.history.past.at(-1)! })
  } catch (error) {
    if (!(error instanceof EditError)) throw error
    s.said.value = error.message
    return false
  }
  s.own.lastAct = { key, at: now }
  s.own.pending = steps
  s.project.value = bench.project
  s.history.value = bench.history
  changed(s)
  return true
}
/** What undo or redo of a bench does, as it is sent. */
const stepOf = (s: BenchState, does: 'undo' | 'redo', before: Bench): Step => {
  const { label, diff } = does === 'undo' ? before.history.past.at(-1)! : before.history.future[0]!
  return { does, label, diff: does === 'undo' ? reverse(diff) : diff }
}
const step = (s: BenchState, does: 'undo' | 'redo', text: string | undefined, word: string) => {
  if (!s.project.value || text === undefined) return
  const before = { project: s.project.value, history: s.history.value }
  let bench: Bench
  try {
    bench = does === 'undo' ? undoOn(before) : redoOn(before)
  } catch (error) {
    if (!(error instanceof EditError)) throw error
    s.said.value = error.message
    return
  }
  s.own.pending = [...s.own.pending, stepOf(s, does, before)]
  s.project.value = bench.project
  s.history.value = bench.history
  s.own.lastAct = { key: '', at: 0 }
  s.said.value = `${word}: ${text}`
  changed(s)
}
export const undo = (s: BenchState) => step(s, 'undo', s.canUndo.value, 'Undone')
export const redo = (s: BenchState) => step(s, 'redo', s.canRedo.value, 'Redone')
export const cure = (s: BenchState, remedy: Remedy) => {
  const words = usePreferences().say(remedy.says)
  if (s.outOfDate.value) s.said.value = 'The figures are still being calculated. Press again when they are ready.'
  else if (act(s, remedy.edits, words)) s.said.value = `Done: ${words} Undo reverses it.`
}
