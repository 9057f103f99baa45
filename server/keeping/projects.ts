import { and, desc, eq, lt, lte } from 'drizzle-orm'
import { EMPTY_HISTORY, FORMAT, migrate, Project, type History } from '../../core/document'
import type { Database } from './types'
import { deleted, projects, versions } from './tables'

/** An earlier version is kept at most once in this time: every keystroke would bury the ones worth having. */
const VERSION_EVERY_MS = 60_000
/** How many earlier versions of a project are kept. */
const VERSIONS_KEPT = 200

export interface Kept {
  project: Project
  history: History
  version: number
}
export type Saved = { state: 'saved'; version: number } | { state: 'stale'; version: number } | { state: 'missing' }

const columns = (project: Project) => ({
  title: project.title,
  registration: project.brief.registration,
  model: project.airframe.model,
  document: JSON.stringify(project),
  savedAt: new Date()
})

/** What the hangar shows, latest first. */
export const listProjects = (db: Database) =>
  db
    .select({
      id: projects.id,
      title: projects.title,
      registration: projects.registration,
      model: projects.model,
      version: projects.version,
      savedAt: projects.savedAt
    })
    .from(projects)
    .orderBy(desc(projects.savedAt), projects.id)

/**
 * A kept document in today's format. One that an earlier program kept is carried forward as it is read; only then it is
 * checked whole, for what we keep ourselves was checked when it was saved.
 * @throws FormatError when a newer program kept it
 */
function carried(text: string): { project: Project; old: boolean } {
  const document = JSON.parse(text) as Project
  return document.format === FORMAT
    ? { project: document, old: false }
    : { project: Project.parse(migrate(document)), old: true }
}

/**
 * One project with its history, or undefined. The history of a document of an older format fits no longer and is left
 * behind.
 */
export async function readProject(db: Database, id: string): Promise<Kept | undefined> {
  const [row] = await db.select().from(projects).where(eq(projects.id, id))
  if (!row) return undefined
  const { project, old } = carried(row.document)
  return { project, history: old ? EMPTY_HISTORY : (JSON.parse(row.history) as History), version: row.version }
}

/** Keeps a new project. @returns false when there is one of that id already */
export function createProject(db: Database, project: Project): Promise<boolean> {
  return db.transaction(async tx => {
    const made = await tx
      .insert(projects)
      .values({ id: project.id, version: 1, history: JSON.stringify(EMPTY_HISTORY), ...columns(project) })
      .onConflictDoNothing()
      .returning({ id: projects.id })
    // The versions of one of the same id that was deleted are not this one's.
    if (made.length) await purge(tx, project.id)
    return made.length === 1
  })
}

type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0]

/** Copies what stands into the earlier versions, inside the database: the document need not travel. */
async function keepVersion(tx: Transaction, id: string): Promise<void> {
  await tx
    .insert(versions)
    .select(
      tx
        .select({
          project: projects.id,
          version: projects.version,
          title: projects.title,
          document: projects.document,
          savedAt: projects.savedAt
        })
        .from(projects)
        .where(eq(projects.id, id))
    )
    .onConflictDoNothing()
  const [oldest] = await tx
    .select({ version: versions.version })
    .from(versions)
    .where(eq(versions.project, id))
    .orderBy(desc(versions.version))
    .offset(VERSIONS_KEPT)
    .limit(1)
  if (oldest) await tx.delete(versions).where(and(eq(versions.project, id), lte(versions.version, oldest.version)))
}

let sinceSwept = 0
/** The embedded database does not sweep by itself: every so many saves the space of overwritten rows is given back. */
const SWEEP_EVERY = 200
async function sweep(db: Database): Promise<void> {
  if (++sinceSwept < SWEEP_EVERY) return
  sinceSwept = 0
  await db.execute('VACUUM projects')
}

/**
 * Saves a project over the version it started from. A save from an older version changes nothing: the update
 * itself asks for that version, so two saves at once cannot both be taken.
 * @param always keep what stood before as an earlier version, however short ago the last one was kept
 */
