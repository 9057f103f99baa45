<script setup lang="ts">
import { mdiMenuDown } from '@mdi/js'
import {
  MOST_DIODE_V,
  ownBatteryMinutes,
  tieCells,
  type BackupAnswer,
  type BackupOffer,
  type FlownEndurance,
  type EnduranceRange,
  type PowerReport,
  type ShedAnswer
} from '#core/power'
import { Airframe, type Edit, type Unit } from '#core/document'
import type { FigureOf } from '#core/design'
import { usePreferences } from '~/stores/preferences'
import { newUnit } from '#core/report'
import { useBench } from '~/stores/bench'

/** The alternator has just quit: what loses power when, what to shed, and what a backup would buy. */
const { power } = defineProps<{ power: PowerReport }>()
const emit = defineEmits<{ why: [title: string, figure: FigureOf] }>()
const bench = useBench()
const preferences = usePreferences()
const { items, refresh } = useCatalogue()
onMounted(() => {
  void refresh()
})
const { progress, run, stop } = useLongWork()
const endurance = computed<FlownEndurance>(() => power.endurance)
const airframe = computed(() => bench.project!.airframe)
const wanted = computed(() => bench.project!.brief.wantedMinutes)
const asked = ref(wanted.value)
/** False while a field holds what cannot be read: nothing is done with what stood there before. */
const readable = ref<boolean | null>(null)
watch(wanted, now => {
  asked.value = now
})
const shed = shallowRef<ShedAnswer>()
const backup = shallowRef<BackupAnswer>()
const offers = shallowRef<BackupOffer[]>()
const range = shallowRef<EnduranceRange>()
// An answer is for the design that was asked about.
watch(
  () => bench.design,
  () => {
    shed.value = undefined
    backup.value = undefined
    offers.value = undefined
    range.value = undefined
  }
)

/** Minutes at each temperature, by how much of their capacity the batteries have left. */
const coldRows = computed(
  () => range.value?.minutes.map((row, index) => ({ celsius: range.value!.celsius[index]!, minutes: row })) ?? []
)
type Cold = (typeof coldRows.value)[number]
const coldOf = (row: Cold) => String(row.celsius)
const coldColumns = computed((): Column<Cold>[] => [
  { key: 'celsius', title: '°C', value: row => row.celsius, number: true },
  ...(range.value?.shares.map((left, index) => ({
    key: String(index),
    title: `${preferences.number(left * 100, 0)} %`,
    value: (row: Cold) => row.minutes[index],
    text: (row: Cold) => (Number.isFinite(row.minutes[index]) ? preferences.number(row.minutes[index]!, 0) : '∞'),
    number: true
  })) ?? [])
])
const coldState = (minutes: number) => (minutes >= wanted.value ? 'holds' : minutes >= 30 ? 'decide' : 'must fix')
/** Each drop with what it was entered for. */
const diodesSay = computed(() =>
  endurance.value.diodes
    .map(({ name, dropV, assumed }) => `${name} ${preferences.short(dropV)} V${assumed ? ' assumed' : ''}`)
    .join(', ')
)
/** Minutes of a unit on the battery within it, with age and cold. */
function ownMinutes(id: string) {
  const unit = bench.design?.units.find(other => other.id === id)
  const { usableFraction: share } = airframe.value.battery
  return unit ? ownBatteryMinutes(unit, { share, celsius: airframe.value.batteryC }) : 0
}
const minutes = (value: number) => (Number.isFinite(value) ? `${preferences.number(value, 0)} min` : 'a day and more')
const { putAirframe, putBrief } = useRecords()
const setWanted = (wantedMinutes: number) => putBrief({ ...bench.project!.brief, wantedMinutes }, 'minutes required')
const KNOBS: readonly FormField<Airframe>[] = [
  { at: 'pilotDelayMinutes', label: 'Pilot reaction time, min', done: 'delay of the pilot' },
  { at: 'battery.usableFraction', label: 'Battery health (%)', scale: 100, done: 'age of the battery' },
  { at: 'batteryC', label: 'Battery temperature, °C', done: 'battery temperature' }
]

