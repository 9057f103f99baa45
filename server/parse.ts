import type * as z from 'zod'
import { MOST_DEEP, schemaProblems, tooDeepAt, unkeepableAt } from '../core/document'

/** What the text of a body is by a schema, or in words why it is none. */
export type Parsed<T> = { ok: true; value: T } | { ok: false; why: string; problems?: string[] }

/** Reads the text of a body as data of a schema. */
export function parseBody<T extends z.ZodType>(text: string, schema: T): Parsed<z.infer<T>> {
  if (tooDeepAt(text) !== undefined)
    return { ok: false, why: `What was sent has brackets more than ${MOST_DEEP} deep. Nothing was changed.` }
  if (unkeepableAt(text) !== undefined)
    return {
      ok: false,
      why: 'What was sent has a character that cannot be stored (NUL, or half of a surrogate pair). Nothing was changed.'
    }
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    return { ok: false, why: 'What was sent is not JSON. Nothing was changed.' }
  }
  const read = schema.safeParse(value)
  if (read.success) return { ok: true, value: read.data as z.infer<T> }
  const problems = schemaProblems(schema, value)
    .slice(0, 20)
    .map(problem => `${problem.path.map(String).join('.')}: ${problem.message}`)
  return { ok: false, why: `${problems.join(' ')} Nothing was changed.`, problems }
}
