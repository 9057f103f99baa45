<script setup lang="ts">
import { buildOutline, FLYING, PANEL_TEMPLATES } from '#core/document'
import { INSTALLED, type Beginning } from '#core/report'
import { usePreferences } from '~/stores/preferences'

/** A new aircraft from a few questions. */
const open = defineModel<boolean>({ required: true })
const preferences = usePreferences()
const wrong = ref('')
const busy = ref(false)
const OWN = 'own'
const start = reactive({
  registration: '',
  model: '',
  title: '',
  madeOn: localToday(),
  basis: 'certified' as Beginning['basis'],
  seats: 4,
  seating: 'side by side' as Beginning['seating'],
  flying: ['day VFR'] as Beginning['flying'],
  systemV: 14 as Beginning['systemV'],
  panel: PANEL_TEMPLATES[0]!.id,
  installed: 'six round dials' as Beginning['installed']
})
const INSTALLED_NAMES: Record<Beginning['installed'], string> = {
  'bare': 'Bare panel',
  'six round dials': 'Six round dials, one radio',
  'six round dials and transponder': 'Six round dials, radio, old transponder',
  'glass': 'Glass: one wide display'
}
/** The panel that is usual for the seating, until a person chooses one. */
const chosenPanel = ref(false)
watch(
  () => [start.seating, start.seats, start.basis] as const,
  ([seating, seats, basis]) => {
    if (chosenPanel.value) return
    start.panel =
      seating === 'tandem' ? 'tandem-24' : basis === 'light-sport' ? 'light-28' : seats > 2 ? 'arched-40' : 'arched-36'
  }
)
/** False while a field holds what cannot be read: nothing is done with what stood there before. */
const readable = ref<boolean | null>(null)
const inHand = useDrawing()
const { taken } = inHand
/** All templates in one scale, so that the eye compares them. */
const WIDEST_MM = Math.max(...PANEL_TEMPLATES.map(({ measures }) => measures.widthMm))
const panels = computed(() => [
  ...PANEL_TEMPLATES.map(({ id, name, measures }) => ({
    value: id,
    title: name,
    size: `${preferences.length(measures.widthMm)} × ${preferences.length(measures.heightMm)}`,
    outline: ringPath(buildOutline(measures), y => measures.heightMm - y),
    view: `${(measures.widthMm - WIDEST_MM) / 2 - 8} -8 ${WIDEST_MM + 16} ${measures.heightMm + 16}`
  })),
  { value: OWN, title: 'From a drawing (DXF, SVG)', size: '', outline: '', view: '' }
])
function setFlying(kind: (typeof FLYING)[number], on: boolean) {
  const flying = FLYING.filter(other => (other === kind ? on : start.flying.includes(other)))
  if (flying.length) start.flying = flying
}
async function begin() {
  wrong.value = ''
  if (start.panel === OWN && !taken.value) {
    wrong.value = 'Choose the file with the outline and the closed line that is the panel, or a panel template.'
    return
  }
  busy.value = true
  try {
    const { id } = await ask<{ id: string }>('/api/projects/begin', {
      method: 'POST',
      body: {
        ...start,
        labourCentsPerHour: preferences.ownLabourCents,
        panel: start.panel === OWN ? taken.value! : start.panel
      }
    })
    await navigateTo(`/p/${id}/brief`)
  } catch (error) {
    wrong.value = sayError(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <ModalDialog v-model="open" max-width="720" aria-label="New aircraft">
    <v-card title="New aircraft">
      <v-card-text>
        <v-form id="begin" v-model="readable" class="grid" @submit.prevent="begin">
          <div class="grid three">
            <TextField v-model="start.registration" label="Registration" :most="20" empty />
            <TextField v-model="start.model" label="Model" empty />
            <TextField v-model="start.title" label="Name of the project" empty />
          </div>
          <div class="grid three">
            <ChoiceField
              v-model="start.basis"
              label="Certification basis"
              :items="['certified', 'amateur-built', 'light-sport']"
            />
            <TextField v-model="start.madeOn" type="date" label="Date of manufacture" />
            <ChoiceField v-model="start.systemV" label="System volts" :items="[12, 14, 28]" />
            <QuantityField v-model="start.seats" kind="plain" whole label="Seats" :least="1" :most="12" />
            <ChoiceField v-model="start.seating" label="Seating" :items="['side by side', 'tandem']" />
            <ChoiceField
              v-model="start.installed"
              label="Installed now"
              :items="INSTALLED.map(value => ({ value, title: INSTALLED_NAMES[value] }))"
            />
          </div>
          <div class="row" role="group" aria-label="Flying">
            <v-checkbox
              v-for="kind in FLYING"
              :key="kind"
              :label="kind"
              :model-value="start.flying.includes(kind)"
              @update:model-value="on => setFlying(kind, !!on)"
            />
          </div>
          <fieldset class="templates">
            <legend>Panel template</legend>
            <label
              v-for="panel in panels"
              :key="panel.value"
              class="template"
              :class="{ chosen: start.panel === panel.value }"
            >
              <input
                v-model="start.panel"
                type="radio"
                name="panel"
                :value="panel.value"
                @change="chosenPanel = true"
              />
              <svg v-if="panel.outline" :viewBox="panel.view" aria-hidden="true"><path :d="panel.outline" /></svg>
              <span>{{ panel.title }}</span>
              <span v-if="panel.size" class="small quiet">{{ panel.size }}</span>
            </label>
          </fieldset>
          <DrawingPicker v-if="start.panel === OWN" :in-hand="inHand" />
          <p class="small quiet">
            Pilots, weights and installed equipment are typical of this type of panel, not of what you plan. Correct
            them in Brief, on the Panel step, and in Equipment under As installed.
          </p>
          <p v-if="wrong" class="caution" role="alert">{{ wrong }}</p>
        </v-form>
      </v-card-text>
      <v-card-actions>
        <v-spacer />
        <v-btn @click="open = false">Cancel</v-btn>
        <v-btn color="primary" variant="flat" type="submit" form="begin" :disabled="readable === false" :loading="busy"
          >Create</v-btn
        >
      </v-card-actions>
    </v-card>
  </ModalDialog>
</template>

<style scoped>
.templates {
  border: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 8px;
}
.templates legend {
  font-weight: 700;
  font-size: 13px;
  margin-bottom: 4px;
}
.template {
  position: relative;
  display: grid;
  gap: 2px;
  align-content: end;
  border: 1px solid var(--rule);
  padding: 8px;
  font-size: 12.5px;
  cursor: pointer;
}
.template.chosen {
  border-color: var(--dye);
  box-shadow: inset 0 0 0 1px var(--dye);
  background: var(--dye-wash);
}
.template input {
  position: absolute;
  top: 6px;
  left: 6px;
  accent-color: var(--dye);
}
.template:focus-within {
  outline: 2px solid var(--dye);
}
.template svg {
  display: block;
  width: 100%;
  height: 46px;
}
.template path {
  fill: var(--sheet);
  stroke: var(--graphite);
  stroke-width: 8;
}
.three {
  grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
  align-items: start;
}
/* Room for the labels of the first fields, which stand on their edge. */
#begin {
  padding-top: 8px;
}
</style>
