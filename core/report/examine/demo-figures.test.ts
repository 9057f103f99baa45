import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import { PROJECTS_LOOKED_AT, demoFigures, type Figures } from '../../testing.figures'

const before = JSON.parse(readFileSync(new URL('demo-figures.json', import.meta.url), 'utf8')) as Record<
  string,
  Record<string, Figures>
>

// Against this program of before, not against the world: where a rule was changed on purpose, \`npm run figures\` writes it down anew.
it.each(Object.keys(PROJECTS_LOOKED_AT))('every finding and figure of every option is what it was: %s', name =>
  expect(demoFigures(name)).toEqual(before[name])
)
