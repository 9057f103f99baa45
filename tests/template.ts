import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { startServer } from './server'

/**
 * Makes one data directory with the demo before all tests: each server of a test starts on a copy of it, since making a new database
 * takes seconds. Returns what throws it away again.
 */
export default async function makeTemplate(): Promise<() => void> {
  const folder = mkdtempSync(join(tmpdir(), 'ewerpanel-template-'))
  const server = await startServer(join(folder, 'data'))
  await server.kill()
  process.env.EWERPANEL_TEMPLATE = server.directory
  return () => rmSync(folder, { recursive: true, force: true })
}
