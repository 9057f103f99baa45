<script setup lang="ts">
import type { NuxtError } from '#app'

/** What is shown when a page cannot be opened at all. */
const { error } = defineProps<{ error: NuxtError }>()
</script>

<template>
  <v-app>
    <main class="sheet lost">
      <h1>This page cannot be opened</h1>
      <p>{{ error.message }} What was saved is kept.</p>
      <v-btn color="primary" variant="flat" @click="clearError({ redirect: '/' })">To the hangar</v-btn>
    </main>
  </v-app>
</template>

<style scoped>
.lost {
  max-width: 560px;
  margin: 80px auto;
  display: grid;
  gap: 12px;
  justify-items: start;
}
</style>
