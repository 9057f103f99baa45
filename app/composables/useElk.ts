import type { ELK } from 'elkjs/lib/elk-api'

let elk: Promise<ELK> | undefined

/** The library that sets diagrams out, in a worker of its own; fetched when first asked for, one for the window. */
export function useElk(): Promise<ELK> {
  elk ??= Promise.all([import('elkjs/lib/elk-api.js'), import('elkjs/lib/elk-worker.min.js?worker')]).then(
    ([{ default: Elk }, { default: ElkWorker }]) => new Elk({ workerFactory: () => new ElkWorker() })
  )
  return elk
}
