import { readFileSync } from 'node:fs'
import { expect, test, visit, saved } from './shared'

// Findings are tried out while they are open: they are so where a test looks at them.
test.use({ findingsOpen: false })

test('a chain is broken in Wiring, and the clause that lived on it says what it waits for', async ({ page }) => {
  await visit(page, 'skerrow-dunlin/rules?option=b')
  const heading = page.locator('[data-clause="us-equipment/d9"]')
  await expect(heading).toContainText('met')
  await heading.getByText(/one chain|two chains/).click()
  await expect(heading).toContainText(/Magnetometer.*Attitude box.*Wide display/)
  await page
    .getByRole('navigation', { name: 'Steps' })
    .getByRole('link', { name: /Wiring/ })
    .click()
  await page.getByRole('button', { name: 'Delete the connection from Magnetometer to Attitude box' }).click()
  await saved(page)
  await page.getByRole('navigation', { name: 'Steps' }).getByRole('link', { name: /Rules/ }).click()
  await expect(heading).toContainText('missing')
  await expect(heading).toContainText('Wide display does not provide heading')
  await page.getByRole('tab', { name: 'What works' }).click()
  await expect(page.locator('tr').filter({ hasText: /^heading/ })).toContainText('does not')
})

test('a bus pressed dead: the panel goes dark, tasks are lost, a switch is named that brings them back', async ({
  page
}) => {
  await visit(page, 'skerrow-dunlin/rules?pane=failures')
  await page.getByRole('button', { name: 'Buses' }).click()
  await page.getByRole('group', { name: 'Buses' }).getByRole('button', { name: 'Main bus' }).click()
  await expect(page.locator('.tasks')).toContainText('Communicate no longer')
  await expect(page.locator('.tasks')).toContainText('Essential feed to ALTERNATE')
  await expect(page.locator('.tasks')).toContainText('Gone:')
  await expect(page.locator('.tasks')).not.toContainText('Nothing else is lost')
  expect(await page.locator('.piece.dark').count()).toBeGreaterThan(3)
  // A unit on the ground: what the brief’s flying asks for and nothing else gives.
  await page.getByRole('button', { name: 'Clear failures' }).click()
  await page.getByRole('button', { name: 'Units', exact: true }).click()
  await page.getByRole('group', { name: 'Units' }).getByRole('button', { name: 'Airspeed', exact: true }).click()
  await expect(page.locator('[data-unmet]')).toContainText('91.205(b)(1)')
  await expect(page.locator('[data-unmet]')).toContainText('14 CFR 91.213')
  // Until it is answered, what stands there is said to be of before.
  const [tasks, losses] = await Promise.all(
    [page.locator('.tasks'), page.locator('section').filter({ hasText: 'What takes what' })].map(part =>
      part.evaluateHandle(element => {
        const seen: boolean[] = []
        new MutationObserver(() => seen.push(element.ariaBusy === 'true')).observe(element, {
          attributeFilter: ['aria-busy']
        })
        return seen
      })
    )
  )
  await page.getByRole('button', { name: 'Clear failures' }).click()
  await expect(page.locator('.tasks')).toContainText('Communicate still')
  await expect(page.locator('.piece.dark')).toHaveCount(0)
  await expect(page.locator('.tasks')).toHaveAttribute('aria-busy', 'false')
  expect(await tasks!.jsonValue()).toEqual([true, false])
  expect(await losses!.jsonValue()).toEqual([])
  await page.keyboard.press(']')
  await expect.poll(() => losses!.jsonValue()).toEqual([true, false])
})

test('the schools of backup are searched, and the cheapest cure is taken and undone', async ({ page }) => {
  await visit(page, 'skerrow-dunlin/rules?option=b&pane=backups')
  await page.getByRole('button', { name: 'Search what each would cost here' }).click()
  const middle = page.locator('tr').filter({ hasText: 'middle (yours)' })
  await expect(middle).toContainText('main bus', { timeout: 80_000 })
  await middle.getByRole('button', { name: 'Do it' }).click()
  await saved(page)
  await expect(page.getByText('The design has changed since')).toBeVisible()
  await page.getByRole('button', { name: /^Undo: Backups/ }).click()
  await saved(page)
})

test('papers: a broken pack is refused with line and reason, a good one is asked, and a date is given as calendar', async ({
  page
}) => {
  await visit(page, 'skerrow-dunlin/rules?pane=papers')
  const bring = (text: string) =>
    page
      .getByLabel('Rule pack file')
      .setInputFiles({ name: 'club.json', mimeType: 'application/json', buffer: Buffer.from(text) })
  const pack = (works: string) =>
    JSON.stringify(
      {
        id: 'club',
        title: 'Club rules',
        source: 'the club',
        clauses: [{ id: 'co', ref: 'Club 1', title: 'Warning', wants: { works } }]
      },
      null,
      1
    )
  await bring(pack('warp drive'))
  await expect(page.getByRole('alert')).toContainText(/Line \d+, column \d+/)
  await bring(pack('carbon monoxide warning'))
  await expect(page.getByRole('cell', { name: 'Club rules', exact: true })).toBeVisible()
  await page.getByRole('tab', { name: 'Clauses' }).click()
  await expect(page.locator('[data-clause="club/co"]')).toContainText('no carbon monoxide warning installed')
  await page.getByRole('tab', { name: 'Papers and packs' }).click()
  const calendar = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Calendar (iCalendar)' }).click()
  expect(readFileSync(await (await calendar).path(), 'utf8')).toContain('DTSTART;VALUE=DATE:20270331')
  const sheet = page.waitForEvent('download')
  await page.getByRole('button', { name: 'PDF', exact: true }).click()
  expect(
    readFileSync(await (await sheet).path())
      .subarray(0, 5)
      .toString()
  ).toBe('%PDF-')
})
