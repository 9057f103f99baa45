import { database, dropProject } from '../../../keeping'
import { idOf, refuse } from '../../../request'

export default defineEventHandler(async event => {
  const id = idOf(event)
  if (!(await dropProject(await database(), id))) throw refuse(404, `There is no project “${id}”.`)
  return { id }
})
