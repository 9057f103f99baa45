<script setup lang="ts">
import { BREAKER_SIZES_A, breakerRows, GAUGES, SWITCH_LOADS, type Circuit, type PowerReport } from '#core/power'
import type { CircuitChoice, Working } from '#core/project'
import { useBench } from '~/stores/bench'
import { useTaste } from '~/stores/taste'

/** Protector, wire, drop and switch of each unit, with what the app would choose and why; and the rows they stand in. */
const { power } = defineProps<{ power: PowerReport }>()
const emit = defineEmits<{ why: [title: string, working: Working] }>()
const bench = useBench()
const taste = useTaste()
const choices = computed(() => new Map(bench.option?.circuits.map(one => [one.unit, one])))
const rows = computed(() => breakerRows(power.circuits, power.supply))
const heads = computed(() => power.circuits.filter(circuit => circuit.head === circuit.unit))
const AWGS = GAUGES.filter(one => one.awg <= 22).map(one => one.awg)
const SWITCHES_A = [3, 5, 7.5, 10, 15, 20, 25, 35, 50]

/** What differs from the proposal is kept; a choice with nothing left of its own is taken back. */
function choose(circuit: Circuit, patch: Partial<CircuitChoice>, what: string) {
  if (!bench.option) return
  const next: CircuitChoice = { unit: circuit.unit, ...choices.value.get(circuit.unit), ...patch }
  if (next.breakerA === circuit.proposed.breakerA) delete next.breakerA
  if (next.awg === circuit.proposed.awg) delete next.awg
  if (next.protector === 'breaker') delete next.protector
  for (const key of ['bus', 'alsoBus', 'sharesWith', 'switch'] as const) if (next[key] === undefined) delete next[key]
  if (Object.keys(next).length > 1) bench.act([{ type: 'circuit.set', option: bench.option.id, circuit: next }], `${circuit.label}: ${what}`)
  else if (choices.value.has(circuit.unit)) bench.act([{ type: 'circuit.clear', option: bench.option.id, unit: circuit.unit }], `${circuit.label}: the proposed circuit`)
}
const text = (event: Event) => (event.target as HTMLSelectElement).value
function setSwitch(circuit: Circuit, ratedA: number | undefined, load: Circuit['switch']['load']) { choose(circuit, { switch: ratedA === undefined ? undefined : { ratedA, load } }, ratedA === undefined ? 'no switch' : 'switch') }
/** Units whose protector this one may share: those that have one of their own, where nothing hangs on this one's. */
const mayShare = (circuit: Circuit) => circuit.shared.length > 1 && circuit.head === circuit.unit ? [] : heads.value.filter(other => other.unit !== circuit.unit)
</script>

