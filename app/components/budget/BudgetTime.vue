<script setup lang="ts">
/** How long the job takes and what it may come to: the tasks with what they wait for, and the odds from many tries. */
import {
  ceilingFor,
  daysFor,
  ownTask,
  readClosed,
  startOf,
  USUAL_PACE,
  visitsOf,
  workingDayAfter,
  type JobOdds
} from '#core/money'
import { format } from 'date-fns'
import { Brief } from '#core/document'
import type { Working } from '#core/design'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

const bench = useBench()
const preferences = usePreferences()
const brief = computed(() => bench.project!.brief)
const shop = computed(() => brief.value.shop ?? { ...USUAL_PACE, closed: [] })
const briefWithShop = computed(() => ({ ...brief.value, shop: shop.value }))
const putShop = (next: Brief) => bench.act([{ type: 'brief.set', brief: next }], 'How the shop works', 'shop')
const PACE: readonly FormField<Brief>[] = [
  { at: 'shop.hoursADay', label: 'Shop hours per day', class: 'pace' },
  { at: 'shop.people', label: 'Technicians', class: 'pace' },
  { at: 'shop.orderedWeeksAhead', label: 'Parts ordered, weeks before start', class: 'pace wide' },
  { at: 'shop.lostPercent', label: 'Days lost to illness, %', none: 0, class: 'pace' },
  { at: 'shop.bufferDays', label: 'Buffer days at the end', none: 0, class: 'pace' }
]
const setShop = (change: Partial<typeof shop.value>) => putShop({ ...brief.value, shop: { ...shop.value, ...change } })
const odds = shallowRef<JobOdds>()
/** The odds shown are of the state before: new ones are being worked out. */
const old = ref(true)
const wrong = ref('')
/** The visits, in order of their days; the one looked at, where there are several. */
const visits = computed(() => visitsOf(bench.option!, brief.value.downFrom))
const visitChosen = ref('')
const visit = computed(() => visits.value.find(visit => visit.id === visitChosen.value) ?? visits.value[0]!)
const job = computed(() => ({ ...bench.option!, brief: brief.value }))
const today = format(new Date(), 'yyyy-MM-dd')
/** When it begins: when it was to, or when the queue of the shop that has the job is through. */
const begins = computed(() => startOf(job.value, visit.value.id, today))
const start = computed(() => begins.value.on)
const daysThere = computed(() => daysFor(job.value, visit.value.id, today))
const ceiling = computed(() => ceilingFor(job.value, visit.value.id))
const setShopOf = (quote: string) =>
  bench.act(
    [{ type: 'shop.set', option: bench.option!.id, ...(quote && { quote }) }],
    quote ? 'Award job' : 'No shop has the job'
  )
const closedText = ref('')
const closedWrong = ref('')
watch(
  () => shop.value.closed,
  closed => {
    closedText.value = closed.join(' ')
  },
  { immediate: true }
)
function setClosed() {
  const read = readClosed(closedText.value)
  closedWrong.value = read.ok ? '' : `“${read.odd}” is no day; write days like 2026-12-24.`
  if (read.ok && read.closed.join() !== shop.value.closed.join()) setShop({ closed: read.closed })
}
const taken = ref('')
async function giveCalendar() {
  taken.value = ''
  try {
    const { writePlanCalendar } = await import('#core/report/papers/calendar')
    const { registration } = brief.value
    giveFile(
      fileName(`${registration || bench.project!.title} plan`, 'ics'),
      writePlanCalendar(registration || bench.project!.title, odds.value!.tasks, {
        from: start.value!,
        closed: shop.value.closed,
        reading: preferences.reading
      }),
      'text/calendar'
    )
  } catch (error) {
    taken.value = `The calendar could not be written: ${(error as Error).message}`
  }
}
const latest = useAsked()
watch(
  [() => bench.examined, shop, daysThere, start, () => visit.value.id],
  () => {
    const option = bench.examined?.optionId
    if (option === undefined || option !== bench.option?.id) return
    const { lostPercent, ...rest } = shop.value
    old.value = true
    return latest(
      () =>
        useExaminer().jobOdds(
          option,
          { ...rest, ...(lostPercent !== undefined && { lostPercent }), closed: [...shop.value.closed] },
          daysThere.value,
          visit.value.id || undefined
        ),
      found => {
        odds.value = found
        old.value = false
        wrong.value = ''
      },
      sayOdds
    )
  },
  { immediate: true }
)
/** Why there are no odds, tasks by their names. */
function sayOdds({ message }: Error) {
  const said = message.replace(/“([^”]+)”/, (whole, id: string) => {
    const own = bench.option?.tasks.find(task => ownTask(task.id) === id)?.name
    const planned = odds.value?.tasks.find(task => task.id === id)?.name
    const name = own ?? (planned && preferences.say(planned))
    return name === undefined ? whole : `“${name}”`
  })
  wrong.value =
    `The odds could not be worked out: ${said} What is shown is of the plan before. ` +
    'Change what it comes after or is waited for by.'
}
/** The day after so many working days. */
const dayAt = (days: number) =>
  start.value ? preferences.day(workingDayAfter(start.value, days, shop.value.closed)) : undefined
