<script setup lang="ts">
import { usePreferences } from '~/stores/preferences'

/** What of the panel is drawn, and whether the hand measures or a grid holds it. */
const emit = defineEmits<{ measure: [] }>()
const preferences = usePreferences()
const { layers, views, mode, night, tool, grid } = usePanelTools()
const byNight = computed(() => night.value ?? preferences.dark)
</script>

<template>
  <div class="row tight" role="group" aria-label="Drawing mode">
    <ToggleButton
      v-for="[key, name, title] in DRAWING_MODES"
      :key="key"
      :on="mode === key"
      :title="title"
      @click="mode = key"
    >
      {{ name }}
    </ToggleButton>
    <ToggleButton
      v-if="mode === 'picture' || mode === 'seat'"
      :on="byNight"
      title="The panel by night, lit by its own lamps and screens"
      @click="night = !byNight"
    >
      By night
    </ToggleButton>
  </div>
  <div class="row tight" role="group" aria-label="Layers">
    <ToggleButton
      v-for="[key, name, title] in PANEL_LAYERS"
      :key="key"
      :on="layers[key]"
      :title="title"
      @click="layers[key] = !layers[key]"
    >
      {{ name }}
    </ToggleButton>
  </div>
  <div class="row tight" role="group" aria-label="Other views">
    <ToggleButton
      :on="views.above"
      title="Depth of every box behind the panel, from above"
      @click="views.above = !views.above"
    >
      Above
    </ToggleButton>
    <ToggleButton
      :on="views.side"
      title="Depth of every box behind the panel, from the left side"
      @click="views.side = !views.side"
    >
      Side
    </ToggleButton>
  </div>
  <ToggleButton :on="tool === 'measure'" title="m" @click="emit('measure')"> Measure </ToggleButton>
  <ToggleButton
    :on="grid"
    :title="preferences.system === 'inch' ? 'Quarter-inch grid' : '5 mm grid'"
    @click="grid = !grid"
  >
    Grid
  </ToggleButton>
</template>

<style scoped>
.tight {
  gap: 3px;
}
</style>
