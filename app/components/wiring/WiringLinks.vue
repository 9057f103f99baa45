<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { freeLinkId, type Link } from '#core/document'
import type { DesignUnit } from '#core/design'
import { connectionsOf, DASHES, layConnections, writeConnectionsSvg, type PlacedConnections } from '#core/formats'
import { blockedWishes, blockedWords, carried, joinsOf, proposeLinks, type WiringReport } from '#core/wiring'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** Who talks to whom: links taken as proposed or made by hand, wishes that none can meet and why, and all of it as a diagram. */
const { wiring } = defineProps<{ wiring: WiringReport }>()
const bench = useBench()
const preferences = usePreferences()
const { items, ready } = useCatalogue()
const design = computed(() => bench.design!)
const byId = computed(() => new Map(design.value.units.map(unit => [unit.id, unit])))
const nameOf = (id: string) => byId.value.get(id)?.label ?? id
const portText = (unit: DesignUnit | undefined, id: string) => {
  const port = unit?.item.ports.find(port => port.id === id)
  return port ? `${port.id}, ${port.kind}` : id
}
type Ends = Pick<Link, 'from' | 'to'>
const says = (link: Ends) => {
  const a = byId.value.get(link.from.unit)?.item.ports.find(port => port.id === link.from.port)
  const b = byId.value.get(link.to.unit)?.item.ports.find(port => port.id === link.to.port)
  return a && b ? carried(a, b) : []
}
const columns: Column<Link>[] = [
  { key: 'from', title: 'From', value: row => nameOf(row.from.unit) },
  { key: 'out', title: 'Port', value: row => portText(byId.value.get(row.from.unit), row.from.port) },
  { key: 'to', title: 'To', value: row => nameOf(row.to.unit) },
  { key: 'in', title: 'Port', value: row => portText(byId.value.get(row.to.unit), row.to.port) },
  { key: 'signal', title: 'Signal', value: row => says(row).join(', ') },
  { key: 'acts', title: 'Delete', value: () => '', plain: true, width: '80px' }
]
const proposed = computed(() => proposeLinks(design.value))
onMounted(() => ready().catch((error: unknown) => (bench.said = sayError(error))))
const blocked = computed(() =>
  blockedWishes(design.value, items.value).filter(wish => wish.need.required || wish.why !== 'nobody')
)
const itemName = (id: string) => items.value.find(item => item.id === id)?.name ?? id

const from = reactive({ unit: '', port: '' })
const to = reactive({ unit: '', port: '' })
const talkers = computed(() => design.value.units.filter(unit => unit.item.ports.length))
const portsOf = (id: string, side: 'in' | 'out') =>
  (byId.value.get(id)?.item.ports ?? [])
    .filter(port => port.flow === 'both' || port.flow === side)
    .map(port => ({ value: port.id, title: `${port.id} · ${port.kind} · ${port.signals.join(', ')}` }))
const would = computed(() => (from.port && to.port ? says({ from, to }) : []))
function link() {
  const { option } = bench
  if (!option || !from.port || !to.port) return
  const made: Link = { id: freeLinkId(option.links, option.wires), from: { ...from }, to: { ...to } }
  if (
    bench.act([{ type: 'link.put', option: option.id, link: made }], `Link ${nameOf(from.unit)} to ${nameOf(to.unit)}`)
  ) {
    from.port = ''
    to.port = ''
  }
}
function takeProposal() {
  const { option } = bench
  if (
    option &&
    bench.act(
      proposed.value.map(link => ({ type: 'link.put' as const, option: option.id, link: link })),
      `Take ${proposed.value.length} proposed connections`
    )
  )
    bench.said = 'The proposed connections are in. Undo takes them all back.'
}

