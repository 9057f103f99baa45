<script setup lang="ts">
/** Quotes of shops in their own lumps, held line by line against the estimate, and compared with what each leaves out. */
import {
  guessCovers,
  lumpOf,
  quotableLines,
  quoteDates,
  QUOTED_GROUPS,
  type CostLine,
  type QuoteSummary
} from '#core/money'
import { freshId, Quote, withField } from '#core/document'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

const bench = useBench()
const preferences = usePreferences()
const money = computed(() => bench.report!.money)
const quotes = computed(() => bench.option!.quotes)
const brief = computed(() => bench.project!.brief)
const chosenId = ref('')
const chosen = computed(() => quotes.value.find(quote => quote.id === chosenId.value) ?? quotes.value[0])
/** Quotes as they stand, without one that was just taken away and is still in the report. */
const standings = computed(() => money.value.quotes.filter(other => quotes.value.some(quote => quote.id === other.id)))
const standing = computed(() => new Map(standings.value.map(standing => [standing.id, standing])))
const chosenStands = computed(() => chosen.value && standing.value.get(chosen.value.id))
/** The lines of the estimate that a quote can be for. */
const quotable = computed(() => quotableLines(money.value.lines))
/** What all quotes are held to: what every one is for, and what one of them states. */
const scope = computed(() => {
  const inScope = new Set(
    standings.value.flatMap(({ lines, forgotten }) =>
      [...lines.flatMap(line => line.covers), ...forgotten].map(({ key }) => key)
    )
  )
  return quotable.value.filter(({ key }) => inScope.has(key))
})
const scopeCents = computed(() => scope.value.reduce((sum, line) => sum + line.cents, 0))

const put = (quote: Quote, says = `Quote of ${quote.shop}`) =>
  bench.option && bench.act([{ type: 'quote.put', option: bench.option.id, quote }], says)
const set = (patch: Partial<Quote>) => chosen.value && put({ ...chosen.value, ...patch })
const TERMS: readonly FormField<Quote>[] = [
  { at: 'on', label: 'Quoted on', class: 'few' },
  { at: 'queueWeeks', label: 'Queue, weeks', none: 0, keepsNone: true, class: 'few' },
  { at: 'warrantyMonths', label: 'Warranty, mo', none: 0, keepsNone: true, class: 'few' },
  { at: 'done', label: 'Similar jobs', none: 0, keepsNone: true, class: 'few' },
  { at: 'reports', label: 'Status reports', none: 'not asked', class: 'few' }
]
function addQuote() {
  if (!bench.option) return
  const id = freshId('q', quotes.value)
  if (put({ id, shop: `Shop ${quotes.value.length + 1}`, lines: [], weeks: [4, 6, 9], note: '' }, 'Add a quote'))
    chosenId.value = id
}
function addLine() {
  if (!chosen.value) return
  const { lines } = chosen.value
  const id = freshId('l', lines)
  set({ lines: [...lines, { id, says: `Line ${lines.length + 1}`, cents: 0, covers: [] }] })
}
const setLine = (id: string, patch: Partial<Quote['lines'][number]>) =>
  chosen.value && set({ lines: chosen.value.lines.map(line => (line.id === id ? { ...line, ...patch } : line)) })

/** What a line of a quote may be for: whole groups, then line by line. */
const LUMPS = {
  equipment: 'All equipment',
  labour: 'All labor',
  panel: 'All panel work',
  wire: 'All wire',
  travel: 'All travel',
  other: 'All own costs',
  tax: 'Tax'
} as const
const choices = computed(() => [
  ...QUOTED_GROUPS.map(group => ({ value: lumpOf(group), title: LUMPS[group] })),
  ...quotable.value.map(line => ({ value: line.key, title: preferences.say(line.says) }))
])
const nameOf = (key: string) =>
  choices.value.find(choice => choice.value === key)?.title ?? `${key.replace(/^\w+ /, '')} (no more in the plan)`

function setWeeks(index: number, weeks: number) {
  if (!chosen.value || !(weeks >= 0 && weeks <= 200)) return
  const next = [...chosen.value.weeks] as Quote['weeks']
  next[index] = weeks
  if (next[0] > next[1] || next[1] > next[2]) {
    bench.said = 'Weeks go from the best to the worst case: first ≤ likely ≤ late.'
    return
  }
  set({ weeks: next })
}
/** When it can begin and is back, late one time in forty or so. */
const dates = (quote: QuoteSummary) =>
  brief.value.downFrom ? quoteDates(quoteOf(quote.id), quote, brief.value.downFrom, iso(new Date())) : undefined
