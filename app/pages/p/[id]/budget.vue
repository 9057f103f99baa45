<script setup lang="ts">
import { panesOf } from '#core/quantity'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

const bench = useBench()
const preferences = usePreferences()
const PANES = panesOf('budget')
const pane = usePane(PANES)
const total = computed(() => bench.report?.money.totalCents ?? 0)
const ceiling = computed(() => bench.project!.brief.budgetCents)
</script>

<template>
  <div v-if="bench.report" class="budget fills" :aria-busy="bench.examining">
    <header class="row bar">
      <h1 class="grow">Budget</h1>
      <span class="figures total" :class="{ over: total > ceiling }">{{ preferences.money(total) }}</span
      ><span class="quiet">of {{ preferences.money(ceiling) }}</span
      ><v-btn @click="bench.workingOf = { figure: { kind: 'money', of: '' }, title: 'Money' }">Show working</v-btn>
    </header>
    <PaneTabs v-model="pane" :panes="PANES" says="Parts of the budget" />
    <div :id="`pane-${pane}`" class="pane" role="tabpanel" :aria-labelledby="`tab-${pane}`" tabindex="0">
      <BudgetMoney v-if="pane === 'money'" />
      <BudgetVisits v-else-if="pane === 'visits'" />
      <BudgetQuotes v-else-if="pane === 'quotes'" />
      <BudgetTime v-else-if="pane === 'time'" />
      <BudgetOptions v-else-if="pane === 'options'" />
      <BudgetPaid v-else-if="pane === 'paid'" />
      <BudgetBalance v-else />
    </div>
  </div>
</template>

<style scoped>
.budget {
  display: grid;
  grid-template: auto auto minmax(0, 1fr) / minmax(0, 1fr);
}
.bar {
  padding: 6px 14px;
}
.total {
  font-size: 22px;
}
.over {
  color: var(--grease);
}
.pane {
  overflow: auto;
}
</style>
