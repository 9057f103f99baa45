<script setup lang="ts">
import { sayProblem, type WireMark } from '#core/document'
import { readWiresCsv, writeWiresCsv } from '#core/formats'
import { harnessPapers } from '#core/report'
import type { WiringReport } from '#core/wiring'
import { format } from 'date-fns'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** The harness on paper and as files; a wire list that was ticked off elsewhere read back in; what to buy. */
const { wiring } = defineProps<{ wiring: WiringReport }>()
const bench = useBench()
const preferences = usePreferences()
const stem = computed(
  () => `${bench.project!.brief.registration || bench.project!.title} ${bench.option!.name} harness`
)
const papers = computed(() =>
  harnessPapers(bench.examined!, wiring, preferences.day(format(new Date(), 'yyyy-MM-dd')), preferences.reading)
)
const { paper, busy, givePdf, giveXlsx, giveCsv } = useAnalysisFiles(
  () => papers.value,
  () => stem.value
)
const giveList = () => giveFile(fileName(`${stem.value} wires`, 'csv'), writeWiresCsv(bench.report!), 'text/csv')

const file = useTemplateRef<HTMLInputElement>('file')
const wrong = ref<string[]>([])
const found = shallowRef<WireMark[]>()
async function read(event: Event) {
  const input = event.target as HTMLInputElement
  const [chosen] = input.files ?? []
  if (!chosen) return
  const { marks, problems } = readWiresCsv(await chosen.text(), wiring.wires)
  input.value = ''
  wrong.value = problems.map(sayProblem)
  found.value = problems.length ? undefined : marks
  if (!problems.length && !marks.length) bench.said = 'The list says what is known already. Nothing was changed.'
}
function take() {
  const { option } = bench
  if (
    option &&
    found.value?.length &&
    bench.act([{ type: 'wires.put', option: option.id, wires: found.value }], 'Read a wire list')
  )
    found.value = undefined
}
</script>

<template>
  <div class="paper">
    <section class="sheet row files">
      <h2>Harness</h2>
      <ChoiceField v-model="paper" label="Paper" hide-label :items="PAPER_NAMES" /><v-btn
        color="primary"
        variant="flat"
        :disabled="busy"
        @click="givePdf"
        >PDF</v-btn
      ><v-btn :disabled="busy" @click="giveXlsx">XLSX</v-btn><v-btn @click="giveCsv">CSV of all</v-btn
      ><v-btn @click="giveList">Wire list as CSV</v-btn><v-btn @click="file!.click()">Read a wire list back…</v-btn
      ><input ref="file" type="file" accept=".csv,text/csv" hidden aria-label="Wire list to read" @change="read" />
      <p class="small quiet">
        Wire list, conductors contact by contact, a page for each connector, label strips, what to buy, bundles. From a
        list that comes back numbers, colours, states and notes are read; the rest follows the design.
      </p>
    </section>
    <section v-if="wrong.length" class="sheet" role="alert">
      <h2>The list was not taken</h2>
      <p>{{ wrong.length }} rows cannot be read. Nothing was changed.</p>
      <ul>
        <li v-for="line in wrong.slice(0, 20)" :key="line">{{ line }}</li>
      </ul>
    </section>
    <section v-if="found?.length" class="sheet row" data-found>
      <p class="grow">{{ found.length }} wires have another number, colour, state or note in the list.</p>
      <v-btn color="primary" variant="flat" @click="take">Take them</v-btn
      ><v-btn @click="found = undefined">Leave</v-btn>
    </section>
    <section class="sheet preview" role="region" aria-label="What the paper says" tabindex="0">
      <h2>{{ papers.title }}</h2>
      <p class="quiet">{{ papers.of }}, {{ papers.on }}</p>
      <p>
        {{ wiring.bill.ends }} ends to make, about {{ preferences.number(wiring.bill.hours, 0) }} hours for one person;
        {{ preferences.mass(wiring.totalMassKg) }} of wire.
      </p>
      <PaperTable v-for="table in papers.tables" :key="table.title" :table="table" />
      <ul class="small">
        <li v-for="line in [...papers.assumptions, ...papers.sources, ...papers.cautions]" :key="line">{{ line }}</li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
.paper {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
}
.preview {
  overflow-x: auto;
}
h3 {
  margin-top: 12px;
}
ul {
  padding-left: 18px;
}
.preview table.list {
  font-size: 11.5px;
}
.preview table.list th {
  position: static;
}
</style>
