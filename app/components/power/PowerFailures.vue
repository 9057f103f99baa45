<script setup lang="ts">
import type { Scene } from '#core/power'
import { useBench } from '~/stores/bench'

/** Every failure played through: what goes dark at once, what can no longer be done, how long the rest lasts. */
const bench = useBench()
const { progress, run, stop } = useLongWork()
const scenes = shallowRef<Scene[]>()
const kind = ref('')
const KINDS: readonly [Scene['kind'] | '', string][] = [['', 'all'], ['alternator', 'alternators'], ['battery', 'batteries'], ['contactor', 'contactors'], ['bus', 'buses'], ['protector', 'breakers and fuses'], ['over-voltage', 'regulator']]
watch(() => bench.design, async (design) => {
  const { project, option } = bench
  if (!design || !project || !option) return
  scenes.value = await run('Playing the failures through…', (examiner, job, tell) => examiner.scenes(project, option.id, job, tell)) ?? scenes.value
}, { immediate: true })
const fed = computed(() => bench.design?.units.filter(unit => unit.item.power).length ?? 0)
const shown = computed(() => scenes.value?.filter(scene => kind.value === '' || scene.kind === kind.value) ?? [])
/** What a pilot cannot do without; the rest of what is lost is listed after. */
const GRAVE: readonly string[] = ['attitude', 'com', 'airspeed', 'altitude', 'heading', 'ignition']
const state = (scene: Scene) => scene.lostFunctions.some(one => GRAVE.includes(one)) ? 'stops work' as const : scene.dark.length || scene.minutes < (bench.project?.brief.wantedMinutes ?? 0) ? 'needs a decision' as const : 'holds' as const
const minutes = (scene: Scene) => Number.isFinite(scene.minutes) ? `${scene.minutes.toFixed(0)} min` : scene.kind === 'over-voltage' ? '' : 'as long as wanted'
</script>

<template>
  <section class="sheet">
    <div class="row"><h2>What if it fails</h2><div class="row tight" role="group" aria-label="Kind of failure"><button v-for="[key, says] in KINDS" :key="key" class="plain" :class="{ firm: kind === key }" :aria-pressed="kind === key" @click="kind = key">{{ says }}</button></div></div>
    <LongWork v-if="progress" :progress="progress" @stop="stop" />
    <table v-if="scenes" class="list">
      <thead><tr><th>Failure</th><th>Dark at once</th><th>On a battery of their own</th><th>No longer there</th><th class="number">The rest lasts</th></tr></thead>
      <tbody><tr v-for="scene in shown" :key="scene.id" :data-scene="scene.id"><td><StateMark :state="state(scene)" :size="13" /> {{ scene.name }}</td><td>{{ scene.dark.length > 6 ? `${scene.dark.slice(0, 6).map(one => one.label).join(', ')} and ${scene.dark.length - 6} more` : scene.dark.map(one => one.label).join(', ') || 'nothing' }}<span v-if="scene.dark.length" class="quiet">; {{ fed - scene.dark.length }} of {{ fed }} are left</span></td><td>{{ scene.onOwn.map(one => `${one.label} ${one.minutes} min`).join(', ') }}</td><td><b v-for="one in scene.lostFunctions.filter(f => GRAVE.includes(f))" :key="one">{{ one }}, </b>{{ scene.lostFunctions.filter(f => !GRAVE.includes(f)).join(', ') }}</td><td class="number figures">{{ minutes(scene) }}</td></tr></tbody>
    </table>
    <p class="quiet small">Switches stand as in normal flight; where every alternator is lost the pilot sets them and sheds after the delay. “No longer there” is what nothing else on board provides. The regulator’s scene names what bears too few volts.</p>
  </section>
</template>

<style scoped>
.tight { gap: 3px; } td { max-width: 360px; }
</style>
