<script setup lang="ts">
import type { Stiffener } from '#core/document'

/** A doubler or an angle by its numbers. */
const { stiffener } = defineProps<{ stiffener: Stiffener }>()
const emit = defineEmits<{ put: [next: Stiffener]; drop: [] }>()
const put = (patch: Partial<Stiffener>) => emit('put', { ...stiffener, ...patch } as Stiffener)
/** The measures of each kind, as fields. */
const fields = computed(() =>
  stiffener.kind === 'doubler'
    ? ([
        ['xMm', 'Across', 'position'],
        ['yMm', 'Up', 'position'],
        ['widthMm', 'Width', 'length'],
        ['heightMm', 'Height', 'length'],
        ['thicknessMm', 'Thickness', 'length']
      ] as const)
    : ([
        ['atMm', stiffener.along === 'y' ? 'Across' : 'Up', 'position'],
        ['fromMm', 'From', 'position'],
        ['toMm', 'To', 'position'],
        ['legMm', 'Legs', 'length'],
        ['thicknessMm', 'Thickness', 'length']
      ] as const)
)
</script>

<template>
  <div class="row end">
    <TextField class="wide" label="Name" :model-value="stiffener.name" @update:model-value="name => put({ name })" />
    <ChoiceField
      v-if="stiffener.kind === 'angle'"
      class="pos"
      label="Runs"
      :model-value="stiffener.along"
      :items="[
        { value: 'y', title: 'upright' },
        { value: 'x', title: 'level' }
      ]"
      @update:model-value="value => put({ along: value as 'x' })"
    />
    <QuantityField
      v-for="[key, label, kind] in fields"
      :key="key"
      class="pos"
      :kind="kind"
      :label="label"
      :least="kind === 'length' ? 0.1 : -10000"
      :most="10000"
      :model-value="(stiffener as unknown as Record<string, number>)[key]!"
      @update:model-value="v => put({ [key]: v })"
    />
    <v-btn @click="emit('drop')">Delete</v-btn>
  </div>
</template>

<style scoped>
.end {
  align-items: end;
}
.wide {
  width: 150px;
}
.pos {
  flex: 1 1 106px;
  max-width: 170px;
}
</style>
