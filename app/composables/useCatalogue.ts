import type { Item } from '#core/catalogue'

const items = shallowRef<Item[]>([])
const own = shallowRef<Set<string>>(new Set())

/** The catalogue of this server, fetched once and again after a change. */
export function useCatalogue() {
  async function refresh() {
    const found = await ask<{ items: Item[]; own: string[] }>('/api/catalogue')
    items.value = found.items
    own.value = new Set(found.own)
  }
  return { items, own, refresh }
}
