<script setup lang="ts">
import type { Item } from '#core/catalogue'
import type { DesignUnit } from '#core/design'
import { newUnit, type CandidateEffect, type RemovalEffect } from '#core/report'
import Fuse from 'fuse.js'
import { useBench } from '~/stores/bench'
import { useTaste } from '~/stores/taste'

const bench = useBench()
const taste = useTaste()
const route = useRoute()
const { items, own, refresh, ready } = useCatalogue()
const { text: find, catching } = useFind()
const kind = ref('')
const findField = useTemplateRef('findField')
const chosen = ref<string[]>([])
const editing = shallowRef<Item | 'new'>()
const importing = ref(false)
const removals = shallowRef<Record<string, RemovalEffect>>({})
const effects = shallowRef<Map<string, CandidateEffect>>(new Map())
const wrong = ref('')

/** Puts the hand into the field. What was typed on the way to it stands there already. */
function startFinding() {
  catching.value = false
  findField.value?.focus()
}
onMounted(async () => {
  if (route.query.find) startFinding()
  try {
    await ready()
  } catch (error) {
    wrong.value = sayError(error)
  }
})
watch(() => route.query.find, startFinding)
onUnmounted(() => {
  catching.value = false
})

const kept = computed(() => bench.design?.units.filter(unit => unit.state !== 'new') ?? [])
const added = computed(() => bench.design?.units.filter(unit => unit.state === 'new') ?? [])
const kinds = computed(() => [...new Set(items.value.map(item => item.kind))])
const fuse = computed(
  () =>
    new Fuse(items.value, {
      keys: ['name', 'maker', 'kind', 'summary', 'provides'],
      threshold: 0.33,
      ignoreLocation: true
    })
)
const found = computed(() => {
  const list = find.value.trim() ? fuse.value.search(find.value.trim()).map(one => one.item) : items.value
  return list.filter(item => !kind.value || item.kind === kind.value)
})
const compared = computed(() => chosen.value.flatMap(id => items.value.find(item => item.id === id) ?? []))

/** What the brief still lacks: clauses without an answer and functions that went. */
const lacks = computed(
  () =>
    bench.report?.findings.filter(finding =>
      ['rules.missing', 'functions.lost', 'functions.seats', 'wiring.function-missing'].includes(finding.code)
    ) ?? []
)

// The worker tells what each removal and each addition would do, one by one; what it knows of this document it keeps.
const { run: runRemovals } = useLongWork<RemovalEffect>(found => {
  removals.value = { ...removals.value, ...Object.fromEntries(found.map(effect => [effect.unit, effect])) }
})
const { run: runEffects } = useLongWork<CandidateEffect>(some => {
  const known = new Map(effects.value)
  for (const effect of some) known.set(effect.item, effect)
  effects.value = known
})
/** What is looked at comes first, the rest of the catalogue after it. */
async function askEffects() {
  const { option } = bench
  if (!option || items.value.length === 0) return
  const ids = [...new Set([...found.value, ...items.value].map(item => item.id))]
  await runEffects('Trying the catalogue…', (examiner, job, tell) => examiner.candidates(option.id, ids, job, tell))
}
watch(
  [() => bench.project, () => bench.option?.id, items],
  async () => {
    const { project, option } = bench
    if (!project || !option) return
    effects.value = new Map()
    removals.value = {}
    const installed = new Set(project.fitted.map(unit => unit.id))
    const ids = option.units.map(unit => unit.id).filter(id => installed.has(id))
    void askEffects()
    await runRemovals('Trying removals…', (examiner, job, tell) => examiner.removals(option.id, ids, job, tell))
  },
  { immediate: true }
)
// A keystroke asks for nothing that is known: only where some of what is shown is still open, that comes first now.
watch(found, now => {
  if (now.some(item => !effects.value.has(item.id))) void askEffects()
})

