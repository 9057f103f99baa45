import { existsSync } from 'node:fs'
import { defineConfig } from '@playwright/test'

const executablePath = [process.env.CHROMIUM, '/usr/bin/chromium', '/usr/bin/chromium-browser'].find(path => path && existsSync(path))

export default defineConfig({
  testDir: 'tests',
  timeout: 60_000,
  expect: { timeout: 15_000 },
  workers: 1,
  retries: 0,
  reporter: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ? [['list'], ['json']] : 'list',
  use: {
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    launchOptions: { executablePath, args: ['--no-sandbox', '--disable-quic', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--no-first-run'] }
  }
})
