<script setup lang="ts">
import { extent, setDown } from '#core/panel'
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
// The unit goes along, so that the drawing can listen with one function for all: a fresh one for each would draw every unit anew at each move.
const emit = defineEmits<{ take: [DesignUnit, PointerEvent], key: [DesignUnit, KeyboardEvent] }>()

const placed = computed(() => setDown(unit, 0, 0)!)
const corner = (shape: { shape: string, cornerMm?: number } | undefined) => shape?.shape === 'rectangle' ? shape.cornerMm : 0
const upsideDown = (v: number) => -v
const bezelPath = computed(() => figurePath(placed.value.bezel, upsideDown, corner(unit.item.face!.bezel)))
const cutPath = computed(() => placed.value.cutout && figurePath(placed.value.cutout, upsideDown, corner(unit.item.face!.cutout)))
const bodyPath = computed(() => placed.value.behind && figurePath(placed.value.behind, upsideDown))
const screwPath = computed(() => placed.value.screws.map(screw => figurePath(screw, upsideDown)).join(''))
const size = computed(() => extent(placed.value.bezel))
const width = computed(() => size.value.maxX - size.value.minX)
const low = computed(() => placed.value.bezel.kind === 'box' && size.value.maxY - size.value.minY < 60)
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
  <g class="unit" :class="[trouble, { selected, held }]" :transform="`translate(${x} ${y})`" tabindex="0" role="button" :aria-pressed="selected" :aria-label="`${unit.label}, ${place}`" :data-unit="unit.id" @pointerdown="event => emit('take', unit, event)" @keydown="event => emit('key', unit, event)">
    <title>{{ unit.label }}{{ unit.locked ? ', locked' : '' }}</title>
    <path :d="bezelPath" class="bezel" :class="{ clear: !face }" />
    <path v-if="behind && bodyPath" :d="bodyPath" class="body" />
    <template v-if="holes">
      <path v-if="cutPath" :d="cutPath" class="cutout" />
      <path v-if="screwPath" :d="screwPath" class="screw" />
    </template>
    <g v-if="face" aria-hidden="true">
      <path v-if="!tiny" :d="markOf(unit.item)" class="sign" :transform="`translate(${low ? 6 - width / 2 : -6} ${low ? -6 : -17}) scale(.5)`" />
      <template v-if="width >= 24"><text v-for="(line, index) in lines" :key="index" class="label" :class="{ tiny }" text-anchor="middle" :y="(low || tiny ? 3 : 5) + (index - (low || tiny ? (lines.length - 1) / 2 : 0)) * (tiny ? 7 : 11)">{{ line }}</text></template>
      <path v-if="unit.locked" d="M-3 0v-3a3 3 0 0 1 6 0v3M-4 0h8v6h-8Z" class="lock" :transform="`translate(${width / 2 - 8} ${size.minY + 10})`" />
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
.lock { fill: none; stroke: var(--graphite); stroke-width: 1.2; }
.label { font: 9.5px 'B612', sans-serif; fill: var(--graphite); user-select: none; }
.label.tiny { font-size: 6.5px; }
</style>
