import { describe, expect, it } from 'vitest'
import { accountOf } from '../capability'
import { FUNCTIONS, type FunctionName, type Item } from '../catalogue'
import { AS_FOUND, resolve } from '../design'
import { readPhrase, US } from '../quantity'
import type { Wanted } from '../document'
import { item } from '../testing'
import { stands } from './wanted'
import { type Case, all, EU, examine, giver, IFR, judged, need, port, project, NIGHT, look } from '../testing.rules'

const transponder = item({
  id: 'xpdr',
  mounts: ['tail'],
  provides: ['transponder', 'altitude reporting', 'ads-b out'],
  ports: [port('s', 'rs-232', 'in', ['augmented position']), port('c', 'rs-232', 'in', ['altitude code'])],
  needs: [need('signal', 'altitude code', ['altitude reporting']), need('signal', 'augmented position', ['ads-b out'])]
})

/** Cases, each with its clause and how that stands. */
const cases: [string, Case, string, string][] = [
  // Operating limitations and the design standard ask for these by day too (common practice).
  [
    'an amateur-built aircraft by day without airspeed',
    { brief: { basis: 'amateur-built' } },
    'us-equipment/floor-airspeed',
    'missing'
  ],
  [
    'a light-sport one with it',
    { brief: { basis: 'light-sport' }, units: all('airspeed') },
    'us-equipment/floor-airspeed',
    'met'
  ],
  ['a certified one, which 91.205 asks', {}, 'us-equipment/floor-airspeed', 'does not apply'],
  [
    'a light-sport one by night, which 91.205 asks too',
    { brief: { ...NIGHT, basis: 'light-sport' } },
    'us-equipment/floor-fuel',
    'does not apply'
  ],
  // NCO.IDE.A.115 to .205 (from memory).
  ['no lights by night', { brief: { ...NIGHT, ...EU } }, 'easa-nco/x115', 'missing'],
  [
    'lights by night; a torch is for a person to look at',
    { brief: { ...NIGHT, ...EU }, units: all('position lights', 'anti-collision light', 'landing light') },
    'easa-nco/x115',
    'check by hand'
  ],
  ['no radio', { brief: EU }, 'easa-nco/x190', 'missing'],
  ['belts', { brief: EU }, 'easa-nco/x140', 'check by hand']
]

describe('what is not to be said', () => {
  it.each(cases)('%s', (_, of, clause, state) => expect(judged(of, clause).state).toBe(state))
  it('the European pack never holds by its instruments alone: what a person must look at is asked and open', () => {
    const design = resolve(
      project({ brief: { ...EU, flying: ['day VFR', 'night VFR', 'IFR by day'] }, units: all(...FUNCTIONS) }),
      'a'
    )
    const { clauses } = examine(design)
    const asked = clauses.filter(({ pack, state }) => pack === 'easa-nco' && state !== 'does not apply')
    expect(asked.filter(({ state }) => state === 'missing')).toEqual([])
    expect(asked.filter(({ state }) => state === 'check by hand').length).toBeGreaterThan(5)
    for (const ref of ['.115', '.140', '.170', '.190', '.200'])
      expect(
        asked.map(({ clause }) => clause.ref),
        ref
      ).toContain(`NCO.IDE.A${ref}`)
  })
  // 91.411(a)(2): a leak check after the static system was opened; 91.413(b): a test after the transponder was installed (from memory).
  it('a test of the static system or the transponder does not stay met where the plan opens or changes them', () => {
    const tested = (clause: string, on: string, units: Item[], downFrom?: string) =>
      judged(
        {
          units,
          brief: { ...IFR, ...(downFrom && { downFrom, downTo: '2027-12-31' }) },
          checks: [look(clause, on)],
          today: '2027-06-01'
        },
        clause
      )
    const altimeter = item({
      id: 'alt',
      mounts: ['tail'],
      provides: ['altitude'],
      needs: [need('function', 'pitot and static')]
    })
    const [still, mode] = ['us-papers/altimeter-test', 'us-papers/transponder-test']
    expect(tested(still, '2026-03-01', [giver('lamp', 'position lights')]).state).toBe('met')
    expect(tested(still, '2026-03-01', [altimeter]).state).toBe('check by hand')
    expect(readPhrase(tested(still, '2026-03-01', [altimeter], '2027-01-12').because, US)).toMatch(
      /due again after the work on alt, which begins on Jan 12, 2027/
    )
    expect(tested(mode, '2026-03-01', [transponder], '2027-01-12').state).toBe('check by hand')
    // Work on what gives another function undoes nothing, nor does a unit that needs a signal of that name.
    expect(
      tested(
        mode,
        '2026-03-01',
        [item({ id: 'map', mounts: ['tail'], needs: [need('signal', 'altitude code')] })],
        '2027-01-12'
      ).state
    ).not.toBe('check by hand')
    // Done after the work began it counts; so does a test on its first day.
    expect(tested(mode, '2027-01-12', [transponder], '2027-01-12').state).toBe('met')
    expect(tested(mode, '2027-03-01', [transponder], '2027-01-12').state).toBe('met')
    // In the aircraft as found nothing is changed.
    const found = {
      ...project({ checks: [look(still, '2026-03-01')], brief: IFR }),
      fitted: project({ units: [altimeter] }).options[0]!.units
    }
    expect(
      examine(resolve({ ...found, items: [altimeter] }, AS_FOUND), '2026-06-01').clauses.find(
        ({ key }) => key === still
      )!.state
    ).toBe('met')
  })
  it('of several that would do, one that works counts first, then one to look at, then one that is missing', () => {
    const design = resolve(project({ units: all('attitude') }), 'a')
    const evidence = { design, account: accountOf(design), overloaded: [] }
    const there = { works: 'attitude' } as const
    const lacking = { works: 'com' } as const
    const byHand = { look: 'Look at it.' } as Wanted
    const state = (...any: Wanted[]) => stands({ any }, evidence).state
    expect(state(lacking, there)).toBe('met')
    expect(state(there, lacking)).toBe('met')
    expect(state(lacking, byHand)).toBe('check by hand')
    expect(state(lacking, byHand, there)).toBe('met')
    expect(state(lacking, lacking)).toBe('missing')
    expect(state()).toBe('met')
  })
  it('nobody flies an approach without attitude or without an altimeter', () => {
    const approach = (...provides: FunctionName[]) =>
      accountOf(resolve(project({ brief: IFR, units: all('com', 'gps', ...provides) }), 'a')).works('approach')
    expect(approach('satellite approach', 'attitude', 'altitude')).toBe(true)
    expect(approach('localizer', 'glideslope', 'attitude', 'altitude')).toBe(true)
    expect(approach('satellite approach', 'altitude')).toBe(false)
    expect(approach('satellite approach', 'attitude')).toBe(false)
    expect(approach('localizer', 'glideslope', 'attitude')).toBe(false)
  })
})
