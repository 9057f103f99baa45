import { wrap, type Remote } from 'comlink'
import type { ItemDrawingRead, OutlineRead } from '#core/formats'
import type { ForeignDrawing, ForeignReader } from '~/workers/foreign'

/** Longest that a drawing from elsewhere is looked at. */
const LIMIT_MS = 5_000

/** Asks about a drawing from elsewhere in a thread of its own, which is ended when it takes too long. */
async function inTime<Read>(
  name: string,
  ask: (reader: Remote<ForeignReader>) => Promise<Read>
): Promise<Read | { ok: false; problems: string[] }> {
  const worker = new Worker(new URL('../workers/foreign.ts', import.meta.url), { type: 'module' })
  let late: ReturnType<typeof setTimeout> | undefined
  try {
    return await Promise.race([
      ask(wrap<ForeignReader>(worker)),
      new Promise<{ ok: false; problems: string[] }>(done => {
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

/** The outline of a panel out of a drawing. */
export const readForeignOutline = (drawing: ForeignDrawing): Promise<OutlineRead> =>
  inTime<OutlineRead>(drawing.name, reader => reader.outline(drawing))
/** Bezel, cutout and screws of an item out of its maker’s drawing. */
export const readForeignItem = (drawing: ForeignDrawing): Promise<ItemDrawingRead> =>
  inTime<ItemDrawingRead>(drawing.name, reader => reader.item(drawing))
