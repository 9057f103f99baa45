<script setup lang="ts">
/** Today’s prices, stock and leads of what is to be bought, from the stand-in supplier; taken line by line or all at once. */
import { readSupplierFeed, type SupplierFeed } from '#core/formats'
import type { Edit } from '#core/document'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

const bench = useBench()
const preferences = usePreferences()
const feed = shallowRef<SupplierFeed>()
const asking = ref(false)
const wrong = ref('')
const fresh = computed(() => {
  const design = bench.examined
  const found = new Set(bench.project!.fitted.map(unit => unit.id))
  return (bench.option?.units ?? []).flatMap(unit => {
    const joined = design?.units.find(other => other.id === unit.id)
    return joined && !found.has(unit.id) ? [{ unit, item: joined.item, planCents: joined.priceCents }] : []
  })
})
async function enquire() {
  asking.value = true
  wrong.value = ''
  try {
    const items = new Map(fresh.value.map(({ item }) => [item.id, { id: item.id, listCents: item.priceCents }]))
    const answer = await ask('/api/supplier', {
      method: 'POST',
      body: { on: localToday(), items: [...items.values()] }
    })
    const read = readSupplierFeed(answer)
    if (read.ok) feed.value = read.feed
    else wrong.value = `The supplier’s answer was not taken: ${read.problem}. Nothing was changed.`
  } catch (error) {
    wrong.value = `The supplier could not be asked: ${sayError(error)} Nothing was changed.`
  } finally {
    asking.value = false
  }
}
interface Row {
  unit: string
  label: string
  planCents: number
  line: SupplierFeed['lines'][number]
  taken: boolean
}
const rows = computed((): Row[] => {
  const lines = new Map((feed.value?.lines ?? []).map(line => [line.item, line]))
  return fresh.value.flatMap(({ unit, item, planCents }) => {
    const line = lines.get(item.id)
    if (!line) return []
    const taken = line.priceCents === planCents && unit.lead?.weeks.join() === line.weeks?.join()
    return [{ unit: unit.id, label: unit.label, planCents, line, taken }]
  })
})
const columns = computed((): Column<Row>[] => [
  { key: 'label', title: 'Unit', value: row => row.label },
  { key: 'state', title: 'State', value: row => row.line.state },
  { key: 'plan', title: 'In the plan', of: 'money', value: row => row.planCents },
  { key: 'price', title: 'Today', of: 'money', none: '—', value: row => row.line.priceCents },
  {
    key: 'more',
    title: 'More',
    number: true,
    of: 'money',
    value: row => (row.line.priceCents === undefined ? undefined : row.line.priceCents - row.planCents),
    text: row => (row.line.priceCents === undefined ? '—' : preferences.money(row.line.priceCents - row.planCents))
  },
  { key: 'stock', title: 'On the shelf', number: true, value: row => row.line.stock },
  { key: 'weeks', title: 'Weeks', value: row => row.line.weeks?.join(' – ') ?? '—' },
  { key: 'take', title: 'Take', value: () => '', plain: true }
])
const editOf = (row: Row): Edit[] => {
  const unit = bench.option!.units.find(unit => unit.id === row.unit)
  const { priceCents, weeks } = row.line
  if (!unit || priceCents === undefined || !weeks) return []
  const lead = { weeks, says: feed.value!.supplier, on: feed.value!.on }
  return [{ type: 'unit.set', option: bench.option!.id, unit: { ...unit, priceCents, lead } }]
}
const open = computed(() => rows.value.filter(row => !row.taken && row.line.priceCents !== undefined))
</script>

<template>
  <section v-if="fresh.length" class="sheet" data-supplier>
    <div class="row">
      <h2 class="grow">What the supplier says today</h2>
      <v-btn :loading="asking" @click="enquire">{{ feed ? 'Ask again' : 'Ask the supplier' }}</v-btn>
      <v-btn
        v-if="open.length"
        @click="bench.act(open.flatMap(editOf), `Prices and leads of ${feed!.supplier}, ${preferences.day(feed!.on)}`)"
      >
        Take all {{ open.length }}
      </v-btn>
    </div>
    <p v-if="wrong" role="alert">{{ wrong }}</p>
    <p v-if="!feed" class="small quiet">
      Prices, stock and weeks of what this option buys. The supplier included with the program is simulated: it shows
      how a feed is taken, and what it says is invented.
    </p>
    <template v-else>
      <p class="small quiet">
        {{ feed.supplier }} (stand-in), {{ preferences.day(feed.on) }}. What is taken counts in the estimate and in Time
        and odds.
      </p>
      <FactTable :rows="rows" :columns="columns" name="Supplier" :key-of="row => row.unit" no-filter>
        <template #take="{ row }">
          <span v-if="row.taken" class="quiet">taken</span>
          <v-btn
            v-else-if="row.line.priceCents !== undefined"
            variant="text"
            :aria-label="`Take price and weeks of ${row.label}`"
            @click="bench.act(editOf(row), `${row.label}: price and weeks of ${feed!.supplier}`)"
          >
            Take
          </v-btn>
        </template>
      </FactTable>
    </template>
  </section>
</template>
