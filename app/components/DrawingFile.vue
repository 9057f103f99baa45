<script setup lang="ts">
/** A drawing from elsewhere, and the unit of one that does not state it. */
defineProps<{ label: string; loading?: boolean }>()
const unit = defineModel<'' | 'in' | 'mm'>('unit', { required: true })
const emit = defineEmits<{ pick: [files: File | File[] | null] }>()
</script>

<template>
  <v-file-input
    class="grow"
    :label="label"
    accept=".dxf,.svg"
    :loading="loading"
    @update:model-value="files => emit('pick', files)"
  />
  <ChoiceField
    v-model="unit"
    label="Drawing unit, if not stated"
    :items="[
      { value: '', title: 'as stated' },
      { value: 'in', title: 'inch' },
      { value: 'mm', title: 'millimeter' }
    ]"
  />
</template>
