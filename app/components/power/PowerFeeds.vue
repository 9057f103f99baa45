<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import type { PlacedLine } from '#core/formats'
import { Wired, busOf, closed, fedBy, positionsOf, powerModel, supplyOf, type PowerReport } from '#core/power'
import { MAIN_BATTERY, type Edit, type Tie } from '#core/document'
import { useBench } from '~/stores/bench'

/**
 * The one-line diagram: sources, buses, ties and units. Units are hung on buses by hand; a source or bus dropped on a bus
 * is tied to it.
 */
const { power } = defineProps<{ power: PowerReport }>()
const bench = useBench()
// Of the document itself, not of the report on it, which comes a moment later: two edits in a row must build on each other.
const supply = computed(() => supplyOf(bench.design!))
const own = computed(() => bench.option?.supply !== undefined)
const chosen = ref<{ kind: 'node' | 'tie' | 'unit' | 'switch'; id: string }>()

/** Switches as they are tried out here, and what is taken to have failed. Only the drawing follows; nothing is kept. */
const tried = ref<Record<string, string>>({})
const failed = ref<string[]>([])
const positions = computed(
  () =>
    new Map(
      supply.value.switches.map(toggle => [
        toggle.id,
        toggle.positions.includes(tried.value[toggle.id] ?? '') ? tried.value[toggle.id]! : toggle.normal
      ])
    )
)
const changedSetting = computed(
  () =>
    failed.value.length > 0 ||
    [...positionsOf(supply.value, 'normal')].some(([id, at]) => positions.value.get(id) !== at)
)
const fed = computed(() =>
  fedBy(
    new Wired(powerModel(bench.design!, supply.value), {
      sources: failed.value,
      ties: failed.value,
      buses: failed.value
    }),
    positions.value
  )
)
const isFed = (id: string) =>
  id.startsWith('load ') ? fed.value.powered.has(id.slice(5)) : (fed.value.volts.get(id) ?? 0) > 1
const fail = (id: string) => {
  failed.value = failed.value.includes(id) ? failed.value.filter(other => other !== id) : [...failed.value, id]
}
const afterLoss = () => {
  tried.value = Object.fromEntries(positionsOf(supply.value, 'afterLoss'))
  failed.value = supply.value.sources
    .filter(source => source.kind === 'alternator')
    .map(source => source.id)
    .concat('alternator')
}

const { placed, laying } = useOneLine(() => ({
  design: bench.design!,
  supply: supply.value,
  circuits: power.circuits,
  feeders: power.feeders
}))

const { actOnSupply } = useRecords()
function hang(unit: string, bus: string) {
  const { option } = bench
  const label = bench.design?.units.find(other => other.id === unit)?.label
  if (!option) return
  const head = option.circuits.find(circuit => circuit.unit === unit)
  if (head?.sharesWith !== undefined) {
    bench.said = `${label} shares a breaker or fuse. Separate them in Circuits, or move the other unit.`
    return
  }
  bench.act(
    [{ type: 'circuit.set', option: option.id, circuit: { ...(head ?? { unit }), bus } }],
    `Hang ${label} on ${supply.value.buses.find(other => other.id === bus)?.name}`
  )
}
function tie(from: string, to: string) {
  const name = (id: string) => placed.value?.nodes.find(node => node.id === id)?.says ?? id
  const next: Tie = {
    id: newId('tie'),
    name: `${name(from)} to ${name(to)}`.slice(0, 80),
    kind: 'diode',
    from,
    to,
    milliohm: 2
  }
  if (actOnSupply([{ type: 'tie.put', option: bench.option!.id, tie: next }], `Tie ${next.name}`))
    chosen.value = { kind: 'tie', id: next.id }
}
function addTie() {
  const to =
    chosen.value && supply.value.buses.some(bus => bus.id === chosen.value!.id)
      ? chosen.value.id
      : supply.value.buses[0]!.id
  tie(MAIN_BATTERY, to)
}
/** What a second source is begun as. */
const SECOND = {
  battery: { kind: 'battery', name: 'Second battery', chemistry: 'lithium', capacityAh: 6, ratedHours: 1 },
  alternator: { kind: 'alternator', name: 'Second alternator', ratedA: 20 }
} as const
function add(what: 'bus' | 'battery' | 'alternator' | 'switch') {
  const id = newId(what)
  const option = bench.option!.id
  const made: Edit =
    what === 'bus'
      ? { type: 'bus.put', option, bus: { id, name: `Bus ${supply.value.buses.length + 1}`, role: 'other' } }
      : what === 'switch'
        ? { type: 'switch.put', option, switch: { id, name: 'Switch', positions: ['OFF', 'ON'], normal: 'ON' } }
        : { type: 'source.put', option, source: { id, ...SECOND[what] } }
  actOnSupply([made], `Add a ${what}`)
  chosen.value = { kind: what === 'switch' ? 'switch' : 'node', id }
}