const rows = computed(() => {
  const lost = new Map(endurance.value.lost.map(loss => [loss.unit, loss]))
  const wh = new Map(endurance.value.energy.byUnit.map(share => [share.unit, share.wh]))
  const units = new Map(bench.option?.units.map(unit => [unit.id, unit]))
  return [
    ...endurance.value.kept.map(load => ({ ...load, kept: true })),
    ...endurance.value.shed.map(load => ({ ...load, kept: false }))
  ]
    .map(load => {
      const gone = lost.get(load.unit)
      const own = gone?.why === 'own battery empty' ? ownMinutes(load.unit) : 0
      const until = gone?.minute ?? Infinity
      return {
        ...load,
        lost: gone,
        until,
        fedUntil: until - own,
        wh: wh.get(load.unit) ?? 0,
        set: units.get(load.unit)
      }
    })
    .sort((a, b) => Number(b.kept) - Number(a.kept) || (a.lost?.minute ?? Infinity) - (b.lost?.minute ?? Infinity))
})
/** The whole of the time shown, in minutes: to the last loss, and to what is wanted. */
const span = computed(
  () => Math.max(wanted.value, 30, ...rows.value.map(row => row.until).filter(Number.isFinite)) * 1.02
)
const share = (minute: number) => `${Math.min(100, (minute / span.value) * 100).toFixed(2)}%`
const STEPS = [5, 10, 15, 30, 60, 120, 240, 480]
const ticks = computed(() => {
  const step = STEPS.find(step => span.value / step <= 7) ?? 480
  return Array.from({ length: Math.floor(span.value / step) }, (_, index) => (index + 1) * step)
})
type Plan = 'stays on' | 'shed' | 'at minute' | 'below volts'
const PLANS: readonly [Plan, string][] = [
  ['stays on', 'stays on'],
  ['shed', 'shed by the pilot'],
  ['at minute', 'shed at minute'],
  ['below volts', 'shed below volts']
]
type Row = (typeof rows.value)[number]
const planOf = (row: Row): Plan =>
  row.kept
    ? 'stays on'
    : row.set?.shedAfterMinutes !== undefined
      ? 'at minute'
      : row.set?.shedBelowV !== undefined
        ? 'below volts'
        : 'shed'
function plan(unit: Unit, how: Plan, value?: number) {
  if (!bench.option) return
  const { shed: _, shedAfterMinutes: __, shedBelowV: ___, ...rest } = unit
  const low = airframe.value.systemV === 28 ? 23 : 11.5
  const next: Unit = {
    ...rest,
    shed: how !== 'stays on',
    ...(how === 'at minute' && { shedAfterMinutes: value ?? 0 }),
    ...(how === 'below volts' && { shedBelowV: value ?? low })
  }
  bench.act(
    [{ type: 'unit.set', option: bench.option.id, unit: next }],
    `${unit.label}: ${how === 'stays on' ? 'stays on' : 'shed'} after an alternator failure`
  )
}

