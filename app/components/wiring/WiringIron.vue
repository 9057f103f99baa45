<script setup lang="ts">
import { Iron } from '#core/document'
import type { IronNear, WiringReport } from '#core/wiring'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** Iron near a magnetometer: motors of the units, and lumps of the airframe that are entered here. */
const { wiring } = defineProps<{ wiring: WiringReport }>()
const bench = useBench()
const preferences = usePreferences()
const labels = computed(() => new Map(bench.examined!.units.map(unit => [unit.id, unit.label])))
const iron = computed(() => bench.project!.airframe.iron ?? [])

function put(next: Iron[], what: string) {
  const { iron: _, ...airframe } = bench.project!.airframe
  bench.act([{ type: 'airframe.set', airframe: { ...airframe, ...(next.length && { iron: next }) } }], what)
}
const set = (position: number, next: Iron) =>
  put(
    iron.value.map((iron, index) => (index === position ? next : iron)),
    `Iron ${iron.value[position]!.name}`
  )
function add() {
  const sensor = bench.examined!.units.find(unit => unit.id === wiring.iron[0]?.magnetometer)
  put(
    [...iron.value, { name: `Iron ${iron.value.length + 1}`, massKg: 1, armMm: sensor?.place.armMm ?? 0 }],
    'Add ferrous mass'
  )
}
const SIDES = [
  ['acrossMm', 'Right of the middle'],
  ['upMm', 'Height']
] as const
const fieldsOf = ({ name }: Iron): readonly FormField<Iron>[] => [
  { at: 'name', label: 'Name of the iron' },
  { at: 'massKg', label: `Mass of ${name}` },
  { at: 'armMm', label: `Arm of ${name}` },
  ...SIDES.map(([at, says]) => ({ at, label: `${says} of ${name}` }))
]
const stateOf = (iron: IronNear) =>
  iron.atLeastMm >= iron.wantedMm ? 'far enough' : iron.known ? 'too near' : 'not known'
const MARKS = { 'far enough': 'met', 'too near': 'decide', 'not known': 'check by hand' } as const
const columns = computed((): Column<IronNear>[] => [
  { key: 'sensor', title: 'Magnetometer', value: iron => labels.value.get(iron.magnetometer) ?? iron.magnetometer },
  { key: 'name', title: 'Iron', value: iron => (iron.unit ? `motor of ${labels.value.get(iron.unit)}` : iron.name) },
  { key: 'mass', title: 'Mass', of: 'mass', value: iron => iron.massKg },
  {
    key: 'away',
    title: 'Away',
    of: 'length',
    value: iron => iron.atLeastMm,
    text: iron => `${iron.known ? '' : 'at least '}${preferences.length(iron.atLeastMm)}`,
    number: true
  },
  { key: 'wanted', title: 'Wanted', of: 'length', value: iron => iron.wantedMm },
  { key: 'state', title: 'State', value: stateOf }
])
</script>

<template>
  <section class="sheet" aria-label="Iron near the magnetometer">
    <div class="row">
      <h2 class="grow">Iron near the magnetometer</h2>
      <v-btn @click="add">Add ferrous mass</v-btn>
    </div>
    <p class="small quiet">
      Minimum distance is the maker’s, or calculated for soft iron in the earth’s field. Permanently magnetized iron has
      more effect; only a compass swing shows it. 60 % of a motor’s mass is counted as iron (assumption).
    </p>
    <table v-if="iron.length" class="list">
      <thead>
        <tr>
          <th>Name</th>
          <th>Mass</th>
          <th>Arm</th>
          <th v-for="[key, says] in SIDES" :key="key">{{ says }}</th>
          <th>Delete</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(lump, at) in iron" :key="at">
          <td v-for="field in fieldsOf(lump)" :key="field.at" :class="{ pos: field.at !== 'name' }">
            <RecordField hide-label :schema="Iron" :record="lump" :field="field" @set="next => set(at, next)" />
          </td>
          <td>
            <v-btn
              :aria-label="`Delete ${lump.name}`"
              @click="
                put(
                  iron.filter((_, index) => index !== at),
                  `Delete ${lump.name}`
                )
              "
              >Delete</v-btn
            >
          </td>
        </tr>
      </tbody>
    </table>
    <FactTable
      v-if="wiring.iron.length"
      name="iron near the magnetometer"
      no-filter
      :rows="wiring.iron"
      :columns="columns"
      :key-of="(iron: IronNear) => `${iron.magnetometer} ${iron.unit ?? iron.name}`"
    >
      <template #state="{ row }"><StateMark :state="MARKS[stateOf(row)]" :size="13" /> {{ stateOf(row) }}</template>
    </FactTable>
  </section>
</template>

<style scoped>
.pos {
  width: 112px;
}
</style>
