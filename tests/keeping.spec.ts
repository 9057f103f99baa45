import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, renameSync, rmSync } from 'node:fs'
import { connect } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { nanoid } from 'nanoid'
import { act, EMPTY_HISTORY, wholeStep, type Project } from '../core/document'
import { startPostgres } from '../server/keeping/stores.testing'
import { expect, test } from '@playwright/test'
import { test as inWindow } from './watched'
import { startServer, type Server } from './server'

let server: Server
test.beforeAll(async () => {
  server = await startServer()
})
test.afterAll(async () => {
  await server.kill()
})

const text = () => readFileSync(new URL('../demo/projects/1-teasel-ls.json', import.meta.url), 'utf8')
const file = (body: string, name = 'project.json') => ({
  name,
  mimeType: 'application/json',
  buffer: Buffer.from(body)
})

test('a second server on one directory says who holds it and leaves', async () => {
  const second = await startServer(server.directory, false)
  expect(await second.exit).toBe(3)
  expect(second.said()).toMatch(/held by another Ewerpanel server: process \d+, since 20/)
  // It never said where it listens: nobody was sent to a server that keeps nothing.
  expect(second.said()).not.toContain('Listening')
  expect((await fetch(`${server.base}/api/projects`)).ok).toBe(true)
})

test('a server told to stop twice stops once, without complaint, and gives the directory back', async () => {
  const mine = await startServer()
  const stopped = mine.kill('SIGTERM')
  await mine.kill('SIGTERM')
  await stopped
  expect(mine.said()).not.toMatch(/Error|closed/)
  const again = await startServer(mine.directory)
  await again.kill()
})

test('another site cannot write', async () => {
  const answer = await fetch(`${server.base}/api/projects/teasel-ls`, {
    method: 'DELETE',
    headers: { origin: 'https://elsewhere.invalid' }
  })
  expect(answer.status).toBe(403)
  expect((await fetch(`${server.base}/api/projects/teasel-ls`)).ok).toBe(true)
})

interface Kept {
  project: Project
  history: { past: { label: string }[] }
  version: number
}
const read = async (base: string, id = 'teasel-ls') =>
  (await (await fetch(`${base}/api/projects/${id}`)).json()) as Kept
/** Saves a name as a window does. */
const saveTitle = (base: string, kept: Kept, title: string, save = nanoid()) =>
  fetch(`${base}/api/projects/${kept.project.id}/saves`, {
    method: 'POST',
    body: JSON.stringify({
      save,
      from: kept.version,
      steps: [wholeStep(kept.project, { ...kept.project, title }, 'Rename')]
    })
  })

test('what was acknowledged is kept through a kill in the middle of saving', async () => {
  const mine = await startServer()
  let kept = await read(mine.base)
  let running = true
  const saving = (async () => {
    while (running) {
      const title = `Save ${kept.version + 1}`
      const answer = await saveTitle(mine.base, kept, title).catch(() => undefined)
      if (!answer?.ok) return
      const { version } = (await answer.json()) as { version: number }
      kept = { ...kept, project: { ...kept.project, title }, version }
    }
  })()
  // As many saves as that, however slow the machine is just now.
  await expect.poll(() => kept.version).toBeGreaterThan(3)
  await mine.kill('SIGKILL')
  running = false
  await saving
  const again = await startServer(mine.directory)
  const after = await read(again.base)
  // One save may have been written and not yet answered when the process died.
  expect(after.version).toBeGreaterThanOrEqual(kept.version)
  expect(after.version).toBeLessThanOrEqual(kept.version + 1)
  expect(after.project.title).toBe(`Save ${after.version}`)
  await again.kill()
})

test('a directory that is moved away while it is open: nothing is said to be saved any more, and the server stops', async () => {
  const mine = await startServer()
  const kept = await read(mine.base)
  renameSync(mine.directory, `${mine.directory}-moved`)
  const answer = await saveTitle(mine.base, kept, 'Into nowhere')
  expect(answer.status).toBe(503)
  expect(((await answer.json()) as { message: string }).message).toContain('nothing was saved')
  expect(await mine.exit).toBe(3)
  expect(mine.said()).toContain('has gone, or was moved')
})