const planWords = (row: Row) => PLANS.find(([key]) => key === planOf(row))![1]
/** One list of plans for all rows: opened where its button is. */
const planning = ref(false)
const planAt = shallowRef<HTMLElement>()
const planFor = shallowRef<Unit>()
function openPlan(event: MouseEvent, unit: Unit) {
  planAt.value = event.currentTarget as HTMLElement
  planFor.value = unit
  planning.value = true
}
const untilOf = (row: Row) => (row.lost ? minutes(row.lost.minute) : 'a day and more')
const columns = computed((): Column<Row>[] => [
  { key: 'unit', title: 'Unit', value: row => row.label },
  { key: 'amps', title: 'A before', digits: 2, value: row => row.amps },
  { key: 'plan', title: 'Plan', value: planWords },
  { key: 'bar', title: 'Lit, over time in minutes', value: () => '', plain: true, picture: true, width: '34%' },
  {
    key: 'until',
    title: 'Powered until',
    value: row => row.lost?.minute ?? Infinity,
    text: untilOf,
    number: true
  },
  { key: 'why', title: 'Then', value: row => row.lost?.why },
  { key: 'wh', title: 'Wh', value: row => row.wh, text: row => preferences.number(row.wh, 0), number: true }
])
/** Minutes gained for a hundred of the reader’s currency. */
const perHundred = (offer: BackupOffer) => (offer.minutesPerDollar * 100) / (preferences.reading.perDollar ?? 1)
const offerColumns = computed((): Column<BackupOffer>[] => [
  { key: 'name', title: 'Backup, with labour', value: offer => offer.name },
  {
    key: 'gain',
    title: 'Gains',
    value: offer => offer.gainMinutes,
    text: offer => minutes(offer.gainMinutes),
    number: true
  },
  {
    key: 'worth',
    title: `per ${preferences.moneyOfSum(100)}`,
    value: perHundred,
    text: offer => `${preferences.number(perHundred(offer), 1)} min`,
    number: true
  },
  { key: 'acts', title: 'Add', value: () => '', plain: true, width: '60px' }
])
const unitOf = (row: Row) => row.unit
const offerOf = (offer: BackupOffer) => offer.item
const marks = (row: Row) => ({ 'data-loss': row.unit, 'class': row.kept ? undefined : 'off' })

async function askShed() {
  const { option } = bench
  if (option) {
    backup.value = undefined
    shed.value = await run('Looking for the shortest list…', (examiner, job, tell) =>
      examiner.shed(option.id, asked.value, job, tell)
    )
  }
}
async function askBackup() {
  const { option } = bench
  if (option) {
    shed.value = undefined
    backup.value = await run('Trying batteries…', (examiner, job, tell) =>
      examiner.backup(option.id, asked.value, job, tell)
    )
  }
}
async function askOffers() {
  const { option } = bench
  if (option)
    offers.value = await run('Trying the backups of the catalogue…', (examiner, job, tell) =>
      examiner.backups(option.id, job, tell)
    )
}
async function askRange() {
  const { option } = bench
  if (option)
    range.value = await run('Older and colder…', (examiner, job, tell) => examiner.range(option.id, job, tell))
}

function applyShed() {
  const { option } = bench
  if (!option || !shed.value) return
  const edits = shed.value.shed.flatMap((load): Edit[] => {
    const unit = option.units.find(other => other.id === load.unit)
    return unit ? [{ type: 'unit.set', option: option.id, unit: { ...unit, shed: true } }] : []
  })
  const says = `Shed ${shed.value.shed.map(unit => unit.label).join(', ')}`
  if (bench.act(edits, says)) bench.said = `Done: ${says}. Undo reverses it.`
}
function addBackup(offer: BackupOffer) {
  const { project, option } = bench
  const item = items.value.find(item => item.id === offer.item)
  if (!project || !option || !item) return
  const unit = newUnit(project, option.id, item)
  if (!unit) {
    bench.said = `${item.name} can be installed at ${item.mounts.join(' or ')}; this aircraft has no such location.`
    return
  }
  const edits: Edit[] = [{ type: 'unit.add', option: option.id, unit, item: structuredClone(toRaw(item)) }]
  if (option.supply)
    edits.push({
      type: 'supply.set',
      option: option.id,
      supply: tieCells(option.supply, { unit: unit.id, label: unit.label, wires: option.wires })
    })
  if (bench.act(edits, `Add ${unit.label}`))
    bench.said =
      `${unit.label} is added at ${project.airframe.places.find(place => place.id === unit.place)?.name}, ` +
      'connected to the bus that stays powered longest. Undo reverses it.'
}
</script>

