import { isOurHost } from '../hosts'

/**
 * Security headers on every answer, no answer to a name that is not ours, and no writing from another site: a page elsewhere
 * must not be able to read or change projects through the owner's browser.
 */
export default defineEventHandler(event => {
  setResponseHeaders(event, {
    'Content-Security-Policy':
      "default-src 'self'; script-src 'self' 'unsafe-inline'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; worker-src 'self' blob:; frame-ancestors 'none'; base-uri 'self'; form-action 'self'",
    'X-Content-Type-Options': 'nosniff',
    'Referrer-Policy': 'no-referrer',
    'Cross-Origin-Opener-Policy': 'same-origin'
  })
  const host = getHeader(event, 'host')
  if (!isOurHost(host))
    throw createError({
      statusCode: 421,
      statusMessage: 'Misdirected Request',
      message: `This server does not answer to “${host ?? ''}”. To open it under that name, list the name in EWERPANEL_HOSTS.`
    })
  if (event.method === 'GET' || event.method === 'HEAD') return
  const origin = getHeader(event, 'origin')
  if (origin !== undefined && (!URL.canParse(origin) || new URL(origin).host !== host))
    throw createError({
      statusCode: 403,
      statusMessage: 'Forbidden',
      message: 'Another site may not change anything here.'
    })
})
