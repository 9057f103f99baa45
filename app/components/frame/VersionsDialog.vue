<script setup lang="ts">
import { useBench } from '~/stores/bench'
import { useTaste } from '~/stores/taste'

const taste = useTaste()

const open = defineModel<boolean>({ required: true })
const bench = useBench()
const list = ref<{ version: number; title: string; savedAt: string }[]>([])
const wrong = ref('')
watch(open, async now => {
  if (!now || !bench.project) return
  await bench.flush()
  list.value = await ask<typeof list.value>(`/api/projects/${bench.project.id}/versions`)
})
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
  <ModalDialog v-model="open" max-width="560" aria-label="Earlier versions">
    <v-card title="Earlier versions">
      <v-card-text>
        <p class="small quiet">
          One is kept at most every minute while you work. Bringing one back keeps what stands now.
        </p>
        <p v-if="wrong" role="alert">{{ wrong }}</p>
        <p v-if="list.length === 0">None yet: the first is kept when you save the next change.</p>
        <table v-else class="list">
          <thead>
            <tr>
              <th class="number">Version</th>
              <th>Saved</th>
              <th>Title</th>
              <th><span class="screen-reader">Acts</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in list" :key="one.version">
              <td class="number figures">{{ one.version }}</td>
              <td>{{ taste.time(one.savedAt) }}</td>
              <td>{{ one.title }}</td>
              <td><v-btn @click="bringBack(one.version)">Bring back</v-btn></td>
            </tr>
          </tbody>
        </table>
      </v-card-text>
      <v-card-actions><v-spacer /><v-btn @click="open = false">Close</v-btn></v-card-actions>
    </v-card>
  </ModalDialog>
</template>
