import fc from 'fast-check'
import { unit } from 'mathjs'
import { describe, expect, it } from 'vitest'
import {
  feet,
  formatAmps,
  formatLength,
  formatMass,
  formatMoney,
  inches,
  parseLength,
  parseMass,
  parseMoney,
  pounds,
  QuantityError,
  toFeet,
  toInches,
  toPounds
} from '.'

describe('lengths as people write them', () => {
  it.each([
    ['3 1/8', 79.375],
    ['3-1/8', 79.375],
    ['3.125"', 79.375],
    ['3.125', 79.375],
    ['5/16', 7.9375],
    ['79.4 mm', 79.4],
    ['1 ft', 304.8],
    ["2'", 609.6],
    ['1.5cm', 15],
    ['-1/2', -12.7],
    ['-3 1/8', -79.375]
  ])('%s is %f mm', (text, mm) => expect(parseLength(text, 'inch')).toBeCloseTo(mm, 9))
  it('takes a bare number as millimetres in the metric system', () => expect(parseLength('79.4', 'metric')).toBe(79.4))
  it.each(['', 'abc', '3 1/0', '3 kg', '1/8/2', 'NaN', 'Infinity', '--3', '3 1/8 1/8', '3,125'])(
    'refuses %j and says how to write it',
    text => expect(() => parseLength(text, 'inch')).toThrow(QuantityError)
  )
  it('reads back what it wrote, to the half of the last figure', () =>
    fc.assert(
      fc.property(fc.double({ min: -5000, max: 5000, noNaN: true }), mm => {
        expect(Math.abs(parseLength(formatLength(mm, 'inch'), 'inch') - mm)).toBeLessThanOrEqual(0.0005 * 25.4 + 1e-9)
        expect(Math.abs(parseLength(formatLength(mm, 'metric'), 'metric') - mm)).toBeLessThanOrEqual(0.05 + 1e-9)
      })
    ))
})

describe('conversions agree with a general library of units', () => {
  // mathjs is the reference: it knows nothing of this project.
  it('inch, foot and pound', () =>
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: 1e5, noNaN: true }), value => {
        expect(inches(value)).toBeCloseTo(unit(value, 'inch').toNumber('mm'), 6)
        expect(feet(value)).toBeCloseTo(unit(value, 'foot').toNumber('mm'), 5)
        expect(pounds(value)).toBeCloseTo(unit(value, 'lbm').toNumber('kg'), 6)
        expect(toInches(inches(value))).toBeCloseTo(value, 6)
        expect(toFeet(feet(value))).toBeCloseTo(value, 6)
        expect(toPounds(pounds(value))).toBeCloseTo(value, 6)
      })
    ))
})

describe('mass and money', () => {
  it('reads pounds, kilograms and ounces', () => {
    expect(parseMass('2.4 lb', 'metric')).toBeCloseTo(1.0886, 4)
    expect(parseMass('1.1 kg', 'inch')).toBe(1.1)
    expect(parseMass('8 oz', 'inch')).toBeCloseTo(0.226796, 6)
    expect(() => parseMass('two', 'inch')).toThrow(/2.4 lb/)
  })
  it('reads dollars and cents and refuses what is neither', () => {
    expect(parseMoney('$1,250.50')).toBe(125_050)
    expect(parseMoney('1250')).toBe(125_000)
    for (const text of ['1.234', '12,50', 'NaN', '1e5', '']) expect(() => parseMoney(text)).toThrow(QuantityError)
  })
  it('never shows minus nothing', () => {
    expect(formatAmps(-0.0001)).toBe('0.00 A')
    expect(formatLength(-0.001, 'metric')).toBe('0.0 mm')
    expect(formatMass(0.4535924, 'inch')).toBe('1.0 lb')
    expect(formatMoney(3_800_000)).toBe('$38,000')
  })
})
