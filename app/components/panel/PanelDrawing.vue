<script setup lang="ts">
import { select } from 'd3-selection'
import { zoom, zoomIdentity, type ZoomBehavior } from 'd3-zoom'
import { bounds, groundOf } from '#core/panel'
import type { Design, DesignUnit } from '#core/project'
import { inches } from '#core/quantity'
import { useBench } from '~/stores/bench'
import { useTaste } from '~/stores/taste'

/** The panel to scale, y up as a drafter has it, with rulers, and the hand that moves things on it. */
const { design, layers } = defineProps<{ design: Design, layers: { face: boolean, holes: boolean, behind: boolean } }>()
const bench = useBench()
const taste = useTaste()
const svg = useTemplateRef<SVGSVGElement>('svg')
const sheet = useTemplateRef<SVGGElement>('sheet')

const MARGIN = 26
const box = computed(() => bounds(design.airframe.panel.outline))
const width = computed(() => box.value.maxX - box.value.minX)
const height = computed(() => box.value.maxY - box.value.minY)
/** From y up in mm to y down in the drawing. */
const flip = (y: number) => box.value.maxY - y
const outline = computed(() => `${design.airframe.panel.outline.map(([x, y], index) => `${index ? 'L' : 'M'}${x} ${flip(y)}`).join('')}Z`)
const zones = computed(() => groundOf(design.airframe.panel))

let toDrawing: DOMMatrix | undefined
/** Where a pointer is on the face. The matrix is asked for when a hand takes hold: asking at each move would lay the page out twice. */
function toFace(event: PointerEvent): { x: number, y: number } | undefined {
  if (event.type === 'pointerdown') toDrawing = sheet.value?.getScreenCTM()?.inverse()
  if (!toDrawing) return undefined
  const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(toDrawing)
  return { x: point.x, y: box.value.maxY - point.y }
}
const hand = usePanelHand(toFace)
defineExpose({ take: hand.take })

const troubled = computed(() => {
  const map = new Map<string, string>()
  const snags = bench.livePanel?.snags ?? bench.report?.panel.snags ?? []
  for (const snag of snags) for (const id of snag.subjects) if (map.get(id) !== 'stops-work') map.set(id, snag.weight.replaceAll(' ', '-'))
  return map
})
/** Every unit where the document has it, and the one in the hand, on top, where the hand has it. */
const shown = computed(() => {
  const at = hand.at.value
  const list = design.units.flatMap(unit => unit.item.face && unit.at && unit.id !== (at && hand.hold.value?.unit) ? [{ unit, x: unit.at.xMm, y: flip(unit.at.yMm) }] : [])
  const inHand = at && design.units.find(one => one.id === hand.hold.value?.unit)
  return inHand ? [...list, { unit: inHand, x: at.x, y: flip(at.y) }] : list
})
const selected = computed(() => new Set(bench.selected))

const rect = (f: { x: number, y: number, w: number, h: number }) => ({ x: f.x - f.w / 2, y: flip(f.y) - f.h / 2, width: f.w, height: f.h })

/** Ticks of the rulers: every inch or every 20 mm, long ones every five. */
const ticks = (length: number) => {
  const step = taste.system === 'inch' ? inches(1) : 20
  return Array.from({ length: Math.floor(length / step) + 1 }, (_, index) => ({ at: index * step, long: index % 5 === 0, text: taste.system === 'inch' ? String(index) : String(index * 20) }))
}

const view = ref(zoomIdentity)
let behaviour: ZoomBehavior<SVGSVGElement, unknown>
onMounted(() => {
  behaviour = zoom<SVGSVGElement, unknown>().scaleExtent([0.8, 12])
    .filter(event => event.type === 'wheel' || event.button === 1 || (event.button === 0 && !(event.target as Element).closest('.unit')))
    .on('zoom', (event) => { view.value = event.transform })
  select(svg.value!).call(behaviour).on('dblclick.zoom', null)
})
function fit() { select(svg.value!).call(behaviour.transform, zoomIdentity) }
function closer(by: number) { select(svg.value!).call(behaviour.scaleBy, by) }

const MOVES: Record<string, [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }
/** Arrows nudge 0.05 in or 1 mm; Shift ten times, Alt a tenth. */
function nudge(event: KeyboardEvent, unit: DesignUnit) {
  if (event.key === 'Enter' || event.key === ' ') { event.preventDefault(); bench.selected = [unit.id]; return }
  if (event.key === 'Escape') { bench.selected = []; return }
  const move = MOVES[event.key]
  if (!move || !unit.at || !bench.option) return
  event.preventDefault()
  const step = (taste.system === 'inch' ? inches(0.05) : 1) * (event.shiftKey ? 10 : event.altKey ? 0.1 : 1)
  const ids = bench.selected.includes(unit.id) ? bench.selected : [unit.id]
  const edits = design.units.filter(one => ids.includes(one.id) && one.at).map(one => ({ type: 'unit.move' as const, option: bench.option!.id, unit: one.id, xMm: Number((one.at!.xMm + move[0] * step).toFixed(3)), yMm: Number((one.at!.yMm + move[1] * step).toFixed(3)) }))
  bench.selected = ids
  bench.act(edits, `Nudge ${ids.length > 1 ? `${ids.length} units` : unit.label}`, `nudge ${ids.join()}`)
}
const place = (unit: DesignUnit) => unit.at ? `${taste.length(unit.at.xMm)} across, ${taste.length(unit.at.yMm)} up` : 'no position'
</script>