export async function saveProject({
  db,
  project,
  history,
  from,
  always = false
}: {
  db: Database
  project: Project
  history: History
  from: number
  always?: boolean
}): Promise<Saved> {
  const [row] = await db
    .select({ version: projects.version, savedAt: projects.savedAt, keptAt: projects.keptAt })
    .from(projects)
    .where(eq(projects.id, project.id))
  if (!row) return { state: 'missing' }
  if (row.version !== from) return { state: 'stale', version: row.version }
  const put = (on: Pick<Database, 'update'>, kept: { keptAt?: Date }) =>
    on
      .update(projects)
      .set({ ...columns(project), history: JSON.stringify(history), version: from + 1, ...kept })
      .where(and(eq(projects.id, project.id), eq(projects.version, from)))
      .returning({ version: projects.version })
  const due = always || !row.keptAt || row.savedAt.getTime() - row.keptAt.getTime() >= VERSION_EVERY_MS
  const done = due
    ? await db.transaction(async tx => {
        await keepVersion(tx, project.id)
        return put(tx, { keptAt: row.savedAt })
      })
    : await put(db, {})
  if (done.length === 1) {
    if (!always) await sweep(db)
    return { state: 'saved', version: from + 1 }
  }
  const [now] = await db.select({ version: projects.version }).from(projects).where(eq(projects.id, project.id))
  return now ? { state: 'stale', version: now.version } : { state: 'missing' }
}

/** How long a deleted project can be brought back. */
const DELETED_KEPT_MS = 30 * 24 * 3600_000

/** Forgets a deleted project and its earlier versions. */
async function purge(tx: Pick<Transaction, 'delete'>, id: string): Promise<void> {
  await tx.delete(deleted).where(eq(deleted.id, id))
  await tx.delete(versions).where(eq(versions.project, id))
}

/**
 * Deletes a project. It is put aside whole and can be brought back; what was put aside long ago is forgotten.
 * @returns false when there was none
 */
export function dropProject(db: Database, id: string): Promise<boolean> {
  return db.transaction(async tx => {
    const [row] = await tx.delete(projects).where(eq(projects.id, id)).returning()
    if (!row) return false
    const { version, document, history, savedAt } = row
    const aside = { version, document, history, savedAt, deletedAt: new Date() }
    await tx
      .insert(deleted)
      .values({ id, ...aside })
      .onConflictDoUpdate({ target: deleted.id, set: aside })
    const old = await tx
      .select({ id: deleted.id })
      .from(deleted)
      .where(lt(deleted.deletedAt, new Date(Date.now() - DELETED_KEPT_MS)))
    for (const one of old) await purge(tx, one.id)
    return true
  })
}

/** Brings a deleted project back as it was. @returns false when it is not there, or its id is taken again */
export function undropProject(db: Database, id: string): Promise<boolean> {
  return db.transaction(async tx => {
    const [row] = await tx.select().from(deleted).where(eq(deleted.id, id))
    if (!row) return false
    const { version, document, history, savedAt } = row
    const { project } = carried(document)
    const made = await tx
      .insert(projects)
      .values({ id, version, history, ...columns(project), document, savedAt })
      .onConflictDoNothing()
      .returning({ id: projects.id })
    if (made.length) await tx.delete(deleted).where(eq(deleted.id, id))
    return made.length === 1
  })
}

/** Earlier versions of a project, latest first. */
export const listVersions = (db: Database, id: string) =>
  db
    .select({ version: versions.version, title: versions.title, savedAt: versions.savedAt })
    .from(versions)
    .where(eq(versions.project, id))
    .orderBy(desc(versions.version))

/** One earlier version, or undefined. */
export async function readVersion(db: Database, id: string, version: number): Promise<Project | undefined> {
  const [row] = await db
    .select()
    .from(versions)
    .where(and(eq(versions.project, id), eq(versions.version, version)))
  return row && carried(row.document).project
}
