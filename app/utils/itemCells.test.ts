import { readFileSync } from 'node:fs'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { CATALOGUE_COLUMNS, readCatalogueCsv } from '#core/formats'
import {
  BODY_FORMS,
  cellsOf,
  listIn,
  portsCell,
  portsIn,
  READS_FORMS,
  screwsCell,
  screwsIn,
  SHAPE_FORMS,
  type CellForm
} from './itemCells'

type Row = Record<(typeof CATALOGUE_COLUMNS)[number], string>
const csv = readFileSync(new URL('../../demo/catalogue.csv', import.meta.url), 'utf8')
const { items } = readCatalogueCsv(csv)
const rows = items.map(cellsOf)

/** What no entry does without, but for where it stands. */
const ENTRY = {
  id: 'x',
  name: 'X',
  maker: 'Y',
  kind: 'round instrument',
  mass_kg: '1',
  price_usd: '0',
  labour_h: '1'
}

/** What comes of a cell that is taken apart and put together again; the cell itself where no form is its own. */
const through = (forms: readonly CellForm[]) => (cell: string) => {
  const form = forms.find(({ read }) => read(cell))
  return form ? form.write(form.read(cell)!) : cell
}

describe('cells taken apart for the form', () => {
  // The form writes what it read: an entry that is opened and kept is the entry it was.
  it.each<[keyof Row, (cell: string) => string | undefined, number]>([
    ['bezel_mm', through(SHAPE_FORMS), 60],
    ['cutout_mm', through(SHAPE_FORMS), 30],
    ['body_mm', through(BODY_FORMS), 80],
    ['reads_deg', through(READS_FORMS), 10],
    ['screws_mm', cell => screwsCell(screwsIn(cell)!), 20],
    ['ports', cell => portsCell(portsIn(cell)!), 60],
    ['provides', cell => listIn(cell).join('; '), 80]
  ])('%s is the same again in every entry of the catalogue', (column, again, least) => {
    const cells = rows.map(row => row[column])
    expect(cells.map(again)).toEqual(cells)
    expect(cells.filter(cell => cell !== '').length, 'entries that have it').toBeGreaterThanOrEqual(least)
  })

  const again = (cells: Row) =>
    readCatalogueCsv(Papa.unparse([[...CATALOGUE_COLUMNS], CATALOGUE_COLUMNS.map(column => cells[column])]))
  // What parts the cells was guessed: the strokes and semicolons of ports were taken for it, and 100 of 124 entries fell apart.
  it('every entry is the same again out of its cells', () => {
    for (const item of items) expect(again(cellsOf(item)), item.id).toEqual({ items: [item], problems: [] })
  })
  it('an entry of few cells keeps them apart, whatever signs stand in them', () => {
    const ports = 's1 | rs-232 | out | position; s2 | rs-232 | in | position; s3 | can | both | heading'
    const cells = { ...ENTRY, mounts: 'behind panel', approvals: 'certified', ports } as Partial<Row>
    const full = Object.fromEntries(CATALOGUE_COLUMNS.map(column => [column, cells[column] ?? ''])) as Row
    const [item] = again(full).items
    expect(cellsOf(item!)).toMatchObject({ ...cells, id: 'x', bezel_mm: '', needs: '' })
  })

  it('nearly every face of the catalogue is entered as numbers', () => {
    const bezels = rows.map(row => row.bezel_mm).filter(cell => cell !== '')
    const inNumbers = bezels.filter(cell => SHAPE_FORMS.some(({ read }) => read(cell)))
    expect(inNumbers.length / bezels.length).toBeGreaterThan(0.9)
  })

  it('a port says which of its signals are its own, or nothing, and what its line may lose', () => {
    const cell = 'c | can | both | heading, air data | says nothing; g | coax | in | radio frequency | at most 3 dB'
    expect(portsIn(cell)).toEqual([
      { id: 'c', kind: 'can', flow: 'both', signals: ['heading', 'air data'], says: [], mostLossDb: '' },
      { id: 'g', kind: 'coax', flow: 'in', signals: ['radio frequency'], mostLossDb: '3' }
    ])
    expect(portsCell(portsIn(cell)!)).toBe(cell)
  })

  it('what no row can hold stays in words', () => {
    expect(screwsIn('four in the corners')).toBeUndefined()
    expect(portsIn('a | can | both | heading | perhaps')).toBeUndefined()
    expect(SHAPE_FORMS.some(({ read }) => read('flats 12 x 10.5') ?? read('polygon 0 0, 20 0, 20 10'))).toBe(false)
  })

  it('a number that is not given yet is refused by the reader, and not left out', () => {
    const read = (cells: Partial<Row>) => {
      const whole = { ...ENTRY, approvals: 'certified', mounts: 'panel', bezel_mm: 'round 82.6', ...cells } as Row
      const line = CATALOGUE_COLUMNS.map(column => whole[column] ?? '')
      return readCatalogueCsv(Papa.unparse([[...CATALOGUE_COLUMNS], line])).problems.map(problem => problem.field)
    }
    expect(read({ screws_mm: screwsCell([['31.4', '31.4', '3.8']]) })).toEqual([])
    expect(read({ screws_mm: screwsCell([['31.4', '', '3.8']]) })).toEqual(['screws_mm'])
    expect(read({ screws_mm: screwsCell([['', '', '']]) })).toEqual(['screws_mm'])
    expect(read({ body_mm: BODY_FORMS[0]!.write(['79', '', '68']) })).toEqual(['body_mm'])
    expect(read({ bezel_mm: SHAPE_FORMS[1]!.write(['79', '', '']) })).toEqual(['bezel_mm'])
    const port = { id: 'a', kind: '', flow: 'in', signals: ['position'], mostLossDb: '' }
    expect(read({ ports: portsCell([port]) })).toEqual(['ports'])
    expect(read({ ports: portsCell([{ ...port, kind: 'can', id: '' }]) })).toEqual(['ports'])
  })
})
