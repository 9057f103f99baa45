import { describe, expect, it } from 'vitest'
import { applyEdits, AS_FOUND, resolve } from '../project'
import { demoCatalogue, demoProject } from '../testing'
import { candidateEffects, effectOf, examineOption, FIGURE_KEYS, newUnit } from '.'

const NAMES = ['1-teasel-ls', '2-hollin-whimbrel', '3-skerrow-dunlin'] as const

describe('the report', () => {
  it.each(NAMES)('%s: every figure shows its working, and the working ends in the figure', (name) => {
    const project = demoProject(name)
    for (const option of [AS_FOUND, ...project.options.map(one => one.id)]) {
      const report = examineOption(project, option)
      for (const key of FIGURE_KEYS) {
        const { value, working, unit } = report.figures[key]
        expect(working.inputs.length).toBeGreaterThan(0)
        expect(working.formula).not.toBe('')
        const result = unit === 'USD cents' ? working.result.value * 100 : working.result.value
        if (Number.isFinite(value)) expect(result).toBeCloseTo(value, 6)
        else expect(result).toBe(value)
      }
    }
  })
  it.each(NAMES)('%s: snags are unique, name their source, stand worst first, and every remedy can be made and cures', (name) => {
    const project = demoProject(name)
    for (const { id } of project.options) {
      const { snags } = examineOption(project, id)
      expect(new Set(snags.map(snag => snag.id)).size).toBe(snags.length)
      const order = snags.map(snag => ['stops work', 'needs a decision', 'worth knowing'].indexOf(snag.weight))
      expect(order).toEqual([...order].sort())
      for (const snag of snags) {
        expect(snag.basis.kind).toBeTruthy()
        for (const remedy of snag.remedies) {
          const cured = applyEdits(project, remedy.edits, 'cure').project
          expect(examineOption(cured, id).snags.some(one => one.id === snag.id)).toBe(false)
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
    expect(effect.brings.join(' ')).toMatch(/Vacuum horizon cannot work without vacuum source/)
    expect(effect.change['useful load']).toBeCloseTo(1.35, 9)
    expect(effect.functionsLost).toEqual(['vacuum source'])
  })
  it('is a number for every figure also where the battery lasts for ever', () => {
    const bare = demoProject('2-hollin-whimbrel')
    bare.options[0]!.units = []
    bare.options[0]!.links = []
    const dial = demoCatalogue().find(one => one.id === 'tidewell-m-asi')!
    const [effect] = candidateEffects(bare, 'a', [dial])
    expect(effect!.change.minutes).toBe(0)
    for (const key of FIGURE_KEYS) expect(effect!.change[key]).not.toBeNaN()
  })
  it('a candidate tells fit, money and what it drags in', () => {
    const items = demoCatalogue().filter(one => ['quillon-wayfarer-s', 'pellinore-vista-10', 'tarn-gps'].includes(one.id))
    const effects = new Map(candidateEffects(project, 'a', items).map(one => [one.item, one]))
    expect(effects.get('quillon-wayfarer-s')!.brings.join(' ')).toMatch(/without waas gps antenna/)
    expect(effects.get('quillon-wayfarer-s')!.functionsGained).toContain('waas gps')
    // The ten-inch display finds no room among what stands there, but does once others move.
    expect(effects.get('pellinore-vista-10')!.fit!.at).toBeUndefined()
    expect(effects.get('pellinore-vista-10')!.fit!.bare).toBe(true)
    const units = new Set(resolve(project, 'a').units.map(unit => unit.id))
    for (const misfit of effects.get('pellinore-vista-10')!.fit!.nearest!.misfits) expect(units).toContain(misfit.other)
    expect(effects.get('tarn-gps')!.fit).toBeUndefined()
    expect(effects.get('tarn-gps')!.change.money).toBeGreaterThan(42_000)
  })
  it('a new unit stands where its item may and has a label and id of its own', () => {
    const items = demoCatalogue()
    const one = items.find(entry => entry.id === 'tarn-com')!
    const unit = newUnit(project, 'a', one)!
    expect(resolve(applyEdits(project, [{ type: 'unit.add', option: 'a', unit, item: one }], 'add').project, 'a').units.at(-1)!.place.kind).toBe('roof')
  })
})
