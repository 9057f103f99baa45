import { defineStore } from 'pinia'
import type { Edit, History, Project } from '#core/document'
import { useTaste } from '~/stores/taste'
import type { Design, FigureOf, Remedy } from '#core/design'
import { act as actOn, EMPTY_HISTORY, EditError, merge, redo as redoOn, undo as undoOn } from '#core/document'
import type { Bench, Dispute } from '#core/document'
import { resolve } from '#core/design'
import type { Report } from '#core/report'
import type { PanelReport } from '#core/panel'

/** Wait after an act before it is saved, so that a burst of nudges is one save. */
const SAVE_AFTER_MS = 350
/** Nudges of one unit that follow each other this fast are one act to undo. */
const SAME_ACT_MS = 900

type SaveState = 'saved' | 'waiting' | 'saving' | 'stale' | 'missing' | 'failed'

/** The project on the bench: the document, its history, what the core says of it, and its keeping. */
export const useBench = defineStore('bench', () => {
  const project = shallowRef<Project>()
  const history = shallowRef<History>(EMPTY_HISTORY)
  const version = ref(0)
  /** The document as it was last the same here and on the server: what a merge begins from. */
  const base = shallowRef<Bench>()
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
  /** The figure whose working is shown. */
  const workingOf = shallowRef<{ figure: FigureOf; title: string }>()
  const examining = ref(false)
  let timer: ReturnType<typeof setTimeout> | undefined
  let lastAct = { key: '', at: 0 }
  let saving: Promise<void> | undefined
  let round = 0
  /** Reports that are shown beside the current one. */
  const besides: { asFound?: Report; agreed?: Report } = {}

  const option = computed(
    () => project.value?.options.find(one => one.id === optionId.value) ?? project.value?.options[0]
  )
  const design = computed(() => project.value && option.value && resolve(project.value, option.value.id))
  const report = computed(() => reports.value?.current)
  /** The report is of an earlier document, of another option or of none yet: what it offers must not be done to this one. */
  const outOfDate = computed(() => examined.value !== design.value || report.value === undefined)
  const canUndo = computed(() => history.value.past.at(-1)?.label)
  const canRedo = computed(() => history.value.future[0]?.label)

  async function examine() {
    if (!project.value || !option.value) return
    const mine = ++round
    const asked = design.value
    examining.value = true
    let found: Awaited<ReturnType<ReturnType<typeof useExaminer>['examine']>>
    try {
      await keepInStep(project.value)
      found = await useExaminer().examine(asked!.optionId)
    } catch (error) {
      said.value = `This design could not be examined: ${(error as Error).message} The figures below are of the design before; undo the last act, or export the project and tell its maker.`
      examining.value = false
      return
    }
    // What is the same as was given last is not sent again.
    besides.asFound = found.asFound ?? besides.asFound
    if (found.agreed) besides.agreed = found.agreed === 'none' ? undefined : found.agreed
    // A newer document has been sent meanwhile: its answer is the one to show.
    if (mine !== round) return
    reports.value = { current: found.current, ...besides }
    // The answer is of this option and of no other.
    examined.value = asked
    examining.value = false
  }
  const catalogue = useCatalogue()
  // What stands in the catalogue now tells where a unit stands on an earlier revision.
  watch([project, optionId, catalogue.items], () => {
    void examine()
  })

  async function open(id: string) {
    await flush()
    const kept = await ask<{ project: Project; history: History; version: number }>(`/api/projects/${id}`)
    const same = project.value?.id === id
    if (!same || !kept.project.options.some(one => one.id === optionId.value)) {
      // First the option, then the project: who watches the project sees both as they belong together.
      optionId.value = kept.project.options[0]?.id ?? 'a'
      reports.value = undefined
      examined.value = undefined
    }
    history.value = kept.history
    version.value = kept.version
    project.value = kept.project
    base.value = { project: kept.project, history: kept.history }
    disputes.value = []
    selected.value = []
    saveState.value = 'saved'
    saveError.value = ''
    // Without the catalogue all else can be done.
    catalogue.ready().catch((error: unknown) => {
      said.value = `The catalogue could not be fetched: ${sayError(error)}`
    })
  }

  function changed() {
    if (!option.value || option.value.id !== optionId.value) optionId.value = project.value?.options[0]?.id ?? 'a'
    const here = new Set(option.value?.units.map(unit => unit.id))
    selected.value = selected.value.filter(id => here.has(id))
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
    let bench = { project: project.value, history: history.value }
    try {
      if (gathered) bench = undoOn(bench)
      bench = actOn(bench, edits, label)
    } catch (error) {
      if (!(error instanceof EditError)) throw error
      said.value = error.message
      return false
    }
    lastAct = { key, at: now }
    project.value = bench.project
    history.value = bench.history
    changed()
    return true
  }
  const step = (change: typeof undoOn, text: string | undefined, word: string) => {
    if (!project.value || text === undefined) return
    let bench: ReturnType<typeof change>
    try {
      bench = change({ project: project.value, history: history.value })
    } catch (error) {
      if (!(error instanceof EditError)) throw error
      said.value = error.message
      return
    }
    project.value = bench.project
    history.value = bench.history
    lastAct = { key: '', at: 0 }
    said.value = `${word}: ${text}`
    changed()
  }
  const undo = () => step(undoOn, canUndo.value, 'Undone')
  const redo = () => step(redoOn, canRedo.value, 'Redone')
  const cure = (remedy: Remedy) => {
    const words = useTaste().say(remedy.says)
    if (!outOfDate.value && act(remedy.edits, words)) said.value = `Done: ${words} Undo takes it back.`
  }

  async function save() {
    if (!project.value) return
    saveState.value = 'saving'
    const sent = project.value
    const steps = history.value
    try {
      const answer = await ask<{ version: number }>(`/api/projects/${sent.id}`, {
        method: 'PUT',
        body: { version: version.value, project: sent, history: steps, ...(merging && { merging }) }
      })
      merging = false
      version.value = answer.version
      base.value = { project: sent, history: steps }
      saveState.value = project.value === sent ? 'saved' : 'waiting'
      saveError.value = ''
    } catch (error) {
      const { statusCode } = error as { statusCode?: number }
      if (statusCode === 409 && (await mergeIn({}))) return
      saveState.value = statusCode === 409 ? 'stale' : statusCode === 404 ? 'missing' : 'failed'
      saveError.value = sayError(error)
      if (saveState.value === 'failed') {
        said.value = saveError.value
        timer = setTimeout(() => {
          void flush()
        }, 4000)
      }
    }
  }

  let merging = false
  /**
   * Another window has saved since: what it did and what was done here go together record by record, and both stay.
   * @param chosen whose record is to stand, of those that both changed
   * @returns whether they went together; what is in dispute stands in `disputes` when they did not
   */
  async function mergeIn(chosen: Readonly<Record<string, 'mine' | 'theirs'>>): Promise<boolean> {
    if (!project.value || !base.value) return false
    let theirs: { project: Project; history: History; version: number }
    try {
      theirs = await ask<{ project: Project; history: History; version: number }>(`/api/projects/${project.value.id}`)
    } catch {
      // The save that failed says what is the matter.
      return false
    }
    const found = merge(base.value, { project: project.value, history: history.value }, theirs, chosen)
    disputes.value = found.state === 'disputed' ? found.disputes : []
    if (found.state === 'apart') saveError.value = found.why
    if (found.state !== 'merged') return false
    project.value = found.bench.project
    history.value = found.bench.history
    base.value = { project: theirs.project, history: theirs.history }
    version.value = theirs.version
    merging = true
    lastAct = { key: '', at: 0 }
    said.value = 'Another window has saved meanwhile. What was done there and what was done here both stay.'
    saveState.value = 'waiting'
    changed()
    return true
  }
  /** The user chose for each record in dispute. */
  async function settle(chosen: Readonly<Record<string, 'mine' | 'theirs'>>) {
    if (await mergeIn(chosen)) await flush()
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
    const theirs = await ask<{ version: number }>(`/api/projects/${project.value.id}`)
    version.value = theirs.version
    merging = true
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
