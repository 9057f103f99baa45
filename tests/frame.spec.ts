import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import DxfParser from 'dxf-parser'
import { PDFDocument } from 'pdf-lib'
import { addressOf, baseOf, choose, expect, kept, saved, settled, test, visit, walkTo } from './shared'

const STEPS = ['brief', 'equipment', 'panel', 'power', 'wiring', 'rules', 'budget', 'build']
const open = async (page: Page, path: string) => {
  await visit(page, path)
  await settled(page)
}
/** Until what is drawn a frame after the rest stands too. */
const drawn = (page: Page) =>
  page.evaluate(async () => {
    for (let frames = 0; frames < 4; frames++) await new Promise(requestAnimationFrame)
  })
const step = (page: Page, name: string) =>
  page
    .getByRole('navigation', { name: 'Steps' })
    .getByRole('link', { name: new RegExp(`\\b${name}\\b`) })
    .click()

test.describe('in a window of its own', () => {
  test.use({ alone: true })
  test('a newcomer goes from nothing to a cut file in at most 45 acts, typing only in the brief', async ({ page }) => {
    let acts = 0
    const act = async (does: Promise<unknown>) => {
      acts++
      await does
    }
    const scripts: string[] = []
    page.on('request', request => void (request.resourceType() === 'script' && scripts.push(request.url())))
    await walkTo(page, '/')
    await expect(page.getByRole('article').first()).toBeVisible()
    // Nothing is examined in the hangar: the programs that do it are not fetched for it.
    expect(scripts.length).toBeGreaterThan(5)
    expect(scripts.filter(url => /examiner|foreign|elk/.test(url))).toEqual([])
    await act(page.getByRole('button', { name: 'New aircraft' }).click())
    await act(page.getByLabel('Registration').fill('ZZ-NOV'))
    await act(page.getByLabel('Model').fill('Hollin HB-2 Whimbrel'))
    // A list is opened and chosen from: two acts.
    acts += 2
    await choose(page, 'Certification basis', 'amateur-built')
    acts += 2
    await choose(page, 'Installed now', 'Bare panel')
    await act(page.getByLabel('night VFR').check())
    await act(page.getByRole('button', { name: 'Create', exact: true }).click())
    await settled(page)
    await act(step(page, 'Equipment'))
    // What is lacking is named, a line each, with what would give it here.
    const airspeed = page.locator('[data-lacking="rules.missing:us-equipment/b1"]')
    await expect(airspeed).toContainText('no airspeed installed')
    await act(airspeed.getByRole('button', { name: 'Show options' }).click())
    // A dial alone gives nothing: what it waits for is said beforehand, and comes with the kit.
    await expect(page.locator('[data-answer]').first()).toContainText('does not work without pitot and static')
    await act(page.locator('[data-answer]').first().getByRole('button', { name: /^Add / }).click())
    await expect(airspeed).toContainText('does not provide airspeed: no pitot and static')
    // The rest is taken as a kit.
    await act(page.getByRole('button', { name: 'Starter kit…' }).click())
    await act(page.getByRole('button', { name: 'Add all' }).click())
    await expect(airspeed).toHaveCount(0)
    await expect(page.locator('[data-lacking^="rules.missing:us-"]')).toHaveCount(0)
    await act(step(page, 'Panel'))
    await expect(page.locator('.unit[data-unit]').first()).toBeVisible()
    await expect(page.locator('[data-finding^="panel."]').filter({ hasText: 'Must fix' })).toHaveCount(0)
    await act(step(page, 'Build'))
    const download = page.waitForEvent('download')
    await act(page.getByRole('button', { name: 'inches' }).click())
    const drawing = new DxfParser().parseSync(readFileSync(await (await download).path(), 'utf8'))!
    const cut = (drawing.entities as unknown as { layer: string }[]).filter(other => other.layer === 'CUT')
    expect(cut.length).toBeGreaterThan(2)
    expect(acts).toBeLessThanOrEqual(45)
  })
  test('back, reload and a link come to the step, the pane, the option and the unit', async ({ page }) => {
    await open(page, 'skerrow-dunlin/power')
    await expect(page).toHaveTitle('ZZ-DUN · Power · Ewerpanel')
    await page.getByRole('tab', { name: 'Circuits', exact: true }).click()
    await page.getByRole('tab', { name: /Option B/ }).click()
    await expect(page).toHaveURL(/pane=circuits.*option=b|option=b.*pane=circuits/)
    await page.reload()
    await expect(page.getByRole('tab', { name: 'Circuits', exact: true })).toHaveAttribute('aria-selected', 'true')
    await expect(page.getByRole('tab', { name: /Option B/ })).toHaveAttribute('aria-selected', 'true')
    await page.goBack()
    await expect(page.getByRole('tab', { name: /Option A/ })).toHaveAttribute('aria-selected', 'true')
    await page.goBack()
    await expect(page.getByRole('tab', { name: 'Loads', exact: true })).toHaveAttribute('aria-selected', 'true')
    await page.goForward()
    await expect(page.getByRole('tab', { name: 'Circuits', exact: true })).toHaveAttribute('aria-selected', 'true')
    await page.goto(baseOf(page) + (await addressOf(page, 'skerrow-dunlin/panel?option=b&unit=pfd&pane=sheet')))
    await settled(page)
    await expect(page.locator('[data-unit="pfd"]')).toHaveClass(/selected/)
    await expect(page.getByRole('tab', { name: 'Sheet', exact: true })).toHaveAttribute('aria-selected', 'true')
    await expect(page.getByRole('tab', { name: /Option B/ })).toHaveAttribute('aria-selected', 'true')
  })
  test('a remedy of one option cannot be pressed on another, however slow the worker is', async ({ page }) => {
    // While held, nothing reaches the worker: the answer about the option left is as old as the test wants it.
    await page.addInitScript(() => {
      const post = Worker.prototype.postMessage as (...all: unknown[]) => void
      const kept: (() => void)[] = []
      let held = true
      Worker.prototype.postMessage = function (this: Worker, ...sent: unknown[]) {
        if (held) kept.push(() => post.apply(this, sent))
        else post.apply(this, sent)
      } as typeof Worker.prototype.postMessage
      Object.assign(window, {
        holdWorker: (hold: boolean) => {
          held = hold
          if (!hold) for (const send of kept.splice(0)) send()
        }
      })
    })
    const hold = (held: boolean) =>
      page.evaluate(on => (window as unknown as { holdWorker: (hold: boolean) => void }).holdWorker(on), held)
    await visit(page, 'skerrow-dunlin/panel?option=b')
    // Before anything is known nothing says that all is well.
    await expect(page.locator('.tally .value').first()).toHaveText('—')
    await hold(false)
    await settled(page)
    const remedies = page.locator('.remedy button')
    await expect(remedies.first()).toBeEnabled()
    await hold(true)
    await page.getByRole('tab', { name: /Option C/ }).click()
    await expect(page.locator('.tally')).toHaveClass(/old/)
    await expect(page.locator('main')).toHaveClass(/old/)
    for (const remedy of await remedies.all()) await expect(remedy).toBeDisabled()
    await hold(false)
    await settled(page)
    await expect(remedies.first()).toBeEnabled()
    await page.goto(baseOf(page) + (await addressOf(page, 'skerrow-dunlin/equipment')))
    await expect(page.getByText('Finding missing equipment…')).toBeVisible()
  })
})

