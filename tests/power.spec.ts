import { readFileSync } from 'node:fs'
import type { Locator, Page } from '@playwright/test'
import { bring, choose, expect, field, kept, saved, settled, test, visit } from './shared'
import { XMLValidator } from 'fast-xml-parser'
import { PDFDocument } from 'pdf-lib'
import readExcel from 'read-excel-file/node'
import { blankProject } from '../core/document'

const pane = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click()
const minutes = async (page: Page) =>
  Number(/^(\d+) min/.exec((await page.locator('[data-answer]').textContent())!)![1])
async function open(page: Page, id: string, option = '') {
  await visit(page, `${id}/power${option && `?option=${option}`}`)
  await page.locator('[data-figure]').first().waitFor()
  await expect(page.locator('.power')).toHaveAttribute('aria-busy', 'false')
}
async function drag(page: Page, from: string, to: string) {
  await expect(page.locator('.paper').first()).toHaveAttribute('aria-busy', 'false')
  await page.locator(from).scrollIntoViewIfNeeded()
  const a = (await page.locator(from).boundingBox())!
  await page.mouse.move(a.x + 20, a.y + a.height / 2)
  await page.mouse.down()
  // The nearest part of the target that can be seen.
  const b = (await page.locator(to).boundingBox())!
  const paper = (await page.locator('.paper').first().boundingBox())!
  const y = Math.min(Math.max(b.y + 20, paper.y + 10), paper.y + paper.height - 10)
  const x = Math.min(Math.max(b.x + b.width / 2, paper.x + 6), paper.x + paper.width - 6)
  await page.mouse.move(x, y, { steps: 8 })
  await page.mouse.up()
}

// Findings are tried out while they are open: they are so where a test looks at them.
test.use({ findingsOpen: false })

