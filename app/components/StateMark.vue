<script setup lang="ts">
import {
  mdiAlertOctagonOutline,
  mdiCheck,
  mdiHandBackRightOutline,
  mdiInformationOutline,
  mdiMinus,
  mdiEyeOutline
} from '@mdi/js'

/** A state by its own mark, colour and, for those who cannot see them, word. */
const { state, size = 16 } = defineProps<{ state: string; size?: number }>()
const MARKS: Record<string, [string, string]> = {
  'holds': [mdiCheck, 'var(--primer)'],
  'met': [mdiCheck, 'var(--primer)'],
  'decide': [mdiHandBackRightOutline, 'var(--tape)'],
  'check by hand': [mdiEyeOutline, 'var(--tape)'],
  'must fix': [mdiAlertOctagonOutline, 'var(--grease)'],
  'missing': [mdiAlertOctagonOutline, 'var(--grease)'],
  'note': [mdiInformationOutline, 'var(--dye)'],
  'does not apply': [mdiMinus, 'var(--quiet)']
}
const mark = computed(() => MARKS[state] ?? [mdiInformationOutline, 'var(--dye)'])
</script>

<template>
  <svg :width="size" :height="size" viewBox="0 0 24 24" role="img" :aria-label="state" class="mark">
    <path :d="mark[0]" :fill="mark[1]" />
  </svg>
</template>

<style scoped>
.mark {
  flex: none;
  vertical-align: -3px;
}
</style>