const showWorking = (working: Working | undefined, title: string) => {
  if (working) bench.workingOf = { working, title }
}
const percent = (share: number) => `${preferences.number(share * 100, 0)} %`
const SAYS: Record<string, string> = {
  '0.1': 'one in ten is within',
  '0.5': 'half are within',
  '0.8': 'four in five are within',
  '0.95': 'nineteen in twenty are within'
}
/** So many of the tries are done within so much; last, what it is if nothing is late. */
interface Tried {
  says: string
  days: number
  cents?: number
}
const tries = computed(
  () => odds.value?.quantiles.map((quantile): Tried => ({ ...quantile, says: SAYS[String(quantile.share)]! })) ?? []
)
const likely = computed((): Tried => ({
  says: `all tasks in their likely time: ${percent(odds.value?.likelyShare ?? 0)} of tries are within`,
  days: odds.value?.likelyDays ?? 0
}))
const tryOf = (tried: Tried) => tried.says
const tryColumns = computed((): Column<Tried>[] => [
  { key: 'says', title: `Of ${preferences.number(odds.value?.runs ?? 0, 0)} tries`, value: row => row.says },
  { key: 'days', title: 'Working days', digits: 0, value: row => row.days },
  { key: 'back', title: 'Back', value: row => dayAt(row.days) ?? '—', number: true },
  { key: 'money', title: 'Money', of: 'money', value: row => row.cents }
])
const drawn = computed(() =>
  (odds.value?.tasks ?? []).filter(task => task.days[2] > 0).sort((a, b) => a.start - b.start || a.finish - b.finish)
)
type Drawn = (typeof drawn.value)[number]
const slackOf = (task: Drawn) => (task.slack < 0.05 ? 'none' : preferences.number(task.slack, 1))
const days = (key: string, title: string, at: 0 | 1 | 2): Column<Drawn> => ({
  key,
  title,
  value: task => task.days[at],
  text: task => preferences.number(task.days[at], 1),
  number: true
})
const columns = computed((): Column<Drawn>[] => [
  { key: 'task', title: 'Task', value: task => preferences.say(task.name) },
  days('best', 'Best', 0),
  days('likely', 'Likely', 1),
  days('worst', 'Worst', 2),
  { key: 'slack', title: 'Room, days', value: task => task.slack, text: slackOf, number: true },
  { key: 'from', title: 'Not before', value: task => shiftOf(task.id), width: '132px' },
  { key: 'bars', title: 'With likely times', value: () => '', plain: true, picture: true, width: '36%' }
])
const taskOf = (task: Drawn) => task.id
const shiftOf = (task: string) => bench.option?.shifts.find(shift => shift.task === task)?.from ?? ''
/** Moves a task: it is not to begin before a day, or as soon as it may again. */
function shift(task: string, day: string, name: string, key = '') {
  if (!bench.option || day === shiftOf(task)) return
  moving.value = ''
  bench.act(
    day
      ? [{ type: 'shift.put', option: bench.option.id, shift: { task, from: day } }]
      : [{ type: 'shift.drop', option: bench.option.id, task }],
    `${name}: not before`,
    key
  )
}
const holding = computed(() =>
  [...(odds.value?.tasks ?? [])].filter(task => task.held > 0.005).sort((a, b) => b.held - a.held)
)
const driving = computed(() =>
  [...(odds.value?.tasks ?? [])].filter(task => task.drives > 0.02).sort((a, b) => b.drives - a.drives)
)
/** The task whose earliest day is being entered. */
const moving = ref('')
</script>

