import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { US, type Measure } from '#core/quantity'
import {
  byAlphabet,
  cellGiven,
  cellText,
  compareCells,
  finderOf,
  headGiven,
  isNumeric,
  searchText,
  type Column
} from './columns'

const alphabet = byAlphabet('en-US')
const sorted = (cells: (string | number | undefined)[], locale = 'en-US') =>
  [...cells].sort((a, b) => compareCells(a, b, byAlphabet(locale)))

describe('the order of a table', () => {
  it('numbers by size, not by their digits; what is not known stands first', () => {
    expect(sorted([10, 9, '', 2.5, Infinity, -1])).toEqual(['', -1, 2.5, 9, 10, Infinity])
    expect(sorted([3, '', NaN, 1])).toEqual(['', NaN, 1, 3])
  })
  it('words as people read them: gauges and wire numbers by their number, case apart', () => {
    expect(sorted(['W10', 'w9', 'W100'])).toEqual(['w9', 'W10', 'W100'])
    expect(sorted(['AWG 22', 'AWG 4', 'AWG 10'])).toEqual(['AWG 4', 'AWG 10', 'AWG 22'])
  })
  // Unicode CLDR, German: ä is ordered with a; Swedish: after z.
  it('by the alphabet of the reader', () => {
    expect(sorted(['Zange', 'Ähre', 'Bolzen'], 'de')).toEqual(['Ähre', 'Bolzen', 'Zange'])
    expect(sorted(['zon', 'ärt', 'bult'], 'sv')).toEqual(['bult', 'zon', 'ärt'])
  })
  // What a sort asks of its comparison (ECMA-262, SortCompare): consistent, or the order is anything.
  it('is a total order over anything that a cell may hold', () => {
    const cell = fc.oneof(
      fc.constant(undefined),
      fc.constant(''),
      fc.constant(Infinity),
      fc.constant(-Infinity),
      fc.integer(),
      fc.double(),
      fc.string({ maxLength: 6 })
    )
    const sign = (a: Parameters<typeof compareCells>[0], b: Parameters<typeof compareCells>[0]) =>
      Math.sign(compareCells(a, b, alphabet))
    fc.assert(
      fc.property(cell, cell, cell, (a, b, c) => {
        expect(Number.isNaN(sign(a, b))).toBe(false)
        expect(sign(a, a)).toBe(0)
        expect(sign(a, b) + sign(b, a)).toBe(0)
        if (sign(a, b) <= 0 && sign(b, c) <= 0) expect(sign(a, c)).toBeLessThanOrEqual(0)
      }),
      { seed: 20261127, numRuns: 3000 }
    )
  })
  it('a cell is read as its column says it, else as its value; nothing is read as nothing', () => {
    const column: Column<{ ohm?: number }> = { key: 'ohm', title: 'Ohm', value: row => row.ohm }
    expect(cellText(column, { ohm: 0 }, US)).toBe('0')
    expect(cellText(column, {}, US)).toBe('')
    expect(cellText({ ...column, text: row => `${row.ohm} Ω` }, { ohm: 2 }, US)).toBe('2 Ω')
  })
  it('a number is read in the unit of what it is of, or with its digits; where there is none, as the column says', () => {
    const column: Column<{ mm?: number }> = {
      key: 'mm',
      title: 'Length',
      of: 'length',
      none: '—',
      value: row => row.mm
    }
    expect(cellText(column, { mm: 158.75 }, US)).toBe('6 1/4 in')
    expect(cellText(column, {}, US)).toBe('—')
    const amps: Column<number> = { key: 'a', title: 'Amps', digits: 2, value: row => row }
    expect(cellText(amps, 1.5, US)).toBe('1.50')
    expect([isNumeric(column), isNumeric(amps), isNumeric({ ...column, number: false })]).toEqual([true, true, false])
    expect(isNumeric({ key: 'n', title: 'Name', value: () => 'x' })).toBe(false)
  })
  // RFC 4180 knows no endless number, and spreadsheets read “Infinity” as a word: it is given as the screen says it.
  it('what has no end is given in words, a number as a number', () => {
    const column: Column<number> = {
      key: 'min',
      title: 'Powered until',
      value: row => row,
      text: () => 'a day and more'
    }
    expect(cellGiven(column, Infinity, US)).toBe('a day and more')
    expect(cellGiven(column, 93.25, US)).toBe(93.25)
    expect(cellGiven({ ...column, value: () => undefined }, 1, US)).toBe('')
  })
  // NIST SP 811: 1 in = 25.4 mm, 1 ft = 304.8 mm, 1 lb = 0.45359237 kg.
  it.each([
    ['length', 317.5, 'in', 12.5, 'mm', 317.5],
    ['run', 3048, 'ft', 10, 'm', 3.048],
    ['area', 6451.6, 'in²', 10, 'cm²', 64.5],
    ['mass', 0.45359237, 'lb', 1, 'kg', 0.454],
    ['money', 125_000, 'USD', 1250, 'EUR', 1150]
  ] as [Measure, number, string, number, string, number][])(
    'what is kept in one unit is given in the reader’s, and the heading says which: %s',
    (of, kept, american, there, german, here) => {
      const column: Column<number> = { key: 'n', title: 'Size', of, value: row => row, number: true }
      expect([headGiven(column, US), cellGiven(column, kept, US)]).toEqual([`Size, ${american}`, there])
      const reading = { system: 'metric', locale: 'de-DE', currency: 'EUR', perDollar: 0.92 } as const
      expect([headGiven(column, reading), cellGiven(column, kept, reading)]).toEqual([`Size, ${german}`, here])
    }
  )
})

describe('looking through a table', () => {
  const columns: Column<{ name: string; ft: number }>[] = [
    { key: 'name', title: 'Name', value: row => row.name },
    { key: 'ft', title: 'Length', value: row => row.ft, text: row => `${row.ft} ft`, number: true },
    { key: 'sum', title: 'Sum', value: row => row.ft * 1000, text: row => `at least $${row.ft},400`, number: true },
    { key: 'acts', title: 'Add', value: () => 'Add', plain: true }
  ]
  const found = (words: string) =>
    [
      { name: 'Item 7, pin 3', ft: 12 },
      { name: 'Item 8', ft: 24.7 },
      { name: 'Item 9', ft: 7.5 }
    ]
      .filter(row => finderOf(words.toLowerCase().split(' '))(searchText(columns, row, US)))
      .map(row => row.name)
  it('finds words anywhere, numbers from their first figure, and no buttons', () => {
    expect(found('item 7')).toEqual(['Item 7, pin 3', 'Item 9'])
    expect(found('24.7')).toEqual(['Item 8'])
    expect(found('pin item')).toEqual(['Item 7, pin 3'])
    expect(found('add')).toEqual([])
    expect(found('7.5,4')).toEqual(['Item 9'])
    expect(found('least $12')).toEqual(['Item 7, pin 3'])
    expect(found('400')).toEqual([])
  })
})
