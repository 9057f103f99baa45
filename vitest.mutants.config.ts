import { defineConfig, mergeConfig } from 'vitest/config'
import usual from './vitest.config'

// Only the tests of the room whose mutants are tried: those of others notice them late, if at all.
export default mergeConfig(
  { ...usual, test: { ...usual.test, include: [] } },
  defineConfig({ test: { include: [`${process.env.MUTANTS_OF}/**/*.test.ts`] } })
)
