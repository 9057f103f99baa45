<script setup lang="ts">
import type { Alternative, SameMoney } from '#core/report'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** For the same money: what else the price of a choice would buy on this aeroplane, by what works and what survives. */
const bench = useBench()
const preferences = usePreferences()
const { progress, run, stop } = useLongWork<Alternative>()
const fresh = computed(() =>
  [...(bench.examined?.units.filter(unit => unit.state === 'new' && unit.priceCents > 0) ?? [])].sort(
    (a, b) => b.priceCents - a.priceCents
  )
)
const unit = ref('')
const chosen = computed(() => fresh.value.find(other => other.id === unit.value) ?? fresh.value[0])
const answer = shallowRef<SameMoney>()
const wrong = ref('')
// An answer is of the design it was asked of.
watch([() => bench.examined, () => chosen.value?.id], () => {
  stop()
  answer.value = undefined
})
async function look() {
  const [option, of] = [bench.option, chosen.value]
  if (!option || !of) return
  wrong.value = ''
  try {
    answer.value = await run(`What else would ${preferences.money(of.priceCents)} buy?`, (examiner, job, tell) =>
      examiner.sameMoney(option.id, of.id, job, tell)
    )
  } catch (error) {
    wrong.value = sayError(error)
  }
}
const columns: Column<Alternative>[] = [
  { key: 'name', title: 'Instead', value: row => row.name },
  { key: 'cents', title: 'Installed cost', of: 'money', value: row => row.cents },
  { key: 'weak', title: 'Losses that take a task (100: one not done)', number: true, value: row => row.weak },
  { key: 'gained', title: 'Works with it', value: row => row.gained.join(', ') },
  { key: 'without', title: 'Then not', value: row => row.without.join(', ') || '—' }
]
</script>

<template>
  <section v-if="chosen" class="sheet">
    <div class="row">
      <h2 class="grow">For the same money</h2>
      <ChoiceField
        :model-value="chosen.id"
        class="unit"
        label="In place of"
        :items="fresh.map(unit => ({ value: unit.id, title: unit.label }))"
        @update:model-value="value => (unit = value)"
      /><v-btn :disabled="!!progress" @click="look">What else would it buy?</v-btn>
    </div>
    <LongWork v-if="progress" :progress="progress" @stop="stop" />
    <p v-if="wrong" class="small" role="alert"><StateMark state="must fix" :size="14" /> {{ wrong }}</p>
    <template v-if="answer">
      <p class="small">
        {{ chosen.label }} costs <b class="figures">{{ preferences.money(answer.chosen.cents) }}</b> installed and gives
        {{ answer.chosen.gained.join(', ') || 'nothing that was not there' }}; with it
        <b class="figures">{{ answer.chosen.weak }}</b> single losses take a task.
      </p>
      <FactTable
        :rows="answer.alternatives"
        :columns="columns"
        name="For the same money"
        :key-of="row => row.item"
        empty="No other catalog entry that fits, is approved and costs no more adds a function."
      />
    </template>
    <p v-else-if="!progress" class="small quiet">
      Entries of the catalogue that cost no more installed, are allowed on this aircraft, fit and add nothing more to
      fix: by what works with each, and what failures then take.
    </p>
  </section>
</template>

<style scoped>
.unit {
  flex: 0 1 260px;
}
</style>
