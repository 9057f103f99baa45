<script setup lang="ts">
import { FACINGS } from '#core/catalogue'
import type { Unit } from '#core/document'
import type { Standing, WiringReport } from '#core/wiring'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** Boxes that have to stand true: which way their connectors point and how far they were found off level, with the shims. */
const { wiring } = defineProps<{ wiring: WiringReport }>()
const bench = useBench()
const preferences = usePreferences()
const labels = computed(() => new Map(bench.examined!.units.map(unit => [unit.id, unit.label])))
const STATES = { 'true': 'met', 'off': 'missing', 'not measured': 'check by hand' } as const
const OFF = [
  ['pitchDeg', 'Nose up, °'],
  ['rollDeg', 'Right side down, °'],
  ['yawDeg', 'Turned right, °']
] as const
const FACE_ITEMS = [
  { value: '', title: 'not said' },
  ...FACINGS.map(facing => ({ value: facing as string, title: facing }))
]

function set({ unit: id }: Standing, patch: NonNullable<Unit['stands']>) {
  const { option } = bench
  const unit = option?.units.find(unit => unit.id === id)
  if (!option || !unit) return
  const { stands, ...rest } = unit
  const next = Object.fromEntries(
    Object.entries({ ...stands, ...patch }).filter(([, value]) => value !== undefined && value !== false)
  )
  bench.act(
    [
      {
        type: 'unit.set',
        option: option.id,
        unit: { ...rest, ...(Object.keys(next).length && { stands: next }) }
      }
    ],
    `How ${unit.label} stands`
  )
}
/** Degrees as they are typed: empty where nobody has measured. */
function setOff(row: Standing, key: (typeof OFF)[number][0], text: string) {
  const plain = text.trim().replace(',', '.').replace('−', '-')
  if (plain === '') return set(row, { [key]: undefined })
  const value = Number(plain)
  if (Number.isFinite(value) && Math.abs(value) <= 45) set(row, { [key]: value })
  else bench.said = `“${text}” is no angle from −45 to 45 degrees. ${labels.value.get(row.unit)} was left as it was.`
}
const asked = ({ asks }: Standing) =>
  [
    `within ${preferences.number(asks.levelDeg, 1)}°`,
    `connectors ${asks.facing.join(', ')}`,
    asks.inverted ? 'upright or inverted' : 'upright'
  ].join('; ')
const shims = ({ shims: list }: Standing) => list.map(shim => `${preferences.length(shim.mm)} under ${shim.under}`)
const columns = computed((): Column<Standing>[] => [
  { key: 'box', title: 'Box', value: row => labels.value.get(row.unit) ?? row.unit },
  { key: 'asks', title: 'Asks for', value: asked },
  { key: 'facing', title: 'Connectors point', value: row => row.is.facing ?? 'not said', width: '140px' },
  { key: 'inverted', title: 'Inverted', value: row => (row.is.inverted ? 'yes' : 'no') },
  ...OFF.map(([key, title]) => ({ key, title, value: (row: Standing) => row.is[key], width: '96px' })),
  { key: 'shim', title: 'Shim', value: row => shims(row).join('; ') },
  { key: 'state', title: 'State', value: row => row.state }
])
const idOf = (row: Standing) => row.unit
const marks = (row: Standing) => ({ 'data-standing': row.unit })
</script>

<template>
  <section v-if="wiring.standings.length" class="sheet" aria-label="Units that require level mounting">
    <h2>Units that require level mounting</h2>
    <p class="small quiet">
      Measured with the aircraft level. Angles: nose up, right side down and turned to the right count up. The maker’s
      manual decides.
    </p>
    <FactTable
      name="boxes that must stand true"
      no-filter
      :rows="wiring.standings"
      :columns="columns"
      :key-of="idOf"
      :marks="marks"
    >
      <template #facing="{ row }">
        <ChoiceField
          hide-label
          :label="`Connectors of ${labels.get(row.unit)} point`"
          :items="FACE_ITEMS"
          :model-value="row.is.facing ?? ''"
          @update:model-value="
            facing => set(row, { facing: (facing || undefined) as (typeof FACINGS)[number] | undefined })
          "
        />
      </template>
      <template #inverted="{ row }">
        <v-checkbox
          :aria-label="`${labels.get(row.unit)} is inverted`"
          :model-value="row.is.inverted ?? false"
          @update:model-value="on => set(row, { inverted: !!on })"
        />
      </template>
      <template v-for="[key, says] in OFF" :key="key" #[key]="{ row }">
        <TextField
          hide-label
          empty
          :label="`${says} of ${labels.get(row.unit)}`"
          :model-value="row.is[key] === undefined ? '' : preferences.number(row.is[key]!, 1)"
          @update:model-value="text => setOff(row, key, text)"
        />
      </template>
      <template #shim="{ row }"
        ><span class="small"
          ><span v-for="words in shims(row)" :key="words">{{ words }}<br /></span></span
      ></template>
      <template #state="{ row }"><StateMark :state="STATES[row.state]" :size="13" /> {{ row.state }}</template>
    </FactTable>
  </section>
</template>
