<script setup lang="ts">
import { formatLength, formatMass, parseLength, parseMass, parseMoney, QuantityError } from '#core/quantity'
import { useTaste } from '~/stores/taste'

/** One quantity, typed as people write it: 3 1/8, 3.125", 79.4 mm; 2.4 lb; 1,250. Tells what is wrong and keeps the old value. */
const {
  kind,
  label,
  hideLabel = false,
  least = -Infinity,
  most = Infinity
} = defineProps<{
  kind: 'length' | 'mass' | 'money' | 'plain'
  label: string
  hideLabel?: boolean
  least?: number
  most?: number
}>()
const value = defineModel<number>({ required: true })
const taste = useTaste()

const show = (v: number): string =>
  kind === 'length'
    ? formatLength(v, taste.system).replace(/ (in|mm)$/, '')
    : kind === 'mass'
      ? formatMass(v, taste.system).replace(/ (lb|kg)$/, '')
      : kind === 'money'
        ? String(v / 100)
        : String(v)
const unit = computed(() =>
  kind === 'length'
    ? taste.system === 'inch'
      ? 'in'
      : 'mm'
    : kind === 'mass'
      ? taste.system === 'inch'
        ? 'lb'
        : 'kg'
      : kind === 'money'
        ? '$'
        : ''
)
const text = ref(show(value.value))
const wrong = ref('')
watch([value, () => taste.system], () => {
  text.value = show(value.value)
  wrong.value = ''
})

function take() {
  if (text.value === show(value.value)) {
    wrong.value = ''
    return
  }
  try {
    const read =
      kind === 'length'
        ? parseLength(text.value, taste.system)
        : kind === 'mass'
          ? parseMass(text.value, taste.system)
          : kind === 'money'
            ? parseMoney(text.value)
            : Number(text.value)
    if (!Number.isFinite(read) || text.value.trim() === '') throw new QuantityError(`“${text.value}” is not a number.`)
    if (read < least || read > most)
      throw new QuantityError(
        `${text.value} is out of range: ${Number.isFinite(least) ? `from ${least} ` : ''}${Number.isFinite(most) ? `to ${most}` : 'on'}. ${show(value.value)} stands.`
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
  <label class="field">
    <span :class="{ 'screen-reader': hideLabel }"
      >{{ label }}<template v-if="unit"> ({{ unit }})</template></span
    >
    <input
      v-model="text"
      class="number"
      :class="{ wrong }"
      :aria-invalid="wrong !== ''"
      spellcheck="false"
      @change="take"
      @keydown.enter="take"
    />
    <span v-if="wrong" class="said" role="alert">{{ wrong }}</span>
  </label>
</template>

<style scoped>
.said {
  color: var(--grease);
  font-size: 11.5px;
}
</style>
