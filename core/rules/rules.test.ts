import { describe, expect, it } from 'vitest'
import { accountOf } from '../capability'
import { FUNCTIONS, type FunctionName, type Item } from '../catalogue'
import { applyEdits, RulePack, type Link, type Project } from '../document'
import { resolve } from '../design'
import { readPhrase, US } from '../quantity'
import { item } from '../testing'
import { type Case, all, EU, examine, giver, IFR, judged, need, NIGHT, port, project, look } from '../testing.rules'
import { demoProject } from '../testing.demo'
import { chainsOf, conditionWords, daysAfter, endOfMonthAfter, examineRules, PACKS } from '.'

const wire = (id: string, from: [string, string], to: [string, string]): Link => ({
  id,
  from: { unit: from[0], port: from[1] },
  to: { unit: to[0], port: to[1] }
})

/** A display that hears its attitude, a box that says it, a magnetometer that the box waits for. */
const display = item({
  id: 'display',
  mounts: ['tail'],
  kind: 'display',
  provides: ['attitude', 'heading', 'airspeed', 'electronic primary display'],
  ports: [port('can', 'can', 'both', ['attitude', 'heading', 'air data'], [])],
  needs: [
    need('signal', 'attitude', ['attitude']),
    need('signal', 'heading', ['heading']),
    need('signal', 'air data', ['airspeed'])
  ]
})
const box = item({
  id: 'box',
  mounts: ['tail'],
  kind: 'attitude and air data',
  provides: ['attitude sensing'],
  ports: [
    port(
      'can',
      'can',
      'both',
      ['attitude', 'heading', 'air data', 'magnetic field'],
      ['attitude', 'heading', 'air data']
    )
  ],
  needs: [need('signal', 'magnetic field', ['heading']), need('function', 'pitot and static', ['air data'])]
})
const magnetometer = item({
  id: 'mag',
  mounts: ['tail'],
  kind: 'magnetometer',
  provides: ['magnetic sensing'],
  ports: [port('can', 'can', 'both', ['magnetic field'])]
})
const pitot = giver('pitot', 'pitot and static')
const boxToDisplay = wire('l1', ['box', 'can'], ['display', 'can'])
const magToBox = wire('l2', ['mag', 'can'], ['box', 'can'])
const horizon = (id: string): Item =>
  item({ id, mounts: ['tail'], provides: ['attitude'], needs: [need('function', 'vacuum source')] })
const transponder = item({
  id: 'xpdr',
  mounts: ['tail'],
  provides: ['transponder', 'altitude reporting', 'ads-b out'],
  ports: [port('s', 'rs-232', 'in', ['augmented position']), port('c', 'rs-232', 'in', ['altitude code'])],
  needs: [need('signal', 'altitude code', ['altitude reporting']), need('signal', 'augmented position', ['ads-b out'])]
})
const receiver = (grade: 'position' | 'ifr position' | 'augmented position'): Item =>
  item({ id: 'gps', mounts: ['tail'], provides: ['gps'], ports: [port('s', 'rs-232', 'out', [grade])] })
const encoder = item({
  id: 'encoder',
  mounts: ['tail'],
  ports: [port('s', 'rs-232', 'out', ['altitude code'])],
  needs: [need('function', 'pitot and static')]
})
const alternator = giver('alternator', 'generator')
const battery = giver('battery', 'battery power')
const heater = (amps: number): Item =>
  item({
    id: 'heater',
    mounts: ['tail'],
    power: { atV: 14, minV: 9, maxV: 32, typicalA: amps, maxA: amps, load: 'resistive', essential: true }
  })
const CITY: Case['brief'] = { airspace: ['class C'] }
const gauge = (id: string, tanks?: number): Item => item({ id, mounts: ['tail'], provides: ['fuel quantity'], tanks })
const unapproved = item({ id: 'x', mounts: ['tail'], provides: ['airspeed'], approvals: ['amateur-built'] })

/**
 * Worked by hand from 14 CFR 91.205, 91.207, 91.209, 91.215, 91.225, 91.227, 91.409, 91.411, 91.413, 91.171, 61.129(j), AC 91-75
 * and Regulation (EU) 965/2012 NCO.IDE.A.120 and .125 (all from memory).
 */
