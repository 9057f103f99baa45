<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import type { Label } from '#core/document'
import type { Design } from '#core/design'
import { engravedLines } from '#core/panel'
import { inches } from '#core/quantity'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** Words on the face: taken by the hand or moved by the arrows; their numbers stand in Paper and cutter. */
const { design, topMm, toFace } = defineProps<{
  design: Design
  topMm: number
  toFace: (event: PointerEvent) => { x: number; y: number } | undefined
}>()
const bench = useBench()
const preferences = usePreferences()
const held = shallowRef<{ label: Label; x: number; y: number }>()
const by = shallowRef({ dx: 0, dy: 0 })
const round = (v: number) => Number(v.toFixed(2))
const at = (label: Label): Label =>
  held.value?.label.id === label.id
    ? { ...label, xMm: round(label.xMm + by.value.dx), yMm: round(label.yMm + by.value.dy) }
    : label
/** The single lines that are engraved. */
const pathOf = (label: Label) =>
  engravedLines(label.text, label.xMm, topMm - label.yMm, label.heightMm)
    .map(line => `M${line.map(([x, y]) => `${x.toFixed(2)} ${(2 * (topMm - label.yMm) - y).toFixed(2)}`).join('L')}`)
    .join('')
const put = (label: Label, key = '') =>
  bench.act([{ type: 'label.put', option: bench.option!.id, label }], `Move ${label.text}`, key)

function take(label: Label, event: PointerEvent) {
  ;(event.currentTarget as SVGGElement).focus({ preventScroll: true })
  const point = event.button === 0 ? toFace(event) : undefined
  if (!point) return
  by.value = { dx: 0, dy: 0 }
  held.value = { label, ...point }
}
useEventListener('pointermove', (event: PointerEvent) => {
  const point = held.value && toFace(event)
  if (held.value && point) by.value = { dx: point.x - held.value.x, dy: point.y - held.value.y }
})
useEventListener('pointerup', () => {
  const now = held.value
  const moved = now && at(now.label)
  held.value = undefined
  if (moved && Math.hypot(by.value.dx, by.value.dy) > 0.3) put(moved)
})
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key === 'Escape') held.value = undefined
})
const MOVES: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1]
}
function onKey(label: Label, event: KeyboardEvent) {
  const move = MOVES[event.key]
  if (!move) return
  event.preventDefault()
  const step = (preferences.system === 'inch' ? inches(0.05) : 1) * (event.shiftKey ? 10 : event.altKey ? 0.1 : 1)
  put({ ...label, xMm: round(label.xMm + move[0] * step), yMm: round(label.yMm + move[1] * step) }, `label ${label.id}`)
}
</script>

<template>
  <g
    v-for="label in design.labels.map(at)"
    :key="label.id"
    class="etched unit"
    :data-label="label.id"
    tabindex="0"
    role="button"
    :aria-label="`Label ${label.text}, ${preferences.position(label.xMm)} across, ${preferences.position(label.yMm)} up`"
    @pointerdown="
      event =>
        take(
          design.labels.find(kept => kept.id === label.id)!,
          event
        )
    "
    @keydown="event => onKey(label, event)"
  >
    <path class="hand" :d="pathOf(label)" :stroke-width="label.heightMm" />
    <path class="ink" :d="pathOf(label)" :stroke-width="label.heightMm / 12" />
  </g>
</template>

<style scoped>
.etched {
  cursor: grab;
  outline: none;
}
.etched path {
  fill: none;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.hand {
  stroke: transparent;
}
.ink {
  stroke: var(--graphite);
}
.etched:focus-visible .ink {
  stroke: var(--dye);
}
.etched:focus-visible .hand {
  stroke: var(--dye-wash);
}
</style>
