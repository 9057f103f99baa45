<script setup lang="ts">
import { depthBehindMm } from '#core/catalogue'
import { bounds, extent, groundOf, setDown } from '#core/panel'
import type { Design, DesignUnit } from '#core/design'
import { usePreferences } from '~/stores/preferences'

/**
 * What is behind the face, to scale: from above, drawn under the face, or from the left side, drawn next to it. Depth runs away
 * from the line of the panel to the bulkhead.
 */
const {
  design,
  view,
  units,
  troubled,
  ground = false
} = defineProps<{
  design: Design
  view: 'above' | 'side'
  units: readonly DesignUnit[]
  troubled: ReadonlyMap<string, string>
  /** With the line of the panel, the zones and the bulkhead; without, the boxes of the units alone. */
  ground?: boolean
}>()
const preferences = usePreferences()
const { hovered } = usePanelTools()
const box = computed(() => bounds(design.airframe.panel.outline))
const room = computed(() => design.airframe.panel.depthBehindMm)
const origin = computed(() => behindOrigin(design))
/** From where to where along the panel, and between which depths, as a rectangle of the drawing. */
const rectOf = (e: { minX: number; maxX: number; minY: number; maxY: number }, near: number, far: number) =>
  view === 'above'
    ? { x: e.minX, y: origin.value.aboveY + near, width: e.maxX - e.minX, height: far - near }
    : { x: origin.value.sideX + near, y: box.value.maxY - e.maxY, width: far - near, height: e.maxY - e.minY }
const bodies = computed(() =>
  units
    .flatMap(unit => {
      const placed = unit.at && setDown(unit, unit.at.xMm, unit.at.yMm)
      const depth = unit.item.body?.depthMm ?? 0
      return placed?.behind && depth ? [{ unit, e: extent(placed.behind), depth, whole: depthBehindMm(unit.item) }] : []
    })
    .sort((a, b) => b.whole - a.whole)
    .map(({ unit, e, depth, whole }) => {
      const rect = rectOf(e, 0, depth)
      return {
        id: unit.id,
        label: unit.label,
        rect,
        connectors: whole > depth ? rectOf(e, depth, whole) : undefined,
        says: `${unit.label}: ${preferences.length(whole)} behind the panel`,
        x: rect.x + rect.width / 2,
        y: view === 'above' ? rect.y + rect.height - 4 : rect.y + rect.height / 2 + 3,
        room: rect.width > unit.label.length * 6 && rect.height > 11
      }
    })
)
const zones = computed(() =>
  groundOf(design.airframe.panel).behindZones.map(({ zone, figure }) => {
    const rect = rectOf(extent(figure), zone.fromDepthMm, zone.toDepthMm ?? room.value)
    return { id: zone.id, name: zone.name, rect, room: rect.width > zone.name.length * 6 && rect.height > 11 }
  })
)
const lines = computed(() => {
  const { aboveY, sideX } = origin.value
  const { minX, maxX, minY, maxY } = box.value
  return view === 'above'
    ? { panel: `M${minX} ${aboveY}H${maxX}`, bulkhead: `M${minX} ${aboveY + room.value}H${maxX}` }
    : { panel: `M${sideX} 0V${maxY - minY}`, bulkhead: `M${sideX + room.value} 0V${maxY - minY}` }
})
</script>

<template>
  <g class="behind" :data-view="view" aria-hidden="true">
    <template v-if="ground">
      <g v-for="zone in zones" :key="zone.id" class="zone">
        <title>{{ zone.name }}</title>
        <rect v-bind="zone.rect" />
        <text v-if="zone.room" :x="zone.rect.x + 4" :y="zone.rect.y + zone.rect.height - 4">{{ zone.name }}</text>
      </g>
      <path :d="lines.panel" class="panel" />
      <path :d="lines.bulkhead" class="bulkhead" />
      <text v-if="view === 'above'" :x="box.minX" :y="origin.aboveY - 6" class="caption"
        >From above, to the bulkhead at {{ preferences.length(room) }}</text
      >
      <text v-else :x="origin.sideX" :y="-10" class="caption">From the left side</text>
    </template>
    <g
      v-for="body in bodies"
      :key="body.id"
      class="body"
      :class="[troubled.get(body.id), { hovered: hovered === body.id }]"
      @pointerenter="hovered = body.id"
      @pointerleave="hovered = ''"
    >
      <title>{{ body.says }}</title>
      <rect v-bind="body.rect" />
      <rect v-if="body.connectors" v-bind="body.connectors" class="connectors" />
      <text v-if="body.room" :x="body.x" :y="body.y" text-anchor="middle">{{ body.label }}</text>
    </g>
  </g>
</template>

<style scoped>
rect {
  fill: var(--face);
  fill-opacity: 0.62;
  stroke: var(--sheet-edge);
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
}
.connectors {
  stroke-dasharray: 3 2;
  fill-opacity: 0.3;
}
.zone rect {
  fill: url(#hatch);
  stroke: var(--quiet);
  stroke-dasharray: 6 3;
}
.panel {
  stroke: var(--graphite);
  stroke-width: 3;
}
.bulkhead {
  stroke: var(--quiet);
  stroke-width: 1.5;
  stroke-dasharray: 10 4;
}
.decide rect {
  stroke: var(--tape);
  stroke-width: 1.8;
  stroke-dasharray: 7 3;
}
.must-fix rect {
  stroke: var(--grease);
  stroke-width: 2;
}
.hovered rect {
  fill: var(--dye-wash);
  fill-opacity: 1;
  stroke: var(--dye);
  stroke-width: 2.2;
}
text {
  font:
    11px 'Public Sans',
    sans-serif;
  fill: var(--graphite);
  user-select: none;
  pointer-events: none;
  paint-order: stroke;
  stroke: var(--chalk);
  stroke-width: 2px;
}
.caption {
  font-size: 13px;
  fill: var(--quiet);
}
</style>
