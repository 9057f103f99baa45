<script setup lang="ts">
import { newUnit } from '#core/report'
import type { EquipmentListRead } from '#core/formats'
import type { Item } from '#core/catalogue'
import { AS_FOUND, sayProblem, tryEdits, type Edit } from '#core/document'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** A list of what is installed, pasted or out of a file: read, shown, and added only when confirmed. */
const { items } = defineProps<{ items: readonly Item[] }>()
const open = defineModel<boolean>({ required: true })
const bench = useBench()
const preferences = usePreferences()
const pasted = ref('')
const read = shallowRef<EquipmentListRead>()
const reading = ref(false)
const latest = useAsked()
function look(list: File | string) {
  reading.value = true
  const against = {
    items: toRaw(items),
    places: bench.project!.airframe.places,
    year: Number(localToday().slice(0, 4))
  }
  return latest(
    () => readForeignEquipment(list, JSON.parse(JSON.stringify(against)) as typeof against),
    found => {
      read.value = found
      reading.value = false
    }
  )
}
watch(pasted, text => {
  if (text.trim()) void look(text)
  else read.value = undefined
})
const pick = (files: File | File[] | null) => {
  const file = Array.isArray(files) ? files[0] : files
  if (file) void look(file)
  else read.value = undefined
}
function take() {
  if (!read.value) return
  const edits: Edit[] = []
  let trial = bench.project!
  for (const { item, line: _, label, ...said } of read.value.units) {
    const fresh = newUnit(trial, AS_FOUND, item)
    if (!fresh) {
      bench.said = `${item.name} can be installed at ${item.mounts.join(' or ')}; this aircraft has no such location. Nothing was added.`
      return
    }
    const edit: Edit = {
      type: 'unit.add',
      option: AS_FOUND,
      unit: { ...fresh, ...said, label: label === item.name ? fresh.label : label },
      item: toRaw(item)
    }
    trial = tryEdits(trial, [edit])
    edits.push(edit)
  }
  if (!bench.act(edits, `As installed: import ${count(edits.length)}`)) return
  bench.said = `Added to As installed: ${count(edits.length)}. Those on the face wait in the tray of Panel.`
  open.value = false
}
watch(open, () => {
  pasted.value = ''
  read.value = undefined
})
const count = (units: number) => `${units} unit${units === 1 ? '' : 's'}`
const placeName = (id: string) => bench.project!.airframe.places.find(place => place.id === id)?.name ?? id
</script>

<template>
  <ModalDialog v-model="open" max-width="760" aria-label="Import equipment list">
    <v-card title="Import equipment list">
      <v-card-text class="body">
        <p class="small quiet">
          Columns by their headings: item, unit, maker, quantity, location, year, condition, approved by, sale value,
          note. Only item is required. Paste from a spreadsheet, or choose a file.
        </p>
        <v-textarea v-model="pasted" label="List" rows="5" hide-details />
        <v-file-input label="CSV or XLSX file" accept=".csv,.txt,.tsv,.xlsx" @update:model-value="pick" />
        <p v-if="reading" class="small quiet" role="status">Reading…</p>
        <template v-else-if="read">
          <p class="small" role="status">
            {{ count(read.units.length) }} can be added.
            <template v-if="read.problems.length">Rows with a problem are left out.</template>
          </p>
          <ul v-if="read.problems.length" class="small" aria-label="Problems">
            <li v-for="(problem, index) in read.problems.slice(0, 100)" :key="index">{{ sayProblem(problem) }}</li>
          </ul>
          <ol v-if="read.units.length" class="small" aria-label="Units to add">
            <li v-for="(unit, index) in read.units" :key="index">
              {{ unit.label }}: {{ unit.item.maker }} {{ unit.item.name
              }}<template v-if="unit.place">, {{ placeName(unit.place) }}</template
              ><template v-if="unit.madeIn">, {{ unit.madeIn }}</template
              ><template v-if="unit.condition">, {{ unit.condition }}</template
              ><template v-if="unit.valueCents !== undefined">, {{ preferences.money(unit.valueCents) }}</template>
            </li>
          </ol>
        </template>
      </v-card-text>
      <v-card-actions>
        <v-spacer /><v-btn @click="open = false">Cancel</v-btn>
        <v-btn color="primary" variant="flat" :disabled="!read?.units.length || reading" @click="take"
          >Add {{ count(read?.units.length ?? 0) }}</v-btn
        >
      </v-card-actions>
    </v-card>
  </ModalDialog>
</template>

<style scoped>
.body {
  display: grid;
  gap: 10px;
}
ul,
ol {
  max-height: 200px;
  overflow: auto;
  padding-left: 26px;
}
</style>
