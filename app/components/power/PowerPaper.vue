<script setup lang="ts">
import { layOneLine, writeOneLineSvg } from '#core/formats'
import { oneLine, type PowerReport } from '#core/power'
import { loadAnalysis } from '#core/report'
import { format } from 'date-fns'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** The load analysis on paper and as files, and the one-line diagram. */
const { power } = defineProps<{ power: PowerReport }>()
const bench = useBench()
const preferences = usePreferences()
const stem = computed(() => `${bench.project!.brief.registration || bench.project!.title} ${bench.option!.name}`)
const analysis = computed(() =>
  loadAnalysis(bench.examined!, power, preferences.day(format(new Date(), 'yyyy-MM-dd')), preferences.reading)
)
const { paper, busy, give, givePdf, giveXlsx, giveCsv } = useAnalysisFiles(
  () => analysis.value,
  () => `${stem.value} load analysis`
)
const giveSvg = () =>
  give(async () => {
    giveFile(
      fileName(`${stem.value} one line`, 'svg'),
      writeOneLineSvg(
        await layOneLine(oneLine(bench.examined!, power.supply, power.circuits, power.feeders), await useElk()),
        `${stem.value}, one-line diagram`,
        preferences.reading
      ),
      'image/svg+xml'
    )
  })
</script>

<template>
  <div class="paper">
    <section class="sheet row files">
      <h2>Load analysis</h2>
      <ChoiceField v-model="paper" label="Paper" hide-label :items="PAPER_NAMES" /><v-btn
        color="primary"
        variant="flat"
        :disabled="busy"
        @click="givePdf"
        >PDF to sign</v-btn
      ><v-btn :disabled="busy" @click="giveXlsx">XLSX</v-btn><v-btn :disabled="busy" @click="giveCsv">CSV</v-btn>
      <h2 class="next">One-line diagram</h2>
      <v-btn :disabled="busy" @click="giveSvg">SVG</v-btn>
      <p class="small quiet">
        Below is what the paper says: sources, loads, feeds, circuits, what loses power when; assumptions, sources, and
        on paper a place for the signature of a person licensed for it.
      </p>
    </section>
    <section class="sheet preview" role="region" aria-label="What the paper says" tabindex="0">
      <h2>{{ analysis.title }}</h2>
      <p class="quiet">{{ analysis.of }}, {{ analysis.on }}</p>
      <PaperTable v-for="table in analysis.tables" :key="table.title" :table="table" />
      <template
        v-for="[title, lines] in [
          ['Assumptions', analysis.assumptions],
          ['Sources', analysis.sources],
          ['Cautions', analysis.cautions]
        ] as const"
        :key="title"
        ><h3>{{ title }}</h3>
        <ul class="small">
          <li v-for="line in lines" :key="line">{{ line }}</li>
        </ul></template
      >
    </section>
  </div>
</template>

<style scoped>
.paper {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
}
.files .next {
  margin-left: 18px;
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
  font-size: 11px;
}
.preview table.list th {
  position: static;
  font-size: 10.5px;
  vertical-align: bottom;
  white-space: normal;
}
.preview table.list td,
.preview table.list th {
  padding: 2px 5px 2px 0;
}
</style>
