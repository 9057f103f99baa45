<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { findPlace, groundOf, setDown } from '#core/panel'
import { AS_FOUND, type DesignUnit } from '#core/design'
import { useBench } from '~/stores/bench'
import { useTaste } from '~/stores/taste'

const bench = useBench()
const taste = useTaste()
const drawing = useTemplateRef('drawing')
const { layers, tool, grid, ghost, measured } = useLayoutTools()
const { refresh } = useCatalogue()
const PANES = [
  ['pieces', 'Pieces'],
  ['finder', 'Room for'],
  ['sheet', 'Sheet'],
  ['seats', 'Seats'],
  ['hands', 'Hands'],
  ['paper', 'Paper and cutter']
] as const
const pane = ref<string>('pieces')
const design = computed(() => bench.design)
const others = computed(() => [
  { id: AS_FOUND, name: 'As found' },
  ...(bench.project?.options.filter(one => one.id !== bench.option?.id) ?? [])
])

onMounted(() => {
  void refresh()
})
watch(pane, now => {
  tool.value = now === 'sheet' ? 'sheet' : 'move'
})
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
  const at = fit.at ?? fit.nearest
  if (!at) {
    bench.said = `${unit.label} finds no place at all on this sheet. Room for tells why.`
    return
  }
  bench.act(
    [
      {
        type: 'unit.move',
        option: bench.option.id,
        unit: unit.id,
        xMm: Number(at.xMm.toFixed(3)),
        yMm: Number(at.yMm.toFixed(3))
      }
    ],
    `Set ${unit.label} down`
  )
  bench.said = fit.at
    ? `${unit.label} stands free there. Arrows nudge it.`
    : `There is no free place for ${unit.label}; it stands where least is in its way. Room for tells what would make room.`
  bench.selected = [unit.id]
  await nextTick()
  document.querySelector<SVGGElement>(`[data-unit="${CSS.escape(unit.id)}"]`)?.focus()
}
</script>

<template>
  <div v-if="design" class="layout">
    <header class="bar">
      <h1>Lay out</h1>
      <div class="row tight" role="group" aria-label="Layers">
        <button
          v-for="[key, name, title] in LAYOUT_LAYERS"
          :key="key"
          class="plain"
          :class="{ firm: layers[key] }"
          :aria-pressed="layers[key]"
          :title="title"
          @click="layers[key] = !layers[key]"
        >
          {{ name }}
        </button>
      </div>
      <button
        class="plain"
        :class="{ firm: tool === 'measure' }"
        :aria-pressed="tool === 'measure'"
        title="m"
        @click="measure"
      >
        Measure
      </button>
      <button
        class="plain"
        :class="{ firm: grid }"
        :aria-pressed="grid"
        :title="taste.system === 'inch' ? 'Quarter-inch grid' : '5 mm grid'"
        @click="grid = !grid"
      >
        Grid
      </button>
      <label class="small under"
        >Under it
        <select v-model="ghost" class="plain">
          <option value="">nothing</option>
          <option v-for="one in others" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select></label
      >
    </header>
    <PanelDrawing ref="drawing" :design="design" class="canvas" />
    <section class="below">
      <PaneTabs v-model="pane" :panes="PANES" says="What to do here" />
      <div :id="`pane-${pane}`" class="pane" role="tabpanel" :aria-labelledby="`tab-${pane}`" tabindex="0">
        <LayoutPieces
          v-if="pane === 'pieces'"
          @take="(unit, event) => drawing?.take(unit, event)"
          @down="setDownFree"
        />
        <LayoutFinder v-else-if="pane === 'finder'" />
        <LayoutSheet v-else-if="pane === 'sheet'" />
        <LayoutSeats v-else-if="pane === 'seats'" />
        <LayoutHands v-else-if="pane === 'hands'" />
        <LayoutPaper v-else />
      </div>
    </section>
  </div>
</template>

<style scoped>
.layout {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  height: 100%;
  min-height: 420px;
}
.bar {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 7px 14px;
  border-bottom: 1px solid var(--rule);
  white-space: nowrap;
  overflow-x: auto;
}
.under {
  display: flex;
  gap: 5px;
  align-items: center;
  min-width: 0;
}
.under select {
  min-width: 70px;
  width: 100%;
}
.below :deep(.plain) {
  font-size: 12px;
  padding: 1px 7px;
}
.below :deep(.field input),
.below :deep(.field select),
.below :deep(table.list input:not([type='checkbox'])),
.below :deep(table.list select) {
  padding: 2px 5px;
  font-size: 12px;
}
.below :deep(.field) {
  font-size: 11.5px;
}
.below :deep(.row) {
  gap: 5px;
}
.below :deep(p),
.below :deep(li) {
  line-height: 1.4;
}
.tight {
  gap: 3px;
  flex-wrap: nowrap;
}
.below {
  border-top: 1px solid var(--rule);
  background: var(--paper);
  height: 252px;
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
}
.pane {
  min-height: 0;
  overflow: hidden;
}
</style>
