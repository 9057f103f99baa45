<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import type { ScrewRow } from '~/utils/itemCells'

/** The screws of a face, each a row: across and up from the centre, and its hole. */
const { hint = '', wrong = '' } = defineProps<{ hint?: string; wrong?: string }>()
const cell = defineModel<string>({ required: true })
const emit = defineEmits<{ refused: [boolean] }>()
const PARTS = ['across', 'up', 'hole'] as const

const { rows, version, put, takeOut, hold } = useRowsOfCell(cell, { read: screwsIn, write: screwsCell }, is =>
  emit('refused', is)
)
function set(at: number, part: number, text: string) {
  put(at, rows.value![at]!.map((value, i) => (i === part ? text : value)) as ScrewRow)
}
</script>

<template>
  <div v-if="rows" class="rows" role="group" aria-label="Screws">
    <p class="quiet small">Screws: each from the centre of the bezel.</p>
    <div v-for="(screw, at) in rows" :key="`${version} ${at}`" class="line">
      <EquipmentNumberCell
        v-for="(part, i) in PARTS"
        :key="part"
        kind="position"
        :signed="part !== 'hole'"
        :label="`Screw ${at + 1} ${part}`"
        :model-value="screw[i]!"
        @update:model-value="text => set(at, i, text)"
        @refused="is => hold(at, part, is)"
      />
      <v-btn
        :icon="mdiClose"
        variant="text"
        size="small"
        :aria-label="`Take out screw ${at + 1}`"
        @click="takeOut(at)"
      />
    </div>
    <p v-if="wrong" class="wrong small" role="alert" tabindex="-1">{{ wrong }}</p>
    <v-btn size="small" variant="outlined" @click="put(rows.length, ['', '', rows.at(-1)?.[2] ?? ''])"
      >Add a screw</v-btn
    >
  </div>
  <v-textarea
    v-else
    v-model="cell"
    label="Screws in words"
    :hint="hint"
    persistent-hint
    rows="1"
    auto-grow
    hide-details="auto"
    :error-messages="wrong"
  />
</template>

<style scoped>
.rows {
  display: grid;
  gap: 8px;
  justify-items: start;
}
.rows p {
  margin: 0;
}
.line {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr)) auto;
  gap: 10px;
  width: 100%;
  align-items: start;
}
.wrong {
  color: var(--grease);
}
</style>