const TRUTH: [string, Case, string, string][] = [
  // 91.205(b), and to whom 91.205(a) speaks.
  ['airspeed of a dial', { units: all('airspeed') }, 'us-equipment/b1', 'met'],
  ['no airspeed', {}, 'us-equipment/b1', 'missing'],
  [
    'amateur-built by day in sight: its limitations, not 91.205',
    { brief: { basis: 'amateur-built' } },
    'us-equipment/b1',
    'does not apply'
  ],
  ['light-sport by day in sight', { brief: { basis: 'light-sport' } }, 'us-equipment/b9', 'does not apply'],
  [
    'amateur-built by night is equipped in accordance with 91.205',
    { brief: { ...NIGHT, basis: 'amateur-built' } },
    'us-equipment/b1',
    'missing'
  ],
  ['altimeter', { units: all('altitude') }, 'us-equipment/b2', 'met'],
  ['compass', { units: all('magnetic direction') }, 'us-equipment/b3', 'met'],
  ['tachometer', {}, 'us-equipment/b4', 'missing'],
  ['oil pressure', { units: all('oil pressure') }, 'us-equipment/b5', 'met'],
  [
    'coolant, liquid-cooled',
    { airframe: { engine: { cooling: 'liquid', altitudeEngine: false } } },
    'us-equipment/b6',
    'missing'
  ],
  ['coolant, air-cooled', {}, 'us-equipment/b6', 'does not apply'],
  ['oil temperature, air-cooled', {}, 'us-equipment/b7', 'missing'],
  [
    'oil temperature, liquid-cooled',
    { airframe: { engine: { cooling: 'liquid', altitudeEngine: false } } },
    'us-equipment/b7',
    'does not apply'
  ],
  [
    'manifold pressure, altitude engine',
    { airframe: { engine: { cooling: 'air', altitudeEngine: true } } },
    'us-equipment/b8',
    'missing'
  ],
  ['manifold pressure, plain engine', {}, 'us-equipment/b8', 'does not apply'],
  [
    'four tanks and one gauge that reads one',
    { airframe: { tanks: 4 }, units: [gauge('g')] },
    'us-equipment/b9',
    'missing'
  ],
  [
    'four tanks and one gauge that reads four',
    { airframe: { tanks: 4 }, units: [gauge('g', 4)] },
    'us-equipment/b9',
    'met'
  ],
  ['two tanks and two gauges', { airframe: { tanks: 2 }, units: [gauge('g'), gauge('h')] }, 'us-equipment/b9', 'met'],
  ['gear position, retractable', { airframe: { gear: 'retractable' } }, 'us-equipment/b10', 'missing'],
  ['gear position, fixed', {}, 'us-equipment/b10', 'does not apply'],
  ['beacon, certificated in 1974', {}, 'us-equipment/b11', 'does not apply'],
  [
    'beacon, certificated after 11 March 1996',
    { airframe: { certifiedAfter1996: true } },
    'us-equipment/b11',
    'missing'
  ],
  ['flotation, for hire over water', { brief: { forHire: true, overWater: true } }, 'us-equipment/b12', 'missing'],
  ['flotation, for hire over land', { brief: { forHire: true } }, 'us-equipment/b12', 'does not apply'],
  ['flotation, private over water', { brief: { overWater: true } }, 'us-equipment/b12', 'does not apply'],
  ['belts want a look at each seat', { units: all('belts') }, 'us-equipment/b13', 'check by hand'],
  ['no belts', {}, 'us-equipment/b13', 'missing'],
  ['harness, made on 18 July 1978', { airframe: { madeOn: '1978-07-18' } }, 'us-equipment/b14', 'does not apply'],
  ['harness, made on 19 July 1978', { airframe: { madeOn: '1978-07-19' } }, 'us-equipment/b14', 'missing'],
  [
    'harness at every seat, made on 12 December 1986',
    { airframe: { madeOn: '1986-12-12' } },
    'us-equipment/b16',
    'does not apply'
  ],
  [
    'harness at every seat, made on 13 December 1986',
    { airframe: { madeOn: '1986-12-13' } },
    'us-equipment/b16',
    'missing'
  ],
  ['a single-seater needs no ELT', { brief: { seats: 1 } }, 'us-equipment/b15', 'does not apply'],
  ['a two-seater does', { brief: { seats: 2 } }, 'us-equipment/b15', 'missing'],
  [
    'training near home needs none',
    { brief: { training: 'near the home airport' } },
    'us-equipment/b15',
    'does not apply'
  ],
  // 91.205(c)
  ['position lights by day', {}, 'us-equipment/c2', 'does not apply'],
  ['position lights by night', { brief: NIGHT }, 'us-equipment/c2', 'missing'],
  ['IFR by day asks for nothing of (c)', { brief: IFR }, 'us-equipment/c2', 'does not apply'],
  ['IFR by night does', { brief: { flying: ['IFR by night'] } }, 'us-equipment/c3', 'missing'],
  ['landing light, private by night', { brief: NIGHT }, 'us-equipment/c4', 'does not apply'],
  ['landing light, for hire by night', { brief: { ...NIGHT, forHire: true } }, 'us-equipment/c4', 'missing'],
  ['energy by night', { brief: NIGHT, units: [alternator, battery] }, 'us-equipment/c5', 'met'],
  [
    'energy with 90 A of heater on 40 A',
    { brief: NIGHT, units: [alternator, battery, heater(90)] },
    'us-equipment/c5',
    'missing'
  ],
  ['no fuses, no spare ones', { brief: NIGHT }, 'us-equipment/c6', 'does not apply'],
  ['fuses and no spares', { brief: NIGHT, airframe: { fuses: true } }, 'us-equipment/c6', 'missing'],
  [
    'fuses with spares carried',
    { brief: NIGHT, airframe: { fuses: true, spareFuses: true } },
    'us-equipment/c6',
    'met'
  ],
  // 91.205(d), AC 91-75
  ['radio and satellite navigator', { brief: IFR, units: all('com', 'waas gps') }, 'us-equipment/d2', 'met'],
  ['radio alone', { brief: IFR, units: all('com') }, 'us-equipment/d2', 'missing'],
  ['rate of turn', { brief: IFR, units: all('rate of turn') }, 'us-equipment/d3', 'met'],
  [
    'two horizons with a ball, nothing shared',
    { brief: IFR, units: [giver('a', 'attitude'), giver('b', 'attitude', 'slip')] },
    'us-equipment/d3',
    'met'
  ],
  [
    'two vacuum horizons on one pump',
    { brief: IFR, units: [horizon('a'), horizon('b'), giver('ball', 'slip'), giver('pump', 'vacuum source')] },
    'us-equipment/d3',
    'missing'
  ],
  [
    'two horizons without a ball',
    { brief: IFR, units: [giver('a', 'attitude'), giver('b', 'attitude')] },
    'us-equipment/d3',
    'missing'
  ],
  ['sensitive altimeter', { brief: IFR, units: all('altitude') }, 'us-equipment/d5', 'missing'],
  ['generator that carries the load', { brief: IFR, units: [alternator, heater(10)] }, 'us-equipment/d7', 'met'],
  ['generator too small', { brief: IFR, units: [alternator, heater(60)] }, 'us-equipment/d7', 'missing'],
  ['no generator', { brief: IFR }, 'us-equipment/d7', 'missing'],
  ['IFR not flown', {}, 'us-equipment/d8', 'does not apply'],
  // Broken chains.
  ['a display without its box', { brief: IFR, units: [display] }, 'us-equipment/d8', 'missing'],
  [
    'a display with a box that is not linked',
    { brief: IFR, units: [display, box, magnetometer, pitot] },
    'us-equipment/d8',
    'missing'
  ],
  ['a display with its box', { brief: IFR, units: [display, box], links: [boxToDisplay] }, 'us-equipment/d8', 'met'],
  [
    'heading with a magnetometer that is not linked',
    { brief: IFR, units: [display, box, magnetometer], links: [boxToDisplay] },
    'us-equipment/d9',
    'missing'
  ],
  [
    'heading with it linked',
    { brief: IFR, units: [display, box, magnetometer], links: [boxToDisplay, magToBox] },
    'us-equipment/d9',
    'met'
  ],
  [
    'airspeed on the screen without pitot and static',
    { units: [display, box], links: [boxToDisplay] },
    'us-equipment/b1',
    'missing'
  ],
  [
    'airspeed on the screen with them',
    { units: [display, box, pitot], links: [boxToDisplay] },
    'us-equipment/b1',
    'met'
  ],
  ['a gyro without a pump', { brief: IFR, units: [horizon('a')] }, 'us-equipment/d8', 'missing'],
  ['an unapproved instrument', { units: [unapproved] }, 'us-equipment/b1', 'missing'],
  [
    'the same in an aeroplane it is approved for',
    { brief: { ...NIGHT, basis: 'amateur-built' }, units: [unapproved] },
    'us-equipment/b1',
    'met'
  ],
  // 91.215, 91.225, 91.227
  ['transponder where no listed airspace is entered', {}, 'us-papers/transponder', 'does not apply'],
  [
    'airspace not stated: asked, not guessed',
    { brief: { airspace: undefined } },
    'us-papers/transponder',
    'check by hand'
  ],
  ['class C without a transponder', { brief: CITY }, 'us-papers/transponder', 'missing'],
  [
    'a transponder nobody gives an altitude code',
    { brief: CITY, units: [transponder] },
    'us-papers/transponder',
    'missing'
  ],
  [
    'with an encoder',
    { brief: CITY, units: [transponder, encoder, pitot], links: [wire('l', ['encoder', 's'], ['xpdr', 'c'])] },
    'us-papers/transponder',
    'met'
  ],
  [
    'above 10,000 ft, never certificated with an electrical system',
    { brief: { airspace: ['above 10,000 ft'] }, airframe: { electricalSystem: false } },
    'us-papers/transponder',
    'does not apply'
  ],
  [
    'a plain receiver for ADS-B out',
    { brief: CITY, units: [transponder, receiver('position')], links: [wire('l', ['gps', 's'], ['xpdr', 's'])] },
    'us-papers/ads-b-out',
    'missing'
  ],
  [
    'one good for IFR but not augmented',
    { brief: CITY, units: [transponder, receiver('ifr position')], links: [wire('l', ['gps', 's'], ['xpdr', 's'])] },
    'us-papers/ads-b-out',
    'missing'
  ],
  [
    'an augmented one, without pressure altitude, which 91.227 has sent along',
    {
      brief: CITY,
      units: [transponder, receiver('augmented position')],
      links: [wire('l', ['gps', 's'], ['xpdr', 's'])]
    },
    'us-papers/ads-b-out',
    'missing'
  ],
  [
    'an augmented one with pressure altitude',
    {
      brief: CITY,
      units: [transponder, receiver('augmented position'), encoder, pitot],
      links: [wire('l', ['gps', 's'], ['xpdr', 's']), wire('m', ['encoder', 's'], ['xpdr', 'c'])]
    },
    'us-papers/ads-b-out',
    'met'
  ],
  // Tests and papers.
  ['an annual nobody entered', { today: '2026-11-26' }, 'us-papers/annual', 'check by hand'],
  [
    'an annual of 2019',
    { checks: [look('us-papers/annual', '2019-06-01')], today: '2026-11-26' },
    'us-papers/annual',
    'missing'
  ],
  [
    'an annual of last November, to the end of the month',
    { checks: [look('us-papers/annual', '2025-11-03')], today: '2026-11-30' },
    'us-papers/annual',
    'met'
  ],
  [
    'a day later',
    { checks: [look('us-papers/annual', '2025-11-03')], today: '2026-12-01' },
    'us-papers/annual',
    'missing'
  ],
  [
    'a date still to come is not believed',
    { checks: [look('us-papers/annual', '2027-01-01')], today: '2026-11-26' },
    'us-papers/annual',
    'check by hand'
  ],
  [
    'an experimental one has a condition inspection',
    { brief: { basis: 'amateur-built' } },
    'us-papers/annual',
    'does not apply'
  ],
  ['which is asked of it', { brief: { basis: 'amateur-built' } }, 'us-papers/condition', 'check by hand'],
  ['91.413 without a transponder', {}, 'us-papers/transponder-test', 'does not apply'],
  ['91.413 with one', { units: [transponder] }, 'us-papers/transponder-test', 'check by hand'],
  ['91.411 by sight', {}, 'us-papers/altimeter-test', 'does not apply'],
  ['91.411 in cloud', { brief: IFR }, 'us-papers/altimeter-test', 'check by hand'],
  ['91.171 without VOR', { brief: IFR }, 'us-papers/vor-check', 'does not apply'],
  [
    '91.171, 31 days ago',
    { brief: { ...IFR, byVor: true }, checks: [look('us-papers/vor-check', '2026-10-26')], today: '2026-11-26' },
    'us-papers/vor-check',
    'missing'
  ],
  [
    '91.171, 30 days ago',
    { brief: { ...IFR, byVor: true }, checks: [look('us-papers/vor-check', '2026-10-27')], today: '2026-11-26' },
    'us-papers/vor-check',
    'met'
  ],
  ['ELT inspection without an ELT', {}, 'us-papers/elt-inspection', 'does not apply'],
  // 91.205(e)
  ['FL240 by VOR without DME', { brief: { aboveFL240: true, byVor: true } }, 'us-equipment/e', 'missing'],
  [
    'FL240 by VOR with RNAV',
    { brief: { aboveFL240: true, byVor: true }, units: all('waas gps') },
    'us-equipment/e',
    'met'
  ],
  ['below FL240', { brief: { byVor: true } }, 'us-equipment/e', 'does not apply'],
  // 61.129(j)
  ['no such training', {}, 'us-training/autopilot', 'does not apply'],
  ['training, no autopilot', { brief: { training: 'technically advanced' } }, 'us-training/autopilot', 'missing'],
  [
    'training, a roll servo alone',
    { brief: { training: 'technically advanced' }, units: all('autopilot', 'roll steering', 'heading') },
    'us-training/autopilot',
    'missing'
  ],
  [
    'training, two axes',
    {
      brief: { training: 'technically advanced' },
      units: all('autopilot', 'roll steering', 'pitch steering', 'heading')
    },
    'us-training/autopilot',
    'met'
  ],
  // EASA Part-NCO
  ['Part-NCO under 14 CFR', {}, 'easa-nco/v4', 'does not apply'],
  ['14 CFR under Part-NCO', { brief: EU }, 'us-equipment/b1', 'does not apply'],
  ['time by day', { brief: EU }, 'easa-nco/v2', 'missing'],
  ['vertical speed by night', { brief: { ...EU, flying: ['night VFR'] } }, 'easa-nco/n3', 'missing'],
  [
    'airspeed in cloud without pitot heat',
    { brief: { ...EU, flying: ['IFR by day'] }, units: all('airspeed') },
    'easa-nco/i4',
    'missing'
  ],
  [
    'airspeed in cloud with it',
    { brief: { ...EU, flying: ['IFR by day'] }, units: all('airspeed', 'pitot heat') },
    'easa-nco/i4',
    'met'
  ],
  // Installation approvals of large displays (common practice).
  [
    'a large display with no standby',
    { units: [display, box, pitot], links: [boxToDisplay] },
    'approval/standby',
    'missing'
  ],
  [
    'with a standby of its own',
    {
      units: [display, box, pitot, giver('s', 'attitude', 'airspeed', 'altitude'), giver('t', 'altitude')],
      links: [boxToDisplay]
    },
    'approval/standby',
    'met'
  ],
  ['round dials only', { units: all('attitude') }, 'approval/standby', 'does not apply']
]

