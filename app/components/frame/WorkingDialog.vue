<script setup lang="ts">
import type { FigureOf, Working } from '#core/design'
import type { Phrase } from '#core/quantity'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** How a number came about: formula, inputs with their sources, result, basis. Worked out when it is asked for. */
const { title, figure, given } = defineProps<{ title: string; figure?: FigureOf; given?: Working }>()
const open = defineModel<boolean>({ required: true })
const bench = useBench()
const preferences = usePreferences()
const working = shallowRef<Working>()
const wrong = ref('')

watch(
  [() => figure, () => given, open, () => bench.examined, () => bench.report],
  async ([asked, made, isOpen]) => {
    if (made) {
      working.value = made
      wrong.value = ''
      return
    }
    if (!asked || !isOpen || !bench.option) return
    try {
      working.value = await useExaminer().explain(bench.option.id, { ...asked })
      wrong.value = working.value ? '' : 'This figure is not in the design any more.'
    } catch (error) {
      wrong.value = `The working could not be made: ${(error as Error).message}`
    }
  },
  { immediate: true }
)
const show = (value: number | Phrase | string, unit: string) =>
  typeof value === 'number' ? preferences.quantity(value, unit) : `${preferences.say(value)}${unit && ` ${unit}`}`
</script>

<template>
  <ModalDialog v-model="open" aria-label="Working">
    <v-card v-if="working || wrong">
      <v-card-title class="head">How “{{ title }}” is worked out</v-card-title>
      <v-card-text v-if="wrong"><p>{{ wrong }}</p></v-card-text>
      <v-card-text v-else-if="working" tabindex="0">
        <p class="formula">{{ preferences.say(working.formula) }}</p>
        <table class="list">
          <thead>
            <tr>
              <th>Symbol</th>
              <th>Meaning</th>
              <th class="number">Value</th>
              <th>From</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(input, index) in working.inputs" :key="index">
              <td>{{ input.symbol }}</td>
              <td>{{ preferences.say(input.meaning) }}</td>
              <td class="number figures">{{ show(input.value, input.unit) }}</td>
              <td class="quiet">{{ preferences.say(input.from) }}</td>
            </tr>
          </tbody>
        </table>
        <p class="result">
          <strong>Result</strong>
          <span class="figures">{{ show(working.result.value, working.result.unit) }}</span>
        </p>
        <p class="quiet small">
          Basis: {{ [working.basis.kind, working.basis.source].filter(Boolean).join(', ')
          }}<template v-if="working.basis.fromMemory"> (from memory: check the current text)</template>
        </p>
      </v-card-text>
      <v-card-actions><v-spacer /><v-btn @click="open = false">Close</v-btn></v-card-actions>
    </v-card>
  </ModalDialog>
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
