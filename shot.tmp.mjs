import { chromium } from '@playwright/test'
import { BROWSER } from './scripts/browser.mjs'
const [out, path, size = '1280x800', ...steps] = process.argv.slice(2)
const [width, height] = size.split('x').map(Number)
const browser = await chromium.launch(BROWSER)
const page = await browser.newPage({ viewport: { width, height } })
page.on('pageerror', e => console.log('PAGEERROR', e.message))
page.on('console', m => m.type() === 'error' && console.log('CONSOLE', m.text().slice(0, 300)))
await page.addInitScript(() => { localStorage.setItem('ewerpanel.tour-done', 'true'); localStorage.setItem('ewerpanel.findings-open', localStorage.getItem('ewerpanel.findings-open') ?? 'false') })
await page.goto('http://127.0.0.1:4477' + path)
await page.locator('[data-figure]').first().waitFor({ timeout: 20000 }).catch(() => console.log('no figure'))
await page.waitForTimeout(1500)
for (const step of steps) { await eval(`(async () => { ${step} })()`); await page.waitForTimeout(700) }
await page.screenshot({ path: out })
await browser.close()
