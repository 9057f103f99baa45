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
  /** Which project of the demo; the one with three options when absent. */
  of?: string
  step: string
  /** What is done before the picture is taken. */
  acts?: (page: Page) => Promise<unknown>
}
/** Each picture by its name; the option is the one with the wide display, unless the address says another. */
const VIEWS: Readonly<Record<string, View>> = {
  'hangar': { step: '' },
  'brief': { step: 'brief' },
  'equipment': { step: 'equipment' },
  'panel': { of: 'hollin-whimbrel', step: 'panel' },
  'panel-findings': { step: 'panel', acts: page => press(page, /^Open findings/) },
  'panel-sheet': {
    step: 'panel?option=a&pane=sheet',
    acts: async page => {
      await layers(page, 'Cutouts', 'Metal')
      await press(page, 'Rib R2 behind')
    }
  },
  'panel-seat': { step: 'panel?pane=seats', acts: page => layers(page, 'From seat') },
  'panel-night': { step: 'panel', acts: page => layers(page, 'By night') },
  'power': { step: 'power' },
  'power-circuits': { step: 'power?pane=circuits' },
  'power-battery': { step: 'power?pane=loss' },
  'wiring': { step: 'wiring' },
  'wiring-airframe': { step: 'wiring?pane=airframe' },
  'rules': { step: 'rules' },
  'rules-failures': {
    step: 'rules?pane=failures',
    acts: async page => {
      await page.getByLabel('Fail a part').fill('Alternator')
      await page.getByRole('option', { name: 'Alternator', exact: true }).first().click()
      await page.locator('[data-face="standby"]').click()
      await page.getByLabel('Minutes since the failure').fill('95')
      await page.locator('.board').evaluate(board => board.scrollIntoView())
    }
  },
  'budget': { step: 'budget' },
  'budget-options': { step: 'budget?pane=options' },
  'budget-time': {
    step: 'budget?pane=time',
    acts: page => page.locator('[data-odds]').evaluate(odds => odds.scrollIntoView())
  },
  'build': { step: 'build' }
}

const asked = process.argv.slice(2)
const unknown = asked.filter(name => !(name in VIEWS))
if (unknown.length)
  throw new Error(`There is no picture ${unknown.join(', ')}; there is ${Object.keys(VIEWS).join(', ')}.`)
const server = await startServer()
const browser = await chromium.launch(BROWSER)
try {
  for (const [name, { of = 'skerrow-dunlin', step, acts }] of Object.entries(VIEWS)) {
    if (asked.length && !asked.includes(name)) continue
    // Each as a person’s first look at it: no picture holds what was done for another.
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' })
    await context.addInitScript(() => localStorage.setItem('ewerpanel.tour-done', 'true'))
    const page = await context.newPage()
    const option =
      of === 'skerrow-dunlin' && !step.includes('option=') ? `${step.includes('?') ? '&' : '?'}option=b` : ''
    const address = step && `/p/${of}/${step}${option}`
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