const quoteOf = (id: string): Partial<Quote> => quotes.value.find(quote => quote.id === id) ?? {}
const iso = (date: Date) => date.toLocaleDateString('sv-SE')

const columns = computed((): Column<QuoteSummary>[] => [
  { key: 'shop', title: 'Shop', value: quote => quote.shop },
  { key: 'job', title: 'Selected shop', value: quote => (bench.option?.shop === quote.id ? 'yes' : '') },
  { key: 'total', title: 'Quoted', of: 'money', value: quote => quote.totalCents },
  { key: 'lacks', title: 'Missing items, by estimate', of: 'money', value: quote => quote.forgottenCents },
  { key: 'whole', title: 'Adjusted total', of: 'money', value: quote => quote.comparableCents },
  {
    key: 'against',
    title: 'Against the estimate',
    number: true,
    of: 'money',
    value: quote => quote.comparableCents - scopeCents.value,
    text: quote => signed(quote.comparableCents - scopeCents.value)
  },
  {
    key: 'weeks',
    title: 'Weeks, ± SD',
    number: true,
    value: quote => quote.meanWeeks,
    text: quote => `${preferences.number(quote.meanWeeks, 1)} ± ${preferences.number(quote.deviationWeeks, 1)}`
  },
  { key: 'back', title: `${preferences.number(97.5, 1)} % date`, value: quote => dates(quote)?.back },
  { key: 'queue', title: 'Queue, weeks', number: true, value: quote => quoteOf(quote.id).queueWeeks },
  { key: 'warranty', title: 'Warranty, months', number: true, value: quote => quoteOf(quote.id).warrantyMonths },
  { key: 'reports', title: 'Status reports', value: quote => quoteOf(quote.id).reports },
  { key: 'done', title: 'Similar jobs', number: true, value: quote => quoteOf(quote.id).done }
])
const signed = (cents: number) => `${cents > 0 ? '+' : ''}${preferences.money(cents)}`

/** The estimate line by line, and by which line of each quote it is answered for. */
const byLine = computed(() =>
  scope.value.map(line => ({
    line,
    by: standings.value.map(quote => quote.lines.find(other => other.covers.some(each => each.key === line.key)))
  }))
)
type ByLine = (typeof byLine.value)[number]
const againstColumns = computed((): Column<ByLine>[] => [
  { key: 'line', title: 'Line of the estimate', value: row => preferences.say(row.line.says) },
  { key: 'cents', title: 'Estimate', of: 'money', value: row => row.line.cents },
  ...standings.value.map((quote, i): Column<ByLine> => ({
    key: `quote-${quote.id}`,
    title: quote.shop,
    value: row => row.by[i]?.says ?? 'left out'
  }))
])
const lumpSays = (covers: readonly CostLine[], cents: number, planCents: number) =>
  covers.length
    ? `for ${covers.length} ${covers.length === 1 ? 'line' : 'lines'} of ${preferences.money(planCents)}, ${signed(cents - planCents)}`
    : 'for nothing in the plan'

function importLines(file: string, read: { says: string; cents: number }[], rate: Quote['rate']) {
  if (!chosen.value) return
  const lines = read.map((line, i) => ({
    id: `l${i + 1}`,
    ...line,
    covers: guessCovers(line.says, bench.design!, quotable.value)
  }))
  const { rate: _, ...rest } = chosen.value
  if (put({ ...rest, lines, ...(rate && { rate }) }, `Import ${file} into the quote of ${chosen.value.shop}`))
    bench.said = `${lines.length} lines of ${file} are imported. Check what each line is for: it was guessed from its words.`
}
/** A currency that was chosen and whose rate is not entered yet: no rate is guessed, so nothing is changed before. */
const wanted = ref<{ quote: string; currency: string }>()
const wantedHere = computed(() => (wanted.value?.quote === chosen.value?.id ? wanted.value?.currency : undefined))
const currency = computed(() => wantedHere.value ?? chosen.value?.rate?.currency ?? 'USD')
function setCurrency(code: string) {
  if (!chosen.value) return
  wanted.value = code === 'USD' ? undefined : { quote: chosen.value.id, currency: code }
  if (code === 'USD' && chosen.value.rate) put(withField(chosen.value, 'rate', undefined))
}
function setRate(usd: number) {
  if (!(usd > 0)) return
  set({ rate: { currency: currency.value, usd, on: iso(new Date()) } })
  wanted.value = undefined
}
</script>

