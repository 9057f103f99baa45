<script setup lang="ts">
import { panesOf } from '#core/quantity'
import type { FigureOf } from '#core/design'
import { useBench } from '~/stores/bench'

const bench = useBench()
const power = computed(() => bench.report?.power)
const PANES = panesOf('power')
const pane = usePane(PANES)
const working = shallowRef<{ title: string; figure: FigureOf }>()
const workingOpen = computed({
  get: () => !!working.value,
  set: open => {
    if (!open) working.value = undefined
  }
})
const why = (title: string, figure: FigureOf) => {
  working.value = { title, figure }
}
</script>

<template>
  <div v-if="power" class="power fills" :aria-busy="bench.examining">
    <header class="bar">
      <h1>Power</h1>
      <p class="caution">
        To plan with. The breaker or fuse guards the wire, not the box; whoever signs for the work decides. Amps are the
        catalogue’s: enter the maker’s own.
      </p>
    </header>
    <PaneTabs v-model="pane" :panes="PANES" says="Parts of the power plan" />
    <div :id="`pane-${pane}`" class="pane" role="tabpanel" :aria-labelledby="`tab-${pane}`" tabindex="0">
      <PowerLoads v-if="pane === 'loads'" :power="power" @why="why" />
      <PowerFeeds v-else-if="pane === 'feeds'" :power="power" />
      <PowerCircuits v-else-if="pane === 'circuits'" :power="power" @why="why" />
      <PowerLoss v-else-if="pane === 'loss'" :power="power" @why="why" />
      <PowerFailures v-else-if="pane === 'failures'" />
      <PowerPaper v-else :power="power" />
    </div>
    <FrameWorkingDialog v-model="workingOpen" :title="working?.title ?? ''" :figure="working?.figure" />
  </div>
</template>

<style scoped>
.power {
  display: grid;
  grid-template: auto auto minmax(0, 1fr) / minmax(0, 1fr);
}
.bar {
  display: flex;
  gap: 16px;
  align-items: center;
  padding: 6px 14px;
}
.bar h1 {
  white-space: nowrap;
}
.bar .caution {
  flex: 1;
  padding: 3px 10px;
}
.pane {
  min-height: 0;
  overflow: auto;
  background: var(--chalk);
  padding: 10px 14px;
}
</style>
