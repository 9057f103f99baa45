<script setup lang="ts">
import { bounds, groundOf, setDown } from '#core/panel'
import { METAL } from '#core/picture'
import type { UnitState } from '#core/resilience'
import type { Design } from '#core/design'

/** The panel as a picture: the sheet, what is not ours hatched, the faces; with what each unit has lost, and units to press. */
const {
  design,
  states,
  failed,
  pressable = false,
  night = false,
  label
} = defineProps<{
  design: Design
  /** What has become of units, by id. */
  states?: ReadonlyMap<string, UnitState>
  /** Units that the reader has failed. */
  failed?: ReadonlySet<string>
  pressable?: boolean
  night?: boolean
  label: string
}>()
const emit = defineEmits<{ press: [unit: string] }>()
const box = computed(() => bounds(design.airframe.panel.outline))
const flip = (y: number) => box.value.maxY - y
const view = computed(
  () => `${box.value.minX - 6} -6 ${box.value.maxX - box.value.minX + 12} ${box.value.maxY - box.value.minY + 12}`
)
const zones = computed(() =>
  groundOf(design.airframe.panel).faceZones.map(({ zone, figure }) => ({ id: zone.id, d: figurePath(figure, flip) }))
)
const units = computed(() =>
  design.units.flatMap(unit => {
    const placed = unit.at && setDown(unit, unit.at.xMm, unit.at.yMm)
    if (!placed) return []
    const state = states?.get(unit.id)
    return [
      {
        unit,
        x: unit.at!.xMm,
        y: flip(unit.at!.yMm),
        bezel: figurePath(placed.bezel, flip),
        off: state?.off ?? '',
        lost: state?.lost ?? [],
        dark: state?.dark ?? false,
        failed: failed?.has(unit.id) ?? false,
        says: [unit.label, state?.off, state?.lost.length ? `lost: ${state.lost.join(', ')}` : '']
          .filter(Boolean)
          .join(', ')
      }
    ]
  })
)
const press = (unit: string) => {
  if (pressable) emit('press', unit)
}
</script>

<template>
  <svg
    :viewBox="view"
    :class="night ? 'hangar-night' : 'by-day'"
    :role="pressable ? 'group' : 'img'"
    :aria-label="label"
  >
    <path
      :d="ringPath(design.airframe.panel.outline, flip)"
      :fill="METAL[night ? 'night' : 'day'].fill"
      :stroke="METAL[night ? 'night' : 'day'].stroke"
      stroke-width="2.5"
    />
    <path v-for="zone in zones" :key="zone.id" :d="zone.d" class="zone" />
    <g
      v-for="{ unit, x, y, bezel, off, lost, dark, failed: byReader, says } in units"
      :key="unit.id"
      class="unit"
      :class="{ dark, failed: byReader, pressable }"
      :data-face="unit.id"
      :data-dark="dark || undefined"
      :role="pressable ? 'button' : undefined"
      :tabindex="pressable ? 0 : undefined"
      :aria-pressed="pressable ? byReader : undefined"
      :aria-label="pressable ? says : undefined"
      @click="press(unit.id)"
      @keydown.enter.prevent="press(unit.id)"
      @keydown.space.prevent="press(unit.id)"
    >
      <title>{{ says }}</title>
      <PictureFace :item="unit.item" :x="x" :y="y" :night="night" :off="off" :lost="lost" />
      <path :d="bezel" class="bezel" />
    </g>
    <slot />
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  height: auto;
}
.zone {
  fill: none;
  stroke: var(--sheet-edge);
  stroke-width: 1;
  stroke-dasharray: 4 3;
}
.bezel {
  fill: none;
  pointer-events: all;
}
.pressable {
  cursor: pointer;
  outline: none;
}
.pressable:hover .bezel {
  stroke: var(--dye);
  stroke-width: 3;
}
.dark .bezel {
  stroke: var(--tape);
  stroke-width: 2.6;
  stroke-dasharray: 7 3;
}
.failed .bezel {
  stroke: var(--grease);
  stroke-width: 3.4;
  stroke-dasharray: none;
}
.pressable:focus-visible .bezel {
  stroke: var(--dye);
  stroke-width: 4.5;
  stroke-dasharray: none;
}
</style>