test('a full disk is said in words, what is open goes on, and with room again it is saved', async () => {
  const place = mkdtempSync(join(tmpdir(), 'ewerpanel-full-'))
  const mounted = (() => {
    try {
      execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=160m', 'tmpfs', place], { stdio: 'ignore' })
      return true
    } catch {
      return false
    }
  })()
  test.skip(!mounted, 'Mounting is not allowed here.')
  const mine = await startServer(join(place, 'data'))
  try {
    let kept = await read(mine.base)
    try {
      execFileSync('dd', ['if=/dev/zero', `of=${join(place, 'filler')}`, 'bs=64k'], { stdio: 'ignore' })
    } catch {
      /* it ends when there is no room */
    }
    let status = 200
    // What the log has room for is still taken.
    for (let tries = 0; tries < 3_000 && status === 200; tries++) {
      const title = `Save ${tries} ${'x'.repeat(80)}`
      const answer = await saveTitle(mine.base, kept, title)
      status = answer.status
      const said = (await answer.json()) as { version: number; message: string }
      if (status === 200) kept = { ...kept, project: { ...kept.project, title }, version: said.version }
      else expect([status, said.message]).toEqual([507, expect.stringContaining('The disk is full: nothing was saved')])
    }
    expect(status).toBe(507)
    rmSync(join(place, 'filler'))
    expect((await read(mine.base)).version).toBe(kept.version)
    expect((await saveTitle(mine.base, kept, 'With room again')).status).toBe(200)
  } finally {
    await mine.kill()
    execFileSync('umount', [place])
  }
})

test('two app servers on one PostgreSQL database lose nothing, and what goes together goes together', async () => {
  const postgres = await startPostgres()
  test.skip(!postgres, 'No PostgreSQL is installed here.')
  const url = await postgres!.fresh()
  // Both at once: only one of them makes the tables.
  const servers = await Promise.all([0, 1].map(() => startServer(undefined, true, { DATABASE_URL: url })))
  expect(servers[0]!.said()).toMatch(/the PostgreSQL database 127\.0\.0\.1:\d+\/test1/)
  const { project } = await read(servers[0]!.base, 'skerrow-dunlin')
  const units = project.options[1]!.units.slice(0, 10).map(unit => unit.id)
  const until = Date.now() + 4_000
  let acknowledged = 0
  const last = new Map<string, number>()
  await Promise.all(
    units.map(async (unit, index) => {
      const { base } = servers[index % 2]!
      for (let xMm = 10; Date.now() < until; xMm++) {
        const kept = await read(base, 'skerrow-dunlin')
        const { project } = act(
          { project: kept.project, history: EMPTY_HISTORY },
          [{ type: 'unit.move', option: 'b', unit, xMm, yMm: 40 + index }],
          'Move'
        )
        const answer = await fetch(`${base}/api/projects/skerrow-dunlin/saves`, {
          method: 'POST',
          body: JSON.stringify({
            save: nanoid(),
            from: kept.version,
            steps: [wholeStep(kept.project, project, 'Move')]
          })
        })
        expect(answer.status).toBe(200)
        last.set(unit, xMm)
        acknowledged++
      }
    })
  )
  for (const server of servers) {
    const now = await read(server.base, 'skerrow-dunlin')
    expect(now.version).toBe(acknowledged + 1)
    for (const [unit, xMm] of last)
      expect(now.project.options[1]!.units.find(other => other.id === unit)!.xMm).toBe(xMm)
  }
  for (const server of servers) await server.kill()
  await postgres!.end()
})

inWindow('everything is backed up into one file and restored from it', async ({ page }) => {
  // A card that is asked for late finds its project deleted, and asks again when it is back.
  let late = () => {}
  const deleted = new Promise<void>(done => (late = done))
  await page.route('**/api/projects/hollin-whimbrel/card', async route => {
    await deleted
    await route.continue()
  })
  await page.goto(server.base)
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Back up all' }).click()
  ])
  const path = await download.path()
  await fetch(`${server.base}/api/projects/hollin-whimbrel`, { method: 'DELETE' })
  late()
  await expect(page.getByRole('alert')).toContainText('There is no project “hollin-whimbrel”')
  await page
    .getByLabel('Restore a backup')
    .setInputFiles({ name: 'backup.json', mimeType: 'application/json', buffer: readFileSync(path) })
  await expect(page.getByRole('status')).toContainText(/1 projects added, \d+ replaced/)
  await expect(page.getByRole('link', { name: /ZZ-WIM/ })).toBeVisible()
  await expect(page.getByRole('alert')).toHaveCount(0)
  await page.getByLabel('Restore a backup').setInputFiles(file('{"backup":1}'))
  await expect(page.getByRole('alert')).toContainText('was not restored')
})

