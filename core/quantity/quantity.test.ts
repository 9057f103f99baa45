import fc from 'fast-check'
import { unit } from 'mathjs'
import { describe, expect, it } from 'vitest'
import {
  formatQuantity,
  QuantityError,
  SILENT,
  US,
  enumerate,
  feet,
  formatAmps,
  formatLength,
  formatArea,
  formatMass,
  formatMoney,
  formatNumber,
  formatShort,
  inCurrency,
  formatPosition,
  inches,
  kg,
  mm,
  parseLength,
  parseMass,
  parseMoney,
  parseNumber,
  pounds,
  price,
  readPhrase,
  say,
  thing,
  toFeet,
  toInches,
  toPounds,
  type Reading,
  wireRun
} from '.'

const INCH = US
const METRIC: Reading = { system: 'metric', locale: 'en-US' }
const GERMAN: Reading = { system: 'metric', locale: 'de-DE' }

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
  ])('%s is %f mm', (text, mm) => expect(parseLength(text, INCH)).toBeCloseTo(mm, 9))
  it('takes a bare number as millimetres in the metric system', () => expect(parseLength('79.4', METRIC)).toBe(79.4))
  it.each(['', 'abc', '3 1/0', '3 kg', '1/8/2', 'NaN', 'Infinity', '--3', '3 1/8 1/8', '3,125'])(
    'refuses %j and says how to write it',
    text => expect(() => parseLength(text, INCH)).toThrow(QuantityError)
  )
  it.each([
    ['79,4 mm', 79.4],
    ['3,125"', 79.375],
    ['1.234,5 mm', 1234.5],
    ['3 1/8', 79.375],
    ['3.125"', 79.375]
  ])('with a decimal comma, %s is %f mm', (text, mm) =>
    expect(parseLength(text, { system: 'inch', locale: 'de-DE' })).toBeCloseTo(mm, 9)
  )
  // Unicode CLDR: figures of their own (ar, fa, mr), a minus of their own (sv, nb, fa, he), thin, apostrophed and paired thousands.
  const LOCALES =
    'en-US de-DE fr-FR sv-SE pl-PL de-CH ar-EG fa-IR hi-IN mr-IN pt-BR nb-NO he-IL es-ES ru-RU ja-JP'.split(' ')
  it.each(LOCALES)('reads back what it wrote, to the half of the last figure: %s', locale =>
    fc.assert(
      fc.property(
        fc.double({ min: -5000, max: 5000, noNaN: true }),
        fc.constantFrom('inch' as const, 'metric' as const),
        (value, system) => {
          const reading = { system, locale }
          const half = system === 'inch' ? 0.0005 * 25.4 : 0.05
          expect(Math.abs(parseLength(formatPosition(value, reading), reading) - value)).toBeLessThanOrEqual(
            half + 1e-9
          )
          expect(parseNumber(formatNumber(value, 3, reading, false), reading)).toBeCloseTo(value, 2)
          expect(parseMass(formatMass(value, reading, false), reading)).toBeCloseTo(
            parseMass(formatMass(value, reading), reading),
            9
          )
          const kilogram = system === 'inch' ? 0.05 * 0.45359237 : 0.005
          expect(Math.abs(parseMass(formatMass(value, reading), reading) - value)).toBeLessThanOrEqual(kilogram + 1e-9)
        }
      )
    )
  )
  it.each([
    ['−3/8', INCH, -9.525],
    ['−1.5', INCH, -38.1],
    ['1\u202f234,5 mm', { system: 'metric', locale: 'fr-FR' }, 1234.5],
    ['1 234,5 mm', { system: 'metric', locale: 'fr-FR' }, 1234.5],
    ['3 125/128', { system: 'inch', locale: 'fr-FR' }, (3 + 125 / 128) * 25.4],
    ['1’234.5', { system: 'metric', locale: 'de-CH' }, 1234.5],
    ['1.234,5', GERMAN, 1234.5]
  ] as [string, Reading, number][])('takes %s as it is copied from the screen', (text, reading, mm) =>
    expect(parseLength(text, reading)).toBeCloseTo(mm, 9)
  )
  it('asks where a point can stand before thousands or before parts of one, and does not guess', () => {
    expect(() => parseLength('1.250', GERMAN)).toThrow('“1.250” can be 1250 or 1,25.')
    expect(() => parseLength('3,125', INCH)).toThrow('“3,125” can be 3125 or 3.125.')
    expect(parseMass('2,400 lb', INCH)).toBeCloseTo(1088.62, 2)
    expect(parseNumber('18,000', INCH)).toBe(18_000)
    expect(() => parseNumber('0,125', INCH)).toThrow(QuantityError)
    expect(() => parseMass('12.500 kg', GERMAN)).toThrow('can be 12500 or 12,5')
    expect(parseLength('0.125', GERMAN)).toBeCloseTo(0.125, 9)
    expect(parseLength('1.25', GERMAN)).toBeCloseTo(1.25, 9)
    expect(parseLength('1.250 in', GERMAN)).toBeCloseTo(31.75, 9)
    // No sum has a thousandth.
    expect(parseMoney('1.250', GERMAN)).toBe(125_000)
  })
  it.each(LOCALES)('has a minus, never a hyphen, before what is below nothing: %s', locale => {
    const reading: Reading = { system: 'inch', locale }
    for (const said of [formatNumber(-1.5, 1, reading), formatShort(-1.5, 1, reading), formatMoney(-150_000, reading)])
      expect(said.replace(/[^-−]/g, '')).toBe('−')
  })
})

