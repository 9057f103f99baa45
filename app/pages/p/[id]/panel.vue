<script setup lang="ts">
import { panesOf } from '#core/quantity'
import { useEventListener } from '@vueuse/core'
import { findPlace, groundOf, setDown } from '#core/panel'
import { AS_FOUND, type DesignUnit } from '#core/design'
import { useBench } from '~/stores/bench'

const bench = useBench()
const drawing = useTemplateRef('drawing')
const { tool, mode, ghost, measured } = usePanelTools()
const { refresh } = useCatalogue()
const PANES = panesOf('panel')
const pane = usePane(PANES)
const design = computed(() => bench.design)
const underlays = computed(() => [
  { value: '', title: 'nothing' },
  { value: AS_FOUND, title: 'As installed' },
  ...(bench.project?.options ?? [])
    .filter(option => option.id !== bench.option?.id)
    .map(option => ({ value: option.id, title: option.name }))
])

onMounted(() => {
  void refresh()
})
watch(
  pane,
  now => {
    tool.value = now === 'sheet' ? 'sheet' : 'move'
  },
  { immediate: true }
)
onUnmounted(() => {
  tool.value = 'move'
  measured.value = []
})
const measure = () => {
  tool.value = tool.value === 'measure' ? (pane.value === 'sheet' ? 'sheet' : 'move') : 'measure'
  measured.value = []
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (
    (event.target as HTMLElement).closest('input, textarea, select, .v-overlay') ||
    event.ctrlKey ||
    event.metaKey ||
    event.altKey
  )
    return
  if (event.key === 'm') {
    const two = bench.selected.flatMap(id => design.value?.units.find(unit => unit.id === id && unit.at) ?? [])
    measure()
    // With two units selected the keyboard alone measures from middle to middle.
    if (tool.value === 'measure' && two.length === 2)
      measured.value = two.map(unit => ({ x: unit.at!.xMm, y: unit.at!.yMm }))
  } else if (event.key === 'Delete' && bench.option) {
    const away = design.value?.units.filter(unit => bench.selected.includes(unit.id) && unit.at && !unit.locked) ?? []
    if (away.length)
      bench.act(
        away.map(unit => ({ type: 'unit.lift' as const, option: bench.option!.id, unit: unit.id })),
        'Take off the face'
      )
  }
})

/** Sets a unit of the tray down where it stands free, or where least is in its way; the hand or the arrows do the rest. */
async function setDownFree(unit: DesignUnit) {
  if (!design.value || !bench.option) return
  const placed = design.value.units.flatMap(other =>
    other.at ? (setDown(other, other.at.xMm, other.at.yMm) ?? []) : []
  )
  const fit = findPlace(unit.item, placed, groundOf(design.value.airframe.panel))
  const spot = fit.at ?? fit.nearest
  if (!spot) {
    bench.said = `${unit.label} finds no place at all on this sheet. Room tells why.`
    return
  }
  bench.act(
    [
      {
        type: 'unit.move',
        option: bench.option.id,
        unit: unit.id,
        xMm: Number(spot.xMm.toFixed(3)),
        yMm: Number(spot.yMm.toFixed(3))
      }
    ],
    `Set ${unit.label} down`
  )
  bench.said = fit.at
    ? `${unit.label} is placed. Arrow keys nudge it.`
    : `There is no free position for ${unit.label}. It is at the best spot. Find space shows what to move.`
  bench.selected = [unit.id]
  await nextTick()
  document.querySelector<SVGGElement>(`[data-unit="${CSS.escape(unit.id)}"]`)?.focus()
}
</script>

<template>
  <div v-if="design" class="layout fills">
    <header class="bar">
      <h1>Panel</h1>
      <PanelTools @measure="measure" />
      <ChoiceField v-model="ghost" class="under" label="Overlay" :items="underlays" />
    </header>
    <PanelSeatView v-if="mode === 'seat'" :design="design" class="canvas" />
    <PanelDrawing v-else ref="drawing" :design="design" class="canvas" />
    <section class="side">
      <PaneTabs v-model="pane" :panes="PANES" says="What to do here" />
      <div :id="`pane-${pane}`" class="pane" role="tabpanel" :aria-labelledby="`tab-${pane}`" tabindex="0">
        <PanelPieces v-if="pane === 'pieces'" @take="(unit, event) => drawing?.take(unit, event)" @down="setDownFree" />
        <PanelFinder v-else-if="pane === 'finder'" />
        <PanelSheet v-else-if="pane === 'sheet'" />
        <PanelSeats v-else-if="pane === 'seats'" />
        <PanelHands v-else-if="pane === 'hands'" />
        <PanelPaper v-else />
      </div>
    </section>
  </div>
</template>

<style scoped>
.layout {
  display: grid;
  grid-template: 'bar bar' auto 'canvas side' minmax(0, 1fr) / minmax(0, 1fr) 424px;
}
.bar {
  grid-area: bar;
  display: flex;
  gap: 5px;
  align-items: center;
  padding: 6px 12px;
  border-bottom: 1px solid var(--rule);
  flex-wrap: wrap;
}
.canvas {
  grid-area: canvas;
}
.under {
  flex: 0 1 150px;
  margin-top: 4px;
}
.side {
  grid-area: side;
  border-left: 1px solid var(--rule);
  background: var(--paper);
  min-height: 0;
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
}
.side :deep(.v-tab.v-btn) {
  padding: 0 7px;
  font-size: 12.5px;
}
.pane {
  min-height: 0;
  overflow: auto;
}
@media (min-width: 1700px) {
  .layout {
    grid-template-columns: minmax(0, 1fr) 460px;
  }
}
/* Held upright, the column goes under the drawing. */
@media (max-width: 1000px) {
  .layout {
    grid-template: 'bar' auto 'canvas' minmax(240px, 46%) 'side' minmax(0, 1fr) / minmax(0, 1fr);
    min-height: 620px;
  }
  .side {
    border-left: 0;
    border-top: 1px solid var(--rule);
  }
}
</style>
