import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { baseOf, choose, expect, kept, saved, settled, test, visit } from './shared'

// Findings are tried out while they are open: they are so where a test looks at them.
test.use({ findingsOpen: false })

const open = async (page: Page, pane = '') => {
  await visit(page, `skerrow-dunlin/wiring?option=b${pane && `&pane=${pane}`}`)
  await settled(page)
}
const wire = (page: Page, id: string) => page.locator(`[data-wire="${id}"]`)
const option = async (page: Page) => (await kept(page, 'skerrow-dunlin')).options.find(option => option.id === 'b')!
const download = async (page: Page, name: string) => {
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name, exact: true }).click()
  ])
  return readFileSync(await file.path())
}

test('from units to a printed list: numbered, one wire sent another way, one ticked off; a late change leaves numbers alone', async ({
  page
}) => {
  await open(page, 'list')
  const count = Number(await page.locator('.wires h2 .figures').textContent())
  await page.getByRole('button', { name: `Number ${count} wires` }).click()
  await expect(page.getByRole('button', { name: /^Number \d+ wires/ })).toHaveCount(0)
  await expect(wire(page, 'pfd-power')).toContainText(/W\d{3}/)
  const number = (await wire(page, 'pfd-power').textContent())!.match(/W\d{3}/)![0]

  // All of one wire: where it lands, how long it is piece by piece; sent another way it is longer.
  await page.getByRole('button', { name: `All of wire ${number}` }).click()
  const sheet = page.locator('[data-one-wire]')
  await expect(sheet).toContainText('J1-1')
  const before = Number(/Length to cut ([\d.]+)/.exec((await sheet.textContent())!)![1])
  await choose(page, 'Route', 'Cabin')
  await expect
    .poll(async () => Number(/Length to cut ([\d.]+)/.exec((await sheet.textContent())!)![1]))
    .toBeGreaterThan(before)

  // Ticked off from planned to tested, step by step.
  for (const next of ['cut', 'terminated', 'tested'])
    await wire(page, 'pfd-power')
      .getByRole('button', { name: new RegExp(`mark it ${next}`) })
      .click()
  await expect(wire(page, 'pfd-power')).toContainText('tested')
  await expect(page.locator('[data-progress]')).toContainText('1 tested')
  await saved(page)
  expect((await option(page)).wires.find(mark => mark.wire === 'pfd-power')).toMatchObject({
    number: Number(number.slice(1)),
    state: 'tested',
    via: ['cabin']
  })

  // The list as a file, changed elsewhere, read back.
  await page.getByRole('tab', { name: 'Print and files' }).click()
  const csv = (await download(page, 'Wire list as CSV')).toString()
  expect(csv.split('\n')[0]).toBe(
    'wire,number,kind,from,from_pins,to,to_pins,make,conductors,length_mm,mass_kg,colour,state,note'
  )
  const read = (text: string) =>
    page.setInputFiles('input[aria-label="Wire list to read"]', {
      name: 'wires.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(text)
    })
  await read(csv.replace(/^(dimmer-power,.*),planned,/m, '$1,lost,'))
  await expect(page.getByRole('alert')).toContainText('“lost” is no state')
  await read(csv.replace(/^(dimmer-power,.*),planned,/m, '$1,cut,'))
  await page.locator('[data-found]').getByRole('button', { name: 'Take them' }).click()
  await saved(page)
  expect((await option(page)).wires.find(mark => mark.wire === 'dimmer-power')?.state).toBe('cut')
  expect((await download(page, 'PDF')).subarray(0, 5).toString()).toBe('%PDF-')
  expect((await download(page, 'XLSX')).subarray(0, 2).toString()).toBe('PK')

  // One link by hand: what it touches changes, numbers stay.
  const numbers = new Map((await option(page)).wires.map(mark => [mark.wire, mark.number]))
  await page.getByRole('tab', { name: 'Data connections' }).click()
  await page
    .locator('[data-link]')
    .filter({ hasText: 'transponder control' })
    .getByRole('button', { name: /Delete/ })
    .click()
  await page.getByRole('button', { name: /^Add \d+ proposed/ }).click()
  await page.getByRole('tab', { name: 'Wire list', exact: true }).click()
  await saved(page)
  for (const mark of (await option(page)).wires)
    if (numbers.has(mark.wire)) expect(mark.number).toBe(numbers.get(mark.wire))
})

