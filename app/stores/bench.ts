import { defineStore } from 'pinia'
import { nanoid } from 'nanoid'
import type { Edit, History, Project } from '#core/document'
import { usePreferences } from '~/stores/preferences'
import type { Design, FigureOf, Working, Remedy } from '#core/design'
import {
  act as actOn,
  EMPTY_HISTORY,
  EditError,
  MOST_PATHS,
  MOST_STEPS,
  redo as redoOn,
  reverse,
  takeSteps,
  touched,
  undo as undoOn,
  wholeStep
} from '#core/document'
import type { Bench, Dispute, Step } from '#core/document'
import { resolve } from '#core/design'
import type { Report } from '#core/report'
import { wholeReport } from '#core/report/examine/since'
import type { PanelReport } from '#core/panel'

/** Wait after an act before it is saved, so that a burst of nudges is one save. */
const SAVE_AFTER_MS = 350
/** Nudges of one unit that follow each other this fast are one act to undo. */
const SAME_ACT_MS = 900

/** Figures of the design before are marked as such after so long: what takes a moment is not worth a blink of the screen. */
const LATE_MS = 250

/**
 * How many of the waiting steps are sent at once, within what a save may have; a window that was without its server for a day sends
 * the rest after them.
 */
function firstBatch(steps: readonly Step[]): number {
  let paths = 0
  const most = steps.slice(0, MOST_STEPS).findIndex(({ diff }) => (paths += touched(diff).length) > MOST_PATHS)
  return most < 0 ? MOST_STEPS : Math.max(1, most)
}

/** A save on its way: the same one is sent again until it is answered, so that a lost answer makes no second one. */
interface Sending {
  save: string
  from: number
  incarnation: string
  steps: Step[]
  chosen?: Readonly<Record<string, 'mine' | 'theirs'>>
  seen?: number
  always?: boolean
}
interface Kept extends Bench {
  version: number
  incarnation: string
}

type SaveState = 'saved' | 'waiting' | 'saving' | 'stale' | 'missing' | 'failed'

