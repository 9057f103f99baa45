<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { airframeOutline, legName } from '#core/airframe'
import { PACKED } from '#core/cables'
import { ROUTE_TRAITS, type Route } from '#core/document'
import { BEND, CLAMPS_MM, type Bundle, type WiringReport } from '#core/wiring'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** Places and the runs between them, from above and from the side; what lies on each run. */
const { wiring } = defineProps<{ wiring: WiringReport }>()
const bench = useBench()
const preferences = usePreferences()
const airframe = computed(() => bench.project!.airframe)
const placeName = (id: string) => airframe.value.places.find(place => place.id === id)?.name ?? id
const setRoute = (index: number, patch: Partial<Route>) =>
  bench.act([{ type: 'route.put', route: { ...airframe.value.routes[index]!, ...patch } }], 'Change a route')
const legFrom = ref('')
const legTo = ref('')
const there = computed(() =>
  airframe.value.routes.some(route => legName(route.from, route.to) === legName(legFrom.value, legTo.value))
)
function addRoute() {
  if (legFrom.value && legTo.value && legFrom.value !== legTo.value && !there.value)
    bench.act([{ type: 'route.put', route: { from: legFrom.value, to: legTo.value, lengthMm: 1000 } }], 'Add a route')
}
const bundleOf = computed(() => new Map(wiring.bundles.map(bundle => [bundle.leg, bundle])))
const bundleColumns = computed((): Column<Bundle>[] => [
  { key: 'from', title: 'From', value: bundle => placeName(bundle.from) },
  { key: 'to', title: 'To', value: bundle => placeName(bundle.to) },
  { key: 'meets', title: 'Meets', value: bundle => bundle.traits.join(', ') },
  { key: 'wires', title: 'Wires', value: bundle => bundle.wires.length, number: true },
  { key: 'cores', title: 'Conductors', value: bundle => bundle.conductors, number: true },
  { key: 'over', title: 'Over', of: 'length', value: bundle => bundle.diameterMm },
  { key: 'bend', title: 'Minimum bend radius', of: 'length', value: bundle => bundle.bendMm },
  { key: 'hole', title: 'Grommet for', of: 'length', value: bundle => bundle.holeMm }
])

const counts = computed(() => {
  const count = new Map<string, number>()
  for (const unit of bench.examined?.units ?? []) count.set(unit.place.id, (count.get(unit.place.id) ?? 0) + 1)
  return count
})
/** Height of a view, in px of the drawing. */
const MOST_HIGH = 520
/** Places where they are, drawn to scale: arm across, and how far right or how high down the other way. */
function viewOf(axis: 'acrossMm' | 'upMm') {
  const known = airframe.value.places.filter(place => place[axis] !== undefined)
  if (known.length < 2) return undefined
  const sketch = airframeOutline(airframe.value)
  const rings = (axis === 'upMm' ? sketch?.side : sketch?.above) ?? []
  const arms = [...airframe.value.places.map(place => place.armMm), ...rings.flat().map(([arm]) => arm)]
  const others = [...known.map(place => place[axis]!), ...rings.flat().map(([, other]) => other)]
  const [left, right] = [Math.min(...arms), Math.max(...arms)]
  const [low, high] = [Math.min(...others), Math.max(...others)]
  const scale = Math.min(640 / Math.max(right - left, 1), MOST_HIGH / Math.max(high - low, 1))
  // What is right or high is up in the picture: from above, with the nose to the left, the right wing is the upper one.
  const toX = (arm: number) => 60 + (640 - (right - left) * scale) / 2 + (arm - left) * scale
  const toY = (other: number) => 52 + (high - other) * scale
  const dots = known.map(place => ({ ...place, x: toX(place.armMm), y: toY(place[axis]!) }))
  const labels = placeLabels(dots, 760)
  const named = dots.map((dot, i) => ({ ...dot, label: labels[i]! }))
  return {
    axis,
    scale,
    sketch: rings.map(ring =>
      ringPath(
        ring.map(([arm, other]) => [toX(arm), other] as const),
        toY
      )
    ),
    dots: new Map(named.map(dot => [dot.id, dot])),
    height: Math.max(80, Math.max((high - low) * scale + 96, ...named.map(dot => dot.label.y + 18)))
  }
}
/** A place that is drawn to where it is, on one of the two drawings. */
const held = shallowRef<{
  id: string
  axis: 'acrossMm' | 'upMm'
  scale: number
  x: number
  y: number
  dx: number
  dy: number
}>()
let sheet: SVGSVGElement | undefined
const inSheet = (event: PointerEvent) =>
  new DOMPoint(event.clientX, event.clientY).matrixTransform(sheet!.getScreenCTM()!.inverse())
