import { wrap } from 'comlink'
import type { OutlineRead } from '#core/formats'
import type { ForeignReader } from '~/workers/foreign'

/** Longest that a drawing from elsewhere is looked at. */
const LIMIT_MS = 5_000

/** Reads the outline of a drawing from elsewhere in a thread of its own, which is ended when it takes too long. */
export async function readForeignOutline(name: string, text: string, unitMm: number | undefined): Promise<OutlineRead> {
  const worker = new Worker(new URL('../workers/foreign.ts', import.meta.url), { type: 'module' })
  let late: ReturnType<typeof setTimeout> | undefined
  try {
    return await Promise.race([
      wrap<ForeignReader>(worker).outline(name, text, unitMm),
      new Promise<OutlineRead>(done => {
        late = setTimeout(
          () =>
            done({
              ok: false,
              problems: [
                `${name} could not be read within ${LIMIT_MS / 1000} seconds: it is damaged, or far larger than a panel. Nothing was changed.`
              ]
            }),
          LIMIT_MS
        )
      })
    ])
  } finally {
    clearTimeout(late)
    worker.terminate()
  }
}
