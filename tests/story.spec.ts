import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { atRest, expect, test, saved } from './watched'
import DxfParser from 'dxf-parser'
import { startServer, type Server } from './server'

let server: Server
test.beforeAll(async () => {
  server = await startServer()
})
test.afterAll(async () => {
  await server.kill()
})

const figure = (page: Page, key: string) => page.locator(`[data-figure="${key}"] .value`)
const goTo = (page: Page, step: string) =>
  page
    .getByRole('navigation', { name: 'Steps' })
    .getByRole('link', { name: new RegExp(step) })
    .click()

test('one aeroplane from brief to cut file', async ({ page }) => {
  test.setTimeout(150_000)
  await page.goto(server.base)
  await expect(page.getByRole('article')).toHaveCount(3)
  await page.getByRole('link', { name: /Open ZZ-DUN/ }).click()
  await page.getByRole('tab', { name: 'Installed', exact: true }).click()

  // What is fitted, and what each thing's going gives and breaks.
  const horizon = page.locator('[data-fitted="horizon"]')
  await expect(horizon).toContainText('+2.8')
  await expect(horizon).toContainText('Old roll autopilot does not work without attitude')

  const before = {
    money: await figure(page, 'money').textContent(),
    load: await figure(page, 'useful load').textContent(),
    wires: await figure(page, 'wires').textContent()
  }
  for (const name of ['Vacuum horizon', 'Vacuum direction gyro', 'Vacuum gauge', 'Vacuum pump', 'Vacuum hoses']) {
    await page.getByRole('button', { name: `Remove ${name}`, exact: true }).click()
    await page.getByRole('listitem').or(page.locator('.v-list-item')).filter({ hasText: 'sell' }).last().click()
  }
  await expect(page.locator('[data-removed]')).toHaveCount(8)
  await expect(figure(page, 'useful load')).not.toHaveText(before.load!)

  await page.getByRole('tab', { name: 'Add', exact: true }).click()
  for (const name of ['Rondo Horizon', 'Rondo Direction', 'Wayfarer S']) {
    await page.getByRole('searchbox', { name: 'Find in the catalogue' }).fill(name)
    await page.getByRole('button', { name: `Add ${name}`, exact: true }).click()
  }
  await page.getByRole('tab', { name: 'Installed', exact: true }).click()
  await expect(page.locator('[data-added]')).toHaveCount(9)
  await expect(figure(page, 'money')).not.toHaveText(before.money!)
  await expect(figure(page, 'wires')).not.toHaveText(before.wires!)

  // They stand where they are free, seen and reached; from there they are dragged.
  await goTo(page, 'Panel')
  const drop = async (id: string, onto: string, dx = 0, dy = 0) => {
    await atRest(page)
    const from = (await page.locator(`[data-unit="${id}"], [data-tray="${id}"]`).first().boundingBox())!
    const target = (await page.locator(onto).first().boundingBox())!
    await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2)
    await page.mouse.down()
    await page.mouse.move(target.x + target.width / 2, target.y + target.height / 2, { steps: 6 })
    await page.mouse.move(target.x + target.width / 2 + dx, target.y + target.height / 2 + dy, { steps: 4 })
    await page.mouse.up()
  }
  // Onto the airspeed dial on purpose: the overlap is named with its number.
  await drop('pellinore-rondo-h-1', '[data-unit="asi"]', 30, 0)
  const overlap = page.locator('[data-finding="panel.bezel-overlap"]')
  await expect(overlap.filter({ hasText: 'Airspeed' })).toContainText(
    /The bezels of (Airspeed and Rondo Horizon|Rondo Horizon and Airspeed) overlap by [\d /.]+ in\./
  )
  await expect(page.locator('[data-unit="pellinore-rondo-h-1"]')).toHaveClass(/must-fix/)

  // Type one position exactly: the hole the vacuum horizon left, 285 by 240 mm.
  await page.locator('[data-unit="pellinore-rondo-h-1"]').click()
  await page.getByLabel('Across (in)').fill('285 mm')
  await page.getByLabel('Across (in)').press('Enter')
  await page.getByLabel('Up (in)').fill('9 57/127')
  await page.getByLabel('Up (in)').press('Enter')
  await expect(overlap).toHaveCount(0)
  await expect(page.getByLabel('Across (in)')).toHaveValue('11.220')

  // Snapping takes the centre of the column above when it is near.
  await atRest(page)
  const above = (await page.locator('[data-unit="pellinore-rondo-h-1"]').boundingBox())!
  const beside = (await page.locator('[data-unit="turn"]').boundingBox())!
  await drop(
    'pellinore-rondo-d-1',
    '[data-unit="turn"]',
    above.x + above.width / 2 - beside.x - beside.width / 2 + 1,
    0
  )
  await expect(page.locator('[data-unit="pellinore-rondo-d-1"]')).toHaveAttribute(
    'aria-label',
    /11\.220 in across, 5\.709 in up/
  )

  // The navigator meets the T-bar below the stack, and is cured by hand on the right.
  await drop('quillon-wayfarer-s-1', '[data-unit="dimmer"]')
  await expect(page.locator('[data-finding="panel.depth"]')).toContainText(/T-bar of the yokes begins at 9\.06 in/)
  await page.locator('[data-unit="quillon-wayfarer-s-1"]').click()
  await page.getByRole('button', { name: 'To the tray' }).click()
  await page.locator('[data-tray="quillon-wayfarer-s-1"]').press('Enter')
  await expect(page.locator('[data-finding="panel.depth"]')).toHaveCount(0)

  // Rules: day, night and IFR, clause by clause, with the unit that meets each.
  await goTo(page, 'Rules')
  await expect(page.locator('[data-clause="us-equipment/d8"]')).toContainText('Rondo Horizon')
  await expect(page.locator('[data-clause="us-equipment/b1"]')).toContainText('Airspeed')
  await expect(page.locator('[data-clause="us-equipment/c2"]')).toContainText('Position lights')
  for (const title of ['Day VFR, 91.205(b)', 'Night adds, 91.205(c)', 'IFR adds, 91.205(d)'])
    await expect(page.getByRole('cell', { name: title }).first()).toBeVisible()

  // Every figure shows its working.
  await page.locator('[data-figure="minutes"]').click()
  await expect(page.getByRole('dialog')).toContainText('left by age and state of charge')
  await page.getByRole('button', { name: 'Close' }).click()

  // Duplicate, then compare.
  await page.getByRole('button', { name: 'Duplicate option' }).click()
  await expect(page.getByRole('tablist', { name: 'Options' }).getByRole('tab')).toHaveCount(5)
  await page.getByRole('button', { name: 'Compare options' }).click()
  await expect(page.getByRole('row', { name: /^Cost / }).getByRole('cell')).toHaveCount(7)

  // The files.
  await goTo(page, 'Build')
  const take = async (name: string) => {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name, exact: true }).click()
    ])
    return readFileSync(await file.path(), 'utf8')
  }
  const drawing = new DxfParser().parseSync(await take('inches'))!
  const cut = (
    drawing.entities as unknown as { layer: string; type: string; center?: { x: number; y: number } }[]
  ).filter(other => other.layer === 'CUT')
  expect(
    cut.some(
      entity =>
        entity.type === 'CIRCLE' &&
        Math.abs(entity.center!.x * 25.4 - 285) < 0.01 &&
        Math.abs(entity.center!.y * 25.4 - 240) < 0.02
    )
  ).toBe(true)
  expect(await take('Parts list')).toContain('buy,pellinore-rondo-h-1,Rondo Horizon')
  expect((JSON.parse(await take('Project file')) as { options: unknown[] }).options).toHaveLength(4)
  await saved(page)
  const money = await figure(page, 'money').textContent()

  // The tab is closed, the server is killed, both start again: all is there, and the last act can be undone.
  const address = page.url().replace(server.base, '')
  await page.goto('about:blank')
  await server.kill('SIGKILL')
  server = await startServer(server.directory)
  await page.goto(server.base + address)
  await expect(page.getByRole('tablist', { name: 'Options' }).getByRole('tab')).toHaveCount(5)
  await page.getByRole('tab').nth(2).click()
  await expect(figure(page, 'money')).toHaveText(money!)
  await page.getByRole('button', { name: /^Undo: Duplicate Option A/ }).click()
  await expect(page.getByRole('tablist', { name: 'Options' }).getByRole('tab')).toHaveCount(4)
  await saved(page)
})
