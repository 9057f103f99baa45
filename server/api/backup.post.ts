import { Backup, database, restoreBackup } from '../keeping'
import { bodyOf, projectOfText } from '../request'

/** A backup of everything can be larger than one project. */
const MOST = 500 * 1024 * 1024

export default defineEventHandler(async (event) => {
  const backup = await bodyOf(event, Backup, MOST)
  const parts = backup.projects.map(part => ({
    project: projectOfText(JSON.stringify(part.project)), history: part.history,
    versions: part.versions.map(one => ({ ...one, project: projectOfText(JSON.stringify(one.project)) }))
  }))
  return restoreBackup(await database(), parts, backup.items)
})
