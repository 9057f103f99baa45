<script setup lang="ts">
import type { DesignUnit } from '#core/design'
import type { Edit } from '#core/document'
import type { RemovalEffect } from '#core/report'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** What is installed, what is added and what is removed, with the effect of removing each. */
const { removals, old } = defineProps<{
  removals: Readonly<Record<string, RemovalEffect>>
  /** What stands there is of the document before. */
  old: boolean
}>()
const bench = useBench()
const preferences = usePreferences()
const { signed, kgToRead, massUnit } = useEquipment()
const units = computed(() => bench.design?.units ?? [])
const busy = computed(() => old || units.value.some(unit => unit.state !== 'new' && !removals[unit.id]))
const places = computed(() => bench.project!.airframe.places)

/** What the removal of many units brings alike is said once, above them. */
const OFTEN = 4
const common = computed(() => {
  const count = new Map<string, number>()
  // Of units that have been removed since, an effect is still known.
  for (const { id } of units.value)
    for (const words of new Set(removals[id]?.brings.map(preferences.say)))
      count.set(words, (count.get(words) ?? 0) + 1)
  return [...count].filter(([, many]) => many >= OFTEN)
})
const isCommon = computed(() => new Set(common.value.map(([words]) => words)))
const breaks = (unit: DesignUnit): string[] =>
  (removals[unit.id]?.brings ?? []).map(preferences.say).filter(words => !isCommon.value.has(words))
const STATES = { kept: 'installed', moved: 'installed, moved', new: 'adding' } as const

const columns = computed((): Column<DesignUnit>[] => [
  { key: 'pick', title: 'Pick', value: () => '', plain: true, width: '34px' },
  { key: 'label', title: 'Unit', value: unit => unit.label, width: '16%' },
  { key: 'state', title: 'State', value: unit => STATES[unit.state], width: '118px' },
  { key: 'kind', title: 'Kind', value: unit => unit.item.kind, hidden: true },
  { key: 'place', title: 'Location', value: unit => unit.place.name, width: '160px' },
  {
    key: 'weight',
    title: `Weight, ${massUnit.value}`,
    value: unit => Number(kgToRead(unit.item.massKg).toFixed(2)),
    text: unit => preferences.number(kgToRead(unit.item.massKg), 1),
    number: true
  },
  {
    key: 'load',
    title: `Useful load change, ${massUnit.value}`,
    value: unit => removals[unit.id] && kgToRead(removals[unit.id]!.change['useful load']),
    text: unit => (removals[unit.id] ? signed(kgToRead(removals[unit.id]!.change['useful load'])) : ''),
    number: true
  },
  {
    key: 'amps',
    title: 'Amps',
    value: unit => removals[unit.id]?.change.amps,
    text: unit => (removals[unit.id] ? signed(removals[unit.id]!.change.amps) : ''),
    number: true
  },
  { key: 'price', title: 'Price', of: 'money', value: unit => unit.priceCents },
  { key: 'effect', title: 'Effect of removal', width: '27%', value: unit => breaks(unit).join(' ') },
  { key: 'acts', title: 'Remove', value: () => '', plain: true, width: '82px' }
])

const FATES = ['scrap', 'sell', 'trade in'] as const
type How = (typeof FATES)[number]
const REMOVE: Record<How, string> = { 'scrap': 'Remove, scrap', 'sell': 'Remove, sell', 'trade in': 'Remove, trade in' }
/** One unit or many, as one act. What is sold or traded in brings what was entered as its sale value. */
function remove(gone: readonly DesignUnit[], how: How) {
  const { option } = bench
  if (!option) return
  const edits = gone.map((unit): Edit => ({
    type: 'unit.remove',
    option: option.id,
    unit: unit.id,
    ...(unit.state !== 'new' && {
      disposal: { unit: unit.id, how, creditCents: how === 'scrap' ? 0 : (unit.valueCents ?? 0) }
    })
  }))
  const what = gone.length === 1 ? gone[0]!.label : `${gone.length} units`
  if (!bench.act(edits, `Remove ${what}`)) return
  picked.value = []
  bench.said = `${what} ${gone.length === 1 ? 'is' : 'are'} removed. Undo restores ${gone.length === 1 ? 'it' : 'them'}.`
}
/** Units picked to be removed together. */
const picked = ref<string[]>([])
const pickedUnits = computed(() => units.value.filter(unit => picked.value.includes(unit.id)))
const pick = (id: string, on: boolean) => {
  picked.value = on ? [...picked.value, id] : picked.value.filter(other => other !== id)
}
const credit = (id: string, how: 'scrap' | 'sell' | 'trade in', cents: number) =>
  bench.option &&
  bench.act(
    [
      {
        type: 'disposal.set',
        option: bench.option.id,
        disposal: {
          ...bench.option.disposals.find(disposal => disposal.unit === id),
          unit: id,
          how,
          creditCents: cents
        }
      }
    ],
    'Change a disposition'
  )
