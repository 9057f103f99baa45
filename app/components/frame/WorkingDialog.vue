<script setup lang="ts">
import type { Working } from '#core/design'

/** How a number came about: formula, inputs with their sources, result, basis. */
const { title, working } = defineProps<{ title: string; working?: Working }>()
const open = defineModel<boolean>({ required: true })
const show = (value: number | string) =>
  typeof value === 'number'
    ? Number.isFinite(value)
      ? Number(value.toPrecision(6)).toLocaleString('en-US', { maximumFractionDigits: 4 })
      : '∞'
    : value
</script>

<template>
  <v-dialog v-model="open" aria-label="Working">
    <v-card v-if="working">
      <v-card-title class="head">How “{{ title }}” is worked out</v-card-title>
      <v-card-text>
        <p class="formula">{{ working.formula }}</p>
        <table class="list">
          <thead>
            <tr>
              <th>Symbol</th>
              <th>Meaning</th>
              <th class="number">Value</th>
              <th>Unit</th>
              <th>From</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(input, index) in working.inputs" :key="index">
              <td>{{ input.symbol }}</td>
              <td>{{ input.meaning }}</td>
              <td class="number figures">{{ show(input.value) }}</td>
              <td>{{ input.unit }}</td>
              <td class="quiet">{{ input.from }}</td>
            </tr>
          </tbody>
        </table>
        <p class="result">
          <strong>Result</strong>
          <span class="figures">{{ show(working.result.value) }} {{ working.result.unit }}</span>
        </p>
        <p class="quiet small">
          Basis: {{ [working.basis.kind, working.basis.source].filter(Boolean).join(', ')
          }}<template v-if="working.basis.fromMemory"> (from memory: check the current text)</template>
        </p>
      </v-card-text>
      <v-card-actions><v-spacer /><v-btn @click="open = false">Close</v-btn></v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.head {
  font-size: 16px;
  font-weight: 700;
}
.formula {
  font-family: 'B612 Mono', monospace;
  font-size: 13px;
  background: var(--alclad);
  padding: 8px 10px;
  margin-bottom: 10px;
}
.result {
  margin: 10px 0 4px;
  font-size: 14px;
}
</style>
