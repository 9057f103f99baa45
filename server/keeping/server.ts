import { setTimeout as wait } from 'node:timers/promises'
import { drizzle } from 'drizzle-orm/node-postgres'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { Client, Pool, type ClientConfig } from 'pg'
import { migrationsFolder, prepare, type Store } from './store'
import * as tables from './tables'

/** One number for all our servers on one database: only one at a time brings the tables up to date. */
const MIGRATING = 0x45_77_65_72

/** Longest that a connection, and that one statement, may take. A save takes some hundredths of a second. */
export interface Patience {
  connectMs: number
  statementMs: number
  /** Between two tries at the start. */
  retryMs: number
}
const PATIENCE: Patience = { connectMs: 10_000, statementMs: 30_000, retryMs: 5_000 }

/** What a database server that cannot be reached, or is starting, is known by: it may come back. */
const AWAY = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'ENOTFOUND',
  'EAI_AGAIN',
  'EHOSTUNREACH',
  'ENETUNREACH',
  'ETIMEDOUT',
  'EPIPE'
])
/** Codes of a server that is shutting down, starting, or out of connections (from memory: PostgreSQL, appendix A). */
const AWAY_CODE = /^(08...|57P0[1-3]|53300|25P03)$/
const AWAY_WORDS = /timeout|timed out|Connection terminated|Client has encountered a connection error|not queryable/i

/** Whether an error says that the database server does not answer, rather than that it refused something. */
export function isAway(error: unknown): boolean {
  for (let at = error, depth = 0; at instanceof Error && depth < 8; at = at.cause, depth++) {
    const code = String((at as { code?: unknown }).code ?? '')
    if (AWAY.has(code) || AWAY_CODE.test(code)) return true
    if (!at.message.startsWith('Failed query:') && AWAY_WORDS.test(at.message)) return true
    if (at instanceof AggregateError && at.errors.some(isAway)) return true
  }
  return false
}

/**
 * A connection that is thrown away when a statement gets no answer in time: whatever came after it would wait for that answer too.
 * The server is told to give up first, so that this happens only where it does not answer at all.
 */
function impatient(statementMs: number) {
  return class extends Client {
    constructor(config?: string | ClientConfig) {
      super({
        ...(config as ClientConfig),
        statement_timeout: statementMs,
        query_timeout: statementMs + 2_000,
        idle_in_transaction_session_timeout: statementMs * 2,
        keepAlive: true
      })
      const ask = this.query.bind(this) as (...args: unknown[]) => unknown
      this.query = ((...args: unknown[]) => {
        const answer = ask(...args)
        if (answer instanceof Promise)
          answer.catch((error: Error) => {
            if (error.message === 'Query read timeout') this.connection.stream.destroy(error)
          })
        return answer
      }) as typeof this.query
    }
  }
}

/** A database of a server, in words without a password. */
export function placeOfServer(url: string): string {
  const { host, pathname } = new URL(url)
  return `the PostgreSQL database ${host}${pathname}`
}

/**
 * Opens a PostgreSQL database. Any number of servers may have it open at once. Where the database server does not answer, that is
 * said and it is tried again until it does.
 * @throws what the database server says when it answers and refuses; nothing is kept elsewhere instead
 */
export async function openServer(url: string, patience: Partial<Patience> = {}): Promise<Store> {
  const { connectMs, statementMs, retryMs } = { ...PATIENCE, ...patience }
  const where = placeOfServer(url)
  for (;;)
    try {
      await bringUpToDate(url, connectMs)
      break
    } catch (error) {
      if (!isAway(error)) throw error
      console.error(`${where} does not answer: ${reason(error)}. Trying again in ${retryMs / 1000} s; Ctrl C ends it.`)
      await wait(retryMs)
    }
  const pool = new Pool({
    connectionString: url,
    max: 10,
    connectionTimeoutMillis: connectMs,
    Client: impatient(statementMs) as unknown as typeof Client
  })
  // A connection that breaks while nobody uses it is no failure: the next request opens another.
  pool.on('error', error => console.error(`The database server closed a connection: ${error.message}`))
  const db = drizzle(pool, { schema: tables })
  return {
    db,
    where,
    holds: () => true,
    damaged: async () => undefined,
    damage: () => undefined,
    close: () => pool.end()
  }
}

/** The first of its causes that says something. */
function reason(error: unknown): string {
  const { message, cause, errors, code } = error as Error & { errors?: Error[]; code?: string }
  if (message.startsWith('Failed query') && cause) return reason(cause)
  return message || errors?.[0]?.message || code || 'no reason was given'
}

/** Longest that another server may be bringing the tables up to date, or that a step of it takes in a large store. */
const UPDATE_MS = 600_000

async function bringUpToDate(url: string, connectMs: number): Promise<void> {
  const client = new Client({ connectionString: url, connectionTimeoutMillis: connectMs, query_timeout: UPDATE_MS })
  // What breaks the connection ends the statement that waits, too.
  client.on('error', () => undefined)
  await client.connect()
  try {
    const db = drizzle(client, { schema: tables })
    await client.query('SELECT pg_advisory_lock($1)', [MIGRATING])
    await migrate(db, { migrationsFolder: migrationsFolder() })
    await prepare(db)
  } finally {
    // The lock goes with the connection.
    await client.end().catch(() => undefined)
  }
}
