import { describe, expect, it } from 'vitest'
import { examinePower } from '../power'
import { resolve } from '../design'
import { designWith, item, plainProject } from '../testing'
import { demoProject } from '../testing.demo'
import { powerUpOrder } from '.'

const orderOf = (design: Parameters<typeof examinePower>[0]) => {
  const power = examinePower(design)
  return powerUpOrder(design, power.circuits, new Set(power.endurance.kept.map(load => load.unit)))
}

describe('the first power-up', () => {
  it('pushes essential breakers first, small before large, and adds up what the ammeter shows', () => {
    const steps = orderOf(resolve(demoProject('3-skerrow-dunlin'), 'b'))
    const kept = new Set(
      examinePower(resolve(demoProject('3-skerrow-dunlin'), 'b')).endurance.kept.map(load => load.unit)
    )
    const firstShed = steps.findIndex(step => !kept.has(step.unit))
    expect(steps.slice(firstShed).some(step => kept.has(step.unit))).toBe(false)
    expect(steps.at(-1)!.ammeterA).toBeCloseTo(
      steps.reduce((sum, step) => sum + step.expectA, 0),
      9
    )
    for (let i = 1; i < firstShed; i++) expect(steps[i]!.expectA).toBeGreaterThanOrEqual(steps[i - 1]!.expectA)
  })
  it('a quiet com is expected at its quiet amps, and on 28 V at half of what is stated at 14 V', () => {
    const com = item({
      id: 'com',
      mounts: ['tail'],
      power: {
        atV: 14,
        minV: 10,
        maxV: 32,
        typicalA: 1,
        maxA: 1.5,
        transmitA: 6,
        load: 'constant power',
        essential: true
      }
    })
    expect(orderOf(designWith([[com, 'tail']]))[0]!.expectA).toBe(1)
    const base = plainProject()
    base.airframe.systemV = 28
    expect(orderOf(designWith([[com, 'tail']], base))[0]!.expectA).toBe(0.5)
  })
})
