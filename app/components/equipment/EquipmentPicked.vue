<script setup lang="ts">
import type { Effect } from '#core/report'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** Units picked to be removed, or to be kept after all, together: the sum of what that gains and breaks, and the buttons that do it. */
const { units, act } = defineProps<{ units: readonly string[]; act: 'unit.remove' | 'unit.restore' }>()
const emit = defineEmits<{ clear: [] }>()
const bench = useBench()
const preferences = usePreferences()
const { signed, kgToRead, massUnit } = useEquipment()
const together = shallowRef<Effect>()
const latest = useAsked()
watch(
  [() => units.join(' '), () => bench.examined],
  () => {
    together.value = undefined
    const { option } = bench
    if (units.length < 2 || !option || bench.outOfDate) return
    const asked = [...units]
    void latest(
      () => useExaminer().effectTogether(option.id, asked, act),
      effect => {
        together.value = effect
      }
    )
  },
  { immediate: true }
)
</script>

<template>
  <div class="row">
    <b>{{ units.length }} picked</b>
    <span v-if="together && units.length > 1" class="small grow" role="status">
      Useful load {{ signed(kgToRead(together.change['useful load'])) }} {{ massUnit }}, amps
      {{ signed(together.change.amps) }}, cost {{ together.change.money > 0 ? '+' : '−'
      }}{{ preferences.money(Math.abs(together.change.money)) }}.
      <template v-if="together.brings.length">
        {{ together.brings.length }} new findings: {{ together.brings.slice(0, 3).map(preferences.say).join(' ') }}
      </template>
      <template v-else>No new findings.</template>
    </span>
    <span v-else class="small quiet grow">{{ units.length > 1 ? 'Calculating…' : 'Pick another unit.' }}</span>
    <slot />
    <v-btn variant="text" @click="emit('clear')">Clear</v-btn>
  </div>
</template>
