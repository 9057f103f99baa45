<script setup lang="ts">
import { useTaste } from '~/stores/taste'

const taste = useTaste()

interface Row {
  id: string
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
const start = reactive({ registration: 'ZZ-', title: '', model: '', basis: 'amateur-built', systemV: 14 })
const leaving = ref<Row>()

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

async function bringIn(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  wrong.value = said.value = ''
  if (!file) return
  if (file.size > MOST_MB * 1048576) {
    wrong.value = `“${file.name}” has ${(file.size / 1048576).toFixed(0)} MB; at most ${MOST_MB} MB are read. Nothing was changed.`
    return
  }
  const text = await file.text()
  try {
    await ask('/api/projects', { method: 'POST', body: text, headers: { 'Content-Type': 'application/json' } })
    said.value = `“${file.name}” is in the hangar.`
  } catch (error) {
    const { statusCode } = error as { statusCode?: number }
    if (statusCode === 409) await bringInCopy(text, file.name)
    else wrong.value = `“${file.name}” was not brought in. ${sayError(error)}`
  }
  await refresh()
}
/** The project is there already: both are kept, this one under a new id. */
async function bringInCopy(text: string, name: string) {
  const { nanoid } = await import('nanoid')
  const document = JSON.parse(text) as { id: string; title: string }
  const copy = {
    ...document,
    id: `${document.id.slice(0, 50)}-${nanoid(6).replace(/[^A-Za-z0-9]/g, 'x')}`,
    title: `${document.title} (copy)`.slice(0, 120)
  }
  try {
    await ask('/api/projects', {
      method: 'POST',
      body: JSON.stringify(copy),
      headers: { 'Content-Type': 'application/json' }
    })
    said.value = `There is a “${document.title}” already, so “${name}” is in the hangar as a copy beside it.`
  } catch (error) {
    wrong.value = sayError(error)
  }
}
async function begin() {
  const { blankProject } = await import('#core/document/blank')
  const { nanoid } = await import('nanoid')
  const id = `p-${nanoid(10).replace(/[^A-Za-z0-9]/g, 'x')}`
  const project = blankProject({
    id,
    title: start.title.trim() || start.registration.trim() || 'New aeroplane',
    registration: start.registration.trim(),
    model: start.model.trim() || 'Unnamed model',
    basis: start.basis as 'certified',
    systemV: Number(start.systemV) as 14,
    madeOn: new Date().toISOString().slice(0, 10)
  })
  try {
    await ask('/api/projects', {
      method: 'POST',
      body: JSON.stringify(project),
      headers: { 'Content-Type': 'application/json' }
    })
    await navigateTo(`/p/${id}/brief`)
  } catch (error) {
    wrong.value = sayError(error)
  }
}
async function throwAway() {
  if (!leaving.value) return
  try {
    await ask(`/api/projects/${leaving.value.id}`, { method: 'DELETE' })
    said.value = `“${leaving.value.title}” is thrown away.`
  } catch (error) {
    wrong.value = sayError(error)
  }
  leaving.value = undefined
  await refresh()
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
      body: await file.text(),
      headers: { 'Content-Type': 'application/json' }
    })
    said.value = `From the backup: ${added} projects added, ${replaced} replaced. What stood in the replaced ones is among their earlier versions.`
  } catch (error) {
    wrong.value = `“${file.name}” was not restored. ${sayError(error)}`
  }
  await refresh()
}
const day = (iso: string) => taste.time(iso)
</script>