function remove(unit: DesignUnit, how: 'scrap' | 'sell' | 'trade in') {
  if (!bench.option) return
  if (
    bench.act(
      [
        {
          type: 'unit.remove',
          option: bench.option.id,
          unit: unit.id,
          ...(unit.state === 'new' ? {} : { disposal: { unit: unit.id, how, creditCents: 0 } })
        }
      ],
      `${unit.state === 'new' ? 'Leave out' : 'Remove'} ${unit.label}`
    )
  )
    bench.said = `${unit.label} is ${unit.state === 'new' ? 'left out' : 'removed'}. Undo brings it back.`
}
function add(item: Item) {
  if (!bench.project || !bench.option) return
  const unit = newUnit(bench.project, bench.option.id, item)
  if (!unit) {
    bench.said = `${item.name} may stand at ${item.mounts.join(' or ')}; this airframe has no such place.`
    return
  }
  const onFace = bench.project.airframe.places.find(place => place.id === unit.place)?.kind === 'panel'
  if (
    bench.act(
      [{ type: 'unit.add', option: bench.option.id, unit, item: structuredClone(toRaw(item)) }],
      `Add ${unit.label}`
    )
  )
    bench.said = onFace
      ? `${unit.label} waits in the tray of Lay out.`
      : `${unit.label} is added at ${bench.project.airframe.places.find(place => place.id === unit.place)?.name}.`
}
const credit = (id: string, how: 'scrap' | 'sell' | 'trade in', cents: number) =>
  bench.option &&
  bench.act(
    [{ type: 'disposal.set', option: bench.option.id, disposal: { unit: id, how, creditCents: cents } }],
    'Change what becomes of a removed unit'
  )
function setPlace(unit: DesignUnit, place: string) {
  const raw = bench.option?.units.find(one => one.id === unit.id)
  if (!raw || !bench.option) return
  const { xMm: _x, yMm: _y, ...rest } = raw
  bench.act([{ type: 'unit.set', option: bench.option.id, unit: { ...rest, place } }], `Put ${unit.label} elsewhere`)
}
const signed = (value: number, digits = 1) =>
  !Number.isFinite(value)
    ? '∞'
    : Math.abs(value) < 0.5 * 10 ** -digits
      ? '0'
      : `${value > 0 ? '+' : '−'}${taste.number(Math.abs(value), digits)}`
const massChange = (kg: number) =>
  signed(taste.system === 'inch' ? kg / 0.45359237 : kg, taste.system === 'inch' ? 1 : 2)
function gives(unit: DesignUnit): string {
  const effect = removals.value[unit.id]
  if (!effect) return '…'
  return `${massChange(effect.change['useful load'])} ${taste.system === 'inch' ? 'lb' : 'kg'} · ${signed(effect.change.amps)} A`
}
function fits(effect: CandidateEffect | undefined): { text: string; state: string } {
  if (!effect) return { text: '…', state: '' }
  if (effect.nowhere) return { text: 'no place for it here', state: 'missing' }
  if (!effect.fit) return { text: 'not on the face', state: 'does not apply' }
  if (effect.fit.at) return { text: 'fits', state: 'met' }
  const misfits = [...(effect.fit.nearest?.misfits ?? [])].sort(
    (a, b) => Math.abs(b.limitMm - b.measuredMm) - Math.abs(a.limitMm - a.measuredMm)
  )
  const inTheWay = [...new Set(misfits.map(misfit => misfit.otherName))]
  if (effect.fit.bare)
    return {
      text: `only with ${inTheWay.slice(0, 3).join(', ')}${inTheWay.length > 3 ? ` and ${inTheWay.length - 3} more` : ''} moved`,
      state: 'decide'
    }
  const worst = misfits[0]
  return {
    text: worst
      ? `misses even the bare sheet by ${taste.length(Math.abs(worst.limitMm - worst.measuredMm))}: ${worst.otherName}`
      : 'no room',
    state: 'missing'
  }
}
const brings = (effect: CandidateEffect | undefined): string[] => effect?.brings.map(taste.say) ?? []
async function dropOwn(item: Item) {
  try {
    await ask(`/api/catalogue/${item.id}`, { method: 'DELETE' })
    await refresh()
    bench.said = `${item.name} is out of your catalogue. Projects that use it keep their own copy.`
  } catch (error) {
    wrong.value = sayError(error)
  }
}
</script>

