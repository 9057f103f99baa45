import { database, wholeCatalogue } from '../../keeping'

export default defineEventHandler(async () => wholeCatalogue(await database()))
