import type { Page } from '@playwright/test'
import { arrive, choose, expect, test } from './shared'

// Findings are tried out while they are open: they are so where a test looks at them.
test.use({ findingsOpen: false })

const value = (page: Page, key: string) => page.locator(`[data-figure="${key}"] .value`)

test.describe('with the findings open', () => {
  test.use({ findingsOpen: true })
  test('Brief: asking for IFR asks for its instruments', async ({ page }) => {
    await arrive(page, 'teasel-ls/brief')
    await page.getByLabel('IFR by day', { exact: true }).check()
    await expect(page.locator('[data-finding="rules.missing"]').filter({ hasText: '91.205(d)(2)' })).toBeVisible()
  })
  test('a finding that names a screen leads to it, the option kept', async ({ page }) => {
    await arrive(page, 'skerrow-dunlin/power?option=b')
    await page
      .getByRole('complementary', { name: 'Findings' })
      .getByRole('link', { name: 'Power, Distribution' })
      .click()
    await expect(page.getByRole('tab', { name: 'Distribution', selected: true })).toBeVisible()
    expect(new URL(page.url()).searchParams.get('option')).toBe('b')
  })
})

test('Brief: what is out of range is told in the reader’s own unit', async ({ page }) => {
  await arrive(page, 'teasel-ls/brief')
  // No field holds the library's hidden bar, which has the page laid out while it is made (`nuxt.config.ts`).
  await expect(page.locator('main .v-field').first()).toBeVisible()
  await expect(page.locator('.v-progress-linear')).toHaveCount(0)
  const weight = page.getByLabel('Empty weight (lb)')
  await weight.fill('99999')
  await weight.press('Enter')
  // 5,000 kg, at 0.45359237 kg to the pound (NIST SP 811).
  await expect(page.getByRole('alert')).toContainText(/out of range: from 0(\.0)? lb to 11023\.1\d* lb/)
})

test('Brief: what an option tries is written down and kept', async ({ page }) => {
  await arrive(page, 'teasel-ls/brief')
  const note = page.getByLabel('What Option A: one more radio box tries')
  await note.fill('Only a transponder')
  await note.press('Tab')
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
  await page.reload()
  await expect(note).toHaveValue('Only a transponder')
})

