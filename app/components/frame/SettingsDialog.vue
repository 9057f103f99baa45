<script setup lang="ts">
import { useTaste } from '~/stores/taste'

/** What a person likes in this browser. */
const open = defineModel<boolean>({ required: true })
const taste = useTaste()
/** A rate has its day: another currency begins at one to one again. */
function setRate(perDollar: number) {
  taste.perDollar = perDollar
  taste.rateOn = perDollar === 1 ? '' : localToday()
}
watch(
  () => taste.currency,
  () => setRate(1)
)
const LANGUAGES: readonly { value: string; title: string }[] = [
  { value: '', title: 'as the browser' },
  { value: 'en-US', title: 'English, United States' },
  { value: 'en-GB', title: 'English, United Kingdom' },
  { value: 'de-DE', title: 'German forms of numbers and dates' },
  { value: 'fr-FR', title: 'French forms of numbers and dates' },
  { value: 'sv-SE', title: 'Swedish forms of numbers and dates' }
]
</script>

<template>
  <ModalDialog v-model="open" max-width="480" aria-label="Settings">
    <v-card title="Settings">
      <v-card-text class="grid">
        <p class="small quiet">Kept in this browser. They change how things read, never what is kept.</p>
        <ChoiceField
          v-model="taste.system"
          label="Lengths and weights"
          :items="[
            { value: 'inch', title: 'inches and pounds' },
            { value: 'metric', title: 'millimetres and kilograms' }
          ]"
        />
        <ChoiceField v-model="taste.locale" label="Numbers and dates" :items="LANGUAGES" />
        <ChoiceField
          v-model="taste.currency"
          label="Currency that sums are read in"
          :items="['USD', 'CAD', 'EUR', 'GBP', 'SEK', 'NOK', 'CHF', 'AUD', 'NZD']"
        />
        <QuantityField
          v-if="taste.currency !== 'USD'"
          kind="plain"
          :label="`One dollar is so many ${taste.currency}`"
          :least="0.0001"
          :most="100000"
          :model-value="taste.perDollar"
          @update:model-value="setRate"
        />
        <p v-if="taste.currency !== 'USD'" class="small quiet">
          {{
            taste.rateOn
              ? `Rate of ${taste.day(taste.rateOn)}, as you entered it.`
              : 'At 1 nothing is converted: the currency is a name for the sums entered.'
          }}
          Sums are kept in dollars; files for others say which they are in.
        </p>
        <QuantityField
          v-model="taste.ownLabourCents"
          kind="money"
          label="Labour an hour, for new aeroplanes"
          :least="0"
          :most="100000"
        />
        <p class="small quiet">Build it yourself and your own labour is free: 0.</p>
        <ChoiceField
          :model-value="taste.dark ? 'night' : 'day'"
          label="Colours"
          :items="[
            { value: 'day', title: 'day: chalk' },
            { value: 'night', title: 'hangar night' }
          ]"
          @update:model-value="value => (taste.dark = value === 'night')"
        />
        <ChoiceField
          :model-value="taste.roomy ? 'roomy' : 'dense'"
          label="Tables and buttons"
          :items="[
            { value: 'dense', title: 'dense, for a mouse' },
            { value: 'roomy', title: 'roomy, for a finger' }
          ]"
          @update:model-value="value => (taste.roomy = value === 'roomy')"
        />
        <div><v-btn @click="taste.tourDone = false">Show the tour again</v-btn></div>
      </v-card-text>
      <v-card-actions
        ><v-spacer /><v-btn color="primary" variant="flat" @click="open = false">Close</v-btn></v-card-actions
      >
    </v-card>
  </ModalDialog>
</template>
