<script setup lang="ts">
import { usePreferences } from '~/stores/preferences'

/** A short walk through the steps for a first visit. It stands in nobody’s way and stays away once it is put away. */
const preferences = usePreferences()
const address = useStepAddress()
const STOPS = [
  [
    'brief',
    'Brief says what the aeroplane is and what it is for: flying, people, money, time. Everything else is held against it.'
  ],
  [
    'equipment',
    'Equipment lists missing equipment first. “Show options” lists units that provide it on this aircraft; ' +
      'Add sets it where it is free, seen and reached.'
  ],
  [
    'panel',
    'Panel is to scale. Drag, nudge with the arrows, type exact positions; findings follow the hand. Undo is everywhere.'
  ],
  ['power', 'Power adds up the loads, plays through an alternator that quits, and sizes every breaker and wire.'],
  [
    'rules',
    'Rules goes clause by clause and names the unit that meets each. What only a person can tell waits for you to check.'
  ],
  [
    'build',
    'Build has the cut drawing, the lists and the first power-up sequence. ' +
      'The strip below always has the figures: press one for its working.'
  ]
] as const
const stop = ref(0)
async function go(to: number) {
  stop.value = to
  await navigateTo(address(STOPS[to]![0]))
}
</script>

<template>
  <aside v-if="!preferences.tourDone" class="tour sheet" aria-label="Tour">
    <p class="small">{{ STOPS[stop]![1] }}</p>
    <div class="row">
      <span class="small quiet figures grow">{{ stop + 1 }} of {{ STOPS.length }}</span>
      <v-btn variant="text" @click="preferences.tourDone = true">Dismiss</v-btn>
      <v-btn v-if="stop > 0" @click="go(stop - 1)">Back</v-btn>
      <v-btn v-if="stop < STOPS.length - 1" color="primary" variant="flat" @click="go(stop + 1)">Next</v-btn>
      <v-btn v-else color="primary" variant="flat" @click="preferences.tourDone = true">Done</v-btn>
    </div>
  </aside>
</template>

<style scoped>
.tour {
  position: fixed;
  left: 50%;
  transform: translateX(-50%);
  bottom: 84px;
  z-index: 900;
  width: min(340px, calc(100vw - 32px));
  display: grid;
  gap: 6px;
  border: 1.5px solid var(--dye);
}
@media print {
  .tour {
    display: none;
  }
}
</style>
