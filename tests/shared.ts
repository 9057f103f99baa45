import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import type { Browser, Page } from '@playwright/test'
import type { Project } from '../core/document'
import { startServer, type Server } from './server'
import { expect, test as watched, watchOver } from './watched'

export * from './watched'

const DEMO = join(import.meta.dirname, '../demo/projects')
const demos = new Map(
  readdirSync(DEMO).map(name => {
    const project = JSON.parse(readFileSync(join(DEMO, name), 'utf8')) as Project
    return [project.id, project] as const
  })
)

/** A window that one test after the other works in, and what it kept when it was opened. */
interface Desk {
  page: Page
  /** A person’s preferences, as the application holds it. */
  preferences?: Record<string, unknown>
  /** All that is kept in the browser. */
  kept: string
}
/** What a page works with in the test under way: the server, and its own copy of each demo project. */
interface Work {
  base: string
  copies: Map<string, string>
}
const works = new WeakMap<Page, Work>()
const workOf = (page: Page): Work => {
  const work = works.get(page)
  if (!work) throw new Error('This page is not one that the tests share: take `test` of ./shared.')
  return work
}
let copied = 0

/** The address of the server that a page works with. */
export const baseOf = (page: Page): string => workOf(page).base

/** What is asked of the server is asked again where it had just closed a connection that nobody used. */
const AGAIN = { maxRetries: 2 }
/** Brings a project in, as a file is brought in by hand. @returns its id */
export async function bring(page: Page, project: object): Promise<string> {
  const made = await page.request.post(`${baseOf(page)}/api/projects`, { data: project, ...AGAIN })
  expect(made.ok(), await made.text()).toBe(true)
  return ((await made.json()) as { id: string }).id
}
/** The test’s own copy of a demo project, made when it is first asked for; any other id is the project’s itself. */
async function copyOf(page: Page, id: string): Promise<string> {
  const { copies } = workOf(page)
  const demo = demos.get(id)
  if (!demo) return id
  if (!copies.has(id)) copies.set(id, await bring(page, { ...demo, id: `${id}-${++copied}` }))
  return copies.get(id)!
}
/** A project as the server keeps it. */
export async function kept(page: Page, id: string): Promise<Project> {
  const answer = await page.request.get(`${baseOf(page)}/api/projects/${await copyOf(page, id)}`, AGAIN)
  return ((await answer.json()) as { project: Project }).project
}

/** What the application shows outside, which is all that is read of its inside here. */
interface Running {
  useNuxtApp: () => {
    $router: { push: (to: string) => Promise<unknown> }
    $pinia?: { state: { value: { bench?: { project?: { id: string } }; preferences: Record<string, unknown> } } }
  }
}
/**
 * Goes to an address within the application. The window stays as a person’s does who goes from one aeroplane to another: what a
 * new window and a link do is tested in frame and keeping.
 */
export async function walkTo(page: Page, path: string): Promise<void> {
  const base = baseOf(page)
  if (!page.url().startsWith(base)) return void (await page.goto(base + path))
  await page.evaluate(async to => {
    await (window as unknown as Running).useNuxtApp().$router.push(to)
    // The Tab key begins at the top again, as in a new window.
    ;(document.activeElement as HTMLElement | null)?.blur()
    getSelection()?.collapse(document.body, 0)
  }, path)
}
/** The address of a step, as `skerrow-dunlin/power?option=b`, on the test’s own copy of that project. */
export async function addressOf(page: Page, address: string): Promise<string> {
  const [id, ...rest] = address.split(/(?=[/?])/)
  return `/p/${await copyOf(page, id!)}${rest.join('')}`
}
/** Walks to a step of the test’s own copy of a demo project, or of a project that it has brought in. */
export async function visit(page: Page, address: string): Promise<void> {
  const path = await addressOf(page, address)
  await walkTo(page, path)
  await page.waitForFunction(
    wanted => (window as unknown as Running).useNuxtApp?.().$pinia?.state.value.bench?.project?.id === wanted,
    path.split(/[/?]/)[2]
  )
}

/** Walks to a step, as `visit` does, and waits until there are figures. */
export async function arrive(page: Page, address: string): Promise<void> {
  await visit(page, address)
  await expect(page.locator('[data-figure]').first()).toBeVisible()
}

const keptIn = (page: Page) =>
  page.evaluate(() =>
    JSON.stringify(
      Object.entries(localStorage)
        .filter(([key]) => key.startsWith('ewerpanel.'))
        .sort()
    )
  )
/** A person’s preferences put as it was, or with the findings open or not; it is kept in the browser a moment later. */
const putTaste = (page: Page, preferences: Record<string, unknown>) =>
  page.evaluate(async wanted => {
    Object.assign((window as unknown as Running).useNuxtApp().$pinia!.state.value.preferences, wanted)
    await new Promise(done => setTimeout(done))
  }, preferences)
