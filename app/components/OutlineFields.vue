<script setup lang="ts">
import type { OutlineChoice } from '#core/formats'
import { usePreferences } from '~/stores/preferences'

/** What is asked of a drawing that holds an outline: its unit, where it does not say, and which closed line is the panel. */
const { choices, taken } = defineProps<{ choices: readonly OutlineChoice[]; taken?: number }>()
const unit = defineModel<'' | 'in' | 'mm'>('unit', { required: true })
const choice = defineModel<number | undefined>('choice')
const preferences = usePreferences()
const NONE = -1
const items = computed(() =>
  choices.map(({ layer, widthMm, heightMm, inside }, value) => ({
    value,
    title: `${preferences.length(widthMm)} × ${preferences.length(heightMm)}, layer “${layer}”, ${inside} inside`
  }))
)
</script>

<template>
  <ChoiceField
    v-model="unit"
    label="Drawing unit, if not stated"
    :items="[
      { value: '', title: 'as stated' },
      { value: 'in', title: 'inch' },
      { value: 'mm', title: 'millimeter' }
    ]"
  />
  <ChoiceField
    v-if="choices.length > 1"
    class="grow"
    :model-value="choice ?? taken ?? NONE"
    label="Closed line that is the panel"
    :items="
      choice === undefined && taken === undefined ? [{ value: NONE, title: 'choose', disabled: true }, ...items] : items
    "
    @update:model-value="line => (choice = Number(line))"
  />
</template>
