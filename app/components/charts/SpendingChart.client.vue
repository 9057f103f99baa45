<script setup lang="ts">
import { BarController, BarElement, CategoryScale, Chart, Legend, LinearScale, Tooltip } from 'chart.js'
import { Bar } from 'vue-chartjs'
import type { OptionStanding } from '#core/report'
import { usePreferences } from '~/stores/preferences'

/** Cost of each option as one bar, by group; credits run to the left of zero. */
Chart.register(BarController, BarElement, CategoryScale, Legend, LinearScale, Tooltip)
const { standings } = defineProps<{ standings: readonly OptionStanding[] }>()
const preferences = usePreferences()
const ink = useChartInk()
const groups = computed(() => [...new Set(standings.flatMap(standing => standing.groups.map(({ group }) => group)))])
const data = computed(() => ({
  labels: standings.map(standing => standing.name),
  datasets: groups.value.map((group, i) => ({
    label: group,
    data: standings.map(standing => preferences.sum(standing.groups.find(each => each.group === group)?.cents ?? 0)),
    backgroundColor: ink.value.parts[i % ink.value.parts.length],
    stack: 'cost'
  }))
}))
const options = computed(() => ({
  indexAxis: 'y' as const,
  responsive: true,
  maintainAspectRatio: false,
  animation: false as const,
  plugins: {
    legend: { position: 'bottom' as const, labels: { color: ink.value.text, boxWidth: 14 } },
    tooltip: {
      callbacks: {
        label: (item: { dataset: { label?: string }; parsed: { x: number | null } }) =>
          `${item.dataset.label}: ${preferences.moneyOfSum(item.parsed.x ?? 0)}`
      }
    }
  },
  scales: {
    x: {
      stacked: true,
      ticks: { color: ink.value.text, callback: (value: string | number) => preferences.moneyOfSum(Number(value)) },
      grid: { color: ink.value.rule }
    },
    y: { stacked: true, ticks: { color: ink.value.text }, grid: { display: false } }
  }
}))
</script>

<template>
  <div :style="{ height: `${70 + 34 * standings.length}px` }">
    <Bar
      :data="data"
      :options="options"
      role="img"
      aria-label="Cost of each option by group; the table has the same amounts"
    />
  </div>
</template>
