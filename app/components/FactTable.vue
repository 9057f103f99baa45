<script setup lang="ts" generic="Row extends object">
import { mdiContentCopy, mdiDownload, mdiTableColumn } from '@mdi/js'
import { useEventListener } from '@vueuse/core'
import Papa from 'papaparse'
import { VDataTable, VDataTableVirtual } from 'vuetify/components'
import { useBench } from '~/stores/bench'

/**
 * A table that sorts, filters, chooses its columns, is copied as tab-separated text and given as CSV. Long ones draw only what
 * is looked at; on paper all of it stands.
 */
const {
  rows,
  columns,
  name,
  keyOf,
  noFilter = false,
  empty = 'Nothing here.',
  marks = () => ({})
} = defineProps<{
  rows: readonly Row[]
  columns: readonly Column<Row>[]
  /** What the file and the copy are called. */
  name: string
  keyOf: (row: Row) => string
  noFilter?: boolean
  empty?: string
  /** Attributes of a row: its data-… and class. */
  marks?: (row: Row) => Record<string, string | undefined>
}>()
const bench = useBench()
const filter = ref('')
const chosen = ref<string[]>([])
watch(
  () => columns.map(column => column.key).join(),
  () => {
    chosen.value = columns.filter(column => !column.hidden).map(column => column.key)
  },
  { immediate: true }
)
const shown = computed(() => columns.filter(column => chosen.value.includes(column.key)))
const named = computed(() => shown.value.filter(column => column.plain))
const optional = computed(() => columns.filter(column => !column.plain))
/** Longer tables draw only the rows in sight. */
const MOST_DRAWN = 60
const printing = ref(false)
useEventListener('beforeprint', () => {
  printing.value = true
})
useEventListener('afterprint', () => {
  printing.value = false
})
const virtual = computed(() => rows.length > MOST_DRAWN && !printing.value)

const textOf = (column: Column<Row>, row: Row): string => column.text?.(row) ?? String(column.value(row) ?? '')
/** Every row with what stands in it and how it is looked through: written once, not for every letter. */
const all = computed(() =>
  rows.map(row => ({
    key: keyOf(row),
    row,
    values: Object.fromEntries(columns.map(column => [column.key, column.value(row)])),
    text: columns
      .filter(column => !column.plain)
      .map(column => textOf(column, row))
      .join(' ')
      .toLocaleLowerCase()
  }))
)
const items = computed(() => {
  const words = filter.value.toLocaleLowerCase().split(/\s+/).filter(Boolean)
  return words.length ? all.value.filter(({ text }) => words.every(word => text.includes(word))) : all.value
})
const kept = computed(() => items.value.map(({ row }) => row))
type Item = (typeof items.value)[number]
const headers = computed(() =>
  shown.value.map(column => ({
    key: column.key,
    title: column.title,
    value: (item: Item) => item.values[column.key] as string | number,
    sortable: !column.plain,
    align: column.number ? ('end' as const) : ('start' as const),
    width: column.width,
    headerProps: { class: column.plain ? 'no-print' : undefined },
    cellProps: { class: column.plain ? 'no-print' : column.number ? 'figures' : undefined }
  }))
)
const table = (): (string | number)[][] => [
  shown.value.filter(column => !column.plain).map(column => column.title),
  ...kept.value.map(row => shown.value.filter(column => !column.plain).map(column => column.value(row) ?? ''))
]
async function copy() {
  const text = Papa.unparse(table(), { delimiter: '\t', newline: '\n' })
  try {
    await navigator.clipboard.writeText(text)
    bench.said = `${kept.value.length} rows of ${name} are copied.`
  } catch {
    bench.said = 'The browser did not let the table be copied; CSV gives it as a file.'
  }
}
const download = () =>
  giveFile(fileName(`${bench.project?.brief.registration ?? ''} ${name}`, 'csv'), Papa.unparse(table()), 'text/csv')
</script>

<template>
  <div class="facts">
    <div class="row tools">
      <slot name="tools" />
      <span class="grow" />
      <v-text-field
        v-if="!noFilter"
        v-model="filter"
        class="filter"
        :aria-label="`Filter ${name}`"
        placeholder="Filter"
        type="search"
      />
      <v-menu :close-on-content-click="false">
        <template #activator="{ props }">
          <v-btn
            v-bind="props"
            variant="text"
            :icon="mdiTableColumn"
            :aria-label="`Columns of ${name}`"
            title="Columns"
          />
        </template>
        <div class="sheet choose">
          <v-checkbox
            v-for="column in optional"
            :key="column.key"
            v-model="chosen"
            :value="column.key"
            :label="column.title"
          />
        </div>
      </v-menu>
      <v-btn
        variant="text"
        :icon="mdiContentCopy"
        :aria-label="`Copy ${name}`"
        title="Copy as tab-separated text"
        @click="copy"
      />
      <v-btn
        variant="text"
        :icon="mdiDownload"
        :aria-label="`${name} as CSV`"
        title="Download as CSV"
        @click="download"
      />
    </div>
    <component
      :is="virtual ? VDataTableVirtual : VDataTable"
      class="body"
      :class="{ virtual }"
      :items="items"
      :headers="headers"
      item-value="key"
      :row-props="({ item }: { item: Item }) => marks(item.row)"
      :item-height="64"
      :no-data-text="empty"
      multi-sort
    >
      <!-- A column of buttons is named for those who hear the table, and not for those who see it. -->
      <template v-for="column in named" :key="column.key" #[`header.${column.key}`]>
        <span class="screen-reader">{{ column.title }}</span>
      </template>
      <template v-for="column in shown" :key="column.key" #[`item.${column.key}`]="{ item }: { item: Item }">
        <slot :name="column.key" :row="item.row">{{ textOf(column, item.row) }}</slot>
      </template>
    </component>
  </div>
</template>

<style scoped>
.facts {
  display: flex;
  flex-direction: column;
  min-height: 0;
  min-width: 0;
}
.tools {
  gap: 2px 6px;
  padding: 4px 0;
}
.filter {
  flex: 0 1 150px;
}
.choose {
  max-height: 60vh;
  overflow: auto;
  display: grid;
}
/* Words stand in the middle of a row that holds a field or a button. */
.body :deep(tr:has(.v-btn, .v-input) td) {
  vertical-align: middle;
}
.body {
  min-height: 0;
}
.body.virtual {
  flex: 1;
}
@media print {
  .tools {
    display: none;
  }
}
</style>
