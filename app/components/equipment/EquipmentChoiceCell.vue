<script setup lang="ts">
import { VAutocomplete, VSelect } from 'vuetify/components'

/** A cell of a catalogue entry that holds words of a list: one, none, or several parted by semicolons. */
const {
  of,
  several = false,
  search = false
} = defineProps<{ of: readonly string[]; several?: boolean; search?: boolean }>()
const cell = defineModel<string>({ required: true })
const chosen = computed(() => (several ? listIn(cell.value) : cell.value || null))
/** In the order in which they were chosen: of the places where a thing may stand the first is taken first. */
function take(words: string | string[] | null) {
  cell.value = Array.isArray(words) ? words.join('; ') : (words ?? '')
}
const MENU = { maxHeight: 420 }
</script>

<template>
  <component
    :is="search ? VAutocomplete : VSelect"
    :model-value="chosen"
    :items="of"
    :menu-props="MENU"
    :multiple="several"
    :chips="several"
    :closable-chips="several"
    :clearable="!several && !search"
    persistent-hint
    hide-details="auto"
    v-bind="search ? { autoSelectFirst: true, clearOnSelect: true } : {}"
    @update:model-value="take"
  />
</template>
