import { database, listVersions } from '../../../../keeping'
import { idOf } from '../../../../request'

export default defineEventHandler(async event => listVersions(await database(), idOf(event)))
