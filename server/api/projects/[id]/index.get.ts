import { database, readProject } from '../../../keeping'
import { idOf, refuse } from '../../../request'

export default defineEventHandler(async event => {
  const id = idOf(event)
  const kept = await readProject(await database(), id)
  if (!kept) throw refuse(404, `There is no project “${id}”. It may have been deleted in another window.`)
  return kept
})
