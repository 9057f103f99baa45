<script setup lang="ts">
/** The job shared out over visits: what each costs and takes, which unit is done when, the best split, now or later. */
import { ACCESS, nextVisit, Prices, type AccessGroup, type Edit, type WorkPhase } from '#core/document'
import {
  accessHours,
  laterOf,
  placedByVisit,
  putOff,
  USUAL_PACE,
  type Later,
  type SplitSearch,
  type Why
} from '#core/money'
import type { AfterVisit } from '#core/report'
import { mdiDelete } from '@mdi/js'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

const bench = useBench()
const preferences = usePreferences()
const money = computed(() => bench.report!.money)
const phases = computed(() => bench.option?.phases ?? [])
const prices = computed(() => bench.option!.prices)
const { putPrices } = useRecords()
const DRIFT: readonly FormField<Prices>[] = [
  { at: 'driftPercentAYear', label: 'Prices rise, % a year', none: 0, class: 'few' },
  { at: 'tradeInFallPercentAMonth', label: 'Trade-ins fall, % a month', none: 0, class: 'few' }
]
const putPhase = (phase: WorkPhase, says: string) =>
  bench.option && bench.act([{ type: 'phase.put', option: bench.option.id, phase }], says)
/** A visit without what is cleared. */
const without = (phase: WorkPhase, field: 'from' | 'accessHours' | 'ceilingCents' | 'days'): WorkPhase => {
  const { [field]: _, ...rest } = phase
  return rest
}
const addPhase = () => putPhase(nextVisit(phases.value), 'Add a visit')
const sumOf = (id: string) => money.value.byPhase.find(other => other.phase === id)
/** What is opened again in a visit, as its line says. */
const openLine = (id: string) => money.value.lines.find(line => line.key === `open ${id}`)

/** Each change with the visit that it is done in. */
const placed = computed(() => bench.examined && placedByVisit(bench.examined))
interface Shared {
  id: string
  label: string
  does: 'comes' | 'is moved' | 'goes'
  visit: string
  chosen: string
}
const shared = computed((): Shared[] => {
  const design = bench.examined
  const option = bench.option
  if (!design || !option || !placed.value || design.optionId !== option.id) return []
  const { visits, of } = placed.value
  const visitOf = (key: string) => visits[of.get(key) ?? 0]?.id ?? ''
  return [
    ...design.units
      .filter(unit => unit.state !== 'kept')
      .map((unit): Shared => ({
        id: unit.id,
        label: unit.label,
        does: unit.state === 'new' ? 'comes' : 'is moved',
        visit: visitOf(unit.id),
        chosen: option.units.find(other => other.id === unit.id)?.phase ?? ''
      })),
    ...design.removed.map(({ unit }): Shared => ({
      id: unit.id,
      label: unit.label,
      does: 'goes',
      visit: visitOf(`-${unit.id}`),
      chosen: option.disposals.find(disposal => disposal.unit === unit.id)?.phase ?? ''
    }))
  ]
})
const nameOf = (visit: string) => phases.value.find(phase => phase.id === visit)?.name ?? visit
const sharedColumns = computed((): Column<Shared>[] => [
  { key: 'label', title: 'Unit', value: row => row.label },
  { key: 'does', title: 'It', value: row => row.does },
  { key: 'visit', title: 'Visit', value: row => nameOf(row.visit), width: '260px' }
])
function visitEdit(id: string, does: Shared['does'], visit: string): Edit[] {
  const option = bench.option!
  if (does === 'goes') {
    const { phase: _, ...rest } = option.disposals.find(disposal => disposal.unit === id) ?? {
      unit: id,
      how: 'scrap' as const,
      creditCents: 0
    }
    return [{ type: 'disposal.set', option: option.id, disposal: visit ? { ...rest, phase: visit } : rest }]
  }
  return [{ type: 'unit.visit', option: option.id, unit: id, phase: visit || undefined }]
}
const setVisit = (row: Shared, visit: string) =>
  bench.act(visitEdit(row.id, row.does, visit), `${row.label}: another visit`)
