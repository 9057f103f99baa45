<script setup lang="ts">
/**
 * A dialog that gives the focus back to where it was when it opened, whoever closed it and however soon. Going back is left to the
 * window: the library would close the dialog and stay for some entries of the history and not for others.
 */
const open = defineModel<boolean>({ required: true })
let before: Element | null = null

async function giveBack() {
  const to = before
  before = null
  await nextTick()
  if (to instanceof HTMLElement || to instanceof SVGElement) to.focus({ preventScroll: true })
}
watch(
  open,
  isOpen => {
    if (isOpen) before = document.activeElement
    else if (before) void giveBack()
  },
  { immediate: true, flush: 'sync' }
)
onBeforeUnmount(() => before && void giveBack())
</script>

<template>
  <v-dialog v-model="open" :close-on-back="false">
    <slot />
  </v-dialog>
</template>
