<script setup lang="ts">
import { AS_FOUND, Unit } from '#core/document'
import { resolve, type DesignUnit } from '#core/design'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** The equipment list of the aircraft as it is now. What is corrected here, every option that keeps it follows. */
const emit = defineEmits<{ add: []; own: []; list: [] }>()
const bench = useBench()
const preferences = usePreferences()
const { kgToRead, massUnit } = useEquipment()
type Row = Unit & { design: DesignUnit }
const rows = computed((): Row[] => {
  const project = bench.project!
  const units = new Map(resolve(project, AS_FOUND).units.map(unit => [unit.id, unit]))
  return project.fitted.map(unit => ({ ...unit, design: units.get(unit.id)! }))
})
const columns = computed((): Column<Row>[] => [
  { key: 'label', title: 'Unit', value: row => row.label, width: '17%' },
  { key: 'item', title: 'Item', value: row => row.design.item.name },
  { key: 'maker', title: 'Maker', value: row => row.design.item.maker, hidden: true },
  { key: 'place', title: 'Location', value: row => row.design.place.name },
  { key: 'year', title: 'Year', value: row => row.madeIn, text: row => String(row.madeIn ?? ''), number: true },
  { key: 'condition', title: 'Condition', value: row => row.condition ?? '' },
  { key: 'approved', title: 'Approved by', value: row => row.approvedBy ?? '', width: '15%' },
  { key: 'value', title: 'Sale value', of: 'money', value: row => row.valueCents },
  {
    key: 'weight',
    title: `Weight, ${massUnit.value}`,
    value: row => Number(kgToRead(row.design.item.massKg).toFixed(2)),
    text: row => preferences.number(kgToRead(row.design.item.massKg), 1),
    number: true
  },
  { key: 'arm', title: 'Arm', of: 'length', value: row => row.armMm ?? row.design.place.armMm, hidden: true },
  { key: 'note', title: 'Note', value: row => row.note ?? '', hidden: true },
  { key: 'acts', title: 'Edit', value: () => '', plain: true, width: '150px' }
])
const keyOf = (row: Row) => row.id
const marks = (row: Row) => ({ 'data-installed': row.id, 'class': editing.value === row.id ? 'here' : undefined })

const editing = ref<string>()
const edited = computed(() => rows.value.find(row => row.id === editing.value))
const record = computed(() => bench.project!.fitted.find(unit => unit.id === editing.value))
const fields = computed((): FormField<Unit>[] => [
  { at: 'label', label: 'Unit' },
  {
    at: 'place',
    label: 'Location',
    items: bench
      .project!.airframe.places.filter(place => edited.value?.design.item.mounts.includes(place.kind))
      .map(place => ({ value: place.id, title: place.name }))
  },
  { at: 'madeIn', label: 'Year (0: unknown)', done: 'year', none: 0 },
  { at: 'condition', label: 'Condition', none: 'not entered' },
  { at: 'approvedBy', label: 'Approved by' },
  { at: 'valueCents', label: 'Sale value', none: 0, keepsNone: true },
  { at: 'armMm', label: 'Arm', none: edited.value?.design.place.armMm },
  { at: 'note', label: 'Note' }
])
function set(next: Unit, done: string) {
  // At another location its position on the face is gone.
  const { xMm: _x, yMm: _y, ...elsewhere } = next
  const unit = next.place === record.value?.place ? next : elsewhere
  bench.act([{ type: 'unit.set', option: AS_FOUND, unit }], `As installed, ${next.label}: ${done}`)
}
function remove(row: Row) {
  if (editing.value === row.id) editing.value = undefined
  if (bench.act([{ type: 'unit.remove', option: AS_FOUND, unit: row.id }], `As installed: remove ${row.label}`))
    bench.said = `${row.label} is not installed. Options that kept it no longer have it. Undo restores it.`
}
</script>

<template>
  <div class="found">
    <header class="row top">
      <p class="small quiet grow">
        What is in the aircraft now. All options, weights and budgets start from this list. Options that keep a unit
        follow changes made here. Position units on the Panel step.
      </p>
      <v-btn @click="emit('add')">Add from catalog</v-btn>
      <v-btn @click="emit('own')">New own item…</v-btn>
      <v-btn @click="emit('list')">Import list…</v-btn>
    </header>
    <section v-if="record && edited" class="sheet form" aria-label="Installed unit">
      <div class="row">
        <h2 class="grow">{{ record.label }}</h2>
        <v-btn @click="editing = undefined">Close</v-btn>
      </div>
      <div class="grid fields">
        <RecordForm :schema="Unit" :record="record" :fields="fields" @set="set" />
      </div>
    </section>
    <FactTable
      class="list"
      :rows="rows"
      :columns="columns"
      name="equipment list"
      :key-of="keyOf"
      :marks="marks"
      empty="No equipment is entered. Add it from the catalog or import a list."
    >
      <template #condition="{ row }">
        <template v-if="row.condition">
          <StateMark v-if="row.condition === 'inoperative'" state="decide" :size="12" /> {{ row.condition }}
        </template>
      </template>
      <template #acts="{ row }">
        <v-btn :aria-label="`Edit ${row.label}`" @click="editing = row.id">Edit</v-btn>
        <v-btn variant="text" :aria-label="`Remove ${row.label}`" @click="remove(row)">Remove</v-btn>
      </template>
    </FactTable>
  </div>
</template>

<style scoped>
.found {
  display: flex;
  flex-direction: column;
  height: 100%;
  min-height: 0;
  padding: 6px 14px;
  overflow: auto;
}
.top {
  flex: none;
  gap: 8px;
  padding: 4px 0;
}
.form {
  flex: none;
}
.fields {
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  padding-top: 8px;
}
.list {
  flex: 1;
}
.list :deep(tr.here) {
  background: var(--dye-wash);
}
</style>
