<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { bayScrews, bounds, extent, feetOf, groundOf, openHoles, platesOf, shiftZone, type PointMm } from '#core/panel'
import type { Bay, Edit, Zone } from '#core/document'
import type { Design } from '#core/design'
import { inches } from '#core/quantity'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** The sheet with its rulers, zones and bays. With the sheet tool they are taken, moved and bent by their corners. */
const { design, behind, toFace } = defineProps<{
  design: Design
  behind: boolean
  toFace: (event: PointerEvent) => { x: number; y: number } | undefined
}>()
const bench = useBench()
const preferences = usePreferences()
const { tool, mode, ground: chosen } = usePanelTools()

const box = computed(() => bounds(design.airframe.panel.outline))
const width = computed(() => box.value.maxX - box.value.minX)
const height = computed(() => box.value.maxY - box.value.minY)
const flip = (y: number) => box.value.maxY - y

type Held =
  | { kind: 'zone'; zone: Zone; corner?: number }
  | { kind: 'bay'; bay: Bay; corner?: number }
  | { kind: 'outline'; points: readonly PointMm[]; corner: number }
const held = shallowRef<{ what: Held; x: number; y: number }>()
const by = shallowRef({ dx: 0, dy: 0 })

const bent = <T extends readonly (readonly [number, number])[]>(
  points: T,
  corner: number | undefined
): [number, number][] =>
  points.map(([x, y], i): [number, number] =>
    corner === undefined || corner === i ? [round(x + by.value.dx), round(y + by.value.dy)] : [x, y]
  )
const round = (v: number) => Number(v.toFixed(2))
const zoneNow = (zone: Zone): Zone => {
  const what = held.value?.what
  if (what?.kind !== 'zone' || what.zone.id !== zone.id) return zone
  return what.corner !== undefined && zone.area.shape === 'polygon'
    ? { ...zone, area: { ...zone.area, points: bent(zone.area.points, what.corner) } }
    : shiftZone(zone, by.value.dx, by.value.dy)
}
const bayNow = (bay: Bay): Bay => {
  const what = held.value?.what
  return what?.kind === 'bay' && what.bay.id === bay.id ? { ...bay, outline: bent(bay.outline, what.corner) } : bay
}
const outlineNow = computed(() => {
  const what = held.value?.what
  return what?.kind === 'outline' ? bent(what.points, what.corner) : design.airframe.panel.outline
})
const zones = computed(() => groundOf({ ...design.airframe.panel, zones: design.airframe.panel.zones.map(zoneNow) }))
const bays = computed(() => design.airframe.panel.bays.map(bayNow))

/** Holes of the existing sheet with no unit in them, and the plates over them. */
const holesOpen = computed(() => openHoles(design))
const plates = computed(() => platesOf(design))

/** Doublers, angles, rails and trays as the ground they take behind the face. */
const stiffeners = computed(() =>
  mode.value === 'picture' && tool.value !== 'sheet' && !behind
    ? []
    : design.airframe.panel.stiffeners.flatMap(stiffener =>
        (stiffener.kind === 'doubler' || stiffener.kind === 'tray'
          ? [{ x: stiffener.xMm, y: stiffener.yMm, w: stiffener.widthMm, h: stiffener.heightMm }]
          : feetOf(stiffener)
        ).map(({ x, y, w, h }, i) => ({
          key: `${stiffener.id} ${i}`,
          id: stiffener.id,
          name: stiffener.name,
          x: x - w / 2,
          y: flip(y + h / 2),
          w,
          h
        }))
      )
)

