<script setup lang="ts">
import { defaultPilot, FIELD } from '#core/pilot'
import { bounds } from '#core/panel'
import type { Pilot } from '#core/document'
import { nanoid } from 'nanoid'
import { useBench } from '~/stores/bench'
import { useTaste } from '~/stores/taste'

/** Who sits there, and what they see and reach of each unit. */
const bench = useBench()
const taste = useTaste()
const { pilot: chosenId, layers } = usePanelTools()
const pilots = computed(() => bench.project!.airframe.pilots)
const pilot = computed(() => pilots.value.find(one => one.id === chosenId.value) ?? pilots.value[0])
const put = (next: Pilot) => bench.act([{ type: 'pilot.put', pilot: next }], `Seat ${next.name}`)
function add() {
  const box = bounds(bench.project!.airframe.panel.outline)
  const next = defaultPilot(
    `p-${nanoid(6).replace(/[^A-Za-z0-9]/g, 'x')}`,
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
  const rank = new Map(report?.ranking.map((one, index) => [one.unit, index + 1]))
  return (report?.seats ?? [])
    .filter(seat => seat.pilot === pilot.value?.id)
    .map(seat => ({ ...seat, label: name.get(seat.unit) ?? seat.unit, rank: rank.get(seat.unit) ?? 0 }))
    .sort((a, b) => (a.rank || 99) - (b.rank || 99))
})
</script>

<template>
  <div class="seats">
    <div class="who">
      <div class="row">
        <v-btn
          v-for="one in pilots"
          :key="one.id"
          :color="one.id === pilot?.id ? 'primary' : undefined"
          :variant="one.id === pilot?.id ? 'flat' : 'outlined'"
          :aria-pressed="one.id === pilot?.id"
          @click="chosenId = one.id"
        >
          {{ one.name }}
        </v-btn>
        <v-btn @click="add">+ pilot</v-btn>
      </div>
      <p v-if="!pilot" class="small quiet">
        Nobody sits here yet. Add a pilot: the eye and the shoulder are measured from the face, with the seat where it
        is flown.
      </p>
      <div v-else class="row end">
        <TextField
          :most="120"
          label="Name"
          class="name"
          :model-value="pilot.name"
          @update:model-value="value => put({ ...pilot!, name: value })"
        />
        <QuantityField
          kind="length"
          label="Eye across"
          :model-value="pilot.eye.acrossMm"
          class="pos"
          @update:model-value="v => put({ ...pilot!, eye: { ...pilot!.eye, acrossMm: v } })"
        /><QuantityField
          kind="length"
          label="Eye up"
          :model-value="pilot.eye.upMm"
          class="pos"
          @update:model-value="v => put({ ...pilot!, eye: { ...pilot!.eye, upMm: v } })"
        /><QuantityField
          kind="length"
          label="Eye aft"
          :model-value="pilot.eye.aftMm"
          class="pos"
          @update:model-value="v => put({ ...pilot!, eye: { ...pilot!.eye, aftMm: v } })"
        />
        <QuantityField
          kind="length"
          label="Shoulder up"
          :model-value="pilot.shoulder.upMm"
          class="pos"
          @update:model-value="v => put({ ...pilot!, shoulder: { ...pilot!.shoulder, upMm: v } })"
        /><QuantityField
          kind="length"
          label="Shoulder aft"
          :model-value="pilot.shoulder.aftMm"
          class="pos"
          @update:model-value="v => put({ ...pilot!, shoulder: { ...pilot!.shoulder, aftMm: v } })"
        /><QuantityField
          kind="length"
          label="Reach"
          :model-value="pilot.reachMm"
          class="pos"
          @update:model-value="v => put({ ...pilot!, reachMm: v })"
        />
        <v-btn @click="drop">Take out</v-btn>
      </div>
      <p class="small quiet">
        Best within {{ FIELD.bestDeg }}° of the line of sight; the eye alone goes {{ FIELD.sideDeg }}° to the side,
        {{ FIELD.upDeg }}° up, {{ FIELD.downDeg }}° down (AC 23.1311-1C, from memory). Layers Sight and Reach draw it.
      </p>
    </div>
    <div class="table" role="region" aria-label="What each unit is to this pilot" tabindex="0">
      <table v-if="rows.length" class="list">
        <thead>
          <tr>
            <th class="number">Rank</th>
            <th>Unit</th>
            <th class="number">Side</th>
            <th class="number">Up</th>
            <th>Field</th>
            <th class="number">Screen</th>
            <th class="number">Arm</th>
            <th>Reach</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in rows" :key="one.unit">
            <td class="number figures">{{ one.rank || '—' }}</td>
            <td>{{ one.label }}</td>
            <td class="number figures">{{ taste.number(one.sight.sideDeg, 0) }}°</td>
            <td class="number figures">{{ taste.number(one.sight.upDeg, 0) }}°</td>
            <td>
              <StateMark :state="one.sight.field === 'outside' ? 'decide' : 'holds'" :size="12" />
              {{ one.sight.field }}
            </td>
            <td class="number figures">
              {{ one.outOfConeDeg > 0 ? `${taste.number(one.outOfConeDeg, 0)}° out` : 'reads' }}
            </td>
            <td class="number figures">{{ taste.length(one.reachMm) }}</td>
            <td>
              <StateMark :state="one.overReachMm > 0 ? 'decide' : 'holds'" :size="12" />
              {{ one.overReachMm > 0 ? `${taste.length(one.overReachMm)} over` : one.hand }}
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="rows.length" class="small quiet">
        Rank 1 is the worst place for how often eye and hand go there (our own ranking by kind).
      </p>
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
.end {
  align-items: end;
}
.pos {
  flex: 1 1 106px;
  max-width: 170px;
}
.name {
  width: 120px;
}
</style>
