<script setup lang="ts">
import { DIODE_V, DIODES } from '#core/power'
import { usePreferences } from '~/stores/preferences'

/** The voltage drop of a diode: by its type, or typed. Nothing is entered until one of the two is. */
const { typeLabel, dropLabel } = defineProps<{ typeLabel: string; dropLabel: string }>()
const dropV = defineModel<number | undefined>({ required: true })
const preferences = usePreferences()

/** Any voltage that is not that of a type. */
const OTHER = 'other'
const type = computed(() =>
  dropV.value === undefined ? '' : (DIODES.find(diode => diode.dropV === dropV.value)?.name ?? OTHER)
)
const types = computed(() => [
  { value: '', title: `not entered: ${preferences.short(DIODE_V)} V assumed` },
  ...DIODES.map(diode => ({
    value: diode.name as string,
    title: `${diode.name}, ${preferences.short(diode.dropV)} V`
  })),
  ...(type.value === OTHER ? [{ value: OTHER, title: OTHER }] : [])
])
const choose = (name: string) => {
  if (name !== OTHER) dropV.value = DIODES.find(diode => diode.name === name)?.dropV
}
</script>

<template>
  <ChoiceField :label="typeLabel" :model-value="type" :items="types" @update:model-value="choose" />
  <QuantityField
    kind="plain"
    :label="dropLabel"
    :least="0"
    :most="2"
    :model-value="dropV ?? 0"
    @update:model-value="volts => (dropV = volts || undefined)"
  />
</template>
