import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import readExcel from 'read-excel-file/node'
import { arrive, choose, expect, field, test } from './shared'

// Findings are tried out while they are open: they are so where a test looks at them.
test.use({ findingsOpen: false })

const value = (page: Page, key: string) => page.locator(`[data-figure="${key}"] .value`)

test('Budget: three-point weeks of a quote, and the window they are held against', async ({ page }) => {
  await arrive(page, 'skerrow-dunlin/budget?option=b&pane=quotes')
  const quote = page.locator('[data-quote="q2"]')
  // PERT of 5, 7, 12: mean 7.5, deviation 1.17. Its queue of 39 weeks from 20 November is through on 20 August; ten weeks more are 29
  // October, long after the window's end.
  await expect(quote).toContainText('7.5 ± 1.2')
  await expect(quote).toContainText('begins Aug 20, 2027')
  await expect(quote).toContainText('Oct 29, 2027')
  await expect(quote.getByRole('img', { name: 'decide' })).toHaveCount(2)
  await page.getByRole('button', { name: 'Ridge & Rowan', exact: true }).click()
  await page.getByLabel('Late weeks').fill('2')
  await page.getByLabel('Late weeks').press('Enter')
  await expect(page.getByText('first ≤ likely ≤ late')).toBeVisible()
  // The shop gets the job: the plan begins when its queue is through.
  await page.getByRole('button', { name: 'Award job' }).click()
  await expect(quote).toContainText('yes')
  await page.getByRole('tab', { name: 'Time and odds' }).click()
  await expect(page.locator('[data-queue]')).toContainText('Aug 20, 2027: the plan begins then, not on Jan 12, 2027')
  await expect(page.locator('[data-odds]')).toContainText('Back within 0 working days: 0 %')
  await choose(page, 'Selected shop', 'none yet')
  await expect(page.locator('[data-queue]')).toHaveCount(0)
  await expect(page.locator('[data-odds]')).toContainText('Back within 38 working days')
})

test('Budget: a quote comes in from a file, mixed currencies are refused, and what it leaves out is told', async ({
  page
}) => {
  await arrive(page, 'skerrow-dunlin/budget?option=b&pane=quotes')
  await page.getByRole('button', { name: 'Add a quote' }).click()
  const bring = (text: string) =>
    page
      .locator('input[type=file]')
      .setInputFiles({ name: 'quote.csv', mimeType: 'text/csv', buffer: Buffer.from(text) })
  await bring('Item;Amount\nNavigator;€ 8.000,00\nLabour;$ 900\n')
  await expect(page.getByRole('alert')).toContainText('Line 3')
  await expect(page.getByRole('alert')).toContainText('EUR and USD')
  await bring('Description;Amount USD\nTall navigator;8.100,00\nWiring harness;900,00\nTotal;9.000,00\n')
  const take = page.getByRole('button', { name: 'Import these lines' })
  await expect(take).toBeEnabled()
  // Without a currency, and with a total that the lines do not reach, nothing is taken before both are answered.
  await bring(
    'Description;Amount\nTall navigator;8.100,00\nWiring harness;900,00\nParts total;9.000,00\nBalance due;9.630,00\n'
  )
  await expect(
    page.getByText('Still to be answered: the currency, the difference from the stated total.')
  ).toBeVisible()
  await expect(take).toBeDisabled()
  await choose(page, 'Currency (not stated)', 'USD')
  await expect(page.getByRole('alert')).toContainText('The lines add up to 9,000.00 USD')
  await expect(page.getByRole('alert')).toContainText('The difference is 630.00 USD')
  await expect(take).toBeDisabled()
  await choose(page, 'Difference', 'import the lines without it')
  await take.click()
  const own = page.locator('[data-quote="q4"]')
  await expect(own).toContainText('$9,000')
  const row = (name: string) => page.getByRole('row', { name: new RegExp(`^${name} `) })
  await expect(row('Tall navigator').getByRole('cell').last()).toContainText('$8,100')
  await expect(row('Wide display').getByRole('cell').last()).toContainText('left out')
  await page.keyboard.press('Control+z')
  await expect(own).toContainText('$0')
  await page.keyboard.press('Control+z')
  await expect(own).toHaveCount(0)
})

