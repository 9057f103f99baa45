<script setup lang="ts">
import { phaseState, type PhaseLoad, type PowerReport } from '#core/power'
import type { FigureOf } from '#core/design'
import { usePreferences } from '~/stores/preferences'

const preferences = usePreferences()

/** Loads by phase against what the alternators give, and unit by unit. */
const { power } = defineProps<{ power: PowerReport }>()
const emit = defineEmits<{ why: [title: string, figure: FigureOf] }>()
const chosen = ref<string>()
const shown = computed<PhaseLoad>(
  () =>
    power.loads.find(load => load.phase === chosen.value) ??
    power.loads.reduce((most, load) => (load.typicalA > most.typicalA ? load : most))
)
const a = (value: number) => preferences.number(value, 1)
const amps = (key: string, title: string, value: (load: PhaseLoad) => number | undefined): Column<PhaseLoad> => ({
  key,
  title,
  value,
  text: load => (value(load) === undefined ? '—' : a(value(load)!)),
  number: true
})
/** Whether it is known what the alternators may give. */
const isLimited = (load: PhaseLoad) => load.engine !== 'stopped' && load.idleUnknown.length === 0
const phases: Column<PhaseLoad>[] = [
  { key: 'phase', title: 'Phase', value: load => load.phase },
  amps('continuous', 'Continuous A', load => load.continuousA),
  amps('intermittent', 'Intermittent', load => load.intermittentA),
  amps('transmit', 'Transmitting', load => load.transmitA),
  amps('typical', 'Typical A', load => load.typicalA),
  amps('minutes', '5 min max.', load => load.fiveMinutesA),
  amps('seconds', '5 s max.', load => load.fiveSecondsA),
  amps('limit', 'Continuous limit', load => (isLimited(load) ? load.limitA : undefined)),
  amps('margin', 'Margin', load => (isLimited(load) ? load.marginA : undefined)),
  { key: 'acts', title: 'Working', value: () => '', plain: true, width: '64px' }
]
type UnitLoad = PhaseLoad['byUnit'][number]
const draws = (key: string, title: string, value: (load: UnitLoad) => number): Column<UnitLoad> => ({
  key,
  title,
  value,
  text: load => (value(load) ? preferences.number(value(load), 2) : ''),
  number: true
})
const units: Column<UnitLoad>[] = [
  { key: 'unit', title: 'Unit', value: load => load.label },
  draws('continuous', 'Continuous', load => load.continuousA),
  draws('intermittent', 'Intermittent', load => load.intermittentA),
  draws('transmit', 'Transmitting', load => load.transmitA),
  draws('minutes', '5 min max.', load => load.fiveMinutesA),
  draws('seconds', '5 s max.', load => load.fiveSecondsA)
]
const phaseOf = (load: PhaseLoad) => load.phase
const unitOf = (load: UnitLoad) => load.unit
const phaseMarks = (load: PhaseLoad) => ({ class: load === shown.value ? 'here' : undefined })
</script>

<template>
  <div class="loads">
    <section class="sheet">
      <h2>Loads by phase</h2>
      <div class="chart"><ChartsLoadChart :power="power" /></div>
      <FactTable
        :rows="power.loads"
        :columns="phases"
        name="loads by phase"
        no-filter
        :key-of="phaseOf"
        :marks="phaseMarks"
      >
        <template #phase="{ row }">
          <span class="nowrap">
            <StateMark :state="phaseState(power.findings, row)" :size="13" />
            <v-btn variant="text" class="pick" :aria-pressed="row === shown" @click="chosen = row.phase">{{
              row.phase
            }}</v-btn>
          </span>
        </template>
        <template #typical="{ row }">
          <b>{{ a(row.typicalA) }}</b>
        </template>
        <template #limit="{ row }">
          <span v-if="row.engine === 'stopped'" class="quiet">on battery</span
          ><span v-else-if="row.idleUnknown.length" class="quiet"
            >unknown: enter the output at idle in Distribution</span
          ><template v-else
            >{{ a(row.limitA)
            }}<span class="quiet small"> of {{ a(row.capacityA) }}{{ row.atIdle ? ' idle' : '' }}</span></template
          >
        </template>
        <template #acts="{ row }">
          <v-btn
            class="details"
            :aria-label="`Working of the load in ${row.phase}`"
            @click="emit('why', `load in ${row.phase}`, { kind: 'load', of: row.phase })"
          >
            Details
          </v-btn>
        </template>
      </FactTable>
      <p class="small">
        With the alternators lost the batteries supply <b class="figures">{{ a(power.endurance.fullA) }} A</b> before
        shedding and <b class="figures">{{ a(power.endurance.shedA) }} A</b> after it.
      </p>
      <p class="quiet small">
        The continuous limit is 80 % of the rating of the alternators that feed a bus, or their output at idle if that
        is less. The 5 min maximum counts warm-up and the battery’s charge after the start; the 5 s maximum adds the
        starter, motors and the largest start. Before the start the battery supplies all loads.
      </p>
    </section>
    <section class="sheet">
      <h2>In {{ shown.phase }}</h2>
      <FactTable
        :rows="shown.byUnit"
        :columns="units"
        :name="`loads in ${shown.phase}`"
        :key-of="unitOf"
        empty="Nothing draws in this phase. Choose units with a power entry in Equipment."
      />
    </section>
  </div>
</template>

<style scoped>
/* The table is as wide as it can be with the findings open at 1280 px. */
.details {
  min-width: 0;
  padding-inline: 3px;
}
.loads {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
  align-items: start;
}
@media (min-width: 1500px) {
  .loads {
    grid-template-columns: minmax(0, 8fr) minmax(330px, 5fr);
  }
}
.chart {
  height: 216px;
  margin: 4px 0 8px;
}
.nowrap {
  white-space: nowrap;
}
.loads :deep(.here td) {
  background: var(--dye-wash);
}
.pick {
  padding: 0 4px;
  text-decoration: underline dotted;
}
</style>
