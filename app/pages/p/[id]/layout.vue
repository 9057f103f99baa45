<script setup lang="ts">
import { findPlace, groundOf, setDown } from '#core/panel'
import type { DesignUnit } from '#core/project'
import { useBench } from '~/stores/bench'
import { useTaste } from '~/stores/taste'

const bench = useBench()
const taste = useTaste()
const drawing = useTemplateRef('drawing')
const layers = reactive({ face: true, holes: true, behind: false })
const LAYERS = [['face', 'Face'], ['holes', 'Holes'], ['behind', 'Behind']] as const

const design = computed(() => bench.design)
const tray = computed(() => design.value?.units.filter(unit => unit.item.face && unit.place.kind === 'panel' && !unit.at) ?? [])
const one = computed(() => bench.selected.length === 1 ? design.value?.units.find(unit => unit.id === bench.selected[0]) : undefined)
const raw = computed(() => bench.option?.units.find(unit => unit.id === one.value?.id))
const snagsOfOne = computed(() => (bench.livePanel?.snags ?? bench.report?.panel.snags ?? []).filter(snag => one.value && snag.subjects.includes(one.value.id)))

/** Sets a unit of the tray down where it stands free, or in the middle when it stands free nowhere; the hand or the arrows do the rest. */
async function setDownFree(unit: DesignUnit) {
  if (!design.value || !bench.option) return
  const placed = design.value.units.flatMap(other => other.at ? setDown(other, other.at.xMm, other.at.yMm) ?? [] : [])
  const fit = findPlace(unit.item, placed, groundOf(design.value.airframe.panel))
  const at = fit.at ?? fit.nearest!
  bench.act([{ type: 'unit.move', option: bench.option.id, unit: unit.id, xMm: Number(at.xMm.toFixed(3)), yMm: Number(at.yMm.toFixed(3)) }], `Set ${unit.label} down`)
  bench.said = fit.at ? `${unit.label} stands free there. Arrows nudge it.` : `No free place was found for ${unit.label} (tried every quarter inch); it stands where least is in its way.`
  bench.selected = [unit.id]
  await nextTick()
  document.querySelector<SVGGElement>(`[data-unit="${CSS.escape(unit.id)}"]`)?.focus()
}
function move(patch: { xMm?: number, yMm?: number }) {
  if (!one.value?.at || !bench.option) return
  bench.act([{ type: 'unit.move', option: bench.option.id, unit: one.value.id, ...one.value.at, ...patch }], `Move ${one.value.label}`)
}
function backToTray() {
  if (!raw.value || !bench.option) return
  const { xMm: _x, yMm: _y, ...rest } = raw.value
  bench.act([{ type: 'unit.set', option: bench.option.id, unit: rest }], `Take ${raw.value.label} off the face`)
}
function rename(event: Event) {
  const label = (event.target as HTMLInputElement).value.trim()
  if (raw.value && bench.option && label) bench.act([{ type: 'unit.set', option: bench.option.id, unit: { ...raw.value, label: label.slice(0, 120) } }], `Rename ${raw.value.label}`)
}
const size = (unit: DesignUnit) => {
  const bezel = unit.item.face!.bezel
  return bezel.shape === 'round' ? `⌀ ${taste.length(bezel.diameterMm)}` : `${taste.length(bezel.widthMm)} × ${taste.length(bezel.heightMm)}`
}
</script>

<template>
  <div v-if="design" class="layout">
    <header class="bar">
      <h1>Lay out</h1>
      <div class="row" role="group" aria-label="Layers">
        <button v-for="[key, name] in LAYERS" :key="key" class="plain" :class="{ firm: layers[key] }" :aria-pressed="layers[key]" @click="layers[key] = !layers[key]">{{ name }}</button>
      </div>
      <span class="grow" />
      <span class="quiet small">{{ design.airframe.panel.material }}, {{ taste.length(design.airframe.panel.thicknessMm) }}</span>
    </header>
    <PanelDrawing ref="drawing" :design="design" :layers="layers" class="canvas" />
    <section class="below">
      <div class="tray" aria-label="Tray">
        <h2>Tray <span class="quiet small">units for the face that have no place yet</span></h2>
        <p v-if="tray.length === 0" class="quiet small">Empty. What you choose in Stock &amp; choose for the panel waits here.</p>
        <div v-else class="row">
          <button v-for="unit in tray" :key="unit.id" class="plain waiting" :data-tray="unit.id" :title="`Drag it onto the panel, or press Enter to set it down`" @pointerdown="event => drawing?.take(unit, event)" @keydown.enter.prevent="setDownFree(unit)">
            <b>{{ unit.label }}</b> <span class="figures small">{{ size(unit) }}</span>
          </button>
        </div>
      </div>
      <div class="exact" aria-label="Selected unit">
        <template v-if="one && raw">
          <div class="row first">
            <label class="field grow">Label<input :value="one.label" maxlength="120" @change="rename"></label>
            <template v-if="one.at">
              <QuantityField kind="length" label="Across" :model-value="one.at.xMm" class="pos" @update:model-value="v => move({ xMm: v })" />
              <QuantityField kind="length" label="Up" :model-value="one.at.yMm" class="pos" @update:model-value="v => move({ yMm: v })" />
            </template>
            <button v-if="one.at" class="plain nowrap" @click="backToTray">To the tray</button>
          </div>
          <p class="small quiet">{{ one.item.maker }} {{ one.item.name }} · {{ size(one) }} · depth {{ one.item.body ? taste.length(one.item.body.depthMm + one.item.body.connectorMm) : '—' }} with connectors · {{ taste.mass(one.item.massKg) }}</p>
          <p v-for="snag in snagsOfOne" :key="snag.id" class="small"><StateMark :state="snag.weight" :size="14" /> {{ snag.text }}</p>
        </template>
        <p v-else-if="bench.selected.length > 1" class="quiet small">{{ bench.selected.length }} units selected. Arrows nudge them together.</p>
        <p v-else class="quiet small">Select a unit on the panel to type its exact position: 3 1/8, 3.125" or 79.4 mm. Drag it; hold Alt to let go of snapping. The wheel zooms, dragging the ground pans.</p>
      </div>
    </section>
  </div>
</template>

<style scoped>
.layout { display: grid; grid-template-rows: auto minmax(0, 1fr) auto; height: 100%; min-height: 420px; }
.bar { display: flex; gap: 14px; align-items: center; padding: 8px 14px; border-bottom: 1px solid var(--rule); }
.below { display: grid; grid-template-columns: minmax(220px, 2fr) 3fr; border-top: 1px solid var(--rule); background: var(--paper); height: 150px; }
.tray { padding: 8px 14px; border-right: 1px solid var(--rule); overflow: auto; }
.exact { padding: 8px 14px; overflow: auto; }
.waiting { cursor: grab; touch-action: none; text-align: left; }
.first { align-items: end; flex-wrap: nowrap; margin-bottom: 4px; }
.pos { width: 104px; flex: none; }
.nowrap { white-space: nowrap; }
</style>