/** What the hand carries over the drawing. */
const held = ref<{ id: string; says: string; x: number; y: number; moved: boolean }>()
function take(event: PointerEvent, id: string, says: string) {
  if (event.button !== 0) return
  held.value = { id, says, x: event.clientX, y: event.clientY, moved: false }
}
const over = ref('')
const paper = useTemplateRef('paper')
const EDGE_PX = 28
const rolled = (at: number, low: number, high: number) =>
  at < low + EDGE_PX ? at - low - EDGE_PX : at > high - EDGE_PX ? at - high + EDGE_PX : 0
useEventListener('pointermove', (event: PointerEvent) => {
  if (!held.value) return
  const moved = held.value.moved || Math.hypot(event.clientX - held.value.x, event.clientY - held.value.y) > 5
  if (!moved) return
  held.value = { ...held.value, x: event.clientX, y: event.clientY, moved }
  // Near the edge of the paper it rolls on under the hand.
  const box = paper.value?.getBoundingClientRect()
  if (box)
    paper.value!.scrollBy({
      left: rolled(event.clientX, box.left, box.right),
      top: rolled(event.clientY, box.top, box.bottom)
    })
  over.value =
    document.elementFromPoint(event.clientX, event.clientY)?.closest('[data-bus]')?.getAttribute('data-bus') ?? ''
})
useEventListener('pointerup', () => {
  const now = held.value
  held.value = undefined
  if (!now?.moved) return
  const bus = over.value
  over.value = ''
  if (!bus || bus === now.id) return
  if (now.id.startsWith('load ')) hang(now.id.slice(5), bus)
  else tie(now.id, bus)
})
useEventListener('pointercancel', () => {
  held.value = undefined
  over.value = ''
})
const edgeShut = (id: string | undefined) => {
  const feed = supply.value.ties.find(other => other.id === id)
  return feed !== undefined && (failed.value.includes(feed.id) || !closed(feed, positions.value))
}
function choose(node: PlacedLine['nodes'][number]) {
  chosen.value = node.unit ? { kind: 'unit', id: node.unit } : { kind: 'node', id: node.id }
}
const isChosen = (node: PlacedLine['nodes'][number]) =>
  chosen.value?.id === (node.unit ?? node.id) && chosen.value.kind !== 'tie'
const lookOfNode = (node: PlacedLine['nodes'][number]) => {
  const fedNow = isFed(node.id)
  return {
    class: { dead: !fedNow, chosen: isChosen(node), over: over.value === node.id },
    ...(failed.value.includes(node.id) ? { note: 'failed' } : !fedNow && { note: 'no power' }),
    ...(!fedNow && { says: 'no power' }),
    button: true
  }
}
const lookOfEdge = (edge: PlacedLine['edges'][number]) => {
  const shut = edgeShut(edge.tie)
  return {
    class: {
      shut,
      dead: !isFed(edge.from),
      chosen: chosen.value?.kind === 'tie' && chosen.value.id === edge.tie
    },
    ...(shut && { note: 'open', says: 'open' }),
    button: edge.tie !== undefined
  }
}
/** All switches as in normal flight, nothing failed. */
function backToNormal() {
  tried.value = {}
  failed.value = []
}
</script>

