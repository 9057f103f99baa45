import { is, sql } from 'drizzle-orm'
import { PgliteDatabase } from 'drizzle-orm/pglite'
import { purgeDeleted, thinVersions } from './projects'
import { versions } from './tables'
import type { Database } from './types'

/** Frees the space of overwritten and deleted rows in all tables of the embedded database; a PostgreSQL server does it by itself. */
export async function freeSpace(db: Database): Promise<void> {
  if (is(db, PgliteDatabase)) await db.execute(sql`VACUUM projects, operations, versions, deleted, own_items, facts`)
}

/** Drops what is kept no longer: projects deleted long ago, and earlier versions by age; then frees the space. */
export async function sweepStore(db: Database, now: Date): Promise<void> {
  await purgeDeleted(db, now)
  const kept = await db.selectDistinct({ project: versions.project }).from(versions)
  for (const { project } of kept) await thinVersions(db, project, now)
  await freeSpace(db)
}
