<script setup lang="ts">
/** All options in every currency, what changed from one to another, and the sheet that goes to the partners. */
import { watchDebounced } from '@vueuse/core'
import { format } from 'date-fns'
import {
  budgetSheet,
  decisionSheet,
  KIND_WORDS,
  NO_DAYS,
  putOffOption,
  UNDONE,
  type Difference,
  type OptionStanding,
  type PutOffAsked
} from '#core/report'
import type { PutOffStanding } from '~/workers/examiner'
import { TASK_WORDS } from '#core/resilience'
import { TASKS } from '#core/document'
import { AS_FOUND, resolve } from '#core/design'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

const bench = useBench()
const preferences = usePreferences()
const standings = shallowRef<OptionStanding[]>([])
const rows = shallowRef<Difference[]>([])
const wrong = ref('')
const options = computed(() => bench.project!.options.map(option => ({ value: option.id, title: option.name })))
/** What waits, beside the options as they are: nothing, the whole of one, or one new unit of it. */
const NOTHING = '-'
const ALL = '*'
const waitsOf = ref(bench.option?.id ?? '')
const waits = ref(ALL)
const months = ref(12)
/** False while a field holds what cannot be read: nothing is done with what stood there before. */
const readable = ref<boolean | null>(null)
const fresh = computed(() => {
  const { project } = bench
  const option = project?.options.find(option => option.id === waitsOf.value)
  const found = new Map(project?.fitted.map(unit => [unit.id, unit.item]))
  return option?.units.filter(unit => found.get(unit.id) !== unit.item) ?? []
})
const asked = computed((): PutOffAsked | undefined => {
  if (waits.value === NOTHING || !options.value.some(option => option.value === waitsOf.value)) return undefined
  if (waits.value === ALL) return { option: waitsOf.value, months: months.value }
  return fresh.value.some(unit => unit.id === waits.value)
    ? { option: waitsOf.value, months: months.value, unit: waits.value }
    : undefined
})
const later = shallowRef<PutOffStanding>()
const refused = ref('')
/** Keeps what waits as an option among the others. */
function keep() {
  if (!asked.value) return
  const { edits, name } = putOffOption(bench.project!, asked.value, format(new Date(), 'yyyy-MM-dd'))
  if (bench.act(edits, name)) {
    waits.value = NOTHING
    bench.said = `“${name}” is now one of the options.`
  }
}
/** The aircraft as installed and every option, as pictures. */
const pictured = computed(() =>
  [{ id: AS_FOUND, name: 'As installed' }, ...(bench.project?.options ?? [])].map(({ id, name }) => ({
    id,
    name,
    design: resolve(bench.project!, id)
  }))
)
const priceOf = (id: string) => {
  const cents = standings.value.find(standing => standing.id === id)?.cents
  return cents === undefined ? '' : preferences.money(cents)
}
const others = computed(() => [
  ...options.value,
  ...(later.value ? [{ value: later.value.id, title: later.value.name }] : [])
])
const ends = computed(() => [{ value: 'as-found', title: 'As installed' }, ...others.value])
const from = ref('as-found')
const to = ref(bench.option?.id ?? 'as-found')
const latest = useAsked()
const stand = () =>
  latest(
    async () => {
      const wanted = asked.value && { ...asked.value }
      const known = (id: string) =>
        id === 'as-found' || id === all.putOff?.id || options.value.some(option => option.value === id)
      const end = (id: string, otherwise: string) => (known(id) ? id : otherwise)
      const all = await useExaminer().options(wanted)
      const between = await useExaminer().differences(
        end(from.value, 'as-found'),
        end(to.value, options.value[0]?.value ?? 'as-found'),
        all.putOff && wanted
      )
      return { all, between }
    },
    ({ all, between }) => {
      later.value = all.putOff
      refused.value = all.refused ?? ''
      standings.value = all.standings
      rows.value = between
      wrong.value = ''
    },
    error => {
      wrong.value = sayError(error)
    }
  )
