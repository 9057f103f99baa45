<script setup lang="ts">
import type { NuxtError } from '#app'

/** What is shown for an address that leads nowhere. */
const { error } = defineProps<{ error: NuxtError }>()
const words = computed(() =>
  error.statusCode === 404
    ? 'There is nothing at this address. A project has eight steps: Brief, Equipment, Panel, Power, Wiring, Rules, Budget, Build.'
    : error.message
)
</script>

<template>
  <v-app>
    <main class="sheet lost">
      <h1>{{ error.statusCode === 404 ? 'Nothing here' : 'Something went wrong' }}</h1>
      <p>{{ words }}</p>
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
