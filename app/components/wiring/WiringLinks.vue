<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { freeLinkId, type Link, type LinkEnd } from '#core/document'
import type { DesignUnit } from '#core/design'
import { connectionsOf, DASHES, layConnections, writeConnectionsSvg, type PlacedConnections } from '#core/formats'
import {
  blockedWishes,
  blockedWords,
  carried,
  joinPorts,
  numberText,
  proposeLinks,
  type WiringReport
} from '#core/wiring'
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
      `Add ${proposed.value.length} proposed connections`
    )
  )
    bench.said = 'Proposed connections added. Undo removes them.'
}

/** A line drawn by hand from one port of the diagram to another, on the screen. */
const drawn = shallowRef<{ from: LinkEnd; x0: number; y0: number; x: number; y: number }>()
const drawing = useTemplateRef<SVGSVGElement>('drawing')
const inDrawing = (event: PointerEvent) => {
  const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(drawing.value!.getScreenCTM()!.inverse())
  return { x, y }
}
function begin(end: LinkEnd, event: PointerEvent) {
  if (event.button !== 0) return
  const { x, y } = inDrawing(event)
  drawn.value = { from: end, x0: x, y0: y, x, y }
}
useEventListener('pointermove', (event: PointerEvent) => {
  if (drawn.value) drawn.value = { ...drawn.value, ...inDrawing(event) }
})
useEventListener('pointerup', (event: PointerEvent) => {
  const line = drawn.value
  drawn.value = undefined
  const port = document
    .elementFromPoint(event.clientX, event.clientY)
    ?.closest('[data-port]')
    ?.getAttribute('data-port')
  const [unit, id] = port?.split(' ') ?? []
  if (line && unit && id && (unit !== line.from.unit || id !== line.from.port)) join(line.from, { unit, port: id })
})
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key === 'Escape') drawn.value = picked.value = undefined
})
/** The first port pressed by keyboard; the second completes the connection. */
const picked = shallowRef<LinkEnd>()
function pick(end: LinkEnd) {
  const first = picked.value
  picked.value = first ? undefined : end
  if (!first) bench.said = `${nameOf(end.unit)} ${end.port}: now press Enter on the other port. Escape cancels.`
  else if (first.unit !== end.unit || first.port !== end.port) join(first, end)
}
/** One port of the diagram is reached by Tab; the arrow keys go from it to the others. */
const ports = computed(() =>
  (placed.value?.nodes ?? []).flatMap(node =>
    node.kind === 'unit' ? node.ports.map(port => `${node.id} ${port.id}`) : []
  )
)
const at = ref('')
const stopAt = computed(() => (ports.value.includes(at.value) ? at.value : ports.value[0]))
const STEPS: Record<string, number> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }
async function goAlong(event: KeyboardEvent) {
  const by = STEPS[event.key]
  if (!by) return
  event.preventDefault()
  const { length } = ports.value
  at.value = ports.value[(ports.value.indexOf(stopAt.value!) + by + length) % length]!
  await nextTick()
  drawing.value?.querySelector<SVGGElement>(`[data-port="${CSS.escape(at.value)}"]`)?.focus()
}
/** Connects two ports, or says why not. */
function join(a: LinkEnd, b: LinkEnd) {
  const { option } = bench
  if (!option) return
  const found = joinPorts(design.value, a, b)
  if ('refused' in found) {
    bench.said = `${preferences.say(found.refused)} Nothing was changed.`
    return
  }
  const { link: made, says: signals } = found
  const ends = `${nameOf(made.from.unit)} ${made.from.port} to ${nameOf(made.to.unit)} ${made.to.port}`
  if (bench.act([{ type: 'link.put', option: option.id, link: made }], `Connect ${ends}`))
    bench.said = `Connected ${ends}: ${signals.join(', ') || 'coax'}.`
}
/** Wire numbers and signals of a line, and which line the pointer is on. */
const numbers = computed(() => new Map(wiring.wires.map(wire => [wire.id, numberText(wire.mark?.number)])))
const hovered = shallowRef<PlacedConnections['edges'][number]>()
const lineSays = (edge: PlacedConnections['edges'][number]) => {
  const wires = edge.wires.map(id => numbers.value.get(id)).filter(Boolean)
  return (
    `${nameOf(edge.from.node)} ${edge.from.port} to ` +
    `${edge.to.node.startsWith('bus ') ? 'CAN bus' : `${nameOf(edge.to.node)} ${edge.to.port}`}, ${edge.kind}: ` +
    `${edge.signals.join(', ') || 'radio frequency'}. ` +
    (wires.length ? `Wires ${wires.join(', ')}.` : `${edge.wires.length} wires, not numbered yet.`)
  )
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
        <h2 class="grow">Interconnect diagram</h2>
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
          role="group"
          :aria-label="`${placed.nodes.length} units and ${placed.edges.length} cables; the table above has them in words`"
        >
          <g
            v-for="edge in placed.edges"
            :key="edge.id"
            class="line"
            :class="{
              here: hovered === edge || [edge.from.node, edge.to.node].some(id => bench.selected.includes(id))
            }"
            :data-line="edge.id"
            @pointerenter="hovered = edge"
            @pointerleave="hovered = undefined"
          >
            <title>{{ lineSays(edge) }}</title>
            <polyline :points="edge.points.map(({ x, y }) => `${x},${y}`).join(' ')" class="hit" />
            <polyline
              :points="edge.points.map(({ x, y }) => `${x},${y}`).join(' ')"
              class="wire"
              :stroke-dasharray="DASHES[edge.kind]"
            />
          </g>
          <g
            v-for="node in placed.nodes"
            :key="node.id"
            :transform="`translate(${node.x}, ${node.y})`"
            class="node"
            :class="[node.kind, { here: bench.selected.includes(node.id) }]"
          >
            <rect :width="node.width" :height="node.height" rx="2" @pointerdown="bench.selected = [node.id]" />
            <text v-if="node.kind === 'unit'" x="8" y="16" class="name">{{ node.says }}</text>
            <text v-else :x="node.width / 2" y="-5" text-anchor="middle" class="name">{{ node.says }}</text>
            <template v-if="node.kind === 'unit'">
              <g
                v-for="port in node.ports"
                :key="port.id"
                class="port"
                :class="{
                  used: port.used,
                  picked: picked && picked.unit === node.id && picked.port === port.id
                }"
                :data-port="`${node.id} ${port.id}`"
                role="button"
                :tabindex="stopAt === `${node.id} ${port.id}` ? 0 : -1"
                :aria-label="`${node.says} ${port.says}, ${port.used ? 'connected' : 'free'}`"
                @pointerdown.prevent="begin({ unit: node.id, port: port.id }, $event)"
                @focus="at = `${node.id} ${port.id}`"
                @keydown="goAlong"
                @keydown.enter.prevent="pick({ unit: node.id, port: port.id })"
              >
                <rect
                  :x="port.side === 'left' ? -4 : node.width / 2"
                  :y="port.y - 7.5"
                  :width="node.width / 2 + 4"
                  height="15"
                  class="touch"
                />
                <circle :cx="port.x" :cy="port.y" r="3.6" />
                <text
                  :x="port.side === 'left' ? 7 : node.width - 7"
                  :y="port.y + 3.2"
                  :text-anchor="port.side === 'left' ? 'start' : 'end'"
                >
                  {{ port.says }}
                </text>
              </g>
            </template>
          </g>
          <line v-if="drawn" :x1="drawn.x0" :y1="drawn.y0" :x2="drawn.x" :y2="drawn.y" class="wire here by-hand" />
        </svg>
      </div>
      <p v-else class="quiet">Nothing is linked yet.</p>
      <p class="small" role="status" data-line-says>{{ hovered ? lineSays(hovered) : ' ' }}</p>
      <p class="small quiet">
        Drag from port to port to connect. By keyboard: arrow keys go from port to port, Enter on two ports connects
        them. Filled ports are connected. A CAN bus is wired from unit to unit in the order that takes the shortest
        cable, with
        {{ preferences.number(120, 0) }} Ω at both ends.
      </p>
    </section>
    <section class="sheet">
      <div class="row">
        <h2 class="grow">Data connections</h2>
        <v-btn color="primary" variant="flat" :disabled="proposed.length === 0" @click="takeProposal">
          {{
            proposed.length
              ? `Add ${proposed.length} proposed connection${proposed.length === 1 ? '' : 's'}`
              : 'Nothing to propose'
          }}
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
        No data connections yet. Add the proposed ones, or connect two ports below.
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
.here .wire,
.wire.here {
  stroke: var(--dye);
  stroke-width: 2.4;
}
.hit {
  fill: none;
  stroke: transparent;
  stroke-width: 9;
}
.by-hand {
  stroke-dasharray: 4 3;
  pointer-events: none;
}
.node rect {
  fill: var(--paper);
  stroke: var(--graphite);
}
.node.bus rect {
  fill: var(--graphite);
}
.node.here > rect {
  stroke: var(--dye);
  stroke-width: 2.2;
}
.node text {
  font:
    9px 'Public Sans',
    sans-serif;
  fill: var(--graphite);
  user-select: none;
}
.node .name {
  font-size: 11px;
  font-weight: 700;
}
.port {
  cursor: crosshair;
  outline: none;
}
.port .touch {
  fill: transparent;
  stroke: none;
}
.port circle {
  fill: var(--paper);
  stroke: var(--graphite);
  stroke-width: 1.2;
}
.port.used circle {
  fill: var(--graphite);
}
.port:hover circle,
.port:focus-visible circle,
.port.picked circle {
  fill: var(--dye);
  stroke: var(--dye);
  stroke-width: 3;
}
@media (max-width: 900px) {
  .join {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
