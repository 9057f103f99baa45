<script setup lang="ts">
import { panesOf } from '#core/quantity'
import type { Item } from '#core/catalogue'
import type { CandidateEffect, RemovalEffect } from '#core/report'
import { useBench } from '~/stores/bench'

/** What is installed and its fate, what is lacking, and what the catalogue would do on this aeroplane. */
const bench = useBench()
const route = useRoute()
const { items, own, refresh, ready } = useCatalogue()
const PANES = panesOf('equipment')
const pane = usePane(PANES)
const editing = shallowRef<Item | 'new'>()
const importing = ref(false)
const listing = ref(false)
const wrong = ref('')
onMounted(async () => {
  try {
    await ready()
  } catch (error) {
    wrong.value = sayError(error)
  }
})
watch(
  () => route.query.find,
  asked => {
    if (asked) pane.value = 'add'
  }
)

const removals = shallowRef<Record<string, RemovalEffect>>({})
/** By entry: one that is told redraws the rows that show it, and no others. */
const effects = shallowReactive(new Map<string, CandidateEffect>())
/** What stands of them is of the document before. */
const old = reactive({ removals: false, effects: false })
// The worker tells what each removal and each addition would do, one by one; what it knows of this document it keeps.
const { run: runRemovals, stop: stopRemovals } = useLongWork<RemovalEffect>(found => {
  removals.value = { ...removals.value, ...Object.fromEntries(found.map(effect => [effect.unit, effect])) }
})
const { run: runEffects, stop: stopEffects } = useLongWork<CandidateEffect>(some => {
  for (const effect of some) effects.set(effect.item, effect)
})
/** What is looked at comes first, the rest of the catalogue after it. */
async function askEffects(first: readonly Item[] = []) {
  const { option } = bench
  if (!option || items.value.length === 0) return
  const ids = [...new Set([...first, ...items.value].map(item => item.id))]
  const done = await runEffects('Evaluating catalog…', (examiner, job, tell) =>
    examiner.candidates(option.id, ids, job, tell)
  )
  if (done) old.effects = false
}
async function askRemovals() {
  const { project, option } = bench
  if (!project || !option || bench.installed) return
  const installed = new Set(project.fitted.map(unit => unit.id))
  const ids = option.units.map(unit => unit.id).filter(id => installed.has(id))
  const done = await runRemovals('Evaluating removals…', (examiner, job, tell) =>
    examiner.removals(option.id, ids, job, tell)
  )
  if (done) old.removals = false
}
/** Only what is looked at is worked out: each of the two takes the worker longer than all figures do. */
function askForPane() {
  if (pane.value === 'add') {
    stopRemovals()
    void askEffects()
  } else {
    stopEffects()
    void askRemovals()
  }
}
watch(
  [() => bench.examined, items],
  () => {
    if (!bench.examined || bench.outOfDate) return
    // What was known stands, marked old, until the new answers are there; at first nothing was.
    old.effects = effects.size > 0
    old.removals = Object.keys(removals.value).length > 0
    askForPane()
  },
  { immediate: true }
)
watch(pane, askForPane)
/** A keystroke asks for nothing that is known: only where some of what is shown is still open, that comes first now. */
function seen(now: Item[]) {
  if (old.effects || now.some(item => !effects.has(item.id))) void askEffects(now)
}
async function dropOwn(item: Item) {
  try {
    await ask(`/api/catalogue/${item.id}`, { method: 'DELETE' })
    await refresh()
    bench.said = `${item.name} is out of your catalogue. Projects that use it keep their own copy.`
  } catch (error) {
    wrong.value = sayError(error)
  }
}
</script>

<template>
  <div v-if="bench.design" class="equipment fills">
    <header class="row bar">
      <h1>Equipment</h1>
      <PaneTabs v-model="pane" :panes="PANES" says="Parts of Equipment" class="grow" />
    </header>
    <p v-if="wrong" role="alert" class="caution">{{ wrong }}</p>
    <div :id="`pane-${pane}`" class="pane" role="tabpanel" :aria-labelledby="`tab-${pane}`">
      <EquipmentChoose
        v-if="pane === 'add'"
        :items="items"
        :own="own"
        :effects="effects"
        :old="old.effects"
        @edit="item => (editing = item)"
        @imports="importing = true"
        @remove="dropOwn"
        @seen="seen"
      />
      <EquipmentAsFound v-else-if="bench.installed" @add="pane = 'add'" @own="editing = 'new'" @list="listing = true" />
      <EquipmentInstalled v-else :removals="removals" :old="old.removals" />
    </div>
    <EquipmentItemEditor v-if="editing" :item="editing" @close="editing = undefined" @kept="refresh" />
    <EquipmentListDialog v-model="listing" :items="items" />
    <EquipmentImportDialog v-model="importing" @kept="refresh" />
  </div>
</template>

<style scoped>
.equipment {
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.bar {
  padding-left: 14px;
  gap: 14px;
  background: var(--alclad);
  border-bottom: 1px solid var(--rule);
  flex: none;
}
.pane {
  flex: 1;
  min-height: 0;
}
</style>
