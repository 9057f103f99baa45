<script setup lang="ts">
import type { Link } from '#core/document'
import { carried, linkWireText, proposeLinks, type Wire } from '#core/wiring'
import type { DesignUnit } from '#core/design'
import { useBench } from '~/stores/bench'
import { useTaste } from '~/stores/taste'

const bench = useBench()
const taste = useTaste()
const design = computed(() => bench.design)
const byId = computed(() => new Map(design.value?.units.map(unit => [unit.id, unit])))
const wires = computed(() => bench.report?.wiring.wires ?? [])
const wireColumns = computed((): Column<Wire>[] => [
  { key: 'id', title: 'Wire', value: wire => wire.id },
  { key: 'kind', title: 'Kind', value: wire => wire.kind },
  { key: 'from', title: 'From', value: wire => taste.say(wire.from) },
  { key: 'to', title: 'To', value: wire => taste.say(wire.to) },
  { key: 'text', title: 'Make', value: wire => wire.text },
  {
    key: 'length',
    title: taste.system === 'inch' ? 'Length to cut, ft' : 'Length to cut, m',
    value: wire => Number((taste.system === 'inch' ? wire.lengthMm / 304.8 : wire.lengthMm / 1000).toFixed(2)),
    text: wire => taste.run(wire.lengthMm),
    number: true
  },
  {
    key: 'weight',
    title: taste.system === 'inch' ? 'Weight, lb' : 'Weight, kg',
    value: wire => Number((taste.system === 'inch' ? wire.massKg / 0.45359237 : wire.massKg).toFixed(3)),
    text: wire => taste.mass(wire.massKg),
    number: true
  }
])
const nameOf = (id: string) => byId.value.get(id)?.label ?? id
const linkColumns: Column<Link>[] = [
  { key: 'from', title: 'From', value: one => nameOf(one.from.unit) },
  { key: 'out', title: 'Port', value: one => portText(byId.value.get(one.from.unit), one.from.port) },
  { key: 'to', title: 'To', value: one => nameOf(one.to.unit) },
  { key: 'in', title: 'Port', value: one => portText(byId.value.get(one.to.unit), one.to.port) },
  { key: 'signal', title: 'Signal', value: one => says(one).join(', ') },
  { key: 'acts', title: 'Delete', value: () => '', plain: true, width: '80px' }
]
const proposed = computed(() => (design.value ? proposeLinks(design.value) : []))
const from = reactive({ unit: '', port: '' })
const to = reactive({ unit: '', port: '' })

const talkers = computed(() => design.value?.units.filter(unit => unit.item.ports.length) ?? [])
const ports = (id: string, side: 'in' | 'out') =>
  byId.value.get(id)?.item.ports.filter(port => port.flow === 'both' || port.flow === side) ?? []