function take(what: Held, event: PointerEvent) {
  if (tool.value !== 'sheet' || event.button !== 0) return
  const point = toFace(event)
  if (!point) return
  event.stopPropagation()
  by.value = { dx: 0, dy: 0 }
  held.value = { what, ...point }
  chosen.value =
    what.kind === 'zone'
      ? { kind: 'zone', id: what.zone.id }
      : what.kind === 'bay'
        ? { kind: 'bay', id: what.bay.id }
        : { kind: 'outline', id: '' }
}
useEventListener('pointermove', (event: PointerEvent) => {
  if (!held.value) return
  const point = toFace(event)
  if (point) by.value = { dx: point.x - held.value.x, dy: point.y - held.value.y }
})
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key === 'Escape') held.value = undefined
})
useEventListener('pointerup', () => {
  const now = held.value
  if (!now) return
  if (Math.hypot(by.value.dx, by.value.dy) > 0.2) {
    const { what } = now
    const edit: Edit =
      what.kind === 'zone'
        ? { type: 'zone.put', zone: zoneNow(what.zone) }
        : what.kind === 'bay'
          ? { type: 'bay.put', bay: bayNow(what.bay) }
          : { type: 'outline.set', outline: outlineNow.value.map(([x, y]): [number, number] => [x, y]) }
    held.value = undefined
    bench.act(
      [edit],
      what.kind === 'zone'
        ? `Move ${what.zone.name}`
        : what.kind === 'bay'
          ? `Shape ${what.bay.name}`
          : 'Shape the outline'
    )
  } else held.value = undefined
})
/** Corners to take hold of: of the chosen bay or polygon, or of the outline. */
const corners = computed((): { x: number; y: number; what: Held }[] => {
  if (tool.value !== 'sheet') return []
  const now = chosen.value
  if (now?.kind === 'zone') {
    const zone = design.airframe.panel.zones.find(zone => zone.id === now.id)
    const shown = zone && zoneNow(zone)
    return zone && shown?.area.shape === 'polygon'
      ? shown.area.points.map(([x, y], corner) => ({ x, y, what: { kind: 'zone' as const, zone, corner } }))
      : []
  }
  if (now?.kind === 'bay') {
    const bay = design.airframe.panel.bays.find(bay => bay.id === now.id)
    return bay
      ? bayNow(bay).outline.map(([x, y], corner) => ({ x, y, what: { kind: 'bay' as const, bay, corner } }))
      : []
  }
  return outlineNow.value.length > 60
    ? []
    : outlineNow.value.map(([x, y], corner) => ({
        x,
        y,
        what: { kind: 'outline' as const, points: design.airframe.panel.outline, corner }
      }))
})

/** Ticks of the rulers: every inch or every 20 mm, long ones every five. */
const ticks = (length: number) => {
  const step = preferences.system === 'inch' ? inches(1) : 20
  return Array.from({ length: Math.floor(length / step) + 1 }, (_, index) => ({
    at: index * step,
    long: index % 5 === 0,
    text: preferences.system === 'inch' ? String(index) : String(index * 20)
  }))
}
const depthOf = (zone: Zone) =>
  `${zone.name}, ${preferences.length(zone.fromDepthMm)}${
    zone.toDepthMm === undefined ? ' and deeper' : ` to ${preferences.length(zone.toDepthMm)}`
  }`
const middle = (f: Parameters<typeof extent>[0]) => {
  const e = extent(f)
  return { x: (e.minX + e.maxX) / 2, y: (e.minY + e.maxY) / 2 }
}
</script>

<template>
  <g :class="{ shaping: tool === 'sheet' }">
    <path :d="ringPath(outlineNow, flip)" class="sheet-metal" />
    <g class="ruler" aria-hidden="true">
      <g v-for="tick in ticks(width)" :key="`x${tick.at}`"
        ><line :x1="box.minX + tick.at" :x2="box.minX + tick.at" :y1="-6 - (tick.long ? 5 : 0)" y2="-4" /><text
          v-if="tick.long"
          :x="box.minX + tick.at"
          y="-13"
          text-anchor="middle"
          >{{ tick.text }}</text
        ></g
      >
      <g v-for="tick in ticks(height)" :key="`y${tick.at}`"
        ><line
          :y1="height - tick.at"
          :y2="height - tick.at"
          :x1="box.minX - 6 - (tick.long ? 5 : 0)"
          :x2="box.minX - 4"
        /><text v-if="tick.long" :x="box.minX - 13" :y="height - tick.at + 3" text-anchor="end">{{
          tick.text
        }}</text></g
      >
    </g>
    <g v-if="behind || tool === 'sheet'" class="behind">
      <g
        v-for="{ zone, figure } in zones.behindZones"
        :key="zone.id"
        :class="{ chosen: chosen?.id === zone.id }"
        @pointerdown="
          event => take({ kind: 'zone', zone: design.airframe.panel.zones.find(kept => kept.id === zone.id)! }, event)
        "
      >
        <path :d="figurePath(figure, flip)" />
        <text :x="middle(figure).x" :y="flip(middle(figure).y) + 3" text-anchor="middle">{{ depthOf(zone) }}</text>
      </g>
    </g>
    <g
      v-for="bay in bays"
      :key="bay.id"
      class="bay"
      :class="{ chosen: chosen?.id === bay.id }"
      @pointerdown="
        event => take({ kind: 'bay', bay: design.airframe.panel.bays.find(kept => kept.id === bay.id)! }, event)
      "
    >
      <path :d="ringPath(bay.outline, flip)" />
      <path v-for="(screw, index) in bayScrews(bay)" :key="index" :d="figurePath(screw, flip)" class="bay-screw" />
    </g>
    <g v-for="hole in holesOpen" :key="`hole-${hole.id}`" class="old-hole">
      <title>Open hole, {{ hole.name }}</title>
      <path :d="figurePath(hole.figure, flip)" />
    </g>
    <g v-for="plate in plates" :key="`plate-${plate.hole.id}`" class="plate">
      <title>Blanking plate, {{ plate.hole.name }}</title>
      <path :d="figurePath(plate.outline, flip)" />
      <path v-for="(screw, index) in plate.screws" :key="index" :d="figurePath(screw, flip)" class="plate-screw" />
    </g>
    <g
      v-for="{ zone, figure } in [...zones.faceZones, ...(tool === 'sheet' ? zones.existing : [])]"
      :key="zone.id"
      class="zone"
      :class="{ chosen: chosen?.id === zone.id }"
      @pointerdown="
        event => take({ kind: 'zone', zone: design.airframe.panel.zones.find(kept => kept.id === zone.id)! }, event)
      "
    >
      <path :d="figurePath(figure, flip)" />
      <text :x="middle(figure).x" :y="flip(middle(figure).y) + 3" text-anchor="middle">{{ zone.name }}</text>
    </g>
    <g
      v-for="stiffener in stiffeners"
      :key="stiffener.key"
      class="stiffener"
      :class="{ chosen: chosen?.id === stiffener.id }"
      @pointerdown="tool === 'sheet' && (chosen = { kind: 'stiffener', id: stiffener.id })"
    >
      <rect :x="stiffener.x" :y="stiffener.y" :width="stiffener.w" :height="stiffener.h" />
      <text :x="stiffener.x + stiffener.w / 2" :y="stiffener.y + stiffener.h / 2 + 3" text-anchor="middle">{{
        stiffener.name
      }}</text>
    </g>
    <rect
      v-for="(corner, index) in corners"
      :key="`c${index}`"
      :x="corner.x - 4"
      :y="flip(corner.y) - 4"
      width="8"
      height="8"
      class="corner"
      @pointerdown="event => take(corner.what, event)"
    />
  </g>
