<script setup lang="ts">
import type { DesignUnit } from '#core/design'
import {
  Airframe,
  Bus,
  MAIN_ALTERNATOR,
  MAIN_BATTERY,
  Source,
  SupplySwitch,
  Tie,
  UNIT_SOURCE,
  type Edit,
  type Supply
} from '#core/document'
import { BREAKER_SIZES_A, controlsOf, GAUGES, isSwitch, powerModel, type Feeder } from '#core/power'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

const preferences = usePreferences()

/** What was chosen in the one-line diagram, by numbers and words. */
type Chosen = { kind: 'node' | 'tie' | 'unit' | 'switch'; id: string } | undefined
const { supply, feeders, failed, busOf } = defineProps<{
  supply: Supply
  feeders: readonly Feeder[]
  failed: readonly string[]
  busOf: (unit: DesignUnit) => { bus: string; alsoBus?: string }
}>()
const chosen = defineModel<Chosen>('chosen', { required: true })
const emit = defineEmits<{
  fail: [id: string]
  hang: [unit: string, bus: string]
}>()
const bench = useBench()
const airframe = computed(() => bench.project!.airframe)
const { actOnSupply, putAirframe } = useRecords()
const AWGS = GAUGES.filter(gauge => gauge.awg <= 22).map(gauge => gauge.awg)
const feeder = computed(() => feeders.find(feeder => feeder.tie === tie.value?.id))
const tie = computed(() =>
  chosen.value?.kind === 'tie' ? supply.ties.find(tie => tie.id === chosen.value!.id) : undefined
)
const bus = computed(() =>
  chosen.value?.kind === 'node' ? supply.buses.find(bus => bus.id === chosen.value!.id) : undefined
)
const source = computed(() =>
  chosen.value?.kind === 'node' ? supply.sources.find(source => source.id === chosen.value!.id) : undefined
)
const own = computed(() =>
  chosen.value?.kind === 'switch' ? supply.switches.find(toggle => toggle.id === chosen.value!.id) : undefined
)
const unit = computed(() =>
  chosen.value?.kind === 'unit' ? bench.design?.units.find(unit => unit.id === chosen.value!.id) : undefined
)
const hung = computed(() => unit.value && busOf(unit.value))
const nodes = computed(() => [
  { id: MAIN_BATTERY, name: airframe.value.battery.name },
  ...(airframe.value.alternatorA > 0 ? [{ id: MAIN_ALTERNATOR, name: 'Alternator' }] : []),
  ...supply.sources,
  ...bench
    .design!.units.filter(unit => unit.item.battery)
    .map(unit => ({ id: UNIT_SOURCE + unit.id, name: unit.label })),
  ...supply.buses
])

const named = (list: readonly { id: string; name: string }[]) =>
  list.map(({ id, name }) => ({ value: id, title: name }))
