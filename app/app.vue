<script setup lang="ts">
import { useTaste } from '~/stores/taste'

const taste = useTaste()
</script>

<template>
  <v-app :class="{ 'hangar-night': taste.dark }">
    <NuxtPage />
  </v-app>
</template>