<template>
  <div class="stock">
    <section class="fitted" aria-label="Fitted">
      <header class="row">
        <h1 class="grow">Fitted</h1>
        <span class="quiet small">its going gives · breaks</span>
      </header>
      <div class="scroll">
        <p v-if="kept.length + (bench.design?.removed.length ?? 0) === 0" class="quiet empty">
          A bare aeroplane: nothing is fitted. Choose on the right.
        </p>
        <article
          v-for="unit in kept"
          :key="unit.id"
          :data-fitted="unit.id"
          :class="{ here: bench.selected.includes(unit.id) }"
        >
          <div class="row line">
            <b class="grow">{{ unit.label }}</b><span class="figures small quiet">{{ gives(unit) }}</span
            ><button class="plain" :aria-label="`Remove ${unit.label}`" @click="remove(unit, 'scrap')">Remove</button>
          </div>
          <p v-if="removals[unit.id]?.brings.length" class="breaks">
            <StateMark state="decide" :size="13" /> {{ taste.say(removals[unit.id]!.brings[0]!)
            }}<template v-if="removals[unit.id]!.brings.length > 1">
              And {{ removals[unit.id]!.brings.length - 1 }} more.</template
            >
          </p>
        </article>
        <h2 v-if="bench.design?.removed.length" class="parting">Going</h2>
        <article v-for="gone in bench.design?.removed" :key="gone.unit.id" :data-removed="gone.unit.id">
          <div class="row line">
            <s class="grow">{{ gone.unit.label }}</s>
            <select
              class="mini"
              :value="gone.how"
              :aria-label="`What becomes of ${gone.unit.label}`"
              @change="
                event => credit(gone.unit.id, (event.target as HTMLSelectElement).value as 'sell', gone.creditCents)
              "
            >
              <option>scrap</option>
              <option>sell</option>
              <option>trade in</option>
            </select>
            <QuantityField
              v-if="gone.how !== 'scrap'"
              class="money"
              kind="money"
              hide-label
              :label="`Credit for ${gone.unit.label}`"
              :model-value="gone.creditCents"
              @update:model-value="v => credit(gone.unit.id, gone.how, v)"
            />
            <button
              class="plain"
              :aria-label="`Keep ${gone.unit.label}`"
              @click="
                bench.option &&
                bench.act(
                  [{ type: 'unit.restore', option: bench.option.id, unit: gone.unit.id }],
                  `Keep ${gone.unit.label}`
                )
              "
            >
              Keep
            </button>
          </div>
        </article>
        <h2 v-if="added.length" class="parting">Coming</h2>
        <article
          v-for="unit in added"
          :key="unit.id"
          :data-added="unit.id"
          :class="{ here: bench.selected.includes(unit.id) }"
        >
          <div class="row line">
            <b class="grow">{{ unit.label }}</b>
            <select
              class="mini"
              :value="unit.place.id"
              :aria-label="`Where ${unit.label} stands`"
              @change="event => setPlace(unit, (event.target as HTMLSelectElement).value)"
            >
              <option
                v-for="place in bench.project!.airframe.places.filter(one => unit.item.mounts.includes(one.kind))"
                :key="place.id"
                :value="place.id"
              >
                {{ place.name }}
              </option>
            </select>
            <span class="figures small">{{ taste.money(unit.priceCents) }}</span>
            <button class="plain" :aria-label="`Leave out ${unit.label}`" @click="remove(unit, 'scrap')">
              Leave out
            </button>
          </div>
        </article>
      </div>
    </section>
    <section class="choose" aria-label="Choose">
      <div class="lacks">
        <h2>Still lacking</h2>
        <p v-if="lacks.length === 0" class="small">
          <StateMark state="met" :size="14" /> Every clause that a unit can meet is met, and nothing that was there is
          lost.
        </p>
        <ul v-else>
          <li v-for="finding in lacks.slice(0, 4)" :key="finding.id" class="small">
            <StateMark :state="finding.weight" :size="14" /> <SayPhrase :says="finding.says" />
          </li>
          <li v-if="lacks.length > 4" class="small quiet">and {{ lacks.length - 4 }} more, in Findings</li>
        </ul>
      </div>
      <div class="row finder">
        <label class="field grow"
          ><span class="screen-reader">Find in the catalogue</span
          ><input ref="findField" v-model="find" type="search" placeholder="Find ( / )"
        /></label>
        <span class="field"
          ><select v-model="kind" aria-label="Kind">
            <option value="">every kind</option>
            <option v-for="one in kinds" :key="one">{{ one }}</option>
          </select></span
        >
        <button class="plain nowrap" @click="editing = 'new'">Own item</button>
        <button class="plain nowrap" @click="importing = true">Bring in</button>
        <a class="plain out" href="/api/catalogue/export?kind=csv" download>CSV</a
        ><a class="plain out" href="/api/catalogue/export?kind=json" download>JSON</a>
      </div>
      <p v-if="wrong" role="alert" class="caution">{{ wrong }}</p>
      <div v-if="compared.length > 1" class="side">
        <table class="list">
          <thead>
            <tr>
              <th>Side by side</th>
              <th v-for="item in compared" :key="item.id">
                {{ item.name }}
                <button
                  class="plain"
                  :aria-label="`Stop comparing ${item.name}`"
                  @click="chosen = chosen.filter(id => id !== item.id)"
                >
                  ×
                </button>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr>
              <td>fit</td>
              <td v-for="item in compared" :key="item.id">{{ fits(effects.get(item.id)).text }}</td>
            </tr>
            <tr>
              <td>money, all told</td>
              <td v-for="item in compared" :key="item.id" class="figures">
                {{ taste.money(effects.get(item.id)?.change.money ?? 0) }}
              </td>
            </tr>
            <tr>
              <td>amps · minutes</td>
              <td v-for="item in compared" :key="item.id" class="figures">
                {{ signed(effects.get(item.id)?.change.amps ?? 0, 2) }} A ·
                {{ signed(effects.get(item.id)?.change.minutes ?? 0, 0) }} min
              </td>
            </tr>
            <tr>
              <td>gives anew</td>
              <td v-for="item in compared" :key="item.id">
                {{ effects.get(item.id)?.functionsGained.join(', ') || '—' }}
              </td>
            </tr>
            <tr>
              <td>drags in</td>
              <td v-for="item in compared" :key="item.id">{{ brings(effects.get(item.id)).join(' ') || '—' }}</td>
            </tr>
            <tr>
              <td />
              <td v-for="item in compared" :key="item.id">
                <button class="plain firm" @click="add(item)">Add {{ item.name }}</button>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <div class="scroll">
        <table class="list catalogue">
          <colgroup>
            <col style="width: 24px" />
            <col />
            <col style="width: 23%" />
            <col style="width: 84px" />
            <col style="width: 52px" />
            <col style="width: 62px" />
          </colgroup>
          <thead>
            <tr>
              <th><span class="screen-reader">Compare</span></th>
              <th>Item, and what it drags in</th>
              <th>Fit on this panel</th>
              <th class="number">All told</th>
              <th class="number">Amps</th>
              <th><span class="screen-reader">Add</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="item in found" :key="item.id" :data-item="item.id">
              <td>
                <input
                  v-model="chosen"
                  type="checkbox"
                  :value="item.id"
                  :aria-label="`Compare ${item.name}`"
                  :disabled="chosen.length >= 4 && !chosen.includes(item.id)"
                />
              </td>
              <td>
                <b>{{ item.name }}</b> <span class="quiet">{{ item.maker }} · {{ item.kind }}</span
                ><br /><span class="quiet small">{{ item.summary }}</span>
                <span
                  v-if="brings(effects.get(item.id)).length"
                  class="drag small"
                  :title="brings(effects.get(item.id)).join('\n')"
                  ><StateMark state="decide" :size="12" /> {{ brings(effects.get(item.id))[0]
                  }}<template v-if="brings(effects.get(item.id)).length > 1">
                    And {{ brings(effects.get(item.id)).length - 1 }} more.</template
                  ></span
                >
              </td>
              <td class="small">
                <StateMark
                  v-if="fits(effects.get(item.id)).state"
                  :state="fits(effects.get(item.id)).state"
                  :size="13"
                />
                {{ fits(effects.get(item.id)).text }}
              </td>
              <td class="number figures">
                <b>{{ effects.has(item.id) ? taste.money(effects.get(item.id)!.change.money) : '…' }}</b><br /><span
                  class="quiet small"
                  >{{ taste.money(item.priceCents) }}</span
                >
              </td>
              <td class="number figures">
                {{ effects.has(item.id) ? signed(effects.get(item.id)!.change.amps, 2) : '…' }}
              </td>
              <td>
                <div class="acts">
                  <button class="plain firm" :aria-label="`Add ${item.name}`" @click="add(item)">Add</button
                  ><button class="plain" :aria-label="`Edit ${item.name}`" @click="editing = item">Edit</button
                  ><button
                    v-if="own.has(item.id)"
                    class="plain"
                    :aria-label="`Throw ${item.name} away`"
                    @click="dropOwn(item)"
                  >
                    Throw away
                  </button>
                </div>
              </td>
            </tr>
          </tbody>
        </table>
        <p v-if="items.length && found.length === 0" class="quiet empty">
          Nothing of that name. Clear the field, or make your own item.
        </p>
        <p class="quiet small empty">
          Invented figures within what such things plausibly are. Before you buy, enter the maker’s own: Edit. “Fit” was
          tried every quarter inch among what stands on the panel now.
        </p>
      </div>
    </section>
    <StockItemEditor v-if="editing" :item="editing" @close="editing = undefined" @kept="refresh" />
    <StockImportDialog v-model="importing" @kept="refresh" />
  </div>
