<script setup lang="ts">
import { mdiCircleMedium } from '@mdi/js'
import { useBench } from '~/stores/bench'

/** Whether what was done is kept. */
const bench = useBench()
const SAVED: Record<string, string> = {
  saved: 'Saved',
  waiting: 'Saving…',
  saving: 'Saving…',
  stale: 'Not saved: changed elsewhere',
  missing: 'Not saved: project is gone',
  failed: 'Not saved: trying again'
}
</script>

<template>
  <span class="small save" :class="bench.saveState" role="status" :title="bench.saveError"
    ><span class="words"><v-icon :icon="mdiCircleMedium" size="16" /> {{ SAVED[bench.saveState] }}</span></span
  >
</template>

<style scoped>
/*
 * The two words that every act changes stand in a place of their own size. A word that may move its neighbours would have the whole
 * window laid out in the frame in which a unit moves, and with it each word of the drawing.
 */
.save {
  position: relative;
  flex: none;
  width: 70px;
  height: 22px;
  color: var(--quiet);
}
.words {
  position: absolute;
  width: 70px;
  height: 22px;
  line-height: 22px;
  contain: strict;
  white-space: nowrap;
}
.save:is(.stale, .missing, .failed) {
  flex: 0 1 auto;
  width: auto;
  padding: 0 8px;
}
.save:is(.stale, .missing, .failed) > .words {
  display: block;
  position: static;
  width: auto;
  contain: none;
  overflow: hidden;
  text-overflow: ellipsis;
}
.save .v-icon {
  color: var(--primer);
}
.save.stale,
.save.missing,
.save.failed {
  color: var(--grease);
  font-weight: 700;
}
.save.waiting .v-icon,
.save.saving .v-icon {
  color: var(--tape);
}
@media (max-width: 900px) {
  .save.saved {
    display: none;
  }
}
</style>
