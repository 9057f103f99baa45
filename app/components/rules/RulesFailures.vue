<script setup lang="ts">
import type { Part, Task } from '#core/capability'
import { supplyOf } from '#core/power'
import { TASK_WORDS, type FailureReport, type Loss } from '#core/resilience'
import type { Pressing } from '~/workers/examiner'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** Failures on the picture of the panel: parts are failed, time passes, and what is left to fly with is said. */
const bench = useBench()
const preferences = usePreferences()
const report = shallowRef<FailureReport>()
const pressed = shallowRef<Pressing>()
const dead = shallowRef<string[]>([])
/** Switches thrown, by id. */
const moves = shallowRef<ReadonlyMap<string, string>>(new Map())
const minute = ref(0)
const keyOf = (part: Part) => `${part.kind} ${part.id}`
/** How much is asked for and not answered: until it is, what is shown is of the design or of the press before. */
const waiting = reactive({ press: 0, failures: 0 })
/** Why the last of it has no answer; what is shown then is of before too. */
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
  const [keys, thrown] = [dead.value, moves.value]
  const answer = option && (await answered('press', useExaminer().press(option.id, keys, thrown)))
  // What was pressed meanwhile is answered for itself.
  if (answer && dead.value === keys && moves.value === thrown) pressed.value = answer
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
  if (keys.length === 0) minute.value = 0
  return askPressed()
}
const press = (key: string) =>
  setDead(dead.value.includes(key) ? dead.value.filter(other => other !== key) : [...dead.value, key])
const fail = (parts: readonly Part[]) => setDead(parts.map(keyOf))
const switches = computed(() => (bench.design ? supplyOf(bench.design).switches : []))
const positionOf = (id: string, normal: string) => moves.value.get(id) ?? normal
function throwSwitch(id: string, to: string, normal: string) {
  const next = new Map(moves.value)
  if (to === normal) next.delete(id)
  else next.set(id, to)
  moves.value = next
  return askPressed()
}
function clear() {
  moves.value = new Map()
  return setDead([])
}
const nameOf = (list: readonly Part[]) => list.map(part => part.name).join(' + ')
const labelOf = (id: string) => bench.design?.units.find(unit => unit.id === id)?.label ?? id
/** How things are at the minute looked at. */
const moment = computed(() => pressed.value?.moments.findLast(known => known.minute <= minute.value))
const states = computed(() => new Map(moment.value?.units.map(state => [state.unit, state])))
const off = computed(() => new Set(moment.value?.units.filter(state => state.off).map(state => state.unit)))
const failedUnits = computed(() => new Set(dead.value.filter(key => key.startsWith('unit ')).map(key => key.slice(5))))
const failedParts = computed(() => pressed.value?.parts.filter(part => dead.value.includes(keyOf(part))) ?? [])
const others = computed(() =>
  (pressed.value?.parts ?? [])
    .filter(part => !dead.value.includes(keyOf(part)))
    .map(part => ({ value: keyOf(part), title: part.name }))
)
const clock = (at: number) => `${Math.floor(at / 60)}:${String(Math.floor(at % 60)).padStart(2, '0')}`
/** What the failure takes with it, by time: at once, then as the batteries run down. */
const losses = computed(() => {
  const seen = new Set(failedUnits.value)
  return (pressed.value?.moments ?? []).flatMap(({ minute: at, units }) =>
    units.flatMap(state => {
      if (!state.dark || seen.has(state.unit)) return []
      seen.add(state.unit)
      return [{ ...state, at }]
    })
  )
})
const carried = (by: { name: string; units: string[] }[]) =>
  [...new Set(by.flatMap(({ units }) => units.slice(0, 1)))].map(labelOf).join(', ')
const missing = computed(() => moment.value?.functions ?? [])
const rescued = (task: Task, part: Part) =>
  report.value?.tasks
    .find(other => other.task === task)
    ?.rescued.find(rescue => rescue.part.id === part.id && rescue.part.kind === part.kind)
    ?.set.map(move => `${move.name} to ${move.to}`)
    .join(', ')
