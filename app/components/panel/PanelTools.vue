<script setup lang="ts">
import { usePreferences } from '~/stores/preferences'

/** What of the panel is drawn, and whether the hand measures or a grid holds it. */
const emit = defineEmits<{ measure: [] }>()
const preferences = usePreferences()
const { layers, tool, grid } = usePanelTools()
</script>

<template>
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
