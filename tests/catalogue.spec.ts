import { readFileSync } from 'node:fs'
import { baseOf, choose, expect, test, visit } from './shared'

// Findings are tried out while they are open: they are so where a test looks at them.
test.use({ findingsOpen: false })

test('an own item is made, used, edited and deleted', async ({ page }) => {
  await visit(page, 'skerrow-dunlin/equipment')
  await page.getByRole('button', { name: 'Catalogue…' }).click()
  await page.getByText('Own item…').click()
  const dialog = page.getByRole('dialog')
  const cell = (name: RegExp) => dialog.getByRole('textbox', { name })
  await cell(/^Id/).fill('my-lamp')
  await cell(/^Name/).fill('Map lamp')
  await cell(/^Maker/).fill('Fenwick & Rook')
  await cell(/^Mass/).fill('-1')
  await cell(/^Maker/).focus()
  await expect(dialog.getByText('-1 is less than nothing')).toBeVisible()
  // What is no weight is told, and nothing is kept with the weight that stood there before.
  await cell(/^Mass/).fill('a quarter')
  await cell(/^Maker/).focus()
  await expect(dialog.getByText('“a quarter” is not a weight')).toBeVisible()
  await expect(dialog.getByRole('button', { name: 'Keep as mine' })).toBeDisabled()
  await expect(dialog.getByText('“Mass” cannot be read.')).toBeVisible()
  // A weight is typed as the maker gives it, and read as the reader has it (NIST SP 811: 1 lb = 0.45359237 kg).
  await cell(/^Mass/).fill('4 oz')
  await cell(/^Maker/).focus()
  await expect(cell(/^Mass, lb/)).toHaveValue('0.25')
  // A cell that hangs on another is told when it is kept, and can be cured in the other one.
  await cell(/^Typical, A/).fill('0.2')
  await cell(/^Typical, A/).press('Enter')
  await expect(dialog.getByText('“0.2” says nothing while “Amps stated at, V” is empty')).toBeVisible()
  await expect(cell(/^Typical, A/)).toBeFocused()
  await expect(dialog.getByRole('button', { name: 'Keep as mine' })).toBeEnabled()
  await cell(/^Typical, A/).fill('')
  await cell(/^Labour to take out/).fill('1/2')
  await cell(/^Labour to take out/).press('Enter')
  await expect(dialog).toHaveCount(0)
  await page.getByRole('searchbox').fill('Map lamp')
  await page.getByRole('button', { name: 'Add Map lamp', exact: true }).click()
  await page.getByRole('tab', { name: 'Installed', exact: true }).click()
  await expect(page.locator('[data-added="my-lamp-1"]')).toBeVisible()

  await page.getByRole('tab', { name: 'Add', exact: true }).click()
  await page.getByRole('button', { name: 'Edit Map lamp' }).click()
  await cell(/^Price, \$/).fill('77')
  await dialog.getByRole('button', { name: 'Keep as mine' }).click()
  await expect(page.locator('[data-item="my-lamp"]')).toContainText('$77')
  // The unit in the project keeps the copy it was added with.
  await page.getByRole('tab', { name: 'Installed', exact: true }).click()
  await expect(page.locator('[data-added="my-lamp-1"]')).toContainText('$0')
  await page.getByRole('tab', { name: 'Add', exact: true }).click()

  const exported = await (await fetch(`${baseOf(page)}/api/catalogue/export?kind=csv`)).text()
  expect(exported).toContain('my-lamp,Map lamp')
  await page.getByRole('button', { name: 'Delete Map lamp' }).click()
  await expect(page.locator('[data-item="my-lamp"]')).toHaveCount(0)
})

