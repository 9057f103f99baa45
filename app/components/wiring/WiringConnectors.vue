<script setup lang="ts">
import type { Connector } from '#core/catalogue'
import type { DesignUnit } from '#core/design'
import { landingsOf } from '#core/report'
import { mateText, numberText, pinsAre, shellOf, type WiringReport } from '#core/wiring'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** Connectors of every unit: their face with numbered contacts, what each is for, which wire lands on it. */
const { wiring } = defineProps<{ wiring: WiringReport }>()
const bench = useBench()
const preferences = usePreferences()
const withEnds = computed(() => {
  const used = new Set(wiring.wires.flatMap(wire => wire.units))
  return bench.examined!.units.filter(unit => used.has(unit.id))
})
const unit = computed(
  (): DesignUnit | undefined =>
    withEnds.value.find(unit => bench.selected.includes(unit.id)) ??
    // Until one is chosen, the one that has most to be wired.
    [...withEnds.value].sort((a, b) => pinCount(b) - pinCount(a))[0]
)
const pinCount = ({ item }: DesignUnit) =>
  (item.connectors ?? []).reduce((sum, connector) => sum + connector.pins.length, 0)
const counts = computed(() => {
  const states = withEnds.value.map(unit => pinsAre(unit.item))
  return (['entered', 'placeholders', 'not entered'] as const).map(
    state => [state, states.filter(other => other === state).length] as const
  )
})
const STATES = { 'entered': 'met', 'placeholders': 'decide', 'not entered': 'missing' } as const
const landings = computed(() => (unit.value ? landingsOf(unit.value.id, wiring.wires) : []))
const rowsOf = (connector: Connector) =>
  connector.pins.map(pin => {
    const there = landings.value.filter(landing => landing.connector === connector.id && landing.pin === pin.pin)
    return {
      pin,
      for: pin.use === 'port' ? `${pin.port} ${pin.line}` : pin.use + (pin.input ? ` ${pin.input}` : ''),
      wires: there.map(landing => numberText(landing.wire.mark?.number) || landing.wire.text).join(', '),
      far: there.map(landing => preferences.say(landing.wire[landing.far])).join('; ')
    }
  })
type PinRow = ReturnType<typeof rowsOf>[number]
const columns: Column<PinRow>[] = [
  { key: 'pin', title: 'Pin', value: row => row.pin.pin },
  { key: 'name', title: 'Name', value: row => row.pin.name },
  { key: 'for', title: 'For', value: row => row.for },
  { key: 'wire', title: 'Wire', value: row => row.wires },
  { key: 'far', title: 'Other end', value: row => row.far }
]
const pinOf = (row: PinRow) => row.pin.pin
const wired = (connector: Connector) =>
  new Set(landings.value.filter(landing => landing.connector === connector.id).map(landing => landing.pin))
const PITCH = 22
/** The face of a connector with its size on the screen. */
function faceOf(connector: Connector) {
  const shell = shellOf(connector)
  const over = (axis: 'x' | 'y') => (Math.max(...shell.contacts.map(contact => contact[axis])) + 1) * PITCH + 6
  return { ...shell, width: over('x'), height: over('y') }
}
const entering = shallowRef<{ unit: DesignUnit; connector?: Connector }>()
const open = computed({
  get: () => !!entering.value,
  set: is => {
    if (!is) entering.value = undefined
  }
})
</script>

