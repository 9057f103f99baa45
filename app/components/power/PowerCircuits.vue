<script setup lang="ts">
import {
  breakerRows,
  controlsOf,
  DROP_TOLERANCE,
  powerModel,
  type Circuit,
  type Feeder,
  type PowerReport
} from '#core/power'
import { Airframe } from '#core/document'
import type { FigureOf } from '#core/design'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** Breaker or fuse, wire, drop and switch of each unit and of each tie; and the rows they stand in. */
const { power } = defineProps<{ power: PowerReport }>()
const emit = defineEmits<{ why: [title: string, figure: FigureOf] }>()
const bench = useBench()
const preferences = usePreferences()
// Of the power plan what this pane shows: the rest of it may change without a table drawn anew.
const listed = computed(() => power.circuits)
const supply = computed(() => power.supply)
const ties = computed(() => power.feeders)
const own = useSteady(() => bench.option?.circuits.map(circuit => circuit.unit) ?? [])
const rows = useSteady(() => breakerRows(listed.value, supply.value))
/** The switch on the face in the wire of each unit, by what it is called there. */
const faceNames = useSteady(() =>
  controlsOf(powerModel(bench.examined!, supply.value))
    .filter(control => control.kind === 'switch' && control.unit !== undefined)
    .flatMap(control => control.circuits.map(unit => [unit, control.name] as const))
)
const faceSwitch = computed(() => new Map(faceNames.value))
const editing = ref<{ unit?: string; tie?: string }>({})
const close = () => {
  editing.value = {}
}

const airframe = computed(() => bench.project!.airframe)
const { putAirframe } = useRecords()
const LIE: readonly FormField<Airframe>[] = [
  { at: 'structure', label: 'Structure', none: 'not said: wire back' },
  { at: 'wiring.structureOhm', label: 'Structure, milliohms', scale: 1000, done: 'ohms of the structure' },
  { at: 'wiring.ambientC', label: 'Highest temperature, °C', done: 'warmth round the wires' },
  { at: 'wiring.altitudeFt', label: 'Maximum altitude, ft', done: 'height' },
  { at: 'wiring.bundleWires', label: 'Bundle, wires (0: count)', none: 0, done: 'bundle' },
  { at: 'wiring.loadedShare', label: 'Bundle load, share (0: sum)', none: 0, done: 'bundle' },
  {
    at: 'wiring.wireC',
    label: 'Wire rated',
    items: ([105, 150, 200] as const).map(value => ({ value, title: `${value} °C` }))
  },
  { at: 'spareFuses', label: 'Spare fuses carried', done: 'spare fuses' }
]

const names = computed(() => ({
  bus: new Map(supply.value.buses.map(bus => [bus.id, bus.name])),
  unit: new Map(listed.value.map(circuit => [circuit.unit, circuit.label]))
}))
const isOver = (circuit: Circuit) => circuit.dropV > circuit.dropLimitV * (1 + DROP_TOLERANCE)
const switchOf = ({ unit, switch: { ratedA, wantedA, load } }: Circuit) =>
  [
    ratedA === undefined
      ? `requires ${wantedA ? `${preferences.short(wantedA)} A` : 'a relay'}`
      : `${preferences.short(ratedA)} A`,
    load,
    faceSwitch.value.has(unit) ? `${faceSwitch.value.get(unit)} on the face` : ''
  ]
    .filter(Boolean)
    .join(', ')
const circuits = computed((): Column<Circuit>[] => [
  { key: 'unit', title: 'Unit', value: circuit => circuit.label },
  { key: 'bus', title: 'Bus', value: circuit => names.value.bus.get(circuit.bus) ?? circuit.bus },
  {
    key: 'shares',
    title: 'Shares with',
    value: circuit => (circuit.head === circuit.unit ? '' : (names.value.unit.get(circuit.head) ?? circuit.head)),
    hidden: !listed.value.some(circuit => circuit.head !== circuit.unit)
  },
  { key: 'steady', title: 'Continuous A', digits: 2, value: circuit => circuit.steadyA },
  { key: 'brief', title: 'Peak A', digits: 2, value: circuit => circuit.briefA },
  {
    key: 'breaker',
    title: 'Breaker or fuse, A',
    value: circuit => circuit.breakerA,
    text: circuit => `${preferences.short(circuit.breakerA)} ${circuit.protector}`,
    number: true
  },
  { key: 'wire', title: 'Wire, AWG', value: circuit => circuit.awg, number: true },
  { key: 'lies', title: 'Length', of: 'run', value: circuit => circuit.liesMm },
  { key: 'back', title: 'Ground return', value: circuit => circuit.return },
  { key: 'carries', title: 'Derated ampacity, A', digits: 1, value: circuit => circuit.ampacity.amps },
  { key: 'warm', title: 'Warms to, °C', digits: 0, hidden: true, value: circuit => circuit.conductorC },
  {
    key: 'drop',
    title: 'Voltage drop, V',
    value: circuit => circuit.dropV,
    text: circuit => `${preferences.number(circuit.dropV, 3)} of ${preferences.number(circuit.dropLimitV, 1)}`,
    number: true
  },
  { key: 'switch', title: 'Switch', value: switchOf },
  { key: 'acts', title: 'Change', value: () => '', plain: true, width: '84px' }
])
const feeders = computed((): Column<Feeder>[] => [
  { key: 'tie', title: 'Tie', value: feeder => feeder.name },
  { key: 'kind', title: 'Kind', value: feeder => feeder.kind },
  { key: 'steady', title: 'Continuous A', digits: 1, value: feeder => feeder.steadyA },
  { key: 'most', title: 'Maximum load, A', digits: 1, value: feeder => feeder.mostA },
  { key: 'when', title: 'Most in', value: feeder => (feeder.steadyA > 0 ? feeder.when : 'carries nothing') },
  {
    key: 'rated',
    title: 'Trip or rated current, A',
    value: feeder => feeder.ratedA,
    text: feeder =>
      feeder.ratedA !== undefined
        ? preferences.short(feeder.ratedA)
        : feeder.kind === 'wire'
          ? 'no circuit protection'
          : 'not entered',
    number: true
  },
  {
    key: 'wire',
    title: 'Wire, AWG',
    value: feeder => feeder.awg,
    text: feeder => String(feeder.awg ?? 'thicker than 2'),
    number: true
  },
  { key: 'carries', title: 'Ampacity alone, A', digits: 0, value: feeder => feeder.ampacity?.amps },
  { key: 'drop', title: 'Voltage drop, V', digits: 3, value: feeder => feeder.dropV },
  { key: 'acts', title: 'Change', value: () => '', plain: true, width: '84px' }
])
const unitOf = (circuit: Circuit) => circuit.unit
const tieOf = (feeder: Feeder) => feeder.tie
const circuitMarks = (circuit: Circuit) => ({
  'data-circuit': circuit.unit,
  'class': bench.selected.includes(circuit.unit) ? 'here' : undefined
})
const feederMarks = (feeder: Feeder) => ({ 'data-feeder': feeder.tie })
</script>

