<script setup lang="ts">
/** A part of a long page that is drawn after what stands before it. */
const there = useTurn()
</script>

<template>
  <slot v-if="there" />
</template>