<template>
  <div class="drawing">
    <svg ref="svg" :viewBox="`${box.minX - MARGIN} ${-MARGIN} ${width + MARGIN + 10} ${height + MARGIN + 10}`" preserveAspectRatio="xMidYMid meet" role="group" aria-label="Panel to scale. Tab walks through the units, arrows nudge." @pointerdown.self="bench.selected = []">
      <defs><pattern id="hatch" width="7" height="7" patternTransform="rotate(45)" patternUnits="userSpaceOnUse"><line x1="0" y1="0" x2="0" y2="7" class="hatch" /></pattern></defs>
      <g :transform="view.toString()">
        <g ref="sheet">
          <path :d="outline" class="sheet-metal" />
          <g class="ruler" aria-hidden="true">
            <g v-for="tick in ticks(width)" :key="`x${tick.at}`"><line :x1="box.minX + tick.at" :x2="box.minX + tick.at" :y1="-6 - (tick.long ? 5 : 0)" y2="-4" /><text v-if="tick.long" :x="box.minX + tick.at" y="-13" text-anchor="middle">{{ tick.text }}</text></g>
            <g v-for="tick in ticks(height)" :key="`y${tick.at}`"><line :y1="height - tick.at" :y2="height - tick.at" :x1="box.minX - 6 - (tick.long ? 5 : 0)" :x2="box.minX - 4" /><text v-if="tick.long" :x="box.minX - 13" :y="height - tick.at + 3" text-anchor="end">{{ tick.text }}</text></g>
          </g>
          <g v-if="layers.behind" class="behind">
            <g v-for="{ zone, figure } in zones.behindZones" :key="zone.id">
              <rect v-if="figure.kind === 'box'" v-bind="rect(figure)" /><circle v-else :cx="figure.x" :cy="flip(figure.y)" :r="figure.r" />
              <text :x="figure.x" :y="flip(figure.y) + 3" text-anchor="middle">{{ zone.name }}, from {{ taste.length(zone.fromDepthMm) }}</text>
            </g>
          </g>
          <g v-for="{ zone, figure } in zones.faceZones" :key="zone.id" class="zone">
            <rect v-if="figure.kind === 'box'" v-bind="rect(figure)" /><circle v-else :cx="figure.x" :cy="flip(figure.y)" :r="figure.r" />
            <text :x="figure.x" :y="flip(figure.y) + 3" text-anchor="middle">{{ zone.name }}</text>
          </g>
          <PanelUnit
            v-for="{ unit, x, y } in shown" :key="unit.id" :unit="unit" :x="x" :y="y" :trouble="troubled.get(unit.id)" :selected="selected.has(unit.id)"
            :held="hand.at.value !== undefined && hand.hold.value?.unit === unit.id" :face="layers.face" :holes="layers.holes" :behind="layers.behind" :place="place(unit)"
            @take="event => hand.take(unit, event)" @key="event => nudge(event, unit)"
          />
          <line v-if="hand.guides.value.x !== undefined" :x1="hand.guides.value.x" :x2="hand.guides.value.x" y1="0" :y2="height" class="guide" />
          <line v-if="hand.guides.value.y !== undefined" :x1="box.minX" :x2="box.maxX" :y1="flip(hand.guides.value.y)" :y2="flip(hand.guides.value.y)" class="guide" />
        </g>
      </g>
    </svg>
    <div class="view">
      <button class="plain" aria-label="Closer" @click="closer(1.4)">closer</button><button class="plain" aria-label="Farther" @click="closer(1 / 1.4)">farther</button><button class="plain" @click="fit">whole panel</button>
      <span v-if="hand.at.value" class="figures small reading">{{ hand.hold.value?.label }}: {{ taste.length(hand.at.value.x) }} across · {{ taste.length(hand.at.value.y) }} up</span>
    </div>
  </div>
</template>

<style scoped>
.drawing { position: relative; min-height: 0; height: 100%; }
svg { width: 100%; height: 100%; display: block; touch-action: none; background: var(--chalk); }
.sheet-metal { fill: var(--sheet); stroke: var(--graphite); stroke-width: 1.4; vector-effect: non-scaling-stroke; }
.ruler line { stroke: var(--quiet); stroke-width: .6; } .ruler text { font: 9px 'B612 Mono', monospace; fill: var(--quiet); }
.hatch { stroke: var(--quiet); stroke-width: 1; }
.zone rect, .zone circle { fill: url(#hatch); stroke: var(--quiet); stroke-width: .8; }   .zone text { font: 7.5px 'B612', sans-serif; fill: var(--graphite); paint-order: stroke; stroke: var(--sheet); stroke-width: 3px; }
.behind rect, .behind circle { fill: var(--tape-wash); fill-opacity: .5; stroke: var(--tape); stroke-dasharray: 6 3; } .behind text { font: 9px 'B612', sans-serif; fill: var(--graphite); }
.guide { stroke: var(--dye); stroke-width: .8; stroke-dasharray: 3 3; }
.view { position: absolute; left: 8px; bottom: 6px; display: flex; gap: 4px; align-items: center; }
.reading { background: var(--paper); border: 1px solid var(--dye); padding: 3px 8px; }
</style>
