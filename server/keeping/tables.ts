import { sql } from 'drizzle-orm'
import { integer, jsonb, pgTable, primaryKey, text, timestamp, uniqueIndex } from 'drizzle-orm/pg-core'
import type { History, Project, Step } from '../../core/document'

/** A document as it was kept; one that an earlier program kept is carried forward as it is read. */
export type KeptDocument = Project | { format: number }

/**
 * One row a project. `document` and `history` are as they stood at `documentVersion`; what was saved since is in the operations,
 * so that a save costs as much as what it changes and not as the whole.
 */
export const projects = pgTable('projects', {
  id: text().primaryKey(),
  /**
   * Drawn anew each time a project of this id is created, restored or undeleted. The same id and version can be another aircraft
   * after that, so caches and windows go by this too.
   */
  incarnation: text()
    .notNull()
    .default(sql`gen_random_uuid()::text`),
  title: text().notNull(),
  registration: text().notNull(),
  model: text().notNull(),
  version: integer().notNull(),
  documentVersion: integer('document_version').notNull(),
  document: jsonb().$type<KeptDocument>().notNull(),
  history: jsonb().$type<History>().notNull(),
  savedAt: timestamp('saved_at', { withTimezone: true }).notNull(),
  /** When the latest earlier version was put aside, so that a save need not look for it. */
  keptAt: timestamp('kept_at', { withTimezone: true })
})

/** Every save: what it did, the version it made, and the name under which the window sent it, so that one sent twice is one. */
export const operations = pgTable(
  'operations',
  {
    project: text().notNull(),
    version: integer().notNull(),
    save: text().notNull(),
    steps: jsonb().$type<Step[]>().notNull(),
    savedAt: timestamp('saved_at', { withTimezone: true }).notNull()
  },
  table => [
    primaryKey({ columns: [table.project, table.version] }),
    uniqueIndex('operations_save').on(table.project, table.save)
  ]
)

/** Earlier versions that can be brought back. */
export const versions = pgTable(
  'versions',
  {
    project: text().notNull(),
    version: integer().notNull(),
    title: text().notNull(),
    document: jsonb().$type<KeptDocument>().notNull(),
    savedAt: timestamp('saved_at', { withTimezone: true }).notNull()
  },
  table => [primaryKey({ columns: [table.project, table.version] })]
)

/**
 * Projects that were deleted, whole, so that it can be undone; their earlier versions and operations stay where they are
 * meanwhile.
 */
export const deleted = pgTable('deleted', {
  id: text().primaryKey(),
  version: integer().notNull(),
  document: jsonb().$type<KeptDocument>().notNull(),
  history: jsonb().$type<History>().notNull(),
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
