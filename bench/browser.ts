import { gzipSync } from 'node:zlib'
import { chromium, type Browser } from '@playwright/test'
import { BROWSER } from '../scripts/browser.mjs'
import { largeProject } from './generate'
import { note, rows } from './table'

// What is run in the page: from an act until what it changes is drawn, in ms.
/** Letters into a field until other rows stand there. */
const MEASURE_LETTER = `async ({ text, field, rows }) => {
  const input = document.querySelector(field)
  const shown = () => [...document.querySelectorAll(rows)].map(row => Object.values(row.dataset).join()).join(';')
  const before = shown()
  const start = performance.now()
  Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(input, text)
  input.dispatchEvent(new Event('input', { bubbles: true }))
  while (shown() === before) {
    if (performance.now() - start > 3000) throw new Error('“' + text + '” changed no row: that measures nothing.')
    await new Promise(done => requestAnimationFrame(done))
  }
  return performance.now() - start
}`
const MEASURE_ADD = `async () => {
  const money = document.querySelector('[data-figure="money"] .value')
  const before = money.textContent
  const start = performance.now()
  document.querySelector('[data-item] button[aria-label^="Add "]').click()
  while (money.textContent === before && performance.now() - start < 20000) await new Promise(done => requestAnimationFrame(done))
  return performance.now() - start
}`
const MEASURE_STEP = `async step => {
  const start = performance.now()
  document.querySelector('nav[aria-label="Steps"] a[href*="/' + step + '"]').click()
  while (!(location.pathname.endsWith(step) && document.querySelector('main h1')) && performance.now() - start < 5000)
    await new Promise(done => requestAnimationFrame(done))
  await new Promise(done => requestAnimationFrame(() => setTimeout(done)))
  return performance.now() - start
}`
/** Nudges a unit and waits until the tally, busy while the new design is examined, is at rest again. In ms. */
const MEASURE_ACT = `async key => {
  const tally = document.querySelector('.tally')
  const start = performance.now()
  document.querySelector('[data-unit="u20"]').dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }))
  await new Promise(done => {
    let seen = false
    const observer = new MutationObserver(() => {
      if (tally.getAttribute('aria-busy') === 'true') seen = true
      else if (seen) { observer.disconnect(); done() }
    })
    observer.observe(tally, { attributes: true, attributeFilter: ['aria-busy'] })
  })
  return performance.now() - start
}`

const letter = (text: string, field: string, list: string) =>
  `(${MEASURE_LETTER})(${JSON.stringify({ text, field, rows: list })})`
