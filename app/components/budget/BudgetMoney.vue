<script setup lang="ts">
/** What it costs by group, prices, changes since the baseline, visits. */
import { creepSince, laterOf, putOff, type Later } from '#core/money'
import type { Prices } from '#core/document'
import { useBench } from '~/stores/bench'
import { useTaste } from '~/stores/taste'

const taste = useTaste()

const bench = useBench()
const money = computed(() => bench.report?.money)
const agreed = computed(() => bench.reports?.agreed)
const prices = computed(() => bench.option!.prices)
const setPrices = (patch: Partial<Prices>) =>
  bench.option &&
  bench.act([{ type: 'prices.set', option: bench.option.id, prices: { ...prices.value, ...patch } }], 'Change a price')
const GROUPS = {
  equipment: 'Equipment',
  labour: 'Labour',
  panel: 'Panel',
  wire: 'Wire and connectors',
  travel: 'Travel',
  contingency: 'Contingency',
  credit: 'Credits'
} as const
const groups = computed(() =>
  Object.entries(GROUPS)
    .map(([key, name]) => {
      const lines = money.value?.lines.filter(line => line.group === key) ?? []
      return { key, name, lines, cents: lines.reduce((sum, line) => sum + line.cents, 0) }
    })
    .filter(group => group.lines.length)
)

/** Item by item, what has been added to and dropped from the plan first agreed. */
const creep = computed(() => (agreed.value && money.value ? creepSince(agreed.value.money, money.value) : []))
const agree = () =>
  bench.option &&
  bench.act(
    [{ type: 'plan.agree', option: bench.option.id, on: new Date().toISOString().slice(0, 10) }],
    `Set baseline: ${bench.option.name}`
  )
