<script setup lang="ts">
import { COAX_KINDS, type Unit } from '#core/document'
import type { DesignUnit, FigureOf } from '#core/design'
import { positionOf } from '#core/airframe'
import {
  DRAG_FACTOR,
  LEAST_RIVETS,
  MOST_DEG,
  RIVETED_FOR,
  type Apart,
  type Disturbance,
  type RadioChain,
  type WiringReport
} from '#core/wiring'
import { useBench } from '~/stores/bench'
import { NEWTONS_PER_POUND } from '#core/quantity'
import { usePreferences } from '~/stores/preferences'

/** Aerials and their coax, how far apart they stand; buses; what turns the compass. */
const { wiring } = defineProps<{ wiring: WiringReport }>()
const emit = defineEmits<{ why: [title: string, figure: FigureOf] }>()
const bench = useBench()
const preferences = usePreferences()
const byId = computed(() => new Map(bench.examined!.units.map(unit => [unit.id, unit])))
const nameOf = (id: string) => byId.value.get(id)?.label ?? id
function setCoax(chain: RadioChain, kind: string) {
  const { option } = bench
  const mark = option?.wires.find(wire => wire.wire === chain.link)
  const { coax: _, ...rest } = { wire: chain.link, ...mark }
  if (option)
    bench.act(
      [{ type: 'wires.put', option: option.id, wires: [kind ? { ...rest, coax: kind as 'double shield' } : rest] }],
      `Coax of ${nameOf(chain.radio)}`
    )
}
/** Where a unit is, entered of it and not of its place. */
function setPosition(id: string, patch: Partial<Pick<Unit, 'armMm' | 'acrossMm' | 'upMm'>>) {
  const { option } = bench
  const unit = option?.units.find(unit => unit.id === id)
  if (option && unit)
    bench.act([{ type: 'unit.set', option: option.id, unit: { ...unit, ...patch } }], `Place ${unit.label}`)
}
const placed = computed(() => [
  ...wiring.radio.antennas.map(antenna => antenna.unit),
  ...new Set(wiring.disturbances.map(disturbance => disturbance.magnetometer))
])
const antennaOf = (id: string) => wiring.radio.antennas.find(antenna => antenna.unit === id)
/** What the air pulls an antenna by, in pounds or newtons. */
function airLoad({ id }: DesignUnit): number | undefined {
  const pounds = antennaOf(id)?.dragLb
  return pounds !== undefined && preferences.system === 'metric' ? pounds * NEWTONS_PER_POUND : pounds
}
const apartColumns = computed((): Column<Apart>[] => [
  { key: 'a', title: 'Aerial', value: pair => nameOf(pair.a) },
  { key: 'b', title: 'and', value: pair => nameOf(pair.b) },
  {
    key: 'apart',
    title: 'Apart',
    of: 'length',
    value: pair => pair.atLeastMm,
    text: pair => `${pair.known ? '' : 'at least '}${preferences.length(pair.atLeastMm)}`,
    number: true
  },
  { key: 'wanted', title: 'Wanted', of: 'length', value: pair => pair.wantedMm },
  {
    key: 'state',
    title: 'State',
    value: pair => (pair.atLeastMm >= pair.wantedMm ? 'far enough' : pair.known ? 'too near' : 'not known')
  }
])
const turned = computed(() => wiring.disturbances.slice(0, 40))
const turnColumns = computed((): Column<Disturbance>[] => [
  { key: 'sensor', title: 'Magnetometer', value: disturbance => nameOf(disturbance.magnetometer) },
  {
    key: 'wire',
    title: 'Wire',
    value: disturbance => (disturbance.unit ? nameOf(disturbance.unit) : disturbance.wire)
  },
  {
    key: 'amps',
    title: 'Amps',
    value: disturbance => disturbance.amps,
    text: disturbance => preferences.amps(disturbance.amps),
    number: true
  },
  { key: 'back', title: 'Return', value: disturbance => (disturbance.paired ? 'next to it' : 'elsewhere') },
  {
    key: 'near',
    title: 'Comes as near as',
    of: 'length',
    value: disturbance => disturbance.atLeastMm,
    text: disturbance => `${disturbance.known ? '' : 'perhaps '}${preferences.length(disturbance.atLeastMm)}`,
    number: true
  },
  {
    key: 'degrees',
    title: 'Heading, °',
    value: disturbance => disturbance.degrees ?? 90,
    text: disturbance => (disturbance.degrees === undefined ? 'may touch' : preferences.number(disturbance.degrees, 1)),
    number: true
  },
  { key: 'wanted', title: 'Keep away', of: 'length', value: disturbance => disturbance.wantedMm },
  { key: 'why', title: 'Working', value: () => '', plain: true, width: '60px' }
])
const coaxOf = (chain: RadioChain) => bench.option!.wires.find(wire => wire.wire === chain.link)?.coax ?? ''
const coaxColumns = computed((): Column<RadioChain>[] => [
  { key: 'radio', title: 'Radio', value: chain => nameOf(chain.radio) },
  { key: 'aerial', title: 'Aerial', value: chain => nameOf(chain.antenna) },
  { key: 'coax', title: 'Coax', value: chain => coaxOf(chain) || 'not said', width: '190px' },
  { key: 'lies', title: 'Length', of: 'run', value: chain => chain.lengthMm },
  { key: 'connectors', title: 'Connectors', value: chain => chain.connectors, number: true },
  { key: 'mhz', title: 'At MHz', digits: 0, value: chain => chain.mhz },
  { key: 'loss', title: 'Loss, dB', digits: 1, value: chain => chain.lossDb },
  { key: 'allowed', title: 'Allowed', digits: 1, value: chain => chain.mostDb }
])
const linkOf = (chain: RadioChain) => chain.link
const coaxMarks = (chain: RadioChain) => ({ 'data-coax': chain.link })
const SIDES = [
  ['armMm', 'Arm'],
  ['acrossMm', 'Right of the middle'],
  ['upMm', 'Height']
] as const
const standing = computed(() => placed.value.flatMap(id => byId.value.get(id) ?? []))
const standingColumns = computed((): Column<DesignUnit>[] => [
  { key: 'unit', title: 'Unit', value: unit => unit.label },
  { key: 'place', title: 'Place', value: unit => unit.place.name },
  ...SIDES.map(([key, title]) => ({
    key,
    title,
    of: 'length' as const,
    value: (unit: DesignUnit) => positionOf(unit)[key],
    text: (unit: DesignUnit) => (positionOf(unit)[key] === undefined ? '' : preferences.length(positionOf(unit)[key]!)),
    width: '112px'
  })),
  {
    key: 'plane',
    title: 'Ground plane',
    of: 'length',
    value: unit => antennaOf(unit.id)?.groundPlaneMm,
    text: unit => (antennaOf(unit.id) ? preferences.length(antennaOf(unit.id)!.groundPlaneMm) : ''),
    number: true
  },
  { key: 'drag', title: `Air load, ${preferences.system === 'inch' ? 'lb' : 'N'}`, value: airLoad, number: true },
  { key: 'rivets', title: 'Rivets', value: unit => antennaOf(unit.id)?.rivets, number: true, hidden: true }
])
const unitId = (unit: DesignUnit) => unit.id
const standingMarks = (unit: DesignUnit) => ({ 'data-placed': unit.id })
</script>

