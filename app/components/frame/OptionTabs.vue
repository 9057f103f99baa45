<script setup lang="ts">
import {
  mdiCircleMedium,
  mdiCompareHorizontal,
  mdiContentDuplicate,
  mdiDotsHorizontal,
  mdiHelp,
  mdiRedoVariant,
  mdiUndoVariant,
  mdiWeatherNight,
  mdiWhiteBalanceSunny
} from '@mdi/js'
import { useBench } from '~/stores/bench'
import { useTaste } from '~/stores/taste'

const emit = defineEmits<{ compare: []; keys: []; versions: [] }>()
const bench = useBench()
const taste = useTaste()
const renaming = ref(false)
const name = ref('')

function freshId(): string {
  const taken = new Set(bench.project?.options.map(one => one.id))
  for (const letter of 'abcdefghijklmnopqrstuvwxyz') if (!taken.has(letter)) return letter
  return `o${Date.now()}`
}
function duplicate() {
  const from = bench.option
  if (!from) return
  const id = freshId()
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
  bench.act([{ type: 'option.drop', option: bench.option.id }], `Take ${bench.option.name} away`)
}
const SAVED: Record<string, string> = {
  saved: 'Saved',
  waiting: 'Saving…',
  saving: 'Saving…',
  stale: 'Not saved: changed elsewhere',
  missing: 'Not saved: project is gone',
  failed: 'Not saved: trying again'
}
/** Asks for a new name, with the old one to begin from. */
function startRenaming() {
  name.value = bench.option?.name ?? ''
  renaming.value = true
}
</script>

<template>
  <header class="top">
    <div class="tabs" role="tablist" aria-label="Options">
      <button
        v-for="one in bench.project?.options"
        :key="one.id"
        role="tab"
        :aria-selected="one.id === bench.option?.id"
        :class="{ here: one.id === bench.option?.id }"
        :title="one.name"
        @click="bench.optionId = one.id"
      >
        {{ one.name }}
      </button>
    </div>
    <v-menu>
      <template #activator="{ props }"
        ><button v-bind="props" class="tool" aria-label="More for this option">
          <v-icon :icon="mdiDotsHorizontal" /></button
      ></template>
      <v-list density="compact">
        <v-list-item @click="startRenaming">Rename…</v-list-item>
        <v-list-item :disabled="(bench.project?.options.length ?? 0) < 2" @click="drop">Take away</v-list-item>
        <v-list-item @click="emit('versions')">Earlier versions…</v-list-item>
      </v-list>
    </v-menu>
    <button class="tool" aria-label="Duplicate option" title="Duplicate this option" @click="duplicate">
      <v-icon :icon="mdiContentDuplicate" />
    </button>
    <button
      class="tool"
      aria-label="Compare options"
      title="Compare two options"
      :disabled="(bench.project?.options.length ?? 0) < 2"
      @click="emit('compare')"
    >
      <v-icon :icon="mdiCompareHorizontal" />
    </button>
    <span class="grow" />
    <span class="small save" :class="bench.saveState" role="status" :title="bench.saveError"
      ><v-icon :icon="mdiCircleMedium" size="16" /> {{ SAVED[bench.saveState] }}</span
    >
    <button
      class="tool"
      :disabled="!bench.canUndo"
      :aria-label="bench.canUndo ? `Undo: ${bench.canUndo}` : 'Nothing to undo'"
      :title="bench.canUndo && `Undo: ${bench.canUndo}`"
      @click="bench.undo"
    >
      <v-icon :icon="mdiUndoVariant" />
    </button>
    <button
      class="tool"
      :disabled="!bench.canRedo"
      :aria-label="bench.canRedo ? `Do again: ${bench.canRedo}` : 'Nothing to do again'"
      :title="bench.canRedo && `Do again: ${bench.canRedo}`"
      @click="bench.redo"
    >
      <v-icon :icon="mdiRedoVariant" />
    </button>
    <button
      class="tool wide"
      :aria-label="`Units: ${taste.system}. Change`"
      title="Inch or metric (u)"
      @click="taste.system = taste.system === 'inch' ? 'metric' : 'inch'"
    >
      {{ taste.system === 'inch' ? 'inch' : 'mm' }}
    </button>
    <button class="tool" :aria-label="taste.dark ? 'Day colours' : 'Night colours'" @click="taste.dark = !taste.dark">
      <v-icon :icon="taste.dark ? mdiWhiteBalanceSunny : mdiWeatherNight" />
    </button>
    <button class="tool" aria-label="All keys" title="All keys (?)" @click="emit('keys')">
      <v-icon :icon="mdiHelp" />
    </button>
    <v-dialog v-model="renaming" max-width="420">
      <v-card title="Rename option">
        <v-card-text
          ><v-text-field v-model="name" label="Name" autofocus maxlength="120" @keydown.enter="rename"
        /></v-card-text>
        <v-card-actions
          ><v-spacer /><v-btn @click="renaming = false">Leave</v-btn
          ><v-btn color="primary" variant="flat" @click="rename">Rename</v-btn></v-card-actions
        >
      </v-card>
    </v-dialog>
  </header>
</template>

<style scoped>
.top {
  display: flex;
  align-items: stretch;
  height: 38px;
  border-bottom: 1px solid var(--rule);
  background: var(--alclad);
  gap: 2px;
  padding-right: 6px;
}
.tabs {
  display: flex;
  min-width: 0;
  overflow-x: auto;
}
.tabs button {
  border: 0;
  border-right: 1px solid var(--rule);
  background: none;
  padding: 0 14px;
  font: inherit;
  font-size: 13px;
  color: var(--graphite);
  cursor: pointer;
  max-width: 230px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.tabs button.here {
  background: var(--chalk);
  font-weight: 700;
  box-shadow: inset 0 3px 0 var(--dye);
}
.tool {
  border: 0;
  background: none;
  color: var(--graphite);
  width: 32px;
  cursor: pointer;
  font-size: 17px;
}
.tool .v-icon {
  font-size: 18px;
}
.tool.wide {
  width: 46px;
  font-size: 12.5px;
  padding: 0;
}
.tool:hover:not(:disabled) {
  background: var(--chalk);
  color: var(--dye);
}
.tool:disabled {
  opacity: 0.38;
  cursor: default;
}
.save {
  align-self: center;
  white-space: nowrap;
  color: var(--quiet);
  padding-right: 8px;
}
.save .v-icon {
  color: var(--primer);
}
.save.stale,
.save.missing,
.save.failed {
  color: var(--grease);
  font-weight: 700;
}
.save.waiting .v-icon,
.save.saving .v-icon {
  color: var(--tape);
}
</style>
