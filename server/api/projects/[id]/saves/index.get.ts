import { database, listSaves } from '../../../../keeping'
import { idOf } from '../../../../request'

/** The last saves: what was done, and when. */
export default defineEventHandler(async event => listSaves(await database(), idOf(event)))