<template>
  <div class="loss">
    <section class="sheet curve">
      <h2>Alternator failure in {{ endurance.phase }}</h2>
      <p class="answer">
        <StateMark :state="bench.report?.figures.minutes.state ?? 'decide'" :size="20" />
        <span class="figures big" data-answer>{{ minutes(endurance.minutes) }}</span> until
        <template v-if="endurance.first">{{ endurance.first.label }} loses power ({{ endurance.first.why }})</template
        ><template v-else>anything that stays on loses power</template>. {{ preferences.amps(endurance.fullA) }} for
        {{ airframe.pilotDelayMinutes }} min, then {{ preferences.amps(endurance.shedA) }}. The last unit loses power
        after {{ minutes(endurance.endMinutes) }}.
        <span v-if="endurance.diodes.length" class="small" data-diodes
          >Diode drop: {{ diodesSay }}.<template v-if="endurance.withMostDiodeV !== undefined">
            With {{ preferences.short(MOST_DIODE_V) }} V (silicon bridge) it is {{ minutes(endurance.withMostDiodeV) }}:
            enter the type in Distribution.</template
          ></span
        >
        <v-btn @click="emit('why', 'minutes on battery', { kind: 'minutes', of: '' })"> Show working </v-btn>
      </p>
      <div class="chart"><ChartsEnduranceChart :endurance="endurance" :wanted="wanted" /></div>
    </section>
    <section class="sheet side">
      <h2>What if</h2>
      <div class="knobs">
        <QuantityField
          kind="plain"
          label="Required time, min"
          :least="0"
          :most="1440"
          :model-value="wanted"
          @update:model-value="setWanted"
        />
        <RecordForm :schema="Airframe" :record="airframe" :fields="KNOBS" @set="putAirframe" />
      </div>
      <h2 class="next">How to reach the required minutes</h2>
      <v-form v-model="readable" class="row ask" @submit.prevent>
        <QuantityField kind="plain" whole :least="1" :most="1440" label="Minutes asked for" v-model="asked" /><v-btn
          color="primary"
          variant="flat"
          :disabled="!!progress || !(asked > 0) || readable === false"
          @click="askShed"
          >Load-shed list</v-btn
        ><v-btn :disabled="!!progress || !(asked > 0) || readable === false" @click="askBackup"
          >What backup would do?</v-btn
        ><v-btn :disabled="!!progress" @click="askOffers">What each backup buys</v-btn
        ><v-btn :disabled="!!progress" @click="askRange">Older and colder</v-btn>
      </v-form>
      <LongWork v-if="progress" :progress="progress" @stop="stop" />
      <div v-if="shed" class="result" role="status">
        <p v-if="shed.asPlannedMinutes >= shed.wantedMinutes">
          <StateMark state="holds" :size="14" /> Nothing more: as planned it is {{ minutes(shed.asPlannedMinutes) }}.
        </p>
        <template v-else
          ><p>
            <StateMark :state="shed.reached ? 'holds' : 'must fix'" :size="14" />
            <template v-if="shed.reached">Shed these in addition for <b>{{ minutes(shed.minutes) }}</b>:</template
            ><template v-else
              >Even with all but one unit shed it is {{ minutes(shed.minutes) }}. A backup battery or another alternator
              is required.</template
            >
          </p>
          <ul v-if="shed.reached">
            <li v-for="unit in shed.shed" :key="unit.unit">
              {{ unit.label }} <span class="figures quiet">{{ preferences.amps(unit.amps) }}</span
              ><b v-if="unit.essential" class="essential"> called essential by its entry: think twice</b>
            </li>
          </ul>
          <v-btn v-if="shed.reached" color="primary" variant="flat" @click="applyShed">Shed them</v-btn></template
        >
      </div>
      <div v-if="backup" class="result" role="status">
        <p v-if="backup.capacityAh === 0">
          <StateMark state="holds" :size="14" /> None is required. As planned it is
          {{ minutes(backup.asPlannedMinutes) }}.
        </p>
        <p v-else-if="backup.capacityAh">
          <StateMark state="holds" :size="14" /> A lithium backup of
          <b class="figures">{{ preferences.number(backup.capacityAh, 1) }} Ah</b> or more, through a diode to the bus
          that lives longest: {{ minutes(backup.minutes) }}.
        </p>
        <p v-else>
          <StateMark state="must fix" :size="14" /> Even 100 Ah more gives {{ minutes(backup.minutes) }}: what loses
          power first is not fed by it, or draws too much.
        </p>
      </div>
      <FactTable
        v-if="offers"
        :rows="offers"
        :columns="offerColumns"
        name="backups"
        no-filter
        :key-of="offerOf"
        empty="The catalog has no backup battery. Enter one in Equipment, with the column “battery”."
      >
        <template #name="{ row }">
          {{ row.name }}<br /><span class="small quiet figures"
            >{{ preferences.short(row.capacityAh) }} Ah, {{ preferences.money(row.cents) }}, then
            {{ minutes(row.minutes) }}</span
          >
        </template>
        <template #acts="{ row }"><v-btn :aria-label="`Add ${row.name}`" @click="addBackup(row)">Add</v-btn></template>
      </FactTable>
      <template v-if="range">
        <p class="small quiet">Minutes, by how much of their capacity the batteries have left, and how cold they are</p>
        <FactTable :rows="coldRows" :columns="coldColumns" name="older and colder" no-filter :key-of="coldOf">
          <template v-for="column in coldColumns.slice(1)" :key="column.key" #[column.key]="{ row }">
            <StateMark :state="coldState(row.minutes[Number(column.key)]!)" :size="12" />
            {{ cellText(column, row, preferences.reading) }}
          </template>
        </FactTable>
      </template>
      <p v-if="!shed && !backup && !offers && !range && !progress" class="quiet small">
        Ask. The list found is the shortest; what its entry calls essential goes last. Every answer is a simulation of
        this option.
      </p>
    </section>
    <PowerLossPhases class="whole" :endurance="endurance" />
    <section class="sheet whole">
      <h2>What loses power, when</h2>
      <FactTable :rows="rows" :columns="columns" name="what loses power" :key-of="unitOf" :marks="marks">
        <template #header-bar>
          <span class="scale" aria-hidden="true"
            ><span v-for="tick in ticks" :key="tick" :style="{ left: share(tick) }">{{ tick }}</span></span
          >
        </template>
        <template #plan="{ row }">
          <div v-if="row.set" class="plan">
            <v-btn
              :aria-label="`Plan for ${row.label}: ${planWords(row)}`"
              aria-haspopup="menu"
              :append-icon="mdiMenuDown"
              @click="(event: MouseEvent) => openPlan(event, row.set!)"
              >{{ planWords(row) }}</v-btn
            ><QuantityField
              v-if="planOf(row) === 'at minute'"
              hide-label
              kind="plain"
              :label="`Minute at which ${row.label} is shed`"
              :least="0"
              :most="1440"
              :model-value="row.set.shedAfterMinutes ?? 0"
              @update:model-value="v => plan(row.set!, 'at minute', v)"
            /><QuantityField
              v-else-if="planOf(row) === 'below volts'"
              hide-label
              kind="plain"
              :label="`Volts below which ${row.label} is shed`"
              :least="1"
              :most="60"
              :model-value="row.set.shedBelowV!"
              @update:model-value="v => plan(row.set!, 'below volts', v)"
            />
          </div>
        </template>
        <template #bar="{ row }">
          <span class="track"
            ><span
              class="lit"
              :class="{ short: row.kept && row.until < wanted }"
              :style="{ width: share(row.fedUntil) }" /><span
              v-if="row.until > row.fedUntil"
              class="own"
              :style="{ left: share(row.fedUntil), width: share(row.until - row.fedUntil) }" /><span
              class="want"
              :style="{ left: share(wanted) }"
          /></span>
        </template>
        <template #until="{ row }">
          <span class="figures until">{{ untilOf(row) }}</span>
        </template>
      </FactTable>
      <v-menu v-model="planning" :target="planAt" location="bottom">
        <v-list density="compact">
          <v-list-item v-for="[key, says] in PLANS" :key="key" :title="says" @click="planFor && plan(planFor, key)" />
        </v-list>
      </v-menu>
      <p class="quiet small">
        A bar is as long as the unit is lit, hatched while on a battery of its own; the upright stroke is the
        {{ wanted }} min wanted.
      </p>
      <p class="quiet small">
        Cells gave <span class="figures">{{ preferences.number(endurance.energy.takenWh, 0) }} Wh</span>: loads
        {{ preferences.number(endurance.energy.loadsWh, 0) }}, lost in cells, wires, diodes and coils
        {{ preferences.number(endurance.energy.lossWh, 0) }}, rate {{ preferences.number(endurance.energy.rateWh, 0) }}.
        Measure your own battery before relying on a time.
      </p>
    </section>
  </div>
