import * as z from 'zod'
import { Step } from '../../../../../core/document'
import { database, saveSteps } from '../../../../keeping'
import { bodyOf, idOf, refuse } from '../../../../request'

const Save = z.strictObject({
  save: z.string().regex(/^[\w-]{8,64}$/, 'must be 8 to 64 letters, digits, - or _'),
  from: z.int().min(1).max(2_000_000_000),
  steps: z.array(Step).min(1).max(2_000),
  chosen: z.record(z.string().max(400), z.enum(['mine', 'theirs'])).optional(),
  seen: z.int().min(1).max(2_000_000_000).optional(),
  always: z.boolean().optional()
})

/**
 * Saves what a window did since the version it began from. What others saved meanwhile stays; where both changed the same records
 * it is refused with 409 and those records, and changes nothing.
 */
export default defineEventHandler(async event => {
  const id = idOf(event)
  const saved = await saveSteps(await database(), id, await bodyOf(event, Save))
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
      throw refuse(409, 'Another window has changed the same things since. Nothing was overwritten.', {
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
