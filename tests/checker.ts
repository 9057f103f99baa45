import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'

/**
 * What a checker of access has against a view as it stands; colours of both themes are checked by their tokens (`contrast.test.ts`).
 * @param but a part that was looked at before, and is left out
 */
export async function violationsOf(page: Page, but?: string): Promise<string[]> {
  const builder = new AxeBuilder({ page })
    .setLegacyMode(true)
    // What passes is not asked for: writing down every sound thing of a page takes most of the time.
    .options({ resultTypes: ['violations'] })
    .disableRules(['color-contrast'])
  const { violations } = await (but ? builder.exclude(but) : builder).analyze()
  return violations.map(
    violation =>
      `${violation.id}: ${violation.nodes
        .slice(0, 3)
        .map(node => node.target.join(' '))
        .join('; ')}`
  )
}
