<script setup lang="ts">
import { FIGURE_KEYS, type Report } from '#core/report'
import { useBench } from '~/stores/bench'
import { useTaste } from '~/stores/taste'

const open = defineModel<boolean>({ required: true })
const bench = useBench()
const taste = useTaste()
const left = ref('')
const right = ref('')
const reports = shallowRef<Report[]>([])

watch(open, now => {
  if (!now || !bench.project) return
  left.value = bench.option!.id
  right.value = bench.project.options.find(one => one.id !== left.value)?.id ?? left.value
})
watch([open, left, right, () => bench.project], async () => {
  if (open.value && bench.project && left.value && right.value)
    reports.value = await useExaminer().compare([left.value, right.value])
})
const show = (key: (typeof FIGURE_KEYS)[number], value: number): string =>
  !Number.isFinite(value)
    ? '—'
    : key === 'money'
      ? taste.money(value)
      : key === 'useful load'
        ? taste.mass(value)
        : key === 'amps'
          ? taste.amps(value)
          : key === 'minutes'
            ? `${taste.number(value, 0)} min`
            : key === 'metal'
              ? taste.length(value)
              : String(value)

/** Labels of units that one option has and the other has not. */
const only = (mine: string, other: string) => {
  const options = bench.project?.options ?? []
  const there = new Set(options.find(one => one.id === other)?.units.map(unit => unit.label))
  return (
    options
      .find(one => one.id === mine)
      ?.units.filter(unit => !there.has(unit.label))
      .map(unit => unit.label) ?? []
  )
}
</script>

<template>
  <ModalDialog v-model="open" aria-label="Compare options">
    <v-card>
      <v-card-title class="head">Side by side</v-card-title>
      <v-card-text>
        <table v-if="reports.length === 2" class="list compare">
          <thead>
            <tr>
              <th scope="col">Figure</th>
              <th v-for="side in ['left', 'right'] as const" :key="side" scope="col">
                <select
                  :value="side === 'left' ? left : right"
                  :aria-label="`Option on the ${side}`"
                  @change="
                    event => {
                      const id = (event.target as HTMLSelectElement).value
                      if (side === 'left') left = id
                      else right = id
                    }
                  "
                >
                  <option v-for="one in bench.project?.options" :key="one.id" :value="one.id">{{ one.name }}</option>
                </select>
              </th>
              <th scope="col" class="number">Difference</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="key in FIGURE_KEYS" :key="key">
              <td>{{ key }}</td>
              <td v-for="(report, index) in reports" :key="index" class="figures">
                <StateMark :state="report.figures[key].state" :size="14" /> {{ show(key, report.figures[key].value) }}
              </td>
              <td class="number figures">
                {{ show(key, reports[1]!.figures[key].value - reports[0]!.figures[key].value) }}
              </td>
            </tr>
            <tr>
              <td>only here</td>
              <td class="small">{{ only(left, right).join(', ') || '—' }}</td>
              <td class="small">{{ only(right, left).join(', ') || '—' }}</td>
              <td />
            </tr>
          </tbody>
        </table>
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
.compare td,
.compare th {
  padding: 6px 10px 6px 0;
}
</style>
