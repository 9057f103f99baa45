<script setup lang="ts">
import { sayProblem, type FileProblem } from '#core/document'

const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ kept: [] }>()
interface Answer {
  broughtIn: number
  added: string[]
  replaced: string[]
  problems: FileProblem[]
}
const file = shallowRef<{ name: string; kind: 'csv' | 'json'; text: string }>()
const answer = shallowRef<Answer>()
const wrong = ref('')
const MOST_MB = 20

async function send(agreed: boolean) {
  if (!file.value) return
  wrong.value = ''
  try {
    answer.value = await ask<Answer>('/api/catalogue/import', {
      method: 'POST',
      body: { kind: file.value.kind, text: file.value.text, agreed }
    })
    if (agreed) emit('kept')
  } catch (error) {
    wrong.value = sayError(error)
  }
}
async function look(event: Event) {
  const picked = (event.target as HTMLInputElement).files?.[0]
  answer.value = undefined
  wrong.value = ''
  if (!picked) return
  if (picked.size > MOST_MB * 1048576) {
    wrong.value = `“${picked.name}” has ${(picked.size / 1048576).toFixed(0)} MB. Maximum is ${MOST_MB} MB.`
    return
  }
  file.value = {
    name: picked.name,
    kind: picked.name.toLowerCase().endsWith('.json') ? 'json' : 'csv',
    text: await picked.text()
  }
  await send(false)
}
</script>

<template>
  <ModalDialog v-model="open" aria-label="Import items">
    <v-card title="Import items">
      <v-card-text class="body">
        <p class="small quiet">
          A catalogue as CSV or JSON, as this program exports it. Nothing is imported until you have seen what would
          come.
        </p>
        <input type="file" accept=".csv,.json" aria-label="Catalogue file" @change="look" />
        <p v-if="wrong" role="alert" class="caution">{{ wrong }}</p>
        <template v-if="answer">
          <p v-if="answer.broughtIn" role="status">
            <StateMark state="met" /> {{ answer.broughtIn }} items are now yours.
          </p>
          <p v-else>
            Good rows: <b class="figures">{{ answer.added.length + answer.replaced.length }}</b> ({{
              answer.added.length
            }}
            new, {{ answer.replaced.length }} in place of items of the same id). Bad rows are not imported:
            <b class="figures">{{ answer.problems.length }}</b> problems.
          </p>
          <ul v-if="answer.problems.length" class="small">
            <li v-for="(problem, index) in answer.problems.slice(0, 100)" :key="index">{{ sayProblem(problem) }}</li>
          </ul>
        </template>
      </v-card-text>
      <v-card-actions>
        <v-spacer /><v-btn @click="open = false">Close</v-btn>
        <v-btn
          v-if="answer && !answer.broughtIn && answer.added.length + answer.replaced.length"
          color="primary"
          variant="flat"
          @click="send(true)"
          >Bring the good rows in</v-btn
        >
      </v-card-actions>
    </v-card>
  </ModalDialog>
</template>

<style scoped>
.body {
  display: grid;
  gap: 10px;
}
ul {
  max-height: 260px;
  overflow: auto;
  padding-left: 18px;
}
</style>
