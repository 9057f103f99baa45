<script setup lang="ts">
import Papa from 'papaparse'
import { VTextarea, VTextField } from 'vuetify/components'
import { EquipmentPortsCell, EquipmentScrewsCell } from '#components'
import { isOwnFunction, isTradeKind, ownFunctionsOf, type Item } from '#core/catalogue'
import { extent, setDown } from '#core/panel'
import { useBench } from '~/stores/bench'
import { CATALOGUE_COLUMNS, faceCells, readCatalogueCsv } from '#core/formats'

/** One catalogue entry, cell by cell as its CSV row has it: the same checks, the same complaints; numbers as the reader has them. */
const { item } = defineProps<{ item: Item | 'new' }>()
const emit = defineEmits<{ close: []; kept: [] }>()
type Column = (typeof CATALOGUE_COLUMNS)[number]

/** The other cells of an entry, for drawing its face while they are not filled in yet. */
const SAMPLE: Partial<Record<Column, string>> = {
  id: 'drawn',
  name: 'drawn',
  maker: 'drawn',
  kind: 'round instrument',
  mounts: 'panel',
  approvals: 'amateur-built',
  mass_kg: '1',
  price_usd: '0',
  labour_h: '0'
}
const blank = (): Record<Column, string> =>
  ({
    ...Object.fromEntries(CATALOGUE_COLUMNS.map(column => [column, ''])),
    kind: 'round instrument',
    mounts: 'panel',
    approvals: 'amateur-built',
    bezel_mm: 'round 82.6',
    cutout_mm: 'round 79.4',
    mass_kg: '0.5',
    price_usd: '0',
    labour_h: '2'
  }) as Record<Column, string>
const cells = reactive(item === 'new' ? blank() : cellsOf(item))
const wrong = ref<Record<string, string>>({})

/** Names that somebody gave before may be chosen: what two items have in common has one name. */
const bench = useBench()
const known = computed(() => [...useCatalogue().items.value, ...bench.project!.items])
const listOf = (column: Column, of: readonly string[]): readonly string[] =>
  column === 'provides'
    ? [...of, ...ownFunctionsOf(known.value)]
    : column === 'kind'
      ? [...of, ...new Set(known.value.map(({ kind }) => kind).filter(kind => !isTradeKind(kind)))]
      : of
/** A name typed as kind or function is one of the item’s own; one that is in neither, nor needed by it, is none any more. */
watch(
  () => [cells.kind, cells.provides] as const,
  ([kind, provides]) => {
    const needed = listIn(cells.own_names).filter(name => `${cells.needs} ${cells.announced}`.includes(name))
    const own = [...(kind && !isTradeKind(kind) ? [kind] : []), ...listIn(provides).filter(isOwnFunction), ...needed]
    cells.own_names = [...new Set(own)].join('; ')
    if (!kind || isTradeKind(kind)) cells.used_like = ''
  }
)
/** Numbers that cannot be read: nothing is kept with what stood there before. */
const unreadable = reactive(new Set<Column>())
const other = ref('')

