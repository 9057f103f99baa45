<script setup lang="ts" generic="T extends string | number">
import { VAutocomplete, VSelect } from 'vuetify/components'

/** One of a list. Where the list is long it can be searched by typing. */
const {
  label,
  items,
  hideLabel = false,
  search = false
} = defineProps<{
  label: string
  /** What may be chosen: the values themselves, or values with what they are called. */
  items: readonly (T | { value: T; title: string; disabled?: boolean })[]
  hideLabel?: boolean
  search?: boolean
}>()
const MENU = { maxHeight: 420 }
const value = defineModel<T>({ required: true })
const choices = useSteady(() =>
  items.map(item =>
    typeof item === 'object'
      ? { value: item.value, title: item.title, props: { disabled: item.disabled } }
      : { value: item, title: String(item), props: {} }
  )
)
</script>

<template>
  <component
    :is="search ? VAutocomplete : VSelect"
    :model-value="value"
    :items="choices"
    :label="hideLabel ? undefined : label"
    :aria-label="hideLabel ? label : undefined"
    :menu-props="MENU"
    v-bind="search ? { autoSelectFirst: true } : {}"
    class="choice"
    @update:model-value="(chosen: T | null) => chosen !== null && chosen !== value && (value = chosen)"
  />
</template>
