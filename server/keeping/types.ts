import type { PgliteDatabase } from 'drizzle-orm/pglite'
import type * as tables from './tables'

/** The embedded database with our tables. */
export type Database = PgliteDatabase<typeof tables>
