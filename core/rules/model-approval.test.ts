import { describe, expect, it } from 'vitest'
import { Item } from '../catalogue'
import { resolve } from '../design'
import { applyEdits, type Project } from '../document'
import { readPhrase, US } from '../quantity'
import { readCatalogueCsv, writeCatalogueCsv } from '../formats'
import { boxFace, item, plainProject } from '../testing'
import { examineRules } from '.'
import { isModel, modelStanding } from './model-approval'

const LIST = { models: ['Larkfell L-24 Dunlin'], paper: 'Supplement A', conditions: '' }
type Lists = Item['modelApprovals']
interface Case {
  lists?: Lists
  madeOn?: string
  from?: string
  installed?: boolean
  basis?: 'certified' | 'amateur-built'
}
/** A certified Dunlin of 1974 with a new autopilot computer; `from` is the day of its visit. */
function projectOf({ lists, madeOn = '1974-05-20', from, installed, basis = 'certified' }: Case) {
  const pilot = item({
    id: 'pilot',
    kind: 'autopilot computer',
    face: boxFace(60, 40),
    ...(lists && { modelApprovals: lists })
  })
  const project = plainProject()
  project.items = [pilot]
  project.airframe = { ...project.airframe, model: 'Larkfell L-24 Dunlin', madeOn }
  project.brief = { ...project.brief, basis, downFrom: undefined, downTo: undefined }
  const unit = { id: 'ap', item: 'pilot', label: 'Pilot', place: project.airframe.places[0]!.id }
  if (installed) project.fitted = [unit]
  project.options[0]!.units = [{ ...unit, ...(from && { phase: 'later' }) }]
  if (from) project.options[0]!.phases = [{ id: 'later', name: 'Later', from }]
  return project
}
const designOf = (of: Case) => resolve(projectOf(of), 'a')
const TODAY = '2026-12-02'
const stateOf = (of: Case) => modelStanding(designOf(of), designOf(of).units[0]!, TODAY)
const codesOf = (of: Case) =>
  examineRules(designOf(of), { today: TODAY })
    .findings.filter(({ code }) => code.startsWith('rules.model'))
    .map(({ code, weight }) => `${code}: ${weight}`)
const clauseOf = (of: Case) =>
  examineRules(designOf(of), { today: TODAY }).clauses.find(({ key }) => key === 'approval/model-list')!.state

describe('approval of new equipment for the model of the aircraft', () => {
  it.each<[string, Case, string, string[], string]>([
    ['no list entered', {}, 'not entered', ['rules.model-not-entered: decide'], 'check by hand'],
    ['listed', { lists: [LIST] }, 'held', [], 'met'],
    [
      'another model',
      { lists: [{ ...LIST, models: ['Larkfell L-26'] }] },
      'other models',
      ['rules.model-not-listed: must fix'],
      'missing'
    ],
    [
      'too old',
      { lists: [{ ...LIST, fromYear: 1975 }] },
      'other models',
      ['rules.model-not-listed: must fix'],
      'missing'
    ],
    ['of the last year', { lists: [{ ...LIST, toYear: 1974 }] }, 'held', [], 'met'],
    [
      'awaited without a day',
      { lists: [{ ...LIST, awaited: true }] },
      'awaited',
      ['rules.model-awaited: must fix'],
      'missing'
    ],
    [
      'awaited, the visit is before it',
      { lists: [{ ...LIST, awaited: true, on: '2027-06-30' }], from: '2027-06-29' },
      'awaited',
      ['rules.model-awaited: must fix'],
      'missing'
    ],
    [
      'awaited, the visit begins that day',
      { lists: [{ ...LIST, awaited: true, on: '2027-06-30' }], from: '2027-06-30' },
      'awaited',
      ['rules.model-awaited: decide'],
      'missing'
    ],
    [
      'issued tomorrow',
      { lists: [{ ...LIST, on: '2026-12-03' }] },
      'awaited',
      ['rules.model-awaited: must fix'],
      'missing'
    ],
    ['issued today', { lists: [{ ...LIST, on: TODAY }] }, 'held', [], 'met']
  ])('%s', (_, of, state, codes, clause) => {
    expect(stateOf(of)?.state).toBe(state)
    expect(codesOf(of)).toEqual(codes)
    expect(clauseOf(of)).toBe(clause)
  })
  it('nothing is asked of what is installed already, nor in an amateur-built aircraft', () => {
    for (const of of [{ installed: true }, { basis: 'amateur-built' }] as Case[]) {
      expect(stateOf(of)).toBeUndefined()
      expect(codesOf(of)).toEqual([])
      expect(clauseOf(of)).toBe('does not apply')
    }
  })
  it('the day on which it was expected has passed: another visit does not help', () => {
    const late = { lists: [{ ...LIST, awaited: true, on: '2026-12-01' }], from: '2027-06-30' }
    expect(codesOf(late)).toEqual(['rules.model-awaited: must fix'])
    const [told] = examineRules(designOf(late), { today: TODAY }).findings.filter(
      ({ code }) => code === 'rules.model-awaited'
    )
    expect(readPhrase(told!.says, US)).toMatch(/was expected on .*Enter in the item when it was issued/)
  })
  it.each<[string, Case]>([
    ['a list that is not entered', {}],
    ['a list without the model', { lists: [{ ...LIST, models: ['Larkfell L-26'] }] }]
  ])('an answer by hand takes the place of %s, until another unit or its list changes', (_, of) => {
    const design = designOf(of)
    const clauseIn = (of: typeof design) =>
      examineRules(of, { today: TODAY }).clauses.find(({ key }) => key === 'approval/model-list')!
    const check = { clause: 'approval/model-list', state: 'met' as const, note: '', about: clauseIn(design).about }
    const answered = (of: typeof design) => {
      const asked = { ...of, handChecks: [check] }
      const { findings } = examineRules(asked, { today: TODAY })
      const open = findings.filter(({ code }) => code.startsWith('rules.model'))
      return { state: clauseIn(asked).state, open: open.flatMap(({ subjects }) => subjects) }
    }
    expect(answered(design)).toEqual({ state: 'met', open: [] })
    // A second autopilot was not answered for.
    const two = { ...design, units: [...design.units, { ...design.units[0]!, id: 'ap-2' }] }
    expect(answered(two)).toEqual({ state: clauseIn(design).state, open: ['ap', 'ap-2'] })
  })
  it('case, spaces and dashes tell no models apart, a letter more does; * stands for all that begin so', () => {
    expect(isModel('LARKFELL L24 DUNLIN', 'Larkfell L-24 Dunlin')).toBe(true)
    expect(isModel('Larkfell L-24', 'Larkfell L-24 Dunlin')).toBe(false)
    expect(isModel('Larkfell L-24*', 'Larkfell L-24 Dunlin')).toBe(true)
    expect(isModel('Larkfell L-2', 'Larkfell L-24')).toBe(false)
  })
  it('a list that names nothing approves nothing, in whatever script the model is written', () => {
    expect(isModel('*', 'Larkfell L-24')).toBe(false)
    expect(isModel('Ястреб', 'Чайка')).toBe(false)
    expect(isModel('ЧАЙКА', 'Чайка')).toBe(true)
  })
})

