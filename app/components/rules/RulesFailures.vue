<script setup lang="ts">
import { looksRound } from '#core/catalogue'
import type { Part, PartKind, Task } from '#core/capability'
import { extent, figureAt } from '#core/panel'
import { TASK_WORDS, type FailureReport, type Loss } from '#core/resilience'
import type { Pressing } from '~/workers/examiner'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** Anything pressed dead: the panel as it would then be, what can still be done, and what each loss takes. */
const bench = useBench()
const preferences = usePreferences()
const report = shallowRef<FailureReport>()
const pressed = shallowRef<Pressing>()
const dead = shallowRef<string[]>([])
const keyOf = (part: Part) => `${part.kind} ${part.id}`
/** How much is asked for and not answered: until it is, what stands there is of the design or of the press before. */
const waiting = reactive({ press: 0, failures: 0 })
/** Why the last of it has no answer; what stands there is then of before too. */
const wrong = reactive({ press: '', failures: '' })
async function answered<T>(of: keyof typeof waiting, answer: Promise<T>): Promise<T | undefined> {
  waiting[of]++
  try {
    const known = await answer
    wrong[of] = ''
    return known
  } catch (error) {
    wrong[of] = sayError(error)
  } finally {
    waiting[of]--
  }
}
async function askPressed() {
  const { option } = bench
  const keys = dead.value
  const answer = option && (await answered('press', useExaminer().press(option.id, keys)))
  // What was pressed meanwhile is answered for itself.
  if (answer && dead.value === keys) pressed.value = answer
}
async function askFailures() {
  const { option } = bench
  report.value = (option && (await answered('failures', useExaminer().failures(option.id)))) ?? report.value
}
watch(
  () => bench.examined,
  () => Promise.all([askPressed(), askFailures()]),
  { immediate: true }
)
const setDead = (keys: string[]) => {
  dead.value = keys
  return askPressed()
}
const press = (key: string) =>
  setDead(dead.value.includes(key) ? dead.value.filter(other => other !== key) : [...dead.value, key])
const take = (parts: readonly Part[]) => setDead(parts.map(keyOf))
const KINDS: readonly [PartKind, string][] = [
  ['source', 'Sources'],
  ['bus', 'Buses'],
  ['tie', 'Feeds'],
  ['protector', 'Breakers'],
  ['unit', 'Units'],
  ['link', 'Links']
]
const kind = ref<PartKind>('unit')
const shown = computed(() => pressed.value?.parts.filter(part => part.kind === kind.value) ?? [])
const nameOf = (list: readonly Part[]) => list.map(part => part.name).join(' + ')
const labelOf = (id: string) => bench.design?.units.find(unit => unit.id === id)?.label ?? id
/** The panel as it would then be. */
const face = computed(() => {
  const design = bench.design
  if (!design) return undefined
  const { outline } = design.airframe.panel
  const xs = outline.map(point => point[0])
  const ys = outline.map(point => point[1])
  const dark = new Set(pressed.value?.dark)
  const [left, right, low, high] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  return {
    view: `${left - 8} ${-high - 8} ${right - left + 16} ${high - low + 16}`,
    path: `M${outline.map(([x, y]) => `${x} ${-y}`).join('L')}Z`,
    units: design.units.flatMap(unit => {
      if (!unit.at || !unit.item.face) return []
      const box = extent(figureAt(unit.item.face.bezel, unit.at.xMm, unit.at.yMm))
      return [
        {
          key: `unit ${unit.id}`,
          label: unit.label,
          dark: dark.has(unit.id),
          round: looksRound(unit.item.face.bezel),
          x: box.minX,
          y: -box.maxY,
          width: box.maxX - box.minX,
          height: box.maxY - box.minY
        }
      ]
    })
  }
})
const rescued = (task: Task, part: Part) =>
  report.value?.tasks
    .find(other => other.task === task)
    ?.rescued.find(rescue => rescue.part.id === part.id && rescue.part.kind === part.kind)
    ?.set.map(move => `${move.name} to ${move.to}`)
    .join(', ')
