import { pool, Promise as Work, type Pool } from 'workerpool'
import type { Opened } from '../../core/document'
import type { CatalogueRead } from '../../core/formats'
import { refuse } from '../body'
import type { Answer, Order } from '../cutter'
import { program } from './program'

/** Longest that a file from elsewhere is looked at. A drawing of a thousand contours takes a tenth of a second. */
export const FOREIGN_LIMIT_MS = 5_000
/** Longest that a thread may take to be there, on a machine that serves others. */
const START_MS = 60_000
/** Most memory that one may take. */
const MOST_MEGABYTES = 768

let threads: Pool | undefined

/** How a file from elsewhere is read. */
export interface Reading {
  /** The thread's program, where it is not the one that was built with the server. */
  file?: string
  limitMs?: number
}

/**
 * Has something done with a file from elsewhere in a thread of its own, with a limit of time and of memory: a damaged file may keep
 * a parser busy for ever, and the server must go on answering.
 * @returns what the thread answers, or in words why it did not
 * @throws 503 when no thread started
 */
async function apart<T>(
  does: string,
  args: unknown[],
  { file, limitMs = FOREIGN_LIMIT_MS }: Reading
): Promise<T | string> {
  const readers = (threads ??= pool(file ?? program(), {
    workerType: 'thread',
    maxWorkers: 2,
    workerThreadOpts: { resourceLimits: { maxOldGenerationSizeMb: MOST_MEGABYTES } }
  }))
  try {
    // The time of a file begins when there is a thread to read it: a slow machine is no fault of the file.
    await readers.exec('ready').timeout(START_MS)
  } catch (error) {
    // No fault of the file, which may be sound.
    const [why] = (error as Error).message.split('\n')
    throw refuse(503, `What reads files did not start (${why}). Nothing was changed; try again.`)
  }
  try {
    return (await readers.exec(does, args).timeout(limitMs)) as T
  } catch (error) {
    if (error instanceof Work.TimeoutError)
      return `The file could not be read within ${limitMs / 1000} seconds; it is damaged, or far larger than one of its kind.`
    const { message } = error as Error
    if (/out of memory|memory limit|Worker terminated|terminated unexpectedly/i.test(message))
      return `Reading the file took more than ${MOST_MEGABYTES} MB of memory; it is damaged, or far larger than one of its kind.`
    throw error
  }
}

/** Has the stand-in cutter look at a drawing. */
export async function quoteForeign(order: Order, reading: Reading = {}): Promise<Answer> {
  const answer = await apart<Answer>('quoteCut', [order], reading)
  return typeof answer === 'string' ? { accepted: false, reasons: [`${answer} Nothing was ordered.`] } : answer
}

const problem = (message: string) => ({ line: 1, column: 1, field: '', message })

/** Opens the text of a project. */
export async function openForeign(text: string, reading: Reading = {}): Promise<Opened> {
  const opened = await apart<Opened>('openProject', [text], reading)
  return typeof opened === 'string' ? { ok: false, problems: [problem(opened)] } : opened
}

/** Reads a catalogue. */
export async function catalogueForeign(
  kind: 'csv' | 'json',
  text: string,
  reading: Reading = {}
): Promise<CatalogueRead> {
  const read = await apart<CatalogueRead>('readCatalogue', [kind, text], reading)
  return typeof read === 'string' ? { items: [], problems: [problem(read)] } : read
}

/** Ends the threads, with what they are at. */
export async function endForeign(): Promise<void> {
  const ending = threads
  threads = undefined
  await ending?.terminate(true)
}
