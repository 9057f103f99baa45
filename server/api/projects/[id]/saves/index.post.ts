import { database, Save, saveSteps } from '../../../../keeping'
import { parseBody } from '../../../../parse'
import { bodyText, idOf, parsedOrRefused, refuse } from '../../../../request'
import { applySaveApart, readSaveApart } from '../../../../threads'

/** Most that one save may have: the whole of a project of 500 units, before and after. */
const MOST_BYTES = 12 * 1024 * 1024
/** What is longer is read in a thread, so that others need not wait for it. */
const LONG = 100_000

/**
 * Saves what a window did since the version it began from. What others saved meanwhile stays; where both changed the same records
 * it is refused with 409 and those records, and changes nothing.
 */
export default defineEventHandler(async event => {
  const id = idOf(event)
  const text = await bodyText(event, MOST_BYTES)
  const save = parsedOrRefused(text.length > LONG ? await readSaveApart(text) : parseBody(text, Save))
  const saved = await saveSteps(await database(), id, save, applySaveApart)
  switch (saved.state) {
    case 'saved':
      return { version: saved.version, merged: saved.merged }
    case 'missing':
      throw refuse(
        404,
        `There is no project “${id}” to save over. It may have been deleted in another window; export it to a file to keep it.`
      )
    case 'unfit':
      throw refuse(422, `This cannot be saved: ${saved.why} Nothing was changed.`)
    case 'disputed':
      throw refuse(409, 'Another window has changed the same items. Nothing was overwritten.', {
        version: saved.version,
        disputes: saved.disputes
      })
    case 'apart':
      throw refuse(409, `Another window has saved this project since: ${saved.why}. Nothing was overwritten.`, {
        version: saved.version,
        disputes: []
      })
  }
})
