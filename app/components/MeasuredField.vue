<script setup lang="ts">
import { parseLength, QuantityError } from '#core/quantity'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** Where something is along an axis, as it is typed: empty where nobody has measured it, which is not the same as 0. */
const { label } = defineProps<{ label: string }>()
const value = defineModel<number>()
const bench = useBench()
const preferences = usePreferences()
function set(text: string) {
  if (text.trim() === '') {
    value.value = undefined
    return
  }
  try {
    const read = parseLength(text, preferences.reading)
    if (Math.abs(read) > 10_000) throw new QuantityError(`${text} is more than ten metres.`)
    value.value = read
  } catch (error) {
    if (!(error instanceof QuantityError)) throw error
    bench.said = `${error.message} ${label} was left as it was.`
  }
}
</script>

<template>
  <TextField
    hide-label
    empty
    :label="label"
    :model-value="value === undefined ? '' : preferences.position(value)"
    @update:model-value="set"
  />
</template>
