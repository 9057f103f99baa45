<script setup lang="ts">
import type { Scene } from '#core/power'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

const preferences = usePreferences()

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
  scene.lostFunctions.some(lostFunction => GRAVE.includes(lostFunction))
    ? ('must fix' as const)
    : scene.dark.length || scene.minutes < (bench.project?.brief.wantedMinutes ?? 0)
      ? ('decide' as const)
      : ('holds' as const)
const minutes = (scene: Scene) =>
  scene.fedNow === 0
    ? 'nothing is left'
    : Number.isFinite(scene.minutes)
      ? `${preferences.number(scene.minutes, 0)} min`
      : scene.kind === 'over-voltage'
        ? ''
        : 'required time met'
const names = (list: readonly { label: string }[]) => list.map(named => named.label).join(', ')
/** Longer lists are folded: their number says most. */
const SHOWN = 4
const grave = (scene: Scene) => scene.lostFunctions.filter(lostFunction => GRAVE.includes(lostFunction))
const columns = computed((): Column<Scene>[] => [
  { key: 'name', title: 'Failure', value: scene => preferences.say(scene.name) },
  { key: 'dark', title: 'Lost immediately', value: scene => names(scene.dark) },
  { key: 'lost', title: 'No longer there', value: scene => scene.lostFunctions.join(', ') },
  {
    key: 'switches',
    title: 'What switches can do',
    value: scene => scene.rescue?.set.map(setting => `${setting.switch} to ${setting.to}`).join(', ')
  },
  {
    key: 'lasts',
    title: 'The rest lasts, min',
    value: scene => (Number.isFinite(scene.minutes) && scene.fedNow ? scene.minutes : undefined),
    text: minutes,
    number: true
  }
])
const idOf = (scene: Scene) => scene.id
const marks = (scene: Scene) => ({ 'data-scene': scene.id })
const rest = (scene: Scene) => scene.lostFunctions.filter(lostFunction => !GRAVE.includes(lostFunction))
</script>

<template>
  <section class="sheet">
    <div class="row">
      <h2>What if it fails</h2>
      <div class="row tight" role="group" aria-label="Kind of failure">
        <ToggleButton v-for="[key, says] in KINDS" :key="key" :on="kind === key" @click="kind = key">
          {{ says }}
        </ToggleButton>
      </div>
    </div>
    <LongWork v-if="progress" :progress="progress" @stop="stop" />
    <FactTable v-if="scenes" :rows="shown" :columns="columns" name="failures" :key-of="idOf" :marks="marks">
      <template #name="{ row }"><StateMark :state="state(row)" :size="13" /> {{ preferences.say(row.name) }}</template>
      <template #dark="{ row }">
        <template v-if="!row.dark.length">nothing</template
        ><template v-else-if="row.dark.length <= SHOWN">{{ names(row.dark) }}</template>
        <details v-else>
          <summary>{{ row.dark.length }} of {{ row.fedBefore }} units</summary>
          {{ names(row.dark) }}
        </details>
        <span v-if="row.onOwn.length" class="quiet small own"
          >on its own battery: {{ row.onOwn.map(unit => `${unit.label} ${unit.minutes} min`).join(', ') }}</span
        >
      </template>
      <template #lost="{ row }">
        <b>{{ grave(row).join(', ') }}</b><template v-if="grave(row).length && rest(row).length">, </template
        ><template v-if="rest(row).length <= SHOWN">{{ rest(row).join(', ') }}</template>
        <details v-else>
          <summary>{{ rest(row).length }} {{ grave(row).length ? 'more' : 'things' }}</summary>
          {{ rest(row).join(', ') }}
        </details>
      </template>
      <template #switches="{ row }">
        <template v-if="row.rescue"
          ><b>{{ row.rescue.set.map(turned => `${turned.switch} to ${turned.to}`).join(', ') }}</b
          ><template v-if="row.rescue.back.length">
            restores <template v-if="row.rescue.back.length <= SHOWN">{{ names(row.rescue.back) }}</template>
            <details v-else>
              <summary>{{ row.rescue.back.length }} units</summary>
              {{ names(row.rescue.back) }}
            </details></template
          ><template v-if="Number.isFinite(row.rescue.minutes)"
            >: <span class="figures">{{ preferences.number(row.rescue.minutes, 0) }} min</span></template
          ></template
        ><span v-else-if="row.dark.length" class="quiet">no switch helps</span>
      </template>
    </FactTable>
    <p class="quiet small">
      Switches are set for normal flight. If all alternators are lost, the pilot sets them and sheds loads after the
      delay. “No longer there” is what nothing else on board provides; the switches named feed most again, or make the
      rest last longest. The regulator scene lists units that are not rated for its voltage.
    </p>
  </section>
</template>

<style scoped>
.sheet :deep(.body.virtual) {
  max-height: 72vh;
}
.tight {
  gap: 3px;
}
.sheet :deep(td) {
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
