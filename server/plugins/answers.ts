import { createHash } from 'node:crypto'
import { createError } from 'h3'
import { failureOf } from '../failures'
import { store } from '../keeping'
import { policyFor } from '../policy'

/** The scripts that a page carries in itself, each by what the browser knows it by: nothing else may run in it. */
function hashesOf(html: string): string[] {
  return [...html.matchAll(/<script(?![^>]*\ssrc=)([^>]*)>([\s\S]*?)<\/script>/g)].flatMap(([, attributes, body]) =>
    /type="application\/json"/.test(attributes!)
      ? []
      : [`'sha256-${createHash('sha256').update(body!, 'utf8').digest('base64')}'`]
  )
}

/** What is answered when what the server writes to is no longer there or no longer its own. */
const GONE = {
  statusCode: 503,
  message:
    'The data directory has gone, is another server’s now, or cannot be written: nothing was saved. What you did is ' +
    'still in this window. Look whether its drive is there; save the project to a file meanwhile.'
}

/** Pages allow just the scripts they carry; failures of disk and database are said in words, and nothing of a document with them. */
export default defineNitroPlugin(nitro => {
  nitro.hooks.hook('render:response', response => {
    if (typeof response.body !== 'string' || !response.headers) return
    delete response.headers['x-powered-by']
    response.headers['content-security-policy'] = policyFor(hashesOf(response.body))
  })
  // Before anything is said to be saved: a directory that has gone, or is another's now, takes writes that nobody will see again.
  nitro.hooks.hook('beforeResponse', async event => {
    if (event.method === 'GET' || event.method === 'HEAD' || !event.path.startsWith('/api/')) return
    const { holds, damage } = await store()
    if (holds()) return
    const words = await damage()
    throw createError(words === undefined ? GONE : { statusCode: 503, message: words })
  })
  const { options } = nitro.h3App
  const before = options.onError
  options.onError = async (error, event) => {
    const damage = await (await store()).damaged(error)
    if (damage !== undefined) return before?.(createError({ statusCode: 503, message: damage }), event)
    const told = failureOf(error)
    const failure = told && !(await store()).holds() ? GONE : told
    return before?.(failure ? createError(failure) : error, event)
  }
})
