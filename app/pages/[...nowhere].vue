<script setup lang="ts">
/** An address that leads nowhere. */
useHead({ title: 'Nothing here · Ewerpanel' })
</script>

<template>
  <main class="sheet lost">
    <h1>Nothing here</h1>
    <p>
      There is nothing at this address. A project has eight steps: Brief, Equipment, Panel, Power, Wiring, Rules,
      Budget, Build.
    </p>
    <v-btn color="primary" variant="flat" to="/">To the hangar</v-btn>
  </main>
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
