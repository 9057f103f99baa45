<script setup lang="ts">
import { mdiChevronRight } from '@mdi/js'
import { WEIGHTS, type Snag } from '#core/design'
import { stepOf } from '~/steps'
import { useBench } from '~/stores/bench'
import { useTaste } from '~/stores/taste'

const bench = useBench()
const taste = useTaste()
const route = useRoute()

/** While a hand drags, the panel's snags follow it. */
const snags = computed(() => {
  const all = bench.report?.snags ?? []
  return bench.livePanel ? [...bench.livePanel.snags, ...all.filter(snag => !snag.code.startsWith('panel.'))] : all
})
const groups = computed(() =>
  WEIGHTS.map(weight => ({ weight, snags: snags.value.filter(snag => snag.weight === weight) })).filter(
    group => group.snags.length
  )
)
/** So many of a weight are listed at first: nobody cures hundreds at once, and they would hold the screen up. */
const SHOWN = 40
const whole = ref<string[]>([])
const at = ref('')
const shown = shallowRef<Snag>()
const workingOpen = computed({
  get: () => !!shown.value,
  set: open => {
    if (!open) shown.value = undefined
  }
})

async function goTo(snag: Snag) {
  at.value = snag.id
  const here = new Set(bench.option?.units.map(unit => unit.id))
  bench.selected = snag.subjects.filter(id => here.has(id))
  const step = stepOf(snag)
  if (route.path.split('/')[3] !== step) await navigateTo(`/p/${bench.project?.id}/${step}`)
}
/** Goes to the next or the one before. */
function walk(by: 1 | -1) {
  const list = groups.value.flatMap(group => group.snags)
  if (list.length === 0) return
  const now = list.findIndex(snag => snag.id === at.value)
  void goTo(list[(now + by + list.length) % list.length]!)
}
defineExpose({ walk })

const source = (snag: Snag) =>
  [snag.basis.kind, snag.basis.source, snag.basis.fromMemory ? 'from memory: check the current text' : '']
    .filter(Boolean)
    .join(' · ')
</script>

<template>
  <aside v-if="taste.snagsOpen" class="drawer" aria-label="Snags">
    <div class="row head">
      <h2 class="grow">
        Snags <span class="figures">{{ snags.length }}</span>
      </h2>
      <button class="plain" @click="taste.snagsOpen = false">Fold away</button>
    </div>
    <p v-if="bench.report && snags.length === 0" class="quiet small empty">
      Nothing stands in the way of this option. Go on to Build for the files.
    </p>
    <div class="scroll">
      <section v-for="group in groups" :key="group.weight">
        <h3>
          <StateMark :state="group.weight" :size="15" /> {{ group.weight }}
          <span class="figures">{{ group.snags.length }}</span>
        </h3>
        <article
          v-for="snag in whole.includes(group.weight) ? group.snags : group.snags.slice(0, SHOWN)"
          :key="snag.id"
          :class="{ here: at === snag.id }"
          :data-snag="snag.code"
        >
          <button class="text" @click="goTo(snag)">{{ snag.text }}</button>
          <p class="quiet source">
            {{ source(snag) }} <button v-if="snag.working" class="link" @click="shown = snag">Show working</button>
          </p>
          <button v-for="remedy in snag.remedies" :key="remedy.text" class="plain remedy" @click="bench.cure(remedy)">
            {{ remedy.text }}
          </button>
        </article>
        <button
          v-if="group.snags.length > SHOWN && !whole.includes(group.weight)"
          class="plain more"
          @click="whole.push(group.weight)"
        >
          Show {{ group.snags.length - SHOWN }} more
        </button>
      </section>
    </div>
    <FrameWorkingDialog
      v-model="workingOpen"
      :title="shown?.text.split(/[.:;](?:\s|$)/)[0] ?? ''"
      :working="shown?.working"
    />
  </aside>
  <button v-else class="opener" :aria-label="`Open snags, ${snags.length}`" @click="taste.snagsOpen = true">
    <v-icon :icon="mdiChevronRight" style="transform: rotate(180deg)" /><span>Snags {{ snags.length }}</span>
  </button>
</template>

<style scoped>
.drawer {
  contain: strict;
  width: 292px;
  border-left: 1px solid var(--rule);
  background: var(--paper);
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.head {
  padding: 8px 12px;
  border-bottom: 1px solid var(--rule);
}
.empty {
  padding: 14px 12px;
}
.scroll {
  overflow-y: auto;
}
h3 {
  padding: 8px 12px 3px;
}
article {
  content-visibility: auto;
  contain-intrinsic-height: auto 110px;
  padding: 6px 12px 9px;
  border-bottom: 1px solid var(--rule);
}
article.here {
  background: var(--dye-wash);
}
.text {
  border: 0;
  background: none;
  padding: 0;
  text-align: left;
  font: inherit;
  font-size: 12.5px;
  line-height: 1.4;
  color: inherit;
  cursor: pointer;
}
.text:hover {
  color: var(--dye);
  text-decoration: underline;
}
.source {
  font-size: 11px;
  margin: 2px 0 4px;
}
.link {
  border: 0;
  background: none;
  padding: 0;
  font: inherit;
  color: var(--dye);
  text-decoration: underline;
  cursor: pointer;
}
.remedy {
  display: block;
  width: 100%;
  text-align: left;
  margin-top: 4px;
  font-size: 12px;
  border-left: 4px solid var(--dye);
}
.more {
  margin: 8px 12px;
}
.opener {
  width: 30px;
  border: 0;
  border-left: 1px solid var(--rule);
  background: var(--alclad);
  color: inherit;
  cursor: pointer;
  writing-mode: vertical-rl;
  font: inherit;
  font-size: 12.5px;
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 10px 0;
}
</style>
