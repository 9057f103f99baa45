<script setup lang="ts">
import type { Airframe } from '#core/document'
import type { IronNear, WiringReport } from '#core/wiring'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** Iron near a magnetometer: motors of the units, and lumps of the airframe that are entered here. */
const { wiring } = defineProps<{ wiring: WiringReport }>()
const bench = useBench()
const preferences = usePreferences()
const labels = computed(() => new Map(bench.examined!.units.map(unit => [unit.id, unit.label])))
const iron = computed(() => bench.project!.airframe.iron ?? [])
type Iron = NonNullable<Airframe['iron']>[number]

function put(next: Iron[], what: string) {
  const { iron: _, ...airframe } = bench.project!.airframe
  bench.act([{ type: 'airframe.set', airframe: { ...airframe, ...(next.length && { iron: next }) } }], what)
}
const set = (position: number, patch: Partial<Iron>) =>
  put(
    iron.value.map((iron, index) => (index === position ? { ...iron, ...patch } : iron)),
    `Iron ${iron.value[position]!.name}`
  )
function add() {
  const sensor = bench.examined!.units.find(unit => unit.id === wiring.iron[0]?.magnetometer)
  put(
    [...iron.value, { name: `Iron ${iron.value.length + 1}`, massKg: 1, armMm: sensor?.place.armMm ?? 0 }],
    'Add a lump of iron'
  )
}
const SIDES = [
  ['acrossMm', 'Right of the middle'],
  ['upMm', 'Height']
] as const
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
      <v-btn @click="add">Add a lump of iron</v-btn>
    </div>
    <p class="small quiet">
      As far as its maker wants it, or as soft iron in the earth’s field follows; iron that is magnetised for good turns
      a compass by more, and only swinging tells. Of a motor six tenths are taken as iron (assumption).
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
          <td>
            <TextField
              hide-label
              label="Name of the iron"
              :model-value="lump.name"
              @update:model-value="(name: string) => set(at, { name })"
            />
          </td>
          <td class="pos">
            <QuantityField
              hide-label
              kind="mass"
              :label="`Mass of ${lump.name}`"
              :least="0.001"
              :most="500"
              :model-value="lump.massKg"
              @update:model-value="massKg => set(at, { massKg })"
            />
          </td>
          <td class="pos">
            <QuantityField
              hide-label
              kind="length"
              :label="`Arm of ${lump.name}`"
              :least="-10000"
              :most="10000"
              :model-value="lump.armMm"
              @update:model-value="armMm => set(at, { armMm })"
            />
          </td>
          <td v-for="[key, says] in SIDES" :key="key" class="pos">
            <MeasuredField
              :label="`${says} of ${lump.name}`"
              :model-value="lump[key]"
              @update:model-value="mm => set(at, { [key]: mm })"
            />
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
