import { gunzipSync, gzipSync } from 'node:zlib'
import { customType, integer, pgTable, primaryKey, text, timestamp } from 'drizzle-orm/pg-core'

/**
 * Text kept packed (gzip): a document is rewritten at every save, and a tenth of the bytes is a fraction of the
 * time. `SELECT` in another tool shows bytes; the project file is the open format.
 */
const packed = customType<{ data: string; driverData: Uint8Array }>({
  dataType: () => 'bytea',
  toDriver: value => gzipSync(value, { level: 1 }),
  fromDriver: value => gunzipSync(value).toString('utf8')
})

/** One row a project: the document whole, as the text of its file, with the version it stands at. */
export const projects = pgTable('projects', {
  id: text().primaryKey(),
  title: text().notNull(),
  registration: text().notNull(),
  model: text().notNull(),
  version: integer().notNull(),
  document: packed().notNull(),
  history: packed().notNull(),
  savedAt: timestamp('saved_at', { withTimezone: true }).notNull(),
  /** When the latest earlier version was put aside, so that a save need not look for it. */
  keptAt: timestamp('kept_at', { withTimezone: true })
})

/** Earlier versions that can be brought back. */
export const versions = pgTable(
  'versions',
  {
    project: text().notNull(),
    version: integer().notNull(),
    title: text().notNull(),
    document: packed().notNull(),
    savedAt: timestamp('saved_at', { withTimezone: true }).notNull()
  },
  table => [primaryKey({ columns: [table.project, table.version] })]
)

/** Projects that were deleted, whole, so that it can be undone; their earlier versions stay where they are meanwhile. */
export const deleted = pgTable('deleted', {
  id: text().primaryKey(),
  version: integer().notNull(),
  document: packed().notNull(),
  history: packed().notNull(),
  savedAt: timestamp('saved_at', { withTimezone: true }).notNull(),
  deletedAt: timestamp('deleted_at', { withTimezone: true }).notNull()
})

/** Catalogue entries that the user made or brought in. */
export const ownItems = pgTable('own_items', {
  id: text().primaryKey(),
  item: text().notNull()
})

export const facts = pgTable('facts', {
  key: text().primaryKey(),
  value: text().notNull()
})
