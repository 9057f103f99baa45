import { describe, expect, it } from 'vitest'
import { resolve } from '../../design'
import { FORMAT, openProject, PANEL_TEMPLATES, writeProject } from '../../document'
import { demoCatalogue, demoProject } from '../../testing.demo'
import { Beginning, beginProject, cardOf, examineOption } from '..'

const catalogue = demoCatalogue()
const begin = (patch: Partial<Beginning> = {}): Beginning => ({
  registration: 'ZZ-NEW',
  model: 'Larkfell L-24 Dunlin',
  title: '',
  madeOn: '1974-05-20',
  basis: 'certified',
  seats: 4,
  seating: 'side by side',
  flying: ['day VFR'],
  systemV: 14,
  panel: 'arched-40',
  installed: 'bare',
  ...patch
})
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
    const panel: [number, number][] = [
      [0, 0],
      [700, 0],
      [700, 250],
      [0, 250]
    ]
    expect(beginProject('x', begin({ panel }), catalogue).airframe.panel.outline).toEqual(panel)
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
