import { EMPTY_HISTORY, FORMAT } from '../../core/project'
import { Backup, database, restoreBackup } from '../keeping'
import { bodyOf, projectOfText } from '../request'

/** A backup of everything can be larger than one project. */
const MOST = 500 * 1024 * 1024

export default defineEventHandler(async event => {
  const backup = await bodyOf(event, Backup, MOST)
  const parts = backup.projects.map(part => ({
    project: projectOfText(JSON.stringify(part.project)),
    // Steps of undo belong to the document as it was written; one carried forward from an older format begins anew.
    history: (part.project as { format?: unknown }).format === FORMAT ? part.history : EMPTY_HISTORY,
    versions: part.versions.map(one => ({ ...one, project: projectOfText(JSON.stringify(one.project)) }))
  }))
  return restoreBackup(await database(), parts, backup.items)
})