/** What a breaker may open at: any standard size, and what was entered beside them. */
const ratings = computed(() =>
  [...new Set([...BREAKER_SIZES_A, ...(tie.value?.ratedA === undefined ? [] : [tie.value.ratedA])])].map(amps => ({
    value: amps,
    title: `${preferences.short(amps)} A`
  }))
)
const BUS_FIELDS: readonly FormField<Bus>[] = [
  { at: 'name', label: 'Name' },
  { at: 'role', label: 'Role', done: 'role' }
]
const ENDS = computed((): readonly FormField<Tie>[] => [
  { at: 'name', label: 'Name' },
  { at: 'kind', label: 'Kind' },
  { at: 'from', label: 'From', items: named(nodes.value) },
  { at: 'to', label: 'To', items: named(nodes.value) }
])
/** What a tie opens at or bears, and how it is wired: by its kind. */
const TIE_FIELDS = computed((): readonly FormField<Tie>[] => {
  const kind = tie.value?.kind
  const { ratedA, awg } = feeder.value?.proposed ?? {}
  const opens = ratedA === undefined ? '—' : preferences.short(ratedA)
  const own = kind === 'diode' || kind === 'contactor'
  return [
    ...(kind === 'breaker'
      ? [{ at: 'ratedA' as const, label: 'Opens at', none: `${opens} A, as proposed`, items: ratings.value }]
      : own
        ? [{ at: 'ratedA' as const, label: 'Rated current, A (0: unknown)', none: 0, done: 'rating' }]
        : []),
    ...(own ? [{ at: 'guarded' as const, label: 'Breaker or fuse in this feed', done: 'its breaker' }] : []),
    ...(own && tie.value?.guarded
      ? [{ at: 'guardA' as const, label: `Opens at, A (0: ${opens} as proposed)`, none: 0, done: 'its breaker' }]
      : []),
    {
      at: 'awg',
      label: 'Wire',
      none: `${awg ? `AWG ${awg}, ` : ''}as proposed`,
      items: AWGS.map(awg => ({ value: awg, title: `AWG ${awg}` }))
    },
    { at: 'lengthMm', label: 'Length or 0', none: 0, done: 'length' },
    { at: 'milliohm', label: 'Contact resistance, milliohms', done: 'resistance' },
    ...(kind === 'contactor' ? [{ at: 'holdA' as const, label: 'Coil current, A', none: 0, done: 'coil' }] : [])
  ]
})
const SWITCH_FIELDS = computed((): readonly FormField<SupplySwitch>[] => [
  { at: 'normal', label: 'In normal flight', items: own.value?.positions, done: 'normal position' },
  {
    at: 'afterLoss',
    label: 'After alternator failure',
    none: 'unchanged',
    items: own.value?.positions,
    done: 'position after the loss'
  }
])
const ALTERNATOR: readonly FormField<Airframe>[] = [
  { at: 'alternatorA', label: 'Rating, A', done: 'rating' },
  { at: 'alternatorIdleA', label: 'Output at idle, A (0: unknown)', none: 0, done: 'at idle' },
  { at: 'alternatorFieldA', label: 'Field current, A (0: 5 % of rating)', none: 0, done: 'field' },
  { at: 'starterA', label: 'Starter current, A (0: unknown)', none: 0, done: 'starter' }
]
const BATTERY: readonly FormField<Airframe>[] = [
  { at: 'battery.capacityAh', label: 'Capacity, Ah', done: 'capacity' },
  { at: 'battery.ratedHours', label: 'Rated discharge time, h', done: 'rating' },
  { at: 'battery.chemistry', label: 'Cells' },
  { at: 'rechargeA', label: 'Recharge current, A (0: 0.2 × Ah)', none: 0, done: 'charging' }
]
const SOURCE_FIELDS: { readonly [K in Source['kind']]: readonly FormField<Source>[] } = {
  battery: [
    { at: 'name', label: 'Name' },
    { at: 'capacityAh', label: 'Capacity, Ah', done: 'capacity' },
    { at: 'ratedHours', label: 'Rated discharge time, h', done: 'rating' },
    { at: 'chemistry', label: 'Cells' }
  ],
  alternator: [
    { at: 'name', label: 'Name' },
    { at: 'ratedA', label: 'Rating, A', done: 'rating' },
    { at: 'idleA', label: 'Output at idle, A (0: unknown)', none: 0, done: 'at idle' },
    { at: 'fieldA', label: 'Field current, A (0: 5 % of rating)', none: 0, done: 'field' }
  ]
}
const option = computed(() => bench.option!.id)
const putTie = (next: Tie, done: string) =>
  actOnSupply([{ type: 'tie.put', option: option.value, tie: next }], `${next.name}: ${done}`)
const setTie = (patch: Partial<Tie>, done: string) => {
  if (tie.value) putTie({ ...tie.value, ...patch }, done)
}
const putBus = (next: Bus, done: string) =>
  actOnSupply([{ type: 'bus.put', option: option.value, bus: next }], `${next.name}: ${done}`)