/** Bezel, cutout and screws out of the maker's drawing; the cells are filled, and nothing is kept until it is asked. */
const drawing = shallowRef<{ name: string; text: string }>()
const unit = ref<'' | 'in' | 'mm'>('')
const reading = ref(false)
const drawingSays = ref<{ state: 'must fix' | 'note'; words: string }[]>([])
async function pick(files: File | File[] | null) {
  const chosen = Array.isArray(files) ? files[0] : files
  drawing.value = chosen ? { name: chosen.name, text: await chosen.text() } : undefined
}
watch([drawing, unit], async ([from, of]) => {
  drawingSays.value = []
  reading.value = !!from
  if (!from) return
  const read = await readForeignItem({ ...from, unitMm: of === 'in' ? 25.4 : of === 'mm' ? 1 : undefined })
  if (drawing.value !== from || unit.value !== of) return
  reading.value = false
  if (!read.ok) {
    drawingSays.value = read.problems.map(words => ({ state: 'must fix', words }))
    return
  }
  const filled = faceCells(read.face)
  // A drawing of the hole alone leaves the bezel as it was entered.
  Object.assign(cells, filled, read.face.bezel ? {} : { bezel_mm: cells.bezel_mm })
  const { length } = read.face.screws
  drawingSays.value = [
    `${from.name} filled bezel, cutout and ${length} ${length === 1 ? 'screw hole' : 'screw holes'}. ` +
      'Compare them with the maker’s figures.',
    ...read.notes
  ].map(words => ({ state: 'note', words }))
})
const face = computed(() => {
  const read = readCatalogueCsv(
    Papa.unparse([
      CATALOGUE_COLUMNS as unknown as string[],
      CATALOGUE_COLUMNS.map(column => (/_mm$/.test(column) ? cells[column] : (SAMPLE[column] ?? '')))
    ])
  )
  return read.items[0] && setDown({ id: 'drawn', label: '', item: read.items[0] }, 0, 0)
})
const upsideDown = (v: number) => -v
const frame = computed(() => {
  const { minX, minY, maxX, maxY } = extent(face.value!.bezel)
  return `${minX - 4} ${-maxY - 4} ${maxX - minX + 8} ${maxY - minY + 8}`
})

/** The text of a specification is beside the form. */
const pasting = ref(false)

const ROWS = { screws: EquipmentScrewsCell, ports: EquipmentPortsCell }
const FIELDS = ITEM_FORM.flatMap(section => section.fields)
/** A column by the name that its field has here. */
const inWords = (message: string) =>
  message.replace(/\b[a-z]+_[a-z]+\b/g, word => {
    const field = FIELDS.find(({ column }) => column === word)
    return field ? `“${field.label}”` : word
  })
/** Why the button waits, or what came of it: the field itself may be scrolled out of sight. */
const answer = computed(() => {
  const first = FIELDS.find(({ column }) => unreadable.has(column))
  return first ? `“${first.label}” cannot be read.` : other.value
})
const form = useTemplateRef('form')
async function keep() {
  const read = readCatalogueCsv(
    Papa.unparse([CATALOGUE_COLUMNS as unknown as string[], CATALOGUE_COLUMNS.map(column => cells[column])])
  )
  wrong.value = Object.fromEntries(read.problems.map(problem => [problem.field, inWords(problem.message)]))
  other.value = read.problems.length ? 'Some cells cannot be read; nothing was kept yet.' : ''
  if (read.problems.length || !read.items[0]) {
    await nextTick()
    form.value
      ?.querySelector<HTMLElement>('[aria-invalid="true"], .v-input--error input, .v-input--error textarea, .wrong')
      ?.focus()
    return
  }
  try {
    await ask('/api/catalogue', { method: 'PUT', body: read.items[0] })
    emit('kept')
    emit('close')
  } catch (error) {
    other.value = sayError(error)
  }
}
</script>

