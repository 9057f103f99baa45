<script setup lang="ts">
import { AIRSPACE, Airframe, Brief, FLYING } from '#core/document'
import { FUNCTIONS, isOwnFunction, nameFrom, ownFunctionsOf, type FunctionName } from '#core/catalogue'
import { useBench } from '~/stores/bench'

const bench = useBench()
const brief = computed(() => bench.project!.brief)
const airframe = computed(() => bench.project!.airframe)
const { putAirframe, putBrief } = useRecords()
const setBrief = (patch: Partial<Brief>, what: string) => putBrief({ ...brief.value, ...patch }, what)

/** A certified aeroplane made after this day is taken as certificated after it too; one made before it cannot be. */
const LIGHTS_SINCE = '1996-03-11'
function setAirframe(next: Airframe, done: string) {
  const certifiedAfter1996 =
    next.madeOn === airframe.value.madeOn
      ? next.certifiedAfter1996
      : brief.value.basis === 'certified' && next.madeOn > LIGHTS_SINCE
  putAirframe({ ...next, certifiedAfter1996 }, done)
}
const FIRST: readonly FormField<Brief>[] = [
  { at: 'registration', label: 'Registration' },
  { at: 'basis', label: 'Certification basis' },
  { at: 'stance', label: 'Backup philosophy' }
]
const FLYING_FIELDS: readonly FormField<Brief>[] = [
  { at: 'seats', label: 'Seats' },
  { at: 'wantedMinutes', label: 'Minutes required on battery' },
  { at: 'budgetCents', label: 'Budget' },
  { at: 'authority', label: 'Regulations' },
  { at: 'training', label: 'Used for training' },
  { at: 'downFrom', label: 'Downtime from', done: 'window' },
  { at: 'downTo', label: 'Downtime to', done: 'window' }
]
const MORE_FLYING: readonly FormField<Brief>[] = [
  { at: 'forHire', label: 'For hire' },
  { at: 'overWater', label: 'Extended overwater' },
  { at: 'aboveFL240', label: 'At or above FL240' },
  { at: 'byVor', label: 'IFR by VOR' }
]
const ELECTRICAL = computed((): readonly FormField<Airframe>[] => [
  { at: 'model', label: 'Model' },
  { at: 'madeOn', label: 'Date of manufacture' },
  { at: 'systemV', label: 'System volts' },
  { at: 'alternatorA', label: 'Alternator (A)' },
  { at: 'battery.capacityAh', label: 'Battery (Ah)' },
  { at: 'battery.chemistry', label: 'Battery type' },
  { at: 'battery.usableFraction', label: 'Battery health (%)', scale: 100 },
  {
    at: 'battery.place',
    label: 'Battery location',
    items: airframe.value.places.map(({ id, name }) => ({ value: id, title: name }))
  }
])
const WEIGHTS: readonly FormField<Airframe>[] = [
  { at: 'emptyMassKg', label: 'Empty weight' },
  { at: 'maxMassKg', label: 'Maximum take-off weight' },
  { at: 'emptyArmMm', label: 'Empty arm' },
  { at: 'tanks', label: 'Tanks' },
  { at: 'gear', label: 'Gear' },
  { at: 'engine.cooling', label: 'Engine cooling' }
]
const FEATURES: readonly FormField<Airframe>[] = [
  { at: 'engine.altitudeEngine', label: 'Turbocharged' },
  { at: 'fuses', label: 'Has fuses' },
  { at: 'certifiedAfter1996', label: 'Certificated after 11 March 1996' },
  { at: 'electricalSystem', label: 'Certificated with an engine-driven electrical system' }
]
const setAirspace = (kind: (typeof AIRSPACE)[number], on: boolean) =>
  setBrief(
    { airspace: AIRSPACE.filter(other => (other === kind ? on : (brief.value.airspace?.includes(other) ?? false))) },
    'airspace'
  )
