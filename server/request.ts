import type { H3Event } from 'h3'
import type * as z from 'zod'
import { Id } from '../core/catalogue/item'
import { sayProblem, type Project } from '../core/document'
import { bodyText, refuse } from './body'
import { parseBody, type Parsed } from './parse'
import { openForeign } from './threads'

export { bodyText, refuse, withBodyFile } from './body'

/** A body as data of a schema. @throws 400 naming what is wrong */
export async function bodyOf<T extends z.ZodType>(event: H3Event, schema: T, most?: number): Promise<z.infer<T>> {
  return parsedOrRefused(parseBody(await bodyText(event, most), schema))
}

/** What was read of a body. @throws 400 naming what is wrong */
export function parsedOrRefused<T>(read: Parsed<T>): T {
  if (read.ok) return read.value
  throw refuse(400, read.why, read.problems && { problems: read.problems })
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
