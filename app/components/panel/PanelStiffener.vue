<script setup lang="ts">
import type { Stiffener } from '#core/document'

/** A doubler, an angle, a pair of rails or a tray by its numbers. */
const { stiffener } = defineProps<{ stiffener: Stiffener }>()
const emit = defineEmits<{ put: [next: Stiffener]; drop: [] }>()
const put = (patch: Partial<Stiffener>) => emit('put', { ...stiffener, ...patch } as Stiffener)
const RUN = [
  ['fromMm', 'From', 'position'],
  ['toMm', 'To', 'position']
] as const
const SECTION = [
  ['legMm', 'Legs', 'length'],
  ['thicknessMm', 'Thickness', 'length']
] as const
/** The measures of each kind, as fields. */
const fields = computed(() =>
  stiffener.kind === 'angle'
    ? ([['atMm', stiffener.along === 'y' ? 'Across' : 'Up', 'position'], ...RUN, ...SECTION] as const)
    : stiffener.kind === 'rails'
      ? ([
          ['xMm', 'Middle, across', 'position'],
          ['widthMm', 'Apart', 'length'],
          ...RUN,
          ...SECTION,
          ['backMm', 'Run back', 'length']
        ] as const)
      : ([
          ['xMm', 'Across', 'position'],
          ['yMm', 'Up', 'position'],
          ['widthMm', 'Width', 'length'],
          ['heightMm', 'Height', 'length'],
          ...(stiffener.kind === 'tray' ? ([['depthMm', 'Depth', 'length']] as const) : []),
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
      :least="kind === 'position' ? -10000 : key === 'backMm' ? 0 : 0.1"
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
  flex: 1 1 150px;
  max-width: 170px;
}
</style>