<template>
  <div class="circuits">
    <section class="sheet scroll" role="region" aria-label="Circuits" tabindex="0">
      <table class="list">
        <thead><tr><th>Unit</th><th>Bus</th><th class="number">Steady, brief A</th><th>Protector</th><th>Shares with</th><th>Wire</th><th class="number">Run</th><th class="number">Drop V</th><th>Switch</th></tr></thead>
        <tbody>
          <tr v-for="circuit in power.circuits" :key="circuit.unit" :data-circuit="circuit.unit" :class="{ here: bench.selected.includes(circuit.unit) }">
            <td>{{ circuit.label }}<span v-if="choices.has(circuit.unit)" class="small quiet"> own choice</span></td>
            <td><select :value="circuit.bus" :aria-label="`Bus of ${circuit.label}`" :disabled="circuit.head !== circuit.unit" @change="event => choose(circuit, { bus: text(event) }, 'another bus')"><option v-for="bus in power.supply.buses" :key="bus.id" :value="bus.id">{{ bus.name }}</option></select></td>
            <td class="number figures">{{ circuit.steadyA.toFixed(2) }}<span v-if="circuit.briefA > circuit.steadyA" class="quiet">, {{ circuit.briefA.toFixed(2) }}</span></td>
            <td class="pair"><template v-if="circuit.head === circuit.unit"><select :value="circuit.breakerA" :aria-label="`Breaker of ${circuit.label}`" @change="event => choose(circuit, { breakerA: Number(text(event)) }, 'own choice of protector')"><option v-for="size in BREAKER_SIZES_A" :key="size" :value="size">{{ size }} A{{ size === circuit.proposed.breakerA ? ' ·' : '' }}</option></select><select :value="circuit.protector" :aria-label="`Kind of protector of ${circuit.label}`" @change="event => choose(circuit, { protector: text(event) as 'fuse' }, text(event))"><option>breaker</option><option>fuse</option></select></template><span v-else class="quiet">{{ circuit.breakerA }} A</span><button class="ask" :aria-label="`Why this breaker for ${circuit.label}`" title="Why?" @click="emit('why', `breaker of ${circuit.label}`, circuit.workings.breaker)">?</button></td>
            <td><select :value="circuit.head === circuit.unit ? '' : circuit.head" :aria-label="`${circuit.label} shares the protector of`" :disabled="!mayShare(circuit).length" @change="event => choose(circuit, { sharesWith: text(event) || undefined }, text(event) ? 'shares a protector' : 'a protector of its own')"><option value="">none</option><option v-for="other in mayShare(circuit)" :key="other.unit" :value="other.unit">{{ other.label }}</option></select></td>
            <td class="pair"><select :value="circuit.awg" :aria-label="`Wire of ${circuit.label}`" @change="event => choose(circuit, { awg: Number(text(event)) as 22 }, 'own choice of wire')"><option v-for="awg in AWGS" :key="awg" :value="awg">AWG {{ awg }}{{ awg === circuit.proposed.awg ? ' ·' : '' }}</option></select><button class="ask" :aria-label="`Why this wire for ${circuit.label}`" title="Why?" @click="emit('why', `wire of ${circuit.label}`, circuit.workings.wire)">?</button></td>
            <td class="number figures">{{ taste.run(circuit.outMm + circuit.returnMm) }}</td><td class="number figures" :class="{ over: circuit.dropV > circuit.dropLimitV * 1.01 }">{{ circuit.dropV.toFixed(3) }}<span class="quiet"> of {{ circuit.dropLimitV }}</span><button class="ask" :aria-label="`Working of the drop of ${circuit.label}`" title="Why?" @click="emit('why', `drop of ${circuit.label}`, circuit.workings.drop)">?</button></td>
            <td class="pair"><select :value="circuit.switch.ratedA ?? ''" :aria-label="`Switch of ${circuit.label}`" @change="event => setSwitch(circuit, text(event) ? Number(text(event)) : undefined, circuit.switch.load)"><option value="">wants {{ circuit.switch.wantedA ? `${circuit.switch.wantedA} A` : 'a relay' }}</option><option v-for="size in SWITCHES_A" :key="size" :value="size">{{ size }} A</option></select><select v-if="circuit.switch.ratedA !== undefined" :value="circuit.switch.load" :aria-label="`Load on the switch of ${circuit.label}`" @change="event => setSwitch(circuit, circuit.switch.ratedA, text(event) as 'lamp')"><option v-for="load in SWITCH_LOADS" :key="load">{{ load }}</option></select><button class="ask" :aria-label="`Why this switch for ${circuit.label}`" title="Why?" @click="emit('why', `switch of ${circuit.label}`, circuit.workings.switch)">?</button></td>
          </tr>
        </tbody>
      </table>
      <p v-if="!power.circuits.length" class="quiet">Nothing takes current yet. Choose units in Stock.</p>
      <p class="quiet small">A dot marks what the tables propose: protector chart, what the wire carries in its bundle, heat and height, and the allowable drop.</p>
    </section>
    <section class="sheet"><h2>Rows of protectors</h2>
      <div v-for="row in rows" :key="row.bus" class="strip"><b class="small">{{ row.name }}</b>
        <ol><li v-for="(place, index) in row.places" :key="index" :class="place.kind"><template v-if="place.kind === 'protector'"><span class="figures amps">{{ place.amps }}{{ place.protector === 'fuse' ? ' F' : '' }}</span><span>{{ place.labels.join(', ') }}</span></template><template v-else>spare</template></li></ol></div>
      <p class="quiet small">The heaviest first on each bus; one spare place for eight in use, one at least. F marks a fuse.</p>
    </section>
  </div>
</template>

<style scoped>
.circuits { display: grid; gap: 12px; grid-template-columns: minmax(0, 1fr); } .scroll { overflow-x: auto; }
td.pair { white-space: nowrap; } td.pair select + select { margin-left: 3px; } table.list select { width: auto; max-width: 104px; padding: 1px 2px; font-size: 12px; } td select[aria-label^=Kind] { max-width: 68px; } td.number { padding-top: 6px; }
.ask { border: 1px solid var(--rule); background: var(--paper); color: var(--dye); font: inherit; font-size: 11px; width: 18px; height: 19px; padding: 0; margin-left: 3px; cursor: pointer; vertical-align: middle; } .over { color: var(--grease); font-weight: 700; } .here td { background: var(--dye-wash); }
.strip { display: grid; grid-template-columns: 118px 1fr; gap: 8px; align-items: baseline; padding: 3px 0; border-bottom: 1px solid var(--rule); } ol { list-style: none; padding: 0; display: flex; flex-wrap: wrap; gap: 4px; }
li { border: 1px solid var(--sheet-edge); padding: 1px 7px; font-size: 11.5px; background: var(--paper); display: flex; gap: 6px; } li.spare { border-style: dashed; color: var(--quiet); } .amps { font-weight: 700; }
</style>
