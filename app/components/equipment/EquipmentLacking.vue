<script setup lang="ts">
import type { Item } from '#core/catalogue'
import type { Finding } from '#core/design'
import { answersTo, lackingOf, type CandidateEffect } from '#core/report'
import { WEIGHT_NAMES } from '~/steps'
import { useBench } from '~/stores/bench'
import { useTaste } from '~/stores/taste'

/** What the option lacks, a line each, and what of the catalogue would give it on this aeroplane. */
const { items, effects } = defineProps<{ items: readonly Item[]; effects: ReadonlyMap<string, CandidateEffect> }>()
const bench = useBench()
const taste = useTaste()
const { add, fits, signed } = useEquipment()
const lacking = computed(() => (bench.report && !bench.outOfDate ? lackingOf(bench.report) : []))
const asked = ref('')
const of = computed(() => lacking.value.find(finding => finding.id === asked.value))
const SHOWN = 4
const whole = ref(false)
// A finding elsewhere leads here with what it lacks.
const route = useRoute()
watch(
  () => route.query.lacks,
  id => {
    if (typeof id !== 'string') return
    asked.value = id
    whole.value = true
  },
  { immediate: true }
)
/** So many answers are shown; the table below has the rest. */
const MOST_ANSWERS = 8
const answers = computed(() =>
  of.value && bench.project ? answersTo(of.value, items, effects, bench.project.brief.basis).slice(0, MOST_ANSWERS) : []
)
const cures = (effect: CandidateEffect | undefined, finding: Finding) => effect?.curesIds.includes(finding.id)
</script>

<template>
  <section class="lacks" aria-label="What is lacking">
    <p v-if="bench.outOfDate" class="small quiet" role="status">What is lacking is being worked out…</p>
    <p v-else-if="lacking.length === 0" class="small">
      <StateMark state="holds" :size="14" /> Nothing is lacking that a unit could give.
    </p>
    <ul v-else>
      <li v-for="finding in whole ? lacking : lacking.slice(0, SHOWN)" :key="finding.id" :data-lacking="finding.id">
        <StateMark :state="finding.weight" :size="14" :aria-label="WEIGHT_NAMES[finding.weight]" />
        <span class="grow small"><SayPhrase :says="finding.says" /></span>
        <v-btn :aria-expanded="asked === finding.id" @click="asked = asked === finding.id ? '' : finding.id"
          >What gives it</v-btn
        >
        <div v-if="asked === finding.id" class="answers">
          <p v-if="answers.length === 0" class="small quiet">
            Nothing in the catalogue gives it. Make your own item, or import a catalogue that has it.
          </p>
          <table v-else class="list">
            <thead>
              <tr>
                <th>Item</th>
                <th>Fits</th>
                <th class="number">Installed cost</th>
                <th class="number">Amps</th>
                <th>Effect</th>
                <th><span class="screen-reader">Add</span></th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="answer in answers" :key="answer.item.id" :data-answer="answer.item.id">
                <td>
                  <b>{{ answer.item.name }}</b>{{ ' ' }}
                  <span class="quiet">{{ answer.item.maker }} · {{ answer.item.kind }}</span>
                </td>
                <td>
                  <StateMark v-if="fits(answer.effect).state" :state="fits(answer.effect).state" :size="12" />
                  {{ fits(answer.effect).text }}
                </td>
                <td class="number figures">{{ answer.effect ? taste.money(answer.effect.change.money) : '…' }}</td>
                <td class="number figures">{{ answer.effect ? signed(answer.effect.change.amps, 2) : '…' }}</td>
                <td class="small">
                  <template v-if="answer.effect"
                    >{{ cures(answer.effect, finding) ? 'cures it' : 'gives it once connected'
                    }}<template v-if="answer.effect.brings.length"
                      >; also requires: {{ taste.say(answer.effect.brings[0]!)
                      }}<template v-if="answer.effect.brings.length > 1">
                        and {{ answer.effect.brings.length - 1 }} more</template
                      ></template
                    ></template
                  ><template v-else>…</template>
                </td>
                <td>
                  <v-btn
                    color="primary"
                    variant="flat"
                    :disabled="bench.outOfDate"
                    :aria-label="`Add ${answer.item.name}`"
                    @click="add(answer.item)"
                    >Add</v-btn
                  >
                </td>
              </tr>
            </tbody>
          </table>
        </div>
      </li>
    </ul>
    <v-btn v-if="lacking.length > SHOWN" variant="text" @click="whole = !whole">{{
      whole ? 'Show fewer' : `Show ${lacking.length - SHOWN} more`
    }}</v-btn>
  </section>
</template>

<style scoped>
.lacks {
  padding: 6px 14px;
  background: var(--paper);
  border-bottom: 1px solid var(--rule);
  max-height: 46%;
  overflow: auto;
  flex: none;
}
ul {
  list-style: none;
  padding: 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  align-items: center;
  padding: 2px 0;
}
.grow {
  flex: 1 1 260px;
}
.answers {
  flex: 0 0 100%;
  border-left: 4px solid var(--dye);
  padding: 2px 0 6px 10px;
  overflow-x: auto;
}
</style>
