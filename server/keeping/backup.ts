import * as z from 'zod'
import { and, eq } from 'drizzle-orm'
import { Item } from '../../core/catalogue'
import { History, Project } from '../../core/document'
import { listOwn } from './catalogue'
import type { Database } from './types'
import { createProject, saveProject } from './projects'
import { ownItems, projects, versions } from './tables'

/** Everything in one file. Documents inside are checked one by one when the file is read back. */
export const Backup = z.strictObject({
  backup: z.literal(1),
  at: z.iso.datetime(),
  projects: z
    .array(
      z.strictObject({
        project: z.unknown(),
        /** One of an older format fits no document of today; it is looked at where its document is of this one. */
        history: z.unknown(),
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
    )
    .max(10_000),
  items: z.array(Item).max(5_000)
})

/**
 * Everything the server keeps, piece by piece as the text of one JSON file: never more than one project with its versions is in memory,
 * and others are served between two. Each project is as it stood at one moment.
 */
export async function* backupPieces(db: Database): AsyncGenerator<string> {
  yield `{"backup":1,"at":${JSON.stringify(new Date().toISOString())},"projects":[`
  const ids = await db.select({ id: projects.id }).from(projects).orderBy(projects.id)
  let first = true
  for (const { id } of ids) {
    const [row] = await db.select().from(projects).where(eq(projects.id, id))
    // It was deleted meanwhile.
    if (!row) continue
    if (!first) yield ','
    first = false
    // Documents are text in the database and stay text: they need not be read to be written.
    yield `{"project":${row.document},"history":${row.history},"versions":[`
    const old = await db
      .select({ version: versions.version, title: versions.title, savedAt: versions.savedAt })
      .from(versions)
      .where(eq(versions.project, id))
      .orderBy(versions.version)
    let comma = ''
    for (const one of old) {
      const [kept] = await db
        .select({ document: versions.document })
        .from(versions)
        .where(and(eq(versions.project, id), eq(versions.version, one.version)))
      if (!kept) continue
      const head = JSON.stringify({ version: one.version, title: one.title, savedAt: one.savedAt.toISOString() })
      yield `${comma}${head.slice(0, -1)},"project":${kept.document}}`
      comma = ','
    }
    yield ']}'
  }
  yield `],"items":${JSON.stringify(await listOwn(db))}}`
}

/**
 * Brings a backup in, all or none. A project that is there already is replaced and what stood there is kept
 * as an earlier version; projects that the backup does not have stay as they are.
 */
export async function restoreBackup(
  db: Database,
  parts: {
    project: Project
    history: History
    versions: { version: number; title: string; savedAt: string; project: Project }[]
  }[],
  items: readonly Item[]
): Promise<{ added: number; replaced: number }> {
  return db.transaction(async tx => {
    const inner = tx as unknown as Database
    let added = 0
    for (const part of parts) {
      const fresh = await createProject(inner, part.project)
      if (fresh) {
        added++
        for (const one of part.versions)
          await tx
            .insert(versions)
            .values({
              project: part.project.id,
              version: one.version,
              title: one.title,
              document: JSON.stringify(one.project),
              savedAt: new Date(one.savedAt)
            })
            .onConflictDoNothing()
        const top = Math.max(0, ...part.versions.map(one => one.version))
        await tx
          .update(projects)
          .set({ version: top + 1, history: JSON.stringify(part.history) })
          .where(eq(projects.id, part.project.id))
      } else {
        const [row] = await tx
          .select({ version: projects.version })
          .from(projects)
          .where(eq(projects.id, part.project.id))
        await saveProject({ db: inner, project: part.project, history: part.history, from: row!.version, always: true })
      }
    }
    for (const item of items) {
      const text = JSON.stringify(item)
      await tx
        .insert(ownItems)
        .values({ id: item.id, item: text })
        .onConflictDoUpdate({ target: ownItems.id, set: { item: text } })
    }
    return { added, replaced: parts.length - added }
  })
}