test('what stands over a step goes with it: back leads to a step, not under a dialog of the one before', async ({
  page
}) => {
  await open(page, 'skerrow-dunlin/rules')
  await step(page, 'Budget')
  await settled(page)
  const dialog = page.getByRole('dialog')
  await page.locator('[data-figure="money"]').click()
  await expect(dialog.getByText('Result')).toBeVisible()
  await page.goBack()
  await expect(page).toHaveURL(/rules/)
  await expect(dialog).toHaveCount(0)
  // A unit taken in the address is no other place to be.
  await page.locator('[data-figure="money"]').click()
  await expect(dialog.getByText('Result')).toBeVisible()
  await page.evaluate(async () => {
    interface Running {
      useNuxtApp: () => { $router: { replace: (to: object) => Promise<unknown> } }
    }
    await (window as unknown as Running).useNuxtApp().$router.replace({ query: { unit: 'pfd' } })
  })
  await expect(page).toHaveURL(/unit=pfd/)
  await drawn(page)
  // One that is closing can still be seen, but is no longer active.
  await expect(page.locator('.v-dialog.v-overlay--active')).toHaveCount(1)
  await page.keyboard.press('Escape')
  await expect(dialog).toHaveCount(0)
  // Nor does a dialog stay from one pane of a step to the one before.
  await page.getByRole('tab', { name: 'Failures', exact: true }).click()
  await expect(page).toHaveURL(/pane=/)
  await page.locator('[data-figure="money"]').click()
  await expect(dialog.getByText('Result')).toBeVisible()
  await page.goBack()
  await expect(page).not.toHaveURL(/pane=/)
  await expect(dialog).toHaveCount(0)
  await page.getByRole('button', { name: 'More for this option' }).click()
  await page.getByText('Settings…').click()
  await expect(dialog).toHaveCount(1)
  // Another aeroplane is another page: nothing of the one before stands over it.
  await visit(page, 'teasel-ls/rules')
  await settled(page)
  await expect(dialog).toHaveCount(0)
})

