import { createReadStream } from 'node:fs'
import { and, eq, like, sql } from 'drizzle-orm'
import { nanoid } from 'nanoid'
import streamChain from 'stream-chain'
import streamJson from 'stream-json'
import Ignore from 'stream-json/filters/Ignore.js'
import Pick from 'stream-json/filters/Pick.js'
import StreamArray from 'stream-json/streamers/StreamArray.js'
import StreamValues from 'stream-json/streamers/StreamValues.js'
import * as z from 'zod'
import { Item } from '../../core/catalogue'
import { EMPTY_HISTORY, FORMAT, History, historyProblem, MOST_DEEP, type Opened, sayProblem } from '../../core/document'
import { putOwn } from './catalogue'
import { fileSoon } from './files'
import { headOf, keepVersion, readProject } from './projects'
import { saveWhole } from './saving'
import { deleted, projects, versions } from './tables'
import type { Database, Transaction } from './types'

// These packages are of the older kind of module, whose names can only be had from the whole.
const { chain } = streamChain
const { parser } = streamJson
const { ignore } = Ignore
const { pick } = Pick
const { streamArray } = StreamArray
const { streamValues } = StreamValues

/** A backup is not one, or what is in it cannot be read. Nothing was changed. */
export class RestoreError extends Error {}

const Head = z.strictObject({
  backup: z.literal(1),
  at: z.iso.datetime(),
  items: z.array(Item).max(5_000)
})
const Part = z.strictObject({
  project: z.unknown(),
  /** One of an older format fits no document of today; it is looked at where its document is of this one. */
  history: z.unknown(),
  version: z.int().min(1).optional(),
  versions: z
    .array(
      z.strictObject({
        version: z.int().min(1),
        title: z.string(),
        savedAt: z.iso.datetime(),
        project: z.unknown()
      })
    )
    .max(1_000)
})

interface Token {
  name: string
}
/** Refuses what goes deeper than any document: it would end whoever reads it as a whole. */
function shallow() {
  let depth = 0
  return (token: Token): Token => {
    if (token.name === 'startObject' || token.name === 'startArray') {
      // A document stands four deep in a backup.
      if (++depth > MOST_DEEP + 4) throw new RestoreError(`It has brackets more than ${MOST_DEEP} deep.`)
    } else if (token.name === 'endObject' || token.name === 'endArray') depth--
    return token
  }
}
const PACKED = { packValues: true, streamValues: false }

/** @throws RestoreError in place of what the reader says */
async function* reading<T>(stream: AsyncIterable<{ value: T }>): AsyncGenerator<T> {
  try {
    for await (const { value } of stream) yield value
  } catch (error) {
    if (error instanceof RestoreError || !(error as Error).message.startsWith('Parser')) throw error
    throw new RestoreError(`It is not whole JSON: ${(error as Error).message}.`)
  }
}

/** How many projects a backup holds, read to its end. @throws RestoreError when it is not whole */
export async function projectsIn(file: string): Promise<number> {
  let count = 0
  const stream = chain([createReadStream(file), parser(PACKED), pick({ filter: 'projects' }), streamArray()])
  for await (const part of reading<unknown>(stream)) if (part) count++
  return count
}

/** What stands in a backup beside its projects. */
async function headOfFile(file: string): Promise<z.infer<typeof Head>> {
  const stream = chain([
    createReadStream(file),
    parser(PACKED),
    shallow(),
    ignore({ filter: /^projects\b/ }),
    streamValues()
  ])
  for await (const value of reading<unknown>(stream)) {
    const read = Head.safeParse(value)
    if (read.success) return read.data
    const { path, message } = read.error.issues[0]!
    throw new RestoreError(`It is no backup of ours${path.length ? `, at ${path.join('.')}` : ''}: ${message}.`)
  }
  throw new RestoreError('It is empty.')
}

type OpenText = (text: string) => Promise<Opened>

/** A document of a backup, checked. @throws RestoreError */
async function opened(open: OpenText, document: unknown, what: string) {
  const read = await open(JSON.stringify(document))
  if (read.ok) return read.project
  throw new RestoreError(`${what}: ${sayProblem(read.problems[0]!)}`)
}

