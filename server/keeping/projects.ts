import { and, desc, eq, gt, lt, lte, sql } from 'drizzle-orm'
import {
  applyDiff,
  EMPTY_HISTORY,
  FORMAT,
  migrate,
  Project,
  takeSteps,
  type Bench,
  type History,
  type Step
} from '../../core/document'
import { dropFile, fileSoon } from './files'
import { deleted, operations, projects, versions, type KeptDocument } from './tables'
import type { Database, Transaction } from './types'

/** How many earlier versions of a project are kept. */
const VERSIONS_KEPT = 200

export interface Kept extends Bench {
  version: number
  /** It was kept by an earlier program, and has been carried forward as it was read. */
  carried?: boolean
}

/** A project’s columns that stand beside its document. */
export const headOf = (project: Project) => ({
  title: project.title,
  registration: project.brief.registration,
  model: project.airframe.model
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
function carried(document: KeptDocument): Project {
  return document.format === FORMAT ? (document as Project) : Project.parse(migrate(document))
}

/** What was saved of a project after a version, in order. */
export const stepsAfter = async (
  db: Pick<Database, 'select'>,
  id: string,
  version: number
): Promise<{ version: number; steps: Step[] }[]> =>
  db
    .select({ version: operations.version, steps: operations.steps })
    .from(operations)
    .where(and(eq(operations.project, id), gt(operations.version, version)))
    .orderBy(operations.version)

/**
 * A project as it was written out last, with what was saved since, in one question: between two, another could write it out anew.
 * @throws Error when saves are missing: nothing is shown that would be older than what was acknowledged
 */
export async function readWritten(
  db: Pick<Database, 'select'>,
  id: string
): Promise<{ written: Kept; version: number; since: { version: number; steps: Step[] }[] } | undefined> {
  const [row] = await db
    .select({
      version: projects.version,
      documentVersion: projects.documentVersion,
      document: projects.document,
      history: projects.history,
      since: sql<{ version: number; steps: Step[] }[]>`(
        SELECT coalesce(jsonb_agg(jsonb_build_object('version', version, 'steps', steps) ORDER BY version), '[]')
        FROM ${operations} AS later
        WHERE later.project = ${projects.id} AND later.version > ${projects.documentVersion})`
    })
    .from(projects)
    .where(eq(projects.id, id))
  if (!row) return undefined
  const { version, documentVersion, document, history, since } = row
  if (since.length !== version - documentVersion)
    throw new Error(
      `Of “${id}” the saves ${documentVersion + 1} to ${version} should be there, and ${since.length} are.`
    )
  return { written: { project: document as Project, history, version: documentVersion }, version, since }
}

/**
 * A document with what was saved since it was written out. Steps were put on it as it was then: of an earlier program’s they come
 * before the carrying forward, and are not held against today's schema.
 */
export function stepped({ project, history }: Bench, steps: readonly Step[]): Bench {
  if (!steps.length) return { project, history }
  if (project.format === FORMAT) return takeSteps({ project, history }, steps)
  return { project: steps.reduce((before, { diff }) => applyDiff(before, diff), project), history: EMPTY_HISTORY }
}

/**
 * One project with its history, or undefined. The history of a document of an older format fits no longer and is left
 * behind.
 * @throws Error as `readWritten`
 */
export async function readProject(db: Pick<Database, 'select'>, id: string): Promise<Kept | undefined> {
  const found = await readWritten(db, id)
  if (!found) return undefined
  const { written, version, since } = found
  const now = stepped(
    written,
    since.flatMap(row => row.steps)
  )
  if (now.project.format === FORMAT) return { ...now, version }
  return { project: carried(now.project), history: EMPTY_HISTORY, version, carried: true }
}

/** Keeps a new project. @returns false when there is one of that id already */
export async function createProject(
  db: Database,
  project: Project,
  { history = EMPTY_HISTORY, version = 1 }: { history?: History; version?: number } = {}
): Promise<boolean> {
  const made = await db.transaction(async tx => {
    const made = await tx
      .insert(projects)
      .values({
        id: project.id,
        version,
        documentVersion: version,
        document: project,
        history,
        savedAt: new Date(),
        ...headOf(project)
      })
      .onConflictDoNothing()
      .returning({ id: projects.id })
    // The versions of one of the same id that was deleted are not this one's.
    if (made.length) await purge(tx, project.id)
    return made.length === 1
  })
  if (made) fileSoon(db, project)
  return made
}

/** Puts a document among the earlier versions; beyond two hundred the oldest goes. */
export async function keepVersion(tx: Transaction, kept: Kept, savedAt: Date): Promise<void> {
  const { project, version } = kept
  await tx
    .insert(versions)
    .values({ project: project.id, version, title: project.title, document: project, savedAt })
    .onConflictDoNothing()
  const [oldest] = await tx
    .select({ version: versions.version })
    .from(versions)
    .where(eq(versions.project, project.id))
    .orderBy(desc(versions.version))
    .offset(VERSIONS_KEPT)
    .limit(1)
  if (oldest)
    await tx.delete(versions).where(and(eq(versions.project, project.id), lte(versions.version, oldest.version)))
}

/** How long a deleted project can be brought back. */
const DELETED_KEPT_MS = 30 * 24 * 3600_000

/** Forgets a deleted project with its earlier versions and operations. */
async function purge(tx: Transaction, id: string): Promise<void> {
  await tx.delete(deleted).where(eq(deleted.id, id))
  await tx.delete(versions).where(eq(versions.project, id))
  await tx.delete(operations).where(eq(operations.project, id))
}

/**
 * Deletes a project. It is put aside whole and can be brought back; what was put aside long ago is forgotten.
 * @returns false when there was none
 */
export async function dropProject(db: Database, id: string): Promise<boolean> {
  const dropped = await db.transaction(async tx => {
    const [row] = await tx.select({ savedAt: projects.savedAt }).from(projects).where(eq(projects.id, id)).for('update')
    const kept = row && (await readProject(tx, id))
    if (!kept) return false
    await tx.delete(projects).where(eq(projects.id, id))
    const { project, history, version } = kept
    const aside = { version, document: project, history, savedAt: row.savedAt, deletedAt: new Date() }
    await tx
      .insert(deleted)
      .values({ id, ...aside })
      .onConflictDoUpdate({ target: deleted.id, set: aside })
    const old = await tx
      .select({ id: deleted.id })
      .from(deleted)
      .where(lt(deleted.deletedAt, new Date(Date.now() - DELETED_KEPT_MS)))
    for (const gone of old) await purge(tx, gone.id)
    return true
  })
  if (dropped) dropFile(db, id)
  return dropped
}

/** Brings a deleted project back as it was. @returns false when it is not there, or its id is taken again */
export async function undropProject(db: Database, id: string): Promise<boolean> {
  const back = await db.transaction(async tx => {
    const [row] = await tx.select().from(deleted).where(eq(deleted.id, id))
    if (!row) return undefined
    const { version, document, history, savedAt } = row
    const project = carried(document)
    const made = await tx
      .insert(projects)
      .values({ id, version, documentVersion: version, history, document, savedAt, ...headOf(project) })
      .onConflictDoNothing()
      .returning({ id: projects.id })
    if (!made.length) return undefined
    await tx.delete(deleted).where(eq(deleted.id, id))
    return project
  })
  if (back) fileSoon(db, back)
  return back !== undefined
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
  return row && carried(row.document)
}
