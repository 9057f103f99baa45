<script setup lang="ts">
import { METAL } from '#core/picture'
import type { Card } from '#core/report'

/** A panel small, to scale, as a picture. */
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
</script>

<template>
  <svg class="thumb" :viewBox="view" role="img" aria-label="The panel of the first option, to scale">
    <path :d="ringPath(panel.outline, y => -y)" :fill="METAL.day.fill" :stroke="METAL.day.stroke" stroke-width="3" />
    <PictureFace v-for="(unit, index) in panel.units" :key="index" :item="unit.item" :x="unit.xMm" :y="-unit.yMm" />
  </svg>
</template>

<style scoped>
.thumb {
  display: block;
  width: 100%;
  height: 118px;
}
</style>
