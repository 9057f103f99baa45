<script setup lang="ts">
import { panesOf } from '#core/quantity'
import { useBench } from '~/stores/bench'

const bench = useBench()
const rules = computed(() => bench.report?.rules)
const PANES = panesOf('rules')
const pane = usePane(PANES)
</script>

<template>
  <div v-if="rules" class="rules fills" :aria-busy="bench.examining">
    <header class="bar">
      <h1>Rules <span class="figures quiet">{{ rules.met }} of {{ rules.asked }}</span></h1>
      <p class="caution">
        Summaries, to be checked against the current text. Legal is not the same as wise, and no clause of 91.205 asks
        for backups. Your inspector and authority decide; other countries have other rules.
      </p>
    </header>
    <PaneTabs v-model="pane" :panes="PANES" says="Parts of the rules" />
    <div :id="`pane-${pane}`" class="pane" role="tabpanel" :aria-labelledby="`tab-${pane}`" tabindex="0">
      <RulesClauses v-if="pane === 'clauses'" :rules="rules" />
      <RulesWorks v-else-if="pane === 'works'" />
      <RulesFailures v-else-if="pane === 'failures'" />
      <RulesBackups v-else-if="pane === 'backups'" />
      <RulesPapers v-else :rules="rules" />
    </div>
  </div>
</template>

<style scoped>
.rules {
  display: grid;
  grid-template: auto auto minmax(0, 1fr) / minmax(0, 1fr);
}
.bar {
  display: flex;
  gap: 16px;
  align-items: center;
  padding: 6px 14px;
}
.bar h1 {
  white-space: nowrap;
}
.bar .caution {
  flex: 1;
  padding: 3px 10px;
}
.pane {
  min-height: 0;
  overflow: auto;
  background: var(--chalk);
  padding: 10px 14px;
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 1fr);
  align-content: start;
}
</style>