/** What is free to go with what takes its ground, or is done first. */
const choicesOf = (row: Shared) => [
  { value: '', title: row.does === 'goes' ? 'with what takes its ground' : 'first' },
  ...phases.value.map(phase => ({ value: phase.id, title: phase.name }))
]

const search = shallowRef<SplitSearch & { between: AfterVisit[] }>()
const searching = ref(false)
const wrong = ref('')
/** A split is of the plan as it was: it goes when the plan does. */
watch([() => bench.option?.id, () => bench.project], () => {
  search.value = undefined
})
async function findSplit() {
  searching.value = true
  wrong.value = ''
  try {
    const shop = bench.project!.brief.shop ?? USUAL_PACE
    search.value = await useExaminer().split(bench.option!.id, {
      hoursADay: shop.hoursADay,
      people: shop.people,
      orderedWeeksAhead: shop.orderedWeeksAhead,
      ...('lostPercent' in shop && { lostPercent: shop.lostPercent })
    })
  } catch (error) {
    wrong.value = `The visits could not be shared out: ${(error as Error).message}`
  } finally {
    searching.value = false
  }
}
function takeSplit() {
  const best = search.value?.best
  if (!best) return
  const does = new Map(shared.value.map(row => [row.id, row.does]))
  bench.act(
    [
      ...best.of.flatMap(placed => visitEdit(placed.unit, does.get(placed.unit) ?? 'comes', placed.visit)),
      // What is removed goes again with what takes its ground.
      ...bench
        .option!.disposals.filter(disposal => disposal.phase)
        .flatMap(disposal => visitEdit(disposal.unit, 'goes', ''))
    ],
    'Share the job out over the visits'
  )
}
const labelOf = (unit: string) => bench.option?.units.find(other => other.id === unit)?.label ?? unit
function sayWhy(why: Why): string {
  switch (why.kind) {
    case 'open anyway':
      return 'its access is open in that visit'
    case 'with':
      return `it needs ${labelOf(why.unit)}`
    case 'over elsewhere':
      return `${nameOf(why.visit)} would pass its ${why.by === 'money' ? 'ceiling' : 'days'}`
    case 'dearer elsewhere':
      return `${nameOf(why.visit)}: ${preferences.money(why.cents)} more`
    case 'no dearer elsewhere':
      return `${nameOf(why.visit)} would cost no more`
  }
}
/** Units of one visit that are there for the same reasons stand together. */
const reasons = computed(() => {
  const groups = new Map<string, { visit: string; labels: string[]; why: string }>()
  for (const choice of search.value?.best?.of ?? []) {
    const said = choice.why.map(sayWhy).join('; ') || 'nothing speaks against it'
    const why = `${said[0]!.toLocaleUpperCase()}${said.slice(1)}`
    const key = `${choice.visit} ${why}`
    const group = groups.get(key) ?? { visit: nameOf(choice.visit), labels: [], why }
    group.labels.push(choice.label)
    groups.set(key, group)
  }
  return [...groups.values()]
})
/** What speaks against the visits as they are. */
const nowSays = computed(() => {
  const { now, tooEarly } = search.value!
  const over = now.visits.filter(
    ({ cents, days, limit }) => cents > (limit.ceilingCents ?? Infinity) || days > (limit.days ?? Infinity) + 1e-9
  )
  const against = [
    ...over.map(visit => `${visit.name} passes its limit`),
    ...tooEarly.map(unit => `${unit.label} comes before ${unit.needs}, which it needs`)
  ]
  return against.length ? `, but ${against.join(', ')}` : ''
})
const tiedUp = computed(() => phases.value.some(phase => phase.ceilingCents !== undefined || phase.days !== undefined))

/** The aeroplane as it flies between visits. */
const between = shallowRef<AfterVisit[]>([])
const latest = useAsked()
watch(
  () => bench.examined,
  examined =>
    latest(
      async () =>
        examined && examined.optionId === bench.option?.id && examined.phases.length > 1
          ? await useExaminer().betweenVisits(examined.optionId)
          : [],
      found => {
        between.value = found
      },
      error => {
        wrong.value = `What flies between visits could not be worked out: ${error.message}`
      }
    ),
  { immediate: true }
)

