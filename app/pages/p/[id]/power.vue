<script setup lang="ts">
import { BREAKER_SIZES_A, GAUGES, loadWorking, type Circuit } from '#core/power'
import { formatAmps } from '#core/quantity'
import type { Working } from '#core/project'
import { useBench } from '~/stores/bench'
import { useTaste } from '~/stores/taste'

const bench = useBench()
const taste = useTaste()
const power = computed(() => bench.report?.power)
const working = shallowRef<{ title: string, working: Working }>()
const workingOpen = computed({ get: () => !!working.value, set: (open) => { if (!open) working.value = undefined } })

function choose(circuit: Circuit, patch: { breakerA?: number, awg?: number }) {
  if (!bench.option) return
  const was = bench.option.circuits.find(one => one.unit === circuit.unit)
  const next = { unit: circuit.unit, ...was, ...patch } as { unit: string, breakerA?: number, awg?: 22 }
  if (next.breakerA === circuit.proposed.breakerA) delete next.breakerA
  if (next.awg === circuit.proposed.awg) delete next.awg
  if (next.breakerA === undefined && next.awg === undefined) { if (was) bench.act([{ type: 'circuit.clear', option: bench.option.id, unit: circuit.unit }], `${circuit.label}: the proposed circuit`) } else bench.act([{ type: 'circuit.set', option: bench.option.id, circuit: next }], `${circuit.label}: own choice of circuit`)
}
function setShed(id: string, shed: boolean) {
  const unit = bench.option?.units.find(one => one.id === id)
  if (unit && bench.option) bench.act([{ type: 'unit.set', option: bench.option.id, unit: { ...unit, shed } }], `${unit.label}: ${shed ? 'shed' : 'keep on'} when the alternator quits`)
}
const num = (event: Event) => Number((event.target as HTMLSelectElement).value)
const own = (circuit: Circuit) => bench.option?.circuits.some(one => one.unit === circuit.unit)
const AWGS = GAUGES.filter(one => one.awg <= 22).map(one => one.awg)
const ROW = 15
/** Units fed, most first, for the one-line drawing; the essential ones stand on their own part of the bus. */
const branches = computed(() => {
  const kept = new Set(power.value?.endurance.kept.map(one => one.unit))
  const list = power.value?.circuits ?? []
  return { kept: list.filter(one => kept.has(one.unit)), shed: list.filter(one => !kept.has(one.unit)) }
})
</script>

