<script setup lang="ts">
import { FACINGS } from '#core/catalogue'
import type { Unit } from '#core/document'
import type { Standing, WiringReport } from '#core/wiring'
import { useBench } from '~/stores/bench'
import { useTaste } from '~/stores/taste'

/** Boxes that have to stand true: which way their connectors point and how far they were found off level, with the shims. */
const { wiring } = defineProps<{ wiring: WiringReport }>()
const bench = useBench()
const taste = useTaste()
const labels = computed(() => new Map(bench.examined!.units.map(unit => [unit.id, unit.label])))
const STATES = { 'true': 'met', 'off': 'missing', 'not measured': 'check by hand' } as const
const OFF = [
  ['pitchDeg', 'Nose up, °'],
  ['rollDeg', 'Right side down, °'],
  ['yawDeg', 'Turned right, °']
] as const
const FACE_ITEMS = [{ value: '', title: 'not said' }, ...FACINGS.map(one => ({ value: one as string, title: one }))]

function set({ unit: id }: Standing, patch: NonNullable<Unit['stands']>) {
  const { option } = bench
  const unit = option?.units.find(one => one.id === id)
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
    `within ${taste.number(asks.levelDeg, 1)}°`,
    `connectors ${asks.facing.join(', ')}`,
    asks.inverted ? 'upright or inverted' : 'upright'
  ].join('; ')
</script>

<template>
  <section v-if="wiring.standings.length" class="sheet" aria-label="Boxes that must stand true">
    <h2>Boxes that must stand true</h2>
    <p class="small quiet">
      Measured with the aeroplane level. Angles: nose up, right side down and turned to the right count up. The maker’s
      manual decides.
    </p>
    <div class="scroll">
      <table class="list">
        <thead>
          <tr>
            <th>Box</th>
            <th>Asks for</th>
            <th>Connectors point</th>
            <th>Inverted</th>
            <th v-for="[key, says] in OFF" :key="key">{{ says }}</th>
            <th>Shim</th>
            <th>State</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in wiring.standings" :key="row.unit" :data-standing="row.unit">
            <td>{{ labels.get(row.unit) }}</td>
            <td class="small">{{ asked(row) }}</td>
            <td class="facing">
              <ChoiceField
                hide-label
                :label="`Connectors of ${labels.get(row.unit)} point`"
                :items="FACE_ITEMS"
                :model-value="row.is.facing ?? ''"
                @update:model-value="
                  facing => set(row, { facing: (facing || undefined) as (typeof FACINGS)[number] | undefined })
                "
              />
            </td>
            <td>
              <v-checkbox
                :aria-label="`${labels.get(row.unit)} is inverted`"
                :model-value="row.is.inverted ?? false"
                @update:model-value="on => set(row, { inverted: !!on })"
              />
            </td>
            <td v-for="[key, says] in OFF" :key="key" class="off">
              <TextField
                hide-label
                empty
                :label="`${says} of ${labels.get(row.unit)}`"
                :model-value="row.is[key] === undefined ? '' : taste.number(row.is[key]!, 1)"
                @update:model-value="text => setOff(row, key, text)"
              />
            </td>
            <td class="small">
              <span v-for="shim in row.shims" :key="shim.under"
                >{{ taste.length(shim.mm) }} under {{ shim.under }}<br
              /></span>
            </td>
            <td class="state"><StateMark :state="STATES[row.state]" :size="13" /> {{ row.state }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
.facing {
  min-width: 128px;
}
.state {
  white-space: nowrap;
}
.off {
  width: 92px;
}
</style>
