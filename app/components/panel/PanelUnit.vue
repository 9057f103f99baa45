<script setup lang="ts">
import { extent, setDown } from '#core/panel'
import type { DesignUnit } from '#core/design'
import { markOf } from '~/unit-marks'
import svgpath from 'svgpath'

/**
 * One unit on the drawing: a component of its own, so that while a hand drags one unit nothing else is drawn or laid out anew.
 * Its paths and words stand where they are, without a shift or an opacity of a group: each of those would be one more piece
 * for the browser to put together at every frame. `x` and `y` are the centre in the drawing, whose y runs down.
 */
const {
  unit,
  x,
  y,
  trouble,
  selected,
  held,
  away = false,
  mode,
  night = false,
  behind,
  place
} = defineProps<{
  unit: DesignUnit
  x: number
  y: number
  trouble: string | undefined
  selected: boolean
  held: boolean
  /** In the hand: only its outline is left here, and what is in the hand is a picture of it. */ away?: boolean
  mode: DrawingMode
  night?: boolean
  behind: boolean
  place: string
}>()
// The unit goes along, so that the drawing can listen with one function for all: a fresh one for each would draw every
// unit anew at each move.
const emit = defineEmits<{ take: [DesignUnit, PointerEvent]; key: [DesignUnit, KeyboardEvent] }>()

const { hovered } = usePanelTools()
const upsideDown = (v: number) => -v
const placed = computed(() => setDown(unit, x, upsideDown(y))!)
const corner = (shape: { shape: string; cornerMm?: number } | undefined) =>
  shape?.shape === 'rectangle' ? shape.cornerMm : 0
function take(event: PointerEvent) {
  // The drawing keeps the press to itself, so that no words are selected along the way; the focus is set by hand.
  ;(event.currentTarget as SVGGElement).focus({ preventScroll: true })
  emit('take', unit, event)
}
const bezelPath = computed(() => figurePath(placed.value.bezel, upsideDown, corner(unit.item.face!.bezel)))
const cutPath = computed(
  () => placed.value.cutout && figurePath(placed.value.cutout, upsideDown, corner(unit.item.face!.cutout))
)
const bodyPath = computed(() => placed.value.behind && figurePath(placed.value.behind, upsideDown))
const screwPath = computed(() => placed.value.screws.map(screw => figurePath(screw, upsideDown)).join(''))
const size = computed(() => extent(placed.value.bezel))
const width = computed(() => size.value.maxX - size.value.minX)
const low = computed(() => placed.value.bezel.kind === 'box' && size.value.maxY - size.value.minY < 60)
const tiny = computed(() => placed.value.reachMm < 34)
const signPath = computed(() =>
  svgpath(markOf(unit.item))
    .scale(0.5)
    .translate(x + (low.value ? 6 - width.value / 2 : -6), y + (low.value ? -6 : -17))
    .round(2)
    .toString()
)
const captionY = computed(() => y + (size.value.maxY - size.value.minY) / 2 + 10)
const lockPath = computed(() => {
  const [ax, ay] = [x + width.value / 2 - 8, y - (size.value.maxY - size.value.minY) / 2 + 10]
  return `M${ax - 3} ${ay}v-3a3 3 0 0 1 6 0v3M${ax - 4} ${ay}h8v6h-8Z`
})

/** The label in two lines at most, parted between words where it would be wider than the bezel. */
const lines = computed(() => {
  const room = Math.max(9, Math.floor((width.value - 8) / (tiny.value ? 3.4 : 5.5)))
  const found = ['']
  for (const word of unit.label.split(/\s+/)) {
    const now = found.at(-1)!
    if (now === '' || now.length + 1 + word.length <= room)
      found[found.length - 1] = now === '' ? word : `${now} ${word}`
    else if (found.length < 2) found.push(word)
    else {
      found[1] = `${now.slice(0, room - 1)}…`
      break
    }
  }
  return found
})
</script>

