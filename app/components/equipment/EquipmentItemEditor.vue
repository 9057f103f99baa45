<script setup lang="ts">
import Papa from 'papaparse'
import { FUNCTIONS, KINDS, PLACE_KINDS, type Item } from '#core/catalogue'
import { CATALOGUE_COLUMNS, readCatalogueCsv, writeCatalogueCsv } from '#core/formats'

/** One catalogue entry, cell by cell as its CSV row has it: the same words, the same checks, the same complaints. */
const { item } = defineProps<{ item: Item | 'new' }>()
const emit = defineEmits<{ close: []; kept: [] }>()
type Column = (typeof CATALOGUE_COLUMNS)[number]

const NAMES: Partial<Record<Column, [string, string]>> = {
  bezel_mm: ['Bezel, mm', 'round 82.6 · rectangle 158.8 x 67.3 corner 2'],
  cutout_mm: ['Cutout, mm', 'as bezel'],
  screws_mm: ['Screws from centre, mm', 'x y hole; x y hole'],
  stack: ['Slides in a tray', 'yes or no'],
  body_mm: ['Body, mm', 'width x height x depth'],
  connector_mm: ['Connectors, mm', 'depth they and their bend add'],
  mass_kg: ['Mass, kg', ''],
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
  labour_h: ['Labour to install, h', ''],
  remove_h: ['Labour to take out, h', ''],
  mounts: ['May stand', PLACE_KINDS.join('; ')],
  kind: ['Kind', '']
}
const WIDE: Column[] = ['summary', 'ports', 'provides', 'needs', 'screws_mm', 'mounts']

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
const other = ref('')

async function keep() {
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
        <form class="grid cells" @submit.prevent="keep">
          <label
            v-for="column in CATALOGUE_COLUMNS"
            :key="column"
            class="field"
            :class="{ span: WIDE.includes(column) }"
          >
            {{ NAMES[column]?.[0] ?? column }}
            <span v-if="NAMES[column]?.[1]" class="hint">{{ NAMES[column]![1] }}</span>
            <select v-if="column === 'kind'" v-model="cells.kind">
              <option v-for="one in KINDS" :key="one">{{ one }}</option>
            </select>
            <textarea v-else-if="WIDE.includes(column)" v-model="cells[column]" rows="2" />
            <input v-else v-model="cells[column]" :class="{ wrong: wrong[column] }" />
            <span v-if="wrong[column]" class="said" role="alert">{{ wrong[column] }}</span>
          </label>
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
.cells {
  grid-template-columns: repeat(3, 1fr);
  margin: 10px 0;
  align-items: end;
}
.span {
  grid-column: span 3;
}
.hint {
  font-size: 11px;
}
.said {
  color: var(--grease);
  font-size: 12px;
}
</style>
