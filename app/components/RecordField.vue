<script setup lang="ts" generic="R extends object">
import type { z } from 'zod'

/** One field of a record: what it may hold is what the schema of the record says, and what is set is the whole record. */
const { schema, record, field, hideLabel } = defineProps<{
  schema: z.ZodType
  record: R
  field: FormField<R>
  hideLabel?: boolean
}>()
const emit = defineEmits<{ set: [next: R, done: string] }>()
const held = computed(() => formFieldOf(schema, record, field))
const measure = computed(() => held.value.value as number | undefined)
const choice = computed(() => held.value.shown as string | number)
const words = computed(() => held.value.shown as string | undefined)
const set = (value: unknown) => emit('set', held.value.with(value), doneOf(field))
</script>

<template>
  <v-checkbox
    v-if="held.kind === 'yes or no'"
    :label="field.label"
    :model-value="held.shown === true"
    @update:model-value="on => set(on === true)"
  />
  <ChoiceField
    v-else-if="held.kind === 'choice'"
    :hide-label
    :label="field.label"
    :items="held.items"
    :model-value="choice"
    @update:model-value="set"
  />
  <MeasuredField
    v-else-if="held.kind === 'number' && held.optional && field.none === undefined"
    :hide-label
    :kind="quantityKind(field.at, true)"
    :label="field.label"
    :least="held.least"
    :above="held.above"
    :most="held.most"
    :model-value="measure"
    @update:model-value="set"
  />
  <QuantityField
    v-else-if="held.kind === 'number'"
    :hide-label
    :kind="quantityKind(field.at, field.position)"
    :label="field.label"
    :whole="held.whole"
    :least="held.least"
    :above="held.above"
    :most="held.most"
    :model-value="held.shown as number"
    @update:model-value="set"
  />
  <TextField
    v-else
    :hide-label
    :label="field.label"
    :type="held.kind === 'day' ? 'date' : 'text'"
    :most="Math.min(held.longest, 4000)"
    :lines="field.lines"
    :empty="held.mayBeEmpty"
    :model-value="words"
    @update:model-value="set"
  />
</template>
