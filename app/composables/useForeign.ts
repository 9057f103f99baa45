import { wrap, type Remote } from 'comlink'
import type { ItemDrawingRead, OutlineRead, QuoteRead } from '#core/formats'
import type { ForeignDrawing, ForeignReader } from '~/workers/foreign'

/** Longest that a drawing from elsewhere is looked at. */
const LIMIT_MS = 5_000

/** Asks about a drawing from elsewhere in a thread of its own, which is ended when it takes too long. */
async function inTime<Read>(ask: (reader: Remote<ForeignReader>) => Promise<Read>, tooLate: () => Read): Promise<Read> {
  const worker = new Worker(new URL('../workers/foreign.ts', import.meta.url), { type: 'module' })
  let late: ReturnType<typeof setTimeout> | undefined
  try {
    return await Promise.race([
      ask(wrap<ForeignReader>(worker)),
      new Promise<Read>(done => {
        late = setTimeout(() => done(tooLate()), LIMIT_MS)
      })
    ])
  } finally {
    clearTimeout(late)
    worker.terminate()
  }
}

const lateWords = (name: string) =>
  `${name} could not be read within ${LIMIT_MS / 1000} seconds: it is damaged, or far larger than it should be. Nothing was changed.`
const lateDrawing = (name: string) => ({ ok: false as const, problems: [lateWords(name)] })

/** The outline of a panel out of a drawing. */
export const readForeignOutline = (drawing: ForeignDrawing): Promise<OutlineRead> =>
  inTime<OutlineRead>(
    reader => reader.outline(drawing),
    () => lateDrawing(drawing.name)
  )
/** Bezel, cutout and screws of an item out of its maker’s drawing. */
export const readForeignItem = (drawing: ForeignDrawing): Promise<ItemDrawingRead> =>
  inTime<ItemDrawingRead>(
    reader => reader.item(drawing),
    () => lateDrawing(drawing.name)
  )
/** The lines of a shop’s quote out of a table. */
export const readForeignQuote = (file: File): Promise<QuoteRead> =>
  inTime<QuoteRead>(
    reader => reader.quote(file),
    () => ({ ok: false, problems: [{ line: 1, column: 1, field: '', message: lateWords(file.name) }] })
  )
