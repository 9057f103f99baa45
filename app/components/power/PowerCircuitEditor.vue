<script setup lang="ts">
import { BREAKER_SIZES_A, DROP_TOLERANCE, GAUGES, SWITCH_LOADS, type Circuit, type PowerReport } from '#core/power'
import type { CircuitChoice } from '#core/document'
import type { FigureOf } from '#core/design'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** One circuit: what the tables propose, what is chosen in its place, and why. The figures follow as it is chosen. */
const { power, unit } = defineProps<{ power: PowerReport; unit: string }>()
const emit = defineEmits<{ close: []; why: [title: string, figure: FigureOf] }>()
const bench = useBench()
const preferences = usePreferences()
const circuit = computed(() => power.circuits.find(circuit => circuit.unit === unit))
const own = computed(() => bench.option?.circuits.find(circuit => circuit.unit === unit))
const RETURNS = ['structure', 'ground block', 'battery'] as const
const SWITCHES_A = [3, 5, 7.5, 10, 15, 20, 25, 35, 50]

/** What differs from the proposal is kept; a choice with nothing left of its own is taken back. */
function choose(patch: Partial<CircuitChoice>, what: string) {
  const { option } = bench
  if (!option || !circuit.value) return
  const { label, proposed } = circuit.value
  const next: CircuitChoice = { unit, ...own.value, ...patch }
  if (next.breakerA === proposed.breakerA) delete next.breakerA
  if (next.awg === proposed.awg) delete next.awg
  if (next.protector === 'breaker') delete next.protector
  for (const key of ['bus', 'alsoBus', 'sharesWith', 'switch', 'return'] as const)
    if (next[key] === undefined) delete next[key]
  if (Object.keys(next).length > 1)
    bench.act([{ type: 'circuit.set', option: option.id, circuit: next }], `${label}: ${what}`)
  else if (own.value) bench.act([{ type: 'circuit.clear', option: option.id, unit }], `${label}: the proposed circuit`)
}
const asProposed = () =>
  bench.act(
    [{ type: 'circuit.clear', option: bench.option!.id, unit }],
    `${circuit.value!.label}: the proposed circuit`
  )
const setSwitch = (ratedA: number | undefined, load: Circuit['switch']['load']) =>
  choose({ switch: ratedA === undefined ? undefined : { ratedA, load } }, ratedA === undefined ? 'no switch' : 'switch')

const heads = computed(() => power.circuits.filter(circuit => circuit.head === circuit.unit && circuit.unit !== unit))
const isHead = computed(() => circuit.value?.head === unit)
/** Units whose protector this one may share: those that have one of their own, where nothing hangs on this one's. */
const mayShare = computed(() => (isHead.value && circuit.value!.shared.length > 1 ? [] : heads.value))
const dotted = (says: string, proposed: boolean) => `${says}${proposed ? ' (proposed)' : ''}`
const breakers = computed(() =>
  BREAKER_SIZES_A.map(size => ({
    value: size as number,
    title: dotted(`${preferences.short(size)} A`, size === circuit.value?.proposed.breakerA)
  }))
)
const wires = computed(() =>
  GAUGES.filter(gauge => gauge.awg <= 22).map(({ awg }) => ({
    value: awg as number,
    title: dotted(`AWG ${awg}`, awg === circuit.value?.proposed.awg)
  }))
)
const switches = computed(() => {
  const { wantedA } = circuit.value!.switch
  return [
    { value: 0, title: `not entered; requires ${wantedA ? `${preferences.short(wantedA)} A` : 'a relay'}` },
    ...SWITCHES_A.map(size => ({ value: size, title: `${preferences.short(size)} A` }))
  ]
})
const why = (what: string, kind: 'circuit breaker' | 'circuit wire' | 'circuit drop' | 'circuit switch') =>
  emit('why', `${what} of ${circuit.value!.label}`, { kind, of: unit })
</script>

