<script setup lang="ts">
import {
  BREAKER_SIZES_A,
  breakerRows,
  GAUGES,
  supplyOf,
  SWITCH_LOADS,
  type Circuit,
  type Feeder,
  type PowerReport,
  controlsOf,
  powerModel
} from '#core/power'
import { STRUCTURES, type Airframe, type CircuitChoice, type Tie } from '#core/document'
import type { FigureOf } from '#core/design'
import { useBench } from '~/stores/bench'
import { useTaste } from '~/stores/taste'

/** Protector, wire, drop and switch of each unit, with what the app would choose and why; and the rows they stand in. */
const { power } = defineProps<{ power: PowerReport }>()
const emit = defineEmits<{ why: [title: string, figure: FigureOf] }>()
const bench = useBench()
const taste = useTaste()
const choices = computed(() => new Map(bench.option?.circuits.map(one => [one.unit, one])))
const rows = computed(() => breakerRows(power.circuits, power.supply))
/** The switch on the face in the wire of each unit, by what it is called there. */
const faceSwitch = computed(
  () =>
    new Map(
      controlsOf(powerModel(bench.examined!, power.supply))
        .filter(one => one.kind === 'switch' && one.unit !== undefined)
        .flatMap(one => one.circuits.map(unit => [unit, one.name] as const))
    )
)
const heads = computed(() => power.circuits.filter(circuit => circuit.head === circuit.unit))
const AWGS = GAUGES.filter(one => one.awg <= 22).map(one => one.awg)
const BACK = { 'structure': 'structure', 'ground block': 'ground block', 'battery': 'battery' } as const
const SWITCHES_A = [3, 5, 7.5, 10, 15, 20, 25, 35, 50]

/** What differs from the proposal is kept; a choice with nothing left of its own is taken back. */
function choose(circuit: Circuit, patch: Partial<CircuitChoice>, what: string) {
  if (!bench.option) return
  const next: CircuitChoice = { unit: circuit.unit, ...choices.value.get(circuit.unit), ...patch }
  if (next.breakerA === circuit.proposed.breakerA) delete next.breakerA
  if (next.awg === circuit.proposed.awg) delete next.awg
  if (next.protector === 'breaker') delete next.protector
  for (const key of ['bus', 'alsoBus', 'sharesWith', 'switch', 'return'] as const)
    if (next[key] === undefined) delete next[key]
  if (Object.keys(next).length > 1)
    bench.act([{ type: 'circuit.set', option: bench.option.id, circuit: next }], `${circuit.label}: ${what}`)
  else if (choices.value.has(circuit.unit))
    bench.act(
      [{ type: 'circuit.clear', option: bench.option.id, unit: circuit.unit }],
      `${circuit.label}: the proposed circuit`
    )
}
const airframe = computed(() => bench.project!.airframe)
const setAirframe = (patch: Partial<Airframe>, what: string) =>
  bench.act([{ type: 'airframe.set', airframe: { ...airframe.value, ...patch } }], what)
const setWiring = (patch: Partial<Airframe['wiring']>, what: string) =>
  setAirframe({ wiring: { ...airframe.value.wiring, ...patch } }, what)
/** A tie is changed in the feeds as they stand; where they are the proposal they become the planner’s own. */
function setTie(feeder: Feeder, patch: Partial<Tie>, what: string) {
  const { design, option } = bench
  if (!design || !option) return
  const supply = supplyOf(design)
  bench.act(
    [
      {
        type: 'supply.set',
        option: option.id,
        supply: { ...supply, ties: supply.ties.map(tie => (tie.id === feeder.tie ? { ...tie, ...patch } : tie)) }
      }
    ],
    `${feeder.name}: ${what}`
  )
}
const text = (event: Event) => (event.target as HTMLSelectElement).value
function setSwitch(circuit: Circuit, ratedA: number | undefined, load: Circuit['switch']['load']) {
  choose(
    circuit,
    { switch: ratedA === undefined ? undefined : { ratedA, load } },
    ratedA === undefined ? 'no switch' : 'switch'
  )
}
/** Units whose protector this one may share: those that have one of their own, where nothing hangs on this one's. */
const mayShare = (circuit: Circuit) =>
  circuit.shared.length > 1 && circuit.head === circuit.unit
    ? []
    : heads.value.filter(other => other.unit !== circuit.unit)
</script>

