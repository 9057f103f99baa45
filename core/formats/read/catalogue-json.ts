import * as z from 'zod'
import { Item, modernise } from '../../catalogue'
import type { CatalogueRead } from './catalogue-csv'
import { locate, readJson, schemaProblems } from '../../document'

/** A catalogue as JSON: `{ "catalogue": 2, "items": [...] }`. Number 1 was of before format 5 of the project. */
export const CatalogueFile = z.strictObject({ catalogue: z.literal(2), items: z.array(Item).max(5_000) })

/** Reads a catalogue from JSON. Every bad item is named with its place; the good ones are returned beside. */
export function readCatalogueJson(text: string): CatalogueRead {
  const json = readJson(text)
  if ('problem' in json) return { items: [], problems: [json.problem] }
  const outer = z.strictObject({ catalogue: z.literal([1, 2]), items: z.array(z.unknown()).max(5_000) })
  const wrong = schemaProblems(outer, json.value)
  if (wrong.length) return { items: [], problems: locate(text, wrong) }
  const items: Item[] = []
  const problems: { path: PropertyKey[]; message: string }[] = []
  const seen = new Set<string>()
  const { catalogue, items: entries } = outer.parse(json.value)
  entries.forEach((entry, index) => {
    const raw = catalogue === 1 ? modernise(entry) : entry
    const found = schemaProblems(Item, raw)
    problems.push(...found.map(problem => ({ path: ['items', index, ...problem.path], message: problem.message })))
    if (found.length) return
    const item = Item.parse(raw)
    if (seen.has(item.id))
      problems.push({ path: ['items', index, 'id'], message: `the item id “${item.id}” is used twice` })
    else {
      seen.add(item.id)
      items.push(item)
    }
  })
  return { items, problems: problems.length ? locate(text, problems) : [] }
}