// A moment of quiet first: every option is examined, and each failure of it tried. They are all of the document: the report of the
// option looked at stays as it is when another one is changed.
watchDebounced([() => bench.project, from, to, asked], stand, { debounce: 250 })
onMounted(stand)
watch(others, now => {
  const known = (id: string) => id === 'as-found' || now.some(other => other.value === id)
  if (!known(from.value)) from.value = 'as-found'
  if (!known(to.value)) to.value = now[0]?.value ?? 'as-found'
})

interface Measure {
  name: string
  read: (standing: OptionStanding) => string
  /** As the tally marks it, or by what the table itself says. */
  state?: (standing: OptionStanding) => OptionStanding['states']['money']
}
const measures = computed((): Measure[] => [
  {
    name: 'Cost',
    read: standing => preferences.money(standing.cents),
    state: standing => standing.states.money
  },
  { name: 'Every year after, in no total', read: standing => preferences.money(standing.yearlyCents) },
  {
    name: 'Lowest quote, adjusted for missing items',
    read: standing => (standing.quote ? `${preferences.money(standing.quote.cents)}, ${standing.quote.shop}` : '—')
  },
  { name: 'Labour', read: standing => `${preferences.number(standing.hours, 1)} h` },
  {
    name: 'Working days, 50 % chance',
    read: standing => (standing.days === undefined ? NO_DAYS : preferences.number(standing.days, 0))
  },
  { name: 'Useful load', read: standing => preferences.mass(standing.usefulLoadKg) },
  {
    name: 'Loadings outside the envelope',
    read: standing =>
      standing.loadings.length
        ? standing.loadings
            .filter(each => !each.inside)
            .map(each => each.name)
            .join(', ') || 'none'
        : 'none entered',
    state: standing => (standing.loadings.some(each => !each.inside) ? 'must fix' : 'holds')
  },
  {
    name: 'Amps, heaviest phase',
    read: standing => preferences.amps(standing.amps),
    state: standing => standing.states.amps
  },
  {
    name: 'On battery',
    read: standing =>
      Number.isFinite(standing.minutes) ? `${preferences.number(standing.minutes, 0)} min` : 'a day and more',
    state: standing => standing.states.minutes
  },
  {
    name: 'Minimum clearance',
    read: standing => (Number.isFinite(standing.leastMetalMm) ? preferences.length(standing.leastMetalMm) : '—')
  },
  { name: 'Wires', read: standing => String(standing.wires) },
  {
    name: 'Clauses met',
    read: standing => `${standing.rulesMet} of ${standing.rulesAsked}`,
    state: standing => standing.states.rules
  },
  {
    name: 'Must fix, to decide',
    read: standing => `${standing.mustFix}, ${standing.decide}`,
    state: standing => (standing.mustFix ? 'must fix' : standing.decide ? 'decide' : 'holds')
  },
  ...TASKS.map((task): Measure => ({
    name: `${TASK_WORDS[task]}: single-point failures`,
    read: standing => {
      const found = standing.tasks.find(each => each.task === task)
      return found?.works ? String(found.singles) : 'not done'
    },
    state: standing => {
      const found = standing.tasks.find(each => each.task === task)
      return !found?.works ? 'must fix' : found.singles ? 'decide' : 'holds'
    }
  })),
  { name: 'Works that did not', read: standing => standing.gained.join(', ') || '—' },
  { name: 'Works no more', read: standing => standing.lost.join(', ') || '—' }
])
/** Options are called as their makers please; a column is not to be taken for another part of the table. */
const columnOf = (standing: OptionStanding) => `option-${standing.id}`
const columns = computed((): Column<Measure>[] => [
  { key: 'measure', title: 'Measure', value: row => row.name },
  ...standings.value.map((standing): Column<Measure> => ({
    key: columnOf(standing),
    title: standing.name,
    width: `${Math.floor(80 / standings.value.length)}%`,
    value: row => row.read(standing)
  }))
])
/** Groups of cost, each a row with its amount in every option. */
const groupRows = computed(() =>
  [...new Set(standings.value.flatMap(standing => standing.groups.map(({ group }) => group)))].map(group => ({ group }))
)
type GroupRow = (typeof groupRows.value)[number]
const groupColumns = computed((): Column<GroupRow>[] => [
  { key: 'group', title: 'Group', value: row => row.group },
  ...standings.value.map((standing): Column<GroupRow> => ({
    key: columnOf(standing),
    title: standing.name,
    of: 'money',
    value: row => standing.groups.find(each => each.group === row.group)?.cents ?? 0
  }))
])
const keyed = computed(() => rows.value.map((row, i) => ({ ...row, key: `${i}` })))
type Keyed = (typeof keyed.value)[number]
const signed = (cents: number) => (cents === 0 ? '' : `${cents > 0 ? '+' : ''}${preferences.money(cents)}`)
const changeColumns: Column<Keyed>[] = [
  { key: 'what', title: 'What', value: row => preferences.say(row.says) },
  { key: 'how', title: 'How', value: row => KIND_WORDS[row.kind] },
  {
    key: 'cents',
    title: 'Difference',
    number: true,
    of: 'money',
    value: row => row.cents,
    text: row => signed(row.cents)
  }
]
const laterCents = computed(() => later.value?.rows.reduce((total, row) => total + row.cents, 0) ?? 0)
const drifts = computed(() => {
  const prices = bench.project!.options.find(option => option.id === waitsOf.value)?.prices
  return prices?.driftPercentAYear !== undefined || prices?.tradeInFallPercentAMonth !== undefined
})
const sum = computed(() => rows.value.reduce((total, row) => total + row.cents, 0))
const titleOf = (id: string) => ends.value.find(other => other.value === id)?.title ?? id
const today = () => preferences.day(format(new Date(), 'yyyy-MM-dd'))
const stem = computed(() => bench.project!.brief.registration || bench.project!.title)
const sheet = useAnalysisFiles(
  () =>
    decisionSheet({
      project: bench.project!,
      standings: standings.value,
      between: { first: titleOf(from.value), second: titleOf(to.value), rows: rows.value },
      on: today(),
      reading: preferences.reading
    }),
  () => `${stem.value} options`
)
const budget = useAnalysisFiles(
  () => budgetSheet(bench.examined!, bench.report!, today(), preferences.reading),
  () => `${stem.value} ${bench.option!.name} budget`
)
</script>

