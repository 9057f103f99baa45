<script setup lang="ts">
import { Stiffener } from '#core/document'

/** A doubler, an angle, a pair of rails or a tray by its numbers. */
const { stiffener } = defineProps<{ stiffener: Stiffener }>()
const emit = defineEmits<{ put: [next: Stiffener]; drop: [] }>()
type Field = FormField<Stiffener>
const MIDDLE: readonly Field[] = [
  { at: 'xMm', label: 'Across', position: true },
  { at: 'yMm', label: 'Up', position: true },
  { at: 'widthMm', label: 'Width' },
  { at: 'heightMm', label: 'Height' }
]
const RUN: readonly Field[] = [
  { at: 'fromMm', label: 'From', position: true },
  { at: 'toMm', label: 'To', position: true },
  { at: 'legMm', label: 'Legs' }
]
/** The measures of each kind, as fields. */
const measures = computed((): readonly Field[] => {
  switch (stiffener.kind) {
    case 'angle':
      return [
        {
          at: 'along',
          label: 'Runs',
          items: [
            { value: 'y', title: 'upright' },
            { value: 'x', title: 'level' }
          ]
        },
        { at: 'atMm', label: stiffener.along === 'y' ? 'Across' : 'Up', position: true },
        ...RUN
      ]
    case 'rails':
      return [
        { at: 'xMm', label: 'Middle, across', position: true },
        { at: 'widthMm', label: 'Apart' },
        ...RUN,
        { at: 'backMm', label: 'Run back' }
      ]
    case 'tray':
      return [...MIDDLE, { at: 'depthMm', label: 'Depth' }]
    default:
      return MIDDLE
  }
})
const fields = computed((): readonly Field[] => [
  { at: 'name', label: 'Name' },
  ...measures.value,
  { at: 'thicknessMm', label: 'Thickness' }
])
</script>

<template>
  <div class="measures">
    <RecordForm
      :key="stiffener.id"
      :schema="Stiffener"
      :record="stiffener"
      :fields="fields"
      @set="next => emit('put', next)"
    />
    <v-btn @click="emit('drop')">Delete</v-btn>
  </div>
</template>
