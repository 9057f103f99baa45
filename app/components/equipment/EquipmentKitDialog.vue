<script setup lang="ts">
import type { StarterKit } from '#core/report'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** A starter kit for the brief: worked out on this aeroplane, looked over, taken whole as one act. */
const open = defineModel<boolean>({ required: true })
const bench = useBench()
const preferences = usePreferences()
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
type Line = StarterKit['lines'][number]
const lineOf = (line: Line) => line.unit.id
const columns = computed((): Column<Line>[] => [
  { key: 'item', title: 'Item', value: row => row.item.name },
  { key: 'because', title: 'Because', value: row => preferences.say(row.because.says) },
  { key: 'money', title: 'Installed cost', of: 'money', none: 'with it', value: row => row.effect?.change.money }
])
function take() {
  if (!kit.value) return
  const many = kit.value.lines.length
  if (bench.act(kit.value.edits, `Starter kit of ${many} units`))
    bench.said = `${many} units are added and connected. Change any of them; Undo takes the kit back.`
  open.value = false
}
</script>

<template>
  <ModalDialog v-model="open" max-width="820" aria-label="Suggested equipment">
    <v-card :title="`Starter kit: ${bench.project?.brief.flying.join(', ')}`">
      <v-card-text class="grid">
        <p class="small quiet">
          The fewest and cheapest entries of the catalogue that meet the requirements of the brief on this aircraft;
          placed where they are free, seen and reached. A beginning, not advice: change what you like afterwards.
        </p>
        <LongWork v-if="progress" :progress="progress" @stop="open = false" />
        <p v-if="wrong" class="caution" role="alert">{{ wrong }}</p>
        <p v-if="kit && kit.lines.length === 0 && kit.open.length === 0" class="small">
          <StateMark state="holds" :size="14" /> No required equipment is missing.
        </p>
        <template v-else-if="kit?.lines.length">
          <FactTable :rows="kit.lines" :columns="columns" name="starter kit" no-filter :key-of="lineOf">
            <template #item="{ row }">
              <b>{{ row.item.name }}</b> <span class="quiet">{{ row.item.kind }}</span>
              <span v-if="row.waits" class="small"
                ><br /><StateMark state="decide" :size="12" /> no free place yet</span
              >
            </template>
          </FactTable>
          <p class="row"><b class="grow">Together</b><b class="figures">{{ preferences.money(cost) }}</b></p>
        </template>
        <template v-if="kit?.open.length">
          <h3>Not met by this kit</h3>
          <p v-for="finding in kit.open" :key="finding.id" class="small">{{ preferences.say(finding.says) }}</p>
        </template>
      </v-card-text>
      <v-card-actions>
        <v-spacer />
        <v-btn @click="open = false">Cancel</v-btn>
        <v-btn color="primary" variant="flat" :disabled="!kit?.lines.length || bench.outOfDate" @click="take"
          >Add all</v-btn
        >
      </v-card-actions>
    </v-card>
  </ModalDialog>
</template>
