<script setup lang="ts">
import { PACKS, type ClauseResult } from '#core/rules'
import type { HandCheck } from '#core/document'
import { useBench } from '~/stores/bench'
import { useTaste } from '~/stores/taste'

const taste = useTaste()

const bench = useBench()
const rules = computed(() => bench.report?.rules)
const showAll = ref(false)
/** Day VFR, night and IFR one after the other, as the clauses add to each other. */
const GROUPS = [
  {
    title: 'Day VFR, 91.205(b)',
    has: (one: ClauseResult) => one.pack === 'us-equipment' && one.clause.id.startsWith('b')
  },
  {
    title: 'Night adds, 91.205(c)',
    has: (one: ClauseResult) => one.pack === 'us-equipment' && one.clause.id.startsWith('c')
  },
  {
    title: 'IFR adds, 91.205(d)',
    has: (one: ClauseResult) => one.pack === 'us-equipment' && one.clause.id.startsWith('d')
  },
  { title: 'Transponder, tests and papers', has: (one: ClauseResult) => one.pack === 'us-papers' }
]
const groups = computed(() =>
  GROUPS.map(group => {
    const all = rules.value?.clauses.filter(group.has) ?? []
    const asked = all.filter(one => one.state !== 'does not apply')
    return {
      ...group,
      asked: asked.length,
      met: asked.filter(one => one.state === 'met').length,
      clauses: showAll.value ? all : asked,
      hidden: all.length - asked.length
    }
  })
)
function answer(one: ClauseResult, state: string) {
  if (state === '') {
    if (one.hand) bench.act([{ type: 'check.clear', clause: one.key }], `${one.clause.ref}: take my answer back`)
    return
  }
  bench.act(
    [
      {
        type: 'check.set',
        check: { clause: one.key, state: state as HandCheck['state'], note: one.hand?.note ?? '', on: one.hand?.on }
      }
    ],
    `${one.clause.ref}: ${state}`
  )
}
function setDay(one: ClauseResult, day: string) {
  bench.act(
    [
      {
        type: 'check.set',
        check: { clause: one.key, state: one.hand?.state ?? 'met', note: one.hand?.note ?? '', on: day || undefined }
      }
    ],
    `${one.clause.ref}: date`
  )
}
function setNote(one: ClauseResult, note: string) {
  bench.act(
    [
      {
        type: 'check.set',
        check: { clause: one.key, state: one.hand?.state ?? 'met', note: note.slice(0, 4000), on: one.hand?.on }
      }
    ],
    `${one.clause.ref}: note`
  )
}
</script>

<template>
  <div v-if="rules" class="page">
    <div class="row">
      <h1 class="grow">
        Rules <span class="figures quiet">{{ rules.met }} of {{ rules.asked }}</span>
      </h1>
      <v-checkbox v-model="showAll" label="Also what does not apply" />
    </div>
    <p class="caution">
      Summaries of 14 CFR, to be checked against the current text. Legal is not the same as wise, and no clause here
      asks for backups. Your inspector and authority decide; other countries have other rules.
    </p>
    <section v-for="group in groups" :key="group.title" class="sheet">
      <h2>
        {{ group.title }} <span class="figures quiet">{{ group.met }} of {{ group.asked }}</span>
        <span v-if="group.hidden && !showAll" class="quiet small"> · {{ group.hidden }} do not apply</span>
      </h2>
      <table v-if="group.clauses.length" class="list">
        <colgroup>
          <col style="width: 104px" />
          <col style="width: 28%" />
          <col style="width: 128px" />
          <col />
          <col style="width: 144px" />
        </colgroup>
        <thead>
          <tr>
            <th>Clause</th>
            <th>Asks for</th>
            <th>State</th>
            <th>Evidence</th>
            <th>Checked by</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="one in group.clauses"
            :key="one.key"
            :data-clause="one.key"
            :class="{ out: one.state === 'does not apply' }"
          >
            <td class="figures small">{{ one.clause.ref }}</td>
            <td>{{ one.clause.title }}</td>
            <td><StateMark :state="one.state" :size="15" /> {{ one.state }}</td>
            <td>
              <template v-if="one.by.length"
                ><b>{{ one.by.map(unit => unit.label).join(', ') }}</b
                ><br /></template
              ><span class="quiet small"
                >{{ taste.say(one.because) }}<template v-if="one.due"> Due {{ taste.day(one.due) }}.</template></span
              >
            </td>
            <td>
              <div class="row look">
                <select
                  :value="one.hand?.state ?? ''"
                  :aria-label="`Your answer to ${one.clause.ref}`"
                  @change="event => answer(one, (event.target as HTMLSelectElement).value)"
                >
                  <option value="">—</option>
                  <option>met</option>
                  <option>missing</option>
                  <option>does not apply</option>
                </select>
                <input
                  v-if="one.clause.everyMonths || one.hand"
                  type="date"
                  :value="one.hand?.on"
                  :aria-label="`Date for ${one.clause.ref}`"
                  @change="event => setDay(one, (event.target as HTMLInputElement).value)"
                />
              </div>
              <input
                v-if="one.hand"
                :value="one.hand.note"
                placeholder="note"
                :aria-label="`Note for ${one.clause.ref}`"
                @change="event => setNote(one, (event.target as HTMLInputElement).value)"
              />
            </td>
          </tr>
        </tbody>
      </table>
      <p v-else class="quiet small">Nothing here applies to the flying in the brief.</p>
    </section>
    <p class="quiet small">Sources: {{ PACKS.map(pack => pack.source).join('; ') }}.</p>
  </div>
</template>

<style scoped>
.page {
  padding: 14px 18px;
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 1fr);
}
.out {
  color: var(--quiet);
}
table.list {
  table-layout: fixed;
}
.look {
  gap: 3px;
}
</style>
