<script setup lang="ts">
import { mdiChevronDoubleLeft, mdiChevronDoubleRight, mdiHomeOutline } from '@mdi/js'
import { useMediaQuery } from '@vueuse/core'
import { STEPS, stepOf } from '~/steps'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** The steps in working order, each with its state; folded, their numbers and marks. */
const bench = useBench()
const preferences = usePreferences()
const route = useRoute()
const address = useStepAddress()
/** On a narrow screen, and next to open findings, the card is folded except while a step is chosen. */
const [small, cramped] = [useMediaQuery('(max-width: 900px)'), useMediaQuery('(max-width: 1439px)')]
const narrow = computed(() => small.value || (cramped.value && preferences.findingsOpen))
const over = ref(false)
const open = computed(() => (narrow.value ? over.value : preferences.railOpen))
function fold() {
  if (narrow.value) over.value = !over.value
  else preferences.railOpen = !preferences.railOpen
}
watch(
  () => route.path,
  () => {
    over.value = false
  }
)
const current = computed(() => route.path.split('/')[3])

/** The worst of what is found in a step’s rooms and of their figures in the tally: a clause that nobody looked at has no finding. */
const states = useSteady(() =>
  Object.fromEntries(
    STEPS.map(step => {
      const mine = (bench.report?.findings ?? []).filter(finding => stepOf(finding) === step.id)
      const said = new Set<string>([
        ...mine.map(finding => finding.weight),
        ...step.figures.map(key => bench.report?.figures[key].state ?? 'holds')
      ])
      const worst = said.has('must fix') ? 'must fix' : said.has('decide') ? 'decide' : 'holds'
      return [step.id, { worst, count: mine.filter(finding => finding.weight !== 'note').length }]
    })
  )
)
const addresses = useSteady(() => STEPS.map(step => address(step.id)))
const registration = computed(() => bench.project?.brief.registration)
const title = computed(() => bench.project?.title)
</script>

<template>
  <nav class="card" :class="{ folded: !open }" aria-label="Steps">
    <NuxtLink to="/" class="home" title="Hangar">
      <v-icon :icon="mdiHomeOutline" size="18" /><span class="words">Hangar</span>
    </NuxtLink>
    <div class="title">
      <strong class="code">{{ registration || '—' }}</strong>
      <span class="small">{{ title }}</span>
    </div>
    <ol>
      <li v-for="(step, index) in STEPS" :key="step.id">
        <NuxtLink
          :to="addresses[index]!"
          :class="{ here: current === step.id }"
          :aria-current="current === step.id ? 'step' : undefined"
          :title="open ? undefined : step.name"
        >
          <span class="figures n">{{ index + 1 }}</span>
          <span class="grow name words">{{ step.name }}<small>{{ step.hint }}</small></span>
          <span v-if="step.rooms.length && !bench.late" class="state">
            <span v-if="states[step.id]!.count" class="figures small">{{ states[step.id]!.count }}</span>
            <StateMark :state="states[step.id]!.worst" :size="15" />
          </span>
        </NuxtLink>
      </li>
    </ol>
    <p class="caution-line words">
      Plans, not approved data. The maker’s manual, the approval and your inspector decide.
    </p>
    <v-btn
      class="fold"
      variant="text"
      :icon="open ? mdiChevronDoubleLeft : mdiChevronDoubleRight"
      :aria-label="open ? 'Fold the job card' : 'Unfold the job card'"
      :aria-expanded="open"
      @click="fold"
    />
  </nav>
</template>

<style scoped>
.card {
  width: 168px;
  background: var(--alclad);
  border-right: 1px solid var(--rule);
  display: flex;
  flex-direction: column;
  min-height: 0;
  overflow-y: auto;
  overflow-x: hidden;
}
.home {
  display: flex;
  gap: 6px;
  align-items: center;
  padding: 9px 12px 4px;
  font-size: 12px;
}
.title {
  padding: 0 12px 10px;
  display: flex;
  flex-direction: column;
  line-height: 1.3;
}
.title strong {
  font-size: 16px;
}
ol {
  list-style: none;
  padding: 0;
}
li a {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 6px 10px 6px 12px;
  min-height: 45px;
  color: var(--graphite);
  text-decoration: none;
  border-top: 1px solid var(--rule);
}
li:last-child a {
  border-bottom: 1px solid var(--rule);
}
li a:hover {
  background: var(--chalk);
}
li a.here {
  background: var(--chalk);
  box-shadow: inset 4px 0 0 var(--dye);
  font-weight: 700;
}
.n {
  font-size: 12px;
  color: var(--quiet);
}
.name {
  display: flex;
  flex-direction: column;
  line-height: 1.2;
  font-size: 13.5px;
}
.name small {
  font-size: 11px;
  font-weight: 400;
  color: var(--quiet);
}
.state {
  display: inline-flex;
  gap: 3px;
  align-items: center;
}
.caution-line {
  margin-top: auto;
  padding: 10px 12px;
  font-size: 11px;
  color: var(--quiet);
  line-height: 1.35;
}
.fold {
  flex: none;
  width: 100%;
  height: 34px;
  border-top: 1px solid var(--rule);
}
.folded {
  width: 50px;
}
.folded .words,
.folded .title {
  display: none;
}
.folded .fold {
  margin-top: auto;
}
.folded .home {
  justify-content: center;
  padding: 10px 0;
}
.folded li a {
  padding: 6px 6px;
  justify-content: center;
  flex-wrap: wrap;
  gap: 0 6px;
}
.folded .n {
  font-size: 15px;
  color: inherit;
}
.folded .state .figures {
  display: none;
}
/* On a narrow screen the card lies over the work when it is opened. */
@media (max-width: 900px) {
  .card:not(.folded) {
    position: fixed;
    z-index: 1005;
    top: 0;
    bottom: 0;
    left: 0;
    width: 210px;
    box-shadow: 0 0 0 100vmax rgb(20 24 26 / 35%);
  }
}
@media (max-width: 600px) {
  .folded {
    width: 40px;
  }
}
</style>
