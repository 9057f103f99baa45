import { expect, it } from 'vitest'
import { AS_FOUND } from '../../design'
import { applyEdits, type Edit, type Project } from '../../document'
import { demoProject } from '../../testing.demo'
import { agreedParts, examineOption, explainOption, foundParts } from '..'

const dun = demoProject('3-skerrow-dunlin')
const does = (project: Project, ...edits: Edit[]) => applyEdits(project, edits, 'x').project
const same = (a: readonly unknown[], b: readonly unknown[]) =>
  a.length === b.length && a.every((part, index) => part === b[index])

it('the aircraft as installed is examined anew when a rule pack comes, and not when an option is renamed', () => {
  const pack = {
    id: 'club',
    title: 'Rules of the club',
    source: 'the club',
    fromMemory: false,
    clauses: [{ id: 'c', ref: 'Club 1', title: 'A camera', wants: { works: 'film of the flight' as const } }]
  }
  const ruled = does(dun, { type: 'pack.put', pack })
  const missing = (project: Project) =>
    examineOption(project, AS_FOUND).findings.some(({ id }) => id === 'rules.missing:club/c')
  expect([missing(dun), missing(ruled)]).toEqual([false, true])
  expect(same(foundParts(dun), foundParts(ruled))).toBe(false)
  expect(same(foundParts(dun), foundParts(does(dun, { type: 'option.rename', option: 'a', name: 'Other' })))).toBe(true)
  expect(same(agreedParts(dun), agreedParts(does(dun, { type: 'plan.agree', option: 'a', on: '2026-12-01' })))).toBe(
    false
  )
})

it('a working is of the day of the figure: a test that has fallen due is not met in either', () => {
  const done = does(dun, {
    type: 'check.set',
    check: { clause: 'us-papers/annual', state: 'met', note: 'logbook', on: '2025-11-10' }
  })
  const at = (today: string) => ({
    figure: examineOption(done, 'a', { today }).figures.rules.value,
    working: explainOption(done, 'a', { kind: 'rules', of: '' }, { today })?.result.value
  })
  // Annual of November 2025: due at the end of November 2026.
  const [before, after] = [at('2026-11-30'), at('2026-12-01')]
  expect(after.figure).toBe(before.figure - 1)
  expect([before.working, after.working]).toEqual([before.figure, after.figure])
})
