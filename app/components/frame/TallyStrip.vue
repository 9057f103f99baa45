<script setup lang="ts">
import { FIGURE_NAMES } from '~/steps'
import { FIGURE_KEYS, type Figure, type FigureKey, type Report } from '#core/report'
import { useBench } from '~/stores/bench'
import { useTaste } from '~/stores/taste'

const bench = useBench()
const taste = useTaste()

/** A quantity without its unit, which stands smaller beside it. */
const bare = (text: string) => text.replace(/ \S+$/, '')
function number(key: FigureKey, value: number): string {
  if (!Number.isFinite(value)) return '—'
  switch (key) {
    case 'money':
      return taste.money(value)
    case 'useful load':
      return bare(taste.mass(value))
    case 'amps':
      return taste.number(value, 1)
    case 'minutes':
      return value > 600 ? '600+' : taste.number(value, 0)
    case 'metal':
      return bare(taste.length(value))
    default:
      return String(value)
  }
}
const unit = (key: FigureKey): string =>
  key === 'useful load'
    ? taste.system === 'inch'
      ? 'lb'
      : 'kg'
    : key === 'amps'
      ? 'A'
      : key === 'minutes'
        ? 'min'
        : key === 'metal'
          ? taste.system === 'inch'
            ? 'in'
            : 'mm'
          : ''

function limit(figure: Figure): string {
  if (figure.limit === undefined) return ''
  if (figure.key === 'rules') return `of ${figure.limit}`
  if (figure.key === 'metal') return `least ${number('metal', figure.limit)}`
  if (figure.key === 'minutes') return `want ${figure.limit}`
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
      ? value / 100
      : key === 'useful load' && taste.system === 'inch'
        ? value / 0.45359237
        : key === 'metal' && taste.system === 'inch'
          ? value / 25.4
          : value
  const digits = digitsOf(key)
  return Math.round(inReader * 10 ** digits) / 10 ** digits
}
const digitsOf = (key: FigureKey) =>
  key === 'useful load' && taste.system === 'metric'
    ? 2
    : key === 'metal' && taste.system === 'metric'
      ? 1
      : DIGITS[key]
function change(key: FigureKey, against: Report | undefined): string {
  const now = bench.report?.figures[key]
  if (!now || !against) return ''
  const difference = asShown(key, now.value) - asShown(key, against.figures[key].value)
  if (!Number.isFinite(difference)) return '—'
  const least = 0.5 * 10 ** -digitsOf(key)
  if (Math.abs(difference) < least) return '±0'
  const size = Math.abs(difference)
  return `${difference > 0 ? '+' : '−'}${key === 'money' ? taste.money(size * 100) : taste.number(size, digitsOf(key))}`
}

/** The least metal follows the hand; the rest follows when the hand rests. */
const figures = computed(
  () =>
    bench.report &&
    FIGURE_KEYS.map(key => {
      const figure = bench.report!.figures[key]
      return key === 'metal' && bench.livePanel
        ? {
            ...figure,
            value: bench.livePanel.leastMetalMm ?? Infinity,
            state: bench.livePanel.findings.some(finding => finding.weight === 'must fix')
              ? ('must fix' as const)
              : figure.state
          }
        : figure
    })
)
</script>

<template>
  <section class="tally" :class="{ old: bench.outOfDate && figures }" aria-label="Tally" :aria-busy="bench.examining">
    <button
      v-for="figure in figures"
      :key="figure.key"
      class="cell"
      :class="figure.state.replaceAll(' ', '-')"
      :data-figure="figure.key"
      @click="bench.workingOf = { figure: { kind: figure.key, of: '' }, title: FIGURE_NAMES[figure.key] }"
    >
      <span class="head"
        ><StateMark v-if="!bench.outOfDate" :state="figure.state" :size="14" /> {{ FIGURE_NAMES[figure.key] }}</span
      >
      <span class="main"
        ><span class="figures value">{{ number(figure.key, figure.value) }}</span
        ><small>{{ unit(figure.key) }} {{ limit(figure) }}</small></span
      >
      <span class="small figures against" title="Against the aeroplane as installed, and against the baseline">
        <span>installed {{ change(figure.key, bench.reports?.asFound) }}</span
        ><span v-if="bench.reports?.agreed"> · baseline {{ change(figure.key, bench.reports.agreed) }}</span>
      </span>
    </button>
    <template v-if="!figures">
      <span v-for="key in FIGURE_KEYS" :key="key" class="cell"
        ><span class="head">{{ FIGURE_NAMES[key] }}</span
        ><span class="main value quiet">—</span></span
      >
    </template>
  </section>
</template>

<style scoped>
.tally {
  display: grid;
  grid-template-columns: 1.35fr repeat(4, 1.15fr) repeat(3, 1fr);
  border-top: 1.5px solid var(--sheet-edge);
  background: var(--paper);
  min-height: 67px;
}
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
/* A moment’s work is not worth a blink; what takes longer is marked old. */
.tally.old .cell {
  opacity: 0.5;
  transition: opacity 0.1s 0.25s;
}
.tally.old .cell::after {
  content: 'being worked out';
  font-size: 10.5px;
}
@media (max-width: 900px) {
  .tally {
    grid-template-columns: repeat(8, minmax(104px, 1fr));
    overflow-x: auto;
    min-height: 62px;
  }
}
</style>
