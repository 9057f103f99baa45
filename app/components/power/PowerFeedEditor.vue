<script setup lang="ts">
import type { Bus, Edit, Source, Supply, SupplySwitch, Tie } from '#core/document'
import type { DesignUnit } from '#core/design'
import { BUS_ROLES, MAIN_ALTERNATOR, MAIN_BATTERY, TIE_KINDS, UNIT_SOURCE } from '#core/document'
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
const { setAirframe, actOnSupply } = useRecords()
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

/** What a breaker may open at: as proposed (0), any standard size, and what was entered beside them. */
const ratings = computed(() => {
  const proposed = feeder.value?.proposed.ratedA
  const entered = tie.value?.ratedA
  return [
    { value: 0, title: `${proposed === undefined ? '—' : preferences.short(proposed)} A, as proposed` },
    ...[...new Set([...BREAKER_SIZES_A, ...(entered === undefined ? [] : [entered])])].map(amps => ({
      value: amps,
      title: `${preferences.short(amps)} A`
    }))
  ]
})
const setTie = (patch: Partial<Tie>, what: string) => {
  if (tie.value)
    actOnSupply(
      [{ type: 'tie.put', option: bench.option!.id, tie: { ...tie.value, ...patch } }],
      `${tie.value.name}: ${what}`
    )
}
const setBus = (patch: Partial<Bus>, what: string) => {
  if (bus.value)
    actOnSupply(
      [{ type: 'bus.put', option: bench.option!.id, bus: { ...bus.value, ...patch } }],
      `${bus.value.name}: ${what}`
    )
}
const setSource = (patch: object, what: string) => {
  if (source.value)
    actOnSupply(
      [{ type: 'source.put', option: bench.option!.id, source: { ...source.value, ...patch } as Source }],
      `${source.value.name}: ${what}`
    )
}
/** Switches on the face that it may be, and the one its name says it is where nobody said otherwise. */
const faceSwitches = computed(() => bench.design?.units.filter(isSwitch) ?? [])
const byName = computed(() => {
  const control =
    bench.design && controlsOf(powerModel(bench.design, supply)).find(control => control.supplySwitch === own.value?.id)
  return control?.linked === 'by name' ? control.name : undefined
})
const setSwitch = (patch: Partial<SupplySwitch>, what: string) => {
  if (!own.value) return
  const next = { ...own.value, ...patch }
  if (next.unit === undefined) delete next.unit
  if (!next.positions.includes(next.normal)) next.normal = next.positions.at(-1)!
  if (next.afterLoss !== undefined && !next.positions.includes(next.afterLoss)) delete next.afterLoss
  const option = bench.option!.id
  // A tie that a position closed which is no more is closed in the others it had, or in normal flight.
  const ties = supply.ties.flatMap((tie): Edit[] => {
    if (tie.by?.switch !== next.id || tie.by.in.every(at => next.positions.includes(at))) return []
    const left = tie.by.in.filter(at => next.positions.includes(at))
    return [{ type: 'tie.put', option, tie: { ...tie, by: { ...tie.by, in: left.length ? left : [next.normal] } } }]
  })
  actOnSupply([...ties, { type: 'switch.put', option, switch: next }], `${next.name}: ${what}`)
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
    bench.said = 'A switch has two positions at least, set apart by commas; the positions before stand.'
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
  else bench.said = 'A tie must be closed in one position at least; to leave it open always, delete it.'
}
function drop() {
  const id = chosen.value!.id
  if (bus.value && supply.buses.length === 1) {
    bench.said = 'The last bus stays: units must be fed from one.'
    return
  }
  const option = bench.option!.id
  // What was joined to it, fed from it or closed by it follows, as the table of references says.
  if (tie.value) actOnSupply([{ type: 'tie.drop', option, tie: id }], `Delete ${tie.value.name}`)
  else if (own.value) actOnSupply([{ type: 'switch.drop', option, switch: id }], `Delete ${own.value.name}`)
  else if (bus.value) actOnSupply([{ type: 'bus.drop', option, bus: id }], `Delete ${bus.value.name}`)
  else if (source.value) actOnSupply([{ type: 'source.drop', option, source: id }], `Delete ${source.value.name}`)
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
        label="Hangs on"
        :items="supply.buses.map(bus => ({ value: bus.id, title: bus.name }))"
        @update:model-value="value => emit('hang', unit!.id, value)"
      />
      <ChoiceField
        :model-value="hung!.alsoBus ?? ''"
        label="and, each through a diode, on"
        :items="[
          { value: '', title: 'no second bus' },
          ...supply.buses.filter(bus => bus.id !== hung!.bus).map(bus => ({ value: bus.id, title: bus.name }))
        ]"
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
      <TextField
        :key="bus.id"
        label="Name"
        :model-value="bus.name"
        @update:model-value="(name: string) => setBus({ name }, 'name')"
      />
      <ChoiceField
        :model-value="bus.role"
        label="It is the"
        :items="BUS_ROLES"
        @update:model-value="value => setBus({ role: value as 'main' }, 'role')"
      />
      <p class="small quiet">
        Units with no choice of their own hang on a bus by its role: what is essential on the essential one, radios and
        displays on the avionics one, a clock on the always-hot one, the rest on the main one.
      </p>
      <div class="row">
        <v-btn :aria-pressed="failed.includes(bus.id)" @click="emit('fail', bus!.id)">
          {{ failed.includes(bus.id) ? 'Failed: mend it' : 'Let it fail' }}</v-btn
        ><v-btn @click="drop"> Delete </v-btn>
      </div>
    </template>
    <template v-else-if="tie"
      ><h2>Tie</h2>
      <TextField
        :key="tie.id"
        label="Name"
        :model-value="tie.name"
        @update:model-value="(name: string) => setTie({ name }, 'name')"
      />
      <ChoiceField
        :model-value="tie.kind"
        label="Kind"
        :items="TIE_KINDS"
        @update:model-value="value => setTie({ kind: value as 'wire' }, 'kind')"
      />
      <ChoiceField
        :model-value="tie.from"
        label="From"
        :items="nodes.map(node => ({ value: node.id, title: node.name }))"
        @update:model-value="value => setTie({ from: value }, 'from')"
      />
      <ChoiceField
        :model-value="tie.to"
        label="To"
        :items="nodes.map(node => ({ value: node.id, title: node.name }))"
        @update:model-value="value => setTie({ to: value }, 'to')"
      />
      <ChoiceField
        :model-value="tie.by?.switch ?? ''"
        label="Closed by"
        :items="[
          { value: '', title: 'nothing: always closed' },
          ...supply.switches.map(known => ({ value: known.id, title: known.name }))
        ]"
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
      <ChoiceField
        v-if="tie.kind === 'breaker'"
        label="Opens at"
        :items="ratings"
        :model-value="tie.ratedA ?? 0"
        @update:model-value="ratedA => setTie({ ratedA: ratedA === 0 ? undefined : ratedA }, 'rating')"
      />
      <QuantityField
        v-if="tie.kind === 'contactor' || tie.kind === 'diode'"
        kind="plain"
        label="Bears, A (0: unknown)"
        :least="0"
        :most="1000"
        :model-value="tie.ratedA ?? 0"
        @update:model-value="v => setTie({ ratedA: v || undefined }, 'rating')"
      />
      <PowerDiodeFields
        v-if="tie.kind === 'diode'"
        type-label="Diode type"
        drop-label="Voltage drop, V"
        :model-value="tie.dropV"
        @update:model-value="dropV => setTie({ dropV }, 'voltage drop')"
      />
      <template v-if="tie.kind === 'diode' || tie.kind === 'contactor'"
        ><v-checkbox
          :model-value="tie.guarded === true"
          label="Breaker or fuse in this feed"
          @update:model-value="
            checked => setTie({ guarded: checked === true || undefined }, 'its breaker')
          " /><QuantityField
          v-if="tie.guarded"
          kind="plain"
          :label="`Opens at, A (0: ${feeder?.proposed.ratedA ?? '—'} as proposed)`"
          :least="0"
          :most="1000"
          :model-value="tie.guardA ?? 0"
          @update:model-value="v => setTie({ guardA: v || undefined }, 'its breaker')"
      /></template>
      <ChoiceField
        :model-value="(tie.awg as number | undefined) ?? ''"
        label="Wire"
        :items="[
          { value: '', title: `${feeder?.proposed.awg ? `AWG ${feeder.proposed.awg}, ` : ''}as proposed` },
          ...AWGS.map(awg => ({ value: awg, title: `AWG ${awg}` }))
        ]"
        @update:model-value="value => setTie({ awg: value ? (value as 22) : undefined }, 'wire')"
      />
      <QuantityField
        kind="length"
        label="Length or 0"
        :least="0"
        :most="50000"
        :model-value="tie.lengthMm ?? 0"
        @update:model-value="v => setTie({ lengthMm: v || undefined }, 'length')"
      />
      <QuantityField
        kind="plain"
        label="Contacts, mΩ"
        :least="0"
        :most="10000"
        :model-value="tie.milliohm"
        @update:model-value="v => setTie({ milliohm: v }, 'resistance')"
      />
      <QuantityField
        v-if="tie.kind === 'contactor'"
        kind="plain"
        label="Its coil draws, A"
        :least="0"
        :most="20"
        :model-value="tie.holdA ?? 0"
        @update:model-value="v => setTie({ holdA: v || undefined }, 'coil')"
      />
      <p v-if="feeder" class="small quiet">
        Carries <b class="figures">{{ preferences.amps(feeder.steadyA) }}</b> continuously ({{ feeder.when }}),
        {{ preferences.amps(feeder.mostA) }} with all at their most.<template v-if="feeder.busDropV !== undefined"
          >{{ ' ' }}{{ preferences.number(feeder.busDropV, 2) }} V are lost from the source to its bus.</template
        >
      </p>
      <div class="row">
        <v-btn :aria-pressed="failed.includes(tie.id)" @click="emit('fail', tie!.id)">
          {{ failed.includes(tie.id) ? 'Failed open: mend it' : 'Let it fail open' }}</v-btn
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
      <ChoiceField
        :model-value="own.normal"
        label="In normal flight"
        :items="own.positions"
        @update:model-value="value => setSwitch({ normal: value }, 'normal position')"
      />
      <ChoiceField
        :model-value="own.afterLoss ?? ''"
        label="Once the alternator is lost"
        :items="[{ value: '', title: 'left as it is' }, ...own.positions]"
        @update:model-value="value => setSwitch({ afterLoss: value || undefined }, 'position after the loss')"
      />
      <v-btn @click="drop">Delete</v-btn>
    </template>
    <template v-else-if="chosen?.id === 'alternator'"
      ><h2>Alternator</h2>
      <QuantityField
        kind="plain"
        label="Rating, A"
        :least="0"
        :most="1000"
        :model-value="airframe.alternatorA"
        @update:model-value="v => setAirframe({ alternatorA: v }, 'Alternator')"
      />
      <QuantityField
        kind="plain"
        label="At idle, A (0: not known)"
        :least="0"
        :most="1000"
        :model-value="airframe.alternatorIdleA ?? 0"
        @update:model-value="v => setAirframe({ alternatorIdleA: v || undefined }, 'Alternator at idle')"
      />
      <QuantityField
        kind="plain"
        label="Its field, A (0: 5 % of rating)"
        :least="0"
        :most="50"
        :model-value="airframe.alternatorFieldA ?? 0"
        @update:model-value="v => setAirframe({ alternatorFieldA: v || undefined }, 'Field of the alternator')"
      />
      <QuantityField
        kind="plain"
        label="Starter, A (0: not known)"
        :least="0"
        :most="2000"
        :model-value="airframe.starterA ?? 0"
        @update:model-value="v => setAirframe({ starterA: v || undefined }, 'Starter')"
      />
      <v-btn :aria-pressed="failed.includes('alternator')" @click="emit('fail', 'alternator')">
        {{ failed.includes('alternator') ? 'Failed: mend it' : 'Let it fail' }}
      </v-btn>
    </template>
    <template v-else-if="chosen?.id === 'battery'"
      ><h2>{{ airframe.battery.name }}</h2>
      <QuantityField
        kind="plain"
        label="Capacity, Ah"
        :least="0.1"
        :most="500"
        :model-value="airframe.battery.capacityAh"
        @update:model-value="v => setAirframe({ battery: { ...airframe.battery, capacityAh: v } }, 'Battery')"
      />
      <QuantityField
        kind="plain"
        label="rated in hours"
        :least="0.1"
        :most="24"
        :model-value="airframe.battery.ratedHours"
        @update:model-value="v => setAirframe({ battery: { ...airframe.battery, ratedHours: v } }, 'Battery')"
      />
      <ChoiceField
        :model-value="airframe.battery.chemistry"
        label="Cells"
        :items="['lead-acid', 'lithium']"
        @update:model-value="
          value => setAirframe({ battery: { ...airframe.battery, chemistry: value as 'lithium' } }, 'Battery')
        "
      />
      <QuantityField
        kind="plain"
        label="Takes after a start, A (0: 0.2 × Ah)"
        :least="0"
        :most="500"
        :model-value="airframe.rechargeA ?? 0"
        @update:model-value="v => setAirframe({ rechargeA: v || undefined }, 'Charging')"
      />
      <v-btn :aria-pressed="failed.includes('battery')" @click="emit('fail', 'battery')">
        {{ failed.includes('battery') ? 'Failed: mend it' : 'Let it fail' }}
      </v-btn>
    </template>
    <template v-else-if="source"
      ><h2>{{ source.name }}</h2>
      <TextField
        :key="source.id"
        label="Name"
        :model-value="source.name"
        @update:model-value="(name: string) => setSource({ name }, 'name')"
      />
      <template v-if="source.kind === 'battery'"
        ><QuantityField
          kind="plain"
          label="Capacity, Ah"
          :least="0.1"
          :most="500"
          :model-value="source.capacityAh"
          @update:model-value="v => setSource({ capacityAh: v }, 'capacity')" /><QuantityField
          kind="plain"
          label="rated in hours"
          :least="0.1"
          :most="24"
          :model-value="source.ratedHours"
          @update:model-value="v => setSource({ ratedHours: v }, 'rating')" />
        <ChoiceField
          :model-value="source.chemistry"
          label="Cells"
          :items="['lead-acid', 'lithium']"
          @update:model-value="value => setSource({ chemistry: value }, 'cells')"
      /></template>
      <template v-else
        ><QuantityField
          kind="plain"
          label="Rating, A"
          :least="0.1"
          :most="1000"
          :model-value="source.ratedA"
          @update:model-value="v => setSource({ ratedA: v }, 'rating')" /><QuantityField
          kind="plain"
          label="At idle, A (0: not known)"
          :least="0"
          :most="1000"
          :model-value="source.idleA ?? 0"
          @update:model-value="v => setSource({ idleA: v || undefined }, 'at idle')" /><QuantityField
          kind="plain"
          label="Its field, A (0: 5 % of rating)"
          :least="0"
          :most="50"
          :model-value="source.fieldA ?? 0"
          @update:model-value="v => setSource({ fieldA: v || undefined }, 'field')"
      /></template>
      <p class="small quiet">Drag it onto a bus to tie it there.</p>
      <div class="row">
        <v-btn :aria-pressed="failed.includes(source.id)" @click="emit('fail', source!.id)">
          {{ failed.includes(source.id) ? 'Failed: mend it' : 'Let it fail' }}</v-btn
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
