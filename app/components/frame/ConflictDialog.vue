<script setup lang="ts">
import { writeProject, type Dispute } from '#core/document'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

const bench = useBench()
const shown = computed(() => bench.saveState === 'stale' || bench.saveState === 'missing')
const chosen = ref<Record<string, 'mine' | 'theirs'>>({})
watch(
  () => bench.disputes,
  () => {
    chosen.value = {}
  }
)
const all = computed(() => bench.disputes.every(dispute => chosen.value[dispute.path]))
const preferences = usePreferences()
/** A field of a record with its value, as the reader reads it. */
const valueOf = (record: Dispute['mine'], field: string) => fieldValue(field, record[field], preferences)
const mine = () => {
  if (bench.project)
    giveFile(fileName(`${bench.project.title} this window`, 'json'), writeProject(bench.project), 'application/json')
}
</script>

<template>
  <ModalDialog :model-value="shown" persistent max-width="560" aria-label="Changed elsewhere">
    <v-card
      v-if="bench.saveState === 'stale' && bench.disputes.length"
      title="The same item was changed in another window"
    >
      <v-card-text class="body">
        <p>All other changes are kept. Choose which of these to keep.</p>
        <table class="list">
          <thead>
            <tr>
              <th>What</th>
              <th>Here</th>
              <th>In the other window</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="dispute in bench.disputes" :key="dispute.path" data-dispute>
              <td>
                {{ dispute.name }}<br /><span class="small quiet">{{ dispute.fields.map(fieldName).join(', ') }}</span>
              </td>
              <td v-for="side in ['mine', 'theirs'] as const" :key="side">
                <ToggleButton
                  :on="chosen[dispute.path] === side"
                  :aria-label="`${dispute.name}: ${side === 'mine' ? 'as it is here' : 'as in the other window'}`"
                  @click="chosen = { ...chosen, [dispute.path]: side }"
                  >{{ dispute.fields.map(field => valueOf(dispute[side], field)).join(', ') }}</ToggleButton
                >
              </td>
            </tr>
          </tbody>
        </table>
      </v-card-text>
      <v-card-actions>
        <v-btn @click="mine">Save this window’s to a file</v-btn><v-spacer /><v-btn
          color="primary"
          variant="flat"
          :disabled="!all"
          @click="bench.settle(chosen)"
          >Use selected</v-btn
        >
      </v-card-actions>
    </v-card>
    <v-card v-else-if="bench.saveState === 'stale'" title="This project was changed in another window">
      <v-card-text class="body">
        <p>
          Nothing was overwritten. What you did here is kept in this window; what was saved elsewhere is kept on the
          server. They cannot be merged automatically<template v-if="bench.saveError">: {{ bench.saveError }}</template
          >. Choose which goes on.
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
