<script setup lang="ts">
import { usePreferences } from '~/stores/preferences'

/** What of the panel is drawn, and whether the hand measures or a grid holds it. */
const emit = defineEmits<{ measure: [] }>()
const preferences = usePreferences()
const { layers, tool, grid } = usePanelTools()
</script>

<template>
  <div class="row tight" role="group" aria-label="Layers">
    <v-btn
      v-for="[key, name, title] in PANEL_LAYERS"
      :key="key"
      :color="layers[key] ? 'primary' : undefined"
      :variant="layers[key] ? 'flat' : 'outlined'"
      :aria-pressed="layers[key]"
      :title="title"
      @click="layers[key] = !layers[key]"
    >
      {{ name }}
    </v-btn>
  </div>
  <v-btn
    :color="tool === 'measure' ? 'primary' : undefined"
    :variant="tool === 'measure' ? 'flat' : 'outlined'"
    :aria-pressed="tool === 'measure'"
    title="m"
    @click="emit('measure')"
  >
    Measure
  </v-btn>
  <v-btn
    :color="grid ? 'primary' : undefined"
    :variant="grid ? 'flat' : 'outlined'"
    :aria-pressed="grid"
    :title="preferences.system === 'inch' ? 'Quarter-inch grid' : '5 mm grid'"
    @click="grid = !grid"
  >
    Grid
  </v-btn>
</template>

<style scoped>
.tight {
  gap: 3px;
}
</style>