test('a box of a kind that nobody foresaw: required, entered from its specification, added', async ({ page }) => {
  await visit(page, 'skerrow-dunlin/brief?option=b')
  const required = page.getByRole('combobox', { name: 'Required functions' })
  await required.fill('Weather Radar')
  await required.press('Enter')
  await expect(page.getByText('Not in the list: weather radar.')).toBeVisible()
  await expect(page.getByRole('link', { name: /^1 Brief/ })).toContainText('1')

  await visit(page, 'skerrow-dunlin/equipment?option=b')
  await page.getByRole('button', { name: 'Catalogue…' }).click()
  await page.getByText('Own item…').click()
  const dialog = page.getByRole('dialog')
  const cell = (name: RegExp) => dialog.getByRole('textbox', { name })
  await cell(/^Id/).fill('storm')
  await cell(/^Name/).fill('Storm box')
  await cell(/^Maker/).fill('Fenwick & Rook')
  for (const field of ['Kind', 'Provides']) {
    await dialog.getByRole('combobox', { name: field, exact: true }).fill('Weather Radar')
    await page.keyboard.press('Enter')
  }
  await dialog.getByRole('button', { name: 'Paste a specification…' }).click()
  await dialog
    .getByLabel('Text of the maker’s specification')
    .fill('Weight: 2.9 lb (1.32 kg)\nWeight with tray: 3.6 lb\nPrice: $1,234.50\nPanel cutout: 3 1/8 in diameter')
  const figures = dialog.getByRole('list', { name: 'Figures found' })
  await expect(figures.getByText('The text has different figures for this.')).toHaveCount(2)
  await expect(cell(/^Mass/)).toHaveValue('1.102')
  await dialog.getByRole('button', { name: 'Use 3.6 lb for Mass' }).click()
  await expect(cell(/^Mass/)).toHaveValue('3.6')
  await dialog.getByRole('button', { name: 'Use $1234.50 for Price' }).click()
  await expect(figures.getByText('in the form')).toHaveCount(2)
  await dialog.getByRole('button', { name: 'Keep as mine' }).click()
  await expect(dialog).toHaveCount(0)
  await page.getByRole('searchbox').fill('weather radar')
  await page.getByRole('button', { name: 'Add Storm box', exact: true }).click()
  await visit(page, 'skerrow-dunlin/rules?option=b&pane=works')
  await expect(page.getByRole('row', { name: /weather radar/ })).toContainText('Storm box')
  await expect(page.getByRole('link', { name: /^1 Brief/ })).not.toContainText('decide')
})

test('an item’s face comes out of its maker’s drawing', async ({ page }) => {
  await visit(page, 'skerrow-dunlin/equipment')
  await page.getByRole('button', { name: 'Catalogue…' }).click()
  await page.getByText('Own item…').click()
  const dialog = page.getByRole('dialog')
  const pick = dialog.getByRole('button', { name: 'Face out of the maker’s drawing', exact: true })
  await pick.setInputFiles({
    name: 'maker.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="100mm" viewBox="0 0 100 100"><rect width="90" height="70" ' +
        'rx="4"/><path d="M20 10H70V60H20Z"/><circle cx="6" cy="6" r="1.9"/></svg>'
    )
  })
  // What came of it is said first: a refusal would be read here in words.
  await expect(dialog.getByText(/maker\.svg filled bezel, cutout and 1 screw hole/)).toBeVisible({ timeout: 60_000 })
  // In the reader’s unit: 90 by 70 mm with corners of 4 mm, a hole of 50 mm, and a screw of 3.8 mm 39 mm to the left and 29 mm up.
  const expected = {
    'Bezel width, in': '3.543',
    'Bezel height, in': '2.756',
    'Bezel corner, in': '0.157',
    'Cutout width, in': '1.969',
    'Cutout height, in': '1.969',
    'Screw 1 across, in': '-1.535',
    'Screw 1 up, in': '1.142',
    'Screw 1 hole, in': '0.150'
  }
  for (const [label, value] of Object.entries(expected))
    await expect(dialog.getByLabel(label, { exact: true }), label).toHaveValue(value)
  await expect(dialog.getByRole('img', { name: 'The face as entered' })).toBeVisible()
})

