// Shows that the browser of the end-to-end tests can start and draw here at all, so that a machine where it cannot is
// told apart from a fault of ours.
import { chromium } from '@playwright/test'
import { BROWSER } from './browser.mjs'

const browser = await chromium.launch({ ...BROWSER, timeout: 60_000 })
const page = await browser.newPage()
await page.setContent('<h1>here</h1>')
console.log(`Chromium ${browser.version()} starts and says “${await page.textContent('h1')}”.`)
await browser.close()