test.describe('with the findings open', () => {
  test.use({ findingsOpen: true })
  test('from a bare project to a printed analysis', async ({ page }) => {
    const bare = blankProject({
      id: 'bare-power',
      title: 'Bare',
      registration: 'ZZ-BAR',
      model: 'Hollin HB-2 Whimbrel',
      basis: 'amateur-built',
      systemV: 14,
      madeOn: '2026-01-01'
    })
    await bring(page, { ...bare, brief: { ...bare.brief, flying: ['IFR by day'], wantedMinutes: 60 } })
    await open(page, 'bare-power')
    await pane(page, 'Circuits')
    await expect(page.getByText('Nothing takes current yet')).toBeVisible()
    await page
      .getByRole('navigation', { name: 'Steps' })
      .getByRole('link', { name: /Equipment/ })
      .click()
    for (const name of ['Wideface 10', 'Wayfarer T', 'Reserve 6']) {
      await page.getByRole('searchbox', { name: 'Find in the catalogue' }).fill(name)
      await page.getByRole('button', { name: `Add ${name}`, exact: true }).click()
    }
    await page.getByRole('navigation', { name: 'Steps' }).getByRole('link', { name: /Power/ }).click()
    await expect(page.getByRole('row', { name: /cruise in cloud/ })).toBeVisible()
    // The display is put on the essential bus by hand, the navigator is given a fuse; the working says why.
    await pane(page, 'Distribution')
    await drag(page, '[data-node="load ostrel-wideface-10-1"]', '[data-node="main"]')
    await expect(page.locator('[data-node="main"]')).toBeVisible()
    await saved(page)
    expect((await kept(page, 'bare-power')).options[0]!.circuits).toEqual([
      { unit: 'ostrel-wideface-10-1', bus: 'main' }
    ])
    await pane(page, 'Circuits')
    await expect(page.locator('[data-circuit="ostrel-wideface-10-1"]')).toContainText('Main bus')
    await page.getByRole('button', { name: 'Change the circuit of Wayfarer T' }).click()
    const circuit = page.getByRole('dialog', { name: 'Circuit of Wayfarer T' })
    await choose(page, 'Kind of circuit protection', 'fuse')
    await circuit.getByRole('button', { name: 'Close' }).click()
    await expect(page.locator('[data-finding="power.fuse-spares"]')).toContainText('no spare fuses are carried')
    await page.locator('[data-finding="power.fuse-spares"] .remedy button').click()
    await expect(page.locator('[data-finding="power.fuse-spares"]')).toHaveCount(0)
    await page.getByRole('button', { name: 'Change the circuit of Wayfarer T' }).click()
    await circuit.getByRole('button', { name: 'Details of the wire' }).click()
    const working = page.getByRole('dialog').filter({ hasText: 'largest fuse for AWG' })
    await expect(working).toBeVisible()
    await working.getByRole('button', { name: 'Close' }).click()
    await expect(working).toHaveCount(0)
    await circuit.getByRole('button', { name: 'Close' }).click()

    await pane(page, 'Print and files')
    const file = async (name: string) => {
      const download = page.waitForEvent('download')
      await page.getByRole('button', { name, exact: true }).click()
      return readFileSync(await (await download).path())
    }
    const pdf = await PDFDocument.load(await file('PDF to sign'))
    expect(pdf.getPageCount()).toBeGreaterThan(1)
    expect(pdf.getTitle()).toContain('ZZ-BAR')
    const sheets = await readExcel(await file('XLSX'))
    const loads = sheets.find(sheet => sheet.sheet.startsWith('Loads by phase'))!.data
    expect(loads.map(row => row[0])).toEqual(expect.arrayContaining(['Wideface 10', 'Wayfarer T', 'Typical, together']))
    const csv = String(await file('CSV'))
    expect(csv).toContain('Checked by (name, licence, date, signature)')
    expect(csv).toMatch(/Wayfarer T,Essential bus.*\d+(\.\d+)? A fuse/)
    const svg = String(await file('SVG'))
    expect(XMLValidator.validate(svg)).toBe(true)
    expect(svg).toContain('Wayfarer T')
  })

  test('feeds are drawn: a bus added, tied by hand, renamed by keyboard, failed and taken away', async ({ page }) => {
    await page.setViewportSize({ width: 1700, height: 1900 })
    await open(page, 'skerrow-dunlin', 'b')
    await pane(page, 'Distribution')
    await expect(page.locator('[data-node="essential"]')).toBeVisible()
    await page.getByRole('button', { name: '+ bus' }).click()
    const finding = page.locator('[data-finding="power.no-source"]')
    await expect(finding).toContainText('No source feeds the Bus 4')
    await page.getByLabel('Name', { exact: true }).fill('Cargo bus')
    await page.getByLabel('Name', { exact: true }).press('Enter')
    const cargo = page.getByRole('button', { name: /^Cargo bus/ })
    await expect(cargo).toBeVisible()
    const id = (await cargo.getAttribute('data-node'))!
    await drag(page, '[data-node="main"]', `[data-node="${id}"]`)
    await expect(finding).toHaveCount(0)
    await expect(field(page, 'Kind')).toContainText('diode')
    // A ring of diodes is named, not followed for ever.
    await drag(page, `[data-node="${id}"]`, '[data-node="main"]')
    await expect(page.locator('[data-finding="power.feed-ring"]')).toContainText('form a ring')
    await page.keyboard.press('Control+z')
    await expect(page.locator('[data-finding="power.feed-ring"]')).toHaveCount(0)
    await page.getByRole('button', { name: '+ tie' }).click()
    await expect(field(page, 'From')).toContainText('25 Ah lead-acid')
    await page.keyboard.press('Control+z')
    // By keyboard: a unit is chosen with Enter and hung on the new bus from the list.
    await page.locator('[data-node^="load "]').first().focus()
    await page.keyboard.press('Enter')
    await choose(page, 'Fed from', 'Cargo bus')
    await expect(field(page, 'Fed from')).toContainText('Cargo bus')
    // In a setting of the switches: with the master off and the alternators gone only the reserve feeds.
    await choose(page, 'Try Master', 'OFF')
    await expect(page.getByRole('status').filter({ hasText: 'units fed' })).toBeVisible()
    await expect(page.getByRole('button', { name: /^Main bus.*no power/ })).toBeVisible()
    await expect(page.getByRole('button', { name: /^Essential bus(?!.*no power)/ })).toBeVisible()
    await page.getByRole('button', { name: 'Back to normal' }).click()
    await page.locator(`[data-node="${id}"]`).click()
    await page.getByRole('button', { name: 'Delete' }).click()
    await expect(page.locator(`[data-node="${id}"]`)).toHaveCount(0)
    await page.getByRole('button', { name: 'Back to the proposal' }).click()
    await saved(page)
    expect((await kept(page, 'skerrow-dunlin')).options[1]).not.toHaveProperty('supply')
  })

  test('a breaker larger than its wire is said and cured in Power', async ({ page }) => {
    await visit(page, 'hollin-whimbrel/power')
    await page.getByRole('tab', { name: 'Circuits' }).click()
    const change = page.getByRole('button', { name: 'Change the circuit of Com', exact: true })
    await change.click()
    const circuit = page.getByRole('dialog', { name: 'Circuit of Com' })
    await choose(page, 'Breaker or fuse', /^15 A/)
    await expect(field(page, 'Wire')).toContainText('AWG 16')
    await choose(page, 'Wire', /^AWG 22\b/)
    await circuit.getByRole('button', { name: 'Close' }).click()
    const finding = page.locator('[data-finding="power.protector"]')
    await expect(finding).toContainText('The 15 A breaker of Com does not protect its AWG 22 wire. Maximum is 5 A.')
    await finding.locator('.remedy button').click()
    await expect(finding).toHaveCount(0)
    await change.click()
    await circuit.getByRole('button', { name: 'Details of the wire' }).click()
    await expect(page.getByRole('dialog').filter({ hasText: 'AC 43.13-1B, table 11-3' })).toBeVisible()
  })

  test('a feeder too small for what it carries is said, its working shown, and cured by its remedy', async ({
    page
  }) => {
    await open(page, 'skerrow-dunlin', 'b')
    await pane(page, 'Circuits')
    const feeder = page.locator('[data-feeder="alternator-feed"]')
    const change = feeder.getByRole('button', { name: 'Change Alternator feed' })
    const dialog = page.getByRole('dialog', { name: 'Alternator feed' })
    await expect(feeder).toContainText('60')
    await change.click()
    await choose(page, 'Breaker', /^20 A/)
    await dialog.getByRole('button', { name: 'Close' }).click()
    const finding = page.locator('[data-finding="power.feeder-rated"]')
    await expect(finding).toContainText('rated 20.0 A. It will open and disconnect everything it feeds')
    await change.click()
    await dialog.getByRole('button', { name: 'Details of the breaker' }).click()
    const working = page.getByRole('dialog').filter({ hasText: 'the alternator into a flat battery' })
    await expect(working).toBeVisible()
    await page.keyboard.press('Escape')
    await expect(working).toHaveCount(0)
    await page.keyboard.press('Escape')
    // Whoever closes a dialog stands again where it was opened.
    await expect(change).toBeFocused()
    await finding.getByRole('button', { name: 'Use a 60 A breaker.' }).click()
    await expect(finding).toHaveCount(0)
    await expect(feeder).toContainText('60')
    // The wire a starter burns: a battery cable chosen too thin, taken back by undo.
    await page.getByRole('button', { name: 'Change Battery contactor' }).click()
    await choose(page, 'Wire', /^AWG 10\b/)
    await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click()
    await expect(page.locator('[data-finding="power.feeder-starter"]')).toContainText('AWG 4 to 2 is common practice')
    await page.keyboard.press('Control+z')
    await expect(page.locator('[data-finding="power.feeder-starter"]')).toHaveCount(0)
    await page.keyboard.press('Control+z')
    await page.keyboard.press('Control+z')
    await saved(page)
    expect((await kept(page, 'skerrow-dunlin')).options[1]).not.toHaveProperty('supply')
  })
})

