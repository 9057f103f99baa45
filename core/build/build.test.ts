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
  it('bus by bus, essential breakers first, small before large, and adds up what the ammeter shows', () => {
    const { steps } = orderOf(resolve(demoProject('3-skerrow-dunlin'), 'b'))
    const pushes = steps.filter(step => step.kind === 'breaker')
    const buses = pushes.map(step => step.bus)
    expect(new Set(buses).size).toBe(buses.filter((bus, index) => bus !== buses[index - 1]).length)
    let on = 0
    for (const step of steps) {
      expect(step.ammeterA).toBeCloseTo(on + step.expectA, 9)
      if (!step.offAgain) on += step.expectA
    }
    for (let index = 1; index < pushes.length; index++)
      if (pushes[index]!.bus === pushes[index - 1]!.bus && pushes[index]!.offAgain !== pushes[index - 1]!.offAgain)
        expect(pushes[index]!.offAgain).toBe(true)
  })
  // Common practice: with the master on and nothing else the ammeter shows the contactor’s coil, 0.7 to 1 A on 14 V.
  it('begins with the coil of the battery contactor and ends with the field, the alternator standing still', () => {
    const { steps, batteryV } = orderOf(designWith([]))
    expect(batteryV).toBeCloseTo(12.7, 6)
    expect(steps[0]).toMatchObject({ kind: 'master', offAgain: false })
    expect(steps[0]!.expectA).toBeGreaterThan(0.6)
    expect(steps[0]!.expectA).toBeLessThan(1)
    expect(steps.at(-1)).toMatchObject({ kind: 'alternator', offAgain: true })
    expect(steps.at(-1)!.expectA).toBeGreaterThan(1)
  })
  it('a landing light is tried and put off again: it does not stay on the ammeter', () => {
    const light = item({
      id: 'light',
      kind: 'light',
      mounts: ['tail'],
      power: { atV: 14, minV: 10, maxV: 16, typicalA: 7, maxA: 7, load: 'resistive', essential: true }
    })
    const radio = item({
      id: 'radio',
      mounts: ['tail'],
      power: { atV: 14, minV: 10, maxV: 32, typicalA: 1, maxA: 1, load: 'constant current', essential: false }
    })
    const { steps } = orderOf(
      designWith([
        [light, 'tail'],
        [radio, 'tail']
      ])
    )
    const of = (id: string) => steps.find(step => step.of === id)!
    expect(of('light')).toMatchObject({ offAgain: true })
    expect(of('light').expectA).toBeCloseTo((7 * 12.7) / 14, 9)
    expect(steps.at(-1)!.ammeterA - steps.at(-1)!.expectA).toBeCloseTo(steps[0]!.expectA + 1, 9)
  })
  it('a quiet com is expected at its quiet amps at the volts of the battery: I = P / V', () => {
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
    const push = (base = plainProject()) =>
      orderOf(designWith([[com, 'tail']], base)).steps.find(step => step.of === 'com')!.expectA
    expect(push()).toBeCloseTo(14 / 12.7, 9)
    const base = plainProject()
    base.airframe.systemV = 28
    expect(push(base)).toBeCloseTo(14 / 25.4, 9)
  })
})
