<script setup lang="ts">
import { COAX_KINDS, WIRE_COLOURS, WIRE_STATES, type WireMark } from '#core/document'
import { numberText, pinText, type Wire } from '#core/wiring'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** One wire with all that is known of it: conductor by conductor, its length piece by piece, its way, how far it has come. */
const { wire, places } = defineProps<{ wire: Wire; places: ReadonlyMap<string, string> }>()
const emit = defineEmits<{ put: [patch: Partial<WireMark>, what: string]; close: [] }>()
const bench = useBench()
const preferences = usePreferences()
const name = computed(() => numberText(wire.mark?.number) || 'This wire')
const via = computed(() => wire.mark?.via ?? [])
const fixed = computed(() => wire.kind === 'ground' && wire.run.from === wire.run.to)
const more = computed(() => [
  { value: '', title: 'add a place…' },
  ...[...places]
    .filter(([id]) => id !== wire.run.from && id !== wire.run.to && !via.value.includes(id))
    .map(([value, title]) => ({ value, title }))
])
const pieces = computed(() =>
  (
    [
      ['along the routes', wire.length.runMm],
      ['from the routes to the units', wire.length.dropMm],
      ['loop at the panel', wire.length.loopMm],
      ['trim and waste', wire.length.cutMm - wire.length.installedMm]
    ] as const
  ).filter(([, mm]) => mm > 0)
)
const pinsOf = (list: Wire['cores'][number]['from']) => list?.map(pinText).join(' ') || '—'
const SHIELD = {
  'no shield': 'no shield',
  'one end': 'shield grounded at one end',
  'both ends': 'shield grounded at both ends'
}
</script>

<template>
  <section class="sheet one" :aria-label="`Wire ${name}`" data-one-wire>
    <div class="row">
      <h2 class="grow">{{ name }}</h2>
      <v-btn variant="text" @click="emit('close')">Close</v-btn>
    </div>
    <p>{{ preferences.say(wire.from) }} → {{ preferences.say(wire.to) }}</p>
    <p class="small quiet">
      {{ wire.text }}; {{ SHIELD[wire.shield] }}{{ wire.twisted ? '; twisted' : '' }};
      {{ preferences.mass(wire.massKg) }}
    </p>
    <table class="list">
      <thead>
        <tr>
          <th>Conductor</th>
          <th>Colour</th>
          <th>From pin</th>
          <th>To pin</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="core in wire.cores" :key="core.line">
          <td>{{ core.line }}</td>
          <td>{{ core.colour }}</td>
          <td class="figures">{{ pinsOf(core.from) }}</td>
          <td class="figures">{{ pinsOf(core.to) }}</td>
        </tr>
      </tbody>
    </table>
    <h3>Length to cut {{ preferences.run(wire.lengthMm) }}</h3>
    <table class="list">
      <tbody>
        <tr v-for="[says, length] in pieces" :key="says">
          <td>{{ says }}</td>
          <td class="number figures">{{ preferences.run(length) }}</td>
        </tr>
      </tbody>
    </table>
    <template v-if="!fixed">
      <h3>Way</h3>
      <p class="small">
        {{ places.get(wire.run.from) }} →
        <template v-for="id in via" :key="id"
          ><v-btn
            class="stop"
            :aria-label="`Not by way of ${places.get(id)}`"
            title="Remove from route"
            @click="emit('put', { via: via.filter(leg => leg !== id) }, `${name} another way`)"
            >{{ places.get(id) }} ×</v-btn
          >
          → </template
        >{{ places.get(wire.run.to) }}
      </p>
      <ChoiceField
        label="Route"
        :items="more"
        :model-value="''"
        @update:model-value="id => id && emit('put', { via: [...via, id] }, `${name} by way of ${places.get(id)}`)"
      />
    </template>
    <ChoiceField
      v-if="wire.kind === 'coax'"
      label="Coax is"
      :items="[
        { value: '', title: 'not said: taken as double shield' },
        ...COAX_KINDS.map(kind => ({ value: kind as string, title: kind }))
      ]"
      :model-value="wire.mark?.coax ?? ''"
      @update:model-value="kind => emit('put', { coax: (kind || undefined) as WireMark['coax'] }, `Coax of ${name}`)"
    />
    <ChoiceField
      v-if="wire.cores.length === 1 && wire.cores[0]!.colour"
      label="Colour"
      :items="[
        { value: '', title: 'the usual one' },
        ...WIRE_COLOURS.map(colour => ({ value: colour as string, title: colour }))
      ]"
      :model-value="wire.mark?.colour ?? ''"
      @update:model-value="
        colour => emit('put', { colour: (colour || undefined) as WireMark['colour'] }, `Colour of ${name}`)
      "
    />
    <ChoiceField
      label="State"
      :items="WIRE_STATES"
      :model-value="wire.mark?.state ?? 'planned'"
      @update:model-value="state => emit('put', { state }, `${name} ${state}`)"
    />
    <TextField
      label="Note"
      empty
      :most="400"
      :model-value="wire.mark?.note ?? ''"
      @update:model-value="note => emit('put', { note }, `Note on ${name}`)"
    />
    <p v-if="wire.units.length" class="small">
      <v-btn v-for="id in wire.units" :key="id" variant="text" @click="bench.selected = [id]"
        >Select {{ bench.examined!.units.find(unit => unit.id === id)?.label }}</v-btn
      >
    </p>
  </section>
</template>

<style scoped>
.one {
  overflow: auto;
  display: grid;
  gap: 7px;
  align-content: start;
}
h3 {
  font-size: 12.5px;
  margin-top: 4px;
}
.stop {
  min-width: 0;
  padding: 0 6px;
}
</style>
