import { Item } from '../../../core/catalogue'
import { database, keepItems } from '../../keeping'
import { bodyOf } from '../../request'

/** Adds or changes one of the user's own items. */
export default defineEventHandler(async event => {
  const item = await bodyOf(event, Item, 1024 * 1024)
  await keepItems(await database(), [item])
  return { id: item.id }
})
