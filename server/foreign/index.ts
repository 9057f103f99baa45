import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { pool, Promise as Work, type Pool } from 'workerpool'
import type { Answer, Order } from '../cutter'

/** Longest that a file from elsewhere is looked at. A drawing of a thousand contours takes a tenth of a second. */
export const FOREIGN_LIMIT_MS = 8_000

/** Where the build has put the thread's program: beside the server, or in `.nuxt` while developing. */
const program = (root: string): string =>
  ['.output/server/foreign.cjs', '.nuxt/foreign.cjs'].map(one => join(root, one)).find(existsSync) ??
  join(root, '.output/server/foreign.cjs')

let threads: Pool | undefined

/**
 * Has the stand-in cutter look at a drawing, in a thread of its own: a damaged file may keep a parser busy for ever, and the
 * server must go on answering.
 * @param file the thread's program, where it is not the one that was built with the server
 */
export async function quoteForeign(order: Order, file?: string, limitMs = FOREIGN_LIMIT_MS): Promise<Answer> {
  threads ??= pool(file ?? program(process.env.EWERPANEL_ROOT ?? process.cwd()), {
    workerType: 'thread',
    maxWorkers: 2
  })
  try {
    return (await threads.exec('quoteCut', [order]).timeout(limitMs)) as Answer
  } catch (error) {
    if (!(error instanceof Work.TimeoutError)) throw error
    return {
      accepted: false,
      reasons: [
        `The file could not be read within ${limitMs / 1000} seconds; it is damaged, or far larger than a panel. Nothing was ordered.`
      ]
    }
  }
}

/** Ends the threads, with what they are at. */
export async function endForeign(): Promise<void> {
  const ending = threads
  threads = undefined
  await ending?.terminate(true)
}
