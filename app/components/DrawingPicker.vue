<script setup lang="ts">
import { bounds } from '#core/panel'
import { FLATTEN_MM, likelyUses, RING_USES, type DrawnRing, type RingUse } from '#core/formats'
import type { DrawingInHand } from '~/composables/useDrawing'
import { usePreferences } from '~/stores/preferences'

/** A drawing from elsewhere: which closed line is the outline of the panel, and which are holes, by pressing them. */
const { inHand } = defineProps<{ inHand: DrawingInHand }>()
const { unit, read, reading, drawing, uses, panel, pick } = inHand
const preferences = usePreferences()

const NAMES: Record<RingUse, string> = {
  'outline': 'Outline',
  'cut': 'To be cut',
  'screw': 'Screw hole',
  'existing': 'Existing hole',
  'left out': 'Left out'
}
const tool = ref<RingUse>('cut')
/** The line that the keyboard is on, and the one that is said. */
const at = ref(0)
watch(drawing, () => {
  at.value = 0
  tool.value = uses.value.includes('outline') ? 'cut' : 'outline'
})

function use(index: number) {
  at.value = index
  if (tool.value === 'outline') uses.value = likelyUses(drawing.value!, index)
  else uses.value = uses.value.map((now, i) => (i !== index ? now : now === tool.value ? 'left out' : tool.value))
}
function onKey(event: KeyboardEvent) {
  const count = drawing.value!.rings.length
  const step = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key]
  if (event.key === 'Enter' || event.key === ' ') use(at.value)
  else if (step) at.value = (at.value + step + count) % count
  else return
  event.preventDefault()
  const next = (event.currentTarget as Element).querySelector<SVGElement>(`[data-ring="${at.value}"]`)
  next?.focus()
}

/** Layers and blocks, with the lines of each. */
const groups = computed(() => {
  const found = new Map<string, { name: string; rings: number[]; open: number }>()
  const group = (name: string) => {
    if (!found.has(name)) found.set(name, { name, rings: [], open: 0 })
    return found.get(name)!
  }
  drawing.value?.rings.forEach(({ layer, block }, index) => {
    group(`Layer “${layer}”`).rings.push(index)
    if (block !== undefined) group(`Block “${block}”`).rings.push(index)
  })
  for (const { layer } of drawing.value?.open ?? []) group(`Layer “${layer}”`).open++
  return [...found.values()].sort((a, b) => a.name.localeCompare(b.name))
})
type OfGroup = 'cut' | 'existing' | 'left out' | 'mixed'
const ofGroup: { value: OfGroup; title: string; disabled?: boolean }[] = [
  { value: 'cut', title: 'to be cut' },
  { value: 'existing', title: 'existing holes' },
  { value: 'left out', title: 'left out' }
]
/** What the lines of a group are used for, the outline aside; a screw hole is a hole to be cut. */
function useOf(rings: readonly number[]): OfGroup {
  const found = new Set(rings.map(i => uses.value[i]).filter(one => one !== 'outline'))
  if (found.has('screw')) found.add('cut').delete('screw')
  return found.size === 1 ? ([...found][0] as OfGroup) : 'mixed'
}
function useGroup(rings: readonly number[], chosen: OfGroup) {
  const likely = likelyUses(drawing.value!, uses.value.indexOf('outline'))
  uses.value = uses.value.map((now, i) => {
    if (!rings.includes(i) || now === 'outline' || chosen === 'mixed') return now
    // A screw hole that is to be cut is drilled.
    return chosen === 'cut' && likely[i] === 'screw' ? 'screw' : chosen
  })
}

/** All of the drawing, or the outline with what is near it. */
const near = ref(false)
const outer = computed(() => drawing.value?.rings[uses.value.indexOf('outline')])
const view = computed(() => {
  const { rings = [], open = [] } = drawing.value ?? {}
  const seen = near.value && outer.value ? [outer.value] : [...rings, ...open]
  const { minX, minY, maxX, maxY } = bounds(seen.flatMap(({ points }) => points))
  const room = Math.max(maxX - minX, maxY - minY) * 0.02
  return `${minX - room} ${-maxY - room} ${maxX - minX + 2 * room} ${maxY - minY + 2 * room}`
})
const flip = (y: number) => -y
const openPath = (points: readonly [number, number][]) => ringPath(points, flip).slice(0, -1)
const size = (ring: DrawnRing) =>
  ring.round
    ? `round, ${preferences.length(ring.round.diameterMm)}`
    : `${preferences.length(ring.widthMm)} × ${preferences.length(ring.heightMm)}`
const say = (ring: DrawnRing, index: number) =>
  `${size(ring)}, layer “${ring.layer}”${ring.block === undefined ? '' : `, block “${ring.block}”`}: ${NAMES[uses.value[index]!]}`
