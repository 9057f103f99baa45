<script setup lang="ts">
import { useBench } from '~/stores/bench'

const bench = useBench()
const rules = computed(() => bench.report?.rules)
</script>

<template>
  <StepFrame v-if="rules" step="rules" says="Parts of the rules">
    <template #count>
      <span class="figures quiet">{{ rules.met }} of {{ rules.asked }}</span>
    </template>
    <template #head>
      <p class="caution">
        Summaries, to be checked against the current text. Legal is not the same as wise, and no clause of 91.205 asks
        for backups. Your inspector and authority decide; other countries have other rules.
      </p>
    </template>
    <template #default="{ pane }">
      <div class="parts">
        <RulesClauses v-if="pane === 'clauses'" :rules="rules" />
        <RulesWorks v-else-if="pane === 'works'" />
        <RulesFailures v-else-if="pane === 'failures'" />
        <RulesBackups v-else-if="pane === 'backups'" />
        <RulesPapers v-else :rules="rules" />
      </div>
    </template>
  </StepFrame>
</template>

<style scoped>
.parts {
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 1fr);
  align-content: start;
}
</style>
