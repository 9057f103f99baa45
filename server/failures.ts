import { isAway } from './keeping/server'

/** What went wrong below, in words for who asked, and with nothing of a document in it. */
export interface Failure {
  statusCode: number
  message: string
}

const FULL = new Set(['ENOSPC', 'EDQUOT', '53100'])
const SHUT = new Set(['EROFS', 'EACCES', 'EPERM', 'EIO', 'ENOENT', '58030'])

/** An error with all that caused it. */
function* chainOf(error: unknown): Generator<{ code?: unknown; message?: unknown; name?: unknown }> {
  for (let at = error, depth = 0; at instanceof Error && depth < 8; at = at.cause, depth++)
    yield at as { code?: unknown; message?: unknown }
}

/** What prevents a start, in words: what happened, what was kept, what to do. */
export function startFailureOf(error: unknown, where: string): string {
  const chain = [...chainOf(error)]
  const has = (codes: ReadonlySet<string>) => chain.some(({ code }) => codes.has(String(code)))
  const said = String(chain.at(-1)?.message ?? error).split('\n')[0]!
  const what = has(FULL)
    ? 'The disk is full. Make room on it and start again.'
    : has(SHUT)
      ? 'It cannot be read or written. Look whether its drive is there and is not mounted read-only, and whether it belongs ' +
        'to the user who starts Ewerpanel.'
      : 'Nothing in it was changed.'
  return `Ewerpanel could not start with ${where}: ${said.replace(/\.?$/, '.')} ${what}`
}

/**
 * Whether an error came from the disk or the database, and what is to be said of it. The query and what it carried, whole
 * documents, are left out: neither the log nor the answer may show them.
 * @returns undefined for an error of another kind
 */
export function failureOf(error: unknown): Failure | undefined {
  const chain = [...chainOf(error)]
  const texts = chain.map(error => String(error.message ?? ''))
  const has = (codes: ReadonlySet<string>) => chain.some(error => codes.has(String(error.code)))
  if (has(FULL) || texts.some(text => /No space left on device|disk quota exceeded|could not extend file/i.test(text)))
    return {
      statusCode: 507,
      message:
        'The disk is full: nothing was saved. What you did is still in this window. Make room on the disk that holds ' +
        'the data directory, or save the project to a file; it is saved automatically when there is room.'
    }
  if (isAway(error))
    return {
      statusCode: 503,
      message:
        'The database server does not answer. What you did is still in this window and is sent again automatically; nothing ' +
        'counts as saved until the server has answered. Look whether the database server runs and can be reached.'
    }
  const ofQuery = texts.some(text => text.startsWith('Failed query:'))
  if (ofQuery && (has(SHUT) || texts.some(text => /Read-only file system|Input\/output error/i.test(text))))
    return {
      statusCode: 503,
      message:
        'The data directory cannot be written: nothing was saved. What you did is still in this window. Look whether ' +
        'its drive is there and may be written; save the project to a file meanwhile.'
    }
  if (!ofQuery) return undefined
  const cause = chain.at(-1)
  const said = String(cause?.message ?? '')
    .split('\n')[0]!
    .slice(0, 200)
  return {
    statusCode: 500,
    message: `The database did not take this${said.startsWith('Failed query:') || !said ? '' : `: ${said}`}. Nothing was changed.`
  }
}
