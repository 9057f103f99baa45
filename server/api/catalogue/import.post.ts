import * as z from 'zod'
import { catalogueForeign } from '../../threads'
import { database, keepItems, wholeCatalogue } from '../../keeping'
import { bodyOf } from '../../request'

const Import = z.strictObject({
  kind: z.enum(['csv', 'json']),
  text: z.string().max(20 * 1024 * 1024),
  agreed: z.boolean()
})

/** Reads a catalogue file and says what it would bring; brings the good rows in only when the user has agreed. */
export default defineEventHandler(async event => {
  const { kind, text, agreed } = await bodyOf(event, Import)
  const read = await catalogueForeign(kind, text)
  const db = await database()
  const there = new Set((await wholeCatalogue(db)).items.map(item => item.id))
  if (agreed) await keepItems(db, read.items)
  return {
    broughtIn: agreed ? read.items.length : 0,
    added: read.items.filter(item => !there.has(item.id)).map(item => item.name),
    replaced: read.items.filter(item => there.has(item.id)).map(item => item.name),
    problems: read.problems
  }
})
