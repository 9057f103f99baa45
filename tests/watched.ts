import { expect, test as base } from '@playwright/test'

/**
 * Playwright’s `test`, which fails besides when the page itself threw or said an error: a screen that looks right while
 * its script
 * has stopped is not right. What the browser says of an answer of the server’s (409, 404) is the test’s own matter.
 */
export const test = base.extend<{ watched: void }>({
  watched: [
    async ({ page }, use) => {
      const errors: string[] = []
      page.on('pageerror', error => errors.push(error.message))
      page.on('console', message => {
        if (message.type() === 'error' && !message.text().startsWith('Failed to load resource'))
          errors.push(message.text())
      })
      await use()
      expect(errors, 'errors of the page').toEqual([])
    },
    { auto: true }
  ]
})
export { expect }
