<script setup lang="ts">
import { FINDING_TITLES, type Finding, type Remedy } from '#core/design'
import type { RemedyEffect } from '#core/report'
import { STEPS, stepOf, WEIGHT_NAMES } from '~/steps'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** A finding: what it says and rests on, and each remedy with what that would cure and bring. */
const { finding, here, effects, fresh, sought } = defineProps<{
  finding: Finding
  here: boolean
  /** What remedies would do, by finding and place. */
  effects: ReadonlyMap<string, RemedyEffect>
  /** Those of them that are of the design as it stands. */
  fresh: ReadonlySet<string>
  /** Findings of which every remedy has been found and tried. */
  sought: ReadonlySet<string>
}>()
const emit = defineEmits<{ go: [Finding] }>()
const bench = useBench()
const preferences = usePreferences()
const address = useStepAddress()

const title = computed(() => FINDING_TITLES[finding.code])

const placeOf = (index: number) => placeOfRemedy(finding.id, index)
/** Its remedies: those known at once, and those a search has found. */
const remedies = computed((): readonly Remedy[] => {
  if (!finding.seeks) return finding.remedies
  const found: Remedy[] = []
  for (let place = 0; ; place++) {
    const effect = effects.get(placeOf(place))
    if (!effect) return found
    found.push(effect.of)
  }
})
const isOld = (index: number) => effects.has(placeOf(index)) && !fresh.has(placeOf(index))
/** What a remedy would do; of the design before only where that remedy is the one that stands there now. */
function effectOf(remedy: Remedy, index: number): RemedyEffect | undefined {
  const effect = effects.get(placeOf(index))
  return effect && isOld(index) && preferences.say(effect.of.says) !== preferences.say(remedy.says) ? undefined : effect
}
/** Whether a search for what cures it has ended before: then what it found stands until the next one ends. */
const known = ref(false)
watchEffect(() => {
  if (sought.has(finding.id)) known.value = true
})
function take(remedy: Remedy, index: number) {
  // What a search found for the design before may not be possible in this one.
  if (finding.seeks && isOld(index)) bench.said = 'The fix is being calculated again. Press again when it is ready.'
  else bench.cure(remedy)
}
const count = (n: number, word: string) => `${n} ${word}${n === 1 ? '' : 's'}`
function effectWords(effect: RemedyEffect | undefined): string {
  if (!effect) return 'What it would do is being worked out…'
  const { money } = effect.change
  return [
    `Fixes ${count(effect.cures.length, 'finding')}`,
    effect.brings.length ? `adds ${effect.brings.length}: ${preferences.say(effect.brings[0]!)}` : 'adds none',
    money ? `${money > 0 ? '+' : '−'}${preferences.money(Math.abs(money))}` : ''
  ]
    .filter(Boolean)
    .join(' · ')
}

const stepName = computed(() => STEPS.find(step => step.id === stepOf(finding))?.name ?? '')
const source = computed(() => [finding.basis.kind, finding.basis.source].filter(Boolean).join(' · '))
</script>

<template>
  <article :class="{ here }" :data-finding="finding.code">
    <!-- The words go to the step; a unit’s name in them selects it where it stands. -->
    <p class="text" @click="emit('go', finding)">
      <StateMark :state="finding.weight" :size="14" /> <b>{{ title }}</b>{{ ' · '
      }}<small class="weight">{{ WEIGHT_NAMES[finding.weight] }}</small><br />
      <SayPhrase :says="finding.says" />
    </p>
    <p class="quiet source">
      {{ source }}
      <button class="link" @click="emit('go', finding)">Show</button>
      <button v-if="finding.figure" class="link" @click="bench.workingOf = { figure: finding.figure, title }">
        Show working
      </button>
    </p>
    <v-btn
      v-if="!finding.lacks && !finding.seeks && !remedies.length && finding.weight !== 'note'"
      class="gives"
      @click="emit('go', finding)"
      >Go to {{ stepName }}</v-btn
    >
    <v-btn v-if="finding.lacks" class="gives" :to="address('equipment', { lacks: finding.id })">Show options</v-btn>
    <small v-if="finding.seeks && !sought.has(finding.id) && !bench.late && !(known && remedies.length)" class="quiet"
      >Finding a fix…</small
    >
    <div v-for="(remedy, index) in remedies" :key="index" class="remedy">
      <v-btn block :disabled="bench.late" @click="take(remedy, index)">{{ preferences.say(remedy.says) }}</v-btn>
      <small class="quiet" :class="{ old: isOld(index) }" :aria-busy="isOld(index)">{{
        effectWords(effectOf(remedy, index))
      }}</small>
    </div>
  </article>
</template>

<style scoped>
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
  font-size: 12.5px;
  line-height: 1.4;
  cursor: pointer;
}
.text:hover {
  color: var(--dye);
}
.source {
  font-size: 11px;
  margin: 2px 0 4px;
}
button.link + button.link {
  margin-left: 10px;
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
.gives,
.remedy {
  margin-top: 5px;
}
.remedy :deep(.v-btn) {
  height: auto;
  min-height: 28px;
  padding: 4px 8px;
  justify-content: start;
  text-align: left;
  border-left: 4px solid var(--dye);
}
.remedy :deep(.v-btn__content) {
  white-space: normal;
  justify-content: start;
}
.remedy small {
  display: block;
  font-size: 11px;
  line-height: 1.35;
  margin-top: 2px;
}
/* Of the design before: it goes pale only where that takes long enough to be seen. */
.remedy small.old {
  opacity: 0.5;
  transition: opacity 0.1s 0.25s;
}
</style>
