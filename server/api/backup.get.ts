import { database, makeBackup } from '../keeping'

export default defineEventHandler(async event => {
  const backup = await makeBackup(await database())
  setResponseHeaders(event, {
    'Content-Type': 'application/json',
    'Content-Disposition': `attachment; filename="ewerpanel-backup-${backup.at.slice(0, 10)}.json"`
  })
  return JSON.stringify(backup)
})
