import { pool, Promise as Work, type Pool } from 'workerpool'
import { refuse } from '../body'
import { program } from './program'

/** Longest that a thread may take to be there, on a machine that serves others. */
const START_MS = 60_000

/** What came of work in a thread: its answer, or in words why there is none. */
export type Outcome<T> = { done: T } | { why: string }

/** Where the thread's program is, when it is not the one that was built with the server, and how long the work may take. */
export interface Limits {
  file?: string
  limitMs?: number
}

/** Threads for one kind of work, started when first asked for. */
export class Threads {
  #pool?: Pool
  constructor(
    private readonly threads: number,
    /** Most memory that one may take. */
    private readonly megabytes: number,
    private readonly limitMs: number
  ) {}

  /**
   * Has a function of the threads' program run, with a limit of time and of memory: a damaged file may keep a parser busy for ever,
   * and the server must go on answering.
   * @throws 503 when no thread started; what the function throws
   */
  async run<T>(does: string, args: unknown[], { file, limitMs = this.limitMs }: Limits = {}): Promise<Outcome<T>> {
    const threads = (this.#pool ??= pool(file ?? program(), {
      workerType: 'thread',
      maxWorkers: this.threads,
      workerThreadOpts: { resourceLimits: { maxOldGenerationSizeMb: this.megabytes } }
    }))
    try {
      // The time of a file begins when there is a thread to read it: a slow machine is no fault of the file.
      await threads.exec('ready').timeout(START_MS)
    } catch (error) {
      const [why] = (error as Error).message.split('\n')
      throw refuse(503, `The thread that reads files did not start (${why}). Nothing was changed; try again.`)
    }
    try {
      return { done: (await threads.exec(does, args).timeout(limitMs)) as T }
    } catch (error) {
      if (error instanceof Work.TimeoutError)
        return {
          why: `The file could not be read within ${limitMs / 1000} seconds; it is damaged, or far larger than one of its kind.`
        }
      const { message } = error as Error
      if (/out of memory|memory limit|Worker terminated|terminated unexpectedly/i.test(message))
        return {
          why: `Reading the file took more than ${this.megabytes} MB of memory; it is damaged, or far larger than one of its kind.`
        }
      throw error
    }
  }

  /** Ends the threads, with what they are doing. */
  async end(): Promise<void> {
    const ending = this.#pool
    this.#pool = undefined
    await ending?.terminate(true)
  }
}
