import papaparse from 'papaparse'
import { describe, expect, it } from 'vitest'
import { applyEdits, type Project } from '../../document'
import { resolve } from '../../design'
import { examineOption } from '../../report'
import { demoProject } from '../../testing.demo'
import { WIRE_COLUMNS, writePartsCsv, writeWiresCsv } from './parts-csv'

// Another reader reads what is written (RFC 4180; papaparse).
const read = (text: string) => {
  const { data, errors, meta } = papaparse.parse<Record<string, string>>(text.replace(/^\ufeff/, ''), {
    header: true,
    skipEmptyLines: true
  })
  expect(errors).toEqual([])
  return { rows: data, columns: meta.fields! }
}
const dun = demoProject('3-skerrow-dunlin')
const total = (rows: Record<string, string>[], column: string) =>
  rows.reduce((sum, row) => sum + Number(row[column] ?? 0), 0)

describe.each(['a', 'b'])('parts list of ZZ-DUN, option %s', option => {
  const design = resolve(dun, option)
  const { rows } = read(writePartsCsv(design))
  it('has every unit once, and what comes out', () => {
    const ids = rows.map(row => row.unit)
    expect(ids).toEqual([...design.units.map(unit => unit.id), ...design.removed.map(removed => removed.unit.id)])
  })
  it('what is bought adds up to what the money sheet asks for equipment', () => {
    const { money } = examineOption(dun, option)
    const equipment = money.lines.filter(line => line.group === 'equipment').reduce((sum, line) => sum + line.cents, 0)
    expect(Math.round(total(rows, 'price_usd') * 100)).toBe(equipment)
  })
  it('only what is new has a price, and only what comes out brings any', () => {
    for (const row of rows) {
      expect(row.price_usd !== '').toBe(row.fate === 'buy')
      if (['buy', 'move', 'keep'].includes(row.fate!)) expect(row.credit_usd).toBe('')
    }
  })
  it('weighs what its units weigh', () => {
    const there = rows.filter(row => ['buy', 'move', 'keep'].includes(row.fate!))
    expect(total(there, 'mass_kg')).toBeCloseTo(
      design.units.reduce((sum, unit) => sum + unit.item.massKg, 0),
      9
    )
  })
})

describe.each(['a', 'b'])('wire list of ZZ-DUN, option %s', option => {
  const report = examineOption(dun, option)
  const { rows, columns } = read(writeWiresCsv(report))
  it('has its columns, and a row for every wire', () => {
    expect(columns).toEqual([...WIRE_COLUMNS])
    expect(rows.map(row => row.wire)).toEqual(report.wiring.wires.map(wire => wire.id))
  })
  it('is as long and as heavy as the harness: to the millimetre and the tenth of a gram a wire', () => {
    const wires = report.wiring.wires
    const byHand = rows.reduce((sum, row) => sum + Number(row.length_mm) * Number(row.conductors), 0)
    expect(Math.abs(byHand - report.wiring.totalLengthMm)).toBeLessThanOrEqual(
      0.5 * wires.reduce((sum, wire) => sum + wire.conductors, 0)
    )
    expect(Math.abs(total(rows, 'mass_kg') - report.wiring.totalMassKg)).toBeLessThanOrEqual(0.00005 * wires.length)
  })
  it('says of every wire from where to where', () => {
    for (const row of rows) {
      expect(row.from).not.toBe('')
      expect(row.to).not.toBe('')
    }
  })
})

describe('names that a spreadsheet would take for something else', () => {
  const renamed = (label: string): Project =>
    applyEdits(dun, [{ type: 'unit.set', option: 'a', unit: { ...dun.options[0]!.units[0]!, label } }], 'Rename')
      .project
  // A cell that begins with =, +, - or @ is worked out by spreadsheets (the known “formula injection”; common practice).
  it.each(['=1+1', '+cmd', '@sum', 'a "b", c', 'Größe; ½ in', "it's"])('%s stays words', label => {
    const { rows } = read(writePartsCsv(resolve(renamed(label), 'a')))
    const cell = rows[0]!.label!
    expect(/^[=+@]/.test(cell)).toBe(false)
    // Ours are made harmless by a blank before them.
    expect(cell.trimStart()).toBe(label)
  })
})
