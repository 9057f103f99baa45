import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import DxfParser from 'dxf-parser'
import { choose, expect, settled, test, walkTo } from './shared'

/** What a person answers for a new aircraft, by the labels of the form. */
interface Answers {
  choices: readonly (readonly [label: string, answer: string])[]
  flying: readonly string[]
  /** A pilot side that is chosen before the starter kit. */
  side?: string
}

/**
 * From an empty hangar to cut file, load analysis and budget by labels alone. An act is a press, a field filled, or a file taken; a
 * list is two, opened and chosen from.
 * @returns how many acts it took
 */
async function journey(page: Page, { choices, flying, side }: Answers): Promise<number> {
  let acts = 0
  const press = async (label: string, role: 'button' | 'checkbox' | 'tab' = 'button') => {
    acts++
    await page.getByRole(role, { name: label, exact: true }).first().click()
  }
  const step = async (name: string) => {
    acts++
    const link = new RegExp(`\\b${name}\\b`)
    await page.getByRole('navigation', { name: 'Steps' }).getByRole('link', { name: link }).click()
  }
  const file = async (label: string) => {
    const download = page.waitForEvent('download')
    await press(label)
    return (await download).path()
  }
  await walkTo(page, '/')
  await press('New aircraft')
  acts++
  await page.getByLabel('Registration').fill('ZZ-NOV')
  for (const [label, answer] of choices) {
    acts += 2
    await choose(page, label, answer)
  }
  for (const kind of flying) await press(kind, 'checkbox')
  await press('Create')
  await settled(page)
  await step('Equipment')
  if (side) {
    await press('Pilot side…')
    await press(`Use ${side}`)
  } else await press('Starter kit…')
  await press('Add all')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await settled(page)
  await step('Panel')
  await settled(page)
  // Complete, legal and safe: nothing that must be fixed in any room.
  await expect(page.getByRole('complementary', { name: 'Findings' })).toBeVisible()
  await expect(page.locator('[data-finding]').first()).toBeVisible()
  await expect(page.locator('[data-finding]').filter({ hasText: 'Must fix' })).toHaveCount(0)
  await step('Rules')
  await page.getByRole('tab', { name: 'What works', exact: true }).click()
  for (const name of ['airspeed', 'altitude', 'magnetic direction', 'tachometer', 'oil pressure', 'fuel quantity'])
    await expect(page.getByRole('row', { name: new RegExp(`^${name} `) }).first()).toContainText('works')
  await step('Build')
  const drawing = new DxfParser().parseSync(readFileSync(await file('inches'), 'utf8'))!
  const cut = (drawing.entities as unknown as { layer: string }[]).filter(other => other.layer === 'CUT')
  // Where new instruments take over existing holes little is cut.
  expect(cut.length).toBeGreaterThan(0)
  await step('Power')
  await press('Print and files', 'tab')
  expect(readFileSync(await file('CSV'), 'utf8')).toContain('Alternator')
  await step('Budget')
  await press('Options side by side', 'tab')
  expect(readFileSync(await file('Full budget, XLSX')).length).toBeGreaterThan(2_000)
  test.info().annotations.push({ type: 'acts', description: String(acts) })
  return acts
}

test.use({ alone: true, findingsOpen: true })

test('certified IFR from six round dials in at most 35 acts', async ({ page }) => {
  const acts = await journey(page, {
    choices: [['Installed now', 'Six round dials, radio, old transponder']],
    flying: ['night VFR', 'IFR by day']
  })
  expect(acts).toBeLessThanOrEqual(35)
})

test('light-sport day VFR from a bare panel in at most 20 acts', async ({ page }) => {
  const acts = await journey(page, {
    choices: [
      ['Certification basis', 'light-sport'],
      ['Installed now', 'Bare panel']
    ],
    flying: []
  })
  expect(acts).toBeLessThanOrEqual(20)
})

test('amateur-built night VFR from a bare panel, glass, in at most 25 acts', async ({ page }) => {
  const acts = await journey(page, {
    choices: [
      ['Certification basis', 'amateur-built'],
      ['Installed now', 'Bare panel']
    ],
    flying: ['night VFR'],
    side: 'Glass'
  })
  expect(acts).toBeLessThanOrEqual(25)
})