const portText = (unit: DesignUnit | undefined, id: string) => {
  const port = unit?.item.ports.find(one => one.id === id)
  return port ? `${port.id}, ${port.kind}` : id
}
const says = (link: { from: { unit: string; port: string }; to: { unit: string; port: string } }) => {
  const a = byId.value.get(link.from.unit)?.item.ports.find(one => one.id === link.from.port)
  const b = byId.value.get(link.to.unit)?.item.ports.find(one => one.id === link.to.port)
  return a && b ? carried(a, b) : []
}
const would = computed(() => (from.port && to.port ? says({ from, to }) : []))
function freshId() {
  let number = (bench.option?.links.length ?? 0) + 1
  while (bench.option?.links.some(link => link.id === `l${number}`)) number++
  return `l${number}`
}
function link() {
  if (!bench.option || !from.port || !to.port) return
  if (
    bench.act(
      [{ type: 'link.put', option: bench.option.id, link: { id: freshId(), from: { ...from }, to: { ...to } } }],
      `Link ${byId.value.get(from.unit)?.label} to ${byId.value.get(to.unit)?.label}`
    )
  ) {
    from.port = ''
    to.port = ''
  }
}
function takeProposal() {
  if (
    bench.option &&
    bench.act(
      proposed.value.map(one => ({ type: 'link.put' as const, option: bench.option!.id, link: one })),
      `Take ${proposed.value.length} proposed connections`
    )
  )
    bench.said = 'The proposed connections are in. Undo takes them all back.'
}
function setRoute(index: number, lengthMm: number) {
  const airframe = bench.project!.airframe
  if (lengthMm > 0)
    bench.act(
      [
        {
          type: 'airframe.set',
          airframe: { ...airframe, routes: airframe.routes.map((one, i) => (i === index ? { ...one, lengthMm } : one)) }
        }
      ],
      'Change a route'
    )
}
const legFrom = ref('')
const legTo = ref('')
function addRoute() {
  const airframe = bench.project!.airframe
  if (legFrom.value && legTo.value && legFrom.value !== legTo.value)
    bench.act(
      [
        {
          type: 'airframe.set',
          airframe: {
            ...airframe,
            routes: [...airframe.routes, { from: legFrom.value, to: legTo.value, lengthMm: 1000 }]
          }
        }
      ],
      'Add a route'
    )
}
const placeName = (id: string) => bench.project!.airframe.places.find(place => place.id === id)?.name ?? id
/** The airframe seen from the side, nose left: places by their arm, high ones above. */
const HIGH: Record<string, number> = {
  'roof': 22,
  'fuselage top': 22,
  'panel': 62,
  'behind panel': 84,
  'cabin': 92,
  'baggage': 78,
  'tail': 74,
  'engine bay': 80,
  'wing': 118,
  'wing tip': 140,
  'belly': 112
}
/** Labels of these go to the left, where the next place does not cover them. */
const LEFT = new Set(['behind panel', 'wing', 'wing tip'])
const plan = computed(() => {
  const places = bench.project!.airframe.places
  const arms = places.map(place => place.armMm)
  const [low, high] = [Math.min(...arms), Math.max(...arms)]
  const count = new Map<string, number>()
  for (const unit of design.value?.units ?? []) count.set(unit.place.id, (count.get(unit.place.id) ?? 0) + 1)
  return places.map(place => ({
    ...place,
    x: 60 + ((place.armMm - low) / Math.max(high - low, 1)) * 640,
    y: HIGH[place.kind] ?? 80,
    units: count.get(place.id) ?? 0
  }))
})
const dot = (id: string) => plan.value.find(place => place.id === id)!
</script>