describe('lengths as they are read', () => {
  // As a person at the bench says them: sixteenths where it is one, else no more figures than a rule has (common practice).
  it.each([
    [900.1125, '35 7/16 in'],
    [900, '35.4 in'],
    [19.05, '3/4 in'],
    [79.375, '3 1/8 in'],
    [5.4, '0.213 in'],
    [60, '2.36 in'],
    [0, '0 in'],
    [-12.7, '−1/2 in']
  ])('%f mm reads %s', (mm, text) => expect(formatLength(mm, INCH)).toBe(text))
  it.each([
    [313.69, '313.7 mm', '313,7 mm'],
    [15, '15 mm', '15 mm'],
    [1234.5, '1,234.5 mm', '1.234,5 mm']
  ])('%f mm reads %s, and %s in German', (mm, text, german) => {
    expect(formatLength(mm, METRIC)).toBe(text)
    expect(formatLength(mm, GERMAN)).toBe(german)
  })
  it('two that are held against each other are told apart', () => {
    const words = say`${mm(314.9, 315.1)} of ${mm(315.1, 314.9)}`
    for (const reading of [INCH, METRIC, GERMAN]) {
      const [left, right] = readPhrase(words, reading).split(' of ')
      expect(left).not.toBe(right)
    }
  })
  it('nothing shows both units, and a phrase keeps its things to go to', () => {
    const words = say`${thing({ id: 'pfd', label: 'Display' })} leaves ${mm(9.3)}, ${kg(2)}, ${wireRun(3048)}, ${price(125_000)}`
    expect(readPhrase(words, INCH)).toBe('Display leaves 0.366 in, 4.4 lb, 10.0 ft, $1,250')
    expect(readPhrase(words, GERMAN)).toMatch(/^Display leaves 9,3 mm, 2,00 kg, 3,05 m, 1.250\s\$$/)
    expect(words[0]).toEqual({ is: 'thing', id: 'pfd', name: 'Display' })
    expect(JSON.parse(JSON.stringify(words))).toEqual(words)
  })
  it('a phrase put into a phrase is one phrase, and lists join', () => {
    expect(readPhrase(say`a ${say`b ${mm(25.4)}`}${SILENT} c${''}`, INCH)).toBe('a b 1 in c')
    expect(readPhrase(enumerate([say`one`, 'two'], ' and '), INCH)).toBe('one and two')
    // Where the source wraps a sentence there is one blank; a blank before the wrap makes no second.
    expect(
      say`${2} holes of ${mm(25.4)}
        are too near,
        by far`
    ).toEqual(['2 holes of ', mm(25.4), ' are too near, by far'])
  })
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
    expect(parseMass('2.4 lb', METRIC)).toBeCloseTo(1.0886, 4)
    expect(parseMass('1.1 kg', INCH)).toBe(1.1)
    expect(parseMass('8 oz', INCH)).toBeCloseTo(0.226796, 6)
    expect(() => parseMass('two', INCH)).toThrow(/2.4 lb/)
  })
  it('reads dollars and cents and refuses what is neither', () => {
    expect(parseMoney('$1,250.50', INCH)).toBe(125_050)
    expect(parseMoney('1250', INCH)).toBe(125_000)
    expect(parseMoney('1,250 + 3 * 80', INCH)).toBe(149_000)
    for (const text of ['1.234', '12,50', 'NaN', '1e5', '']) expect(() => parseMoney(text, INCH)).toThrow(QuantityError)
  })
  it('never shows minus nothing', () => {
    expect(formatAmps(-0.0001, INCH)).toBe('0.00 A')
    expect(formatLength(-0.001, METRIC)).toBe('0 mm')
    expect(formatMass(0.4535924, INCH)).toBe('1.0 lb')
    expect(formatMoney(3_800_000, INCH)).toBe('$38,000')
  })
  // A square inch is 6.4516 square centimetres exactly: the inch is 25.4 mm by the international agreement of 1959.
  it('an area is read in one unit', () => {
    expect(formatArea(144 * 645.16, INCH)).toBe('144 in²')
    expect(formatArea(12 * 645.16, METRIC)).toBe('77 cm²')
  })
  // At a rate of 0.92 a thousand dollars are 920 euros.
  it('money is read and typed in another currency at the rate entered, and in its own where none is', () => {
    const euros = { ...INCH, currency: 'EUR', perDollar: 0.92 }
    expect(formatMoney(100_000, euros)).toBe('€920')
    expect(parseMoney('920', euros)).toBe(100_000)
    expect(formatMoney(100_000, { ...INCH, currency: 'EUR' })).toBe('€1,000')
    for (const perDollar of [0.5, 0.92, 10.63, 149.9])
      for (const typed of [1, 19.99, 1250, 38_000]) {
        const kept = parseMoney(String(typed), { ...INCH, perDollar })
        // Kept to the cent of a dollar: as it was typed to half of what that cent is.
        expect(Math.abs(inCurrency(kept, { perDollar }) - typed)).toBeLessThanOrEqual(perDollar / 200 + 1e-9)
      }
  })
})

