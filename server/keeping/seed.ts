import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { eq } from 'drizzle-orm'
import { openProject, sayProblem } from '../../core/document'
import type { Database } from './types'
import { createProject } from './projects'
import { facts } from './tables'

/** Puts the demo projects in, once in the life of a data directory: what the user threw away stays away. */
export async function seed(db: Database, folder: string): Promise<void> {
  const done = await db.select().from(facts).where(eq(facts.key, 'demo'))
  if (done.length > 0) return
  for (const name of readdirSync(folder)
    .filter(name => name.endsWith('.json'))
    .sort()) {
    const opened = openProject(readFileSync(join(folder, name), 'utf8'))
    if (!opened.ok) throw new Error(`Demo project ${name}: ${opened.problems.map(sayProblem).join(' ')}`)
    await createProject(db, opened.project)
  }
  await db.insert(facts).values({ key: 'demo', value: new Date().toISOString() })
}
