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
        To plan with. The breaker or fuse guards the wire, not the box; whoever signs for the work decides. Amps are the
        catalogue’s: enter the maker’s own.
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
