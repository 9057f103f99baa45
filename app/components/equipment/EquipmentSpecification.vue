<script setup lang="ts">
import { MOST_SPECIFICATION, readSpecification, type Column, type SpecificationFigure } from '#core/formats'
import { usePreferences } from '~/stores/preferences'

/** A page of a maker's specification as text, and the figures found in it: each goes into the form when it is confirmed. */
const { cells } = defineProps<{ cells: Readonly<Record<Column, string>> }>()
const emit = defineEmits<{ use: [column: Column, cell: string] }>()
const preferences = usePreferences()
const text = ref('')
const tooLong = computed(() => text.value.length > MOST_SPECIFICATION)
const read = computed(() => readSpecification(tooLong.value ? '' : text.value))

const UNITS = { v: 'V', a: 'A', min: 'min', mm: 'mm' } as const
function labelOf(column: Column): string {
  const label = itemFieldOf(column).label.replace(/, (?:V|A|min)$/, '')
  return column.endsWith('_a') ? `Current, ${label.toLowerCase()}` : label
}
const mass = useQuantityText(() => 'mass')
const money = useQuantityText(() => 'money')
/** A figure as the field of the form has it. */
function valueOf({ column, cell }: SpecificationFigure): string {
  const { number } = itemFieldOf(column)
  if (number === 'mass') return `${mass.show(Number(cell))} ${mass.unit.value}`
  if (number === 'money') return `${money.unit.value}${money.show(Math.round(Number(cell) * 100))}`
  return `${cell} ${UNITS[column.split('_').at(-1) as keyof typeof UNITS] ?? ''}`.trim()
}
/** The text in pieces: what was read as a figure, by its number, and what was not. */
const pieces = computed(() => {
  const marks = read.value.figures
    .map((figure, index) => ({ ...figure, index }))
    .filter((figure, index, all) => all.findIndex(other => other.from === figure.from) === index)
  let at = 0
  const parts: { says: string; figure?: number }[] = []
  for (const { from, to, index } of marks) {
    if (from < at) continue
    parts.push({ says: text.value.slice(at, from) }, { says: text.value.slice(from, to), figure: index + 1 })
    at = to
  }
  return [...parts, { says: text.value.slice(at) }]
})
const isUsed = ({ column, cell }: SpecificationFigure) => cell !== '' && cells[column] === cell
const differs = (figure: SpecificationFigure) => read.value.differing.includes(figure.column)
</script>

<template>
  <div class="grid">
    <v-textarea
      v-model="text"
      label="Text of the maker’s specification"
      rows="4"
      :error-messages="
        tooLong
          ? `The text has ${preferences.number(text.length, 0)} characters. Maximum is ${preferences.number(MOST_SPECIFICATION, 0)}.`
          : []
      "
      hint="Paste it. Nothing goes into the form until you press Use."
      persistent-hint
    />
    <p v-if="text.trim() && !tooLong && !read.figures.length" class="small" role="status">
      No figures found. Weight, sizes, volts, amps, price and battery minutes are looked for, with their units.
    </p>
    <div v-if="read.figures.length" class="found">
      <p class="text small" tabindex="0" role="region" aria-label="Text with the figures found">
        <template v-for="(piece, index) in pieces" :key="index">
          <mark v-if="piece.figure">{{ piece.says }}<sup>{{ piece.figure }}</sup></mark
          ><template v-else>{{ piece.says }}</template>
        </template>
      </p>
      <ol class="small" aria-label="Figures found">
        <li v-for="(figure, index) in read.figures" :key="index">
          <div class="row">
            <span class="grow">
              <b>{{ labelOf(figure.column) }}</b> {{ figure.problem ? '' : valueOf(figure) }}
              <span class="quiet">from “{{ text.slice(figure.from, figure.to) }}”. {{ figure.note }}</span>
              <span v-if="figure.problem"><StateMark state="decide" :size="14" /> {{ figure.problem }}</span>
              <span v-else-if="differs(figure)">
                <StateMark state="decide" :size="14" /> The text has different figures for this. Check which applies.
              </span>
            </span>
            <span v-if="isUsed(figure)"><StateMark state="holds" :size="14" /> in the form</span>
            <v-btn
              v-else-if="!figure.problem"
              size="small"
              :aria-label="`Use ${valueOf(figure)} for ${labelOf(figure.column)}`"
              @click="emit('use', figure.column, figure.cell)"
              >Use</v-btn
            >
          </div>
        </li>
      </ol>
    </div>
  </div>
</template>

<style scoped>
.found {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 3fr);
  gap: 12px;
  align-items: start;
}
.text {
  white-space: pre-wrap;
  overflow: auto;
  max-height: 260px;
  border: 1px solid var(--rule);
  padding: 6px 8px;
}
ol {
  padding-left: 24px;
  max-height: 260px;
  overflow: auto;
}
li {
  padding: 3px 0;
  border-bottom: 1px solid var(--rule);
}
.row {
  flex-wrap: nowrap;
}
mark {
  background: var(--tape-wash);
  color: inherit;
  border-bottom: 1px solid var(--tape);
}
@media (max-width: 900px) {
  .found {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
