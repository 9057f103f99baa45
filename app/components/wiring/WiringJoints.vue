<script setup lang="ts">
import { numberText, type Joint, type WiringReport } from '#core/wiring'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** Splices, diodes, ground blocks, plugs and terminators, conductor by conductor: what meets where, on which contact. */
const { wiring } = defineProps<{ wiring: WiringReport }>()
const bench = useBench()
const preferences = usePreferences()
interface Row {
  key: string
  joint: Joint
  /** The conductor that meets there; none at a terminator. */
  meets?: Joint['meets'][number]
}
const rows = computed((): Row[] =>
  wiring.joints.flatMap((joint): Row[] =>
    joint.meets.length
      ? joint.meets.map((meets, index) => ({ key: `${joint.id} ${index}`, joint, meets }))
      : [{ key: joint.id, joint }]
  )
)
const counts = computed(() =>
  (['ground block', 'plug', 'splice', 'diode', 'terminator'] as const)
    .map(kind => ({
      kind,
      count: wiring.joints.filter(joint => joint.kind === kind).reduce((sum, { count = 1 }) => sum + count, 0)
    }))
    .filter(kind => kind.count)
)
const places = computed(() => new Map(bench.project!.airframe.places.map(place => [place.id, place.name])))
const columns = computed((): Column<Row>[] => [
  { key: 'kind', title: 'Kind', value: row => row.joint.kind, width: '112px' },
  { key: 'place', title: 'Place', value: row => places.value.get(row.joint.place) ?? row.joint.place },
  { key: 'what', title: 'What', value: row => preferences.say(row.joint.says) },
  { key: 'contact', title: 'Contact', value: row => row.meets?.contact ?? '', number: true },
  { key: 'number', title: 'Wire', value: row => numberText(row.meets?.wire.mark?.number) },
  { key: 'line', title: 'Line', value: row => row.meets?.core.line ?? '' },
  { key: 'colour', title: 'Colour', value: row => row.meets?.core.colour ?? '' },
  {
    key: 'ends',
    title: 'From and to',
    value: ({ meets }) => (meets ? `${preferences.say(meets.wire.from)} → ${preferences.say(meets.wire.to)}` : '')
  }
])
</script>

<template>
  <div class="pane-joints">
    <WiringBuses :wiring="wiring" />
    <section class="sheet joints" aria-label="Splices, grounds and plugs">
      <FactTable name="splices, grounds and plugs" :rows="rows" :columns="columns" :key-of="(row: Row) => row.key">
        <template #tools>
          <h2>Splices, grounds and plugs</h2>
          <span class="small quiet" data-joints>{{
            counts.map(({ kind, count }) => `${count} ${kind}${count === 1 ? '' : 's'}`).join(', ')
          }}</span>
        </template>
      </FactTable>
      <p class="small quiet">
        One wire per crimp contact, one ground block for all wire returns, a connector at each disconnect, 120 Ω at both
        ends of a CAN bus. Contacts follow the numbers of the wires: number them first, then they stay.
      </p>
    </section>
  </div>
</template>

<style scoped>
.pane-joints {
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 1fr);
}
.joints {
  height: 560px;
  display: flex;
  flex-direction: column;
  gap: 8px;
}
</style>
