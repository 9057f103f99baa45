<script setup lang="ts">
import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip
} from 'chart.js'
import { Chart as ChartView } from 'vue-chartjs'
import type { PowerReport } from '#core/power'
import { usePreferences } from '~/stores/preferences'

Chart.register(
  BarController,
  BarElement,
  CategoryScale,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip
)
const { power } = defineProps<{ power: PowerReport }>()
const preferences = usePreferences()
Chart.defaults.font.family = 'Public Sans'
Chart.defaults.font.size = 11
const ink = computed(() =>
  preferences.dark
    ? {
        text: '#E4E2DA',
        rule: '#465055',
        steady: '#93B0EC',
        comes: '#B4C381',
        talks: '#E2B04A',
        worst: '#5A6469',
        limit: '#F0907F',
        given: '#E4E2DA'
      }
    : {
        text: '#22272A',
        rule: '#D5D8D4',
        steady: '#27498F',
        comes: '#7F8F4A',
        talks: '#C98F1B',
        worst: '#C3C9CA',
        limit: '#B83A27',
        given: '#22272A'
      }
)
const data = computed(() => {
  const { loads, endurance } = power
  const lost = [endurance.fullA, endurance.shedA]
  const bar = (label: string, amps: number[], colour: string, stack: string) => ({
    type: 'bar' as const,
    label,
    data: amps,
    backgroundColor: colour,
    stack
  })
  // A step line: what is given belongs to a phase, not to the way from one to the next.
  const line = (label: string, amps: (number | null)[], colour: string, dash: number[]) => ({
    type: 'line' as const,
    label,
    data: amps,
    borderColor: colour,
    borderWidth: 2,
    borderDash: dash,
    pointRadius: 0,
    stepped: 'middle' as const,
    backgroundColor: 'transparent',
    stack: label
  })
  return {
    labels: [
      ...loads.map(load => load.phase.replace('cruise ', 'cruise\n').split('\n')),
      ['lost,', 'before'],
      ['lost,', 'after']
    ],
    datasets: [
      line(
        'alternator output',
        [...loads.map(load => (load.idleUnknown.length ? null : load.capacityA)), null, null],
        ink.value.given,
        [2, 3]
      ),
      line(
        'continuous limit',
        [...loads.map(load => (load.idleUnknown.length ? null : load.limitA)), null, null],
        ink.value.limit,
        [6, 4]
      ),
      bar('continuous', [...loads.map(load => load.continuousA), ...lost], ink.value.steady, 'typical'),
      bar(
        'intermittent',
        loads.map(load => load.intermittentA),
        ink.value.comes,
        'typical'
      ),
      bar(
        'transmitting',
        loads.map(load => load.transmitA),
        ink.value.talks,
        'typical'
      ),
      bar(
        'all at peak',
        loads.map(load => load.worstA),
        ink.value.worst,
        'worst'
      )
    ]
  }
})
const options = computed(() => ({
  responsive: true,
  maintainAspectRatio: false,
  animation: false as const,
  plugins: { legend: { labels: { color: ink.value.text, boxWidth: 14, font: { family: 'Public Sans', size: 11 } } } },
  scales: {
    x: {
      stacked: true,
      ticks: { color: ink.value.text, font: { family: 'Public Sans', size: 10.5 }, maxRotation: 0, autoSkip: false },
      grid: { display: false }
    },
    y: {
      stacked: true,
      beginAtZero: true,
      title: { display: true, text: 'A', color: ink.value.text },
      ticks: { color: ink.value.text },
      grid: { color: ink.value.rule }
    }
  }
}))
</script>

<template>
  <ChartView
    type="bar"
    :data="data"
    :options="options"
    aria-label="Loads by phase against alternator output; the table below has the same figures"
    role="img"
  />
</template>
