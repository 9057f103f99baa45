<script setup lang="ts">
import Papa from 'papaparse'
import { VTextarea, VTextField } from 'vuetify/components'
import { FUNCTIONS, KINDS, PLACE_KINDS, type Item } from '#core/catalogue'
import { extent, setDown } from '#core/panel'
import { CATALOGUE_COLUMNS, faceCells, readCatalogueCsv, writeCatalogueCsv } from '#core/formats'
import { parseLength, parseMass, parseNumber, QuantityError, type Reading } from '#core/quantity'
import { useTaste } from '~/stores/taste'

/** One catalogue entry, cell by cell as its CSV row has it: the same words, the same checks, the same complaints. */
const { item } = defineProps<{ item: Item | 'new' }>()
const emit = defineEmits<{ close: []; kept: [] }>()
type Column = (typeof CATALOGUE_COLUMNS)[number]
const taste = useTaste()

const NAMES: Partial<Record<Column, [string, string]>> = {
  id: ['Id', 'letters, digits and hyphens'],
  name: ['Name', ''],
  maker: ['Maker', ''],
  summary: ['What it is', ''],
  reads_deg: ['Reads well within, degrees', 'side up down, for a screen'],
  on_s: ['On at a time, s', ''],
  start_a: ['Starting, A', ''],
  stands: ['How it stands', 'within 0.5 deg; connectors forward, aft; iron 600 mm away'],
  tanks: ['Tanks it gauges', ''],
  connectors: ['Connectors and pins', 'id | kind | pin or socket | pin use; …'],
  bezel_mm: ['Bezel, mm', 'round 82.6 · rectangle 158.8 x 67.3 corner 2'],
  cutout_mm: ['Cutout, mm', 'as bezel, or polygon x y, x y, …'],
  screws_mm: ['Screws from centre, mm', 'x y hole; x y hole'],
  stack: ['Slides in a tray', 'yes or no'],
  body_mm: ['Body, mm', 'width x height x depth'],
  connector_mm: ['Connectors, mm', 'depth they and their bend add; or with its unit: 1 1/2 in'],
  mass_kg: ['Mass, kg', 'or with its unit: 4.2 lb'],
  at_v: ['Amps stated at, V', 'empty: takes no current'],
  min_v: ['Least volts', ''],
  max_v: ['Most volts', ''],
  typical_a: ['Typical, A', ''],
  max_a: ['Most, A', ''],
  transmit_a: ['Transmitting, A', ''],
  transmit_share: ['Share of time transmitting', '0 to 1; empty: 0.1'],
  duty: ['Share of time it draws', '0 to 1; empty: always'],
  battery: ['Cells that feed a bus', '6 Ah lithium · 24 Ah lead-acid in 20 h'],
  load: ['Load', 'constant power · constant current · resistive'],
  phases: ['On in phases', 'empty: in all; else parted by ;'],
  essential: ['Stays on when the alternator quits', 'yes or no'],
  internal_battery_min: ['Own battery, min', ''],
  ports: ['Ports', 'id | kind | in, out or both | signal, signal; …'],
  provides: ['Gives', 'functions parted by ;'],
  needs: ['Needs', 'function com antenna; signal? heading: why'],
  approvals: ['Approved for', 'certified; amateur-built; light-sport'],
  price_usd: ['Price, dollars', ''],
  yearly_usd: ['Every year, dollars', 'data, a licence'],
  yearly_for: ['Every year for', ''],
  announced: ['Announced', '2027-09-01 | price 4500 | approved certified | gives com | in words'],
  labour_h: ['Labour to install, h', ''],
  remove_h: ['Labour to take out, h', ''],
  mounts: ['May stand', PLACE_KINDS.join('; ')],
  kind: ['Kind', '']
}
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
const WIDE: Column[] = ['summary', 'connectors', 'ports', 'provides', 'needs', 'screws_mm', 'mounts', 'announced']

function cellsOf(from: Item): Record<Column, string> {
  return Papa.parse<Record<Column, string>>(writeCatalogueCsv([from]), { header: true }).data[0]!
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
/** A cell of one number as it was typed, with the reader’s comma or another unit: in the cell’s own unit when the hand leaves it. */
function settle(column: Column) {
  const text = cells[column].trim()
  const metric: Reading = { ...taste.reading, system: 'metric' }
  const read = column === 'mass_kg' ? parseMass : column === 'connector_mm' ? parseLength : parseNumber
  // Shapes and angles are several numbers. A plain number stands as it is; what it may be is told when it is kept.
  if (!/_(?:kg|a|v|h|s|min|usd|share)$|^duty$|^connector_mm$/.test(column) || /^[-+]?[\d.]*$/.test(text)) return
  try {
    cells[column] = String(Number(read(text, metric).toFixed(4)))
    const { [column]: _, ...rest } = wrong.value
    wrong.value = rest
  } catch (error) {
    if (!(error instanceof QuantityError)) throw error
    wrong.value = { ...wrong.value, [column]: error.message }
  }
}
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

async function keep() {
  // Enter keeps the entry with the hand still in a cell.
  for (const column of CATALOGUE_COLUMNS) settle(column)
  const read = readCatalogueCsv(
    Papa.unparse([CATALOGUE_COLUMNS as unknown as string[], CATALOGUE_COLUMNS.map(column => cells[column])])
  )
  wrong.value = Object.fromEntries(read.problems.map(problem => [problem.field, problem.message]))
  other.value = read.problems.length ? 'Some cells cannot be read; nothing was kept yet.' : ''
  if (read.problems.length || !read.items[0]) return
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
          <v-file-input
            class="grow"
            label="Face out of the maker’s drawing"
            accept=".dxf,.svg"
            :loading="reading"
            @update:model-value="pick"
          />
          <ChoiceField
            v-model="unit"
            label="One unit of it, if it does not say"
            :items="[
              { value: '', title: 'as it says' },
              { value: 'in', title: 'inch' },
              { value: 'mm', title: 'millimetre' }
            ]"
          />
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
        <form class="grid cells" @submit.prevent="keep">
          <template v-for="column in CATALOGUE_COLUMNS" :key="column">
            <ChoiceField v-if="column === 'kind'" v-model="cells.kind" label="Kind" :items="KINDS" search />
            <component
              :is="WIDE.includes(column) ? VTextarea : VTextField"
              v-else
              v-model="cells[column]"
              :class="{ span: WIDE.includes(column) }"
              :label="NAMES[column]?.[0] ?? column"
              :hint="NAMES[column]?.[1]"
              persistent-hint
              :rows="WIDE.includes(column) ? 2 : undefined"
              :error-messages="wrong[column]"
              @blur="settle(column)"
              hide-details="auto"
            />
          </template>
        </form>
        <details class="small">
          <summary>All functions there are words for</summary>
          {{ FUNCTIONS.join(' · ') }}
        </details>
      </v-card-text>
      <v-card-actions
        ><span v-if="other" class="said" role="alert">{{ other }}</span
        ><v-spacer /><v-btn @click="emit('close')">Leave</v-btn
        ><v-btn color="primary" variant="flat" @click="keep">Keep as mine</v-btn></v-card-actions
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
  margin: 10px 0;
  align-items: start;
  gap: 10px;
}
.span {
  grid-column: span 3;
}
.said {
  color: var(--grease);
  font-size: 12px;
}
</style>