// Crafted requests: wrong paths, methods, ids, types, characters. None may end in a failure of the server (5xx).
test('what is asked wrongly is answered in words, as data, and never by a failure', async () => {
  const ask = async (method: string, path: string, body?: unknown, headers: Record<string, string> = {}) => {
    const answer = await fetch(`${server.base}${path}`, {
      method,
      headers: { 'content-type': 'application/json', ...headers },
      ...(body !== undefined && { body: typeof body === 'string' ? body : JSON.stringify(body) })
    })
    const text = await answer.text()
    return { status: answer.status, type: answer.headers.get('content-type') ?? '', text, headers: answer.headers }
  }
  const good = JSON.parse(await (await fetch(`${server.base}/api/projects/teasel-ls`)).text()) as {
    project: Record<string, unknown>
    version: number
  }
  const { project, version } = good as unknown as Kept
  const saves = '/api/projects/teasel-ls/saves'
  const step = wholeStep(project, { ...project, title: 'Another' }, 'Rename')
  const save = (change: object) => ({ save: nanoid(), from: version, steps: [step], ...change })
  const titled = (title: unknown) =>
    save({ steps: [{ ...step, diff: { ...step.diff, updated: { '': [project, { title }] } } }] })
  for (const [status, method, path, body] of [
    [404, 'GET', '/api/nothing'],
    [404, 'GET', '/api/projects/teasel-ls/versions/abc'],
    [405, 'PATCH', '/api/projects/teasel-ls'],
    [405, 'DELETE', '/api/projects'],
    [404, 'GET', '/api/projects/nobody'],
    [400, 'GET', '/api/projects/%00'],
    [400, 'GET', '/api/projects/%ff'],
    [405, 'PUT', '/api/projects/teasel-ls', {}],
    [400, 'POST', saves, '{'],
    [400, 'POST', saves, save({ from: 'x' })],
    [400, 'POST', saves, save({ from: 0 })],
    [400, 'POST', saves, save({ from: 99_999_999_999 })],
    [400, 'POST', saves, save({ save: '' })],
    [400, 'POST', saves, save({ steps: [] })],
    [400, 'POST', saves, save({ steps: [{ ...step, label: 'a\0b' }] })],
    [400, 'POST', saves, save({ steps: [{ ...step, label: '\ud800' }] })],
    [400, 'POST', saves, `{"save":${'['.repeat(50_000)}`],
    [422, 'POST', saves, titled(7)],
    [422, 'POST', saves, save({ steps: [{ ...step, does: 'undo' }] })],
    [409, 'POST', saves, save({ from: version + 1 })],
    [404, 'POST', '/api/projects/other/saves', save({})],
    [422, 'POST', '/api/projects', { format: 2, airframe: 7 }],
    [422, 'POST', '/api/projects', '['.repeat(100_000)],
    [400, 'POST', '/api/projects/teasel-ls/versions/abc/restore', { version: 1 }],
    [400, 'POST', '/api/projects/teasel-ls/versions/99999999999/restore', { version: 1 }],
    [404, 'POST', '/api/projects/teasel-ls/versions/999999/restore', { version: 1 }],
    [422, 'POST', '/api/backup', { backup: 1 }],
    [422, 'POST', '/api/backup', '{'],
    [422, 'POST', '/api/projects', text().replace('Teasel, day VFR', '\\ud800')]
  ] as const) {
    const answer = await ask(method, path, body)
    expect.soft([answer.status, method, path]).toEqual([status, method, path])
    expect.soft(answer.type, path).toContain('json')
    expect.soft((JSON.parse(answer.text) as { message: string }).message.length, path).toBeGreaterThan(10)
  }
  expect((await ask('DELETE', '/api/projects/teasel-ls', undefined, { 'sec-fetch-site': 'cross-site' })).status).toBe(
    403
  )
  const page = await ask('GET', '/')
  expect(page.headers.get('x-powered-by')).toBeNull()
  expect(page.headers.get('cross-origin-resource-policy')).toBe('same-origin')
  expect(page.headers.get('content-security-policy')).toMatch(/script-src 'self' 'sha256-/)
  expect(/script-src[^;]*unsafe/.test(page.headers.get('content-security-policy')!)).toBe(false)
  // Nothing of all that was saved.
  expect(((await (await fetch(`${server.base}/api/projects/teasel-ls`)).json()) as { version: number }).version).toBe(
    version
  )
})

test('a body that stops coming is closed, and the server goes on', async () => {
  test.setTimeout(60_000)
  const { hostname, port } = new URL(server.base)
  const socket = connect(Number(port), hostname)
  const head = ['POST /api/projects HTTP/1.1', `Host: ${hostname}:${port}`, 'Content-Length: 5000', '', '']
  socket.write(`${head.join('\r\n')}{"format":`)
  const began = Date.now()
  await new Promise(done => socket.once('close', done))
  expect(Date.now() - began).toBeLessThan(25_000)
  expect((await fetch(`${server.base}/api/projects`)).ok).toBe(true)
})