test('a box with a hole, screws and ports is entered in fields, in inches, and stands so in the catalogue', async ({
  page
}) => {
  await visit(page, 'skerrow-dunlin/equipment')
  await page.getByRole('button', { name: 'Catalogue…' }).click()
  await page.getByText('Own item…').click()
  const dialog = page.getByRole('dialog')
  const fill = (label: string, value: string) => dialog.getByLabel(label, { exact: true }).fill(value)
  await fill('Id', 'my-receiver')
  await fill('Name', 'Shelf receiver')
  await fill('Maker', 'Fenwick & Rook')
  // Of the places where it may stand the first chosen is the first tried: the list of all has the cabin before the baggage.
  await choose(dialog, 'Allowed locations', 'baggage')
  await page.getByRole('option', { name: 'cabin', exact: true }).click()
  await page.keyboard.press('Escape')
  await choose(dialog, 'Provides', 'gps')
  await page.keyboard.press('Escape')
  await choose(dialog, 'Bezel', 'rectangle')
  await fill('Bezel width, in', '6 1/4')
  await fill('Bezel height, in', '1.3')
  await choose(dialog, 'Cutout', 'none')
  await dialog.getByRole('button', { name: 'Add a screw' }).click()
  // What cannot be read holds the button for as long as it stands there, whatever becomes of other rows.
  await fill('Screw 1 across, in', 'wide')
  await dialog.getByRole('button', { name: 'Add a screw' }).click()
  await expect(dialog.getByText('“Screws” cannot be read.')).toBeVisible()
  await dialog.getByRole('button', { name: 'Take out screw 2' }).click()
  await expect(dialog.getByRole('button', { name: 'Take out screw 2' })).toHaveCount(0)
  await expect(dialog.getByRole('button', { name: 'Keep as mine' })).toBeDisabled()
  await fill('Screw 1 across, in', '1 1/2')
  await fill('Screw 1 up, in', '-1/2')
  await dialog.getByRole('button', { name: 'Add a port' }).click()
  await dialog.getByRole('group', { name: 'Port p1' }).getByLabel('Port', { exact: true }).fill('s1')
  await dialog.getByRole('group', { name: 'Port p1' }).getByLabel('Port', { exact: true }).press('Tab')
  const port = dialog.getByRole('group', { name: 'Port s1' })
  await choose(port, 'Direction', 'out')
  await choose(port, 'Carries', 'position')
  await page.keyboard.press('Escape')
  // A screw without its hole is refused: it would be another face.
  await dialog.getByRole('button', { name: 'Keep as mine' }).click()
  await expect(dialog.getByRole('alert').filter({ hasText: 'is not a screw' })).toBeFocused()
  await fill('Screw 1 hole, in', '5/32')
  await dialog.getByRole('button', { name: 'Keep as mine' }).click()
  await expect(dialog).toHaveCount(0)

  // 1 in is 25.4 mm (NIST SP 811): 6 1/4 in is 158.75 mm, 1.3 in 33.02 mm, 5/32 in 3.96875 mm.
  const exported = await (await fetch(`${baseOf(page)}/api/catalogue/export?kind=csv`)).text()
  const row = exported.split('\n').find(line => line.startsWith('my-receiver'))
  for (const cell of [
    'rectangle 158.75 x 33.02',
    '38.1 -12.7 3.96875',
    's1 | rs-232 | out | position',
    'gps',
    'panel; baggage; cabin'
  ])
    expect(row).toContain(cell)

  await page.getByRole('searchbox').fill('Shelf receiver')
  await page.getByRole('button', { name: 'Edit Shelf receiver' }).click()
  await expect(dialog.getByLabel('Bezel width, in', { exact: true })).toHaveValue('6.250')
  await dialog.getByRole('button', { name: 'Take out screw 1' }).click()
  await dialog.getByRole('button', { name: 'Take out port s1' }).click()
  await dialog.getByRole('button', { name: 'Keep as mine' }).click()
  await expect(dialog).toHaveCount(0)
  const without = await (await fetch(`${baseOf(page)}/api/catalogue/export?kind=csv`)).text()
  expect(without.split('\n').find(line => line.startsWith('my-receiver'))).not.toMatch(/3\.96875|rs-232/)
})