<template>
  <div v-if="design" class="page">
    <h1>Wiring</h1>
    <section class="sheet">
      <div class="row">
        <h2 class="grow">Data connections</h2>
        <v-btn color="primary" variant="flat" :disabled="proposed.length === 0" @click="takeProposal">
          {{ proposed.length ? `Take ${proposed.length} proposed connections` : 'Nothing to propose' }}
        </v-btn>
      </div>
      <p v-if="proposed.length" class="small quiet">
        Proposed:
        {{
          proposed
            .map(one => `${byId.get(one.from.unit)?.label} → ${byId.get(one.to.unit)?.label} (${says(one).join(', ')})`)
            .join('; ')
        }}
      </p>
      <p v-if="bench.option!.links.length === 0" class="quiet">
        No data connections yet. Take the proposed ones, or join two ports below.
      </p>
      <FactTable
        v-else
        name="data connections"
        :rows="bench.option!.links"
        :columns="linkColumns"
        :key-of="(one: Link) => one.id"
        :marks="(one: Link) => ({ 'data-link': one.id })"
      >
        <template #signal="{ row }">
          <template v-if="says(row).length">{{ says(row).join(', ') }}</template><template v-else
            ><StateMark state="must fix" :size="13" /> nothing</template
          >
        </template>
        <template #acts="{ row }">
          <v-btn
            :aria-label="`Delete the connection from ${nameOf(row.from.unit)} to ${nameOf(row.to.unit)}`"
            @click="bench.act([{ type: 'link.drop', option: bench.option!.id, link: row.id }], 'Delete a connection')"
          >
            Delete
          </v-btn>
        </template>
      </FactTable>
      <form class="join" @submit.prevent="link">
        <ChoiceField
          v-model="from.unit"
          label="From"
          :items="talkers.map(unit => ({ value: unit.id, title: unit.label }))"
          @update:model-value="from.port = ''"
        />
        <ChoiceField
          v-model="from.port"
          label="port"
          :items="
            ports(from.unit, 'out').map(port => ({
              value: port.id,
              title: `${port.id} · ${port.kind} · ${port.signals.join(', ')}`
            }))
          "
        />
        <ChoiceField
          v-model="to.unit"
          label="To"
          :items="talkers.map(unit => ({ value: unit.id, title: unit.label }))"
          @update:model-value="to.port = ''"
        />
        <ChoiceField
          v-model="to.port"
          label="port"
          :items="
            ports(to.unit, 'in').map(port => ({
              value: port.id,
              title: `${port.id} · ${port.kind} · ${port.signals.join(', ')}`
            }))
          "
        />
        <v-btn color="primary" variant="flat" type="submit" :disabled="!from.port || !to.port || from.unit === to.unit">
          Link
        </v-btn>
        <span class="small quiet">{{
          from.port && to.port ? (would.length ? `says ${would.join(', ')}` : 'these two have no signal in common') : ''
        }}</span>
      </form>
    </section>
    <section class="sheet">
      <h2>Routes through the airframe</h2>
      <svg
        viewBox="0 0 760 160"
        class="plan"
        role="img"
        aria-label="Places of the airframe from the side, nose left, with the runs between them; the table below has the lengths"
      >
        <path
          d="M20 84C60 56 160 52 230 40C300 10 400 12 470 40C560 60 680 60 735 62L735 84C600 110 300 116 120 110C60 106 30 100 20 84Z"
          class="hull"
        />
        <line
          v-for="(leg, index) in bench.project!.airframe.routes"
          :key="index"
          :x1="dot(leg.from).x"
          :y1="dot(leg.from).y"
          :x2="dot(leg.to).x"
          :y2="dot(leg.to).y"
          class="leg"
        />
        <g v-for="place in plan" :key="place.id">
          <circle :cx="place.x" :cy="place.y" r="4.5" class="dot" />
          <text
            :x="place.x + (LEFT.has(place.kind) ? -8 : 7)"
            :y="place.y + (LEFT.has(place.kind) ? 10 : -5)"
            :text-anchor="LEFT.has(place.kind) ? 'end' : 'start'"
          >
            {{ place.name }}
            <tspan class="count">{{ place.units || '' }}</tspan>
          </text>
        </g>
      </svg>
      <div class="legs">
        <span v-for="(leg, index) in bench.project!.airframe.routes" :key="index" class="leg-row"
          ><span class="grow small">{{ placeName(leg.from) }} – {{ placeName(leg.to) }}</span
          ><QuantityField
            hide-label
            kind="length"
            :label="`Run from ${placeName(leg.from)} to ${placeName(leg.to)}`"
            :model-value="leg.lengthMm"
            @update:model-value="v => setRoute(index, v)"
        /></span>
        <span class="leg-row"
          ><ChoiceField
            v-model="legFrom"
            label="Route from"
            hide-label
            :items="bench.project!.airframe.places.map(place => ({ value: place.id, title: place.name }))"
          /><ChoiceField
            v-model="legTo"
            label="Route to"
            hide-label
            :items="bench.project!.airframe.places.map(place => ({ value: place.id, title: place.name }))"
          /><v-btn @click="addRoute">Add a route</v-btn></span
        >
      </div>
      <p class="quiet small">
        A wire’s length is the shortest way along these routes, with
        {{ taste.length(bench.project!.airframe.serviceLoopMm) }} of loop at the panel and
        {{ taste.number(bench.project!.airframe.wasteFraction * 100, 0) }} % for waste.
      </p>
    </section>
    <WiringPlaces />
    <section class="sheet">
      <h2>
        Wire list <span class="figures quiet">{{ wires.length }}</span>
      </h2>
      <FactTable
        class="wires"
        name="wire list"
        :rows="wires"
        :columns="wireColumns"
        :key-of="(wire: Wire) => wire.id"
      />
      <p class="quiet small">
        Coax here means double-shielded, for instance {{ linkWireText('coax') }}. Antenna spacing and losses are not
        examined yet: the maker’s manual rules.
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
.join {
  display: grid;
  grid-template-columns: 1fr 1.3fr 1fr 1.3fr auto auto;
  gap: 8px;
  align-items: end;
  margin-top: 10px;
}
.plan {
  width: 100%;
  max-height: 210px;
}
.hull {
  fill: var(--alclad);
  stroke: var(--sheet-edge);
}
.leg {
  stroke: var(--dye);
  stroke-width: 1.6;
}
.dot {
  fill: var(--dye);
}
.plan text {
  font:
    10px 'B612',
    sans-serif;
  fill: var(--graphite);
}
.plan .count {
  font-family: 'B612 Mono', monospace;
  fill: var(--quiet);
}
.legs {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 4px 18px;
}
.leg-row {
  display: flex;
  gap: 6px;
  align-items: center;
}
.leg-row > :nth-child(2) {
  width: 92px;
  flex: none;
}
.wires {
  background: transparent;
  font-size: 12.5px;
}
</style>