const putSource = (next: Source, done: string) =>
  actOnSupply([{ type: 'source.put', option: option.value, source: next }], `${next.name}: ${done}`)
/** Switches on the face that it may be, and the one its name says it is where nobody said otherwise. */
const faceSwitches = computed(() => bench.design?.units.filter(isSwitch) ?? [])
const byName = computed(() => {
  const control =
    bench.design && controlsOf(powerModel(bench.design, supply)).find(control => control.supplySwitch === own.value?.id)
  return control?.linked === 'by name' ? control.name : undefined
})
const setSwitch = (patch: Partial<SupplySwitch>, done: string) => {
  if (own.value) putSwitch({ ...own.value, ...patch }, done)
}
function putSwitch(wanted: SupplySwitch, done: string) {
  const next = { ...wanted }
  if (next.unit === undefined) delete next.unit
  if (!next.positions.includes(next.normal)) next.normal = next.positions.at(-1)!
  if (next.afterLoss !== undefined && !next.positions.includes(next.afterLoss)) delete next.afterLoss
  // A tie that a position closed which is no more is closed in the others it had, or in normal flight.
  const ties = supply.ties.flatMap((tie): Edit[] => {
    if (tie.by?.switch !== next.id || tie.by.in.every(at => next.positions.includes(at))) return []
    const left = tie.by.in.filter(at => next.positions.includes(at))
    return [
      {
        type: 'tie.put',
        option: option.value,
        tie: { ...tie, by: { ...tie.by, in: left.length ? left : [next.normal] } }
      }
    ]
  })
  actOnSupply([...ties, { type: 'switch.put', option: option.value, switch: next }], `${next.name}: ${done}`)
}
function setPositions(words: string) {
  const positions = [
    ...new Set(
      words
        .split(',')
        .map(position => position.trim())
        .filter(Boolean)
    )
  ].slice(0, 6)
  if (positions.length < 2) {
    bench.said = 'Enter two or more switch positions, separated by commas. The previous positions are kept.'
    return
  }
  setSwitch({ positions }, 'positions')
}
function setBy(id: string) {
  const toggled = supply.switches.find(toggle => toggle.id === id)
  setTie({ by: toggled && { switch: toggled.id, in: [toggled.normal] } }, 'switch')
}
function toggle(at: string, on: boolean) {
  const by = tie.value?.by
  if (!by) return
  const next = on ? [...by.in, at] : by.in.filter(other => other !== at)
  if (next.length) setTie({ by: { ...by, in: next } }, 'positions')
  else bench.said = 'A feeder must be closed in one or more positions. To leave it open always, delete it.'
}
function drop() {
  const id = chosen.value!.id
  if (bus.value && supply.buses.length === 1) {
    bench.said = 'The last bus stays: units must be fed from one.'
    return
  }
  // What was joined to it, fed from it or closed by it follows, as the table of references says.
  if (tie.value) actOnSupply([{ type: 'tie.drop', option: option.value, tie: id }], `Delete ${tie.value.name}`)
  else if (own.value)
    actOnSupply([{ type: 'switch.drop', option: option.value, switch: id }], `Delete ${own.value.name}`)
  else if (bus.value) actOnSupply([{ type: 'bus.drop', option: option.value, bus: id }], `Delete ${bus.value.name}`)
  else if (source.value)
    actOnSupply([{ type: 'source.drop', option: option.value, source: id }], `Delete ${source.value.name}`)
  chosen.value = undefined
}
const circuitOf = computed(() => bench.option?.circuits.find(circuit => circuit.unit === unit.value?.id))
const also = (bus: string) => setCircuit({ alsoBus: bus || undefined, ...(!bus && { diodeV: undefined }) })
/** Changes the circuit of the unit; one of which nothing is left that was chosen goes. */
function setCircuit(patch: { alsoBus?: string; diodeV?: number }) {
  const { option } = bench
  if (!unit.value || !option) return
  const all = { ...(circuitOf.value ?? { unit: unit.value.id }), ...patch }
  const circuit = Object.fromEntries(Object.entries(all).filter(([, value]) => value !== undefined)) as typeof all
  bench.act(
    [
      Object.keys(circuit).length > 1
        ? { type: 'circuit.set', option: option.id, circuit }
        : { type: 'circuit.clear', option: option.id, unit: unit.value.id }
    ],
    `${unit.value.label}: second feed`
  )
}
</script>

