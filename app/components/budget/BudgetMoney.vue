<script setup lang="ts">
/** What it costs by group, prices, costs of one’s own, changes since the baseline. */
import { mdiDelete } from '@mdi/js'
import { costByUnit, creepSince, type CostLine, type UnitCost } from '#core/money'
import { Brief, Prices, TAXED, type OwnCost } from '#core/document'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

const preferences = usePreferences()

const bench = useBench()
const money = computed(() => bench.report?.money)
const agreed = computed(() => bench.reports?.agreed)
const prices = computed(() => bench.option!.prices)
const { putPrices, putBrief } = useRecords()
const PRICES: readonly FormField<Prices>[] = [
  { at: 'labourCentsPerHour', label: 'Labour, hour', done: 'labour' },
  { at: 'panelWorkCents', label: 'New panel sheet' },
  { at: 'wireCentsPerMetre', label: 'Wire, metre', done: 'wire' },
  { at: 'travelCents', label: 'Travel' },
  { at: 'contingencyPercent', label: 'Contingency (%)' },
  { at: 'taxOnThingsPercent', label: 'Tax on parts (%)', none: 0 },
  { at: 'taxOnWorkPercent', label: 'Tax on labor (%)', none: 0 },
  { at: 'on', label: 'Price date', done: 'day' },
  {
    at: 'harnessByEnds',
    label: 'Harness priced by wire ends, in addition to the hours of each entry',
    done: 'harness',
    class: 'wide'
  }
]
const GROUPS = {
  equipment: 'Equipment',
  labour: 'Labour',
  panel: 'Panel',
  wire: 'Wire and connectors',
  travel: 'Travel',
  other: 'Other costs',
  tax: 'Tax',
  contingency: 'Contingency',
  credit: 'Credits'
} as const
const groups = computed(() =>
  Object.entries(GROUPS)
    .map(([key, name]) => {
      const lines = money.value?.lines.filter(line => line.group === key) ?? []
      return { key, name, lines: lines.length, cents: lines.reduce((sum, line) => sum + line.cents, 0) }
    })
    .filter(group => group.lines)
)
/** Every line of the estimate. */
const lines = computed(() => money.value?.lines ?? [])
const visits = computed(() => new Map(money.value?.byPhase.map(phase => [phase.phase, phase.name])))
const lineColumns = computed((): Column<CostLine>[] => [
  { key: 'says', title: 'Line', value: row => preferences.say(row.says) },
  { key: 'group', title: 'Group', value: row => GROUPS[row.group] },
  { key: 'visit', title: 'Visit', value: row => visits.value.get(row.phase ?? ''), hidden: true },
  { key: 'cents', title: 'Cost', of: 'money', value: row => row.cents }
])
const lineOf = (line: CostLine) => `${line.key} ${line.phase ?? ''}`
const lineMarks = (line: CostLine) => ({ 'data-line': line.key })

/** Item by item, what has been added to and dropped from the plan first agreed. */
const creep = computed(() => (agreed.value && money.value ? creepSince(agreed.value.money, money.value) : []))
type CreepLine = (typeof creep.value)[number]
const signedMoney = (cents: number) => `${cents > 0 ? '+' : ''}${preferences.money(cents)}`
const creepColumns = computed((): Column<CreepLine>[] => [
  { key: 'says', title: 'Change', value: row => preferences.say(row.says) },
  {
    key: 'cents',
    title: 'By',
    of: 'money',
    value: row => row.cents,
    text: row => signedMoney(row.cents),
    number: true
  }
])
const creepOf = (row: CreepLine) => preferences.say(row.says)
const agree = () =>
  bench.option &&
  bench.act([{ type: 'plan.agree', option: bench.option.id, on: localToday() }], `Set baseline: ${bench.option.name}`)
/** Costs of one’s own: what the design does not tell. */
const costs = computed(() => bench.option?.costs ?? [])
const USUAL_COSTS = [
  'Papers and signature',
  'Shipping',
  'Finish and lettering',
  'Hardware and consumables',
  'Test flights',
  'Hangar while it is down',
  'Navigation data'
]
const putCost = (cost: OwnCost, says = cost.says) =>
  bench.option && bench.act([{ type: 'cost.put', option: bench.option.id, cost }], says)
