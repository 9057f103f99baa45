<script setup lang="ts">
import { Chart, Filler, Legend, LinearScale, LineController, LineElement, PointElement, Tooltip } from 'chart.js'
import { Chart as ChartView } from 'vue-chartjs'
import type { Endurance } from '#core/power'
import { useTaste } from '~/stores/taste'

Chart.register(Filler, Legend, LinearScale, LineController, LineElement, PointElement, Tooltip)
const { endurance, wanted, delay } = defineProps<{ endurance: Endurance, wanted: number, delay: number }>()
const taste = useTaste()
Chart.defaults.font.family = 'B612'
Chart.defaults.font.size = 11
const ink = computed(() => taste.dark ? { text: '#E4E2DA', rule: '#465055', line: '#93B0EC', want: '#E2B04A', fill: 'rgba(147,176,236,.16)' } : { text: '#22272A', rule: '#D5D8D4', line: '#27498F', want: '#9A6A0C', fill: 'rgba(39,73,143,.12)' })

const data = computed(() => {
  const end = endurance.minutes
  const points = [{ x: 0, y: 100 }, ...(end > delay ? [{ x: delay, y: 100 * endurance.leftAfterDelay }] : []), { x: end, y: 0 }]
  return { datasets: [
    { label: 'usable charge left, %', data: points, borderColor: ink.value.line, backgroundColor: ink.value.fill, fill: true, borderWidth: 2, pointRadius: 2.5 },
    { label: `wanted, ${wanted} min`, data: [{ x: wanted, y: 0 }, { x: wanted, y: 100 }], borderColor: ink.value.want, borderDash: [6, 4], borderWidth: 2, pointRadius: 0 },
    { label: '30 min', data: [{ x: 30, y: 0 }, { x: 30, y: 100 }], borderColor: ink.value.text, borderDash: [2, 3], borderWidth: 1, pointRadius: 0 }
  ] }
})
const options = computed(() => ({
  responsive: true, maintainAspectRatio: false, animation: false as const, parsing: false as const,
  plugins: { legend: { labels: { color: ink.value.text, boxWidth: 14, font: { family: 'B612', size: 11 } } } },
  scales: {
    x: { type: 'linear' as const, min: 0, title: { display: true, text: 'minutes since the alternator quit', color: ink.value.text }, ticks: { color: ink.value.text }, grid: { color: ink.value.rule } },
    y: { min: 0, max: 100, ticks: { color: ink.value.text }, grid: { color: ink.value.rule } }
  }
}))
</script>

<template>
  <ChartView type="line" :data="data" :options="options" aria-label="Usable charge over time with the alternator gone" role="img" />
</template>
