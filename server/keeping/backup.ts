import { setImmediate as breath } from 'node:timers/promises'
import { and, eq, sql } from 'drizzle-orm'
import { applyDiff, EMPTY_HISTORY, reverse, type Project } from '../../core/document'
import { listOwn } from './catalogue'
import { readWritten, stepped, stepsAfter, withId, type Kept } from './projects'
import { deleted, projects, versions } from './tables'
import type { Database } from './types'

/** What of a project goes into a backup: which life of its id it is does not. */
type Written = Omit<Kept, 'incarnation' | 'carried'>

/**
 * A project as it stood at a version, though it may have been saved or deleted since.
 * @throws Error when it cannot be had any more: a backup without it would not be one
 */
async function projectAt(
  db: Database,
  { id, version, incarnation }: { id: string; version: number; incarnation: string }
): Promise<Written> {
  const gone = () => new Error(`“${id}” was deleted for good while the backup was being written; begin it again.`)
  const found = await readWritten(db, id)
  if (!found) {
    const [aside] = await db.select().from(deleted).where(eq(deleted.id, id))
    if (!aside || aside.version < version) throw gone()
    const kept = { project: withId(aside.document as Project, id), history: aside.history, version: aside.version }
    return rewound(db, kept, version)
  }
  const { written, since } = found
  if (found.version < version || written.incarnation !== incarnation) throw gone()
  if (written.version > version) return rewound(db, written, version)
  const steps = since.filter(row => row.version <= version).flatMap(row => row.steps)
  const { project, history } = stepped(written, steps)
  return { project: withId(project, id), history, version }
}

/** Takes back what was saved after a version. Which acts could be undone then is not known any more. */
async function rewound(db: Database, kept: Written, version: number): Promise<Written> {
  if (kept.version === version) return kept
  const since = (await stepsAfter(db, kept.project.id, version)).filter(saved => saved.version <= kept.version)
  if (since.length !== kept.version - version)
    throw new Error(`“${kept.project.id}” was changed too often while the backup was being written; begin it again.`)
  const steps = since.flatMap(row => row.steps)
  const project = steps.reduceRight((after, { diff }) => applyDiff(after, reverse(diff)), kept.project)
  return { project, history: EMPTY_HISTORY, version }
}

/**
 * Everything the server keeps, as it was at one moment, piece by piece as the text of one JSON file: never more than one project is
 * in memory, and others are served between two. What is saved meanwhile is taken back in what is written.
 */
export async function* backupPieces(db: Database): AsyncGenerator<string> {
  const { at, heads, old, items } = await db.transaction(
    async tx => ({
      at: new Date(),
      heads: await tx
        .select({ id: projects.id, version: projects.version, incarnation: projects.incarnation })
        .from(projects)
        .orderBy(projects.id),
      old: await tx
        .select({
          project: versions.project,
          version: versions.version,
          title: versions.title,
          savedAt: versions.savedAt
        })
        .from(versions)
        .orderBy(versions.project, versions.version),
      items: await listOwn(tx)
    }),
    { isolationLevel: 'repeatable read' }
  )
  yield `{"backup":1,"at":${JSON.stringify(at.toISOString())},"projects":[`
  let first = true
  for (const head of heads) {
    const { id, version } = head
    const { project, history } = await projectAt(db, head)
    if (!first) yield ','
    first = false
    yield `{"project":${JSON.stringify(project)},"history":${JSON.stringify(history)},"version":${version},"versions":[`
    let comma = ''
    for (const earlier of old.filter(({ project: of }) => of === id)) {
      // As text: it need not be read to be written.
      const [kept] = await db
        .select({ document: sql<string>`${versions.document}::text` })
        .from(versions)
        .where(and(eq(versions.project, id), eq(versions.version, earlier.version)))
      // The oldest may have been dropped since, for the two hundred that are kept.
      if (!kept) continue
      const head = JSON.stringify({
        version: earlier.version,
        title: earlier.title,
        savedAt: earlier.savedAt.toISOString()
      })
      yield `${comma}${head.slice(0, -1)},"project":${kept.document}}`
      // The embedded database answers at once, without giving way by itself: others are let in between.
      await breath()
      comma = ','
    }
    yield ']}'
  }
  yield `],"items":${JSON.stringify(items)}}`
}
