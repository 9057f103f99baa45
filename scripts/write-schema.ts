import { readFileSync, writeFileSync } from 'node:fs'
import { catalogueSchema, catalogueTable, projectSchema } from '../core/formats'

/** Writes what docs publish of the formats: JSON Schemas and the table of columns. A test holds them against the code. */
const docs = (name: string) => new URL(`../docs/${name}`, import.meta.url)
for (const [name, schema] of [
  ['project', projectSchema()],
  ['catalogue', catalogueSchema()]
] as const)
  writeFileSync(docs(`${name}.schema.json`), `${JSON.stringify(schema, null, 1)}\n`)
const text = readFileSync(docs('file-formats.md'), 'utf8')
writeFileSync(
  docs('file-formats.md'),
  text.replace(
    /(<!-- columns: [^>]*-->\n)[\s\S]*(<!-- \/columns -->)/,
    (_, begin: string, end: string) => `${begin}${catalogueTable()}\n${end}`
  )
)
