<script setup lang="ts">
import { format } from 'date-fns'
import { balanceRows, envelopeOf } from '#core/mass'
import { balanceSheet } from '#core/report'
import { freshId, Station, type Loading } from '#core/document'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** Empty weight after the work, line by line; seats, tanks and baggage; how they are loaded, against the envelope; the form. */
const bench = useBench()
const preferences = usePreferences()
const airframe = computed(() => bench.project!.airframe)
const mass = computed(() => bench.report!.mass)
const inch = computed(() => preferences.reading.system === 'inch')
const units = computed(() =>
  inch.value ? { mass: 'lb', arm: 'in', moment: 'lb·in' } : { mass: 'kg', arm: 'mm', moment: 'kg·mm' }
)
const alteration = computed(() => balanceRows(mass.value.lines, preferences.reading))
type Row = (typeof alteration.value)['rows'][number]
const rowOf = (row: Row) => String(alteration.value.rows.indexOf(row))
const rounded = (key: 'mass' | 'arm' | 'moment', title: string, digits: number): Column<Row> => ({
  key,
  title: `${title}, ${units.value[key]}`,
  value: row => row[key],
  text: row => preferences.number(row[key], digits),
  number: true
})
const alterationColumns = computed((): Column<Row>[] => [
  { key: 'text', title: 'Line', value: row => row.text },
  rounded('mass', 'Weight', 2),
  rounded('arm', 'Arm', 1),
  rounded('moment', 'Moment', 1)
])
const { putAirframe } = useRecords()
const fieldsOf = ({ name }: Station): readonly FormField<Station>[] => [
  { at: 'name', label: 'Name of the station' },
  { at: 'kind', label: `Kind of ${name}` },
  { at: 'armMm', label: `Arm of ${name}` },
  { at: 'mostKg', label: `Limit of ${name}`, none: 0 }
]
const putStation = (station: Station) => bench.act([{ type: 'station.put', station }], `Station ${station.name}`)
function addStation() {
  const id = freshId('station-', airframe.value.stations)
  const place = airframe.value.places.find(place => place.kind === 'cabin') ?? airframe.value.places[0]!
  const station: Station = {
    id,
    name: `Station ${airframe.value.stations.length + 1}`,
    kind: 'seat',
    armMm: place.armMm
  }
  bench.act([{ type: 'station.put', station }], 'Add a station')
}
const dropStation = (station: Station) =>
  bench.act([{ type: 'station.drop', station: station.id }], `Delete station ${station.name}`)
function addLoading() {
  const id = freshId('loading-', airframe.value.loadings)
  const loading: Loading = { id, name: `Loading ${airframe.value.loadings.length + 1}`, loads: [] }
  bench.act([{ type: 'loading.put', loading }], 'Add a loading')
}
const setLoading = (loading: Loading, patch: Partial<Loading>) =>
  bench.act([{ type: 'loading.put', loading: { ...loading, ...patch } }], `Loading ${loading.name}`)
const dropLoading = (loading: Loading) =>
  bench.act([{ type: 'loading.drop', loading: loading.id }], `Delete loading ${loading.name}`)
const loadAt = (loading: Loading, station: Station) =>
  loading.loads.find(load => load.station === station.id)?.massKg ?? 0
const setLoad = (loading: Loading, station: Station, massKg: number) =>
  setLoading(loading, {
    loads: [
      ...loading.loads.filter(load => load.station !== station.id),
      ...(massKg > 0 ? [{ station: station.id, massKg }] : [])
    ]
  })
const loaded = (loading: Loading) => mass.value.loadings.find(other => other.id === loading.id)

const corners = computed(() => envelopeOf(airframe.value))
const setEnvelope = (next: readonly (readonly [number, number])[]) =>
  putAirframe({ ...airframe.value, envelope: next.map(([arm, mass]) => [arm, mass]) }, 'envelope')
