import { proxy, type Remote } from 'comlink'
import type { Examiner } from '~/workers/examiner'

/** Tells how far long work is, and what it has found since it last said so. */
export type Tell<P = never> = (done: number, of: number, found: readonly P[]) => unknown
let last = 0

/** Long work in the worker with its progress and a stop. Starting another stops the one before. */
export function useLongWork<P = never>(heard?: (found: readonly P[]) => void) {
  const progress = shallowRef<{ says: string; done: number; of: number }>()
  let job = 0
  /** @returns what was worked out; undefined when it was stopped */
  async function run<T>(
    says: string,
    start: (examiner: Remote<Examiner>, job: number, tell: Tell<P>) => Promise<T | undefined>
  ): Promise<T | undefined> {
    stop()
    const mine = (job = ++last)
    progress.value = { says, done: 0, of: 0 }
    try {
      return await start(
        useExaminer(),
        mine,
        proxy((done: number, of: number, found: readonly P[]) => {
          if (job !== mine) return
          progress.value = { says, done, of }
          if (found.length) heard?.(found)
        })
      )
    } finally {
      if (job === mine) {
        progress.value = undefined
        job = 0
      }
    }
  }
  function stop() {
    if (job) void useExaminer().stop(job)
    job = 0
    progress.value = undefined
  }
  onUnmounted(stop)
  return { progress, run, stop }
}
