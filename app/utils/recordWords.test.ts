import { describe, expect, it } from 'vitest'
import { formatLength, formatMass, formatMoney, formatShort, US, type Reading } from '#core/quantity'
import { fieldName, fieldValue, type Says } from './recordWords'

const METRIC: Reading = { ...US, system: 'metric' }
const says = (reading: Reading): Says => ({
  length: mm => formatLength(mm, reading),
  mass: kg => formatMass(kg, reading),
  money: cents => formatMoney(cents, reading),
  short: value => formatShort(value, 2, reading),
  day: iso => iso
})

describe('a record that two windows changed, in words', () => {
  it.each([
    ['xMm', 177.79999999999998, 'position across', '7 in'],
    ['yMm', 88.9, 'position up', '3 1/2 in'],
    ['massKg', 4.5359237, 'mass', '10 lb'],
    ['priceCents', 123_400, 'price', '$1,234'],
    ['breakerA', 7.5, 'breaker', '7.5 A'],
    ['wantedMinutes', 45, 'wanted', '45 min'],
    ['rearSupport', true, 'rear support', 'yes'],
    ['label', 'Altimeter', 'label', 'Altimeter'],
    ['note', undefined, 'note', 'empty'],
    ['flying', ['day VFR', 'night VFR'], 'flying', 'day VFR, night VFR'],
    ['outline', [[0, 0]], 'outline', '1 entry']
  ])('%s', (field, value, name, text) => {
    expect(fieldName(field)).toBe(name)
    expect(fieldValue(field, value, says(US)).replace(/\.0+(?= lb)|\.00$/, '')).toBe(text)
  })
  it('follows the unit of the reader', () =>
    expect(fieldValue('xMm', 177.79999999999998, says(METRIC))).toBe('177.8 mm'))
})