<template>
  <main class="hangar">
    <header class="head">
      <div class="grow">
        <h1>Ewerpanel</h1>
        <p class="quiet">Plan the panel before metal is cut: fit, power, wiring, rules, weight, money.</p>
      </div>
      <button class="plain firm" @click="starting = !starting">New aeroplane</button>
      <label class="plain file"
        >Bring in a project file<input
          type="file"
          accept=".json,application/json"
          aria-label="Bring in a project file"
          @change="bringIn"
      /></label>
    </header>
    <form v-if="starting" class="sheet new" @submit.prevent="begin">
      <label class="field">Registration<input v-model="start.registration" maxlength="20" required /></label>
      <label class="field"
        >Model<input v-model="start.model" maxlength="120" placeholder="what the plate says"
      /></label>
      <label class="field"
        >Name of this project<input v-model="start.title" maxlength="120" placeholder="as you call it"
      /></label>
      <label class="field"
        >Built as<select v-model="start.basis">
          <option>certified</option>
          <option>amateur-built</option>
          <option>light-sport</option>
        </select></label
      >
      <label class="field"
        >System volts<select v-model="start.systemV">
          <option :value="12">12</option>
          <option :value="14">14</option>
          <option :value="28">28</option>
        </select></label
      >
      <button class="plain firm" type="submit">Begin</button>
    </form>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <p v-if="said" class="said" role="status">{{ said }}</p>
    <section aria-label="Projects" class="floor">
      <p v-if="!rows" class="quiet">Opening the doors…</p>
      <p v-else-if="rows.length === 0" class="sheet">
        The hangar is empty. Begin a new aeroplane, or bring a project file in.
      </p>
      <article v-for="row in rows" v-else :key="row.id" class="bay">
        <NuxtLink :to="`/p/${row.id}/stock`" prefetch-on="interaction" class="open">
          <strong class="code reg">{{ row.registration || '—' }}</strong>
          <span class="grow names"
            ><b>{{ row.title }}</b
            ><span class="quiet">{{ row.model }}</span></span
          >
          <span class="quiet small when"
            >saved {{ day(row.savedAt) }}<br />version <span class="figures">{{ row.version }}</span></span
          >
        </NuxtLink>
        <button class="plain" :aria-label="`Throw ${row.title} away`" @click="leaving = row">Throw away</button>
      </article>
    </section>
    <div v-if="leaving" class="sheet ask" role="alertdialog" aria-label="Throw away">
      <p>Throw “{{ leaving.title }}” away with all its earlier versions? This cannot be undone.</p>
      <div class="row">
        <button class="plain" autofocus @click="leaving = undefined">Leave it</button
        ><button class="plain" @click="throwAway">Throw it away</button>
      </div>
    </div>
    <footer class="foot">
      <span class="row"
        ><a class="plain" href="/api/backup" download>Back everything up</a
        ><label class="plain file"
          >Restore a backup<input
            type="file"
            accept=".json,application/json"
            aria-label="Restore a backup"
            @change="restore" /></label
      ></span>
      <p class="quiet small grow">
        Plans, not approved data. The maker’s manual, the approval and your inspector decide. The demo’s aircraft,
        equipment and people are invented: enter your maker’s own figures.
      </p>
    </footer>
  </main>
</template>

<style scoped>
.hangar {
  height: 100vh;
  overflow: auto;
  max-width: 980px;
  margin: 0 auto;
  padding: 44px 28px 24px;
  display: flex;
  flex-direction: column;
  gap: 16px;
  width: 100%;
}
.head {
  display: flex;
  align-items: center;
  gap: 10px;
  padding-bottom: 14px;
  border-bottom: 3px solid var(--dye);
}
.head h1 {
  font-size: 27px;
  letter-spacing: -0.3px;
}
.plain {
  text-decoration: none;
  padding: 6px 12px;
  font-size: 13.5px;
}
.file {
  position: relative;
  overflow: hidden;
}
.file input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
.file:focus-within {
  outline: 2px solid var(--dye);
}
.new {
  display: grid;
  grid-template-columns: repeat(5, 1fr) auto;
  gap: 10px;
  align-items: end;
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
  gap: 10px;
}
.bay {
  display: flex;
  align-items: stretch;
  background: var(--paper);
  border: 1px solid var(--rule);
  border-left: 6px solid var(--sheet-edge);
}
.bay:hover {
  border-left-color: var(--dye);
}
.bay .plain {
  border: 0;
  border-left: 1px solid var(--rule);
  font-size: 12.5px;
  color: var(--quiet);
}
.open {
  display: flex;
  flex: 1;
  align-items: center;
  gap: 22px;
  padding: 14px 18px;
  color: inherit;
  text-decoration: none;
}
.reg {
  font-size: 22px;
  font-weight: 400;
  min-width: 108px;
}
.names {
  display: flex;
  flex-direction: column;
  line-height: 1.4;
}
.when {
  text-align: right;
}
.ask {
  border-left: 4px solid var(--tape);
  display: grid;
  gap: 10px;
}
.foot {
  margin-top: auto;
  display: flex;
  gap: 18px;
  align-items: center;
  padding-top: 14px;
  border-top: 1px solid var(--rule);
}
</style>
