<script setup lang="ts">
import { VTextarea, VTextField } from 'vuetify/components'

/**
 * Words, taken when the field is left or, on one line, Enter is pressed. What is being typed is not lost when the screen
 * around it is drawn anew. A field that may not be empty takes its old words back.
 */
const {
  modelValue,
  label,
  most = 120,
  hideLabel = false,
  empty = false,
  lines = 1,
  type = 'text'
} = defineProps<{
  modelValue: string | undefined
  label: string
  most?: number
  hideLabel?: boolean
  empty?: boolean
  lines?: number
  type?: 'text' | 'date'
}>()
const emit = defineEmits<{ 'update:modelValue': [string] }>()
const text = ref(modelValue ?? '')
watch(
  () => modelValue,
  now => {
    text.value = now ?? ''
  }
)
function take() {
  const said = text.value.trim()
  if (said === '' && !empty) text.value = modelValue ?? ''
  else if (said !== (modelValue ?? '')) emit('update:modelValue', said)
}
</script>

<template>
  <component
    :is="lines > 1 ? VTextarea : VTextField"
    v-model="text"
    :label="hideLabel ? undefined : label"
    :aria-label="hideLabel ? label : undefined"
    :maxlength="most"
    :data-kept="lines === 1 && text === (modelValue ?? '') ? '' : undefined"
    :rows="lines > 1 ? lines : undefined"
    :type="lines > 1 ? undefined : type"
    @change="take"
    @keydown.enter="lines === 1 && take()"
  />
</template>
