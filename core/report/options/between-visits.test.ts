import { describe, expect, it } from 'vitest'
import { resolve } from '../../design'
import { demoProject } from '../../testing.demo'
import { placedByVisit } from '../../money'
import { readPhrase, US } from '../../quantity'
import { afterVisits, projectAfter } from '..'

const dun = demoProject('3-skerrow-dunlin')

describe('the aeroplane between visits', () => {
  it('has what the visits so far brought, and still what later ones take', () => {
    const whole = resolve(dun, 'c')
    const { of } = placedByVisit(whole)
    const then = resolve(projectAfter(dun, 'c', 'y1'), 'c')
    const there = new Set(then.units.map(unit => unit.id))
    for (const unit of whole.units) if (unit.state === 'new') expect(there.has(unit.id)).toBe(of.get(unit.id) === 0)
    for (const { unit } of whole.removed) expect(there.has(unit.id)).toBe(of.get(`-${unit.id}`)! > 0)
    expect(projectAfter(dun, 'c', 'y2')).toBe(dun)
  })
  // 14 CFR 91.227 asks for a position source that meets it: the transponder comes a year before the navigator that has one.
  it('tells that the transponder of the first visit cannot serve before the navigator of the second', () => {
    const [first, ...rest] = afterVisits(dun, 'c')
    expect(rest).toEqual([])
    expect(first!.mustFix.map(finding => finding.code)).toEqual(['wiring.signal-missing'])
  })
  it('a pump stays until the last gyro that needs it has gone', () => {
    const [option] = dun.options.filter(option => option.id === 'c')
    const later = {
      ...dun,
      options: [
        { ...option!, units: option!.units.map(unit => (unit.id === 'rondo-d' ? { ...unit, phase: 'y2' } : unit)) }
      ]
    }
    const { of } = placedByVisit(resolve(later, 'c'))
    expect(of.get('-horizon')).toBe(0)
    for (const id of ['dg', 'vac-pump', 'vac-lines']) expect(of.get(`-${id}`)).toBe(1)
    expect(afterVisits(later, 'c')[0]!.mustFix.some(finding => readPhrase(finding.says, US).includes('vacuum'))).toBe(
      false
    )
  })
  it('of one visit there is nothing between', () => expect(afterVisits(dun, 'b')).toEqual([]))
})
