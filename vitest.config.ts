import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  resolve: { alias: { '#core': fileURLToPath(new URL('./core', import.meta.url)) } },
  test: {
    setupFiles: ['vitest.setup.ts'],
    include: ['core/**/*.test.ts', 'server/**/*.test.ts', 'cli/**/*.test.ts', 'app/**/*.test.ts'],
    // The core has no state of its own beyond what it remembers: its tests can share one load of it. Those of the server cannot.
    pool: 'threads',
    isolate: false,
    maxWorkers: 2,
    // A slow disk is no fault of the program: what hangs is still told.
    testTimeout: 180_000,
    hookTimeout: 180_000
  }
})
