<script setup lang="ts">
import { QuantityError } from '#core/quantity'
import type { QuantityKind } from '~/composables/useQuantityText'
import { usePreferences } from '~/stores/preferences'

/**
 * One quantity, typed as people write it: 3 1/8, 3.125", 79.4 mm; 2.4 lb; 1,250. Tells what is wrong and keeps the old
 * value.
 */
const {
  kind,
  label,
  hideLabel = false,
  whole = false,
  least = -Infinity,
  above = -Infinity,
  most = Infinity
} = defineProps<{
  kind: QuantityKind
  label: string
  hideLabel?: boolean
  /** A number of things: no part of one. */
  whole?: boolean
  least?: number
  /** It must be more than this. */
  above?: number
  most?: number
}>()
const value = defineModel<number>({ required: true })
const { unit, show, rest, named, read } = useQuantityText(() => kind)
const preferences = usePreferences()

const text = ref(rest(value.value))
const { words: wrong, attempt, look } = useRefusal(given)
watch([value, () => preferences.reading], () => {
  text.value = rest(value.value)
  wrong.value = ''
})

/**
 * The hand is on it: what stands there is what is kept, to the last figure, and all of it is chosen, so that typing takes its
 * place. It is put there at once: set a moment later it would undo the choosing, and what is typed would be hung on.
 */
function open(event: FocusEvent) {
  const field = event.target as HTMLInputElement
  if (wrong.value === '' && text.value === rest(value.value)) {
    text.value = show(value.value)
    field.value = text.value
  }
  field.select()
}
function close() {
  if (wrong.value === '' && text.value === show(value.value)) text.value = rest(value.value)
}
const range = () =>
  Number.isFinite(above)
    ? `more than ${named(above)}${Number.isFinite(most) ? `, at most ${named(most)}` : ''}`
    : `${Number.isFinite(least) ? `from ${named(least)} ` : ''}${Number.isFinite(most) ? `to ${named(most)}` : 'on'}`
/** @throws QuantityError for what cannot be read, or stand here */
function given(): number {
  const said = read(text.value)
  if (whole && !Number.isInteger(said)) throw new QuantityError(`${text.value} is not a whole number.`)
  if (said < least || said <= above || said > most)
    throw new QuantityError(`${text.value} is out of range: ${range()}. ${named(value.value)} is kept.`)
  return said
}
function take() {
  wrong.value = ''
  if (text.value === show(value.value) || text.value === rest(value.value)) return
  const said = attempt()
  if (said !== undefined) value.value = said
}
</script>

<template>
  <v-text-field
    v-model="text"
    class="number"
    :label="hideLabel ? undefined : unit ? `${label} (${unit})` : label"
    :aria-label="hideLabel ? (unit ? `${label} (${unit})` : label) : undefined"
    :error-messages="wrong"
    :aria-invalid="wrong !== ''"
    :data-kept="text === show(value) || text === rest(value) ? '' : undefined"
    spellcheck="false"
    autocomplete="off"
    inputmode="text"
    @focus="open"
    @blur="close"
    @update:model-value="look"
    @change="take"
    @keydown.enter="take"
  />
</template>
