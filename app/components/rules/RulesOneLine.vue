<script setup lang="ts">
import { layOneLine, lineOf, SIGNS, type PlacedLine } from '#core/formats'
import { circuitsOf, oneLine, supplyOf } from '#core/power'
import type { Design } from '#core/design'
import type { Part } from '#core/capability'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** The one-line diagram to fail parts on: sources, buses, feeds, breakers and units, each a button. */
const { design, parts, failed, off } = defineProps<{
  design: Design
  parts: readonly Part[]
  /** Keys of parts that the reader has failed. */
  failed: readonly string[]
  /** Units without power now. */
  off: ReadonlySet<string>
}>()
const emit = defineEmits<{ press: [key: string] }>()
const bench = useBench()
const preferences = usePreferences()
const placed = shallowRef<PlacedLine>()
const latest = useAsked()
watch(
  () => design,
  now => {
    const line = oneLine(now, supplyOf(now), circuitsOf(now), bench.report?.power.feeders ?? [])
    return latest(
      async () => layOneLine(line, await useElk()),
      laid => {
        placed.value = laid
      }
    )
  },
  { immediate: true }
)
const keys = computed(() => new Set(parts.map(part => `${part.kind} ${part.id}`)))
const known = (key: string) => (keys.value.has(key) ? key : undefined)
const keyOfNode = (node: PlacedLine['nodes'][number]) =>
  known(node.unit ? `unit ${node.unit}` : `${node.kind === 'bus' ? 'bus' : 'source'} ${node.id}`)
const keyOfEdge = (edge: PlacedLine['edges'][number]) =>
  known(edge.tie ? `tie ${edge.tie}` : `protector ${edge.to.replace(/^load /, '')}`)
const nodes = computed(() =>
  (placed.value?.nodes ?? []).map(node => ({
    node,
    key: keyOfNode(node),
    note: node.unit && off.has(node.unit) ? 'off' : preferences.say(node.note)
  }))
)
const edges = computed(() =>
  (placed.value?.edges ?? []).map(edge => ({ edge, key: keyOfEdge(edge), says: preferences.say(edge.says) }))
)
const isFailed = (key: string | undefined) => key !== undefined && failed.includes(key)
const press = (key: string | undefined) => {
  if (key) emit('press', key)
}
</script>

<template>
  <div class="paper" tabindex="0" role="region" aria-label="One-line diagram; press a part to fail it">
    <svg
      v-if="placed"
      :viewBox="`-6 -10 ${placed.width + 12} ${placed.height + 20}`"
      :width="placed.width + 12"
      :height="placed.height + 20"
      role="group"
      aria-label="One-line diagram"
    >
      <g
        v-for="{ edge, key, says } in edges"
        :key="edge.id"
        class="edge"
        :class="{ failed: isFailed(key), pressable: key }"
        :role="key ? 'button' : undefined"
        :tabindex="key ? 0 : undefined"
        :aria-pressed="key ? isFailed(key) : undefined"
        :aria-label="key ? `${says || edge.kind}, ${edge.kind}` : undefined"
        @click="press(key)"
        @keydown.enter="press(key)"
        @keydown.space.prevent="press(key)"
      >
        <path class="run" :d="lineOf(edge.points)" />
        <g :transform="`translate(${edge.sign.x} ${edge.sign.y})`">
          <rect x="-30" y="-16" width="60" height="22" class="touch" />
          <path v-if="SIGNS[edge.kind]" class="sign" :d="SIGNS[edge.kind]" />
          <text y="-7" text-anchor="middle">{{ isFailed(key) ? '✕ ' : '' }}{{ says }}</text>
        </g>
      </g>
      <g
        v-for="{ node, key, note } in nodes"
        :key="node.id"
        class="node"
        :class="[node.kind, { failed: isFailed(key), off: node.unit && off.has(node.unit), pressable: key }]"
        :transform="`translate(${node.x} ${node.y})`"
        :role="key ? 'button' : undefined"
        :tabindex="key ? 0 : undefined"
        :aria-pressed="key ? isFailed(key) : undefined"
        :aria-label="key ? `${node.says}, ${note}` : undefined"
        @click="press(key)"
        @keydown.enter="press(key)"
        @keydown.space.prevent="press(key)"
      >
        <rect :width="node.width" :height="node.height" :rx="node.kind === 'alternator' ? 20 : 2" />
        <text
          :x="node.unit ? 4 : 9"
          :y="node.unit ? 13 : Math.min(node.height / 2, 20) - 2"
          :class="{ name: !node.unit }"
        >
          {{ isFailed(key) ? '✕ ' : '' }}{{ node.says.length > 21 ? `${node.says.slice(0, 20)}…` : node.says }}
        </text>
        <text
          :x="node.unit ? node.width - 3 : 9"
          :y="node.unit ? 13 : Math.min(node.height / 2, 20) + 11"
          :text-anchor="node.unit ? 'end' : 'start'"
          class="note"
        >
          {{ note }}
        </text>
      </g>
    </svg>
    <p v-else class="quiet small">Drawing the diagram…</p>
  </div>
</template>

<style scoped>
.paper {
  overflow: auto;
  max-height: 460px;
}
svg {
  display: block;
}
text {
  font:
    10px 'Public Sans',
    sans-serif;
  fill: var(--graphite);
  user-select: none;
}
.name {
  font-weight: 700;
}
.note {
  fill: var(--quiet);
}
.node rect {
  fill: var(--face);
  stroke: var(--graphite);
}
.run,
.sign {
  fill: none;
  stroke: var(--graphite);
  stroke-width: 1.2;
}
.touch {
  fill: transparent;
}
.pressable {
  cursor: pointer;
  outline: none;
}
.pressable:hover rect,
.pressable:focus-visible rect {
  stroke: var(--dye);
  stroke-width: 2.5;
}
.off rect {
  fill: var(--tape-wash);
  stroke: var(--tape);
  stroke-dasharray: 5 3;
}
.failed rect {
  fill: var(--grease-wash);
  stroke: var(--grease);
  stroke-width: 2;
  stroke-dasharray: none;
}
.failed .run {
  stroke: var(--grease);
  stroke-dasharray: 4 4;
}
</style>
