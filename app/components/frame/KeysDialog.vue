<script setup lang="ts">
import { usePreferences } from '~/stores/preferences'

const preferences = usePreferences()
const open = defineModel<boolean>({ required: true })
const KEYS = [
  ['1 – 8', 'the eight steps'],
  ['/', 'search the catalog; Down or Enter: go to the first result'],
  ['[  ]', 'option before, option after'],
  [',  .', 'finding before, finding after'],
  ['arrows', 'in Panel: nudge the selected 0.05 in or 1 mm; Shift ten times, Alt a tenth'],
  ['Enter', 'in Panel: select what has the focus, with Shift add it; set down what waits in the tray'],
  ['m', 'in Panel: measure; with two selected, from middle to middle'],
  ['Delete', 'in Panel: take the selected off the face, to the tray'],
  ['Space', 'in Panel: held, a drag pans; the wheel zooms'],
  ['Alt', 'in Panel: held, a drag is not drawn to lines'],
  ['Escape', 'let go'],
  ['w', 'show working of the figure in focus, or of money'],
  ['u', 'inch or metric'],
  ['Ctrl Z, Ctrl Shift Z', 'undo, redo'],
  ['?', 'this list']
]
</script>

<template>
  <ModalDialog v-model="open" max-width="560" aria-label="Keyboard shortcuts">
    <v-card title="Keyboard shortcuts">
      <v-card-text
        ><table class="list">
          <tbody>
            <tr v-for="[key, does] in KEYS" :key="key">
              <td class="figures">{{ key }}</td>
              <td>{{ does }}</td>
            </tr>
          </tbody>
        </table>
        <p class="small quiet">
          Lengths are read as you write them: 3 1/8, {{ preferences.short(3.125, 3) }}",
          {{ preferences.short(79.4) }} mm.
        </p></v-card-text
      >
      <v-card-actions><v-spacer /><v-btn @click="open = false">Close</v-btn></v-card-actions>
    </v-card>
  </ModalDialog>
</template>
