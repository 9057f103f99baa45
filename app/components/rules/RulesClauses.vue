<script setup lang="ts">
import { chainWords } from '#core/capability'
import { chainsOf, conditionWords, PACKS, type ClauseResult, type RulesReport } from '#core/rules'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** Every clause that is asked: how it stands, by which chain and by which second one, and what a person found by looking. */
const { rules } = defineProps<{ rules: RulesReport }>()
const bench = useBench()
const preferences = usePreferences()
const showAll = ref(false)
const own = computed(() => bench.project?.packs)
const packs = computed(() => [...PACKS, ...(own.value ?? [])])
const headingOf = (clause: ClauseResult) =>
  clause.clause.group ?? packs.value.find(pack => pack.id === clause.pack)?.title ?? clause.pack
/** Headings in the order of the packs, with how many clauses of each are asked and met. */
const headings = computed(() => {
  const found = new Map<string, { asked: number; met: number }>()
  for (const clause of rules.clauses) {
    const { asked, met } = found.get(headingOf(clause)) ?? { asked: 0, met: 0 }
    const counts = Number(clause.state !== 'does not apply')
    found.set(headingOf(clause), { asked: asked + counts, met: met + Number(clause.state === 'met') })
  }
  return [...found].map(([title, counts]) => ({ title, ...counts }))
})
const heading = ref('')
/** In the order that a reader would look: what wants a hand first is found by sorting, not by moving the law about. */
const state = ref('')
const shown = computed(() =>
  rules.clauses.filter(
    clause =>
      (showAll.value || clause.state !== 'does not apply') &&
      (!heading.value || headingOf(clause) === heading.value) &&
      (!state.value || clause.state === state.value)
  )
)
const states = computed(() => [...new Set(rules.clauses.map(clause => clause.state))].sort())
/** What is known of this design by clause. */
const known = computed(() => ({ design: bench.examined, chains: new Map<string, ReturnType<typeof chainsOf>>() }))
/** By which chains a clause is met: a search, so it is made for what is in sight. */
function chainsFor(clause: ClauseResult): ReturnType<typeof chainsOf> {
  const { design, chains } = known.value
  const found = chains.get(clause.key) ?? (design ? chainsOf(design, clause) : [])
  chains.set(clause.key, found)
  return found
}
/** Whole packs of which nothing applies are named in one line. */
const silent = computed(() => headings.value.filter(heading => heading.asked === 0).map(heading => heading.title))
/** More units than these are folded to their number. */
const MOST_NAMED = 4
const names = (clause: ClauseResult) =>
  clause.by.length > MOST_NAMED
    ? `${clause.by
        .slice(0, MOST_NAMED)
        .map(unit => unit.label)
        .join(', ')} and ${clause.by.length - MOST_NAMED} more`
    : clause.by.map(unit => unit.label).join(', ')
const answering = ref('')
const answered = computed(() => rules.clauses.find(clause => clause.key === answering.value))
const answerOf = ({ hand }: ClauseResult) =>
  hand ? [hand.state, hand.on ? preferences.day(hand.on) : '', hand.note].filter(Boolean).join(', ') : ''
const columns = computed((): Column<ClauseResult>[] => [
  { key: 'ref', title: 'Clause', value: clause => clause.clause.ref, width: '148px' },
  { key: 'title', title: 'Asks for', value: clause => clause.clause.title, width: '26%' },
  { key: 'heading', title: 'Of', value: headingOf, hidden: true },
  { key: 'state', title: 'State', value: clause => clause.state, width: '128px' },
  {
    key: 'evidence',
    title: 'Evidence',
    value: clause => [names(clause), preferences.say(clause.because)].filter(Boolean).join('. ')
  },
  {
    key: 'due',
    title: 'Due',
    value: clause => clause.due,
    text: clause => (clause.due ? preferences.day(clause.due) : ''),
    hidden: true
  },
  { key: 'answer', title: 'Checked by', value: answerOf, width: '168px' }
])
const keyOf = (clause: ClauseResult) => clause.key
const marks = (clause: ClauseResult) => ({
  'data-clause': clause.key,
  'class': clause.state === 'does not apply' ? 'out' : undefined
})
</script>

<template>
  <div class="row">
    <ChoiceField
      v-model="heading"
      label="Heading"
      class="pick wide"
      :items="[
        { value: '', title: 'all' },
        ...headings.map(counted => ({
          value: counted.title,
          title: `${counted.title}: ${counted.met} of ${counted.asked}`
        }))
      ]"
    />
    <ChoiceField
      v-model="state"
      label="State"
      class="pick"
      :items="[{ value: '', title: 'any' }, ...states.map(each => ({ value: each as string, title: each as string }))]"
    />
    <v-checkbox v-model="showAll" label="Also what does not apply" />
    <span v-if="silent.length && !showAll" class="quiet small">Nothing applies of: {{ silent.join('; ') }}.</span>
  </div>
  <section class="sheet">
    <InTurn>
      <FactTable
        class="clauses"
        :rows="shown"
        :columns="columns"
        name="clauses"
        :key-of="keyOf"
        :marks="marks"
        empty="No clause of this kind is asked."
      >
        <template #ref="{ row }">
          <span class="figures small">{{ row.clause.ref }}</span>
          <span class="quiet small of">{{ headingOf(row) }}</span>
        </template>
        <template #title="{ row }">
          {{ row.clause.title }}
          <span v-if="showAll && row.clause.applies" class="quiet small"
            ><br />asked: {{ conditionWords(row.clause.applies) }}</span
          >
        </template>
        <template #state="{ row }"><StateMark :state="row.state" :size="15" /> {{ row.state }}</template>
        <template #evidence="{ row }">
          <template v-if="row.by.length"><b>{{ names(row) }}</b><br /></template>
          <details v-if="chainsFor(row).length" class="small">
            <summary>{{ chainsFor(row).length > 1 ? 'two chains that share nothing' : 'one chain' }}</summary>
            <p v-for="(chain, index) in chainsFor(row)" :key="index">{{ index + 1 }}. {{ chainWords(chain) }}</p>
          </details>
          <span class="quiet small"
            >{{ preferences.say(row.because)
            }}<template v-if="row.due"> Due {{ preferences.day(row.due) }}.</template></span
          >
          <span v-if="row.clause.note && row.state !== 'met'" class="quiet small"> {{ row.clause.note }}</span>
          <span v-if="row.lapsed && row.state !== 'missing'" class="small"
            ><StateMark state="decide" :size="12" /> {{ preferences.say(row.lapsed) }}</span
          >
        </template>
        <template #answer="{ row }">
          <span v-if="row.hand" class="small">{{ answerOf(row) }}<br /></span>
          <v-btn :aria-label="`Your answer to ${row.clause.ref}, ${row.clause.title}`" @click="answering = row.key">{{
            row.hand ? 'Change' : 'Answer'
          }}</v-btn>
          <span v-if="row.recalled" class="quiet small"> recalled text</span>
        </template>
      </FactTable>
    </InTurn>
  </section>
  <RulesAnswer v-if="answered" :clause="answered" @close="answering = ''" />
</template>

<style scoped>
.pick {
  flex: 0 1 160px;
}
.wide {
  flex-basis: 300px;
}
.clauses :deep(.out) {
  color: var(--quiet);
}
.clauses :deep(table) {
  table-layout: fixed;
}
.clauses :deep(.body.virtual) {
  max-height: 72vh;
}
.of {
  display: block;
}
details p {
  margin: 2px 0 2px 8px;
}
summary {
  cursor: pointer;
}
@media (max-width: 900px) {
  summary {
    min-height: 40px;
  }
}
</style>