<template>
  <div v-if="power" class="page">
    <h1>Power</h1>
    <p class="caution">A load analysis to plan with. The breaker protects the wire, not the box; whoever signs for the work decides. Figures come from the catalogue entries: enter the maker’s own.</p>
    <div class="two">
      <section class="sheet"><h2>Loads by phase</h2><div class="chart"><ChartsLoadChart :loads="power.loads" /></div>
        <table class="list"><thead><tr><th>Phase</th><th class="number">Typical A</th><th class="number">Most A</th><th class="number">Margin A</th><th><span class="screen-reader">Working</span></th></tr></thead>
          <tbody><tr v-for="load in power.loads" :key="load.phase"><td class="nowrap"><StateMark :state="load.phase === 'start' || load.marginA >= 0 ? 'holds' : 'stops work'" :size="13" /> {{ load.phase }}</td><td class="number figures">{{ load.typicalA.toFixed(1) }}</td><td class="number figures">{{ load.worstA.toFixed(1) }}</td><td class="number figures">{{ load.marginA.toFixed(1) }}</td><td class="number"><button class="plain" :aria-label="`Working of the load in ${load.phase}`" @click="bench.design && (working = { title: `load in ${load.phase}`, working: loadWorking(load, bench.design) })">why</button></td></tr></tbody></table>
      </section>
      <section class="sheet"><h2>The alternator has just quit</h2>
        <p class="answer"><span class="figures big">{{ Number.isFinite(power.endurance.minutes) ? power.endurance.minutes.toFixed(0) : '∞' }}</span> minutes on {{ bench.project!.airframe.battery.name }}, {{ bench.project!.airframe.pilotDelayMinutes }} of them at {{ formatAmps(power.endurance.fullA) }} before you shed, then {{ formatAmps(power.endurance.shedA) }}. <button class="plain" @click="working = { title: 'minutes on battery', working: power.endurance.working }">Show working</button></p>
        <div class="chart"><ChartsEnduranceChart v-if="Number.isFinite(power.endurance.minutes)" :endurance="power.endurance" :wanted="bench.project!.brief.wantedMinutes" :delay="bench.project!.airframe.pilotDelayMinutes" /></div>
        <div class="shed">
          <div><h3>Stay on</h3><p v-for="load in power.endurance.kept" :key="load.unit" class="row load"><span class="grow" :title="load.label">{{ load.label }}</span><span class="figures small">{{ formatAmps(load.amps) }}</span><button class="plain" :aria-label="`Shed ${load.label}`" @click="setShed(load.unit, true)">shed</button></p><p v-if="!power.endurance.kept.length" class="quiet small">Nothing that draws.</p></div>
          <div><h3>Shed</h3><p v-for="load in power.endurance.shed" :key="load.unit" class="row load"><span class="grow" :title="load.label">{{ load.label }}</span><span class="figures small">{{ formatAmps(load.amps) }}</span><button class="plain" :aria-label="`Keep ${load.label} on`" @click="setShed(load.unit, false)">keep</button></p></div>
        </div>
        <p class="quiet small">A first estimate at mean battery voltage. A tired or cold battery gives less.</p>
      </section>
    </div>
    <section class="sheet"><h2>One line</h2>
      <svg class="one-line" :viewBox="`0 0 760 ${Math.max(branches.kept.length, branches.shed.length) * ROW + 62}`" role="img" aria-label="One-line drawing: alternator and battery feed the bus; each unit hangs on its breaker. The table below has the same.">
        <g class="draw">
          <circle cx="60" cy="26" r="15" /><text x="60" y="30" text-anchor="middle">ALT</text><rect x="140" y="13" width="44" height="26" /><text x="162" y="30" text-anchor="middle">BAT</text>
          <path d="M75 26H140M184 26H720" /><path class="bus" d="M210 26H720" /><text x="212" y="18">bus {{ bench.project!.airframe.systemV }} V</text>
          <path class="bus" :d="`M240 26V${branches.kept.length * ROW + 40}M500 26V${branches.shed.length * ROW + 40}`" /><text x="246" y="44">stays on</text><text x="506" y="44">shed</text>
          <g v-for="(side, which) in branches" :key="which">
            <g v-for="(circuit, index) in side" :key="circuit.unit" :transform="`translate(${which === 'kept' ? 240 : 500} ${index * ROW + 54})`"><path d="M0 0H14M30 0H44" /><path d="M14 -3.5a8 8 0 0 1 16 0" class="breaker" /><text x="50" y="3.5">{{ circuit.label }}</text><text x="196" y="3.5" class="amount" text-anchor="end">{{ circuit.breakerA }} A</text></g>
          </g>
        </g>
      </svg>
    </section>
    <section class="sheet"><h2>Circuits</h2>
      <table class="list">
        <thead><tr><th>Unit</th><th class="number">Steady A</th><th class="number">Brief A</th><th>Breaker</th><th>Wire</th><th class="number">Run out + back</th><th class="number">Drop V</th><th class="number">Limit V</th><th>Why</th></tr></thead>
        <tbody>
          <tr v-for="circuit in power.circuits" :key="circuit.unit" :data-circuit="circuit.unit">
            <td>{{ circuit.label }}</td><td class="number figures">{{ circuit.steadyA.toFixed(2) }}</td><td class="number figures">{{ circuit.briefA.toFixed(2) }}</td>
            <td><select :value="circuit.breakerA" :aria-label="`Breaker of ${circuit.label}`" @change="event => choose(circuit, { breakerA: num(event) })"><option v-for="size in BREAKER_SIZES_A" :key="size" :value="size">{{ size }} A{{ size === circuit.proposed.breakerA ? ' ·' : '' }}</option></select></td>
            <td><select :value="circuit.awg" :aria-label="`Wire of ${circuit.label}`" @change="event => choose(circuit, { awg: num(event) })"><option v-for="awg in AWGS" :key="awg" :value="awg">AWG {{ awg }}{{ awg === circuit.proposed.awg ? ' ·' : '' }}</option></select></td>
            <td class="number figures">{{ taste.run(circuit.outMm + circuit.returnMm) }}</td><td class="number figures">{{ circuit.dropV.toFixed(3) }}</td><td class="number figures">{{ circuit.dropLimitV }}</td>
            <td class="row"><button class="plain" :aria-label="`Why this breaker for ${circuit.label}`" @click="working = { title: `breaker of ${circuit.label}`, working: circuit.workings.breaker }">breaker</button><button class="plain" :aria-label="`Why this wire for ${circuit.label}`" @click="working = { title: `wire of ${circuit.label}`, working: circuit.workings.wire }">wire</button><button class="plain" :aria-label="`Working of the drop of ${circuit.label}`" @click="working = { title: `drop of ${circuit.label}`, working: circuit.workings.drop }">drop</button><span v-if="own(circuit)" class="small quiet">own choice</span></td>
          </tr>
        </tbody>
      </table>
      <p v-if="!power.circuits.length" class="quiet">Nothing takes current yet.</p>
      <p class="quiet small">A dot marks what the tables propose: protector chart, bundle amps, allowable drop.</p>
    </section>
    <FrameWorkingDialog v-model="workingOpen" :title="working?.title ?? ''" :working="working?.working" />
  </div>
</template>

<style scoped>
.page { padding: 14px 18px; display: grid; gap: 12px; grid-template-columns: minmax(0, 1fr); }
.two { display: grid; grid-template-columns: minmax(0, 6fr) minmax(0, 7fr); gap: 12px; align-items: start; }
.chart { height: 190px; margin: 6px 0; }
.big { font-size: 26px; }
.answer { line-height: 1.5; }
.shed { display: grid; grid-template-columns: repeat(2, minmax(0, 1fr)); gap: 14px; max-height: 210px; overflow: auto; }
.nowrap { white-space: nowrap; }
.two table .plain { padding: 0 5px; font-size: 11.5px; }
.load { font-size: 12.5px; padding: 1px 0; flex-wrap: nowrap; border-bottom: 1px solid var(--rule); }
.load .plain { padding: 0 5px; font-size: 11.5px; white-space: nowrap; }
.load .figures { white-space: nowrap; }
.load .grow { overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
.one-line { width: 100%; max-height: 420px; }
.draw path, .draw circle, .draw rect { fill: none; stroke: var(--graphite); stroke-width: 1.2; }
.draw .bus { stroke-width: 3; stroke: var(--dye); }
.draw text { font: 10px 'B612', sans-serif; fill: var(--graphite); } .draw .amount { font-family: 'B612 Mono', monospace; fill: var(--quiet); }
</style>