<template>
  <div class="page">
    <section class="sheet">
      <div class="row">
        <h2 class="grow">Shops compared</h2>
        <v-btn color="primary" variant="flat" @click="addQuote">Add a quote</v-btn>
      </div>
      <p v-if="!quotes.length" class="small quiet">
        No quotes. Get two or three from shops with experience. The lowest price is not the only criterion.
      </p>
      <template v-else>
        <FactTable
          :rows="standings"
          :columns="columns"
          name="Quotes"
          no-filter
          :key-of="row => row.id"
          :marks="row => ({ 'data-quote': row.id, 'class': row.id === chosen?.id ? 'chosen' : undefined })"
        >
          <template #shop="{ row }"
            ><v-btn variant="text" :aria-pressed="row.id === chosen?.id" @click="chosenId = row.id">{{
              row.shop
            }}</v-btn></template
          >
          <template #lacks="{ row }"
            ><StateMark :state="row.forgotten.length ? 'decide' : 'holds'" :size="13" />
            {{ preferences.money(row.forgottenCents) }}</template
          >
          <template #back="{ row }"
            ><template v-if="dates(row)"
              ><StateMark :state="!brief.downTo || dates(row)!.back <= brief.downTo ? 'holds' : 'decide'" :size="13" />
              {{ preferences.day(dates(row)!.back)
              }}<span v-if="dates(row)!.begins > brief.downFrom!" class="quiet small"
                >, begins {{ preferences.day(dates(row)!.begins) }}</span
              ></template
            ><span v-else class="quiet">no window in Brief</span></template
          >
        </FactTable>
        <p class="quiet small">
          To compare: the shop’s price plus what it leaves out, at the estimate’s prices. Equipment, labor, panel and
          wire are compared always; travel, own costs and tax as soon as one shop states them. Contingency and credits
          are in none. Weeks: mean (best + 4 · likely + late) / 6, deviation (late − best) / 6; shops that quoted four
          to six weeks ended near seven (common practice).
        </p>
      </template>
    </section>
    <section v-if="chosen && chosenStands" class="sheet grid" :aria-label="`Quote of ${chosen.shop}`">
      <div class="row fields">
        <TextField class="shop" label="Shop" :model-value="chosen.shop" @update:model-value="shop => set({ shop })" />
        <QuantityField
          v-for="(week, index) in chosen.weeks"
          :key="index"
          class="few"
          kind="plain"
          :label="['Best weeks', 'Likely weeks', 'Late weeks'][index]!"
          :model-value="week"
          @update:model-value="v => setWeeks(index, v)"
        />
        <RecordForm :key="chosen.id" :schema="Quote" :record="chosen" :fields="TERMS" @set="next => put(next)" />
        <v-btn
          :aria-pressed="bench.option!.shop === chosen.id"
          @click="
            bench.act(
              [
                {
                  type: 'shop.set',
                  option: bench.option!.id,
                  ...(bench.option!.shop !== chosen.id && { quote: chosen.id })
                }
              ],
              bench.option!.shop === chosen.id ? 'No shop has the job' : `${chosen.shop} has the job`
            )
          "
          >{{ bench.option!.shop === chosen.id ? 'Withdraw job' : 'Award job' }}</v-btn
        >
        <v-btn
          :aria-label="`Take the quote of ${chosen.shop} away`"
          @click="bench.act([{ type: 'quote.drop', option: bench.option!.id, quote: chosen.id }], 'Take a quote away')"
          >Delete</v-btn
        >
      </div>
      <div class="row fields taking">
        <ChoiceField
          class="few"
          label="Currency"
          :model-value="currency"
          :items="[...new Set([...QUOTE_CURRENCIES, currency])]"
          @update:model-value="setCurrency"
        />
        <template v-if="currency !== 'USD'">
          <QuantityField
            class="rate"
            kind="plain"
            :label="`Dollars for one ${currency}`"
            :model-value="wantedHere ? 0 : chosen.rate!.usd"
            :least="0"
            :most="1000"
            @update:model-value="setRate"
          />
          <span v-if="wantedHere" class="small"
            ><StateMark state="decide" :size="14" /> Enter the rate. Until then the amounts count as
            {{ chosen.rate?.currency ?? 'USD' }}.</span
          >
          <span v-else class="quiet small">Rate of {{ preferences.day(chosen.rate!.on) }}.</span>
        </template>
      </div>
      <div v-for="line in chosen.lines" :key="line.id" class="line">
        <TextField
          label="Shop’s wording"
          :most="400"
          :model-value="line.says"
          @update:model-value="says => setLine(line.id, { says })"
        />
        <QuantityField
          :kind="chosen.rate ? 'plain' : 'money'"
          :label="chosen.rate ? `Amount, ${chosen.rate.currency}` : 'Amount'"
          :model-value="chosen.rate ? line.cents / 100 : line.cents"
          @update:model-value="sum => setLine(line.id, { cents: Math.round(chosen!.rate ? sum * 100 : sum) })"
        />
        <v-autocomplete
          label="Covers"
          multiple
          chips
          closable-chips
          clear-on-select
          :model-value="line.covers"
          :items="choices"
          @update:model-value="(covers: string[]) => setLine(line.id, { covers })"
        >
          <template #chip="{ props, item, index }">
            <v-chip
              v-if="line.covers.length <= 6 || index < 3"
              v-bind="props"
              size="small"
              label
              :text="nameOf(item.value)"
            />
            <span v-else-if="index === 3" class="quiet small">and {{ line.covers.length - 3 }} more</span>
          </template>
        </v-autocomplete>
        <span class="small quiet stands">{{
          lumpSays(
            chosenStands.lines.find(stands => stands.id === line.id)?.covers ?? [],
            chosenStands.lines.find(stands => stands.id === line.id)?.cents ?? 0,
            chosenStands.lines.find(stands => stands.id === line.id)?.planCents ?? 0
          )
        }}</span>
        <v-btn
          :aria-label="`Take the line ${line.says} away`"
          @click="set({ lines: chosen!.lines.filter(other => other.id !== line.id) })"
          >✕</v-btn
        >
      </div>
      <div class="row">
        <v-btn @click="addLine">Add a line</v-btn>
        <BudgetQuoteImport @take="importLines" />
        <TextField
          class="grow"
          label="Note"
          empty
          :most="4000"
          :model-value="chosen.note"
          @update:model-value="note => set({ note })"
        />
      </div>
      <p v-for="line in chosenStands.twice" :key="preferences.say(line.says)" class="small">
        <StateMark state="decide" :size="14" /> {{ preferences.say(line.says) }} is named by more than one line:
        {{ line.by.join(' · ') }}
      </p>
    </section>
    <section v-if="quotes.length" class="sheet">
      <h2>Line by line</h2>
      <FactTable :rows="byLine" :columns="againstColumns" name="Quotes line by line" :key-of="row => row.line.key">
        <template v-for="(quote, i) in standings" :key="quote.id" #[`quote-${quote.id}`]="{ row }">
          <template v-if="row.by[i]"
            >{{ row.by[i]!.says }}
            <span v-if="row.by[i]!.covers.length === 1" class="figures">{{ preferences.money(row.by[i]!.cents) }}</span
            ><span v-else class="quiet">(lump)</span></template
          ><template v-else><StateMark state="decide" :size="13" /> left out</template>
        </template>
      </FactTable>
    </section>
  </div>
</template>

<style scoped>
.taking {
  padding-top: 10px;
}
.rate {
  flex: 0 0 210px;
}
.page {
  padding: 14px 18px;
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 1fr);
}
.fields {
  align-items: end;
}
.shop {
  flex: 1 1 180px;
}
.page :deep(.few) {
  flex: 0 1 136px;
}
.line {
  display: grid;
  grid-template-columns: minmax(160px, 3fr) 110px minmax(200px, 5fr) minmax(110px, 2fr) auto;
  gap: 6px;
  align-items: start;
}
.stands {
  padding-top: 6px;
}
@media (max-width: 1023px) {
  .line {
    grid-template-columns: minmax(0, 1fr) 110px auto;
    padding-bottom: 6px;
    border-bottom: 1px solid var(--rule);
  }
  .line > .v-autocomplete {
    grid-area: 2 / 1 / 3 / 4;
  }
  .line > .stands {
    grid-area: 3 / 1 / 4 / 4;
  }
}
</style>