describe('in the catalog file', () => {
  const whole = item({
    id: 'pilot',
    face: boxFace(60, 40),
    modelApprovals: [
      {
        models: ['Larkfell L-24 Dunlin', 'Larkfell L-26*'],
        fromYear: 1962,
        toYear: 1986,
        paper: 'Supplement A',
        on: '2024-05-01',
        conditions: 'day only'
      },
      { models: ['Teasel'], toYear: 1990, paper: 'Supplement B', awaited: true, conditions: '' },
      { models: ['Hollin'], paper: 'Supplement C', awaited: true, on: '2027-09-01', conditions: '' }
    ]
  })
  it('is written and read back', () => {
    const read = readCatalogueCsv(writeCatalogueCsv([whole]))
    expect(read.items[0]!.modelApprovals).toEqual(whole.modelApprovals)
  })
  it.each([
    ['no paper', 'Larkfell | issued 2024-05-01', /is no model approval/],
    ['a part without a name', 'Larkfell | paper A | day only', /is no model approval/],
    ['an impossible day', 'Larkfell | paper A | issued 2024-02-31', /ISO date/],
    ['years in the wrong order', 'Larkfell | paper A | years 1990-1980', /model_approvals.*before the first year/]
  ])('%s is refused with line and column', (_, cell, says) => {
    const csv = writeCatalogueCsv([whole])
    const [head, line] = csv.trimEnd().split(/\r?\n/) as [string, string]
    const at = head.split(',').indexOf('model_approvals')
    expect(at).toBeGreaterThan(0)
    const broken = line.replace(/"?Larkfell L-24 Dunlin;[^"]*?Supplement C[^",]*"?/, `"${cell}"`)
    expect(broken).not.toBe(line)
    const read = readCatalogueCsv([head, broken].join('\n'))
    expect(read.items).toEqual([])
    expect(JSON.stringify(read.problems)).toMatch(says)
  })
})

describe('an approval that is awaited makes a later visit', () => {
  const ON = '2027-06-30'
  const AWAITED: Case = { lists: [{ ...LIST, awaited: true, on: ON }] }
  const awaited = (project: Project) =>
    examineRules(resolve(project, 'a'), { today: TODAY }).findings.find(({ code }) => code === 'rules.model-awaited')!
  const cured = (project: Project) => {
    const [remedy, ...more] = awaited(project).remedies
    expect(more).toEqual([])
    const next = applyEdits(project, remedy!.edits, 'later').project
    expect(awaited(next)).toMatchObject({ weight: 'decide', remedies: [] })
    return next.options[0]!
  }
  it('one more, from the day expected; what has no visit of its own stays in the first', () => {
    const project = projectOf(AWAITED)
    project.brief.downFrom = '2027-02-01'
    const { phases, units } = cured(project)
    expect(phases.map(({ name, from }) => [name, from])).toEqual([
      ['Visit 1', '2027-02-01'],
      ['Visit 2', ON]
    ])
    expect(units[0]!.phase).toBe(phases[1]!.id)
  })
  it('one more beside those that are there and begin before it', () => {
    const { phases } = cured(projectOf({ ...AWAITED, from: '2027-06-29' }))
    expect(phases.map(({ from }) => from)).toEqual(['2027-06-29', ON])
  })
  it('the one that is there, where it begins on that day or later', () => {
    const project = projectOf({ ...AWAITED, from: '2027-01-10' })
    project.options[0]!.phases.push({ id: 'next', name: 'Next', from: '2027-09-01' })
    const { phases, units } = cured(project)
    expect([phases.length, units[0]!.phase]).toEqual([2, 'next'])
  })
  it('none without a day, and none for a day that has passed', () => {
    expect(awaited(projectOf({ lists: [{ ...LIST, awaited: true }] })).remedies).toEqual([])
    expect(awaited(projectOf({ lists: [{ ...LIST, awaited: true, on: '2026-11-01' }] })).remedies).toEqual([])
  })
})
