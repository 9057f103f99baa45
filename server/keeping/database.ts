import { mkdirSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { drizzle } from 'drizzle-orm/pglite'
import { migrate } from 'drizzle-orm/pglite/migrator'
import { openDurable } from './durable'
import { takeDirectory } from './lock'
import { seed } from './seed'
import * as tables from './tables'
import type { Database } from './types'

/** Where the program's own files lie: migrations and demo. */
export const programRoot = (): string => process.env.EWERPANEL_ROOT ?? process.cwd()
/** Where projects are kept. */
export const dataDirectory = (): string => resolve(process.env.EWERPANEL_DATA ?? join(programRoot(), '.data'))
/** Where the daily copies go: beside the data directory, or where it was said; undefined where none are wanted. */
export const copiesDirectory = (): string | undefined =>
  process.env.EWERPANEL_COPIES === 'off'
    ? undefined
    : resolve(process.env.EWERPANEL_COPIES ?? `${dataDirectory()}-copies`)

/**
 * Opens a data directory: takes it for this process, opens the database, brings its tables up to date and, the
 * first time, puts the demo in.
 * @throws HeldError when another server has it
 */
export async function openDatabase(directory: string): Promise<{ db: Database; close: () => Promise<void> }> {
  const giveBack = await takeDirectory(directory, () => {
    console.error(
      `The data directory ${directory} was taken by another server while this one slept. Nothing more is written here.`
    )
    process.exit(3)
  })
  try {
    mkdirSync(join(directory, 'db'), { recursive: true })
    const client = await openDurable(join(directory, 'db'))
    const db = drizzle(client, { schema: tables })
    await migrate(db, { migrationsFolder: join(programRoot(), 'server/keeping/migrations') })
    await seed(db, join(programRoot(), 'demo/projects'))
    return {
      db,
      close: async () => {
        await client.close()
        giveBack()
      }
    }
  } catch (error) {
    giveBack()
    throw error
  }
}

let opened: ReturnType<typeof openDatabase> | undefined

/** The one database of this process. */
export function database(): Promise<Database> {
  opened ??= openDatabase(dataDirectory())
  return opened.then(({ db }) => db)
}

/** Closes the database when it is open, so that the lock goes with an orderly stop. */
export async function closeDatabase(): Promise<void> {
  // A signal and the server's own closing may both ask: only the first one closes.
  const closing = opened
  opened = undefined
  if (closing) await (await closing).close()
}
