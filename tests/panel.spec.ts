import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { atRest, baseOf, bring, choose, expect, kept, test, visit, saved } from './shared'
import { PDFDocument } from 'pdf-lib'
import { blankProject } from '../core/document'

// Findings are tried out while they are open: they are so where a test looks at them.
test.use({ findingsOpen: false })

async function openLayout(page: Page, project = 'skerrow-dunlin', option = '') {
  await visit(page, `${project}/panel${option && `?option=${option}`}`)
  await page.waitForSelector('.sheet-metal')
  // What is taken by its place is taken where it stands, not where it stood while the page was still filling.
  await atRest(page)
}
const unit = (page: Page, id: string) => page.locator(`[data-unit="${id}"]`)
const pane = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click()

test.describe('with the findings open', () => {
  test.use({ findingsOpen: true })
  test('a nudge draws anew the unit and the figures it changes, and nothing beside them', async ({ page }) => {
    await openLayout(page, 'skerrow-dunlin', 'b')
    await unit(page, 'pfd').press('Enter')
    await page.locator('.remedy').first().waitFor()
    await page.evaluate(() => {
      const drawn = new Set<string>()
      Object.assign(window, { drawn })
      new MutationObserver(changes => {
        for (const { target, type, addedNodes, removedNodes } of changes) {
          // Marks of the steps are put away while the figures are late, as on a machine that serves others, and come back.
          const marks = [...addedNodes, ...removedNodes]
          const isMark = (node: Node) => node instanceof Comment || (node instanceof Element && node.matches('.state'))
          if (marks.length && marks.every(isMark)) continue
          const element = target instanceof Element ? target : target.parentElement
          const part = element?.closest(
            'nav.card, [data-unit], [data-figure], .drawer article .text, .side .v-tabs, header.bar'
          )
          if (part && type !== 'attributes') drawn.add(part.getAttribute('aria-label') ?? part.className)
          else if (part?.matches('[data-unit]')) drawn.add(part.getAttribute('data-unit')!)
        }
      }).observe(document.body, { subtree: true, childList: true, characterData: true, attributes: true })
    })
    await unit(page, 'pfd').press('ArrowDown')
    await saved(page)
    await atRest(page)
    const drawn = await page.evaluate(() => [...(window as unknown as { drawn: Set<string> }).drawn])
    expect(drawn).toContain('pfd')
    // Marks and counts of the steps, tabs, layers and the other units stand as they stood.
    expect(drawn.filter(part => !['pfd', 'text'].includes(part) && !part.startsWith('cell'))).toEqual([])
  })
})

test('what is late is paled without styling anew all that stands on the step', async ({ page, browser }) => {
  await openLayout(page, 'skerrow-dunlin', 'b')
  await browser.startTracing(page, { categories: ['devtools.timeline'] })
  await page.evaluate(async () => {
    const step = document.querySelector('main')!
    step.classList.add('old')
    for (let frames = 0; frames < 3; frames++) await new Promise(requestAnimationFrame)
    step.classList.remove('old')
    for (let frames = 0; frames < 3; frames++) await new Promise(requestAnimationFrame)
  })
  interface Told {
    name: string
    args: { elementCount?: number }
  }
  const { traceEvents } = JSON.parse((await browser.stopTracing()).toString()) as { traceEvents: Told[] }
  const styled = traceEvents.filter(told => told.name === 'UpdateLayoutTree').map(told => told.args.elementCount ?? 0)
  expect(styled.length).toBeGreaterThan(0)
  // A rule for any child (*) of what is late had all of it styled anew at the act, and once more when the figures came.
  const onStep = await page.locator('main *').count()
  expect(onStep).toBeGreaterThan(300)
  expect(Math.max(...styled)).toBeLessThan(onStep / 2)
})

