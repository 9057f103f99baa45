<script setup lang="ts">
import { useElementSize, useEventListener } from '@vueuse/core'
import type { ComponentPublicInstance } from 'vue'
import { AS_FOUND } from '#core/document'
import { FIGURE_KEYS, type FigureKey } from '#core/report'
import { FIGURE_NAMES, STEPS } from '~/steps'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

const bench = useBench()
const preferences = usePreferences()
const route = useRoute()
const router = useRouter()
const id = computed(() => String(route.params.id))
const wrong = ref('')
const keys = ref(false)
const settings = ref(false)
const versions = ref(false)
const drawer = useTemplateRef('drawer')
const find = useFind()
/** Until the project of the address is there the bench holds the one before: it is not shown, and no key or act goes to it. */
const open = computed(() => bench.project?.id === id.value)
const strip = useTemplateRef<ComponentPublicInstance>('strip')
const { height: stripHeight } = useElementSize(strip, undefined, { box: 'border-box' })

watch(
  id,
  async now => {
    wrong.value = ''
    find.text.value = ''
    try {
      await bench.open(now)
    } catch (error) {
      if (now === id.value) wrong.value = sayError(error)
    }
  },
  { immediate: true }
)

useAddress()
useKeptFocus([() => bench.project, () => bench.report])
const address = useStepAddress()
const stepName = computed(() => STEPS.find(step => step.id === route.path.split('/')[3])?.name ?? '')
useHead({
  title: () =>
    [bench.project?.brief.registration || bench.project?.title, stepName.value, 'Ewerpanel'].filter(Boolean).join(' · ')
})
/** What stands above a printed step: whose it is, which option, and when. */
const printedOn = ref('')
useEventListener('beforeprint', () => {
  printedOn.value = preferences.time(new Date().toISOString())
})
const workingOpen = computed({
  get: () => bench.workingOf !== undefined,
  set: open => {
    if (!open) bench.workingOf = undefined
  }
})
// What stands over a step goes with it: back, forward and a link lead to a step, not under a dialog of the one before.
watch(
  [() => route.path, () => route.query.pane, () => route.query.option],
  () => {
    workingOpen.value = keys.value = settings.value = versions.value = false
  },
  { immediate: true }
)
const saidOpen = computed({
  get: () => bench.said !== '',
  set: open => {
    if (!open) bench.said = ''
  }
})

function turnOption(by: 1 | -1) {
  const ids = [AS_FOUND, ...(bench.project?.options ?? []).map(option => option.id)]
  const next = ids[(ids.indexOf(bench.option?.id ?? AS_FOUND) + by + ids.length) % ids.length]
  if (next) bench.optionId = next
}
const work = useTemplateRef<HTMLElement>('work')
const MOST_TRIES = 3
/** Opens Find; what is typed before its field is there is caught for it, and acts as no key. */
async function startFinding() {
  find.text.value = ''
  find.catching.value = true
  // A change of the address that was under way already may take the place of this one: it is asked again then.
  for (let tries = 0; tries < MOST_TRIES && find.catching.value; tries++)
    if (!(await navigateTo(address('equipment', { find: String(Date.now()) })))) return
  find.catching.value = false
}
function catchLetter(event: KeyboardEvent) {
  if (event.ctrlKey || event.metaKey || event.altKey) return
  if (event.key === 'Escape') find.catching.value = false
  else if (event.key === 'Backspace') find.text.value = find.text.value.slice(0, -1)
  else if (event.key.length === 1) find.text.value += event.key
  else return
  event.preventDefault()
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (!open.value) return
  if (find.catching.value) {
    catchLetter(event)
    return
  }
  const target = event.target as HTMLElement
  const typing = target.closest('input, textarea, select, [contenteditable=true], .v-overlay')
  // In a field in which nothing is being typed, undo is of the last act; in a tick or a list nothing ever is.
  const nothingTyped = target.closest('[data-kept], [type=checkbox], [type=radio], .v-select')
  const writing = target.closest('.v-overlay') ?? (nothingTyped ? null : typing)
  if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && !writing) {
    event.preventDefault()
    if (event.shiftKey) bench.redo()
    else bench.undo()
    return
  }
  if (typing || event.ctrlKey || event.metaKey || event.altKey) return
  const step = STEPS[Number(event.key) - 1]
  if (step) void navigateTo(address(step.id))
  else if (event.key === '/') {
    event.preventDefault()
    void startFinding()
  } else if (event.key === '[') turnOption(-1)
  else if (event.key === ']') turnOption(1)
  else if (event.key === ',') drawer.value?.walk(-1)
  else if (event.key === '.') drawer.value?.walk(1)
  else if (event.key === 'w') {
    const key = target.dataset.figure as FigureKey | undefined
    const kind = key && FIGURE_KEYS.includes(key) ? key : 'money'
    bench.workingOf = { figure: { kind, of: '' }, title: FIGURE_NAMES[kind] }
  } else if (event.key === 'u') preferences.system = preferences.system === 'inch' ? 'metric' : 'inch'
  else if (event.key === '?') keys.value = true
})
// A closed tab must not lose the last act: what waits is sent before the page goes.
useEventListener('beforeunload', (event: BeforeUnloadEvent) => {
  if (bench.saveState === 'saved') return
  void bench.flush()
  event.preventDefault()
})
useEventListener(document, 'visibilitychange', () => {
  if (document.visibilityState === 'hidden') void bench.flush()
})
async function stayUnsaved() {
  await bench.flush()
  if (bench.saveState !== 'failed') return
  // Another project would take the place of what is not saved yet.
  bench.said =
    'The last changes are not saved yet, so this window stays open. Saving is retried every few seconds. ' +
    'You can download the project file in Build.'
  return false
}
onBeforeRouteLeave(stayUnsaved)
// Back and forward may lead from one aeroplane to another at once.
onBeforeRouteUpdate(to => (String(to.params.id) === id.value ? true : stayUnsaved()))
/** Options side by side have one place. */
const compare = () =>
  router.push({ path: `/p/${bench.project!.id}/budget`, query: { ...route.query, pane: 'options', unit: undefined } })
