<script setup lang="ts">
import { panesOf } from '#core/quantity'
import type { FigureOf } from '#core/design'
import { useBench } from '~/stores/bench'

const bench = useBench()
/** Only what is of the option that is shown: what is done here goes into that one. */
const wiring = computed(() => (bench.examined?.optionId === bench.option?.id ? bench.report?.wiring : undefined))
const PANES = panesOf('wiring')
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
  <div class="wiring fills" :aria-busy="bench.examining">
    <header class="bar">
      <h1>Wiring</h1>
      <p class="caution">
        To plan with. The maker’s installation manual decides pins, coax and distances. Ring out every conductor before
        power is put on.
      </p>
    </header>
    <PaneTabs v-model="pane" :panes="PANES" says="Parts of the wiring plan" />
    <div :id="`pane-${pane}`" class="pane" role="tabpanel" :aria-labelledby="`tab-${pane}`" tabindex="0">
      <p v-if="!wiring" class="quiet">This option is being worked out…</p>
      <WiringLinks v-else-if="pane === 'links'" :wiring="wiring" />
      <WiringList v-else-if="pane === 'list'" :wiring="wiring" />
      <WiringConnectors v-else-if="pane === 'connectors'" :wiring="wiring" />
      <WiringJoints v-else-if="pane === 'joints'" :wiring="wiring" />
      <WiringAirframe v-else-if="pane === 'airframe'" :wiring="wiring" />
      <WiringRadio v-else-if="pane === 'radio'" :wiring="wiring" @why="why" />
      <WiringPaper v-else :wiring="wiring" />
    </div>
    <FrameWorkingDialog v-model="workingOpen" :title="working?.title ?? ''" :figure="working?.figure" />
  </div>
</template>

<style scoped>
.wiring {
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
