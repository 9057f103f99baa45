import type { Locator, Page } from '@playwright/test'
import { expect, settled, test, visit } from './shared'

// One act in each step by keyboard alone, from the skip link on; the stops of the Tab key on the way are counted. WCAG 2.1,
// 2.1.1 (Keyboard), 2.1.2 (No Keyboard Trap) and 2.4.1 (Bypass Blocks).
test.use({ findingsOpen: false, viewport: { width: 1280, height: 800 } })

const isFocused = (locator: Locator) =>
  locator.evaluate(element => element.contains(document.activeElement)).catch(() => false)

/** Presses a key until the focus is in a thing. @returns how many presses that took */
async function reach(page: Page, thing: Locator, key = 'Tab', most = 60): Promise<number> {
  await thing.first().waitFor()
  for (let presses = 0; presses <= most; presses++) {
    if (await isFocused(thing.first())) return presses
    await page.keyboard.press(key)
  }
  throw new Error(`${String(thing)} is not reached by ${most} presses of ${key}`)
}
/** Opens a step and goes to its work by the skip link, which is the first stop. */
async function work(page: Page, path: string) {
  await visit(page, `skerrow-dunlin/${path}`)
  await settled(page)
  await page.keyboard.press('Tab')
  await expect(page.getByRole('link', { name: 'Skip to content' })).toBeFocused()
  await page.keyboard.press('Enter')
}
const figure = (page: Page, key: string) => page.locator(`[data-figure="${key}"] .value`)
/** What was done is seen, and taken back by keyboard. */
async function takeBack(page: Page, seen: Locator, before: string) {
  await expect(seen).not.toHaveText(before)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+z')
  await expect(seen).toHaveText(before)
}
function counted(step: string, stops: number, most: number) {
  test.info().annotations.push({ type: 'tab stops', description: `${step}: ${stops}` })
  expect(stops, `tab stops in ${step}`).toBeLessThanOrEqual(most)
}

test('Brief: a kind of flying is ticked', async ({ page }) => {
  await work(page, 'brief')
  const tick = page.getByLabel('IFR by day', { exact: true })
  counted('Brief', await reach(page, tick), 25)
  const before = await tick.isChecked()
  await page.keyboard.press('Space')
  await expect(tick).toBeChecked({ checked: !before })
  await page.keyboard.press('Control+z')
  await expect(tick).toBeChecked({ checked: before })
})

test('Equipment: an entry is found and added', async ({ page }) => {
  await work(page, 'equipment?option=b')
  const money = figure(page, 'money')
  const before = await money.innerText()
  await page.keyboard.press('/')
  await page.keyboard.type('Plumb 2')
  await page.getByText(/^[12] of \d+\./).waitFor()
  await expect(page.locator('[data-item]').first()).toContainText('Plumb')
  // From Find the arrow leads to what was found.
  await page.keyboard.press('ArrowDown')
  counted('Equipment', await reach(page, page.getByRole('button', { name: 'Add Plumb 2', exact: true })), 2)
  await page.keyboard.press('Enter')
  await takeBack(page, money, before)
})

test('Panel: a unit is taken and moved', async ({ page }) => {
  await work(page, 'panel?option=b')
  const unit = page.locator('[data-unit]').first()
  counted('Panel', await reach(page, unit), 25)
  await page.keyboard.press('Enter')
  const before = (await unit.getAttribute('aria-label'))!
  await page.keyboard.press('Shift+ArrowRight')
  await expect(unit).not.toHaveAttribute('aria-label', before)
  await page.keyboard.press('Control+z')
  await expect(unit).toHaveAttribute('aria-label', before)
})

test('Power: a circuit gets a fuse', async ({ page }) => {
  await work(page, 'power?option=b')
  const stops = await reach(page, page.getByRole('tab', { name: 'Loads', exact: true }))
  // Among tabs one goes by arrows.
  await reach(page, page.getByRole('tab', { name: 'Circuits', exact: true }), 'ArrowRight', 4)
  await page.keyboard.press('Enter')
  const change = page.getByRole('button', { name: /^Change the circuit of/ }).first()
  counted('Power', stops + (await reach(page, change)), 30)
  const row = page.locator('[data-circuit]').first()
  const before = await row.innerText()
  await page.keyboard.press('Enter')
  const dialog = page.getByRole('dialog')
  await reach(page, dialog.locator('.v-input').filter({ hasText: 'Kind of circuit protection' }), 'Tab', 12)
  await page.keyboard.press('Enter')
  await page.getByRole('option', { name: 'fuse' }).waitFor()
  await reach(page, page.getByRole('option', { name: 'fuse' }), 'ArrowDown', 4)
  await page.keyboard.press('Enter')
  await expect(row).toContainText('fuse')
  await page.keyboard.press('Escape')
  await expect(dialog).toHaveCount(0)
  await expect(change).toBeFocused()
  await page.keyboard.press('Control+z')
  await expect.poll(() => row.innerText()).toBe(before)
})

test('Wiring: a connection is deleted', async ({ page }) => {
  await work(page, 'wiring?option=b')
  const wires = figure(page, 'wires')
  const before = await wires.innerText()
  counted('Wiring', await reach(page, page.getByRole('button', { name: /^Delete the connection/ })), 25)
  await page.keyboard.press('Enter')
  await takeBack(page, wires, before)
})

test('Rules: a clause that wants a look is answered', async ({ page }) => {
  await work(page, 'rules?option=b')
  const met = figure(page, 'rules')
  const before = await met.innerText()
  const answer = page
    .locator('tr')
    .filter({ hasText: 'check by hand' })
    .getByRole('button', { name: /^Your answer to/ })
  counted('Rules', await reach(page, answer), 30)
  await page.keyboard.press('Enter')
  await reach(page, page.getByRole('dialog').locator('.v-select'), 'Tab', 6)
  await page.keyboard.press('Enter')
  await page.getByRole('option', { name: 'met', exact: true }).waitFor()
  await reach(page, page.getByRole('option', { name: 'met', exact: true }), 'ArrowDown', 4)
  await page.keyboard.press('Enter')
  await expect(met).not.toHaveText(before)
  await takeBack(page, met, before)
})

test('Budget: the rate of an hour is typed', async ({ page }) => {
  await work(page, 'budget?option=b')
  const money = figure(page, 'money')
  const before = await money.innerText()
  counted('Budget', await reach(page, page.getByLabel('Labour, hour ($)')), 40)
  await page.keyboard.press('Control+a')
  await page.keyboard.type('211')
  await page.keyboard.press('Enter')
  await expect(money).not.toHaveText(before)
  // In a field the keys are the field's: the act is taken back from outside it.
  await page.keyboard.press('Tab')
  await page.getByRole('button', { name: /^Undo/ }).press('Enter')
  await expect(money).toHaveText(before)
})

test('Build: a file is taken', async ({ page }) => {
  await work(page, 'build?option=b')
  counted('Build', await reach(page, page.getByRole('button', { name: 'Wire list' })), 10)
  const file = page.waitForEvent('download')
  await page.keyboard.press('Enter')
  expect((await file).suggestedFilename()).toMatch(/\.csv$/)
})
