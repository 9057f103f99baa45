<script setup lang="ts">
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

const bench = useBench()
const preferences = usePreferences()
const total = computed(() => bench.report?.money.totalCents ?? 0)
const ceiling = computed(() => bench.project!.brief.budgetCents)
</script>

<template>
  <StepFrame v-if="bench.report" step="budget" says="Parts of the budget" flush>
    <template #head>
      <div class="row total">
        <span class="figures sum" :class="{ over: total > ceiling }">{{ preferences.money(total) }}</span
        ><span class="quiet">of {{ preferences.money(ceiling) }}</span
        ><v-btn @click="bench.workingOf = { figure: { kind: 'money', of: '' }, title: 'Money' }">Show working</v-btn>
      </div>
    </template>
    <template #default="{ pane }">
      <BudgetMoney v-if="pane === 'money'" />
      <BudgetVisits v-else-if="pane === 'visits'" />
      <BudgetQuotes v-else-if="pane === 'quotes'" />
      <BudgetTime v-else-if="pane === 'time'" />
      <BudgetOptions v-else-if="pane === 'options'" />
      <BudgetPaid v-else-if="pane === 'paid'" />
      <BudgetBalance v-else />
    </template>
  </StepFrame>
</template>

<style scoped>
.total {
  margin-left: auto;
}
.sum {
  font-size: 22px;
}
.over {
  color: var(--grease);
}
</style>