<template>
  <div class="time">
    <section class="sheet row end pacing">
      <ChoiceField
        v-if="visits.length > 1"
        class="pace"
        label="Visit"
        :items="visits.map(other => ({ value: other.id, title: other.name }))"
        :model-value="visit.id"
        @update:model-value="id => (visitChosen = id)"
      />
      <RecordForm :schema="Brief" :record="briefWithShop" :fields="PACE" @set="putShop" />
      <v-text-field
        v-model="closedText"
        class="pace wide"
        label="Days closed (2026-12-24 …)"
        :error-messages="closedWrong"
        @change="setClosed"
      />
      <ChoiceField
        v-if="bench.option!.quotes.length"
        class="pace"
        label="Selected shop"
        :items="[
          { value: '', title: 'none yet' },
          ...bench.option!.quotes.map(quote => ({ value: quote.id, title: quote.shop }))
        ]"
        :model-value="bench.option!.shop ?? ''"
        @update:model-value="setShopOf"
      />
      <p v-if="begins.waits" class="small grow" data-queue>
        <StateMark state="decide" :size="14" /> {{ begins.waits.shop }}’s queue is through on
        {{ preferences.day(begins.on!) }}: the plan begins then, not on {{ preferences.day(begins.waits.wanted) }}.
      </p>
      <p class="small quiet grow">
        The window ({{ brief.downFrom ? preferences.day(brief.downFrom) : 'no start' }} to
        {{ brief.downTo ? preferences.day(brief.downTo) : 'no end' }}) and the ceiling are those of Brief. Monday to
        Friday, but for the days closed: holidays, the shop’s own leave, your own.
      </p>
    </section>
    <p v-if="wrong" class="sheet" role="alert">{{ wrong }}</p>
    <p v-if="odds && !odds.tasks.length" class="sheet quiet">
      Nothing changes in this option, so there is no job to plan. Choose units in Equipment.
    </p>
    <template v-else-if="odds">
      <section class="sheet" data-odds :aria-busy="old">
        <h2>Forecast <span v-if="old" class="quiet small">previous result; calculating…</span></h2>
        <p class="big">
          <template v-if="odds.inTime !== undefined"
            >Back within {{ daysThere }} working days: <b class="figures">{{ percent(odds.inTime) }}</b>
            <v-btn
              class="beside"
              size="small"
              aria-label="Working: back in time"
              @click="showWorking(odds.working.inTime, 'Back in time')"
              >Working</v-btn
            ></template
          ><template v-else
            >Enter the window in Brief, or days of the visit, to see the odds of being back in it.</template
          >
        </p>
        <p v-if="odds.inTimeBetween" class="small quiet">
          With worst cases 50 % nearer to the likely ones, or 50 % further from them, the chance is
          {{ percent(odds.inTimeBetween[0]) }} to {{ percent(odds.inTimeBetween[1]) }}.
        </p>
        <p v-if="odds.underCeiling !== undefined" class="big">
          Under {{ preferences.money(ceiling) }}: <b class="figures">{{ percent(odds.underCeiling) }}</b>
          <v-btn
            class="beside"
            size="small"
            aria-label="Working: under the budget limit"
            @click="showWorking(odds.working.underCeiling, 'Under the ceiling')"
            >Working</v-btn
          >
        </p>
        <p v-if="odds.underCeilingBetween" class="small quiet">
          With the same changes {{ percent(odds.underCeilingBetween[0]) }} to
          {{ percent(odds.underCeilingBetween[1]) }}.
        </p>
        <p v-if="odds.stray.length" role="alert" class="small">
          <StateMark state="decide" :size="14" /> Tasks of your own name what the plan does not have:
          {{ odds.stray.join(', ') }}.
        </p>
        <div class="curves">
          <ChartsChanceChart
            :points="odds.curve.map(({ days, share }) => ({ x: days, share }))"
            :limit="daysThere === undefined ? undefined : { x: daysThere, says: `window: ${daysThere} days` }"
            title="working days"
            :says="days => preferences.number(days, 0)"
            label="Chance of being back, by working days; the table below has the figures"
          />
          <ChartsChanceChart
            :points="odds.curve.map(({ cents, share }) => ({ x: preferences.sum(cents), share }))"
            :limit="
              ceiling > 0
                ? { x: preferences.sum(ceiling), says: `budget limit ${preferences.money(ceiling)}` }
                : undefined
            "
            :title="`cost, ${preferences.reading.currency}`"
            :says="preferences.moneyOfSum"
            label="Chance of staying within an amount; the table below has the figures"
          />
        </div>
        <FactTable :rows="tries" :columns="tryColumns" :sum="likely" name="odds" no-filter :key-of="tryOf" />
        <p class="small quiet">
          Each trial draws every task between best and worst (three-point estimate, PERT), adds hidden defects by
          aircraft age, and sometimes delays all parts of one maker. Money is the estimate without contingency, each
          hour more or less at the rate. Ranges and lead times are assumptions and common practice. Ask the shop.
        </p>
      </section>
      <div class="beside-each">
        <section class="sheet">
          <h2>Critical path</h2>
          <ol class="holding">
            <li v-for="task in holding.slice(0, 8)" :key="task.id" :data-holds="task.id">
              <span class="figures share">{{ percent(task.held) }}</span> <SayPhrase :says="task.name" />
            </li>
          </ol>
          <p class="small quiet">Share of trials in which one more day of this task delays the job by a day.</p>
        </section>
        <section v-if="driving.length" class="sheet">
          <h2>What drives the uncertainty</h2>
          <ol class="holding">
            <li v-for="task in driving.slice(0, 6)" :key="task.id" :data-drives="task.id">
              <span class="figures share">{{ percent(task.drives) }}</span> <SayPhrase :says="task.name" />
            </li>
          </ol>
          <p class="small quiet">
            So much of the spread of the days comes from it: ask there for a firm date first. (The covariance of what it
            adds to the days, over their variance.)
          </p>
        </section>
      </div>
      <section class="sheet">
        <div class="row end">
          <h2 class="grow">The plan</h2>
          <v-btn :disabled="!start" @click="giveCalendar">Calendar of the plan</v-btn>
        </div>
        <p v-if="!start" class="small quiet">
          Enter in Brief from when it is down, to move tasks and to take the plan as a calendar.
        </p>
        <p v-else class="small quiet">
          Draw a bar to the day before which its task is not to begin, or move it by its arrow keys (Home: as soon as it
          may); solid bars are on the critical path.
        </p>
        <p v-if="taken" role="alert">{{ taken }}</p>
        <div class="scroll" role="region" aria-label="Tasks in their order" tabindex="0">
          <FactTable
            :rows="drawn"
            :columns="columns"
            name="the plan"
            no-filter
            :key-of="taskOf"
            :marks="task => ({ 'data-task': task.id })"
          >
            <template #task="{ row }"><SayPhrase :says="row.name" /></template>
            <template #slack="{ row }">
              <StateMark v-if="row.slack < 0.05" state="decide" :size="12" /> {{ slackOf(row) }}
            </template>
            <template #from="{ row }">
              <div class="from">
                <v-btn
                  v-if="start && !shiftOf(row.id) && moving !== row.id"
                  variant="text"
                  :aria-label="`Move: ${preferences.say(row.name)}`"
                  @click="moving = row.id"
                  >Move…</v-btn
                >
                <TextField
                  v-else-if="start"
                  hide-label
                  empty
                  type="date"
                  :label="`Not before: ${preferences.say(row.name)}`"
                  :model-value="shiftOf(row.id)"
                  @update:model-value="day => shift(row.id, day, preferences.say(row.name))"
                />
              </div>
            </template>
            <template #header-bars><span aria-hidden="true">With likely times</span></template>
            <template #bars="{ row }">
              <BudgetBar
                :task="row"
                :name="preferences.say(row.name)"
                :days="odds.likelyDays"
                :start="start"
                :closed="shop.closed"
                @move="day => shift(row.id, day, preferences.say(row.name), day && `shift ${row.id}`)"
              />
            </template>
          </FactTable>
        </div>
      </section>
    </template>
    <p v-else-if="!wrong" class="quiet">The odds are being worked out…</p>
    <BudgetTasks v-if="!odds || odds.tasks.length" :tasks="odds?.tasks ?? []" :visit="visit.id" />
    <BudgetInspection v-if="!odds || odds.tasks.length" :on="start" />
  </div>
</template>

<style scoped>
.curves {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(320px, 1fr));
  gap: 14px;
  margin: 8px 0;
}
.time {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
  padding: 10px 14px;
}
.big {
  font-size: 17px;
  margin: 4px 0 8px;
}
.pacing {
  flex-wrap: wrap;
  row-gap: 12px;
  padding-top: 16px;
}
.pacing :deep(.pace) {
  flex: none;
  width: 200px;
}
.pacing :deep(.pace.wide) {
  width: 270px;
}
.beside-each {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 380px), 1fr));
  gap: 12px;
}
.beside {
  margin-left: 8px;
}
.share {
  display: inline-block;
  width: 52px;
  text-align: right;
  margin-right: 8px;
}
.holding {
  list-style: none;
  padding: 0;
}
.scroll {
  overflow-x: auto;
}
.from {
  width: 150px;
}
.scroll :deep(td) {
  vertical-align: middle;
}
</style>