const lossWords = (loss: Loss) => loss.tasks.map(task => TASK_WORDS[task].toLowerCase()).join(', ')
const worthColumns: Column<FailureReport['worth'][number]>[] = [
  { key: 'unit', title: 'Unit', value: row => row.unit.label },
  { key: 'singles', title: 'Single losses it makes harmless', value: row => row.singles, number: true },
  { key: 'doubles', title: 'Pairs more without it', value: row => row.doubles, number: true },
  {
    key: 'cost',
    title: 'Price',
    of: 'money',
    value: row => row.unit.priceCents,
    text: row => (row.unit.state === 'new' ? preferences.money(row.unit.priceCents) : 'there already'),
    number: true
  },
  { key: 'each', title: 'Price for each', of: 'money', value: row => row.each.cents },
  { key: 'mass', title: 'Weight for each', of: 'mass', value: row => row.each.kg },
  { key: 'amps', title: 'Amps for each', digits: 2, value: row => row.each.amps }
]
type TaskLoss = NonNullable<typeof report.value>['tasks'][number]
const taskColumns: Column<TaskLoss>[] = [
  { key: 'task', title: 'Task', value: standing => TASK_WORDS[standing.task], width: '14%' },
  { key: 'now', title: 'Now', value: standing => (standing.works ? 'done' : 'not'), width: '92px' },
  {
    key: 'singles',
    title: 'Any of these disables it',
    value: standing =>
      standing.works && !standing.singles.length
        ? 'No single loss.'
        : standing.singles.map(part => part.name).join(', '),
    width: '44%'
  },
  { key: 'doubles', title: 'Pairs that disable it', value: standing => standing.doubles.length, number: true },
  { key: 'ways', title: 'Ways', value: standing => standing.ways.map(way => way.join(' with ')).join('; or ') }
]
const taskKey = (loss: TaskLoss) => loss.task
</script>

