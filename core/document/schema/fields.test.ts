import { describe, expect, it } from 'vitest'
import { Airframe, Bus, Prices, Source, Stiffener, Tie, fieldRule, fieldValue, withField } from '..'

describe('what a form may take is what the schema of the record says', () => {
  it('limits of a number, a part of a record, a whole number', () => {
    expect(fieldRule(Airframe, {}, 'alternatorA')).toMatchObject({ kind: 'number', least: 0, most: 1000, whole: false })
    expect(fieldRule(Airframe, {}, 'tanks')).toMatchObject({ kind: 'number', least: 1, most: 8, whole: true })
    expect(fieldRule(Airframe, {}, 'battery.capacityAh')).toMatchObject({ above: 0, most: 500, optional: false })
  })
  it('choices of words and of numbers; what may be left out; a day; yes or no', () => {
    expect(fieldRule(Airframe, {}, 'systemV')).toMatchObject({ kind: 'choice', choices: [12, 14, 28] })
    expect(fieldRule(Bus, {}, 'role').choices).toEqual(['main', 'avionics', 'essential', 'always hot', 'other'])
    expect(fieldRule(Tie, {}, 'lengthMm')).toMatchObject({ kind: 'number', optional: true, above: 0, most: 50_000 })
    expect(fieldRule(Prices, {}, 'on')).toMatchObject({ kind: 'day', optional: true })
    expect(fieldRule(Airframe, {}, 'fuses')).toMatchObject({ kind: 'yes or no', optional: false })
    expect(fieldRule(Airframe, {}, 'model')).toMatchObject({ kind: 'text', longest: 120 })
  })
  it('of a record of several kinds, those of its own kind', () => {
    const battery = { kind: 'battery', id: 'b', name: 'B', chemistry: 'lithium', capacityAh: 5, ratedHours: 1 }
    expect(fieldRule(Source, battery, 'ratedHours')).toMatchObject({ least: 0.1, most: 24 })
    expect(() => fieldRule(Source, battery, 'ratedA')).toThrow('No field “ratedA”')
    expect(fieldRule(Stiffener, { kind: 'rails' }, 'backMm')).toMatchObject({ least: 0, most: 2000 })
  })
  it('a path that leads nowhere is told', () =>
    expect(() => fieldRule(Airframe, {}, 'battery.colour')).toThrow('No field “battery.colour”'))
})

describe('a field of a record set', () => {
  const record = { id: 'a', battery: { capacityAh: 10, place: 'tail' } }
  it('in a part, and the old record stays', () => {
    const next = withField(record, 'battery.capacityAh', 12)
    expect(next).toEqual({ id: 'a', battery: { capacityAh: 12, place: 'tail' } })
    expect(record.battery.capacityAh).toBe(10)
    expect(fieldValue(next, 'battery.capacityAh')).toBe(12)
  })
  it('what is set to nothing goes, key and all', () =>
    expect(Object.keys(withField({ id: 'a', lengthMm: 5 }, 'lengthMm', undefined))).toEqual(['id']))
  it('a part that was not there is made', () =>
    expect(withField({ id: 'a' }, 'stands.inverted', true)).toEqual({ id: 'a', stands: { inverted: true } }))
})
