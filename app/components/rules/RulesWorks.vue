<script setup lang="ts">
import { accountOf, chainWords, type Part } from '#core/capability'
import { FUNCTIONS, ownFunctionsOf, type FunctionName } from '#core/catalogue'
import { useBench } from '~/stores/bench'

/** What works, by which unit and chain, and what is there and does not: the one account that all rooms ask. */
const bench = useBench()
interface Row {
  name: FunctionName
  works: boolean
  by: string
  chain: string
  second: string
  takes: string
  why: string
}
const rows = computed((): Row[] => {
  const design = bench.design
  if (!design) return []
  const account = accountOf(design)
  const words = (chain: readonly Part[] | undefined) => (chain ? chainWords(chain) : '')
  const names = [...FUNCTIONS, ...ownFunctionsOf(design.units.map(unit => unit.item))]
  return names
    .filter(name => design.units.some(unit => unit.item.provides.includes(name)))
    .map(name => {
      const works = account.works(name)
      const { chains } = account.disjoint(name, 2)
      const why = design.units
        .filter(unit => unit.item.provides.includes(name) && !account.gives(unit.id, name))
        .map(unit => {
          const blocks = account.whyNot(unit, name)
          const waits = blocks.map(block =>
            block.unit.id === unit.id ? `no ${block.lacks}` : `${block.unit.label} has no ${block.lacks}`
          )
          return `${unit.label}: ${waits.join(', ')}`
        })
      return {
        name,
        works,
        by: account
          .givers(name)
          .map(unit => unit.label)
          .join(', '),
        chain: words(chains[0] ?? account.chain(name)),
        second: words(chains[1]),
        takes: account
          .singles(name)
          .map(part => part.name)
          .join(', '),
        why: why.join('; ')
      }
    })
})
const columns: Column<Row>[] = [
  { key: 'name', title: 'Function', value: row => row.name, width: '150px' },
  { key: 'works', title: 'Works', value: row => (row.works ? 'works' : 'does not'), width: '92px' },
  { key: 'by', title: 'Given by', value: row => row.by, width: '150px' },
  { key: 'chain', title: 'By this chain', value: row => row.chain },
  { key: 'second', title: 'By a second that shares nothing', value: row => row.second, width: '24%' },
  { key: 'takes', title: 'Any of these disables it', value: row => row.takes },
  { key: 'why', title: 'There, and not working', value: row => row.why }
]
</script>

<template>
  <section class="sheet">
    <p class="small quiet">
      A unit provides a function when its needs are met: power, a signal of the required grade, an antenna, pitot,
      static or vacuum, a suitable location. Two units that only repeat each other provide nothing.
    </p>
    <FactTable :rows="rows" :columns="columns" name="what works" :key-of="row => row.name">
      <template #works="{ row }">
        <StateMark :state="row.works ? 'holds' : 'must fix'" :size="14" /> {{ row.works ? 'works' : 'does not' }}
      </template>
    </FactTable>
  </section>
</template>