const lossWords = (loss: Loss) => loss.tasks.map(task => TASK_WORDS[task].toLowerCase()).join(', ')
const worthColumns: Column<FailureReport['worth'][number]>[] = [
  { key: 'unit', title: 'Unit', value: row => row.unit.label },
  { key: 'singles', title: 'Single failures covered', value: row => row.singles, number: true },
  { key: 'doubles', title: 'Pairs covered', value: row => row.doubles, number: true },
  {
    key: 'cost',
    title: 'Price',
    of: 'money',
    value: row => row.unit.priceCents,
    text: row => (row.unit.state === 'new' ? preferences.money(row.unit.priceCents) : 'installed'),
    number: true
  },
  { key: 'each', title: 'Price for each', of: 'money', value: row => row.each.cents },
  { key: 'mass', title: 'Weight for each', of: 'mass', value: row => row.each.kg },
  { key: 'amps', title: 'Amps for each', digits: 2, value: row => row.each.amps }
]
type TaskLoss = NonNullable<typeof report.value>['tasks'][number]
const taskColumns: Column<TaskLoss>[] = [
  { key: 'task', title: 'Task', value: standing => TASK_WORDS[standing.task], width: '14%' },
  { key: 'now', title: 'Now', value: standing => (standing.works ? 'works' : 'not available'), width: '92px' },
  {
    key: 'singles',
    title: 'Single failures',
    value: standing =>
      standing.works && !standing.singles.length ? 'none' : standing.singles.map(part => part.name).join(', '),
    width: '44%'
  },
  { key: 'doubles', title: 'Pairs', value: standing => standing.doubles.length, number: true },
  { key: 'ways', title: 'Done with', value: standing => standing.ways.map(way => way.join(' with ')).join('; or ') }
]
const taskKey = (loss: TaskLoss) => loss.task
</script>