<template>
  <ModalDialog :model-value="true" aria-label="Catalogue item" @update:model-value="emit('close')">
    <v-card>
      <v-card-title class="head">{{ item === 'new' ? 'An item of your own' : `Edit ${item.name}` }}</v-card-title>
      <v-card-text>
        <p class="quiet small">
          Enter the maker’s own figures. It is kept as yours, in place of a shipped item of the same id; units already
          in projects keep their own copy.
        </p>
        <div class="row drawn">
          <DrawingFile v-model:unit="unit" label="Face out of the maker’s drawing" :loading="reading" @pick="pick" />
          <svg v-if="face" :viewBox="frame" role="img" aria-label="The face as entered">
            <path class="edge" :d="figurePath(face.bezel, upsideDown)" />
            <path v-if="face.cutout" class="hole" :d="figurePath(face.cutout, upsideDown)" />
            <path v-for="(screw, i) in face.screws" :key="i" class="hole" :d="figurePath(screw, upsideDown)" />
          </svg>
        </div>
        <p
          v-for="said in drawingSays"
          :key="said.words"
          class="small"
          :role="said.state === 'note' ? 'status' : 'alert'"
        >
          <StateMark :state="said.state" :size="14" /> {{ said.words }}
        </p>
        <v-btn variant="text" size="small" :aria-expanded="pasting" @click="pasting = !pasting"
          >{{ pasting ? 'Close the specification' : 'Paste a specification…' }}
        </v-btn>
        <EquipmentSpecification v-if="pasting" :cells="cells" @use="(column, cell) => (cells[column] = cell)" />
        <form id="entry" ref="form" @submit.prevent="keep">
          <section v-for="section in ITEM_FORM" :key="section.title" class="part">
            <h2>{{ section.title }}</h2>
            <div class="grid cells">
              <template v-for="field in section.fields" :key="field.column">
                <EquipmentChoiceCell
                  v-if="field.choice"
                  v-bind="field.choice"
                  :of="listOf(field.column, field.choice.of)"
                  :disabled="field.column === 'used_like' && isTradeKind(cells.kind)"
                  v-model="cells[field.column]"
                  :class="{ span: field.wide }"
                  :label="field.label"
                  :hint="field.hint"
                  :error-messages="wrong[field.column]"
                />
                <EquipmentFormsCell
                  v-else-if="field.forms"
                  v-model="cells[field.column]"
                  class="span"
                  :of="field.forms.of"
                  :kind="field.forms.number"
                  :label="field.label"
                  :hint="field.hint"
                  :wrong="wrong[field.column]"
                  @refused="is => (is ? unreadable.add(field.column) : unreadable.delete(field.column))"
                />
                <component
                  :is="ROWS[field.rows]"
                  v-else-if="field.rows"
                  v-model="cells[field.column]"
                  class="span"
                  :hint="field.hint"
                  :wrong="wrong[field.column]"
                  @refused="(is: boolean) => (is ? unreadable.add(field.column) : unreadable.delete(field.column))"
                />
                <EquipmentNumberCell
                  v-else-if="field.number"
                  v-model="cells[field.column]"
                  :kind="field.number"
                  :label="field.label"
                  :hint="field.hint"
                  :wrong="wrong[field.column]"
                  @refused="is => (is ? unreadable.add(field.column) : unreadable.delete(field.column))"
                />
                <component
                  :is="field.wide ? VTextarea : VTextField"
                  v-else
                  v-model="cells[field.column]"
                  :class="{ span: field.wide }"
                  :label="field.label"
                  :hint="field.hint"
                  persistent-hint
                  :rows="field.wide ? 1 : undefined"
                  :auto-grow="field.wide || undefined"
                  :error-messages="wrong[field.column]"
                  hide-details="auto"
                />
              </template>
            </div>
          </section>
        </form>
      </v-card-text>
      <v-card-actions
        ><span v-if="answer" class="said" role="alert">{{ answer }}</span><v-spacer /><v-btn @click="emit('close')"
          >Leave</v-btn
        ><v-btn color="primary" variant="flat" type="submit" form="entry" :disabled="unreadable.size > 0"
          >Keep as mine</v-btn
        ></v-card-actions
      >
    </v-card>
  </ModalDialog>
</template>

<style scoped>
.head {
  font-size: 16px;
  font-weight: 700;
}
.drawn {
  align-items: center;
  flex-wrap: nowrap;
  margin-top: 8px;
}
.drawn svg {
  width: 96px;
  height: 72px;
  flex: none;
}
.edge,
.hole {
  fill: var(--sheet);
  stroke: var(--graphite);
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
}
.hole {
  stroke: var(--quiet);
}
.cells {
  grid-template-columns: repeat(3, 1fr);
  margin: 8px 0 0;
  align-items: start;
  gap: 10px;
}
.part {
  margin-top: 16px;
}
.span {
  grid-column: span 3;
}
.said {
  color: var(--grease);
  font-size: 12px;
}
</style>