/** Checks a project of a backup with all its versions and lays it aside, where nobody sees it yet. */
async function layAside(db: Database, run: string, value: unknown, open: OpenText): Promise<string> {
  const read = Part.safeParse(value)
  if (!read.success) throw new RestoreError(`A project in it cannot be read: ${read.error.issues[0]!.message}.`)
  const part = read.data
  const project = await opened(open, part.project, 'A project in it cannot be read')
  // Steps of undo belong to the document as it was written; one carried forward from an older format begins anew.
  const today = (part.project as { format?: unknown }).format === FORMAT
  const steps = History.safeParse(today ? part.history : EMPTY_HISTORY)
  const misfit = steps.success ? historyProblem(project, steps.data) : steps.error.issues[0]!.message
  if (misfit) throw new RestoreError(`The steps of undo of “${project.title}” do not belong to it: ${misfit}.`)
  const id = `${run}${project.id}`
  const twice = await db.select({ id: deleted.id }).from(deleted).where(eq(deleted.id, id))
  if (twice.length) throw new RestoreError(`The project “${project.id}” is in it twice.`)
  const now = new Date()
  const top = Math.max(0, ...part.versions.map(version => version.version))
  await db.insert(deleted).values({
    id,
    version: Math.max(part.version ?? 1, top + 1),
    document: project,
    history: steps.data!,
    savedAt: now,
    deletedAt: now
  })
  for (const earlier of part.versions) {
    const version = await opened(
      open,
      earlier.project,
      `Version ${earlier.version} of “${project.title}” cannot be read`
    )
    if (version.id !== project.id)
      throw new RestoreError(`Version ${earlier.version} of “${project.title}” is of another project, “${version.id}”.`)
    const made = await db
      .insert(versions)
      .values({
        project: id,
        version: earlier.version,
        title: earlier.title,
        document: version,
        savedAt: new Date(earlier.savedAt)
      })
      .onConflictDoNothing()
      .returning({ version: versions.version })
    if (!made.length) throw new RestoreError(`Version ${earlier.version} of “${project.title}” is in it twice.`)
  }
  return project.id
}

/** Puts a project that was laid aside in its place. @returns whether there was none of its name */
async function bringIn(tx: Transaction, id: string, run: string, at: string): Promise<boolean> {
  const aside = `${run}${id}`
  const [row] = await tx.select().from(deleted).where(eq(deleted.id, aside))
  const { document, history, version } = row!
  const project = document as Parameters<typeof headOf>[0]
  const [there] = await tx
    .select({ version: projects.version, savedAt: projects.savedAt })
    .from(projects)
    .where(eq(projects.id, id))
    .for('update')
  if (!there) {
    // One that was deleted gives way, with its versions.
    await tx.delete(deleted).where(eq(deleted.id, id))
    await tx.delete(versions).where(eq(versions.project, id))
    await tx.execute(sql`DELETE FROM operations WHERE project = ${id}`)
    await tx
      .insert(projects)
      .values({ id, version, documentVersion: version, document, history, savedAt: new Date(), ...headOf(project) })
    await tx.update(versions).set({ project: id }).where(eq(versions.project, aside))
    return true
  }
  // What stands goes among the earlier versions; those of the backup that are not there come beside them with numbers of their own.
  const kept = (await readProject(tx, id))!
  await keepVersion(tx, kept, there.savedAt)
  const stands = await tx
    .select({ version: versions.version, savedAt: versions.savedAt })
    .from(versions)
    .where(eq(versions.project, id))
  const same = new Set(stands.map(version => `${version.version} ${version.savedAt.getTime()}`))
  const coming = await tx
    .select({ version: versions.version, savedAt: versions.savedAt })
    .from(versions)
    .where(eq(versions.project, aside))
    .orderBy(versions.version)
  let next = there.version
  for (const earlier of coming.filter(({ version: of, savedAt }) => !same.has(`${of} ${savedAt.getTime()}`)))
    await tx
      .update(versions)
      .set({ project: id, version: ++next })
      .where(and(eq(versions.project, aside), eq(versions.version, earlier.version)))
  if (next > there.version)
    await tx
      .update(projects)
      .set({ version: next, documentVersion: next, document: kept.project, history: kept.history })
      .where(eq(projects.id, id))
  const saved = await saveWhole(tx, {
    project,
    from: next,
    save: `restore-${nanoid()}`,
    label: `Restored from the backup of ${at.slice(0, 10)}`
  })
  if (saved.state !== 'saved')
    throw new RestoreError(
      `“${project.title}” cannot take the place of the one there is: ${'why' in saved ? saved.why : saved.state}.`
    )
  return false
}

/**
 * Brings a backup in, all or none. Its projects are read and checked one by one and laid aside; only when all are good they take
 * their places, in one transaction. Of a project that is there, what stood is kept as an earlier version, and the restoring can be
 * undone; projects that the backup does not have stay as they are.
 * @param open checks the text of a project, where a damaged one can do no harm
 * @throws RestoreError in words, with nothing changed
 */
export async function restoreBackup(
  db: Database,
  file: string,
  open: OpenText
): Promise<{ added: number; replaced: number }> {
  const { items, at } = await headOfFile(file)
  const run = `~${nanoid()}~`
  try {
    const ids: string[] = []
    const stream = chain([
      createReadStream(file),
      parser(PACKED),
      shallow(),
      pick({ filter: 'projects' }),
      streamArray()
    ])
    for await (const value of reading<unknown>(stream)) ids.push(await layAside(db, run, value, open))
    const done = await db.transaction(async tx => {
      let added = 0
      for (const id of ids) if (await bringIn(tx, id, run, at)) added++
      await putOwn(tx, items)
      return { added, replaced: ids.length - added }
    })
    // The files beside the database are of what stands now.
    for (const id of ids) {
      const kept = await readProject(db, id)
      if (kept) fileSoon(db, kept.project)
    }
    return done
  } finally {
    await db.delete(versions).where(like(versions.project, `${run}%`))
    await db.delete(deleted).where(like(deleted.id, `${run}%`))
  }
}