test('Budget: what doing a thing now saves, with its working; prices that do not move cost nothing to wait for', async ({
  page
}) => {
  await arrive(page, 'skerrow-dunlin/budget?option=b&pane=visits')
  await page.getByRole('button', { name: 'Working: what Tall navigator now saves' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog).toContainText('open and close: panel face')
  await expect(dialog).toContainText('$5,005')
  await page.keyboard.press('Escape')
  for (const field of ['Prices rise, % a year', 'Trade-ins fall, % a month']) {
    await page.getByLabel(field).fill('0')
    await page.getByLabel(field).press('Enter')
  }
  await expect(page.getByText('All of it 12 months later costs')).toContainText('$0 more')
  for (let n = 0; n < 2; n++) await page.getByRole('button', { name: 'Undo' }).click()
})

test('Budget: options side by side follow an act on another one than is looked at', async ({ page }) => {
  await arrive(page, 'skerrow-dunlin/budget?option=b&pane=options')
  const cost = page.getByRole('row', { name: /^Cost / })
  await expect(cost).toContainText('$40,192')
  // With this nothing waits any more.
  await page.getByRole('button', { name: 'Keep as an option' }).click()
  await expect(page.getByRole('tab', { name: /12 months later/ })).toBeVisible()
  // Twice: what was still under way from the opening could bring the first name with it.
  for (const name of ['First name', 'Second name']) {
    await page.evaluate(renamed => {
      interface Running {
        useNuxtApp: () => { $pinia: { _s: Map<string, { act: (edits: object[], label: string) => boolean }> } }
      }
      const bench = (window as unknown as Running).useNuxtApp().$pinia._s.get('bench')!
      bench.act([{ type: 'option.rename', option: 'a', name: renamed }], 'Rename')
    }, name)
    await expect(page.getByRole('columnheader', { name }).first()).toBeVisible()
  }
})

test('Budget: options side by side, what changed between two, and the sheet for the partners', async ({ page }) => {
  await arrive(page, 'skerrow-dunlin/budget?option=b&pane=options')
  const cost = page.getByRole('row', { name: /^Cost / })
  await expect(cost).toContainText('$39,285')
  // The option looked at, begun a year later, stands beside the others.
  const waits = page.locator('[data-waits]')
  await expect(cost.getByRole('cell')).toHaveCount(6)
  await expect(cost).toContainText('$40,192')
  await expect(waits).toContainText('Begun Jan 12, 2028 instead it costs +$907')
  await expect(waits).toContainText('announced by its maker and promised by nobody')
  await choose(page, 'What waits', 'Tall navigator alone')
  await expect(waits).toContainText('Open again and close')
  await waits.getByLabel('Months').fill('a year')
  await waits.getByLabel('Months').press('Enter')
  await expect(waits.getByRole('button', { name: 'Keep as an option' })).toBeDisabled()
  await waits.getByLabel('Months').fill('12')
  await waits.getByRole('button', { name: 'Keep as an option' }).click()
  await expect(page.getByRole('tab', { name: /Tall navigator 12 months later/ })).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(cost.getByRole('cell')).toHaveCount(5)
  // The same figure as in the tally of the option looked at.
  await expect(cost).toContainText((await value(page, 'money').textContent())!)
  await choose(page, 'From', /^Option A/)
  await expect(page.getByRole('row', { name: /^Wide display .* added/ })).toBeVisible()
  await expect(page.getByText('the difference of the two costs')).toContainText('+$20,133')
  await expect(page.locator('canvas')).toHaveCount(2)
  await expect(page.getByRole('img', { name: /^Panel of / })).toHaveCount(4)
  await choose(page, 'In place of', 'Tall navigator')
  await page.getByRole('button', { name: 'What else would it buy?' }).click()
  await expect(page.getByText('Tall navigator costs')).toContainText('single losses take a task', { timeout: 60_000 })
  await expect(page.getByRole('columnheader', { name: 'Then not' })).toBeVisible()
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Decision sheet, PDF' }).click()
  expect(
    readFileSync(await (await download).path())
      .subarray(0, 5)
      .toString()
  ).toBe('%PDF-')
  const budget = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Full budget, XLSX' }).click()
  const sheets = await readExcel(await (await budget).path())
  expect(sheets.map(sheet => sheet.sheet)).toEqual(expect.arrayContaining(['Estimate', 'Quote of Tarn Panels']))
})

test.describe('with the findings open', () => {
  test.use({ findingsOpen: true })
  test('Budget: weight and balance lines add up to the tally; a loading too far aft is told at once', async ({
    page
  }) => {
    await arrive(page, 'skerrow-dunlin/budget?pane=balance')
    const sum = page.locator('tr.sum td').nth(1)
    const number = (text: string | null) => Number(text!.replace(/,| lb/g, ''))
    const empty = number(await sum.textContent())
    const useful = number(await value(page, 'useful load').textContent())
    // Most take-off mass 1089 kg is 2400.8 lb; the tally is rounded to the pound.
    expect(Math.abs(empty + useful - 2400.8)).toBeLessThan(0.6)
    await page.getByRole('button', { name: 'Working', exact: true }).click()
    await expect(page.getByRole('dialog')).toContainText('FAA-H-8083-1B')
    await page.keyboard.press('Escape')
    await expect(page.locator('[data-finding="mass.outside"]')).toHaveCount(0)
    const rear = page.getByLabel(/^Baggage in Four, half tanks/)
    await rear.fill('400 lb')
    await rear.press('Enter')
    await expect(page.locator('[data-finding^="mass."]').first()).toBeVisible()
    await page.getByRole('button', { name: /^Undo/ }).click()
    await expect(page.locator('[data-finding^="mass."]')).toHaveCount(0)
    const form = page.waitForEvent('download')
    await page.getByRole('button', { name: 'Form to sign, PDF' }).click()
    expect((await form).suggestedFilename()).toMatch(/weight.and.balance.*\.pdf$/)
  })
})

test('Budget: the odds of being back in time follow how the job is worked, and say what holds it up', async ({
  page
}) => {
  await arrive(page, 'skerrow-dunlin/budget?option=b&pane=time')
  const odds = page.locator('[data-odds]')
  const half = async () =>
    Number(
      (await odds
        .getByRole('row', { name: /half are within/ })
        .getByRole('cell')
        .nth(1)
        .textContent())!.trim()
    )
  await expect(odds).toContainText('half are within')
  const alone = await half()
  await page.getByLabel('Technicians').fill('3')
  await page.getByLabel('Technicians').press('Enter')
  await expect.poll(half).toBeLessThan(alone)
  // Ordered on the day it goes in, parts are what is waited for.
  await page.getByLabel('Parts ordered, weeks before start').fill('0')
  await page.getByLabel('Parts ordered, weeks before start').press('Enter')
  await expect(page.locator('[data-holds^="part "]').first()).toBeVisible()
  await expect(page.locator('[data-task="cut"]')).toContainText('Panel cut and finished')
  // A day on which the shop is closed moves the day back; what is no day is named; all of it is kept.
  const back = () =>
    odds
      .getByRole('row', { name: /all tasks in their likely time/ })
      .getByRole('cell')
      .nth(2)
      .textContent()
  await expect(odds).toHaveAttribute('aria-busy', 'false')
  const open = (await back())!
  await page.getByLabel(/^Days closed/).fill('2027-01-20 soon')
  await page.getByLabel(/^Days closed/).press('Tab')
  await expect(page.getByText('“soon” is no day')).toBeVisible()
  expect(await back()).toBe(open)
  await page.getByLabel(/^Days closed/).fill('2027-01-20 2027-01-21')
  await page.getByLabel(/^Days closed/).press('Tab')
  await expect.poll(back).not.toBe(open)
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
  await page.reload()
  await expect(page.getByLabel('Technicians')).toHaveValue('3')
  await expect(page.getByLabel(/^Days closed/)).toHaveValue('2027-01-20 2027-01-21')
  const plan = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Calendar of the plan' }).click()
  const text = readFileSync(await (await plan).path(), 'utf8')
  expect(text).toContain('BEGIN:VCALENDAR')
  expect(text).toContain('Panel cut and finished')
  expect(text).not.toContain('DTSTART;VALUE=DATE:20270120')
})

test('Budget: the job is shared out over visits, the best split is found, taken and undone', async ({ page }) => {
  await arrive(page, 'skerrow-dunlin/budget?option=c&pane=visits')
  const split = page.locator('[data-split]')
  // What flies between: the transponder comes a year before what it needs.
  await expect(page.locator('[data-between="y1"]')).toContainText('is limited without augmented position')
  await page.getByRole('button', { name: 'Find the best split' }).click()
  await expect(split).toContainText('which it needs')
  await expect(split).toContainText('No way to share it out costs less')
  await page.getByRole('button', { name: 'Take this split' }).click()
  await expect(page.locator('[data-between="y1"]')).toContainText('Nothing that must be fixed waits')
  await expect(field(page, 'Visit of Transponder with ADS-B')).toContainText('Next winter')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(field(page, 'Visit of Transponder with ADS-B')).toContainText('This winter')
  // A ceiling that nothing fits under is told, with what is too large.
  const ceiling = page.locator('[data-visit="y1"]').getByLabel('May cost (0: any) ($)')
  await ceiling.fill('2000')
  await ceiling.press('Enter')
  const other = page.locator('[data-visit="y2"]').getByLabel('May cost (0: any) ($)')
  await other.fill('2000')
  await other.press('Enter')
  await page.getByRole('button', { name: 'Find the best split' }).click()
  await expect(split.getByRole('alert')).toContainText('No way to share it out keeps every limit')
  await expect(split.getByRole('alert')).toContainText('Short navigator alone passes the ceiling')
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
})

test('Budget: costs of one’s own and tax are in the total, the supplier is asked and taken', async ({ page }) => {
  await arrive(page, 'skerrow-dunlin/budget?option=a&pane=money')
  const total = page.locator('[data-figure="money"] .value')
  const before = await total.textContent()
  await page.getByRole('button', { name: 'Add a cost' }).click()
  await page.getByLabel('Sum ($)').fill('1000')
  await page.getByLabel('Sum ($)').press('Enter')
  await expect(total).not.toHaveText(before!)
  const withCost = await total.textContent()
  await page.getByLabel('Tax on parts (%)').fill('8')
  await page.getByLabel('Tax on parts (%)').press('Enter')
  await expect(total).not.toHaveText(withCost!)
  // A school: what an hour leaves over pays for a unit in so many hours.
  await page.getByLabel('Net per flight hour ($)').fill('20')
  await page.getByLabel('Net per flight hour ($)').press('Enter')
  await expect(page.locator('[data-by-unit]')).toContainText('Hours flown to pay for it')
  await expect(page.getByText('rental hours pay for this option')).toBeVisible()
  const supplier = page.locator('[data-supplier]')
  await page.getByRole('button', { name: 'Ask the supplier' }).click()
  await expect(supplier).toContainText('Whinmoor Supply')
  const withTax = await total.textContent()
  await supplier.getByRole('button', { name: /^Take all/ }).click()
  await expect(supplier.getByText('taken', { exact: true }).first()).toBeVisible()
  await expect(total).not.toHaveText(withTax!)
  for (let n = 0; n < 5; n++) await page.getByRole('button', { name: 'Undo' }).click()
  await expect(total).toHaveText(before!)
})

test('Budget: what was paid stands beside the plan, and where it will end', async ({ page }) => {
  await arrive(page, 'skerrow-dunlin/budget?option=a&pane=paid')
  const says = page.getByRole('tabpanel')
  await page
    .getByRole('button', { name: /^Paid as planned: / })
    .first()
    .click()
  const paid = page.getByLabel(/^What it was: /)
  await paid.fill('5000')
  await paid.press('Enter')
  await expect(says).toContainText('Paid $5,000')
  await page.getByLabel('What it was for').fill('A new battery box')
  // What is no sum is not put down as nothing.
  await page.getByLabel('Sum paid ($)').fill('seven')
  await page.getByLabel('What it was for').focus()
  await expect(page.getByRole('button', { name: 'Add it' })).toBeDisabled()
  await page.getByLabel('Sum paid ($)').fill('700')
  await page.getByRole('button', { name: 'Add it' }).click()
  await expect(says).toContainText('Paid $5,700')
  await expect(page.getByRole('row', { name: /A new battery box/ })).toContainText('not in the plan')
  for (let n = 0; n < 3; n++) await page.getByRole('button', { name: 'Undo' }).click()
  await expect(says).toContainText('Paid $0')
})

test('Budget: the annual goes into the same visit, a task is moved, faults are looked for, odds open their working', async ({
  page
}) => {
  await arrive(page, 'skerrow-dunlin/budget?option=a&pane=time')
  const odds = page.locator('[data-odds]')
  await expect(odds).toHaveAttribute('aria-busy', 'false')
  await page.getByRole('button', { name: 'Annual inspection' }).click()
  await expect(page.locator('[data-task="own t1"]')).toContainText('Annual inspection')
  // It is to be waited for by what it waits for itself: told by its name, and put right where it was said.
  await choose(page, 'Waited for by', 'Open up')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('alert')).toContainText('“Open up” waits for itself')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('alert')).toHaveCount(0)
  await page.getByRole('button', { name: 'Move: Open up' }).click()
  await page.getByLabel('Not before: Open up').fill('2027-02-15')
  await page.getByLabel('Not before: Open up').press('Enter')
  const likely = odds.getByRole('row', { name: /all tasks in their likely time/ })
  await expect(likely).toContainText('Mar')
  // By its arrow keys a day later, which is taken back; drawn to the left end it may begin as soon as it may.
  const bar = page.getByRole('slider', { name: 'Begin of Open up' })
  await expect(bar).toHaveAttribute('aria-valuetext', /Feb 15/)
  const asTyped = (await likely.textContent())!
  await bar.press('ArrowRight')
  await expect(bar).toHaveAttribute('aria-valuetext', /Feb 16/)
  await expect(page.getByLabel('Not before: Open up')).toHaveValue('2027-02-16')
  // Worked out anew: rows stand still.
  await expect(likely).not.toHaveText(asTyped)
  await expect(odds).toHaveAttribute('aria-busy', 'false')
  // What may arrive from the first day on begins at the left end.
  await bar.dragTo(page.getByRole('slider', { name: /arrives$/ }).first(), { targetPosition: { x: 1, y: 6 } })
  await expect(page.getByRole('button', { name: 'Move: Open up' })).toBeVisible()
  await expect(likely).not.toContainText('Mar')
  for (let n = 0; n < 2; n++) await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByLabel('Not before: Open up')).toHaveValue('2027-02-15')
  await page.getByRole('button', { name: 'Working: back in time' }).click()
  await expect(page.getByRole('dialog')).toContainText('working days there are')
  await page.getByRole('button', { name: 'Close', exact: true }).click()
  const look = page.locator('[data-inspection]')
  await look.getByRole('button', { name: 'Fault: Insulation of the old wires' }).click()
  await expect(look.getByRole('row', { name: /Insulation of the old wires/ })).toContainText('found')
  const aside = look.getByRole('button', { name: /^Set contingency to/ })
  const percent = (await aside.textContent())!.replace(/\D/g, '')
  await aside.click()
  await expect(look).toContainText(`The contingency is ${percent}`)
  for (let n = 0; n < 4; n++) await page.getByRole('button', { name: 'Undo' }).click()
})
