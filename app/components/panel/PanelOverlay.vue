<script setup lang="ts">
import { type BendMap, bounds, extent, setDown } from '#core/panel'
import { lineOfSightPoint, seatsOf } from '#core/pilot'
import { AS_FOUND, resolve, type Design } from '#core/design'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** What is laid over the panel: field of view, reach, the way of the hands, bending, free ground, another option's ghost. */
const { design, quiet } = defineProps<{ design: Design; quiet: boolean }>()
const bench = useBench()
const preferences = usePreferences()
const { layers, ghost, pilot: pilotId, flow: flowId, free, measured } = usePanelTools()

const box = computed(() => bounds(design.airframe.panel.outline))
const flip = (y: number) => box.value.maxY - y
const pilot = computed(
  () => design.airframe.pilots.find(pilot => pilot.id === pilotId.value) ?? design.airframe.pilots[0]
)

const aim = computed(() => pilot.value && lineOfSightPoint(pilot.value))
/** How far each hand goes on the face: the sphere of the arm cut by it. */
const arms = computed(() => {
  const p = pilot.value
  if (!p || p.reachMm <= p.shoulder.aftMm) return []
  const r = Math.sqrt(p.reachMm ** 2 - p.shoulder.aftMm ** 2)
  return [-1, 1].map(side => ({ x: p.shoulder.acrossMm + (side * p.shoulderWidthMm) / 2, y: p.shoulder.upMm, r }))
})
const shownSeats = computed(() =>
  (layers.sight || layers.reach ? seatsOf(design) : []).filter(seat => seat.pilot === pilot.value?.id)
)
const unitAt = (id: string) => design.units.find(unit => unit.id === id)
const notes = computed(() =>
  layers.sight || layers.reach
    ? shownSeats.value.flatMap(seat => {
        const unit = unitAt(seat.unit)
        // Beside switches and lamps there is no room for words; the table under the drawing has them.
        if (!unit?.at || quiet || setDown(unit, 0, 0)!.reachMm < 18) return []
        const text = [
          layers.sight ? `${Math.round(seat.sight.sideDeg)}° ${Math.round(seat.sight.upDeg)}°` : '',
          layers.reach ? preferences.length(seat.reachMm) : ''
        ]
          .filter(Boolean)
          .join(' · ')
        const bad =
          (layers.sight && (seat.sight.field === 'outside' || seat.outOfConeDeg > 0)) ||
          (layers.reach && seat.overReachMm > 0)
        return [
          {
            id: seat.unit,
            x: unit.at.xMm,
            y: flip(extent(setDown(unit, unit.at.xMm, unit.at.yMm)!.bezel).minY) - 3,
            text: bad ? `! ${text}` : text,
            bad
          }
        ]
      })
    : []
)

const walk = computed(() => {
  const all = bench.report?.pilot.flows ?? []
  return all.find(walk => walk.flow.id === flowId.value) ?? all[0]
})
const ways = computed(() =>
  (['left', 'right'] as const).map(hand => {
    const points = walk.value?.steps.filter(step => step.hand === hand && step.at).map(step => step.at!) ?? []
    return { hand, path: points.map((p, i) => `${i ? 'L' : 'M'}${p.xMm} ${flip(p.yMm)}`).join('') }
  })
)
const stops = computed(
  () =>
    walk.value?.steps.flatMap((step, index) =>
      step.at
        ? [
            {
              index: index + 1,
              x: step.at.xMm,
              y: flip(step.at.yMm),
              bad: step.troubles.length > 0 || step.backTrack,
              hand: step.hand
            }
          ]
        : []
    ) ?? []
)

