<script setup lang="ts">
import type { ClauseResult } from '#core/rules'
import type { HandCheck } from '#core/document'
import { format } from 'date-fns'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** What a person found by looking at a clause, when, and whether the recalled text was held against the one in force. */
const { clause } = defineProps<{ clause: ClauseResult }>()
const emit = defineEmits<{ close: [] }>()
const bench = useBench()
const preferences = usePreferences()
/** Papers are the aeroplane’s, whatever the option; all else is of the option that was looked at. */
const ofOption = computed(() => (clause.pack === 'us-papers' ? undefined : bench.option!.id))
function put(patch: Partial<HandCheck>, what: string) {
  const before = clause.hand
  const check: HandCheck = {
    clause: clause.key,
    option: before ? before.option : ofOption.value,
    state: before?.state ?? 'met',
    note: before?.note ?? '',
    on: before?.on,
    about: clause.about,
    ...patch
  }
  bench.act([{ type: 'check.set', check }], `${clause.clause.ref}: ${what}`)
}
function answer(state: string) {
  if (state !== '') put({ state: state as HandCheck['state'] }, state)
  else if (clause.hand)
    bench.act(
      [{ type: 'check.clear', clause: clause.key, of: clause.hand.option }],
      `${clause.clause.ref}: take my answer back`
    )
}
const confirm = () =>
  bench.act(
    [{ type: 'clause.confirm', confirmed: { clause: clause.key, on: format(new Date(), 'yyyy-MM-dd') } }],
    `${clause.clause.ref}: text confirmed`
  )
</script>

<template>
  <ModalDialog
    :model-value="true"
    :aria-label="`Your answer to ${clause.clause.ref}, ${clause.clause.title}`"
    @update:model-value="emit('close')"
  >
    <v-card class="answer" max-width="520">
      <v-card-title>{{ clause.clause.ref }}</v-card-title>
      <v-card-text class="fields">
        <p>
          {{ clause.clause.title }}. <StateMark :state="clause.state" :size="14" /> {{ clause.state }}:
          {{ preferences.say(clause.because) }}
        </p>
        <ChoiceField
          :model-value="(clause.hand?.state ?? '') as string"
          label="You looked, and found it"
          :items="[{ value: '', title: 'no answer of yours' }, 'met', 'missing', 'does not apply']"
          @update:model-value="answer"
        />
        <v-text-field
          v-if="clause.clause.everyMonths || clause.clause.everyDays || clause.hand"
          type="date"
          label="Date"
          :model-value="clause.hand?.on"
          @change="(event: Event) => put({ on: (event.target as HTMLInputElement).value || undefined }, 'date')"
        />
        <v-text-field
          v-if="clause.hand"
          label="Note"
          :model-value="clause.hand.note"
          @change="(event: Event) => put({ note: (event.target as HTMLInputElement).value.slice(0, 4000) }, 'note')"
        />
        <p v-if="clause.recalled" class="small">
          Its text is recalled, not copied. Hold it against the one in force:
          <v-btn :aria-label="`Confirm the text of ${clause.clause.ref}`" @click="confirm">It says so</v-btn>
        </p>
        <p v-else-if="clause.confirmedOn" class="quiet small">
          Text confirmed {{ preferences.day(clause.confirmedOn) }}.
        </p>
      </v-card-text>
      <v-card-actions>
        <v-spacer /><v-btn color="primary" variant="flat" @click="emit('close')">Close</v-btn>
      </v-card-actions>
    </v-card>
  </ModalDialog>
</template>

<style scoped>
.answer {
  margin: 0 auto;
  width: 100%;
}
.fields {
  display: grid;
  gap: 12px;
}
</style>
