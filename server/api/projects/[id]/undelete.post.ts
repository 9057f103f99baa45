import { database, undropProject } from '../../../keeping'
import { idOf, refuse } from '../../../request'

/** Brings a deleted project back. */
export default defineEventHandler(async event => {
  const id = idOf(event)
  if (!(await undropProject(await database(), id)))
    throw refuse(404, `There is no deleted project “${id}” to restore, or another project has its name.`)
  return { id }
})
