<script setup lang="ts">
import { PLACE_KINDS } from '#core/catalogue'
import { freshId, ACCESS, type Place } from '#core/document'
import { parseLength, QuantityError } from '#core/quantity'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** The places of the airframe: what they are called, their arm, how hot it is there. */
const bench = useBench()
const preferences = usePreferences()
const airframe = computed(() => bench.project!.airframe)
const setPlace = (place: Place, patch: Partial<Place>) =>
  bench.act([{ type: 'place.put', place: { ...place, ...patch } }], `Place ${place.name}`)
function add() {
  const id = freshId('place-', airframe.value.places)
  const place: Place = { id, name: `Place ${id.slice(6)}`, kind: 'cabin', armMm: airframe.value.emptyArmMm }
  bench.act([{ type: 'place.put', place }], 'Add a place')
}
const ACROSS = [
  ['acrossMm', 'Right of the middle'],
  ['upMm', 'Above the floor']
] as const
const bare = (mm: number) => preferences.position(mm).replace(/ (in|mm)$/, '')
const openingText = ({ widthMm, heightMm }: NonNullable<Place['opening']>) => `${bare(widthMm)} x ${bare(heightMm)}`
/** The hole of a place as it is typed, wide x high: empty where there is none of a certain size. */
function setOpening(place: Place, text: string) {
  if (text.trim() === '') return setPlace(place, { opening: undefined })
  const sides = text.split(/[x×]/i)
  try {
    if (sides.length !== 2) throw new QuantityError(`“${text}” is no opening: write it wide x high.`)
    const [widthMm, heightMm] = sides.map(side => parseLength(side, preferences.reading)) as [number, number]
    if (Math.min(widthMm, heightMm) < 1 || Math.max(widthMm, heightMm) > 5_000)
      throw new QuantityError(`${text} is no opening that a hand goes through.`)
    setPlace(place, { opening: { widthMm, heightMm } })
  } catch (error) {
    if (!(error instanceof QuantityError)) throw error
    bench.said = `${error.message} ${place.name} was left as it was.`
  }
}
/** Heat of a place as it is typed: empty where it is that of the rest. */
function setHeat(place: Place, text: string) {
  const plain = text.trim().replace(',', '.')
  if (plain === '') return setPlace(place, { ambientC: undefined })
  const value = Number(plain)
  if (Number.isFinite(value) && value >= -60 && value <= 250) setPlace(place, { ambientC: value })
  else bench.said = `“${text}” is no temperature from −60 to 250 °C. ${place.name} was left as it was.`
}
const columns = computed((): Column<Place>[] => [
  { key: 'name', title: 'Name', value: place => place.name, width: '17%' },
  { key: 'kind', title: 'Kind', value: place => place.kind, width: '152px' },
  { key: 'arm', title: 'Arm', number: false, of: 'length', width: '104px', value: place => place.armMm },
  ...ACROSS.map(([key, title]) => ({
    key,
    title,
    of: 'length' as const,
    value: (place: Place) => place[key],
    text: (place: Place) => (place[key] === undefined ? '' : preferences.length(place[key]))
  })),
  { key: 'heat', title: 'Warmest there, °C', value: place => place.ambientC },
  { key: 'access', title: 'Got at by', value: place => place.access ?? 'as its kind', width: '140px' },
  {
    key: 'opening',
    title: 'Opening',
    of: 'area',
    value: place => place.opening && place.opening.widthMm * place.opening.heightMm,
    text: place => (place.opening ? openingText(place.opening) : ''),
    width: '126px'
  }
])
const idOf = (place: Place) => place.id
</script>

<template>
  <section class="sheet">
    <div class="row">
      <h2 class="grow">Places</h2>
      <v-btn @click="add">Add a place</v-btn>
    </div>
    <FactTable name="places" no-filter :rows="airframe.places" :columns="columns" :key-of="idOf">
      <template #name="{ row: place }">
        <TextField
          hide-label
          label="Name of the place"
          :model-value="place.name"
          @update:model-value="(name: string) => setPlace(place, { name })"
        />
      </template>
      <template #kind="{ row: place }">
        <ChoiceField
          hide-label
          :label="`Kind of ${place.name}`"
          :items="PLACE_KINDS"
          :model-value="place.kind"
          @update:model-value="kind => setPlace(place, { kind })"
        />
      </template>
      <template #arm="{ row: place }">
        <QuantityField
          hide-label
          kind="length"
          :label="`Arm of ${place.name}`"
          :least="-10000"
          :most="10000"
          :model-value="place.armMm"
          @update:model-value="v => setPlace(place, { armMm: v })"
        />
      </template>
      <template v-for="[key, says] in ACROSS" :key="key" #[key]="{ row: place }">
        <MeasuredField
          :label="`${says} of ${place.name}`"
          :model-value="place[key]"
          @update:model-value="mm => setPlace(place, { [key]: mm })"
        />
      </template>
      <template #heat="{ row: place }">
        <TextField
          hide-label
          empty
          :label="`Warmest at ${place.name}`"
          :model-value="place.ambientC === undefined ? '' : String(place.ambientC)"
          @update:model-value="text => setHeat(place, text)"
        />
      </template>
      <template #access="{ row: place }">
        <ChoiceField
          hide-label
          :label="`${place.name} is got at by`"
          :items="[{ value: '', title: 'as its kind' }, ...ACCESS.map(access => ({ value: access, title: access }))]"
          :model-value="place.access ?? ''"
          @update:model-value="access => setPlace(place, { access: access === '' ? undefined : access })"
        />
      </template>
      <template #opening="{ row: place }">
        <TextField
          hide-label
          empty
          :label="`Opening of ${place.name}, wide x high`"
          :model-value="place.opening ? openingText(place.opening) : ''"
          @update:model-value="text => setOpening(place, text)"
        />
      </template>
    </FactTable>
    <p class="quiet small">
      Arms are measured from the datum of the flight manual; weight and balance counts with them. Right and up place
      aerials, boxes and wires; left is negative. An opening, wide x high, is what a box is carried in by. Where it is
      hotter than the {{ airframe.wiring.ambientC }} °C of Power, Circuits, say so: an engine bay may reach 100 °C and
      more.
    </p>
  </section>
</template>
