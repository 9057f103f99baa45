<script setup lang="ts">
import { mdiArrowLeft, mdiArrowRight } from '@mdi/js'
import { freshId, type BusOrder } from '#core/document'
import { busMm, CAN_MM, STUB_MM, type WiringReport } from '#core/wiring'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** CAN buses from box to box: by the shortest way, or in the order of whoever plans them, with a stub where one is wanted. */
const { wiring } = defineProps<{ wiring: WiringReport }>()
const bench = useBench()
const preferences = usePreferences()
type Chain = WiringReport['can'][number]

/** A bus as it is led now, to be changed. */
function orderOf({ nodes, stubsMm, order }: Chain): BusOrder {
  return {
    id: order ?? freshId('bus-', bench.option!.busOrders),
    nodes: nodes.map(({ unit, port }, index) => ({
      unit: unit.id,
      port: port.id,
      ...(stubsMm[index] !== undefined && { stubMm: stubsMm[index] })
    }))
  }
}
function put(chain: Chain, what: string, change: (nodes: BusOrder['nodes']) => BusOrder['nodes']) {
  const before = orderOf(chain)
  bench.act(
    [{ type: 'busOrder.put', option: bench.option!.id, busOrder: { ...before, nodes: change(before.nodes) } }],
    what
  )
}
function move(chain: Chain, index: number, by: -1 | 1) {
  const { label } = chain.nodes[index]!.unit
  put(chain, `${label} ${by < 0 ? 'earlier' : 'later'} on the bus`, nodes => {
    const next = [...nodes]
    next.splice(index + by, 0, ...next.splice(index, 1))
    return next
  })
}
const setStub = (chain: Chain, position: number, stubMm: number) =>
  put(chain, `Stub of ${chain.nodes[position]!.unit.label}`, nodes =>
    nodes.map(({ stubMm: _, ...node }, index) =>
      index === position ? { ...node, ...(stubMm > 0 && { stubMm }) } : { ...nodes[index]! }
    )
  )
const shortest = (chain: Chain) =>
  bench.act([{ type: 'busOrder.drop', option: bench.option!.id, busOrder: chain.order! }], 'Bus by the shortest way')
</script>

<template>
  <section v-if="wiring.can.length" class="sheet buses" aria-label="CAN buses">
    <div v-for="(chain, index) in wiring.can" :key="index" :data-bus="index">
      <div class="row">
        <h2>CAN bus <span v-if="wiring.can.length > 1" class="figures">{{ index + 1 }}</span></h2>
        <span class="quiet small grow">
          {{ preferences.run(busMm(chain)) }} in all, of {{ preferences.run(CAN_MM) }} at 1 Mbit/s;
          {{ chain.order ? 'in your order' : 'in the order that takes least cable' }}
        </span>
        <v-btn v-if="chain.order" @click="shortest(chain)">By the shortest way</v-btn>
      </div>
      <ol class="chain">
        <li v-for="(node, at) in chain.nodes" :key="`${node.unit.id} ${node.port.id}`" :data-node="node.unit.id">
          <div class="box">
            <span> <b>{{ node.unit.label }}</b> <span class="quiet small">{{ node.port.id }}</span> </span>
            <span class="row">
              <v-btn
                :icon="mdiArrowLeft"
                variant="text"
                :aria-label="`${node.unit.label} earlier on the bus`"
                title="Earlier on the bus"
                :disabled="at === 0"
                @click="move(chain, at, -1)"
              />
              <v-btn
                :icon="mdiArrowRight"
                variant="text"
                :aria-label="`${node.unit.label} later on the bus`"
                title="Later on the bus"
                :disabled="at === chain.nodes.length - 1"
                @click="move(chain, at, 1)"
              />
              <QuantityField
                class="stub"
                kind="length"
                label="Stub"
                :least="0"
                :most="10000"
                :model-value="chain.stubsMm[at] ?? 0"
                @update:model-value="mm => setStub(chain, at, mm)"
              />
            </span>
            <span class="small">
              <span v-if="at === 0 || at === chain.nodes.length - 1">120 Ω here </span>
              <span v-if="(chain.stubsMm[at] ?? 0) > STUB_MM" class="over">
                <StateMark state="missing" :size="13" /> over {{ preferences.length(STUB_MM) }}
              </span>
            </span>
          </div>
          <span v-if="at < chain.nodes.length - 1" class="figures quiet">
            → {{ chain.legsMm[at] === undefined ? 'no route' : preferences.run(chain.legsMm[at]!) }}</span
          >
        </li>
      </ol>
    </div>
    <p class="small quiet">
      Without a stub the bus is led in and out of the box. ISO 11898-2: stubs to {{ preferences.length(STUB_MM) }}, 120
      Ω at both ends; a box that has its resistor inside wants none outside.
    </p>
  </section>
</template>

<style scoped>
.buses {
  display: grid;
  gap: 10px;
}
.chain {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 6px 0 0;
  padding: 0;
}
.chain li {
  display: flex;
  align-items: center;
  gap: 8px;
}
.box {
  border: 1px solid var(--rule);
  padding: 6px 8px;
  display: grid;
  gap: 4px;
  align-self: stretch;
  align-content: start;
  width: 232px;
}
.stub {
  width: 112px;
}
.over {
  color: var(--grease);
  font-weight: 700;
}
</style>
