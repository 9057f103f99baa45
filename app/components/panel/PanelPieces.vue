<script setup lang="ts">
import { looksRound } from '#core/catalogue'
import { ARRANGEMENTS, arrange, extent, setDown, type Arrangement } from '#core/panel'
import type { Row } from '#core/document'
import type { DesignUnit } from '#core/design'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** What is in the tray, and what is selected: its exact place, and what can be done with several at once. */
const emit = defineEmits<{ take: [DesignUnit, PointerEvent]; down: [DesignUnit] }>()
const bench = useBench()
const preferences = usePreferences()
const design = computed(() => bench.design!)
const tray = computed(() =>
  design.value.units.filter(unit => unit.item.face && unit.place.kind === 'panel' && !unit.at)
)
const chosen = computed(() => bench.selected.flatMap(id => design.value.units.find(unit => unit.id === id) ?? []))
const single = computed(() => (chosen.value.length === 1 ? chosen.value[0] : undefined))
const raw = computed(() => bench.option?.units.find(unit => unit.id === single.value?.id))
const findings = computed(() =>
  [
    ...(bench.livePanel?.findings ?? bench.report?.panel.findings ?? []),
    ...(bench.report?.pilot.findings ?? []),
    ...(bench.report?.strength.findings ?? [])
  ].filter(finding => single.value && finding.subjects.includes(single.value.id))
)
const row = computed(() => design.value.rows.find(found => chosen.value.some(unit => unit.row === found.id)))
const group = computed(() =>
  design.value.groups.find(
    found => chosen.value.length > 1 && chosen.value.every(unit => found.units.includes(unit.id))
  )
)
const on = computed(() => bench.option!.id)
const arrangement = ref<Arrangement>('left edges')

const boxOf = (unit: DesignUnit) => extent(setDown(unit, unit.at!.xMm, unit.at!.yMm)!.bezel)
const size = (unit: DesignUnit) => {
  const e = extent(setDown(unit, 0, 0)!.bezel)
  return looksRound(unit.item.face!.bezel)
    ? `⌀ ${preferences.length(e.maxX - e.minX)}`
    : `${preferences.length(e.maxX - e.minX)} × ${preferences.length(e.maxY - e.minY)}`
}
const move = (patch: { xMm?: number; yMm?: number }) => {
  if (single.value?.at)
    bench.act(
      [{ type: 'unit.move', option: on.value, unit: single.value.id, ...single.value.at, ...patch }],
      `Move ${single.value.label}`
    )
}
const backToTray = () => {
  if (single.value)
    bench.act(
      [{ type: 'unit.lift', option: on.value, unit: single.value.id }],
      `Take ${single.value.label} off the face`
    )
}
function rename(label: string) {
  if (raw.value && label)
    bench.act(
      [{ type: 'unit.set', option: on.value, unit: { ...raw.value, label: label.slice(0, 120) } }],
      `Rename ${raw.value.label}`
    )
}
const lock = () => {
  const locked = !chosen.value.every(unit => unit.locked)
  bench.act(
    chosen.value.map(unit => ({ type: 'unit.lock' as const, option: on.value, unit: unit.id, locked })),
    locked ? 'Lock' : 'Unlock'
  )
}
function duplicate() {
  const edits = chosen.value.map(unit => {
    const found = bench.option!.units.find(other => other.id === unit.id)!
    const spot = unit.at && { xMm: Number((unit.at.xMm + 10).toFixed(3)), yMm: Number((unit.at.yMm - 10).toFixed(3)) }
    return {
      type: 'unit.add' as const,
      option: on.value,
      unit: {
        ...found,
        ...spot,
        id: newId(unit.item.id),
        label: `${unit.label} copy`,
        locked: false
      }
    }
  })
  if (
    bench.act(edits, `Duplicate ${chosen.value.length > 1 ? `${chosen.value.length} units` : chosen.value[0]!.label}`)
  )
    bench.selected = edits.map(edit => edit.unit.id)
}
function setInOrder() {
  const shifts = arrange(chosen.value.map(boxOf), arrangement.value)
  moveUnits(
    bench,
    chosen.value.flatMap((unit, i) =>
      unit.at && !unit.locked
        ? [{ id: unit.id, xMm: unit.at.xMm + shifts[i]!.dx, yMm: unit.at.yMm + shifts[i]!.dy }]
        : []
    ),
    `Set in order: ${arrangement.value}`
  )
}
const regroup = () =>
  bench.act(
    [
      group.value
        ? { type: 'group.drop', option: on.value, group: group.value.id }
        : {
            type: 'group.put',
            option: on.value,
            group: {
              id: newId('g'),
              name: `Group of ${chosen.value.length}`,
              units: chosen.value.map(unit => unit.id)
            }
          }
    ],
    group.value ? 'Ungroup' : 'Group'
  )
