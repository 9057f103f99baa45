import '#nitro-internal-pollyfills'
import { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { toNodeListener } from 'h3'
import { useNitroApp } from 'nitropack/runtime'
import { setupGracefulShutdown, trapUnhandledNodeErrors } from 'nitropack/runtime/internal'
import { store } from './keeping'

/** Longest that the head of a request may take; how fast a body must come is looked at where it is read. */
const HEAD_MS = 15_000
/** A large backup over a slow line may take this long. */
const WHOLE_MS = 3_600_000

const app = useNitroApp()
trapUnhandledNodeErrors()
const server = new Server({ headersTimeout: HEAD_MS, requestTimeout: WHOLE_MS }, toNodeListener(app.h3App))
const port = Number(process.env.NITRO_PORT ?? process.env.PORT ?? 3000)
const host = process.env.NITRO_HOST ?? process.env.HOST ?? '127.0.0.1'

// Nothing listens, and nothing says where, before what keeps the projects is held by this server and open. Where it cannot be had
// the plugin that asks for it too says why and ends.
void store().then(
  () => {
    const listener = server.listen({ port, host })
    listener.once('error', error => {
      console.error(`It cannot listen at ${host}, port ${port}: ${error.message}.`)
      process.exit(1)
    })
    listener.once('listening', () => {
      const { address, port: heard, family } = listener.address() as AddressInfo
      console.log(`Listening on http://${family === 'IPv6' ? `[${address}]` : address}:${heard}`)
    })
    setupGracefulShutdown(listener, app)
  },
  () => undefined
)
