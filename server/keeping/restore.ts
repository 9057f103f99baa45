import { createReadStream } from 'node:fs'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createInterface } from 'node:readline'
import { setImmediate as breath } from 'node:timers/promises'
import { and, eq, like, sql } from 'drizzle-orm'
import { nanoid } from 'nanoid'
import type { Project } from '../../core/document'
import { putOwn } from './catalogue'
import { fileSoon } from './files'
import { headOf, keepVersion, readProject } from './projects'
import { RestoreError, type BackupRead, type ProjectLine, type VersionLine } from './read-backup'
import { saveWhole } from './saving'
import { deleted, operations, projects, versions } from './tables'
import type { Database, Transaction } from './types'

export { RestoreError } from './read-backup'

/** Reads and checks a backup, putting what is good into a folder; see `readBackup`. */
export type CheckBackup = (file: string, folder: string) => Promise<BackupRead>

/** Lays the checked projects and versions aside, where nobody sees them yet. @returns their ids, and where each lies */
async function layAside(db: Database, run: string, checked: string): Promise<{ id: string; aside: string }[]> {
  const lines = createInterface({ input: createReadStream(checked), crlfDelay: Infinity })[Symbol.asyncIterator]()
  const next = async () => (await lines.next()).value as string
  const found: { id: string; aside: string }[] = []
  for (let head = await next(); head; head = await next()) {
    const line = JSON.parse(head) as ProjectLine | VersionLine
    const aside = `${run}${line.of}`
    const document = sql`${await next()}::jsonb`
    if (line.kind === 'version')
      await db.insert(versions).values({
        project: aside,
        version: line.version,
        title: line.title,
        document: document as never,
        savedAt: new Date(line.savedAt)
      })
    else {
      const now = new Date()
      const history = sql`${await next()}::jsonb`
      await db.insert(deleted).values({
        id: aside,
        version: line.version,
        document: document as never,
        history: history as never,
        savedAt: now,
        deletedAt: now
      })
      found.push({ id: line.id, aside })
    }
    // The embedded database answers at once, without giving way by itself: others are let in between.
    await breath()
  }
  return found
}

/** Puts a project that was laid aside in its place. @returns whether there was none of its id */
async function bringIn(tx: Transaction, { id, aside }: { id: string; aside: string }, at: string): Promise<boolean> {
  const [row] = await tx.select().from(deleted).where(eq(deleted.id, aside))
  const { document, history, version } = row!
  const project = document as Project
  const [there] = await tx
    .select({ version: projects.version, savedAt: projects.savedAt })
    .from(projects)
    .where(eq(projects.id, id))
    .for('update')
  if (!there) {
    // One that was deleted gives way, with its versions.
    await tx.delete(deleted).where(eq(deleted.id, id))
    await tx.delete(versions).where(eq(versions.project, id))
    await tx.delete(operations).where(eq(operations.project, id))
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
 * @param check reads the file, where a damaged one can do no harm and a large one keeps nobody waiting
 * @throws RestoreError in words, with nothing changed
 */
export async function restoreBackup(
  db: Database,
  file: string,
  check: CheckBackup
): Promise<{ added: number; replaced: number }> {
  const run = `~${nanoid()}~`
  const folder = await mkdtemp(join(tmpdir(), 'ewerpanel-restore-'))
  try {
    const read = await check(file, folder)
    if (!read.ok) throw new RestoreError(read.why)
    const found = await layAside(db, run, read.checked)
    const done = await db.transaction(async tx => {
      let added = 0
      for (const project of found) if (await bringIn(tx, project, read.at)) added++
      await putOwn(tx, read.items)
      return { added, replaced: found.length - added }
    })
    // The files beside the database are of what stands now.
    for (const { id } of found) {
      const kept = await readProject(db, id)
      if (kept) fileSoon(db, kept.project)
    }
    return done
  } finally {
    await rm(folder, { recursive: true, force: true })
    await db.delete(versions).where(like(versions.project, `${run}%`))
    await db.delete(deleted).where(like(deleted.id, `${run}%`))
  }
}