test('a pane and a unit chosen in one breath both stand in the address, and back leads before them', async ({
  page
}) => {
  await open(page, 'skerrow-dunlin/panel')
  await page.getByRole('tab', { name: 'Sheet', exact: true }).click()
  await expect(page).toHaveURL(/pane=sheet/)
  await page.locator('[data-unit="asi"]').waitFor()
  // Faster than any hand: the second before the router has come to the first.
  await page.evaluate(() => {
    document.querySelector<HTMLElement>('#tab-pieces')!.click()
    const unit = document.querySelector<HTMLElement>('[data-unit="asi"]')!
    unit.focus()
    unit.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }))
  })
  await expect(page).toHaveURL(/unit=asi/)
  await expect(page).not.toHaveURL(/pane=sheet/)
  await expect(page.getByRole('tab', { name: 'Selected', exact: true })).toHaveAttribute('aria-selected', 'true')
  await page.goBack()
  await expect(page.getByRole('tab', { name: 'Sheet', exact: true })).toHaveAttribute('aria-selected', 'true')
})

test('a second unit taken before the address has the first one stays taken', async ({ page }) => {
  await open(page, 'skerrow-dunlin/panel')
  await page.locator('[data-unit="horizon"]').waitFor()
  await page.evaluate(async () => {
    const press = (id: string, shiftKey: boolean) => {
      const unit = document.querySelector<HTMLElement>(`[data-unit="${id}"]`)!
      unit.focus()
      unit.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', shiftKey, bubbles: true }))
    }
    press('asi', false)
    // Until the page has begun to write the first into the address, and no longer.
    for (let turns = 0; turns < 3; turns++) await Promise.resolve()
    press('horizon', true)
  })
  await expect(page.getByText('2 units')).toBeVisible()
  await drawn(page)
  await expect(page.getByText('2 units')).toBeVisible()
  await expect(page).not.toHaveURL(/unit=/)
})

test('an address that leads nowhere is answered by a page of ours', async ({ page }) => {
  await page.goto(`${baseOf(page)}/p/skerrow-dunlin/nowhere`)
  await expect(page.getByRole('heading', { name: 'Nothing here' })).toBeVisible()
  await page.getByRole('link', { name: 'To the hangar' }).click()
  await expect(page.getByRole('article').first()).toBeVisible()
  await page.goto(`${baseOf(page)}/p/no-such-project/panel`)
  await expect(page.getByRole('heading', { name: 'This project cannot be opened' })).toBeVisible()
})

test('a finding is cured by its remedy, and undone', async ({ page }) => {
  await visit(page, 'skerrow-dunlin/panel')
  await page.getByRole('tab', { name: /Option B/ }).click()
  const finding = page.locator('[data-finding="panel.edge"]')
  await finding.locator('.remedy button').first().click()
  await expect(finding).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await expect(finding).toHaveCount(1)
  await saved(page)
})