function setCorner(index: number, patch: { arm?: number; mass?: number }) {
  const next = corners.value.map(([arm, weight], at): [number, number] =>
    at === index ? [patch.arm ?? arm, patch.mass ?? weight] : [arm, weight]
  )
  setEnvelope(next)
}
const addCorner = () => setEnvelope([...corners.value, corners.value.at(-1)!])
const dropCorner = (index: number) =>
  corners.value.length > 3 && setEnvelope(corners.value.filter((_, at) => at !== index))
async function givePdf() {
  const design = bench.examined
  if (!design) return
  try {
    const { writeAnalysisPdf } = await import('#core/print')
    const sheet = balanceSheet(
      design,
      mass.value,
      preferences.day(format(new Date(), 'yyyy-MM-dd')),
      preferences.reading
    )
    const stem = bench.project!.brief.registration || bench.project!.title
    giveFile(
      fileName(`${stem} ${bench.option!.name} weight and balance`, 'pdf'),
      await writeAnalysisPdf(sheet, preferences.paper, await paperFonts()),
      'application/pdf'
    )
  } catch (error) {
    bench.said = `The file could not be made: ${(error as Error).message} Nothing was changed.`
  }
}
</script>

<template>
  <div class="page">
    <section class="sheet scroll" role="region" aria-label="Loadings" tabindex="0">
      <div class="row">
        <h2 class="grow">Stations and loadings</h2>
        <v-btn @click="addStation">Add a station</v-btn><v-btn @click="addLoading">Add a loading</v-btn>
      </div>
      <p v-if="!airframe.stations.length" class="quiet">
        No loading is entered. Center of gravity limits are not checked.
        <v-btn color="primary" variant="flat" @click="addStation">Add the first seat</v-btn>
      </p>
      <table v-else class="list edit">
        <thead>
          <tr>
            <th>Station</th>
            <th>Kind</th>
            <th>Arm</th>
            <th>Limit (0: none)</th>
            <th v-for="loading in airframe.loadings" :key="loading.id" class="loading">
              <TextField
                hide-label
                :key="loading.id"
                label="Name of the loading"
                :model-value="loading.name"
                @update:model-value="(name: string) => setLoading(loading, { name })"
              />
            </th>
            <th><span class="screen-reader">Actions</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="station in airframe.stations" :key="station.id">
            <td v-for="field in fieldsOf(station)" :key="field.at">
              <RecordField hide-label :schema="Station" :record="station" :field="field" @set="putStation" />
            </td>
            <td v-for="loading in airframe.loadings" :key="loading.id">
              <QuantityField
                hide-label
                kind="mass"
                :label="`${station.name} in ${loading.name}`"
                :least="0"
                :most="5000"
                :model-value="loadAt(loading, station)"
                @update:model-value="v => setLoad(loading, station, v)"
              />
            </td>
            <td>
              <v-btn :aria-label="`Delete ${station.name}`" @click="dropStation(station)">Delete</v-btn>
            </td>
          </tr>
        </tbody>
        <tfoot v-if="airframe.loadings.length">
          <tr>
            <td colspan="4">At take-off</td>
            <td v-for="loading in airframe.loadings" :key="loading.id" class="figures" :data-loading="loading.id">
              <template v-if="loaded(loading)"
                ><StateMark
                  :state="
                    loaded(loading)!.takeOff.inside && loaded(loading)!.takeOff.massKg <= airframe.maxMassKg
                      ? 'holds'
                      : 'must fix'
                  "
                  :size="13"
                />
                {{ preferences.mass(loaded(loading)!.takeOff.massKg) }} at
                {{ preferences.length(loaded(loading)!.takeOff.armMm) }}</template
              >
            </td>
            <td />
          </tr>
          <tr>
            <td colspan="4">As fuel is burnt, worst order of tanks</td>
            <td v-for="loading in airframe.loadings" :key="loading.id" class="figures">
              <template v-if="loaded(loading)?.worstInBurn"
                ><StateMark state="must fix" :size="13" />
                {{ preferences.mass(loaded(loading)!.worstInBurn!.massKg) }} at
                {{ preferences.length(loaded(loading)!.worstInBurn!.armMm) }}</template
              ><template v-else-if="loaded(loading)?.inside"
                ><StateMark state="holds" :size="13" /> within all the way</template
              ><template v-else>—</template>
            </td>
            <td />
          </tr>
          <tr>
            <td colspan="4">With the fuel burnt</td>
            <td v-for="loading in airframe.loadings" :key="loading.id" class="figures">
              <template v-if="loaded(loading)"
                ><StateMark :state="loaded(loading)!.fuelBurnt.inside ? 'holds' : 'must fix'" :size="13" />
                {{ preferences.mass(loaded(loading)!.fuelBurnt.massKg) }} at
                {{ preferences.length(loaded(loading)!.fuelBurnt.armMm) }}</template
              >
            </td>
            <td />
          </tr>
          <tr>
            <td colspan="4"><span class="screen-reader">Actions</span></td>
            <td v-for="loading in airframe.loadings" :key="loading.id">
              <v-btn
                :aria-label="`Working of ${loading.name}`"
                @click="bench.workingOf = { figure: { kind: 'loading', of: loading.id }, title: loading.name }"
                >Working</v-btn
              ><v-btn :aria-label="`Delete ${loading.name}`" @click="dropLoading(loading)">Delete</v-btn>
            </td>
            <td />
          </tr>
        </tfoot>
      </table>
    </section>
    <div class="two">
      <section class="sheet">
        <h2>Envelope</h2>
        <div class="chart"><ChartsEnvelopeChart :corners="corners" :mass="mass" /></div>
      </section>
      <section class="sheet">
        <div class="row">
          <h2 class="grow">Envelope corners (flight manual)</h2>
          <v-btn @click="addCorner">Add a corner</v-btn>
        </div>
        <table class="list edit">
          <thead>
            <tr>
              <th>Arm</th>
              <th>Weight</th>
              <th><span class="screen-reader">Actions</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="([arm, weight], index) in corners" :key="index">
              <td>
                <QuantityField
                  hide-label
                  kind="length"
                  :label="`Arm of corner ${index + 1}`"
                  :least="-10000"
                  :most="10000"
                  :model-value="arm"
                  @update:model-value="v => setCorner(index, { arm: v })"
                />
              </td>
              <td>
                <QuantityField
                  hide-label
                  kind="mass"
                  :label="`Weight of corner ${index + 1}`"
                  :least="0"
                  :most="5000"
                  :model-value="weight"
                  @update:model-value="v => setCorner(index, { mass: v })"
                />
              </td>
              <td>
                <v-btn
                  :disabled="corners.length <= 3"
                  :aria-label="`Delete corner ${index + 1}`"
                  @click="dropCorner(index)"
                  >Delete</v-btn
                >
              </td>
            </tr>
          </tbody>
        </table>
        <p class="small quiet">
          {{
            airframe.envelope
              ? 'Entered.'
              : 'None is entered: the arm limits of the airframe up to the maximum take-off weight stand for it.'
          }}
        </p>
      </section>
    </div>
    <section class="sheet">
      <div class="row">
        <h2 class="grow">Empty weight after the work</h2>
        <v-btn @click="bench.workingOf = { figure: { kind: 'arm', of: '' }, title: 'empty arm' }">Working</v-btn
        ><v-btn color="primary" variant="flat" @click="givePdf">Form to sign, PDF</v-btn>
      </div>
      <FactTable
        :rows="alteration.rows"
        :columns="alterationColumns"
        :sum="{ ...alteration.sum, text: 'Empty after the work' }"
        name="empty weight"
        :key-of="rowOf"
      />
      <p class="small quiet">
        Useful load {{ preferences.mass(mass.usefulLoadKg) }}. Old + added − removed, moments over the new weight
        (FAA-H-8083-1B, from memory). Weight and arm are rounded first, so the columns multiply and add up as printed.
        The aircraft is weighed, or the calculation is signed, by a licensed person.
      </p>
    </section>
  </div>
</template>

<style scoped>
.page {
  padding: 12px 14px;
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 1fr);
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 7fr) minmax(0, 5fr);
  gap: 12px;
  align-items: start;
}
.chart {
  position: relative;
  height: 300px;
}
.edit td,
.edit th {
  min-width: 92px;
}
.loading {
  min-width: 150px;
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