test.describe('with the findings open', () => {
  test.use({ findingsOpen: true })
  test('a maker’s pin table is pasted, refused by row, kept for good', async ({ page }) => {
    await open(page, 'connectors')
    await page.getByRole('button', { name: /Second com$/ }).click()
    await page.getByRole('button', { name: 'Enter a pin table…' }).click()
    const dialog = page.getByRole('dialog')
    await dialog.getByLabel('Pin table', { exact: true }).fill('1\tPOWER\tpower\n1\tGND\tground\n3\tX\tnothing tx')
    await expect(dialog.getByRole('alert')).toContainText('pin 1 is in line 1 already')
    await expect(dialog.getByRole('alert')).toContainText('“nothing tx”')
    await expect(dialog.getByRole('button', { name: 'Keep these pins' })).toBeDisabled()
    await dialog.getByLabel('Pin table', { exact: true }).fill('1\tAIRCRAFT POWER\tpower\n14\tAIRCRAFT GROUND\tground')
    await expect(dialog.locator('[data-read]')).toContainText('2 pins are read; the harness wants d-sub, 15, sockets')
    await dialog.getByRole('button', { name: 'Keep these pins' }).click()
    await expect(dialog).toHaveCount(0)
    const connector = page.locator('[data-connector="J1"]')
    await expect(connector).toContainText('AIRCRAFT POWER')
    await expect(connector.getByRole('row', { name: /^14/ })).toContainText('ground block')
    await saved(page)
    const catalogue = (await (await page.request.get(`${baseOf(page)}/api/catalogue`)).json()) as {
      items: { name: string; connectors?: { pins: { name?: string }[] }[] }[]
    }
    expect(
      catalogue.items.some(item => item.connectors?.some(connector => connector.pins[0]!.name === 'AIRCRAFT POWER'))
    ).toBe(true)
    // What lands on no pin now is told.
    await expect(page.locator('[data-finding="wiring.pin-missing"]').first()).toContainText('has no pin for')
  })
})

test.describe('with the findings open', () => {
  test.use({ findingsOpen: true })
  test('the compass is turned by the lights beside it until their return is led beside them; coax is said to be old', async ({
    page
  }) => {
    await open(page, 'radio')
    const row = page.getByRole('row', { name: /Magnetometer Position lights/ })
    await expect(row).toContainText('elsewhere')
    await row.getByRole('button', { name: /Working/ }).click()
    await expect(page.getByRole('dialog')).toContainText('µT')
    await page.keyboard.press('Escape')
    await page
      .locator('[data-finding="wiring.magnetometer"]')
      .filter({ hasText: 'Position lights' })
      .getByRole('button', { name: /Route its return/ })
      .click()
    await expect(row).toContainText('next to it')
    await choose(page, 'Coax of Tall navigator, waas gps antenna', 'single shield')
    await expect(page.locator('[data-figure="findings"]')).toBeVisible()
    await expect.poll(async () => (await option(page)).wires.some(mark => mark.coax === 'single shield')).toBe(true)
  })
})

