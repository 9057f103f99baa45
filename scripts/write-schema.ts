import { writeFileSync } from 'node:fs'
import { catalogueSchema, projectSchema } from '../core/formats'

/** Writes the published JSON Schemas; a test holds them against the code. */
for (const [name, schema] of [
  ['project', projectSchema()],
  ['catalogue', catalogueSchema()]
] as const)
  writeFileSync(new URL(`../docs/${name}.schema.json`, import.meta.url), `${JSON.stringify(schema, null, 1)}\n`)
