import { readPhrase, US } from '../quantity'
import { describe, expect, it } from 'vitest'
import { applyEdits } from '../document'
import { AS_FOUND, finish, remediesOf, resolve } from '../design'
import { demoCatalogue, demoProject } from '../testing.demo'
import { findPlace, groundOf, setDown } from '../panel'
import { candidateEffects, explain, effectOf, examineOption, FIGURE_KEYS, makeRoom, newUnit, rankForPanel } from '.'

const NAMES = ['1-teasel-ls', '2-hollin-whimbrel', '3-skerrow-dunlin'] as const

describe('the report', () => {
  it.each(NAMES)('%s: every figure shows its working, and the working ends in the figure', name => {
    const project = demoProject(name)
    for (const option of [AS_FOUND, ...project.options.map(option => option.id)]) {
      const report = examineOption(project, option)
      for (const key of FIGURE_KEYS) {
        const { value } = report.figures[key]
        const working = explain(resolve(project, option), report, { kind: key, of: '' })!
        expect(working.inputs.length).toBeGreaterThan(0)
        expect(working.formula).not.toBe('')
        const result = working.result.value
        if (Number.isFinite(value)) expect(result).toBeCloseTo(value, 6)
        else expect(result).toBe(value)
      }
    }
  })
  it.each(NAMES)(
    '%s: findings are unique, name their source, stand worst first, and every remedy can be made and cures',
    name => {
      const project = demoProject(name)
      for (const { id } of project.options) {
        const { findings } = examineOption(project, id)
        expect(new Set(findings.map(finding => finding.id)).size).toBe(findings.length)
        const order = findings.map(finding => ['must fix', 'decide', 'note'].indexOf(finding.weight))
        expect(order).toEqual([...order].sort())
        for (const finding of findings) {
          expect(finding.basis.kind).toBeTruthy()
          for (const remedy of remediesOf(finding, resolve(project, id))) {
            const cured = applyEdits(project, remedy.edits, 'cure').project
            expect(examineOption(cured, id).findings.some(other => other.id === finding.id)).toBe(false)
          }
        }
      }
    }
  )
  // One fact is said once: what the tally marks stands in the list, as heavy; what the list says of a figure, the tally marks.
  it.each(NAMES)('%s: no figure is marked without a finding, nor a finding of it passed over', name => {
    const project = demoProject(name)
    const kinds = {
      money: 'money.over',
      amps: 'power.',
      minutes: 'power.',
      metal: 'panel.',
      wires: 'wiring.'
    } as const
    const heavier = ['holds', 'decide', 'must fix'] as const
    for (const [brief, airframe] of [
      [{}, {}],
      [{ budgetCents: 0 }, { alternatorA: 0 }],
      [{ budgetCents: 1, wantedMinutes: 240 }, { alternatorA: 3 }]
    ]) {
      const changed = {
        ...project,
        brief: { ...project.brief, ...brief },
        airframe: { ...project.airframe, ...airframe }
      }
      for (const { id } of project.options) {
        const { figures, findings } = examineOption(changed, id)
        for (const [key, code] of Object.entries(kinds)) {
          const of = findings.filter(
            finding =>
              finding.code.startsWith(code) &&
              (key !== 'amps' || finding.figure?.kind === 'load') &&
              (key !== 'minutes' || finding.figure?.kind === 'minutes')
          )
          const worst = heavier.findLast(weight => of.some(finding => finding.weight === weight)) ?? 'holds'
          expect(figures[key as keyof typeof kinds].state, `${id} ${key} ${JSON.stringify(airframe)}`).toBe(worst)
        }
      }
    }
  })
  it('the same design gives the same report, and examining changes nothing', () => {
    const project = demoProject('3-skerrow-dunlin')
    const before = JSON.stringify(project)
    expect(examineOption(project, 'b')).toEqual(examineOption(project, 'b'))
    expect(JSON.stringify(project)).toBe(before)
  })
  it('as found, nothing is spent and nothing is gained', () => {
    const { figures, mass } = examineOption(demoProject('3-skerrow-dunlin'), AS_FOUND)
    expect(figures.money.value).toBe(0)
    expect(mass.changeKg).toBe(0)
  })
})

