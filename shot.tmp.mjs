import { chromium } from '@playwright/test'
import { BROWSER } from './scripts/browser.mjs'
const b = await chromium.launch(BROWSER)
const page = await b.newPage({ viewport: { width: 1280, height: 800 } })
page.on('pageerror', e => console.log('ERR', e.message)); page.on('console', m => { if (m.type() === 'error') console.log('CON', m.text()) })
await page.goto('http://127.0.0.1:4101/p/skerrow-dunlin/layout'); await page.waitForSelector('.unit')
await page.getByRole('tab', { name: /Option B/ }).click().catch(async () => { await page.keyboard.press(']') })
await page.waitForTimeout(1500)
await page.screenshot({ path: '/tmp/s1.png' })
for (const [i, name] of ['Room for', 'Sheet', 'Seats', 'Hands', 'Paper and cutter'].entries()) {
  await page.getByRole('tab', { name, exact: true }).click(); await page.waitForTimeout(500)
  if (name === 'Room for') { await page.getByLabel('Where can this go?').selectOption({ label: 'Wide horizon (on this panel)' }).catch(async () => { await page.getByLabel('Where can this go?').selectOption({ index: 5 }) }); await page.waitForTimeout(800); await page.getByText('Try the whole catalogue').first().click(); await page.waitForTimeout(3000) }
  if (name === 'Seats') await page.getByRole('button', { name: 'Sight', exact: true }).click()
  if (name === 'Hands') { await page.getByRole('button', { name: 'Sight', exact: true }).click(); await page.getByRole('button', { name: 'Flow', exact: true }).click(); }
  if (name === 'Paper and cutter') { await page.getByRole('button', { name: 'Flow', exact: true }).click(); await page.getByText('Send the drawing').click(); await page.waitForTimeout(800) }
  await page.waitForTimeout(400)
  await page.screenshot({ path: `/tmp/s${i + 2}.png` })
}
await b.close()
