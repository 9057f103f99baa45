<script setup lang="ts">
import type { SimulatedFailure } from '#core/resilience'
import { usePreferences } from '~/stores/preferences'

/** The batteries after a failure, and a slider over them: lowest volts, what is lost when, the minutes required. */
const minute = defineModel<number>({ required: true })
const { play, wanted } = defineProps<{ play: Pick<SimulatedFailure, 'losses' | 'curve'>; wanted: number }>()
const preferences = usePreferences()
const WIDTH = 1000
const HEIGHT = 96
const span = computed(() => {
  const last = Math.max(0, ...play.losses.map(loss => loss.minute))
  return Math.ceil(Math.max(wanted * 1.2, last * 1.06, 30))
})
// After another failure the discharge may be shorter than the time looked at.
watch(span, now => {
  minute.value = Math.min(minute.value, now)
})
const x = (at: number) => (at / span.value) * WIDTH
const shown = computed(() => play.curve.filter(point => point.minute <= span.value && point.volts > 0))
const volts = computed(() => {
  const all = shown.value.map(point => point.volts)
  return { low: Math.min(...all) - 0.4, high: Math.max(...all) + 0.4 }
})
const y = (v: number) => HEIGHT - 6 - ((v - volts.value.low) / (volts.value.high - volts.value.low)) * (HEIGHT - 30)
const line = computed(() =>
  shown.value.map((point, i) => `${i ? 'L' : 'M'}${x(point.minute).toFixed(1)} ${y(point.volts).toFixed(1)}`).join('')
)
/** Losses after the start, those within a minute together; labels lowered where they would meet the one before. */
const events = computed(() => {
  const found: { minute: number; names: string[] }[] = []
  for (const loss of play.losses.filter(loss => loss.minute > 0)) {
    const last = found.at(-1)
    if (last && loss.minute - last.minute < 1) last.names.push(loss.label)
    else found.push({ minute: loss.minute, names: [loss.label] })
  }
  const ends: number[] = []
  return found.map(event => {
    const says =
      event.names.length > 1 ? `${event.names[0]} and ${event.names.length - 1} more off` : `${event.names[0]} off`
    const width = says.length * 6
    const left = Math.min(x(event.minute) + 4, WIDTH - width)
    let row = ends.findIndex(end => end < left)
    if (row < 0) row = ends.length
    ends[row] = left + width
    return { ...event, says, left, row: Math.min(row, 4) }
  })
})
const now = computed(() => play.curve.findLast(point => point.minute <= minute.value))
const clock = (at: number) => `${Math.floor(at / 60)}:${String(Math.floor(at % 60)).padStart(2, '0')}`
const reading = computed(() => {
  const { volts: v, amps, charge } = now.value ?? { volts: 0, amps: 0, charge: 0 }
  const supply = `${preferences.number(v, 1)} V · ${preferences.number(amps, 1)} A`
  return now.value
    ? `${clock(minute.value)} · ${supply} · battery ${preferences.number(charge * 100, 0)} %`
    : clock(minute.value)
})
const ticks = computed(() => {
  const step = [5, 10, 15, 30, 60, 120, 240].find(each => span.value / each <= 9) ?? 480
  return Array.from({ length: Math.floor(span.value / step) + 1 }, (_, i) => i * step)
})
</script>

<template>
  <section class="timeline" aria-label="Time since failure">
    <div class="row head">
      <h2>Time since failure</h2>
      <b class="figures" aria-live="polite">{{ reading }}</b>
    </div>
    <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT + 16}`" role="img" :aria-label="`Lowest bus voltage over ${span} minutes`">
      <path :d="line" class="curve" />
      <line :x1="x(wanted)" :x2="x(wanted)" y1="4" :y2="HEIGHT" class="wanted" />
      <text :x="Math.min(x(wanted) + 4, WIDTH - 100)" :y="HEIGHT - 4" class="wanted-says">
        {{ wanted }} min required
      </text>
      <g v-for="event in events" :key="event.minute" :data-event="event.minute">
        <line :x1="x(event.minute)" :x2="x(event.minute)" y1="4" :y2="HEIGHT" class="loss" />
        <text :x="event.left" :y="14 + event.row * 12" class="loss-says">{{ event.says }}</text>
      </g>
      <g v-for="tick in ticks" :key="tick">
        <line :x1="x(tick)" :x2="x(tick)" :y1="HEIGHT" :y2="HEIGHT + 4" class="tick" />
        <text :x="x(tick)" :y="HEIGHT + 15" :text-anchor="tick === 0 ? 'start' : 'middle'">{{ clock(tick) }}</text>
      </g>
      <line :x1="x(minute)" :x2="x(minute)" y1="0" :y2="HEIGHT" class="now" />
    </svg>
    <input
      v-model.number="minute"
      type="range"
      min="0"
      :max="span"
      step="1"
      aria-label="Minutes since the failure"
      :aria-valuetext="reading"
    />
  </section>
</template>

<style scoped>
.head {
  justify-content: space-between;
}
svg {
  display: block;
  width: 100%;
  background: var(--paper);
  border: 1px solid var(--rule);
  overflow: visible;
}
input {
  width: 100%;
  margin: 2px 0 0;
  min-height: 28px;
  accent-color: var(--dye);
}
text {
  font:
    11px 'Public Sans',
    sans-serif;
  fill: var(--quiet);
}
.curve {
  fill: none;
  stroke: var(--primer);
  stroke-width: 2.4;
}
.loss {
  stroke: var(--grease);
}
.loss-says {
  fill: var(--grease);
}
.wanted {
  stroke: var(--tape);
  stroke-dasharray: 5 3;
}
.wanted-says {
  fill: var(--graphite);
}
.tick {
  stroke: var(--quiet);
}
.now {
  stroke: var(--dye);
  stroke-width: 2.5;
}
</style>