function setPlace(unit: DesignUnit, place: string) {
  const raw = bench.option?.units.find(other => other.id === unit.id)
  if (!raw || !bench.option) return
  const { xMm: _x, yMm: _y, ...rest } = raw
  bench.act([{ type: 'unit.set', option: bench.option.id, unit: { ...rest, place } }], `Move ${unit.label}`)
}
type Gone = NonNullable<typeof bench.design>['removed'][number]
/** Removed units picked to be kept after all. */
const pickedGone = ref<string[]>([])
const gonePicked = computed(() =>
  (bench.design?.removed ?? []).map(({ unit }) => unit).filter(unit => pickedGone.value.includes(unit.id))
)
const pickGone = (id: string, on: boolean) => {
  pickedGone.value = on ? [...pickedGone.value, id] : pickedGone.value.filter(other => other !== id)
}
function keep(units: readonly DesignUnit[]) {
  const { option } = bench
  if (!option) return
  const what = units.length === 1 ? units[0]!.label : `${units.length} units`
  const edits = units.map((unit): Edit => ({ type: 'unit.restore', option: option.id, unit: unit.id }))
  if (bench.act(edits, `Keep ${what}`)) pickedGone.value = []
}
const goneColumns = computed((): Column<Gone>[] => [
  { key: 'pick', title: 'Pick', value: () => '', plain: true, width: '34px' },
  { key: 'unit', title: 'Unit', value: gone => gone.unit.label },
  { key: 'fate', title: 'Disposition', value: gone => gone.how, width: '200px' },
  { key: 'credit', title: 'Credit', of: 'money', width: '150px', value: gone => gone.creditCents },
  { key: 'acts', title: 'Keep', value: () => '', plain: true, width: '90px' }
])
const goneKey = (gone: Gone) => gone.unit.id
const goneMarks = (gone: Gone) => ({ 'data-removed': gone.unit.id })
const placesOf = (unit: DesignUnit) => places.value.filter(place => unit.item.mounts.includes(place.kind))
</script>

