<script setup lang="ts">
import { format } from 'date-fns'
import { PAPERS, type Paper } from '#core/print/face'
import { locate, readJson, RulePack, sayProblem, schemaProblems } from '#core/document'
import { complianceSheet } from '#core/report'
import { failuresOf } from '#core/resilience'
import { PACKS, type ClauseResult, type RulesReport } from '#core/rules'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** Dates that fall due, the compliance sheet, and rule packs of one’s own. */
const { rules } = defineProps<{ rules: RulesReport }>()
const bench = useBench()
const preferences = usePreferences()
const dated = computed(() =>
  rules.clauses.filter(
    clause => (clause.clause.everyMonths || clause.clause.everyDays) && clause.state !== 'does not apply'
  )
)
const columns: Column<ClauseResult>[] = [
  { key: 'ref', title: 'Clause', value: row => row.clause.ref },
  { key: 'title', title: 'What', value: row => row.clause.title },
  {
    key: 'last',
    title: 'Last done',
    value: row => row.hand?.on ?? '',
    text: row => (row.hand?.on ? preferences.day(row.hand.on) : 'not entered')
  },
  { key: 'due', title: 'Due', value: row => row.due ?? '', text: row => (row.due ? preferences.day(row.due) : '') },
  { key: 'state', title: 'State', value: row => row.state }
]
const packs = computed(() => [...PACKS, ...bench.project!.packs])
const packOf = (pack: RulePack) => pack.id
const packColumns: Column<RulePack>[] = [
  { key: 'title', title: 'Pack', value: row => row.title },
  { key: 'clauses', title: 'Clauses', value: row => row.clauses.length, number: true },
  { key: 'source', title: 'Source', value: row => row.source },
  { key: 'acts', title: 'Do', value: () => '', plain: true }
]
const stem = computed(() => `${bench.project!.brief.registration || bench.project!.title} ${bench.option!.name}`)
const paper = ref<Paper>(usePreferences().paper)
const busy = ref(false)
async function give(work: () => Promise<void>) {
  busy.value = true
  try {
    await work()
  } catch (error) {
    bench.said = `The file could not be made: ${(error as Error).message} Nothing was changed.`
  } finally {
    busy.value = false
  }
}
const givePdf = () =>
  give(async () => {
    const { writeAnalysisPdf } = await import('#core/print')
    const design = bench.examined!
    const sheet = complianceSheet(
      design,
      { rules, failures: failuresOf(design) },
      preferences.day(format(new Date(), 'yyyy-MM-dd')),
      preferences.reading
    )
    giveFile(
      fileName(`${stem.value} compliance`, 'pdf'),
      await writeAnalysisPdf(sheet, paper.value, await paperFonts()),
      'application/pdf'
    )
  })
const giveCalendar = () =>
  give(async () => {
    const { writeDueCalendar } = await import('#core/report/papers/calendar')
    giveFile(
      fileName(`${stem.value} due`, 'ics'),
      writeDueCalendar(bench.project!.brief.registration || bench.project!.title, rules),
      'text/calendar'
    )
  })
const picker = ref<HTMLInputElement>()
const refused = ref<string[]>([])
const MOST_SAID = 8
async function take(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  const text = await file.text()
  const json = readJson(text)
  const problems = 'problem' in json ? [json.problem] : locate(text, schemaProblems(RulePack, json.value))
  if (!problems.length && !('problem' in json)) {
    const pack = RulePack.parse(json.value)
    if (PACKS.some(other => other.id === pack.id))
      problems.push({
        line: 1,
        column: 1,
        field: 'id',
        message: `“${pack.id}” is the id of an included pack; use another id`
      })
    else if (bench.act([{ type: 'pack.put', pack }], `Rule pack ${pack.title}`))
      bench.said = `${pack.title}: ${pack.clauses.length} clauses are asked from now on.`
  }
  refused.value = problems.slice(0, MOST_SAID).map(sayProblem)
}
const givePack = (pack: RulePack) =>
  giveFile(fileName(pack.title, 'json'), `${JSON.stringify(pack, null, 1)}\n`, 'application/json')
</script>

<template>
  <section class="sheet">
    <div class="row">
      <h2 class="grow">What falls due</h2>
      <v-btn variant="outlined" :disabled="busy || !dated.some(item => item.due)" @click="giveCalendar"
        >Calendar (iCalendar)</v-btn
      >
    </div>
    <FactTable :rows="dated" :columns="columns" name="papers and dates" :key-of="row => row.key" no-filter>
      <template #state="{ row }"><StateMark :state="row.state" :size="14" /> {{ row.state }}</template>
    </FactTable>
    <p class="small quiet">Enter dates next to each clause. An overdue one counts as missing.</p>
  </section>
  <section class="sheet">
    <h2>Compliance sheet</h2>
    <p class="small">
      Every clause with its evidence and chains, what a failure leaves, and what does not apply with the reason.
    </p>
    <div class="row paper">
      <ChoiceField v-model="paper" label="Paper" :items="Object.keys(PAPERS)" />
      <v-btn color="primary" variant="flat" :disabled="busy || bench.outOfDate" @click="givePdf">PDF</v-btn>
    </div>
  </section>
  <section class="sheet">
    <div class="row">
      <h2 class="grow">Rule packs</h2>
      <v-btn variant="outlined" @click="picker?.click()">Bring a pack in (JSON)</v-btn>
      <input
        ref="picker"
        type="file"
        accept="application/json,.json"
        class="away"
        tabindex="-1"
        aria-label="Rule pack file"
        @change="take"
      />
    </div>
    <div v-if="refused.length" class="caution" role="alert">
      <p>The pack was not taken; nothing was changed.</p>
      <p v-for="says in refused" :key="says">{{ says }}</p>
    </div>
    <FactTable :rows="packs" :columns="packColumns" name="rule packs" no-filter :key-of="packOf">
      <template #title="{ row }">
        {{ row.title }} <span v-if="row.fromMemory" class="quiet small">recalled</span>
      </template>
      <template #acts="{ row }">
        <div class="acts">
          <v-btn variant="text" :aria-label="`Save ${row.title} as file`" @click="givePack(row)">Save as file</v-btn>
          <v-btn
            v-if="bench.project!.packs.some(pack => pack.id === row.id)"
            variant="text"
            @click="bench.act([{ type: 'pack.drop', pack: row.id }], `Take out ${row.title}`)"
            >Take out</v-btn
          >
        </div>
      </template>
    </FactTable>
    <p class="small quiet">Save one as a file, edit it and change its id. docs/rule-packs.md describes the format.</p>
  </section>
</template>

<style scoped>
.paper {
  margin-top: 10px;
}
.away {
  display: none;
}
.acts {
  white-space: nowrap;
  text-align: right;
}
</style>
