import { existsSync, mkdirSync, renameSync, rmSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { drizzle as drizzleServer } from 'drizzle-orm/node-postgres'
import { migrate as migrateServer } from 'drizzle-orm/node-postgres/migrator'
import { drizzle as drizzleEmbedded } from 'drizzle-orm/pglite'
import { migrate as migrateEmbedded } from 'drizzle-orm/pglite/migrator'
import { Pool } from 'pg'
import type { Project } from '../../core/document'
import { flushAll, openDurable } from './durable'
import { filed, keepFiles, writeFiles } from './files'
import { takeDirectory } from './lock'
import { listProjects, readProject } from './projects'
import { DamagedError, salvage } from './salvage'
import { seed } from './seed'
import * as tables from './tables'
import type { Database } from './types'
import { unpack } from './unpack'

/** Where the program's own files lie: migrations and demo. */
export const programRoot = (): string => process.env.EWERPANEL_ROOT ?? process.cwd()
/** Where projects are kept, without a database server. */
export const dataDirectory = (): string => resolve(process.env.EWERPANEL_DATA ?? join(programRoot(), '.data'))
/** Where the daily copies go: beside the data directory, or where it was said; undefined where none are wanted. */
export const copiesDirectory = (): string | undefined =>
  process.env.EWERPANEL_COPIES === 'off'
    ? undefined
    : resolve(process.env.EWERPANEL_COPIES ?? `${dataDirectory()}-copies`)
/** The PostgreSQL server that keeps the projects, when one was said. */
export const databaseUrl = (): string | undefined => process.env.DATABASE_URL || undefined

/** A database that is open. */
export interface Store {
  db: Database
  /** Where it is, in words without a password. */
  where: string
  /** Whether what was written is still ours and on a disk that takes it: asked before anything is said to be saved. */
  holds: () => boolean
  close: () => Promise<void>
}

const migrationsFolder = () => join(programRoot(), 'server/keeping/migrations')
const demoFolder = () => join(programRoot(), 'demo/projects')

/**
 * Opens a data directory: takes it for this process, opens the database, brings its tables up to date and, the
 * first time, puts the demo in.
 * @throws HeldError when another server has it, DamagedError when it cannot be opened; what was readable is in files then
 */
export async function openDirectory(directory: string): Promise<Store> {
  const held = await takeDirectory(directory, why => {
    console.error(`${why} Nothing more is written, and nothing is said to be saved any more. This server stops.`)
    process.exit(3)
  })
  const cluster = join(directory, 'db')
  const fresh = !existsSync(cluster)
  try {
    if (fresh && filed(directory).length)
      throw new Error('the folder “db” is not there, though there were projects in it')
    if (fresh) await beginCluster(cluster)
    // The database program would take such a folder for a new one, and write over what is there.
    if (!existsSync(join(cluster, 'PG_VERSION'))) throw new Error('“db/PG_VERSION” is not there')
    const client = await openDurable(cluster)
    const db = drizzleEmbedded(client, { schema: tables })
    await migrateEmbedded(db, { migrationsFolder: migrationsFolder() })
    await unpack(db)
    await seed(db, demoFolder())
    await keepFiles(db, directory, there => withoutFile(db, there))
    return {
      db,
      where: directory,
      holds: held.holds,
      close: async () => {
        writeFiles(db)
        await client.close()
        held.giveBack()
      }
    }
  } catch (error) {
    // A directory that was ours before and does not open is never begun anew: what can be read of it is put into files.
    const saved = fresh && !filed(directory).length ? undefined : await salvage(directory, copiesDirectory(), error)
    held.giveBack()
    throw saved ? new DamagedError(saved) : error
  }
}

/**
 * Makes a new cluster: aside, flushed whole, and only then under its name. One that was cut off half made is never taken for one that
 * was damaged.
 */
async function beginCluster(cluster: string): Promise<void> {
  const aside = `${cluster}.new`
  rmSync(aside, { recursive: true, force: true })
  mkdirSync(aside, { recursive: true })
  await (await openDurable(aside)).close()
  flushAll(aside)
  renameSync(aside, cluster)
  flushAll(dirname(cluster), false)
}

async function* withoutFile(db: Database, there: ReadonlySet<string>): AsyncGenerator<Project> {
  for (const { id } of await listProjects(db)) {
    const kept = there.has(id) ? undefined : await readProject(db, id)
    if (kept) yield kept.project
  }
}

/** One number for all our servers on one database: only one at a time brings the tables up to date. */
const MIGRATING = 0x45_77_65_72

/**
 * Opens a PostgreSQL database. Any number of servers may have it open at once.
 * @throws what the database server says; nothing is kept elsewhere instead
 */
export async function openServer(url: string): Promise<Store> {
  const pool = new Pool({ connectionString: url, max: 10 })
  // A connection that breaks while nobody uses it is no failure: the next request opens another.
  pool.on('error', error => console.error(`The database server closed a connection: ${error.message}`))
  const db = drizzleServer(pool, { schema: tables })
  try {
    const poolClient = await pool.connect()
    try {
      await poolClient.query('SELECT pg_advisory_lock($1)', [MIGRATING])
      await migrateServer(db, { migrationsFolder: migrationsFolder() })
      await unpack(db)
      await seed(db, demoFolder())
      await poolClient.query('SELECT pg_advisory_unlock($1)', [MIGRATING])
    } finally {
      poolClient.release()
    }
  } catch (error) {
    await pool.end()
    throw error
  }
  const { host, pathname } = new URL(url)
  return { db, where: `the PostgreSQL database ${host}${pathname}`, holds: () => true, close: () => pool.end() }
}

let opened: Promise<Store> | undefined

/** The one store of this process. */
export function store(): Promise<Store> {
  const url = databaseUrl()
  opened ??= url ? openServer(url) : openDirectory(dataDirectory())
  return opened
}
/** The one database of this process. */
export const database = (): Promise<Database> => store().then(({ db }) => db)

/** Closes the database when it is open, so that the lock goes with an orderly stop. */
export async function closeDatabase(): Promise<void> {
  // A signal and the server's own closing may both ask: only the first one closes.
  const closing = opened
  opened = undefined
  if (closing) await (await closing).close()
}