function take(event: PointerEvent, id: string, view: { axis: 'acrossMm' | 'upMm'; scale: number }) {
  if (event.button !== 0) return
  sheet = (event.currentTarget as SVGElement).ownerSVGElement!
  const { x, y } = inSheet(event)
  held.value = { id, axis: view.axis, scale: view.scale, x, y, dx: 0, dy: 0 }
}
useEventListener('pointermove', (event: PointerEvent) => {
  if (!held.value) return
  const { x, y } = inSheet(event)
  held.value = { ...held.value, dx: x - held.value.x, dy: y - held.value.y }
})
useEventListener('pointerup', () => {
  const was = held.value
  held.value = undefined
  if (!was || Math.hypot(was.dx, was.dy) < 3) return
  const place = airframe.value.places.find(place => place.id === was.id)!
  const round = (mm: number) => Math.round(mm / 10) * 10
  const moved = {
    ...place,
    armMm: round(place.armMm + was.dx / was.scale),
    [was.axis]: round((place[was.axis] ?? 0) - was.dy / was.scale)
  }
  bench.act([{ type: 'place.put', place: moved }], `Move ${place.name}`)
})
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key === 'Escape') held.value = undefined
})
const shift = (id: string, axis: string) =>
  held.value?.id === id && held.value.axis === axis ? `translate(${held.value.dx}, ${held.value.dy})` : undefined
const views = computed(() =>
  (
    [
      ['From above, nose to the left', viewOf('acrossMm')],
      ['From the side, nose to the left', viewOf('upMm')]
    ] as const
  ).flatMap(([says, view]) => (view ? [{ says, view }] : []))
)
const unplaced = computed(() =>
  airframe.value.places.filter(place => place.acrossMm === undefined || place.upMm === undefined)
)
const thick = (from: string, to: string) => 1.2 + (bundleOf.value.get(legName(from, to))?.diameterMm ?? 0) / 4
const routeColumns = computed((): Column<Route>[] => [
  { key: 'run', title: 'Run', value: route => `${placeName(route.from)} – ${placeName(route.to)}` },
  { key: 'length', title: 'Length', of: 'length', width: '130px', value: route => route.lengthMm },
  { key: 'traits', title: 'Wires meet there', value: route => route.traits?.join(', '), width: '40%' },
  { key: 'acts', title: 'Delete', value: () => '', plain: true, width: '90px' }
])
const routeKey = (route: Route) => legName(route.from, route.to)
const indexOf = (route: Route) => airframe.value.routes.indexOf(route)
</script>

