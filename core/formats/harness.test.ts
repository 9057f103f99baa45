import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { examineOption, harnessPapers } from '../report'
import { resolve } from '../design'
import { applyEdits } from '../document'
import { US } from '../quantity'
import { numberWires } from '../wiring'
import { demoProject } from '../testing.demo'
import { analysisSheets, readPinTable, readWiresCsv, writeWiresCsv } from '.'

const dun = demoProject('3-skerrow-dunlin')
const reportOf = (project: typeof dun) => examineOption(project, 'b')
const report = reportOf(dun)
const ports = dun.items.find(item => item.id === 'quillon-wayfarer-t')!.ports

describe('a wire list goes out and comes back', () => {
  const rows = (change: (row: Record<string, string>, index: number) => void) => {
    const { data } = Papa.parse<Record<string, string>>(writeWiresCsv(report), { header: true, skipEmptyLines: true })
    data.forEach(change)
    return Papa.unparse(data)
  }
  it('as it went out it changes nothing', () =>
    expect(readWiresCsv(writeWiresCsv(report), report.wiring.wires)).toEqual({ marks: [], problems: [] }))
  it('a tick and a note in a spreadsheet come in, and stay when it goes out again', () => {
    const [first] = report.wiring.wires
    const read = readWiresCsv(
      rows((row, index) => {
        if (index === 0) Object.assign(row, { state: 'cut', note: 'from the old reel', number: '7' })
      }),
      report.wiring.wires
    )
    expect(read.problems).toEqual([])
    expect(read.marks).toEqual([{ wire: first!.id, number: 7, state: 'cut', note: 'from the old reel' }])
    const after = reportOf(applyEdits(dun, [{ type: 'wires.put', option: 'b', wires: read.marks }], 'read').project)
    expect(after.wiring.wires[0]!.mark).toMatchObject({ number: 7, state: 'cut' })
    expect(readWiresCsv(writeWiresCsv(after), after.wiring.wires)).toEqual({ marks: [], problems: [] })
  })
  it('a single wire may have another colour; a cable has those of its reel', () => {
    const at = (test: (row: Record<string, string>) => boolean, colour: string) => {
      let done = false
      return rows(row => {
        if (done || !test(row)) return
        done = true
        row.colour = colour
      })
    }
    const power = report.wiring.wires.find(wire => wire.kind === 'power')!
    const single = (row: Record<string, string>) => row.wire === power.id
    const recoloured = readWiresCsv(at(single, 'white'), report.wiring.wires)
    expect(recoloured.marks).toEqual([{ wire: power.id, colour: 'white', state: 'planned' }])
    expect(readWiresCsv(at(single, 'tartan'), report.wiring.wires).problems[0]).toMatchObject({ field: 'colour' })
    const cable = (row: Record<string, string>) => Number(row.conductors) > 1
    expect(readWiresCsv(at(cable, 'white; red'), report.wiring.wires).problems[0]).toMatchObject({ field: 'colour' })
  })
  it('what is wrong is told by row, and nothing is half taken', () => {
    const wrong = rows((row, index) => {
      if (index === 0) row.wire = 'nowhere'
      if (index === 1) row.state = 'lost'
      if (index === 2) row.number = '5'
      if (index === 3) row.number = 'W005'
    })
    const { marks, problems } = readWiresCsv(wrong, report.wiring.wires)
    expect(marks).toEqual([])
    expect(problems.map(problem => [problem.line, problem.field])).toEqual([
      [2, 'wire'],
      [3, 'state'],
      [5, 'number']
    ])
    expect(readWiresCsv('pin,name\n1,x', report.wiring.wires).problems[0]!.message).toContain('no wire list')
  })
  it('a number that was given stays', () => {
    const marks = numberWires(resolve(dun, 'b'), report.wiring.wires)
    const numbered = reportOf(applyEdits(dun, [{ type: 'wires.put', option: 'b', wires: marks }], 'number').project)
    const csv = writeWiresCsv(numbered).replace(/^([^,]+),1,/m, '$1,900,')
    expect(readWiresCsv(csv, numbered.wiring.wires).problems[0]).toMatchObject({ field: 'number' })
  })
})

describe('a pin table is pasted', () => {
  it('with or without a heading, by tabs, commas or semicolons', () => {
    const table = [
      ['1', 'AIRCRAFT POWER', 'power'],
      ['2', 'GROUND', 'ground'],
      ['5', 'ARINC OUT A', 'a1 a'],
      ['6', 'ARINC OUT B', 'a1 b']
    ]
    for (const by of ['\t', ',', ';'])
      for (const heading of ['', `Pin${by}Name${by}Signal\n`]) {
        const read = readPinTable(heading + table.map(row => row.join(by)).join('\n'), ports)
        expect(read.problems).toEqual([])
        expect(read.pins.map(pin => [pin.pin, pin.use, pin.port, pin.line])).toEqual([
          ['1', 'power', undefined, undefined],
          ['2', 'ground', undefined, undefined],
          ['5', 'port', 'a1', 'a'],
          ['6', 'port', 'a1', 'b']
        ])
        expect(read.gaps).toEqual([3, 4])
      }
  })
  it('doubled pins, rows without one, ports that are not there and lines they do not have are named by row', () => {
    const read = readPinTable(
      '1\tP\tpower\n1\tG\tground\n\tX\tground\n4\tY\ts99 tx\n5\tZ\ta1 tx\n6\tQ\ta1 a\t19',
      ports
    )
    expect(read.problems.map(problem => problem.line).sort()).toEqual([2, 3, 4, 5, 6])
    expect(read.problems.map(problem => problem.message).join('\n')).toMatch(
      /pin 1 is in line 1 already[\s\S]*no pin[\s\S]*s99[\s\S]*size/
    )
  })
  it('nothing is nothing', () => expect(readPinTable('  \n', ports).problems).toHaveLength(1))
})

describe('the harness on paper', () => {
  const papers = harnessPapers(resolve(dun, 'b'), report.wiring, '27 Nov 2026', US)
  const table = (title: string) => papers.tables.find(table => table.title === title)!
  it('has every wire once in the list, twice as a label, and every conductor to ring out', () => {
    const { wires } = report.wiring
    expect(table('Wire list').rows).toHaveLength(wires.length)
    expect(table('Label strips').rows).toHaveLength(2 * wires.length)
    expect(table('Conductors').rows).toHaveLength(wires.reduce((sum, wire) => sum + wire.cores.length, 0))
  })
  it('placeholder pins are called so on the page that shows them', () =>
    expect(table('Wide display J1').note).toContain('PLACEHOLDER PINS'))
  it('names of sheets are told apart', () => {
    const names = analysisSheets(papers).map(sheet => sheet.sheet)
    expect(new Set(names).size).toBe(names.length)
  })
})
