import { expect, kept, saved, settled, test, visit } from './shared'

test.use({ findingsOpen: false })

test('a hole that is left over gets a blanking plate, with its price and its drawing; undo restores it', async ({
  page
}) => {
  await visit(page, 'skerrow-dunlin/panel?option=c&pane=sheet')
  await settled(page)
  const holes = page.getByRole('region', { name: 'Sheet and existing holes' })
  await expect(holes.getByText('Existing sheet.').first()).toBeVisible()
  await expect(holes).toContainText('In existing holes: Electronic horizon, Electronic direction')
  const plate = holes.getByRole('checkbox', { name: 'Blanking plate over the hole of Vacuum gauge' })
  await plate.check()
  await saved(page)
  const blanks = async () => (await kept(page, 'skerrow-dunlin')).options.find(({ id }) => id === 'c')!.blanks
  expect((await blanks()).map(({ hole }) => hole)).toEqual(['vac-gauge'])
  await expect(holes.getByText('blanking plate', { exact: true })).toBeVisible()

  // It is a piece to cut of its own.
  await page.getByRole('tab', { name: 'Print and cut' }).click()
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Blanking plate, Vacuum gauge as DXF' }).click()
  expect((await download).suggestedFilename()).toMatch(/^blanking-plate-vacuum-gauge-inch.*\.dxf$/)

  await page.getByRole('button', { name: /^Undo/ }).click()
  await saved(page)
  expect(await blanks()).toEqual([])
})

test('the sheet of a visit is chosen, and the budget follows', async ({ page }) => {
  await visit(page, 'skerrow-dunlin/panel?option=c&pane=sheet')
  await settled(page)
  const money = page.locator('[data-figure="money"]')
  const before = await money.textContent()
  const holes = page.getByRole('region', { name: 'Sheet and existing holes' })
  await holes.locator('.choice', { has: page.getByRole('combobox', { name: 'Sheet, This winter' }) }).click()
  await page.getByRole('option', { name: 'New sheet', exact: true }).click()
  await saved(page)
  await expect(money).not.toHaveText(before!)
  await expect(holes).toContainText('A new sheet was chosen.')
  const option = (await kept(page, 'skerrow-dunlin')).options.find(({ id }) => id === 'c')!
  expect(option.phases.map(({ sheet }) => sheet)).toEqual(['new', undefined])
})
