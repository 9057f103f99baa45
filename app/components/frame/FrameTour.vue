<script setup lang="ts">
import { usePreferences } from '~/stores/preferences'

/** A short tour of the steps for a first visit; once dismissed it does not return. */
const preferences = usePreferences()
const address = useStepAddress()
const STOPS = [
  [
    'brief',
    'Brief describes the aircraft and its mission: flying, people, money, time. Everything else is checked against it.'
  ],
  [
    'equipment',
    'Equipment lists missing equipment first. “Show options” lists units that provide it on this aircraft; ' +
      'Add places it where it is free, visible and in reach.'
  ],
  [
    'panel',
    'Panel is to scale. Drag, nudge with the arrow keys, or type exact positions. Findings update while you drag. Everything can be undone.'
  ],
  ['power', 'Power adds up the loads, simulates an alternator failure, and sizes every breaker and wire.'],
  [
    'rules',
    'Rules lists each clause with the unit that meets it. Clauses that only a person can judge are for you to check.'
  ],
  [
    'build',
    'Build has the cut drawing, the lists and the first power-up sequence. ' +
      'The strip below always has the figures: press one for its working.'
  ]
] as const
// It begins with the step that is open, or with the first.
const route = useRoute()
const stop = ref(
  Math.max(
    0,
    STOPS.findIndex(([step]) => route.path.endsWith(`/${step}`))
  )
)
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
/* A row of its own between the work and the figures: it covers neither. */
.tour {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  align-items: center;
  border: 0;
  border-top: 1.5px solid var(--dye);
  padding: 8px 18px;
}
.tour p {
  flex: 1 1 340px;
}
@media print {
  .tour {
    display: none;
  }
}
</style>
