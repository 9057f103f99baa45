<script setup lang="ts">
/**
 * A line of words, taken when it is left or Enter is pressed. What is being typed is not lost when the screen around it
 * is drawn anew.
 */
const { label, most = 80 } = defineProps<{ label: string; most?: number }>()
const value = defineModel<string>({ required: true })
const text = ref(value.value)
watch(value, now => {
  text.value = now
})
function take() {
  const said = text.value.trim()
  if (said === '') text.value = value.value
  else if (said !== value.value) value.value = said
}
</script>

<template>
  <label class="field">{{ label }}<input v-model="text" :maxlength="most" @change="take" /></label>
</template>