</template>

<style scoped>
.stock {
  display: grid;
  grid-template-columns: minmax(280px, 4fr) minmax(440px, 7fr);
  height: 100%;
  min-height: 0;
}
.fitted {
  border-right: 1px solid var(--rule);
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.fitted header {
  padding: 8px 12px;
  border-bottom: 1px solid var(--rule);
}
.scroll {
  overflow: auto;
  min-height: 0;
  flex: 1;
}
article {
  padding: 4px 12px 5px;
  border-bottom: 1px solid var(--rule);
}
article.here {
  background: var(--dye-wash);
}
.line {
  flex-wrap: nowrap;
  font-size: 13px;
}
.line b {
  font-weight: 400;
}
.breaks {
  font-size: 11.5px;
  color: var(--quiet);
  line-height: 1.35;
  display: -webkit-box;
  -webkit-line-clamp: 2;
  -webkit-box-orient: vertical;
  overflow: hidden;
}
.line .figures {
  white-space: nowrap;
}
.parting {
  padding: 10px 12px 4px;
}
.mini {
  font: inherit;
  font-size: 12px;
  border: 1px solid var(--rule);
  background: var(--chalk);
  color: inherit;
  max-width: 105px;
}
.money {
  width: 74px;
}
.choose {
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.lacks {
  padding: 8px 12px;
  background: var(--paper);
  border-bottom: 1px solid var(--rule);
}
.lacks ul {
  margin: 2px 0 0;
  padding: 0;
  list-style: none;
  line-height: 1.4;
}
.finder {
  padding: 7px 12px;
  border-bottom: 1px solid var(--rule);
  flex-wrap: nowrap;
}
.finder select {
  width: 112px;
}
.out {
  text-decoration: none;
}
.nowrap {
  white-space: nowrap;
}
.side {
  max-height: 42%;
  overflow: auto;
  padding: 4px 12px;
  border-bottom: 2px solid var(--dye);
  background: var(--paper);
  flex: none;
}
.catalogue {
  margin: 0 12px;
  width: calc(100% - 24px);
}
.catalogue th {
  background: var(--chalk);
}
.catalogue {
  table-layout: fixed;
}
.acts {
  display: grid;
  gap: 3px;
}
.acts .plain {
  padding: 1px 6px;
  font-size: 12px;
}
.drag {
  display: -webkit-box;
  -webkit-line-clamp: 2;
  -webkit-box-orient: vertical;
  overflow: hidden;
  line-height: 1.35;
}
.empty {
  padding: 10px 12px;
}
</style>
