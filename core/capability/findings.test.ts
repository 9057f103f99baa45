import { readPhrase, US } from '../quantity'
import { describe, expect, it } from 'vitest'
import type { FunctionName, Item } from '../catalogue'
import { applyEdits } from '../document'
import { AS_FOUND, resolve } from '../design'
import { designWith, item, plainProject, projectWith } from '../testing'
import { demoProject } from '../testing.demo'
import { examineFunctions } from './findings'

const giver = (id: string, ...provides: FunctionName[]): Item => item({ id, mounts: ['tail'], provides })
const codes = (design: Parameters<typeof examineFunctions>[0]) =>
  examineFunctions(design, design).findings.map(finding => `${finding.code} ${finding.subjects.join()}`)

describe('what is there twice for nothing (common practice)', () => {
  it('a trim indicator beside a display that shows trim is wasted panel', () => {
    expect(
      codes(
        designWith([
          [giver('display', 'attitude', 'trim indication'), 'tail'],
          [giver('lamps', 'trim indication'), 'tail']
        ])
      )
    ).toEqual(['functions.duplicate lamps'])
  })
  it('a second horizon, com or satellite receiver is prudence', () => {
    for (const name of ['attitude', 'com', 'waas gps', 'airspeed'] as const)
      expect(
        codes(
          designWith([
            [giver('a', name), 'tail'],
            [giver('b', name), 'tail']
          ])
        )
      ).toEqual([])
  })
  it('the remedy leaves it out and nothing is lost by it', () => {
    const project = projectWith([
      [giver('display', 'attitude', 'clock'), 'tail'],
      [giver('clock', 'clock'), 'tail']
    ])
    const as = (of: typeof project) => examineFunctions(resolve(of, 'a'), resolve(of, AS_FOUND))
    const [finding] = as(project).findings
    const without = applyEdits(project, finding!.remedies[0]!.edits, 'out').project
    expect(as(without)).toMatchObject({ findings: [], lost: [] })
  })
})

describe('what a choice silently takes away', () => {
  it('a control head left out takes the level button with it', () => {
    const project = projectWith([[giver('computer', 'roll steering'), 'tail']])
    project.items.push(giver('head', 'level mode', 'autopilot control'))
    project.fitted = [{ id: 'head', item: 'head', label: 'Control head', place: 'tail' }]
    const { findings, lost } = examineFunctions(resolve(project, 'a'), resolve(project, AS_FOUND))
    expect(lost.sort()).toEqual(['autopilot control', 'level mode'])
    expect(readPhrase(findings[0]!.says, US)).toContain('Control head provided it')
    const kept = applyEdits(project, findings[0]!.remedies[0]!.edits, 'keep').project
    expect(examineFunctions(resolve(kept, 'a'), resolve(kept, AS_FOUND)).lost).toEqual([])
  })
  it('nobody misses the vacuum source once nothing lives on it', () => {
    const project = demoProject('3-skerrow-dunlin')
    const vacuum = project.options[0]!.units.filter(
      unit => project.items.find(item => item.id === unit.item)!.kind === 'vacuum part'
    )
    const out = applyEdits(
      project,
      vacuum.map(unit => ({ type: 'unit.remove' as const, option: 'a', unit: unit.id })),
      'out'
    ).project
    expect(examineFunctions(resolve(out, 'a'), resolve(out, AS_FOUND)).lost).not.toContain('vacuum source')
  })
  it('as found, nothing is lost', () => {
    for (const name of ['1-teasel-ls', '2-hollin-whimbrel', '3-skerrow-dunlin'] as const)
      expect(codes(resolve(demoProject(name), AS_FOUND)).filter(code => code.startsWith('functions.lost'))).toEqual([])
  })
})

describe('seats and sound', () => {
  // A two-place intercom does not serve four seats (common practice).
  it.each([
    [2, 'two-place intercom', 0],
    [4, 'two-place intercom', 1],
    [4, 'four-place intercom', 0]
  ] as const)('%i seats with a %s: %i finding', (seats, name, count) => {
    const base = plainProject()
    base.brief.seats = seats
    expect(codes(designWith([[giver('audio', name), 'tail']], base))).toHaveLength(count)
  })
})
