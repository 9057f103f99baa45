import { cpSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { PGlite } from '@electric-sql/pglite'
import { NodeFS } from '@electric-sql/pglite/nodefs'
import { drizzle } from 'drizzle-orm/pglite'
import { openProject, writeProject } from '../../core/document'
import { filed, filesFolder } from './files'
import { listProjects, listVersions, readProject, readVersion } from './projects'
import * as tables from './tables'
import type { Database } from './types'

/** What could be read of a damaged data directory. */
export interface Salvaged {
  directory: string
  folder: string
  /** What is wrong with it. */
  parts: string[]
  /** What the database said. */
  why: string
  projects: { id: string; from: string }[]
  /** Projects that were there and of which nothing could be read. */
  lost: string[]
  /** Daily copies that can be restored. */
  copies: string[]
}

/** A data directory is damaged. What was readable of it is in files, and it is left as it is. */
export class DamagedError extends Error {
  constructor(readonly salvaged: Salvaged) {
    super(saySalvaged(salvaged))
  }
}

const list = (names: readonly string[]) => names.join(', ')

/** What happened, what was kept, what to do. */
export function saySalvaged({ directory, folder, parts, why, projects, lost, copies }: Salvaged): string {
  return [
    `The database in ${directory} is damaged: ${why}`,
    parts.length ? `Damaged: ${parts.join('; ')}.` : 'Which file of it is damaged could not be told.',
    projects.length
      ? `These projects were read and are in ${folder}: ${list(projects.map(project => `${project.id} (${project.from})`))}.`
      : `No project could be read from it.`,
    ...(lost.length ? [`Nothing could be read of: ${list(lost)}.`] : []),
    copies.length ? `Daily copies that can be restored: ${list(copies)}.` : 'There is no daily copy.',
    `${directory} is left where it is, and no demo was put over it.`,
    `What to do: keep a copy of ${directory}, move it away, start again, and import the files of ${folder} one by ` +
      `one (Import a project file), or the latest daily copy (Restore a backup).`
  ].join('\n')
}

/** What is plainly wrong with a cluster’s files. */
function damagedParts(cluster: string): string[] {
  const size = (name: string): number | undefined => statSync(join(cluster, name), { throwIfNoEntry: false })?.size
  const found: string[] = []
  const control = size('global/pg_control')
  if (control === undefined) found.push('global/pg_control (the state of the database) is missing')
  else if (control !== 8192) found.push(`global/pg_control (the state of the database) has ${control} bytes, not 8192`)
  else {
    const layout = readFileSync(join(cluster, 'global/pg_control')).readUInt32LE(8)
    if (layout < CONTROL_LAYOUTS[0] || layout > CONTROL_LAYOUTS[1])
      found.push('global/pg_control (the state of the database) is not what it was')
  }
  if (size('PG_VERSION') === undefined) found.push('PG_VERSION is missing')
  for (const [folder, says] of [
    ['pg_wal', 'the log of the last changes'],
    ['pg_xact', 'what was finished'],
    ['base', 'the tables']
  ] as const) {
    const names =
      size(folder) === undefined ? [] : readdirSync(join(cluster, folder)).filter(name => /^[0-9A-F]+$/.test(name))
    if (!names.length) found.push(`${folder} (${says}) is empty or missing`)
  }
  const filesIn = (folder: string, name: RegExp) =>
    size(folder) === undefined
      ? []
      : readdirSync(join(cluster, folder))
          .filter(file => name.test(file))
          .map(file => join(folder, file))
  for (const file of filesIn('pg_wal', /^[0-9A-F]{24}$/)) {
    const start = readFileSync(join(cluster, file)).subarray(0, 2)
    if (start[1] !== WAL_PAGE && start.some(byte => byte))
      found.push(`${file} (the log of the last changes) is not what it was`)
  }
  for (const file of [...filesIn('base', /^\d+$/), 'global'].flatMap(folder => filesIn(folder, /^\d+(\.\d+)?$/))) {
    const bytes = readFileSync(join(cluster, file))
    if (bytes.length % PAGE) found.push(`${file} (a table or index) ends inside a page`)
    for (let index = 0; index + PAGE <= bytes.length; index += PAGE) {
      const kind = bytes.readUInt16LE(index + 18)
      // A page that was never written is empty.
      if (kind === (PAGE | PAGE_LAYOUT) || !bytes.subarray(index, index + PAGE).some(byte => byte)) continue
      found.push(`${file} (a table or index) is damaged at page ${index / PAGE}`)
      break
    }
  }
  return found
}
/**
 * Pages of a cluster, the number of their layout, and what its log begins with (from memory: PostgreSQL’s bufpage.h,
 * xlog_internal.h).
 */
const PAGE = 8192
const PAGE_LAYOUT = 4
const WAL_PAGE = 0xd1
/** Numbers of the layout of the file of its state, from long ago to well ahead: version 17 has 1700 (from memory: pg_control.h). */
const CONTROL_LAYOUTS = [800, 3_000] as const

/** What the database said, in words; of its own crash it says nothing that helps. */
export function inWords(cause: unknown): string {
  const { message = String(cause), cause: below } = cause as Error
  if (message.startsWith('Failed query') && below) return inWords(below)
  return /^Aborted|failed to initialize|unreachable|out of bounds/i.test(message)
    ? 'the database program gave up on it.'
    : message.split('\n')[0]!.replace(/[^.]$/, '$&.')
}

/** Opens a copy of a cluster and takes what is damaged in it for empty, so that the rest can be read. */
async function readLoosely<T>(
  cluster: string,
  scratch: string,
  read: (db: Database) => Promise<T>
): Promise<T | undefined> {
  // Without its number the program would begin a new one there.
  if (!existsSync(join(cluster, 'PG_VERSION'))) return undefined
  cpSync(cluster, scratch, { recursive: true })
  try {
    const client = await PGlite.create({
      fs: new NodeFS(scratch),
      startParams: [
        ...PGlite.defaultStartParams,
        ...['zero_damaged_pages=on', 'ignore_invalid_pages=on', 'ignore_checksum_failure=on'].flatMap(setting => [
          '-c',
          setting
        ])
      ]
    })
    try {
      return await read(drizzle(client, { schema: tables }))
    } finally {
      await client.close()
    }
  } catch {
    // It does not open at all: the files and the daily copies are what is left, and the message says so.
    return undefined
  } finally {
    rmSync(scratch, { recursive: true, force: true })
  }
}

/** The latest state of a project that can be read; an earlier version where the last one cannot. */
async function latestOf(db: Database, id: string): Promise<{ text: string; from: string } | undefined> {
  try {
    const kept = await readProject(db, id)
    if (kept) return { text: writeProject(kept.project), from: `as last saved, version ${kept.version}` }
  } catch {
    // An earlier version may be whole.
  }
  try {
    for (const { version } of await listVersions(db, id))
      try {
        const project = await readVersion(db, id, version)
        if (project) return { text: writeProject(project), from: `its earlier version ${version}` }
      } catch {
        continue
      }
  } catch {
    // The table of the versions is damaged too.
  }
  return undefined
}

/**
 * Puts every project of a data directory that can still be read into a folder beside it: out of the database where that opens in
 * part, else out of the files that lie beside it. The directory is left as it is.
 */
export async function salvage(directory: string, copies: string | undefined, cause: unknown): Promise<Salvaged> {
  const stamp = new Date().toISOString().slice(0, 19).replace(/[:T]/g, '-')
  const folder = `${directory}-salvaged-${stamp}`
  mkdirSync(folder, { recursive: true })
  const cluster = join(directory, 'db')
  const found = new Map<string, string>()
  const lost = new Set<string>()
  const put = (id: string, text: string, from: string) => {
    writeFileSync(join(folder, `${id}.json`), text)
    found.set(id, from)
  }
  await readLoosely(cluster, join(folder, 'scratch'), async db => {
    for (const { id } of await listProjects(db)) {
      const latest = await latestOf(db, id)
      if (latest) put(id, latest.text, latest.from)
      else lost.add(id)
    }
  })
  for (const id of filed(directory)) {
    if (found.has(id)) continue
    const file = join(filesFolder(directory), `${id}.json`)
    const text = readFileSync(file, 'utf8')
    if (openProject(text).ok) put(id, text, `its file of ${statSync(file).mtime.toISOString().slice(0, 19)} UTC`)
    else lost.add(id)
  }
  for (const id of found.keys()) lost.delete(id)
  const salvaged: Salvaged = {
    directory,
    folder,
    parts: damagedParts(cluster),
    why: inWords(cause),
    projects: [...found].map(([id, from]) => ({ id, from })),
    lost: [...lost],
    copies: copiesIn(copies)
  }
  writeFileSync(join(folder, 'what-happened.txt'), `${saySalvaged(salvaged)}\n`)
  return salvaged
}

function copiesIn(copies: string | undefined): string[] {
  if (copies === undefined) return []
  try {
    return readdirSync(copies)
      .filter(name => name.endsWith('.json'))
      .sort()
      .reverse()
      .map(name => join(copies, name))
  } catch {
    return []
  }
}
