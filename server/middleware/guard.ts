import { isOurHost } from '../hosts'
import { policyFor } from '../policy'
import { misasked } from '../routes'

/**
 * Security headers on every answer, no answer to a name that is not ours, and no writing from another site: a page elsewhere
 * must not be able to read or change projects through the owner's browser. What no route answers is told so as data.
 */
export default defineEventHandler(event => {
  setResponseHeaders(event, {
    // A page that carries scripts in itself names them in place of this.
    'Content-Security-Policy': policyFor([]),
    'X-Content-Type-Options': 'nosniff',
    'Referrer-Policy': 'no-referrer',
    'Cross-Origin-Opener-Policy': 'same-origin',
    'Cross-Origin-Resource-Policy': 'same-origin'
  })
  const host = getHeader(event, 'host')
  if (!isOurHost(host))
    throw createError({
      statusCode: 421,
      statusMessage: 'Misdirected Request',
      message: `This server does not answer to “${host ?? ''}”. To open it under that name, list the name in EWERPANEL_HOSTS.`
    })
  const path = event.path.split('?')[0]!
  const wrong = path === '/api' || path.startsWith('/api/') ? misasked(event.method, path) : undefined
  if (wrong?.status === 404)
    throw createError({
      statusCode: 404,
      statusMessage: 'Not Found',
      message: `There is nothing at ${path.slice(0, 120)}.`
    })
  if (wrong?.status === 405) {
    setResponseHeader(event, 'Allow', wrong.allow)
    throw createError({
      statusCode: 405,
      statusMessage: 'Method Not Allowed',
      message: `${path.slice(0, 120)} is asked by ${wrong.allow.join(' or ')}, not by ${event.method}.`
    })
  }
  // A head alone is asked for what a whole answer is asked for, and there is no more to say of it.
  if (event.method === 'HEAD' && path.startsWith('/api/')) {
    setResponseHeader(event, 'Content-Type', 'application/json')
    return ''
  }
  if (event.method === 'GET' || event.method === 'HEAD') return
  const origin = getHeader(event, 'origin')
  const site = getHeader(event, 'sec-fetch-site')
  if (
    (origin !== undefined && (!URL.canParse(origin) || new URL(origin).host !== host)) ||
    site === 'cross-site' ||
    site === 'same-site'
  )
    throw createError({
      statusCode: 403,
      statusMessage: 'Forbidden',
      message: 'Another site may not change anything here.'
    })
})
