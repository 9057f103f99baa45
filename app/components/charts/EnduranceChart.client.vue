<script setup lang="ts">
import { Chart, Filler, Legend, LinearScale, LineController, LineElement, PointElement, Tooltip } from 'chart.js'
import { Chart as ChartView } from 'vue-chartjs'
import type { Endurance } from '#core/power'
import { usePreferences } from '~/stores/preferences'

Chart.register(Filler, Legend, LinearScale, LineController, LineElement, PointElement, Tooltip)
const { endurance, wanted } = defineProps<{ endurance: Endurance; wanted: number }>()
const preferences = usePreferences()
Chart.defaults.font.family = 'Public Sans'
Chart.defaults.font.size = 11
const ink = computed(() =>
  preferences.dark
    ? {
        text: '#E4E2DA',
        rule: '#465055',
        charge: '#93B0EC',
        volts: '#B4C381',
        want: '#E2B04A',
        dark: '#F0907F',
        fill: 'rgba(147,176,236,.16)',
        ground: '#1F2427'
      }
    : {
        text: '#22272A',
        rule: '#D5D8D4',
        charge: '#27498F',
        volts: '#566330',
        want: '#9A6A0C',
        dark: '#B83A27',
        fill: 'rgba(39,73,143,.12)',
        ground: '#FBFAF6'
      }
)

/** Words at the head of each upright line, one row lower where they would meet the ones before. */
const uprights = {
  id: 'uprights',
  afterDatasetsDraw(chart: Chart) {
    const { ctx, chartArea, scales } = chart
    const marks = chart.data.datasets
      .flatMap((set, index) =>
        chart.isDatasetVisible(index) && 'upright' in set
          ? [
              {
                text: set.label!,
                x: scales.x!.getPixelForValue((set.data[0] as { x: number }).x),
                colour: set.borderColor as string
              }
            ]
          : []
      )
      .sort((a, b) => a.x - b.x)
    const ends: number[] = []
    ctx.save()
    ctx.font = "10.5px 'Public Sans'"
    for (const mark of marks) {
      const width = ctx.measureText(mark.text).width
      const x = Math.min(mark.x + 4, chartArea.right - width - 2)
      let row = ends.findIndex(end => end < x - 6)
      if (row < 0) row = ends.length
      ends[row] = x + width
      ctx.fillStyle = ink.value.ground
      ctx.fillRect(x - 2, chartArea.top + 3 + row * 14, width + 4, 13)
      ctx.fillStyle = mark.colour
      ctx.fillText(mark.text, x, chartArea.top + 13 + row * 14)
    }
    ctx.restore()
  }
}
const data = computed(() => {
  const upright = (
    label: string,
    minute: number,
    { colour, dash, width }: { colour: string; dash: number[]; width: number }
  ) => ({
    upright: true,
    label,
    data: [
      { x: minute, y: 0 },
      { x: minute, y: 100 }
    ],
    borderColor: colour,
    borderDash: dash,
    borderWidth: width,
    pointRadius: 0,
    yAxisID: 'y'
  })
  return {
    datasets: [
      {
        label: 'usable charge left, %',
        data: endurance.curve.map(point => ({ x: point.minute, y: point.charge * 100 })),
        borderColor: ink.value.charge,
        backgroundColor: ink.value.fill,
        fill: true,
        borderWidth: 2,
        pointRadius: 0,
        yAxisID: 'y'
      },
      {
        label: 'lowest bus that is kept, V',
        data: endurance.curve.filter(point => point.volts > 0).map(point => ({ x: point.minute, y: point.volts })),
        borderColor: ink.value.volts,
        borderWidth: 2,
        borderDash: [1, 0],
        pointRadius: 0,
        yAxisID: 'volts'
      },
      upright(`required, ${wanted} min`, wanted, { colour: ink.value.want, dash: [6, 4], width: 2 }),
      upright('30 min, the rule before 2017', 30, { colour: ink.value.text, dash: [2, 3], width: 1 }),
      ...(Number.isFinite(endurance.minutes)
        ? [
            upright(`first power loss, ${preferences.number(endurance.minutes, 0)} min`, endurance.minutes, {
              colour: ink.value.dark,
              dash: [10, 3],
              width: 2
            })
          ]
        : [])
    ]
  }
})
const options = computed(() => ({
  responsive: true,
  maintainAspectRatio: false,
  animation: false as const,
  parsing: false as const,
  plugins: {
    legend: {
      labels: {
        color: ink.value.text,
        boxWidth: 14,
        font: { family: 'Public Sans', size: 11 },
        filter: (item: { datasetIndex?: number }) => (item.datasetIndex ?? 0) < 2
      }
    }
  },
  scales: {
    x: {
      type: 'linear' as const,
      min: 0,
      title: { display: true, text: 'minutes since alternator failure', color: ink.value.text },
      ticks: { color: ink.value.text },
      grid: { color: ink.value.rule }
    },
    y: {
      min: 0,
      max: 100,
      title: { display: true, text: '%', color: ink.value.text },
      ticks: { color: ink.value.text },
      grid: { color: ink.value.rule }
    },
    volts: {
      position: 'right' as const,
      title: { display: true, text: 'V', color: ink.value.text },
      ticks: { color: ink.value.text },
      grid: { display: false }
    }
  }
}))
</script>

<template>
  <ChartView
    type="line"
    :data="data"
    :options="options"
    :plugins="[uprights]"
    aria-label="Charge and volts over time with the alternator gone; the table of losses has the times"
    role="img"
  />
</template>
