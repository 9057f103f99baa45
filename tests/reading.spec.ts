import { request } from 'node:http'
import { baseOf, expect, kept, test, visit } from './shared'

test('what is typed right after / stands in Find, and no letter of it acts as a key', async ({ page }) => {
  await visit(page, 'skerrow-dunlin/rules')
  await expect(page.locator('[data-figure]').first()).toBeVisible()
  await page.keyboard.press('/')
  await page.keyboard.type('2 mu')
  await expect(page.getByRole('searchbox')).toHaveValue('2 mu')
  await expect(page.getByRole('searchbox')).toBeFocused()
  await expect(page.getByRole('button', { name: 'Units: inch. Change' })).toBeVisible()
})

test('a unit named in a finding is selected where it stands', async ({ page }) => {
  await visit(page, 'skerrow-dunlin/panel')
  const bend = page.locator('[data-finding="panel.bend"]')
  await bend.getByRole('link', { name: 'Panel dimmer' }).click()
  await expect(page.locator('[data-unit="dimmer"]')).toHaveClass(/selected/)
  await expect(page).toHaveURL(/panel/)
})

test('a working is made when it is asked for, with all its inputs', async ({ page }) => {
  await visit(page, 'skerrow-dunlin/panel')
  await page.locator('[data-finding="panel.bend"]').getByRole('button', { name: 'Show working' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog).toContainText('push of a thumb')
  await expect(dialog).toContainText('10.1 lbf')
  await expect(dialog).toContainText('Result')
})

test.describe('in a window that has not fetched the catalogue yet', () => {
  test.use({ alone: true })
  test('an edited entry leaves the unit that stands on it alone, and offers itself with its differences', async ({
    page
  }) => {
    const project = await kept(page, 'hollin-whimbrel')
    const installed = new Set(project.fitted.map(unit => unit.id))
    const unit = project.options[0]!.units.find(unit => !installed.has(unit.id))!
    const entry = project.items.find(item => item.id === unit.item)!
    await page.request.put(`${baseOf(page)}/api/catalogue`, { data: { ...entry, massKg: entry.massKg + 1 } })
    await visit(page, 'hollin-whimbrel/equipment')
    const newer = page.locator('[data-finding="catalogue.newer"]')
    await expect(newer).toContainText(/uses? revision 1 of .*\. Revision 2 has changes: weight [\d.]+ lb → [\d.]+ lb\./)
    const load = page.locator('[data-figure="useful load"] .value')
    const before = await load.textContent()
    await newer.getByRole('button', { name: 'Use revision 2.' }).click()
    await expect(newer).toHaveCount(0)
    await expect(load).not.toHaveText(before!)
    await page.keyboard.press('Control+z')
    await expect(load).toHaveText(before!)
    await newer.getByRole('button', { name: 'Keep revision 1.' }).click()
    await expect(newer).toHaveCount(0)
    await expect(load).toHaveText(before!)
  })
})

test('a name given our address from elsewhere is not answered, not even to read', async ({ page }) => {
  const { port } = new URL(baseOf(page))
  const answer = (host: string) =>
    new Promise<number>((done, fail) => {
      request({ host: '127.0.0.1', port, path: '/api/backup', headers: { host } }, response => {
        response.resume()
        done(response.statusCode!)
      })
        .on('error', fail)
        .end()
    })
  expect(await answer(`evil.example:${port}`)).toBe(421)
  expect(await answer(`localhost:${port}`)).toBe(200)
})

test.describe('in a German browser, in millimetres', () => {
  test.use({ locale: 'de-DE', units: 'metric' })
  test('a length is typed with the comma', async ({ page }) => {
    await visit(page, 'skerrow-dunlin/panel')
    await page.locator('[data-unit="asi"]').click()
    await page.getByLabel('Across (mm)').fill('150,5')
    await page.getByLabel('Across (mm)').press('Enter')
    await expect(page.locator('[data-unit="asi"]')).toHaveAttribute('aria-label', /150,5 mm across/)
  })
})