describe('clauses, worked by hand (from memory; the screen says to check the current text)', () => {
  it('are sixty cases and more', () => expect(TRUTH.length).toBeGreaterThanOrEqual(60))
  it.each(TRUTH)('%s', (_, of, key, state) => {
    const found = judged(of, key)
    expect(found.state, readPhrase(found.because, US)).toBe(state)
  })
  it('what is installed and broken says what it waits for', () => {
    const found = judged({ brief: IFR, units: [display, box, magnetometer], links: [boxToDisplay] }, 'us-equipment/d9')
    expect(readPhrase(found.because, US)).toMatch(/display does not provide heading: no heading/)
  })
  it('a met clause names its chain, and the second one that shares nothing with it', () => {
    const of = { brief: IFR, units: [giver('a', 'attitude'), giver('b', 'attitude')] }
    const found = judged(of, 'us-equipment/d8')
    expect(found.by.map(giver => giver.unit)).toEqual(['a', 'b'])
    expect(chainsOf(resolve(project(of), 'a'), found).map(chain => chain.map(part => part.id))).toEqual([['a'], ['b']])
  })
})

describe('answers by hand', () => {
  it('count, with their date and when they fall due', () => {
    const found = judged(
      { brief: IFR, checks: [look('us-papers/altimeter-test', '2026-03-14')], today: '2026-11-26' },
      'us-papers/altimeter-test'
    )
    // 91.411: every 24 calendar months, so to the end of the month.
    expect(found).toMatchObject({ state: 'met', due: '2028-03-31' })
  })
  it('lapse when what they were about changes, and say so', () => {
    const units = [giver('horizon', 'attitude')]
    const { about } = judged({ brief: IFR, units }, 'us-equipment/d8')
    const checks = [look('us-equipment/d8', '2026-03-14', { option: 'a', about })]
    expect(judged({ brief: IFR, units, checks }, 'us-equipment/d8').lapsed).toBeUndefined()
    const without = judged({ brief: IFR, checks }, 'us-equipment/d8')
    expect(without.state).toBe('missing')
    expect(readPhrase(without.lapsed!, US)).toMatch(/no longer valid/)
  })
  it('are of one option and no other', () => {
    const base = project({ checks: [look('us-equipment/b1', '2026-03-14', { option: 'a' })] })
    const two: Project = { ...base, options: [base.options[0]!, { ...base.options[0]!, id: 'b', name: 'B' }] }
    const state = (option: string) =>
      examineRules(resolve(two, option)).clauses.find(clause => clause.key === 'us-equipment/b1')!.state
    expect([state('a'), state('b')]).toEqual(['met', 'missing'])
  })
  it('a recalled clause is marked until somebody confirms it', () => {
    const base = project({})
    const of = (confirmed: Project['confirmed']) =>
      examineRules(resolve({ ...base, confirmed }, 'a')).clauses.find(clause => clause.key === 'us-equipment/b1')!
    expect(of([]).recalled).toBe(true)
    expect(of([{ clause: 'us-equipment/b1', on: '2026-11-26' }])).toMatchObject({
      recalled: false,
      confirmedOn: '2026-11-26'
    })
  })
  it.each([
    ['2026-01-31', 1, '2026-02-28'],
    ['2027-01-05', 13, '2028-02-29'],
    ['2026-11-23', 12, '2027-11-30'],
    ['2026-12-31', 24, '2028-12-31']
  ])('%s plus %i calendar months falls due %s', (day, months, due) => expect(endOfMonthAfter(day, months)).toBe(due))
  it('thirty days from 27 October are 26 November', () => expect(daysAfter('2026-10-27', 30)).toBe('2026-11-26'))
})

