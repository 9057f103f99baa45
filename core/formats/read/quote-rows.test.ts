import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { sayProblem } from '../../document'
import { amountCents, readQuoteCsv } from '..'

const got = (text: string) => {
  const read = readQuoteCsv(text)
  if (!read.ok) throw new Error(read.problems.map(sayProblem).join('\n'))
  return read
}
const complaint = (text: string) => {
  const read = readQuoteCsv(text)
  return read.ok ? '' : read.problems.map(sayProblem).join('\n')
}

describe('amounts as people write them', () => {
  // CLDR: en-US 1,234.50; de-DE 1.234,50; fr-FR 1 234,50; de-CH 1’234.50.
  it.each(['en-US', 'de-DE', 'fr-FR', 'de-CH', 'en-GB', 'es-ES'])('as %s writes them, of any size', locale => {
    const written = new Intl.NumberFormat(locale, { minimumFractionDigits: 2, useGrouping: true })
    fc.assert(
      fc.property(
        fc.integer({ min: -99_999_999, max: 99_999_999 }).filter(cents => cents !== 0),
        cents => {
          expect(amountCents(written.format(cents / 100))).toBe(cents)
        }
      ),
      { seed: 1 }
    )
  })
  it.each([
    ['$1,200', 120_000],
    ['1.200 €', 120_000],
    ['EUR 950', 95_000],
    ['(350.00)', -35_000],
    ['12,5', 1_250],
    ['1,234,567', 123_456_700]
  ])('%s', (text, cents) => expect(amountCents(text)).toBe(cents))
  it.each(['', 'on request', '12,34,56', '1.2.3', '12 or 13', '(5', '--5', '1,23.456'])('“%s” is none', text =>
    expect(amountCents(text)).toBeUndefined()
  )
})

describe('a quote out of a table', () => {
  it('semicolons, a heading that is not in the first row, a total that agrees', () => {
    const read = got(
      'Saltmarsh Avionics;;\nQuote 77;;\nDescription;Qty;Amount (EUR)\nWide display;1;"4.400,00"\nLabor;1;8.600,50\nTotal;;"13.000,50"\n'
    )
    expect(read.lines).toEqual([
      { says: 'Wide display', cents: 440_000 },
      { says: 'Labor', cents: 860_050 }
    ])
    expect(read.currency).toBe('EUR')
    expect(read.notes).toEqual([])
  })
  it('without a heading, by what its columns hold; each and total: the total counts', () => {
    expect(got('Antenna,$320\nLabour,$800\n').lines.map(line => line.cents)).toEqual([32_000, 80_000])
    expect(got('Item,Unit price,Total\nSwitch,22,132\n').lines).toEqual([{ says: 'Switch', cents: 13_200 }])
  })
  it('a total that does not agree, and words without an amount, are told', () => {
    const { notes } = got('Item\tAmount\nParts\t100\nShop to advise\t\nTotal\t119\n')
    expect(notes.join(' ')).toMatch(/Line 3.*Shop to advise.*left out/)
    expect(notes.join(' ')).toMatch(/total in line 4 is 119\.00.*add up to 100\.00/)
  })
  it.each([
    ['Item,Amount\nDisplay,€400\nLabour,$800\n', /Line 3.*EUR and USD.*one currency/],
    ['Item,Amount\nDisplay,400\nDisplay,400\n', /Line 3.*“Display” stands twice, in lines 2 and 3/],
    ['Item,Amount\nDisplay,about 400\n', /Line 2.*“about 400” is not an amount/],
    ['Item,Amount\n,400\n', /Line 2.*without words/],
    ['one\ntwo\n', /no column of amounts/],
    ['', /holds no rows/],
    ['Item,Amount\nDisplay,"400\n', /quotation mark is not closed/],
    [`Item,Amount\n${Array.from({ length: 300 }, (_, i) => `x${i},${i}`).join('\n')}`, /300 lines.*at most 200/],
    [`Item,Amount\n${Array.from({ length: 600 }, (_, i) => `x${i},${i}`).join('\n')}`, /at most 500/]
  ])('%s is refused with its place, and nothing of it is taken', (text, why) => expect(complaint(text)).toMatch(why))
})
