<script setup lang="ts">
/** Tabs of a step; each names the pane `pane-<key>` that it shows. */
const { panes, says } = defineProps<{ panes: readonly (readonly [string, string])[]; says: string }>()
const pane = defineModel<string>({ required: true })
</script>

<template>
  <v-tabs
    :model-value="pane"
    class="panes"
    :aria-label="says"
    height="30"
    show-arrows
    @update:model-value="chosen => typeof chosen === 'string' && chosen !== pane && (pane = chosen)"
  >
    <v-tab v-for="[key, name] in panes" :id="`tab-${key}`" :key="key" :value="key" :aria-controls="`pane-${key}`">{{
      name
    }}</v-tab>
  </v-tabs>
</template>

<style scoped>
.panes {
  border-bottom: 1px solid var(--rule);
  background: var(--alclad);
}
</style>
