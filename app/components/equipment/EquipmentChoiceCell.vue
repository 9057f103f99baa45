<script setup lang="ts">
import { nameFrom } from '#core/catalogue'
import { VAutocomplete, VCombobox, VSelect } from 'vuetify/components'

/** A cell of a catalogue entry that holds words of a list: one, none, or several parted by semicolons. */
const {
  of,
  several = false,
  search = false,
  own = false
} = defineProps<{
  of: readonly string[]
  several?: boolean
  search?: boolean
  /** A name that is not in the list may be typed. */
  own?: boolean
}>()
const cell = defineModel<string>({ required: true })
const chosen = computed(() => (several ? listIn(cell.value) : cell.value || null))
/** In the order in which they were chosen: of the places where a thing may stand the first is taken first. */
function take(words: string | string[] | null) {
  // A name as the lists write theirs; what cannot be one stays as it was typed, for the check of the form to say why.
  const named = [words ?? []].flat().map(word => (own ? (nameFrom(word) ?? word) : word))
  cell.value = [...new Set(named)].join('; ')
}
const MENU = { maxHeight: 420 }
</script>

<template>
  <component
    :is="own ? VCombobox : search ? VAutocomplete : VSelect"
    :model-value="chosen"
    :items="of"
    :menu-props="MENU"
    :multiple="several"
    :chips="several"
    :closable-chips="several"
    :clearable="!several && !search"
    persistent-hint
    hide-details="auto"
    v-bind="own ? {} : search ? { autoSelectFirst: true, clearOnSelect: true } : {}"
    @update:model-value="take"
  />
</template>
