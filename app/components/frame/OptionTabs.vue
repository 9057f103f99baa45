<script setup lang="ts">
import {
  mdiCompareHorizontal,
  mdiContentDuplicate,
  mdiDotsHorizontal,
  mdiHelp,
  mdiWeatherNight,
  mdiWhiteBalanceSunny
} from '@mdi/js'
import { AS_FOUND } from '#core/document'
import { useMediaQuery } from '@vueuse/core'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

const emit = defineEmits<{ compare: []; keys: []; versions: []; settings: [] }>()
const bench = useBench()
const preferences = usePreferences()
/** On a phone the options are a list, so that the one that is open is named. */
const small = useMediaQuery('(max-width: 600px)')
const renaming = ref(false)
const name = ref('')
const options = useSteady(() => [
  { id: AS_FOUND, name: 'As installed' },
  ...(bench.project?.options.map(({ id, name }) => ({ id, name })) ?? [])
])
const alone = computed(() => options.value.length < 3)
const current = computed(() => bench.option?.id)

function freeLetter(): string {
  const taken = new Set(bench.project?.options.map(option => option.id))
  for (const letter of 'abcdefghijklmnopqrstuvwxyz') if (!taken.has(letter)) return letter
  return `o${Date.now()}`
}
function duplicate() {
  const from = bench.option
  if (!from) return
  const id = freeLetter()
  const letter = id.length === 1 ? id.toUpperCase() : id
  const tail = from.name.replace(/^Option [A-Z]\b:?\s*/, '')
  if (
    bench.act(
      [
        {
          type: 'option.duplicate',
          option: from.id,
          id,
          name: `Option ${letter}${tail ? `: ${tail}` : ''}`.slice(0, 110)
        }
      ],
      `Duplicate ${from.name}`
    )
  ) {
    bench.optionId = id
    bench.said = `${from.name} is copied to Option ${letter}, which is now open.`
  }
}
function rename() {
  if (bench.option && name.value.trim())
    bench.act(
      [{ type: 'option.rename', option: bench.option.id, name: name.value.trim().slice(0, 120) }],
      `Rename ${bench.option.name}`
    )
  renaming.value = false
}
function drop() {
  if (!bench.option) return
  bench.act([{ type: 'option.drop', option: bench.option.id }], `Delete ${bench.option.name}`)
}
const printStep = () => window.print()
/** Asks for a new name, with the old one to begin from. */
function startRenaming() {
  name.value = bench.option?.name ?? ''
  renaming.value = true
}
</script>

<template>
  <header class="top">
    <ChoiceField
      v-if="small && current"
      v-model="bench.optionId"
      class="choice"
      label="Option"
      hide-label
      :items="options.map(option => ({ value: option.id, title: option.name }))"
    />
    <v-tabs
      v-else
      :model-value="current"
      class="tabs"
      aria-label="Options"
      height="38"
      show-arrows
      @update:model-value="id => typeof id === 'string' && (bench.optionId = id)"
    >
      <v-tab v-for="option in options" :key="option.id" :value="option.id" :title="option.name">
        <span class="option">{{ option.name }}</span>
      </v-tab>
    </v-tabs>
    <v-menu>
      <template #activator="{ props }">
        <v-btn v-bind="props" class="tool" variant="text" :icon="mdiDotsHorizontal" aria-label="More for this option" />
      </template>
      <v-list density="compact">
        <v-list-item :disabled="bench.installed" @click="startRenaming">Rename…</v-list-item>
        <v-list-item :disabled="bench.installed" @click="duplicate">Duplicate</v-list-item>
        <v-list-item :disabled="alone" @click="emit('compare')">Compare…</v-list-item>
        <v-list-item :disabled="alone || bench.installed" @click="drop">Delete</v-list-item>
        <v-list-item @click="emit('versions')">Earlier versions…</v-list-item>
        <v-list-item @click="printStep">Print this step…</v-list-item>
        <v-list-item @click="emit('settings')">Settings…</v-list-item>
      </v-list>
    </v-menu>
    <v-btn
      class="tool rare"
      variant="text"
      :icon="mdiContentDuplicate"
      aria-label="Duplicate option"
      title="Duplicate this option"
      :disabled="bench.installed"
      @click="duplicate"
    />
    <v-btn
      class="tool seldom"
      variant="text"
      :icon="mdiCompareHorizontal"
      aria-label="Compare options"
      title="Compare two options"
      :disabled="alone"
      @click="emit('compare')"
    />
    <span class="grow" />
    <FrameSaveMark />
    <FrameUndoButtons />
    <v-btn
      class="tool wide rare"
      variant="text"
      :aria-label="`Units: ${preferences.system}. Change`"
      title="Inch or metric (u)"
      @click="preferences.system = preferences.system === 'inch' ? 'metric' : 'inch'"
      >{{ preferences.system === 'inch' ? 'inch' : 'mm' }}</v-btn
    >
    <v-btn
      class="tool rare"
      variant="text"
      :icon="preferences.dark ? mdiWhiteBalanceSunny : mdiWeatherNight"
      :aria-label="preferences.dark ? 'Day colours' : 'Night colours'"
      @click="preferences.dark = !preferences.dark"
    />
    <v-btn
      class="tool rare"
      variant="text"
      :icon="mdiHelp"
      aria-label="Keyboard shortcuts"
      title="All keys (?)"
      @click="emit('keys')"
    />
    <FrameFindingsButton />
    <ModalDialog v-model="renaming" max-width="420">
      <v-card title="Rename option">
        <v-card-text
          ><v-text-field v-model="name" label="Name" autofocus maxlength="120" @keydown.enter="rename"
        /></v-card-text>
        <v-card-actions
          ><v-spacer /><v-btn @click="renaming = false">Cancel</v-btn
          ><v-btn color="primary" variant="flat" @click="rename">Rename</v-btn></v-card-actions
        >
      </v-card>
    </ModalDialog>
  </header>
</template>

<style scoped>
.top {
  display: flex;
  align-items: center;
  height: 39px;
  border-bottom: 1px solid var(--rule);
  background: var(--alclad);
  padding-right: 6px;
  min-width: 0;
}
.tabs {
  flex: 0 1 auto;
  min-width: 96px;
}
.choice {
  flex: 1 1 120px;
  min-width: 0;
}
.option {
  max-width: 220px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.tool {
  width: 34px;
  height: 36px;
  flex: none;
}
.tool.wide {
  width: 46px;
  min-width: 46px;
  padding: 0;
}
@media (max-width: 1400px) {
  .option {
    max-width: 150px;
  }
}
@media (max-width: 900px) {
  .rare {
    display: none;
  }
}
@media (max-width: 600px) {
  .seldom {
    display: none;
  }
  .option {
    max-width: 120px;
  }
}
</style>
