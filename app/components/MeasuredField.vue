<script setup lang="ts">
import { QuantityError } from '#core/quantity'
import type { QuantityKind } from '~/composables/useQuantityText'
import { useBench } from '~/stores/bench'

/** A quantity that nobody need know: empty where it has not been measured, which is not the same as 0. */
const {
  label,
  kind = 'position',
  least = -10_000,
  above = -Infinity,
  most = 10_000,
  hideLabel = true
} = defineProps<{
  label: string
  kind?: QuantityKind
  least?: number
  above?: number
  most?: number
  hideLabel?: boolean
}>()
const value = defineModel<number>()
const bench = useBench()
const { read, named } = useQuantityText(() => kind)
function set(text: string) {
  if (text.trim() === '') {
    value.value = undefined
    return
  }
  try {
    const said = read(text)
    if (said < least || said <= above || said > most)
      throw new QuantityError(`${text} is out of range: from ${named(Math.max(least, above))} to ${named(most)}.`)
    value.value = said
  } catch (error) {
    if (!(error instanceof QuantityError)) throw error
    bench.said = `${error.message} ${label} was left as it was.`
  }
}
</script>

<template>
  <TextField
    :hide-label
    empty
    :label="label"
    :model-value="value === undefined ? '' : named(value)"
    @update:model-value="set"
  />
</template>