describe('a brief that contradicts itself', () => {
  const AIRWAYS: Case['brief'] = { airspace: ['class A'] }
  it.each<[string, Case, string, number]>([
    // Experimental: no persons or property for compensation or hire, 14 CFR 91.319(a)(2), from memory.
    ['amateur-built for hire', { brief: { basis: 'amateur-built', forHire: true } }, 'rules.brief:hire-amateur', 1],
    // Light-sport: but for towing and training, 14 CFR 91.327(a), from memory.
    ['light-sport for hire', { brief: { basis: 'light-sport', forHire: true } }, 'rules.brief:hire-light', 1],
    // Class A is IFR only, 14 CFR 91.135, from memory; it begins at flight level 180.
    ['class A in sight', { brief: AIRWAYS }, 'rules.brief:class-a', 2],
    ['flight level 240 in sight', { brief: { aboveFL240: true } }, 'rules.brief:class-a', 2],
    ['IFR by VOR without IFR', { brief: { byVor: true } }, 'rules.brief:vor', 2],
    ['IFR by night alone', { brief: { flying: ['IFR by night'] } }, 'rules.brief:night', 2]
  ])('%s: told, and each remedy ends it', (_, of, id, remedies) => {
    const told = (project: Project) => examineRules(resolve(project, 'a')).findings.find(finding => finding.id === id)
    const finding = told(project(of))!
    expect(finding.remedies).toHaveLength(remedies)
    for (const remedy of finding.remedies)
      expect(told(applyEdits(project(of), remedy.edits, 'brief').project)).toBeUndefined()
  })
  it.each<[string, Case]>([
    ['certified for hire', { brief: { forHire: true } }],
    ['class A under IFR', { brief: { ...AIRWAYS, ...IFR } }],
    [
      'amateur-built for hire under other rules',
      { brief: { basis: 'amateur-built', authority: 'EASA Part-NCO', forHire: true } }
    ]
  ])('%s is none', (_, of) =>
    expect(examine(resolve(project(of), 'a')).findings.filter(finding => finding.code === 'rules.brief')).toEqual([])
  )
  it('made in 1974 and certificated after March 1996 cannot be; made tomorrow is judged as of then', () => {
    const ids = (of: Case) => examine(resolve(project(of), 'a'), '2026-11-27').findings.map(finding => finding.id)
    expect(ids({ airframe: { certifiedAfter1996: true } })).toContain('rules.certified-on')
    expect(ids({ airframe: { madeOn: '2026-11-28' } })).toContain('rules.made-on')
    expect(ids({ airframe: { madeOn: '2026-11-27', certifiedAfter1996: true } })).not.toContain('rules.certified-on')
    // Made today is no error; and without a day of today nothing is made tomorrow.
    expect(ids({ airframe: { madeOn: '2026-11-27' } })).not.toContain('rules.made-on')
    const undated = examine(resolve(project({ airframe: { madeOn: '2026-11-28' } }), 'a')).findings
    expect(undated.map(finding => finding.code)).not.toContain('rules.made-on')
  })
})

