<script setup lang="ts">
import type { ClauseResult } from '#core/rules'
import type { HandCheck } from '#core/document'
import { format } from 'date-fns'
import { useBench } from '~/stores/bench'
import { useTaste } from '~/stores/taste'

/** What a person found by looking at a clause, when, and whether the recalled text was held against the one in force. */
const { one } = defineProps<{ one: ClauseResult }>()
const bench = useBench()
const taste = useTaste()
/** Papers are the aeroplane’s, whatever the option; all else is of the option that was looked at. */
const ofOption = computed(() => (one.pack === 'us-papers' ? undefined : bench.option!.id))
function put(patch: Partial<HandCheck>, what: string) {
  const before = one.hand
  const check: HandCheck = {
    clause: one.key,
    option: before ? before.option : ofOption.value,
    state: before?.state ?? 'met',
    note: before?.note ?? '',
    on: before?.on,
    about: one.about,
    ...patch
  }
  bench.act([{ type: 'check.set', check }], `${one.clause.ref}: ${what}`)
}
function answer(state: string) {
  if (state !== '') put({ state: state as HandCheck['state'] }, state)
  else if (one.hand)
    bench.act([{ type: 'check.clear', clause: one.key, of: one.hand.option }], `${one.clause.ref}: take my answer back`)
}
const confirm = () =>
  bench.act(
    [{ type: 'clause.confirm', confirmed: { clause: one.key, on: format(new Date(), 'yyyy-MM-dd') } }],
    `${one.clause.ref}: text confirmed`
  )
</script>

<template>
  <div class="row look">
    <select
      :value="one.hand?.state ?? ''"
      :aria-label="`Your answer to ${one.clause.ref}, ${one.clause.title}`"
      @change="event => answer((event.target as HTMLSelectElement).value)"
    >
      <option value="">—</option>
      <option>met</option>
      <option>missing</option>
      <option>does not apply</option>
    </select>
    <input
      v-if="one.clause.everyMonths || one.clause.everyDays || one.hand"
      type="date"
      :value="one.hand?.on"
      :aria-label="`Date for ${one.clause.ref}, ${one.clause.title}`"
      @change="event => put({ on: (event.target as HTMLInputElement).value || undefined }, 'date')"
    />
    <input
      v-if="one.hand"
      :value="one.hand.note"
      placeholder="note"
      :aria-label="`Note for ${one.clause.ref}, ${one.clause.title}`"
      @change="event => put({ note: (event.target as HTMLInputElement).value.slice(0, 4000) }, 'note')"
    />
    <button v-if="one.recalled" class="confirm" :aria-label="`Confirm the text of ${one.clause.ref}`" @click="confirm">
      recalled: confirm
    </button>
    <span v-else-if="one.confirmedOn" class="quiet small">text confirmed {{ taste.day(one.confirmedOn) }}</span>
  </div>
</template>

<style scoped>
.look {
  gap: 3px;
  flex-wrap: wrap;
}
.look select,
.look input {
  max-width: 100%;
}
.confirm {
  background: none;
  border: 0;
  padding: 0;
  font: inherit;
  font-size: 12px;
  color: var(--dye);
  text-decoration: underline;
  cursor: pointer;
}
@media (max-width: 900px) {
  .confirm {
    min-height: 40px;
  }
}
</style>