test('a shipped entry opens with all that it holds, and keeps all but what was changed', async ({ page }) => {
  const rowOf = async () =>
    (await (await fetch(`${baseOf(page)}/api/catalogue/export?kind=csv`)).text())
      .split('\n')
      .find(line => line.startsWith('ostrel-wideface-7,'))!
  const before = await rowOf()
  await visit(page, 'skerrow-dunlin/equipment')
  await page.getByRole('searchbox').fill('Wideface 7')
  await page.getByRole('button', { name: 'Edit Wideface 7', exact: true }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByLabel('Maker', { exact: true })).toHaveValue('Ostrel')
  await expect(dialog.getByRole('group', { name: /^Port / })).toHaveCount(5)
  await dialog.getByLabel('Price, $', { exact: true }).fill('4301')
  await dialog.getByRole('button', { name: 'Keep as mine' }).click()
  await expect(dialog).toHaveCount(0)
  expect(before).toContain(',4300,150,')
  expect(await rowOf()).toBe(before.replace(',4300,150,', ',4301,150,'))
})

test('a CSV with a bad row is shown with line and column, and comes in only when agreed', async ({ page }) => {
  const lines = readFileSync(new URL('../demo/catalogue.csv', import.meta.url), 'utf8').split('\n')
  const body = [
    lines[0],
    lines[1]!.replace('ostrel-wideface-10', 'mine-10').replace('Wideface 10', 'Mine 10'),
    lines[2]!.replace(',1.35,', ',-1.35,')
  ].join('\n')
  await visit(page, 'skerrow-dunlin/equipment')
  await page.getByRole('button', { name: 'Catalogue…' }).click()
  await page.getByText('Import items…').click()
  await page
    .getByLabel('Catalogue file')
    .setInputFiles({ name: 'mine.csv', mimeType: 'text/csv', buffer: Buffer.from(body) })
  await expect(page.getByRole('dialog')).toContainText(/Line 3, column 13, mass_kg: must not be negative/)
  expect(((await (await fetch(`${baseOf(page)}/api/catalogue`)).json()) as { own: string[] }).own).not.toContain(
    'mine-10'
  )
  await page.getByRole('button', { name: 'Bring the good rows in' }).click()
  await expect(page.getByRole('dialog')).toContainText('1 items are now yours')
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click()
  await page.getByRole('searchbox').fill('Mine 10')
  await expect(page.locator('[data-item="mine-10"]')).toBeVisible()
})

test('candidates stand side by side, two to four', async ({ page }) => {
  await visit(page, 'skerrow-dunlin/equipment')
  await choose(page, 'Kind', 'navigator')
  for (const name of ['Wayfarer T', 'Wayfarer S']) await page.getByLabel(`Compare ${name}`, { exact: true }).check()
  await expect(page.locator('.side tbody tr')).toHaveCount(6)
  await expect(page.locator('.side')).toContainText('waas gps antenna')
})

test.describe('with the findings open', () => {
  test.use({ findingsOpen: true })
  test('links are proposed, taken and undone in Wiring', async ({ page }) => {
    await visit(page, 'skerrow-dunlin/equipment')
    // One connection is taken out, and proposed again.
    await page
      .getByRole('navigation', { name: 'Steps' })
      .getByRole('link', { name: /Wiring/ })
      .click()
    await page
      .getByRole('button', { name: 'Delete the connection from Short navigator to Transponder with ADS-B' })
      .click()
    await expect(page.getByText(/Short navigator → Transponder with ADS-B/)).toBeVisible()
    const before = await page.locator('[data-link]').count()
    await page.getByRole('button', { name: /Add \d+ proposed connection/ }).click()
    await expect(page.locator('[data-link]')).not.toHaveCount(before)
    await expect(page.locator('[data-finding="wiring.signal-missing"]').filter({ hasText: 'ads-b out' })).toHaveCount(0)
    await page.getByRole('button', { name: /^Undo: Add/ }).click()
    await expect(page.locator('[data-link]')).toHaveCount(before)
  })
})

test('changes are counted from the baseline', async ({ page }) => {
  await visit(page, 'teasel-ls/budget')
  await page.getByRole('button', { name: 'Set baseline' }).click()
  await expect(page.getByText('As the baseline.')).toBeVisible()
  await page.getByLabel('Price of Transponder ($)', { exact: true }).fill('2800')
  await page.getByLabel('Price of Transponder ($)', { exact: true }).press('Enter')
  await expect(page.locator('[data-figure="money"]')).toContainText('baseline +$560')
})