<template>
  <p v-if="wrong.press || wrong.failures" class="caution" role="alert">{{ wrong.press || wrong.failures }}</p>
  <section class="sheet board">
    <div>
      <h2>Simulate a failure</h2>
      <div class="row tight" role="group" aria-label="What to press">
        <ToggleButton v-for="[key, says] in KINDS" :key="key" :on="kind === key" @click="kind = key">{{
          says
        }}</ToggleButton>
        <v-btn variant="text" :disabled="dead.length === 0" @click="take([])">Clear failures</v-btn>
      </div>
      <div class="parts" role="group" :aria-label="KINDS.find(known => known[0] === kind)![1]">
        <v-btn
          v-for="part in shown"
          :key="keyOf(part)"
          :variant="dead.includes(keyOf(part)) ? 'flat' : 'outlined'"
          :color="dead.includes(keyOf(part)) ? 'error' : undefined"
          :aria-pressed="dead.includes(keyOf(part))"
          @click="press(keyOf(part))"
          >{{ dead.includes(keyOf(part)) ? '✕ ' : '' }}{{ part.name }}</v-btn
        >
      </div>
    </div>
    <div>
      <svg v-if="face" class="face" :viewBox="face.view" role="img" aria-label="The panel as it would then be">
        <path :d="face.path" class="sheet-face" />
        <g v-for="unit in face.units" :key="unit.key">
          <title>{{ unit.label }}{{ unit.dark ? ': dark' : '' }}</title>
          <rect
            :x="unit.x"
            :y="unit.y"
            :width="unit.width"
            :height="unit.height"
            :rx="unit.round ? unit.width / 2 : 2"
            class="piece"
            :class="{ dark: unit.dark }"
          />
          <path
            v-if="unit.dark"
            :d="`M${unit.x} ${unit.y}l${unit.width} ${unit.height}M${unit.x + unit.width} ${unit.y}l${-unit.width} ${unit.height}`"
            class="cross"
          />
        </g>
      </svg>
      <div
        v-if="pressed && report"
        class="tasks"
        :class="{ old: waiting.press || wrong.press }"
        :aria-busy="waiting.press > 0"
        aria-live="polite"
      >
        <p v-for="task in report.tasks" :key="task.task">
          <StateMark
            :state="!task.works ? 'does not apply' : pressed.tasks.includes(task.task) ? 'must fix' : 'holds'"
            :size="15"
          />
          <b>{{ TASK_WORDS[task.task] }}</b>
          {{ !task.works ? 'not with this option' : pressed.tasks.includes(task.task) ? 'no longer' : 'still' }}
        </p>
        <p v-if="pressed.rescue">
          A switch restores {{ pressed.rescue.back.map(task => TASK_WORDS[task].toLowerCase()).join(', ') }}:
          {{ pressed.rescue.set.map(move => `${move.name} to ${move.to}`).join(', ') }}.
        </p>
        <p v-if="pressed.functions.length" class="small">Gone: {{ pressed.functions.join(', ') }}.</p>
        <p v-if="dead.some(key => key.startsWith('unit '))" class="small" data-unmet>
          <template v-if="pressed.unmet.length"
            >Begun so, a flight as in the brief would not meet
            <template v-for="(clause, at) in pressed.unmet" :key="clause.ref"
              >{{ at ? '; ' : '' }}<b>{{ clause.ref }}</b> {{ clause.title }}</template
            >.</template
          ><template v-else>Begun so, a flight as in the brief would meet the same clauses.</template>
          Whether it may be begun with something inoperative: 14 CFR 91.213 (from memory; check the current text), the
          aeroplane’s equipment list, placard or removal, and who signs for it.
        </p>
        <p v-else-if="dead.length && !pressed.functions.length" class="small">Nothing else is lost.</p>
        <details class="small">
          <summary>What is left, and on which unit</summary>
          <p v-for="source in pressed.from" :key="source.name">
            {{ source.name }}: {{ source.units.map(labelOf).join(', ') || 'nobody' }}
          </p>
        </details>
      </div>
    </div>
  </section>
  <section
    v-if="report"
    class="sheet"
    :class="{ old: waiting.failures || wrong.failures }"
    :aria-busy="waiting.failures > 0"
  >
    <h2>What takes what</h2>
    <p class="small quiet">Switches as in normal flight. Pairs are listed only where neither unit alone disables it.</p>
    <FactTable name="what takes what" no-filter :rows="report.tasks" :columns="taskColumns" :key-of="taskKey">
      <template #task="{ row }">
        <b>{{ TASK_WORDS[row.task] }}</b>
      </template>
      <template #now="{ row }">
        <StateMark :state="row.works ? 'holds' : 'does not apply'" :size="14" /> {{ row.works ? 'done' : 'not' }}
      </template>
      <template #singles="{ row }">
        <template v-if="row.works && row.singles.length === 0">No single loss.</template>
        <span v-for="(part, index) in row.singles" :key="keyOf(part)"
          >{{ index ? ', ' : '' }}<button class="link" @click="take([part])">{{ part.name }}</button
          ><template v-if="rescued(row.task, part)"> (brought back by {{ rescued(row.task, part) }})</template></span
        >
      </template>
      <template #ways="{ row }"
        ><span class="small">{{ row.ways.map(way => way.join(' with ')).join('; or ') }}</span></template
      >
    </FactTable>
    <p v-if="report.worstSingle?.tasks.length">
      Worst single loss:
      <button class="link" @click="take(report.worstSingle.parts)">{{ nameOf(report.worstSingle.parts) }}</button>
      takes {{ lossWords(report.worstSingle) }}, {{ report.worstSingle.functions.length }} functions.
    </p>
    <p v-if="report.worstPair">
      Worst pair:
      <button class="link" @click="take(report.worstPair.parts)">{{ nameOf(report.worstPair.parts) }}</button>
      takes {{ lossWords(report.worstPair) }}.
    </p>
    <p v-if="report.common.length">
      Common causes, which take three or more of what one flies by:
      <span v-for="(loss, index) in report.common" :key="index"
        >{{ index ? ', ' : '' }}<button class="link" @click="take(loss.parts)">{{ nameOf(loss.parts) }}</button></span
      >.
    </p>
  </section>
  <section
    v-if="report"
    class="sheet"
    :class="{ old: waiting.failures || wrong.failures }"
    :aria-busy="waiting.failures > 0"
  >
    <h2>What each backup is worth</h2>
    <FactTable
      :rows="report.worth"
      :columns="worthColumns"
      name="worth of backups"
      :key-of="row => row.unit.id"
      empty="No unit here is the second of anything."
    />
  </section>
</template>

<style scoped>
.old {
  opacity: 0.55;
  transition: opacity 0.1s 0.25s;
}
.board {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 14px;
}
.parts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  margin-top: 6px;
  max-height: 340px;
  overflow: auto;
}
.face {
  display: block;
  width: 100%;
  max-height: 240px;
}
.sheet-face {
  fill: var(--sheet);
  stroke: var(--graphite);
  stroke-width: 3;
}
.piece {
  fill: var(--face);
  stroke: var(--graphite);
  stroke-width: 2;
}
.piece.dark {
  fill: var(--chalk);
}
.cross {
  stroke: var(--grease);
  stroke-width: 3;
}
.tasks p {
  margin: 3px 0;
}
.tasks b {
  margin-left: 5px;
}
.link {
  background: none;
  border: 0;
  padding: 0;
  font: inherit;
  color: var(--dye);
  text-decoration: underline;
  cursor: pointer;
}
@media (max-width: 900px) {
  .link {
    min-height: 40px;
  }
  .board {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
