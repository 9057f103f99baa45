import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import { openProject, sayProblem } from '../../document'
import { examineOption } from '..'

// Files of each past format that was ever released, with every field and every kind of flying that format had: made by the program of
// that time out of one it kept, and accepted by it.
it.each([1, 2, 3, 4, 6, 7, 8, 9])('a file of format %d with all that it could hold opens, and is examined', format => {
  const text = readFileSync(new URL(`../../document/file/kept/format-${format}-full.json`, import.meta.url), 'utf8')
  const opened = openProject(text)
  if (!opened.ok) throw new Error(opened.problems.map(sayProblem).join(' '))
  const old = JSON.parse(text) as { brief: { flying: string[] }; options: { units: { id: string }[] }[] }
  expect(old.brief.flying.some(kind => kind.startsWith('IFR'))).toBe(true)
  expect(opened.project.brief.flying).toEqual(['day VFR', 'night VFR', 'IFR by day', 'IFR by night'])
  expect(opened.project.options.map(option => option.units.map(unit => unit.id))).toEqual(
    old.options.map(option => option.units.map(unit => unit.id))
  )
  for (const { id } of opened.project.options)
    expect(examineOption(opened.project, id, { today: '2026-12-01' }).findings.length).toBeGreaterThan(0)
})