function addCost() {
  let number = 1
  while (costs.value.some(cost => cost.id === `c${number}`)) number++
  const says = USUAL_COSTS.find(name => costs.value.every(cost => cost.says !== name)) ?? `Cost ${number}`
  putCost({ id: `c${number}`, says, cents: 0, yearly: says === 'Navigation data', taxed: 'not' }, 'Add a cost')
}
/** Hours at so much left over that bring back what the option costs. */
const margin = computed(() => bench.project!.brief.marginCentsPerHour ?? 0)
const earned = computed(() =>
  margin.value > 0 && money.value ? Math.max(0, money.value.totalCents) / margin.value : undefined
)
const MARGIN = { at: 'marginCentsPerHour', label: 'Net per flight hour', none: 0 } as const
/** What each new unit costs with what it drags in. */
const byUnit = computed(() =>
  bench.examined && bench.report && bench.examined.optionId === bench.option?.id
    ? costByUnit(bench.examined, bench.report.wiring.wires)
    : []
)
const sumColumn = (
  key: 'priceCents' | 'workCents' | 'wireCents' | 'togetherCents',
  title: string
): Column<UnitCost> => ({
  key,
  title,
  of: 'money',
  value: row => row[key]
})
const unitColumns = computed((): Column<UnitCost>[] => [
  { key: 'label', title: 'Unit', value: row => row.label },
  sumColumn('priceCents', 'Price'),
  sumColumn('workCents', 'Labour'),
  sumColumn('wireCents', 'Wire'),
  {
    key: 'drags',
    title: 'Also requires',
    value: row => row.drags.map(drag => `${drag.label} ${preferences.money(drag.cents)}`).join(', ')
  },
  sumColumn('togetherCents', 'Together'),
  ...(margin.value > 0
    ? [
        {
          key: 'hours',
          title: 'Hours flown to pay for it',
          number: true,
          value: (row: UnitCost) => Math.ceil(row.togetherCents / margin.value)
        }
      ]
    : [])
])
function setUnitPrice(id: string, cents: number) {
  const unit = bench.option?.units.find(unit => unit.id === id)
  if (unit && bench.option && cents >= 0)
    bench.act(
      [{ type: 'unit.set', option: bench.option.id, unit: { ...unit, priceCents: cents } }],
      `${unit.label}: own price`
    )
}
</script>

