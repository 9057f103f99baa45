<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { select } from 'd3-selection'
import { zoom, zoomIdentity, type ZoomBehavior } from 'd3-zoom'
import { bounds, extent, setDown } from '#core/panel'
import type { Design, DesignUnit } from '#core/design'
import { inches } from '#core/quantity'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** The panel to scale, y up as a drafter has it, with rulers, and the hand that moves things on it. */
const { design } = defineProps<{ design: Design }>()
const bench = useBench()
const preferences = usePreferences()
const { tool, mode, night, layers, views, measured } = usePanelTools()
/** Colors of the drawing: those of the program, or of the light in which the picture is seen. */
const byNight = computed(() => mode.value === 'picture' && (night.value ?? preferences.dark))
const colors = computed(() => (mode.value !== 'picture' ? '' : byNight.value ? 'hangar-night' : 'by-day'))
const svg = useTemplateRef<SVGSVGElement>('svg')
const sheet = useTemplateRef<SVGGElement>('sheet')

const MARGIN = 26
/** Under the view from above, for the buttons that are over the drawing there. */
const UNDER_MM = 85
const box = computed(() => bounds(design.airframe.panel.outline))
const width = computed(() => box.value.maxX - box.value.minX)
const height = computed(() => box.value.maxY - box.value.minY)
/** From y up in mm to y down in the drawing. */
const flip = (y: number) => box.value.maxY - y

const viewBox = computed(() => {
  const { addsMm } = behindOrigin(design)
  const [right, below] = [views.side ? addsMm : 0, views.above ? addsMm + UNDER_MM : 0]
  return `${box.value.minX - MARGIN} ${-MARGIN} ${width.value + MARGIN + 10 + right} ${height.value + MARGIN + 10 + below}`
})
const still = computed(() => design.units.filter(unit => !heldIds.value.has(unit.id)))

let toDrawing: DOMMatrix | undefined
/**
 * Where a pointer is on the face. The matrix is asked for when a hand takes hold: asking at each move would lay the page
 * out twice.
 */
function toFace(event: PointerEvent): { x: number; y: number } | undefined {
  if (event.type === 'pointerdown') toDrawing = sheet.value?.getScreenCTM()?.inverse()
  if (!toDrawing) return undefined
  const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(toDrawing)
  return { x: point.x, y: box.value.maxY - point.y }
}
const hand = usePanelHand(toFace)
defineExpose({ take: hand.take })

/**
 * The marks of each unit. The same map as before while no mark changes: at most moves of a hand none does, and then
 * nothing is drawn anew.
 */
const troubled = computed((before?: Map<string, string>) => {
  const map = new Map<string, string>()
  const findings = hand.live.value?.panel.findings ?? [
    ...(bench.report?.panel.findings ?? []),
    ...(bench.report?.pilot.findings ?? [])
  ]
  for (const finding of findings)
    if (finding.weight !== 'note')
      for (const id of finding.subjects)
        if (map.get(id) !== 'must-fix') map.set(id, finding.weight.replaceAll(' ', '-'))
  return before?.size === map.size && [...map].every(([id, mark]) => before.get(id) === mark) ? before : map
})
const holding = computed(() => hand.by.value !== undefined)
// From the press on: what a first move needs stands ready then.
const heldIds = computed(() => new Set(hand.hold.value?.units.map(unit => unit.id)))
/**
 * Every unit where the document has it. Those in the hand leave their outline behind: to go back by, and so that the
 * drawing need not be laid out anew.
 */
const shown = computed(() =>
  design.units.flatMap(unit => (unit.item.face && unit.at ? [{ unit, x: unit.at.xMm, y: flip(unit.at.yMm) }] : []))
)
const selected = computed(() => new Set(bench.selected))

