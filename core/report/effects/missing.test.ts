import { describe, expect, it } from 'vitest'
import { finish, resolve } from '../../design'
import { applyEdits, blankProject, FLYING, type Project } from '../../document'
import { groundOf, setDown, stands } from '../../panel'
import { bestPlace, defaultPilot, reachTo } from '../../pilot'
import { examineRules } from '../../rules'
import { demoCatalogue, demoProject } from '../../testing.demo'
import { item, plainProject, projectWith, roundFace } from '../../testing'
import { additionOf, answersTo, candidateEffects, examineOption, missingFrom, linkEdits, starterKit } from '..'

const catalogue = demoCatalogue()
const bare = (basis: Project['brief']['basis'], flying: Project['brief']['flying']): Project => {
  const blank = blankProject({
    id: 'bare',
    title: 'Bare',
    registration: 'ZZ-BAR',
    model: 'Larkfell L-24 Dunlin',
    basis,
    systemV: 14,
    madeOn: '2020-06-01'
  })
  return {
    ...blank,
    brief: { ...blank.brief, flying },
    airframe: { ...blank.airframe, pilots: [defaultPilot('left', 'Left seat', 240, 280)] }
  }
}
const mustFix = (project: Project) =>
  examineOption(project, 'a').findings.filter(finding => finding.weight === 'must fix')

describe('a starter kit', () => {
  // 14 CFR 91.205 asks more for night than for day, and more for instruments than for night (from memory).
  const briefs = [
    ['light-sport', ['day VFR'], 'b'],
    ['amateur-built', ['day VFR', 'night VFR'], 'c'],
    ['certified', ['day VFR', 'night VFR', 'IFR by day'], 'd']
  ] as const
  it.each(briefs)('for a %s aeroplane, %s, leaves nothing lacking that must be fixed', (basis, flying, letter) => {
    const project = bare(basis, [...flying])
    const kit = finish(starterKit(project, 'a', catalogue))
    const with_ = applyEdits(project, kit.edits, 'kit').project
    expect(kit.open).toEqual([])
    expect(missingFrom(examineOption(with_, 'a')).filter(finding => finding.weight === 'must fix')).toEqual([])
    const { clauses } = examineRules(resolve(with_, 'a'))
    expect(clauses.filter(clause => clause.state === 'missing' && !clause.clause.advice)).toEqual([])
    // The part of the section that the brief brings in is asked, and met by units of the kit.
    const asked = clauses.filter(clause => clause.clause.ref.startsWith(`91.205(${letter})`) && clause.state === 'met')
    expect(asked.length).toBeGreaterThan(0)
    // On the face nothing overlaps, and nothing is taken that the basis does not allow.
    expect(mustFix(with_).map(finding => finding.code)).toEqual([])
    for (const { item: fitted } of kit.lines)
      expect(fitted.approvals.length === 0 || fitted.approvals.includes(basis), fitted.name).toBe(true)
    // Nothing is in it without need: without any one of them something that must be fixed is lacking.
    for (const { unit } of kit.lines) {
      const without = applyEdits(with_, [{ type: 'unit.remove', option: 'a', unit: unit.id }], 'trial').project
      expect(mustFix(without).length, unit.label).toBeGreaterThan(0)
    }
  })
  it.each(['amateur-built', 'light-sport'] as const)(
    'for a bare %s aircraft by day has airspeed, altitude, compass, engine and fuel',
    basis => {
      const project = bare(basis, ['day VFR'])
      expect(missingFrom(examineOption(project, 'a')).map(({ id }) => id)).toContain(
        'rules.missing:us-equipment/floor-airspeed'
      )
      const kit = finish(starterKit(project, 'a', catalogue))
      const given = new Set(kit.lines.flatMap(({ item }) => item.provides))
      for (const name of [
        'airspeed',
        'altitude',
        'magnetic direction',
        'tachometer',
        'oil pressure',
        'fuel quantity'
      ] as const)
        expect(given.has(name), name).toBe(true)
    }
  )
  it('buys nothing back that the option takes out, nor what needs the vacuum that it has given up', () => {
    const dun = demoProject('3-skerrow-dunlin')
    const vacuum = dun.fitted.filter(unit => {
      const { provides, needs } = dun.items.find(({ id }) => id === unit.item)!
      return provides.includes('vacuum source') || needs.some(({ name }) => name === 'vacuum source')
    })
    expect(vacuum.length).toBeGreaterThan(1)
    const out = vacuum.reduce(
      (project, unit) => applyEdits(project, [{ type: 'unit.remove', option: 'a', unit: unit.id }], 'out').project,
      dun
    )
    const kit = finish(starterKit(out, 'a', [...catalogue, ...dun.items]))
    const gone = new Set(vacuum.map(unit => unit.item))
    for (const { item } of kit.lines) {
      expect(gone.has(item.id), item.name).toBe(false)
      expect(
        item.needs.some(({ name }) => name === 'vacuum source'),
        item.name
      ).toBe(false)
    }
  })
  it('sets a primary display in front of the pilot in command, though another pilot is across', () => {
    const project = bare('amateur-built', ['day VFR'])
    const two: Project = {
      ...project,
      airframe: {
        ...project.airframe,
        pilots: [defaultPilot('left', 'Left seat', 240, 280), defaultPilot('right', 'Right seat', 760, 280)]
      }
    }
    const display = catalogue.find(({ provides, face }) => provides.includes('electronic primary display') && face)!
    const at = bestPlace(resolve(two, 'a'), display)!
    expect(Math.abs(at.xMm - 240)).toBeLessThan(Math.abs(at.xMm - 760))
    expect(at).toEqual(bestPlace(resolve(project, 'a'), display))
  })
  it('says what the catalogue has nothing for, and takes nothing then', () => {
    const kit = finish(starterKit(bare('certified', ['day VFR']), 'a', []))
    expect(kit.lines).toEqual([])
    expect(kit.edits).toEqual([])
    expect(kit.open.map(finding => finding.id)).toContain('rules.missing:us-equipment/b1')
  })
  it('takes no adapter for a source: it only repeats what it hears', () => {
    const kit = finish(starterKit(bare('certified', [...FLYING]), 'a', catalogue))
    expect(kit.lines.filter(line => line.item.kind === 'adapter')).toEqual([])
  })
})

