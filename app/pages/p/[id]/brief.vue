<script setup lang="ts">
import type { Airframe, Brief, Panel, Zone } from '#core/document'
import { FLYING } from '#core/document'
import { inches } from '#core/quantity'
import { useBench } from '~/stores/bench'

const bench = useBench()
const brief = computed(() => bench.project!.brief)
const airframe = computed(() => bench.project!.airframe)
const setBrief = (patch: Partial<Brief>, what: string) =>
  bench.act([{ type: 'brief.set', brief: { ...brief.value, ...patch } }], `Brief: ${what}`)
const setAirframe = (patch: Partial<Airframe>, what: string) =>
  bench.act([{ type: 'airframe.set', airframe: { ...airframe.value, ...patch } }], `Airframe: ${what}`)
const setPanel = (patch: Partial<Panel>, what: string) =>
  bench.act([{ type: 'panel.set', panel: { ...airframe.value.panel, ...patch } }], `Panel: ${what}`)
const text = (event: Event) => (event.target as HTMLInputElement).value
const num = (event: Event, was: number) => {
  const value = Number(text(event))
  return text(event).trim() === '' || !Number.isFinite(value) ? was : value
}

function setFlying(kind: (typeof FLYING)[number], on: boolean) {
  const flying = FLYING.filter(one => (one === kind ? on : brief.value.flying.includes(one)))
  if (flying.length) setBrief({ flying }, 'flying')
  else bench.said = 'At least one kind of flying is wanted.'
}
const lines = (words: string) =>
  words
    .split('\n')
    .map(line => line.trim())
    .filter(line => line !== '')
    .slice(0, 50)
    .map(line => line.slice(0, 120))

function putZone(zone: Zone, what: string) {
  bench.act([{ type: 'zone.put', zone }], `${zone.name}: ${what}`)
}
function addZone() {
  const taken = new Set(airframe.value.panel.zones.map(zone => zone.id))
  let number = 1
  while (taken.has(`zone-${number}`)) number++
  putZone(
    {
      id: `zone-${number}`,
      name: `Zone ${number}`,
      side: 'face',
      area: { shape: 'rectangle', xMm: inches(10), yMm: inches(2), widthMm: inches(2), heightMm: inches(2) },
      movable: false,
      fromDepthMm: 0
    },
    'new'
  )
}
const setArea = (zone: Zone, patch: Record<string, number>) =>
  putZone({ ...zone, area: { ...zone.area, ...patch } as Zone['area'] }, 'moved')
</script>

