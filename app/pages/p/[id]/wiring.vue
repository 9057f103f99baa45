<script setup lang="ts">
import type { FigureOf } from '#core/design'
import { useBench } from '~/stores/bench'

const bench = useBench()
/** Only what is of the option that is shown: what is done here goes into that one. */
const wiring = computed(() => (bench.examined?.optionId === bench.option?.id ? bench.report?.wiring : undefined))
const why = (title: string, figure: FigureOf) => {
  bench.workingOf = { title, figure }
}
</script>

<template>
  <StepFrame step="wiring" says="Parts of the wiring plan">
    <template #head>
      <p class="caution">
        For planning only. Follow the maker’s installation manual for pins, coax and distances. Check continuity of
        every conductor before applying power.
      </p>
    </template>
    <template #default="{ pane }">
      <p v-if="!wiring" class="quiet">This option is being worked out…</p>
      <WiringLinks v-else-if="pane === 'links'" :wiring="wiring" />
      <WiringList v-else-if="pane === 'list'" :wiring="wiring" />
      <WiringConnectors v-else-if="pane === 'connectors'" :wiring="wiring" />
      <WiringJoints v-else-if="pane === 'joints'" :wiring="wiring" />
      <WiringAirframe v-else-if="pane === 'airframe'" :wiring="wiring" />
      <WiringRadio v-else-if="pane === 'radio'" :wiring="wiring" @why="why" />
      <WiringPaper v-else :wiring="wiring" />
    </template>
  </StepFrame>
</template>
