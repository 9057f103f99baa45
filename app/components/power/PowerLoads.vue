<script setup lang="ts">
import type { PhaseLoad, PowerReport } from '#core/power'
import type { FigureOf } from '#core/design'
import { useTaste } from '~/stores/taste'

const taste = useTaste()

/** Loads by phase against what the alternators give, and unit by unit. */
const { power } = defineProps<{ power: PowerReport }>()
const emit = defineEmits<{ why: [title: string, figure: FigureOf] }>()
const chosen = ref<string>()
const shown = computed<PhaseLoad>(
  () =>
    power.loads.find(load => load.phase === chosen.value) ??
    power.loads.reduce((most, load) => (load.typicalA > most.typicalA ? load : most))
)
const a = (value: number) => taste.number(value, 1)
const state = (load: PhaseLoad) =>
  load.engine === 'stopped' || load.marginA >= 0
    ? ('holds' as const)
    : load.atIdle
      ? ('decide' as const)
      : ('must fix' as const)
</script>

<template>
  <div class="loads">
    <section class="sheet">
      <h2>Loads by phase</h2>
      <div class="chart"><ChartsLoadChart :power="power" /></div>
      <table class="list">
        <thead>
          <tr>
            <th>Phase</th>
            <th class="number">Continuous A</th>
            <th class="number">Intermittent</th>
            <th class="number">Transmitting</th>
            <th class="number">Typical A</th>
            <th class="number">5 min max.</th>
            <th class="number">5 s max.</th>
            <th class="number">Continuous limit</th>
            <th class="number">Margin</th>
            <th><span class="screen-reader">Working</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="load in power.loads" :key="load.phase" :class="{ here: load === shown }">
            <td class="nowrap">
              <StateMark :state="state(load)" :size="13" />
              <button class="link" :aria-pressed="load === shown" @click="chosen = load.phase">{{ load.phase }}</button>
            </td>
            <td class="number figures">{{ a(load.continuousA) }}</td>
            <td class="number figures">{{ a(load.intermittentA) }}</td>
            <td class="number figures">{{ a(load.transmitA) }}</td>
            <td class="number figures">
              <b>{{ a(load.typicalA) }}</b>
            </td>
            <td class="number figures">{{ a(load.fiveMinutesA) }}</td>
            <td class="number figures">{{ a(load.fiveSecondsA) }}</td>
            <td class="number figures">
              <template v-if="load.engine === 'stopped'"><span class="quiet">on battery</span></template
              ><template v-else
                >{{ a(load.limitA)
                }}<span class="quiet small"> of {{ a(load.capacityA) }}{{ load.atIdle ? ' idle' : '' }}</span></template
              >
            </td>
            <td class="number figures">{{ load.engine === 'stopped' ? '—' : a(load.marginA) }}</td>
            <td class="number">
              <v-btn
                :aria-label="`Working of the load in ${load.phase}`"
                @click="emit('why', `load in ${load.phase}`, { kind: 'load', of: load.phase })"
              >
                why
              </v-btn>
            </td>
          </tr>
          <tr>
            <td>alternator lost, before shedding</td>
            <td colspan="3" class="quiet">on the batteries</td>
            <td class="number figures">
              <b>{{ a(power.endurance.fullA) }}</b>
            </td>
            <td colspan="5" />
          </tr>
          <tr>
            <td>alternator lost, after shedding</td>
            <td colspan="3" class="quiet">on the batteries</td>
            <td class="number figures">
              <b>{{ a(power.endurance.shedA) }}</b>
            </td>
            <td colspan="5" />
          </tr>
        </tbody>
      </table>
      <p class="quiet small">
        The continuous limit is 80 % of the rating of the alternators that reach a bus, or at idle what they give there
        if that is less. The 5 min maximum counts warm-up and the battery’s charge after the start; the 5 s maximum adds
        the starter, motors and the largest start. Before the start the battery gives all.
      </p>
    </section>
    <section class="sheet">
      <h2>In {{ shown.phase }}</h2>
      <table class="list">
        <thead>
          <tr>
            <th>Unit</th>
            <th class="number">Continuous</th>
            <th class="number">Intermittent</th>
            <th class="number">Transmitting</th>
            <th class="number">5 min max.</th>
            <th class="number">5 s max.</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="load in shown.byUnit" :key="load.unit">
            <td>{{ load.label }}</td>
            <td class="number figures">{{ taste.number(load.continuousA, 2) }}</td>
            <td class="number figures">{{ load.intermittentA ? taste.number(load.intermittentA, 2) : '' }}</td>
            <td class="number figures">{{ load.transmitA ? taste.number(load.transmitA, 2) : '' }}</td>
            <td class="number figures">{{ taste.number(load.fiveMinutesA, 2) }}</td>
            <td class="number figures">{{ taste.number(load.fiveSecondsA, 2) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="!shown.byUnit.length" class="quiet small">
        Nothing draws in this phase. Choose units with a power entry in Equipment.
      </p>
    </section>
  </div>
</template>

<style scoped>
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
.here td {
  background: var(--dye-wash);
}
.link {
  border: 0;
  background: none;
  padding: 0;
  font: inherit;
  color: inherit;
  text-decoration: underline dotted;
  cursor: pointer;
}
table .plain {
  padding: 0 5px;
  font-size: 11.5px;
}
</style>