const view = ref(zoomIdentity)
let behaviour: ZoomBehavior<SVGSVGElement, unknown>
const space = ref(false)
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.code === 'Space' && !(event.target as HTMLElement).closest('input, textarea, select, button'))
    space.value = true
})
useEventListener('keyup', (event: KeyboardEvent) => {
  if (event.code === 'Space') space.value = false
})
onMounted(() => {
  behaviour = zoom<SVGSVGElement, unknown>()
    .scaleExtent([0.8, 12])
    .filter(
      event =>
        event.type === 'wheel' ||
        event.type.startsWith('touch') ||
        event.button === 1 ||
        (event.button === 0 && space.value)
    )
    .on('zoom', event => {
      view.value = event.transform
    })
  select(svg.value!).call(behaviour).on('dblclick.zoom', null)
})
function fit() {
  select(svg.value!).call(behaviour.transform, zoomIdentity)
}
function closer(by: number) {
  select(svg.value!).call(behaviour.scaleBy, by)
}

/** The box a hand draws over the ground to select what lies in it. */
const lasso = ref<{ x0: number; y0: number; x1: number; y1: number; add: boolean }>()
function onGround(event: PointerEvent) {
  // What was being typed beside the drawing is taken when the hand goes to it.
  if (document.activeElement instanceof HTMLElement) document.activeElement.blur()
  if (event.button !== 0 || space.value) return
  const point = toFace(event)
  if (!point) return
  if (tool.value === 'measure') {
    measured.value = measured.value.length >= 2 ? [point] : [...measured.value, point]
    return
  }
  if (tool.value === 'sheet') return
  lasso.value = { x0: point.x, y0: point.y, x1: point.x, y1: point.y, add: event.shiftKey }
  if (!event.shiftKey) bench.selected = []
}
useEventListener('pointermove', (event: PointerEvent) => {
  const point = lasso.value && toFace(event)
  if (lasso.value && point) lasso.value = { ...lasso.value, x1: point.x, y1: point.y }
})
useEventListener('pointerup', () => {
  const drawn = lasso.value
  lasso.value = undefined
  if (!drawn || Math.hypot(drawn.x1 - drawn.x0, drawn.y1 - drawn.y0) < 3) return
  const [minX, maxX, minY, maxY] = [
    Math.min(drawn.x0, drawn.x1),
    Math.max(drawn.x0, drawn.x1),
    Math.min(drawn.y0, drawn.y1),
    Math.max(drawn.y0, drawn.y1)
  ]
  const within = design.units
    .filter(unit => {
      if (!unit.at || !unit.item.face) return false
      const e = extent(setDown(unit, unit.at.xMm, unit.at.yMm)!.bezel)
      return e.minX >= minX && e.maxX <= maxX && e.minY >= minY && e.maxY <= maxY
    })
    .map(unit => unit.id)
  bench.selected = drawn.add ? [...new Set([...bench.selected, ...within])] : within
})
function takeUnit(unit: DesignUnit, event: PointerEvent) {
  if (tool.value === 'measure') {
    toFace(event)
    measured.value = [...(measured.value.length >= 2 ? [] : measured.value), { x: unit.at!.xMm, y: unit.at!.yMm }]
    return
  }
  if (tool.value === 'sheet') return
  hand.take(unit, event)
}

const MOVES: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1]
}
/** Arrows nudge 0.05 in or 1 mm; Shift ten times, Alt a tenth. Enter selects, with Shift adds. */
function onKey(unit: DesignUnit, event: KeyboardEvent) {
  if (event.key === 'Enter' || event.key === ' ') {
    event.preventDefault()
    bench.selected = event.shiftKey
      ? bench.selected.includes(unit.id)
        ? bench.selected.filter(id => id !== unit.id)
        : [...bench.selected, unit.id]
      : [unit.id]
    return
  }
  if (event.key === 'Escape') {
    bench.selected = []
    return
  }
  const move = MOVES[event.key]
  if (!move || !unit.at || !bench.option) return
  event.preventDefault()
  if (unit.locked) {
    bench.said = `${unit.label} is locked. Unlock it in Pieces to move it.`
    return
  }
  const step = (preferences.system === 'inch' ? inches(0.05) : 1) * (event.shiftKey ? 10 : event.altKey ? 0.1 : 1)
  const ids = bench.selected.includes(unit.id) ? bench.selected : [unit.id]
  const members = new Set([
    ...ids,
    ...design.groups.filter(group => group.units.some(id => ids.includes(id))).flatMap(group => group.units)
  ])
  bench.selected = ids
  moveUnits(
    bench,
    design.units
      .filter(unit => members.has(unit.id) && unit.at && !unit.locked)
      .map(unit => ({ id: unit.id, xMm: unit.at!.xMm + move[0] * step, yMm: unit.at!.yMm + move[1] * step })),
    `Nudge ${ids.length > 1 ? `${ids.length} units` : unit.label}`,
    `nudge ${ids.join()}`
  )
}
const place = (unit: DesignUnit) =>
  unit.at ? `${preferences.position(unit.at.xMm)} across, ${preferences.position(unit.at.yMm)} up` : 'no position'
