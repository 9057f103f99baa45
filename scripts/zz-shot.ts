import { chromium } from '@playwright/test'
import { BROWSER } from './browser.mjs'
import { startServer } from '../tests/server'
const server = await startServer()
const base = server.base
const browser = await chromium.launch(BROWSER)
const shots: [string, string, string?, string?][] = JSON.parse(process.argv[2]!)
const page = await browser.newPage({
  viewport: { width: Number(process.argv[3] ?? 1280), height: Number(process.argv[4] ?? 800) }
})
await page.addInitScript(() => localStorage.setItem('ewerpanel.tour-done', 'true'))
page.on('console', m => m.type() === 'error' && console.log('console', m.text()))
page.on('pageerror', e => console.log('pageerror', e.message))
for (const [name, path, click, scroll] of shots) {
  await page.goto(`${base}/p/${path}`)
  await page.waitForTimeout(5000)
  if (click) {
    await page.locator(click).first().click({ force: true })
    await page.waitForTimeout(1500)
  }
  if (scroll) {
    await page.locator(scroll).first().scrollIntoViewIfNeeded()
    await page.waitForTimeout(600)
  }
  await page.screenshot({ path: `/tmp/shot-${name}.png` })
}
await browser.close()
await server.kill()
process.exit(0)
