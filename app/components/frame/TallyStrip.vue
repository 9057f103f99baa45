<script setup lang="ts">
import { FIGURE_KEYS } from '#core/report'
import { useBench } from '~/stores/bench'

/** The figures of the design, at the foot of every step. */
const bench = useBench()
</script>

<template>
  <section class="tally" :class="{ old: bench.late && bench.report }" aria-label="Tally" :aria-busy="bench.examining">
    <FrameTallyCell v-for="key in FIGURE_KEYS" :key="key" :figure="key" />
    <span class="working" aria-hidden="true">being worked out</span>
  </section>
</template>

<style scoped>
.tally {
  position: relative;
  display: grid;
  grid-template-columns: 1.35fr repeat(4, 1.15fr) repeat(3, 1fr);
  border-top: 1.5px solid var(--sheet-edge);
  background: var(--paper);
  min-height: 67px;
}
.tally.old > :deep(.cell) {
  opacity: 0.5;
  transition: opacity 0.1s 0.25s;
}
/* It has its place always: nothing moves when it is shown. */
.working {
  position: absolute;
  right: 0;
  bottom: 100%;
  padding: 2px 8px;
  border: 1px solid var(--sheet-edge);
  background: var(--paper);
  font-size: 11px;
  visibility: hidden;
}
.old > .working {
  visibility: visible;
}
@media (max-width: 900px) {
  .tally {
    grid-template-columns: repeat(8, minmax(104px, 1fr));
    overflow-x: auto;
    min-height: 62px;
  }
  .working {
    bottom: 0;
  }
}
</style>
