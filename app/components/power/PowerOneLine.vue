<script setup lang="ts">
import { lineOf, SIGNS, type PlacedLine } from '#core/formats'
import { usePreferences } from '~/stores/preferences'

type LineNode = PlacedLine['nodes'][number]
type LineEdge = PlacedLine['edges'][number]
/** How a part is drawn now, and whether it is a button. */
interface Look {
  class: unknown
  /** Instead of what the diagram notes at it. */
  note?: string
  /** After its name, to a reader who does not see it. */
  says?: string
  button: boolean
  pressed?: boolean
}

/** The one-line diagram: sources, buses, ties, protection and units, each as it is now and, where asked, to be pressed. */
const { placed, node, edge } = defineProps<{
  placed: PlacedLine
  node: (part: LineNode) => Look
  edge: (part: LineEdge) => Look
}>()
const emit = defineEmits<{ node: [LineNode]; edge: [LineEdge]; take: [LineNode, PointerEvent] }>()
const preferences = usePreferences()
const nodes = computed(() =>
  placed.nodes.map(part => {
    const look = node(part)
    const note = look.note ?? preferences.say(part.note)
    const high = part.kind === 'unit' ? 15 : Math.min(part.height / 2, 20)
    return {
      part,
      look,
      note,
      high,
      says: [part.says, preferences.say(part.note), look.says].filter(Boolean).join(', ')
    }
  })
)
const edges = computed(() =>
  placed.edges.map(part => {
    const look = edge(part)
    const words = preferences.say(part.says)
    return { part, look, words, says: [words, part.kind, look.says].filter(Boolean).join(', ') }
  })
)
const short = (text: string) => (text.length > 20 ? `${text.slice(0, 19)}…` : text)
</script>

<template>
  <svg
    :viewBox="`-6 -10 ${placed.width + 12} ${placed.height + 20}`"
    :width="placed.width + 12"
    :height="placed.height + 20"
    :style="{ minWidth: `${Math.round(placed.width * 0.88)}px` }"
    role="group"
    aria-label="One-line diagram"
  >
    <g v-for="{ part, look, words, says } in edges" :key="part.id" class="edge" :class="[part.kind, look.class]">
      <path class="run" :d="lineOf(part.points)" />
      <g
        :transform="`translate(${part.sign.x} ${part.sign.y})`"
        :role="look.button ? 'button' : undefined"
        :tabindex="look.button ? 0 : undefined"
        :aria-pressed="look.pressed"
        :aria-label="look.button ? says : undefined"
        @click="look.button && emit('edge', part)"
        @keydown.enter="look.button && emit('edge', part)"
        @keydown.space.prevent="look.button && emit('edge', part)"
      >
        <rect v-if="look.button" x="-34" y="-16" width="68" height="23" class="touch" />
        <path v-if="SIGNS[part.kind]" class="sign" :d="SIGNS[part.kind]" />
        <text y="-7" text-anchor="middle">{{ words }}{{ look.note ? ` · ${look.note}` : '' }}</text>
      </g>
    </g>
    <g
      v-for="{ part, look, note, high, says } in nodes"
      :key="part.id"
      class="node"
      :class="[part.kind, look.class]"
      :data-bus="part.kind === 'bus' ? part.id : undefined"
      :data-node="part.id"
      :transform="`translate(${part.x} ${part.y})`"
      :role="look.button ? 'button' : undefined"
      :tabindex="look.button ? 0 : undefined"
      :aria-pressed="look.pressed"
      :aria-label="look.button ? says : undefined"
      @click="look.button && emit('node', part)"
      @keydown.enter="look.button && emit('node', part)"
      @keydown.space.prevent="look.button && emit('node', part)"
      @pointerdown="event => emit('take', part, event)"
    >
      <rect
        :width="part.width"
        :height="part.height"
        :rx="part.kind === 'alternator' ? 20 : part.kind === 'unit' ? 0 : 2"
      />
      <text :x="part.kind === 'unit' ? 4 : 9" :y="high - 2" :class="{ name: part.kind !== 'unit' }">
        {{ short(part.says) }}
      </text>
      <text
        :x="part.kind === 'unit' ? part.width - 3 : 9"
        :y="part.kind === 'unit' ? high - 2 : high + 11"
        :text-anchor="part.kind === 'unit' ? 'end' : 'start'"
        class="note"
      >
        {{ note }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
.node.dead text {
  fill: var(--quiet);
  font-style: italic;
}
.node:hover rect {
  stroke: var(--dye);
  stroke-width: 1.5;
}
svg {
  display: block;
  max-width: 100%;
  height: auto;
  user-select: none;
}
text {
  font:
    10px 'Public Sans',
    sans-serif;
  fill: var(--graphite);
}
.node.unit .note {
  font-size: 9px;
}
.name {
  font-weight: 700;
  font-size: 11px;
}
.note {
  fill: var(--quiet);
}
.run {
  fill: none;
  stroke: var(--graphite);
  stroke-width: 1.2;
}
.sign {
  fill: var(--chalk);
  stroke: var(--graphite);
  stroke-width: 1.4;
}
.touch {
  fill: transparent;
}
[role='button'] {
  cursor: pointer;
}
.edge text {
  font-size: 8.5px;
  paint-order: stroke;
  stroke: var(--chalk);
  stroke-width: 3px;
}
.node rect {
  fill: var(--paper);
  stroke: var(--graphite);
  stroke-width: 1.2;
}
.node.unit rect {
  stroke: none;
  fill: transparent;
}
.node.bus rect {
  fill: var(--dye-wash);
  stroke: var(--dye);
  stroke-width: 2;
}
.node.off rect {
  fill: var(--tape-wash);
  stroke: var(--tape);
  stroke-dasharray: 4 3;
}
.node.chosen rect {
  stroke: var(--dye);
  stroke-width: 2.5;
  fill: var(--dye-wash);
}
.node.over rect {
  stroke: var(--tape);
  stroke-width: 4;
}
.node.failed rect {
  fill: var(--grease-wash);
  stroke: var(--grease);
  stroke-width: 2;
  stroke-dasharray: none;
}
.edge.chosen .run,
.edge.chosen .sign {
  stroke: var(--dye);
  stroke-width: 2.4;
}
.dead .run,
.shut .run,
.node.dead:not(.unit) rect {
  stroke-dasharray: 4 3;
}
.failed .run {
  stroke: var(--grease);
}
</style>
