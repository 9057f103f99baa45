<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { roomOf, WEIGHTS, type Finding } from '#core/design'
import { actedOn, type RemedyEffect } from '#core/report'
import { countWords, STEPS, stepOf } from '~/steps'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** Everything found, this step's first; each goes to its thing, and its remedies say what they cure and bring. */
const bench = useBench()
const preferences = usePreferences()
const route = useRoute()
const address = useStepAddress()
const here = computed(() => route.path.split('/')[3])

/** While a hand drags, the panel's findings follow it. */
const findings = computed(() => {
  const all = bench.report?.findings ?? []
  return bench.livePanel
    ? [...bench.livePanel.findings, ...all.filter(finding => roomOf(finding.code) !== 'panel')]
    : all
})
/** Steps whose notes are listed though another step is worked on. */
const noted = ref<string[]>([])
/** A note asks for no act: those of other steps than the one worked on are folded. */
function shownOf({ step, findings: all }: { step: { id: string }; findings: readonly Finding[] }) {
  const shown = step.id === here.value || noted.value.includes(step.id) ? all : actedOn(all)
  return { findings: shown, folded: all.length - shown.length }
}
const groups = computed(() =>
  STEPS.map(step => ({
    step,
    findings: WEIGHTS.flatMap(weight =>
      findings.value.filter(finding => finding.weight === weight && stepOf(finding) === step.id)
    )
  }))
    .filter(group => group.findings.length)
    .map(group => ({ ...group, ...shownOf(group) }))
    .sort((a, b) => Number(b.step.id === here.value) - Number(a.step.id === here.value))
)
const counts = computed(() =>
  WEIGHTS.map(weight => ({ weight, count: findings.value.filter(finding => finding.weight === weight).length })).filter(
    weighed => weighed.count
  )
)
/** So many of a step are listed at first: nobody cures hundreds at once, and they would hold the screen up. */
const SHOWN = 40
const whole = ref<string[]>([])
const current = ref('')

async function goTo(finding: Finding) {
  current.value = finding.id
  const step = stepOf(finding)
  if (here.value !== step) await navigateTo(address(step))
  bench.selected = finding.subjects.filter(id => bench.unitIds.has(id))
}
/** Goes to the next or the one before. */
function walk(by: 1 | -1) {
  const all = groups.value.flatMap(group => group.findings)
  if (all.length === 0) return
  preferences.findingsOpen = true
  const now = all.findIndex(finding => finding.id === current.value)
  void goTo(all[(now + by + all.length) % all.length]!)
}
defineExpose({ walk })

/** What the remedies would do, by finding and place; worked out while the list is open. */
const effects = shallowReactive(new Map<string, RemedyEffect>())
/** Those that are of the design as it stands. The others are of the one before, and stay until it is known what takes their place. */
const fresh = shallowReactive(new Set<string>())
function tell(found: readonly RemedyEffect[]) {
  for (const effect of found) {
    const place = placeOfRemedy(effect.finding, effect.remedy)
    effects.set(place, effect)
    fresh.add(place)
  }
}
const { run, stop } = useLongWork<RemedyEffect>(tell)
/** Findings of which every remedy has been found and tried. */
const sought = shallowReactive(new Set<string>())
/** All remedies of a finding are told: of more that the design before had, none is left. */
function allFound(finding: string) {
  for (let remedy = 0; effects.has(placeOfRemedy(finding, remedy)); remedy++) {
    const place = placeOfRemedy(finding, remedy)
    if (!fresh.has(place)) effects.delete(place)
  }
  sought.add(finding)
}
/** What was told is of the design before; of another option, or of a finding that is gone, nothing is kept. */
function growOld(sameOption: boolean) {
  const there = new Set(findings.value.map(finding => finding.id))
  for (const [place, effect] of effects) if (!sameOption || !there.has(effect.finding)) effects.delete(place)
  fresh.clear()
  sought.clear()
  scrolled.value = (list.value?.scrollTop ?? 0) > 0
}
/** So many findings are in sight at first; the remedies of the others are tried when they are scrolled to. */
const IN_SIGHT = 6
const scrolled = ref(false)
const list = useTemplateRef<HTMLElement>('list')
watch(
  [() => bench.examined, () => preferences.findingsOpen, scrolled, here],
  ([examined], [before]) => {
    stop()
    if (examined !== before) growOld(examined?.optionId === before?.optionId)
    const { option } = bench
    if (!preferences.findingsOpen || bench.outOfDate || !option) return
    const listed = groups.value
      .flatMap(group => group.findings.slice(0, SHOWN))
      .filter(finding => finding.remedies.length || finding.seeks)
    const wanted = (scrolled.value ? listed : listed.slice(0, IN_SIGHT))
      .map(finding => finding.id)
      .filter(id => !sought.has(id))
    if (wanted.length)
      void run('Evaluating fixes…', (examiner, job, heard) => examiner.remedies(option.id, wanted, job, heard)).then(
        all => {
          if (!all || bench.examined !== examined) return
          // The whole answer may be here before the last of its parts, which come by a way of their own.
          tell(all)
          wanted.forEach(allFound)
        }
      )
  },
  { immediate: true }
)
</script>

