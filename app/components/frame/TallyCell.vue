<script setup lang="ts">
import { FIGURE_NAMES } from '~/steps'
import type { Figure, FigureKey, Report } from '#core/report'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** One figure of the design, and how it stands against the aeroplane as installed and the baseline. */
const { figure: key } = defineProps<{ figure: FigureKey }>()
const bench = useBench()
const preferences = usePreferences()

/** A quantity without its unit, which stands smaller beside it. */
const bare = (text: string) => text.replace(/ \S+$/, '')
function number(key: FigureKey, value: number): string {
  if (!Number.isFinite(value)) return '—'
  switch (key) {
    case 'money':
      return preferences.money(value)
    case 'useful load':
      return bare(preferences.mass(value))
    case 'amps':
      return preferences.number(value, 1)
    case 'minutes':
      return value > 600 ? '600+' : preferences.number(value, 0)
    case 'metal':
      return bare(preferences.length(value))
    default:
      return String(value)
  }
}
const unit = (key: FigureKey): string =>
  key === 'useful load'
    ? preferences.system === 'inch'
      ? 'lb'
      : 'kg'
    : key === 'amps'
      ? 'A'
      : key === 'minutes'
        ? 'min'
        : key === 'metal'
          ? preferences.system === 'inch'
            ? 'in'
            : 'mm'
          : ''

function limit(figure: Figure): string {
  if (figure.limit === undefined) return ''
  if (figure.key === 'rules') return `of ${figure.limit}`
  if (figure.key === 'metal') return `(min ${number('metal', figure.limit)})`
  if (figure.key === 'minutes') return `(${figure.limit} required)`
  return `of ${number(figure.key, figure.limit)}`
}
/** Digits behind the point of each figure, as it is shown, in the reader's own unit. */
const DIGITS: Record<FigureKey, number> = {
  'money': 0,
  'useful load': 1,
  'amps': 1,
  'minutes': 0,
  'metal': 3,
  'wires': 0,
  'rules': 0,
  'findings': 0
}
/** A figure in the reader's unit, rounded as it is shown: differences are of what stands there. */
function asShown(key: FigureKey, value: number): number {
  const inReader =
    key === 'money'
      ? preferences.sum(value)
      : key === 'useful load' && preferences.system === 'inch'
        ? value / 0.45359237
        : key === 'metal' && preferences.system === 'inch'
          ? value / 25.4
          : value
  const digits = digitsOf(key)
  return Math.round(inReader * 10 ** digits) / 10 ** digits
}
const digitsOf = (key: FigureKey) =>
  key === 'useful load' && preferences.system === 'metric'
    ? 2
    : key === 'metal' && preferences.system === 'metric'
      ? 1
      : DIGITS[key]
function change(against: Report | undefined): string {
  const now = bench.report?.figures[key]
  if (!now || !against) return ''
  const difference = asShown(key, now.value) - asShown(key, against.figures[key].value)
  if (!Number.isFinite(difference)) return '—'
  const least = 0.5 * 10 ** -digitsOf(key)
  if (Math.abs(difference) < least) return '±0'
  const size = Math.abs(difference)
  return `${difference > 0 ? '+' : '−'}${key === 'money' ? preferences.moneyOfSum(size) : preferences.number(size, digitsOf(key))}`
}

/** The least metal follows the hand; the rest follows when the hand rests. */
const figure = computed((): Figure | undefined => {
  const figure = bench.report?.figures[key]
  if (!figure || key !== 'metal' || !bench.livePanel) return figure
  const { leastMetalMm, findings } = bench.livePanel
  const state = findings.some(finding => finding.weight === 'must fix') ? 'must fix' : figure.state
  return { ...figure, value: leastMetalMm ?? Infinity, state }
})
const shown = useSteady(
  () =>
    figure.value && {
      state: figure.value.state,
      value: number(key, figure.value.value),
      limit: limit(figure.value),
      installed: change(bench.reports?.asFound),
      baseline: bench.reports?.agreed && change(bench.reports.agreed)
    }
)
/** The findings are their own working: their list. */
function press() {
  if (key === 'findings') preferences.findingsOpen = true
  else bench.workingOf = { figure: { kind: key, of: '' }, title: FIGURE_NAMES[key] }
}
</script>

<template>
  <button v-if="shown" class="cell" :class="shown.state.replaceAll(' ', '-')" :data-figure="key" @click="press">
    <span class="head"><StateMark v-if="!bench.late" :state="shown.state" :size="14" /> {{ FIGURE_NAMES[key] }}</span>
    <span class="main"
      ><span class="figures value">{{ shown.value }}</span><small>{{ unit(key) }} {{ shown.limit }}</small></span
    >
    <span class="small figures against" title="Change from the aircraft as installed, and from the baseline">
      <span>installed {{ shown.installed }}</span
      ><span v-if="shown.baseline !== undefined"> · baseline {{ shown.baseline }}</span>
    </span>
  </button>
  <span v-else class="cell"
    ><span class="head">{{ FIGURE_NAMES[key] }}</span><span class="main value quiet">—</span></span
  >
</template>

<style scoped>
.cell {
  text-align: left;
  padding: 6px 9px 5px;
  border: 0;
  border-right: 1px solid var(--rule);
  background: none;
  color: inherit;
  font: inherit;
  cursor: pointer;
  display: flex;
  flex-direction: column;
  gap: 1px;
  min-width: 0;
  border-top: 3px solid transparent;
}
.cell:hover {
  background: var(--alclad);
}
.cell.must-fix {
  border-top-color: var(--grease);
}
.cell.decide {
  border-top-color: var(--tape);
}
.cell.holds {
  border-top-color: var(--primer);
}
.head {
  font-size: 11.5px;
  color: var(--quiet);
  white-space: nowrap;
}
.main {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.value {
  font-size: 16px;
  font-weight: 400;
}
.main small {
  margin-left: 4px;
  font-size: 11px;
  color: var(--quiet);
}
.against {
  color: var(--quiet);
  font-size: 10.5px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
/* In a narrow cell the limit has its own line, and a second one where it is long: cut off it says something else. */
@media (max-width: 900px) {
  .main small {
    display: block;
    margin-left: 0;
    white-space: normal;
  }
}
</style>