describe('what a change would do', () => {
  const project = demoProject('3-skerrow-dunlin')
  it('going of the vacuum pump breaks the gyros that live on it', () => {
    const effect = effectOf(project, 'a', [{ type: 'unit.remove', option: 'a', unit: 'vac-pump' }])
    expect(effect.brings.map(phrase => readPhrase(phrase, US)).join(' ')).toMatch(
      /Vacuum horizon does not work without vacuum source/
    )
    // And the old autopilot with them, which takes its attitude from the horizon.
    for (const name of ['attitude', 'heading', 'autopilot', 'roll steering', 'vacuum source'])
      expect(effect.functionsLost).toContain(name)
    expect(effect.change['useful load']).toBeCloseTo(1.35, 9)
  })
  it('is a number for every figure also where the battery lasts for ever', () => {
    const bare = demoProject('2-hollin-whimbrel')
    bare.options[0]!.units = []
    bare.options[0]!.links = []
    const dial = demoCatalogue().find(other => other.id === 'tidewell-m-asi')!
    const [effect] = finish(candidateEffects(bare, 'a', [dial]))
    expect(effect!.change.minutes).toBe(0)
    for (const key of FIGURE_KEYS) expect(effect!.change[key]).not.toBeNaN()
  })
  it('a candidate tells fit, money and what it drags in', () => {
    const items = demoCatalogue().filter(entry =>
      ['quillon-wayfarer-s', 'pellinore-vista-10', 'tarn-gps'].includes(entry.id)
    )
    // Option A as it would stand before it had a navigator and its antenna.
    const without = structuredClone(project)
    const before = without.options[0]!
    before.units = before.units.filter(unit => unit.id !== 'nav' && unit.id !== 'ant-gps')
    before.links = before.links.filter(link => link.from.unit !== 'nav')
    const effects = new Map(finish(candidateEffects(without, 'a', items)).map(effect => [effect.item, effect]))
    expect(
      effects
        .get('quillon-wayfarer-s')!
        .brings.map(phrase => readPhrase(phrase, US))
        .join(' ')
    ).toMatch(/without a waas gps antenna on gps/)
    expect(effects.get('quillon-wayfarer-s')!.functionsGained).not.toContain('waas gps')
    // The ten-inch display finds no room among what stands there, but does once others move.
    expect(effects.get('pellinore-vista-10')!.fit!.at).toBeUndefined()
    expect(effects.get('pellinore-vista-10')!.fit!.bare).toBe(true)
    const units = new Set(resolve(project, 'a').units.map(unit => unit.id))
    for (const violation of effects.get('pellinore-vista-10')!.fit!.nearest!.violations)
      expect(units).toContain(violation.other)
    expect(effects.get('tarn-gps')!.fit).toBeUndefined()
    expect(effects.get('tarn-gps')!.change.money).toBeGreaterThan(30_000)
  })
  it('a new unit stands where its item may and has a label and id of its own', () => {
    const items = demoCatalogue()
    const radio = items.find(entry => entry.id === 'tarn-com')!
    const unit = newUnit(project, 'a', radio)!
    expect(
      resolve(applyEdits(project, [{ type: 'unit.add', option: 'a', unit, item: radio }], 'add').project, 'a').units.at(
        -1
      )!.place.kind
    ).toBe('roof')
  })
})

describe('making room', () => {
  const project = demoProject('3-skerrow-dunlin')
  const catalogue = demoCatalogue()
  const wide = catalogue.find(other => other.id === 'pellinore-vista-10')!
  it('says by how much the wide display misses, names what is in its way, and offers what of its kind fits', () => {
    const answer = finish(makeRoom({ project, option: 'a', item: wide, unit: undefined, catalogue }))
    expect(readPhrase(answer.says, US)).toMatch(/^[\d /.]+ in too (wide|high|deep): /)
    const design = resolve(project, 'a')
    const others = design.units.flatMap(unit => (unit.at ? (setDown(unit, unit.at.xMm, unit.at.yMm) ?? []) : []))
    for (const { id } of answer.smaller)
      expect(
        findPlace(
          catalogue.find(other => other.id === id)!,
          others,
          groundOf(design.airframe.panel)
        ).at
      ).toBeDefined()
  })
  it('what it offers makes the room it promises', () => {
    const medium = catalogue.filter(other => other.kind === 'round instrument' && other.face)[0]!
    for (const item of [wide, medium])
      for (const change of finish(makeRoom({ project, option: 'a', item, unit: undefined, catalogue })).changes) {
        const next = resolve(applyEdits(project, change.edits, 'room').project, 'a')
        const others = next.units.flatMap(unit => (unit.at ? (setDown(unit, unit.at.xMm, unit.at.yMm) ?? []) : []))
        expect(findPlace(item, others, groundOf(next.airframe.panel)).at, readPhrase(change.says, US)).toBeDefined()
      }
  })
  it('ranks the catalogue: what fits first, by its ground', () => {
    const ranked = finish(rankForPanel(project, 'b', catalogue))
    expect(ranked.length).toBe(catalogue.filter(entry => entry.face && entry.mounts.includes('panel')).length)
    const order = ranked.map(rankedItem => Number(rankedItem.fits) * 1e9 + rankedItem.areaMm2)
    expect(order).toEqual([...order].sort((a, b) => b - a))
  })
  it('ranks for one place: what stands there itself fits at its very middle', () => {
    const ranked = finish(rankForPanel(project, 'b', catalogue, 'standby'))
    const own = resolve(project, 'b').units.find(unit => unit.id === 'standby')!.item
    expect(ranked.find(rankedItem => rankedItem.item.id === own.id)).toSatisfy(
      (ranked: { fits: boolean; awayMm: number }) => ranked.fits && ranked.awayMm <= 1.5
    )
    const away = ranked.filter(rankedItem => rankedItem.fits).map(rankedItem => rankedItem.awayMm!)
    expect(away).toEqual([...away].sort((a, b) => a - b))
  })
})
