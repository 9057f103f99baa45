<script setup lang="ts">
import { readPiece, type Phrase } from '#core/quantity'
import { useBench } from '~/stores/bench'
import { useTaste } from '~/stores/taste'

/** A phrase in the reader's units; the units it names can be gone to. */
const { says } = defineProps<{ says: Phrase }>()
const bench = useBench()
const taste = useTaste()

const here = computed(() => new Set(bench.option?.units.map(unit => unit.id)))
</script>

<template>
  <span
    ><template v-for="(piece, at) in says" :key="at"
      ><a
        v-if="typeof piece !== 'string' && piece.is === 'thing' && here.has(piece.id)"
        :href="`?unit=${piece.id}`"
        class="thing"
        :title="`Select ${piece.name}`"
        @click.prevent.stop="bench.selected = [piece.id]"
        >{{ piece.name }}</a
      ><template v-else>{{ readPiece(piece, taste.reading) }}</template></template
    ></span
  >
</template>

<style scoped>
.thing {
  color: inherit;
  text-decoration: underline dotted;
  text-underline-offset: 2px;
}
.thing:hover {
  color: var(--dye);
}
</style>
