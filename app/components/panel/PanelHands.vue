<script setup lang="ts">
import { proposedFlows } from '#core/pilot'
import type { Flow, FlowStep } from '#core/document'
import { nanoid } from 'nanoid'
import { useBench } from '~/stores/bench'
import { useTaste } from '~/stores/taste'

/** Flows of the hands: what is done in which order, how far the hands go, where they turn back or are the wrong ones. */
const bench = useBench()
const taste = useTaste()
const { flow: chosenId, layers } = usePanelTools()
const design = computed(() => bench.design!)
const on = computed(() => bench.option!.id)
const walks = computed(() => bench.report?.pilot.flows ?? [])
const walk = computed(() => walks.value.find(one => one.flow.id === chosenId.value) ?? walks.value[0])
const own = computed(() => design.value.flows.length > 0)
const targets = computed(() => [
  ...design.value.units
    .filter(unit => unit.item.face && unit.place.kind === 'panel')
    .map(unit => ({ id: unit.id, name: unit.label })),
  ...design.value.airframe.panel.zones
    .filter(zone => zone.side === 'face')
    .map(zone => ({ id: zone.id, name: zone.name }))
])
const keep = () =>
  bench.act(
    proposedFlows(design.value).map(flow => ({ type: 'flow.put' as const, option: on.value, flow })),
    'Keep the proposed flows'
  )
const put = (flow: Flow) => bench.act([{ type: 'flow.put', option: on.value, flow }], `Change ${flow.name}`)
function setStep(index: number, patch: Partial<FlowStep>) {
  if (walk.value)
    put({
      ...walk.value.flow,
      steps: walk.value.flow.steps.map((step, i) => (i === index ? { ...step, ...patch } : step))
    })
}
function moveStep(index: number, by: -1 | 1) {
  if (!walk.value) return
  const steps = [...walk.value.flow.steps]
  if (index + by < 0 || index + by >= steps.length) return
  ;[steps[index], steps[index + by]] = [steps[index + by]!, steps[index]!]
  put({ ...walk.value.flow, steps })
}
const addStep = () => {
  const to = targets.value[0]
  if (walk.value && to)
    put({
      ...walk.value.flow,
      steps: [...walk.value.flow.steps, { says: 'New step', to: to.id, hand: 'either', holds: false }]
    })
}
function addFlow() {
  const flow: Flow = {
    id: `f-${nanoid(6).replace(/[^A-Za-z0-9]/g, 'x')}`,
    name: `Flow ${walks.value.length + 1}`,
    steps: []
  }
  const before = own.value ? [] : proposedFlows(design.value)
  if (
    bench.act(
      [...before, flow].map(one => ({ type: 'flow.put' as const, option: on.value, flow: one })),
      'Add a flow'
    )
  )
    chosenId.value = flow.id
}
const better = computed(() => bench.report?.pilot.orders ?? [])
const labels = (ids: readonly string[]) =>
  ids.map(id => design.value.units.find(unit => unit.id === id)?.label ?? id).join(', ')
</script>