<template>
  <div class="radio">
    <section class="sheet">
      <h2>Coax</h2>
      <FactTable
        v-if="wiring.radio.chains.length"
        name="coax of each radio"
        no-filter
        :rows="wiring.radio.chains"
        :columns="coaxColumns"
        :key-of="linkOf"
        :marks="coaxMarks"
      >
        <template #coax="{ row: chain }">
          <ChoiceField
            hide-label
            :label="`Coax of ${nameOf(chain.radio)}, ${chain.aerial}`"
            :items="[
              { value: '', title: chain.old ? 'old: look what it is' : 'not said: double' },
              ...COAX_KINDS.map(kind => ({ value: kind as string, title: kind }))
            ]"
            :model-value="bench.option!.wires.find(mark => mark.wire === chain.link)?.coax ?? ''"
            @update:model-value="kind => setCoax(chain, kind)"
          />
        </template>
        <template #loss="{ row: chain }"
          ><span :class="{ over: chain.lossDb > chain.mostDb }">
            {{ preferences.number(chain.lossDb, 1)
            }}<button
              class="ask"
              :aria-label="`Working of the loss of ${nameOf(chain.radio)}, ${chain.aerial}`"
              title="Why?"
              @click="emit('why', `coax of ${nameOf(chain.radio)}`, { kind: 'coax', of: chain.link })"
            >
              ?
            </button>
            <br /><span class="quiet small"
              >{{ chain.coax === 'double shield' ? 'single' : 'double' }}
              {{ preferences.number(chain.otherDb, 1) }}</span
            >
          </span></template
        >
        <template #allowed="{ row: chain }">
          {{ preferences.number(chain.mostDb, 1) }}<br /><span class="quiet small">{{
            chain.entered ? 'maker’s' : 'usual'
          }}</span>
        </template>
      </FactTable>
      <p v-if="!wiring.radio.chains.length" class="quiet">No radio is connected to an antenna.</p>
    </section>
    <section class="sheet">
      <h2>Positions</h2>
      <p class="small quiet">
        Arm from the datum; distance right of the centerline (left is negative); height above the cabin floor. Empty
        fields use the position of the location.
      </p>
      <FactTable
        name="positions of antennas and magnetometers"
        no-filter
        :rows="standing"
        :columns="standingColumns"
        :key-of="unitId"
        :marks="standingMarks"
      >
        <template v-for="[key, says] in SIDES" :key="key" #[key]="{ row: unit }">
          <MeasuredField
            :label="`${says} of ${unit.label}`"
            :model-value="positionOf(unit)[key]"
            @update:model-value="value => setPosition(unit.id, { [key]: value })"
          />
        </template>
        <template #drag="{ row: unit }">
          <template v-if="antennaOf(unit.id)?.dragLb !== undefined"
            >{{ preferences.number(airLoad(unit)!, 1) }} {{ preferences.system === 'inch' ? 'lb' : 'N' }}<br /><span
              class="quiet small"
              >{{ antennaOf(unit.id)!.rivets }} rivets</span
            ></template
          >
        </template>
      </FactTable>
      <div class="row end">
        <QuantityField
          kind="plain"
          label="Never-exceed speed, kt"
          class="speed"
          :least="0"
          :most="400"
          :model-value="bench.project!.airframe.neverExceedKt ?? 0"
          @update:model-value="
            value =>
              bench.act(
                [
                  {
                    type: 'airframe.set',
                    airframe: { ...bench.project!.airframe, neverExceedKt: value > 0 ? value : undefined }
                  }
                ],
                'Never-exceed speed'
              )
          "
        />
        <p class="small quiet">
          Air load D = {{ preferences.short(DRAG_FACTOR, 6) }} · A · V², in pounds of square feet and miles an hour (AC
          43.13-2B chapter 3); rivets of {{ preferences.length(3.175) }} in a doubler at {{ RIVETED_FOR }} times that
          load, {{ LEAST_RIVETS }} at least. On thin skin an aerial wants a doubler behind it.
        </p>
      </div>
      <FactTable
        v-if="wiring.radio.apart.length"
        name="distances between aerials"
        no-filter
        :rows="wiring.radio.apart"
        :columns="apartColumns"
        :key-of="(pair: Apart) => `${pair.a} ${pair.b}`"
      >
        <template #state="{ row }"
          ><StateMark
            :state="row.atLeastMm >= row.wantedMm ? 'met' : row.known ? 'decide' : 'check by hand'"
            :size="13"
          />
          {{ row.atLeastMm >= row.wantedMm ? 'far enough' : row.known ? 'too near' : 'not known' }}</template
        >
      </FactTable>
    </section>
    <section class="sheet">
      <h2>Compass</h2>
      <p v-if="!turned.length" class="quiet">There is no magnetometer here that a wire could turn.</p>
      <template v-else>
        <p class="small quiet">
          What the steady current of each wire may do to the heading; up to {{ MOST_DEG }}° are taken as allowed, the
          maker’s manual rules. What flows back through the structure is not counted: swing it on the ground with
          everything on and off.
        </p>
        <FactTable
          name="what turns the compass"
          no-filter
          :rows="turned"
          :columns="turnColumns"
          :key-of="(row: Disturbance) => `${row.magnetometer} ${row.wire}`"
        >
          <template #why="{ row }"
            ><button
              class="ask"
              :aria-label="`Working for ${row.unit ? nameOf(row.unit) : row.wire}`"
              @click="
                emit('why', `heading by the wire of ${row.unit ? nameOf(row.unit) : row.wire}`, {
                  kind: 'magnetometer',
                  of: `${row.magnetometer} ${row.wire}`
                })
              "
            >
              ?
            </button></template
          >
        </FactTable>
      </template>
    </section>
    <WiringIron v-if="wiring.iron.length || wiring.disturbances.length" :wiring="wiring" />
    <WiringStanding :wiring="wiring" />
  </div>
</template>

<style scoped>
.radio {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
}
.row.end {
  margin-top: 12px;
}
.speed {
  flex: none;
  width: 180px;
}
.over {
  color: var(--grease);
  font-weight: 700;
}
</style>
