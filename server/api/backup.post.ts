import { database, restoreBackup, RestoreError } from '../keeping'
import { backupForeign } from '../threads'
import { refuse, withBodyFile } from '../request'

/** A backup of everything can be larger than any one file else; it is never in memory as a whole. */
const MOST = 4 * 1024 * 1024 * 1024

/** Restores a backup, all or none. */
export default defineEventHandler(async event => {
  const db = await database()
  return withBodyFile(event, MOST, async file => {
    try {
      return await restoreBackup(db, file, (body, folder) => backupForeign(body, folder))
    } catch (error) {
      if (!(error instanceof RestoreError)) throw error
      throw refuse(422, `The backup was not restored. ${error.message} Nothing was changed.`)
    }
  })
})
