<script setup lang="ts">
import { busName } from '#core/cables'
import type { Controlled, ControlPoint } from '#core/pilot'
import { useBench } from '~/stores/bench'

/** What is set in flight, from where, who reaches that, and what is left when one of these fails. */
const bench = useBench()
const rows = computed(() => bench.report?.pilot.controls ?? [])
const keyOf = (row: Controlled) => `${row.setting} ${row.unit}`
const nameOf = computed(() => new Map(bench.project!.airframe.pilots.map(pilot => [pilot.id, pilot.name])))
const OVER: Partial<Record<ControlPoint['over'], string>> = { front: 'own front', wireless: 'wireless, not counted' }
const overOf = ({ over, bus }: ControlPoint) => (bus ? busName(bus) : (OVER[over] ?? over.toUpperCase()))
const fromWords = (row: Controlled) =>
  row.points.map(point => `${point.label} (${overOf(point)})`).join('; ') || 'nowhere: no dimmer is linked'
const onFace = computed(() => new Set(bench.design?.units.filter(unit => unit.at).map(unit => unit.id)))
const reachWords = (row: Controlled) => {
  const measured = row.points.filter(point => onFace.value.has(point.unit))
  if (!measured.length) return row.points.length ? 'not on the panel' : ''
  const names = [...new Set(measured.flatMap(point => point.reachedBy))].map(id => nameOf.value.get(id))
  return names.join(', ') || 'nobody'
}
const lossWords = (row: Controlled) =>
  row.losses.map(({ lost, left }) => `without ${lost}: ${left.join(', ') || 'nothing'}`).join('; ')
const columns: Column<Controlled>[] = [
  { key: 'setting', title: 'Sets', value: row => `${row.setting}: ${row.label}`, width: '24%' },
  { key: 'from', title: 'From', value: fromWords, width: '28%' },
  { key: 'reach', title: 'Reached by', value: reachWords, width: '18%' },
  { key: 'left', title: 'Left after a loss', value: lossWords }
]
</script>

<template>
  <section v-if="rows.length">
    <h2>Control points</h2>
    <FactTable name="control points" no-filter :rows="rows" :columns="columns" :key-of="keyOf">
      <template #setting="{ row }"> <b>{{ row.setting }}</b><br />{{ row.label }} </template>
      <template #left="{ row }">
        <div v-for="{ lost, left } in row.losses" :key="lost">
          <StateMark :state="left.length ? 'holds' : 'note'" :size="12" /> without {{ lost }}:
          {{ left.join(', ') || 'nothing' }}
        </div>
      </template>
    </FactTable>
    <p class="small quiet">
      By the links and buses of this option. A wireless link is shown and counts for nothing. A unit that is out of
      reach is no finding where all it sets can be set from another unit that the pilot reaches.
    </p>
  </section>
</template>
