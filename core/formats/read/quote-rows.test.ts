import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { sayProblem } from '../../document'
import { amountCents, readQuoteCsv, unexplainedCents } from '..'

const got = (text: string) => {
  const read = readQuoteCsv(text)
  if (!read.ok) throw new Error(read.problems.map(sayProblem).join('\n'))
  const [reading, other] = read.readings
  if (other) throw new Error('Its prices can be read in two ways.')
  return { ...read, lines: reading!.lines, unexplained: unexplainedCents(read, reading!) }
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
    expect([read.currency, read.unexplained, read.stated?.cents]).toEqual(['EUR', 0, 1_300_050])
    expect(read.notes).toEqual(['Line 6, “Total”, 13000.50, sums up and is not taken as a line.'])
  })
  it('without a heading, by what its columns hold; each and total: the total counts', () => {
    expect(got('Antenna,$320\nLabour,$800\n').lines.map(line => line.cents)).toEqual([32_000, 80_000])
    expect(got('Item,Unit price,Total\nSwitch,22,132\n').lines).toEqual([{ says: 'Switch', cents: 13_200 }])
  })
  it('a total that does not agree, and words without an amount, are told', () => {
    const read = got('Item\tAmount\nParts\t100\nShop to advise\t\nTotal\t119\n')
    expect(read.notes.join(' ')).toMatch(/Line 3.*Shop to advise.*left out/)
    expect([read.stated?.line, read.stated?.cents, read.unexplained]).toEqual([4, 11_900, 1_900])
  })
  it('two lines alike are both taken, and told', () => {
    const read = got('Item,Amount\nServo,400\nServo,400\nTotal,800\n')
    expect([read.lines.length, read.unexplained]).toEqual([2, 0])
    expect(read.notes[0]).toBe('“Servo” is in lines 2 and 3 with the same amount; both count.')
  })
  // Common practice of shops' forms: what is summed up under many names, below the lines or beside them.
  it.each([
    'Total',
    'Grand Total',
    'Quote total',
    'TOTAL DUE',
    'Balance due',
    'Amount due',
    'Total payable',
    'Balance',
    'Sub-total',
    'Subtotal',
    'Parts total',
    'Labor total',
    'Total parts',
    'Gesamtbetrag',
    'Summe',
    'Endbetrag',
    'Total incl. VAT',
    'Estimate total (USD)'
  ])('“%s” is a sum and no line', name => {
    const read = got(`Item,Amount\nDisplay,20000\nLabor,7150\n${name},27150\n`)
    expect(read.lines.map(({ cents }) => cents)).toEqual([2_000_000, 715_000])
    expect([read.stated?.cents, read.unexplained]).toEqual([2_715_000, 0])
  })
  it.each(['Weight and balance revision', 'Propeller dynamic balance', 'Fuel totalizer', 'Annual due inspection'])(
    '“%s” is a line and no sum',
    name => expect(got(`Item,Amount\n${name},350\nDisplay,100\n`).lines).toHaveLength(2)
  )
  it('sums of parts, tax, a deposit and what is still to pay: 27,150 stays 27,150', () => {
    const read = got(
      'Description,Amount\nDisplay,18000\nAntenna,500\nParts total,18500\nLabor,7000\nLabor total,7000\nSubtotal,25500\n' +
        'Sales tax,1650\nQuote total,27150\nDeposit,-5000\nBalance due,22150\n'
    )
    expect(read.lines.map(({ says }) => says)).toEqual(['Display', 'Antenna', 'Labor', 'Sales tax'])
    expect([read.stated?.cents, read.unexplained]).toEqual([2_715_000, 0])
    expect(read.notes.join(' ')).toMatch(/“Deposit”, is a payment/)
  })
  it('a price of one piece counts as often as its quantity', () => {
    expect(got('Part no,Description,Qty,Unit price\n77-1,Servo,2,1450.00\n77-2,Hours of labor,80,115\n').lines).toEqual(
      [
        { says: 'Servo', cents: 290_000 },
        { says: 'Hours of labor', cents: 920_000 }
      ]
    )
    const both = got('Description,Qty,Each,Ext\nServo,2,1450,2900\nSwitch,3,20,50\nTotal,,,2950\n')
    expect([both.lines.map(({ cents }) => cents), both.unexplained]).toEqual([[290_000, 5_000], 0])
    expect(both.notes.join(' ')).toMatch(/Line 3, “Switch”: 3 × 20.00 is 60.00, its amount is 50.00/)
    expect(got('Beschreibung;Menge;Einzelpreis;Gesamtpreis\nAntenne;2;320,00;640,00\n').lines).toEqual([
      { says: 'Antenne', cents: 64_000 }
    ])
  })
  it.each([
    ['1.5 h', 15_000],
    ['1,5', 15_000],
    ['3 pcs', 30_000]
  ])('a quantity of %s', (quantity, cents) => {
    expect(got(`Description;Qty;Unit price\nWork;${quantity};100\n`).lines[0]!.cents).toBe(cents)
  })
  // A minus, and what can be thousands in one language and thousandths in another, are never read as something else.
  it.each(['-1', '(2)', '1.000', '1,000', '0', 'two'])('%s is no quantity, and is refused by its line', quantity => {
    const read = readQuoteCsv(`Description;Qty;Unit price\nWork;${quantity};100\n`)
    expect(read.ok ? [] : read.problems).toMatchObject([{ line: 2, column: 2, field: 'Qty' }])
  })
  it('“price” beside a quantity can be meant in two ways: the total decides, else the person', () => {
    const rows = 'Item,Qty,Price\nServo,2,1450\nDisplay,1,9000\n'
    expect(got(`${rows}Total,,11900\n`).lines[0]!.cents).toBe(290_000)
    expect(got(`${rows}Total,,10450\n`).lines[0]!.cents).toBe(145_000)
    for (const open of [rows, `${rows}Total,,12500\n`]) {
      const read = readQuoteCsv(open)
      expect(read.ok && read.readings.map(({ prices, sumCents }) => [prices, sumCents])).toEqual([
        ['of the line', 1_045_000],
        ['each', 1_190_000]
      ])
    }
  })
  it.each([
    ['Item,Amount\nDisplay,€400\nLabour,$800\n', /Line 3.*EUR and USD.*one currency/],
    ['Item,Amount\nDisplay,about 400\n', /Line 2.*“about 400” is not an amount/],
    ['Item,Amount\n,400\n', /Line 2.*without words/],
    ['one\ntwo\n', /no column of amounts/],
    ['', /holds no rows/],
    ['Item,Amount\nDisplay,"400\n', /quotation mark is not closed/],
    [`Item,Amount\n${Array.from({ length: 300 }, (_, i) => `x${i},${i}`).join('\n')}`, /300 lines.*Maximum is 200/],
    [`Item,Amount\n${Array.from({ length: 600 }, (_, i) => `x${i},${i}`).join('\n')}`, /Maximum is 500/]
  ])('%s is refused with its place, and nothing of it is taken', (text, why) => expect(complaint(text)).toMatch(why))
})
