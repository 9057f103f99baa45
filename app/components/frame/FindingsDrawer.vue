<script setup lang="ts">
import { mdiChevronRight } from '@mdi/js'
import { WEIGHTS, type Finding } from '#core/design'
import { stepOf, WEIGHT_NAMES } from '~/steps'
import { useBench } from '~/stores/bench'
import { useTaste } from '~/stores/taste'

const bench = useBench()
const taste = useTaste()
const route = useRoute()

/** While a hand drags, the panel's findings follow it. */
const findings = computed(() => {
  const all = bench.report?.findings ?? []
  return bench.livePanel
    ? [...bench.livePanel.findings, ...all.filter(finding => !finding.code.startsWith('panel.'))]
    : all
})
const groups = computed(() =>
  WEIGHTS.map(weight => ({ weight, findings: findings.value.filter(finding => finding.weight === weight) })).filter(
    group => group.findings.length
  )
)
/** So many of a weight are listed at first: nobody cures hundreds at once, and they would hold the screen up. */
const SHOWN = 40
const whole = ref<string[]>([])
const at = ref('')
/** What the working of a finding is called: its title, or what it begins with. */
const titleOf = (finding: Finding) => {
  const words = taste.say(finding.title ?? finding.says)
  return words.length > 70 ? `${words.slice(0, 69)}…` : words
}

async function goTo(finding: Finding) {
  at.value = finding.id
  const here = new Set(bench.option?.units.map(unit => unit.id))
  bench.selected = finding.subjects.filter(id => here.has(id))
  const step = stepOf(finding)
  if (route.path.split('/')[3] !== step) await navigateTo(`/p/${bench.project?.id}/${step}`)
}
/** Goes to the next or the one before. */
function walk(by: 1 | -1) {
  const list = groups.value.flatMap(group => group.findings)
  if (list.length === 0) return
  const now = list.findIndex(finding => finding.id === at.value)
  void goTo(list[(now + by + list.length) % list.length]!)
}
defineExpose({ walk })

const source = (finding: Finding) =>
  [finding.basis.kind, finding.basis.source, finding.basis.fromMemory ? 'from memory: check the current text' : '']
    .filter(Boolean)
    .join(' · ')
</script>

<template>
  <aside v-if="taste.findingsOpen" class="drawer" aria-label="Findings">
    <div class="row head">
      <h2 class="grow">
        Findings <span class="figures">{{ findings.length }}</span>
      </h2>
      <button class="plain" @click="taste.findingsOpen = false">Fold away</button>
    </div>
    <p v-if="bench.report && findings.length === 0" class="quiet small empty">
      Nothing stands in the way of this option. Go on to Build for the files.
    </p>
    <div class="scroll">
      <section v-for="group in groups" :key="group.weight">
        <h3>
          <StateMark :state="group.weight" :size="15" /> {{ WEIGHT_NAMES[group.weight] }}
          <span class="figures">{{ group.findings.length }}</span>
        </h3>
        <article
          v-for="finding in whole.includes(group.weight) ? group.findings : group.findings.slice(0, SHOWN)"
          :key="finding.id"
          :class="{ here: at === finding.id }"
          :data-finding="finding.code"
        >
          <!-- The words go to the step; a unit’s name in them selects it where it stands. -->
          <p class="text" @click="goTo(finding)"><SayPhrase :says="finding.says" /></p>
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
          <button
            v-for="(remedy, index) in finding.remedies"
            :key="index"
            class="plain remedy"
            :disabled="bench.outOfDate"
            @click="bench.cure(remedy)"
          >
            {{ taste.say(remedy.says) }}
          </button>
        </article>
        <button
          v-if="group.findings.length > SHOWN && !whole.includes(group.weight)"
          class="plain more"
          @click="whole.push(group.weight)"
        >
          Show {{ group.findings.length - SHOWN }} more
        </button>
      </section>
    </div>
  </aside>
  <button v-else class="opener" :aria-label="`Open findings, ${findings.length}`" @click="taste.findingsOpen = true">
    <v-icon :icon="mdiChevronRight" style="transform: rotate(180deg)" /><span>Findings {{ findings.length }}</span>
  </button>
</template>

<style scoped>
.drawer {
  contain: strict;
  width: 292px;
  border-left: 1px solid var(--rule);
  background: var(--paper);
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.head {
  padding: 8px 12px;
  border-bottom: 1px solid var(--rule);
}
.empty {
  padding: 14px 12px;
}
.scroll {
  overflow-y: auto;
}
h3 {
  padding: 8px 12px 3px;
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
  border: 0;
  background: none;
  padding: 0;
  text-align: left;
  font: inherit;
  font-size: 12.5px;
  line-height: 1.4;
  color: inherit;
  cursor: pointer;
}
.text:hover {
  color: var(--dye);
  text-decoration: underline;
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
.remedy {
  display: block;
  width: 100%;
  text-align: left;
  margin-top: 4px;
  font-size: 12px;
  border-left: 4px solid var(--dye);
}
.more {
  margin: 8px 12px;
}
.opener {
  width: 30px;
  border: 0;
  border-left: 1px solid var(--rule);
  background: var(--alclad);
  color: inherit;
  cursor: pointer;
  writing-mode: vertical-rl;
  font: inherit;
  font-size: 12.5px;
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 10px 0;
}
</style>
