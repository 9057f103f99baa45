<script setup lang="ts">
/** A button that is pressed or not: one of several that are shown, or a layer that is on. */
defineProps<{ on: boolean }>()
</script>

<template>
  <v-btn :color="on ? 'primary' : undefined" :variant="on ? 'flat' : 'outlined'" :aria-pressed="on"><slot /></v-btn>
</template>
