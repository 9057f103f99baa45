<script setup lang="ts">
import { QuantityError } from '#core/quantity'
import type { QuantityKind } from '~/composables/useQuantityText'
import { usePreferences } from '~/stores/preferences'

/**
 * One number of a catalogue entry, read and typed in the reader’s unit and language; it is kept as its cell of the CSV has it: mm,
 * kg or dollars, and empty where the maker says nothing.
 */
const {
  kind = 'plain',
  label,
  hint = '',
  wrong = '',
  signed = false
} = defineProps<{
  kind?: QuantityKind
  label: string
  hint?: string
  /** It may be less than nothing: a place, not an amount. */
  signed?: boolean
  /** What the reader of the whole entry says of this cell. */
  wrong?: string
}>()
const cell = defineModel<string>({ required: true })
const emit = defineEmits<{ refused: [boolean] }>()
const preferences = usePreferences()
const { unit, rest, read } = useQuantityText(() => kind)

/** Money is counted in cents and written in dollars. */
const scale = computed(() => (kind === 'money' ? 100 : 1))
function shown(): string {
  const value = Number(cell.value)
  return cell.value.trim() === '' || !Number.isFinite(value) ? cell.value : rest(value * scale.value)
}
const text = ref(shown())
const { words: refused, attempt, look } = useRefusal(given)
watch(refused, words => emit('refused', words !== ''))
/** The words wait for the end of the press that left the field: what is pressed must not move away under the hand. */
const told = ref('')
const pressed = usePressed()
watch([refused, pressed], () => {
  if (!pressed.value) told.value = refused.value
})
watch([cell, () => preferences.reading], () => {
  text.value = shown()
  refused.value = ''
})
/** The cell for what is typed. @throws QuantityError when it cannot be read, or is less than nothing */
function given(): string {
  if (text.value.trim() === '') return ''
  const said = read(text.value)
  if (said < 0 && !signed) throw new QuantityError(`${text.value} is less than nothing.`)
  // The last figures of a binary fraction are nobody’s.
  return String(Number((said / scale.value).toFixed(6)))
}
function take() {
  refused.value = ''
  if (text.value === shown()) return
  const said = attempt()
  if (said === undefined) return
  cell.value = said
  text.value = shown()
}
</script>

<template>
  <v-text-field
    v-model="text"
    class="number"
    :label="unit ? `${label}, ${unit}` : label"
    :hint="hint"
    persistent-hint
    hide-details="auto"
    :error-messages="told || wrong"
    :aria-invalid="(refused || wrong) !== ''"
    spellcheck="false"
    autocomplete="off"
    @update:model-value="look"
    @change="take"
    @keydown.enter="take"
  />
</template>