/** How far the face gives all over it, from the worker, while the layer is on. */
const map = shallowRef<BendMap[]>([])
watch(
  [() => layers.metal, () => bench.examined],
  async ([on]) => {
    if (!on || !bench.option) {
      map.value = []
      return
    }
    try {
      map.value = await useExaminer().bendMap(bench.option.id)
    } catch (error) {
      map.value = []
      bench.said = `The map of the face could not be made: ${(error as Error).message}`
    }
  },
  { immediate: true }
)
/** Cells by how much of the limit the face gives there, in quarters of it; over it the last. */
const cells = computed(() =>
  map.value.flatMap(({ x0, y0, dx, dy, columns, deflectionMm }) =>
    deflectionMm.flatMap((give, index) => {
      if (Number.isNaN(give)) return []
      const step = Math.min(4, Math.floor((give / design.airframe.panel.mostBendMm) * 4))
      return [{ x: x0 + (index % columns) * dx, y: flip(y0 + (Math.floor(index / columns) + 1) * dy), dx, dy, step }]
    })
  )
)
const bends = computed(() =>
  layers.metal
    ? (bench.report?.strength.bends ?? []).flatMap(bend => {
        const unit = unitAt(bend.unit)
        return unit?.at
          ? [
              {
                id: bend.unit,
                x: unit.at.xMm,
                y: flip(unit.at.yMm),
                text: Number.isFinite(bend.deflectionMm) ? preferences.length(bend.deflectionMm) : 'cut through',
                bad: bend.deflectionMm > design.airframe.panel.mostBendMm
              }
            ]
          : []
      })
    : []
)

/** Free ground as one path: a thin box for every run of every row. */
const freePath = computed(() => {
  const rows = free.value?.ground.rows ?? []
  let path = ''
  rows.forEach((row, i) => {
    const below = rows[i + 1]?.y ?? row.y
    for (const [from, to] of row.runs)
      path += `M${from.toFixed(1)} ${flip(row.y).toFixed(1)}H${to.toFixed(1)}V${flip(below).toFixed(1)}H${from.toFixed(1)}Z`
  })
  return path
})
const ghosts = computed(() => {
  const { project } = bench
  if (!ghost.value || !project) return []
  const there =
    ghost.value === AS_FOUND || project.options.some(option => option.id === ghost.value)
      ? resolve(project, ghost.value)
      : undefined
  return (
    there?.units.flatMap(unit =>
      unit.at && unit.item.face
        ? [
            {
              id: unit.id,
              path: figurePath(setDown(unit, unit.at.xMm, unit.at.yMm)!.bezel, flip),
              label: unit.label,
              x: unit.at.xMm,
              y: flip(unit.at.yMm)
            }
          ]
        : []
    ) ?? []
  )
})
const rule = computed(() => {
  const [a, b] = measured.value
  return a && b
    ? {
        a,
        b,
        text:
          `${preferences.position(Math.hypot(b.x - a.x, b.y - a.y))}: ` +
          `${preferences.position(Math.abs(b.x - a.x))} across, ${preferences.position(Math.abs(b.y - a.y))} up`
      }
    : undefined
})
</script>

