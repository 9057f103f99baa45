import { Readable } from 'node:stream'
import { backupPieces, database } from '../keeping'

/** Everything as one file, sent as it is read. */
export default defineEventHandler(async event => {
  const db = await database()
  setResponseHeaders(event, {
    'Content-Type': 'application/json',
    'Content-Disposition': `attachment; filename="ewerpanel-backup-${new Date().toISOString().slice(0, 10)}.json"`
  })
  return sendStream(event, Readable.from(backupPieces(db)))
})