<template>
  <div class="page">
    <section class="sheet">
      <div class="row">
        <h2 class="grow">Side by side</h2>
        <ChoiceField v-model="sheet.paper.value" class="paper" label="Paper" :items="PAPER_NAMES" />
        <v-btn color="primary" variant="flat" :disabled="sheet.busy.value || !standings.length" @click="sheet.givePdf"
          >Decision sheet, PDF</v-btn
        ><v-btn :disabled="sheet.busy.value || !standings.length" @click="sheet.giveXlsx">XLSX</v-btn
        ><v-btn :disabled="budget.busy.value || !bench.examined" @click="budget.giveXlsx">Full budget, XLSX</v-btn>
      </div>
      <p v-if="wrong" class="small" role="alert"><StateMark state="must fix" :size="14" /> {{ wrong }}</p>
      <p v-if="!standings.length && !wrong" class="small quiet" role="status">Every option is examined…</p>
      <div class="pictures">
        <figure v-for="{ id, name, design } in pictured" :key="id">
          <PicturePanel :design="design" :label="`Panel of ${name}`" />
          <figcaption><b>{{ name }}</b><span class="small quiet">{{ priceOf(id) }}</span></figcaption>
        </figure>
      </div>
      <FactTable
        v-if="standings.length"
        :rows="measures"
        :columns="columns"
        name="Options side by side"
        no-filter
        :key-of="row => row.name"
      >
        <template v-for="standing in standings" :key="standing.id" #[columnOf(standing)]="{ row }">
          <StateMark v-if="row.state" :state="row.state(standing)" :size="13" /> {{ row.read(standing) }}
        </template>
      </FactTable>
    </section>
    <section class="sheet" data-waits>
      <v-form v-model="readable" class="row end" @submit.prevent>
        <h2 class="grow">What waiting costs</h2>
        <ChoiceField v-model="waitsOf" class="end-field" label="Option" :items="options" />
        <ChoiceField
          v-model="waits"
          class="end-field"
          label="What waits"
          :items="[
            { value: ALL, title: 'all of it' },
            ...fresh.map(unit => ({ value: unit.id, title: `${unit.label} alone` })),
            { value: NOTHING, title: 'nothing' }
          ]"
        />
        <QuantityField v-model="months" class="months" kind="plain" whole label="Months" :least="1" :most="120" /><v-btn
          :disabled="!asked || !later || readable === false"
          @click="keep"
          >Keep as an option</v-btn
        >
      </v-form>
      <p v-if="refused" class="small" role="alert">It cannot stand beside the others. {{ refused }}</p>
      <template v-if="later && asked">
        <p class="small">
          Begun {{ preferences.day(later.on) }} instead it costs
          <b class="figures">{{ signed(laterCents) || preferences.money(0) }}</b>; it has its own column above.
          <template v-if="!drifts">
            Price increase and trade-in loss are not entered. Without them waiting costs nothing. Enter them in Visits.
          </template>
        </p>
        <ul v-if="later.rows.length" class="small plain">
          <li v-for="(row, at) in later.rows" :key="at">
            <span class="figures">{{ signed(row.cents) }}</span> {{ preferences.say(row.says) }}
          </li>
        </ul>
        <p v-for="matured in later.matures" :key="matured.unit" class="small" data-matures>
          <StateMark state="note" :size="13" /> {{ matured.label }}, announced by its maker and promised by nobody:
          <SayPhrase :says="matured.says" />. The column assumes it is installed.
        </p>
      </template>
    </section>
    <section v-if="standings.length" class="sheet">
      <h2>Cost by group</h2>
      <ChartsSpendingChart :standings="standings" />
      <FactTable :rows="groupRows" :columns="groupColumns" name="Cost by group" no-filter :key-of="row => row.group" />
    </section>
    <section v-if="standings.length > 1" class="sheet">
      <h2>Capability after a failure</h2>
      <ChartsOptionsChart :standings="standings" />
      <p class="small quiet">
        Up: single losses of units, links, protectors, buses and sources that take a task, all tasks together; a task
        that is not done at all counts as {{ UNDONE }}. Toward the lower left an option costs less and leaves more.
      </p>
    </section>
    <BudgetSameMoney />
    <section class="sheet">
      <div class="row">
        <h2 class="grow">Change</h2>
        <ChoiceField v-model="from" class="end" label="From" :items="ends" />
        <ChoiceField v-model="to" class="end" label="To" :items="ends" />
      </div>
      <FactTable
        :rows="keyed"
        :columns="changeColumns"
        name="Differences"
        :key-of="row => row.key"
        empty="They are the same."
      />
      <p v-if="rows.length" class="small">
        Together <b class="figures">{{ signed(sum) || preferences.money(0) }}</b>, the difference of the two costs.
      </p>
    </section>
  </div>
</template>

<style scoped>
.pictures {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(230px, 1fr));
  gap: 12px;
  margin: 8px 0 12px;
}
figure {
  margin: 0;
}
figcaption {
  display: flex;
  justify-content: space-between;
  gap: 8px;
}
.page {
  padding: 14px 18px;
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 1fr);
}
.paper {
  flex: 0 0 110px;
}
.end,
.end-field {
  flex: 0 1 260px;
}
.months {
  flex: 0 0 90px;
}
.plain {
  list-style: none;
  padding: 0;
  margin: 6px 0;
}
</style>
