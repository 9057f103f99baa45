<script setup lang="ts">
import { freshId } from '#core/document'
import { mdiClose } from '@mdi/js'
import { FLOWS, PORT_KINDS, SIGNALS } from '#core/catalogue'
import type { PortRow } from '~/utils/itemCells'

/** The data ports of an entry, each a row: what it is called, how it speaks, which way, and what it carries. */
const { hint = '', wrong = '' } = defineProps<{ hint?: string; wrong?: string }>()
const cell = defineModel<string>({ required: true })
const emit = defineEmits<{ refused: [boolean] }>()

const LOSS = 'loss'
const { rows, version, put, takeOut, hold } = useRowsOfCell(cell, { read: portsIn, write: portsCell }, is =>
  emit('refused', is)
)
const change = (at: number, changed: Partial<PortRow>) => put(at, { ...rows.value![at]!, ...changed })
/** What only some ports have goes with what made it so. */
function setKind(at: number, kind: string) {
  if (kind !== 'coax') hold(at, LOSS, false)
  change(at, { kind, ...(kind === 'coax' ? { says: undefined } : { mostLossDb: '' }) })
}
function setFlow(at: number, flow: string) {
  change(at, { flow, ...(flow === 'both' ? {} : { says: undefined }) })
}
function setSignals(at: number, signals: string[]) {
  const { says } = rows.value![at]!
  change(at, { signals, says: says?.filter(signal => signals.includes(signal)) })
}
/** All of its signals is what is meant where nothing is said. */
function setSays(at: number, says: string[]) {
  change(at, { says: says.length === rows.value![at]!.signals.length ? undefined : says })
}
function add() {
  put(rows.value!.length, { id: freshId('p', rows.value!), kind: 'rs-232', flow: 'in', signals: [], mostLossDb: '' })
}
const called = (port: PortRow, at: number) => `Port ${port.id || at + 1}`
</script>

<template>
  <div v-if="rows" class="rows" role="group" aria-label="Ports">
    <div v-for="(port, at) in rows" :key="`${version} ${at}`" class="line" role="group" :aria-label="called(port, at)">
      <TextField label="Port" :model-value="port.id" @update:model-value="id => change(at, { id })" />
      <ChoiceField
        label="Kind"
        :items="PORT_KINDS"
        :model-value="port.kind as (typeof PORT_KINDS)[number]"
        @update:model-value="kind => setKind(at, kind)"
      />
      <ChoiceField
        label="Direction"
        :items="FLOWS"
        :model-value="port.flow as (typeof FLOWS)[number]"
        @update:model-value="flow => setFlow(at, flow)"
      />
      <v-autocomplete
        label="Carries"
        multiple
        chips
        closable-chips
        auto-select-first
        clear-on-select
        hide-details
        :items="SIGNALS as readonly string[]"
        :model-value="port.signals"
        @update:model-value="(signals: string[]) => setSignals(at, signals)"
      />
      <v-btn
        :icon="mdiClose"
        variant="text"
        size="small"
        :aria-label="`Take out port ${port.id || at + 1}`"
        @click="takeOut(at)"
      />
      <v-select
        v-if="port.flow === 'both' && port.kind !== 'coax' && port.signals.length > 1"
        class="more"
        label="Says of these (the others it only hears)"
        multiple
        chips
        hide-details
        :items="port.signals"
        :model-value="port.says ?? port.signals"
        @update:model-value="(says: string[]) => setSays(at, says)"
      />
      <EquipmentNumberCell
        v-if="port.kind === 'coax'"
        class="more"
        label="Its line may lose, dB"
        hint="empty: the maker sets no limit"
        :model-value="port.mostLossDb"
        @update:model-value="mostLossDb => change(at, { mostLossDb })"
        @refused="is => hold(at, LOSS, is)"
      />
    </div>
    <p v-if="wrong" class="wrong small" role="alert" tabindex="-1">{{ wrong }}</p>
    <v-btn size="small" variant="outlined" @click="add">Add a port</v-btn>
  </div>
  <v-textarea
    v-else
    v-model="cell"
    label="Ports in words"
    :hint="hint"
    persistent-hint
    rows="1"
    auto-grow
    hide-details="auto"
    :error-messages="wrong"
  />
</template>

<style scoped>
.rows {
  display: grid;
  gap: 10px;
  justify-items: start;
}
.line {
  display: grid;
  grid-template-columns: 90px 130px 100px minmax(0, 1fr) auto;
  gap: 8px;
  width: 100%;
  align-items: start;
}
.more {
  grid-column: 4;
}
.wrong {
  color: var(--grease);
  margin: 0;
}
</style>