const setHours = (group: AccessGroup, hours: number) =>
  putPrices({ ...prices.value, accessHours: { ...prices.value.accessHours, [group]: hours } }, 'hours of access')
/** Months after which the same would be done in a visit of its own. */
const months = ref(12)
const later = computed(() => (bench.examined ? laterOf(bench.examined, months.value) : []))
const off = computed(
  () => bench.examined && bench.report && putOff(bench.examined, bench.report.wiring.wires, months.value)
)
const laterColumns: Column<Later>[] = [
  { key: 'label', title: 'Unit', value: row => row.label },
  { key: 'now', title: 'In this visit', of: 'money', value: row => row.nowCents },
  { key: 'later', title: 'Alone, later', of: 'money', value: row => row.laterCents },
  { key: 'saved', title: 'Now saves', of: 'money', value: row => row.savedCents }
]
type SplitVisit = NonNullable<NonNullable<typeof search.value>['best']>['visits'][number]
const splitColumns = computed((): Column<SplitVisit>[] => [
  {
    key: 'visit',
    title: 'Visit',
    value: visit => visit.name,
    text: visit => `${visit.name}${visit.openedAgain.length ? ` opens ${visit.openedAgain.join(', ')} again` : ''}`
  },
  { key: 'cost', title: 'Cost', of: 'money', value: visit => visit.cents },
  { key: 'ceiling', title: 'May cost', of: 'money', none: 'any', value: visit => visit.limit.ceilingCents },
  { key: 'days', title: 'Working days', digits: 0, value: visit => visit.days },
  {
    key: 'there',
    title: 'There are',
    value: visit => visit.limit.days,
    text: visit => String(visit.limit.days ?? 'any'),
    number: true
  }
])
const visitKey = (visit: SplitVisit) => visit.id
</script>