<template>
  <div class="installed" :class="{ old }" :aria-busy="busy">
    <p v-for="[words, many] in common" :key="words" class="small common">
      <StateMark state="decide" :size="13" /> Removing any of {{ many }} units: {{ words }}
    </p>
    <section v-if="pickedUnits.length" class="sheet picked" aria-label="Picked units">
      <EquipmentPicked :units="pickedUnits.map(unit => unit.id)" act="unit.remove" @clear="picked = []">
        <v-btn v-for="how in FATES" :key="how" @click="remove(pickedUnits, how)">{{ REMOVE[how] }}</v-btn>
      </EquipmentPicked>
    </section>
    <FactTable
      class="list"
      :rows="units"
      :columns="columns"
      name="installed equipment"
      :key-of="(unit: DesignUnit) => unit.id"
      :marks="
        (unit: DesignUnit) => ({
          [unit.state === 'new' ? 'data-added' : 'data-fitted']: unit.id,
          class: bench.selected.includes(unit.id) ? 'here' : undefined
        })
      "
      empty="A bare aircraft: nothing is installed. Add shows what to start with."
    >
      <template #pick="{ row }">
        <v-checkbox-btn
          density="compact"
          :model-value="picked.includes(row.id)"
          :aria-label="`Pick ${row.label}`"
          @update:model-value="on => pick(row.id, !!on)"
        />
      </template>
      <template #state="{ row }">
        <StateMark :state="row.state === 'new' ? 'note' : 'holds'" :size="12" /> {{ STATES[row.state] }}
      </template>
      <template #place="{ row }">
        <ChoiceField
          v-if="placesOf(row).length > 1"
          hide-label
          class="cell"
          :label="`Location of ${row.label}`"
          :items="placesOf(row).map(place => ({ value: place.id, title: place.name }))"
          :model-value="row.place.id"
          @update:model-value="place => setPlace(row, place)"
        />
        <template v-else>{{ row.place.name }}</template>
      </template>
      <template #price="{ row }">{{ preferences.money(row.priceCents) }}</template>
      <template #effect="{ row }">
        <span class="clamp small" :title="breaks(row).join('\n')">
          <template v-if="!removals[row.id]">{{ row.state === 'new' ? 'Back to before it was added.' : '…' }}</template>
          <template v-else-if="breaks(row).length"
            ><StateMark state="decide" :size="12" /> {{ breaks(row)[0]
            }}<template v-if="breaks(row).length > 1"> And {{ breaks(row).length - 1 }} more.</template></template
          >
          <template v-else><StateMark state="holds" :size="12" /> nothing breaks</template>
        </span>
      </template>
      <template #acts="{ row }">
        <v-btn v-if="row.state === 'new'" :aria-label="`Remove ${row.label}`" @click="remove([row], 'scrap')"
          >Remove</v-btn
        >
        <v-menu v-else>
          <template #activator="{ props }">
            <v-btn v-bind="props" :aria-label="`Remove ${row.label}`">Remove</v-btn>
          </template>
          <v-list density="compact">
            <v-list-item v-for="how in FATES" :key="how" @click="remove([row], how)">{{ how }}</v-list-item>
          </v-list>
        </v-menu>
      </template>
    </FactTable>
    <section v-if="bench.design!.removed.length" class="removed" aria-label="Removing">
      <h2>Removing</h2>
      <EquipmentPicked
        v-if="gonePicked.length"
        :units="gonePicked.map(unit => unit.id)"
        act="unit.restore"
        @clear="pickedGone = []"
      >
        <v-btn @click="keep(gonePicked)">Keep</v-btn>
      </EquipmentPicked>
      <FactTable
        name="what is removed"
        no-filter
        :rows="bench.design!.removed"
        :columns="goneColumns"
        :key-of="goneKey"
        :marks="goneMarks"
      >
        <template #pick="{ row: gone }">
          <v-checkbox-btn
            density="compact"
            :model-value="pickedGone.includes(gone.unit.id)"
            :aria-label="`Pick ${gone.unit.label}`"
            @update:model-value="on => pickGone(gone.unit.id, !!on)"
          />
        </template>
        <template #unit="{ row: gone }">
          <s>{{ gone.unit.label }}</s>
        </template>
        <template #fate="{ row: gone }">
          <ChoiceField
            hide-label
            :label="`Disposition of ${gone.unit.label}`"
            :items="FATES"
            :model-value="gone.how"
            @update:model-value="how => credit(gone.unit.id, how, gone.creditCents)"
          />
        </template>
        <template #credit="{ row: gone }">
          <QuantityField
            v-if="gone.how !== 'scrap'"
            kind="money"
            hide-label
            :label="`Credit for ${gone.unit.label}`"
            :model-value="gone.creditCents"
            class="money"
            @update:model-value="cents => credit(gone.unit.id, gone.how, cents)"
          />
        </template>
        <template #acts="{ row: gone }">
          <v-btn :aria-label="`Keep ${gone.unit.label}`" @click="keep([gone.unit])">Keep</v-btn>
        </template>
      </FactTable>
    </section>
  </div>
</template>

<style scoped>
.installed {
  display: flex;
  flex-direction: column;
  height: 100%;
  min-height: 0;
  padding: 4px 14px;
  overflow: auto;
}
.removed {
  padding: 6px 0;
  flex: none;
}
.picked {
  flex: none;
  position: sticky;
  top: 0;
  z-index: 3;
}
.money {
  width: 110px;
  margin-left: auto;
}
.common {
  padding: 2px 0;
}
.list {
  flex: 1 0 360px;
}
.old .list :deep(tbody .figures),
.old .list :deep(tbody .clamp) {
  opacity: 0.55;
  transition: opacity 0.1s 0.25s;
}
.list :deep(tr.here) {
  background: var(--dye-wash);
}
.clamp {
  display: -webkit-box;
  -webkit-line-clamp: 2;
  -webkit-box-orient: vertical;
  overflow: hidden;
}
</style>
