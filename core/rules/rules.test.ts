import { describe, expect, it } from 'vitest'
import { FUNCTIONS, type FunctionName } from '../catalogue'
import type { Project } from '../document'
import { resolve } from '../design'
import { designWith, item, plainProject, projectWith } from '../testing'
import { endOfMonthAfter, examineRules, PACKS, RulePack } from '.'

const flying = (
  kinds: Project['brief']['flying'],
  patch: Partial<Project['airframe']> = {},
  brief: Partial<Project['brief']> = {}
): Project => {
  const base = plainProject()
  return { ...base, brief: { ...base.brief, flying: kinds, ...brief }, airframe: { ...base.airframe, ...patch } }
}
const stateOf = (project: Project, provides: FunctionName[], key: string) =>
  examineRules(
    designWith(
      provides.map((name, index) => [item({ id: `u${index}`, mounts: ['tail'], provides: [name] }), 'tail']),
      project
    )
  ).clauses.find(one => one.key === `us-equipment/${key}`)!.state

describe('14 CFR 91.205 (from memory; the screen says to check the current text)', () => {
  // Day VFR, (b): the instruments every powered aeroplane wants. Fixed gear, air-cooled, no altitude engine.
  const DAY: FunctionName[] = [
    'airspeed',
    'altitude',
    'magnetic direction',
    'tachometer',
    'oil pressure',
    'oil temperature',
    'fuel quantity',
    'belts',
    'elt'
  ]
  const NIGHT: FunctionName[] = ['position lights', 'anti-collision light', 'generator', 'battery power']
  const IFR: FunctionName[] = [
    'com',
    'waas gps',
    'rate of turn',
    'slip',
    'sensitive altitude',
    'clock',
    'generator',
    'attitude',
    'heading'
  ]
  const missing = (project: Project, provides: FunctionName[]) =>
    examineRules(designWith([[item({ id: 'all', mounts: ['tail'], provides }), 'tail']], project))
      .clauses.filter(one => one.pack === 'us-equipment' && one.state === 'missing')
      .map(one => one.clause.ref)

  it('day VFR is met by just these, and each one is asked for', () => {
    const old = flying(['day VFR'], { madeOn: '1974-05-20' })
    expect(missing(old, DAY)).toEqual([])
    for (const name of DAY)
      expect(
        missing(
          old,
          DAY.filter(one => one !== name)
        )
      ).toHaveLength(1)
  })
  it('night adds lights and electricity', () => {
    const night = flying(['night VFR'], { madeOn: '1974-05-20' })
    expect(missing(night, DAY)).toEqual(['91.205(c)(2)', '91.205(c)(3)', '91.205(c)(5)'])
    expect(missing(night, [...DAY, ...NIGHT])).toEqual([])
  })
  it('IFR adds radios, gyros, clock and a sensitive altimeter, and asks for no backup', () => {
    const ifr = flying(['IFR'], { madeOn: '1974-05-20' })
    expect(missing(ifr, [...DAY, ...NIGHT, ...IFR])).toEqual([])
    for (const name of ['com', 'rate of turn', 'sensitive altitude', 'clock', 'attitude', 'heading'] as const)
      expect(missing(ifr, [...DAY, ...NIGHT, ...IFR.filter(one => one !== name)])).toHaveLength(1)
  })
  it('conditions decide what applies', () => {
    expect(stateOf(flying(['day VFR'], { gear: 'retractable' }), [], 'b10')).toBe('missing')
    expect(stateOf(flying(['day VFR']), [], 'b10')).toBe('does not apply')
    expect(
      stateOf(
        flying(['day VFR'], { engine: { cooling: 'liquid', altitudeEngine: true } }),
        ['coolant temperature', 'manifold pressure'],
        'b6'
      )
    ).toBe('met')
    expect(stateOf(flying(['day VFR'], { engine: { cooling: 'liquid', altitudeEngine: true } }), [], 'b7')).toBe(
      'does not apply'
    )
    expect(stateOf(flying(['day VFR'], { engine: { cooling: 'air', altitudeEngine: true } }), [], 'b8')).toBe('missing')
    expect(stateOf(flying(['night VFR'], {}, { forHire: true }), [], 'c4')).toBe('missing')
    expect(stateOf(flying(['night VFR'], { fuses: true }), [], 'c6')).toBe('check by hand')
  })
  // Shoulder harness: front seats of aeroplanes made after 18 July 1978.
  it('the date of making counts to the day', () => {
    expect(stateOf(flying(['day VFR'], { madeOn: '1978-07-18' }), [], 'b14')).toBe('does not apply')
    expect(stateOf(flying(['day VFR'], { madeOn: '1978-07-19' }), [], 'b14')).toBe('missing')
  })
  // AC 91-75 (from memory): a second attitude indicator may stand in for the rate-of-turn indicator, slip kept.
  it('two attitude indicators and a ball stand in for the rate of turn; one does not', () => {
    const ifr = flying(['IFR'])
    expect(stateOf(ifr, ['attitude', 'attitude', 'slip'], 'd3')).toBe('met')
    expect(stateOf(ifr, ['attitude', 'slip'], 'd3')).toBe('missing')
    expect(stateOf(ifr, ['attitude', 'attitude'], 'd3')).toBe('missing')
  })
  it('names the units that meet a clause', () => {
    const report = examineRules(
      designWith([
        [item({ id: 'dial', mounts: ['tail'], provides: ['airspeed'] }), 'tail'],
        [item({ id: 'screen', mounts: ['tail'], provides: ['airspeed', 'altitude'] }), 'tail']
      ])
    )
    expect(report.clauses.find(one => one.key === 'us-equipment/b1')!.by.map(unit => unit.unit)).toEqual([
      'dial',
      'screen'
    ])
  })
})

