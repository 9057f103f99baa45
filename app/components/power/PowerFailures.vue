<script setup lang="ts">
import type { Scene } from '#core/power'
import { useBench } from '~/stores/bench'
import { useTaste } from '~/stores/taste'

const taste = useTaste()

/** Every failure played through: what goes dark at once, what can no longer be done, how long the rest lasts. */
const bench = useBench()
const { progress, run, stop } = useLongWork()
const scenes = shallowRef<Scene[]>()
const kind = ref('')
const KINDS: readonly [Scene['kind'] | '', string][] = [
  ['', 'all'],
  ['alternator', 'alternators'],
  ['battery', 'batteries'],
  ['contactor', 'contactors'],
  ['feeder', 'feeders'],
  ['bus', 'buses'],
  ['protector', 'breakers and fuses'],
  ['over-voltage', 'regulator']
]
watch(
  () => bench.design,
  async design => {
    const { option } = bench
    if (!design || !option) return
    scenes.value =
      (await run('Playing the failures through…', (examiner, job, tell) => examiner.scenes(option.id, job, tell))) ??
      scenes.value
  },
  { immediate: true }
)
const shown = computed(() => scenes.value?.filter(scene => kind.value === '' || scene.kind === kind.value) ?? [])
/** What a pilot cannot do without; the rest of what is lost is listed after. */
const GRAVE: readonly string[] = ['attitude', 'com', 'airspeed', 'altitude', 'heading', 'ignition']
const state = (scene: Scene) =>
  scene.lostFunctions.some(one => GRAVE.includes(one))
    ? ('must fix' as const)
    : scene.dark.length || scene.minutes < (bench.project?.brief.wantedMinutes ?? 0)
      ? ('decide' as const)
      : ('holds' as const)
const minutes = (scene: Scene) =>
  scene.fedNow === 0
    ? 'nothing is left'
    : Number.isFinite(scene.minutes)
      ? `${taste.number(scene.minutes, 0)} min`
      : scene.kind === 'over-voltage'
        ? ''
        : 'as long as wanted'
const names = (list: readonly { label: string }[]) => list.map(one => one.label).join(', ')
/** Longer lists are folded: their number says most. */
const SHOWN = 4
const grave = (scene: Scene) => scene.lostFunctions.filter(one => GRAVE.includes(one))
const rest = (scene: Scene) => scene.lostFunctions.filter(one => !GRAVE.includes(one))
</script>

<template>
  <section class="sheet">
    <div class="row">
      <h2>What if it fails</h2>
      <div class="row tight" role="group" aria-label="Kind of failure">
        <v-btn
          v-for="[key, says] in KINDS"
          :key="key"
          :color="kind === key ? 'primary' : undefined"
          :variant="kind === key ? 'flat' : 'outlined'"
          :aria-pressed="kind === key"
          @click="kind = key"
        >
          {{ says }}
        </v-btn>
      </div>
    </div>
    <LongWork v-if="progress" :progress="progress" @stop="stop" />
    <table v-if="scenes" class="list">
      <thead>
        <tr>
          <th>Failure</th>
          <th>Dark at once</th>
          <th>No longer there</th>
          <th>What switches can do</th>
          <th class="number">The rest lasts</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="scene in shown" :key="scene.id" :data-scene="scene.id">
          <td><StateMark :state="state(scene)" :size="13" /> {{ scene.name }}</td>
          <td>
            <template v-if="!scene.dark.length">nothing</template
            ><template v-else-if="scene.dark.length <= SHOWN">{{ names(scene.dark) }}</template>
            <details v-else>
              <summary>{{ scene.dark.length }} of {{ scene.fedBefore }} units</summary>
              {{ names(scene.dark) }}
            </details>
            <span v-if="scene.onOwn.length" class="quiet small own"
              >on its own battery: {{ scene.onOwn.map(one => `${one.label} ${one.minutes} min`).join(', ') }}</span
            >
          </td>
          <td>
            <b>{{ grave(scene).join(', ') }}</b><template v-if="grave(scene).length && rest(scene).length">, </template
            ><template v-if="rest(scene).length <= SHOWN">{{ rest(scene).join(', ') }}</template>
            <details v-else>
              <summary>{{ rest(scene).length }} {{ grave(scene).length ? 'more' : 'things' }}</summary>
              {{ rest(scene).join(', ') }}
            </details>
          </td>
          <td>
            <template v-if="scene.rescue"
              ><b>{{ scene.rescue.set.map(one => `${one.switch} to ${one.to}`).join(', ') }}</b
              ><template v-if="scene.rescue.back.length">
                brings back <template v-if="scene.rescue.back.length <= SHOWN">{{ names(scene.rescue.back) }}</template>
                <details v-else>
                  <summary>{{ scene.rescue.back.length }} units</summary>
                  {{ names(scene.rescue.back) }}
                </details></template
              ><template v-if="Number.isFinite(scene.rescue.minutes)"
                >: <span class="figures">{{ taste.number(scene.rescue.minutes, 0) }} min</span></template
              ></template
            ><span v-else-if="scene.dark.length" class="quiet">no switch helps</span>
          </td>
          <td class="number figures">{{ minutes(scene) }}</td>
        </tr>
      </tbody>
    </table>
    <p class="quiet small">
      Switches stand as in normal flight; where every alternator is lost the pilot sets them and sheds after the delay.
      “No longer there” is what nothing else on board provides; the switches named feed most again, or make the rest
      last longest. The regulator’s scene names what bears too few volts.
    </p>
  </section>
</template>

<style scoped>
.tight {
  gap: 3px;
}
td {
  max-width: 240px;
}
.own {
  display: block;
}
summary {
  cursor: pointer;
  text-decoration: underline dotted;
  list-style: none;
  display: inline;
}
summary::-webkit-details-marker {
  display: none;
}
details {
  display: inline;
}
</style>
