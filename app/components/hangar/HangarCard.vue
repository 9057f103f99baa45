<script setup lang="ts">
import { mdiDeleteOutline } from '@mdi/js'
import type { Card } from '#core/report'
import { usePreferences } from '~/stores/preferences'

/** An aeroplane in the hangar: its panel small, its options in figures. */
const { row } = defineProps<{
  row: {
    id: string
    incarnation: string
    title: string
    registration: string
    model: string
    version: number
    savedAt: string
  }
}>()
const emit = defineEmits<{ remove: [] }>()
const preferences = usePreferences()
const card = shallowRef<Card>()
const wrong = ref('')
/** Which document the card shows. */
let shown: string | undefined
// With each list of the hangar: what could not be had, as of a project that was deleted and is restored, is asked for again.
watch(
  () => row,
  async now => {
    const of = `${now.incarnation} ${now.version}`
    if (of === shown) return
    try {
      const given = await ask<Card>(`/api/projects/${now.id}/card`)
      if (row !== now) return
      card.value = given
      shown = of
      wrong.value = ''
    } catch (error) {
      if (row === now) wrong.value = sayError(error)
    }
  },
  { immediate: true }
)
/** In whole units of the currency: a card is for comparing. */
const money = (cents: number) => preferences.money(Math.round(cents / 100) * 100)
</script>

<template>
  <article class="bay">
    <NuxtLink
      :to="`/p/${row.id}/equipment`"
      prefetch-on="interaction"
      class="open"
      :aria-label="`Open ${row.registration} ${row.title}`"
    >
      <span class="picture">
        <HangarPanelThumb v-if="card" :panel="card.panel" />
      </span>
      <span class="head"
        ><strong class="code reg">{{ row.registration || '—' }}</strong>
        <span class="names"><b>{{ row.title }}</b><span class="quiet small">{{ row.model }}</span></span></span
      >
    </NuxtLink>
    <p v-if="wrong" class="small wrong" role="alert">{{ wrong }}</p>
    <ul class="options">
      <li v-for="option in card?.options" :key="option.id">
        <NuxtLink
          :to="{
            path: `/p/${row.id}/equipment`,
            query: option.id === card!.options[0]!.id ? {} : { option: option.id }
          }"
          prefetch-on="interaction"
          class="name"
          >{{ option.name }}</NuxtLink
        >
        <span class="figures money" :title="option.budgetCents ? `of ${money(option.budgetCents)}` : ''">
          <StateMark v-if="option.budgetCents" :state="option.money" :size="12" />
          {{ money(option.moneyCents) }}</span
        >
        <span class="small"><StateMark :state="option.fit" :size="12" /> fit</span>
        <span class="small figures"
          ><StateMark :state="option.rules" :size="12" /> {{ option.rulesMet }}/{{ option.rulesAsked }} rules</span
        >
        <span class="small figures"
          ><StateMark :state="option.mustFix ? 'must fix' : 'holds'" :size="12" /> {{ option.mustFix }} must fix</span
        >
      </li>
    </ul>
    <footer class="foot">
      <span class="quiet small grow">saved {{ preferences.time(row.savedAt) }} · version {{ row.version }}</span>
      <v-btn variant="text" :icon="mdiDeleteOutline" :aria-label="`Delete ${row.title}`" @click="emit('remove')" />
    </footer>
  </article>
</template>

<style scoped>
.bay {
  background: var(--paper);
  border: 1px solid var(--rule);
  border-top: 4px solid var(--sheet-edge);
  display: flex;
  flex-direction: column;
}
.bay:hover,
.bay:focus-within {
  border-top-color: var(--dye);
}
.open {
  display: block;
  padding: 12px 14px 6px;
  color: inherit;
  text-decoration: none;
}
.picture {
  display: block;
  height: 118px;
}
.head {
  display: flex;
  gap: 14px;
  align-items: center;
  margin-top: 8px;
}
.reg {
  font-size: 20px;
  font-weight: 400;
}
.names {
  display: flex;
  flex-direction: column;
  line-height: 1.3;
  min-width: 0;
}
.options {
  list-style: none;
  padding: 0 14px;
  flex: 1;
}
.options li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0 10px;
  padding: 4px 0;
  border-top: 1px solid var(--rule);
  font-size: 12.5px;
}
.options .small {
  grid-column: 1;
}
.options li {
  grid-template-columns: auto auto auto minmax(0, 1fr);
}
.options .name {
  grid-column: 1 / 4;
}
.options .money {
  grid-column: 4;
  text-align: right;
}
.options .small {
  grid-column: auto;
}
.foot {
  display: flex;
  align-items: center;
  padding: 2px 4px 2px 14px;
  border-top: 1px solid var(--rule);
}
.wrong {
  color: var(--grease);
  padding: 0 14px;
}
@media (max-width: 900px), (pointer: coarse) {
  .options .name {
    min-height: 40px;
    display: flex;
    align-items: center;
  }
}
</style>
