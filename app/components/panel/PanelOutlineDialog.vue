<script setup lang="ts">
import { FLATTEN_MM, type OutlineRead } from '#core/formats'
import { bounds, selfCrossing, trueRing } from '#core/panel'
import { buildOutline, MeasureError } from '#core/document'
import type { Edit } from '#core/document'
import { inches } from '#core/quantity'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** A panel's outline out of a drawing, or built from a few measures. Nothing changes until it is taken. */
const open = defineModel<boolean>({ required: true })
const bench = useBench()
const preferences = usePreferences()
const { file, unit, choice, choices, read: drawn, reading, pick } = useOutlineFile()
const holesToo = ref(true)
const measures = reactive({
  widthMm: inches(36),
  heightMm: inches(12),
  shoulderMm: inches(9),
  cornerMm: inches(1),
  notchWidthMm: 0,
  notchHeightMm: 0
})
const way = ref<'file' | 'build'>('file')
/** False while a field holds what cannot be read: nothing is done with what stood there before. */
const readable = ref<boolean | null>(null)

const built = computed((): OutlineRead => {
  try {
    return { ok: true, outline: buildOutline(measures), inner: [], notes: [], choices: [], choice: 0 }
  } catch (error) {
    if (!(error instanceof MeasureError)) throw error
    return { ok: false, problems: [error.message] }
  }
})
/** A round hole up to this is a screw’s. */
const SCREW_HOLE_MM = 6.5
const read = computed(() => (way.value === 'build' ? built.value : drawn.value))
const box = computed(() => (read.value?.ok ? bounds(read.value.outline) : undefined))
/** What the cutter is given: straight sides and arcs. */
const sides = computed(() => {
  const ring = read.value?.ok ? trueRing(read.value.outline) : undefined
  const arcs = ring?.kind === 'ring' ? ring.points.filter(corner => corner.bulge).length : 0
  return ring?.kind === 'ring' ? { straight: ring.points.length - arcs, arcs } : { straight: 0, arcs: 1 }
})
const flip = (y: number) => (box.value?.maxY ?? 0) - y
function take() {
  if (!read.value?.ok || selfCrossing(read.value.outline)) return
  const { panel } = bench.project!.airframe
  const zones =
    way.value === 'file' && holesToo.value
      ? read.value.inner.map((outline, i) => ({
          id: `in-${i + 1}`,
          name: `Hole ${i + 1} of ${file.value!.name}`.slice(0, 120),
          side: 'face' as const,
          fromDepthMm: 0,
          movable: false,
          // What is a hole in the drawing is cut: a round one no bigger than a screw’s is drilled with the screws.
          hole: outline.round && outline.round.diameterMm <= SCREW_HOLE_MM ? ('screw' as const) : ('cut' as const),
          area: outline.round
            ? { shape: 'round' as const, ...outline.round }
            : { shape: 'polygon' as const, points: outline.points }
        }))
      : []
  const edit: Edit = {
    type: 'panel.set',
    panel: {
      ...panel,
      outline: read.value.outline,
      zones: [...panel.zones.filter(zone => !zones.some(other => other.id === zone.id)), ...zones]
    }
  }
  if (bench.act([edit], way.value === 'file' ? `Import the outline of ${file.value!.name}` : 'Build the outline')) {
    bench.said = 'The outline is new. Undo brings the one before back.'
    open.value = false
  }
}
</script>

<template>
  <ModalDialog v-model="open" max-width="780" aria-label="Outline of the sheet">
    <v-card v-if="open">
      <v-card-title>Outline of the sheet</v-card-title>
      <v-card-text class="grid">
        <div class="row" role="group" aria-label="Where the outline comes from">
          <ToggleButton :on="way === 'file'" @click="way = 'file'"> Out of a drawing</ToggleButton
          ><ToggleButton :on="way === 'build'" @click="way = 'build'"> From a few measures </ToggleButton>
        </div>
        <template v-if="way === 'file'">
          <p class="small">
            DXF with lines, arcs, circles, ellipses, polylines and splines, or SVG with paths and shapes. Arcs are cut
            as arcs; other curves become straight sides within {{ preferences.length(FLATTEN_MM) }} of them. Where
            several closed lines could be the panel, you choose one.
          </p>
          <div class="row">
            <v-file-input class="grow" label="Drawing" accept=".dxf,.svg" @update:model-value="pick" />
            <OutlineFields
              v-model:unit="unit"
              v-model:choice="choice"
              :choices="choices"
              :taken="drawn?.ok ? drawn.choice : undefined"
            />
          </div>
          <v-checkbox
            v-if="read?.ok && read.inner.length"
            v-model="holesToo"
            :label="`cut what is drawn inside, ${read.inner.length} closed ${read.inner.length === 1 ? 'line' : 'lines'}`"
          />
        </template>
        <v-form v-else v-model="readable" class="grid by-numbers" @submit.prevent>
          <QuantityField v-model="measures.widthMm" kind="length" label="Width" /><QuantityField
            v-model="measures.heightMm"
            kind="length"
            label="Height in the middle"
          /><QuantityField v-model="measures.shoulderMm" kind="length" label="Height at the sides" />
          <QuantityField v-model="measures.cornerMm" kind="length" label="Lower corners" /><QuantityField
            v-model="measures.notchWidthMm"
            kind="length"
            label="Notch, width"
          /><QuantityField v-model="measures.notchHeightMm" kind="length" label="Notch, height" />
        </v-form>
        <p v-if="reading && way === 'file'" class="quiet small" role="status">Reading the drawing…</p>
        <template v-if="read && !read.ok"
          ><p v-for="problem in read.problems" :key="problem" class="small" role="alert">
            <StateMark :state="read.choices?.length ? 'decide' : 'must fix'" :size="14" /> {{ problem }}
          </p></template
        >
        <template v-if="read?.ok && box">
          <svg
            class="drawing"
            :viewBox="`${box.minX - 5} -5 ${box.maxX - box.minX + 10} ${box.maxY - box.minY + 10}`"
            role="img"
            aria-label="The outline to come"
          >
            <path :d="ringPath(read.outline, flip)" class="edge" />
            <path v-for="(outline, i) in read.inner" :key="i" :d="ringPath(outline.points, flip)" class="hole" />
          </svg>
          <p class="small figures">
            {{ preferences.length(box.maxX - box.minX) }} × {{ preferences.length(box.maxY - box.minY) }},
            {{ sides.straight }} straight {{ sides.straight === 1 ? 'side' : 'sides' }}, {{ sides.arcs }}
            {{ sides.arcs === 1 ? 'arc' : 'arcs' }}.
          </p>
          <p v-for="note in read.notes" :key="note" class="small"><StateMark state="note" :size="14" /> {{ note }}</p>
        </template>
      </v-card-text>
      <v-card-actions
        ><v-spacer /><v-btn @click="open = false">Leave it</v-btn
        ><v-btn
          color="primary"
          variant="flat"
          :disabled="!read?.ok || (way === 'build' && readable === false)"
          @click="take"
          >Take this outline</v-btn
        ></v-card-actions
      >
    </v-card>
  </ModalDialog>
</template>

<style scoped>
.drawing {
  width: 100%;
  max-height: 240px;
}
.edge {
  fill: var(--sheet);
  stroke: var(--graphite);
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
}
.hole {
  fill: none;
  stroke: var(--quiet);
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
}
.by-numbers {
  grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
  align-items: start;
  padding-top: 8px;
}
</style>