<template>
  <div class="hands">
    <div class="which">
      <div class="row">
        <v-btn
          v-for="one in walks"
          :key="one.flow.id"
          :color="one.flow.id === walk?.flow.id ? 'primary' : undefined"
          :variant="one.flow.id === walk?.flow.id ? 'flat' : 'outlined'"
          :aria-pressed="one.flow.id === walk?.flow.id"
          @click="
            () => {
              chosenId = one.flow.id
              layers.flow = true
            }
          "
        >
          {{ one.flow.name }}
        </v-btn>
        <v-btn @click="addFlow">+ flow</v-btn>
      </div>
      <p v-if="walks.length === 0" class="small quiet">
        No flow yet, and nothing on the panel to propose one from. Add a flow, or set out switches first.
      </p>
      <p v-else-if="!own" class="small">
        Proposed from what stands on the panel.
        <v-btn color="primary" variant="flat" @click="keep">Keep and change them</v-btn>
      </p>
      <p v-if="walk" class="small figures">
        <b>{{ walk.flow.name }}</b>: {{ taste.length(walk.lengthMm) }} of hand, {{ walk.backTracks }}
        {{ walk.backTracks === 1 ? 'turn' : 'turns' }} back, {{ walk.wrongHand }} with the wrong hand,
        {{ walk.outOfReach }} out of reach.
      </p>
      <p v-for="order in better" :key="order.row" class="small">
        <StateMark state="note" :size="14" /> {{ order.name }} as {{ labels(order.units) }}:
        {{ order.backTracks }} instead of {{ order.wereBackTracks }} turns back,
        {{ taste.length(order.lengthMm) }} instead of {{ taste.length(order.wasMm) }}.
        <v-btn
          @click="
            bench.act(
              [
                {
                  type: 'row.put',
                  option: on,
                  row: { ...design.rows.find(row => row.id === order.row)!, units: order.units }
                }
              ],
              `Order ${order.name}`
            )
          "
        >
          Order it so
        </v-btn>
      </p>
      <p class="small quiet">
        The order of actions is the aeroplane’s handbook’s. Here only the way of the hands is looked at.
      </p>
    </div>
    <div class="steps" role="region" aria-label="Steps of the flow" tabindex="0">
      <table v-if="walk" class="list">
        <thead>
          <tr>
            <th class="number">Step</th>
            <th>Says</th>
            <th>Hand goes to</th>
            <th>Hand</th>
            <th>Stays</th>
            <th class="number">Way</th>
            <th>Trouble</th>
            <th><span class="screen-reader">Order and removal</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(one, index) in walk.steps" :key="index">
            <td class="number figures">{{ index + 1 }}</td>
            <td>
              <input
                :value="one.step.says"
                :aria-label="`Step ${index + 1} says`"
                :disabled="!own"
                maxlength="120"
                @change="
                  event =>
                    (event.target as HTMLInputElement).value.trim() &&
                    setStep(index, { says: (event.target as HTMLInputElement).value.trim() })
                "
              />
            </td>
            <td>
              <select
                :value="one.step.to"
                :aria-label="`Step ${index + 1} goes to`"
                :disabled="!own"
                @change="event => setStep(index, { to: (event.target as HTMLSelectElement).value })"
              >
                <option v-for="target in targets" :key="target.id" :value="target.id">{{ target.name }}</option>
              </select>
            </td>
            <td>
              <select
                :value="one.step.hand"
                :aria-label="`Hand of step ${index + 1}`"
                :disabled="!own"
                @change="
                  event => setStep(index, { hand: (event.target as HTMLSelectElement).value as FlowStep['hand'] })
                "
              >
                <option>left</option>
                <option>right</option>
                <option>either</option>
              </select>
            </td>
            <td>
              <input
                type="checkbox"
                :checked="one.step.holds"
                :aria-label="`Hand stays after step ${index + 1}`"
                :disabled="!own"
                @change="event => setStep(index, { holds: (event.target as HTMLInputElement).checked })"
              />
            </td>
            <td class="number figures">{{ taste.length(one.travelMm) }}</td>
            <td class="small">
              <template v-if="one.troubles.length || one.backTrack"
                ><StateMark state="decide" :size="12" />
                {{
                  [
                    ...one.troubles.map(trouble => taste.say(trouble.says)),
                    ...(one.backTrack ? ['turns back'] : [])
                  ].join('; ')
                }}</template
              >
            </td>
            <td class="nowrap">
              <template v-if="own"
                ><v-btn :aria-label="`Step ${index + 1} earlier`" @click="moveStep(index, -1)">↑</v-btn
                ><v-btn :aria-label="`Step ${index + 1} later`" @click="moveStep(index, 1)">↓</v-btn
                ><v-btn
                  :aria-label="`Take step ${index + 1} out`"
                  @click="put({ ...walk!.flow, steps: walk!.flow.steps.filter((_, i) => i !== index) })"
                >
                  ✕
                </v-btn></template
              >
            </td>
          </tr>
        </tbody>
      </table>
      <div v-if="walk && own" class="row">
        <v-btn @click="addStep">+ step</v-btn
        ><v-btn
          @click="bench.act([{ type: 'flow.drop', option: on, flow: walk!.flow.id }], `Delete ${walk!.flow.name}`)"
        >
          Delete this flow
        </v-btn>
      </div>
    </div>
  </div>
</template>

<style scoped>
.hands {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  align-content: start;
}
.which {
  padding: 8px 12px;
  border-bottom: 1px solid var(--rule);
  display: grid;
  gap: 6px;
  align-content: start;
}
.steps {
  padding: 6px 12px;
}
td:nth-child(2) {
  width: 26%;
}
td:nth-child(3) {
  width: 20%;
}
td:nth-child(4) select {
  width: 70px;
}
td {
  vertical-align: middle !important;
}
.nowrap {
  white-space: nowrap;
}
</style>
