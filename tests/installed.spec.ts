import type { Page } from '@playwright/test'
import { expect, kept, saved, settled, test, visit } from './shared'

test.use({ findingsOpen: false })

const open = async (page: Page, option: string) => {
  await visit(page, `skerrow-dunlin/equipment?option=${option}&pane=installed`)
  await settled(page)
}

test('what is installed is corrected; the options that keep it follow, and the budget does not buy it', async ({
  page
}) => {
  await open(page, 'as-found')
  await expect(page.getByRole('tab', { name: 'As installed' })).toHaveAttribute('aria-selected', 'true')
  await page.getByRole('button', { name: 'Edit Compass' }).click()
  const form = page.getByRole('region', { name: 'Installed unit' })
  const year = form.getByRole('textbox', { name: /^Year/ })
  await year.fill('1974')
  await year.press('Enter')
  await expect(page.locator('[data-installed="compass"]')).toContainText('1974')
  await saved(page)
  const project = await kept(page, 'skerrow-dunlin')
  for (const { name, units } of project.options)
    expect(units.find(unit => unit.id === 'compass')?.madeIn, name).toBe(1974)

  // What is removed here is in no option any more; Undo restores it in all.
  await page.getByRole('button', { name: 'Remove Compass' }).click()
  await expect(page.locator('[data-installed="compass"]')).toHaveCount(0)
  await saved(page)
  expect(
    (await kept(page, 'skerrow-dunlin')).options.some(({ units }) => units.some(unit => unit.id === 'compass'))
  ).toBe(false)
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(page.locator('[data-installed="compass"]')).toContainText('1974')
})

test('a list of equipment is pasted: rows with problems are named and left out, the others are added on request', async ({
  page
}) => {
  await open(page, 'as-found')
  await page.getByRole('button', { name: 'Import list…' }).click()
  const dialog = page.getByRole('dialog')
  await dialog
    .getByRole('textbox', { name: 'List' })
    .fill('Item\tYear\tSale value\nHour meter\t1999\t40\nChronosphere\t\t\nToggle switch\t1066\t\n')
  await expect(dialog.getByRole('list', { name: 'Problems' })).toContainText('Line 3, column 1')
  await expect(dialog.getByRole('list', { name: 'Problems' })).toContainText('“1066” is not a year')
  const before = (await kept(page, 'skerrow-dunlin')).fitted.length
  await dialog.getByRole('button', { name: 'Add 1 unit' }).click()
  await expect(page.getByText('Hour meter').first()).toBeVisible()
  await saved(page)
  const { fitted, options } = await kept(page, 'skerrow-dunlin')
  expect(fitted.length).toBe(before + 1)
  expect(fitted.at(-1)).toMatchObject({ item: 'corvane-hours', madeIn: 1999, valueCents: 4_000 })
  for (const option of options) expect(option.units.at(-1)!.item, option.name).toBe('corvane-hours')
})

test('units are picked and removed together, with what that does told before', async ({ page }) => {
  await open(page, 'a')
  const picks = page.getByRole('checkbox', { name: /^Pick / })
  await picks.nth(0).check()
  await picks.nth(1).check()
  const picked = page.getByRole('region', { name: 'Picked units' })
  await expect(picked).toContainText('2 picked')
  await expect(picked.getByRole('status')).toContainText(/Useful load .* lb, amps/)
  const before = (await kept(page, 'skerrow-dunlin')).options[0]!.units.length
  await picked.getByRole('button', { name: 'Remove, sell' }).click()
  await saved(page)
  const { units, disposals } = (await kept(page, 'skerrow-dunlin')).options[0]!
  expect(units.length).toBe(before - 2)
  expect(disposals.filter(({ how }) => how === 'sell').length).toBeGreaterThanOrEqual(2)
  // Kept after all, together.
  const gone = page.getByRole('region', { name: 'Removing' })
  const taken = disposals.filter(({ how }) => how === 'sell').slice(0, 2)
  for (const { unit } of taken) await gone.locator(`[data-removed="${unit}"]`).getByRole('checkbox').check()
  await expect(gone.getByRole('status')).toContainText(/Useful load .* lb, amps/)
  await gone.getByRole('button', { name: 'Keep', exact: true }).click()
  await saved(page)
  const back = (await kept(page, 'skerrow-dunlin')).options[0]!.units.map(unit => unit.id)
  expect(back).toEqual(expect.arrayContaining(taken.map(({ unit }) => unit)))
})
