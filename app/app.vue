<script setup lang="ts">
import { usePreferences } from '~/stores/preferences'

const preferences = usePreferences()
</script>

<template>
  <v-app :class="{ 'hangar-night': preferences.dark, 'roomy': preferences.roomy }">
    <NuxtPage />
  </v-app>
</template>
