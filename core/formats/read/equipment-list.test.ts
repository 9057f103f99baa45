import { describe, expect, it } from 'vitest'
import { demoCatalogue, demoProject } from '../../testing.demo'
import { readEquipmentText } from './equipment-list'

const against = {
  items: demoCatalogue(),
  places: demoProject('3-skerrow-dunlin').airframe.places,
  year: 2026
}
const read = (text: string) => readEquipmentText(text, against)
const told = (text: string) => read(text).problems.map(({ line, column, message }) => `${line}:${column} ${message}`)

describe('a list of what is installed', () => {
  it('is read as a spreadsheet pastes it', () => {
    const { units, problems } = read(
      'Item\tUnit\tQty\tLocation\tYear\tCondition\tApproved by\tSale value\n' +
        'Mechanical airspeed\tAirspeed\t\tPanel\t1974\tgood\ttype design\t150\n' +
        'Old nav/com\tCom 1\t1\tPanel\t1979\tinop\tForm of 1979\t$1,200.50\n' +
        'Toggle switch\tSwitch\t3\t\t\t\t\t\n'
    )
    expect(problems).toEqual([])
    expect(units.map(unit => [unit.item.id, unit.label, unit.madeIn, unit.condition, unit.valueCents])).toEqual([
      ['tidewell-m-asi', 'Airspeed', 1974, 'good', 15_000],
      ['tidewell-old-navcom', 'Com 1', 1979, 'inoperative', 120_050],
      ['fenwick-switch', 'Switch', undefined, undefined, undefined],
      ['fenwick-switch', 'Switch 2', undefined, undefined, undefined],
      ['fenwick-switch', 'Switch 3', undefined, undefined, undefined]
    ])
    expect(units[0]).toMatchObject({ place: 'panel', approvedBy: 'type design' })
  })
  it('an unknown item, a double row, an impossible year, a negative price: each with row and column, and no unit', () => {
    const text =
      'item,year,condition,value,location\n' +
      'Chronosphere 9,,,,\n' +
      'Compass,1066,,,\n' +
      'Compass,2027,,,\n' +
      'Compass,,,-5,\n' +
      'Compass,,,40 EUR,\n' +
      'Compass,,shiny,,\n' +
      'Compass,,,,Tail\n' +
      'Compass,,,,\n' +
      'Compass,,,,\n'
    expect(told(text)).toEqual([
      expect.stringMatching(/^2:1 “Chronosphere 9” is not in the catalog/),
      expect.stringMatching(/^3:2 “1066” is not a year from 1930 to 2026/),
      expect.stringMatching(/^4:2 “2027” is not a year/),
      expect.stringMatching(/^5:4 “-5” is not an amount of 0 or more/),
      expect.stringMatching(/^6:4 “40 EUR” is in EUR: enter US dollars/),
      expect.stringMatching(/^7:3 “shiny” is not a condition/),
      expect.stringMatching(/^8:5 Compass is not made for Tail/),
      expect.stringMatching(/^10:1 “Compass” is in line 9 too/)
    ])
    expect(read(text).units.map(unit => unit.line)).toEqual([9])
  })
  it.each([
    ['no headings', 'Compass,1974\n', /no heading “item”/],
    ['nothing', '', /no heading “item”/],
    ['headings alone', 'item,year\n', /no row below/],
    ['an open quotation mark', 'item\n"Compass\n', /quotation mark/],
    ['a quantity that is none', 'item,qty\nCompass,0\n', /not a quantity from 1/]
  ])('%s is refused', (_, text, words) => {
    expect(told(text).join()).toMatch(words)
    expect(read(text).units).toEqual([])
  })
})