test('a panel from nothing: built from measures, a vent and a bay on it, an instrument set down, printed at full size', async ({
  page
}) => {
  const blank = blankProject({
    id: 'from-nothing',
    title: 'From nothing',
    registration: 'ZZ-NIL',
    model: 'Hollin HB-2 Whimbrel',
    basis: 'amateur-built',
    systemV: 14,
    madeOn: '2026-01-01'
  })
  const id = await bring(page, blank)
  await openLayout(page, id)
  await pane(page, 'Sheet')
  await page.getByRole('button', { name: /Outline: import or build/ }).click()
  await page.getByRole('button', { name: 'From a few measures' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Width (in)', { exact: true }).fill('two feet')
  await dialog.getByLabel('Lower corners (in)', { exact: true }).focus()
  await expect(dialog.getByRole('button', { name: 'Take this outline' })).toBeDisabled()
  await dialog.getByLabel('Width (in)', { exact: true }).fill('24')
  await dialog.getByLabel('Width (in)', { exact: true }).press('Enter')
  await dialog.getByRole('button', { name: 'Take this outline' }).click()
  await page.getByRole('button', { name: '+ round on the face' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Left vent')
  await page.getByLabel('Name', { exact: true }).press('Enter')
  await page.getByRole('button', { name: '+ bay' }).click()
  await saved(page)
  const project = await kept(page, id)
  expect(Math.max(...project.airframe.panel.outline.map(([x]) => x))).toBeCloseTo(609.6, 1)
  expect(project.airframe.panel.zones.map(zone => zone.name)).toEqual(['Left vent'])
  expect(project.airframe.panel.bays).toHaveLength(1)
  await pane(page, 'Print and cut')
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Full size, PDF' }).click()
  const pdf = await PDFDocument.load(readFileSync(await (await download).path()))
  expect(pdf.getPageCount()).toBeGreaterThan(3)
  const { width, height } = pdf.getPage(0).getSize()
  expect([
    Math.round((Math.min(width, height) / 72) * 25.4),
    Math.round((Math.max(width, height) / 72) * 25.4)
  ]).toEqual([216, 279])
  await expect(page.getByRole('button', { name: 'Bay 1 as DXF' })).toBeVisible()
})

test('an outline out of a drawing; a bad one is refused in words and changes nothing', async ({ page }, info) => {
  await openLayout(page, 'hollin-whimbrel')
  const before = (await kept(page, 'hollin-whimbrel')).airframe.panel.outline
  await pane(page, 'Sheet')
  await page.getByRole('button', { name: /Outline: import or build/ }).click()
  const bad = join(info.outputDir, 'bad.svg')
  const good = join(info.outputDir, 'good.svg')
  const svg = (inside: string) =>
    `<svg xmlns="http://www.w3.org/2000/svg" width="560mm" height="270mm" viewBox="0 0 560 270">${inside}</svg>`
  mkdirSync(info.outputDir, { recursive: true })
  writeFileSync(bad, svg('<rect width="560" height="270"/><script>alert(1)</script>'))
  writeFileSync(good, svg('<path d="M0 0H560V240H0Z"/><circle cx="60" cy="60" r="20"/>'))
  await page.getByRole('button', { name: 'Drawing', exact: true }).setInputFiles(bad)
  await expect(page.getByRole('alert')).toContainText('“script” element, which could run something')
  await expect(page.getByRole('button', { name: 'Take this outline' })).toBeDisabled()
  await page.getByRole('button', { name: 'Drawing', exact: true }).setInputFiles(good)
  await expect(page.getByText('4 straight sides, 0 arcs')).toBeVisible()
  expect((await kept(page, 'hollin-whimbrel')).airframe.panel.outline).toEqual(before)
  await page.getByRole('button', { name: 'Take this outline' }).click()
  await saved(page)
  const { panel } = (await kept(page, 'hollin-whimbrel')).airframe
  expect(panel.outline).toHaveLength(4)
  expect(panel.zones.some(zone => zone.name === 'Hole 1 of good.svg')).toBe(true)
  await page.getByRole('dialog').waitFor({ state: 'detached' })
  await page.keyboard.press('Control+z')
  await saved(page)
  expect((await kept(page, 'hollin-whimbrel')).airframe.panel.outline).toEqual(before)
})

test('where can the display go: shaded ground, or by how much it misses and what would make room', async ({ page }) => {
  await openLayout(page, 'skerrow-dunlin', 'b')
  await pane(page, 'Find space')
  await choose(page, 'Where can this go?', /Standby horizon/)
  await expect(page.getByText(/The shaded ground is free for the middle of/)).toBeVisible()
  await expect(page.locator('path.free')).toHaveAttribute('d', /^M/)
  await choose(page, 'Where can this go?', /^Wide display/)
  await expect(page.getByText(/too (wide|high|deep)|The shaded ground/).first()).toBeVisible()
  await page.getByRole('button', { name: 'Try the whole catalogue' }).click()
  await expect(page.locator('[data-ranked]').first()).toContainText('fits')
  // Among round dials no single move makes room for a wide display: the fewest that must leave are named, and leave.
  await page.getByRole('tab', { name: /Option A/ }).click()
  await choose(page, 'Where can this go?', 'Ostrel Wideface 10')
  const line = page.getByRole('listitem').filter({ hasText: 'the fewest found' })
  await expect(line).toContainText(/Fits at .* across, .* up if \d units are removed/)
  const before = await page.locator('.unit[data-unit]').count()
  const off = Number(/if (\d+) units are removed/.exec((await line.textContent())!)![1])
  await line.getByRole('button', { name: 'Do it' }).click()
  await expect(page.locator('.unit[data-unit]')).toHaveCount(before - off)
  await expect(page.getByText(/The shaded ground is free for the middle of/)).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.locator('.unit[data-unit]')).toHaveCount(before)
})

test('several at once: box, shift, order, group, lock, duplicate, row; and all of it undone', async ({ page }) => {
  await openLayout(page)
  const start = JSON.stringify((await kept(page, 'skerrow-dunlin')).options)
  await unit(page, 'asi').click()
  await unit(page, 'turn').click({ modifiers: ['Shift'] })
  await expect(page.getByText('2 units')).toBeVisible()
  await choose(page, 'Set in order', 'middles across')
  await page.getByRole('button', { name: 'Set', exact: true }).click()
  await page.getByRole('button', { name: 'Group', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Ungroup' })).toBeVisible()
  // One of a group is nudged: the other goes along.
  await unit(page, 'asi').focus()
  await page.keyboard.press('ArrowRight')
  await saved(page)
  const a = (await kept(page, 'skerrow-dunlin')).options.find(option => option.id === 'a')!
  expect(a.units.find(unit => unit.id === 'turn')!.xMm).toBeCloseTo(190 + 1.27, 2)
  await page.getByRole('button', { name: 'Lock', exact: true }).click()
  await unit(page, 'asi').focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByText('is locked. Unlock it').first()).toBeVisible()
  await page.getByRole('button', { name: 'Unlock', exact: true }).click()
  await page.getByRole('button', { name: 'Duplicate', exact: true }).click()
  await expect(page.getByText('2 units')).toBeVisible()
  await page.getByRole('button', { name: 'Make a row' }).click()
  await expect(page.getByText('2 members; the rest re-flow')).toBeVisible()
  for (let i = 0; i < 8; i++) await page.keyboard.press('Control+z')
  await saved(page)
  expect(JSON.stringify((await kept(page, 'skerrow-dunlin')).options)).toBe(start)
})

test('a box drawn over the ground selects what lies in it, m measures between two', async ({ page }) => {
  await openLayout(page)
  const [p, q] = [(await unit(page, 'asi').boundingBox())!, (await unit(page, 'dg').boundingBox())!]
  await page.mouse.move(p.x - 3, p.y - 3)
  await page.mouse.down()
  await page.mouse.move(q.x + q.width + 3, q.y + q.height + 3, { steps: 5 })
  await page.mouse.up()
  await expect(page.getByText('4 units')).toBeVisible()
  await page.keyboard.press('Escape')
  await unit(page, 'asi').focus()
  await page.keyboard.press('Enter')
  await unit(page, 'horizon').focus()
  await page.keyboard.press('Shift+Enter')
  await page.keyboard.press('m')
  await expect(page.locator('.rule text')).toContainText('3.740 in: 3.740 in across, 0.000 in up')
})

test('a hand drags several and is drawn to a line that is named', async ({ page }) => {
  await openLayout(page)
  const box = (await unit(page, 'clock-2').boundingBox())!
  const to = (await unit(page, 'turn').boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2, to.y + to.height / 2 + 1, { steps: 8 })
  await expect(page.locator('.reading')).toContainText(/in line with Turn coordinator|in line with/)
  await expect(page.locator('.reading')).toContainText(/Ingrith: -?\d+° side/)
  await page.keyboard.press('Escape')
  await page.mouse.up()
})

test('in a drawing the outline is pressed, holes are told by what they are, and rounded corners come in as arcs', async ({
  page
}) => {
  await openLayout(page, 'hollin-whimbrel')
  await pane(page, 'Sheet')
  await page.getByRole('button', { name: /Outline: import or build/ }).click()
  await page.getByRole('button', { name: 'Drawing', exact: true }).setInputFiles({
    name: 'frame.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="700mm" viewBox="0 0 700 400"><g id="Border"><rect width="700" ' +
        'height="400"/></g><g id="Panel"><rect x="70" y="70" width="560" height="260" rx="30"/></g><g id="Dials">' +
        '<circle cx="200" cy="200" r="40"/><circle cx="300" cy="200" r="40"/><circle cx="250" cy="140" r="2"/></g></svg>'
    )
  })
  const dialog = page.getByRole('dialog')
  // What is on a layer named for the panel is taken; another closed line can be pressed.
  await expect(dialog.getByText('4 straight sides, 4 arcs')).toBeVisible()
  await expect(dialog.getByText(/2 to be cut, 1 screw hole, 0 existing holes, 1 left out/)).toBeVisible()
  await dialog.getByRole('button', { name: 'Outline', exact: true }).click()
  const ring = (name: RegExp) => dialog.locator('svg').getByRole('button', { name })
  await ring(/layer “Border”/).click({ position: { x: 4, y: 4 } })
  await expect(dialog.getByText('4 straight sides, 0 arcs')).toBeVisible()
  await ring(/layer “Panel”/).focus()
  await page.keyboard.press('Enter')
  await expect(dialog.getByText('4 straight sides, 4 arcs')).toBeVisible()
  // One hole is there already, pressed with the keyboard; then all of the layer.
  await dialog.getByRole('button', { name: 'Existing hole', exact: true }).click()
  await ring(/layer “Panel”/).focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await expect(dialog.getByText(/1 to be cut, 1 screw hole, 1 existing hole/)).toBeVisible()
  await choose(page, 'Use of Layer “Dials”', 'existing holes')
  await expect(dialog.getByText(/0 to be cut, 0 screw holes, 3 existing holes/)).toBeVisible()
  await page.getByRole('button', { name: 'Take this outline' }).click()
  await saved(page)
  const { outline, zones } = (await kept(page, 'hollin-whimbrel')).airframe.panel
  expect(Math.max(...outline.map(([x]) => x))).toBe(560)
  expect(zones.filter(zone => zone.hole === 'existing')).toHaveLength(3)
  await page.getByRole('dialog').waitFor({ state: 'detached' })
  await page.keyboard.press('Control+z')
  await expect
    .poll(async () => (await kept(page, 'hollin-whimbrel')).airframe.panel.outline.length)
    .not.toBe(outline.length)
})

test('rails are put behind, the cutter is chosen, and the sheet is measured from where the shop wants it', async ({
  page
}) => {
  await openLayout(page, 'skerrow-dunlin', 'a')
  await pane(page, 'Sheet')
  await page.getByRole('button', { name: '+ rails' }).click()
  await page.getByLabel('Middle, across (in)').fill('3')
  await page.getByLabel('Middle, across (in)').press('Enter')
  await saved(page)
  expect((await kept(page, 'skerrow-dunlin')).airframe.panel).toMatchObject({
    stiffeners: [{ kind: 'rails', xMm: expect.closeTo(76.2, 6) }]
  })
  await pane(page, 'Print and cut')
  await page.getByRole('button', { name: 'Check against these limits' }).click()
  await saved(page)
  expect((await kept(page, 'skerrow-dunlin')).airframe.panel).toMatchObject({ cutterRadiusMm: 1.5875 })
  await choose(page, 'Positions on the sheet from', 'the middle of the lower edge')
  await choose(page, 'Section', 'upright, from the side')
  await expect(page.getByRole('img', { name: 'Section behind the face' })).toBeVisible()
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Drawing sheet, PDF' }).click()
  const pdf = await PDFDocument.load(readFileSync(await (await download).path()))
  expect(pdf.getPageCount()).toBeGreaterThanOrEqual(6)
  // As it was for the tests that follow.
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z')
  await expect.poll(async () => (await kept(page, 'skerrow-dunlin')).airframe.panel).toMatchObject({ stiffeners: [] })
})

test('zones, corners and labels are moved on the drawing, and by keyboard and number', async ({ page }) => {
  await openLayout(page, 'skerrow-dunlin', 'b')
  const label = page.locator('[data-label="l-sw-master"]')
  await label.focus()
  await page.keyboard.press('Shift+ArrowUp')
  await expect(label).toHaveAttribute('aria-label', /2\.09\d in up/)
  await pane(page, 'Sheet')
  const vent = page.locator('.zone').filter({ hasText: 'Left vent' })
  const box = (await vent.boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2 + 20, box.y + box.height / 2, { steps: 4 })
  await page.mouse.up()
  const across = async () =>
    (
      (await kept(page, 'skerrow-dunlin')).airframe.panel.zones.find(zone => zone.id === 'vent-l') as unknown as {
        area: { xMm: number }
      }
    ).area.xMm
  // “Saved” may still be said of the act before.
  await expect.poll(across).toBeGreaterThan(70)
  await page.getByLabel('Across (in)').fill('2.5')
  await page.getByLabel('Across (in)').press('Enter')
  await expect.poll(across).toBe(63.5)
  await page.getByRole('button', { name: 'Outline', exact: true }).click()
  const corner = (await page.locator('.corner').first().boundingBox())!
  await page.mouse.move(corner.x + 4, corner.y + 4)
  await page.mouse.down()
  await page.mouse.move(corner.x + 4, corner.y - 10, { steps: 4 })
  await page.mouse.up()
  const low = async () => (await kept(page, 'skerrow-dunlin')).airframe.panel.outline[0]![1]
  await expect.poll(low).toBeGreaterThan(5)
  for (let i = 0; i < 4; i++) await page.keyboard.press('Control+z')
  await expect.poll(low).toBe(0)
  expect((await kept(page, 'skerrow-dunlin')).airframe.panel.outline[0]).toEqual([0, 0])
})

test.describe('with the findings open', () => {
  test.use({ findingsOpen: true })
  test('a vent is marked as an opening and cut; an angle behind the face makes it give less', async ({ page }) => {
    await openLayout(page, 'skerrow-dunlin', 'a')
    await pane(page, 'Sheet')
    const bend = page.locator('[data-finding="panel.bend"]')
    await expect(bend).toContainText('Deflection')
    const before = /Deflection [\d.]+ in at 10\.1 lbf on [A-Z][a-z ]+/.exec((await bend.textContent())!)![0]
    await page.getByRole('button', { name: 'Heater knob face' }).click()
    await choose(page, 'Opening of the sheet', 'cut (CUT)')
    await page.getByRole('button', { name: '+ angle' }).click()
    await page.getByLabel('Across (in)').fill('29')
    await page.getByLabel('Across (in)').press('Enter')
    await expect(bend).not.toContainText(before)
    await saved(page)
    const { panel } = (await kept(page, 'skerrow-dunlin')).airframe
    expect(panel.zones.find(zone => zone.name === 'Heater knob')).toMatchObject({ hole: 'cut' })
    expect(panel.stiffeners).toHaveLength(1)
    for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z')
    await expect(bend).toContainText(before)
    await saved(page)
  })
})

test('a press on what waits in the tray sets nothing down; Delete takes off the face, out of a row too', async ({
  page
}) => {
  await openLayout(page, 'skerrow-dunlin', 'b')
  await unit(page, 'sw-pitot').focus()
  await page.keyboard.press('Enter')
  await page.keyboard.press('Delete')
  const waiting = page.locator('[data-tray="sw-pitot"]')
  await expect(waiting).toBeVisible()
  await waiting.click()
  await expect(waiting).toBeVisible()
  await saved(page)
  const b = (await kept(page, 'skerrow-dunlin')).options.find(option => option.id === 'b')!
  expect(b.rows.find(row => row.kind === 'row')!.units).not.toContain('sw-pitot')
  expect(b.units.find(unit => unit.id === 'sw-pitot')!.xMm).toBeUndefined()
  await page.keyboard.press('Control+z')
  await expect(waiting).toHaveCount(0)
})

test('seats and hands: a pilot is added and seen, a flow is walked and its row put in a better order', async ({
  page
}) => {
  await openLayout(page, 'skerrow-dunlin', 'b')
  await pane(page, 'Seats')
  await page.getByRole('button', { name: '+ pilot' }).click()
  await expect(page.locator('.over .sight .limit')).toBeAttached()
  await page.getByRole('button', { name: 'Oswin' }).click()
  await expect(page.getByRole('cell', { name: 'Tall navigator', exact: true })).toBeVisible()
  await expect(page.getByRole('row', { name: /^transponder Remote/ })).toContainText('without Wide display: nothing')
  await expect(page.getByRole('row', { name: /^autopilot Autopilot computer/ })).toContainText(
    'without Wide display: Autopilot controller'
  )
  await pane(page, 'Flow')
  await expect(page.getByText(/of hand, 2 turns back/).first()).toBeVisible()
  await page.getByRole('button', { name: 'Apply order' }).click()
  await expect(page.getByRole('button', { name: 'Apply order' })).toHaveCount(0)
  await saved(page)
  expect((await kept(page, 'skerrow-dunlin')).airframe.pilots).toHaveLength(3)
})

test('the cutter refuses with reasons, and with the reasons cured gives a price', async ({ page }) => {
  await openLayout(page, 'skerrow-dunlin', 'b')
  await pane(page, 'Print and cut')
  await page.getByRole('button', { name: 'Send the drawing' }).click()
  await expect(page.getByText(/is refused:/)).toBeVisible()
  // Trim lamps stand in the navigator's hole, the autopilot's controller in the opening of the yoke: back to the tray.
  await pane(page, 'Selected')
  for (const id of ['trim', 'ap-c']) {
    // Once more when the pane that opens took the focus to itself between the two.
    await expect(async () => {
      await unit(page, id).press('Enter')
      await expect(unit(page, id)).toHaveAttribute('aria-pressed', 'true', { timeout: 1000 })
    }).toPass()
    await page.getByRole('button', { name: 'To the tray' }).click()
    await expect(unit(page, id)).toHaveCount(0)
  }
  await pane(page, 'Print and cut')
  await page.getByRole('button', { name: 'Send the drawing' }).click()
  await expect(page.getByText(/\$[\d,]+(\.\d\d)?, \d+ days/)).toBeVisible()
  const foreign = await page.request.post(`${baseOf(page)}/api/cutter`, {
    data: { dxf: 'hello', stock: '2024-T3 0.063 in', finish: 'bare' }
  })
  expect(await foreign.json()).toMatchObject({ accepted: false })
  expect(
    (
      await page.request.post(`${baseOf(page)}/api/cutter`, { data: { dxf: 'x', stock: 'gold', finish: 'bare' } })
    ).status()
  ).toBe(400)
})

test('what is in the hand leaves its outline behind, is set down just where the hand let go, and Escape lets go of it', async ({
  page
}) => {
  await openLayout(page, 'skerrow-dunlin', 'b')
  const unit = page.locator('.unit[data-unit="com-2"]')
  const label = await unit.getAttribute('aria-label')
  const box = (await unit.boundingBox())!
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + 30, y + 6, { steps: 4 })
  await expect(unit).toHaveClass(/away/)
  await expect(page.locator('.reading')).toContainText('across')
  await page.keyboard.press('Escape')
  await expect(page.locator('.reading')).toHaveCount(0)
  await page.mouse.up()
  await expect(unit).toHaveAttribute('aria-label', label!)
  await expect(unit).not.toHaveClass(/away/)
  // Two reports of the pointer within one frame: the last one counts, and nothing is selected on the way.
  await page.keyboard.down('Alt')
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + 3, y)
  await page.mouse.move(x + 60, y)
  await page.mouse.up()
  await page.keyboard.up('Alt')
  await expect(unit).not.toHaveAttribute('aria-label', label!)
  const after = (await unit.boundingBox())!
  expect(Math.abs(after.x + after.width / 2 - x - 60)).toBeLessThan(1.5)
  expect(await page.evaluate(() => getSelection()?.toString() ?? '')).toBe('')
  await expect(unit).toBeFocused()
  await page.keyboard.press('Control+z')
  await expect(unit).toHaveAttribute('aria-label', label!)
})
