import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core'
import type * as tables from './tables'

/** A database with our tables: the embedded one, or a PostgreSQL server. */
export type Database = PgDatabase<PgQueryResultHKT, typeof tables>
/** The same inside a transaction. */
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0]
