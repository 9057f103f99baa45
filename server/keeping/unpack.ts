import { gunzipSync } from 'node:zlib'
import { sql, type SQL } from 'drizzle-orm'
import type { Database } from './types'

/** What earlier programs kept packed (gzip), by table; it became JSON that other tools can read. */
const PACKED = {
  projects: { keys: ['id'], fields: ['document', 'history'] },
  versions: { keys: ['project', 'version'], fields: ['document'] },
  deleted: { keys: ['id'], fields: ['document', 'history'] }
} as const

const rowsOf = async (db: Database, query: SQL): Promise<Record<string, unknown>[]> =>
  ((await db.execute(query)) as unknown as { rows: Record<string, unknown>[] }).rows

/**
 * Unpacks what earlier programs kept as gzip, row by row, and drops the columns it was in. It can be cut off at any moment and goes
 * on at the next start. Comes after the migrations, which are SQL and cannot unpack.
 */
export async function unpack(db: Database): Promise<void> {
  for (const [table, { keys, fields }] of Object.entries(PACKED)) {
    const there = await rowsOf(
      db,
      sql`SELECT 1 FROM information_schema.columns
        WHERE table_schema = current_schema() AND table_name = ${table} AND column_name = 'packed_document'`
    )
    if (!there.length) continue
    const name = sql.identifier(table)
    const same = (row: Record<string, unknown>) =>
      sql.join(
        keys.map(key => sql`${sql.identifier(key)} = ${row[key]}`),
        sql` AND `
      )
    const packed = await rowsOf(
      db,
      sql`SELECT ${sql.join(
        keys.map(key => sql.identifier(key)),
        sql`, `
      )} FROM ${name} WHERE packed_document IS NOT NULL`
    )
    for (const row of packed) {
      const [whole] = await rowsOf(db, sql`SELECT * FROM ${name} WHERE ${same(row)}`)
      const sets = fields.flatMap(field => {
        const text = gunzipSync(whole![`packed_${field}`] as Uint8Array).toString('utf8')
        return [
          sql`${sql.identifier(field)} = ${text}::jsonb`,
          sql`${sql.identifier(`packed_${field}`)} = NULL`,
          ...(table === 'projects' && field === 'document' ? [sql`document_version = version`] : [])
        ]
      })
      await db.execute(sql`UPDATE ${name} SET ${sql.join(sets, sql`, `)} WHERE ${same(row)}`)
    }
    for (const field of [...fields, ...(table === 'projects' ? ['document_version'] : [])])
      await db.execute(sql`ALTER TABLE ${name} ALTER COLUMN ${sql.identifier(field)} SET NOT NULL`)
    // What tells that there is work to do goes last.
    for (const field of [...fields].reverse())
      await db.execute(sql`ALTER TABLE ${name} DROP COLUMN IF EXISTS ${sql.identifier(`packed_${field}`)}`)
  }
}
