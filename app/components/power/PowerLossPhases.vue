<script setup lang="ts">
import type { FlownEndurance } from '#core/power'
import { useTaste } from '~/stores/taste'

/** The loss in each phase of a flight, and the sum an inspector does by hand beside the simulation. */
const { endurance } = defineProps<{ endurance: FlownEndurance }>()
const taste = useTaste()
const minutes = (value: number) => (Number.isFinite(value) ? `${taste.number(value, 0)} min` : 'a day and more')
</script>

<template>
  <section class="sheet">
    <h2>Lost in each phase, and by hand</h2>
    <table class="list">
      <thead>
        <tr>
          <th>Alternator lost in</th>
          <th class="number">A before</th>
          <th class="number">A after shedding</th>
          <th class="number">Minutes</th>
          <th>First to lose power</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in endurance.phases" :key="one.phase" :class="{ here: one.phase === endurance.phase }">
          <td>{{ one.phase }}</td>
          <td class="number figures">{{ taste.number(one.fullA, 1) }}</td>
          <td class="number figures">{{ taste.number(one.shedA, 1) }}</td>
          <td class="number figures">{{ minutes(one.minutes) }}</td>
          <td>
            {{ one.first?.label ?? '—' }} <span class="quiet small">{{ one.first?.why }}</span>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="small" data-hand-sum>
      By hand, for the inspector: {{ taste.number(endurance.hand.delayMinutes, 0) }} min + ({{
        taste.number(endurance.hand.usableAh, 2)
      }}
      Ah − {{ taste.number(endurance.hand.beforeA, 1) }} A · {{ taste.number(endurance.hand.delayMinutes, 0) }} min) ÷
      {{ taste.number(endurance.hand.afterA, 1) }} A = <b class="figures">{{ minutes(endurance.hand.minutes) }}</b>. The
      simulation gives {{ minutes(endurance.minutes)
      }}<template v-if="endurance.atFirst"
        >: until the first unit loses power {{ taste.number(endurance.atFirst.drawnAh, 1) }} Ah flow, the rate costs
        {{ taste.number(endurance.atFirst.rateAh, 1) }}, cold and age leave {{ taste.number(endurance.wholeAh, 1) }},
        and {{ taste.number(endurance.atFirst.leftAh, 1) }} stay in the batteries below the least volts of
        {{ endurance.first?.label }}; amps grow as volts fall</template
      >.
    </p>
  </section>
</template>
