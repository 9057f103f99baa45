<script setup lang="ts">
import type { Airframe, Brief } from '#core/document'
import { AIRSPACE, AUTHORITIES, FLYING, TRAINING } from '#core/document'
import { useBench } from '~/stores/bench'

const bench = useBench()
const brief = computed(() => bench.project!.brief)
const airframe = computed(() => bench.project!.airframe)
const setBrief = (patch: Partial<Brief>, what: string) =>
  bench.act([{ type: 'brief.set', brief: { ...brief.value, ...patch } }], `Brief: ${what}`)
const records = useRecords()
const setAirframe = (patch: Partial<Airframe>, what: string) => records.setAirframe(patch, `Airframe: ${what}`)

/** A certified aeroplane made after this day is taken as certificated after it too; one made before it cannot be. */
const LIGHTS_SINCE = '1996-03-11'
const setMadeOn = (madeOn: string) =>
  setAirframe(
    { madeOn, certifiedAfter1996: brief.value.basis === 'certified' && madeOn > LIGHTS_SINCE },
    'date of manufacture'
  )
const MORE_FLYING = [
  ['forHire', 'For hire'],
  ['overWater', 'Over water, beyond gliding distance'],
  ['aboveFL240', 'At or above FL240'],
  ['byVor', 'IFR by VOR']
] as const
const setAirspace = (kind: (typeof AIRSPACE)[number], on: boolean) =>
  setBrief(
    { airspace: AIRSPACE.filter(other => (other === kind ? on : (brief.value.airspace?.includes(other) ?? false))) },
    'airspace'
  )
