import {
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  renameSync,
  rmSync,
  statfsSync,
  writeSync
} from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { drizzle as drizzleEmbedded } from 'drizzle-orm/pglite'
import { migrate as migrateEmbedded } from 'drizzle-orm/pglite/migrator'
import type { Project } from '../../core/document'
import { isDamage } from './damage'
import { flushAll, openDurable } from './durable'
import { filed, keepFiles, writeFiles } from './files'
import { takeDirectory } from './lock'
import { listProjects, readProject } from './projects'
import { DamagedError, inWords, salvage, saySalvaged } from './salvage'
import { openServer, placeOfServer } from './server'
import { migrationsFolder, prepare, programRoot, type Store } from './store'
import * as tables from './tables'
import type { Database } from './types'

/** Where projects are kept, without a database server. */
export const dataDirectory = (): string => resolve(process.env.EWERPANEL_DATA ?? join(programRoot(), '.data'))
/** Where the daily copies go: beside the data directory, or where it was said; undefined where none are wanted. */
export const copiesDirectory = (): string | undefined =>
  process.env.EWERPANEL_COPIES === 'off'
    ? undefined
    : resolve(process.env.EWERPANEL_COPIES ?? `${dataDirectory()}-copies`)
/** The PostgreSQL server that keeps the projects, when one was said. */
export const databaseUrl = (): string | undefined => process.env.DATABASE_URL || undefined

/** Where projects are kept, in words without a password. */
export function placeOfStore(): string {
  const url = databaseUrl()
  if (!url) return dataDirectory()
  return URL.canParse(url) ? placeOfServer(url) : 'the address in DATABASE_URL, which is no address'
}

/**
 * Opens a data directory: takes it for this process, opens the database, brings its tables up to date and, the
 * first time, puts the demo in.
 * @throws HeldError when another server has it, DamagedError when it cannot be opened; what was readable is in files then
 */
export async function openDirectory(directory: string): Promise<Store> {
  const held = await takeDirectory(directory, why => {
    console.error(`${why} Nothing more is written, and nothing is reported as saved. This server stops.`)
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
    await prepare(db)
    await readEach(db)
    await keepFiles(db, directory, there => withoutFile(db, there))
    let damage: Promise<string> | undefined
    return {
      db,
      where: directory,
      holds: () => held.holds() && damage === undefined,
      damaged: async error => (isDamage(error) ? (damage ??= salvageWhileOpen(directory, error)) : undefined),
      damage: () => damage,
      close: async () => {
        writeFiles(db)
        await client.close()
        held.giveBack()
      }
    }
  } catch (error) {
    // A disk that is full or cannot be written is no damage: nothing could be put into files beside it either.
    const disk = diskProblem(directory)
    if (disk) {
      held.giveBack()
      throw disk
    }
    // A directory that was ours before and does not open is never begun anew: what can be read of it is put into files.
    const saved = fresh && !filed(directory).length ? undefined : await salvage(directory, copiesDirectory(), error)
    held.giveBack()
    throw saved ? new DamagedError(saved) : error
  }
}

/** Least room that the database needs to begin: some segments of its log. */
const LEAST_FREE = 48 * 1024 * 1024

/** What the disk of a directory refuses, if it does: found by writing, for the database says little of it. */
function diskProblem(directory: string): Error | undefined {
  const probe = join(directory, 'probe')
  try {
    const handle = openSync(probe, 'w')
    try {
      writeSync(handle, Buffer.alloc(65_536))
      fsyncSync(handle)
    } finally {
      closeSync(handle)
      rmSync(probe, { force: true })
    }
    const { bavail, bsize } = statfsSync(directory)
    if (bavail * bsize >= LEAST_FREE) return undefined
    const megabytes = (bavail * bsize) / 1048576
    return Object.assign(
      new Error(`${megabytes.toFixed(0)} MB are free. Minimum is ${LEAST_FREE / 1048576} MB are needed`),
      {
        code: 'ENOSPC'
      }
    )
  } catch (error) {
    return error as Error
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

/** Reads each project once: a store that is damaged is found when it is opened, and not when somebody wants the project. */
async function readEach(db: Database): Promise<void> {
  for (const { id } of await listProjects(db))
    try {
      if (!(await readProject(db, id))) throw new Error('its row is in the list and cannot be found by its id')
    } catch (error) {
      throw new Error(`the project “${id}” cannot be read: ${inWords(error)}`, { cause: error })
    }
  for (const table of [tables.versions, tables.operations, tables.deleted, tables.ownItems]) await db.$count(table)
}

/** Salvages a store that was found damaged while it was open. */
async function salvageWhileOpen(directory: string, error: unknown): Promise<string> {
  const words = saySalvaged(await salvage(directory, copiesDirectory(), error))
  console.error(words)
  return words
}

async function* withoutFile(db: Database, there: ReadonlySet<string>): AsyncGenerator<Project> {
  for (const { id } of await listProjects(db)) {
    const kept = there.has(id) ? undefined : await readProject(db, id)
    if (kept) yield kept.project
  }
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