<template>
  <div class="circuits">
    <section class="sheet lie" aria-label="In what wires lie">
      <h2>In what wires lie</h2>
      <ChoiceField
        :model-value="airframe.structure ?? ''"
        label="Structure"
        :items="[{ value: '', title: 'not said: wire back' }, ...STRUCTURES.map(one => ({ value: one, title: one }))]"
        @update:model-value="value => setAirframe({ structure: (value || undefined) as 'metal' }, 'Structure')"
      />
      <QuantityField
        kind="plain"
        label="Structure, mΩ"
        :least="0"
        :most="1000"
        :model-value="airframe.wiring.structureOhm * 1000"
        @update:model-value="v => setWiring({ structureOhm: v / 1000 }, 'Ohms of the structure')"
      />
      <QuantityField
        kind="plain"
        label="Warmest there, °C"
        :least="-60"
        :most="150"
        :model-value="airframe.wiring.ambientC"
        @update:model-value="v => setWiring({ ambientC: v }, 'Warmth round the wires')"
      />
      <QuantityField
        kind="plain"
        label="Highest flown, ft"
        :least="0"
        :most="60000"
        :model-value="airframe.wiring.altitudeFt"
        @update:model-value="v => setWiring({ altitudeFt: v }, 'Height')"
      />
      <QuantityField
        kind="plain"
        label="Bundle, wires (0: count)"
        whole
        :least="0"
        :most="500"
        :model-value="airframe.wiring.bundleWires ?? 0"
        @update:model-value="v => setWiring({ bundleWires: v || undefined }, 'Bundle')"
      />
      <QuantityField
        kind="plain"
        label="Bundle load, share (0: sum)"
        :least="0"
        :most="1"
        :model-value="airframe.wiring.loadedShare ?? 0"
        @update:model-value="v => setWiring({ loadedShare: v || undefined }, 'Bundle')"
      />
      <ChoiceField
        :model-value="airframe.wiring.wireC"
        label="Wire rated"
        :items="[
          { value: 105, title: '105 °C' },
          { value: 150, title: '150 °C' },
          { value: 200, title: '200 °C' }
        ]"
        @update:model-value="value => setWiring({ wireC: value as 150 }, 'Wire')"
      />
      <label class="small"
        ><input
          type="checkbox"
          :checked="airframe.spareFuses"
          @change="event => setAirframe({ spareFuses: (event.target as HTMLInputElement).checked }, 'Spare fuses')"
        />
        spare fuses<br />are carried</label
      >
    </section>
    <section class="sheet scroll" role="region" aria-label="Circuits" tabindex="0">
      <h2>To the units</h2>
      <table class="list two">
        <thead>
          <tr>
            <th>Unit</th>
            <th>Bus<br />shares the breaker or fuse of</th>
            <th class="number">Steady A<br />brief A</th>
            <th>Breaker or fuse</th>
            <th>Wire<br />out and back</th>
            <th class="number">Voltage drop, V<br />allowed</th>
            <th>Switch</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="circuit in power.circuits"
            :key="circuit.unit"
            :data-circuit="circuit.unit"
            :class="{ here: bench.selected.includes(circuit.unit) }"
          >
            <td>
              {{ circuit.label }}<span v-if="choices.has(circuit.unit)" class="small quiet"><br />own choice</span>
            </td>
            <td>
              <select
                :value="circuit.bus"
                :aria-label="`Bus of ${circuit.label}`"
                :disabled="circuit.head !== circuit.unit"
                @change="event => choose(circuit, { bus: text(event) }, 'another bus')"
              >
                <option v-for="bus in power.supply.buses" :key="bus.id" :value="bus.id">{{ bus.name }}</option></select
              ><br /><select
                :value="circuit.head === circuit.unit ? '' : circuit.head"
                :aria-label="`${circuit.label} shares the breaker or fuse of`"
                :disabled="!mayShare(circuit).length"
                @change="
                  event =>
                    choose(
                      circuit,
                      { sharesWith: text(event) || undefined },
                      text(event) ? 'shares a breaker or fuse' : 'a breaker or fuse of its own'
                    )
                "
              >
                <option value="">its own</option>
                <option v-for="other in mayShare(circuit)" :key="other.unit" :value="other.unit">
                  {{ other.label }}
                </option>
              </select>
            </td>
            <td class="number figures">
              {{ taste.number(circuit.steadyA, 2) }}<br /><span class="quiet">{{
                circuit.briefA > circuit.steadyA ? taste.number(circuit.briefA, 2) : ''
              }}</span>
            </td>
            <td class="pair">
              <template v-if="circuit.head === circuit.unit"
                ><select
                  :value="circuit.breakerA"
                  :aria-label="`Breaker of ${circuit.label}`"
                  @change="event => choose(circuit, { breakerA: Number(text(event)) }, 'own choice of breaker')"
                >
                  <option v-for="size in BREAKER_SIZES_A" :key="size" :value="size">
                    {{ taste.short(size) }} A{{ size === circuit.proposed.breakerA ? ' ·' : '' }}
                  </option>
                </select></template
              ><span v-else class="quiet">{{ taste.short(circuit.breakerA) }} A</span
              ><button
                class="ask"
                :aria-label="`Why this breaker for ${circuit.label}`"
                title="Why?"
                @click="emit('why', `breaker of ${circuit.label}`, { kind: 'circuit breaker', of: circuit.unit })"
              >
                ?</button
              ><br /><select
                v-if="circuit.head === circuit.unit"
                :value="circuit.protector"
                :aria-label="`Kind of circuit protection of ${circuit.label}`"
                @change="event => choose(circuit, { protector: text(event) as 'fuse' }, text(event))"
              >
                <option>breaker</option>
                <option>fuse</option>
              </select>
            </td>
            <td class="pair">
              <select
                :value="circuit.awg"
                :aria-label="`Wire of ${circuit.label}`"
                @change="event => choose(circuit, { awg: Number(text(event)) as 22 }, 'own choice of wire')"
              >
                <option v-for="awg in AWGS" :key="awg" :value="awg">
                  AWG {{ awg }}{{ awg === circuit.proposed.awg ? ' ·' : '' }}
                </option></select
              ><button
                class="ask"
                :aria-label="`Why this wire for ${circuit.label}`"
                title="Why?"
                @click="emit('why', `wire of ${circuit.label}`, { kind: 'circuit wire', of: circuit.unit })"
              >
                ?</button
              ><br /><select
                :value="choices.get(circuit.unit)?.return ?? ''"
                :aria-label="`Return of ${circuit.label}`"
                @change="event => choose(circuit, { return: (text(event) || undefined) as 'structure' }, 'its return')"
              >
                <option value="">back by {{ BACK[circuit.return] }}</option>
                <option v-for="(says, key) in BACK" :key="key" :value="key">{{ says }}</option></select
              ><br /><span
                class="figures quiet small"
                :title="`lies with ${circuit.lie.bundleWires} wires in ${circuit.lie.ambientC} °C`"
                >{{ taste.run(circuit.liesMm) }}, {{ taste.number(circuit.ampacity.amps, 1) }} A there,
                {{ taste.number(circuit.conductorC, 0) }} °C</span
              >
            </td>
            <td class="number figures" :class="{ over: circuit.dropV > circuit.dropLimitV * 1.013 }">
              {{ taste.number(circuit.dropV, 3)
              }}<button
                class="ask"
                :aria-label="`Working of the drop of ${circuit.label}`"
                title="Why?"
                @click="emit('why', `drop of ${circuit.label}`, { kind: 'circuit drop', of: circuit.unit })"
              >
                ?</button
              ><br /><span class="quiet">of {{ taste.number(circuit.dropLimitV, 1) }}</span>
            </td>
            <td class="pair">
              <select
                :value="circuit.switch.ratedA ?? ''"
                :aria-label="`Switch of ${circuit.label}`"
                @change="
                  event => setSwitch(circuit, text(event) ? Number(text(event)) : undefined, circuit.switch.load)
                "
              >
                <option value="">
                  wants {{ circuit.switch.wantedA ? `${taste.short(circuit.switch.wantedA)} A` : 'a relay' }}
                </option>
                <option v-for="size in SWITCHES_A" :key="size" :value="size">{{ taste.short(size) }} A</option></select
              ><button
                class="ask"
                :aria-label="`Why this switch for ${circuit.label}`"
                title="Why?"
                @click="emit('why', `switch of ${circuit.label}`, { kind: 'circuit switch', of: circuit.unit })"
              >
                ?</button
              ><br /><select
                v-if="circuit.switch.ratedA !== undefined"
                :value="circuit.switch.load"
                :aria-label="`Load on the switch of ${circuit.label}`"
                @change="event => setSwitch(circuit, circuit.switch.ratedA, text(event) as 'lamp')"
              >
                <option v-for="load in SWITCH_LOADS" :key="load">{{ load }}</option></select
              ><span v-else class="quiet small">{{ circuit.switch.load }}</span>
              <span v-if="faceSwitch.has(circuit.unit)" class="quiet small"
                >, {{ faceSwitch.get(circuit.unit) }} on the face</span
              >
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="!power.circuits.length" class="quiet">Nothing takes current yet. Choose units in Equipment.</p>
      <p class="quiet small">
        A dot marks what the tables propose: circuit protection chart, what the wire carries in its bundle, heat and
        height, and the allowable drop.
      </p>
    </section>
    <section class="sheet scroll" role="region" aria-label="Feeders" tabindex="0">
      <h2>From the sources to the buses</h2>
      <table class="list two">
        <thead>
          <tr>
            <th>Tie</th>
            <th class="number">Steady A<br />maximum load</th>
            <th>Most in</th>
            <th>Opens at, or bears</th>
            <th>Wire<br />by itself it carries</th>
            <th class="number">Voltage drop, V</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="feeder in power.feeders" :key="feeder.tie" :data-feeder="feeder.tie">
            <td>
              {{ feeder.name }}<br /><span class="quiet small">{{ feeder.kind }}</span>
            </td>
            <td class="number figures">
              {{ taste.number(feeder.steadyA, 1) }}<br /><span class="quiet">{{ taste.number(feeder.mostA, 1) }}</span>
            </td>
            <td class="small">{{ feeder.steadyA > 0 ? feeder.when : 'carries nothing' }}</td>
            <td class="pair">
              <template v-if="feeder.kind === 'breaker'"
                ><select
                  :value="feeder.ratedA"
                  :aria-label="`Breaker of ${feeder.name}`"
                  @change="
                    event =>
                      setTie(
                        feeder,
                        { ratedA: Number(text(event)) === feeder.proposed.ratedA ? undefined : Number(text(event)) },
                        'breaker'
                      )
                  "
                >
                  <option v-for="size in BREAKER_SIZES_A" :key="size" :value="size">
                    {{ taste.short(size) }} A{{ size === feeder.proposed.ratedA ? ' ·' : '' }}
                  </option></select
                ><button
                  class="ask"
                  :aria-label="`Why this breaker for ${feeder.name}`"
                  title="Why?"
                  @click="emit('why', `breaker of ${feeder.name}`, { kind: 'feeder rating', of: feeder.tie })"
                >
                  ?
                </button></template
              ><span v-else class="quiet small">{{
                feeder.ratedA === undefined
                  ? feeder.kind === 'wire'
                    ? 'no circuit protection'
                    : 'not entered; see Feeds'
                  : `${taste.short(feeder.ratedA)} A`
              }}</span>
            </td>
            <td class="pair">
              <select
                :value="feeder.awg ?? ''"
                :aria-label="`Wire of ${feeder.name}`"
                @change="
                  event =>
                    setTie(
                      feeder,
                      { awg: Number(text(event)) === feeder.proposed.awg ? undefined : (Number(text(event)) as 22) },
                      'wire'
                    )
                "
              >
                <option v-if="feeder.awg === undefined" value="">thicker than AWG 2</option>
                <option v-for="awg in AWGS" :key="awg" :value="awg">
                  AWG {{ awg }}{{ awg === feeder.proposed.awg ? ' ·' : '' }}
                </option></select
              ><button
                class="ask"
                :aria-label="`Why this wire for ${feeder.name}`"
                title="Why?"
                @click="emit('why', `wire of ${feeder.name}`, { kind: 'feeder wire', of: feeder.tie })"
              >
                ?</button
              ><br /><span v-if="feeder.ampacity" class="figures quiet small"
                >{{ taste.number(feeder.ampacity.amps, 0) }} A</span
              >
            </td>
            <td class="number figures">{{ taste.number(feeder.dropV, 3) }}</td>
          </tr>
        </tbody>
      </table>
      <p class="quiet small">
        Amps by the network of the feeds, in every phase and with the alternators lost. A starter’s amps are not
        counted: a battery’s cable is taken as its starter’s. Lengths are entered in Feeds.
      </p>
    </section>
    <section class="sheet">
      <h2>Rows of breakers and fuses</h2>
      <div v-for="row in rows" :key="row.bus" class="strip">
        <b class="small">{{ row.name }}</b>
        <ol>
          <li v-for="(place, index) in row.places" :key="index" :class="place.kind">
            <template v-if="place.kind === 'protector'"
              ><span class="figures amps">{{ place.amps }}{{ place.protector === 'fuse' ? ' F' : '' }}</span
              ><span>{{ place.labels.join(', ') }}</span></template
            ><template v-else>spare</template>
          </li>
        </ol>
      </div>
      <p class="quiet small">
        The heaviest first on each bus; one spare place for eight in use, one at least. F marks a fuse.
      </p>
    </section>
  </div>
</template>

<style scoped>
.circuits {
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 1fr);
}
.scroll {
  overflow-x: auto;
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
.lie :deep(input:not([type='checkbox'])),
.lie select {
  padding: 2px 5px;
  font-size: 12.5px;
}
.two td {
  line-height: 1.75;
}
.two td:first-child {
  line-height: 1.35;
}
.two th {
  vertical-align: bottom;
  position: static;
}
td.pair {
  white-space: nowrap;
}
table.list select {
  width: auto;
  max-width: 124px;
  padding: 1px 2px;
  font-size: 12px;
}
.ask {
  border: 1px solid var(--rule);
  background: var(--paper);
  color: var(--dye);
  font: inherit;
  font-size: 11px;
  width: 18px;
  height: 19px;
  padding: 0;
  margin-left: 3px;
  cursor: pointer;
  vertical-align: middle;
}
.over {
  color: var(--grease);
  font-weight: 700;
}
.here td {
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
@media (max-width: 900px), (pointer: coarse) {
  .ask {
    min-width: 40px;
    min-height: 40px;
  }
}
</style>
