<script setup lang="ts">
import { usePreferences } from '~/stores/preferences'

/** The hangar: every aeroplane with its panel and its options in figures. */
const preferences = usePreferences()
useHead({ title: 'Hangar · Ewerpanel' })

interface Row {
  id: string
  incarnation: string
  title: string
  registration: string
  model: string
  version: number
  savedAt: string
}
const rows = ref<Row[]>()
const wrong = ref('')
const said = ref('')
const starting = ref(false)
const settings = ref(false)
const leaving = shallowRef<Row>()
const asking = computed({
  get: () => leaving.value !== undefined,
  set: open => {
    if (!open) leaving.value = undefined
  }
})
/** The project deleted last, which can be brought back. */
const gone = shallowRef<Row>()
const goneSaid = computed({
  get: () => gone.value !== undefined,
  set: open => {
    if (!open) gone.value = undefined
  }
})

const find = ref('')
const SORTS = [
  { value: 'saved', title: 'most recent' },
  { value: 'registration', title: 'registration' },
  { value: 'title', title: 'name' }
] as const
const sort = ref<'saved' | 'registration' | 'title'>('saved')
const shown = computed(() => {
  const words = find.value.toLocaleLowerCase().split(/\s+/).filter(Boolean)
  const list = (rows.value ?? []).filter(row => {
    const text = `${row.registration} ${row.title} ${row.model}`.toLocaleLowerCase()
    return words.every(word => text.includes(word))
  })
  const key = sort.value
  return key === 'saved' ? list : [...list].sort((a, b) => a[key].localeCompare(b[key], preferences.reading.locale))
})

/** Largest file the server reads; a larger one is refused here, before it is read at all. */
const MOST_MB = 20

async function refresh() {
  try {
    rows.value = await ask<Row[]>('/api/projects')
  } catch (error) {
    wrong.value = sayError(error)
  }
}
onMounted(refresh)

async function importFile(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  wrong.value = said.value = ''
  if (!file) return
  if (file.size > MOST_MB * 1048576) {
    wrong.value = `“${file.name}” has ${(file.size / 1048576).toFixed(0)} MB. Maximum is ${MOST_MB} MB. Nothing was changed.`
    return
  }
  const text = await file.text()
  try {
    await ask('/api/projects', { method: 'POST', body: text, headers: { 'Content-Type': 'application/json' } })
    said.value = `“${file.name}” is in the hangar.`
  } catch (error) {
    const { statusCode } = error as { statusCode?: number }
    if (statusCode === 409) await importCopy(text, file.name)
    else wrong.value = `“${file.name}” was not imported. ${sayError(error)}`
  }
  await refresh()
}
/** The project is there already: both are kept, this one under a new id. */
async function importCopy(text: string, name: string) {
  const document = JSON.parse(text) as { id: string; title: string }
  const copy = {
    ...document,
    id: newId(document.id),
    title: `${document.title} (copy)`.slice(0, 120)
  }
  try {
    await ask('/api/projects', {
      method: 'POST',
      body: JSON.stringify(copy),
      headers: { 'Content-Type': 'application/json' }
    })
    said.value = `There is a “${document.title}” already, so “${name}” was imported as a copy.`
  } catch (error) {
    wrong.value = sayError(error)
  }
}
async function remove() {
  const row = leaving.value
  leaving.value = undefined
  if (!row) return
  try {
    await ask(`/api/projects/${row.id}`, { method: 'DELETE' })
    gone.value = row
  } catch (error) {
    wrong.value = sayError(error)
  }
  await refresh()
}
async function bringBack() {
  const row = gone.value
  gone.value = undefined
  if (!row) return
  try {
    await ask(`/api/projects/${row.id}/undelete`, { method: 'POST', body: '{}' })
  } catch (error) {
    wrong.value = sayError(error)
  }
  await refresh()
}
const backingUp = ref(false)
/** Fetched by the page and not by the browser alone, so that one that breaks off is told here and leaves no half file. */
async function backUp() {
  wrong.value = said.value = ''
  backingUp.value = true
  try {
    const answer = await fetch('/api/backup')
    if (!answer.ok) throw new Error(((await answer.json()) as { message: string }).message)
    const whole = await answer.blob()
    const day = localToday()
    giveFile(`ewerpanel-backup-${day}.json`, whole)
    said.value = `The backup is complete: ${(whole.size / 1048576).toFixed(1)} MB.`
  } catch (error) {
    const { message } = error as Error
    const why = error instanceof TypeError ? 'The server broke off the download before it was complete.' : message
    wrong.value = `There is no backup: nothing was downloaded. ${why} The server log names the project that could not be read.`
  }
  backingUp.value = false
}
async function restore(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  wrong.value = said.value = ''
  try {
    const { added, replaced } = await ask<{ added: number; replaced: number }>('/api/backup', {
      method: 'POST',
      body: file,
      headers: { 'Content-Type': 'application/json' }
    })
    said.value =
      `From the backup: ${added} projects added, ${replaced} replaced. ` +
      'What stood in the replaced ones is among their earlier versions.'
  } catch (error) {
    wrong.value = `“${file.name}” was not restored. ${sayError(error)}`
  }
  await refresh()
}
const importField = useTemplateRef('importField')
const restoreField = useTemplateRef('restoreField')
</script>