<template>
  <g class="over" aria-hidden="true">
    <rect
      v-for="(cell, index) in cells"
      :key="`b${index}`"
      :x="cell.x"
      :y="cell.y"
      :width="cell.dx"
      :height="cell.dy"
      :class="['gives', `gives-${cell.step}`]"
    />
    <path v-if="free" :d="freePath" class="free" />
    <g v-for="shade in ghosts" :key="shade.id" class="ghost"
      ><path :d="shade.path" /><text :x="shade.x" :y="shade.y" text-anchor="middle">{{ shade.label }}</text></g
    >
    <g v-if="layers.sight && pilot && aim" class="sight">
      <path :d="fieldRing(pilot, flip, PRIMARY)" class="limit" /><path :d="fieldRing(pilot, flip, BEST)" class="best" />
      <path :d="`M${aim.xMm - 7} ${flip(aim.yMm)}h14M${aim.xMm} ${flip(aim.yMm) - 7}v14`" class="aim" />
    </g>
    <template v-if="layers.reach"
      ><circle v-for="(arm, index) in arms" :key="index" :cx="arm.x" :cy="flip(arm.y)" :r="arm.r" class="arm"
    /></template>
    <g v-if="layers.flow" class="flow">
      <path v-for="way in ways" :key="way.hand" :d="way.path" :class="way.hand" />
      <g v-for="stop in stops" :key="stop.index" :class="{ bad: stop.bad }"
        ><circle :cx="stop.x" :cy="stop.y" r="7" /><text :x="stop.x" :y="stop.y + 3" text-anchor="middle"
          >{{ stop.index }}{{ stop.bad ? '!' : '' }}</text
        ></g
      >
    </g>
    <text
      v-for="note in notes"
      :key="note.id"
      :x="note.x"
      :y="note.y"
      text-anchor="middle"
      class="note"
      :class="{ bad: note.bad }"
      >{{ note.text }}</text
    >
    <text
      v-for="bend in bends"
      :key="bend.id"
      :x="bend.x"
      :y="bend.y + 16"
      text-anchor="middle"
      class="note"
      :class="{ bad: bend.bad }"
      >{{ bend.bad ? '! ' : '' }}{{ bend.text }}</text
    >
    <g v-if="rule" class="rule"
      ><line :x1="rule.a.x" :y1="flip(rule.a.y)" :x2="rule.b.x" :y2="flip(rule.b.y)" /><text
        :x="(rule.a.x + rule.b.x) / 2"
        :y="flip((rule.a.y + rule.b.y) / 2) - 6"
        text-anchor="middle"
        >{{ rule.text }}</text
      ></g
    >
    <circle
      v-for="(point, index) in measured"
      :key="`m${index}`"
      :cx="point.x"
      :cy="flip(point.y)"
      r="2.5"
      class="pin"
    />
  </g>
</template>

<style scoped>
.over {
  pointer-events: none;
}
.gives {
  fill: var(--tape);
  fill-opacity: 0.04;
}
.gives-1 {
  fill-opacity: 0.16;
}
.gives-2 {
  fill-opacity: 0.3;
}
.gives-3 {
  fill-opacity: 0.46;
}
/* Over the limit: a line round it too, not by shade alone. */
.gives-4 {
  fill: var(--grease);
  fill-opacity: 0.4;
  stroke: var(--grease);
  stroke-width: 0.8;
}
.free {
  fill: var(--primer);
  fill-opacity: 0.34;
}
.ghost path {
  fill: none;
  stroke: var(--graphite);
  stroke-width: 1;
  stroke-dasharray: 2 3;
  opacity: 0.7;
}
.ghost text {
  font:
    7px 'Public Sans',
    sans-serif;
  fill: var(--quiet);
}
.sight .limit {
  fill: none;
  stroke: var(--dye);
  stroke-width: 1.2;
  stroke-dasharray: 8 4;
}
.sight .best {
  fill: var(--dye);
  fill-opacity: 0.08;
  stroke: var(--dye);
  stroke-width: 1;
}
.sight .aim {
  stroke: var(--dye);
  stroke-width: 1.6;
  fill: none;
}
.arm {
  fill: none;
  stroke: var(--primer);
  stroke-width: 1.4;
  stroke-dasharray: 5 4;
}
.flow path {
  fill: none;
  stroke: var(--dye);
  stroke-width: 1.6;
}
.flow path.right {
  stroke-dasharray: 5 3;
}
.flow circle {
  fill: var(--paper);
  stroke: var(--dye);
}
.flow .bad circle {
  stroke: var(--grease);
  stroke-width: 2;
}
.flow text {
  font:
    8px 'Public Sans',
    sans-serif;
  fill: var(--graphite);
}
.note {
  font:
    8px 'Public Sans',
    sans-serif;
  fill: var(--graphite);
  paint-order: stroke;
  stroke: var(--face);
  stroke-width: 3px;
}
.note.bad {
  fill: var(--grease);
  font-weight: 700;
}
.rule line {
  stroke: var(--grease);
  stroke-width: 1;
}
.rule text {
  font:
    10px 'Public Sans',
    sans-serif;
  fill: var(--grease);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
}
.pin {
  fill: var(--grease);
}
</style>
