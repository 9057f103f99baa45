import { database, dropItem } from '../../keeping'
import { idOf, refuse } from '../../request'

export default defineEventHandler(async event => {
  const id = idOf(event, 'item')
  if (!(await dropItem(await database(), id)))
    throw refuse(404, `“${id}” is not an item you created. It cannot be deleted.`)
  return { id }
})