</template>

<style scoped>
.loss :deep(.body.virtual) {
  max-height: 72vh;
}
.loss {
  display: grid;
  grid-template-columns: minmax(0, 7fr) minmax(0, 5fr);
  gap: 12px;
  align-items: stretch;
}
.whole {
  grid-column: 1 / -1;
}
.curve {
  display: grid;
  grid-template-rows: auto auto minmax(262px, 1fr);
}
.chart {
  position: relative;
  min-height: 0;
  margin: 4px 0 0;
}
.big {
  font-size: 24px;
}
.answer {
  line-height: 1.45;
  font-size: 13px;
}
.knobs {
  display: grid;
  grid-template-columns: repeat(2, 1fr);
  gap: 12px;
  margin-top: 12px;
}
.next {
  margin-top: 10px;
  border-top: 1px solid var(--rule);
  padding-top: 8px;
}
.scale {
  position: relative;
  display: block;
  height: 12px;
  font-weight: 400;
}
.scale span {
  position: absolute;
  transform: translateX(-50%);
  font-size: 10.5px;
}
.track {
  position: relative;
  display: block;
  height: 11px;
  background: var(--chalk);
  border: 1px solid var(--rule);
  overflow: hidden;
}
.lit {
  position: absolute;
  inset: 0 auto 0 0;
  background: var(--dye);
}
.off .lit {
  background: var(--sheet-edge);
}
.lit.short {
  background: var(--tape);
}
.own {
  position: absolute;
  top: 0;
  bottom: 0;
  background: repeating-linear-gradient(135deg, var(--dye) 0 2px, transparent 2px 5px);
}
.want {
  position: absolute;
  top: -1px;
  bottom: -1px;
  width: 2px;
  background: var(--graphite);
}
.ask {
  align-items: end;
  gap: 8px 5px;
  margin: 12px 0 6px;
}
.ask .plain {
  padding: 3px 7px;
}
.ask :deep(.v-input) {
  flex: 0 0 150px;
}
.result {
  background: var(--dye-wash);
  padding: 6px 10px;
  font-size: 12.5px;
  display: grid;
  gap: 4px;
  justify-items: start;
}
caption {
  text-align: left;
  padding-top: 6px;
}
ul {
  padding-left: 18px;
}
.essential {
  color: var(--grease);
}
.loss :deep(.off td) {
  color: var(--quiet);
}
.plan {
  white-space: nowrap;
}
.plan {
  display: flex;
  gap: 4px;
}
.plan :deep(.field) {
  width: 58px;
}
.plan :deep(input) {
  padding: 1px 3px;
  font-size: 12px;
}
td .plain {
  padding: 0 6px;
}
</style>