</script>

<template>
  <div v-if="wrong" class="lost sheet">
    <h1>This project cannot be opened</h1>
    <p>{{ wrong }}</p>
    <p><NuxtLink to="/">To the hangar</NuxtLink></p>
  </div>
  <div v-else-if="bench.project && open" class="frame">
    <!-- The hand goes there, and the address stays: a change of it under way would be lost by one of the place on the page. -->
    <a class="skip" href="#work" @click.prevent="work?.focus()">Skip to content</a>
    <FrameJobCard class="card" />
    <FrameOptionTabs
      class="tabs"
      @compare="compare"
      @keys="keys = true"
      @versions="versions = true"
      @settings="settings = true"
    />
    <main id="work" ref="work" class="step" :class="{ old: bench.late && bench.report }" tabindex="-1">
      <header class="printed">
        <b>{{ bench.project.brief.registration }} {{ bench.project.title }}</b> · {{ stepName }} ·
        {{ bench.option?.name }} · {{ printedOn }}<br />
        <small>Plans, not approved data. The maker’s manual, the approval and your inspector decide.</small>
      </header>
      <NuxtPage class="shown" />
    </main>
    <FrameFindingsDrawer ref="drawer" class="findings" />
    <FrameTallyStrip ref="strip" class="strip" />
    <FrameWorkingDialog
      v-model="workingOpen"
      :title="bench.workingOf?.title ?? ''"
      :figure="bench.workingOf?.figure"
      :given="bench.workingOf?.working"
    />
    <FrameConflictDialog />
    <FrameVersionsDialog v-model="versions" />
    <FrameKeysDialog v-model="keys" />
    <FrameTour class="tour" />
    <LazyFrameSettingsDialog v-if="settings" v-model="settings" />
    <!-- Words that pass, above the figures that an act changes: what lies under them is pressed through them. -->
    <v-snackbar
      v-model="saidOpen"
      class="passing"
      :timeout="4500"
      location="bottom"
      rounded="0"
      :style="{ marginBottom: `${stripHeight}px` }"
      >{{ bench.said }}</v-snackbar
    >
  </div>
  <p v-else class="quiet opening">Opening…</p>
</template>

<style scoped>
.frame {
  display: grid;
  height: 100vh;
  height: 100dvh;
  grid-template:
    'card tabs tabs' auto 'card step findings' minmax(
      0,
      1fr
    ) 'card tour tour' auto 'strip strip strip' auto / auto minmax(0, 1fr)
    auto;
}
.card {
  grid-area: card;
}
.tabs {
  grid-area: tabs;
}
.step {
  grid-area: step;
  position: relative;
  overflow: auto;
  min-height: 0;
}
/*
 * What is on the step is of the design before, like the figures under it. By a class of its own: with any child at all (*) the
 * browser styles the whole step anew at each act, and once more when its figures come.
 */
.step.old > :deep(.shown) {
  opacity: 0.5;
  transition: opacity 0.1s 0.25s;
}
.step:focus {
  outline: none;
}
.findings {
  grid-area: findings;
}
/* The findings push the work aside. Only on a tablet or a phone, where there is no room for both, they cover it. */
@media (max-width: 1000px) {
  .findings {
    grid-area: step;
    justify-self: end;
    height: 100%;
    z-index: 20;
    max-width: 94%;
    box-shadow: -6px 0 14px rgb(20 24 26 / 18%);
  }
}
.tour {
  grid-area: tour;
}
.strip {
  grid-area: strip;
  min-width: 0;
}
.skip {
  position: fixed;
  top: -60px;
  left: 8px;
  z-index: 3000;
  background: var(--dye);
  color: var(--chalk);
  padding: 8px 14px;
}
.skip:focus {
  top: 4px;
}
.printed {
  display: none;
}
.lost {
  max-width: 560px;
  margin: 80px auto;
  display: grid;
  gap: 10px;
}
.opening {
  padding: 40px;
}
@media print {
  .frame {
    display: block;
    height: auto;
  }
  .frame > :not(.step) {
    display: none;
  }
  .step {
    overflow: visible;
  }
  .printed {
    display: block;
    border-bottom: 1.5px solid #22272a;
    padding-bottom: 4px;
    margin-bottom: 8px;
    font-size: 11px;
  }
}
</style>
