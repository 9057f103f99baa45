<script setup lang="ts">
import { Chart, Filler, LinearScale, LineController, LineElement, PointElement, Tooltip } from 'chart.js'
import { Line } from 'vue-chartjs'

/** A cumulative curve: the share of trials that stay within a value, with a limit drawn in. Its table is next to it. */
Chart.register(Filler, LinearScale, LineController, LineElement, PointElement, Tooltip)
const { points, limit, title, says, label } = defineProps<{
  points: readonly { x: number; share: number }[]
  /** The window or the budget limit. */
  limit?: { x: number; says: string }
  title: string
  /** How a value is read. */
  says: (x: number) => string
  label: string
}>()
const ink = useChartInk()
const data = computed(() => ({
  datasets: [
    {
      label: title,
      data: points.map(point => ({ x: point.x, y: point.share * 100 })),
      borderColor: ink.value.line,
      backgroundColor: ink.value.wash,
      fill: true,
      pointRadius: 0,
      pointHitRadius: 10,
      borderWidth: 2
    },
    ...(limit
      ? [
          {
            label: limit.says,
            data: [
              { x: limit.x, y: 0 },
              { x: limit.x, y: 100 }
            ],
            borderColor: ink.value.limit,
            borderDash: [6, 4],
            borderWidth: 2,
            pointRadius: 0
          }
        ]
      : [])
  ]
}))
/** The words of the limit on its line, on the side where there is room. */
const limitWords = {
  id: 'limit-words',
  afterDatasetsDraw({ ctx, chartArea, scales }: Chart) {
    if (!limit) return
    const x = scales.x!.getPixelForValue(limit.x)
    const left = x > (chartArea.left + chartArea.right) / 2
    ctx.save()
    ctx.font = "11px 'Public Sans'"
    ctx.fillStyle = ink.value.limit
    ctx.textAlign = left ? 'right' : 'left'
    ctx.fillText(limit.says, x + (left ? -5 : 5), chartArea.bottom - 8)
    ctx.restore()
  }
}
const options = computed(() => ({
  responsive: true,
  maintainAspectRatio: false,
  animation: false as const,
  parsing: false as const,
  plugins: {
    legend: { display: false },
    tooltip: {
      intersect: false,
      callbacks: {
        title: () => '',
        label: (item: { parsed: { x: number | null; y: number | null } }) =>
          `${says(item.parsed.x ?? 0)}: ${Math.round(item.parsed.y ?? 0)} %`
      }
    }
  },
  scales: {
    x: {
      type: 'linear' as const,
      title: { display: true, text: title, color: ink.value.text },
      ticks: { color: ink.value.text, maxTicksLimit: 7, callback: (value: string | number) => says(Number(value)) },
      grid: { color: ink.value.rule }
    },
    y: {
      min: 0,
      max: 100,
      title: { display: true, text: 'chance, %', color: ink.value.text },
      ticks: { color: ink.value.text, stepSize: 25 },
      grid: { color: ink.value.rule }
    }
  }
}))
</script>

<template>
  <div class="chart">
    <Line :data="data" :options="options" :plugins="[limitWords]" role="img" :aria-label="label" />
  </div>
</template>

<style scoped>
.chart {
  height: 210px;
  min-width: 0;
}
</style>
