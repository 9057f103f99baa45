import { expect, it } from 'vitest'
import { FINDING_TITLES } from './codes'

// A heading that can be read at a glance: the limit is the house's own.
it.each(Object.entries(FINDING_TITLES))('%s has a title of a few words: %s', (_, title) => {
  expect(title.length).toBeLessThan(60)
  expect(title).toMatch(/^[A-Z].*[a-zA-Z]$/)
})