<template>
  <div class="feeds">
    <section class="sheet drawing">
      <div class="row bar">
        <h2>One line</h2>
        <span class="small quiet">{{ own ? 'your own' : 'as proposed' }}</span>
        <v-btn @click="add('bus')">+ bus</v-btn><v-btn @click="add('battery')">+ battery</v-btn
        ><v-btn @click="add('alternator')">+ alternator</v-btn><v-btn @click="addTie">+ tie</v-btn
        ><v-btn @click="add('switch')">+ switch</v-btn>
        <v-btn
          v-if="own"
          @click="bench.act([{ type: 'supply.clear', option: bench.option!.id }], 'Back to the proposed feeds')"
        >
          Back to the proposal
        </v-btn>
      </div>
      <div class="row tries" role="group" aria-label="Try switches and failures">
        <span v-for="toggle in supply.switches" :key="toggle.id" class="try"
          ><button class="link small" @click="chosen = { kind: 'switch', id: toggle.id }">{{ toggle.name }}</button
          ><ChoiceField
            :model-value="positions.get(toggle.id)!"
            :label="`Try ${toggle.name}`"
            hide-label
            :items="toggle.positions"
            @update:model-value="value => (tried = { ...tried, [toggle.id]: value })"
        /></span>
        <v-btn @click="afterLoss">Alternators lost, switches set</v-btn>
        <v-btn v-if="changedSetting" @click="backToNormal">Back to normal</v-btn>
        <span v-if="changedSetting" class="small" role="status"
          ><b>{{ fed.powered.size }}</b> of {{ bench.design!.units.filter(unit => unit.item.power).length }} units
          fed</span
        >
      </div>
      <div
        ref="paper"
        class="paper"
        :aria-busy="laying || bench.examining"
        tabindex="0"
        role="region"
        aria-label="One-line diagram; every unit and tie in it can be reached by Tab and is edited below"
      >
        <PowerOneLine
          v-if="placed"
          :placed="placed"
          :node="lookOfNode"
          :edge="lookOfEdge"
          @node="choose"
          @edge="edge => edge.tie && (chosen = { kind: 'tie', id: edge.tie })"
          @take="(node, event) => take(event, node.id, node.says)"
        />
        <p v-else class="quiet small">Drawing the diagram…</p>
      </div>
      <p class="quiet small">
        Drag a unit onto a bus to feed it from there. Drag a source or a bus onto a bus to connect them. Click an item
        or press Enter to edit it below. Dashed lines are open or without power.
      </p>
      <span v-if="held?.moved" class="ghost" :style="{ left: `${held.x + 10}px`, top: `${held.y + 6}px` }"
        >{{ held.says }}<template v-if="over"> → {{ supply.buses.find(bus => bus.id === over)?.name }}</template></span
      >
    </section>
    <PowerFeedEditor
      v-model:chosen="chosen"
      :supply="supply"
      :feeders="power.feeders"
      :failed="failed"
      :bus-of="unit => busOf(bench.design!, supply, unit)"
      @fail="fail"
      @hang="hang"
    />
  </div>
</template>

<style scoped>
.feeds {
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  gap: 8px;
  height: 100%;
  min-height: 430px;
}
.drawing {
  display: grid;
  grid-template-rows: auto auto minmax(0, 1fr) auto;
  min-height: 0;
  gap: 5px;
}
.drawing.sheet {
  padding: 8px 10px;
}
.bar {
  gap: 5px;
}
.bar .plain,
.tries .plain {
  padding: 1px 6px;
  font-size: 12px;
}
.tries {
  gap: 3px 8px;
}
.tries select {
  padding: 0 3px;
  font-size: 12px;
}
.try {
  display: inline-flex;
  gap: 4px;
  align-items: center;
}
.link {
  border: 0;
  background: none;
  padding: 0;
  color: inherit;
  text-decoration: underline dotted;
  cursor: pointer;
  font: inherit;
  font-size: 12px;
}
.paper {
  overflow: auto;
  border: 1px solid var(--rule);
  background: var(--chalk);
  touch-action: pan-x pan-y;
}
.ghost {
  position: fixed;
  z-index: 9;
  background: var(--dye);
  color: var(--chalk);
  padding: 1px 8px;
  font-size: 12px;
  pointer-events: none;
}
</style>