test('Panel, Sheet: a zone is drawn where it was typed, whatever the unit', async ({ page }) => {
  await arrive(page, 'teasel-ls/panel?pane=sheet')
  await page.getByRole('button', { name: '+ round on the face' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Heater knob')
  await page.getByLabel('Name', { exact: true }).press('Tab')
  await page.getByRole('button', { name: 'Units: inch. Change' }).click()
  await page.getByLabel('Across (mm)', { exact: true }).fill('6 in')
  await page.getByLabel('Across (mm)', { exact: true }).press('Enter')
  await expect(page.getByLabel('Across (mm)', { exact: true })).toHaveValue('152.4')
  await expect(page.locator('.zone').filter({ hasText: 'Heater knob' })).toBeVisible()
})

test('Panel, Sheet: a length that cannot be read says how to write it and keeps the old one', async ({ page }) => {
  await arrive(page, 'hollin-whimbrel/panel?pane=sheet')
  const margin = page.getByLabel('Edge margin (in)')
  const before = await margin.inputValue()
  await margin.fill('about an inch')
  await margin.press('Enter')
  await expect(page.getByRole('alert')).toContainText('3 1/8, 3.125" or 79.4 mm')
  await page.reload()
  await expect(page.getByLabel('Edge margin (in)')).toHaveValue(before)
})

test('Power: what is shed buys minutes, what is kept on costs them', async ({ page }) => {
  await arrive(page, 'skerrow-dunlin/power')
  const before = Number(await value(page, 'minutes').textContent())
  await page.getByRole('tab', { name: 'On battery' }).click()
  await page.getByRole('button', { name: /^Plan for Pitot heat:/ }).click()
  await page.getByRole('listitem').or(page.getByRole('menuitem')).filter({ hasText: 'stays on' }).click()
  await expect.poll(async () => Number(await value(page, 'minutes').textContent())).toBeLessThan(before)
  await page.keyboard.press('Control+z')
  await expect(value(page, 'minutes')).toHaveText(String(before))
})

test('Rules: a look by hand counts, carries its date and falls due at the end of the month', async ({ page }) => {
  await arrive(page, 'skerrow-dunlin/rules')
  const before = Number(await value(page, 'rules').textContent())
  const clause = page.locator('[data-clause="us-papers/elt-inspection"]')
  await expect(clause).toContainText('check by hand')
  await clause.getByRole('button', { name: 'Answer' }).click()
  await choose(page, 'You looked, and found it', 'met')
  await expect(value(page, 'rules')).toHaveText(String(before + 1))
  await page.getByRole('dialog').getByLabel('Date', { exact: true }).fill('2026-09-10')
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click()
  // 91.207(d): every 12 calendar months.
  await expect(clause).toContainText('Due Sep 30, 2027')
  // 91.411(a)(3): the plan changes what reports the altitude, so a test before the work is due again after it.
  const altimeter = page.locator('[data-clause="us-papers/altimeter-test"]')
  await altimeter.getByRole('button', { name: 'Answer' }).click()
  await choose(page, 'You looked, and found it', 'met')
  await page.getByRole('dialog').getByLabel('Date', { exact: true }).fill('2026-09-10')
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click()
  await expect(altimeter).toContainText('due again after the work on')
  await expect(altimeter).toContainText('check by hand')
  await expect(value(page, 'rules')).toHaveText(String(before + 1))
})

test('Equipment: what a removal would do is marked as of before until it is told anew', async ({ page }) => {
  await arrive(page, 'skerrow-dunlin/equipment?pane=installed')
  const told = page.locator('.installed[aria-busy="false"]')
  await expect(told).toBeVisible()
  const rows = page.locator('[data-fitted]')
  await expect(rows.filter({ hasText: '…' })).toHaveCount(0)
  // Common practice: what leaves gives at least its own weight back to what may be loaded.
  const [weight, gained] = (await page.locator('[data-fitted="asi"] .figures').allTextContents()).map(Number)
  expect(weight).toBeGreaterThan(0)
  expect(gained).toBeGreaterThanOrEqual(weight!)
  const antenna = page.locator('[data-fitted="ant-com"]')
  await expect(antenna).toContainText('Old nav/com is limited')
  await page.evaluate(() => {
    const seen: boolean[] = []
    Object.assign(window, { seen })
    const pane = document.querySelector('.installed')!
    new MutationObserver(() => seen.push(pane.getAttribute('aria-busy') === 'true')).observe(pane, {
      attributeFilter: ['aria-busy']
    })
  })
  await page.getByRole('button', { name: 'Remove Old nav/com', exact: true }).click()
  await page.locator('.v-list-item').getByText('scrap', { exact: true }).click()
  await expect(page.locator('[data-fitted="navcom"]')).toHaveCount(0)
  await expect(antenna).not.toContainText('Old nav/com')
  await expect(told).toBeVisible()
  expect(await page.evaluate(() => (window as unknown as { seen: boolean[] }).seen)).toEqual([true, false])
})

test('options are renamed and walked through by keys', async ({ page }) => {
  await arrive(page, 'hollin-whimbrel/equipment')
  await page.getByRole('button', { name: 'More for this option' }).click()
  await page.getByText('Rename…').click()
  await page.getByRole('dialog').getByLabel('Name').fill('Lean')
  await page.getByRole('dialog').getByLabel('Name').press('Enter')
  await expect(page.getByRole('tab', { name: 'Lean' })).toBeVisible()
  await page.getByRole('button', { name: 'Duplicate option' }).click()
  const options = page.getByRole('tablist', { name: 'Options' })
  // As installed, and the two options.
  await expect(options.getByRole('tab')).toHaveCount(3)
  await expect(options.getByRole('tab', { selected: true })).toHaveText(/Option B/)
  await page.getByRole('heading', { name: 'Equipment' }).click()
  await page.keyboard.press('[')
  await expect(options.getByRole('tab', { selected: true })).toHaveText('Lean')
})

// The report on a design comes a moment after it: between the two no screen may stumble.
test('options and panes of every step are gone through fast, and no page errs', async ({ page }) => {
  const options = page.getByRole('tablist', { name: 'Options' }).getByRole('tab')
  const chosen = () => options.evaluateAll(tabs => tabs.findIndex(tab => tab.ariaSelected === 'true'))
  for (const step of ['brief', 'equipment', 'panel', 'power', 'wiring', 'rules', 'budget', 'build']) {
    await arrive(page, `skerrow-dunlin/${step}`)
    const before = await chosen()
    const panes = page.locator('[role=tabpanel]').first()
    const tabs = (await panes.count()) ? await page.getByRole('tablist').last().getByRole('tab').all() : []
    // Each pane is left for another option at once, by the key, which asks nothing of the screen before it.
    for (const tab of tabs) {
      await tab.focus()
      await page.keyboard.press('Enter')
      await page.keyboard.press(']')
    }
    await page.keyboard.press(']')
    await expect.poll(chosen, { message: step }).toBe((before + tabs.length + 1) % 4)
    if (tabs.length) await expect(tabs.at(-1)!, step).toHaveAttribute('aria-selected', 'true')
  }
})

// A machine that stood still gives several keys at once, before the address has followed the first.
test('an option is gone round to within a moment, and stays', async ({ page }) => {
  await arrive(page, 'skerrow-dunlin/budget')
  const options = page.getByRole('tablist', { name: 'Options' }).getByRole('tab')
  await options.first().click()
  await page.getByRole('heading', { name: 'Budget' }).click()
  const address = page.url()
  await page.evaluate(async () => {
    for (let turn = 0; turn < 4; turn++) {
      document.body.dispatchEvent(new KeyboardEvent('keydown', { key: ']', bubbles: true }))
      await Promise.resolve()
      await Promise.resolve()
    }
    // The address is changed in tasks of its own: all of them are over before it is looked at.
    await new Promise(done => setTimeout(done, 300))
  })
  await expect(options).toHaveCount(4)
  await expect(options.first()).toHaveAttribute('aria-selected', 'true')
  expect(page.url()).toBe(address)
})