<template>
  <ModalDialog
    :model-value="true"
    :aria-label="`Circuit of ${circuit?.label ?? unit}`"
    @update:model-value="emit('close')"
  >
    <v-card v-if="circuit" class="circuit" max-width="560">
      <v-card-title>Circuit of {{ circuit.label }}</v-card-title>
      <v-card-text class="fields">
        <ChoiceField
          :model-value="circuit.bus"
          label="Bus"
          :items="power.supply.buses.map(bus => ({ value: bus.id, title: bus.name, disabled: !isHead }))"
          @update:model-value="bus => choose({ bus }, 'another bus')"
        />
        <ChoiceField
          :model-value="isHead ? '' : circuit.head"
          label="Shares the breaker or fuse of"
          search
          :items="[
            { value: '', title: 'none: its own' },
            ...mayShare.map(other => ({ value: other.unit, title: other.label }))
          ]"
          @update:model-value="
            head =>
              choose(
                { sharesWith: head || undefined },
                head ? 'shares a breaker or fuse' : 'a breaker or fuse of its own'
              )
          "
        />
        <template v-if="isHead">
          <div class="pair">
            <ChoiceField
              :model-value="circuit.breakerA"
              label="Breaker or fuse"
              :items="breakers"
              @update:model-value="breakerA => choose({ breakerA }, 'own choice of breaker')"
            />
            <v-btn aria-label="Details of the breaker" @click="why('breaker', 'circuit breaker')">Details</v-btn>
          </div>
          <ChoiceField
            :model-value="circuit.protector"
            label="Kind of circuit protection"
            :items="['breaker', 'fuse'] as const"
            @update:model-value="protector => choose({ protector }, protector)"
          />
        </template>
        <p v-else class="small">
          Its {{ circuit.protector }} of {{ preferences.short(circuit.breakerA) }} A is that of
          {{ power.circuits.find(other => other.unit === circuit!.head)?.label }}.
          <v-btn aria-label="Details of the breaker" @click="why('breaker', 'circuit breaker')">Details</v-btn>
        </p>
        <div class="pair">
          <ChoiceField
            :model-value="circuit.awg as number"
            label="Wire"
            :items="wires"
            @update:model-value="awg => choose({ awg: awg as 22 }, 'own choice of wire')"
          />
          <v-btn aria-label="Details of the wire" @click="why('wire', 'circuit wire')">Details</v-btn>
        </div>
        <ChoiceField
          :model-value="own?.return ?? ''"
          label="Ground return"
          :items="[
            { value: '', title: own?.return ? 'as proposed' : dotted(circuit.return, true) },
            ...RETURNS.map(way => ({ value: way, title: way }))
          ]"
          @update:model-value="back => choose({ return: (back || undefined) as 'structure' }, 'its return')"
        />
        <div class="pair">
          <ChoiceField
            :model-value="circuit.switch.ratedA ?? 0"
            label="Switch"
            :items="switches"
            @update:model-value="rated => setSwitch(rated || undefined, circuit!.switch.load)"
          />
          <v-btn aria-label="Details of the switch" @click="why('switch', 'circuit switch')">Details</v-btn>
        </div>
        <ChoiceField
          v-if="circuit.switch.ratedA !== undefined"
          :model-value="circuit.switch.load"
          label="Load on the switch"
          :items="SWITCH_LOADS"
          @update:model-value="load => setSwitch(circuit!.switch.ratedA, load)"
        />
        <dl class="figures small">
          <dt>Steady, brief</dt>
          <dd>{{ preferences.amps(circuit.steadyA) }}, {{ preferences.amps(circuit.briefA) }}</dd>
          <dt>Wire carries there</dt>
          <dd>
            {{ preferences.number(circuit.ampacity.amps, 1) }} A over {{ preferences.run(circuit.liesMm) }}, with
            {{ circuit.lie.bundleWires }} wires in {{ circuit.lie.ambientC }} °C; it warms to
            {{ preferences.number(circuit.conductorC, 0) }} °C
          </dd>
          <dt>Voltage drop</dt>
          <dd>
            <span :class="{ over: circuit.dropV > circuit.dropLimitV * (1 + DROP_TOLERANCE) }"
              >{{ preferences.number(circuit.dropV, 3) }} V</span
            >
            of {{ preferences.number(circuit.dropLimitV, 1) }}
            <v-btn aria-label="Details of the drop" @click="why('drop', 'circuit drop')">Details</v-btn>
          </dd>
        </dl>
      </v-card-text>
      <v-card-actions>
        <v-btn :disabled="!own" @click="asProposed">All as proposed</v-btn><v-spacer />
        <v-btn color="primary" variant="flat" @click="emit('close')">Close</v-btn>
      </v-card-actions>
    </v-card>
  </ModalDialog>
</template>

<style scoped>
.circuit {
  margin: 0 auto;
  width: 100%;
}
.fields {
  display: grid;
  gap: 12px;
}
.pair {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 8px;
  align-items: center;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 4px 14px;
  align-items: baseline;
}
.over {
  color: var(--grease);
  font-weight: 700;
}
</style>
