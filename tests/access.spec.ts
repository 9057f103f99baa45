import { violationsOf } from './checker'
import { expect, settled, test, visit, walkTo } from './shared'

// Steps and their panes are looked at in walk: here what stands over them, and what they show only when it is asked for.
test('no accessibility violations in the hangar', async ({ page }) => {
  await walkTo(page, '/')
  await expect(page.locator('article').first()).toBeVisible()
  expect(await violationsOf(page)).toEqual([])
})
test.describe('without the list of findings', () => {
  test.use({ findingsOpen: false })
  test('no accessibility violations in Panel with all its layers, nor in a working', async ({ page }) => {
    await visit(page, 'skerrow-dunlin/panel?option=b')
    const turnLayers = async () => {
      for (const layer of ['Behind', 'Sight', 'Reach', 'Flow', 'Metal', 'Side'])
        await page.getByRole('button', { name: layer, exact: true }).click()
    }
    await turnLayers()
    expect(await violationsOf(page), 'layers').toEqual([])
    await turnLayers()
    for (const mode of ['Drafting', 'Cutouts', 'From seat', 'By night', 'Picture']) {
      await page.getByRole('button', { name: mode, exact: true }).click()
      expect(await violationsOf(page), mode).toEqual([])
    }
    await page.getByRole('button', { name: 'By night', exact: true }).click()
    await page.locator('[data-figure="money"]').click()
    await expect(page.getByRole('dialog').getByText('Result')).toBeVisible()
    expect(await violationsOf(page), 'working').toEqual([])
  })
  test('no accessibility violations in the form of an entry with its ports and screws', async ({ page }) => {
    await visit(page, 'skerrow-dunlin/equipment')
    await page.getByRole('searchbox').fill('Wideface 10')
    await page.getByRole('button', { name: 'Edit Wideface 10', exact: true }).click()
    await expect(page.getByRole('group', { name: 'Port can1', exact: true })).toBeVisible()
    await expect(page.getByLabel('Screw 4 hole, in', { exact: true })).toBeVisible()
    expect(await violationsOf(page)).toEqual([])
  })
  test('no accessibility violations in the working of the odds', async ({ page }) => {
    await visit(page, 'skerrow-dunlin/budget?option=b&pane=time')
    await page.getByRole('button', { name: 'Working: back in time' }).click()
    await expect(page.getByRole('dialog').getByText('Result')).toBeVisible()
    expect(await violationsOf(page)).toEqual([])
  })
  test('no accessibility violations in a job of two visits', async ({ page }) => {
    await visit(page, 'skerrow-dunlin/budget?option=c&pane=visits')
    await settled(page)
    expect(await violationsOf(page)).toEqual([])
  })
  test('no accessibility violations in a wire that is chosen, nor in the pin table', async ({ page }) => {
    await visit(page, 'skerrow-dunlin/wiring?option=b&pane=list')
    await page.locator('[data-wire] button').first().click()
    expect(await violationsOf(page), 'wire').toEqual([])
    await visit(page, 'skerrow-dunlin/wiring?option=b&pane=connectors')
    await page.getByRole('button', { name: 'Enter a pin table…' }).click()
    await expect(page.getByRole('dialog')).toBeVisible()
    expect(await violationsOf(page), 'pin table').toEqual([])
  })
  test('no accessibility violations in Power: a source lost, what is asked of the battery, circuits', async ({
    page
  }) => {
    await visit(page, 'skerrow-dunlin/power?option=b')
    const openPane = (pane: string) => page.getByRole('tab', { name: pane, exact: true }).click()
    await openPane('Distribution')
    await page.locator('[data-node="main"]').click()
    await page.getByRole('button', { name: 'Alternators lost, switches set' }).click()
    expect(await violationsOf(page), 'a source lost').toEqual([])
    await openPane('On battery')
    for (const ask of ['Load-shed list', 'What each backup buys', 'Older and colder']) {
      await page.getByRole('button', { name: ask, exact: true }).click()
      await expect(page.getByRole('button', { name: ask, exact: true })).toBeEnabled()
    }
    expect(await violationsOf(page), 'asked of the battery').toEqual([])
    await openPane('Circuits')
    for (const name of [/^Change the circuit of/, /^Change Alternator feed/]) {
      await page.getByRole('button', { name }).first().click()
      await expect(page.getByRole('dialog')).toBeVisible()
      expect(await violationsOf(page), String(name)).toEqual([])
      await page.keyboard.press('Escape')
      await expect(page.getByRole('dialog')).toHaveCount(0)
    }
  })
  test('no accessibility violations in the answer to a clause', async ({ page }) => {
    await visit(page, 'skerrow-dunlin/rules?option=b')
    await page
      .getByRole('button', { name: /^Your answer to/ })
      .first()
      .click()
    await expect(page.getByRole('dialog')).toBeVisible()
    expect(await violationsOf(page)).toEqual([])
  })
})

test('nothing moves for those who asked their system for less motion', async ({ page }) => {
  /** Whether anything moved until the dialog stood: heard, not looked for, since a slow machine draws no frame in between. */
  const turn = async (pane: string) => {
    await page.getByRole('tab', { name: pane, exact: true }).click()
    await page.evaluate(() => {
      Object.assign(window, { moved: false })
      for (const start of ['transitionrun', 'animationstart'])
        addEventListener(start, () => Object.assign(window, { moved: true }))
    })
    await page.locator('[data-figure="money"]').click()
    await expect(page.getByRole('dialog').getByText('Result')).toBeVisible()
    const seen = await page.evaluate(() => (window as unknown as { moved: boolean }).moved)
    await page.keyboard.press('Escape')
    await expect(page.getByRole('dialog')).toHaveCount(0)
    return seen
  }
  await visit(page, 'skerrow-dunlin/power?option=b')
  await settled(page)
  // That this can fail: as usual the dialog comes up slowly. The windows that tests share are of those who want it still.
  await page.emulateMedia({ reducedMotion: 'no-preference' })
  expect(await turn('Loads')).toBe(true)
  await page.emulateMedia({ reducedMotion: 'reduce' })
  expect(await turn('Circuits')).toBe(false)
})

test('a unit is chosen, set down, nudged and typed by keyboard alone', async ({ page }) => {
  await visit(page, 'skerrow-dunlin/rules')
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
  // It was set down where it is free; taken off the face and set down again by keys.
  const unit = page.locator('[data-unit="quillon-plumb-2-1"]')
  await unit.focus()
  await page.keyboard.press('Enter')
  await page.keyboard.press('Delete')
  await page.locator('[data-tray="quillon-plumb-2-1"]').focus()
  await page.keyboard.press('Enter')
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
  // Undo is by keyboard too: once when the nudges followed each other soon enough to be one act, at most three times.
  await expect(async () => {
    if (Math.abs((await across()) - start) > 0.0005) await page.keyboard.press('Control+z')
    expect((await across()) - start).toBeCloseTo(0, 3)
  }).toPass({ intervals: [500] })
  // Two nudges from frame to frame, as of a key that is held, are one act.
  await unit.evaluate(async box => {
    for (let nudge = 0; nudge < 2; nudge++) {
      box.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true }))
      await new Promise(requestAnimationFrame)
    }
  })
  await expect.poll(async () => (await across()) - start).toBeCloseTo(0.1, 3)
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await across()) - start).toBeCloseTo(0, 3)
  await page.keyboard.press('u')
  await expect(unit).toHaveAttribute('aria-label', /mm across/)
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog')).toContainText('the eight steps')
})
