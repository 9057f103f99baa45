import { execFileSync, spawn } from 'node:child_process'
import { chownSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Client } from 'pg'
import { freePort } from '../../tests/server'
import { copyTemplate, wantTemplate } from '../../tests/template-store'
import { openDirectory } from './database'
import { openServer } from './server'
import type { Store } from './store'

/** Where Debian puts the programs of its PostgreSQL; undefined where there is none. */
function postgresPrograms(): string | undefined {
  const root = '/usr/lib/postgresql'
  const newest = existsSync(root) ? readdirSync(root).sort((a, b) => Number(b) - Number(a))[0] : undefined
  const programs = newest && join(root, newest, 'bin')
  return programs && existsSync(join(programs, 'initdb')) ? programs : undefined
}

/** A PostgreSQL server of the tests' own. */
export interface TestServer {
  /** Makes an empty database and says its address. */
  fresh: () => Promise<string>
  /** Stops it and all that serve a connection where they are, as a machine that hangs does; or lets them go on. */
  freeze: (still: boolean) => void
  end: () => Promise<void>
}

/**
 * Starts a PostgreSQL server for tests, at a free port or at the wanted one; undefined where none is installed. It does not run as
 * root, so root lends it a user.
 */
export async function startPostgres(wanted?: number): Promise<TestServer | undefined> {
  const programs = postgresPrograms()
  if (!programs) return undefined
  const directory = mkdtempSync(join(tmpdir(), 'ewerpanel-pg-'))
  const root = process.getuid?.() === 0
  const number = (flag: string) => Number(execFileSync('id', [flag, 'postgres'], { encoding: 'utf8' }))
  const as = root ? { uid: number('-u'), gid: number('-g') } : {}
  if (as.uid !== undefined) chownSync(directory, as.uid, as.gid)
  const data = join(directory, 'data')
  execFileSync(join(programs, 'initdb'), ['-D', data, '-U', 'tester', '-A', 'trust', '--no-sync', '-E', 'UTF8'], {
    ...as,
    cwd: directory,
    stdio: 'ignore'
  })
  const port = wanted ?? (await freePort())
  const settings = ['fsync=off', `unix_socket_directories=${directory}`, 'listen_addresses=127.0.0.1'].flatMap(
    setting => ['-c', setting]
  )
  const server = spawn(join(programs, 'postgres'), ['-D', data, '-p', String(port), ...settings], {
    ...as,
    cwd: directory,
    stdio: 'ignore'
  })
  const address = (name: string) => `postgres://tester@127.0.0.1:${port}/${name}`
  const ask = async (query: string) => {
    const client = new Client({ connectionString: address('postgres') })
    await client.connect()
    await client.query(query)
    await client.end()
  }
  for (let tries = 0; ; tries++)
    try {
      await ask('SELECT 1')
      break
    } catch (error) {
      if (tries > 100) throw error
      await new Promise(done => setTimeout(done, 100))
    }
  let made = 0
  return {
    fresh: async () => {
      const name = `test${++made}`
      await ask(`CREATE DATABASE ${name}`)
      return address(name)
    },
    freeze: still => {
      const children = readFileSync(`/proc/${server.pid}/task/${server.pid}/children`, 'utf8').trim().split(/\s+/)
      for (const pid of [server.pid!, ...children.map(Number)]) process.kill(pid, still ? 'SIGSTOP' : 'SIGCONT')
    },
    end: async () => {
      const gone = new Promise(done => server.once('exit', done))
      server.kill('SIGINT')
      await gone
      rmSync(directory, { recursive: true, force: true })
    }
  }
}

/** A way to have a store: `open` may be called again after `close`, as after a restart. */
export interface Keeper {
  open: () => Promise<Store>
  end: () => Promise<void>
}

/** A data directory as on a first start, closed, where nothing is yet: a copy of one that is made once. */
export const beginDirectory = async (directory: string): Promise<void> =>
  copyTemplate(await wantTemplate(async made => (await openDirectory(made)).close()), directory)

/** The embedded database in a directory of its own. */
export function embeddedKeeper(): Keeper & { directory: string } {
  const folder = mkdtempSync(join(tmpdir(), 'ewerpanel-'))
  const directory = join(folder, 'data')
  return {
    directory,
    open: async () => {
      if (!existsSync(directory)) await beginDirectory(directory)
      return openDirectory(directory)
    },
    end: async () => rmSync(folder, { recursive: true, force: true })
  }
}

/** A database of a PostgreSQL server; undefined where none is installed. */
export async function serverKeeper(): Promise<Keeper | undefined> {
  const server = await startPostgres()
  if (!server) return undefined
  const address = await server.fresh()
  return { open: () => openServer(address), end: server.end }
}