<template>
  <p v-if="wrong.press || wrong.failures" class="caution" role="alert">{{ wrong.press || wrong.failures }}</p>
  <div
    v-if="pressed && moment"
    class="tasks"
    :class="{ old: waiting.press || wrong.press }"
    :aria-busy="waiting.press > 0"
    aria-live="polite"
  >
    <div v-for="task in moment.tasks" :key="task.task" class="sheet task" :data-task="task.task">
      <StateMark :state="!task.before ? 'does not apply' : task.works ? 'holds' : 'must fix'" :size="17" />
      <b>{{ TASK_WORDS[task.task] }}</b>
      <span class="small">{{ !task.before ? 'not with this option' : task.works ? carried(task.by) : 'lost' }}</span>
    </div>
  </div>
  <section v-if="bench.design" class="sheet board">
    <div>
      <h2>Simulate a failure</h2>
      <p class="small quiet">
        Press a unit here, or a part of the one-line diagram below. Press it again to restore it.
      </p>
      <PicturePanel
        :design="bench.design"
        :states="states"
        :failed="failedUnits"
        pressable
        label="The panel with what has failed; press a unit to fail it"
        @press="id => press(`unit ${id}`)"
      />
      <RulesTimeline
        v-if="pressed && pressed.curve.length"
        v-model="minute"
        :play="pressed"
        :wanted="bench.project!.brief.wantedMinutes"
        :class="{ old: waiting.press }"
      />
      <p v-else-if="dead.length" class="small quiet">An alternator still carries the load. Nothing is lost later.</p>
    </div>
    <div class="side">
      <h3>Failed by you</h3>
      <p v-if="!failedParts.length" class="small quiet">Nothing has failed.</p>
      <p v-for="part in failedParts" :key="keyOf(part)" class="failure">
        <span>{{ part.name }}</span
        ><v-btn variant="text" :aria-label="`Undo failure of ${part.name}`" @click="press(keyOf(part))">Undo</v-btn>
      </p>
      <ChoiceField
        :model-value="''"
        label="Fail a part"
        search
        :items="[{ value: '', title: 'choose a part' }, ...others]"
        @update:model-value="key => key && press(key)"
      />
      <v-btn variant="outlined" :disabled="dead.length === 0 && moves.size === 0" @click="clear">Clear failures</v-btn>
      <template v-if="switches.length">
        <h3>Switches</h3>
        <ChoiceField
          v-for="toggle in switches"
          :key="toggle.id"
          :model-value="positionOf(toggle.id, toggle.normal)"
          :label="toggle.name"
          :items="toggle.positions"
          @update:model-value="to => throwSwitch(toggle.id, to, toggle.normal)"
        />
      </template>
      <p v-if="pressed?.rescue && moves.size === 0" class="small">
        A switch restores {{ pressed.rescue.back.map(task => TASK_WORDS[task].toLowerCase()).join(', ') }}:
        {{ pressed.rescue.set.map(move => `${move.name} to ${move.to}`).join(', ') }}.
      </p>
      <h3>Lost as a result</h3>
      <p v-if="!losses.length" class="small quiet">{{ dead.length ? 'Nothing else is lost.' : 'Nothing is lost.' }}</p>
      <ul v-else class="losses" tabindex="0" aria-label="Lost as a result">
        <li v-for="loss in losses" :key="loss.unit" :data-lost="loss.unit">
          <span class="figures quiet">{{ clock(loss.at) }}</span> {{ loss.label }}
          <span class="small quiet">{{ loss.off || `no ${loss.lost[0]}` }}</span>
        </li>
      </ul>
    </div>
  </section>
  <section v-if="pressed" class="sheet more" :class="{ old: waiting.press }">
    <p v-if="missing.length" class="small">Functions lost: {{ missing.join(', ') }}.</p>
    <p v-if="failedUnits.size" class="small" data-unmet>
      <template v-if="pressed.unmet.length"
        >If dispatched this way, a flight as in the brief does not meet
        <template v-for="(clause, at) in pressed.unmet" :key="clause.ref"
          >{{ at ? '; ' : '' }}<b>{{ clause.ref }}</b> {{ clause.title }}</template
        >.</template
      ><template v-else>If dispatched this way, a flight as in the brief meets the same clauses.</template>
      Whether it may be dispatched with something inoperative: 14 CFR 91.213 (from memory; verify against current text),
      the aircraft’s equipment list, placard or removal, and who signs for it.
    </p>
    <details class="small">
      <summary>Remaining functions and the units that provide them</summary>
      <p v-for="source in pressed.from" :key="source.name">
        {{ source.name }}: {{ source.units.map(labelOf).join(', ') || 'none' }}
      </p>
    </details>
    <details class="small" data-one-line>
      <summary>One-line diagram: fail a source, bus, feed or breaker</summary>
      <RulesOneLine
        v-if="bench.examined"
        :design="bench.examined"
        :parts="pressed.parts"
        :failed="dead"
        :off="off"
        @press="press"
      />
    </details>
  </section>
  <section
    v-if="report"
    class="sheet"
    :class="{ old: waiting.failures || wrong.failures }"
    :aria-busy="waiting.failures > 0"
  >
    <h2>Single-point failures</h2>
    <p class="small quiet">Switches as in normal flight. Pairs are listed only where neither unit alone disables it.</p>
    <FactTable name="single-point failures" no-filter :rows="report.tasks" :columns="taskColumns" :key-of="taskKey">
      <template #task="{ row }">
        <b>{{ TASK_WORDS[row.task] }}</b>
      </template>
      <template #now="{ row }">
        <StateMark :state="row.works ? 'holds' : 'does not apply'" :size="14" />
        {{ row.works ? 'works' : 'not available' }}
      </template>
      <template #singles="{ row }">
        <template v-if="row.works && row.singles.length === 0">none</template>
        <span v-for="(part, index) in row.singles" :key="keyOf(part)"
          >{{ index ? ', ' : '' }}<button class="link" @click="fail([part])">{{ part.name }}</button
          ><template v-if="rescued(row.task, part)"> (restored by {{ rescued(row.task, part) }})</template></span
        >
      </template>
      <template #ways="{ row }"
        ><span class="small">{{ row.ways.map(way => way.join(' with ')).join('; or ') }}</span></template
      >
    </FactTable>
    <p v-if="report.worstSingle?.tasks.length">
      Worst single failure:
      <button class="link" @click="fail(report.worstSingle.parts)">{{ nameOf(report.worstSingle.parts) }}</button>
      disables {{ lossWords(report.worstSingle) }}, {{ report.worstSingle.functions.length }} functions.
    </p>
    <p v-if="report.worstPair">
      Worst pair:
      <button class="link" @click="fail(report.worstPair.parts)">{{ nameOf(report.worstPair.parts) }}</button>
      disables {{ lossWords(report.worstPair) }}.
    </p>
    <p v-if="report.common.length">
      Common causes, which disable three or more of the functions flown by:
      <span v-for="(loss, index) in report.common" :key="index"
        >{{ index ? ', ' : '' }}<button class="link" @click="fail(loss.parts)">{{ nameOf(loss.parts) }}</button></span
      >.
    </p>
  </section>
  <section
    v-if="report"
    class="sheet"
    :class="{ old: waiting.failures || wrong.failures }"
    :aria-busy="waiting.failures > 0"
  >
    <h2>Value of each backup</h2>
    <FactTable
      :rows="report.worth"
      :columns="worthColumns"
      name="worth of backups"
      :key-of="row => row.unit.id"
      empty="No unit backs up another."
    />
  </section>
</template>

<style scoped>
.old {
  opacity: 0.55;
  transition: opacity 0.1s 0.25s;
}
.tasks {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(160px, 1fr));
  gap: 10px;
}
.task {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 8px;
  align-items: center;
}
.task .small {
  grid-column: 2;
}
.board {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 250px;
  gap: 18px;
}
.side {
  display: grid;
  gap: 7px;
  align-content: start;
}
.failure {
  display: flex;
  justify-content: space-between;
  align-items: center;
  padding-left: 9px;
  border: 1px solid var(--grease);
  background: var(--grease-wash);
}
.losses {
  list-style: none;
  padding: 0;
  max-height: 210px;
  overflow: auto;
}
.more {
  display: grid;
  gap: 6px;
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