describe('what gives what is lacking', () => {
  const project = bare('certified', ['day VFR'])
  const report = examineOption(project, 'a')
  const effects = new Map(
    finish(candidateEffects(project, 'a', catalogue)).map(effect => [effect.item, effect] as const)
  )
  const airspeed = missingFrom(report).find(finding => finding.id === 'rules.missing:us-equipment/b1')!
  it('every must-fix finding that an item can cure is among what is lacking', () => {
    const lacking = new Set(missingFrom(report).map(finding => finding.id))
    for (const effect of effects.values())
      for (const id of effect.curesIds)
        if (report.findings.find(finding => finding.id === id)?.weight === 'must fix')
          expect(lacking, `${effect.item} cures ${id}`).toContain(id)
  })
  it('an answer gives the function, approved ones come before those that are not', () => {
    const answers = answersTo(airspeed, catalogue, effects, 'certified')
    expect(answers.length).toBeGreaterThan(3)
    expect(answers.every(answer => answer.item.provides.includes('airspeed'))).toBe(true)
    const allowed = answers.map(answer => answer.item.approvals.includes('certified'))
    expect(allowed.lastIndexOf(true)).toBeLessThan(allowed.indexOf(false))
  })
  it('what an item brings is said beforehand just as it is found afterwards', () => {
    for (const id of ['ostrel-needle', 'corvane-echo-p', 'quillon-wayfarer-s']) {
      const entry = catalogue.find(other => other.id === id)!
      const { unit } = additionOf(project, 'a', entry)!
      const added = applyEdits(project, [{ type: 'unit.add', option: 'a', unit, item: entry }], 'add').project
      const after = applyEdits(added, linkEdits(added, 'a'), 'link').project
      const had = new Set(report.findings.map(finding => finding.id))
      const brings = examineOption(after, 'a').findings.filter(
        finding => !had.has(finding.id) && finding.code !== 'panel.unplaced'
      )
      expect(effects.get(id)!.brings).toHaveLength(brings.length)
    }
  })
})

describe('where an item is set down', () => {
  const small = item({ id: 'dial', kind: 'round instrument', face: roundFace(79.4) })
  it('is free, and no free place asks less of eye and hand', () => {
    const project = demoProject('3-skerrow-dunlin')
    const design = resolve(project, 'a')
    const spot = bestPlace(design, small)!
    const ground = groundOf(design.airframe.panel)
    const others = design.units.flatMap(unit => (unit.at ? (setDown(unit, unit.at.xMm, unit.at.yMm) ?? []) : []))
    const trial = { id: 'trial', label: 'trial', item: small }
    expect(stands({ unit: trial, x: spot.xMm, y: spot.yMm, others, ground })).toBe(true)
    const far = (point: { xMm: number; yMm: number }) =>
      Math.max(...design.airframe.pilots.map(pilot => reachTo(pilot, point).mm - pilot.reachMm))
    // If any place on a grid of 15 mm is free and in reach of everyone, the place chosen is in reach too.
    const reachable: { xMm: number; yMm: number }[] = []
    for (let x = 0; x < 1020; x += 15)
      for (let y = 0; y < 320; y += 15)
        if (stands({ unit: trial, x, y, others, ground }) && far({ xMm: x, yMm: y }) <= 0)
          reachable.push({ xMm: x, yMm: y })
    if (reachable.length) expect(far(spot)).toBeLessThanOrEqual(0)
  })
  it('is the tray when no place is free', () => {
    const wide = item({ id: 'wide', face: roundFace(500), mounts: ['panel'] })
    const addition = additionOf(plainProject(), 'a', wide)!
    expect(addition.waits).toBe(true)
    expect(addition.edits.map(edit => edit.type)).toEqual(['unit.add'])
  })
  it('is nowhere for what the airframe has no place for', () => {
    const project = plainProject()
    const places = project.airframe.places.filter(place => place.kind !== 'tail')
    const finless = { ...project, airframe: { ...project.airframe, places, routes: [] } }
    expect(additionOf(finless, 'a', item({ id: 'fin', mounts: ['tail'] }))).toBeUndefined()
  })
  it('a unit entered where it is not made for is named', () => {
    const belts = item({ id: 'belts', mounts: ['cabin'], provides: ['belts'] })
    const tip = projectWith([[belts, 'tip']])
    const codes = (project: Project) => examineOption(project, 'a').findings.map(finding => finding.code)
    expect(codes(tip)).toContain('functions.place')
    expect(codes(projectWith([[belts, 'cabin']]))).not.toContain('functions.place')
  })
})
