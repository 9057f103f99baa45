import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { FORMAT, type Project } from '../core/document'
import { addressOf, baseOf, bring, expect, saved, test, visit, walkTo } from './shared'

// Findings are tried out while they are open: they are so where a test looks at them.
test.use({ findingsOpen: false })

const text = () => readFileSync(new URL('../demo/projects/1-teasel-ls.json', import.meta.url), 'utf8')
const file = (body: string, name = 'project.json') => ({
  name,
  mimeType: 'application/json',
  buffer: Buffer.from(body)
})
interface Kept {
  project: Project
  history: { past: { label: string }[] }
  version: number
}
/** The test’s own copy of a demo project: its id, and how it is kept. */
async function copyOf(page: Page, demo: string) {
  const [, , id] = (await addressOf(page, `${demo}/brief`)).split('/')
  const read = async () => (await (await page.request.get(`${baseOf(page)}/api/projects/${id}`)).json()) as Kept
  return { id: id!, read }
}
const rename = async (page: Page, name: string) => {
  await page.getByLabel('Name of the project').fill(name)
  await page.getByLabel('Name of the project').press('Tab')
}
/** A second window of the same person, at a step of the same project. */
async function secondWindow(page: Page, address: string): Promise<Page> {
  const other = await page.context().newPage()
  await other.goto(baseOf(page) + (await addressOf(page, address)))
  // It has the project as it is before anything else is done to it: a slow window else fetches what came after.
  await other.locator('[data-figure]').first().waitFor()
  return other
}
/** Takes away again what a test brings in by hand. */
async function withNew(page: Page, does: () => Promise<void>) {
  const ids = async () =>
    ((await (await page.request.get(`${baseOf(page)}/api/projects`)).json()) as { id: string }[]).map(({ id }) => id)
  const before = new Set(await ids())
  await does()
  for (const id of await ids()) if (!before.has(id)) await page.request.delete(`${baseOf(page)}/api/projects/${id}`)
}

test('two windows never overwrite each other unseen', async ({ page }) => {
  const { read } = await copyOf(page, 'teasel-ls')
  await visit(page, 'teasel-ls/brief')
  const other = await secondWindow(page, 'teasel-ls/brief')
  await rename(page, 'Named in window one')
  await saved(page)
  await rename(other, 'Named in window two')
  await expect(other.getByText('The same item was changed in another window')).toBeVisible()
  expect((await read()).project.title).toBe('Named in window one')

  // Just the name is asked about, with both values; the other's stays among the earlier versions.
  await expect(other.locator('[data-dispute]')).toHaveCount(1)
  await expect(other.locator('[data-dispute]')).toContainText('Named in window one')
  await other.getByRole('button', { name: /as it is here/ }).click()
  await other.getByRole('button', { name: 'Use selected' }).click()
  await saved(other)
  expect((await read()).project.title).toBe('Named in window two')

  // And the first window, acting on, is told in turn and takes what was saved.
  await rename(page, 'Named once more')
  await page.getByRole('button', { name: /as in the other window/ }).click()
  await page.getByRole('button', { name: 'Use selected' }).click()
  await expect(page.getByLabel('Name of the project')).toHaveValue('Named in window two')
  await other.close()
})

test('two windows that change different things both keep what they did, and nobody is asked', async ({ page }) => {
  const { read } = await copyOf(page, 'skerrow-dunlin')
  await visit(page, 'skerrow-dunlin/brief')
  const other = await secondWindow(page, 'skerrow-dunlin/panel?option=b&unit=pfd')
  await rename(page, 'Renamed here')
  await saved(page)
  await other.locator('[data-unit="pfd"]').press('ArrowUp')
  await expect(other.getByText(/both stay/)).toBeVisible()
  await saved(other)
  const { project, history } = await read()
  expect(project.title).toBe('Renamed here')
  expect(history.past.at(-1)!.label).toMatch(/^Nudge/)
  // What was done there can be taken back here too, after what was done here.
  await other.keyboard.press('Control+z')
  await other.keyboard.press('Control+z')
  await saved(other)
  await expect.poll(async () => (await read()).project.title).not.toBe('Renamed here')
  await other.close()
})

test('until an aeroplane has come, the one before is not shown in its place, and gets no key', async ({ page }) => {
  await visit(page, 'teasel-ls/brief')
  await expect(page.getByLabel('Name of the project')).toBeVisible()
  const slow = await addressOf(page, 'hollin-whimbrel/brief')
  let answer = () => {}
  const waited = new Promise<void>(done => (answer = done))
  const whole = `**/api/projects/${slow.split('/')[2]}`
  await page.route(whole, async route => {
    await waited
    await route.continue()
  })
  await walkTo(page, slow)
  await expect(page.getByText('Opening…')).toBeVisible()
  await expect(page.getByLabel('Name of the project')).toHaveCount(0)
  await page.keyboard.press('2')
  await page.evaluate(() => new Promise(done => requestAnimationFrame(() => requestAnimationFrame(done))))
  expect(new URL(page.url()).pathname).toBe(slow)
  // Meanwhile another one is asked for, and comes first: the late one does not take its place.
  await visit(page, 'skerrow-dunlin/brief')
  const name = page.getByLabel('Name of the project')
  await expect(name).toBeVisible()
  const shown = await name.inputValue()
  const late = page.waitForResponse(whole)
  answer()
  await late
  await page.unroute(whole)
  await page.evaluate(() => new Promise(done => requestAnimationFrame(() => requestAnimationFrame(done))))
  await expect(page).toHaveURL(/skerrow-dunlin.*brief/)
  await expect(name).toHaveValue(shown)
  await visit(page, 'hollin-whimbrel/brief')
  await expect(name).toHaveValue('Hollin Evening School')
})

