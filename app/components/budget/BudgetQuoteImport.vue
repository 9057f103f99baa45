<script setup lang="ts">
/** Lines of a quote out of a file: read, shown, asked about, and taken only when agreed. */
import { unexplainedCents, type QuoteReading } from '#core/formats'
import { sayProblem, type Quote } from '#core/document'
import { usePreferences } from '~/stores/preferences'

const emit = defineEmits<{ take: [file: string, lines: QuoteReading['lines'], rate: Quote['rate']] }>()
const preferences = usePreferences()

const brought = shallowRef<{ name: string; read: Awaited<ReturnType<typeof readForeignQuote>> }>()
const prices = ref<'' | QuoteReading['prices']>('')
const currency = ref('')
/** Dollars for one unit of the file’s currency, entered by hand: no rate is guessed. */
const usd = ref(0)
/** What is done about a difference from the stated total; nothing is taken before it is said. */
const difference = ref<'' | 'leave' | 'line'>('')

async function bring(files: File | File[] | null) {
  const file = Array.isArray(files) ? files[0] : files
  brought.value = file ? { name: file.name, read: await readForeignQuote(file) } : undefined
  const read = brought.value?.read
  prices.value = read?.ok && read.readings.length === 1 ? read.readings[0]!.prices : ''
  currency.value = (read?.ok && read.currency) || ''
  usd.value = 0
  difference.value = ''
}
const read = computed(() => (brought.value?.read.ok ? brought.value.read : undefined))
const reading = computed(() => read.value?.readings.find(other => other.prices === prices.value))
const unexplained = computed(() => (read.value && reading.value ? unexplainedCents(read.value, reading.value) : 0))
const plain = (cents: number) => `${preferences.number(cents / 100, 2)} ${currency.value}`.trim()
/** What is still to be answered before the lines can be taken. */
const open = computed(() => [
  ...(reading.value ? [] : ['what the prices are']),
  ...(currency.value ? [] : ['the currency']),
  ...(currency.value && currency.value !== 'USD' && !(usd.value > 0) ? ['the exchange rate'] : []),
  ...(unexplained.value && !difference.value ? ['the difference from the stated total'] : [])
])
function take() {
  const now = brought.value
  if (!now || !reading.value || open.value.length) return
  const more =
    difference.value === 'line' ? [{ says: 'Difference from the stated total', cents: unexplained.value }] : []
  const rate = currency.value === 'USD' ? undefined : { currency: currency.value, usd: usd.value, on: localToday() }
  emit('take', now.name, [...reading.value.lines, ...more], rate)
  brought.value = undefined
}
</script>

<template>
  <v-file-input label="Import lines (CSV, XLSX)" accept=".csv,.txt,.tsv,.xlsx" @update:model-value="bring" />
  <div v-if="brought" class="brought">
    <template v-if="read">
      <p class="small">
        <StateMark state="note" :size="14" /> {{ brought.name }}: {{ read.readings[0]!.lines.length }} lines<template
          v-if="reading"
          >, together {{ plain(reading.sumCents) }}</template
        >. They replace the lines above.
      </p>
      <p v-for="note in read.notes" :key="note" class="small"><StateMark state="note" :size="14" /> {{ note }}</p>
      <p v-if="unexplained && read.stated" class="small" role="alert">
        <StateMark state="decide" :size="14" /> The lines add up to {{ plain(reading!.sumCents) }}. Line
        {{ read.stated.line }}, “{{ read.stated.says }}”, states {{ plain(read.stated.cents) }}. The difference is
        {{ plain(unexplained) }}. Ask the shop what it is.
      </p>
      <div class="row fields">
        <ChoiceField
          v-if="read.readings.length > 1"
          v-model="prices"
          label="Prices are"
          :items="[
            { value: '', title: 'choose', disabled: true },
            ...read.readings.map(other => ({
              value: other.prices,
              title: `${other.prices === 'each' ? 'per piece, times quantity' : 'per line'}: ${plain(other.sumCents)}`
            }))
          ]"
        />
        <ChoiceField
          v-if="!read.currency"
          v-model="currency"
          label="Currency (not stated)"
          :items="[
            { value: '', title: 'choose', disabled: true },
            ...QUOTE_CURRENCIES.map(value => ({ value, title: value }))
          ]"
        />
        <QuantityField
          v-if="currency && currency !== 'USD'"
          v-model="usd"
          kind="plain"
          :label="`Dollars for one ${currency}`"
          :least="0"
          :most="1000"
        />
        <ChoiceField
          v-if="unexplained"
          v-model="difference"
          label="Difference"
          :items="[
            { value: '', title: 'choose', disabled: true },
            { value: 'leave', title: 'import the lines without it' },
            { value: 'line', title: 'add it as a line' }
          ]"
        />
        <v-btn color="primary" variant="flat" :disabled="open.length > 0" @click="take">Import these lines</v-btn>
      </div>
      <p v-if="open.length" class="quiet small">Still to be answered: {{ open.join(', ') }}.</p>
    </template>
    <p v-for="(problem, i) in brought.read.ok ? [] : brought.read.problems" :key="i" class="small" role="alert">
      <StateMark state="must fix" :size="14" /> {{ sayProblem(problem) }}
    </p>
  </div>
</template>

<style scoped>
.brought {
  flex: 1 1 100%;
}
.fields {
  align-items: end;
  padding-top: 10px;
}
.fields > * {
  flex: 0 1 230px;
}
</style>
