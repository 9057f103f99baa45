import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  resolve: { alias: { '#core': fileURLToPath(new URL('./core', import.meta.url)) } },
  test: {
    setupFiles: ['vitest.setup.ts'],
    include: ['core/**/*.test.ts', 'server/**/*.test.ts', 'cli/**/*.test.ts'],
    testTimeout: 120_000
  }
})
