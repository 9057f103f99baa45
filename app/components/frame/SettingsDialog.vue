<script setup lang="ts">
import { usePreferences } from '~/stores/preferences'

/** What a person likes in this browser. */
const open = defineModel<boolean>({ required: true })
const preferences = usePreferences()
/** A rate has its day: another currency begins at one to one again. */
function setRate(perDollar: number) {
  preferences.perDollar = perDollar
  preferences.rateOn = perDollar === 1 ? '' : localToday()
}
watch(
  () => preferences.currency,
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
        <p class="small quiet">Stored in this browser. They change the display, not the project.</p>
        <ChoiceField
          v-model="preferences.system"
          label="Lengths and weights"
          :items="[
            { value: 'inch', title: 'inches and pounds' },
            { value: 'metric', title: 'millimetres and kilograms' }
          ]"
        />
        <ChoiceField v-model="preferences.locale" label="Numbers and dates" :items="LANGUAGES" />
        <ChoiceField
          v-model="preferences.currency"
          label="Display currency"
          :items="['USD', 'CAD', 'EUR', 'GBP', 'SEK', 'NOK', 'CHF', 'AUD', 'NZD']"
        />
        <QuantityField
          v-if="preferences.currency !== 'USD'"
          kind="plain"
          :label="`One dollar is so many ${preferences.currency}`"
          :least="0.0001"
          :most="100000"
          :model-value="preferences.perDollar"
          @update:model-value="setRate"
        />
        <p v-if="preferences.currency !== 'USD'" class="small quiet">
          {{
            preferences.rateOn
              ? `Rate of ${preferences.day(preferences.rateOn)}, as you entered it.`
              : 'At 1 nothing is converted: the currency is a name for the sums entered.'
          }}
          Sums are kept in dollars; files for others say which they are in.
        </p>
        <QuantityField
          v-model="preferences.ownLabourCents"
          kind="money"
          label="Labor per hour, for new aircraft"
          :least="0"
          :most="100000"
        />
        <p class="small quiet">Build it yourself and your own labour is free: 0.</p>
        <ChoiceField
          :model-value="preferences.dark ? 'night' : 'day'"
          label="Colours"
          :items="[
            { value: 'day', title: 'Light' },
            { value: 'night', title: 'Dark' }
          ]"
          @update:model-value="value => (preferences.dark = value === 'night')"
        />
        <ChoiceField
          :model-value="preferences.roomy ? 'roomy' : 'dense'"
          label="Tables and buttons"
          :items="[
            { value: 'dense', title: 'Compact' },
            { value: 'roomy', title: 'Touch' }
          ]"
          @update:model-value="value => (preferences.roomy = value === 'roomy')"
        />
        <div><v-btn @click="preferences.tourDone = false">Show the tour again</v-btn></div>
      </v-card-text>
      <v-card-actions
        ><v-spacer /><v-btn color="primary" variant="flat" @click="open = false">Close</v-btn></v-card-actions
      >
    </v-card>
  </ModalDialog>
</template>