describe('what is worked out while it is typed', () => {
  it.each([
    ['12 - 3/8', 11.625 * 25.4],
    ['3 1/8 + 3 1/8', 6.25 * 25.4],
    ['3+1/8', 3.125 * 25.4],
    ['3-1/8', 3.125 * 25.4],
    ['3 - 1/8', 2.875 * 25.4],
    ['2 * 3 1/8 in', 6.25 * 25.4],
    ['3.5*2', 7 * 25.4],
    ['40 in / 2 - 79.4 mm', 20 * 25.4 - 79.4],
    ['1 ft + 6', 18 * 25.4],
    ['10 mm * 3 + 2 in / 4', 30 + 12.7],
    ['-2 + 5', 3 * 25.4]
  ])('%s is %f mm', (text, mm) => expect(parseLength(text, INCH)).toBeCloseTo(mm, 9))
  it('by the locale’s comma', () =>
    expect(parseLength('12,5 + 2 * 3', { system: 'metric', locale: 'de-DE' })).toBeCloseTo(18.5, 9))
  it.each(['3 in * 2 in', '3 / 0', '3 +', '* 3', '3 + wide', '2 / 3 mm'])('%s cannot be worked out', text =>
    expect(() => parseLength(text, INCH)).toThrow(QuantityError)
  )
  it('agrees with plain arithmetic on any sum of products', () => {
    const digits = fc.integer({ min: 1, max: 999 }).map(n => n / 8)
    const term = fc.tuple(digits, fc.constantFrom('*', '/'), digits)
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.constantFrom('+', '-'), term), { minLength: 1, maxLength: 6 }), terms => {
        const text = terms
          .map(([sign, [a, by, b]], i) => `${i || sign === '-' ? ` ${sign} ` : ''}${a} ${by} ${b}`)
          .join('')
        const spoken = text.startsWith(' - ') ? `0 ${text.trim()}` : text
        const sum = terms.reduce(
          (all, [sign, [a, by, b]]) => all + (sign === '-' ? -1 : 1) * (by === '*' ? a * b : a / b),
          0
        )
        expect(parseNumber(spoken, INCH)).toBeCloseTo(sum, 6)
      })
    )
  })
})

describe('forces and moments of them, in the reader’s units', () => {
  const metric = { ...US, system: 'metric' as const }
  // NIST SP 811 appendix B: 1 lbf = 4.448222 N, 1 lbf·in = 0.1129848 N·m.
  it.each([
    [4.448222, 'N', '1 lbf', '4.4 N'],
    [45, 'N', '10.1 lbf', '45 N'],
    [0.1129848, 'N·m', '1 lbf·in', '0.1 N·m'],
    [10, 'N·m', '88.5 lbf·in', '10 N·m'],
    [10, 'Nm', '88.5 lbf·in', '10 N·m'],
    [3.048, 'm', '10.0 ft', '3.05 m']
  ])('%s %s is %s, or %s', (value, unit, inch, mm) => {
    expect(formatQuantity(value, unit, US)).toBe(inch)
    expect(formatQuantity(value, unit, metric)).toBe(mm)
  })
})
