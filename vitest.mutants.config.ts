import { defineConfig, mergeConfig } from 'vitest/config'
import usual from './vitest.config'

// The tests of the room whose mutants are tried, and that of the demo's figures: others notice them late, if at all.
export default mergeConfig(
  { ...usual, test: { ...usual.test, include: [] } },
  defineConfig({
    test: { include: [`${process.env.MUTANTS_OF}/**/*.test.ts`, 'core/report/examine/demo-figures.test.ts'] }
  })
)
