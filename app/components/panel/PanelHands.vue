<script setup lang="ts">
import { mdiArrowDown, mdiArrowUp, mdiClose } from '@mdi/js'
import { proposedFlows } from '#core/pilot'
import type { Flow, FlowStep } from '#core/document'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** Flows of the hands: what is done in which order, how far the hands go, where they turn back or are the wrong ones. */
const bench = useBench()
const preferences = usePreferences()
const { flow: chosenId, layers } = usePanelTools()
const design = computed(() => bench.design!)
const on = computed(() => bench.option!.id)
const walks = computed(() => bench.report?.pilot.flows ?? [])
const walk = computed(() => walks.value.find(walk => walk.flow.id === chosenId.value) ?? walks.value[0])
const own = computed(() => design.value.flows.length > 0)
const targets = computed(() => [
  ...design.value.units
    .filter(unit => unit.item.face && unit.place.kind === 'panel')
    .map(unit => ({ value: unit.id, title: unit.label })),
  ...design.value.airframe.panel.zones
    .filter(zone => zone.side === 'face')
    .map(zone => ({ value: zone.id, title: zone.name }))
])
const HANDS: FlowStep['hand'][] = ['left', 'right', 'either']
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
      steps: [...walk.value.flow.steps, { says: 'New step', to: to.value, hand: 'either', holds: false }]
    })
}
function addFlow() {
  const flow: Flow = {
    id: newId('f'),
    name: `Flow ${walks.value.length + 1}`,
    steps: []
  }
  const before = own.value ? [] : proposedFlows(design.value)
  if (
    bench.act(
      [...before, flow].map(step => ({ type: 'flow.put' as const, option: on.value, flow: step })),
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
        <ToggleButton
          v-for="walked in walks"
          :key="walked.flow.id"
          :on="walked.flow.id === walk?.flow.id"
          @click="
            () => {
              chosenId = walked.flow.id
              layers.flow = true
            }
          "
        >
          {{ walked.flow.name }}
        </ToggleButton>
        <v-btn @click="addFlow">+ flow</v-btn>
      </div>
      <p v-if="walks.length === 0" class="small quiet">
        No flow yet, and nothing on the panel to propose one from. Add a flow, or set out switches first.
      </p>
      <p v-else-if="!own" class="small">
        Proposed from the units on the panel.
        <v-btn color="primary" variant="flat" @click="keep">Keep and change them</v-btn>
      </p>
      <p v-if="walk" class="small figures">
        <b>{{ walk.flow.name }}</b>: {{ preferences.length(walk.lengthMm) }} of hand, {{ walk.backTracks }}
        {{ walk.backTracks === 1 ? 'turn' : 'turns' }} back, {{ walk.wrongHand }} with the wrong hand,
        {{ walk.outOfReach }} out of reach.
      </p>
      <p v-for="order in better" :key="order.row" class="small">
        <StateMark state="note" :size="14" /> {{ order.name }} as {{ labels(order.units) }}:
        {{ order.backTracks }} instead of {{ order.wereBackTracks }} turns back,
        {{ preferences.length(order.lengthMm) }} instead of {{ preferences.length(order.wasMm) }}.
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
          Apply order
        </v-btn>
      </p>
      <p class="small quiet">
        The order of actions is that of the aircraft’s handbook. Only the path of the hands is checked here.
      </p>
    </div>
    <div class="steps" role="region" aria-label="Steps of the flow" tabindex="0">
      <ol v-if="walk" class="steps-list">
        <li v-for="(step, index) in walk.steps" :key="index" :aria-label="`Step ${index + 1}`" :data-step="index + 1">
          <span class="number figures">{{ index + 1 }}</span>
          <div class="fields">
            <TextField
              class="says"
              label="Says"
              :disabled="!own"
              :most="120"
              :model-value="step.step.says"
              @update:model-value="(says: string) => setStep(index, { says })"
            />
            <ChoiceField
              search
              class="to"
              label="Goes to"
              :disabled="!own"
              :items="targets"
              :model-value="step.step.to"
              @update:model-value="to => setStep(index, { to })"
            />
            <ChoiceField
              class="hand"
              label="Hand"
              :disabled="!own"
              :items="HANDS"
              :model-value="step.step.hand"
              @update:model-value="hand => setStep(index, { hand })"
            />
            <v-checkbox
              class="stays"
              label="stays"
              :aria-label="`Hand stays after step ${index + 1}`"
              :disabled="!own"
              :model-value="step.step.holds"
              @update:model-value="holds => setStep(index, { holds: !!holds })"
            />
            <span v-if="own" class="order">
              <v-btn
                :icon="mdiArrowUp"
                variant="text"
                :disabled="index === 0"
                :aria-label="`Step ${index + 1} earlier`"
                title="Earlier"
                @click="moveStep(index, -1)"
              />
              <v-btn
                :icon="mdiArrowDown"
                variant="text"
                :disabled="index === walk.steps.length - 1"
                :aria-label="`Step ${index + 1} later`"
                title="Later"
                @click="moveStep(index, 1)"
              />
              <v-btn
                :icon="mdiClose"
                variant="text"
                :aria-label="`Take step ${index + 1} out`"
                title="Remove"
                @click="put({ ...walk!.flow, steps: walk!.flow.steps.filter((_, i) => i !== index) })"
              />
            </span>
          </div>
          <p class="small figures">
            {{ index === 0 ? 'begins there' : `${preferences.length(step.travelMm)} from the step before` }}
            <span v-if="step.troubles.length || step.backTrack">
              · <StateMark state="decide" :size="12" />
              {{
                [
                  ...step.troubles.map(trouble => preferences.say(trouble.says)),
                  ...(step.backTrack ? ['turns back'] : [])
                ].join('; ')
              }}</span
            >
          </p>
        </li>
      </ol>
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
.steps-list {
  list-style: none;
  padding: 0;
  margin: 0;
}
.steps-list li {
  display: grid;
  grid-template-columns: 24px minmax(0, 1fr);
  gap: 2px 6px;
  padding: 8px 0;
  border-bottom: 1px solid var(--rule);
}
.steps-list li > p {
  grid-column: 2;
}
.number {
  padding-top: 8px;
}
.fields {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.says {
  flex: 1 1 160px;
}
.to {
  flex: 1 1 160px;
}
.hand {
  flex: 0 0 128px;
}
.stays {
  flex: none;
}
.order {
  margin-left: auto;
  white-space: nowrap;
}
</style>
