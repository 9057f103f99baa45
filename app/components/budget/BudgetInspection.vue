<script setup lang="ts">
/** What to look at before anything is ordered, and what to set aside for what may be found. */
import { contingencyOf, inspectionOf, type Looked } from '#core/money'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

const { on } = defineProps<{ on?: string }>()
const bench = useBench()
const preferences = usePreferences()
const today = () => localToday()
const brief = computed(() => bench.project!.brief)
const looked = computed(() => (bench.examined ? inspectionOf(bench.examined, on ?? today()) : []))
const rest = computed(() =>
  bench
    .report!.money.lines.filter(line => line.group !== 'contingency' && line.group !== 'credit')
    .reduce((sum, line) => sum + line.cents, 0)
)
const aside = computed(() => contingencyOf(looked.value, bench.option!.prices.labourCentsPerHour, rest.value))
function record(check: string, found?: 'sound' | 'fault', hours?: number) {
  const others = (brief.value.inspected ?? []).filter(other => other.check !== check)
  const inspected = found
    ? [...others, { check, found, on: today(), ...(found === 'fault' && hours !== undefined && { hours }) }]
    : others
  bench.act(
    [{ type: 'brief.set', brief: { ...brief.value, inspected } }],
    found ? 'What was found by looking' : 'Not looked at'
  )
}
const setContingency = (contingencyPercent: number) =>
  bench.option &&
  bench.act(
    [{ type: 'prices.set', option: bench.option.id, prices: { ...bench.option.prices, contingencyPercent } }],
    'Contingency from what may be found'
  )
const columns = computed((): Column<Looked>[] => [
  { key: 'name', title: 'Look at', value: row => preferences.say(row.name) },
  { key: 'how', title: 'How', value: row => row.how },
  {
    key: 'chance',
    title: 'A fault',
    number: true,
    value: row => row.chance,
    text: row =>
      row.found ? (row.found === 'fault' ? 'found' : 'none') : `${preferences.number(row.chance * 100, 0)} %`
  },
  {
    key: 'hours',
    title: 'Repair hours',
    value: row => row.hours[1],
    text: row => (row.found === 'sound' ? '' : row.hours.map(hour => preferences.number(hour, 0)).join(' – '))
  },
  { key: 'found', title: 'Found', value: row => row.found ?? '', width: '330px' }
])
</script>

<template>
  <section class="sheet" data-inspection>
    <h2>Pre-purchase inspection</h2>
    <p class="small">
      Expected hidden faults take {{ preferences.number(aside.expectedHours, 0) }} h; in four of five aircraft like it
      they take no more than {{ preferences.number(aside.hours, 0) }} h<template v-if="aside.cents > 0"
        >, {{ preferences.money(aside.cents)
        }}<template v-if="aside.percent !== undefined"> or {{ aside.percent }} % of the rest</template></template
      ><template v-else-if="aside.hours > 0"> of owner labor; parts for them are not counted</template>. The contingency
      is {{ preferences.number(bench.option!.prices.contingencyPercent, 1) }} %.
      <v-btn
        v-if="aside.percent !== undefined && aside.percent !== bench.option!.prices.contingencyPercent"
        size="small"
        @click="setContingency(aside.percent)"
      >
        Set contingency to {{ aside.percent }} %
      </v-btn>
    </p>
    <FactTable :rows="looked" :columns="columns" name="Pre-purchase inspection" no-filter :key-of="row => row.id">
      <template #found="{ row }">
        <span class="row">
          <v-btn
            v-if="row.found !== 'sound'"
            size="small"
            :aria-label="`Sound: ${preferences.say(row.name)}`"
            @click="record(row.id, 'sound')"
            >Sound</v-btn
          >
          <v-btn
            v-if="row.found !== 'fault'"
            size="small"
            :aria-label="`Fault: ${preferences.say(row.name)}`"
            @click="record(row.id, 'fault', row.hours[1])"
            >Fault</v-btn
          >
          <QuantityField
            v-else
            class="hours"
            kind="plain"
            hide-label
            :label="`Repair hours: ${preferences.say(row.name)}`"
            :least="0"
            :most="2000"
            :model-value="row.hours[1]"
            @update:model-value="hours => record(row.id, 'fault', hours)"
          />
          <template v-if="row.found">
            <span class="small quiet">{{ preferences.day(row.on!) }}</span>
            <v-btn
              size="small"
              variant="text"
              :aria-label="`Not looked at: ${preferences.say(row.name)}`"
              @click="record(row.id)"
              >Undo it</v-btn
            >
          </template>
        </span>
      </template>
    </FactTable>
    <p class="small quiet">
      An aircraft of more than thirty years shows one to three small defects and one of a day or more when its panel is
      opened (common practice); how often each place is at fault and what it takes are assumptions. What is found goes
      into the odds. It is no inspection that a rule asks for, and replaces none.
    </p>
  </section>
</template>

<style scoped>
.hours {
  flex: 0 0 90px;
}
</style>