test('what must I shed to have so many minutes: answered and applied', async ({ page }) => {
  await open(page, 'skerrow-dunlin', 'b')
  await pane(page, 'On battery')
  const before = await minutes(page)
  const wanted = before + 30
  await page.getByLabel('Minutes asked for').fill('an hour')
  await page.getByLabel('Minutes asked for').press('Enter')
  await expect(page.getByRole('button', { name: 'Load-shed list' })).toBeDisabled()
  await page.getByLabel('Minutes asked for').fill(String(wanted))
  await page.getByLabel('Minutes asked for').press('Enter')
  await page.getByRole('button', { name: 'Load-shed list' }).click()
  await expect(page.getByText('Shed these in addition')).toBeVisible()
  const promised = Number(/(\d+) min/.exec((await page.getByText('Shed these in addition').textContent())!)![1])
  expect(promised).toBeGreaterThanOrEqual(wanted)
  await page.getByRole('button', { name: 'Shed them' }).click()
  await expect.poll(() => minutes(page)).toBe(promised)
  await page.keyboard.press('Control+z')
  await expect.poll(() => minutes(page)).toBe(before)
  // A shed put off costs minutes; a backup buys some.
  await page.getByRole('button', { name: /^Plan for Pitot heat:/ }).click()
  await page.getByRole('listitem').or(page.getByRole('menuitem')).filter({ hasText: 'shed at minute' }).click()
  await page.getByLabel('Minute at which Pitot heat is shed').fill('30')
  await page.getByLabel('Minute at which Pitot heat is shed').press('Enter')
  await expect.poll(() => minutes(page)).toBeLessThan(before)
  // Its row has gone to where it sorts now, and the hand with it.
  await expect(page.getByLabel('Minute at which Pitot heat is shed')).toBeFocused()
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect.poll(() => minutes(page)).toBe(before)
  await page.getByRole('button', { name: 'What each backup buys' }).click()
  await page.getByRole('button', { name: 'Add Bramwick Batteries Reserve 6' }).click()
  await expect.poll(() => minutes(page)).toBeGreaterThan(before)
  await page.getByRole('button', { name: 'What backup would do?' }).click()
  await expect(page.getByRole('status').filter({ hasText: /lithium backup of|None is required/ })).toBeVisible()
})

