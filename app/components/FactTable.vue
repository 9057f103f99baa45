<script lang="ts">
const noMarks = (): Record<string, string | undefined> => ({})
</script>

<script setup lang="ts" generic="Row extends object">
import { mdiContentCopy, mdiDownload, mdiTableColumn } from '@mdi/js'
import { useEventListener } from '@vueuse/core'
import type { VNodeRef } from 'vue'
import Papa from 'papaparse'
import { VDataTable, VDataTableVirtual } from 'vuetify/components'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

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
  sum,
  empty = 'Nothing here.',
  marks = noMarks
} = defineProps<{
  rows: readonly Row[]
  columns: readonly Column<Row>[]
  /** What the file and the copy are called. */
  name: string
  keyOf: (row: Row) => string
  noFilter?: boolean
  /** The last row, however the others are sorted and sifted: what they make together. */
  sum?: Row
  empty?: string
  /** Attributes of a row: its data-… and class. */
  marks?: (row: Row) => Record<string, string | undefined>
}>()
const cells = defineSlots<Record<string, ((of: { row: Row }) => unknown) | undefined>>()
const bench = useBench()
const preferences = usePreferences()
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
/** Once long, it stays so: a table that changes its kind is drawn whole anew, between two letters of a search. */
const wasLong = ref(false)
watchEffect(() => {
  if (rows.length > MOST_DRAWN) wasLong.value = true
})
const virtual = computed(() => wasLong.value && !printing.value)

/** Rows with their keys. Values are read where they are drawn, sorted or looked through: one that changes redraws its own row. */
const all = computed(() => rows.map(row => ({ key: keyOf(row), row })))
/** What each row is looked through by, written when somebody looks. */
const texts = computed(() => new Map(rows.map(row => [row, searchText(columns, row, preferences.reading)])))
const items = computed(() => {
  const words = filter.value.toLocaleLowerCase().split(/\s+/).filter(Boolean)
  if (!words.length) return all.value
  const has = finderOf(words)
  return all.value.filter(({ row }) => has(texts.value.get(row)!))
})
const kept = computed(() => items.value.map(({ row }) => row))
type Item = (typeof items.value)[number]
const inOrder = computed(() => byAlphabet(preferences.locale))
const headers = computed(() =>
  shown.value.map(column => ({
    key: column.key,
    title: column.title,
    // The library would read every cell of every row for this; it sorts by the rows themselves.
    value: () => '',
    sortRaw: (a: Item, b: Item) => compareCells(column.value(a.row), column.value(b.row), inOrder.value),
    sortable: !column.plain,
    align: isNumeric(column) ? ('end' as const) : ('start' as const),
    width: column.width,
    headerProps: { class: column.plain && !column.picture ? 'no-print' : undefined }
  }))
)
const given = computed(() => shown.value.filter(column => !column.plain))
const table = (): (string | number)[][] => [
  given.value.map(column => headGiven(column, preferences.reading)),
  ...[...kept.value, ...(sum ? [sum] : [])].map(row =>
    given.value.map(column => cellGiven(column, row, preferences.reading))
  )
]
async function copy() {
  const text = Papa.unparse(table(), { delimiter: '\t', newline: '\n' })
  try {
    await navigator.clipboard.writeText(text)
    bench.said = `${kept.value.length} rows of ${name} are copied.`
  } catch {
    bench.said = 'The browser blocked copying. Download the table as CSV instead.'
  }
}
const download = () =>
  giveFile(fileName(`${bench.project?.brief.registration ?? ''} ${name}`, 'csv'), Papa.unparse(table()), 'text/csv')
</script>

<template>
  <div class="facts">
    <div class="row tools">
      <!-- It is of no row; the slots of cells are. -->
      <slot name="tools" v-bind="{} as { row: Row }" />
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
      :item-height="64"
      :no-data-text="empty"
      multi-sort
    >
      <!-- A column of buttons or bars is named for those who hear the table; its owner may draw a scale there. -->
      <template v-for="column in named" :key="column.key" #[`header.${column.key}`]>
        <span class="screen-reader">{{ column.title }}</span>
        <slot :name="`header-${column.key}`" v-bind="{} as { row: Row }" />
      </template>
      <template #item="{ item, itemRef }: { item: Item; itemRef?: VNodeRef }">
        <FactRow :ref="itemRef" :row="item.row" :columns="shown" :marks="marks" :cells="cells" />
      </template>
      <template v-if="sum" #[`body.append`]>
        <FactRow class="sum" :row="sum" :columns="shown" :marks="marks" :cells="cells" />
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
.body :deep(tr.v-data-table__tr:has(.v-btn, .v-input)) {
  vertical-align: middle;
}
.body {
  min-height: 0;
}
.body :deep(tr.sum td) {
  font-weight: 700;
  border-top: 2px solid var(--ink);
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
