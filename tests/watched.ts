import { expect, test as base, type ConsoleMessage, type Locator, type Page } from '@playwright/test'

/** Hears what a page throws and calls an error, until its test ends. */
export function watchOver(page: Page): { end: () => Promise<void> } {
  const errors: string[] = []
  const thrown = (error: Error) => void errors.push(error.message)
  const said = (message: ConsoleMessage) => {
    if (message.type() === 'error' && !message.text().startsWith('Failed to load resource')) errors.push(message.text())
  }
  page.on('pageerror', thrown).on('console', said)
  return {
    end: async () => {
      // What a test did is saved before the next one begins.
      if (!page.isClosed() && (await page.locator('.save').count()))
        await expect(page.locator('.save:is(.saved, .stale, .missing, .failed)')).toHaveCount(1)
      page.off('pageerror', thrown).off('console', said)
      expect(errors, 'errors of the page').toEqual([])
    }
  }
}

/**
 * Playwright’s `test`, which fails besides when the page itself threw or said an error: a screen that looks right while its
 * script has stopped is not right. What the browser says of an answer of the server’s (409, 404) is the test’s own matter.
 * The findings stand open beside the work, unless a test wants them as a first visit has them.
 */
export const test = base.extend<{ watched: void; findingsOpen: boolean; tourDone: boolean }>({
  findingsOpen: [true, { option: true }],
  tourDone: [true, { option: true }],
  watched: [
    async ({ page, findingsOpen, tourDone }, use) => {
      const watch = watchOver(page)
      await page.addInitScript(
        ({ done, findings }) => {
          // An empty page has no storage.
          if (!location.protocol.startsWith('http')) return
          if (done) localStorage.setItem('ewerpanel.tour-done', 'true')
          if (findings && localStorage.getItem('ewerpanel.findings-open') === null)
            localStorage.setItem('ewerpanel.findings-open', 'true')
        },
        { done: tourDone, findings: findingsOpen }
      )
      await use()
      await watch.end()
    },
    { auto: true }
  ]
})
export { expect }

const pageOf = (scope: Page | Locator): Page => ('page' in scope ? scope.page() : scope)
/** A field of the library’s, by its label: with it what it shows. */
export const field = (scope: Page | Locator, label: string): Locator =>
  scope.locator('.v-input').filter({ has: pageOf(scope).getByLabel(label, { exact: true }) })

/** Chooses from a list of the library’s; what may be chosen is drawn over the page. */
export async function choose(scope: Page | Locator, label: string, option: string | RegExp): Promise<void> {
  const page = pageOf(scope)
  const list = field(scope, label)
  await list.click()
  // One that can be searched draws only the choices in sight.
  const searched = await list.evaluate(field => field.classList.contains('v-autocomplete'))
  if (searched && typeof option === 'string') await list.locator('input[role=combobox]').fill(option)
  await page.getByRole('option', { name: option, exact: typeof option === 'string' }).click()
}

/** Until what was done is saved. The word may still be said of the act before until the screen has been drawn again. */
export async function saved(page: Page): Promise<void> {
  await page.evaluate(() => new Promise(done => requestAnimationFrame(() => requestAnimationFrame(done))))
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
}

/** Until the figures have followed the last act. */
export const settled = (page: Page) => page.locator('.tally[aria-busy="false"] [data-figure="findings"]').waitFor()

/** Until the figures have followed the last act and the drawing of the panel has stood still for a fifth of a second. */
export async function atRest(page: Page) {
  await settled(page)
  let before = ''
  await expect
    .poll(
      async () => {
        const now = JSON.stringify(await page.locator('.drawing svg').first().boundingBox())
        const same = now === before
        before = now
        return same
      },
      { intervals: [200] }
    )
    .toBe(true)
}
