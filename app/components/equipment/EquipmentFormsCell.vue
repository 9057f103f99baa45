<script setup lang="ts">
import type { CellForm } from '~/utils/itemCells'
import type { QuantityKind } from '~/composables/useQuantityText'

/**
 * A cell of a catalogue entry that holds several numbers, each a field of its own. Where the cell may have several forms, which one is
 * chosen; what has none of them is typed in words.
 */
const {
  of,
  kind,
  label,
  hint = '',
  wrong = ''
} = defineProps<{ of: readonly CellForm[]; kind: QuantityKind; label: string; hint?: string; wrong?: string }>()
const cell = defineModel<string>({ required: true })
const emit = defineEmits<{ refused: [boolean] }>()

const IN_WORDS = 'in words'
const NONE = 'none'
const single = computed(() => of.length === 1)
const parts = ref<string[]>([])
const name = ref(NONE)
const form = computed(() => of.find(form => form.name === name.value))
const unreadable = reactive(new Set<number>())
watch(
  () => unreadable.size > 0,
  is => emit('refused', is)
)
/** Tells numbers that were taken out of the cell anew from those before. */
const version = ref(0)
/** What was written here last: what is being typed is not taken apart under the hand. */
let written: string | undefined
function takeApart() {
  if (cell.value === written) return
  unreadable.clear()
  version.value++
  const fitting = of.find(form => form.read(cell.value))
  const empty = cell.value.trim() === ''
  name.value = fitting?.name ?? (empty ? (single.value ? of[0]!.name : NONE) : IN_WORDS)
  parts.value = fitting?.read(cell.value) ?? form.value?.parts.map(() => '') ?? []
}
watch(cell, takeApart, { immediate: true })
function write(text: string) {
  written = text
  cell.value = text
}
function set(part: number, text: string) {
  parts.value[part] = text
  write(form.value!.write(parts.value))
}
function choose(chosen: string) {
  name.value = chosen
  unreadable.clear()
  if (chosen === NONE) write('')
  if (!form.value) return
  parts.value = form.value.parts.map((_, i) => parts.value[i] ?? '')
  write(form.value.write(parts.value))
}
</script>

<template>
  <div class="forms" :class="{ single }">
    <ChoiceField
      v-if="!single"
      :model-value="name"
      :label="label"
      :items="[NONE, ...of.map(form => form.name), IN_WORDS]"
      hide-details
      @update:model-value="choose"
    />
    <template v-if="form">
      <EquipmentNumberCell
        v-for="(part, i) in form.parts"
        :key="`${version} ${part}`"
        :kind="kind"
        :label="`${label} ${part}`"
        :model-value="parts[i] ?? ''"
        :wrong="i === 0 ? wrong : ''"
        @update:model-value="text => set(i, text)"
        @refused="is => (is ? unreadable.add(i) : unreadable.delete(i))"
      />
    </template>
    <v-text-field
      v-else-if="name !== NONE"
      class="words"
      :model-value="cell"
      :label="`${label} in words`"
      :hint="hint"
      persistent-hint
      hide-details="auto"
      :error-messages="wrong"
      @update:model-value="write"
    />
    <p v-else-if="wrong" class="wrong small" role="alert" tabindex="-1">{{ wrong }}</p>
  </div>
</template>

<style scoped>
.forms {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 10px;
  align-items: start;
}
.single {
  grid-template-columns: repeat(3, minmax(0, 1fr));
}
.words {
  grid-column: span 3;
}
.wrong {
  color: var(--grease);
  margin: 0;
  align-self: center;
  grid-column: span 3;
}
</style>
