import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { accountOf } from '../core/capability'
import { resolve } from '../core/design'
import { simulateFailure } from '../core/resilience'
import { demoProject } from '../core/testing.demo'
import { choose, expect, test, visit, saved } from './shared'

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

test.describe('failures on the picture of the panel', () => {
  const fail = async (page: Page, name: string) => {
    const field = page.getByLabel('Fail a part')
    await field.fill(name)
    await page.locator('.v-list-item').filter({ hasText: name }).first().click()
  }
  const task = (page: Page, name: string) => page.locator(`[data-task="${name}"]`)
  test('a bus fails: faces go off, tasks are lost, the switch that restores them is named and thrown', async ({
    page
  }) => {
    await visit(page, 'skerrow-dunlin/rules?pane=failures')
    await expect(task(page, 'communicate')).not.toContainText('lost')
    await fail(page, 'Main bus')
    await expect(task(page, 'communicate')).toContainText('lost')
    await expect(page.getByText(/A switch restores[^]*Essential feed to ALTERNATE/)).toBeVisible()
    await expect(page.getByText('Functions lost:')).toBeVisible()
    expect(await page.locator('[data-face][data-dark]').count()).toBeGreaterThan(3)
    await choose(page, 'Essential feed', 'ALTERNATE')
    await expect(task(page, 'communicate')).not.toContainText('lost')
    await page.getByRole('button', { name: 'Undo failure of Main bus' }).click()
    await expect(page.getByText('Nothing has failed.')).toBeVisible()
  })
  test('a unit is failed on the picture and undone; clauses are told; what is not answered yet is marked', async ({
    page
  }) => {
    await visit(page, 'skerrow-dunlin/rules?pane=failures')
    const airspeed = page.locator('[data-face="asi"]')
    await airspeed.focus()
    await page.keyboard.press('Enter')
    await expect(airspeed).toHaveAttribute('aria-pressed', 'true')
    await expect(page.locator('[data-unmet]')).toContainText('91.205(b)(1)')
    await expect(page.locator('[data-unmet]')).toContainText('14 CFR 91.213')
    const [tasks, losses] = await Promise.all(
      [page.locator('.tasks'), page.locator('section').filter({ hasText: 'Single-point failures' })].map(part =>
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
    await expect(page.locator('[data-face][data-dark]')).toHaveCount(0)
    await expect(page.locator('.tasks')).toHaveAttribute('aria-busy', 'false')
    expect(await tasks!.jsonValue()).toEqual([true, false])
    expect(await losses!.jsonValue()).toEqual([])
    await page.keyboard.press(']')
    await expect.poll(() => losses!.jsonValue()).toEqual([true, false])
  })
  test('the faces that are off are those the core says, for every single failure, now and an hour later', async ({
    page
  }) => {
    await visit(page, 'skerrow-dunlin/rules?option=b&pane=failures')
    const design = resolve(demoProject('3-skerrow-dunlin'), 'b')
    const onFace = new Set(design.units.filter(unit => unit.at && unit.item.face).map(unit => unit.id))
    const { parts } = accountOf(design)
    const shown = () =>
      page
        .locator('[data-face][data-dark]')
        .evaluateAll(faces => faces.map(face => face.getAttribute('data-face')).sort())
    const names = parts.map(part => part.name)
    // Of parts of one name the list has two: those are left out, and so are links, which are not on the picture by themselves.
    const tried = parts.filter(part => part.kind !== 'link' && names.filter(name => name === part.name).length === 1)
    expect(tried.length).toBeGreaterThan(40)
    for (const part of tried.filter((_, index) => index % 4 === 0)) {
      const { moments } = simulateFailure(design, [part])
      const offAt = (minute: number) =>
        moments
          .findLast(moment => moment.minute <= minute)!
          .units.filter(state => state.dark && onFace.has(state.unit))
          .map(state => state.unit)
          .sort()
      const field = page.getByLabel('Fail a part')
      await field.fill(part.name)
      await page.getByRole('option', { name: part.name, exact: true }).click()
      await expect.poll(shown, part.name).toEqual(offAt(0))
      const slider = page.getByLabel('Minutes since the failure')
      if (await slider.count()) {
        await slider.fill('60')
        await expect.poll(shown, `${part.name} after an hour`).toEqual(offAt(60))
      }
      await page.getByRole('button', { name: 'Clear failures' }).click()
      await expect.poll(shown).toEqual([])
    }
  })
  test('a source and a breaker are failed on the one-line diagram', async ({ page }) => {
    await visit(page, 'skerrow-dunlin/rules?option=b&pane=failures')
    await page.locator('[data-one-line] summary').click()
    const diagram = page.getByRole('group', { name: 'One-line diagram' })
    await diagram.getByRole('button', { name: /^Alternator, 60 A/ }).focus()
    await page.keyboard.press('Enter')
    await expect(page.getByLabel('Minutes since the failure')).toBeVisible()
    await expect(page.locator('[data-lost]').first()).toContainText('0:05')
    await page.getByRole('button', { name: 'Clear failures' }).click()
    await expect(page.getByLabel('Minutes since the failure')).toHaveCount(0)
  })
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
