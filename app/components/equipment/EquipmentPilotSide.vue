<script setup lang="ts">
import { resolve, type Design } from '#core/design'
import { tryEdits } from '#core/document'
import type { PilotSide } from '#core/report'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** Round, mixed or glass: three pilot sides on this aircraft, drawn, with price, weight and what each loss leaves. */
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ taken: [] }>()
const bench = useBench()
const preferences = usePreferences()
const { kgToRead, massUnit, signed } = useEquipment()
const sides = shallowRef<{ side: PilotSide; design: Design }[]>([])
const wrong = ref('')
const { progress, run, stop } = useLongWork()
const NAMES = { round: 'Round', mixed: 'Mixed', glass: 'Glass' } as const
const SAYS = {
  round: 'Six mechanical dials.',
  mixed: 'Electronic horizon and direction, other dials mechanical.',
  glass: 'One display and a standby horizon.'
} as const

watch(
  open,
  async now => {
    if (!now) return stop()
    sides.value = []
    wrong.value = ''
    const { option, project } = bench
    if (!option || !project) return
    try {
      const found = await run('Setting out three pilot sides…', (examiner, job, tell) =>
        examiner.pilotSides(option.id, job, tell)
      )
      sides.value = (found ?? []).map(side => ({
        side,
        design: resolve(tryEdits(project, side.edits), option.id)
      }))
    } catch (error) {
      wrong.value = sayError(error)
    }
  },
  { immediate: true }
)
const weight = (kg: number) => `${signed(kgToRead(kg), 1)} ${massUnit.value}`
/** A change of the price, with its sign. */
const price = (cents: number) => `${cents < 0 ? '−' : cents > 0 ? '+' : ''}${preferences.money(Math.abs(cents))}`
const worksWords = ({ left, gone }: PilotSide['losses'][number]) =>
  `${left.join(', ') || 'none of these'}${gone.length ? `; not ${gone.join(', ')}` : ''}`
function take({ style, edits }: PilotSide) {
  if (edits.length && !bench.act(edits, `Pilot side: ${style}`)) return
  open.value = false
  emit('taken')
}
</script>

<template>
  <ModalDialog v-model="open" max-width="1080" aria-label="Pilot side">
    <v-card title="Pilot side: round, mixed or glass">
      <v-card-text class="grid">
        <p class="small quiet">
          The cheapest instruments in the catalog that are sold and approved for this aircraft. What is installed and
          suits stays. After the choice the starter kit looks for what the brief still lacks.
        </p>
        <LongWork v-if="progress" :progress="progress" @stop="open = false" />
        <p v-if="wrong" class="caution" role="alert">{{ wrong }}</p>
        <div class="sides">
          <section v-for="{ side, design } in sides" :key="side.style" class="side" :aria-label="NAMES[side.style]">
            <h3>{{ NAMES[side.style] }}</h3>
            <p class="small quiet">{{ SAYS[side.style] }}</p>
            <PicturePanel :design="design" :label="`Panel with a ${side.style} pilot side`" />
            <p class="row">
              <b class="figures">{{ price(side.cents) }}</b>
              <span class="figures">{{ weight(side.massKg) }}</span>
            </p>
            <h4>What works after a failure</h4>
            <dl class="small">
              <template v-for="loss in side.losses" :key="loss.lost ?? ''">
                <dt>{{ loss.lost ? `Lost: ${loss.lost}` : 'Nothing lost' }}</dt>
                <dd>
                  <StateMark :state="loss.gone.length ? 'decide' : 'holds'" :size="13" />
                  {{ worksWords(loss) }}
                </dd>
              </template>
            </dl>
            <p class="small"><b>Added:</b> {{ side.added.join(', ') || 'nothing' }}</p>
            <p v-if="side.removed.length" class="small"><b>Removed:</b> {{ side.removed.join(', ') }}</p>
            <p v-if="side.waits.length" class="small">
              <StateMark state="decide" :size="13" /> No free place yet: {{ side.waits.join(', ') }}
            </p>
            <p v-for="says in side.mustFix" :key="preferences.say(says)" class="small">
              <StateMark state="must fix" :size="13" /> {{ preferences.say(says) }}
            </p>
            <v-btn
              color="primary"
              variant="flat"
              :disabled="bench.outOfDate"
              :aria-label="`Use ${NAMES[side.style]}`"
              @click="take(side)"
              >{{ side.edits.length ? 'Use' : 'Keep' }}</v-btn
            >
          </section>
        </div>
      </v-card-text>
      <v-card-actions><v-spacer /><v-btn @click="open = false">Cancel</v-btn></v-card-actions>
    </v-card>
  </ModalDialog>
</template>

<style scoped>
.sides {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(260px, 1fr));
  gap: 12px;
}
.side {
  border: 1px solid var(--rule);
  padding: 10px;
  display: flex;
  flex-direction: column;
  gap: 6px;
}
.side .v-btn {
  margin-top: auto;
}
h4 {
  font-size: 12.5px;
}
h4,
dl,
.side p {
  margin: 0;
}
dt {
  font-weight: 700;
}
dd {
  margin-left: 14px;
}
</style>