/** What a person has set before a test begins. */
interface Taste {
  findingsOpen: boolean
  tourDone: boolean
  units: 'inch' | 'metric'
  locale?: string
}
/** @param shared of many tests: what opens there opens at once, which is less to draw. In a window of one test’s own it moves. */
async function newDesk(browser: Browser, shared: boolean, { locale, ...preferences }: Taste): Promise<Desk> {
  const reducedMotion = shared ? 'reduce' : 'no-preference'
  const context = await browser.newContext({ acceptDownloads: true, locale, reducedMotion })
  await context.addInitScript(({ findingsOpen, tourDone, units }) => {
    // An empty page has no storage.
    if (!location.protocol.startsWith('http')) return
    const set = Object.entries({ 'findings-open': findingsOpen, 'tour-done': tourDone, units })
    for (const [key, value] of set) {
      const name = `ewerpanel.${key}`
      if (localStorage.getItem(name) === null) localStorage.setItem(name, String(value))
    }
  }, preferences)
  return { page: await context.newPage(), kept: '' }
}
const ownOf = async (page: Page): Promise<string[]> =>
  ((await (await page.request.get(`${baseOf(page)}/api/catalogue`, AGAIN)).json()) as { own: string[] }).own

interface Window {
  page: Page
  watched: void
  /** A window that no other test has worked in, which is not used again: for what is kept in it, or slowed, or its history. */
  alone: boolean
  units: Taste['units']
}
/**
 * `test` on a server and in a window that the tests of one runner share, each on projects of its own: a new window compiles the
 * program anew, which takes longer than most tests. A person’s preferences is put back after each; a window in which a test failed, or
 * kept something else, is not used again. What it added to the catalogue is taken out.
 */
export const test = watched.extend<Window, { site: Server; desks: Map<string, Desk> }>({
  alone: [false, { option: true }],
  units: ['inch', { option: true }],
  site: [
    async ({}, use) => {
      const server = await startServer()
      await use(server)
      await server.kill()
    },
    { scope: 'worker' }
  ],
  desks: [
    async ({ browser }, use) => {
      const desks = new Map<string, Desk>()
      await use(desks)
      if (browser.isConnected()) for (const { page } of desks.values()) await page.context().close()
    },
    { scope: 'worker' }
  ],
  page: async ({ browser, site, desks, findingsOpen, tourDone, units, locale, viewport, alone }, use, info) => {
    const preferences = { findingsOpen, tourDone, units, locale }
    // Whether the findings are open is put before each test; the rest is another person.
    const key = JSON.stringify({ tourDone, units, locale })
    const desk = (!alone && desks.get(key)) || (await newDesk(browser, !alone, preferences))
    if (!alone) desks.set(key, desk)
    const { page } = desk
    page.setDefaultTimeout(40_000)
    works.set(page, { base: site.base, copies: new Map() })
    if (viewport) await page.setViewportSize(viewport)
    await page.mouse.move(0, 0)
    if (!alone) {
      await atDesk(desk, site.base)
      await putTaste(page, { findingsOpen })
    }
    const own = new Set(await ownOf(page))
    await use(page)
    const added = (await ownOf(page)).filter(id => !own.has(id))
    for (const id of added) await page.request.delete(`${site.base}/api/catalogue/${id}`, AGAIN)
    for (const id of workOf(page).copies.values()) await page.request.delete(`${site.base}/api/projects/${id}`, AGAIN)
    if (!alone && info.status === 'passed' && added.length === 0 && (await isAsBefore(desk, site.base))) return
    if (!alone) desks.delete(key)
    await page.context().close()
  },
  watched: async ({ page }, use) => {
    const watch = watchOver(page)
    await use()
    await watch.end()
  }
})
/** Opens a window where nothing is worked out, and remembers what it keeps before any test works in it. */
async function atDesk(desk: Desk, base: string): Promise<void> {
  const { page } = desk
  if (desk.preferences) return
  await page.goto(`${base}/nowhere`)
  await page.getByRole('main').waitFor()
  desk.preferences = await page.evaluate(() => ({
    ...(window as unknown as Running).useNuxtApp().$pinia!.state.value.preferences
  }))
  desk.kept = await keptIn(page)
}
/** Puts a person’s preferences back. @returns whether the window stands and keeps nothing else */
async function isAsBefore({ page, preferences, kept }: Desk, base: string): Promise<boolean> {
  if (page.isClosed() || !page.url().startsWith(base)) return false
  await putTaste(page, preferences!)
  return (await keptIn(page)) === kept
}
