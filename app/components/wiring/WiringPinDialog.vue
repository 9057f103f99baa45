<script setup lang="ts">
import { CONNECTOR_KINDS, Item, type Connector } from '#core/catalogue'
import type { DesignUnit } from '#core/design'
import { freshId, sayProblem } from '#core/document'
import { readPinTable } from '#core/formats'
import { mateText } from '#core/wiring'
import { useBench } from '~/stores/bench'

/** A connector with its pins as pasted from a manual: read row by row, kept as the entry’s next revision and in the catalogue. */
const { unit, connector } = defineProps<{ unit: DesignUnit; connector?: Connector }>()
const open = defineModel<boolean>({ required: true })
const bench = useBench()
const { refresh } = useCatalogue()
const signalOf = (pin: Connector['pins'][number]) =>
  pin.use === 'port' ? `${pin.port} ${pin.line}` : `${pin.use}${pin.input ? ` ${pin.input}` : ''}`
const id = ref(connector?.id ?? freshId('J', unit.item.connectors?.filter(connector => !connector.madeUp) ?? []))
const kind = ref<Connector['kind']>(connector?.kind ?? 'd-sub')
const contacts = ref<Connector['contacts']>(connector?.contacts ?? 'pins')
const text = ref(
  connector?.pins
    .map(pin => [pin.pin, pin.name ?? '', signalOf(pin), pin.size ?? ''].join('\t').trimEnd())
    .join('\n') ?? ''
)
const instead = ref(unit.item.connectors?.some(connector => connector.madeUp) ?? false)
const read = computed(() => readPinTable(text.value, unit.item.ports))
const made = computed((): Connector => ({
  id: id.value,
  kind: kind.value,
  contacts: contacts.value,
  pins: read.value.pins
}))
const others = computed(() =>
  (unit.item.connectors ?? []).filter(
    other => other.id !== connector?.id && other.id !== id.value && !(instead.value && other.madeUp)
  )
)
const entry = computed(() => Item.safeParse({ ...unit.item, connectors: [...others.value, made.value] }))
const problems = computed(() =>
  text.value.trim() === ''
    ? []
    : read.value.problems.length
      ? read.value.problems.map(sayProblem)
      : entry.value.success
        ? []
        : entry.value.error.issues.map(issue => issue.message)
)
const busy = ref(false)
async function keep() {
  const { option } = bench
  if (!option || !entry.value.success) return
  busy.value = true
  try {
    const item = entry.value.data
    const revision =
      Math.max(...bench.project!.items.filter(other => other.id === item.id).map(item => item.revision ?? 1)) + 1
    const same = bench.design!.units.filter(other => other.item === unit.item)
    const done = bench.act(
      same.map(unit => ({
        type: 'unit.revise' as const,
        option: option.id,
        unit: unit.id,
        revision,
        item: { ...item, revision }
      })),
      `Pins of ${unit.label}`
    )
    if (!done) return
    // Had for good: the next aeroplane finds it in the catalogue.
    await ask('/api/catalogue', { method: 'PUT', body: item })
    await refresh()
    bench.said = `${id.value} of ${item.name} is in this plan and in your catalogue, ${read.value.pins.length} pins.`
    open.value = false
  } catch (error) {
    bench.said = `The pins are in this plan; the catalogue did not take them: ${sayError(error)}`
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <ModalDialog v-model="open" max-width="820" aria-label="Pin table">
    <v-card>
      <v-card-title class="head">Pin table of {{ unit.item.name }}</v-card-title>
      <v-card-text class="body">
        <div class="row end">
          <TextField v-model="id" label="Connector" :most="16" class="short" /><ChoiceField
            v-model="kind"
            label="Kind"
            :items="CONNECTOR_KINDS"
          /><ChoiceField v-model="contacts" label="On the unit" :items="['pins', 'sockets']" />
        </div>
        <p class="small quiet">
          One row a pin, from the manual or a spreadsheet: pin, name, what it is for, and perhaps the size of the
          contact. What it is for: power, power 2, ground, shield, spare, or a port and its line. The ports here:
          {{ unit.item.ports.map(port => `${port.id} (${port.kind})`).join(', ') || 'none' }}.
        </p>
        <v-textarea
          v-model="text"
          label="Pin table"
          rows="10"
          class="paste"
          placeholder="1&#9;AIRCRAFT POWER&#9;power"
        />
        <v-checkbox
          v-if="unit.item.connectors?.some(connector => connector.madeUp && connector.id !== id)"
          v-model="instead"
          label="The placeholder connectors go"
        />
        <ul v-if="problems.length" class="problems" role="alert">
          <li v-for="problem in problems.slice(0, 12)" :key="problem">{{ problem }}</li>
          <li v-if="problems.length > 12">and {{ problems.length - 12 }} more</li>
        </ul>
        <p v-else-if="read.pins.length" class="small" data-read>
          {{ read.pins.length }} pins are read; the harness wants {{ mateText(made) }}.
          <template v-if="read.gaps.length"
            >The table passes over {{ read.gaps.slice(0, 20).join(', ')
            }}{{ read.gaps.length > 20 ? ' and more' : '' }}: spare, or lost in copying?</template
          >
        </p>
      </v-card-text>
      <v-card-actions
        ><span class="small quiet">Nothing is kept while a row cannot be read.</span><v-spacer /><v-btn
          @click="open = false"
          >Leave</v-btn
        ><v-btn
          color="primary"
          variant="flat"
          :disabled="busy || !read.pins.length || problems.length > 0"
          @click="keep"
          >Keep these pins</v-btn
        ></v-card-actions
      >
    </v-card>
  </ModalDialog>
</template>

<style scoped>
.head {
  font-size: 16px;
  font-weight: 700;
}
.body {
  display: grid;
  gap: 10px;
}
.short {
  max-width: 130px;
}
.paste :deep(textarea) {
  font:
    12px/1.5 'B612 Mono',
    monospace;
}
.problems {
  color: var(--grease);
  padding-left: 18px;
  font-size: 12.5px;
}
</style>
