import equal from 'fast-deep-equal'
import { expect, it } from 'vitest'
import { applyEdits, type Edit } from '../../document'
import { demoProject } from '../../testing.demo'
import { examineOption, reportSince } from '..'
import { wholeReport } from './since'

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

it('of a report that comes, what is as it was is the very thing it was: what shows it is not drawn again', () => {
  const before = structuredClone(examineOption(start, 'a'))
  const brief: Edit = { type: 'brief.set', brief: { ...start.brief, wantedMinutes: 240 } }
  const after = structuredClone(examineOption(applyEdits(start, [brief], 'try').project, 'a'))
  const whole = wholeReport(before, after)
  expect(whole).toEqual(after)
  expect(whole.wiring).toBe(before.wiring)
  // Rooms that are examined anew too: a clause that stands as it stood is the clause that is on the screen.
  expect(whole.rules.clauses.filter(clause => before.rules.clauses.includes(clause)).length).toBeGreaterThan(
    before.rules.clauses.length - 3
  )
  expect(whole.findings.filter(finding => before.findings.includes(finding)).length).toBeGreaterThan(
    before.findings.length - 3
  )
  expect(whole.figures.minutes).not.toBe(before.figures.minutes)
  expect(wholeReport(whole, structuredClone(after))).toBe(whole)
})

it('an entry that has another place in its list is found by its name', () => {
  const before = structuredClone(examineOption(start, 'a'))
  const turned = { ...structuredClone(before), findings: structuredClone(before.findings).reverse() }
  const whole = wholeReport(before, turned)
  expect(whole.findings).not.toBe(before.findings)
  whole.findings.forEach((finding, index) => expect(finding).toBe(before.findings.at(-1 - index)))
})