test('places are seen from above and from the side; a run gets longer and the wires with it', async ({ page }) => {
  await open(page, 'airframe')
  const above = page.getByRole('img', { name: /From above/ })
  await expect(above).toBeVisible()
  // Seen from above with the nose to the left, the left wing is at the bottom.
  const at = async (place: string) => (await above.locator(`[data-place="${place}"] circle`).boundingBox())!
  expect((await at('panel')).x).toBeLessThan((await at('tail')).x)
  expect((await at('tip')).y).toBeGreaterThan((await at('wing')).y)
  expect((await at('wing')).y).toBeGreaterThan((await at('panel')).y)
  const run = page.getByRole('textbox', { name: 'Run from Cabin to Left wing' })
  await run.fill('3000 mm')
  await run.press('Enter')
  await saved(page)
  await page.getByRole('tab', { name: 'Wire list', exact: true }).click()
  await expect(wire(page, 'pitot-heat-power')).toContainText('15.2 ft')
})

test('a bus is led in one’s own order, with a stub that is told when it is too long; a box is found off level and shimmed', async ({
  page
}) => {
  await open(page, 'joints')
  const bus = page.locator('[data-bus="0"]')
  const order = () =>
    bus.locator('[data-node]').evaluateAll(nodes => nodes.map(node => node.getAttribute('data-node')!))
  const before = await order()
  await expect(bus).toContainText('in the order that takes least cable')
  await bus
    .locator('[data-node]')
    .nth(1)
    .getByRole('button', { name: /earlier on the bus/ })
    .click()
  await expect.poll(order).toEqual([before[1], before[0], ...before.slice(2)])
  await expect(bus).toContainText('in your order')
  // 0.3 m and no more at 1 Mbit/s (ISO 11898-2, from memory).
  const stub = bus.locator('[data-node]').nth(2).getByLabel('Stub')
  await stub.fill('14')
  await stub.press('Enter')
  await expect(bus.locator('[data-node]').nth(2)).toContainText('over 11.8 in')
  await expect(page.locator('[data-joints]')).toContainText('ground block')
  await bus.getByRole('button', { name: 'By the shortest way' }).click()
  await expect.poll(order).toEqual(before)

  await open(page, 'radio')
  const attitude = page.locator('[data-standing]').first()
  const noseUp = attitude.getByLabel(/^Nose up/)
  await noseUp.fill('2.5')
  await noseUp.press('Enter')
  await expect(attitude).toContainText('under its tail')
  await expect(attitude).toContainText('off')
  await page.keyboard.press('Control+z')
  await expect(attitude).toContainText('not measured')
  await saved(page)
})

test('ports are connected on the interconnect diagram by dragging and by keyboard; what cannot be is refused', async ({
  page
}) => {
  await open(page)
  const port = (at: string) => page.locator(`[data-port="${at}"]`)
  const count = async () => (await option(page)).links.length
  const before = await count()
  const drag = async (from: string, to: string) => {
    const [a, b] = [port(from).locator('circle'), port(to).locator('circle')]
    await a.scrollIntoViewIfNeeded()
    const [start, end] = [(await a.boundingBox())!, (await b.boundingBox())!]
    await page.mouse.move(start.x + 3, start.y + 3)
    await page.mouse.down()
    await page.mouse.move((start.x + end.x) / 2, (start.y + end.y) / 2)
    await page.mouse.move(end.x + 3, end.y + 3)
    await page.mouse.up()
  }
  await drag('ant-elt rf', 'dimmer lt')
  await expect(page.getByText('A port of kind coax cannot be connected to one of kind discrete')).toBeVisible()
  expect(await count()).toBe(before)

  // The audio of the second radio to the audio panel: drawn either way it goes from the radio.
  await port('com-2 au1').focus()
  await page.keyboard.press('Enter')
  await port('audio-4 au2').focus()
  await page.keyboard.press('Enter')
  await expect(page.getByText('Connected Second com au1 to Audio panel au2')).toBeVisible()
  await saved(page)
  expect(await count()).toBe(before + 1)
  // A line says what it carries and by which wires.
  await page
    .locator('[data-line]')
    .filter({ hasText: /Second com au1 to Audio panel au2/ })
    .locator('.hit')
    .hover({ force: true })
  await expect(page.locator('[data-line-says]')).toContainText('audio')
})
