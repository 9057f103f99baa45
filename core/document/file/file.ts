import type * as z from 'zod'
import { FormatError, migrate } from './migrations'
import { referenceProblems } from '../schema/references'
import { Project } from '../schema/schema'
import { locate, readJson, type FileProblem } from './locate'

/** Largest project file that is read at all: a project of 500 units is under 2 MB. */
export const MOST_BYTES = 20 * 1024 * 1024

export type Opened = { ok: true; project: Project } | { ok: false; problems: FileProblem[] }

/** Words for what the schema found, in the trade's plain English. */
function plainMessage(issue: z.core.$ZodIssue, value: unknown): string {
  if (issue.code === 'unrecognized_keys')
    return `there is no field ${issue.keys.map(key => `“${key}”`).join(', ')} here`
  if (issue.code === 'invalid_type')
    return value === undefined
      ? `is missing; a ${issue.expected} is required`
      : value === null
        ? `is null; a ${issue.expected} is required (NaN and infinity are written as null)`
        : `is not a ${issue.expected}`
  if (issue.code === 'invalid_value')
    return `is ${JSON.stringify(value)}; it must be one of ${issue.values
      .slice(0, 12)
      .map(value => JSON.stringify(value))
      .join(', ')}${issue.values.length > 12 ? ', …' : ''}`
  // Of a list or a free name: what the name has to be says more than that neither fits.
  if (issue.code === 'invalid_union' && issue.errors.at(-1)?.[0]) return plainMessage(issue.errors.at(-1)![0]!, value)
  if (issue.code === 'custom') return issue.message
  return `${issue.message}${
    typeof value === 'number' || typeof value === 'string' ? ` (it is ${JSON.stringify(value)?.slice(0, 80)})` : ''
  }`
}

const at = (document: unknown, path: readonly PropertyKey[]): unknown =>
  path.reduce<unknown>((part, key) => (part as Record<PropertyKey, unknown> | undefined | null)?.[key], document)

/** What the schema has to say against a document, each with its path. */
export function schemaProblems(schema: z.ZodType, document: unknown): { path: PropertyKey[]; message: string }[] {
  const read = schema.safeParse(document)
  return read.success
    ? []
    : read.error.issues.map(issue => ({ path: issue.path, message: plainMessage(issue, at(document, issue.path)) }))
}

/**
 * Opens the text of a project file: reads, carries forward from older formats, and checks it whole.
 * Nothing is repaired and nothing is dropped: it is good, or there is a list of what is wrong and where.
 */
export function openProject(text: string): Opened {
  if (text.length > MOST_BYTES)
    return {
      ok: false,
      problems: [
        {
          line: 1,
          column: 1,
          field: '',
          message: `the file has ${(text.length / 1048576).toFixed(0)} MB. Maximum is ${MOST_BYTES / 1048576} MB`
        }
      ]
    }
  const json = readJson(text)
  if ('problem' in json) return { ok: false, problems: [json.problem] }
  const checked = checkDocument(json.value)
  return checked.ok ? checked : { ok: false, problems: locate(text, checked.problems) }
}

/**
 * A project out of what was read of a file: carried forward from older formats and checked whole. Text that cannot be stored is not
 * looked for.
 */
export function checkDocument(
  value: unknown
): { ok: true; project: Project } | { ok: false; problems: { path: readonly PropertyKey[]; message: string }[] } {
  let document: unknown
  try {
    document = migrate(value)
  } catch (error) {
    if (!(error instanceof FormatError)) throw error
    return { ok: false, problems: [{ path: ['format'], message: error.message }] }
  }
  const read = Project.safeParse(document)
  if (!read.success) return { ok: false, problems: schemaProblems(Project, document) }
  const loose = referenceProblems(read.data)
  return loose.length ? { ok: false, problems: loose } : { ok: true, project: read.data }
}

/** The text of a project file. */
export const writeProject = (project: Project): string => `${JSON.stringify(project, null, 1)}\n`