function setFlying(kind: (typeof FLYING)[number], on: boolean) {
  const flying = FLYING.filter(other => (other === kind ? on : brief.value.flying.includes(other)))
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
          <TextField
            :most="120"
            label="Name of the project"
            :model-value="bench.project!.title"
            @update:model-value="value => bench.act([{ type: 'project.rename', title: value }], 'Rename project')"
          />
          <TextField
            :most="20"
            label="Registration"
            :model-value="brief.registration"
            empty
            @update:model-value="value => setBrief({ registration: value }, 'registration')"
          />
          <ChoiceField
            :model-value="brief.basis"
            label="Certification basis"
            :items="['certified', 'amateur-built', 'light-sport']"
            @update:model-value="value => setBrief({ basis: value as Brief['basis'] }, 'basis')"
          />
          <ChoiceField
            :model-value="brief.stance"
            label="Stance on backups"
            :items="['lean', 'middle', 'belt and braces']"
            @update:model-value="value => setBrief({ stance: value as Brief['stance'] }, 'stance')"
          />
          <InTurn>
            <QuantityField
              kind="plain"
              whole
              :least="1"
              :most="12"
              label="Seats"
              :model-value="brief.seats"
              @update:model-value="value => setBrief({ seats: value }, 'seats')"
            />
            <QuantityField
              kind="plain"
              whole
              :least="0"
              :most="600"
              label="Minutes wanted on battery"
              :model-value="brief.wantedMinutes"
              @update:model-value="value => setBrief({ wantedMinutes: value }, 'minutes wanted')"
            />
            <QuantityField
              kind="money"
              label="Budget"
              :model-value="brief.budgetCents"
              @update:model-value="v => setBrief({ budgetCents: v }, 'budget')"
            />
            <ChoiceField
              :model-value="brief.authority"
              label="Under the rules of"
              :items="[...AUTHORITIES]"
              @update:model-value="value => setBrief({ authority: value as Brief['authority'] }, 'rules')"
            />
            <ChoiceField
              :model-value="brief.training"
              label="Training in it"
              :items="[...TRAINING]"
              @update:model-value="value => setBrief({ training: value as Brief['training'] }, 'training')"
            />
            <TextField
              type="date"
              label="May be down from"
              :model-value="brief.downFrom"
              empty
              @update:model-value="value => setBrief({ downFrom: value || undefined }, 'window')"
            />
            <TextField
              type="date"
              label="until"
              :model-value="brief.downTo"
              empty
              @update:model-value="value => setBrief({ downTo: value || undefined }, 'window')"
            />
          </InTurn>
        </div>
        <InTurn>
          <div class="row" role="group" aria-label="What else the flying is">
            <v-checkbox
              v-for="[key, says] in MORE_FLYING"
              :key="key"
              :label="says"
              :model-value="brief[key]"
              @update:model-value="on => setBrief({ [key]: !!on }, says)"
            />
          </div>
          <fieldset class="airspace">
            <legend>Airspace it is to enter that asks for equipment</legend>
            <v-checkbox
              v-for="kind in AIRSPACE"
              :key="kind"
              :label="kind"
              :model-value="brief.airspace?.includes(kind) ?? false"
              @update:model-value="on => setAirspace(kind, !!on)"
            />
            <v-checkbox
              label="none of it"
              :model-value="brief.airspace?.length === 0"
              @update:model-value="on => setBrief({ airspace: on ? [] : undefined }, 'airspace')"
            />
            <p v-if="!brief.airspace" class="small quiet">
              Not said yet: whether a transponder and ADS-B Out are asked for cannot be told.
            </p>
          </fieldset>
        </InTurn>
        <InTurn>
          <TextField
            :lines="3"
            label="Wishes, one a line"
            :model-value="brief.wishes.join('\n')"
            empty
            @update:model-value="value => setBrief({ wishes: lines(value) }, 'wishes')"
          />
          <TextField
            :lines="2"
            label="Dislikes, one a line"
            :model-value="brief.dislikes.join('\n')"
            empty
            @update:model-value="value => setBrief({ dislikes: lines(value) }, 'dislikes')"
          />
          <TextField
            :most="4000"
            :lines="3"
            label="People and notes"
            :model-value="brief.notes"
            empty
            @update:model-value="value => setBrief({ notes: value }, 'notes')"
          />
          <TextField
            v-if="bench.option"
            :most="4000"
            :lines="2"
            :label="`What ${bench.option.name} tries`"
            :model-value="bench.option.note"
            empty
            @update:model-value="
              value => bench.act([{ type: 'option.note', option: bench.option!.id, note: value }], 'Note')
            "
          />
        </InTurn>
      </section>
      <section class="sheet grid">
        <h2>The aeroplane</h2>
        <div class="grid two">
          <InTurn>
            <TextField
              :most="120"
              label="Model"
              :model-value="airframe.model"
              @update:model-value="value => setAirframe({ model: value }, 'model')"
            />
            <TextField
              type="date"
              label="Date of manufacture"
              :model-value="airframe.madeOn"
              @update:model-value="setMadeOn"
            />
            <ChoiceField
              :model-value="airframe.systemV"
              label="System volts"
              :items="[
                { value: 12, title: '12' },
                { value: 14, title: '14' },
                { value: 28, title: '28' }
              ]"
              @update:model-value="value => setAirframe({ systemV: value as 14 }, 'volts')"
            />
            <QuantityField
              kind="plain"
              label="Alternator (A)"
              :model-value="airframe.alternatorA"
              :least="0"
              :most="1000"
              @update:model-value="v => setAirframe({ alternatorA: v }, 'alternator')"
            />
            <QuantityField
              kind="plain"
              label="Battery (Ah)"
              :model-value="airframe.battery.capacityAh"
              :least="0.1"
              :most="500"
              @update:model-value="v => setAirframe({ battery: { ...airframe.battery, capacityAh: v } }, 'battery')"
            />
            <ChoiceField
              :model-value="airframe.battery.chemistry"
              label="Battery is"
              :items="['lead-acid', 'lithium']"
              @update:model-value="
                value => setAirframe({ battery: { ...airframe.battery, chemistry: value as 'lithium' } }, 'battery')
              "
            />
            <QuantityField
              kind="plain"
              label="Usable capacity (%)"
              :least="1"
              :most="100"
              :model-value="Math.round(airframe.battery.usableFraction * 1000) / 10"
              @update:model-value="
                v => setAirframe({ battery: { ...airframe.battery, usableFraction: v / 100 } }, 'battery')
              "
            />
            <ChoiceField
              :model-value="airframe.battery.place"
              label="Battery stands"
              :items="airframe.places.map(place => ({ value: place.id, title: place.name }))"
              @update:model-value="
                value => setAirframe({ battery: { ...airframe.battery, place: value } }, 'battery place')
              "
            />
          </InTurn>
          <InTurn>
            <QuantityField
              kind="mass"
              label="Empty weight"
              :model-value="airframe.emptyMassKg"
              :least="0"
              :most="5000"
              @update:model-value="v => setAirframe({ emptyMassKg: v }, 'empty weight')"
            />
            <QuantityField
              kind="mass"
              label="Maximum take-off weight"
              :model-value="airframe.maxMassKg"
              :least="0"
              :most="5000"
              @update:model-value="v => setAirframe({ maxMassKg: v }, 'take-off weight')"
            />
            <QuantityField
              kind="length"
              label="Empty arm"
              :model-value="airframe.emptyArmMm"
              :least="-10000"
              :most="10000"
              @update:model-value="v => setAirframe({ emptyArmMm: v }, 'empty arm')"
            />
            <QuantityField
              kind="plain"
              whole
              :least="1"
              :most="8"
              label="Tanks"
              :model-value="airframe.tanks"
              @update:model-value="value => setAirframe({ tanks: value }, 'tanks')"
            />
            <ChoiceField
              :model-value="airframe.gear"
              label="Gear"
              :items="['fixed', 'retractable']"
              @update:model-value="value => setAirframe({ gear: value as 'fixed' }, 'gear')"
            />
            <ChoiceField
              :model-value="airframe.engine.cooling"
              label="Engine cooling"
              :items="['air', 'liquid']"
              @update:model-value="
                value => setAirframe({ engine: { ...airframe.engine, cooling: value as 'air' } }, 'cooling')
              "
            />
          </InTurn>
        </div>
        <InTurn>
          <div class="row">
            <v-checkbox
              label="Altitude engine"
              :model-value="airframe.engine.altitudeEngine"
              @update:model-value="
                on => setAirframe({ engine: { ...airframe.engine, altitudeEngine: !!on } }, 'engine')
              "
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
            <v-checkbox
              label="Certificated with an engine-driven electrical system"
              :model-value="airframe.electricalSystem"
              @update:model-value="on => setAirframe({ electricalSystem: !!on }, 'electrical system')"
            />
          </div>
          <p v-if="airframe.battery.chemistry === 'lithium'" class="caution">
            Lithium: ahead of the firewall it cooks after shutdown; aft of it a failing cell vents into the cabin. Its
            maker’s instructions decide.
          </p>
        </InTurn>
      </section>
    </div>
  </div>
</template>

<style scoped>
.airspace {
  border: 1px solid var(--rule);
  padding: 2px 10px 6px;
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
}
.airspace p {
  flex-basis: 100%;
}
.page {
  padding: 14px 18px;
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 1fr);
}
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 420px), 1fr));
  gap: 14px;
  align-items: start;
}
.two {
  grid-template-columns: repeat(auto-fit, minmax(170px, 1fr));
  align-items: end;
}
</style>
