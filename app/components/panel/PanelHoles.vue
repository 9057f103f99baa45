<script setup lang="ts">
import { facesOf } from '#core/build'
import type { Edit, SheetChoice } from '#core/document'
import { extent, type Hole } from '#core/panel'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** The sheet of each visit, existing or new, and its holes with no unit in them: open, under a bezel, or closed by a plate. */
const bench = useBench()
const preferences = usePreferences()
const option = computed(() => bench.option!)
const faces = computed(() => facesOf(bench.design!))
const planned = computed(() => new Set(option.value.blanks.map(blank => blank.hole)))
const chosenFor = (visit: string): SheetChoice | undefined =>
  option.value.phases.find(phase => phase.id === visit)?.sheet ?? (visit ? undefined : option.value.sheet)

function choose(visit: string, choice: SheetChoice | 'automatic') {
  const sheet = choice === 'automatic' ? undefined : choice
  const phase = option.value.phases.find(phase => phase.id === visit)
  const chosen = sheet && { sheet }
  let edit: Edit = { type: 'sheet.set', option: option.value.id, ...chosen }
  if (phase) {
    const { sheet: _, ...rest } = phase
    edit = { type: 'phase.put', option: option.value.id, phase: { ...rest, ...chosen } }
  }
  bench.act(
    [edit],
    sheet ? `Use ${sheet === 'new' ? 'a new' : 'the existing'} sheet` : 'Choose the sheet automatically'
  )
}

interface Left {
  hole: Hole
  /** Names of the visits after which it is open. */
  after: string[]
  coveredBy?: string
}
const left = computed((): Left[] => {
  const rows = new Map<string, Left>()
  for (const face of faces.value)
    for (const { hole, coveredBy } of face.work.left) {
      const row = rows.get(hole.id) ?? { hole, after: [] }
      rows.set(hole.id, row)
      if (coveredBy) row.coveredBy = coveredBy.label
      else row.after.push(face.name)
    }
  return [...rows.values()]
})
const sizeOf = ({ figure }: Hole): string => {
  if (figure.kind === 'circle') return preferences.length(2 * figure.r)
  const { minX, maxX, minY, maxY } = extent(figure)
  return `${preferences.length(maxX - minX)} × ${preferences.length(maxY - minY)}`
}
const stateOf = ({ hole, after, coveredBy }: Left): string => {
  if (!after.length) return `under ${coveredBy}`
  const when = after.length < faces.value.length ? ` after ${after.join(', ')}` : ''
  return `${planned.value.has(hole.id) ? 'blanking plate' : 'open'}${when}`
}
function toggle({ hole }: Left) {
  const blank = option.value.blanks.find(blank => blank.hole === hole.id)
  bench.act(
    [
      blank
        ? { type: 'blank.drop', option: option.value.id, blank: blank.id }
        : { type: 'blank.put', option: option.value.id, blank: { id: newId('b'), hole: hole.id } }
    ],
    blank ? `Remove the blanking plate, ${hole.name}` : `Add a blanking plate, ${hole.name}`
  )
}
const open = computed(() => left.value.filter(row => row.after.length && !planned.value.has(row.hole.id)))
const coverAll = () =>
  bench.act(
    open.value.map(({ hole }): Edit => ({
      type: 'blank.put',
      option: option.value.id,
      blank: { id: newId('b'), hole: hole.id }
    })),
    'Cover all open holes'
  )
/** Units that are mounted in a hole that is there. */
const reused = (face: (typeof faces.value)[number]): string[] =>
  face.work.sheet === 'existing'
    ? face.work.fits.filter(fit => fit.unit.cutout && !fit.cut).map(fit => fit.unit.label)
    : []
const COLUMNS: readonly Column<Left>[] = [
  { key: 'hole', title: 'Hole of', value: row => row.hole.name },
  { key: 'size', title: 'Size', value: row => sizeOf(row.hole), number: true },
  { key: 'state', title: 'State', value: stateOf },
  { key: 'plate', title: 'Blanking plate', value: () => '', plain: true }
]
</script>

<template>
  <section class="holes" aria-label="Sheet and existing holes">
    <h2>Existing or new sheet</h2>
    <div v-for="face in faces" :key="face.visit" class="row">
      <ChoiceField
        class="choose"
        :label="face.name ? `Sheet, ${face.name}` : 'Sheet'"
        :items="[
          { value: 'automatic', title: `Automatic: ${face.work.sheet} sheet` },
          { value: 'existing', title: 'Existing sheet' },
          { value: 'new', title: 'New sheet' }
        ]"
        :model-value="chosenFor(face.visit) ?? 'automatic'"
        @update:model-value="choice => choose(face.visit, choice)"
      />
      <p class="small grow">
        <b>{{ face.work.sheet === 'new' ? 'New sheet.' : 'Existing sheet.' }}</b>{{ ' ' }}
        <SayPhrase :says="face.work.because" />
        <template v-if="reused(face).length"> In existing holes: {{ reused(face).join(', ') }}. </template>
      </p>
    </div>
    <template v-if="left.length">
      <FactTable name="holes without a unit" no-filter :rows="left" :key-of="row => row.hole.id" :columns="COLUMNS">
        <template #plate="{ row }">
          <v-checkbox
            v-if="row.after.length"
            :model-value="planned.has(row.hole.id)"
            label="Plate"
            :aria-label="`Blanking plate over the hole of ${row.hole.name}`"
            @update:model-value="toggle(row)"
          />
        </template>
      </FactTable>
      <div v-if="open.length > 1" class="row">
        <v-btn @click="coverAll">Cover all open holes</v-btn>
      </div>
    </template>
    <p v-else-if="faces.some(face => face.work.sheet === 'existing' && face.work.holes.length)" class="small quiet">
      No hole is left without a unit.
    </p>
  </section>
</template>

<style scoped>
.holes {
  padding: 8px 12px;
  border-bottom: 1px solid var(--rule);
  display: grid;
  gap: 6px;
}
.choose {
  max-width: 240px;
}
</style>
