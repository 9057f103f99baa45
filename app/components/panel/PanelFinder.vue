<script setup lang="ts">
import { firstFree, freeGround, groundOf, nearestFree, setDown } from '#core/panel'
import type { Item } from '#core/catalogue'
import type { RoomAnswer } from '~/workers/examiner'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** Where can it go? Shades the ground an item can stand on, or says by how much it misses and what would make room. */
const bench = useBench()
const preferences = usePreferences()
const { items } = useCatalogue()
const { free } = usePanelTools()
const wanted = ref('')
/** The unit whose place is asked about; the whole panel when empty. */
const place = ref('')
const answer = shallowRef<RoomAnswer>()
interface Ranked {
  item: Item
  areaMm2: number
  fits: boolean
  awayMm?: number
}
const ranked = shallowRef<Ranked[]>()
const fitOf = (ranked: Ranked) => (ranked.fits ? 'fits' : 'no place')
const columns = computed((): Column<Ranked>[] => [
  { key: 'item', title: 'Item', value: ranked => `${ranked.item.maker} ${ranked.item.name}` },
  { key: 'kind', title: 'Kind', value: ranked => ranked.item.kind, hidden: true },
  {
    key: 'ground',
    title: place.value ? 'Off its middle' : 'Ground',
    of: place.value ? 'length' : 'area',
    value: ranked => (ranked.fits ? (ranked.awayMm ?? ranked.areaMm2) : undefined),
    text: ranked =>
      !ranked.fits
        ? '—'
        : ranked.awayMm === undefined
          ? preferences.area(ranked.areaMm2)
          : preferences.length(ranked.awayMm),
    number: true
  },
  { key: 'fit', title: 'Fit', value: fitOf }
])
const marks = (ranked: Ranked) => ({ 'data-ranked': ranked.item.id })
const itemOf = (ranked: Ranked) => ranked.item.id
const { progress, run, stop } = useLongWork()

const choices = computed(() => {
  const own = bench
    .design!.units.filter(unit => unit.item.face && unit.place.kind === 'panel')
    .map(unit => ({ key: `unit:${unit.id}`, name: `${unit.label} (on this panel)` }))
  const shelf = items.value
    .filter(item => item.face && item.mounts.includes('panel'))
    .map(item => ({ key: `item:${item.id}`, name: `${item.maker} ${item.name}` }))
    .sort((a, b) => a.name.localeCompare(b.name))
  return [...own, ...shelf]
})
const subject = computed(() => {
  const [kind, id] = wanted.value.split(/:(.*)/s)
  if (kind === 'unit') {
    const unit = bench.design!.units.find(unit => unit.id === id)
    return unit && { item: unit.item, unit: unit.id, name: unit.label }
  }
  const item = items.value.find(item => item.id === id)
  return item && { item, unit: undefined, name: item.name }
})
const SHOWN_STEP_MM = 1
/** The ground is asked for anew whenever the design changes while the pane stands open. */
watch(
  [subject, () => bench.design],
  async () => {
    answer.value = undefined
    const now = subject.value
    const { design } = bench
    if (!now || !design) {
      free.value = undefined
      return
    }
    const placed = design.units.flatMap(unit =>
      unit.at && unit.id !== now.unit ? (setDown(unit, unit.at.xMm, unit.at.yMm) ?? []) : []
    )
    const ground = freeGround(now.item, placed, groundOf(design.airframe.panel), SHOWN_STEP_MM)
    free.value = { name: now.name, ground }
    if (firstFree(ground) || !bench.project || !bench.option) return
    const { option } = bench
    answer.value = await run('Finding the smallest change…', (examiner, job, tell) =>
      examiner.room(option.id, { item: now.item, unit: now.unit }, job, tell)
    )
  },
  { immediate: true }
)
onUnmounted(() => {
  free.value = undefined
})

const areaText = computed(() =>
  free.value ? `${preferences.area(free.value.ground.areaMm2)} of ground for its middle` : ''
)
function setDownNearest() {
  const now = subject.value
  const { design, option } = bench
  if (!now || !design || !option || !free.value) return
  const pilot = design.airframe.pilots[0]
  const unit = now.unit ? design.units.find(unit => unit.id === now.unit) : undefined
  const spot = nearestFree(
    free.value.ground,
    unit?.at?.xMm ?? pilot?.eye.acrossMm ?? 0,
    unit?.at?.yMm ?? pilot?.eye.upMm ?? 1e4
  )
  if (!spot || !unit) return
  bench.act(
    [
      {
        type: 'unit.move',
        option: option.id,
        unit: unit.id,
        xMm: Number(spot.xMm.toFixed(2)),
        yMm: Number(spot.yMm.toFixed(2))
      }
    ],
    `Set ${unit.label} down`
  )
}
async function rankAll() {
  if (!bench.project || !bench.option) return
  const { option } = bench
  ranked.value =
    (await run('Trying the whole catalogue…', (examiner, job, tell) =>
      examiner.rank(option.id, place.value || undefined, job, tell)
    )) ?? ranked.value
}
</script>

