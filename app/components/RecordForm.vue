<script setup lang="ts" generic="R extends object">
import type { z } from 'zod'

/** Fields of one record, each from its description. */
const { schema, record, fields } = defineProps<{
  schema: z.ZodType
  record: R
  fields: readonly FormField<R>[]
}>()
const emit = defineEmits<{ set: [next: R, done: string] }>()
</script>

<template>
  <RecordField
    v-for="field in fields"
    :key="field.at"
    :class="field.class"
    :schema="schema"
    :record="record"
    :field="field"
    @set="(next, done) => emit('set', next, done)"
  />
</template>