<template>
  <div class="connectors">
    <section class="sheet list" aria-label="Units">
      <p class="small quiet">
        <span v-for="[state, count] in counts" :key="state">{{ count }} {{ state }}<br /></span>
      </p>
      <v-btn
        v-for="box in withEnds"
        :key="box.id"
        class="unit"
        :variant="box.id === unit?.id ? 'flat' : 'text'"
        :color="box.id === unit?.id ? 'primary' : undefined"
        :aria-pressed="box.id === unit?.id"
        @click="bench.selected = [box.id]"
      >
        <StateMark :state="STATES[pinsAre(box.item)]" :size="13" />{{ box.label }}
      </v-btn>
      <p v-if="!withEnds.length" class="quiet">No wire ends at a unit yet.</p>
    </section>
    <section v-if="unit" class="sheet one" :aria-label="`Connectors of ${unit.label}`">
      <div class="row">
        <h2 class="grow">{{ unit.label }} <span class="quiet small">{{ unit.item.name }}</span></h2>
        <v-btn color="primary" variant="flat" @click="entering = { unit }">Enter a pin table…</v-btn>
      </div>
      <p v-if="pinsAre(unit.item) === 'placeholders'" class="caution">
        These pins are placeholders for the plan, not the maker’s. Enter the maker’s table before a wire is cut.
      </p>
      <p v-if="!unit.item.connectors" class="quiet">
        No pin table is entered: the wire list says which port, not which pin. Paste the table of the installation
        manual.
      </p>
      <article v-for="connector in unit.item.connectors ?? []" :key="connector.id" :data-connector="connector.id">
        <div class="row">
          <h3 class="grow">
            {{ connector.id }} <span class="quiet small">harness end: {{ mateText(connector) }}</span>
          </h3>
          <v-btn @click="entering = { unit, connector }">Change…</v-btn>
        </div>
        <svg
          :viewBox="`-14 -14 ${faceOf(connector).width} ${faceOf(connector).height}`"
          class="face"
          :style="{ width: `${faceOf(connector).width}px` }"
          role="img"
          :aria-label="`Face of ${connector.id} as one looks at the unit; the table has every pin`"
        >
          <g
            v-for="contact in faceOf(connector).contacts"
            :key="contact.pin"
            :transform="`translate(${contact.x * PITCH}, ${contact.y * PITCH})`"
          >
            <circle r="9" :class="{ wired: wired(connector).has(contact.pin) }" />
            <text :class="{ wired: wired(connector).has(contact.pin) }" y="3">{{ contact.pin }}</text>
          </g>
        </svg>
        <p class="small quiet">
          Seen as one looks at the {{ connector.contacts }} of the unit; filled: a wire lands there.{{
            faceOf(connector).standard ? '' : ' Contacts stand in the order of the table.'
          }}
        </p>
        <FactTable
          :rows="rowsOf(connector)"
          :columns="columns"
          :name="`pins of ${unit.label} ${connector.id}`"
          :key-of="pinOf"
        />
      </article>
    </section>
    <WiringPinDialog v-if="entering" v-model="open" :unit="entering.unit" :connector="entering.connector" />
  </div>
</template>

<style scoped>
.one :deep(.body.virtual) {
  max-height: 60vh;
}
.connectors {
  display: grid;
  grid-template-columns: 240px minmax(0, 1fr);
  gap: 12px;
  align-items: start;
}
.list.sheet {
  display: grid;
  gap: 2px;
  max-height: 72vh;
  overflow: auto;
}
.unit {
  justify-content: flex-start;
}
.unit :deep(.v-btn__content) {
  gap: 6px;
}
.one {
  display: grid;
  gap: 10px;
}
article {
  border-top: 1px solid var(--rule);
  padding-top: 8px;
  overflow-x: auto;
}
h3 {
  font-size: 13px;
}
.face {
  max-width: 100%;
  margin: 6px 0;
}
.face circle {
  fill: var(--paper);
  stroke: var(--graphite);
}
.face circle.wired {
  fill: var(--graphite);
}
.face text {
  font:
    8.5px 'B612 Mono',
    monospace;
  text-anchor: middle;
  fill: var(--graphite);
}
.face text.wired {
  fill: var(--paper);
}
@media (max-width: 900px) {
  .connectors {
    grid-template-columns: minmax(0, 1fr);
  }
  .list.sheet {
    max-height: 180px;
  }
}
</style>
