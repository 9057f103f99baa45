import { format } from 'date-fns'
import { backupPieces, database, store } from '../keeping'
import { sendPieces } from '../send'

/** Everything as one file, sent as it is read. */
export default defineEventHandler(async event => {
  const pieces = backupPieces(await database())
  const failed = await sendPieces(event.node.res, pieces, () =>
    setResponseHeaders(event, {
      'Content-Type': 'application/json',
      'Content-Disposition': `attachment; filename="ewerpanel-backup-${format(new Date(), 'yyyy-MM-dd')}.json"`
    })
  )
  if (!failed) return
  console.error(`A backup was broken off: ${failed.message}`)
  await (await store()).damaged(failed)
})