/** A line drawn by hand from one unit of the diagram to another, on the screen. */
const drawn = shallowRef<{ from: string; x0: number; y0: number; x: number; y: number }>()
const drawing = useTemplateRef<SVGSVGElement>('drawing')
const inDrawing = (event: PointerEvent) => {
  const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(drawing.value!.getScreenCTM()!.inverse())
  return { x, y }
}
function begin(id: string, event: PointerEvent) {
  if (event.button !== 0) return
  bench.selected = [id]
  const { x, y } = inDrawing(event)
  drawn.value = { from: id, x0: x, y0: y, x, y }
}
useEventListener('pointermove', (event: PointerEvent) => {
  if (drawn.value) drawn.value = { ...drawn.value, ...inDrawing(event) }
})
useEventListener('pointerup', (event: PointerEvent) => {
  const line = drawn.value
  drawn.value = undefined
  if (!line || !placed.value) return
  const { x, y } = inDrawing(event)
  const node = placed.value.nodes.find(
    node => x >= node.x && x <= node.x + node.width && y >= node.y && y <= node.y + node.height
  )
  if (node && node.id !== line.from) joinUnits(line.from, node.id)
})
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key === 'Escape') drawn.value = undefined
})
/** Links two units over the free ports by which most is said, either way. */
function joinUnits(a: string, b: string) {
  const { option } = bench
  const [best] = joinsOf(design.value, a, b)
  if (!option) return
  if (!best) {
    bench.said = `${nameOf(a)} and ${nameOf(b)} have no two free ports that understand each other. Nothing was changed.`
    return
  }
  if (bench.act([{ type: 'link.put', option: option.id, link: best.link }], `Link ${nameOf(a)} to ${nameOf(b)}`))
    bench.said =
      `${nameOf(best.link.from.unit)} ${best.link.from.port} is linked to ` +
      `${nameOf(best.link.to.unit)} ${best.link.to.port}: ${best.says.join(', ') || 'coax'}.`
}

const placed = shallowRef<PlacedConnections>()
const latest = useAsked()
watch(
  // The wires are of the design that was examined, a moment behind the document.
  () => [bench.examined!, wiring.wires] as const,
  ([now, wires]) =>
    latest(
      async () => layConnections(connectionsOf(now, wires), await useElk()),
      laid => {
        placed.value = laid
      }
    ),
  { immediate: true }
)
const kinds = computed(() => [...new Set(placed.value?.edges.map(edge => edge.kind))])
const giveSvg = () =>
  giveFile(
    fileName(`${bench.project!.brief.registration || bench.project!.title} connections`, 'svg'),
    writeConnectionsSvg(placed.value!, `${design.value.title}, ${design.value.optionName}: data connections`),
    'image/svg+xml'
  )
const keyOf = (link: Link) => link.id
const marksOf = (link: Link) => ({ 'data-link': link.id })
</script>

