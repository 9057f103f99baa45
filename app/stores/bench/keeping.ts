import { nanoid } from 'nanoid'
import { EditError, takeSteps, wholeStep } from '#core/document'
import type { Bench, Dispute } from '#core/document'

import { firstBatch, type BenchState, type Kept, type SaveState, letGo } from './state'

/** Opens a project. Of several asked for the last one is opened, however late the others are answered. */
export async function open(s: BenchState, id: string) {
  const mine = ++s.own.opening
  await flush(s)
  const kept = await askProject<Kept>(id)
  if (mine !== s.own.opening) return
  const same = s.project.value?.id === id
  if (!same || !kept.project.options.some(option => option.id === s.optionId.value)) {
    // First the option, then the project: who watches the project sees both as they belong together.
    s.optionId.value = kept.project.options[0]?.id ?? 'a'
    s.reports.value = undefined
    s.examined.value = undefined
  }
  s.history.value = kept.history
  s.version.value = kept.version
  s.own.incarnation = kept.incarnation
  s.project.value = kept.project
  s.own.pending = []
  s.own.sending = undefined
  s.disputes.value = []
  s.selected.value = []
  s.saveState.value = 'saved'
  s.saveError.value = ''
  // Without the catalogue all else can be done.
  s.catalogue.ready().catch((error: unknown) => {
    s.said.value = `The catalogue could not be fetched: ${sayError(error)}`
  })
}
async function save(s: BenchState) {
  if (!s.project.value) return
  const { id } = s.project.value
  s.own.sending ??= {
    save: nanoid(),
    from: s.version.value,
    steps: s.own.pending.splice(0, firstBatch(s.own.pending)),
    incarnation: s.own.incarnation
  }
  if (!s.own.sending.steps.length) {
    s.own.sending = undefined
    s.saveState.value = 'saved'
    return
  }
  s.saveState.value = 'saving'
  try {
    const answer = await ask<{ version: number; merged: boolean }>(`/api/projects/${id}/saves`, {
      method: 'POST',
      body: s.own.sending
    })
    if (answer.merged) await takeIn(s, id)
    else s.version.value = answer.version
    s.own.sending = undefined
    s.disputes.value = []
    s.saveState.value = s.own.pending.length ? 'waiting' : 'saved'
    s.saveError.value = ''
  } catch (error) {
    notSaved(s, error as { statusCode?: number; data?: { data?: { version: number; disputes: Dispute[] } } })
  }
}
function notSaved(
  s: BenchState,
  error: { statusCode?: number; data?: { data?: { version: number; disputes: Dispute[] } } }
) {
  const { statusCode, data } = error
  s.saveError.value = sayError(error)
  // 422: what was done here does not fit what it began from. That goes on only by a choice, like what does not go together.
  s.saveState.value = statusCode === 409 || statusCode === 422 ? 'stale' : statusCode === 404 ? 'missing' : 'failed'
  s.disputes.value = (statusCode === 409 && data?.data?.disputes) || []
  if (s.own.sending && data?.data) s.own.sending.seen = data.data.version
  if (s.saveState.value !== 'failed') return
  s.said.value = s.saveError.value
  s.own.timer = setTimeout(() => {
    void flush(s)
  }, 4000)
}
/**
 * Others saved meanwhile, and the server has put both together: the document is fetched, and what was done here since goes on
 * top of it.
 */
async function takeIn(s: BenchState, id: string) {
  const kept = await ask<Kept>(`/api/projects/${id}`)
  let bench: Bench = kept
  const left: string[] = []
  s.own.pending = s.own.pending.filter(waiting => {
    try {
      bench = takeSteps(bench, [waiting])
      return true
    } catch (error) {
      if (!(error instanceof EditError)) throw error
      left.push(waiting.label)
      return false
    }
  })
  s.version.value = kept.version
  s.own.incarnation = kept.incarnation
  s.history.value = bench.history
  s.project.value = bench.project
  letGo(s)
  s.own.lastAct = { key: '', at: 0 }
  s.said.value = left.length
    ? `Another window has saved meanwhile, and both stay; but what was done last could not be done again on ` +
      `it: ${left.join(', ')}. Look, and do it again.`
    : 'Another window has saved meanwhile. What was done there and what was done here both stay.'
}
/** The user chose for each record in dispute. */
export async function settle(s: BenchState, chosen: Readonly<Record<string, 'mine' | 'theirs'>>) {
  if (!s.own.sending) return
  s.own.sending.chosen = chosen
  s.saveState.value = 'waiting'
  await flush(s)
}
/** Saves what waits, one save after the other. */
export async function flush(s: BenchState): Promise<void> {
  clearTimeout(s.own.timer)
  while (s.own.saving) await s.own.saving
  if (s.saveState.value !== 'waiting' && s.saveState.value !== 'failed') return
  s.own.saving = save(s).finally(() => {
    s.own.saving = undefined
  })
  await s.own.saving
  if ((s.saveState.value as SaveState) === 'waiting') await flush(s)
}
/** The user chose this window's document over the one saved elsewhere, which stays among the earlier versions. */
export async function keepMine(s: BenchState) {
  if (!s.project.value) return
  const theirs = await ask<Kept>(`/api/projects/${s.project.value.id}`)
  const whole = wholeStep(theirs.project, s.project.value, 'Kept over what another window saved')
  s.own.incarnation = theirs.incarnation
  s.own.sending = { save: nanoid(), from: theirs.version, incarnation: s.own.incarnation, steps: [whole], always: true }
  s.own.pending = []
  s.history.value = { past: [...theirs.history.past, { label: whole.label, diff: whole.diff }], future: [] }
  s.saveState.value = 'waiting'
  await flush(s)
}
/** The user chose what was saved elsewhere; this window's last document is given as a file first by the screen. */
export async function takeTheirs(s: BenchState) {
  if (!s.project.value) return
  s.saveState.value = 'saved'
  await open(s, s.project.value.id)
}
