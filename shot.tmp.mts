import { chromium } from '@playwright/test'
import { BROWSER } from './scripts/browser.mjs'
import { startServer } from './tests/server'
const server = await startServer()
const browser = await chromium.launch(BROWSER)
const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
const errors: string[] = []
page.on('pageerror', e => errors.push(e.message)); page.on('console', m => { if (m.type() === 'error') errors.push(m.text()) })
const which = process.argv[2]!.split(',')
try {
  await page.goto(`${server.base}/p/skerrow-dunlin/power`)
  await page.getByRole('tab', { name: 'Loads' }).waitFor()
  await page.getByRole('tab', { name: 'B', exact: false }).first().waitFor().catch(() => {})
  // option b
  const opt = page.locator('[role=tab]', { hasText: 'one wide display' }).first()
  if (await opt.count()) await opt.click(); else await page.getByText('one wide display').first().click()
  await page.waitForTimeout(800)
  for (const name of which) {
    await page.getByRole('tab', { name, exact: true }).click()
    await page.waitForTimeout(name === 'Feeds' ? 2500 : 1500)
    if (process.argv[3]) await (0, eval)(`(async (page) => { ${process.argv[3]} })`)(page)
    await page.screenshot({ path: `/tmp/shot-${name.replace(/\W/g, '')}.png` })
  }
} finally { console.log(errors.slice(0, 5)); await browser.close(); await server.kill() }