const newPage = async (browser: Browser) =>
  (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()

/** The hangar in a new browser, and what it had to fetch for it. */
async function firstScreen(browser: Browser, base: string) {
  const first: number[] = []
  let bytes = 0
  for (let round = 0; round < 8; round++) {
    const page = await newPage(browser)
    bytes = 0
    const sizes: Promise<void>[] = []
    page.on('response', answer => {
      if (answer.request().resourceType() === 'script')
        sizes.push(
          answer.body().then(body => {
            bytes += gzipSync(body, { level: 9 }).length
          })
        )
    })
    const start = performance.now()
    await page.goto(base)
    await page.getByRole('article').first().waitFor()
    if (round > 0) first.push(performance.now() - start)
    await page.waitForLoadState('networkidle')
    await Promise.all(sizes)
    await page.context().close()
  }
  note('first screen: hangar with its projects, new browser context', first, '1000 ms')
  rows.push({
    what: 'script for the first screen, gzip',
    median: `${(bytes / 1024).toFixed(0)} kB`,
    p95: '',
    limit: '260 kB'
  })
}

/** An act in the browser, on a project of 80 units: from the key that nudges a unit to all figures of the new design. */
async function actToFigures(browser: Browser, base: string) {
  const acting = await newPage(browser)
  await acting.goto(`${base}/p/large/panel`)
  // By keyboard: another unit may stand before it.
  await acting.locator('[data-unit="u20"]').press('Enter')
  await acting.locator('.tally[aria-busy="false"] [data-figure="findings"]').waitFor()
  const acts: number[] = []
  for (let round = 0; round < 34; round++) {
    const ms = await acting.evaluate<number>(`(${MEASURE_ACT})('${round % 2 ? 'ArrowLeft' : 'ArrowRight'}')`)
    if (round >= 4) acts.push(ms)
    await acting.waitForTimeout(300)
  }
  note('act to all figures in the browser, 80 units (a unit nudged)', acts, '50 ms, p95 100 ms')
  await acting.context().close()
}

/** A harness of 600 wires and more: the list is opened, then words are typed into its filter. */
async function filterWires(browser: Browser, base: string) {
  const many = { ...largeProject(200), id: 'wires' }
  await fetch(`${base}/api/projects`, { method: 'POST', body: JSON.stringify(many) })
  const listing = await newPage(browser)
  await listing.goto(`${base}/p/wires/wiring?pane=list`)
  await listing.locator('[data-wire]').first().waitFor({ timeout: 60_000 })
  await listing.waitForTimeout(1500)
  const count = await listing.locator('.wires h2 .figures').textContent()
  const filtered: number[] = []
  for (const text of ['item 12', 'ground', 'item 8', '', 'item 3', 'ground', 'item 9', ''])
    filtered.push(await listing.evaluate<number>(letter(text, 'input[aria-label="Filter wire list"]', '[data-wire]')))
  note(`wire list of ${count} filtered and drawn`, filtered, '100 ms')
  await listing.context().close()
}

/** Steps are opened, letters typed into Find, a unit added: on this machine, and on a page throttled four times. */
async function useAPage(browser: Browser, base: string) {
  for (const rate of [1, 4]) {
    const using = await newPage(browser)
    await using.goto(`${base}/p/skerrow-dunlin/equipment`)
    await using.locator('[data-item]').first().waitFor()
    await using.waitForTimeout(4000)
    const session = await using.context().newCDPSession(using)
    await session.send('Emulation.setCPUThrottlingRate', { rate })
    const limit = (ms: string, throttled: string) => (rate === 1 ? ms : throttled)
    const throttle = rate === 1 ? '' : ', throttled four times'
    const letters: number[] = []
    for (const text of ['w', 'way', 'dial', 'horizon', 'probe', 'lights', 'servo', ''])
      letters.push(await using.evaluate<number>(letter(text, '.find input', '[data-item]')))
    note(`a keystroke in Find${throttle}`, letters, limit('50 ms', '200 ms'))
    const added: number[] = []
    for (let round = 0; round < 6; round++) {
      await using.waitForTimeout(1500)
      added.push(await using.evaluate<number>(`(${MEASURE_ADD})()`))
    }
    note(`Add to the money figure${throttle}`, added, limit('150 ms', '600 ms'))
    const steps: number[] = []
    for (let round = 0; round < 2; round++)
      for (const step of ['brief', 'panel', 'power', 'wiring', 'rules', 'budget', 'build', 'equipment']) {
        const ms = await using.evaluate<number>(`(${MEASURE_STEP})('${step}')`)
        // The first time a step’s code is fetched; the second time is what a person meets all day.
        if (round > 0) steps.push(ms)
        await using.waitForTimeout(500)
      }
    note(`opening a step${throttle}`, steps, limit('150 ms', '600 ms'))
    await using.context().close()
  }
}

/** A hand drags one of 80 units about the panel: what each frame costs the screen’s own thread. */
async function drag(browser: Browser, base: string) {
  const page = await newPage(browser)
  await page.goto(`${base}/p/large/panel`)
  await page.locator('[data-unit="u20"]').waitFor()
  await page.waitForTimeout(1500)
  const tools = await page.context().newCDPSession(page)
  const box = (await page.locator('[data-unit="u20"]').boundingBox())!
  await page.mouse.move(box.x + 10, box.y + 10)
  await page.mouse.down()
  const trace: { name: string; ph: string; dur?: number }[] = []
  tools.on('Tracing.dataCollected', ({ value }) => {
    trace.push(...(value as unknown as typeof trace))
  })
  await tools.send('Tracing.start', {
    transferMode: 'ReportEvents',
    traceConfig: { includedCategories: ['devtools.timeline', 'toplevel', 'cc'] }
  })
  for (let move = 0; move < 120; move++) {
    await page.mouse.move(box.x + 10 + (move % 60) * 3, box.y + 10 + (move % 30) * 2)
    await page.waitForTimeout(40)
  }
  const traced = new Promise<void>(done => tools.once('Tracing.tracingComplete', () => done()))
  await tools.send('Tracing.end')
  await traced
  const frames = trace
    .filter(event => event.name === 'ProxyMain::BeginMainFrame' && event.ph === 'X')
    .map(frame => frame.dur! / 1000)
  console.log(
    `Frames of the traced drag: ${frames.length}, over 16.7 ms: ${frames.filter(ms => ms > 16.7).length}, the ` +
      `longest ${Math.max(...frames).toFixed(1)} ms.`
  )
  await page.mouse.up()
  note('traced drag with 80 units: a frame on the screen’s thread, examining and drawing', frames, '16.7 ms')
}

/** The real interface, headless. The server keeps the generated project `large`. */
export async function measureBrowser(base: string): Promise<void> {
  const browser = await chromium.launch(BROWSER)
  try {
    for (const measure of [firstScreen, actToFigures, filterWires, useAPage, drag]) await measure(browser, base)
  } finally {
    await browser.close()
  }
}
