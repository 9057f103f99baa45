import type { H3Event } from 'h3'
import type * as z from 'zod'
import { Id } from '../core/catalogue/item'
import {
  MOST_BYTES,
  MOST_DEEP,
  sayProblem,
  schemaProblems,
  tooDeepAt,
  unkeepableAt,
  type Project
} from '../core/document'
import { bodyText, refuse } from './body'
import { openForeign } from './threads'

export { bodyText, refuse, withBodyFile } from './body'

/** A body as data of a schema. @throws 400 naming what is wrong */
export async function bodyOf<T extends z.ZodType>(event: H3Event, schema: T, most = MOST_BYTES): Promise<z.infer<T>> {
  const text = await bodyText(event, most)
  if (tooDeepAt(text) !== undefined)
    throw refuse(400, `What was sent has brackets more than ${MOST_DEEP} deep. Nothing was changed.`)
  if (unkeepableAt(text) !== undefined)
    throw refuse(400, 'What was sent has a character that is none (NUL, or half of a pair). Nothing was changed.')
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    throw refuse(400, 'What was sent is not JSON. Nothing was changed.')
  }
  const read = schema.safeParse(value)
  if (read.success) return read.data as z.infer<T>
  const problems = schemaProblems(schema, value)
    .slice(0, 20)
    .map(problem => `${problem.path.map(String).join('.')}: ${problem.message}`)
  throw refuse(400, `${problems.join(' ')} Nothing was changed.`, { problems })
}

/** A project file as text. @throws 422 with every problem and its line */
export async function projectOfText(text: string): Promise<Project> {
  const opened = await openForeign(text)
  if (opened.ok) return opened.project
  throw refuse(
    422,
    [
      ...opened.problems.slice(0, 3).map(sayProblem),
      ...(opened.problems.length > 3 ? [`And ${opened.problems.length - 3} more.`] : []),
      'Nothing was changed.'
    ].join(' '),
    { problems: opened.problems.slice(0, 200) }
  )
}

/** An id from the address. @throws 400 when it could not be one */
export function idOf(event: H3Event, name = 'id'): string {
  const read = Id.safeParse(getRouterParam(event, name))
  if (!read.success) throw refuse(400, `The address does not name a ${name === 'id' ? 'project' : name}.`)
  return read.data
}
