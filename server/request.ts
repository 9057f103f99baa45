import type { H3Event } from 'h3'
import type * as z from 'zod'
import { MOST_BYTES, MOST_DEEP, openProject, sayProblem, schemaProblems, tooDeepAt } from '../core/document'
import { Id } from '../core/catalogue/item'
import { referenceProblems, type Project } from '../core/document'

/** Answers with an error in words that a screen can show as they are. */
export const refuse = (statusCode: number, message: string, data?: unknown) =>
  createError({ statusCode, message, data })

/** The text of a body, within the limit. @throws 413 or 411 before anything is read */
export async function bodyText(event: H3Event, most = MOST_BYTES): Promise<string> {
  const length = Number(getHeader(event, 'content-length'))
  if (!Number.isFinite(length)) throw refuse(411, 'The length of what is sent must be stated.')
  if (length > most)
    throw refuse(
      413,
      `What was sent has ${(length / 1048576).toFixed(0)} MB; at most ${(most / 1048576).toFixed(0)} MB are read. Nothing was changed.`
    )
  return (await readRawBody(event, 'utf8')) ?? ''
}

/** A body as data of a schema. @throws 400 naming what is wrong */
export async function bodyOf<T extends z.ZodType>(event: H3Event, schema: T, most = MOST_BYTES): Promise<z.infer<T>> {
  const text = await bodyText(event, most)
  if (tooDeepAt(text) !== undefined)
    throw refuse(400, `What was sent has brackets more than ${MOST_DEEP} deep. Nothing was changed.`)
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
export function projectOfText(text: string): Project {
  const opened = openProject(text)
  if (opened.ok) return opened.project
  throw refuse(
    422,
    `${opened.problems.slice(0, 3).map(sayProblem).join(' ')}${opened.problems.length > 3 ? ` And ${opened.problems.length - 3} more.` : ''} Nothing was changed.`,
    { problems: opened.problems.slice(0, 200) }
  )
}

/** Refuses a document whose parts name things that are not there. @throws 422 */
export function wantWhole(project: Project): void {
  const problems = referenceProblems(project)
  if (problems.length)
    throw refuse(
      422,
      `${problems
        .slice(0, 3)
        .map(problem => `${problem.path.join('.')}: ${problem.message}`)
        .join(' ')} Nothing was changed.`,
      { problems }
    )
}

/** An id from the address. @throws 400 when it could not be one */
export function idOf(event: H3Event, name = 'id'): string {
  const read = Id.safeParse(getRouterParam(event, name))
  if (!read.success) throw refuse(400, `The address does not name a ${name === 'id' ? 'project' : name}.`)
  return read.data
}
