import { and, desc, eq, gt, inArray, lt, sql } from 'drizzle-orm'
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

/** How many earlier versions of a project are kept, after thinning by age. */
const VERSIONS_KEPT = 200
const [MINUTE, HOUR, DAY] = [60_000, 3_600_000, 86_400_000]
/** Of earlier versions younger than `within`, one in each span of `every` is kept: the latest of that span. */
const THINNING = [
  { within: HOUR, every: 0 },
  { within: DAY, every: 15 * MINUTE },
  { within: 30 * DAY, every: DAY },
  { within: Infinity, every: 30 * DAY }
] as const

/**
 * Which earlier versions are dropped with age: all of the last hour stay, then one a quarter of an hour for a day, one a day for a
 * month, one a month after that; at most 200 in all.
 * @returns their numbers
 */
export function thinned(kept: readonly { version: number; savedAt: Date }[], now: Date): number[] {
  const latestFirst = [...kept].sort((a, b) => b.version - a.version)
  const spans = new Set<string>()
  const stays = latestFirst.filter(({ savedAt }) => {
    const age = now.getTime() - savedAt.getTime()
    const { every } = THINNING.find(({ within }) => age < within)!
    if (every === 0) return true
    const span = `${every} ${Math.floor(savedAt.getTime() / every)}`
    if (spans.has(span)) return false
    spans.add(span)
    return true
  })
  const staying = new Set(stays.slice(0, VERSIONS_KEPT).map(({ version }) => version))
  return latestFirst.filter(({ version }) => !staying.has(version)).map(({ version }) => version)
}

/** Drops the earlier versions of a project that `thinned` names. */
export async function thinVersions(db: Pick<Database, 'select' | 'delete'>, id: string, now: Date): Promise<void> {
  const kept = await db
    .select({ version: versions.version, savedAt: versions.savedAt })
    .from(versions)
    .where(eq(versions.project, id))
  const drop = thinned(kept, now)
  if (drop.length) await db.delete(versions).where(and(eq(versions.project, id), inArray(versions.version, drop)))
}

export interface Kept extends Bench {
  version: number
  /** Which life of this id it is: with the version, it says which document this is. */
  incarnation: string
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
      incarnation: projects.incarnation,
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

/** A document under the id it is kept by: an earlier program let a save change the id inside, and no backup could be restored then. */
export const withId = (project: Project, id: string): Project => (project.id === id ? project : { ...project, id })

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
      incarnation: projects.incarnation,
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
  const { incarnation, version, documentVersion, document, history, since } = row
  if (since.length !== version - documentVersion)
    throw new Error(
      `Of “${id}” the saves ${documentVersion + 1} to ${version} should be there, and ${since.length} are.`
    )
  return { written: { project: document as Project, history, version: documentVersion, incarnation }, version, since }
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
  const { incarnation } = written
  const now = stepped(
    written,
    since.flatMap(row => row.steps)
  )
  if (now.project.format === FORMAT) return { ...now, project: withId(now.project, id), version, incarnation }
  const project = withId(carried(now.project), id)
  return { project, history: EMPTY_HISTORY, version, incarnation, carried: true }
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

/** Puts a document among the earlier versions, which are thinned by age. */
export async function keepVersion(tx: Transaction, kept: Kept, savedAt: Date): Promise<void> {
  const { project, version } = kept
  await tx
    .insert(versions)
    .values({ project: project.id, version, title: project.title, document: project, savedAt })
    .onConflictDoNothing()
  await thinVersions(tx, project.id, new Date())
}

/** How long a deleted project can be brought back. */
const DELETED_KEPT_MS = 30 * 24 * 3600_000

/** Forgets a deleted project with its earlier versions and operations. */
async function purge(tx: Transaction, id: string): Promise<void> {
  await tx.delete(deleted).where(eq(deleted.id, id))
  await tx.delete(versions).where(eq(versions.project, id))
  await tx.delete(operations).where(eq(operations.project, id))
}

/** Forgets the projects that were deleted more than thirty days ago. */
export async function purgeDeleted(db: Database, now: Date): Promise<void> {
  await db.transaction(async tx => {
    const old = await tx
      .select({ id: deleted.id })
      .from(deleted)
      .where(lt(deleted.deletedAt, new Date(now.getTime() - DELETED_KEPT_MS)))
    for (const gone of old) await purge(tx, gone.id)
  })
}

/**
 * Deletes a project. It is put aside whole and can be brought back within thirty days.
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
