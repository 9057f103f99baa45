<script setup lang="ts">
import type { FigureOf } from '#core/design'
import { useBench } from '~/stores/bench'

const bench = useBench()
const power = computed(() => bench.report?.power)
const why = (title: string, figure: FigureOf) => {
  bench.workingOf = { title, figure }
}
</script>

<template>
  <StepFrame v-if="power" step="power" says="Parts of the power plan">
    <template #head>
      <p class="caution">
        For planning only. The breaker or fuse guards the wire, not the box; the person who signs for the work decides.
        Currents are catalog values. Enter the maker’s values.
      </p>
    </template>
    <template #default="{ pane }">
      <PowerLoads v-if="pane === 'loads'" :power="power" @why="why" />
      <PowerFeeds v-else-if="pane === 'feeds'" :power="power" />
      <PowerCircuits v-else-if="pane === 'circuits'" :power="power" @why="why" />
      <PowerLoss v-else-if="pane === 'loss'" :power="power" @why="why" />
      <PowerFailures v-else-if="pane === 'failures'" />
      <PowerPaper v-else :power="power" />
    </template>
  </StepFrame>
</template>
