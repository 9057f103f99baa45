import AxeBuilder from '@axe-core/playwright'
import { expect, test } from './watched'
import { startServer, type Server } from './server'

let server: Server
test.beforeAll(async () => {
  server = await startServer()
})
test.afterAll(async () => {
  await server.kill()
})

const STEPS = ['brief', 'stock', 'layout', 'power', 'wire', 'rules', 'budget', 'build']

for (const dark of [false, true]) {
  test.describe(dark ? 'hangar night' : 'by day', () => {
    for (const path of ['/', ...STEPS.map(step => `/p/skerrow-dunlin/${step}`)]) {
      test(`no accessibility violations at ${path}`, async ({ page }) => {
        await page.addInitScript(on => localStorage.setItem('ewerpanel.dark', String(on)), dark)
        await page.goto(server.base + path)
        await expect(page.locator(path === '/' ? 'article' : '[data-figure]').first()).toBeVisible()
        await page.waitForTimeout(400)
        const { violations } = await new AxeBuilder({ page }).analyze()
        expect(
          violations.map(
            one =>
              `${one.id}: ${one.nodes
                .slice(0, 3)
                .map(node => node.target.join(' '))
                .join('; ')}`
          )
        ).toEqual([])
      })
    }
    test('no accessibility violations in any pane of Lay out', async ({ page }) => {
      await page.addInitScript(on => localStorage.setItem('ewerpanel.dark', String(on)), dark)
      await page.goto(`${server.base}/p/skerrow-dunlin/layout`)
      await page.getByRole('tab', { name: /Option B/ }).click()
      for (const layer of ['Behind', 'Sight', 'Reach', 'Flow', 'Metal'])
        await page.getByRole('button', { name: layer, exact: true }).click()
      const found: string[] = []
      for (const pane of ['Room for', 'Sheet', 'Seats', 'Hands', 'Paper and cutter']) {
        await page.getByRole('tab', { name: pane, exact: true }).click()
        await page.waitForTimeout(250)
        const { violations } = await new AxeBuilder({ page }).analyze()
        found.push(
          ...violations.map(
            one =>
              `${pane}: ${one.id}: ${one.nodes
                .slice(0, 3)
                .map(node => node.target.join(' '))
                .join('; ')}`
          )
        )
      }
      expect(found).toEqual([])
    })
    test('no accessibility violations in any pane of Power', async ({ page }) => {
      await page.addInitScript(on => localStorage.setItem('ewerpanel.dark', String(on)), dark)
      await page.goto(`${server.base}/p/skerrow-dunlin/power`)
      await page.getByRole('tab', { name: /Option B/ }).click()
      const found: string[] = []
      for (const pane of ['Feeds', 'Circuits', 'Alternator quits', 'Failures', 'Paper and files']) {
        await page.getByRole('tab', { name: pane, exact: true }).click()
        if (pane === 'Feeds') {
          await page.locator('[data-node="main"]').click()
          await page.getByRole('button', { name: 'Alternators lost, switches set' }).click()
        }
        if (pane === 'Failures') await expect(page.locator('[data-scene]').first()).toBeVisible()
        if (pane === 'Alternator quits')
          for (const ask of ['What must I shed?', 'What each backup buys', 'Older and colder']) {
            await page.getByRole('button', { name: ask }).click()
            await expect(page.getByRole('button', { name: ask })).toBeEnabled()
          }
        await page.waitForTimeout(250)
        const { violations } = await new AxeBuilder({ page }).analyze()
        found.push(
          ...violations.map(
            one =>
              `${pane}: ${one.id}: ${one.nodes
                .slice(0, 3)
                .map(node => node.target.join(' '))
                .join('; ')}`
          )
        )
      }
      expect(found).toEqual([])
    })
  })
}

test('a unit is chosen, set down, nudged and typed by keyboard alone', async ({ page }) => {
  await page.goto(`${server.base}/p/skerrow-dunlin/rules`)
  await expect(page.locator('[data-figure]').first()).toBeVisible()
  await page.keyboard.press('/')
  await expect(page.getByRole('searchbox')).toBeFocused()
  await page.keyboard.type('Plumb 2')
  const add = page.getByRole('button', { name: 'Add Plumb 2', exact: true })
  await expect(add).toBeVisible()
  for (let presses = 0; presses < 30 && !(await add.evaluate(button => button === document.activeElement)); presses++)
    await page.keyboard.press('Tab')
  await expect(add).toBeFocused()
  await page.keyboard.press('Enter')
  await page.keyboard.press('3')
  const waiting = page.locator('[data-tray="quillon-plumb-2-1"]')
  await waiting.focus()
  await page.keyboard.press('Enter')
  const unit = page.locator('[data-unit="quillon-plumb-2-1"]')
  await expect(unit).toBeFocused()
  await expect(page.locator('[data-finding^="panel."][data-finding*="quillon-plumb-2-1"]')).toHaveCount(0)

  const across = async () => Number(/([\d.]+) in across/.exec((await unit.getAttribute('aria-label'))!)![1])
  const start = await across()
  await page.keyboard.press('ArrowRight')
  await expect.poll(async () => (await across()) - start).toBeCloseTo(0.05, 3)
  await page.keyboard.press('Shift+ArrowLeft')
  await expect.poll(async () => (await across()) - start).toBeCloseTo(-0.45, 3)
  await page.keyboard.press('Alt+ArrowRight')
  await expect.poll(async () => (await across()) - start).toBeCloseTo(-0.445, 2)
  // Nudges that follow each other are one act; undo is by keyboard too.
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await across()) - start).toBeCloseTo(0, 3)
  await page.keyboard.press('u')
  await expect(unit).toHaveAttribute('aria-label', /mm across/)
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog')).toContainText('the eight steps')
})
