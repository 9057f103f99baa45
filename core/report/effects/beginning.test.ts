import { describe, expect, it } from 'vitest'
import { accountOf } from '../../capability'
import { finish, resolve } from '../../design'
import { BASES } from '../../catalogue'
import {
  applyEdits,
  FLYING,
  FORMAT,
  openProject,
  type Project,
  PANEL_TEMPLATES,
  writeProject,
  type Zone
} from '../../document'
import { demoCatalogue, demoProject } from '../../testing.demo'
import { answers as begin } from './beginning.testing'
import { Beginning, beginProject, cardOf, examineOption, INSTALLED, missingFrom, starterKit } from '..'

const catalogue = demoCatalogue()
const faceFindings = (project: ReturnType<typeof beginProject>) =>
  examineOption(project, 'a').findings.filter(
    finding => finding.code.startsWith('panel.') && finding.weight === 'must fix'
  )

describe('an aeroplane begun from a handful of answers', () => {
  it.each(PANEL_TEMPLATES.map(template => template.id))('stands on the panel %s, whole and saved as a file', panel => {
    const project = beginProject('x', begin({ panel }), catalogue)
    expect(openProject(writeProject(project))).toMatchObject({ ok: true })
    expect(project.format).toBe(FORMAT)
    expect(project.airframe.pilots).toHaveLength(2)
    expect(faceFindings(project)).toEqual([])
  })
  it('six round dials stand in the T about the horizon, and what works them is there', () => {
    const project = beginProject('x', begin({ installed: 'six round dials' }), catalogue)
    const design = resolve(project, 'a')
    const at = (gives: 'airspeed' | 'attitude' | 'altitude' | 'heading') =>
      design.units.find(unit => unit.at && unit.item.provides.includes(gives))!.at!
    // 14 CFR 23.1321 as it stood (from memory): attitude on top in the middle, airspeed left, altitude right, heading below.
    expect(at('airspeed').xMm).toBeLessThan(at('attitude').xMm)
    expect(at('altitude').xMm).toBeGreaterThan(at('attitude').xMm)
    expect(at('airspeed').yMm).toBeCloseTo(at('attitude').yMm, 3)
    expect(at('heading').xMm).toBeCloseTo(at('attitude').xMm, 3)
    expect(at('heading').yMm).toBeLessThan(at('attitude').yMm)
    expect(faceFindings(project)).toEqual([])
    const codes = examineOption(project, 'a').findings.filter(finding => finding.weight === 'must fix')
    expect(codes.map(finding => finding.id)).toEqual([])
    // All of it is installed already: it costs nothing.
    expect(examineOption(project, 'a').figures.money.value).toBe(0)
    expect(design.units.every(unit => unit.state === 'kept')).toBe(true)
  })
  // “The dialog fills it from what the owner plans to fly, so the purchase disappears from the budget.”
  it('what is installed does not depend on the flying that is planned; what that needs is bought', () => {
    const of = (flying: Beginning['flying']) =>
      beginProject('x', begin({ installed: 'six round dials', flying }), catalogue)
    const [day, ifr] = [of(['day VFR']), of(['day VFR', 'IFR by day'])]
    expect(ifr.fitted.map(unit => unit.item)).toEqual(day.fitted.map(unit => unit.item))
    // 14 CFR 91.205(d)(2) and (6), from memory: navigation suitable for the route, and a clock.
    const mustFix = (of: Project) => missingFrom(examineOption(of, 'a')).filter(({ weight }) => weight === 'must fix')
    expect(mustFix(ifr).map(finding => finding.id)).toEqual([
      'rules.missing:us-equipment/d2',
      'rules.missing:us-equipment/d6'
    ])
    const kit = finish(starterKit(ifr, 'a', catalogue))
    const planned = applyEdits(ifr, kit.edits, 'kit').project
    expect(mustFix(planned)).toEqual([])
    expect(examineOption(planned, 'a').figures.money.value).toBeGreaterThan(0)
  })
  it('glass of an amateur-built aircraft has nothing that is no longer sold', () => {
    const { fitted } = beginProject('x', begin({ installed: 'glass', basis: 'amateur-built', seats: 2 }), catalogue)
    const old = new Set(catalogue.filter(item => item.soldUntil !== undefined).map(item => item.id))
    expect(old.size).toBeGreaterThan(3)
    expect(fitted.filter(unit => old.has(unit.item))).toEqual([])
  })
  it('an old transponder is installed with its antenna and encoder where the panel has one', () => {
    const { fitted } = beginProject('x', begin({ installed: 'six round dials and transponder' }), catalogue)
    const items = fitted.map(unit => unit.item)
    expect(items).toEqual(expect.arrayContaining(['tidewell-old-xpdr', 'tidewell-old-navcom', 'tarn-xpdr']))
  })
  const NIGHT: Beginning['flying'] = ['day VFR', 'night VFR']
  type Case = [Beginning['basis'], string, Beginning['installed'], Beginning['flying']]
  const of = (
    bases: readonly Beginning['basis'][],
    panels: readonly string[],
    installed: readonly Beginning['installed'][],
    flying: readonly Beginning['flying'][]
  ): Case[] =>
    bases.flatMap(basis =>
      panels.flatMap(panel => installed.flatMap(now => flying.map((kinds): Case => [basis, panel, now, kinds])))
    )
  const CASES = process.env.FUZZ
    ? of(
        BASES,
        PANEL_TEMPLATES.map(({ id }) => id),
        INSTALLED,
        FLYING.map((_, most) => FLYING.slice(0, most + 1))
      )
    : [
        ...of(['certified'], ['arched-40'], ['bare', 'six round dials'], [NIGHT]),
        ...of(['amateur-built'], ['tandem-24'], ['bare', 'six round dials'], [NIGHT]),
        ...of(['light-sport'], ['light-28'], ['bare', 'six round dials'], [NIGHT])
      ]
  it.each(CASES)(
    '%s on %s, %s, %j: the kit leaves nothing that must be fixed, and no floor function out',
    (basis, panel, installed, flying) => {
      const tandem = panel === 'tandem-24'
      const project = beginProject(
        'x',
        begin({
          basis,
          panel,
          installed,
          seats: 2,
          seating: tandem ? 'tandem' : 'side by side',
          flying: [...flying]
        }),
        catalogue
      )
      const planned = applyEdits(project, finish(starterKit(project, 'a', catalogue)).edits, 'kit').project
      const { findings } = examineOption(planned, 'a')
      expect(findings.filter(finding => finding.weight === 'must fix').map(finding => finding.id)).toEqual([])
      // Without these no aircraft is flown, whatever its basis (common practice; operating limitations, from memory).
      const working = accountOf(resolve(planned, 'a')).functions()
      for (const name of [
        'airspeed',
        'altitude',
        'magnetic direction',
        'tachometer',
        'oil pressure',
        'fuel quantity'
      ] as const)
        expect([...working], name).toContain(name)
      // Units on the face do not overlap.
      expect(findings.filter(finding => finding.code === 'panel.bezel-overlap')).toEqual([])
    }
  )
  it('glass stands with what feeds it, in a tandem too', () => {
    const project = beginProject(
      'x',
      begin({ installed: 'glass', basis: 'amateur-built', seats: 2, seating: 'tandem', panel: 'tandem-24' }),
      catalogue
    )
    expect(project.airframe.pilots).toHaveLength(1)
    expect(resolve(project, 'a').units.some(unit => unit.item.provides.includes('electronic primary display'))).toBe(
      true
    )
    expect(faceFindings(project)).toEqual([])
  })
  it('glass does not begin with one antenna for radio and navigation, which both would be lost with', () => {
    for (const flying of [['day VFR'], ['IFR by day']] as const) {
      const start = begin({ installed: 'glass', basis: 'amateur-built', seats: 2, flying: [...flying] })
      const units = resolve(beginProject('x', start, catalogue), 'a').units
      const antennas = units.filter(({ item }) => item.kind === 'antenna')
      expect(antennas.filter(({ item }) => item.ports.length > 1)).toEqual([])
      expect(antennas.some(({ item }) => item.provides.includes('com antenna'))).toBe(true)
    }
  })
  it('a certified aeroplane made today wants an anti-collision light by day, one made in 1974 does not', () => {
    // 14 CFR 91.205(b)(11): certificated under part 23 after 11 March 1996 (from memory).
    const wants = (madeOn: string, basis: Beginning['basis']) =>
      examineOption(beginProject('x', begin({ madeOn, basis }), catalogue), 'a').findings.some(
        finding => finding.id === 'rules.missing:us-equipment/b11'
      )
    expect(wants('2026-11-26', 'certified')).toBe(true)
    expect(wants('1974-05-20', 'certified')).toBe(false)
    expect(wants('2026-11-26', 'amateur-built')).toBe(false)
  })
  it('an outline of one’s own is taken as it is; a panel nobody knows is named', () => {
    const outline: [number, number][] = [
      [0, 0],
      [700, 0],
      [700, 250],
      [0, 250]
    ]
    const zones: Zone[] = [
      {
        id: 'in-1',
        name: 'Hole 1',
        side: 'face',
        hole: 'existing',
        fromDepthMm: 0,
        movable: false,
        area: { shape: 'round', xMm: 60, yMm: 60, diameterMm: 57.5 }
      }
    ]
    const { panel } = beginProject('x', begin({ panel: { outline, zones } }), catalogue).airframe
    expect([panel.outline, panel.zones]).toEqual([outline, zones])
    expect(() => beginProject('x', begin({ panel: 'oval' }), catalogue)).toThrow(/no panel “oval”/)
  })
})

it.each(['2-hollin-whimbrel', '3-skerrow-dunlin'] as const)('a card says what the examination of %s says', name => {
  const project = demoProject(name)
  const card = cardOf(project)
  expect(card.options.map(option => option.id)).toEqual(project.options.map(option => option.id))
  for (const option of card.options) {
    const { figures, findings } = examineOption(project, option.id)
    expect(option.moneyCents).toBe(figures.money.value)
    expect([option.money, option.fit, option.rules]).toEqual(
      [figures.money, figures.metal, figures.rules].map(figure => figure.state)
    )
    expect([option.rulesMet, option.rulesAsked]).toEqual([figures.rules.value, figures.rules.limit])
    expect(option.mustFix).toBe(findings.filter(finding => finding.weight === 'must fix').length)
  }
  expect(card.panel.units).toHaveLength(resolve(project, 'a').units.filter(unit => unit.at && unit.item.face).length)
})
