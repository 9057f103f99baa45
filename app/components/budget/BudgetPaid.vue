<script setup lang="ts">
/** What it really was, line by line against the plan, and where it will end. */
import { reckon, type Reckoned } from '#core/money'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

const bench = useBench()
const preferences = usePreferences()
const actuals = computed(() => bench.option?.actuals ?? [])
const standing = computed(() => reckon(bench.report!.money.lines, actuals.value))
const today = () => localToday()
function pay(row: Reckoned, cents: number) {
  if (!bench.option) return
  const known = actuals.value.find(actual => actual.line === row.line)
  bench.act(
    [
      {
        type: 'actual.put',
        option: bench.option.id,
        actual: {
          on: today(),
          ...known,
          line: row.line,
          says: known?.says ?? preferences.say(row.says).slice(0, 400),
          cents
        }
      }
    ],
    `${preferences.say(row.says)}: what it was`
  )
}
const unpay = (row: Reckoned) =>
  bench.option &&
  bench.act(
    [{ type: 'actual.drop', option: bench.option.id, line: row.line }],
    `${preferences.say(row.says)}: not paid`
  )
const extra = ref('')
const extraCents = ref(0)
/** False while a field holds what cannot be read: nothing is done with what stood there before. */
const readable = ref<boolean | null>(null)
function addExtra() {
  if (!bench.option || !extra.value.trim()) return
  let number = 1
  while (actuals.value.some(actual => actual.line === `extra ${number}`)) number++
  const actual = { line: `extra ${number}`, says: extra.value.trim(), cents: extraCents.value, on: today() }
  if (bench.act([{ type: 'actual.put', option: bench.option.id, actual }], `${actual.says}: paid`)) {
    extra.value = ''
    extraCents.value = 0
  }
}
const columns = computed((): Column<Reckoned>[] => [
  { key: 'says', title: 'Line', value: row => preferences.say(row.says) },
  { key: 'plan', title: 'Plan', of: 'money', none: 'not in the plan', value: row => row.planCents },
  {
    key: 'paid',
    title: 'Actual cost',
    number: true,
    width: '190px',
    of: 'money',
    value: row => row.paidCents
  },
  { key: 'over', title: 'More', of: 'money', value: row => row.overCents },
  { key: 'on', title: 'On', value: row => row.on, text: row => (row.on ? preferences.day(row.on) : '') },
  { key: 'act', title: 'Actions', value: () => '', plain: true }
])
</script>

<template>
  <div class="page">
    <section class="sheet">
      <h2>Plan versus actual</h2>
      <p class="big">
        Paid <b class="figures">{{ preferences.money(standing.paidCents) }}</b>, planned for it
        <b class="figures">{{ preferences.money(standing.plannedOfPaidCents) }}</b>. At the end, if the rest costs what
        is planned: <b class="figures">{{ preferences.money(standing.expectedCents) }}</b> of
        <span class="figures">{{ preferences.money(standing.planCents) }}</span>.
      </p>
      <p class="small quiet">
        Costs over plan and unplanned costs use the contingency first. Enter a line when it is paid; a line that cost
        nothing is paid with 0.
      </p>
      <FactTable :rows="standing.rows" :columns="columns" name="Plan versus actual" :key-of="row => row.line">
        <template #paid="{ row }">
          <QuantityField
            v-if="row.paidCents !== undefined"
            hide-label
            kind="money"
            :label="`What it was: ${preferences.say(row.says)}`"
            :model-value="row.paidCents"
            @update:model-value="cents => pay(row, cents)"
          />
          <v-btn
            v-else
            variant="text"
            :aria-label="`Paid as planned: ${preferences.say(row.says)}`"
            @click="pay(row, row.planCents ?? 0)"
            >Paid as planned</v-btn
          >
        </template>
        <template #act="{ row }">
          <v-btn
            v-if="row.paidCents !== undefined"
            variant="text"
            :aria-label="`Not paid: ${preferences.say(row.says)}`"
            @click="unpay(row)"
            >Not paid</v-btn
          >
        </template>
      </FactTable>
    </section>
    <section class="sheet">
      <h2>Unplanned cost</h2>
      <v-form v-model="readable" class="row" @submit.prevent="addExtra">
        <v-text-field v-model="extra" class="grow" label="What it was for" maxlength="120" />
        <QuantityField v-model="extraCents" class="few" kind="money" label="Sum paid" />
        <v-btn type="submit" :disabled="!extra.trim() || readable === false">Add it</v-btn>
      </v-form>
    </section>
  </div>
</template>

<style scoped>
.page {
  padding: 14px 18px;
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 1fr);
}
.big {
  font-size: 16px;
}
.few {
  flex: 0 0 160px;
}
</style>
