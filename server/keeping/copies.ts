import { createWriteStream } from 'node:fs'
import { mkdir, open, readdir, rename, rm } from 'node:fs/promises'
import { join } from 'node:path'
import { format } from 'date-fns'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { backupPieces } from './backup'
import { projectsIn } from './read-backup'
import type { Database } from './types'

/** How many daily copies are kept. */
const COPIES_KEPT = 7
const NAME = /^ewerpanel-\d{4}-\d{2}-\d{2}\.json$/

/** The copy is not what it should be; it was not put in the place of an earlier one. */
export class CopyError extends Error {}

/**
 * Copies everything into a file of the day, once a day: written aside, flushed to the disk, read back and counted, and only then given
 * its name. Of older copies the last seven stay.
 * @param count reads the copy back; in a thread, where others are to be served meanwhile
 * @returns the file and how many projects it holds; undefined when there is one of today already
 * @throws CopyError when what was read back is not what was written; what the file system throws otherwise
 */
export async function copyOfDay(
  db: Database,
  directory: string,
  now: Date,
  count: (file: string) => Promise<number> = projectsIn
): Promise<{ file: string; projects: number } | undefined> {
  await mkdir(directory, { recursive: true })
  const name = `ewerpanel-${format(now, 'yyyy-MM-dd')}.json`
  const there = await readdir(directory)
  if (there.includes(name)) return undefined
  const aside = join(directory, `${name}.part`)
  let written = 0
  const counted = async function* () {
    for await (const piece of backupPieces(db)) {
      if (piece.startsWith(PROJECT)) written++
      yield piece
    }
  }
  try {
    await pipeline(Readable.from(counted()), createWriteStream(aside))
  } catch (error) {
    await rm(aside, { force: true })
    throw error
  }
  const handle = await open(aside, 'r+')
  try {
    await handle.sync()
  } finally {
    await handle.close()
  }
  const projects = await countIn(aside, count)
  if (projects !== written) {
    await rm(aside, { force: true })
    throw new CopyError(
      `${projects} projects were read back of ${written} that were written; the copy was thrown away.`
    )
  }
  await rename(aside, join(directory, name))
  const copies = [...there.filter(file => NAME.test(file)), name].sort()
  for (const old of copies.slice(0, -COPIES_KEPT)) await rm(join(directory, old), { force: true })
  return { file: join(directory, name), projects }
}
/** What a piece of a backup begins with that is a project. */
const PROJECT = '{"project":'

/** How many projects a copy on disk holds. @throws CopyError when it cannot be read */
async function countIn(file: string, count: (file: string) => Promise<number>): Promise<number> {
  try {
    return await count(file)
  } catch (error) {
    await rm(file, { force: true })
    throw new CopyError(`What was written could not be read back: ${(error as Error).message}`)
  }
}