function makeRow(kind: Row['kind']) {
  const sorted = [...chosen.value].sort((a, b) => (kind === 'row' ? a.at!.xMm - b.at!.xMm : b.at!.yMm - a.at!.yMm))
  const first = sorted[0]!
  const boxes = sorted.map(boxOf)
  const widest = Math.max(...boxes.map(box => box.maxX - box.minX))
  const pitchMm =
    kind === 'stack'
      ? 0
      : Number(
          Math.max(
            widest + design.value.airframe.panel.leastWebMm,
            (sorted.at(-1)!.at!.xMm - first.at!.xMm) / Math.max(1, sorted.length - 1)
          ).toFixed(2)
        )
  bench.act(
    [
      {
        type: 'row.put',
        option: on.value,
        row: {
          id: newId('r'),
          name: kind === 'row' ? 'Row' : 'Stack',
          kind,
          xMm: first.at!.xMm,
          yMm: kind === 'stack' ? boxes[0]!.maxY : first.at!.yMm,
          pitchMm,
          units: sorted.map(unit => unit.id)
        }
      }
    ],
    kind === 'row' ? 'Set in a row' : 'Stack'
  )
}
const setRow = (patch: Partial<Row>) => {
  if (row.value)
    bench.act([{ type: 'row.put', option: on.value, row: { ...row.value, ...patch } }], `Change ${row.value.name}`)
}
function shiftInRow(by: -1 | 1) {
  if (!row.value || !single.value) return
  const units = [...row.value.units]
  const index = units.indexOf(single.value.id)
  if (index + by < 0 || index + by >= units.length) return
  ;[units[index], units[index + by]] = [units[index + by]!, units[index]!]
  setRow({ units })
}
const gapOf = computed(() => {
  const [a, b] = chosen.value
  if (chosen.value.length !== 2 || !a?.at || !b?.at) return ''
  const [p, q] = [boxOf(a), boxOf(b)]
  const clear = Math.max(p.minX - q.maxX, q.minX - p.maxX, p.minY - q.maxY, q.minY - p.maxY)
  const [across, up] = [
    preferences.length(Math.abs(a.at.xMm - b.at.xMm)),
    preferences.length(Math.abs(a.at.yMm - b.at.yMm))
  ]
  const between = clear >= 0 ? `${preferences.length(clear)} between the bezels` : 'the bezels overlap'
  return `middles ${across} across and ${up} up apart; ${between}`
})
const stackable = computed(() => chosen.value.length > 1 && chosen.value.every(unit => unit.at) && !row.value)
</script>

