<script setup lang="ts">
import { searchWords, type Item } from '#core/catalogue'
import { missingFrom, type CandidateEffect } from '#core/report'
import Fuse from 'fuse.js'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** The catalogue on this aeroplane: where each entry fits and what it would cost, bring and require. */
const { items, own, effects, old } = defineProps<{
  items: readonly Item[]
  own: ReadonlySet<string>
  effects: ReadonlyMap<string, CandidateEffect>
  /** The effects are of the document before the last act. */
  old: boolean
}>()
const emit = defineEmits<{ edit: [item: Item | 'new']; imports: []; remove: [item: Item]; seen: [items: Item[]] }>()
const bench = useBench()
const preferences = usePreferences()
const route = useRoute()
const { add, fits, signed, kgToRead, massUnit } = useEquipment()
const { text: find, catching } = useFind()
const findField = useTemplateRef('findField')
const kitOpen = ref(false)
const sideOpen = ref(false)

/** Puts the hand into the field. What was typed on the way to it stands there already. */
function startFinding() {
  catching.value = false
  findField.value?.focus()
}
/** From Find to the first thing found, past all filters. */
const list = useTemplateRef<HTMLElement>('list')
const toFirst = () => list.value?.querySelector<HTMLElement>('[data-item] button')?.focus()
onMounted(() => {
  if (route.query.find) startFinding()
})
watch(() => route.query.find, startFinding)
onUnmounted(() => {
  catching.value = false
})

const kind = ref('')
const maker = ref('')
const basis = ref<'' | 'mine'>('')
const fit = ref<'' | 'fits'>('')
const gives = ref<'' | 'lacking'>('')
const kinds = computed(() => [...new Set(items.map(item => item.kind))].sort())
const makers = computed(() => [...new Set(items.map(item => item.maker))].sort())
const wanted = computed(() => {
  const findings = bench.report && !bench.late ? missingFrom(bench.report) : []
  return {
    functions: new Set<string>(findings.flatMap(finding => finding.lacks!.functions)),
    signals: new Set<string>(findings.flatMap(finding => finding.lacks!.signal ?? []))
  }
})
const fuse = computed(
  () =>
    new Fuse(
      items.map(item => ({ item, words: searchWords(item) })),
      { keys: ['item.name', 'item.maker', 'words', 'item.summary'], threshold: 0.3, ignoreLocation: true }
    )
)
const isFree = (item: Item) => {
  const effect = effects.get(item.id)
  return effect !== undefined && !effect.nowhere && (!effect.fit || effect.fit.at !== undefined)
}
const found = computed(() => {
  const words = find.value.trim()
  const list = words ? fuse.value.search(words).map(match => match.item.item) : items
  return list.filter(
    item =>
      (!kind.value || item.kind === kind.value) &&
      (!maker.value || item.maker === maker.value) &&
      (!basis.value || item.approvals.length === 0 || item.approvals.includes(bench.project!.brief.basis)) &&
      (!fit.value || isFree(item)) &&
      (!gives.value ||
        item.provides.some(name => wanted.value.functions.has(name)) ||
        item.ports.some(port => port.flow !== 'in' && port.signals.some(signal => wanted.value.signals.has(signal))))
  )
})
watch(found, now => emit('seen', now))

const chosen = ref<string[]>([])
const compared = computed(() => chosen.value.flatMap(id => items.find(item => item.id === id) ?? []))
const requires = (item: Item): string[] => effects.get(item.id)?.brings.map(preferences.say) ?? []
const moneyOf = (item: Item) => effects.get(item.id)?.change.money

const columns = computed((): Column<Item>[] => [
  { key: 'compare', title: 'Compare', value: () => '', plain: true, width: '34px' },
  { key: 'name', title: 'Item', value: item => item.name, width: '21%' },
  { key: 'maker', title: 'Maker', value: item => item.maker, hidden: true },
  { key: 'kind', title: 'Kind', value: item => item.kind, hidden: true },
  { key: 'fits', title: 'Where it fits', value: item => fits(effects.get(item.id)).text, width: '17%' },
  {
    key: 'cost',
    title: 'Installed cost',
    of: 'money',
    value: item => moneyOf(item),
    number: true
  },
  { key: 'price', title: 'Price', of: 'money', hidden: true, value: item => item.priceCents },
  {
    key: 'yearly',
    title: 'Every year',
    of: 'money',
    value: item => item.yearly?.cents,
    text: item => (item.yearly ? `${preferences.money(item.yearly.cents)}, ${item.yearly.for}` : ''),
    number: true,
    hidden: true
  },
  {
    key: 'announced',
    title: 'Announced',
    value: item => item.announced?.map(notice => `${preferences.day(notice.by)}: ${notice.says}`).join('; '),
    hidden: true
  },
  { key: 'amps', title: 'Amps', value: item => effects.get(item.id)?.change.amps, number: true },
  {
    key: 'weight',
    title: `Weight, ${massUnit.value}`,
    value: item => Number(kgToRead(item.massKg).toFixed(2)),
    text: item => preferences.number(kgToRead(item.massKg), 1),
    number: true
  },
  { key: 'gives', title: 'Provides', value: item => item.provides.join(', ') },
  { key: 'requires', title: 'Also requires', value: item => requires(item).join(' ') },
  { key: 'approvals', title: 'Approved for', value: item => item.approvals.join(', '), hidden: true },
  { key: 'acts', title: 'Add', value: () => '', plain: true, width: '116px' }
])
// Named here: functions written in the template are new ones each time it is drawn, and the table with them.
const idOf = (item: Item) => item.id
const marksOf = (item: Item) => ({ 'data-item': item.id })
const some = (words: readonly string[], most: number) =>
  words.length > most ? `${words.slice(0, most).join(', ')} and ${words.length - most} more` : words.join(', ')
