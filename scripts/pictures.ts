// npm run pictures: takes docs/screenshots anew from the demo. All of them, or those that are named: npm run pictures -- panel rules.
import { chromium, type Page } from '@playwright/test'
import { join } from 'node:path'
import { BROWSER } from './browser.mjs'
import { startServer } from '../tests/server'

const FOLDER = join(import.meta.dirname, '../docs/screenshots')
const press = (page: Page, name: string | RegExp) => page.getByRole('button', { name }).first().click()
/** Layers of the drawing, pressed; it opens as a picture by day. */
async function layers(page: Page, ...names: string[]) {
  for (const name of names) await page.getByRole('button', { name, exact: true }).click()
}
interface View {
  step: string
  /** What is done before the picture is taken. */
  acts?: (page: Page) => Promise<unknown>
}
/** Each picture by its name; the option is the one with the wide display, unless the address says another. */
const VIEWS: Readonly<Record<string, View>> = {
  'hangar': { step: '' },
  'brief': { step: 'brief' },
  'equipment': { step: 'equipment' },
  'panel': { step: 'panel' },
  'panel-room': { step: 'panel?pane=finder', acts: page => press(page, 'Try the whole catalogue') },
  'panel-sheet': {
    step: 'panel?option=a&pane=sheet',
    acts: async page => {
      await layers(page, 'Cutouts', 'Metal')
      await press(page, 'Rib R2 behind')
    }
  },
  'panel-seats': { step: 'panel?pane=seats', acts: page => layers(page, 'Sight', 'Reach') },
  'panel-hands': { step: 'panel?pane=hands' },
  'panel-night': { step: 'panel', acts: page => layers(page, 'By night') },
  'power': { step: 'power' },
  'power-distribution': { step: 'power?pane=feeds' },
  'power-circuits': { step: 'power?pane=circuits' },
  'power-battery': { step: 'power?pane=loss' },
  'wiring': { step: 'wiring?pane=list' },
  'rules': { step: 'rules' },
  'rules-failures': {
    step: 'rules?pane=failures',
    acts: async page => {
      await press(page, 'Buses')
      await press(page, 'Essential bus')
    }
  },
  'budget': { step: 'budget' },
  'budget-balance': { step: 'budget?pane=balance' },
  'build': { step: 'build' }
}

const asked = process.argv.slice(2)
const unknown = asked.filter(name => !(name in VIEWS))
if (unknown.length)
  throw new Error(`There is no picture ${unknown.join(', ')}; there is ${Object.keys(VIEWS).join(', ')}.`)
const server = await startServer()
const browser = await chromium.launch(BROWSER)
try {
  for (const [name, { step, acts }] of Object.entries(VIEWS)) {
    if (asked.length && !asked.includes(name)) continue
    // Each as a person’s first look at it: no picture holds what was done for another.
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' })
    await context.addInitScript(() => localStorage.setItem('ewerpanel.tour-done', 'true'))
    const page = await context.newPage()
    const address =
      step && `/p/skerrow-dunlin/${step}${step.includes('option=') ? '' : `${step.includes('?') ? '&' : '?'}option=b`}`
    await page.goto(server.base + address)
    const quiet = () =>
      step
        ? page.locator('.tally[aria-busy="false"] [data-figure="findings"]').waitFor()
        : page.getByRole('article').first().waitFor()
    await quiet()
    await acts?.(page)
    await quiet()
    // What is worked out on and on stands still after a while, and what was pointed at is pointed at no more.
    await page.mouse.move(84, 560)
    await page.waitForTimeout(4_000)
    await page.screenshot({ path: join(FOLDER, `${name}.png`) })
    await context.close()
    console.log(name)
  }
} finally {
  await browser.close()
  await server.kill()
}
