<script setup lang="ts">
/** Tabs of a step; each names the pane `pane-<key>` that it shows. Arrow keys go from one to the next. */
const { panes, says } = defineProps<{ panes: readonly (readonly [string, string])[]; says: string }>()
const pane = defineModel<string>({ required: true })
const list = useTemplateRef('list')
async function step(by: number) {
  const at = panes.findIndex(one => one[0] === pane.value)
  pane.value = panes[(at + by + panes.length) % panes.length]![0]
  await nextTick()
  list.value?.querySelector<HTMLElement>('[aria-selected=true]')?.focus()
}
</script>

<template>
  <div ref="list" class="panes" role="tablist" :aria-label="says">
    <button
      v-for="[key, name] in panes"
      :id="`tab-${key}`"
      :key="key"
      role="tab"
      :aria-selected="pane === key"
      :aria-controls="`pane-${key}`"
      :tabindex="pane === key ? 0 : -1"
      @click="pane = key"
      @keydown.right="step(1)"
      @keydown.left="step(-1)"
    >
      {{ name }}
    </button>
  </div>
</template>

<style scoped>
.panes {
  display: flex;
  gap: 0;
  border-bottom: 1px solid var(--rule);
  background: var(--alclad);
  overflow-x: auto;
}
.panes button {
  border: 0;
  border-right: 1px solid var(--rule);
  background: none;
  color: var(--graphite);
  font: inherit;
  font-size: 12.5px;
  padding: 3px 12px;
  cursor: pointer;
  white-space: nowrap;
}
.panes button[aria-selected='true'] {
  background: var(--paper);
  font-weight: 700;
  box-shadow: inset 0 2px 0 var(--dye);
}
</style>