</script>

<template>
  <div ref="list" class="choose" :class="{ old }" :aria-busy="old || items.some(item => !effects.has(item.id))">
    <EquipmentMissing :items="items" :effects="effects" />
    <div class="row sieve" role="search">
      <v-text-field
        ref="findField"
        v-model="find"
        class="find"
        type="search"
        aria-label="Find in the catalogue"
        placeholder="Find ( / )"
        @keydown.down.prevent="toFirst"
        @keydown.enter.prevent="toFirst"
      />
      <InTurn>
        <ChoiceField v-model="kind" label="Kind" search class="pick" :items="[{ value: '', title: 'any' }, ...kinds]" />
        <ChoiceField v-model="maker" label="Maker" class="pick" :items="[{ value: '', title: 'any' }, ...makers]" />
        <ChoiceField
          v-model="basis"
          label="Basis"
          class="pick"
          :items="[
            { value: '', title: 'any' },
            { value: 'mine', title: bench.project!.brief.basis }
          ]"
        />
        <ChoiceField
          v-model="fit"
          label="Fits"
          class="pick narrow"
          :items="[
            { value: '', title: 'or not' },
            { value: 'fits', title: 'as it is' }
          ]"
        />
        <ChoiceField
          v-model="gives"
          label="Provides"
          class="pick"
          :items="[
            { value: '', title: 'anything' },
            { value: 'lacking', title: 'what is lacking' }
          ]"
        />
      </InTurn>
      <v-btn @click="sideOpen = true">Pilot side…</v-btn>
      <v-btn color="primary" variant="flat" @click="kitOpen = true">Starter kit…</v-btn>
      <v-menu>
        <template #activator="{ props }"><v-btn v-bind="props">Catalogue…</v-btn></template>
        <v-list density="compact">
          <v-list-item @click="emit('edit', 'new')">Own item…</v-list-item>
          <v-list-item @click="emit('imports')">Import items…</v-list-item>
          <v-list-item href="/api/catalogue/export?kind=csv" download>Export as CSV</v-list-item>
          <v-list-item href="/api/catalogue/export?kind=json" download>Export as JSON</v-list-item>
        </v-list>
      </v-menu>
    </div>
    <div v-if="compared.length > 1" class="side">
      <table class="list">
        <thead>
          <tr>
            <th>Side by side</th>
            <th v-for="item in compared" :key="item.id">
              {{ item.name }}
              <v-btn
                variant="text"
                :aria-label="`Stop comparing ${item.name}`"
                @click="chosen = chosen.filter(id => id !== item.id)"
                >×</v-btn
              >
            </th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <td>Where it fits</td>
            <td v-for="item in compared" :key="item.id">{{ fits(effects.get(item.id)).text }}</td>
          </tr>
          <tr>
            <td>Installed cost</td>
            <td v-for="item in compared" :key="item.id" class="figures">
              {{ moneyOf(item) === undefined ? '—' : preferences.money(moneyOf(item)!) }}
            </td>
          </tr>
          <tr>
            <td>Amps · on battery · weight</td>
            <td v-for="item in compared" :key="item.id" class="figures">
              <template v-if="effects.get(item.id)"
                >{{ signed(effects.get(item.id)!.change.amps, 2) }} A ·
                {{ signed(effects.get(item.id)!.change.minutes, 0) }} min ·</template
              >
              {{ preferences.mass(item.massKg) }}
            </td>
          </tr>
          <tr>
            <td>Provides (new)</td>
            <td v-for="item in compared" :key="item.id">
              {{ effects.get(item.id)?.functionsGained.join(', ') || '—' }}
            </td>
          </tr>
          <tr>
            <td>Also requires</td>
            <td v-for="item in compared" :key="item.id">{{ requires(item).join(' ') || '—' }}</td>
          </tr>
          <tr>
            <td />
            <td v-for="item in compared" :key="item.id">
              <v-btn color="primary" variant="flat" @click="add(item)">Add {{ item.name }}</v-btn>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <InTurn>
      <FactTable
        class="catalogue"
        :rows="found"
        :columns="columns"
        name="catalogue"
        no-filter
        :key-of="idOf"
        :marks="marksOf"
        empty="Nothing of that name. Clear the filters, or make your own item."
      >
        <template #tools>
          <span class="small quiet"
            >{{ found.length }} of {{ items.length }}. Invented figures: before you buy, enter the maker’s own with
            Edit.</span
          >
        </template>
        <template #compare="{ row }">
          <label class="tick"
            ><input
              v-model="chosen"
              type="checkbox"
              :value="row.id"
              :aria-label="`Compare ${row.name}`"
              :disabled="chosen.length >= 4 && !chosen.includes(row.id)"
          /></label>
        </template>
        <template #name="{ row }">
          <span class="clamp named" :title="`${row.name}, ${row.maker} · ${row.kind}`"
            ><b>{{ row.name }}</b> <span class="quiet small">{{ row.maker }} · {{ row.kind }}</span></span
          >
          <span class="quiet small clamp summary" :title="row.summary">{{ row.summary }}</span>
        </template>
        <template #fits="{ row }">
          <span class="clamp two" :title="fits(effects.get(row.id)).text">
            <StateMark v-if="fits(effects.get(row.id)).state" :state="fits(effects.get(row.id)).state" :size="13" />
            {{ fits(effects.get(row.id)).text }}
          </span>
        </template>
        <template #cost="{ row }">
          <b>{{ moneyOf(row) === undefined ? '…' : preferences.money(moneyOf(row)!) }}</b><br /><span
            class="quiet small"
            >{{ preferences.money(row.priceCents) }}</span
          >
        </template>
        <template #price="{ row }">{{ preferences.money(row.priceCents) }}</template>
        <template #amps="{ row }">{{
          effects.has(row.id) ? signed(effects.get(row.id)!.change.amps, 2) : '…'
        }}</template>
        <template #gives="{ row }">
          <span class="clamp two small" :title="row.provides.join(', ')">{{ some(row.provides, 4) || '—' }}</span>
        </template>
        <template #requires="{ row }">
          <span class="clamp two small" :title="requires(row).join('\n')"
            ><template v-if="requires(row).length"
              ><StateMark state="decide" :size="12" /> {{ requires(row)[0]
              }}<template v-if="requires(row).length > 1"> And {{ requires(row).length - 1 }} more.</template></template
            ><template v-else>{{ effects.has(row.id) ? 'nothing' : '…' }}</template></span
          >
        </template>
        <template #acts="{ row }">
          <div class="acts">
            <v-btn color="primary" variant="flat" :aria-label="`Add ${row.name}`" @click="add(row)">Add</v-btn
            ><v-btn :aria-label="`Edit ${row.name}`" @click="emit('edit', row)">Edit</v-btn
            ><v-btn v-if="own.has(row.id)" :aria-label="`Delete ${row.name}`" @click="emit('remove', row)"
              >Delete</v-btn
            >
          </div>
        </template>
      </FactTable>
    </InTurn>
    <EquipmentPilotSide v-if="sideOpen" v-model="sideOpen" @taken="kitOpen = true" />
    <EquipmentKitDialog v-if="kitOpen" v-model="kitOpen" />
  </div>
