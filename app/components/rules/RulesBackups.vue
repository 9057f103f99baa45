<script setup lang="ts">
import type { Additions, BackupSearch, StanceAnswer } from '#core/report'
import { TASK_WORDS } from '#core/resilience'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** The schools of backup side by side on this aeroplane, and the least that leaves one flying after any single loss. */
const bench = useBench()
const preferences = usePreferences()
const found = shallowRef<BackupSearch>()
const wrong = ref('')
/** The design the answer is of: another one makes it old. */
const of = shallowRef<unknown>()
const { progress, run, stop } = useLongWork()
async function search() {
  const { option } = bench
  if (!option) return
  try {
    const design = bench.design
    const answer = await run('Trying additions…', (examiner, job, tell) => examiner.stances(option.id, job, tell))
    if (answer) {
      found.value = answer
      of.value = design
    }
    wrong.value = ''
  } catch (error) {
    wrong.value = sayError(error)
  }
}
const old = computed(() => found.value !== undefined && of.value !== bench.design)
const take = (additions: Additions, what: string) => bench.act(additions.edits, what)
const STANCE_SAYS = {
  'lean': 'what the law asks, and an attitude that outlives one loss',
  'middle': 'one other chain for what keeps one flying, and a radio',
  'belt and braces': 'chains that share nothing'
} as const
const changes = ({ effect, faceMm2 }: Additions) =>
  [
    preferences.money(effect.change.money),
    preferences.mass(-effect.change['useful load']),
    `${preferences.number(effect.change.amps, 1)} A`,
    faceMm2 > 0 ? `${preferences.area(faceMm2)} of the panel` : 'nothing of the panel'
  ].join(', ')
const wants = (answer: StanceAnswer) =>
  answer.additions?.says.map(preferences.say).join(' ') ??
  (answer.found ? 'Nothing is required.' : 'None found among what was tried.')
const columns: Column<StanceAnswer>[] = [
  { key: 'school', title: 'School', value: answer => answer.stance },
  { key: 'met', title: 'Follows', value: answer => answer.met.length, number: true },
  { key: 'missing', title: 'Does not', value: answer => answer.missing.join('; ') || 'nothing' },
  { key: 'wants', title: 'Smallest change found', value: wants },
  {
    key: 'costs',
    title: 'Costs',
    of: 'money',
    value: answer => answer.additions?.effect.change.money,
    text: answer => (answer.additions ? changes(answer.additions) : ''),
    number: true
  },
  { key: 'acts', title: 'Do', value: () => '', plain: true, width: '70px' }
]
const stanceOf = (answer: StanceAnswer) => answer.stance
</script>

<template>
  <section class="sheet">
    <div class="row">
      <h2 class="grow">Schools of backup</h2>
      <v-btn color="primary" variant="flat" :disabled="!!progress || bench.outOfDate" @click="search">
        {{ found ? 'Search again' : 'Search what each would cost here' }}
      </v-btn>
    </div>
    <p class="small quiet">
      No law asks for these: three schools differ, and so do good pilots. Searched by trying entries of the catalogue,
      with all they drag in, and other buses for what is there; the smallest of those tried; a smaller one may exist.
    </p>
    <LongWork v-if="progress" :progress="progress" @stop="stop" />
    <p v-if="wrong" class="caution" role="alert">{{ wrong }}</p>
    <p v-if="old" class="small"><StateMark state="decide" :size="13" /> The design has changed since: search again.</p>
    <FactTable
      v-if="found"
      :rows="found.stances"
      :columns="columns"
      name="schools of backup"
      no-filter
      :key-of="stanceOf"
      :class="{ old }"
    >
      <template #school="{ row }">
        <b>{{ row.stance }}</b><template v-if="row.stance === bench.project?.brief.stance"> (yours)</template
        ><br /><span class="quiet small">{{ STANCE_SAYS[row.stance] }}</span>
      </template>
      <template #wants="{ row }">
        <template v-if="row.additions"
          ><p v-for="(says, index) in row.additions.says" :key="index">{{ preferences.say(says) }}</p></template
        >
        <template v-else>{{ wants(row) }}</template>
      </template>
      <template #acts="{ row }">
        <v-btn
          v-if="row.additions"
          :disabled="old || bench.outOfDate"
          @click="take(row.additions, `Backups: ${row.stance}`)"
          >Do it</v-btn
        >
      </template>
    </FactTable>
  </section>
  <section v-if="found" class="sheet">
    <h2>After any single loss</h2>
    <p v-for="open in found.open" :key="open.task">
      <StateMark :state="open.losses.length ? 'decide' : 'holds'" :size="14" /> <b>{{ TASK_WORDS[open.task] }}</b>:
      {{
        open.losses.length
          ? `taken by ${open.losses.join(', ')}, and no one switch brings it back`
          : 'left by every single loss'
      }}.
    </p>
    <template v-if="found.additions">
      <p>Smallest change found that keeps all three:</p>
      <p v-for="(says, index) in found.additions.says" :key="index">{{ preferences.say(says) }}</p>
      <p class="row">
        <span class="figures">{{ changes(found.additions) }}</span>
        <v-btn
          color="primary"
          variant="flat"
          :disabled="old || bench.outOfDate"
          @click="take(found.additions, 'Backups for any single loss')"
          >Do it</v-btn
        >
      </p>
    </template>
    <p v-else-if="found.open.some(school => school.losses.length)">No set of those tried leaves all three.</p>
  </section>
</template>

<style scoped>
.old {
  opacity: 0.6;
}
td p {
  margin: 0;
}
</style>
