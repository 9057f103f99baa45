import type { History, Project } from '#core/document'
import type { Design, FigureOf, Working } from '#core/design'
import { EMPTY_HISTORY, MOST_PATHS, MOST_STEPS, touched } from '#core/document'
import type { Bench, Dispute, Step } from '#core/document'
import { AS_FOUND, asFound, resolve } from '#core/design'
import type { Report } from '#core/report'
import type { PanelReport } from '#core/panel'

/** Wait after an act before it is saved, so that a burst of nudges is one save. */
export const SAVE_AFTER_MS = 350
/** Nudges of one unit that follow each other this fast are one act to undo. */
export const SAME_ACT_MS = 900

/** Figures of the design before are marked as such after so long: what takes a moment is not worth a blink of the screen. */
const LATE_MS = 250

/**
 * How many of the waiting steps are sent at once, within what a save may have; a window that was without its server for a day sends
 * the rest after them.
 */
export function firstBatch(steps: readonly Step[]): number {
  let paths = 0
  const most = steps.slice(0, MOST_STEPS).findIndex(({ diff }) => (paths += touched(diff).length) > MOST_PATHS)
  return most < 0 ? MOST_STEPS : Math.max(1, most)
}

/** A save on its way: the same one is sent again until it is answered, so that a lost answer makes no second one. */
export interface Sending {
  save: string
  from: number
  incarnation: string
  steps: Step[]
  chosen?: Readonly<Record<string, 'mine' | 'theirs'>>
  seen?: number
  always?: boolean
}
export interface Kept extends Bench {
  version: number
  incarnation: string
}

export type SaveState = 'saved' | 'waiting' | 'saving' | 'stale' | 'missing' | 'failed'

/** What the bench holds besides what screens see: what is on its way to the server, and what is asked of the worker. */
const unseen = () => ({
  /** Which life of the project’s id the document is of. */
  incarnation: '',
  /** What was done here and is not on its way to the server yet. */
  pending: [] as Step[],
  sending: undefined as Sending | undefined,
  timer: undefined as ReturnType<typeof setTimeout> | undefined,
  lastAct: { key: '', at: 0 },
  saving: undefined as Promise<void> | undefined,
  round: 0,
  /** The report that the worker gave last, by its number. */
  lastGiven: undefined as { report: Report; number: number } | undefined,
  /** Reports that are shown beside the current one. */
  comparison: {} as { asFound?: Report; agreed?: Report },

  /** The worker has the document as it was last, or could not take it. */
  inStep: Promise.resolve(false) as Promise<boolean>,
  walking: false,
  opening: 0
})

/** What screens see of the bench. */
const seen = () => {
  const project = shallowRef<Project>()
  const history = shallowRef<History>(EMPTY_HISTORY)
  const version = ref(0)
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
  return {
    project,
    history,
    version,
    disputes,
    optionId,
    reports,
    examined,
    livePanel,
    selected,
    saveState,
    saveError,
    said,
    workingOf,
    examining
  }
}

/** What follows from it. */
function following({ project, history, optionId, reports, examined }: ReturnType<typeof seen>) {
  /** The aircraft as installed is shown and examined as an option is; what belongs to a plan is refused to it. */
  const installed = computed(() => optionId.value === AS_FOUND)
  const option = computed(
    () =>
      (installed.value && project.value ? asFound(project.value) : undefined) ??
      project.value?.options.find(option => option.id === optionId.value) ??
      project.value?.options[0]
  )
  const design = computed(() => project.value && option.value && resolve(project.value, option.value.id))
  const report = computed(() => reports.value?.current)
  /** The report is of an earlier document, of another option or of none yet: what it offers must not be done to this one. */
  const outOfDate = computed(() => examined.value !== design.value || report.value === undefined)
  /** The units of the option, by id: the same set as long as they are the same units. */
  const unitIds = computed<ReadonlySet<string>>(before => {
    const units = option.value?.units ?? []
    return before?.size === units.length && units.every(unit => before.has(unit.id))
      ? before
      : new Set(units.map(unit => unit.id))
  })
  const canUndo = computed(() => history.value.past.at(-1)?.label)
  const canRedo = computed(() => history.value.future[0]?.label)

  return { installed, option, design, report, outOfDate, unitIds, canUndo, canRedo }
}

/** Out of date for so long that it is shown. */
function lateness({
  outOfDate,
  examined,
  design
}: Pick<ReturnType<typeof seen>, 'examined'> & ReturnType<typeof following>) {
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
  return late
}

export function benchState() {
  const own = seen()
  const more = following(own)
  return { ...own, ...more, late: lateness({ ...own, ...more }), catalogue: useCatalogue(), own: unseen() }
}
export type BenchState = ReturnType<typeof benchState>

/** What was chosen in the window and is no longer in the document is let go. */
export function letGo(s: BenchState) {
  if (!s.option.value || s.option.value.id !== s.optionId.value)
    s.optionId.value = s.project.value?.options[0]?.id ?? 'a'
  s.selected.value = s.selected.value.filter(id => s.unitIds.value.has(id))
}
