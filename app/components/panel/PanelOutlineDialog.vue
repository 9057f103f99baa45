<script setup lang="ts">
import { isFromDrawing } from '#core/formats'
import { bounds, trueRing } from '#core/panel'
import { buildOutline, MeasureError, type Panel } from '#core/document'
import { inches } from '#core/quantity'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** A panel's outline out of a drawing, or built from a few measures. Nothing changes until it is taken. */
const open = defineModel<boolean>({ required: true })
const bench = useBench()
const preferences = usePreferences()
const inHand = useDrawing()
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

const built = computed((): { taken?: Pick<Panel, 'outline' | 'zones'>; problem?: string } => {
  try {
    return { taken: { outline: buildOutline(measures), zones: [] } }
  } catch (error) {
    if (!(error instanceof MeasureError)) throw error
    return { problem: error.message }
  }
})
const taken = computed(() => (way.value === 'file' ? inHand.taken.value : built.value.taken))
const problem = computed(() => (way.value === 'build' ? built.value.problem : undefined))
const box = computed(() => taken.value && bounds(taken.value.outline))
/** What the cutter is given: straight sides and arcs. */
const sides = computed(() => {
  const ring = taken.value && trueRing(taken.value.outline)
  const arcs = ring?.kind === 'ring' ? ring.points.filter(corner => corner.bulge).length : 0
  return ring?.kind === 'ring' ? { straight: ring.points.length - arcs, arcs } : { straight: 0, arcs: 1 }
})
/** Holes of a drawing that was taken before: the next one takes their place. */
const before = computed(() => bench.project!.airframe.panel.zones.filter(isFromDrawing).length)
const flip = (y: number) => (box.value?.maxY ?? 0) - y
function take() {
  if (!taken.value) return
  const { panel } = bench.project!.airframe
  const { outline, zones } = taken.value
  const others = way.value === 'file' ? panel.zones.filter(zone => !isFromDrawing(zone)) : panel.zones
  const said = way.value === 'file' ? `Import the outline of ${inHand.file.value!.name}` : 'Build the outline'
  if (bench.act([{ type: 'panel.set', panel: { ...panel, outline, zones: [...others, ...zones] } }], said)) {
    bench.said = 'The outline is new. Undo brings the one before back.'
    open.value = false
  }
}
</script>

<template>
  <ModalDialog v-model="open" max-width="860" aria-label="Outline of the sheet">
    <v-card v-if="open">
      <v-card-title>Outline of the sheet</v-card-title>
      <v-card-text class="grid">
        <div class="row" role="group" aria-label="Where the outline comes from">
          <ToggleButton :on="way === 'file'" @click="way = 'file'">From a drawing</ToggleButton
          ><ToggleButton :on="way === 'build'" @click="way = 'build'">From a few measures</ToggleButton>
        </div>
        <DrawingPicker v-if="way === 'file'" :in-hand="inHand" />
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
        <p v-if="problem" class="small" role="alert"><StateMark state="must fix" :size="14" /> {{ problem }}</p>
        <svg
          v-if="way === 'build' && taken && box"
          class="drawing"
          :viewBox="`${box.minX - 5} -5 ${box.maxX - box.minX + 10} ${box.maxY - box.minY + 10}`"
          role="img"
          aria-label="The outline to come"
        >
          <path :d="ringPath(taken.outline, flip)" class="edge" />
        </svg>
        <p v-if="taken && box" class="small figures">
          <template v-if="way === 'build'">
            {{ preferences.length(box.maxX - box.minX) }} × {{ preferences.length(box.maxY - box.minY) }}:
          </template>
          {{ sides.straight }} straight {{ sides.straight === 1 ? 'side' : 'sides' }}, {{ sides.arcs }}
          {{ sides.arcs === 1 ? 'arc' : 'arcs' }}.
          <template v-if="way === 'file' && before">
            {{ before }} {{ before === 1 ? 'hole' : 'holes' }} of the drawing before will be replaced.
          </template>
        </p>
      </v-card-text>
      <v-card-actions
        ><v-spacer /><v-btn @click="open = false">Cancel</v-btn
        ><v-btn
          color="primary"
          variant="flat"
          :disabled="!taken || (way === 'build' && readable === false)"
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
.by-numbers {
  grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
  align-items: start;
  padding-top: 8px;
}
</style>
