import { describe, expect, it } from 'vitest'
import { applyEdits } from '../document'
import { resolve } from '../design'
import { item, plainProject, projectWith } from '../testing'
import { demoProject } from '../testing.demo'
import { examineMass } from '.'

describe('empty mass after an alteration (FAA-H-8083-1B: old + added − removed, from memory)', () => {
  it('sums masses and moments', () => {
    const base = plainProject()
    base.airframe = { ...base.airframe, emptyMassKg: 500, emptyArmMm: 2000, maxMassKg: 800 }
    const gone = item({ id: 'gone', massKg: 10, mounts: ['engine bay'] })
    const project = {
      ...projectWith([[item({ id: 'box', massKg: 5, mounts: ['tail'] }), 'tail']], base),
      fitted: [{ id: 'gone', item: 'gone', label: 'Gone', place: 'engine' }]
    }
    project.items.push(gone)
    const report = examineMass(resolve(project, 'a'), [], [])
    // 500 − 10 at 900 + 5 at 5500, worked by hand.
    expect(report.emptyMassKg).toBe(495)
    expect(report.emptyArmMm).toBeCloseTo((500 * 2000 - 10 * 900 + 5 * 5500) / 495, 9)
    expect(report.usefulLoadKg).toBe(305)
  })
  // Weight moved / total weight = change of CG / distance moved (FAA-H-8083-1B, weight shift formula, from memory).
  it('moving a box obeys the weight-shift formula', () => {
    const base = plainProject()
    const box = item({ id: 'box', massKg: 12, mounts: ['tail', 'baggage'] })
    const at = (place: string) => examineMass(resolve(projectWith([[box, place]], base), 'a'), [], [])
    const [tail, baggage] = [at('tail'), at('baggage')]
    expect(12 / tail.emptyMassKg).toBeCloseTo((tail.emptyArmMm - baggage.emptyArmMm) / (5500 - 3500), 12)
  })
  // Vacuum system, radios, indicators, plumbing and wire removed: 60 lb and more in one aeroplane (common practice); the
  // vacuum parts alone are a good part of it.
  it('taking the vacuum system out of the demo gains useful load', () => {
    const project = demoProject('3-skerrow-dunlin')
    const vacuum = project.options[0]!.units.filter(
      unit => project.items.find(one => one.id === unit.item)!.kind === 'vacuum part'
    )
    const out = applyEdits(
      project,
      vacuum.map(unit => ({ type: 'unit.remove' as const, option: 'a', unit: unit.id })),
      'out'
    ).project
    const gain =
      examineMass(resolve(out, 'a'), [], []).usefulLoadKg - examineMass(resolve(project, 'a'), [], []).usefulLoadKg
    expect(gain).toBeCloseTo(
      vacuum.reduce((sum, unit) => sum + project.items.find(one => one.id === unit.item)!.massKg, 0),
      9
    )
    expect(gain / 0.45359237).toBeGreaterThan(8)
  })
})
