<script setup lang="ts">
import { readPiece, type Phrase } from '#core/quantity'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** A phrase in the reader's units; the units it names can be gone to. */
const { says } = defineProps<{ says: Phrase }>()
const bench = useBench()
const preferences = usePreferences()
const address = useStepAddress()

/** A list of more names than this is folded to the first few. */
const MOST_NAMES = 6
const SHOWN_NAMES = 4
const unfolded = ref(false)
watch(
  () => says,
  () => {
    unfolded.value = false
  }
)
/** The pieces before the fold, how many names are in it, and the pieces after it. */
const parts = computed(() => {
  const names = says.flatMap((piece, index) => (typeof piece !== 'string' && piece.is === 'thing' ? [index] : []))
  if (unfolded.value || names.length <= MOST_NAMES) return { before: says, folded: 0, after: [] }
  return {
    before: says.slice(0, names[SHOWN_NAMES - 1]! + 1),
    folded: names.length - SHOWN_NAMES,
    after: says.slice(names.at(-1)! + 1)
  }
})
</script>

<template>
  <span
    ><template v-for="(piece, index) in parts.before" :key="index"
      ><a
        v-if="typeof piece !== 'string' && piece.is === 'thing' && bench.unitIds.has(piece.id)"
        :href="`?unit=${piece.id}`"
        class="thing"
        :title="`Select ${piece.name}`"
        @click.prevent.stop="bench.selected = [piece.id]"
        >{{ piece.name }}</a
      ><NuxtLink
        v-else-if="typeof piece !== 'string' && piece.is === 'screen'"
        :to="address(piece.step, { pane: piece.pane })"
        class="thing"
        @click.stop
        >{{ readPiece(piece, preferences.reading) }}</NuxtLink
      ><template v-else>{{ readPiece(piece, preferences.reading) }}</template></template
    ><template v-if="parts.folded"
      >&nbsp;<button class="thing fold" @click.stop="unfolded = true">and {{ parts.folded }} more</button
      ><template v-for="(piece, index) in parts.after" :key="index">{{
        readPiece(piece, preferences.reading)
      }}</template></template
    ></span
  >
</template>

<style scoped>
.thing {
  color: inherit;
  text-decoration: underline dotted;
  text-underline-offset: 2px;
}
.fold {
  border: 0;
  background: none;
  padding: 0;
  font: inherit;
  cursor: pointer;
}
.thing:hover {
  color: var(--dye);
}
</style>
