<script setup lang="ts">
import { BREAKER_SIZES_A, GAUGES, supplyOf, type PowerReport } from '#core/power'
import type { Tie } from '#core/document'
import type { FigureOf } from '#core/design'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** One tie of the feeds: what opens it and what wire it is of. Its length and ends are entered in Distribution. */
const { power, tie } = defineProps<{ power: PowerReport; tie: string }>()
const emit = defineEmits<{ close: []; why: [title: string, figure: FigureOf] }>()
const bench = useBench()
const preferences = usePreferences()
const feeder = computed(() => power.feeders.find(feeder => feeder.tie === tie))

/** A tie is changed in the feeds as they stand; where they are the proposal they become the planner’s own. */
function set(patch: Partial<Tie>, what: string) {
  const { design, option } = bench
  if (!design || !option || !feeder.value) return
  const supply = supplyOf(design)
  const ties = supply.ties.map(other => (other.id === tie ? { ...other, ...patch } : other))
  bench.act([{ type: 'supply.set', option: option.id, supply: { ...supply, ties } }], `${feeder.value.name}: ${what}`)
}
const dotted = (says: string, proposed: boolean) => `${says}${proposed ? ' (proposed)' : ''}`
const breakers = computed(() =>
  BREAKER_SIZES_A.map(size => ({
    value: size as number,
    title: dotted(`${preferences.short(size)} A`, size === feeder.value?.proposed.ratedA)
  }))
)
const wires = computed(() => [
  ...(feeder.value?.awg === undefined ? [{ value: -1, title: 'thicker than AWG 2', disabled: true }] : []),
  ...GAUGES.filter(gauge => gauge.awg <= 22).map(({ awg }) => ({
    value: awg as number,
    title: dotted(`AWG ${awg}`, awg === feeder.value?.proposed.awg)
  }))
])
</script>

<template>
  <ModalDialog :model-value="true" :aria-label="feeder?.name ?? tie" @update:model-value="emit('close')">
    <v-card v-if="feeder" class="feeder" max-width="480">
      <v-card-title>{{ feeder.name }}</v-card-title>
      <v-card-text class="fields">
        <div v-if="feeder.kind === 'breaker'" class="pair">
          <ChoiceField
            :model-value="feeder.ratedA ?? 0"
            label="Breaker"
            :items="breakers"
            @update:model-value="
              size => set({ ratedA: size === feeder!.proposed.ratedA ? undefined : size }, 'breaker')
            "
          />
          <v-btn
            aria-label="Details of the breaker"
            @click="emit('why', `breaker of ${feeder.name}`, { kind: 'feeder rating', of: tie })"
            >Details</v-btn
          >
        </div>
        <div class="pair">
          <ChoiceField
            :model-value="(feeder.awg as number | undefined) ?? -1"
            label="Wire"
            :items="wires"
            @update:model-value="awg => set({ awg: awg === feeder!.proposed.awg ? undefined : (awg as 22) }, 'wire')"
          />
          <v-btn
            aria-label="Details of the wire"
            @click="emit('why', `wire of ${feeder.name}`, { kind: 'feeder wire', of: tie })"
            >Details</v-btn
          >
        </div>
        <p class="small">
          It carries {{ preferences.number(feeder.steadyA, 1) }} A steadily, {{ preferences.number(feeder.mostA, 1) }} A
          at most;
          {{ feeder.ampacity ? `by itself the wire bears ${preferences.number(feeder.ampacity.amps, 0)} A. ` : '' }}It
          loses {{ preferences.number(feeder.dropV, 3) }} V.
        </p>
      </v-card-text>
      <v-card-actions>
        <v-spacer /><v-btn color="primary" variant="flat" @click="emit('close')">Close</v-btn>
      </v-card-actions>
    </v-card>
  </ModalDialog>
</template>

<style scoped>
.feeder {
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
</style>
