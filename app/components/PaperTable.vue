<script setup lang="ts">
import type { AnalysisTable } from '#core/report'
import { usePreferences } from '~/stores/preferences'

/** A table of a paper as it will be printed: a long one is looked through, sorted and copied before it is. */
const { table } = defineProps<{ table: AnalysisTable }>()
const preferences = usePreferences()
interface Line {
  key: string
  cells: AnalysisTable['rows'][number]
}
const rows = computed(() => table.rows.map((cells, index): Line => ({ key: String(index), cells })))
const columns = computed(() =>
  table.columns.map((column, index): Column<Line> => ({
    key: String(index),
    title: column.says,
    number: column.digits !== undefined,
    digits: column.digits ?? 0,
    value: line => line.cells[index] ?? ''
  }))
)
const keyOf = (line: Line) => line.key
/** A harness has a page for each connector, most of a few contacts: those are read as they stand. */
const READ_AT_A_GLANCE = 12
</script>

<template>
  <h3>{{ table.title }}</h3>
  <p class="small quiet">{{ table.note }}</p>
  <FactTable
    v-if="rows.length > READ_AT_A_GLANCE"
    :rows="rows"
    :columns="columns"
    :name="`${table.title} of the paper`"
    :key-of="keyOf"
  />
  <table v-else class="list">
    <thead>
      <tr>
        <th v-for="column in columns" :key="column.key" :class="{ number: column.number }">{{ column.title }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="line in rows" :key="line.key">
        <td v-for="column in columns" :key="column.key" :class="{ 'number figures': column.number }">
          {{ cellText(column, line, preferences.reading) }}
        </td>
      </tr>
    </tbody>
  </table>
</template>
