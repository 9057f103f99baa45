<script setup lang="ts">
import type { FlownEndurance } from '#core/power'
import { usePreferences } from '~/stores/preferences'

/** The loss in each phase of a flight, and the sum an inspector does by hand beside the simulation. */
const { endurance } = defineProps<{ endurance: FlownEndurance }>()
const preferences = usePreferences()
const minutes = (value: number) => (Number.isFinite(value) ? `${preferences.number(value, 0)} min` : 'a day and more')
type PhaseLost = FlownEndurance['phases'][number]
const columns: Column<PhaseLost>[] = [
  { key: 'phase', title: 'Alternator lost in', value: phase => phase.phase },
  { key: 'before', title: 'A before', digits: 1, value: phase => phase.fullA },
  { key: 'after', title: 'A after shedding', digits: 1, value: phase => phase.shedA },
  {
    key: 'minutes',
    title: 'Minutes',
    value: phase => phase.minutes,
    text: phase => minutes(phase.minutes),
    number: true
  },
  {
    key: 'needed',
    title: 'Required',
    value: phase => phase.neededMinutes,
    text: phase => minutes(phase.neededMinutes),
    number: true
  },
  { key: 'first', title: 'First to lose power', value: phase => phase.first?.label ?? '—' },
  { key: 'why', title: 'Why', value: phase => phase.first?.why }
]
const phaseOf = (phase: PhaseLost) => phase.phase
const marks = (phase: PhaseLost) => ({ class: phase.phase === endurance.phase ? 'here' : undefined })
</script>

<template>
  <section class="sheet">
    <h2>Lost in each phase, and by hand</h2>
    <FactTable
      :rows="endurance.phases"
      :columns="columns"
      name="lost in each phase"
      no-filter
      :key-of="phaseOf"
      :marks="marks"
    >
      <template #minutes="{ row }"
        ><StateMark :state="row.minutes >= row.neededMinutes ? 'holds' : 'decide'" :size="13" />
        {{ minutes(row.minutes) }}</template
      >
    </FactTable>
    <p class="small" data-hand-sum>
      By hand, for the inspector: {{ preferences.number(endurance.hand.delayMinutes, 0) }} min + ({{
        preferences.number(endurance.hand.usableAh, 2)
      }}
      Ah − {{ preferences.number(endurance.hand.beforeA, 1) }} A ·
      {{ preferences.number(endurance.hand.delayMinutes, 0) }} min) ÷
      {{ preferences.number(endurance.hand.afterA, 1) }} A =
      <b class="figures">{{ minutes(endurance.hand.minutes) }}</b>. The simulation gives {{ minutes(endurance.minutes)
      }}<template v-if="endurance.atFirst"
        >: until the first unit loses power {{ preferences.number(endurance.atFirst.drawnAh, 1) }} Ah flow, the rate
        costs {{ preferences.number(endurance.atFirst.rateAh, 1) }}, cold and age leave
        {{ preferences.number(endurance.wholeAh, 1) }}, and {{ preferences.number(endurance.atFirst.leftAh, 1) }} stay
        in the batteries below the least volts of {{ endurance.first?.label }}; amps grow as volts fall</template
      >.
    </p>
  </section>
</template>
