import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, renameSync, rmSync } from 'node:fs'
import { connect } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { nanoid } from 'nanoid'
import { act, EMPTY_HISTORY, FORMAT, wholeStep, type Project } from '../core/document'
import { startPostgres } from '../server/keeping/stores.testing'
import { expect, test } from './watched'
import { startServer, type Server } from './server'

// Findings are tried out while they are open: they are so where a test looks at them.
test.use({ findingsOpen: false })

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

test('two windows never overwrite each other unseen', async ({ page, context }) => {
  const other = await context.newPage()
  const rename = async (which: typeof page, name: string) => {
    await which.getByLabel('Name of the project').fill(name)
    await which.getByLabel('Name of the project').press('Tab')
  }
  for (const which of [page, other]) await which.goto(`${server.base}/p/teasel-ls/brief`)
  await rename(page, 'Named in window one')
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
  await rename(other, 'Named in window two')
  await expect(other.getByText('The same thing was changed in another window')).toBeVisible()
  expect(
    ((await (await fetch(`${server.base}/api/projects/teasel-ls`)).json()) as { project: { title: string } }).project
      .title
  ).toBe('Named in window one')

  // Just the name is asked about, with both values; the other's stays among the earlier versions.
  await expect(other.locator('[data-dispute]')).toHaveCount(1)
  await expect(other.locator('[data-dispute]')).toContainText('Named in window one')
  await other.getByRole('button', { name: /as it is here/ }).click()
  await other.getByRole('button', { name: 'Go on with these' }).click()
  await expect(other.getByText('Saved', { exact: true })).toBeVisible()
  expect(
    ((await (await fetch(`${server.base}/api/projects/teasel-ls`)).json()) as { project: { title: string } }).project
      .title
  ).toBe('Named in window two')

  // And the first window, acting on, is told in turn and takes what was saved.
  await rename(page, 'Named once more')
  await page.getByRole('button', { name: /as in the other window/ }).click()
  await page.getByRole('button', { name: 'Go on with these' }).click()
  await expect(page.getByLabel('Name of the project')).toHaveValue('Named in window two')
})

test('two windows that change different things both keep what they did, and nobody is asked', async ({
  page,
  context
}) => {
  const other = await context.newPage()
  await page.goto(`${server.base}/p/skerrow-dunlin/brief`)
  await other.goto(`${server.base}/p/skerrow-dunlin/panel?option=b&unit=pfd`)
  await page.getByLabel('Name of the project').fill('Renamed here')
  await page.getByLabel('Name of the project').press('Tab')
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
  await other.locator('[data-unit="pfd"]').press('ArrowUp')
  await expect(other.getByText(/both stay/)).toBeVisible()
  await expect(other.getByText('Saved', { exact: true })).toBeVisible()
  const { project, history } = (await (await fetch(`${server.base}/api/projects/skerrow-dunlin`)).json()) as {
    project: { title: string }
    history: { past: { label: string }[] }
  }
  expect(project.title).toBe('Renamed here')
  expect(history.past.at(-1)!.label).toMatch(/^Nudge/)
  // What was done there can be taken back here too, after what was done here.
  await other.keyboard.press('Control+z')
  await other.keyboard.press('Control+z')
  await expect(other.getByText('Saved', { exact: true })).toBeVisible()
  await expect
    .poll(
      async () =>
        ((await (await fetch(`${server.base}/api/projects/skerrow-dunlin`)).json()) as { project: { title: string } })
          .project.title
    )
    .not.toBe('Renamed here')
})

test('an earlier version can be brought back', async ({ page }) => {
  await page.goto(`${server.base}/p/hollin-whimbrel/brief`)
  await page.getByLabel('Name of the project').fill('A passing fancy')
  await page.getByLabel('Name of the project').press('Tab')
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'More for this option' }).click()
  await page.getByText('Earlier versions…').click()
  await expect(page.getByText(/Since the last of them: Rename project/)).toBeVisible()
  await page.getByRole('button', { name: 'Bring back' }).first().click()
  await expect(page.getByLabel('Name of the project')).toHaveValue('Hollin Evening School')
})

test('a project deleted elsewhere is not saved over nothing', async ({ page }) => {
  await fetch(`${server.base}/api/projects`, {
    method: 'POST',
    body: text().replace('"id": "teasel-ls"', '"id": "short-lived"')
  })
  await page.goto(`${server.base}/p/short-lived/brief`)
  await expect(page.getByLabel('Name of the project')).toBeVisible()
  await fetch(`${server.base}/api/projects/short-lived`, { method: 'DELETE' })
  await page.getByLabel('Name of the project').fill('Ghost')
  await page.getByLabel('Name of the project').press('Tab')
  await expect(page.getByText('This project is no longer on the server')).toBeVisible()
})

