import equal from 'fast-deep-equal'
import { expect, it } from 'vitest'
import { applyEdits, type Edit } from '../document'
import { demoProject } from '../testing.demo'
import { examineOption, reportSince } from '.'
import { wholeReport } from './given'

const start = demoProject('3-skerrow-dunlin')
// What is new is not found to have moved by a nudge.
const [moved, renamed] = start.options[0]!.units.filter(
  unit => unit.xMm !== undefined && unit.yMm !== undefined && start.fitted.every(found => found.id !== unit.id)
)
const changes: [string, Edit][] = [
  ['a unit is nudged', { type: 'unit.move', option: 'a', unit: moved!.id, xMm: moved!.xMm! + 0.5, yMm: moved!.yMm! }],
  ['a unit is called otherwise', { type: 'unit.set', option: 'a', unit: { ...renamed!, label: 'Another name' } }],
  ['a unit is taken out', { type: 'unit.remove', option: 'a', unit: moved!.id }],
  ['the brief asks for more', { type: 'brief.set', brief: { ...start.brief, wantedMinutes: 240 } }]
]

it.each(changes)('what crosses from thread to thread when %s makes the whole report again', (_, edit) => {
  const before = examineOption(start, 'a', { today: '2026-11-28' })
  const after = examineOption(applyEdits(start, [edit], 'try').project, 'a', { today: '2026-11-28' })
  // As it comes out at the other end.
  const had = structuredClone(before)
  const given = structuredClone(reportSince(before, after))
  expect(wholeReport(had, given)).toEqual(structuredClone(after))
})

it('the first report is given whole', () => {
  const report = examineOption(start, 'a')
  expect(reportSince(undefined, report)).toBe(report)
  expect(wholeReport(undefined, report)).toEqual(report)
})

it('a nudge on the face sends neither the rooms behind it nor the findings that stand as they stood', () => {
  const before = examineOption(start, 'a')
  const given = reportSince(before, examineOption(applyEdits(start, [changes[0]![1]], 'try').project, 'a'))
  expect(Object.keys(given)).not.toEqual(expect.arrayContaining(['power']))
  expect(Object.keys(given)).not.toEqual(expect.arrayContaining(['wiring']))
  // The face has been examined anew, and says of the other units what it said: only what names the unit can be another.
  const sent = given.findings.flatMap(finding => (typeof finding === 'number' ? [] : finding))
  expect(sent.filter(finding => before.findings.some(had => had.id === finding.id && equal(had, finding)))).toEqual([])
  expect(sent.length).toBeLessThan(given.findings.length / 4)
})
