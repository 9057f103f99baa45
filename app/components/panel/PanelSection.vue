<script setup lang="ts">
import type { Section, SectionPiece } from '#core/build'
import { usePreferences } from '~/stores/preferences'

/** The face cut through: what stands behind it along a line, how deep, and where the room ends. */
const { section } = defineProps<{ section: Section }>()
const preferences = usePreferences()
const level = computed(() => section.along === 'x')
const deepest = computed(() => Math.max(section.roomMm, ...section.pieces.map(piece => piece.farMm)))
/** A rectangle along the line and in depth, as the drawing has it: depth runs up from above, to the right from the side. */
const rect = (from: number, to: number, near: number, far: number) =>
  level.value
    ? { x: from - section.fromMm, y: deepest.value - far, width: to - from, height: far - near }
    : { x: near, y: section.toMm - to, width: far - near, height: to - from }
const frame = computed(() => {
  const length = section.toMm - section.fromMm
  return level.value ? `-4 -4 ${length + 8} ${deepest.value + 12}` : `-8 -4 ${deepest.value + 12} ${length + 8}`
})
const says = (piece: SectionPiece) =>
  `${piece.name}, ${piece.kind === 'ground' ? 'ground taken' : piece.kind}: ` +
  `${preferences.length(piece.nearMm)} to ${preferences.length(piece.farMm)} behind the face`
const boxes = computed(() => section.pieces.filter(piece => piece.kind !== 'connectors'))
</script>

<template>
  <figure>
    <svg :viewBox="frame" role="img" aria-label="Section behind the face">
      <rect
        v-for="(piece, i) in section.pieces"
        :key="i"
        v-bind="rect(piece.fromMm, piece.toMm, piece.nearMm, piece.farMm)"
        :class="piece.kind"
      >
        <title>{{ says(piece) }}</title>
      </rect>
      <rect
        v-for="([low, high], i) in section.sheet"
        :key="`s${i}`"
        v-bind="rect(low, high, -Math.max(3, section.thicknessMm), 0)"
        class="sheet"
      />
      <line
        class="end"
        :x1="level ? 0 : section.roomMm"
        :x2="level ? section.toMm - section.fromMm : section.roomMm"
        :y1="level ? deepest - section.roomMm : 0"
        :y2="level ? deepest - section.roomMm : section.toMm - section.fromMm"
      />
    </svg>
    <figcaption class="small quiet">
      <template v-if="boxes.length">
        <span v-for="(box, i) in boxes" :key="i"
          >{{ i ? ' · ' : '' }}{{ box.name }} <span class="figures">{{ preferences.length(box.farMm) }}</span></span
        >; the room ends at <span class="figures">{{ preferences.length(section.roomMm) }}</span>.
      </template>
      <template v-else>Nothing is behind the panel along this line.</template>
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
svg {
  width: 100%;
  max-height: 170px;
}
rect,
line {
  stroke: var(--graphite);
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
  fill: var(--sheet);
}
.connectors {
  stroke-dasharray: 3 2;
}
.ground {
  fill: var(--rule);
}
.sheet {
  fill: var(--graphite);
}
.end {
  stroke: var(--grease);
  stroke-dasharray: 6 4;
}
</style>
