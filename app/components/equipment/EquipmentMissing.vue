<script setup lang="ts">
import type { Item } from '#core/catalogue'
import { answersTo, missingFrom, type CandidateEffect } from '#core/report'
import { WEIGHT_NAMES } from '~/steps'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** What the option lacks, a line each, and what of the catalogue would give it on this aeroplane. */
const { items, effects } = defineProps<{ items: readonly Item[]; effects: ReadonlyMap<string, CandidateEffect> }>()
const bench = useBench()
const preferences = usePreferences()
const { add, fits, signed } = useEquipment()
const lacking = computed(() => (bench.report && !bench.late ? missingFrom(bench.report) : []))
const asked = ref('')
const of = computed(() => lacking.value.find(finding => finding.id === asked.value))
const SHOWN = 4
const whole = ref(false)
// A finding elsewhere leads here with what it lacks.
const route = useRoute()
watch(
  () => route.query.lacks,
  id => {
    if (typeof id !== 'string') return
    asked.value = id
    whole.value = true
  },
  { immediate: true }
)
/** So many answers are shown; the table below has the rest. */
const MOST_ANSWERS = 8
const answers = computed(() =>
  of.value && bench.project ? answersTo(of.value, items, effects, bench.project.brief.basis).slice(0, MOST_ANSWERS) : []
)
type Answer = (typeof answers.value)[number]
/** What an answer does about the finding asked of, and what it asks for in turn. */
function told({ effect }: Answer): string {
  if (!effect) return '…'
  const [first] = effect.brings
  const more = effect.brings.length - 1
  return [
    effect.curesIds.includes(asked.value) ? 'fixes it' : 'OK once wired',
    first && `; also requires: ${preferences.say(first).replace(/\.$/, '')}`,
    first && more > 0 && ` and ${more} more`
  ]
    .filter(Boolean)
    .join('')
}
const columns = computed((): Column<Answer>[] => [
  { key: 'item', title: 'Item', value: row => row.item.name },
  { key: 'fits', title: 'Fits', value: row => fits(row.effect).text },
  { key: 'money', title: 'Installed cost', of: 'money', none: '…', value: row => row.effect?.change.money },
  {
    key: 'amps',
    title: 'Amps',
    value: row => row.effect?.change.amps,
    text: row => (row.effect ? signed(row.effect.change.amps, 2) : '…'),
    number: true
  },
  { key: 'effect', title: 'Effect', value: told },
  { key: 'acts', title: 'Add', value: () => '', plain: true }
])
const itemOf = (answer: Answer) => answer.item.id
const marksOf = (answer: Answer) => ({ 'data-answer': answer.item.id })
</script>

<template>
  <section class="lacks" aria-label="Missing equipment">
    <p v-if="bench.late" class="small quiet" role="status">Finding missing equipment…</p>
    <p v-else-if="lacking.length === 0 && !bench.outOfDate" class="small">
      <StateMark state="holds" :size="14" /> No equipment is missing.
    </p>
    <ul v-else>
      <li v-for="finding in whole ? lacking : lacking.slice(0, SHOWN)" :key="finding.id" :data-lacking="finding.id">
        <StateMark :state="finding.weight" :size="14" :aria-label="WEIGHT_NAMES[finding.weight]" />
        <span class="grow small"><SayPhrase :says="finding.says" /></span>
        <v-btn :aria-expanded="asked === finding.id" @click="asked = asked === finding.id ? '' : finding.id"
          >Show options</v-btn
        >
        <div v-if="asked === finding.id" class="answers">
          <p v-if="answers.length === 0" class="small quiet">
            No catalog entry provides it. Create an item or import a catalog.
          </p>
          <FactTable
            v-else
            :rows="answers"
            :columns="columns"
            name="what gives it"
            no-filter
            :key-of="itemOf"
            :marks="marksOf"
          >
            <template #item="{ row }">
              <b>{{ row.item.name }}</b> <span class="quiet">{{ row.item.maker }} · {{ row.item.kind }}</span>
            </template>
            <template #fits="{ row }">
              <StateMark v-if="fits(row.effect).state" :state="fits(row.effect).state" :size="12" />
              {{ fits(row.effect).text }}
            </template>
            <template #acts="{ row }">
              <v-btn
                color="primary"
                variant="flat"
                :disabled="bench.late"
                :aria-label="`Add ${row.item.name}`"
                @click="add(row.item)"
                >Add</v-btn
              >
            </template>
          </FactTable>
        </div>
      </li>
    </ul>
    <v-btn v-if="lacking.length > SHOWN" variant="text" @click="whole = !whole">{{
      whole ? 'Show fewer' : `Show ${lacking.length - SHOWN} more`
    }}</v-btn>
  </section>
</template>

<style scoped>
.lacks {
  padding: 6px 14px;
  background: var(--paper);
  border-bottom: 1px solid var(--rule);
  max-height: 46%;
  overflow: auto;
  flex: none;
}
ul {
  list-style: none;
  padding: 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  align-items: center;
  padding: 2px 0;
}
.grow {
  flex: 1 1 260px;
}
.answers {
  flex: 0 0 100%;
  border-left: 4px solid var(--dye);
  padding: 2px 0 6px 10px;
  overflow-x: auto;
}
</style>
