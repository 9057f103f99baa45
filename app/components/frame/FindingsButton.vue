<script setup lang="ts">
import { WEIGHTS } from '#core/design'
import { actedOn } from '#core/report'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** How many findings ask for an act, and the heaviest of them; opens and folds their list. */
const bench = useBench()
const preferences = usePreferences()
const count = computed(() => bench.report && actedOn(bench.report.findings).length)
/** The heaviest that was found; unknown while the figures are being worked out. */
const worst = computed(() =>
  bench.late
    ? undefined
    : WEIGHTS.find(weight => weight !== 'note' && bench.report?.findings.some(finding => finding.weight === weight))
)
</script>

<template>
  <v-btn
    class="found"
    :color="preferences.findingsOpen ? 'primary' : undefined"
    :variant="preferences.findingsOpen ? 'flat' : 'outlined'"
    :aria-expanded="preferences.findingsOpen"
    :aria-label="`${preferences.findingsOpen ? 'Fold' : 'Open'} findings, ${count ?? 'not known yet'}`"
    @click="preferences.findingsOpen = !preferences.findingsOpen"
  >
    <StateMark v-if="worst && !preferences.findingsOpen" :state="worst" :size="15" />
    <span class="words">Findings</span>
    <span class="figures">{{ bench.late ? '—' : count }}</span>
  </v-btn>
</template>

<style scoped>
.found {
  margin-left: 6px;
  flex: none;
}
.found :deep(.v-btn__content) {
  gap: 6px;
}
@media (max-width: 600px) {
  .found .words {
    display: none;
  }
}
</style>
