<script setup lang="ts">
import { defaultPilot, FIELD, SCAN_DEG } from '#core/pilot'
import { bounds } from '#core/panel'
import { Pilot } from '#core/document'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** Who sits there, and what they see and reach of each unit. */
const bench = useBench()
const preferences = usePreferences()
const { pilot: chosenId, layers } = usePanelTools()
const pilots = computed(() => bench.project!.airframe.pilots)
const pilot = computed(() => pilots.value.find(pilot => pilot.id === chosenId.value) ?? pilots.value[0])
const put = (next: Pilot) => bench.act([{ type: 'pilot.put', pilot: next }], `Seat ${next.name}`)
const FIELDS: readonly FormField<Pilot>[] = [
  { at: 'name', label: 'Name' },
  { at: 'eye.acrossMm', label: 'Eye across' },
  { at: 'eye.upMm', label: 'Eye up' },
  { at: 'eye.aftMm', label: 'Eye aft' },
  { at: 'shoulder.upMm', label: 'Shoulder up' },
  { at: 'shoulder.aftMm', label: 'Shoulder aft' },
  { at: 'reachMm', label: 'Reach' }
]
function add() {
  const box = bounds(bench.project!.airframe.panel.outline)
  const next = defaultPilot(
    newId('p'),
    `Pilot ${pilots.value.length + 1}`,
    Math.round(box.minX + (box.maxX - box.minX) * 0.28),
    box.maxY
  )
  if (put(next)) {
    chosenId.value = next.id
    layers.sight = true
  }
}
function drop() {
  if (pilot.value && bench.act([{ type: 'pilot.drop', pilot: pilot.value.id }], `Take ${pilot.value.name} out`))
    chosenId.value = ''
}
const rows = computed(() => {
  const report = bench.report?.pilot
  const name = new Map(bench.design?.units.map(unit => [unit.id, unit.label]))
  const rank = new Map(report?.ranking.map((ranked, index) => [ranked.unit, index + 1]))
  return (report?.seats ?? [])
    .filter(seat => seat.pilot === pilot.value?.id)
    .map(seat => ({ ...seat, label: name.get(seat.unit) ?? seat.unit, rank: rank.get(seat.unit) ?? 0 }))
    .sort((a, b) => (a.rank || 99) - (b.rank || 99))
})
type Seen = (typeof rows.value)[number]
/** Where in the field of the eye it stands, and how far out of its own cone a screen is looked at from there. */
const fieldOf = ({ sight, outOfConeDeg }: Seen) =>
  `${sight.field}${outOfConeDeg > 0 ? `, screen ${preferences.number(outOfConeDeg, 0)}° out` : ''}`
const columns = computed((): Column<Seen>[] => [
  { key: 'rank', title: 'Rank', value: row => row.rank || undefined, number: true },
  { key: 'unit', title: 'Unit', value: row => row.label },
  {
    key: 'side',
    title: 'Side',
    value: row => row.sight.sideDeg,
    text: row => `${preferences.number(row.sight.sideDeg, 0)}°`,
    number: true
  },
  {
    key: 'up',
    title: 'Up',
    value: row => row.sight.upDeg,
    text: row => `${preferences.number(row.sight.upDeg, 0)}°`,
    number: true
  },
  { key: 'field', title: 'Field', value: fieldOf },
  {
    key: 'scan',
    title: 'Scan',
    value: row => row.scanDeg,
    text: row => (row.scanDeg === undefined ? '' : `${preferences.number(row.scanDeg, 0)}°`),
    number: true
  },
  { key: 'arm', title: 'Arm', of: 'length', value: row => row.reachMm },
  {
    key: 'reach',
    title: 'Reach',
    value: row => (row.overReachMm > 0 ? `${preferences.length(row.overReachMm)} over` : row.hand)
  }
])
const unitOf = (row: Seen) => row.unit
</script>

<template>
  <div class="seats">
    <div class="who">
      <div class="row">
        <ToggleButton
          v-for="seated in pilots"
          :key="seated.id"
          :on="seated.id === pilot?.id"
          @click="chosenId = seated.id"
        >
          {{ seated.name }}
        </ToggleButton>
        <v-btn @click="add">+ pilot</v-btn>
      </div>
      <p v-if="!pilot" class="small quiet">
        No pilot is entered. Add a pilot. Measure eye and shoulder from the panel, with the seat in its flying position.
      </p>
      <div v-else class="measures narrow">
        <RecordForm :key="pilot.id" :schema="Pilot" :record="pilot" :fields="FIELDS" @set="put" />
        <v-btn @click="drop">Take out</v-btn>
      </div>
      <p class="small quiet">
        Best within {{ FIELD.bestDeg }}° of the line of sight; the eye alone goes {{ FIELD.sideDeg }}° to the side,
        {{ FIELD.upDeg }}° up, {{ FIELD.downDeg }}° down (AC 23.1311-1C, from memory). Scan: angle from the primary
        display; a standby horizon within {{ SCAN_DEG }}°. Layers Sight and Reach draw it.
      </p>
    </div>
    <div class="table" role="region" aria-label="What each unit is to this pilot" tabindex="0">
      <FactTable
        v-if="rows.length"
        name="what the pilot sees and reaches"
        no-filter
        :rows="rows"
        :columns="columns"
        :key-of="unitOf"
      >
        <template #field="{ row }">
          <StateMark :state="row.sight.field === 'outside' || row.outOfConeDeg > 0 ? 'decide' : 'holds'" :size="12" />
          {{ fieldOf(row) }}
        </template>
        <template #reach="{ row }">
          <StateMark :state="row.overReachMm > 0 ? 'decide' : 'holds'" :size="12" />
          {{ row.overReachMm > 0 ? `${preferences.length(row.overReachMm)} over` : row.hand }}
        </template>
      </FactTable>
      <p v-if="rows.length" class="small quiet">
        Rank 1 is the worst place for how often eye and hand go there (our own ranking by kind).
      </p>
      <PanelControls />
    </div>
  </div>
</template>

<style scoped>
.seats {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  align-content: start;
}
.who {
  padding: 8px 12px;
  border-bottom: 1px solid var(--rule);
  display: grid;
  gap: 6px;
  align-content: start;
}
.table {
  padding: 6px 12px;
}
/* Eight columns beside a drawing. */
.table :deep(:is(th, td)) {
  padding-inline: 2px !important;
}
.table :deep(td.figures) {
  white-space: nowrap;
}
.table :deep(.v-data-table-header__sort-icon) {
  display: none;
}
.table :deep(.v-data-table__th--sorted .v-data-table-header__sort-icon) {
  display: inline;
}
</style>