<template>
  <div class="page">
    <h1>Brief</h1>
    <div class="columns">
      <section class="sheet grid">
        <h2>The flying</h2>
        <div class="row">
          <v-checkbox
            v-for="kind in FLYING"
            :key="kind"
            :label="kind"
            :model-value="brief.flying.includes(kind)"
            @update:model-value="on => setFlying(kind, !!on)"
          />
        </div>
        <div class="grid two">
          <label class="field"
            >Name of the project<input
              :value="bench.project!.title"
              maxlength="120"
              @change="
                event =>
                  text(event).trim() &&
                  bench.act([{ type: 'project.rename', title: text(event).trim() }], 'Rename project')
              "
          /></label>
          <label class="field"
            >Registration<input
              :value="brief.registration"
              maxlength="20"
              @change="event => setBrief({ registration: text(event) }, 'registration')"
          /></label>
          <label class="field"
            >Built as<select
              :value="brief.basis"
              @change="event => setBrief({ basis: text(event) as Brief['basis'] }, 'basis')"
            >
              <option>certified</option>
              <option>amateur-built</option>
              <option>light-sport</option>
            </select></label
          >
          <label class="field"
            >Stance on backups<select
              :value="brief.stance"
              @change="event => setBrief({ stance: text(event) as Brief['stance'] }, 'stance')"
            >
              <option>lean</option>
              <option>middle</option>
              <option>belt and braces</option>
            </select></label
          >
          <label class="field"
            >Seats<input
              class="number"
              type="number"
              min="1"
              max="12"
              :value="brief.seats"
              @change="
                event => setBrief({ seats: Math.round(Math.min(12, Math.max(1, num(event, brief.seats)))) }, 'seats')
              "
          /></label>
          <label class="field"
            >Minutes wanted on battery<input
              class="number"
              type="number"
              min="0"
              max="600"
              :value="brief.wantedMinutes"
              @change="event => setBrief({ wantedMinutes: num(event, brief.wantedMinutes) }, 'minutes wanted')"
          /></label>
          <QuantityField
            kind="money"
            label="Budget"
            :model-value="brief.budgetCents"
            @update:model-value="v => setBrief({ budgetCents: v }, 'budget')"
          />
          <v-checkbox
            label="For hire"
            :model-value="brief.forHire"
            @update:model-value="on => setBrief({ forHire: !!on }, 'for hire')"
          />
          <label class="field"
            >May be down from<input
              type="date"
              :value="brief.downFrom"
              @change="event => setBrief({ downFrom: text(event) || undefined }, 'window')"
          /></label>
          <label class="field"
            >until<input
              type="date"
              :value="brief.downTo"
              @change="event => setBrief({ downTo: text(event) || undefined }, 'window')"
          /></label>
        </div>
        <label class="field"
          >Wishes, one a line<textarea
            rows="3"
            :value="brief.wishes.join('\n')"
            @change="event => setBrief({ wishes: lines(text(event)) }, 'wishes')"
          />
        </label>
        <label class="field"
          >Dislikes, one a line<textarea
            rows="2"
            :value="brief.dislikes.join('\n')"
            @change="event => setBrief({ dislikes: lines(text(event)) }, 'dislikes')"
          />
        </label>
        <label class="field"
          >People and notes<textarea
            rows="3"
            maxlength="4000"
            :value="brief.notes"
            @change="event => setBrief({ notes: text(event) }, 'notes')"
          />
        </label>
      </section>
      <section class="sheet grid">
        <h2>The aeroplane</h2>
        <div class="grid two">
          <label class="field"
            >Model<input
              :value="airframe.model"
              maxlength="120"
              @change="event => text(event).trim() && setAirframe({ model: text(event).trim() }, 'model')"
          /></label>
          <label class="field"
            >Made on<input
              type="date"
              :value="airframe.madeOn"
              @change="event => text(event) && setAirframe({ madeOn: text(event) }, 'made on')"
          /></label>
          <label class="field"
            >System volts<select
              :value="airframe.systemV"
              @change="event => setAirframe({ systemV: Number(text(event)) as 14 }, 'volts')"
            >
              <option :value="12">12</option>
              <option :value="14">14</option>
              <option :value="28">28</option>
            </select></label
          >
          <QuantityField
            kind="plain"
            label="Alternator (A)"
            :model-value="airframe.alternatorA"
            @update:model-value="v => v >= 0 && v <= 1000 && setAirframe({ alternatorA: v }, 'alternator')"
          />
          <QuantityField
            kind="plain"
            label="Battery (Ah)"
            :model-value="airframe.battery.capacityAh"
            @update:model-value="
              v => v > 0 && v <= 500 && setAirframe({ battery: { ...airframe.battery, capacityAh: v } }, 'battery')
            "
          />
          <label class="field"
            >Battery is<select
              :value="airframe.battery.chemistry"
              @change="
                event =>
                  setAirframe({ battery: { ...airframe.battery, chemistry: text(event) as 'lithium' } }, 'battery')
              "
            >
              <option>lead-acid</option>
              <option>lithium</option>
            </select></label
          >
          <QuantityField
            kind="plain"
            label="Usable share of it (0 to 1)"
            :model-value="airframe.battery.usableFraction"
            @update:model-value="
              v => v > 0 && v <= 1 && setAirframe({ battery: { ...airframe.battery, usableFraction: v } }, 'battery')
            "
          />
          <label class="field"
            >Battery stands<select
              :value="airframe.battery.place"
              @change="event => setAirframe({ battery: { ...airframe.battery, place: text(event) } }, 'battery place')"
            >
              <option v-for="place in airframe.places" :key="place.id" :value="place.id">{{ place.name }}</option>
            </select></label
          >
          <QuantityField
            kind="mass"
            label="Empty mass"
            :model-value="airframe.emptyMassKg"
            @update:model-value="v => v >= 0 && v <= 5000 && setAirframe({ emptyMassKg: v }, 'empty mass')"
          />
          <QuantityField
            kind="mass"
            label="Most take-off mass"
            :model-value="airframe.maxMassKg"
            @update:model-value="v => v >= 0 && v <= 5000 && setAirframe({ maxMassKg: v }, 'take-off mass')"
          />
          <QuantityField
            kind="length"
            label="Empty arm"
            :model-value="airframe.emptyArmMm"
            @update:model-value="v => Math.abs(v) <= 10000 && setAirframe({ emptyArmMm: v }, 'empty arm')"
          />
          <label class="field"
            >Tanks<input
              class="number"
              type="number"
              min="1"
              max="8"
              :value="airframe.tanks"
              @change="
                event =>
                  setAirframe({ tanks: Math.round(Math.min(8, Math.max(1, num(event, airframe.tanks)))) }, 'tanks')
              "
          /></label>
          <label class="field"
            >Gear<select
              :value="airframe.gear"
              @change="event => setAirframe({ gear: text(event) as 'fixed' }, 'gear')"
            >
              <option>fixed</option>
              <option>retractable</option>
            </select></label
          >
          <label class="field"
            >Engine cooling<select
              :value="airframe.engine.cooling"
              @change="
                event => setAirframe({ engine: { ...airframe.engine, cooling: text(event) as 'air' } }, 'cooling')
              "
            >
              <option>air</option>
              <option>liquid</option>
            </select></label
          >
        </div>
        <div class="row">
          <v-checkbox
            label="Altitude engine"
            :model-value="airframe.engine.altitudeEngine"
            @update:model-value="on => setAirframe({ engine: { ...airframe.engine, altitudeEngine: !!on } }, 'engine')"
          />
          <v-checkbox
            label="Has fuses"
            :model-value="airframe.fuses"
            @update:model-value="on => setAirframe({ fuses: !!on }, 'fuses')"
          />
          <v-checkbox
            label="Certificated after 11 March 1996"
            :model-value="airframe.certifiedAfter1996"
            @update:model-value="on => setAirframe({ certifiedAfter1996: !!on }, 'certification')"
          />
        </div>
        <p v-if="airframe.battery.chemistry === 'lithium'" class="caution">
          Lithium: ahead of the firewall it cooks after shutdown; aft of it a failing cell vents into the cabin. Its
          maker’s instructions decide.
        </p>
      </section>
      <section class="sheet grid wide">
        <h2>The sheet</h2>
        <div class="grid five">
          <QuantityField
            kind="length"
            label="Thickness"
            :model-value="airframe.panel.thicknessMm"
            @update:model-value="v => v > 0 && v <= 20 && setPanel({ thicknessMm: v }, 'thickness')"
          />
          <label class="field"
            >Material<input
              :value="airframe.panel.material"
              @change="event => text(event).trim() && setPanel({ material: text(event).trim() }, 'material')"
          /></label>
          <QuantityField
            kind="length"
            label="Lip all round"
            :model-value="airframe.panel.lipMm"
            @update:model-value="v => v >= 0 && v <= 200 && setPanel({ lipMm: v }, 'lip')"
          />
          <QuantityField
            kind="length"
            label="Least metal between holes"
            :model-value="airframe.panel.leastWebMm"
            @update:model-value="v => v >= 0 && v <= 100 && setPanel({ leastWebMm: v }, 'least metal')"
          />
          <QuantityField
            kind="length"
            label="Depth behind"
            :model-value="airframe.panel.depthBehindMm"
            @update:model-value="v => v > 0 && v <= 5000 && setPanel({ depthBehindMm: v }, 'depth')"
          />
        </div>
        <h3>Outline, corners in order from the lower left</h3>
        <div class="corners">
          <span v-for="(point, index) in airframe.panel.outline" :key="index" class="corner">
            <QuantityField
              kind="position"
              hide-label
              :label="`Corner ${index + 1}, across`"
              :model-value="point[0]"
              @update:model-value="
                v =>
                  setPanel({ outline: airframe.panel.outline.map((p, i) => (i === index ? [v, p[1]] : p)) }, 'outline')
              "
            />
            <QuantityField
              kind="position"
              hide-label
              :label="`Corner ${index + 1}, up`"
              :model-value="point[1]"
              @update:model-value="
                v =>
                  setPanel({ outline: airframe.panel.outline.map((p, i) => (i === index ? [p[0], v] : p)) }, 'outline')
              "
            />
          </span>
        </div>
        <h3>What cannot move</h3>
        <p v-if="airframe.panel.zones.length === 0" class="quiet">
          Nothing yet. Vents, a heater knob, column holes on the face; T-bar, ribs and ducts behind it: name each, so
          that nothing is laid over it.
        </p>
        <table v-else class="list">
          <thead>
            <tr>
              <th>Name</th>
              <th>Where</th>
              <th>Shape</th>
              <th>Across</th>
              <th>Up</th>
              <th>Width</th>
              <th>Height</th>
              <th>From depth</th>
              <th><span class="screen-reader">Acts</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="zone in airframe.panel.zones" :key="zone.id">
              <td>
                <input
                  :value="zone.name"
                  aria-label="Name"
                  maxlength="120"
                  @change="event => text(event).trim() && putZone({ ...zone, name: text(event).trim() }, 'name')"
                />
              </td>
              <td>
                <select
                  :value="zone.side"
                  aria-label="Where"
                  @change="event => putZone({ ...zone, side: text(event) as 'face' }, 'side')"
                >
                  <option value="face">on the face</option>
                  <option value="behind">behind</option>
                </select>
              </td>
              <td>{{ zone.area.shape }}</td>
              <td>
                <QuantityField
                  v-if="zone.area.shape !== 'polygon'"
                  hide-label
                  kind="position"
                  label="Across"
                  :model-value="zone.area.xMm"
                  @update:model-value="v => setArea(zone, { xMm: v })"
                />
              </td>
              <td>
                <QuantityField
                  v-if="zone.area.shape !== 'polygon'"
                  hide-label
                  kind="position"
                  label="Up"
                  :model-value="zone.area.yMm"
                  @update:model-value="v => setArea(zone, { yMm: v })"
                />
              </td>
              <td>
                <NuxtLink v-if="zone.area.shape === 'polygon'" :to="`/p/${bench.project!.id}/layout`" class="small"
                  >corners in Lay out</NuxtLink
                ><QuantityField
                  v-else
                  hide-label
                  kind="length"
                  label="Width"
                  :model-value="zone.area.shape === 'round' ? zone.area.diameterMm : zone.area.widthMm"
                  @update:model-value="
                    v => v > 0 && setArea(zone, zone.area.shape === 'round' ? { diameterMm: v } : { widthMm: v })
                  "
                />
              </td>
              <td>
                <QuantityField
                  v-if="zone.area.shape === 'rectangle'"
                  hide-label
                  kind="length"
                  label="Height"
                  :model-value="zone.area.heightMm"
                  @update:model-value="v => v > 0 && setArea(zone, { heightMm: v })"
                />
              </td>
              <td>
                <QuantityField
                  v-if="zone.side === 'behind'"
                  hide-label
                  kind="length"
                  label="From depth"
                  :model-value="zone.fromDepthMm"
                  @update:model-value="v => v >= 0 && putZone({ ...zone, fromDepthMm: v }, 'depth')"
                />
              </td>
              <td>
                <button
                  class="plain"
                  @click="bench.act([{ type: 'zone.drop', zone: zone.id }], `Take ${zone.name} away`)"
                >
                  Take away
                </button>
              </td>
            </tr>
          </tbody>
        </table>
        <div><button class="plain" @click="addZone">Add a zone</button></div>
      </section>
    </div>
  </div>
</template>

<style scoped>
.page {
  padding: 14px 18px;
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 1fr);
}
.columns {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 14px;
  align-items: start;
}
.wide {
  grid-column: 1 / -1;
}
.two {
  grid-template-columns: 1fr 1fr;
  align-items: end;
}
.five {
  grid-template-columns: repeat(5, 1fr);
}
.corners {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
}
.corner {
  display: flex;
  gap: 3px;
  width: 150px;
}
</style>
