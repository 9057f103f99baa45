<script setup lang="ts">
/** Work beside the refit in the same visit: the annual, the propeller away, paint that cures. */
import type { OwnTask } from '#core/document'
import { ownTask, type JobTask } from '#core/money'
import { mdiDelete } from '@mdi/js'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

const { tasks, visit } = defineProps<{ tasks: readonly JobTask[]; visit: string }>()
const bench = useBench()
const preferences = usePreferences()
const own = computed(() => (bench.option?.tasks ?? []).filter(task => !visit || (task.phase ?? first.value) === visit))
const first = computed(() => bench.option?.phases[0]?.id)
const put = (task: OwnTask, says = task.name) =>
  bench.option && bench.act([{ type: 'task.put', option: bench.option.id, task }], says)
/** Usual companions of a refit: days at best, likely, at worst, and hours of the shop (assumptions). */
const USUAL: readonly Omit<OwnTask, 'id'>[] = [
  { name: 'Annual inspection', days: [2, 4, 10], after: ['open'], before: ['close'], hours: 20 },
  { name: 'Propeller away for overhaul', days: [10, 15, 30], after: [], before: ['test'], hours: 4 },
  { name: 'Paint cures', days: [2, 3, 5], after: ['cut'], before: ['in'], hours: 0 }
]
const another = computed(() => USUAL.filter(other => !own.value.some(task => task.name === other.name)))
function add(usual: Omit<OwnTask, 'id'>) {
  let number = 1
  while (bench.option?.tasks.some(task => task.id === `t${number}`)) number++
  put({ id: `t${number}`, ...usual, ...(visit && { phase: visit }) }, `${usual.name} in the same visit`)
}
const blank: Omit<OwnTask, 'id'> = {
  name: 'Other work',
  days: [1, 2, 4],
  after: ['open'],
  before: ['close'],
  hours: 0
}
/** Tasks that may be named: those of the plan, and one’s own where the plan cannot be drawn. */
const choices = (id: string) => {
  const names = new Map([
    ...own.value.map(task => [ownTask(task.id), task.name] as const),
    ...tasks.map(task => [task.id, preferences.say(task.name)] as const)
  ])
  names.delete(ownTask(id))
  return [...names].map(([value, title]) => ({ value, title }))
}
function setDays(task: OwnTask, index: number, value: number) {
  const days = [...task.days] as [number, number, number]
  days[index] = value
  if (days[0] > days[1] || days[1] > days[2])
    bench.said = 'Days go from the best to the worst case: best ≤ likely ≤ worst.'
  else put({ ...task, days })
}
const NAMES = ['Best, days', 'Likely, days', 'Worst, days'] as const
</script>

<template>
  <section class="sheet" data-own-tasks>
    <div class="row wrap">
      <h2 class="grow">In the same visit</h2>
      <v-btn v-for="usual in another" :key="usual.name" @click="add(usual)">{{ usual.name }}</v-btn>
      <v-btn @click="add(blank)">Other work</v-btn>
    </div>
    <p v-if="!own.length" class="small quiet">
      An annual or a propeller overhaul in the same visit adds no days, unless it is on the critical path.
    </p>
    <div v-for="task in own" :key="task.id" class="row wrap task" :data-own-task="task.id">
      <TextField
        class="named"
        label="What"
        :model-value="task.name"
        @update:model-value="name => put({ ...task, name })"
      />
      <QuantityField
        v-for="(says, at) in NAMES"
        :key="says"
        class="few"
        kind="plain"
        :label="says"
        :least="0"
        :most="1000"
        :model-value="task.days[at]!"
        @update:model-value="v => setDays(task, at, v)"
      />
      <QuantityField
        class="few"
        kind="plain"
        label="Hours of work"
        :least="0"
        :most="2000"
        :model-value="task.hours"
        @update:model-value="hours => put({ ...task, hours })"
      />
      <v-autocomplete
        class="names"
        label="After"
        multiple
        chips
        :items="choices(task.id)"
        :model-value="task.after"
        @update:model-value="after => put({ ...task, after: [...after] })"
      />
      <v-autocomplete
        class="names"
        label="Waited for by"
        multiple
        chips
        :items="choices(task.id)"
        :model-value="task.before"
        @update:model-value="before => put({ ...task, before: [...before] })"
      />
      <v-btn
        :icon="mdiDelete"
        variant="text"
        :aria-label="`Delete ${task.name}`"
        @click="bench.act([{ type: 'task.drop', option: bench.option!.id, task: task.id }], `${task.name}: not now`)"
      />
    </div>
  </section>
</template>

<style scoped>
.wrap {
  flex-wrap: wrap;
  gap: 8px;
}
.task {
  padding: 8px 0;
  border-bottom: 1px solid var(--alclad);
}
.named {
  flex: 1 1 200px;
}
.few {
  flex: 0 0 112px;
}
.names {
  flex: 1 1 240px;
}
</style>