<template>
  <div class="links">
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
            .map(link => `${nameOf(link.from.unit)} → ${nameOf(link.to.unit)} (${says(link).join(', ') || 'coax'})`)
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
        :columns="columns"
        :key-of="keyOf"
        :marks="marksOf"
      >
        <template #signal="{ row }">
          <template v-if="says(row).length">{{ says(row).join(', ') }}</template
          ><template v-else-if="portText(byId.get(row.from.unit), row.from.port).endsWith('coax')">coax</template
          ><template v-else><StateMark state="must fix" :size="13" /> nothing</template>
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
        <ChoiceField v-model="from.port" label="port" :items="portsOf(from.unit, 'out')" />
        <ChoiceField
          v-model="to.unit"
          label="To"
          :items="talkers.map(unit => ({ value: unit.id, title: unit.label }))"
          @update:model-value="to.port = ''"
        />
        <ChoiceField v-model="to.port" label="port" :items="portsOf(to.unit, 'in')" />
        <v-btn color="primary" variant="flat" type="submit" :disabled="!from.port || !to.port || from.unit === to.unit">
          Link
        </v-btn>
        <span class="small quiet">{{
          from.port && to.port ? (would.length ? `says ${would.join(', ')}` : 'these two have no signal in common') : ''
        }}</span>
      </form>
    </section>
    <section v-if="blocked.length" class="sheet" data-blocked>
      <h2>Wishes that no connection can meet <span class="figures quiet">{{ blocked.length }}</span></h2>
      <ul class="blocked">
        <li v-for="wish in blocked" :key="`${wish.unit} ${wish.need.what} ${wish.need.name}`">
          <StateMark :state="wish.need.required ? 'must fix' : 'note'" :size="14" />
          <span>
            <b>{{ nameOf(wish.unit) }}</b> wants {{ wish.need.name
            }}{{ wish.need.for ? ` (${wish.need.for.join(', ')})` : '' }}.
            <template v-if="wish.why === 'nobody'">No unit provides it.</template>
            <SayPhrase v-else :says="blockedWords(design, wish)!" />
            <template v-if="wish.adapters.length">
              Adapters that would: {{ wish.adapters.map(itemName).join(', ') }}.</template
            >
          </span>
        </li>
      </ul>
    </section>
    <section class="sheet">
      <div class="row">
        <h2 class="grow">As a diagram</h2>
        <span v-for="kind in kinds" :key="kind" class="small key"
          ><svg width="34" height="8" aria-hidden="true">
            <line x1="0" y1="4" x2="34" y2="4" class="wire" :stroke-dasharray="DASHES[kind]" /></svg
          >{{ kind }}</span
        >
        <v-btn :disabled="!placed?.nodes.length" @click="giveSvg">SVG</v-btn>
      </div>
      <div v-if="placed?.nodes.length" class="scroll" role="region" aria-label="Diagram of connections" tabindex="0">
        <svg
          ref="drawing"
          :viewBox="`-4 -4 ${placed.width + 8} ${placed.height + 8}`"
          :style="{ width: `${placed.width + 8}px`, maxWidth: placed.width > 1500 ? 'none' : '100%' }"
          role="img"
          :aria-label="`${placed.nodes.length} units and ${placed.edges.length} cables; the table above has them in words`"
        >
          <polyline
            v-for="edge in placed.edges"
            :key="edge.id"
            :points="edge.points.map(({ x, y }) => `${x},${y}`).join(' ')"
            class="wire"
            :class="{ here: [edge.from, edge.to].some(id => bench.selected.includes(id)) }"
            :stroke-dasharray="DASHES[edge.kind]"
          />
          <g
            v-for="node in placed.nodes"
            :key="node.id"
            :transform="`translate(${node.x}, ${node.y})`"
            class="node"
            :class="{ here: bench.selected.includes(node.id) }"
            @pointerdown.prevent="begin(node.id, $event)"
          >
            <rect :width="node.width" :height="node.height" rx="2" />
            <text x="8" y="17">{{ node.says }}</text>
          </g>
          <line v-if="drawn" :x1="drawn.x0" :y1="drawn.y0" :x2="drawn.x" :y2="drawn.y" class="wire here by-hand" />
        </svg>
      </div>
      <p v-else class="quiet">Nothing is linked yet.</p>
      <p class="small quiet">
        A CAN bus is led from box to box in the order that takes least cable, with
        {{ preferences.number(120, 0) }} Ω at both ends. Press a unit to see its cables; draw from one to another to
        link them over the free ports by which most is said.
      </p>
    </section>
  </div>
</template>

<style scoped>
.links {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
}
.join {
  display: grid;
  grid-template-columns: 1fr 1.3fr 1fr 1.3fr auto auto;
  gap: 8px;
  align-items: end;
  margin-top: 10px;
}
.blocked {
  list-style: none;
  display: grid;
  gap: 5px;
}
.blocked li {
  display: grid;
  grid-template-columns: 18px 1fr;
  gap: 4px;
}
.scroll {
  overflow: auto;
  max-height: 62vh;
}
.key {
  display: inline-flex;
  gap: 5px;
  align-items: center;
}
.wire {
  fill: none;
  stroke: var(--graphite);
  stroke-width: 1.2;
}
.wire.here {
  stroke: var(--dye);
  stroke-width: 2.2;
}
.by-hand {
  stroke-dasharray: 4 3;
  pointer-events: none;
}
.node {
  cursor: pointer;
}
.node rect {
  fill: var(--paper);
  stroke: var(--graphite);
}
.node.here rect {
  stroke: var(--dye);
  stroke-width: 2.2;
}
.node text {
  font:
    11px 'Public Sans',
    sans-serif;
  fill: var(--graphite);
}
@media (max-width: 900px) {
  .join {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