test.describe('bad files bring a clear message and change nothing', () => {
  const bring = async (page: import('@playwright/test').Page, body: string, name?: string) => {
    await page.goto(server.base)
    await expect(page.getByRole('article').first()).toBeVisible()
    const before = await page.getByRole('article').count()
    await page.getByLabel('Import a project file').setInputFiles(file(body, name))
    await expect(page.getByRole('alert')).toBeVisible()
    expect(await page.getByRole('article').count()).toBe(before)
    return page.getByRole('alert')
  }
  test('truncated', async ({ page }) => {
    await expect(await bring(page, text().slice(0, 3000))).toContainText(
      /Line \d+, column \d+: the file ends in the middle/
    )
  })
  test('foreign', async ({ page }) => {
    await expect(await bring(page, '{"name":"something else"}')).toContainText('not an Ewerpanel project')
  })
  test('newer', async ({ page }) => {
    await expect(await bring(page, text().replace(`"format": ${FORMAT}`, `"format": ${FORMAT + 1}`))).toContainText(
      `format ${FORMAT + 1} by a newer Ewerpanel`
    )
  })
  test('a negative mass, with line and field', async ({ page }) => {
    await expect(await bring(page, text().replace(/("items": [^]*?"massKg": )[\d.]+/, '$1-3'))).toContainText(
      /Line \d+, column \d+, items\[0\]\.massKg: must not be negative/
    )
  })
  test('a hundred megabytes', async ({ page }) => {
    // Written into a file of the browser's own: Playwright does not carry buffers of that size.
    await page.goto(server.base)
    await expect(page.getByRole('article').first()).toBeVisible()
    await page.evaluate(() => {
      const input = document.querySelector<HTMLInputElement>('input[aria-label="Import a project file"]')!
      const pile = new DataTransfer()
      pile.items.add(new File([new Uint8Array(100 * 1048576)], 'huge.json'))
      input.files = pile.files
      input.dispatchEvent(new Event('change', { bubbles: true }))
    })
    await expect(page.getByRole('alert')).toContainText(
      '“huge.json” has 100 MB; at most 20 MB are read. Nothing was changed.'
    )
  })
  test('and the server itself refuses it before reading', async () => {
    const { request } = await import('node:http')
    const status = await new Promise<number | undefined>(done => {
      const sent = request(
        `${server.base}/api/projects`,
        { method: 'POST', headers: { 'content-length': 100 * 1048576 } },
        answer => {
          done(answer.statusCode)
          sent.destroy()
        }
      )
      sent.on('error', () => done(undefined))
      sent.flushHeaders()
    })
    expect(status).toBe(413)
  })
})

test('while the server is gone nothing is lost: the window stays, and saves when it is back', async ({ page }) => {
  await page.goto(`${server.base}/p/skerrow-dunlin/brief`)
  await expect(page.locator('[data-figure]').first()).toBeVisible()
  await page.route('**/api/projects/skerrow-dunlin/saves', route => route.abort())
  await page.getByLabel('Name of the project').fill('Said in the dark')
  await page.getByLabel('Name of the project').press('Tab')
  await expect(page.getByText('Not saved: trying again')).toBeVisible()
  await page.getByRole('link', { name: 'Hangar' }).click()
  await expect(page.getByText('so this window stays here')).toBeVisible()
  await expect(page.getByLabel('Name of the project')).toHaveValue('Said in the dark')
  await page.unroute('**/api/projects/skerrow-dunlin/saves')
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
  expect(
    ((await (await fetch(`${server.base}/api/projects/skerrow-dunlin`)).json()) as { project: { title: string } })
      .project.title
  ).toBe('Said in the dark')
})

test('HTML in a name is shown as text', async ({ page }) => {
  let alerted = false
  page.on('dialog', dialog => {
    alerted = true
    void dialog.dismiss()
  })
  const title = '<img src=x onerror=alert(1)>'
  await page.goto(server.base)
  await page.getByLabel('Import a project file').setInputFiles(
    file(
      text()
        .replace('"Teasel, day VFR"', JSON.stringify(title))
        .replace('"id": "teasel-ls"', '"id": "html"')
        .replace('"label": "Small display"', `"label": ${JSON.stringify(title)}`)
    )
  )
  await expect(page.getByRole('article').filter({ hasText: title })).toBeVisible()
  await page.goto(`${server.base}/p/html/panel`)
  await expect(page.getByRole('navigation')).toContainText(title)
  expect(await page.locator('img[src="x"]').count()).toBe(0)
  expect(alerted).toBe(false)
})

test('a file of a project that is there already comes in as a copy beside it', async ({ page }) => {
  await page.goto(server.base)
  await page.getByLabel('Import a project file').setInputFiles(file(text()))
  await expect(page.getByRole('status')).toContainText('as a copy beside it')
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
  await new Promise(done => setTimeout(done, 1500))
  await mine.kill('SIGKILL')
  running = false
  await saving
  expect(kept.version).toBeGreaterThan(3)
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

test('everything is backed up into one file and restored from it', async ({ page }) => {
  await page.goto(server.base)
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Back everything up' }).click()
  ])
  const path = await download.path()
  await fetch(`${server.base}/api/projects/hollin-whimbrel`, { method: 'DELETE' })
  await page
    .getByLabel('Restore a backup')
    .setInputFiles({ name: 'backup.json', mimeType: 'application/json', buffer: readFileSync(path) })
  await expect(page.getByRole('status')).toContainText(/1 projects added, \d+ replaced/)
  await expect(page.getByRole('link', { name: /ZZ-WIM/ })).toBeVisible()
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

test('a lost answer makes no second save', async ({ page }) => {
  await page.goto(`${server.base}/p/skerrow-dunlin/brief`)
  const before = await read(server.base, 'skerrow-dunlin')
  let lost = 0
  // The save arrives, its answer does not.
  await page.route('**/saves', async route => {
    if (lost++) return route.continue()
    await route.fetch()
    await route.abort()
  })
  await page.getByLabel('Name of the project').fill('Said once')
  await page.getByLabel('Name of the project').press('Tab')
  await expect(page.getByText('Not saved: trying again')).toBeVisible()
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
  const after = await read(server.base, 'skerrow-dunlin')
  expect([after.version, after.project.title]).toEqual([before.version + 1, 'Said once'])
  expect(after.history.past.filter(other => other.label === after.history.past.at(-1)!.label)).toHaveLength(
    before.history.past.filter(other => other.label === after.history.past.at(-1)!.label).length + 1
  )
})