describe('answers by hand, papers and approvals', () => {
  it('a person’s look wins over the design, with its date', () => {
    const project = projectWith([])
    project.handChecks = [
      { clause: 'us-papers/altimeter-test', state: 'met', note: '', on: '2026-03-14' },
      { clause: 'us-equipment/b1', state: 'met', note: 'sealed unit', on: undefined }
    ]
    project.brief.flying = ['IFR']
    const { clauses } = examineRules(resolve(project, 'a'))
    // 91.411: every 24 calendar months, so to the end of the month.
    expect(clauses.find(one => one.key === 'us-papers/altimeter-test')).toMatchObject({
      state: 'met',
      due: '2028-03-31'
    })
    expect(clauses.find(one => one.key === 'us-equipment/b1')).toMatchObject({ state: 'met' })
  })
  it.each([
    ['2026-01-31', 1, '2026-02-28'],
    ['2027-01-05', 13, '2028-02-29'],
    ['2026-11-23', 12, '2027-11-30'],
    ['2026-12-31', 24, '2028-12-31']
  ])('%s plus %i calendar months falls due %s', (day, months, due) => expect(endOfMonthAfter(day, months)).toBe(due))
  it('a new unit for amateur-built aeroplanes does not go into a certified one', () => {
    const base = plainProject()
    base.brief.basis = 'certified'
    expect(
      examineRules(
        designWith([[item({ id: 'x', mounts: ['tail'], approvals: ['amateur-built', 'light-sport'] }), 'tail']], base)
      ).findings
    ).toContainEqual(expect.objectContaining({ code: 'rules.approval', subjects: ['x'] }))
  })
  it('packs are data that hold together', () => {
    for (const pack of PACKS) {
      expect(() => RulePack.parse(pack)).not.toThrow()
      expect(new Set(pack.clauses.map(clause => clause.id)).size).toBe(pack.clauses.length)
    }
    expect(RulePack.safeParse({ ...PACKS[0], clauses: [{ id: 'x', ref: 'x', title: 'x' }] }).success).toBe(false)
    expect(new Set(FUNCTIONS).size).toBe(FUNCTIONS.length)
  })
})
