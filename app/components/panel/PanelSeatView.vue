<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { seatView, seenAt } from '#core/pilot'
import { bounds } from '#core/panel'
import type { Design } from '#core/design'
import { usePreferences } from '~/stores/preferences'

/** The panel in perspective, from the eye of the pilot chosen in Seats; what is outside the primary field of view is dimmed. */
const { design } = defineProps<{ design: Design }>()
const preferences = usePreferences()
const { pilot: chosen, night } = usePanelTools()
const room = useTemplateRef<HTMLElement>('room')
const { width, height } = useElementSize(room)
const pilot = computed(
  () => design.airframe.pilots.find(other => other.id === chosen.value) ?? design.airframe.pilots[0]
)
const MARGIN = 6
const box = computed(() => bounds(design.airframe.panel.outline))
const size = computed(() => ({
  width: box.value.maxX - box.value.minX + 2 * MARGIN,
  height: box.value.maxY - box.value.minY + 2 * MARGIN
}))
/** From px of the flat picture, one a millimetre, to where the eye sees it, scaled into the room there is. */
const transform = computed(() => {
  if (!pilot.value || width.value < 40) return ''
  const view = seatView(pilot.value)
  const { minX, maxX, minY, maxY } = box.value
  const corners = [
    [minX, minY],
    [maxX, minY],
    [maxX, maxY],
    [minX, maxY]
  ].map(([x, y]) => seenAt(view, x!, y!))
  const xs = corners.map(corner => corner[0])
  const ys = corners.map(corner => corner[1])
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  const scale = Math.min((width.value - 24) / (right - left), (height.value - 90) / (bottom - top))
  const [moveX, moveY] = [12 - left * scale, (height.value - (bottom - top) * scale) / 2 - top * scale]
  const [a, b, c] = view
  // Rows for the flat picture, whose corner is (minX - margin, maxY + margin) and whose y runs down.
  const flat = (row: readonly [number, number, number]) => [
    row[0],
    -row[1],
    row[0] * (minX - MARGIN) + row[1] * (maxY + MARGIN) + row[2]
  ]
  const [x, y, w] = [flat(a), flat(b), flat(c)] as [number[], number[], number[]]
  const px = x.map((v, i) => scale * v + moveX * w[i]!)
  const py = y.map((v, i) => scale * v + moveY * w[i]!)
  const h = [px[0], py[0], 0, w[0], px[1], py[1], 0, w[1], 0, 0, 1, 0, px[2], py[2], 0, w[2]].map(v => v! / w[2]!)
  return `matrix3d(${h.map(v => v.toFixed(9)).join(',')})`
})
const edge = computed(() => ringPath(design.airframe.panel.outline, flip))
const flip = (y: number) => box.value.maxY - y
</script>

<template>
  <div ref="room" class="room">
    <p v-if="!pilot" class="quiet">No pilot is entered. Add one in Seats.</p>
    <template v-else>
      <div class="flat" :style="{ width: `${size.width}px`, height: `${size.height}px`, transform }">
        <PicturePanel :design="design" :night="night ?? preferences.dark" :label="`The panel as ${pilot.name} sees it`">
          <clipPath id="seat-sheet"><path :d="edge" /></clipPath>
          <path
            :d="`M-5000 -5000H5000V5000H-5000Z${fieldRing(pilot, flip, PRIMARY)}`"
            class="outside"
            clip-path="url(#seat-sheet)"
          />
          <path :d="fieldRing(pilot, flip, PRIMARY)" class="primary" />
          <path :d="fieldRing(pilot, flip, BEST)" class="best" />
        </PicturePanel>
      </div>
      <p class="small says">
        {{ pilot.name }}, eye {{ preferences.length(pilot.eye.aftMm) }} aft of the panel. Inner line: {{ BEST.side }}°
        around the line of sight. Outer line: primary field of view, {{ PRIMARY.side }}° to each side; what is outside
        is dimmed (AC 23.1311-1C, from memory). The yoke is not drawn: nothing says where it is.
      </p>
    </template>
  </div>
</template>

<style scoped>
.room {
  position: relative;
  height: 100%;
  min-height: 0;
  overflow: hidden;
}
.flat {
  position: absolute;
  left: 0;
  top: 0;
  transform-origin: 0 0;
}
.outside {
  fill: #14181a;
  fill-opacity: 0.55;
  fill-rule: evenodd;
  pointer-events: none;
}
.primary,
.best {
  fill: none;
  stroke: #8fb2ea;
  stroke-width: 2;
  pointer-events: none;
}
.best {
  stroke-dasharray: 8 5;
}
.says {
  position: absolute;
  left: 10px;
  right: 10px;
  bottom: 8px;
  background: var(--paper);
  border: 1px solid var(--rule);
  padding: 4px 8px;
}
</style>