/** Months after which the same would be done in a visit of its own. */
const months = ref(12)
const later = computed(() => (bench.examined ? laterOf(bench.examined, months.value) : []))
const off = computed(() => bench.examined && money.value && putOff(bench.examined, money.value, months.value))
const laterColumns: Column<Later>[] = [
  { key: 'label', title: 'Unit', value: row => row.label },
  {
    key: 'now',
    title: 'In this visit',
    number: true,
    value: row => row.nowCents / 100,
    text: row => taste.money(row.nowCents)
  },
  {
    key: 'later',
    title: 'Alone, later',
    number: true,
    value: row => row.laterCents / 100,
    text: row => taste.money(row.laterCents)
  },
  {
    key: 'saved',
    title: 'Now saves',
    number: true,
    value: row => row.savedCents / 100,
    text: row => taste.money(row.savedCents)
  }
]
function addPhase() {
  if (!bench.option) return
  let number = 1
  while (bench.option.phases.some(one => one.id === `y${number}`)) number++
  bench.act(
    [
      {
        type: 'phase.put',
        option: bench.option.id,
        phase: { id: `y${number}`, name: `Phase ${number}`, accessHours: 8 }
      }
    ],
    'Add a phase'
  )
}
function setUnitPhase(id: string, phase: string) {
  const unit = bench.option?.units.find(one => one.id === id)
  if (!unit || !bench.option) return
  const { phase: _old, ...rest } = unit
  bench.act(
    [{ type: 'unit.set', option: bench.option.id, unit: phase ? { ...rest, phase } : rest }],
    `${unit.label}: another phase`
  )
}
function setUnitPrice(id: string, cents: number) {
  const unit = bench.option?.units.find(one => one.id === id)
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
        <p v-if="groups.length === 0" class="quiet">Nothing yet: in Equipment, remove or add something.</p>
        <div v-for="group in groups" :key="group.key" class="group">
          <div class="row">
            <h3 class="grow">{{ group.name }}</h3>
            <b class="figures">{{ taste.money(group.cents) }}</b>
          </div>
          <div class="bar">
            <i :style="{ width: `${Math.min(100, (Math.abs(group.cents) / Math.max(money.totalCents, 1)) * 100)}%` }" />
          </div>
          <details :open="group.key === 'equipment'">
            <summary class="small quiet">
              {{ group.lines.length }} {{ group.lines.length === 1 ? 'line' : 'lines' }}
            </summary>
            <table class="list">
              <tbody>
                <tr v-for="(line, index) in group.lines" :key="index">
                  <td>{{ taste.say(line.says) }}</td>
                  <td v-if="group.key === 'equipment' && bench.option!.phases.length">
                    <select
                      :value="line.phase ?? ''"
                      :aria-label="`Phase of ${taste.say(line.says)}`"
                      @change="event => setUnitPhase(line.unit!, (event.target as HTMLSelectElement).value)"
                    >
                      <option value="">any</option>
                      <option v-for="phase in bench.option!.phases" :key="phase.id" :value="phase.id">
                        {{ phase.name }}
                      </option>
                    </select>
                  </td>
                  <td class="number figures cost">
                    <QuantityField
                      v-if="group.key === 'equipment'"
                      hide-label
                      kind="money"
                      :label="`Price of ${taste.say(line.says)}`"
                      :model-value="line.cents"
                      @update:model-value="v => setUnitPrice(line.unit!, v)"
                    /><template v-else>{{ taste.money(line.cents) }}</template>
                  </td>
                </tr>
              </tbody>
            </table>
          </details>
        </div>
      </section>
      <div class="grid">
        <section class="sheet grid five">
          <QuantityField
            kind="money"
            label="Labour, hour"
            :model-value="prices.labourCentsPerHour"
            @update:model-value="v => v >= 0 && setPrices({ labourCentsPerHour: v })"
          />
          <QuantityField
            kind="money"
            label="Panel work"
            :model-value="prices.panelWorkCents"
            @update:model-value="v => v >= 0 && setPrices({ panelWorkCents: v })"
          />
          <QuantityField
            kind="money"
            label="Wire, metre"
            :model-value="prices.wireCentsPerMetre"
            @update:model-value="v => v >= 0 && setPrices({ wireCentsPerMetre: v })"
          />
          <QuantityField
            kind="money"
            label="Travel"
            :model-value="prices.travelCents"
            @update:model-value="v => v >= 0 && setPrices({ travelCents: v })"
          />
          <QuantityField
            kind="plain"
            label="Contingency (%)"
            :model-value="prices.contingencyPercent"
            @update:model-value="v => v >= 0 && v <= 100 && setPrices({ contingencyPercent: v })"
          />
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
              Agreed {{ taste.day(bench.project!.agreed.on) }}: {{ bench.project!.agreed.option.name }},
              {{ agreed ? taste.money(agreed.money.totalCents) : '' }}
            </p>
            <p v-if="!creep.length" class="small"><StateMark state="holds" :size="14" /> As the baseline.</p>
            <table v-else class="list">
              <tbody>
                <tr v-for="line in creep" :key="taste.say(line.says)">
                  <td>{{ taste.say(line.says) }}</td>
                  <td class="number figures">{{ line.cents > 0 ? '+' : '' }}{{ taste.money(line.cents) }}</td>
                </tr>
              </tbody>
            </table></template
          >
        </section>
        <section class="sheet">
          <div class="row">
            <h2 class="grow">Phases</h2>
            <v-btn @click="addPhase">Add a phase</v-btn>
          </div>
          <p v-if="!bench.option!.phases.length" class="small quiet">
            In one visit. Phases are legitimate; each one opens and closes the panel again, and that labour shows.
          </p>
          <table v-else class="list">
            <thead>
              <tr>
                <th>Phase</th>
                <th class="number">Open and close, h</th>
                <th class="number">Its cost</th>
                <th><span class="screen-reader">Acts</span></th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="phase in bench.option!.phases" :key="phase.id">
                <td>
                  <input
                    :value="phase.name"
                    aria-label="Phase"
                    maxlength="120"
                    @change="
                      event =>
                        (event.target as HTMLInputElement).value.trim() &&
                        bench.act(
                          [
                            {
                              type: 'phase.put',
                              option: bench.option!.id,
                              phase: { ...phase, name: (event.target as HTMLInputElement).value.trim() }
                            }
                          ],
                          'Rename a phase'
                        )
                    "
                  />
                </td>
                <td>
                  <QuantityField
                    hide-label
                    kind="plain"
                    label="Hours"
                    :model-value="phase.accessHours"
                    @update:model-value="
                      v =>
                        v >= 0 &&
                        v <= 2000 &&
                        bench.act(
                          [{ type: 'phase.put', option: bench.option!.id, phase: { ...phase, accessHours: v } }],
                          'Phase hours'
                        )
                    "
                  />
                </td>
                <td class="number figures">
                  {{ taste.money(money.byPhase.find(one => one.phase === phase.id)?.cents ?? 0) }}
                </td>
                <td>
                  <v-btn
                    @click="
                      bench.act([{ type: 'phase.drop', option: bench.option!.id, phase: phase.id }], 'Delete a phase')
                    "
                  >
                    Delete
                  </v-btn>
                </td>
              </tr>
              <tr>
                <td colspan="2">Not tied to a visit: panel, wire, travel, contingency, credits</td>
                <td class="number figures">
                  {{ taste.money(money.byPhase.find(one => one.phase === '')?.cents ?? 0) }}
                </td>
                <td />
              </tr>
              <tr class="sum">
                <td colspan="2"><b>Together</b></td>
                <td class="number figures">
                  <b>{{ taste.money(money.byPhase.reduce((sum, one) => sum + one.cents, 0)) }}</b>
                </td>
                <td />
              </tr>
            </tbody>
          </table>
        </section>
      </div>
    </div>
    <section v-if="later.length" class="sheet">
      <div class="row">
        <h2 class="grow">While it is open: now or later</h2>
        <QuantityField
          class="few"
          kind="plain"
          label="Months later"
          :least="1"
          :most="60"
          :model-value="months"
          @update:model-value="v => (months = Math.round(v))"
        /><QuantityField
          class="few"
          kind="plain"
          label="Prices rise, % a year"
          :least="-50"
          :most="100"
          :model-value="prices.driftPercentAYear ?? 0"
          @update:model-value="v => setPrices({ driftPercentAYear: v })"
        /><QuantityField
          class="few"
          kind="plain"
          label="Trade-ins fall, % a month"
          :least="0"
          :most="50"
          :model-value="prices.tradeInFallPercentAMonth ?? 0"
          @update:model-value="v => setPrices({ tradeInFallPercentAMonth: v })"
        />
      </div>
      <p v-if="off" class="small">
        All of it {{ months }} {{ months === 1 ? 'month' : 'months' }} later costs
        <b class="figures">{{ taste.money(off.togetherCents) }}</b> more: equipment
        {{ taste.money(off.equipmentCents) }}, trade-ins and sales {{ taste.money(off.creditsCents) }}.
      </p>
      <FactTable :rows="later" :columns="laterColumns" name="Now or later" no-filter :key-of="row => row.unit">
        <template #saved="{ row }"
          ><v-btn
            variant="text"
            class="figures"
            :aria-label="`Working: what ${row.label} now saves`"
            @click="
              bench.workingOf = {
                figure: { kind: 'later', of: `${months} ${row.unit}` },
                title: `${row.label}: now or later`
              }
            "
          >
            {{ taste.money(row.savedCents) }}
          </v-btn></template
        >
      </FactTable>
      <p class="small quiet">
        Alone in a visit of its own a unit pays again for opening what it stands behind, for the panel’s metal and for
        the journey. Hours of access are our assumptions for each part of the aeroplane.
      </p>
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
.two {
  display: grid;
  grid-template-columns: minmax(0, 5fr) minmax(0, 6fr);
  gap: 12px;
  align-items: start;
}
.five {
  grid-template-columns: repeat(auto-fit, minmax(128px, 1fr));
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
.cost {
  width: 96px;
}
.few {
  flex: 0 0 196px;
}
</style>
