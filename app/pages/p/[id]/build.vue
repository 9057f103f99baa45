<script setup lang="ts">
import { holeSchedule, powerUpOrder } from '#core/build'
import { writeFaceDxf, writePartsCsv, writeWiresCsv } from '#core/formats'
import { writeProject } from '#core/document'
import { bounds, groundOf, openings, setDown, sheetOf } from '#core/panel'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

const bench = useBench()
const preferences = usePreferences()
const design = computed(() => bench.design)
const stops = computed(() => (bench.report?.panel.findings ?? []).filter(finding => finding.weight === 'must fix'))
const name = (ending: string, what: string) =>
  fileName(`${bench.project!.brief.registration || bench.project!.title} ${bench.option!.name} ${what}`, ending)

const giveDxf = (system: 'inch' | 'metric') =>
  giveFile(
    name('dxf', system === 'inch' ? 'face inch' : 'face mm'),
    writeFaceDxf(design.value!, system),
    'application/dxf'
  )
const giveParts = () => giveFile(name('csv', 'parts'), writePartsCsv(design.value!), 'text/csv')
const giveWires = () => giveFile(name('csv', 'wires'), writeWiresCsv(bench.report!), 'text/csv')
const giveProject = () =>
  giveFile(fileName(bench.project!.title, 'json'), writeProject(bench.project!), 'application/json')

const placed = computed(
  () => design.value?.units.flatMap(unit => (unit.at ? (setDown(unit, unit.at.xMm, unit.at.yMm) ?? []) : [])) ?? []
)
const cuts = computed(() => (design.value ? openings(placed.value, design.value.airframe.panel.leastWebMm) : []))
/** The aeroplane's own openings: cut with the others, or drilled with the screws. */
const own = computed(() => (design.value ? groundOf(design.value.airframe.panel).holes : []))
/** In an existing sheet only what it does not have yet is made. */
const kept = computed(() => design.value && sheetOf(design.value).sheet === 'existing')
const toMake = computed(() => {
  const { openings = [], screws = [] } = design.value ? holeSchedule(design.value) : {}
  const made = (rows: readonly { existing: boolean }[]) => rows.filter(({ existing }) => !existing).length
  return { openings: made(openings), screws: made(screws) }
})
const box = computed(() => bounds(design.value!.airframe.panel.outline))
const flip = (y: number) => box.value.maxY - y
const outline = computed(
  () =>
    `${design.value!.airframe.panel.outline.map(([x, y], index) => `${index ? 'L' : 'M'}${x} ${flip(y)}`).join('')}Z`
)

/** First power-up from this very design: breakers pushed one by one, with the amps to expect. */
const powerUp = computed(() =>
  bench.examined && bench.report
    ? powerUpOrder(
        bench.examined,
        bench.report.power.circuits,
        new Set(bench.report.power.endurance.kept.map(load => load.unit))
      )
    : { steps: [], batteryV: 0 }
)
const powerSteps = computed(() => powerUp.value.steps.map((step, index) => ({ ...step, order: index + 1 })))
type PowerStep = (typeof powerSteps.value)[number]
const stepOf = (step: PowerStep) => `${step.kind} ${step.of}`
const powerColumns = computed((): Column<PowerStep>[] => [
  { key: 'order', title: 'Order', value: row => row.order, number: true },
  { key: 'label', title: 'Switch on or push', value: row => row.label + (row.offAgain ? ', then off again' : '') },
  {
    key: 'bus',
    title: 'Bus',
    value: row => row.busName ?? (row.kind === 'master' ? 'master' : 'alternator switch')
  },
  {
    key: 'breaker',
    title: 'Breaker',
    value: row => row.breakerA,
    text: row => (row.breakerA === undefined ? '—' : `${preferences.short(row.breakerA)} A`),
    number: true
  },
  {
    key: 'expect',
    title: 'Expected A',
    value: row => row.expectA,
    text: row => preferences.amps(row.expectA),
    number: true
  },
  {
    key: 'ammeter',
    title: 'Total A',
    value: row => row.ammeterA,
    text: row => preferences.amps(row.ammeterA),
    number: true
  },
  // A line to write on, on paper and in the sheet.
  { key: 'read', title: 'Read', value: () => '', width: '90px' }
])
</script>

