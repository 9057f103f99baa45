<script setup lang="ts">
import { WIRE_STATES, type WireMark } from '#core/document'
import { coloursText, numberText, numberWires, pinText, retired, type Wire, type WiringReport } from '#core/wiring'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** Every wire with its number, ends and length; ticked off while the harness is built. One that is pressed shows all of itself. */
const { wiring } = defineProps<{ wiring: WiringReport }>()
const bench = useBench()
const preferences = usePreferences()
const wires = computed(() => wiring.wires)
const unnumbered = computed(() => numberWires(bench.examined!, wires.value))
const gone = computed(() => retired(bench.examined!, wires.value))
const done = computed(() =>
  WIRE_STATES.map(state => ({
    state,
    count: wires.value.filter(wire => (wire.mark?.state ?? 'planned') === state).length
  }))
)
const pins = (wire: Wire, side: 'from' | 'to') =>
  wire.cores
    .flatMap(core => core[side]?.map(pinText) ?? [])
    .filter(Boolean)
    .join(' ')
const stateOf = (wire: Wire) => wire.mark?.state ?? 'planned'
const nextOf = (wire: Wire) => WIRE_STATES[WIRE_STATES.indexOf(stateOf(wire)) + 1]
const columns = computed((): Column<Wire>[] => [
  { key: 'number', title: 'No.', value: wire => numberText(wire.mark?.number), width: '74px' },
  { key: 'kind', title: 'Kind', value: wire => wire.kind },
  { key: 'from', title: 'From', value: wire => `${preferences.say(wire.from)} ${pins(wire, 'from')}`.trim() },
  { key: 'to', title: 'To', value: wire => `${preferences.say(wire.to)} ${pins(wire, 'to')}`.trim() },
  { key: 'text', title: 'Make', value: wire => wire.text, width: '132px' },
  { key: 'colour', title: 'Colour', value: coloursText, hidden: true },
  { key: 'length', title: 'Length to cut', of: 'run', value: wire => wire.lengthMm },
  { key: 'weight', title: 'Weight', of: 'mass', hidden: true, value: wire => wire.massKg },
  { key: 'state', title: 'State', value: stateOf, width: '128px' }
])
const nameOf = (wire: Wire) =>
  numberText(wire.mark?.number) || `${preferences.say(wire.from)} to ${preferences.say(wire.to)}`
const chosenId = ref('')
const chosen = computed(() => wires.value.find(wire => wire.id === chosenId.value))
const places = computed(() => new Map(bench.project!.airframe.places.map(place => [place.id, place.name])))

function put(wire: Wire, patch: Partial<WireMark>, what: string) {
  // Of the document itself: the report on it comes a moment later, and two ticks in a row must build on each other.
  const now = bench.option!.wires.find(other => other.wire === wire.id)
  const mark: WireMark = { ...now, wire: wire.id, ...patch }
  for (const key of ['via', 'note', 'coax', 'colour', 'state', 'number'] as const)
    if (mark[key] === undefined || (Array.isArray(mark[key]) && mark[key].length === 0) || mark[key] === '')
      delete mark[key]
  bench.act([{ type: 'wires.put', option: bench.option!.id, wires: [mark] }], what)
}
function tick(wire: Wire) {
  const next = nextOf(wire)
  if (next) put(wire, { state: next }, `${nameOf(wire)} ${next}`)
}
function numberAll() {
  const { option } = bench
  const marks = unnumbered.value
  if (
    option &&
    !bench.outOfDate &&
    marks.length &&
    bench.act([{ type: 'wires.put', option: option.id, wires: marks }], `Number ${marks.length} wires`)
  )
    bench.said = `${marks.length} wires have numbers now. They stay with them, whatever else changes.`
}
const keyOf = (wire: Wire) => wire.id
const marksOf = (wire: Wire) => ({ 'data-wire': wire.id, 'class': wire.id === chosenId.value ? 'here' : undefined })
</script>

<template>
  <div class="split" :class="{ open: chosen }">
    <section class="sheet table">
      <FactTable class="wires" name="wire list" :rows="wires" :columns="columns" :key-of="keyOf" :marks="marksOf">
        <template #tools>
          <h2>Wire list <span class="figures quiet">{{ wires.length }}</span></h2>
          <v-btn v-if="unnumbered.length" color="primary" variant="flat" @click="numberAll">
            Number {{ unnumbered.length }} wires
          </v-btn>
          <span class="small quiet" data-progress>{{
            done
              .filter(counted => counted.count)
              .map(counted => `${counted.count} ${counted.state}`)
              .join(', ')
          }}</span>
          <span v-if="gone.length" class="small quiet"
            >{{ gone.length }} number{{ gone.length === 1 ? '' : 's' }} of wires that are gone stay taken</span
          >
        </template>
        <template #number="{ row }">
          <v-btn
            variant="text"
            class="figures number"
            :aria-expanded="row.id === chosenId"
            :aria-label="`All of wire ${nameOf(row)}`"
            @click="chosenId = row.id === chosenId ? '' : row.id"
            >{{ numberText(row.mark?.number) || '—' }}</v-btn
          >
        </template>
        <template #from="{ row }"
          >{{ preferences.say(row.from) }} <span class="figures quiet">{{ pins(row, 'from') }}</span></template
        >
        <template #to="{ row }"
          >{{ preferences.say(row.to) }} <span class="figures quiet">{{ pins(row, 'to') }}</span></template
        >
        <template #state="{ row }">
          <v-btn
            v-if="nextOf(row)"
            class="tick"
            :aria-label="`${nameOf(row)} is ${stateOf(row)}; mark it ${nextOf(row)}`"
            :title="`Mark it ${nextOf(row)}`"
            @click="tick(row)"
            >{{ stateOf(row) }}</v-btn
          ><span v-else><StateMark state="met" :size="13" /> tested</span>
        </template>
      </FactTable>
    </section>
    <WiringOne
      v-if="chosen"
      :key="chosen.id"
      :wire="chosen"
      :places="places"
      @put="(patch, what) => put(chosen!, patch, what)"
      @close="chosenId = ''"
    />
  </div>
</template>

<style scoped>
.split {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
  height: 100%;
}
.split.open {
  grid-template-columns: minmax(0, 1fr) 320px;
}
.table {
  min-height: 0;
  display: flex;
  flex-direction: column;
}
.wires {
  background: transparent;
  font-size: 12.5px;
  flex: 1;
}
.number {
  min-width: 0;
  padding: 0 4px;
}
.tick {
  min-width: 100px;
}
:deep(tr.here) {
  background: var(--alclad);
}
@media (max-width: 1000px) {
  .split.open {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: minmax(0, 1fr) auto;
  }
}
</style>
