import type { Page } from '@playwright/test'
import { violationsOf } from './checker'
import { expect, settled, test, visit } from './shared'

const STEPS = ['brief', 'equipment', 'panel', 'power', 'wiring', 'rules', 'budget', 'build']
/** A sheet by the name its maker gives it, and what a finding stands on, as it was published. */
const QUOTED = /2024-T3 0\.063 in|^(?:common practice|published|assumption|derived) · .*$/gm

/** What stands in an inch or with a point where a German in millimetres reads it; words of others may. */
async function foreignTo(page: Page, step: string): Promise<string[]> {
  // Words of a catalogue entry’s own may hold inches, and a rule’s airspace feet; quantities of ours may not.
  const words = (await page.locator(step === 'equipment' ? '.drawer, .tally' : 'body').allInnerTexts())
    .join('\n')
    .replaceAll(/1[08][.,]000 ft|(?:AC|CFR) [\d.]+\S*|\d\d\.\d\d\.\d{4}/g, '')
    .replaceAll(QUOTED, '')
    // A radio shows its frequency with a point in every country.
    .replaceAll(/^1\d\d\.\d{2,3}$/gm, '')
  const inches = words.match(/.*\d(?:[.,]\d+)? (?:in|lb|ft)\b(?! \d)/g) ?? []
  // Clauses of rules have a point in every language, and so have thousands.
  const points = step === 'rules' ? [] : (words.match(/.*\d\.\d(?!\d\d\b).*/g) ?? [])
  return [...inches, ...points]
}

/** A step as it goes to paper: without rail and strip, with a head of its own. */
async function printed(page: Page): Promise<void> {
  await page.evaluate(() => dispatchEvent(new Event('beforeprint')))
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByRole('navigation', { name: 'Steps' })).toBeHidden()
  await expect(page.getByRole('region', { name: 'Tally' })).toBeHidden()
  await expect(page.locator('.printed')).toContainText('ZZ-DUN Skerrow Bird Count')
  await expect(page.locator('.printed')).toContainText('Option B: one wide display')
  await page.emulateMedia({ media: null })
  await page.evaluate(() => dispatchEvent(new Event('afterprint')))
}

test.use({ locale: 'de-DE', units: 'metric' })
// One window walks through all of it: to open a step takes longer than to look at it.
for (const half of [STEPS.slice(0, 4), STEPS.slice(4)])
  test(`${half.join(', ')}: every pane has nothing against it, and one unit, with the comma; each step prints`, async ({
    page
  }) => {
    for (const step of half) {
      await visit(page, `skerrow-dunlin/${step}?option=b`)
      await settled(page)
      await expect(page.locator('[data-figure="useful load"] .value')).toHaveText(/^\d+,\d\d$/)
      await expect(page.locator('[data-finding]').first()).toBeVisible()
      const tabs = (await page.locator('[role=tabpanel]').count())
        ? page.getByRole('tablist').last().getByRole('tab')
        : null
      for (let pane = 0; pane < ((await tabs?.count()) ?? 1); pane++) {
        await tabs?.nth(pane).click()
        if (tabs) await expect(tabs.nth(pane)).toHaveAttribute('aria-selected', 'true')
        // What each entry of the catalogue would do is told on and on.
        await expect(page.locator('main [aria-busy="true"]:not(.choose), main progress')).toHaveCount(0)
        const seen = `${step}, pane ${pane + 1}`
        expect.soft(await foreignTo(page, step), seen).toEqual([])
        // The list of findings is the same beside every pane of a step.
        expect.soft(await violationsOf(page, pane ? '.drawer' : undefined), seen).toEqual([])
      }
      await printed(page)
    }
  })
