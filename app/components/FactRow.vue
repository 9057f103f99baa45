<script setup lang="ts" generic="Row extends object">
import { usePreferences } from '~/stores/preferences'

/** One row of a FactTable: what changes in it is drawn without its neighbours. The library's own row costs five times as much. */
const { row, columns, marks, cells } = defineProps<{
  row: Row
  columns: readonly Column<Row>[]
  marks: (row: Row) => Record<string, string | undefined>
  /** What the table's owner draws in a cell, by column. */
  cells: Readonly<Record<string, ((of: { row: Row }) => unknown) | undefined>>
}>()
const preferences = usePreferences()
/** A cell as its owner draws it, else its words. */
const Cell = ({ column }: { column: Column<Row> }) =>
  cells[column.key]?.({ row }) ?? cellText(column, row, preferences.reading)
Cell.props = ['column']
</script>

<template>
  <tr class="v-data-table__tr" v-bind="marks(row)">
    <td
      v-for="column in columns"
      :key="column.key"
      class="v-data-table__td"
      :class="[
        `v-data-table-column--align-${isNumeric(column) ? 'end' : 'start'}`,
        column.plain ? !column.picture && 'no-print' : isNumeric(column) && 'figures'
      ]"
    >
      <Cell :column="column" />
    </td>
  </tr>
</template>
