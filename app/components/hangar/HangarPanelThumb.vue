<script setup lang="ts">
import type { Card } from '#core/report'

/** A panel small, to scale: its outline and the bezels that stand on it. */
const { panel } = defineProps<{ panel: Card['panel'] }>()
const box = computed(() => {
  const xs = panel.outline.map(point => point[0])
  const ys = panel.outline.map(point => point[1])
  return { minX: Math.min(...xs), maxX: Math.max(...xs), minY: Math.min(...ys), maxY: Math.max(...ys) }
})
const view = computed(() => {
  const { minX, maxX, minY, maxY } = box.value
  return `${minX - 8} ${-maxY - 8} ${maxX - minX + 16} ${maxY - minY + 16}`
})
const path = computed(() => `M${panel.outline.map(([x, y]) => `${x} ${-y}`).join('L')}Z`)
</script>

<template>
  <svg class="thumb" :viewBox="view" role="img" aria-label="The panel of the first option, to scale">
    <path :d="path" class="sheet-face" />
    <rect
      v-for="(unit, index) in panel.units"
      :key="index"
      :x="unit.minX"
      :y="-unit.maxY"
      :width="unit.maxX - unit.minX"
      :height="unit.maxY - unit.minY"
      :rx="unit.round ? (unit.maxX - unit.minX) / 2 : 2"
      class="piece"
    />
  </svg>
</template>

<style scoped>
.thumb {
  display: block;
  width: 100%;
  height: 118px;
}
.sheet-face {
  fill: var(--sheet);
  stroke: var(--graphite);
  stroke-width: 3;
}
.piece {
  fill: var(--face);
  stroke: var(--graphite);
  stroke-width: 2;
}
</style>