<template>
  <div class="airframe">
    <section class="sheet">
      <h2>Airframe</h2>
      <p v-if="unplaced.length" class="small quiet">
        Not on both drawings, because their position is not entered:
        {{ unplaced.map(place => place.name).join(', ') }}. Enter it below, Places.
      </p>
      <div class="views">
        <figure v-for="{ says, view } in views" :key="says">
          <figcaption class="small quiet">{{ says }}</figcaption>
          <svg
            :viewBox="`0 0 760 ${view.height}`"
            role="img"
            :aria-label="`Places of the airframe and the runs between them. ${says}. The tables below have positions and lengths`"
          >
            <path v-for="(d, i) in view.sketch" :key="i" :d="d" class="sketch" />
            <template v-for="route in airframe.routes" :key="legName(route.from, route.to)">
              <line
                v-if="view.dots.has(route.from) && view.dots.has(route.to)"
                :x1="view.dots.get(route.from)!.x"
                :y1="view.dots.get(route.from)!.y"
                :x2="view.dots.get(route.to)!.x"
                :y2="view.dots.get(route.to)!.y"
                :stroke-width="thick(route.from, route.to)"
                :stroke-dasharray="route.traits?.includes('plug') ? '10 5' : undefined"
                class="leg"
              />
            </template>
            <g
              v-for="dot in view.dots.values()"
              :key="dot.id"
              class="place"
              :data-place="dot.id"
              :transform="shift(dot.id, view.axis)"
              @pointerdown.prevent="take($event, dot.id, view)"
            >
              <circle :cx="dot.x" :cy="dot.y" r="5.5" class="dot" />
              <line v-if="dot.label.far" :x1="dot.x" :y1="dot.y" :x2="dot.label.x" :y2="dot.label.y" class="lead" />
              <text :x="dot.label.x" :y="dot.label.y" :text-anchor="dot.label.anchor">
                {{ dot.name }}
                <tspan class="count">{{ counts.get(dot.id) || '' }}</tspan>
              </text>
            </g>
          </svg>
        </figure>
      </div>
      <p class="small quiet">
        A run is drawn as thick as its bundle; dashed where a plug separates it. The number is that of units there. The
        aircraft behind it is a sketch from the places entered, not to scale. Drag a place, or enter its position below.
      </p>
    </section>
    <section class="sheet">
      <h2>Routes through the airframe</h2>
      <FactTable name="routes" no-filter :rows="airframe.routes" :columns="routeColumns" :key-of="routeKey">
        <template #length="{ row: route }">
          <QuantityField
            hide-label
            kind="length"
            :least="1"
            :most="50000"
            :label="`Run from ${placeName(route.from)} to ${placeName(route.to)}`"
            :model-value="route.lengthMm"
            @update:model-value="v => setRoute(indexOf(route), { lengthMm: v })"
          />
        </template>
        <template #traits="{ row: route }">
          <v-select
            :model-value="route.traits ?? []"
            :items="[...ROUTE_TRAITS]"
            multiple
            :aria-label="`What wires meet from ${placeName(route.from)} to ${placeName(route.to)}`"
            placeholder="nothing"
            @update:model-value="
              (traits: NonNullable<Route['traits']>) =>
                setRoute(indexOf(route), { traits: traits.length ? traits : undefined })
            "
          />
        </template>
        <template #acts="{ row: route }">
          <v-btn
            :aria-label="`Delete the run from ${placeName(route.from)} to ${placeName(route.to)}`"
            @click="bench.act([{ type: 'route.drop', route: legName(route.from, route.to) }], 'Delete a route')"
            >Delete</v-btn
          >
        </template>
      </FactTable>
      <div class="row end">
        <ChoiceField
          v-model="legFrom"
          label="Route from"
          :items="airframe.places.map(place => ({ value: place.id, title: place.name }))"
        /><ChoiceField
          v-model="legTo"
          label="Route to"
          :items="airframe.places.map(place => ({ value: place.id, title: place.name }))"
        /><v-btn :disabled="!legFrom || !legTo || legFrom === legTo || there" @click="addRoute">Add a route</v-btn
        ><span v-if="there && legFrom !== legTo" class="small quiet">that run is there already</span>
      </div>
      <p class="quiet small">
        A wire goes the shortest way along these, unless it was sent another way in Wire list; with
        {{ preferences.length(airframe.serviceLoopMm) }} of loop at the panel and
        {{ preferences.number(airframe.wasteFraction * 100, 0) }} % for trim and waste.
      </p>
    </section>
    <section class="sheet">
      <h2>Bundles</h2>
      <FactTable
        name="bundles"
        no-filter
        :rows="wiring.bundles"
        :columns="bundleColumns"
        :key-of="(bundle: Bundle) => bundle.leg"
        empty="No wire is routed yet."
      />
      <p class="quiet small">
        Over all: √(Σ d² / {{ preferences.short(PACKED) }}). Least bend: {{ BEND.wire }} times the thickest wire,
        {{ BEND.coax }} times coax; clamps every {{ preferences.length(CLAMPS_MM) }} at most (AC 43.13-1B chapter 11).
        The same count derates the circuits of Power.
      </p>
    </section>
    <WiringPlaces />
  </div>
</template>

<style scoped>
.airframe {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
}
.views {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(420px, 1fr));
  gap: 10px;
}
figure svg {
  width: 100%;
  max-height: 520px;
}
.row.end {
  margin-top: 14px;
}
.lead {
  stroke: var(--quiet);
  stroke-width: 0.7;
}
.sketch {
  fill: var(--sheet);
  fill-opacity: 0.55;
  stroke: var(--sheet-edge);
  stroke-width: 1;
  stroke-linejoin: round;
}
.leg {
  stroke: var(--dye);
  opacity: 0.75;
}
.place {
  cursor: grab;
}
.dot {
  fill: var(--dye);
}
figure text {
  font:
    15px 'Public Sans',
    sans-serif;
  fill: var(--graphite);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
}
figure .count {
  font-family: 'B612 Mono', monospace;
  fill: var(--quiet);
}
@media (max-width: 900px) {
  .views {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