<template>
  <g
    class="unit"
    :class="[away ? 'away' : trouble, { selected: selected && !away, held, hovered: hovered === unit.id }]"
    :tabindex="held ? undefined : 0"
    :role="held ? undefined : 'button'"
    :aria-pressed="held ? undefined : selected"
    :aria-label="held ? undefined : `${unit.label}, ${place}`"
    :data-unit="held ? undefined : unit.id"
    @pointerdown="take"
    @pointerenter="hovered = unit.id"
    @pointerleave="hovered = ''"
    @keydown="event => emit('key', unit, event)"
  >
    <title>{{ unit.label }}{{ unit.locked ? ', locked' : '' }}</title>
    <!-- Hidden, not removed, while it is in the hand: the press that took it is still on its way up from it. -->
    <PictureFace v-if="mode === 'picture'" v-show="!away" :item="unit.item" :x="x" :y="y" :night="night" />
    <path :d="bezelPath" class="bezel" :class="{ clear: mode === 'cutouts', frame: mode === 'picture' && !away }" />
    <path v-if="behind && bodyPath" :d="bodyPath" class="body" />
    <template v-if="mode !== 'picture'">
      <path v-if="cutPath" :d="cutPath" class="cutout" />
      <path v-if="screwPath" :d="screwPath" class="screw" />
    </template>
    <path v-if="mode !== 'drafting' && unit.locked" :d="lockPath" class="lock" />
    <text
      v-if="mode === 'picture' && (selected || held)"
      class="label caption"
      text-anchor="middle"
      :x="x"
      :y="captionY"
      >{{ unit.label }}</text
    >
    <g v-if="mode === 'drafting'" aria-hidden="true">
      <path v-if="!tiny" :d="signPath" class="sign" />
      <template v-if="width >= 24"
        ><text
          v-for="(line, index) in lines"
          :key="index"
          class="label"
          :class="{ tiny }"
          text-anchor="middle"
          :x="x"
          :y="y + (low || tiny ? 3 : 5) + (index - (low || tiny ? (lines.length - 1) / 2 : 0)) * (tiny ? 7 : 11)"
          >{{ line }}</text
        ></template
      >
      <path v-if="unit.locked" :d="lockPath" class="lock" />
    </g>
  </g>
</template>

<style scoped>
.unit {
  cursor: grab;
  outline: none;
}
.held {
  cursor: grabbing;
}
.held .bezel {
  fill-opacity: 0.9;
}
.bezel {
  fill: var(--face);
  stroke: var(--graphite);
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
}
.away {
  opacity: 0.3;
}
.away .bezel {
  stroke-dasharray: 2 3;
}
.bezel.clear {
  fill-opacity: 0.35;
  stroke-dasharray: 3 2;
}
/* Around a picture only its state is drawn. */
.bezel.frame {
  fill: none;
  stroke: none;
}
.caption {
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 3px;
}
.cutout {
  fill: none;
  stroke: var(--quiet);
  stroke-width: 0.8;
  stroke-dasharray: 4 2.5;
  vector-effect: non-scaling-stroke;
}
.screw {
  fill: none;
  stroke: var(--quiet);
  stroke-width: 0.7;
  vector-effect: non-scaling-stroke;
}
.body {
  fill: var(--tape);
  fill-opacity: 0.1;
  stroke: var(--tape);
  stroke-width: 0.8;
  stroke-dasharray: 1.5 2;
}
.decide .bezel {
  stroke: var(--tape);
  stroke-width: 2.2;
  stroke-dasharray: 7 3;
}
.must-fix .bezel {
  stroke: var(--grease);
  stroke-width: 2.6;
}
.selected .bezel:not(.frame) {
  fill: var(--dye-wash);
}
.selected .bezel {
  stroke: var(--dye);
  stroke-width: 2.4;
  stroke-dasharray: none;
}
.hovered .bezel {
  stroke: var(--dye);
  stroke-width: 2;
}
.unit:focus-visible .bezel {
  stroke: var(--dye);
  stroke-width: 3.4;
}
.sign {
  fill: var(--dye);
  fill-opacity: 0.75;
}
.lock {
  fill: none;
  stroke: var(--graphite);
  stroke-width: 1.2;
}
.label {
  font:
    9.5px 'Public Sans',
    sans-serif;
  fill: var(--graphite);
  user-select: none;
}
.label.tiny {
  font-size: 6.5px;
}
</style>
