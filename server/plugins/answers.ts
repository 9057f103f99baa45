import { createHash } from 'node:crypto'
import { createError } from 'h3'
import { failureOf } from '../failures'
import { policyFor } from '../policy'

/** The scripts that a page carries in itself, each by what the browser knows it by: nothing else may run in it. */
function hashesOf(html: string): string[] {
  return [...html.matchAll(/<script(?![^>]*\ssrc=)([^>]*)>([\s\S]*?)<\/script>/g)].flatMap(([, attributes, body]) =>
    /type="application\/json"/.test(attributes!)
      ? []
      : [`'sha256-${createHash('sha256').update(body!, 'utf8').digest('base64')}'`]
  )
}

/** Pages allow just the scripts they carry; failures of disk and database are said in words, and nothing of a document with them. */
export default defineNitroPlugin(nitro => {
  nitro.hooks.hook('render:response', response => {
    if (typeof response.body !== 'string' || !response.headers) return
    delete response.headers['x-powered-by']
    response.headers['content-security-policy'] = policyFor(hashesOf(response.body))
  })
  const { options } = nitro.h3App
  const before = options.onError
  options.onError = (error, event) => {
    const failure = failureOf(error)
    return before?.(failure ? createError(failure) : error, event)
  }
})