<template>
  <div class="page">
    <section class="sheet">
      <div class="row">
        <h2 class="grow">Visits</h2>
        <v-btn @click="addPhase">Add a visit</v-btn>
      </div>
      <p v-if="!phases.length" class="small quiet">
        All of it in one visit. Add two to share the job out: what an earlier visit had open is opened again, and that
        labour, the metal and the journey show.
      </p>
      <div v-for="phase in phases" :key="phase.id" class="visit" :data-visit="phase.id">
        <TextField
          class="named"
          label="Visit"
          :model-value="phase.name"
          @update:model-value="name => putPhase({ ...phase, name }, 'Rename a visit')"
        />
        <TextField
          class="few"
          label="From"
          type="date"
          empty
          :model-value="phase.from"
          @update:model-value="
            from => putPhase(from ? { ...phase, from } : without(phase, 'from'), `${phase.name}: another day`)
          "
        />
        <QuantityField
          class="few"
          kind="money"
          label="May cost (0: any)"
          :least="0"
          :model-value="phase.ceilingCents ?? 0"
          @update:model-value="
            v =>
              putPhase(v > 0 ? { ...phase, ceilingCents: v } : without(phase, 'ceilingCents'), `${phase.name}: ceiling`)
          "
        />
        <QuantityField
          class="few"
          kind="plain"
          whole
          label="Working days (0: any)"
          :least="0"
          :most="1000"
          :model-value="phase.days ?? 0"
          @update:model-value="
            v => putPhase(v > 0 ? { ...phase, days: v } : without(phase, 'days'), `${phase.name}: days`)
          "
        />
        <v-checkbox
          label="Hours to open as the shop says"
          :model-value="phase.accessHours !== undefined"
          @update:model-value="
            v => putPhase(v ? { ...phase, accessHours: 8 } : without(phase, 'accessHours'), `${phase.name}: hours`)
          "
        />
        <QuantityField
          v-if="phase.accessHours !== undefined"
          class="few"
          kind="plain"
          label="Open and close, h"
          :least="0"
          :most="2000"
          :model-value="phase.accessHours"
          @update:model-value="v => putPhase({ ...phase, accessHours: v }, `${phase.name}: hours`)"
        />
        <v-btn
          :icon="mdiDelete"
          variant="text"
          :aria-label="`Delete ${phase.name}`"
          @click="bench.act([{ type: 'phase.drop', option: bench.option!.id, phase: phase.id }], 'Delete a visit')"
        />
        <p class="small grow says">
          <b class="figures">{{ preferences.money(sumOf(phase.id)?.cents ?? 0) }}</b>,
          {{ preferences.number(sumOf(phase.id)?.hours ?? 0, 1) }} h<template v-if="openLine(phase.id)"
            >. <SayPhrase :says="openLine(phase.id)!.says" />:
            {{ preferences.money(openLine(phase.id)!.cents) }}</template
          >.
        </p>
      </div>
      <p v-if="phases.length" class="sum">
        Together <b class="figures">{{ preferences.money(money.byPhase.reduce((sum, one) => sum + one.cents, 0)) }}</b>
      </p>
    </section>
    <div v-if="phases.length" class="two">
      <section class="sheet">
        <h2>What is done when</h2>
        <FactTable
          :rows="shared"
          :columns="sharedColumns"
          name="What is done when"
          :key-of="row => `${row.does} ${row.id}`"
        >
          <template #visit="{ row }">
            <ChoiceField
              hide-label
              :label="`Visit of ${row.label}`"
              :items="choicesOf(row)"
              :model-value="row.chosen"
              @update:model-value="visit => setVisit(row, visit)"
            />
          </template>
        </FactTable>
      </section>
      <div class="grid">
        <section class="sheet" data-split>
          <div class="row">
            <h2 class="grow">The best split</h2>
            <v-btn :loading="searching" @click="findSplit">Find the best split</v-btn>
          </div>
          <p v-if="wrong" role="alert">{{ wrong }}</p>
          <p v-if="!search" class="small quiet">
            Assigns units to visits so that each visit stays within its limits, with the lowest cost of opening, metal
            and journeys twice, prices risen and trade-ins fallen.
            <template v-if="!tiedUp">No visit has a limit yet: all of it in the first will be best.</template>
          </p>
          <template v-else-if="search.best">
            <FactTable
              name="best split"
              no-filter
              :rows="search.best.visits"
              :columns="splitColumns"
              :key-of="visitKey"
            >
              <template #visit="{ row: visit }">
                {{ visit.name }}
                <span v-if="visit.openedAgain.length" class="quiet"
                  >opens {{ visit.openedAgain.join(', ') }} again</span
                >
              </template>
            </FactTable>
            <p class="small">
              Together {{ preferences.money(search.best.totalCents) }}:
              {{ preferences.money(search.best.lostCents) }} more than all of it at once ({{
                preferences.money(search.whole.totalCents)
              }}); as it is shared out now it is {{ preferences.money(search.now.totalCents) }}{{ nowSays }}.
              {{
                search.proven
                  ? 'No way to share it out costs less within these limits.'
                  : `The best of ${preferences.number(search.tried, 0)} looked at; there may be a better one.`
              }}
            </p>
            <ul class="reasons">
              <li v-for="reason in reasons" :key="reason.labels.join()">
                <b>{{ reason.visit }}</b>: {{ reason.labels.join(', ') }}. {{ reason.why }}.
              </li>
            </ul>
            <p v-for="leg in search.between.filter(each => each.mustFix.length)" :key="leg.visit" class="small">
              <StateMark state="must fix" :size="14" /> Flown after {{ leg.name }} it would have
              {{ leg.mustFix.length === 1 ? 'one thing' : `${leg.mustFix.length} things` }} that must be fixed:
              <SayPhrase :says="leg.mustFix[0]!.says" /> The search counts money and days, and what a unit needs of
              another; move what is missed, and look at what flies between below.
            </p>
            <v-btn @click="takeSplit">Take this split</v-btn>
          </template>
          <template v-else>
            <p role="alert">
              {{
                search.proven
                  ? 'No way to share it out keeps every limit.'
                  : `None of ${preferences.number(search.tried, 0)} ways looked at keeps every limit; there may be one.`
              }}
              <template v-if="search.tooLarge.length">
                {{
                  search.tooLarge
                    .map(
                      unit =>
                        `${unit.label} alone passes the ${unit.by === 'money' ? 'ceiling' : 'days'} of every visit`
                    )
                    .join('; ')
                }}.
              </template>
              All of it at once costs {{ preferences.money(search.whole.totalCents) }} and takes
              {{ preferences.number(search.whole.visits[0]!.days, 0) }} working days. Raise a limit or add a visit.
            </p>
          </template>
        </section>
        <section v-for="leg in between" :key="leg.visit" class="sheet" :data-between="leg.visit">
          <h2>Flown after {{ leg.name }}</h2>
          <p v-if="!leg.mustFix.length && !leg.unmet.length" class="small">
            <StateMark state="holds" :size="14" /> Nothing that must be fixed waits for a later visit.
          </p>
          <template v-else>
            <p class="small">
              <StateMark state="must fix" :size="14" /> This is the aircraft until the next visit. Move the required
              units into this visit, or do not fly operations that require them.
            </p>
            <ul class="reasons">
              <li v-for="(fix, at) in leg.mustFix" :key="at"><SayPhrase :says="fix.says" /></li>
            </ul>
          </template>
          <p v-if="leg.lost.length" class="small quiet">Works no more, as found it did: {{ leg.lost.join(', ') }}.</p>
        </section>
        <section class="sheet">
          <h2>Hours to open again and close</h2>
          <div class="hours">
            <QuantityField
              v-for="group in ACCESS"
              :key="group"
              kind="plain"
              :label="`${group[0]!.toUpperCase()}${group.slice(1)}, h`"
              :least="0"
              :most="2000"
              :model-value="accessHours(prices, group)"
              @update:model-value="hours => setHours(group, hours)"
            />
          </div>
          <p class="small quiet">
            Paid once a visit for what an earlier one had open; the first opening is in the hours of each entry. A day
            for the face is common practice, the others are assumptions: ask the shop.
          </p>
        </section>
      </div>
    </div>
    <section v-if="later.length" class="sheet">
      <div class="row">
        <h2 class="grow">While it is open: now or later</h2>
        <QuantityField
          class="few"
          kind="plain"
          label="Months later"
          :least="1"
          :most="60"
          :model-value="months"
          @update:model-value="v => (months = Math.round(v))"
        />
        <RecordForm :schema="Prices" :record="prices" :fields="DRIFT" @set="putPrices" />
      </div>
      <p v-if="off" class="small">
        All of it {{ months }} {{ months === 1 ? 'month' : 'months' }} later costs
        <b class="figures">{{ preferences.money(off.togetherCents) }}</b> more, entries as they are today: equipment
        {{ preferences.money(off.equipmentCents) }}, trade-ins and sales {{ preferences.money(off.creditsCents) }}, tax
        and contingency on it {{ preferences.money(off.taxCents) }}. What makers have announced for then is counted in
        Options side by side, where it stands as a column of its own.
      </p>
      <FactTable :rows="later" :columns="laterColumns" name="Now or later" no-filter :key-of="row => row.unit">
        <template #saved="{ row }"
          ><v-btn
            variant="text"
            class="figures"
            :aria-label="`Working: what ${row.label} now saves`"
            @click="
              bench.workingOf = {
                figure: { kind: 'later', of: `${months} ${row.unit}` },
                title: `${row.label}: now or later`
              }
            "
          >
            {{ preferences.money(row.savedCents) }}
          </v-btn></template
        >
      </FactTable>
      <p class="small quiet">
        In a separate visit a unit pays again for access, work on the panel sheet and travel. Access hours are
        assumptions for each area of the aircraft.
      </p>
    </section>
  </div>
</template>

<style scoped>
.page {
  padding: 14px 18px;
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 1fr);
}
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 440px), 1fr));
  gap: 12px;
  align-items: start;
}
.visit {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  padding: 8px 0;
  border-bottom: 1px solid var(--alclad);
}
.named {
  flex: 1 1 170px;
}
.page :deep(.few) {
  flex: 0 0 204px;
}
.says {
  flex-basis: 100%;
}
.sum {
  text-align: right;
  margin: 8px 0 0;
}
.reasons {
  padding-left: 18px;
  font-size: 13px;
}
.hours {
  padding-top: 8px;
  display: grid;
  gap: 8px;
  grid-template-columns: repeat(auto-fit, minmax(130px, 1fr));
}
</style>
