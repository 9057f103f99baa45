import { defineConfig } from '@playwright/test'
import { BROWSER } from './scripts/browser.mjs'

export default defineConfig({
  testDir: 'tests',
  globalSetup: './tests/template.ts',
  // Waits end as soon as what is waited for is there. Their ends are far: a machine that serves others may stand still for a quarter of
  // a minute, which says nothing of the program.
  timeout: 300_000,
  expect: { timeout: 40_000 },
  // Where the browser cannot work at all, a dozen failures say so as well as all of them, and the run ends.
  globalTimeout: 25 * 60_000,
  maxFailures: 12,
  workers: 2,
  // Once more, so that what passes only now and then is known from what never does; it has failed all the same.
  retries: 1,
  failOnFlakyTests: true,
  reporter: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ? [['list'], ['json']] : 'list',
  use: {
    viewport: { width: 1500, height: 860 },
    acceptDownloads: true,
    actionTimeout: 40_000,
    navigationTimeout: 60_000,
    launchOptions: {
      ...BROWSER,
      // Windows of a test work through in a minute what a person does in an hour: room for it saves a tenth of all the browser does.
      args: [...BROWSER.args, '--js-flags=--min-semi-space-size=64']
    }
  }
})