</template>

<style scoped>
.choose {
  display: flex;
  flex-direction: column;
  height: 100%;
  min-height: 0;
}
.sieve {
  padding: 8px 14px 2px;
  flex: none;
}
.find {
  flex: 1 1 120px;
  max-width: 300px;
}
.pick {
  flex: 0 1 112px;
}
.narrow {
  flex-basis: 92px;
}
.side {
  max-height: 44%;
  overflow: auto;
  padding: 4px 14px;
  border-bottom: 2px solid var(--dye);
  background: var(--paper);
  flex: none;
}
.catalogue {
  flex: 1;
  padding: 0 14px;
}
.old .catalogue :deep(tbody .figures),
.old .catalogue :deep(tbody .clamp:not(.named)) {
  opacity: 0.55;
  transition: opacity 0.1s 0.25s;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 3px;
  /* Both stand side by side however narrow the table is. */
  min-width: 97px;
}
.clamp {
  display: -webkit-box;
  -webkit-line-clamp: 1;
  -webkit-box-orient: vertical;
  overflow: hidden;
}
.clamp.two {
  -webkit-line-clamp: 2;
}
/* Where there is little room the name has both lines: three entries may begin with one word. */
@media (max-width: 900px) {
  .clamp.named {
    -webkit-line-clamp: 2;
  }
  .summary {
    display: none;
  }
}
</style>