</template>

<style scoped>
.sheet-metal {
  fill: var(--sheet);
  stroke: var(--graphite);
  stroke-width: 1.4;
  vector-effect: non-scaling-stroke;
}
.ruler line {
  stroke: var(--quiet);
  stroke-width: 0.6;
}
.ruler text {
  font:
    9px 'Public Sans',
    sans-serif;
  fill: var(--quiet);
}
/* Behind the face: seen as a drafter draws what is hidden. */
.stiffener rect {
  fill: var(--dye);
  fill-opacity: 0.07;
  stroke: var(--dye);
  stroke-width: 1;
  stroke-dasharray: 5 3;
  vector-effect: non-scaling-stroke;
}
.stiffener.chosen rect {
  stroke-width: 2.2;
}
.stiffener text {
  font:
    8px 'Public Sans',
    sans-serif;
  fill: var(--dye);
}
.zone path {
  fill: url(#hatch);
  stroke: var(--quiet);
  stroke-width: 0.8;
}
.zone text {
  font:
    7.5px 'Public Sans',
    sans-serif;
  fill: var(--graphite);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 3px;
}
.behind path {
  fill: var(--tape-wash);
  fill-opacity: 0.5;
  stroke: var(--tape);
  stroke-dasharray: 6 3;
}
.behind text {
  font:
    8.5px 'Public Sans',
    sans-serif;
  fill: var(--graphite);
  paint-order: stroke;
  stroke: var(--tape-wash);
  stroke-width: 2px;
}
.old-hole path {
  fill: var(--graphite);
  fill-opacity: 0.55;
  stroke: var(--graphite);
  stroke-width: 1;
  stroke-dasharray: 4 2;
  vector-effect: non-scaling-stroke;
}
.plate path {
  fill: var(--sheet);
  stroke: var(--graphite);
  stroke-width: 0.8;
  vector-effect: non-scaling-stroke;
}
.plate .plate-screw {
  fill: var(--quiet);
  stroke: none;
}
.bay path {
  fill: none;
  stroke: var(--graphite);
  stroke-width: 1;
  stroke-dasharray: 10 2 2 2;
  pointer-events: none;
}
.bay .bay-screw {
  stroke-dasharray: none;
  stroke-width: 0.6;
  stroke: var(--quiet);
}
.shaping .bay path {
  pointer-events: stroke;
  stroke-width: 3;
}
.shaping .zone,
.shaping .behind,
.shaping .bay {
  cursor: move;
}
.chosen path {
  stroke: var(--dye) !important;
  stroke-width: 2;
}
.corner {
  fill: var(--paper);
  stroke: var(--dye);
  stroke-width: 1.2;
  cursor: move;
}
text {
  user-select: none;
  pointer-events: none;
}
</style>
