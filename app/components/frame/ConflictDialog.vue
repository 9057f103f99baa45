<script setup lang="ts">
import { writeProject } from '#core/document'
import { useBench } from '~/stores/bench'

const bench = useBench()
const shown = computed(() => bench.saveState === 'stale' || bench.saveState === 'missing')
const mine = () => {
  if (bench.project)
    giveFile(fileName(`${bench.project.title} this window`, 'json'), writeProject(bench.project), 'application/json')
}
</script>

<template>
  <ModalDialog :model-value="shown" persistent max-width="560" aria-label="Changed elsewhere">
    <v-card v-if="bench.saveState === 'stale'" title="This project was changed in another window">
      <v-card-text class="body">
        <p>
          Nothing was overwritten. What you did here is kept in this window; what was saved elsewhere is kept on the
          server. Choose which goes on.
        </p>
        <p class="quiet small">
          If you keep this window’s, the other stays among the earlier versions. If you take the other, you can save
          this window’s to a file first.
        </p>
      </v-card-text>
      <v-card-actions>
        <v-btn @click="mine">Save this window’s to a file</v-btn><v-spacer />
        <v-btn @click="bench.takeTheirs">Take what was saved</v-btn
        ><v-btn color="primary" variant="flat" @click="bench.keepMine">Keep this window’s</v-btn>
      </v-card-actions>
    </v-card>
    <v-card v-else title="This project is no longer on the server">
      <v-card-text class="body"
        ><p>
          It was deleted in another window. What you did is still here: save it to a file, then import it from the
          hangar.
        </p></v-card-text
      >
      <v-card-actions
        ><v-btn color="primary" variant="flat" @click="mine">Save to a file</v-btn><v-spacer /><v-btn to="/"
          >To the hangar</v-btn
        ></v-card-actions
      >
    </v-card>
  </ModalDialog>
</template>

<style scoped>
.body {
  display: grid;
  gap: 8px;
}
</style>