<template>
  <div v-if="money" class="page">
    <div class="two">
      <section class="sheet">
        <h2>What it costs</h2>
        <p v-if="groups.length === 0" class="quiet">Nothing yet. Add or remove units in Equipment.</p>
        <div v-for="group in groups" :key="group.key" class="group">
          <div class="row">
            <h3 class="grow">{{ group.name }}</h3>
            <span class="small quiet">{{ group.lines }} {{ group.lines === 1 ? 'line' : 'lines' }}</span>
            <b class="figures">{{ preferences.money(group.cents) }}</b>
          </div>
          <div class="bar">
            <i :style="{ width: `${Math.min(100, (Math.abs(group.cents) / Math.max(money.totalCents, 1)) * 100)}%` }" />
          </div>
        </div>
        <InTurn>
          <FactTable
            v-if="lines.length"
            class="lines"
            :rows="lines"
            :columns="lineColumns"
            name="cost lines"
            :key-of="lineOf"
            :marks="lineMarks"
            empty="No line with that word."
          >
            <template #cents="{ row }">
              <QuantityField
                v-if="row.key.startsWith('equipment ')"
                class="cost"
                hide-label
                kind="money"
                :label="`Price of ${preferences.say(row.says)}`"
                :model-value="row.cents"
                @update:model-value="v => setUnitPrice(row.unit!, v)"
              /><template v-else>{{ preferences.money(row.cents) }}</template>
            </template>
          </FactTable>
        </InTurn>
      </section>
      <div class="grid">
        <section class="sheet grid five">
          <RecordForm :schema="Prices" :record="prices" :fields="PRICES" @set="putPrices" />
          <p class="small quiet wide">
            Each line is rounded to the cent, half up. Tax and contingency are rounded once per visit.
          </p>
        </section>
        <InTurn>
          <section class="sheet">
            <div class="row">
              <h2 class="grow">Other costs</h2>
              <v-btn @click="addCost">Add a cost</v-btn>
            </div>
            <p v-if="!costs.length" class="small quiet">
              Paperwork, shipping, finish, test flights, annual data: costs not in the design.
            </p>
            <div v-for="cost in costs" :key="cost.id" class="row cost-row" :data-cost="cost.id">
              <v-combobox
                class="grow"
                label="What for"
                :items="USUAL_COSTS"
                :model-value="cost.says"
                maxlength="120"
                @update:model-value="
                  v => typeof v === 'string' && v.trim() && v !== cost.says && putCost({ ...cost, says: v.trim() })
                "
              />
              <QuantityField
                class="sum"
                kind="money"
                label="Sum"
                :least="0"
                :model-value="cost.cents"
                @update:model-value="cents => putCost({ ...cost, cents })"
              />
              <ChoiceField
                class="tax"
                label="Taxed"
                :items="TAXED"
                :model-value="cost.taxed"
                @update:model-value="taxed => putCost({ ...cost, taxed })"
              />
              <v-checkbox
                label="Every year"
                :model-value="cost.yearly"
                @update:model-value="v => putCost({ ...cost, yearly: v === true })"
              />
              <v-btn
                :icon="mdiDelete"
                variant="text"
                :aria-label="`Delete ${cost.says}`"
                @click="bench.act([{ type: 'cost.drop', option: bench.option!.id, cost: cost.id }], 'Delete a cost')"
              />
            </div>
            <p v-if="money.yearly.length" class="small" data-yearly>
              Every year after: <b class="figures">{{ preferences.money(money.yearlyCents) }}</b>, in no total:
              <template v-for="(cost, at) in money.yearly" :key="at"
                >{{ at ? ', ' : '' }}<SayPhrase :says="cost.says" /> {{ preferences.money(cost.cents) }}</template
              >.
            </p>
          </section>
          <section class="sheet">
            <h2>Payback</h2>
            <div class="row below">
              <RecordField class="few" :schema="Brief" :record="bench.project!.brief" :field="MARGIN" @set="putBrief" />
              <p v-if="earned !== undefined" class="small grow">
                <b class="figures">{{ preferences.number(Math.ceil(earned), 0) }}</b> rental hours pay for this option:
                {{ preferences.money(money.totalCents) }} at {{ preferences.money(margin) }} an hour. A sale seldom
                recovers more than half of the cost (common practice).
              </p>
              <p v-else class="small quiet grow">
                For a school or a club: what remains of an hour’s rent after all other costs.
              </p>
            </div>
          </section>
          <section class="sheet">
            <div class="row">
              <h2 class="grow">Changes since baseline</h2>
              <v-btn @click="agree">
                {{ bench.project!.agreed ? 'Set baseline again' : 'Set baseline' }}
              </v-btn>
            </div>
            <p v-if="!bench.project!.agreed" class="small quiet">
              No baseline is set. Set one, and what changes after it is listed here, item by item.
            </p>
            <template v-else
              ><p class="small quiet">
                Agreed {{ preferences.day(bench.project!.agreed.on) }}: {{ bench.project!.agreed.option.name }},
                {{ agreed ? preferences.money(agreed.money.totalCents) : '' }}
              </p>
              <p v-if="!creep.length" class="small"><StateMark state="holds" :size="14" /> As the baseline.</p>
              <FactTable
                v-else
                :rows="creep"
                :columns="creepColumns"
                name="changes since baseline"
                no-filter
                :key-of="creepOf"
            /></template>
          </section>
        </InTurn>
      </div>
    </div>
    <InTurn>
      <section v-if="byUnit.length" class="sheet" data-by-unit>
        <h2>Cost by unit, with what it requires</h2>
        <FactTable :rows="byUnit" :columns="unitColumns" name="Cost by unit" :key-of="row => row.unit" />
        <p class="small quiet">
          Items that serve one unit only (its antenna, its sensor) are included with it and also have a row. Panel,
          travel, paperwork, tax and contingency are not assigned to units.
        </p>
      </section>
    </InTurn>
    <BudgetSupplier />
  </div>
</template>

<style scoped>
.page {
  padding: 14px 18px;
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 1fr);
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 5fr) minmax(0, 6fr);
  gap: 12px;
  align-items: start;
}
.five {
  grid-template-columns: repeat(auto-fit, minmax(148px, 1fr));
}
.group {
  padding: 5px 0;
}
.bar {
  height: 5px;
  background: var(--alclad);
}
.bar i {
  display: block;
  height: 100%;
  background: var(--dye);
}
.group .row {
  gap: 10px;
}
.lines {
  margin-top: 10px;
  max-height: 560px;
}
@media print {
  .lines {
    max-height: none;
  }
}
.cost {
  width: 96px;
  margin-left: auto;
}
.below {
  padding-top: 8px;
}
.five :deep(.wide) {
  grid-column: 1 / -1;
}
.cost-row {
  flex-wrap: wrap;
  gap: 6px;
  padding-top: 6px;
}
.cost-row .grow {
  flex: 1 1 220px;
  min-width: 0;
}
.sum {
  flex: 0 0 92px;
}
.tax {
  flex: 0 0 118px;
}
.few {
  flex: 0 0 196px;
}
</style>
