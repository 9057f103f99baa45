import { isIP } from 'node:net'

/** Names by which this machine reaches itself. */
const LOOPBACK = new Set(['localhost', '127.0.0.1', '[::1]'])

/**
 * Whether a request may be meant for us: its Host is this machine itself, the address we were told to listen on, or one of
 * EWERPANEL_HOSTS. A page elsewhere can give its own name our address and would then read and delete what is kept here.
 */
export function isOurHost(host: string | undefined, env: NodeJS.ProcessEnv = process.env): boolean {
  if (!host || !URL.canParse(`http://${host}`)) return false
  const name = new URL(`http://${host}`).hostname
  if (LOOPBACK.has(name) || /^127\.\d+\.\d+\.\d+$/.test(name)) return true
  const listens = env.HOST ?? env.NITRO_HOST ?? ''
  const named = (env.EWERPANEL_HOSTS ?? '').split(',').map(name => name.trim().toLowerCase())
  // Told to listen everywhere, we answer to any address; a name must be listed, for only names can be given away.
  const everywhere = listens === '0.0.0.0' || listens === '::'
  return (
    name === listens.toLowerCase() || named.includes(name) || (everywhere && isIP(name.replace(/^\[|\]$/g, '')) > 0)
  )
}
