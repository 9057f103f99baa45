<script setup lang="ts">
import type { StarterKit } from '#core/report'
import { useBench } from '~/stores/bench'
import { useTaste } from '~/stores/taste'

/** A starter kit for the brief: worked out on this aeroplane, looked over, taken whole as one act. */
const open = defineModel<boolean>({ required: true })
const bench = useBench()
const taste = useTaste()
const kit = shallowRef<StarterKit>()
const wrong = ref('')
const { progress, run, stop } = useLongWork()
watch(
  open,
  async now => {
    if (!now) {
      stop()
      return
    }
    kit.value = undefined
    wrong.value = ''
    const { option } = bench
    if (!option) return
    try {
      kit.value = await run('Putting a kit together…', (examiner, job, tell) => examiner.kit(option.id, job, tell))
    } catch (error) {
      wrong.value = sayError(error)
    }
  },
  { immediate: true }
)
const cost = computed(() => kit.value?.lines.reduce((sum, line) => sum + (line.effect?.change.money ?? 0), 0) ?? 0)
function take() {
  if (!kit.value) return
  const many = kit.value.lines.length
  if (bench.act(kit.value.edits, `Starter kit of ${many} units`))
    bench.said = `${many} units are added and connected. Change any of them; Undo takes the kit back.`
  open.value = false
}
</script>

<template>
  <ModalDialog v-model="open" max-width="820" aria-label="Starter kit">
    <v-card :title="`Starter kit: ${bench.project?.brief.flying.join(', ')}`">
      <v-card-text class="grid">
        <p class="small quiet">
          The fewest and cheapest entries of the catalogue that meet, on this aeroplane, what the brief must have;
          placed where they are free, seen and reached. A beginning, not advice: change what you like afterwards.
        </p>
        <LongWork v-if="progress" :progress="progress" @stop="open = false" />
        <p v-if="wrong" class="caution" role="alert">{{ wrong }}</p>
        <p v-if="kit && kit.lines.length === 0" class="small">
          <StateMark state="holds" :size="14" /> Nothing that must be fixed is lacking.
        </p>
        <table v-else-if="kit" class="list">
          <thead>
            <tr>
              <th>Item</th>
              <th>Because</th>
              <th class="number">Installed cost</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="line in kit.lines" :key="line.unit.id">
              <td>
                <b>{{ line.item.name }}</b> <span class="quiet">{{ line.item.kind }}</span>
                <span v-if="line.waits" class="small"
                  ><br /><StateMark state="decide" :size="12" /> no free place yet</span
                >
              </td>
              <td class="small">{{ taste.say(line.because.says) }}</td>
              <td class="number figures">{{ line.effect ? taste.money(line.effect.change.money) : 'with it' }}</td>
            </tr>
            <tr>
              <td colspan="2"><b>Together</b></td>
              <td class="number figures">
                <b>{{ taste.money(cost) }}</b>
              </td>
            </tr>
          </tbody>
        </table>
        <template v-if="kit?.open.length">
          <h3>Not found in the catalogue</h3>
          <p v-for="finding in kit.open" :key="finding.id" class="small">{{ taste.say(finding.says) }}</p>
        </template>
      </v-card-text>
      <v-card-actions>
        <v-spacer />
        <v-btn @click="open = false">Cancel</v-btn>
        <v-btn color="primary" variant="flat" :disabled="!kit?.lines.length || bench.outOfDate" @click="take"
          >Take the kit</v-btn
        >
      </v-card-actions>
    </v-card>
  </ModalDialog>
</template>
