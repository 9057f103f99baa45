import { join } from 'node:path'
import { seed } from './seed'
import type { Database } from './types'
import { unpack } from './unpack'

/** A database that is open. */
export interface Store {
  db: Database
  /** Where it is, in words without a password. */
  where: string
  /** Whether what was written is still ours and on a disk that takes it: asked before anything is said to be saved. */
  holds: () => boolean
  /**
   * Looks whether an error says that the store is damaged. Then what can be read of it is put into files, once, and nothing is said
   * to be saved any more.
   * @returns what happened, what was kept and what to do, in words; undefined when the error is of another kind
   */
  damaged: (error: unknown) => Promise<string | undefined>
  /** What was found before that is damaged, in the same words. */
  damage: () => Promise<string> | undefined
  close: () => Promise<void>
}

/** Where the program's own files are: migrations and demo. */
export const programRoot = (): string => process.env.EWERPANEL_ROOT ?? process.cwd()
export const migrationsFolder = (): string => join(programRoot(), 'server/keeping/migrations')

/** What follows the migrations, which are SQL: unpacks what earlier programs kept, and puts the demo in the first time. */
export async function prepare(db: Database): Promise<void> {
  await unpack(db)
  await seed(db, join(programRoot(), 'demo/projects'))
}
