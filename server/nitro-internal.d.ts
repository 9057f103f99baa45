/** What the server engine’s own entries use of it, and does not describe. */
declare module 'nitropack/runtime/internal' {
  import type { Server } from 'node:http'
  import type { NitroApp } from 'nitropack/types'
  export function setupGracefulShutdown(listener: Server, app: NitroApp): void
  export function trapUnhandledNodeErrors(): void
}
