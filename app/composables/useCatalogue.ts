import type { Item } from '#core/catalogue'

const items = shallowRef<Item[]>([])
const own = shallowRef<Set<string>>(new Set())
let asked: Promise<void> | undefined

/** The catalogue of this server, for the window and its worker; fetched once and again after a change. */
export function useCatalogue() {
  async function refresh() {
    const found = await ask<{ items: Item[]; own: string[] }>('/api/catalogue')
    items.value = found.items
    own.value = new Set(found.own)
    await useExaminer().setCatalogue(found.items)
  }
  /** Fetches it when that has not been done yet. @throws what the request throws; the next asking tries again */
  function ready(): Promise<void> {
    asked ??= refresh().catch((error: unknown) => {
      asked = undefined
      throw error
    })
    return asked
  }
  return { items, own, refresh, ready }
}