function setFlying(kind: (typeof FLYING)[number], on: boolean) {
  const flying = FLYING.filter(other => (other === kind ? on : brief.value.flying.includes(other)))
  if (flying.length) setBrief({ flying }, 'flying')
  else bench.said = 'Select one or more kinds of flying.'
}
const functionChoices = computed(() => [
  ...FUNCTIONS,
  ...ownFunctionsOf([...useCatalogue().items.value, ...bench.project!.items])
])
const ownFunctions = computed(() => brief.value.functions.filter(isOwnFunction))
const MOST_FUNCTIONS = 30
/** A name that is not in the list is the person’s own: whatever item provides a function of that name meets it. */
function setFunctions(typed: readonly string[]) {
  const functions: FunctionName[] = []
  for (const name of typed) {
    const read = nameFrom(name)
    if (!read) {
      bench.said = `“${name}” cannot be the name of a function: letters, digits, spaces, hyphens, maximum 40.`
      return
    }
    if (!functions.includes(read)) functions.push(read)
  }
  if (functions.length > MOST_FUNCTIONS) bench.said = `Maximum is ${MOST_FUNCTIONS} required functions.`
  else setBrief({ functions }, 'required functions')
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
        <h2>Mission</h2>
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
          <RecordForm :schema="Brief" :record="brief" :fields="FIRST" @set="putBrief" />
          <InTurn>
            <RecordForm :schema="Brief" :record="brief" :fields="FLYING_FIELDS" @set="putBrief" />
          </InTurn>
        </div>
        <InTurn>
          <div class="row" role="group" aria-label="What else the flying is">
            <RecordForm :schema="Brief" :record="brief" :fields="MORE_FLYING" @set="putBrief" />
          </div>
          <fieldset class="airspace">
            <legend>Airspace used</legend>
            <v-checkbox
              v-for="kind in AIRSPACE"
              :key="kind"
              :label="kind"
              :model-value="brief.airspace?.includes(kind) ?? false"
              @update:model-value="on => setAirspace(kind, !!on)"
            />
            <v-checkbox
              label="None of these"
              :model-value="brief.airspace?.length === 0"
              @update:model-value="on => setBrief({ airspace: on ? [] : undefined }, 'airspace')"
            />
            <p v-if="!brief.airspace" class="small quiet">
              Not entered. Whether a transponder and ADS-B Out are required is unknown.
            </p>
          </fieldset>
        </InTurn>
        <InTurn>
          <v-combobox
            label="Required functions"
            :items="functionChoices"
            :model-value="brief.functions"
            multiple
            chips
            closable-chips
            @update:model-value="setFunctions"
          />
          <p class="small quiet">
            {{
              ownFunctions.length
                ? `Not in the list: ${ownFunctions.join(', ')}. Met when an item that provides it works.`
                : 'Choose from the list, or type another name and press Enter.'
            }}
          </p>
          <TextField
            :lines="3"
            label="Requested features, one per line"
            :model-value="brief.wishes.join('\n')"
            empty
            @update:model-value="value => setBrief({ wishes: lines(value) }, 'wishes')"
          />
          <TextField
            :lines="2"
            label="Excluded features, one per line"
            :model-value="brief.dislikes.join('\n')"
            empty
            @update:model-value="value => setBrief({ dislikes: lines(value) }, 'dislikes')"
          />
          <RecordField
            :schema="Brief"
            :record="brief"
            :field="{ at: 'notes', label: 'People and notes', lines: 3, done: 'notes' }"
            @set="putBrief"
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
        <h2>Aircraft</h2>
        <div class="grid two">
          <InTurn>
            <RecordForm :schema="Airframe" :record="airframe" :fields="ELECTRICAL" @set="setAirframe" />
          </InTurn>
          <InTurn>
            <RecordForm :schema="Airframe" :record="airframe" :fields="WEIGHTS" @set="setAirframe" />
          </InTurn>
        </div>
        <InTurn>
          <div class="row">
            <RecordForm :schema="Airframe" :record="airframe" :fields="FEATURES" @set="setAirframe" />
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
