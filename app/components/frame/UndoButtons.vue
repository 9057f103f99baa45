<script setup lang="ts">
import { mdiRedoVariant, mdiUndoVariant } from '@mdi/js'
import { useBench } from '~/stores/bench'

const bench = useBench()
</script>

<template>
  <v-btn
    class="tool"
    variant="text"
    :icon="mdiUndoVariant"
    :disabled="!bench.canUndo"
    :aria-label="bench.canUndo ? `Undo: ${bench.canUndo}` : 'Nothing to undo'"
    :title="bench.canUndo && `Undo: ${bench.canUndo}`"
    @click="bench.undo"
  />
  <v-btn
    class="tool"
    variant="text"
    :icon="mdiRedoVariant"
    :disabled="!bench.canRedo"
    :aria-label="bench.canRedo ? `Redo: ${bench.canRedo}` : 'Nothing to redo'"
    :title="bench.canRedo && `Redo: ${bench.canRedo}`"
    @click="bench.redo"
  />
</template>

<style scoped>
.tool {
  width: 34px;
  height: 36px;
  flex: none;
}
</style>
