<script setup lang="ts">
import { BarController, BarElement, CategoryScale, Chart, Legend, LinearScale, LineController, LineElement, PointElement, Tooltip } from 'chart.js'
import { Chart as ChartView } from 'vue-chartjs'
import type { PhaseLoad } from '#core/power'
import { useTaste } from '~/stores/taste'

Chart.register(BarController, BarElement, CategoryScale, Legend, LinearScale, LineController, LineElement, PointElement, Tooltip)
const { loads } = defineProps<{ loads: PhaseLoad[] }>()
const taste = useTaste()
Chart.defaults.font.family = 'B612'
Chart.defaults.font.size = 11
const ink = computed(() => taste.dark ? { text: '#E4E2DA', rule: '#465055', typical: '#93B0EC', worst: '#5A6469', limit: '#F0907F' } : { text: '#22272A', rule: '#D5D8D4', typical: '#27498F', worst: '#B9C0C2', limit: '#B83A27' })
const data = computed(() => ({
  labels: loads.map(load => load.phase),
  datasets: [
    { type: 'line' as const, label: '80 % of the alternator', data: loads.map(load => load.limitA), borderColor: ink.value.limit, borderWidth: 2, borderDash: [6, 4], pointRadius: 0, backgroundColor: 'transparent' },
    { type: 'bar' as const, label: 'typical', data: loads.map(load => load.typicalA), backgroundColor: ink.value.typical },
    { type: 'bar' as const, label: 'everything at its most', data: loads.map(load => load.worstA), backgroundColor: ink.value.worst }
  ]
}))
const options = computed(() => ({
  responsive: true, maintainAspectRatio: false, animation: false as const,
  plugins: { legend: { labels: { color: ink.value.text, boxWidth: 14, font: { family: 'B612', size: 11 } } } },
  scales: { x: { ticks: { color: ink.value.text, font: { family: 'B612', size: 11 } }, grid: { display: false } }, y: { beginAtZero: true, title: { display: true, text: 'A', color: ink.value.text }, ticks: { color: ink.value.text }, grid: { color: ink.value.rule } } }
}))
</script>

<template>
  <ChartView type="bar" :data="data" :options="options" aria-label="Loads by phase against 80 % of the alternator; the table below has the same figures" role="img" />
</template>