test('an earlier version can be brought back', async ({ page }) => {
  await visit(page, 'hollin-whimbrel/brief')
  await rename(page, 'A passing fancy')
  await saved(page)
  await page.getByRole('button', { name: 'More for this option' }).click()
  await page.getByText('Earlier versions…').click()
  await expect(page.getByText(/Since the last of them: Rename project/)).toBeVisible()
  await page.getByRole('button', { name: 'Restore' }).first().click()
  await expect(page.getByLabel('Name of the project')).toHaveValue('Hollin Evening School')
})

test('a project deleted elsewhere is not saved over nothing', async ({ page }) => {
  const id = await bring(page, { ...(JSON.parse(text()) as Project), id: 'short-lived' })
  await visit(page, `${id}/brief`)
  await expect(page.getByLabel('Name of the project')).toBeVisible()
  await page.request.delete(`${baseOf(page)}/api/projects/${id}`)
  await rename(page, 'Ghost')
  await expect(page.getByText('This project is no longer on the server')).toBeVisible()
})

test.describe('bad files bring a clear message and change nothing', () => {
  const bring = async (page: Page, body: string, name?: string) => {
    // As new: no word of the file before stands there.
    await page.goto(baseOf(page))
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
    await page.goto(baseOf(page))
    await expect(page.getByRole('article').first()).toBeVisible()
    await page.evaluate(() => {
      const input = document.querySelector<HTMLInputElement>('input[aria-label="Import a project file"]')!
      const pile = new DataTransfer()
      pile.items.add(new File([new Uint8Array(100 * 1048576)], 'huge.json'))
      input.files = pile.files
      input.dispatchEvent(new Event('change', { bubbles: true }))
    })
    await expect(page.getByRole('alert')).toContainText(
      '“huge.json” has 100 MB. Maximum is 20 MB. Nothing was changed.'
    )
  })
  test('and the server itself refuses it before reading', async ({ page }) => {
    const { request } = await import('node:http')
    const status = await new Promise<number | undefined>(done => {
      const sent = request(
        `${baseOf(page)}/api/projects`,
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
  const { read } = await copyOf(page, 'skerrow-dunlin')
  await visit(page, 'skerrow-dunlin/brief')
  await expect(page.locator('[data-figure]').first()).toBeVisible()
  await page.route('**/saves', route => route.abort())
  await rename(page, 'Said in the dark')
  await expect(page.getByText('Not saved: trying again')).toBeVisible()
  await page.getByRole('link', { name: 'Hangar' }).click()
  await expect(page.getByText('so this window stays open')).toBeVisible()
  await expect(page.getByLabel('Name of the project')).toHaveValue('Said in the dark')
  // Nor does it go to another aeroplane, as back and forward may ask.
  const here = page.url()
  await walkTo(page, await addressOf(page, 'hollin-whimbrel/brief'))
  expect(page.url()).toBe(here)
  await expect(page.getByLabel('Name of the project')).toHaveValue('Said in the dark')
  await page.unroute('**/saves')
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
  expect((await read()).project.title).toBe('Said in the dark')
})

test('HTML in a name is shown as text', async ({ page }) => {
  let alerted = false
  page.on('dialog', dialog => {
    alerted = true
    void dialog.dismiss()
  })
  const title = '<img src=x onerror=alert(1)>'
  await withNew(page, async () => {
    await walkTo(page, '/')
    await page.getByLabel('Import a project file').setInputFiles(
      file(
        text()
          .replace('"Teasel, day VFR"', JSON.stringify(title))
          .replace('"id": "teasel-ls"', '"id": "html"')
          .replace('"label": "Small display"', `"label": ${JSON.stringify(title)}`)
      )
    )
    await expect(page.getByRole('article').filter({ hasText: title })).toBeVisible()
    await visit(page, 'html/panel')
    await expect(page.getByRole('navigation')).toContainText(title)
    expect(await page.locator('img[src="x"]').count()).toBe(0)
    expect(alerted).toBe(false)
  })
})

test('a file of a project that is there already is imported as a copy next to it', async ({ page }) => {
  await withNew(page, async () => {
    await walkTo(page, '/')
    await page.getByLabel('Import a project file').setInputFiles(file(text()))
    await expect(page.getByRole('status')).toContainText('was imported as a copy')
  })
})

test('a lost answer makes no second save', async ({ page }) => {
  const { read } = await copyOf(page, 'skerrow-dunlin')
  await visit(page, 'skerrow-dunlin/brief')
  const before = await read()
  let lost = 0
  // The save arrives, its answer does not.
  await page.route('**/saves', async route => {
    if (lost++) return route.continue()
    await route.fetch()
    await route.abort()
  })
  await rename(page, 'Said once')
  await expect(page.getByText('Not saved: trying again')).toBeVisible()
  await saved(page)
  await page.unroute('**/saves')
  const after = await read()
  expect([after.version, after.project.title]).toEqual([before.version + 1, 'Said once'])
  const alike = (kept: Kept) => kept.history.past.filter(step => step.label === after.history.past.at(-1)!.label).length
  expect(alike(after)).toBe(alike(before) + 1)
})