<template>
  <main class="hangar">
    <header class="head">
      <div class="grow">
        <h1>Ewerpanel</h1>
        <p class="quiet">Plan the panel before metal is cut: fit, power, wiring, rules, weight, money.</p>
      </div>
      <v-btn color="primary" variant="flat" @click="starting = true">New aircraft</v-btn>
      <v-btn @click="importField?.click()">Import a project file</v-btn>
      <input
        ref="importField"
        class="screen-reader"
        type="file"
        accept=".json,application/json"
        aria-label="Import a project file"
        tabindex="-1"
        @change="importFile"
      />
    </header>
    <LazyHangarBegin v-if="starting" v-model="starting" />
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <p v-if="said" class="said" role="status">{{ said }}</p>
    <div v-if="rows && rows.length > 1" class="row sieve">
      <v-text-field v-model="find" label="Search" class="search" type="search" />
      <ChoiceField v-model="sort" label="Sort" class="sort" :items="SORTS" />
    </div>
    <section aria-label="Projects" class="floor">
      <p v-if="!rows" class="quiet">Loading projects…</p>
      <div v-else-if="rows.length === 0" class="sheet empty">
        <p>The hangar is empty.</p>
        <v-btn color="primary" variant="flat" @click="starting = true">New aircraft</v-btn>
        <v-btn @click="importField?.click()">Import a project file</v-btn>
      </div>
      <p v-else-if="shown.length === 0" class="quiet">No aircraft of that name.</p>
      <HangarCard v-for="row in shown" :key="row.id" :row="row" @remove="leaving = row" />
    </section>
    <ModalDialog v-model="asking" max-width="460" role="alertdialog" aria-label="Delete a project">
      <v-card v-if="leaving" :title="`Delete “${leaving.title}”?`">
        <v-card-text>All its options and earlier versions are deleted too. You can undo this immediately.</v-card-text>
        <v-card-actions>
          <v-spacer /><v-btn autofocus @click="leaving = undefined">Cancel</v-btn
          ><v-btn color="error" variant="flat" @click="remove">Delete</v-btn>
        </v-card-actions>
      </v-card>
    </ModalDialog>
    <v-snackbar v-model="goneSaid" :timeout="12000" location="bottom" rounded="0">
      “{{ gone?.title }}” is deleted.
      <template #actions><v-btn variant="text" @click="bringBack">Undo</v-btn></template>
    </v-snackbar>
    <footer class="foot">
      <span class="row">
        <v-btn :disabled="backingUp" @click="backUp">{{ backingUp ? 'Backing up…' : 'Back up all' }}</v-btn>
        <v-btn @click="restoreField?.click()">Restore a backup</v-btn>
        <input
          ref="restoreField"
          class="screen-reader"
          type="file"
          accept=".json,application/json"
          aria-label="Restore a backup"
          tabindex="-1"
          @change="restore"
        />
        <v-btn @click="settings = true">Settings</v-btn>
      </span>
      <p class="quiet small grow">
        Plans, not approved data. The maker’s manual, the approval and your inspector decide. The demo’s aircraft,
        equipment and people are invented: enter your maker’s own figures.
      </p>
    </footer>
    <LazyFrameSettingsDialog v-if="settings" v-model="settings" />
  </main>
</template>

<style scoped>
.hangar {
  height: 100vh;
  height: 100dvh;
  overflow: auto;
  max-width: 1500px;
  margin: 0 auto;
  padding: 30px 28px 20px;
  display: flex;
  flex-direction: column;
  gap: 14px;
  width: 100%;
}
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
  padding-bottom: 12px;
  border-bottom: 3px solid var(--dye);
}
.head h1 {
  font-size: 27px;
  letter-spacing: -0.3px;
}
.sieve .search,
.sieve .sort {
  flex: 0 1 260px;
}
.wrong {
  border-left: 4px solid var(--grease);
  background: var(--grease-wash);
  padding: 8px 12px;
  white-space: pre-wrap;
}
.said {
  border-left: 4px solid var(--primer);
  background: var(--primer-wash);
  padding: 8px 12px;
}
.floor {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 350px), 1fr));
  gap: 14px;
  align-items: stretch;
}
.empty {
  display: grid;
  gap: 10px;
  justify-items: start;
}
.foot {
  margin-top: auto;
  display: flex;
  flex-wrap: wrap;
  gap: 18px;
  align-items: center;
  padding-top: 14px;
  border-top: 1px solid var(--rule);
}
.foot p {
  flex: 1 1 300px;
}
@media (max-width: 600px) {
  .hangar {
    padding: 14px;
  }
}
</style>