const count = (wanted: RingUse) => uses.value.filter(one => one === wanted).length
const holes = (wanted: 'screw' | 'existing') => `${count(wanted)} ${wanted} ${count(wanted) === 1 ? 'hole' : 'holes'}`
const problems = computed(() =>
  read.value && !read.value.ok ? read.value.problems : panel.value && !panel.value.ok ? panel.value.problems : []
)
/** What is asked of a person is not an error. */
const asks = computed(() => (read.value?.ok ? !outer.value : read.value?.needsUnit))
</script>

<template>
  <p class="small">
    DXF with lines, arcs, circles, ellipses, polylines and splines, or SVG with paths and shapes. Arcs are cut as arcs;
    other curves become straight sides within {{ preferences.length(FLATTEN_MM) }} of them.
  </p>
  <div class="row">
    <DrawingFile v-model:unit="unit" label="Drawing" :loading="reading" @pick="pick" />
  </div>
  <p v-if="reading" class="quiet small" role="status">Reading the drawing…</p>
  <template v-if="drawing">
    <div class="row" role="group" aria-label="Use of a closed line that is pressed">
      <span class="small">Press a closed line to use it as</span>
      <ToggleButton v-for="one in RING_USES" :key="one" :on="tool === one" @click="tool = one">{{
        NAMES[one]
      }}</ToggleButton>
      <v-btn v-if="outer" variant="text" :aria-pressed="near" @click="near = !near">{{
        near ? 'Show all' : 'Zoom to the outline'
      }}</v-btn>
    </div>
    <div class="frame">
      <svg :viewBox="view" role="group" aria-label="Closed lines of the drawing" @keydown="onKey">
        <path v-for="(line, i) in drawing.open" :key="`open-${i}`" :d="openPath(line.points)" class="open" />
        <path
          v-for="(ring, i) in drawing.rings"
          :key="i"
          :d="ringPath(ring.points, flip)"
          :class="['ring', uses[i]!.replace(' ', '-'), { at: at === i }]"
          :data-ring="i"
          role="button"
          :tabindex="at === i ? 0 : -1"
          :aria-label="say(ring, i)"
          @click="use(i)"
          @pointerenter="at = i"
          @focus="at = i"
        />
      </svg>
    </div>
    <p class="small" role="status">{{ drawing.rings[at] ? say(drawing.rings[at]!, at) : '' }}</p>
    <p v-if="outer" class="figures size">
      Panel {{ preferences.length(outer.widthMm) }} × {{ preferences.length(outer.heightMm) }}: {{ count('cut') }} to be
      cut, {{ holes('screw') }}, {{ holes('existing') }}, {{ count('left out') }} left out.
    </p>
    <v-table density="compact">
      <thead>
        <tr>
          <th>Layer or block</th>
          <th class="number">Closed</th>
          <th class="number">Open</th>
          <th>Use of its closed lines</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="group in groups" :key="group.name">
          <td>{{ group.name }}</td>
          <td class="number figures">{{ group.rings.length }}</td>
          <td class="number figures">{{ group.open }}</td>
          <td>
            <ChoiceField
              v-if="outer && group.rings.some(i => uses[i] !== 'outline')"
              :model-value="useOf(group.rings)"
              :label="`Use of ${group.name}`"
              hide-label
              :items="
                useOf(group.rings) === 'mixed'
                  ? [{ value: 'mixed', title: 'mixed', disabled: true }, ...ofGroup]
                  : ofGroup
              "
              @update:model-value="chosen => useGroup(group.rings, chosen)"
            />
            <span v-else-if="outer && group.rings.length" class="small">outline</span>
          </td>
        </tr>
      </tbody>
    </v-table>
  </template>
  <p v-for="problem in problems" :key="problem" class="small" role="alert">
    <StateMark :state="asks ? 'decide' : 'must fix'" :size="14" /> {{ problem }}
  </p>
  <template v-if="panel?.ok">
    <p v-for="note in panel.notes" :key="note" class="small"><StateMark state="note" :size="14" /> {{ note }}</p>
  </template>
</template>

<style scoped>
.frame {
  height: 300px;
  border: 1px solid var(--rule);
}
.frame svg {
  display: block;
  width: 100%;
  height: 100%;
}
.ring,
.open {
  fill: transparent;
  stroke: var(--quiet);
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
}
.ring {
  cursor: pointer;
}
.ring:focus-visible,
.ring:hover {
  outline: none;
  stroke-width: 4;
}
.open {
  stroke-dasharray: 1 4;
  pointer-events: none;
}
.ring.left-out {
  stroke-dasharray: 2 3;
}
.ring.outline {
  fill: var(--sheet);
  stroke: var(--graphite);
  stroke-width: 2.5;
}
.ring.cut,
.ring.screw {
  fill: var(--paper);
  stroke: var(--graphite);
  stroke-width: 1.5;
}
.ring.existing {
  fill: var(--dye-wash);
  stroke: var(--dye);
  stroke-width: 1.5;
  stroke-dasharray: 7 3;
}
.size {
  font-weight: 600;
}
</style>