test('failures are played through in the worker, and those of the buses can be looked at alone', async ({ page }) => {
  await open(page, 'skerrow-dunlin', 'b')
  await pane(page, 'Failures')
  await expect(page.locator('[data-scene="bus:avionics"]')).toContainText('Autopilot computer')
  await expect(page.locator('[data-scene="over-voltage"]')).toBeVisible()
  // What the pilot can still do about a dead main bus: the alternate feed.
  await expect(page.locator('[data-scene="bus:main"]')).toContainText('Essential feed to ALTERNATE')
  await page.getByRole('button', { name: 'buses', exact: true }).click()
  await expect(page.locator('[data-scene]')).toHaveCount(3)
})

test('a number out of range is refused in words and changes nothing', async ({ page }) => {
  await open(page, 'skerrow-dunlin', 'b')
  await pane(page, 'Distribution')
  await page.locator('[data-node="battery"]').click()
  await page.getByLabel('Capacity, Ah').fill('0')
  await page.getByLabel('Capacity, Ah').press('Enter')
  await expect(page.getByRole('alert')).toContainText('out of range: more than 0, at most 500. 25 is kept')
  await page.getByLabel('Capacity, Ah').fill('-5')
  await page.getByLabel('Capacity, Ah').press('Enter')
  expect((await kept(page, 'skerrow-dunlin')).airframe.battery.capacityAh).toBe(25)
})

test('what loses power, when: a shed moved earlier moves its bar and buys minutes; one moved later costs them', async ({
  page
}) => {
  await open(page, 'skerrow-dunlin', 'b')
  await pane(page, 'On battery')
  const row = page.locator('[data-loss="pitot-heat"]')
  const width = async () => Number(/[\d.]+/.exec((await row.locator('.lit').getAttribute('style'))!)![0])
  const [bar, before] = [await width(), await minutes(page)]
  await page.getByRole('button', { name: /^Plan for Pitot heat:/ }).click()
  await page.getByRole('listitem').or(page.getByRole('menuitem')).filter({ hasText: 'shed at minute' }).click()
  const minute = row.getByLabel('Minute at which Pitot heat is shed')
  await expect(minute).toHaveValue('0')
  await expect.poll(() => minutes(page)).toBeGreaterThan(before)
  await minute.fill('40')
  await minute.press('Enter')
  await expect.poll(() => minutes(page)).toBeLessThan(before)
  await expect.poll(width).toBeGreaterThan(bar)
  await expect(row).toContainText('40 min')
  // Out of range is said, and nothing is quietly bent to fit.
  await minute.fill('9999')
  await minute.press('Enter')
  await expect(row.getByRole('alert')).toContainText('out of range: from 0 to 1440. 40 is kept')
  await page.keyboard.press('Escape')
  await page.locator('h1').click()
  for (let n = 0; n < 2; n++) await page.keyboard.press('Control+z')
  await expect.poll(() => minutes(page)).toBe(before)
})

test('without an alternator the tally, the job card, the list and the table of loads say one thing', async ({
  page
}) => {
  await visit(page, 'teasel-ls/brief')
  await page.getByLabel('Alternator (A)').fill('0')
  await page.getByLabel('Alternator (A)').press('Tab')
  await settled(page)
  const card = page.getByRole('navigation', { name: 'Steps' })
  const mark = (of: Locator) => of.locator('svg.mark').first()
  await expect(mark(page.locator('[data-figure="amps"]'))).toHaveAccessibleName('decide')
  await card.getByRole('link', { name: /Power/ }).click()
  await expect(mark(card.getByRole('link', { name: /Power/ }))).toHaveAccessibleName('decide')
  const phases = page.getByRole('row').filter({ hasText: /^(?:taxi|take-off|climb|approach)/ })
  await expect(phases).toHaveCount(4)
  for (const phase of await phases.all()) await expect(mark(phase)).toHaveAccessibleName('decide')
  await page.getByRole('button', { name: /^Open findings/ }).click()
  await expect(page.locator('[data-finding="power.uncharged"]')).toContainText('There is no alternator')
  // A clause that nobody has looked at is no finding, and is not called met on the card either.
  await expect(mark(card.getByRole('link', { name: /Rules/ }))).toHaveAccessibleName('decide')
})