<template>
  <section class="sheet edit" aria-label="What is chosen">
    <template v-if="unit"
      ><h2>{{ unit.label }}</h2>
      <ChoiceField
        :model-value="hung!.bus"
        label="Fed from"
        :items="named(supply.buses)"
        @update:model-value="value => emit('hang', unit!.id, value)"
      />
      <ChoiceField
        :model-value="hung!.alsoBus ?? ''"
        label="And from, each through a diode"
        :items="[{ value: '', title: 'no second bus' }, ...named(supply.buses.filter(bus => bus.id !== hung!.bus))]"
        @update:model-value="value => also(value)"
      />
      <PowerDiodeFields
        v-if="hung!.alsoBus"
        type-label="Diode type (two diodes)"
        drop-label="Voltage drop of each, V"
        :model-value="circuitOf?.diodeV"
        @update:model-value="diodeV => setCircuit({ diodeV })"
      />
      <p class="small quiet">
        {{ preferences.short(unit.item.power!.minV) }} to {{ preferences.short(unit.item.power!.maxV) }} V,
        {{ unit.item.power!.load
        }}<template v-if="unit.item.power!.internalBatteryMinutes"
          >, {{ unit.item.power!.internalBatteryMinutes }} min on a battery of its own</template
        >. Breaker, wire and switch are in Circuits.
      </p>
    </template>
    <template v-else-if="bus"
      ><h2>Bus</h2>
      <RecordForm :key="bus.id" :schema="Bus" :record="bus" :fields="BUS_FIELDS" @set="putBus" />
      <p class="small quiet">
        Units without an assigned bus are fed by role: essential units from the essential bus, radios and displays from
        the avionics bus, a clock from the always-hot bus, all others from the main bus.
      </p>
      <div class="row">
        <v-btn :aria-pressed="failed.includes(bus.id)" @click="emit('fail', bus!.id)">
          {{ failed.includes(bus.id) ? 'Failed: clear' : 'Simulate failure' }}</v-btn
        ><v-btn @click="drop"> Delete </v-btn>
      </div>
    </template>
    <template v-else-if="tie"
      ><h2>Tie</h2>
      <RecordForm :key="tie.id" :schema="Tie" :record="tie" :fields="ENDS" @set="putTie" />
      <ChoiceField
        :model-value="tie.by?.switch ?? ''"
        label="Closed by switch"
        :items="[{ value: '', title: 'nothing: always closed' }, ...named(supply.switches)]"
        @update:model-value="value => setBy(value)"
      />
      <div v-if="tie.by" class="row" role="group" aria-label="Closed in">
        <v-checkbox
          v-for="at in supply.switches.find(known => known.id === tie!.by!.switch)?.positions"
          :key="at"
          :model-value="tie.by.in.includes(at)"
          @update:model-value="checked => toggle(at, checked === true)"
          :label="at"
        />
      </div>
      <PowerDiodeFields
        v-if="tie.kind === 'diode'"
        type-label="Diode type"
        drop-label="Voltage drop, V"
        :model-value="tie.dropV"
        @update:model-value="dropV => setTie({ dropV }, 'voltage drop')"
      />
      <RecordForm :key="`more ${tie.id}`" :schema="Tie" :record="tie" :fields="TIE_FIELDS" @set="putTie" />
      <p v-if="feeder" class="small quiet">
        Carries <b class="figures">{{ preferences.amps(feeder.steadyA) }}</b> continuously ({{ feeder.when }}),
        {{ preferences.amps(feeder.mostA) }} with all at peak.<template v-if="feeder.busDropV !== undefined"
          >{{ ' ' }}{{ preferences.number(feeder.busDropV, 2) }} V are lost from the source to its bus.</template
        >
      </p>
      <div class="row">
        <v-btn :aria-pressed="failed.includes(tie.id)" @click="emit('fail', tie!.id)">
          {{ failed.includes(tie.id) ? 'Open: clear' : 'Simulate open' }}</v-btn
        ><v-btn @click="drop"> Delete </v-btn>
      </div>
    </template>
    <template v-else-if="own"
      ><h2>Switch</h2>
      <TextField
        :key="own.id"
        label="Name"
        :model-value="own.name"
        @update:model-value="(name: string) => setSwitch({ name }, 'name')"
      />
      <ChoiceField
        :model-value="own.unit ?? ''"
        label="On the face"
        :items="[
          { value: '', title: byName ? `${byName}, by its name` : 'not there' },
          ...faceSwitches.map(unit => ({ value: unit.id, title: unit.label }))
        ]"
        @update:model-value="value => setSwitch({ unit: value || undefined }, 'where it stands')"
      />
      <TextField
        :key="`at ${own.id}`"
        label="Positions, by commas"
        :model-value="own.positions.join(', ')"
        @update:model-value="setPositions"
      />
      <RecordForm :schema="SupplySwitch" :record="own" :fields="SWITCH_FIELDS" @set="putSwitch" />
      <v-btn @click="drop">Delete</v-btn>
    </template>
    <template v-else-if="chosen?.id === 'alternator'"
      ><h2>Alternator</h2>
      <RecordForm :schema="Airframe" :record="airframe" :fields="ALTERNATOR" @set="putAirframe" />
      <v-btn :aria-pressed="failed.includes('alternator')" @click="emit('fail', 'alternator')">
        {{ failed.includes('alternator') ? 'Failed: clear' : 'Simulate failure' }}
      </v-btn>
    </template>
    <template v-else-if="chosen?.id === 'battery'"
      ><h2>{{ airframe.battery.name }}</h2>
      <RecordForm :schema="Airframe" :record="airframe" :fields="BATTERY" @set="putAirframe" />
      <v-btn :aria-pressed="failed.includes('battery')" @click="emit('fail', 'battery')">
        {{ failed.includes('battery') ? 'Failed: clear' : 'Simulate failure' }}
      </v-btn>
    </template>
    <template v-else-if="source"
      ><h2>{{ source.name }}</h2>
      <RecordForm
        :key="source.id"
        :schema="Source"
        :record="source"
        :fields="SOURCE_FIELDS[source.kind]"
        @set="putSource"
      />
      <p class="small quiet">Drag it onto a bus to tie it there.</p>
      <div class="row">
        <v-btn :aria-pressed="failed.includes(source.id)" @click="emit('fail', source!.id)">
          {{ failed.includes(source.id) ? 'Failed: clear' : 'Simulate failure' }}</v-btn
        ><v-btn @click="drop"> Delete </v-btn>
      </div>
    </template>
    <template v-else
      ><h2>Change something</h2>
      <p class="small quiet">Choose a source, a bus, a tie, a switch or a unit in the diagram.</p></template
    >
  </section>
</template>

<style scoped>
.edit {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: end;
  min-height: 62px;
  max-height: 172px;
  overflow-y: auto;
  padding: 8px 12px;
  align-content: start;
}
.edit > h2 {
  flex: 0 0 100%;
}
/* Not narrower than their labels: fields wrap to another line. */
.edit > :deep(.v-input:not(.v-checkbox)) {
  flex: 1 0 180px;
  max-width: 240px;
}
.edit > p {
  flex: 1 1 240px;
  align-self: center;
}
.edit :deep(input:not([type='checkbox'])),
.edit select {
  padding: 2px 5px;
  font-size: 12.5px;
}
</style>
