import * as z from 'zod'
import { writeCatalogueCsv, writeCatalogueJson } from '../../../core/formats'
import { database, wholeCatalogue } from '../../keeping'
import { refuse } from '../../request'

export default defineEventHandler(async event => {
  const kind = z.enum(['csv', 'json']).safeParse(getQuery(event).kind)
  if (!kind.success) throw refuse(400, 'Ask for kind=csv or kind=json.')
  const { items } = await wholeCatalogue(await database())
  setResponseHeaders(event, {
    'Content-Type': kind.data === 'csv' ? 'text/csv; charset=utf-8' : 'application/json',
    'Content-Disposition': `attachment; filename="catalogue.${kind.data}"`
  })
  return kind.data === 'csv' ? writeCatalogueCsv(items) : writeCatalogueJson(items)
})