<template>
  <div class="pieces">
    <div class="tray" aria-label="Tray">
      <h2>Tray <span class="quiet small">no place yet</span></h2>
      <p v-if="tray.length === 0" class="quiet small">Empty. What you choose in Equipment for the panel waits here.</p>
      <div v-else class="row">
        <v-btn
          v-for="unit in tray"
          :key="unit.id"
          class="waiting"
          :data-tray="unit.id"
          title="Drag it onto the panel, or press Enter to set it down"
          @pointerdown="(event: PointerEvent) => emit('take', unit, event)"
          @keydown.enter.prevent="emit('down', unit)"
        >
          <b>{{ unit.label }}</b> <span class="figures small">{{ size(unit) }}</span>
        </v-btn>
      </div>
    </div>
    <div class="exact" aria-label="Selected unit">
      <template v-if="single && raw">
        <div class="row first">
          <TextField :most="120" label="Label" class="grow" :model-value="single.label" @update:model-value="rename" />
          <template v-if="single.at">
            <QuantityField
              kind="position"
              label="Across"
              :model-value="single.at.xMm"
              class="pos"
              @update:model-value="v => move({ xMm: v })"
            />
            <QuantityField
              kind="position"
              label="Up"
              :model-value="single.at.yMm"
              class="pos"
              @update:model-value="v => move({ yMm: v })"
            />
          </template>
          <v-btn v-if="single.at" class="nowrap" @click="backToTray">To the tray</v-btn>
          <v-btn @click="lock">{{ single.locked ? 'Unlock' : 'Lock' }}</v-btn>
          <v-btn @click="duplicate">Duplicate</v-btn>
          <v-checkbox
            v-if="single.item.body"
            :model-value="single.rearSupport"
            @update:model-value="
              checked =>
                bench.act(
                  [
                    {
                      type: 'unit.support',
                      option: on,
                      unit: single!.id,
                      rear: checked === true
                    }
                  ],
                  'Rear support'
                )
            "
            label="Rear support"
          />
        </div>
        <p class="small quiet">
          {{ single.item.maker }} {{ single.item.name }} · {{ size(single) }} · depth
          {{ single.item.body ? preferences.length(single.item.body.depthMm + single.item.body.connectorMm) : '—' }}
          with connectors ·
          {{ preferences.mass(single.item.massKg) }}
        </p>
        <p v-for="finding in findings" :key="finding.id" class="small">
          <StateMark :state="finding.weight" :size="14" /> <SayPhrase :says="finding.says" />
        </p>
      </template>
      <template v-else-if="chosen.length > 1">
        <div class="row">
          <b class="small">{{ chosen.length }} units</b>
          <ChoiceField v-model="arrangement" label="Set in order" :items="ARRANGEMENTS" /><v-btn
            color="primary"
            variant="flat"
            @click="setInOrder"
            >Set</v-btn
          >
          <v-btn @click="regroup">{{ group ? 'Ungroup' : 'Group' }}</v-btn
          ><v-btn @click="lock"> {{ chosen.every(unit => unit.locked) ? 'Unlock' : 'Lock' }}</v-btn
          ><v-btn @click="duplicate">Duplicate</v-btn> <v-btn v-if="stackable" @click="makeRow('row')">Make a row</v-btn
          ><v-btn v-if="stackable" @click="makeRow('stack')">Make a stack</v-btn>
        </div>
        <p class="small quiet">
          Edges and middles go to those of the first one selected, {{ chosen[0]!.label }}.
          <span class="figures">{{ gapOf }}</span>
        </p>
      </template>
      <p v-else class="quiet small">
        Select a unit to type its exact position: 3 1/8, {{ preferences.short(3.125, 3) }}" or
        {{ preferences.short(79.4) }} mm. Drag it; hold Alt to let go of the lines it is drawn to. Drag over the ground
        to select several, Shift adds. The wheel zooms; Space with a drag pans; m measures.
      </p>
      <div v-if="row" class="row first set">
        <TextField
          :most="120"
          :label="row.kind === 'row' ? 'Row' : 'Stack'"
          :model-value="row.name"
          empty
          @update:model-value="value => setRow({ name: value || row!.name })"
        />
        <QuantityField
          kind="length"
          :label="row.kind === 'row' ? 'Pitch' : 'Gap'"
          :model-value="row.pitchMm"
          class="pos"
          @update:model-value="v => setRow({ pitchMm: v })"
        />
        <template v-if="single"
          ><v-btn :aria-label="`Earlier in ${row.name}`" @click="shiftInRow(-1)">earlier</v-btn
          ><v-btn :aria-label="`Later in ${row.name}`" @click="shiftInRow(1)">later</v-btn></template
        >
        <v-btn @click="bench.act([{ type: 'row.drop', option: on, row: row!.id }], `Break up ${row!.name}`)">
          Break up
        </v-btn>
        <span class="small quiet grow">{{ row.units.length }} members; the rest re-flow when one changes.</span>
      </div>
    </div>
  </div>
</template>

<style scoped>
.pieces {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  align-content: start;
}
.tray {
  padding: 8px 12px;
  border-bottom: 1px solid var(--rule);
}
.exact {
  padding: 8px 12px;
  display: grid;
  gap: 5px;
  align-content: start;
}
.waiting {
  cursor: grab;
  touch-action: none;
  text-align: left;
}
.first {
  align-items: end;
}
.first .grow {
  min-width: 120px;
}
.set {
  border-top: 1px solid var(--rule);
  padding-top: 4px;
}
.pos {
  flex: 1 1 106px;
  max-width: 170px;
}
.nowrap {
  white-space: nowrap;
}
</style>
