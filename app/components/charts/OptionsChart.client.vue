<script setup lang="ts">
import { Chart, Legend, LinearScale, PointElement, ScatterController, Tooltip } from 'chart.js'
import { Scatter } from 'vue-chartjs'
import type { OptionStanding } from '#core/report'
import { usePreferences } from '~/stores/preferences'

/** Money against what failures take: what lies toward the lower left costs less and leaves more. */
Chart.register(Legend, LinearScale, PointElement, ScatterController, Tooltip)
const { standings } = defineProps<{ standings: readonly OptionStanding[] }>()
const preferences = usePreferences()
const ink = computed(() =>
  preferences.dark
    ? { text: '#E4E2DA', rule: '#465055', on: '#93B0EC', off: '#9AA3A6' }
    : { text: '#22272A', rule: '#D5D8D4', on: '#27498F', off: '#6B7478' }
)
const SHAPES = ['circle', 'triangle', 'rect', 'rectRot', 'star', 'cross'] as const
const data = computed(() => ({
  datasets: standings.map((standing, i) => {
    const colour = standing.onFrontier ? ink.value.on : ink.value.off
    return {
      label: `${standing.name}${standing.onFrontier ? '' : ' (another option costs no more and keeps no less)'}`,
      data: [{ x: preferences.sum(standing.cents), y: standing.weak }],
      borderColor: colour,
      backgroundColor: colour,
      pointStyle: SHAPES[i % SHAPES.length],
      pointRadius: 7,
      borderWidth: 2
    }
  })
}))
const axis = (text: string) => ({
  min: 0,
  title: { display: true, text, color: ink.value.text },
  ticks: { color: ink.value.text, precision: 0 },
  grid: { color: ink.value.rule },
  grace: '10%'
})
const options = computed(() => ({
  responsive: true,
  maintainAspectRatio: false,
  animation: false as const,
  plugins: {
    legend: {
      position: 'bottom' as const,
      labels: { color: ink.value.text, usePointStyle: true, font: { family: 'Public Sans', size: 11 } }
    }
  },
  scales: { x: axis('cost'), y: axis('single-point failures') }
}))
</script>

<template>
  <div class="chart"><Scatter :data="data" :options="options" aria-label="Cost against what failures take" /></div>
</template>

<style scoped>
.chart {
  height: 240px;
}
</style>
