import { wrap, type Remote } from 'comlink'
import type { EquipmentListRead, ItemDrawingRead, ListAgainst, DrawingRead, QuoteRead } from '#core/formats'
import type { ForeignDrawing, ForeignReader } from '~/workers/foreign'

/** Longest that a drawing from elsewhere is looked at, and longest that the reader of such drawings is waited for. */
const LIMIT_MS = 5_000
const READER_MS = 60_000

/** What is answered when `asked` has not answered by then. */
async function within<Answer>(ms: number, asked: Promise<Answer>, otherwise: () => Answer): Promise<Answer> {
  let late: ReturnType<typeof setTimeout> | undefined
  const tooLate = new Promise<Answer>(done => {
    late = setTimeout(() => done(otherwise()), ms)
  })
  try {
    return await Promise.race([asked, tooLate])
  } finally {
    clearTimeout(late)
  }
}

/**
 * Asks about a file from elsewhere in a thread of its own, which is ended when it takes too long. The time begins
 * when the thread is there: a slow machine is no fault of the file.
 */
async function inTime<Read>(
  name: string,
  question: (reader: Remote<ForeignReader>) => Promise<Read>,
  refused: (words: string) => Read
): Promise<Read> {
  const worker = new Worker(new URL('../workers/foreign.ts', import.meta.url), { type: 'module' })
  const broken = new Promise<false>(done => worker.addEventListener('error', () => done(false), { once: true }))
  try {
    const reader = wrap<ForeignReader>(worker)
    const there = await within<boolean>(READER_MS, Promise.race([reader.ready(), broken]), () => false)
    if (!there) return refused(`What reads ${name} did not start. Nothing was changed: reload the page and try again.`)
    return await within(LIMIT_MS, question(reader), () =>
      refused(
        `${name} could not be read within ${LIMIT_MS / 1000} seconds: it is damaged, or far larger than it should be. Nothing was changed.`
      )
    )
  } finally {
    worker.terminate()
  }
}

const noDrawing = (words: string) => ({ ok: false as const, problems: [words] })

/** The closed lines of a drawing. */
export const readForeignDrawing = (drawing: ForeignDrawing): Promise<DrawingRead> =>
  inTime<DrawingRead>(drawing.name, reader => reader.drawing(drawing), noDrawing)
/** Bezel, cutout and screws of an item out of its maker’s drawing. */
export const readForeignItem = (drawing: ForeignDrawing): Promise<ItemDrawingRead> =>
  inTime<ItemDrawingRead>(drawing.name, reader => reader.item(drawing), noDrawing)
/** The lines of a shop’s quote out of a table. */
export const readForeignQuote = (file: File): Promise<QuoteRead> =>
  inTime<QuoteRead>(
    file.name,
    reader => reader.quote(file),
    message => ({ ok: false, problems: [{ line: 1, column: 1, field: '', message }] })
  )
/** What is installed out of a list: pasted text, or a file. */
export const readForeignEquipment = (list: File | string, against: ListAgainst): Promise<EquipmentListRead> =>
  inTime<EquipmentListRead>(
    typeof list === 'string' ? 'The list' : list.name,
    reader => reader.equipment(list, against),
    message => ({ units: [], problems: [{ line: 1, column: 1, field: '', message }] })
  )
