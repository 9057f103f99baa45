import * as z from 'zod'
import { eq } from 'drizzle-orm'
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

/** Gathers all projects with history and versions, and the user's own items. */
export async function makeBackup(db: Database) {
  const rows = await db.select().from(projects).orderBy(projects.id)
  const old = await db.select().from(versions).orderBy(versions.project, versions.version)
  return {
    backup: 1 as const,
    at: new Date().toISOString(),
    projects: rows.map(row => ({
      project: JSON.parse(row.document) as unknown,
      history: JSON.parse(row.history) as History,
      versions: old
        .filter(one => one.project === row.id)
        .map(one => ({
          version: one.version,
          title: one.title,
          savedAt: one.savedAt.toISOString(),
          project: JSON.parse(one.document) as unknown
        }))
    })),
    items: await listOwn(db)
  }
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
