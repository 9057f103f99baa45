<script setup lang="ts">
import { setDown, type Figure } from '#core/panel'
import type { DesignUnit } from '#core/project'
import { markOf } from '~/unit-marks'

/**
 * One unit on the drawing. It is drawn once about its own centre and only shifted when it moves, and it is a
 * component of its own: while a hand drags one unit, nothing else is drawn or laid out anew.
 * `x` and `y` are the centre in the drawing, whose y runs down.
 */
const { unit, x, y, trouble, selected, held, face, holes, behind, place } = defineProps<{
  unit: DesignUnit, x: number, y: number, trouble: string | undefined, selected: boolean, held: boolean
  face: boolean, holes: boolean, behind: boolean, place: string
}>()
const emit = defineEmits<{ take: [PointerEvent], key: [KeyboardEvent] }>()

const placed = computed(() => setDown(unit, 0, 0)!)
type Box = Extract<Figure, { kind: 'box' }>
const rect = (f: Box) => ({ x: f.x - f.w / 2, y: -f.y - f.h / 2, width: f.w, height: f.h })
const corner = (shape: { shape: string, cornerMm?: number } | undefined) => shape?.shape === 'rectangle' ? shape.cornerMm : 0
const width = computed(() => placed.value.bezel.kind === 'box' ? placed.value.bezel.w : placed.value.bezel.r * 2)
const low = computed(() => placed.value.bezel.kind === 'box' && placed.value.bezel.h < 60)
const tiny = computed(() => placed.value.reachMm < 34)

/** The label in two lines at most, parted between words where it would be wider than the bezel. */
const lines = computed(() => {
  const room = Math.max(9, Math.floor((width.value - 8) / (tiny.value ? 3.4 : 5.5)))
  const found = ['']
  for (const word of unit.label.split(/\s+/)) {
    const now = found.at(-1)!
    if (now === '' || now.length + 1 + word.length <= room) found[found.length - 1] = now === '' ? word : `${now} ${word}`
    else if (found.length < 2) found.push(word)
    else { found[1] = `${now.slice(0, room - 1)}…`; break }
  }
  return found
})
</script>

<template>
  <g class="unit" :class="[trouble, { selected, held }]" :transform="`translate(${x} ${y})`" tabindex="0" role="button" :aria-pressed="selected" :aria-label="`${unit.label}, ${place}`" :data-unit="unit.id" @pointerdown="event => emit('take', event)" @keydown="event => emit('key', event)">
    <title>{{ unit.label }}</title>
    <rect v-if="placed.bezel.kind === 'box'" v-bind="rect(placed.bezel)" :rx="corner(unit.item.face!.bezel)" class="bezel" :class="{ clear: !face }" />
    <circle v-else :cx="0" :cy="0" :r="placed.bezel.r" class="bezel" :class="{ clear: !face }" />
    <rect v-if="behind && placed.behind?.kind === 'box'" v-bind="rect(placed.behind)" class="body" />
    <template v-if="holes">
      <rect v-if="placed.cutout?.kind === 'box'" v-bind="rect(placed.cutout)" :rx="corner(unit.item.face!.cutout)" class="cutout" />
      <circle v-else-if="placed.cutout" :cx="0" :cy="0" :r="placed.cutout.r" class="cutout" />
      <template v-for="(screw, index) in placed.screws" :key="index"><circle v-if="screw.kind === 'circle'" :cx="screw.x" :cy="-screw.y" :r="screw.r" class="screw" /></template>
    </template>
    <g v-if="face" aria-hidden="true">
      <path v-if="!tiny" :d="markOf(unit.item)" class="sign" :transform="`translate(${low ? 6 - width / 2 : -6} ${low ? -6 : -17}) scale(.5)`" />
      <text v-for="(line, index) in lines" :key="index" class="label" :class="{ tiny }" text-anchor="middle" :y="(low || tiny ? 3 : 5) + (index - (low || tiny ? (lines.length - 1) / 2 : 0)) * (tiny ? 7 : 11)">{{ line }}</text>
    </g>
  </g>
</template>

<style scoped>
.unit { cursor: grab; outline: none; }
.held { cursor: grabbing; opacity: .92; }
.bezel { fill: var(--face); stroke: var(--graphite); stroke-width: 1; vector-effect: non-scaling-stroke; }
.bezel.clear { fill-opacity: .35; stroke-dasharray: 3 2; }
.cutout { fill: none; stroke: var(--quiet); stroke-width: .8; stroke-dasharray: 4 2.5; vector-effect: non-scaling-stroke; }
.screw { fill: none; stroke: var(--quiet); stroke-width: .7; vector-effect: non-scaling-stroke; }
.body { fill: var(--tape); fill-opacity: .1; stroke: var(--tape); stroke-width: .8; stroke-dasharray: 1.5 2; }
.needs-a-decision .bezel { stroke: var(--tape); stroke-width: 2.2; stroke-dasharray: 7 3; }
.stops-work .bezel { stroke: var(--grease); stroke-width: 2.6; }
.selected .bezel { fill: var(--dye-wash); stroke: var(--dye); stroke-width: 2.4; stroke-dasharray: none; }
.unit:focus-visible .bezel { stroke: var(--dye); stroke-width: 3.4; }
.sign { fill: var(--dye); opacity: .75; }
.label { font: 9.5px 'B612', sans-serif; fill: var(--graphite); user-select: none; }
.label.tiny { font-size: 6.5px; }
</style>