test('an empty aeroplane can be begun and gets its first unit', async ({ page }) => {
  await walkTo(page, '/')
  await page.getByRole('button', { name: 'New aircraft' }).click()
  await page.getByLabel('Registration').fill('ZZ-NEW')
  await page.getByLabel('Model').fill('Larkfell L-24 Dunlin')
  await choose(page, 'Installed now', 'Bare panel')
  // It is not begun with the seats that stood there before something that is no number.
  await page.getByLabel('Seats', { exact: true }).fill('four')
  await page.getByLabel('Model').focus()
  await expect(page.getByRole('button', { name: 'Create', exact: true })).toBeDisabled()
  await page.getByLabel('Seats', { exact: true }).fill('2')
  await page.getByRole('button', { name: 'Create', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Brief' })).toBeVisible()
  await page.keyboard.press('2')
  await page.getByRole('searchbox').fill('Plumb 3')
  await page.getByRole('button', { name: 'Add Plumb 3', exact: true }).click()
  await page.keyboard.press('Escape')
  await step(page, 'Panel')
  await expect(page.locator('.unit[data-unit]')).toHaveCount(1)
  await saved(page)
  await page.request.delete(`${baseOf(page)}/api/projects/${new URL(page.url()).pathname.split('/')[2]}`)
})

test('a new aircraft from a drawing of its panel has its outline, and the holes that were pressed as existing', async ({
  page
}) => {
  await walkTo(page, '/')
  await page.getByRole('button', { name: 'New aircraft' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Registration').fill('ZZ-DRW')
  await choose(page, 'Installed now', 'Bare panel')
  await dialog.getByText('From a drawing (DXF, SVG)').click()
  await dialog.getByRole('button', { name: 'Create', exact: true }).click()
  await expect(dialog.getByRole('alert')).toContainText('Choose the file with the outline')
  await dialog.getByRole('button', { name: 'Drawing', exact: true }).setInputFiles({
    name: 'found.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="700mm" viewBox="0 0 700 280"><rect width="700" height="280"/>' +
        '<g id="Dials"><circle cx="200" cy="120" r="40"/><circle cx="300" cy="120" r="40"/></g></svg>'
    )
  })
  await choose(page, 'Use of Layer “Dials”', 'existing holes')
  await dialog.getByRole('button', { name: 'Create', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Brief' })).toBeVisible()
  const id = new URL(page.url()).pathname.split('/')[2]!
  const { panel } = (await kept(page, id)).airframe
  expect(Math.max(...panel.outline.map(([x]) => x))).toBe(700)
  expect(panel.zones.map(zone => zone.hole)).toEqual(['existing', 'existing'])
  await page.request.delete(`${baseOf(page)}/api/projects/${id}`)
})

test('a remedy says beforehand what it brings as well as what it cures', async ({ page }) => {
  await open(page, 'skerrow-dunlin/panel?option=b')
  const finding = page.locator('[data-finding="panel.edge"]').first()
  await expect(finding.locator('.remedy small').first()).toContainText(/Fixes \d+ findings? · adds (none|\d+)/)
  // All of them, notes too: the figure below counts those that ask for an act.
  const count = async () =>
    ((await page.locator('.drawer .counts').textContent())!.match(/\d+/g) ?? []).reduce((sum, n) => sum + Number(n), 0)
  const says = (await finding.locator('.remedy small').first().textContent())!
  const before = await count()
  await finding.locator('.remedy button').first().click()
  const cures = Number(/Fixes (\d+)/.exec(says)![1])
  const brings = Number(/brings (\d+)/.exec(says)?.[1] ?? 0)
  await expect.poll(count).toBe(before - cures + brings)
})

test('notes of other steps are folded until they are asked for; the figure counts what asks for an act', async ({
  page
}) => {
  await open(page, 'skerrow-dunlin/panel?option=b')
  const figure = Number(await page.locator('[data-figure="findings"] .value').textContent())
  const said = (await page.locator('.drawer .counts').textContent())!
  const [fix, decide, notes] = ['must fix', 'decide', 'note'].map(weight =>
    Number(new RegExp(`(\\d+) ${weight}`).exec(said)![1])
  )
  expect(figure).toBe(fix! + decide!)
  expect(notes).toBeGreaterThan(0)
  const listed = page.locator('.drawer article')
  const before = await listed.count()
  expect(before).toBeLessThan(figure + notes!)
  const folded = page.locator('.drawer').getByRole('button', { name: /^Show \d+ notes?$/ })
  while (await folded.count()) await folded.first().click()
  await expect(listed).toHaveCount(figure + notes!)
  // The figure opens the list, as its button does.
  await page.getByRole('button', { name: 'Fold findings' }).first().click()
  await expect(page.locator('.drawer')).toHaveCount(0)
  await page.locator('[data-figure="findings"]').click()
  await expect(page.locator('.drawer')).toBeVisible()
})

test('what a search found stays in the list through an act, and is told again', async ({ page }) => {
  await open(page, 'skerrow-dunlin/panel?option=b')
  // A remedy of this finding is a place to move to, which is searched.
  const remedy = page.locator('[data-finding="panel.edge"] .remedy').first()
  await expect(remedy.locator('small[aria-busy="false"]')).toContainText('Fixes')
  await page.evaluate(() => {
    const seen = { gone: [] as string[], old: 0 }
    Object.assign(window, { seen })
    new MutationObserver(changes => {
      for (const { type, removedNodes } of changes) {
        if (type === 'attributes') seen.old++
        for (const node of removedNodes)
          if (node instanceof HTMLElement && (node.matches('.remedy') || node.querySelector('.remedy')))
            seen.gone.push(node.textContent)
      }
    }).observe(document.querySelector('[aria-label="List of findings"]')!, {
      childList: true,
      subtree: true,
      attributeFilter: ['aria-busy']
    })
  })
  // An act elsewhere: nothing about the finding changes.
  await page.locator('[data-unit="standby"]').focus()
  await page.keyboard.press('ArrowRight')
  const seen = () => page.evaluate(() => (window as unknown as { seen: { gone: string[]; old: number } }).seen)
  await expect.poll(async () => (await seen()).old).toBeGreaterThan(0)
  await expect(remedy.locator('small[aria-busy="false"]')).toContainText('Fixes')
  expect((await seen()).gone).toEqual([])
})

test('a finding that lacks a function leads to what gives it', async ({ page }) => {
  await open(page, 'teasel-ls/rules')
  await page
    .locator('[data-finding="wiring.signal-missing"]')
    .filter({ hasText: 'augmented position' })
    .getByRole('link', { name: 'Show options' })
    .click()
  await expect(page.locator('[data-answer="marlstone-pilot-g"]')).toBeVisible()
  // The port is taken by a receiver of the plain grade: it cures only once that gives way.
  await expect(page.locator('[data-answer]').first()).toContainText('OK once wired')
  // A kit that cannot meet it does not say that all is well.
  await page.getByRole('button', { name: 'Starter kit…' }).click()
  await expect(page.getByRole('dialog')).toContainText('Not met by this kit')
  await expect(page.getByRole('dialog')).not.toContainText('No required equipment is missing')
  await page.getByRole('button', { name: 'Cancel' }).click()
})

test.describe('as a first visit has it', () => {
  test.use({ alone: true, findingsOpen: false, tourDone: false, viewport: { width: 1280, height: 800 } })
  test('the work has the room, findings and card fold, the tour can be put away', async ({ page }) => {
    await open(page, 'skerrow-dunlin/panel')
    await expect(page.getByRole('complementary', { name: 'Findings' })).toHaveCount(0)
    await page.getByRole('button', { name: 'Fold the job card' }).click()
    expect((await page.locator('main').boundingBox())!.width).toBeGreaterThanOrEqual(1100)
    // The tour begins with the step that is open.
    await expect(page.getByRole('complementary', { name: 'Tour' })).toContainText('Panel is to scale')
    await page.getByRole('button', { name: 'Next' }).click()
    await expect(page).toHaveURL(/power/)
    await page.getByRole('button', { name: 'Dismiss' }).click()
    await page.reload()
    await settled(page)
    await expect(page.getByRole('complementary', { name: 'Tour' })).toHaveCount(0)
    await page.getByRole('button', { name: /Open findings, \d+/ }).click()
    await expect(page.locator('[data-finding]').first()).toBeVisible()
  })
})

test.describe('in any window', () => {
  test.use({ findingsOpen: false })
  for (const [width, height] of [
    [390, 844],
    [820, 1180],
    [1024, 700],
    [1280, 800],
    [1920, 1080]
  ] as const)
    test(`at ${width} by ${height} nothing is cut or scrolls sideways, and a finger finds what it presses`, async ({
      page
    }) => {
      test.setTimeout(120_000)
      await page.setViewportSize({ width, height })
      // The narrow ones in every step, where room is short; the wide ones where most stands side by side.
      const steps = width <= 900 ? [...STEPS, 'panel?pane=paper'] : ['equipment', 'panel', 'budget']
      for (const path of ['/', ...steps]) {
        await (path === '/' ? walkTo(page, path) : visit(page, `skerrow-dunlin/${path}`))
        await page
          .locator(path === '/' ? 'article' : '.tally[aria-busy="false"] [data-figure]')
          .first()
          .waitFor()
        await drawn(page)
        const wrong = await page.evaluate(() => {
          const main = document.querySelector('main')!
          const found: string[] = []
          if (main.scrollWidth > main.clientWidth + 1) found.push(`main is ${main.scrollWidth} wide`)
          for (const part of main.querySelectorAll<HTMLElement>('h1, h2, button, .v-field, select')) {
            const box = part.getBoundingClientRect()
            if (!box.width || getComputedStyle(part).visibility === 'hidden') continue
            const inScroller = part.closest('.sheet, .v-table__wrapper, .v-slide-group, .answers, .pane, .scroll')
            if (box.right > innerWidth + 1 && !inScroller) found.push(`${part.textContent} is cut`)
            const press = part.matches('button:not(.link), .v-field, select') && !part.closest('p, small, svg')
            if (innerWidth <= 900 && press && box.height < 39)
              found.push(`${part.ariaLabel ?? part.textContent}: ${box.height}`)
          }
          return found
        })
        expect(wrong, path).toEqual([])
      }
    })
})

test('what is said in passing covers no figure, and what lies under it is pressed through it', async ({ page }) => {
  await visit(page, 'skerrow-dunlin/brief')
  await page.getByRole('button', { name: 'Duplicate option' }).click()
  const words = page.locator('.v-snackbar__wrapper').filter({ hasText: 'which is now open' })
  await expect(words).toBeVisible()
  const [said, strip] = await Promise.all([words.boundingBox(), page.locator('.tally').boundingBox()])
  expect(said!.y + said!.height).toBeLessThanOrEqual(strip!.y)
  const under = await words.evaluate(box => {
    const { x, y, width, height } = box.getBoundingClientRect()
    return document.elementFromPoint(x + width / 2, y + height / 2)?.closest('.v-snackbar, main')?.tagName
  })
  expect(under).toBe('MAIN')
})

test('all wires stand on paper, not only those in sight; on A4 and on Letter', async ({ page }) => {
  await open(page, 'skerrow-dunlin/wiring?option=b&pane=list')
  for (const format of ['A4', 'Letter'] as const) {
    const pdf = await page.pdf({ format })
    expect((await PDFDocument.load(pdf)).getPageCount()).toBeGreaterThan(2)
  }
})

test('a deleted aeroplane is asked about, and can be brought back', async ({ page }) => {
  await walkTo(page, '/')
  await page.getByRole('button', { name: 'Delete Teasel, day VFR' }).click()
  await expect(page.getByRole('alertdialog')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('alertdialog')).toHaveCount(0)
  await expect(page.getByRole('link', { name: /Open ZZ-TSL/ })).toBeVisible()
  await page.getByRole('button', { name: 'Delete Teasel, day VFR' }).click()
  await page.getByRole('button', { name: 'Delete', exact: true }).click()
  await expect(page.getByRole('link', { name: /Open ZZ-TSL/ })).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('link', { name: /Open ZZ-TSL/ })).toBeVisible()
  await page.getByLabel('Search').fill('zz-wim')
  await expect(page.getByRole('article')).toHaveCount(1)
})

test('a closed dialog gives the focus back; the first stop leads past the rail; letters in a field are letters', async ({
  page
}) => {
  await open(page, 'skerrow-dunlin/budget?option=b&pane=quotes')
  const money = page.locator('[data-figure="money"]')
  await money.focus()
  await page.keyboard.press('Enter')
  // Once the focus is inside: closed sooner, it would never have left the figure.
  await expect.poll(() => page.evaluate(() => document.activeElement?.closest('[role=dialog]') !== null)).toBe(true)
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect(money).toBeFocused()
  await page.reload()
  await settled(page)
  await page.keyboard.press('Tab')
  await expect(page.getByRole('link', { name: 'Skip to content' })).toBeFocused()
  await page.keyboard.press('Enter')
  await page.keyboard.press('Tab')
  expect(await page.evaluate(() => document.activeElement?.closest('main') !== null)).toBe(true)
  const shop = page.getByLabel('Shop', { exact: true })
  await shop.fill('')
  await shop.pressSequentially('2 mu')
  await expect(page).toHaveURL(/budget/)
  await expect(page.getByRole('button', { name: 'Units: inch. Change' })).toBeVisible()
})

test('a table is sorted, filtered, its columns chosen, copied and given as CSV', async ({ page }) => {
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write'])
  await open(page, 'skerrow-dunlin/wiring?option=a&pane=list')
  const table = page.locator('.wires')
  const first = () => table.locator('tbody tr').first().locator('td').nth(5).textContent()
  await table.getByText(/Length to cut/).click()
  const shortest = Number.parseFloat((await first())!)
  await table.getByText(/Length to cut/).click()
  await expect.poll(async () => Number.parseFloat((await first())!)).toBeGreaterThan(shortest)
  await table.getByRole('button', { name: 'Columns of wire list' }).click()
  await page.getByLabel('Make', { exact: true }).uncheck()
  await page.keyboard.press('Escape')
  await expect(table.getByRole('columnheader', { name: 'Make' })).toHaveCount(0)
  await table.getByLabel('Filter wire list').fill('pitot')
  await expect(table.locator('tbody tr').first()).toContainText('Pitot')
  await table.getByRole('button', { name: 'Copy wire list' }).click()
  const copied = await page.evaluate(() => navigator.clipboard.readText())
  expect(copied.split('\n')[0]).toBe('No.\tKind\tFrom\tTo\tLength to cut, ft\tState')
  const download = page.waitForEvent('download')
  await table.getByRole('button', { name: 'wire list as CSV' }).click()
  const csv = readFileSync(await (await download).path(), 'utf8')
  expect(csv.split('\n').length).toBe(copied.split('\n').length)
})

test('a length can be worked out where it is typed; settings change how all is read', async ({ page }) => {
  await open(page, 'skerrow-dunlin/panel?unit=asi')
  await page.getByLabel('Across (in)').fill('10 - 3/8 + 1')
  await page.getByLabel('Across (in)').press('Enter')
  await expect(page.locator('[data-unit="asi"]')).toHaveAttribute('aria-label', /10\.625 in across/)
  await page.keyboard.press('Control+z')
  await expect(page.locator('[data-unit="asi"]')).not.toHaveAttribute('aria-label', /10\.625 in across/)
  await page.getByRole('button', { name: 'More for this option' }).click()
  await page.getByText('Settings…').click()
  const money = page.locator('[data-figure="money"] .value')
  const dollars = Number((await money.textContent())!.replace(/\D/g, ''))
  await choose(page, 'Display currency', 'EUR')
  await page.getByLabel('One dollar is so many EUR').fill('0.5')
  await page.getByLabel('One dollar is so many EUR').press('Enter')
  await expect(page.getByRole('dialog')).toContainText('as you entered it')
  await choose(page, 'Numbers and dates', 'German forms of numbers and dates')
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click()
  await expect(money).toHaveText(/^[\d.]+\s€$/)
  // At half a euro a dollar it is half as much.
  expect(Number((await money.textContent())!.replace(/\D/g, ''))).toBeCloseTo(dollars / 2, -1)
})