<template>
  <div v-if="design && bench.report" class="page">
    <h1>Build</h1>
    <p v-if="stops.length" class="caution">
      <StateMark state="must fix" /> {{ stops.length }} findings on the face must be fixed. The files can be taken, but
      do not cut: {{ preferences.say(stops[0]!.says) }}
    </p>
    <div class="two">
      <section class="sheet grid">
        <h2>Files</h2>
        <div class="file">
          <div class="grow">
            <b>Cut drawing, DXF</b>
            <p class="small quiet">
              <template v-if="kept">Existing sheet. To be made: </template>{{ toMake.openings }} openings,
              {{ toMake.screws }} screw holes; layers OUTLINE, CUT, SCREW, ETCH, REFERENCE; closed contours; units
              declared. Bays, SVG, full-size paper and the cutter: Panel, Print and cut.
            </p>
          </div>
          <v-btn color="primary" variant="flat" @click="giveDxf('inch')">inches</v-btn
          ><v-btn color="primary" variant="flat" @click="giveDxf('metric')">millimetres</v-btn>
        </div>
        <div class="file">
          <div class="grow">
            <b>Parts list, CSV</b>
            <p class="small quiet">Buy, keep, move, dispose.</p>
          </div>
          <v-btn color="primary" variant="flat" @click="giveParts">Parts list</v-btn>
        </div>
        <div class="file">
          <div class="grow">
            <b>Wire list, CSV</b>
            <p class="small quiet">{{ bench.report.wiring.wires.length }} wires with the length to cut.</p>
          </div>
          <v-btn color="primary" variant="flat" @click="giveWires">Wire list</v-btn>
        </div>
        <div class="file">
          <div class="grow">
            <b>Project file, JSON</b>
            <p class="small quiet">All options, with the items they use: opens anywhere.</p>
          </div>
          <v-btn color="primary" variant="flat" @click="giveProject">Project file</v-btn>
        </div>
        <p class="small quiet">
          Prove the face with a clear acrylic test piece in the aircraft before aluminum is cut.
        </p>
      </section>
      <section class="sheet">
        <h2>Cutouts</h2>
        <svg
          :viewBox="`${box.minX - 8} -8 ${box.maxX - box.minX + 16} ${box.maxY - box.minY + 16}`"
          class="cut"
          role="img"
          aria-label="Outline, openings and screw holes as in the cut drawing"
        >
          <path :d="outline" />
          <path
            v-for="(cut, index) in cuts"
            :key="index"
            :d="figurePath(cut.figure, flip, cut.cornerMm)"
            class="hole"
          />
          <path v-for="hole in own" :key="hole.zone.id" :d="figurePath(hole.figure, flip)" class="hole" />
          <template v-for="unit in placed" :key="unit.id">
            <path v-for="(screw, index) in unit.screws" :key="index" :d="figurePath(screw, flip)" class="hole" />
          </template>
        </svg>
        <p class="small quiet">
          Sheet {{ preferences.length(box.maxX - box.minX) }} × {{ preferences.length(box.maxY - box.minY) }},
          {{ preferences.number(bench.report.panel.cutShare * 100, 0) }} % of it cut away.
        </p>
        <h3>Labels to make</h3>
        <p class="small">{{ placed.map(unit => unit.label).join(' · ') || 'Nothing is on the face yet.' }}</p>
      </section>
    </div>
    <section class="sheet">
      <h2>First power-up</h2>
      <p class="caution">
        An assistant is at the master switch with a fire extinguisher. Engine and propeller stand still and are clear.
        All breakers out; master on, listen for the contactor; then bus by bus one breaker at a time, watching for smoke
        and amps. Stop when a reading is far from what is expected. The amps are those at
        {{ preferences.number(powerUp.batteryV, 1) }} V of a full battery.
      </p>
      <FactTable
        v-if="powerUp.steps.length"
        :rows="powerSteps"
        :columns="powerColumns"
        name="first power-up"
        :key-of="stepOf"
      >
        <template #label="{ row }">
          {{ row.label }}<span v-if="row.offAgain" class="small quiet">, then off again</span>
        </template>
        <template #read><span class="read" /></template>
      </FactTable>
      <p v-else class="quiet">Nothing takes current yet.</p>
    </section>
  </div>
</template>

<style scoped>
.page {
  padding: 14px 18px;
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 1fr);
}
.two {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 12px;
  align-items: start;
}
.file .plain {
  white-space: nowrap;
}
.file {
  display: flex;
  gap: 8px;
  align-items: center;
  border-bottom: 1px solid var(--rule);
  padding-bottom: 8px;
}
.cut {
  width: 100%;
  max-height: 260px;
}
.cut path {
  fill: var(--sheet);
  stroke: var(--graphite);
}
.cut .hole {
  fill: var(--chalk);
  stroke: var(--graphite);
  stroke-width: 0.8;
}
.sum td {
  font-weight: 700;
  border-top: 1.5px solid var(--sheet-edge);
}
.read {
  width: 120px;
  border-bottom: 1px solid var(--quiet) !important;
}
</style>
