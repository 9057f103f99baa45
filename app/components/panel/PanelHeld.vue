<script setup lang="ts">
import { bounds } from '#core/panel'
import { WEIGHTS, type Design } from '#core/design'
import { usePreferences } from '~/stores/preferences'

/**
 * What is in the hand, on a sheet of its own over the drawing, with the lines it is drawn to and what is read off it.
 * While a hand moves only this is drawn anew.
 */
const { design, hand, topMm, troubled, behind, night } = defineProps<{
  design: Design
  hand: ReturnType<typeof usePanelHand>
  viewBox: string
  transform: string
  topMm: number
  troubled: ReadonlyMap<string, string>
  behind: boolean
  night: boolean
}>()
const preferences = usePreferences()
const { mode, views } = usePanelTools()
const box = bounds(design.airframe.panel.outline)
const flip = (y: number) => topMm - y
const held = computed(() => {
  const places = new Map(hand.hold.value?.units.map(unit => [unit.id, unit]))
  return design.units.flatMap(unit => {
    const from = places.get(unit.id)
    return from ? [{ unit, x: from.x, y: flip(from.y) }] : []
  })
})
/** The same list while the hand moves: what is drawn of it is drawn once. */
const heldUnits = computed(() => held.value.map(({ unit }) => unit))
const drawn = useTemplateRef<SVGGElement>('drawn')
/** Pixels of the screen for a millimetre of the face, asked for once: what is held is drawn once and its sheet is shifted. */
const scale = ref(0)
onMounted(() => {
  scale.value = drawn.value!.getScreenCTM()!.a
})
const shift = computed(() =>
  hand.by.value ? `translate(${hand.by.value.dx * scale.value}px, ${-hand.by.value.dy * scale.value}px)` : undefined
)
/** The boxes of what is held, in the views behind the face: each view follows the hand along its own line. */
const boxes = computed(() =>
  (['above', 'side'] as const)
    .filter(view => views[view])
    .map(view => {
      const by = hand.by.value
      const [dx, dy] = [(by?.dx ?? 0) * scale.value, -(by?.dy ?? 0) * scale.value]
      return { view, shift: view === 'above' ? `translateX(${dx}px)` : `translateY(${dy}px)` }
    })
)
/** The place, with angles and arm of every pilot. */
const reading = computed(() => {
  const { hold, by, live, relations } = hand
  if (!hold.value || !by.value) return ''
  const first = hold.value.units.find(unit => unit.id === hold.value!.unit)!
  const seats = live.value?.seats.filter(seat => seat.unit === first.id) ?? []
  const people = seats.map(({ pilot, sight, overReachMm, reachMm }) => {
    const name = design.airframe.pilots.find(other => other.id === pilot)?.name
    const arm =
      overReachMm > 0 ? `out of reach by ${preferences.length(overReachMm)}` : `arm ${preferences.length(reachMm)}`
    return `${name}: ${Math.round(sight.sideDeg)}° side, ${Math.round(sight.upDeg)}° up, ${arm}`
  })
  return [
    `${hold.value.label}: ${preferences.position(first.x + by.value.dx)} across, ${preferences.position(first.y + by.value.dy)} up`,
    ...relations.value.map(relation => relation.text),
    ...people
  ].join(' · ')
})
/** What is wrong where the hand has it now, the gravest first. */
const wrong = computed(() => {
  const ids = new Set(hand.hold.value?.units.map(unit => unit.id))
  return (hand.live.value?.panel.findings ?? [])
    .filter(finding => finding.weight !== 'note' && finding.subjects.some(id => ids.has(id)))
    .sort((a, b) => WEIGHTS.indexOf(a.weight) - WEIGHTS.indexOf(b.weight))
})
</script>

<template>
  <div class="over">
    <svg
      class="carried"
      :style="{ transform: shift }"
      :viewBox="viewBox"
      preserveAspectRatio="xMidYMid meet"
      aria-hidden="true"
    >
      <g ref="drawn" :transform="transform">
        <PanelUnit
          v-for="{ unit, x, y } in held"
          :key="unit.id"
          :unit="unit"
          :x="x"
          :y="y"
          :trouble="troubled.get(unit.id)"
          :selected="true"
          held
          :mode="mode"
          :night="night"
          :behind="behind"
          place=""
        />
      </g>
    </svg>
    <svg
      v-for="{ view, shift: along } in boxes"
      :key="view"
      class="carried"
      :style="{ transform: along }"
      :viewBox="viewBox"
      preserveAspectRatio="xMidYMid meet"
      aria-hidden="true"
    >
      <g :transform="transform">
        <PanelBehind :design="design" :view="view" :units="heldUnits" :troubled="troubled" />
      </g>
    </svg>
    <svg :viewBox="viewBox" preserveAspectRatio="xMidYMid meet" aria-hidden="true">
      <g :transform="transform">
        <template v-for="relation in hand.relations.value" :key="relation.axis">
          <line
            v-if="relation.axis === 'x'"
            :x1="relation.atMm"
            :x2="relation.atMm"
            :y1="flip(box.maxY)"
            :y2="flip(box.minY)"
          />
          <line v-else :x1="box.minX" :x2="box.maxX" :y1="flip(relation.atMm)" :y2="flip(relation.atMm)" />
        </template>
      </g>
    </svg>
    <div class="reading small">
      <span class="figures">{{ reading }}</span
      ><span v-if="wrong[0]" class="wrong"
        ><StateMark :state="wrong[0].weight" :size="13" /> {{ preferences.say(wrong[0].says)
        }}{{ wrong.length > 1 ? ` And ${wrong.length - 1} more.` : '' }}</span
      >
    </div>
  </div>
</template>

<style scoped>
/* It takes the pointer, so that the drawing under it is not searched for what lies there at each move. */
.over {
  position: absolute;
  inset: 0;
  cursor: grabbing;
  contain: strict;
  will-change: transform;
}
.over > * {
  pointer-events: none;
}
.over > svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  display: block;
  contain: strict;
}
.over > .carried {
  will-change: transform;
  contain: layout style;
  overflow: visible;
}
line {
  stroke: var(--dye);
  stroke-width: 0.8;
  stroke-dasharray: 3 3;
}
.reading {
  contain: layout paint;
  will-change: transform;
  position: absolute;
  left: 8px;
  right: 8px;
  top: 6px;
  width: fit-content;
  background: var(--paper);
  border: 1px solid var(--dye);
  padding: 3px 8px;
}
.wrong {
  display: block;
}
</style>
