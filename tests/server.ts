import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { copyTemplate } from './template-store'

const root = join(import.meta.dirname, '..')

export const freePort = () =>
  new Promise<number>(done => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number }
      probe.close(() => done(port))
    })
  })

export interface Server {
  base: string
  directory: string
  pid: number
  kill: (signal?: NodeJS.Signals) => Promise<void>
  said: () => string
  exit: Promise<number | null>
}

/** A data directory of its own with the demo. */
function freshDirectory(): string {
  const directory = join(mkdtempSync(join(tmpdir(), 'ewerpanel-e2e-')), 'data')
  const template = process.env.EWERPANEL_TEMPLATE
  if (template) copyTemplate(template, directory)
  return directory
}

/** The database is compiled once and quickly, not a second time for speed: no server of a test lives long enough to gain by it. */
const QUICK = ['--liftoff-only']
/**
 * Starts the built server as npm start does, on a port and a data directory of its own.
 * @param flags for Node.js; none where its speed is measured
 */
export async function startServer(
  directory = freshDirectory(),
  wait = true,
  env: Record<string, string> = {},
  flags = QUICK
): Promise<Server> {
  const port = await freePort()
  const child: ChildProcess = spawn(process.execPath, [...flags, join(root, '.output/server/index.mjs')], {
    cwd: root,
    env: {
      ...process.env,
      PORT: String(port),
      HOST: '127.0.0.1',
      EWERPANEL_DATA: directory,
      EWERPANEL_ROOT: root,
      EWERPANEL_COPIES: 'off',
      ...env
    }
  })
  let said = ''
  child.stdout!.on('data', chunk => {
    said += String(chunk)
  })
  child.stderr!.on('data', chunk => {
    said += String(chunk)
  })
  const exit = new Promise<number | null>(done => child.once('exit', done))
  const base = `http://127.0.0.1:${port}`
  if (wait) {
    for (let tries = 0; ; tries++) {
      const up = await fetch(`${base}/api/projects`).then(
        answer => answer.ok,
        () => false
      )
      if (up) break
      if (tries > 150 || child.exitCode !== null) throw new Error(`The server did not come up:\n${said}`)
      await new Promise(done => setTimeout(done, 200))
    }
  }
  return {
    base,
    directory,
    pid: child.pid!,
    exit,
    said: () => said,
    kill: async (signal = 'SIGTERM') => {
      child.kill(signal)
      const late = setTimeout(() => child.kill('SIGKILL'), 8_000)
      await exit
      clearTimeout(late)
    }
  }
}
