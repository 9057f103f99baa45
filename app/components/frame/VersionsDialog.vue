<script setup lang="ts">
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

const preferences = usePreferences()

const open = defineModel<boolean>({ required: true })
const bench = useBench()
const list = ref<{ version: number; title: string; savedAt: string }[]>([])
const saves = ref<{ version: number; did: { does: 'act' | 'undo' | 'redo'; label: string }[] }[]>([])
const wrong = ref('')
watch(open, async now => {
  if (!now || !bench.project) return
  wrong.value = ''
  try {
    await bench.flush()
    const at = `/api/projects/${bench.project.id}`
    ;[list.value, saves.value] = await Promise.all([
      ask<typeof list.value>(`${at}/versions`),
      ask<typeof saves.value>(`${at}/saves`)
    ])
  } catch (error) {
    wrong.value = sayError(error)
  }
})
/** Acts that a line names by themselves; the rest are counted. */
const NAMED = 3
const DOES = { act: '', undo: 'Undo: ', redo: 'Redo: ' } as const
/** What was done after one version up to another, latest first. */
function did(from: number, to: number): string {
  const acts = saves.value
    .filter(save => save.version <= to && save.version > from)
    .flatMap(save => [...save.did].reverse().map(({ does, label }) => `${DOES[does]}${label}`))
  const kinds = [...new Set(acts)]
  return [...kinds.slice(0, NAMED), ...(kinds.length > NAMED ? [`and ${kinds.length - NAMED} more`] : [])].join('; ')
}
const since = computed(() => did(list.value[0]?.version ?? 0, bench.version))
async function bringBack(version: number) {
  if (!bench.project) return
  try {
    await ask(`/api/projects/${bench.project.id}/versions/${version}/restore`, {
      method: 'POST',
      body: { version: bench.version }
    })
    await bench.open(bench.project.id)
    bench.said = `Version ${version} is back. What stood before is among the earlier versions.`
    open.value = false
  } catch (error) {
    wrong.value = sayError(error)
  }
}
</script>

<template>
  <ModalDialog v-model="open" max-width="760" aria-label="Earlier versions">
    <v-card title="Earlier versions">
      <v-card-text>
        <p class="small quiet">
          One is saved each minute while you work, when you leave, and before the changes of two windows are joined.
          After an hour one per quarter hour is kept, after a day one per day, after a month one per month. Restoring
          one keeps the current state as an earlier version, and undo reverses it.
        </p>
        <p v-if="wrong" role="alert">{{ wrong }}</p>
        <p v-if="list.length && since" class="small">Since the last of them: {{ since }}.</p>
        <p v-if="list.length === 0">None yet: the first is kept when you save the next change.</p>
        <table v-else class="list">
          <thead>
            <tr>
              <th class="number">Version</th>
              <th>Saved</th>
              <th>Title</th>
              <th>Done since the one before</th>
              <th><span class="screen-reader">Actions</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(version, index) in list" :key="version.version">
              <td class="number figures">{{ version.version }}</td>
              <td>{{ preferences.time(version.savedAt) }}</td>
              <td>{{ version.title }}</td>
              <td class="small">{{ did(list[index + 1]?.version ?? 0, version.version) }}</td>
              <td><v-btn @click="bringBack(version.version)">Restore</v-btn></td>
            </tr>
          </tbody>
        </table>
      </v-card-text>
      <v-card-actions><v-spacer /><v-btn @click="open = false">Close</v-btn></v-card-actions>
    </v-card>
  </ModalDialog>
</template>
