import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { byAlphabet, cellGiven, cellText, compareCells, type Column } from './columns'

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
    expect(cellText(column, { ohm: 0 })).toBe('0')
    expect(cellText(column, {})).toBe('')
    expect(cellText({ ...column, text: row => `${row.ohm} Ω` }, { ohm: 2 })).toBe('2 Ω')
  })
  // RFC 4180 knows no endless number, and spreadsheets read “Infinity” as a word: it is given as the screen says it.
  it('what has no end is given in words, a number as a number', () => {
    const column: Column<number> = { key: 'min', title: 'Lit until', value: row => row, text: () => 'a day and more' }
    expect(cellGiven(column, Infinity)).toBe('a day and more')
    expect(cellGiven(column, 93.25)).toBe(93.25)
    expect(cellGiven({ ...column, value: () => undefined }, 1)).toBe('')
  })
})