describe('approvals and packs', () => {
  it('a new unit for amateur-built aeroplanes does not go into a certified one', () => {
    expect(examineRules(resolve(project({ units: [unapproved] }), 'a')).findings).toContainEqual(
      expect.objectContaining({ code: 'rules.approval', subjects: ['x'] })
    )
  })
  it('packs are data that hold together', () => {
    for (const pack of PACKS) expect(() => RulePack.parse(JSON.parse(JSON.stringify(pack)))).not.toThrow()
    expect(new Set(PACKS.map(pack => pack.id)).size).toBe(PACKS.length)
    expect(new Set(FUNCTIONS).size).toBe(FUNCTIONS.length)
  })
  it('one of the project’s own is asked like those that ship', () => {
    const own: RulePack = RulePack.parse({
      id: 'club',
      title: 'Club rules',
      source: 'the club',
      clauses: [
        { id: 'co', ref: 'Club 1', title: 'A warning of carbon monoxide', wants: { works: 'carbon monoxide warning' } }
      ]
    })
    const report = examineRules(resolve({ ...project({}), packs: [own] }, 'a'))
    expect(report.clauses.find(clause => clause.key === 'club/co')!.state).toBe('missing')
    // A finding says where its clause comes from: nothing of the club's is called published.
    expect(report.findings.find(finding => finding.id === 'rules.missing:club/co')!.basis.kind).toBe('entered')
  })
  it.each([
    ['no wants', { id: 'x', ref: 'x', title: 'x' }],
    ['an unknown function', { id: 'x', ref: 'x', title: 'x', wants: { works: 'warp drive' } }],
    ['an unknown condition', { id: 'x', ref: 'x', title: 'x', applies: { moon: 'full' }, wants: { works: 'com' } }],
    [
      'two ways of repeating',
      { id: 'x', ref: 'x', title: 'x', wants: { works: 'com' }, everyMonths: 1, everyDays: 30 }
    ],
    ['an expression without end', { id: 'x', ref: 'x', title: 'x', wants: nested(20) }]
  ])('a pack with %s is refused', (_, clause) =>
    expect(RulePack.safeParse({ id: 'p', title: 'p', source: 'p', clauses: [clause] }).success).toBe(false)
  )
  it('a condition reads in words', () =>
    expect(conditionWords({ all: [{ flying: ['night VFR'] }, { not: { basis: ['light-sport'] } }] })).toBe(
      'night VFR, not light-sport'
    ))
  it('what a clause counts always works in the account of the demo', () => {
    for (const option of ['a', 'b', 'c']) {
      const design = resolve(demoProject('3-skerrow-dunlin'), option)
      for (const clause of examineRules(design).clauses)
        if (clause.state === 'met')
          for (const giver of clause.by)
            for (const name of giver.functions)
              expect(accountOf(design).gives(giver.unit, name as FunctionName), `${clause.key} ${name}`).toBe(true)
    }
  })
})

function nested(depth: number): unknown {
  return depth === 0 ? { works: 'com' } : { all: [nested(depth - 1)] }
}