<template>
  <div class="circuits">
    <section class="sheet lie" aria-label="Wiring environment">
      <h2>Wiring environment</h2>
      <RecordForm :schema="Airframe" :record="airframe" :fields="LIE" @set="putAirframe" />
    </section>
    <section class="sheet" aria-label="Circuits">
      <h2>To the units</h2>
      <FactTable
        :rows="listed"
        :columns="circuits"
        name="circuits"
        :key-of="unitOf"
        :marks="circuitMarks"
        empty="Nothing takes current yet. Choose units in Equipment."
      >
        <template #unit="{ row }">
          {{ row.label }} <span v-if="own.includes(row.unit)" class="small quiet">own choice</span>
        </template>
        <template #drop="{ row }">
          <span class="whole"
            ><span :class="{ over: isOver(row) }">{{ preferences.number(row.dropV, 3) }}</span
            ><span class="quiet"> of {{ preferences.number(row.dropLimitV, 1) }}</span></span
          >
        </template>
        <template #acts="{ row }">
          <v-btn :aria-label="`Change the circuit of ${row.label}`" @click="editing = { unit: row.unit }">Change</v-btn>
        </template>
      </FactTable>
      <p class="quiet small">
        Proposed values come from the circuit protection chart, the derated ampacity (bundle, temperature, altitude) and
        the allowable voltage drop. They apply until changed. Change shows the working of each.
      </p>
    </section>
    <section class="sheet" aria-label="Feeders">
      <h2>From the sources to the buses</h2>
      <FactTable :rows="ties" :columns="feeders" name="feeders" :key-of="tieOf" :marks="feederMarks">
        <template #acts="{ row }">
          <v-btn :aria-label="`Change ${row.name}`" @click="editing = { tie: row.tie }">Change</v-btn>
        </template>
      </FactTable>
      <p class="quiet small">
        Amps by the network of the feeds, in every phase and with the alternators lost. A starter’s amps are not
        counted: a battery’s cable is taken as its starter’s. Lengths are entered in Distribution.
      </p>
    </section>
    <section class="sheet">
      <h2>Rows of breakers and fuses</h2>
      <div v-for="row in rows" :key="row.bus" class="strip">
        <b class="small">{{ row.name }}</b>
        <ol>
          <li v-for="(place, index) in row.places" :key="index" :class="place.kind">
            <template v-if="place.kind === 'protector'"
              ><span class="figures amps"
                >{{ preferences.short(place.amps) }}{{ place.protector === 'fuse' ? ' F' : '' }}</span
              ><span>{{ place.labels.join(', ') }}</span></template
            ><template v-else>spare</template>
          </li>
        </ol>
      </div>
      <p class="quiet small">
        Highest rating first on each bus. One spare position for every eight in use, minimum one. F marks a fuse.
      </p>
    </section>
    <PowerCircuitEditor
      v-if="editing.unit"
      :power="power"
      :unit="editing.unit"
      @close="close"
      @why="(title, figure) => emit('why', title, figure)"
    />
    <PowerFeederEditor
      v-if="editing.tie"
      :power="power"
      :tie="editing.tie"
      @close="close"
      @why="(title, figure) => emit('why', title, figure)"
    />
  </div>
</template>

<style scoped>
.circuits :deep(.body.virtual) {
  max-height: 72vh;
}
.circuits {
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 1fr);
}
.lie {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(176px, 1fr));
  gap: 8px 12px;
  align-items: end;
  padding: 8px 12px;
}
.lie h2 {
  grid-column: 1 / -1;
}
.lie :deep(input:not([type='checkbox'])) {
  padding: 2px 5px;
  font-size: 12.5px;
}
.whole {
  white-space: nowrap;
}
.over {
  color: var(--grease);
  font-weight: 700;
}
.circuits :deep(.here td) {
  background: var(--dye-wash);
}
.strip {
  display: grid;
  grid-template-columns: 118px 1fr;
  gap: 8px;
  align-items: baseline;
  padding: 3px 0;
  border-bottom: 1px solid var(--rule);
}
ol {
  list-style: none;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
li {
  border: 1px solid var(--sheet-edge);
  padding: 1px 7px;
  font-size: 11.5px;
  background: var(--paper);
  display: flex;
  gap: 6px;
}
li.spare {
  border-style: dashed;
  color: var(--quiet);
}
.amps {
  font-weight: 700;
}
</style>