<template>
  <div class="finder">
    <div class="ask">
      <ChoiceField
        v-model="wanted"
        label="Where can this go?"
        search
        :items="[
          { value: '', title: 'Choose an instrument…' },
          ...choices.map(choice => ({ value: choice.key, title: choice.name }))
        ]"
      />
      <div class="row">
        <v-btn :disabled="!free || free.ground.areaMm2 === 0 || !subject?.unit" @click="setDownNearest">
          Place at best spot
        </v-btn>
        <v-btn :disabled="!!progress" @click="rankAll">Try the whole catalogue</v-btn>
        <ChoiceField
          v-model="place"
          label="in"
          :items="[
            { value: '', title: 'the whole panel' },
            ...bench
              .design!.units.filter(other => other.at && other.item.face)
              .map(unit => ({ value: unit.id, title: `the place of ${unit.label}` }))
          ]"
        />
      </div>
      <LongWork v-if="progress" :progress="progress" @stop="stop" />
      <template v-else-if="subject && free">
        <p v-if="firstFree(free.ground)" class="small">
          <StateMark state="holds" :size="14" /> The shaded ground is free for the middle of {{ subject.name }}:
          <span class="figures">{{ areaText }}</span>.
        </p>
        <template v-else>
          <p class="small">
            <StateMark state="must fix" :size="14" />
            <b>{{ answer ? preferences.say(answer.says) : `${subject.name} finds no place.` }}</b>
          </p>
          <ul v-if="answer" class="small">
            <li v-for="(change, index) in answer.changes" :key="index">
              {{ preferences.say(change.says) }}
              <v-btn v-if="change.edits.length" @click="bench.act(change.edits, preferences.say(change.says))">
                Do it
              </v-btn>
            </li>
            <li v-if="answer.smaller.length">
              Of its kind these fit as the panel is: {{ answer.smaller.map(smaller => smaller.name).join(', ') }}.
            </li>
            <li v-if="answer.changes.length === 0 && answer.smaller.length === 0">
              No single change makes room for it.
            </li>
          </ul>
        </template>
      </template>
      <p v-else class="small quiet">
        Its holes, its box behind and its screws are laid against every other hole, box, zone, margin and seam. What is
        left is shaded, true to half a millimetre.
      </p>
    </div>
    <div class="ranks" role="region" aria-label="The catalogue tried" tabindex="0">
      <p v-if="!ranked" class="small quiet">
        Try the whole catalog: units that fit the current panel, most room first.
      </p>
      <FactTable
        v-else
        class="ranked"
        :rows="ranked"
        :columns="columns"
        name="what fits"
        :key-of="itemOf"
        :marks="marks"
      >
        <template #tools><span class="small quiet">Press one to see its ground, or why it has none.</span></template>
        <template #item="{ row }">
          <v-btn variant="text" class="choose" @click="wanted = `item:${row.item.id}`">{{ row.item.name }}</v-btn
          ><br /><span class="quiet small">{{ row.item.maker }} · {{ row.item.kind }}</span>
        </template>
        <template #fit="{ row }">
          <StateMark :state="row.fits ? 'holds' : 'must fix'" :size="13" /> {{ fitOf(row) }}
        </template>
      </FactTable>
    </div>
  </div>
</template>

<style scoped>
.finder {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  align-content: start;
}
.ask {
  padding: 8px 12px;
  display: grid;
  gap: 6px;
  align-content: start;
  border-bottom: 1px solid var(--rule);
}
.choose {
  padding: 0;
  min-width: 0;
  text-decoration: underline dotted;
}
.ranked :deep(.body.virtual) {
  max-height: 60vh;
}
.ranks {
  padding: 8px 12px;
}
ul {
  padding-left: 18px;
}
td .plain {
  text-align: left;
  border: 0;
  background: none;
  text-decoration: underline;
  padding: 0 !important;
}
</style>
