<script setup lang="ts">
import {
  currencySign,
  formatLength,
  formatMass,
  formatNumber,
  formatPosition,
  inCurrency,
  parseLength,
  parseMass,
  parseMoney,
  parseNumber,
  QuantityError
} from '#core/quantity'
import { useTaste } from '~/stores/taste'

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
  most = Infinity
} = defineProps<{
  /** A position is a length that is read as it is set: to the thousandth of an inch or the tenth of a millimetre. */
  kind: 'length' | 'position' | 'mass' | 'money' | 'plain'
  label: string
  hideLabel?: boolean
  /** A number of things: no part of one. */
  whole?: boolean
  least?: number
  most?: number
}>()
const value = defineModel<number>({ required: true })
const taste = useTaste()

const plainNumber = (v: number, digits: number) => formatNumber(v, digits, taste.reading, false)
/** A minus as keyboards have it: what stands in a field is typed again, and copied into sheets. */
const typed = (said: string) => said.replace('−', '-')
/** As many digits as a number has, up to six. */
const digitsOf = (v: number) => Math.min(6, String(v).split('.')[1]?.length ?? 0)
const isLength = computed(() => kind === 'length' || kind === 'position')
/** As it is typed: to the last figure that is kept. */
const show = (v: number): string =>
  typed(
    isLength.value
      ? formatPosition(v, taste.reading).replace(/ (in|mm)$/, '')
      : kind === 'mass'
        ? formatMass(v, taste.reading, false).replace(/ (lb|kg)$/, '')
        : kind === 'money'
          ? showSum(inCurrency(v, taste.reading))
          : plainNumber(v, digitsOf(v))
  )
/** A sum with its smaller coins where it has any. */
const showSum = (sum: number) => plainNumber(sum, Math.abs(sum - Math.round(sum)) < 0.005 ? 0 : 2)
const unit = computed(() =>
  isLength.value
    ? taste.system === 'inch'
      ? 'in'
      : 'mm'
    : kind === 'mass'
      ? taste.system === 'inch'
        ? 'lb'
        : 'kg'
      : kind === 'money'
        ? currencySign(taste.reading)
        : ''
)
/** As it is read while nobody types: a length as a person says it, which says no more than is there. */
const rest = (v: number): string =>
  kind === 'length' ? typed(formatLength(v, taste.reading, 0, false).replace(/ (in|mm)$/, '')) : show(v)
const text = ref(rest(value.value))
const wrong = ref('')
watch([value, () => taste.reading], () => {
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
function take() {
  if (text.value === show(value.value) || text.value === rest(value.value)) {
    wrong.value = ''
    return
  }
  try {
    const read = isLength.value
      ? parseLength(text.value, taste.reading)
      : kind === 'mass'
        ? parseMass(text.value, taste.reading)
        : kind === 'money'
          ? parseMoney(text.value, taste.reading)
          : parseNumber(text.value, taste.reading)
    if (!Number.isFinite(read) || text.value.trim() === '') throw new QuantityError(`“${text.value}” is not a number.`)
    if (whole && !Number.isInteger(read)) throw new QuantityError(`${text.value} is not a whole number.`)
    if (read < least || read > most)
      throw new QuantityError(
        `${text.value} is out of range: ${Number.isFinite(least) ? `from ${least} ` : ''}` +
          `${Number.isFinite(most) ? `to ${most}` : 'on'}. ${show(value.value)} stands.`
      )
    wrong.value = ''
    value.value = read
  } catch (error) {
    if (!(error instanceof QuantityError)) throw error
    wrong.value = error.message
  }
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
    @change="take"
    @keydown.enter="take"
  />
</template>
