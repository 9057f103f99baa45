<script setup lang="ts">
import { freshId, Place, withField } from '#core/document'
import { parseLength, QuantityError } from '#core/quantity'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** The places of the airframe: what they are called, their arm, how hot it is there. */
const bench = useBench()
const preferences = usePreferences()
const airframe = computed(() => bench.project!.airframe)
const ACROSS = [
  ['acrossMm', 'Right of the middle'],
  ['upMm', 'Above the floor']
] as const
const putPlace = (place: Place) => bench.act([{ type: 'place.put', place }], `Place ${place.name}`)
/** The fields of a place, each in the column of its name. */
const fieldsOf = ({ name }: Place): Readonly<Record<string, FormField<Place>>> => ({
  name: { at: 'name', label: 'Name of the place' },
  kind: { at: 'kind', label: `Kind of ${name}` },
  arm: { at: 'armMm', label: `Arm of ${name}` },
  heat: { at: 'ambientC', label: `Warmest at ${name}` },
  access: { at: 'access', label: `${name} is got at by`, none: 'as its kind' },
  ...Object.fromEntries(ACROSS.map(([at, says]) => [at, { at, label: `${says} of ${name}` }]))
})
function add() {
  const id = freshId('place-', airframe.value.places)
  const place: Place = { id, name: `Place ${id.slice(6)}`, kind: 'cabin', armMm: airframe.value.emptyArmMm }
  bench.act([{ type: 'place.put', place }], 'Add a place')
}
const FIELDS = ['name', 'kind', 'arm', 'heat', 'access', ...ACROSS.map(([at]) => at)]
const bare = (mm: number) => preferences.position(mm).replace(/ (in|mm)$/, '')
const openingText = ({ widthMm, heightMm }: NonNullable<Place['opening']>) => `${bare(widthMm)} x ${bare(heightMm)}`
/** The hole of a place as it is typed, wide x high: empty where there is none of a certain size. */
function setOpening(place: Place, text: string) {
  if (text.trim() === '') return putPlace(withField(place, 'opening', undefined))
  const sides = text.split(/[x×]/i)
  try {
    if (sides.length !== 2) throw new QuantityError(`“${text}” is no opening: write it wide x high.`)
    const [widthMm, heightMm] = sides.map(side => parseLength(side, preferences.reading)) as [number, number]
    if (Math.min(widthMm, heightMm) < 1 || Math.max(widthMm, heightMm) > 5_000)
      throw new QuantityError(`${text} is no opening that a hand goes through.`)
    putPlace({ ...place, opening: { widthMm, heightMm } })
  } catch (error) {
    if (!(error instanceof QuantityError)) throw error
    bench.said = `${error.message} ${place.name} was left as it was.`
  }
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
  { key: 'heat', title: 'Highest temperature, °C', value: place => place.ambientC },
  { key: 'access', title: 'Access', value: place => place.access ?? 'as its kind', width: '140px' },
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
      <template v-for="column in FIELDS" :key="column" #[column]="{ row: place }">
        <RecordField hide-label :schema="Place" :record="place" :field="fieldsOf(place)[column]!" @set="putPlace" />
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
