<script setup lang="ts" generic="S extends StepId">
import { panesOf, SCREENS, type PaneOf, type StepId } from '#core/quantity'
import { useBench } from '~/stores/bench'

/** A step that has panes: its name, what is said above them, their tabs, and the one that is shown. */
const { step, says } = defineProps<{
  step: S
  /** What the tabs are, for who hears the screen. */
  says: string
  /** The pane fills the frame and has margins of its own. */
  flush?: boolean
}>()
defineSlots<{
  default(shown: { pane: PaneOf<S> }): unknown
  /** Beside the name. */
  count?(): unknown
  head?(): unknown
}>()
const bench = useBench()
const panes = panesOf(step)
const pane = usePane(panes)
</script>

<template>
  <div class="step-frame fills" :class="step" :aria-busy="bench.examining">
    <header class="bar">
      <h1>{{ SCREENS[step].name }} <slot name="count" /></h1>
      <slot name="head" />
    </header>
    <PaneTabs v-model="pane" :panes="panes" :says="says" />
    <div
      :id="`pane-${pane}`"
      class="pane"
      :class="{ flush }"
      role="tabpanel"
      :aria-labelledby="`tab-${pane}`"
      tabindex="0"
    >
      <slot :pane="pane" />
    </div>
  </div>
</template>

<style scoped>
.step-frame {
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
.bar :slotted(.caution) {
  flex: 1;
  padding: 3px 10px;
}
.pane {
  min-height: 0;
  overflow: auto;
}
.pane:not(.flush) {
  background: var(--chalk);
  padding: 10px 14px;
}
</style>
