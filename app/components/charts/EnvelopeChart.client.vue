<script setup lang="ts">
import {
  Chart,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  ScatterController,
  Tooltip
} from 'chart.js'
import { Chart as ChartView } from 'vue-chartjs'
import type { MassReport } from '#core/mass'
import { KG_PER_POUND, MM_PER_INCH } from '#core/quantity'
import { usePreferences } from '~/stores/preferences'

/** Arm against weight: the envelope, the empty aeroplane, and each loading from take-off to its fuel burnt. */
Chart.register(Legend, LinearScale, LineController, LineElement, PointElement, ScatterController, Tooltip)
const { corners, mass } = defineProps<{ corners: readonly (readonly [number, number])[]; mass: MassReport }>()
const preferences = usePreferences()
const ink = computed(() =>
  preferences.dark
    ? { text: '#E4E2DA', rule: '#465055', edge: '#93B0EC', holds: '#B4C381', out: '#F0907F', empty: '#E2B04A' }
    : { text: '#22272A', rule: '#D5D8D4', edge: '#27498F', holds: '#566330', out: '#B83A27', empty: '#9A6A0C' }
)
const inch = computed(() => preferences.reading.system === 'inch')
const point = (armMm: number, massKg: number) => ({
  x: inch.value ? armMm / MM_PER_INCH : armMm,
  y: inch.value ? massKg / KG_PER_POUND : massKg
})
const data = computed(() => ({
  datasets: [
    {
      label: 'envelope',
      data: [...corners, corners[0]!].map(([arm, weight]) => point(arm, weight)),
      borderColor: ink.value.edge,
      backgroundColor: ink.value.edge,
      borderWidth: 2,
      pointRadius: 0,
      showLine: true
    },
    {
      label: 'empty',
      data: [point(mass.emptyArmMm, mass.emptyMassKg)],
      borderColor: ink.value.empty,
      backgroundColor: ink.value.empty,
      pointStyle: 'rectRot' as const,
      pointRadius: 6
    },
    ...mass.loadings.map((loading, index) => {
      const colour = loading.inside ? ink.value.holds : ink.value.out
      return {
        label: `${loading.name}${loading.inside ? '' : ' (outside)'}`,
        // There by one order of the tanks and back by the other: what can be reached lies between.
        data: [
          point(loading.takeOff.armMm, loading.takeOff.massKg),
          ...(loading.burn[0] ?? []).map(state => point(state.armMm, state.massKg)),
          point(loading.fuelBurnt.armMm, loading.fuelBurnt.massKg),
          ...[...(loading.burn[1] ?? [])].reverse().map(state => point(state.armMm, state.massKg))
        ],
        borderColor: colour,
        backgroundColor: colour,
        borderDash: [[], [6, 3], [2, 2]][index % 3]!,
        pointStyle: (['circle', 'triangle', 'rect'] as const)[index % 3]!,
        // The two ends are marked; what lies between is a line.
        pointRadius: [5, ...(loading.burn[0] ?? []).map(() => 0), 5, ...(loading.burn[1] ?? []).map(() => 0)],
        showLine: true,
        borderWidth: 1.5
      }
    })
  ]
}))
const axis = (text: string) => ({
  title: { display: true, text, color: ink.value.text },
  ticks: { color: ink.value.text },
  grid: { color: ink.value.rule }
})
const low = computed(() => {
  const weights = [mass.emptyMassKg, ...mass.loadings.map(loading => loading.fuelBurnt.massKg)]
  return point(0, Math.min(...weights) * 0.94).y
})
const options = computed(() => ({
  responsive: true,
  maintainAspectRatio: false,
  animation: false as const,
  plugins: { legend: { labels: { color: ink.value.text, boxWidth: 14, font: { family: 'Public Sans', size: 11 } } } },
  scales: {
    x: axis(`arm, ${inch.value ? 'in' : 'mm'}`),
    y: { ...axis(`weight, ${inch.value ? 'lb' : 'kg'}`), min: Math.floor(low.value / 10) * 10 }
  }
}))
</script>

<template>
  <ChartView
    type="scatter"
    :data="data"
    :options="options"
    aria-label="Arm and weight of each loading in the envelope"
  />
</template>
