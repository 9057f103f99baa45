<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { WEIGHTS, type Finding, type Remedy } from '#core/design'
import type { RemedyEffect } from '#core/report'
import { countWords, STEPS, stepOf, WEIGHT_NAMES } from '~/steps'
import { useBench } from '~/stores/bench'
import { useTaste } from '~/stores/taste'

/** Everything found, this step's first; each goes to its thing, and its remedies say what they cure and bring. */
const bench = useBench()
const taste = useTaste()
const route = useRoute()
const address = useStepAddress()
const here = computed(() => route.path.split('/')[3])

/** While a hand drags, the panel's findings follow it. */
const findings = computed(() => {
  const all = bench.report?.findings ?? []
  return bench.livePanel
    ? [...bench.livePanel.findings, ...all.filter(finding => !finding.code.startsWith('panel.'))]
    : all
})
const groups = computed(() =>
  STEPS.map(step => ({
    step,
    findings: WEIGHTS.flatMap(weight =>
      findings.value.filter(finding => finding.weight === weight && stepOf(finding) === step.id)
    )
  }))
    .filter(group => group.findings.length)
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
/** What the working of a finding is called: its title, or what it begins with. */
const titleOf = (finding: Finding) => {
  const words = taste.say(finding.title ?? finding.says)
  return words.length > 70 ? `${words.slice(0, 69)}…` : words
}

async function goTo(finding: Finding) {
  current.value = finding.id
  const units = new Set(bench.option?.units.map(unit => unit.id))
  const step = stepOf(finding)
  if (here.value !== step) await navigateTo(address(step))
  bench.selected = finding.subjects.filter(id => units.has(id))
}
/** Goes to the next or the one before. */
function walk(by: 1 | -1) {
  const list = groups.value.flatMap(group => group.findings)
  if (list.length === 0) return
  taste.findingsOpen = true
  const now = list.findIndex(finding => finding.id === current.value)
  void goTo(list[(now + by + list.length) % list.length]!)
}
defineExpose({ walk })

/** What the remedies would do, by finding and place; worked out while the list is open. */
const effects = shallowRef(new Map<string, RemedyEffect>())
const { run, stop } = useLongWork<RemedyEffect>(found => {
  effects.value = new Map([
    ...effects.value,
    ...found.map(effect => [`${effect.finding}#${effect.remedy}`, effect] as const)
  ])
})
/** Findings of which every remedy has been found and tried. */
const sought = shallowRef(new Set<string>())
/** Remedies of a finding: those known at once, and those a search has found. */
function remediesOf(finding: Finding): readonly Remedy[] {
  if (!finding.seeks) return finding.remedies
  const found: Remedy[] = []
  for (let at = 0; ; at++) {
    const effect = effects.value.get(`${finding.id}#${at}`)
    if (!effect) return found
    found.push(effect.of)
  }
}
/** So many findings are in sight at first; the remedies of the others are tried when they are scrolled to. */
const IN_SIGHT = 6
const scrolled = ref(false)
watch(
  [() => bench.examined, () => taste.findingsOpen, scrolled, here],
  ([examined], [before]) => {
    stop()
    if (examined !== before) {
      effects.value = new Map()
      sought.value = new Set()
      scrolled.value = false
    }
    const { option } = bench
    if (!taste.findingsOpen || bench.outOfDate || !option) return
    const listed = groups.value
      .flatMap(group => group.findings.slice(0, SHOWN))
      .filter(finding => finding.remedies.length || finding.seeks)
    const wanted = (scrolled.value ? listed : listed.slice(0, IN_SIGHT))
      .map(finding => finding.id)
      .filter(id => !effects.value.has(`${id}#0`) && !sought.value.has(id))
    if (wanted.length)
      void run('Trying the remedies…', (examiner, job, tell) => examiner.remedies(option.id, wanted, job, tell)).then(
        all => {
          if (all && bench.examined === examined) sought.value = new Set([...sought.value, ...wanted])
        }
      )
  },
  { immediate: true }
)
const count = (n: number, word: string) => `${n} ${word}${n === 1 ? '' : 's'}`
function effectWords(effect: RemedyEffect | undefined): string {
  if (!effect) return 'What it would do is being worked out…'
  const { money } = effect.change
  return [
    `Cures ${count(effect.cures.length, 'finding')}`,
    effect.brings.length ? `brings ${effect.brings.length}: ${taste.say(effect.brings[0]!)}` : 'brings none',
    money ? `${money > 0 ? '+' : '−'}${taste.money(Math.abs(money))}` : ''
  ]
    .filter(Boolean)
    .join(' · ')
}

const source = (finding: Finding) => [finding.basis.kind, finding.basis.source].filter(Boolean).join(' · ')
</script>

<template>
  <aside v-if="taste.findingsOpen" class="drawer" aria-label="Findings">
    <div class="head">
      <h2 class="grow">
        Findings <span class="figures">{{ findings.length }}</span>
      </h2>
      <v-btn variant="text" :icon="mdiClose" aria-label="Fold findings" @click="taste.findingsOpen = false" />
      <p v-if="bench.outOfDate" class="small quiet" role="status">Being worked out…</p>
      <p v-else class="counts small">
        <span v-for="weighed in counts" :key="weighed.weight"
          ><StateMark :state="weighed.weight" :size="13" /> {{ countWords(weighed.weight, weighed.count) }}</span
        >
      </p>
    </div>
    <p v-if="!bench.outOfDate && findings.length === 0" class="quiet small empty">
      Nothing found against this option. Build has the files.
    </p>
    <div
      class="scroll"
      :class="{ old: bench.outOfDate }"
      tabindex="0"
      role="region"
      aria-label="List of findings"
      @scroll.passive="scrolled = true"
    >
      <section v-for="group in groups" :key="group.step.id">
        <h3>{{ group.step.name }}<span v-if="group.step.id === here" class="quiet"> · this step</span></h3>
        <article
          v-for="finding in whole.includes(group.step.id) ? group.findings : group.findings.slice(0, SHOWN)"
          :key="finding.id"
          :class="{ here: current === finding.id }"
          :data-finding="finding.code"
        >
          <!-- The words go to the step; a unit’s name in them selects it where it stands. -->
          <p class="text" @click="goTo(finding)">
            <StateMark :state="finding.weight" :size="14" /> <b>{{ WEIGHT_NAMES[finding.weight] }}.</b>{{ ' ' }}
            <SayPhrase :says="finding.says" />
          </p>
          <p class="quiet source">
            {{ source(finding) }}
            <button class="link" @click="goTo(finding)">Show</button>
            <button
              v-if="finding.figure"
              class="link"
              @click="bench.workingOf = { figure: finding.figure, title: titleOf(finding) }"
            >
              Show working
            </button>
          </p>
          <v-btn v-if="finding.lacks" class="gives" :to="address('equipment', { lacks: finding.id })"
            >What gives it</v-btn
          >
          <small v-if="finding.seeks && !sought.has(finding.id) && !bench.outOfDate" class="quiet"
            >Looking for what would cure it…</small
          >
          <div v-for="(remedy, index) in remediesOf(finding)" :key="index" class="remedy">
            <v-btn block :disabled="bench.outOfDate" @click="bench.cure(remedy)">{{ taste.say(remedy.says) }}</v-btn>
            <small class="quiet">{{ effectWords(effects.get(`${finding.id}#${index}`)) }}</small>
          </div>
        </article>
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
article {
  content-visibility: auto;
  contain-intrinsic-height: auto 110px;
  padding: 6px 12px 9px;
  border-bottom: 1px solid var(--rule);
}
article.here {
  background: var(--dye-wash);
}
.text {
  font-size: 12.5px;
  line-height: 1.4;
  cursor: pointer;
}
.text:hover {
  color: var(--dye);
}
.source {
  font-size: 11px;
  margin: 2px 0 4px;
}
button.link + button.link {
  margin-left: 10px;
}
.link {
  border: 0;
  background: none;
  padding: 0;
  font: inherit;
  color: var(--dye);
  text-decoration: underline;
  cursor: pointer;
}
.gives,
.remedy {
  margin-top: 5px;
}
.remedy :deep(.v-btn) {
  height: auto;
  min-height: 28px;
  padding: 4px 8px;
  justify-content: start;
  text-align: left;
  border-left: 4px solid var(--dye);
}
.remedy :deep(.v-btn__content) {
  white-space: normal;
  justify-content: start;
}
.remedy small {
  display: block;
  font-size: 11px;
  line-height: 1.35;
  margin-top: 2px;
}
.more {
  margin: 8px 12px;
}
</style>
