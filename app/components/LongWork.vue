<script setup lang="ts">
/** How far a long piece of work is, and the way to stop it. */
const { progress } = defineProps<{ progress: { says: string; done: number; of: number } }>()
const emit = defineEmits<{ stop: [] }>()
const share = computed(() => (progress.of ? Math.round((progress.done / progress.of) * 100) : undefined))
</script>

<template>
  <div class="row small work" role="status">
    <span class="quiet">{{ progress.says }}</span>
    <progress :value="share" max="100" :aria-label="progress.says" />
    <v-btn @click="emit('stop')">Stop</v-btn>
  </div>
</template>

<style scoped>
.work {
  gap: 8px;
}
progress {
  width: 110px;
  accent-color: var(--dye);
}
</style>
