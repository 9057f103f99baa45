<script setup lang="ts">
import { useTaste } from '~/stores/taste'

const taste = useTaste()
</script>

<template>
  <v-app :class="{ 'hangar-night': taste.dark, 'roomy': taste.roomy }">
    <NuxtPage />
  </v-app>
</template>