<template>
  <aside v-if="preferences.findingsOpen" class="drawer" aria-label="Findings">
    <div class="head">
      <h2 class="grow">Findings <span class="figures">{{ actedOn(findings).length }}</span></h2>
      <v-btn variant="text" :icon="mdiClose" aria-label="Fold findings" @click="preferences.findingsOpen = false" />
      <p v-if="bench.late" class="small quiet" role="status">Being worked out…</p>
      <p v-else class="counts small">
        <span v-for="weighed in counts" :key="weighed.weight"
          ><StateMark :state="weighed.weight" :size="13" /> {{ countWords(weighed.weight, weighed.count) }}</span
        >
      </p>
    </div>
    <p v-if="findings.length === 0 && !bench.outOfDate" class="quiet small empty">
      No findings for this option. Build has the files.
    </p>
    <div
      ref="list"
      class="scroll"
      :class="{ old: bench.late }"
      tabindex="0"
      role="region"
      aria-label="List of findings"
      @scroll.passive="scrolled = true"
    >
      <section v-for="group in groups" :key="group.step.id">
        <h3>{{ group.step.name }}<span v-if="group.step.id === here" class="quiet"> · this step</span></h3>
        <FrameFindingCard
          v-for="finding in whole.includes(group.step.id) ? group.findings : group.findings.slice(0, SHOWN)"
          :key="finding.id"
          :finding="finding"
          :here="current === finding.id"
          :effects="effects"
          :fresh="fresh"
          :sought="sought"
          @go="goTo"
        />
        <v-btn v-if="group.folded" class="more" @click="noted.push(group.step.id)">
          Show {{ group.folded === 1 ? '1 note' : `${group.folded} notes` }}
        </v-btn>
        <v-btn
          v-if="group.findings.length > SHOWN && !whole.includes(group.step.id)"
          class="more"
          @click="whole.push(group.step.id)"
        >
          Show {{ group.findings.length - SHOWN }} more
        </v-btn>
      </section>
    </div>
  </aside>
</template>

<style scoped>
.drawer {
  contain: strict;
  width: 320px;
  border-left: 1px solid var(--rule);
  background: var(--paper);
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  padding: 4px 4px 6px 12px;
  border-bottom: 1px solid var(--rule);
}
.counts {
  width: 100%;
  display: flex;
  gap: 12px;
}
.empty {
  padding: 14px 12px;
}
.scroll {
  overflow-y: auto;
}
.scroll.old {
  opacity: 0.55;
  transition: opacity 0.1s 0.25s;
}
h3 {
  padding: 8px 12px 3px;
  background: var(--alclad);
}
.more {
  margin: 8px 12px;
}
</style>