</script>

<template>
  <div class="drawing">
    <svg
      ref="svg"
      :class="[colors, { grabbing: space, measuring: tool === 'measure' }]"
      :viewBox="viewBox"
      preserveAspectRatio="xMidYMid meet"
      role="group"
      aria-label="Panel to scale. Tab walks through the units, arrows nudge."
      @mousedown.prevent
      @pointerdown="
        event => {
          if (!(event.target as Element).closest('.unit')) onGround(event)
        }
      "
    >
      <defs>
        <pattern id="hatch" width="7" height="7" patternTransform="rotate(45)" patternUnits="userSpaceOnUse">
          <line x1="0" y1="0" x2="0" y2="7" class="hatch" />
        </pattern>
      </defs>
      <g :transform="view.toString()">
        <g ref="sheet">
          <PanelGround :design="design" :behind="layers.behind" :to-face="toFace" />
          <g :class="{ faint: tool === 'sheet' }">
            <PanelUnit
              v-for="{ unit, x, y } in shown"
              :key="unit.id"
              :unit="unit"
              :x="x"
              :y="y"
              :trouble="troubled.get(unit.id)"
              :selected="selected.has(unit.id)"
              :held="false"
              :away="heldIds.has(unit.id)"
              :mode="mode"
              :night="byNight"
              :behind="layers.behind"
              :place="place(unit)"
              @take="takeUnit"
              @key="onKey"
            />
            <PanelLabels v-if="mode !== 'cutouts'" :design="design" :top-mm="box.maxY" :to-face="toFace" />
          </g>
          <template v-for="(on, which) in views" :key="which">
            <PanelBehind v-if="on" :design="design" :view="which" :units="still" :troubled="troubled" ground />
          </template>
          <PanelOverlay :design="design" :quiet="holding" />
          <rect
            v-if="lasso"
            :x="Math.min(lasso.x0, lasso.x1)"
            :y="flip(Math.max(lasso.y0, lasso.y1))"
            :width="Math.abs(lasso.x1 - lasso.x0)"
            :height="Math.abs(lasso.y1 - lasso.y0)"
            class="lasso"
          />
        </g>
      </g>
    </svg>
    <PanelHeld
      v-if="hand.hold.value"
      :design="design"
      :hand="hand"
      :view-box="viewBox"
      :transform="view.toString()"
      :top-mm="box.maxY"
      :troubled="troubled"
      :behind="layers.behind"
      :night="byNight"
      :class="colors"
    />
    <div class="view">
      <v-btn @click="closer(1.4)">Zoom in</v-btn><v-btn @click="closer(1 / 1.4)">Zoom out</v-btn
      ><v-btn @click="fit">Fit</v-btn>
      <span v-if="tool === 'measure'" class="small reading"
        >Point at two places, or at two units for their middles.</span
      >
    </div>
  </div>
</template>

<style scoped>
.drawing {
  position: relative;
  min-height: 0;
  height: 100%;
}
svg {
  width: 100%;
  height: 100%;
  display: block;
  touch-action: none;
  background: var(--chalk);
}
svg.grabbing {
  cursor: grab;
}
svg.measuring {
  cursor: crosshair;
}
.hatch {
  stroke: var(--quiet);
  stroke-width: 1;
}
.faint {
  opacity: 0.45;
  pointer-events: none;
}
.lasso {
  fill: var(--dye);
  fill-opacity: 0.08;
  stroke: var(--dye);
  stroke-width: 1;
  stroke-dasharray: 4 2;
}
.view {
  contain: layout paint;
  position: absolute;
  left: 8px;
  right: 8px;
  bottom: 6px;
  display: flex;
  gap: 4px;
  align-items: center;
}
.reading {
  background: var(--paper);
  border: 1px solid var(--dye);
  padding: 3px 8px;
}
</style>
