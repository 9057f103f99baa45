<script setup lang="ts">
import { chainWords } from '#core/capability'
import { chainsOf, conditionWords, PACKS, type ClauseResult, type RulesReport } from '#core/rules'
import { useBench } from '~/stores/bench'
import { useTaste } from '~/stores/taste'

/** Every clause that is asked: how it stands, by which chain and by which second one, and what a person found by looking. */
const { rules } = defineProps<{ rules: RulesReport }>()
const bench = useBench()
const taste = useTaste()
const showAll = ref(false)
const packs = computed(() => [...PACKS, ...(bench.project?.packs ?? [])])
/** Clauses under their headings, in the order of the packs. */
const groups = computed(() => {
  const found = new Map<string, ClauseResult[]>()
  for (const one of rules.clauses) {
    const title = one.clause.group ?? packs.value.find(pack => pack.id === one.pack)?.title ?? one.pack
    found.set(title, [...(found.get(title) ?? []), one])
  }
  return [...found].map(([title, all]) => {
    const asked = all.filter(one => one.state !== 'does not apply')
    return {
      title,
      asked: asked.length,
      met: asked.filter(one => one.state === 'met').length,
      clauses: showAll.value ? all : asked,
      hidden: all.length - asked.length
    }
  })
})
const shown = computed(() => groups.value.filter(group => group.clauses.length > 0))
/** By which chains each clause is met; worked out for what is shown. */
const chains = computed(() => {
  const design = bench.examined
  if (!design) return new Map<string, ReturnType<typeof chainsOf>>()
  return new Map(rules.clauses.map(one => [one.key, chainsOf(design, one)]))
})
/** Whole packs of which nothing applies are named in one line. */
const silent = computed(() => groups.value.filter(group => group.clauses.length === 0).map(group => group.title))
/** More units than these are folded to their number. */
const MOST_NAMED = 4
const names = (one: ClauseResult) =>
  one.by.length > MOST_NAMED
    ? `${one.by
        .slice(0, MOST_NAMED)
        .map(unit => unit.label)
        .join(', ')} and ${one.by.length - MOST_NAMED} more`
    : one.by.map(unit => unit.label).join(', ')
</script>

<template>
  <div class="row">
    <v-checkbox v-model="showAll" label="Also what does not apply" />
    <span v-if="silent.length && !showAll" class="quiet small">Nothing applies of: {{ silent.join('; ') }}.</span>
  </div>
  <section v-for="group in shown" :key="group.title" class="sheet">
    <h2>
      {{ group.title }} <span class="figures quiet">{{ group.met }} of {{ group.asked }}</span>
      <span v-if="group.hidden && !showAll" class="quiet small"> · {{ group.hidden }} do not apply</span>
    </h2>
    <table class="list">
      <colgroup>
        <col style="width: 112px" />
        <col style="width: 26%" />
        <col style="width: 128px" />
        <col />
        <col style="width: 168px" />
      </colgroup>
      <thead>
        <tr>
          <th>Clause</th>
          <th>Asks for</th>
          <th>State</th>
          <th>Evidence</th>
          <th>Looked at by you</th>
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
          <td>
            {{ one.clause.title }}
            <span v-if="showAll && one.clause.applies" class="quiet small"
              ><br />asked: {{ conditionWords(one.clause.applies) }}</span
            >
          </td>
          <td><StateMark :state="one.state" :size="15" /> {{ one.state }}</td>
          <td>
            <template v-if="one.by.length"
              ><b>{{ names(one) }}</b
              ><br
            /></template>
            <details v-if="chains.get(one.key)?.length" class="small">
              <summary>
                {{ chains.get(one.key)!.length > 1 ? 'two chains that share nothing' : 'one chain' }}
              </summary>
              <p v-for="(chain, index) in chains.get(one.key)" :key="index">{{ index + 1 }}. {{ chainWords(chain) }}</p>
            </details>
            <span class="quiet small"
              >{{ taste.say(one.because) }}<template v-if="one.due"> Due {{ taste.day(one.due) }}.</template></span
            >
            <span v-if="one.clause.note && one.state !== 'met'" class="quiet small"> {{ one.clause.note }}</span>
            <span v-if="one.lapsed && one.state !== 'missing'" class="small"
              ><StateMark state="decide" :size="12" /> {{ taste.say(one.lapsed) }}</span
            >
          </td>
          <td><RulesAnswer :one="one" /></td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.out {
  color: var(--quiet);
}
table.list {
  table-layout: fixed;
}
details p {
  margin: 2px 0 2px 8px;
}
summary {
  cursor: pointer;
}
@media (max-width: 900px) {
  summary {
    min-height: 40px;
  }
}
</style>
