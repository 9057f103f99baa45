<script setup lang="ts">
import type { PlacedLine } from '#core/formats'
import { circuitsOf, supplyOf } from '#core/power'
import type { Design } from '#core/design'
import type { Part } from '#core/capability'
import { useBench } from '~/stores/bench'

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
const { placed } = useOneLine(() => ({
  design,
  supply: supplyOf(design),
  circuits: circuitsOf(design),
  feeders: bench.report?.power.feeders ?? []
}))
const keys = computed(() => new Set(parts.map(part => `${part.kind} ${part.id}`)))
const nodeKey = ({ id, unit, kind }: PlacedLine['nodes'][number]) =>
  unit ? `unit ${unit}` : `${kind === 'bus' ? 'bus' : 'source'} ${id}`
const edgeKey = ({ tie, to }: PlacedLine['edges'][number]) =>
  tie ? `tie ${tie}` : `protector ${to.replace(/^load /, '')}`
/** What the diagram draws may be no part by itself: a breaker shared with another unit is that unit’s. */
const look = (key: string, unit?: string) => ({
  class: { failed: failed.includes(key), off: unit !== undefined && off.has(unit) },
  ...(failed.includes(key) ? { note: 'failed' } : unit !== undefined && off.has(unit) && { note: 'off' }),
  button: keys.value.has(key),
  ...(keys.value.has(key) && { pressed: failed.includes(key) })
})
const press = (key: string) => emit('press', key)
</script>

<template>
  <div class="paper" tabindex="0" role="region" aria-label="One-line diagram; press a part to fail it">
    <PowerOneLine
      v-if="placed"
      :placed="placed"
      :node="node => look(nodeKey(node), node.unit)"
      :edge="edge => look(edgeKey(edge))"
      @node="node => press(nodeKey(node))"
      @edge="edge => press(edgeKey(edge))"
    />
    <p v-else class="quiet small">Drawing the diagram…</p>
  </div>
</template>

<style scoped>
.paper {
  overflow: auto;
  max-height: 460px;
}
</style>
