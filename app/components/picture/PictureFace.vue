<script setup lang="ts">
import type { FunctionName } from '#core/catalogue'
import { facePicture, LOST, paintOf, type FacePane, type Light, type Mark, type PicturedItem } from '#core/picture'

/**
 * The face of a unit as a picture, in mm about its centre. With what it has lost: a screen without power is off and says so, a
 * pane whose functions are all lost is crossed out and named.
 */
const {
  item,
  x = 0,
  y = 0,
  night = false,
  off = '',
  lost = []
} = defineProps<{
  item: PicturedItem
  x?: number
  y?: number
  night?: boolean
  /** Why its screens show nothing. */
  off?: string
  lost?: readonly FunctionName[]
}>()
/** At night a unit has light of its own where it is powered by the aircraft. */
const light = computed((): Light => (!night ? 'day' : item.power && !off ? 'night' : 'unlit'))
interface Drawn {
  d?: string
  text?: string
  at?: Record<string, string | number>
  paint: Record<string, string | number>
}
const drawn = (mark: Mark): Drawn => {
  const { fill = 'none', stroke, width } = paintOf(mark.ink, light.value)
  return 'd' in mark
    ? { d: mark.d, paint: { fill, ...(stroke && { 'stroke': stroke, 'stroke-width': width! }) } }
    : {
        text: mark.text,
        at: { 'x': mark.x, 'y': mark.y, 'font-size': mark.size, 'text-anchor': mark.anchor ?? 'middle' },
        paint: { fill }
      }
}
const picture = computed(() => facePicture(item))
/** Whether a pane shows nothing any more: without power, or with every function it shows lost. */
const dead = (pane: FacePane) =>
  (off !== '' && pane.powered) || (pane.shows.length > 0 && pane.shows.every(name => lost.includes(name)))
const marks = computed(() => [
  ...(picture.value?.marks ?? []).map(drawn),
  ...(picture.value?.panes ?? []).flatMap(pane => (dead(pane) ? [] : pane.marks.map(drawn)))
])
/** Panes that show nothing: the glass, a cross, and in the largest of them why. */
const blank = computed(() => {
  const panes = picture.value?.panes.filter(dead) ?? []
  const largest = panes.reduce<FacePane | undefined>(
    (best, pane) => (best && best.w * best.h >= pane.w * pane.h ? best : pane),
    undefined
  )
  return panes.map(pane => {
    const { x: px, y: py, w, h } = pane
    const r = Math.min(w, h) / 2
    const inset = pane.round ? r * 0.3 : 0
    const says = off && pane.powered ? off : `no ${pane.shows[0]}`
    return {
      glass: { x: px, y: py, width: w, height: h, rx: pane.round ? r : 1 },
      cross:
        off && pane.powered
          ? ''
          : `M${px + inset} ${py + inset}l${w - 2 * inset} ${h - 2 * inset}m0 ${2 * inset - h}l${2 * inset - w} ${h - 2 * inset}`,
      says: pane === largest || !off ? says : '',
      size: Math.min(7, (w * 0.92) / (0.6 * says.length)),
      x: px + w / 2,
      y: py + h / 2
    }
  })
})
</script>

<template>
  <g :transform="x || y ? `translate(${x} ${y})` : undefined" class="unit-face" aria-hidden="true">
    <template v-for="(mark, i) in marks" :key="i">
      <path v-if="mark.d" :d="mark.d" v-bind="mark.paint" />
      <text v-else v-bind="{ ...mark.at, ...mark.paint }" dominant-baseline="central">{{ mark.text }}</text>
    </template>
    <g v-for="(pane, i) in blank" :key="`b${i}`" data-blank>
      <rect v-bind="pane.glass" :fill="LOST.glass" />
      <path v-if="pane.cross" :d="pane.cross" :stroke="LOST.cross" stroke-width="1.2" fill="none" />
      <text
        v-if="pane.says"
        :x="pane.x"
        :y="pane.y"
        :font-size="pane.size"
        :fill="LOST.words"
        class="says"
        text-anchor="middle"
        dominant-baseline="central"
        >{{ pane.says }}</text
      >
    </g>
  </g>
</template>

<style scoped>
text {
  font-family: 'B612', sans-serif;
  user-select: none;
}
.says {
  paint-order: stroke;
  stroke: #14181a;
  stroke-width: 1.5px;
}
</style>
