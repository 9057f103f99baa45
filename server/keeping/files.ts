import { closeSync, fsyncSync, mkdirSync, openSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { writeProject, type Project } from '../../core/document'
import type { Database } from './types'

/** So long after a project was last saved its file is written. */
const AFTER_MS = 5_000

/** Files of projects beside the database that keeps them: a second place to find them, which needs no program of ours to be read. */
interface Files {
  folder: string
  waiting: Map<string, { project: Project; timer: NodeJS.Timeout }>
}
const files = new WeakMap<Database, Files>()

/** Where the files of a data directory are. */
export const filesFolder = (directory: string): string => join(directory, 'readable')

/** From now on the projects of this database have files of their own beside it; those that have none yet get one. */
export async function keepFiles(
  db: Database,
  directory: string,
  missing: (there: ReadonlySet<string>) => AsyncIterable<Project>
): Promise<void> {
  const folder = filesFolder(directory)
  mkdirSync(folder, { recursive: true })
  const here: Files = { folder, waiting: new Map() }
  files.set(db, here)
  for await (const project of missing(new Set(filed(directory)))) writeOrSay(here, project)
}

/** Writes aside, flushes, and only then puts in the place of the one before: a file is whole at any moment. */
function write({ folder }: Files, project: Project): void {
  const file = join(folder, `${project.id}.json`)
  const handle = openSync(`${file}.new`, 'w')
  try {
    writeFileSync(handle, writeProject(project))
    fsyncSync(handle)
  } finally {
    closeSync(handle)
  }
  renameSync(`${file}.new`, file)
}
function writeOrSay(here: Files, project: Project): void {
  try {
    write(here, project)
  } catch (error) {
    console.error(
      `The file of “${project.id}” in ${here.folder} was not written: ${(error as Error).message} The project itself ` +
        `is kept in the database.`
    )
  }
}

/** A project was saved: its file is written when it rests. */
export function fileSoon(db: Database, project: Project): void {
  const here = files.get(db)
  if (!here) return
  clearTimeout(here.waiting.get(project.id)?.timer)
  const timer = setTimeout(() => {
    here.waiting.delete(project.id)
    writeOrSay(here, project)
  }, AFTER_MS)
  timer.unref()
  here.waiting.set(project.id, { project, timer })
}

/** A project was deleted: so is its file. */
export function dropFile(db: Database, id: string): void {
  const here = files.get(db)
  if (!here) return
  clearTimeout(here.waiting.get(id)?.timer)
  here.waiting.delete(id)
  rmSync(join(here.folder, `${id}.json`), { force: true })
}

/** Writes what waits. */
export function writeFiles(db: Database): void {
  const here = files.get(db)
  for (const { project, timer } of here?.waiting.values() ?? []) {
    clearTimeout(timer)
    writeOrSay(here!, project)
  }
  here?.waiting.clear()
}

/** Names of the projects that have files. */
export const filed = (directory: string): string[] => {
  try {
    return readdirSync(filesFolder(directory))
      .filter(name => name.endsWith('.json'))
      .map(name => name.slice(0, -5))
  } catch {
    // A directory of an earlier program has none.
    return []
  }
}