/** The project on the bench: the document, its history, what the core says of it, and its keeping. */
export const useBench = defineStore('bench', () => {
  const project = shallowRef<Project>()
  const history = shallowRef<History>(EMPTY_HISTORY)
  const version = ref(0)
  /** Which life of the project’s id the document is of. */
  let incarnation = ''
  /** What was done here and is not on its way to the server yet. */
  let pending: Step[] = []
  let sending: Sending | undefined
  /** Records that another window changed too, each its own way; the user chooses. */
  const disputes = shallowRef<Dispute[]>([])
  const optionId = ref('a')
  const reports = shallowRef<{ current: Report; asFound?: Report; agreed?: Report }>()
  /**
   * The design that the report is about: a moment behind `design` while a newer one is being examined. What joins the two
   * takes this one.
   */
  const examined = shallowRef<Design>()
  /** While a hand drags, the panel as it would be; the rest follows when the hand rests. */
  const livePanel = shallowRef<PanelReport>()
  const selected = ref<string[]>([])
  const saveState = ref<SaveState>('saved')
  const saveError = ref('')
  const said = ref('')
  /** A figure whose working is asked for, or a working that was made beside the figure itself. */
  const workingOf = shallowRef<{ figure?: FigureOf; working?: Working; title: string }>()
  const examining = ref(false)
  let timer: ReturnType<typeof setTimeout> | undefined
  let lastAct = { key: '', at: 0 }
  let saving: Promise<void> | undefined
  let round = 0
  /** The report that the worker gave last, by its number. */
  let lastGiven: { report: Report; number: number } | undefined
  /** Reports that are shown beside the current one. */
  let comparison: { asFound?: Report; agreed?: Report } = {}

  const option = computed(
    () => project.value?.options.find(option => option.id === optionId.value) ?? project.value?.options[0]
  )
  const design = computed(() => project.value && option.value && resolve(project.value, option.value.id))
  const report = computed(() => reports.value?.current)
  /** The report is of an earlier document, of another option or of none yet: what it offers must not be done to this one. */
  const outOfDate = computed(() => examined.value !== design.value || report.value === undefined)
  /** Out of date for so long that it is shown; at once where the report is of another option. */
  const late = ref(true)
  let lateTimer: ReturnType<typeof setTimeout> | undefined
  watch(
    [outOfDate, () => examined.value?.optionId === design.value?.optionId],
    ([old, sameOption]) => {
      clearTimeout(lateTimer)
      late.value = old && !sameOption
      if (old && sameOption)
        lateTimer = setTimeout(() => {
          late.value = true
        }, LATE_MS)
    },
    { immediate: true, flush: 'sync' }
  )
  /** The units of the option, by id: the same set as long as they are the same units. */
  const unitIds = computed<ReadonlySet<string>>(before => {
    const units = option.value?.units ?? []
    return before?.size === units.length && units.every(unit => before.has(unit.id))
      ? before
      : new Set(units.map(unit => unit.id))
  })
  const canUndo = computed(() => history.value.past.at(-1)?.label)
  const canRedo = computed(() => history.value.future[0]?.label)

  /** The worker has the document as it was last, or could not take it. */
  let inStep: Promise<boolean> = Promise.resolve(false)
  let walking = false
  /** Has the design examined: one at a time, the newest next. */
  async function examine() {
    if (!project.value || !option.value) return
    round++
    examining.value = true
    // Whatever else is asked of the worker from now on is asked of this document.
    inStep = keepInStep(project.value)
    inStep.catch(() => undefined)
    if (walking) return
    walking = true
    for (let mine = 0; mine !== round;) {
      mine = round
      const asked = design.value!
      try {
        // Asked at once, right behind the document: the worker begins while this thread draws.
        const answer = given(asked.optionId)
        answer.catch(() => undefined)
        const anew = await inStep
        const current = anew ? await given(asked.optionId) : await answer
        // A newer document has been sent meanwhile: its answer is the one to show.
        if (mine !== round && asked !== design.value) continue
        reports.value = { current, ...comparison }
        // The answer is of this option and of no other.
        examined.value = asked
      } catch (error) {
        said.value =
          `This design could not be examined: ${(error as Error).message} The figures below are of the ` +
          `design before; undo the last act, or export the project and tell its maker.`
      }
    }
    walking = false
    examining.value = false
    await lookBeside()
  }
  /** The report of an option; rooms that are as in the one before are not sent again. */
  async function given(of: string): Promise<Report> {
    const had = lastGiven
    const { report, number, apart } = await useExaminer().examine(of, had?.number)
    if (apart) comparison = {}
    const current = wholeReport(had?.report, report)
    lastGiven = { report: current, number }
    return current
  }
  /** What the figures are held against follows: nobody waits for that before the first ones stand. */
  async function lookBeside() {
    try {
      const found = await useExaminer().comparison()
      if (!found.asFound && !found.agreed) return
      comparison.asFound = found.asFound ?? comparison.asFound
      if (found.agreed) comparison.agreed = found.agreed === 'none' ? undefined : found.agreed
      if (reports.value) reports.value = { current: reports.value.current, ...comparison }
    } catch (error) {
      said.value = `The aeroplane as installed could not be examined: ${(error as Error).message}`
    }
  }
  const catalogue = useCatalogue()
  // What stands in the catalogue now tells where a unit stands on an earlier revision.
  watch([project, optionId, catalogue.items], () => {
    void examine()
  })

  let opening = 0
  /** Opens a project. Of several asked for the last one is opened, however late the others are answered. */
  async function open(id: string) {
    const mine = ++opening
    await flush()
    const kept = await askProject<Kept>(id)
    if (mine !== opening) return
    const same = project.value?.id === id
    if (!same || !kept.project.options.some(option => option.id === optionId.value)) {
      // First the option, then the project: who watches the project sees both as they belong together.
      optionId.value = kept.project.options[0]?.id ?? 'a'
      reports.value = undefined
      examined.value = undefined
    }
    history.value = kept.history
    version.value = kept.version
    incarnation = kept.incarnation
    project.value = kept.project
    pending = []
    sending = undefined
    disputes.value = []
    selected.value = []
    saveState.value = 'saved'
    saveError.value = ''
    // Without the catalogue all else can be done.
    catalogue.ready().catch((error: unknown) => {
      said.value = `The catalogue could not be fetched: ${sayError(error)}`
    })
  }

  /** What was chosen in the window and is no longer in the document is let go. */
  function letGo() {
    if (!option.value || option.value.id !== optionId.value) optionId.value = project.value?.options[0]?.id ?? 'a'
    selected.value = selected.value.filter(id => unitIds.value.has(id))
  }
  function changed() {
    letGo()
    if (saveState.value === 'stale' || saveState.value === 'missing') return
    saveState.value = 'waiting'
    clearTimeout(timer)
    timer = setTimeout(() => {
      void flush()
    }, SAVE_AFTER_MS)
  }

  /** Does edits as one act. Nudges with the same key that follow each other are gathered into one. */
  function act(edits: readonly Edit[], label: string, key = ''): boolean {
    if (!project.value) return false
    const now = Date.now()
    const gathered = key !== '' && lastAct.key === key && now - lastAct.at < SAME_ACT_MS
    let bench: Bench = { project: project.value, history: history.value }
    const steps = [...pending]
    try {
      const before = bench
      if (gathered) bench = undoOn(before)
      const from = bench
      bench = actOn(from, edits, label)
      if (from !== before) {
        // One that was not sent yet need not be taken back on the server, when another takes its place.
        if (bench !== from && steps.at(-1)?.does === 'act') steps.pop()
        else steps.push(stepOf('undo', before))
      }
      if (bench !== from) steps.push({ does: 'act', ...bench.history.past.at(-1)! })
    } catch (error) {
      if (!(error instanceof EditError)) throw error
      said.value = error.message
      return false
    }
    lastAct = { key, at: now }
    pending = steps
    project.value = bench.project
    history.value = bench.history
    changed()
    return true
  }
  /** What undo or redo of a bench does, as it is sent. */
  const stepOf = (does: 'undo' | 'redo', before: Bench): Step => {
    const { label, diff } = does === 'undo' ? before.history.past.at(-1)! : before.history.future[0]!
    return { does, label, diff: does === 'undo' ? reverse(diff) : diff }
  }
  const step = (does: 'undo' | 'redo', text: string | undefined, word: string) => {
    if (!project.value || text === undefined) return
    const before = { project: project.value, history: history.value }
    let bench: Bench
    try {
      bench = does === 'undo' ? undoOn(before) : redoOn(before)
    } catch (error) {
      if (!(error instanceof EditError)) throw error
      said.value = error.message
      return
    }
    pending = [...pending, stepOf(does, before)]
    project.value = bench.project
    history.value = bench.history
    lastAct = { key: '', at: 0 }
    said.value = `${word}: ${text}`
    changed()
  }
  const undo = () => step('undo', canUndo.value, 'Undone')
  const redo = () => step('redo', canRedo.value, 'Redone')
  const cure = (remedy: Remedy) => {
    const words = usePreferences().say(remedy.says)
    if (outOfDate.value) said.value = 'The figures are still being worked out. Press again once they stand.'
    else if (act(remedy.edits, words)) said.value = `Done: ${words} Undo takes it back.`
  }

  async function save() {
    if (!project.value) return
    const { id } = project.value
    sending ??= { save: nanoid(), from: version.value, steps: pending.splice(0, firstBatch(pending)), incarnation }
    if (!sending.steps.length) {
      sending = undefined
      saveState.value = 'saved'
      return
    }
    saveState.value = 'saving'
    try {
      const answer = await ask<{ version: number; merged: boolean }>(`/api/projects/${id}/saves`, {
        method: 'POST',
        body: sending
      })
      if (answer.merged) await takeIn(id)
      else version.value = answer.version
      sending = undefined
      disputes.value = []
      saveState.value = pending.length ? 'waiting' : 'saved'
      saveError.value = ''
    } catch (error) {
      notSaved(error as { statusCode?: number; data?: { data?: { version: number; disputes: Dispute[] } } })
    }
  }

  function notSaved(error: { statusCode?: number; data?: { data?: { version: number; disputes: Dispute[] } } }) {
    const { statusCode, data } = error
    saveError.value = sayError(error)
    // 422: what was done here does not fit what it began from. That goes on only by a choice, like what does not go together.
    saveState.value = statusCode === 409 || statusCode === 422 ? 'stale' : statusCode === 404 ? 'missing' : 'failed'
    disputes.value = (statusCode === 409 && data?.data?.disputes) || []
    if (sending && data?.data) sending.seen = data.data.version
    if (saveState.value !== 'failed') return
    said.value = saveError.value
    timer = setTimeout(() => {
      void flush()
    }, 4000)
  }

  /**
   * Others saved meanwhile, and the server has put both together: the document is fetched, and what was done here since goes on
   * top of it.
   */
  async function takeIn(id: string) {
    const kept = await ask<Kept>(`/api/projects/${id}`)
    let bench: Bench = kept
    const left: string[] = []
    pending = pending.filter(waiting => {
      try {
        bench = takeSteps(bench, [waiting])
        return true
      } catch (error) {
        if (!(error instanceof EditError)) throw error
        left.push(waiting.label)
        return false
      }
    })
    version.value = kept.version
    incarnation = kept.incarnation
    history.value = bench.history
    project.value = bench.project
    letGo()
    lastAct = { key: '', at: 0 }
    said.value = left.length
      ? `Another window has saved meanwhile, and both stay; but what was done last could not be done again on ` +
        `it: ${left.join(', ')}. Look, and do it again.`
      : 'Another window has saved meanwhile. What was done there and what was done here both stay.'
  }
  /** The user chose for each record in dispute. */
  async function settle(chosen: Readonly<Record<string, 'mine' | 'theirs'>>) {
    if (!sending) return
    sending.chosen = chosen
    saveState.value = 'waiting'
    await flush()
  }

  /** Saves what waits, one save after the other. */
  async function flush(): Promise<void> {
    clearTimeout(timer)
    while (saving) await saving
    if (saveState.value !== 'waiting' && saveState.value !== 'failed') return
    saving = save().finally(() => {
      saving = undefined
    })
    await saving
    if ((saveState.value as SaveState) === 'waiting') await flush()
  }

  /** The user chose this window's document over the one saved elsewhere, which stays among the earlier versions. */
  async function keepMine() {
    if (!project.value) return
    const theirs = await ask<Kept>(`/api/projects/${project.value.id}`)
    const whole = wholeStep(theirs.project, project.value, 'Kept over what another window saved')
    incarnation = theirs.incarnation
    sending = { save: nanoid(), from: theirs.version, incarnation, steps: [whole], always: true }
    pending = []
    history.value = { past: [...theirs.history.past, { label: whole.label, diff: whole.diff }], future: [] }
    saveState.value = 'waiting'
    await flush()
  }
  /** The user chose what was saved elsewhere; this window's last document is given as a file first by the screen. */
  async function takeTheirs() {
    if (!project.value) return
    saveState.value = 'saved'
    await open(project.value.id)
  }

  return {
    project,
    history,
    version,
    optionId,
    option,
    design,
    examined,
    outOfDate,
    late,
    unitIds,
    report,
    reports,
    livePanel,
    selected,
    saveState,
    saveError,
    said,
    workingOf,
    examining,
    canUndo,
    canRedo,
    open,
    act,
    undo,
    redo,
    cure,
    flush,
    disputes,
    settle,
    keepMine,
    takeTheirs
  }
})
