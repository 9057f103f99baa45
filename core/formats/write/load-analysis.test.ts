import Elk from 'elkjs/lib/elk.bundled.js'
import { XMLParser, XMLValidator } from 'fast-xml-parser'
import Papa from 'papaparse'
import readExcel from 'read-excel-file/node'
import { describe, expect, it } from 'vitest'
import writeExcel from 'write-excel-file/node'
import { oneLine } from '../../power'
import { resolve } from '../../design'
import { examineOption, loadAnalysis } from '../../report'
import { demoProject } from '../../testing.demo'
import { analysisSheets, layOneLine, writeAnalysisCsv, writeOneLineSvg } from '..'

const project = demoProject('3-skerrow-dunlin')
const design = resolve(project, 'b')
const { power } = examineOption(project, 'b')
const analysis = loadAnalysis(design, power, '24 November 2026')
const loads = analysis.tables.find(table => table.title.startsWith('Loads by phase'))!

describe('the load analysis', () => {
  it('its columns add up to what the analysis states, phase by phase', () => {
    const units = loads.rows.slice(
      0,
      loads.rows.findIndex(row => row[0] === 'Continuous')
    )
    const row = (name: string) => loads.rows.find(row => row[0] === name)!
    loads.columns.forEach((column, index) => {
      if (column.digits === undefined) return
      expect(units.reduce((sum, unit) => sum + (unit[index] as number), 0)).toBeCloseTo(
        row('Typical, together')[index] as number,
        6
      )
      if (index < loads.columns.length - 2) {
        expect(
          (row('Continuous')[index] as number) +
            (row('Intermittent')[index] as number) +
            (row('Transmitting')[index] as number)
        ).toBeCloseTo(row('Typical, together')[index] as number, 6)
        expect((row('Continuous limit')[index] as number) - (row('Typical, together')[index] as number)).toBeCloseTo(
          row('Margin')[index] as number,
          6
        )
        // AC 43.13-1B 11-36 (from memory): continuous load at most 80 % of the rating.
        expect(row('Continuous limit')[index] as number).toBeLessThanOrEqual(0.8 * project.airframe.alternatorA)
      }
    })
  })
  it('as CSV another reader finds every table, and the place to sign', () => {
    const { data, errors } = Papa.parse<string[]>(writeAnalysisCsv(analysis))
    expect(errors).toEqual([])
    for (const table of analysis.tables) {
      const index = data.findIndex(row => row[0] === table.title)
      expect(data[index + 2]).toEqual(table.columns.map(column => column.says))
      expect(data[index + 2 + table.rows.length]![0]!.trim()).toBe(String(table.rows.at(-1)![0]))
    }
    expect(data.flat()).toContain('Checked by (name, licence, date, signature):')
  })
  it('as XLSX another reader finds the same numbers as numbers', async () => {
    const bytes = await writeExcel(analysisSheets(analysis)).toBuffer()
    const sheets = await readExcel(bytes)
    expect(sheets.map(sheet => sheet.sheet)).toEqual([
      ...analysis.tables.map(table => table.title.slice(0, 31)),
      'Assumptions and signature'
    ])
    const sheet = sheets.find(sheet => sheet.sheet.startsWith('Loads by phase'))!.data
    const first = sheet.findIndex(row => row[0] === loads.rows[0]![0])
    loads.rows.slice(0, 5).forEach((row, index) =>
      row.forEach((cell, position) => {
        if (typeof cell === 'number') expect(sheet[first + index]![position]).toBeCloseTo(cell, 9)
      })
    )
  })
})

describe('the one-line diagram', () => {
  it('has every source, bus and circuit once, set out so that no two overlap, and is sound XML whatever the names', async () => {
    const odd = {
      ...design,
      units: design.units.map((unit, index) => (index === 0 ? { ...unit, label: '<b>&"x' } : unit))
    }
    const line = oneLine(
      odd,
      power.supply,
      examineOption(project, 'b').power.circuits.map(circuit =>
        circuit.unit === odd.units[0]!.id ? { ...circuit, label: '<b>&"x' } : circuit
      ),
      power.feeders
    )
    expect(new Set(line.nodes.map(node => node.id)).size).toBe(line.nodes.length)
    expect(line.nodes.filter(node => node.kind === 'unit')).toHaveLength(power.circuits.length)
    const placed = await layOneLine(line, new Elk())
    placed.nodes.forEach((a, index) =>
      placed.nodes
        .slice(index + 1)
        .forEach(b =>
          expect(
            a.x + a.width <= b.x + 0.01 ||
              b.x + b.width <= a.x + 0.01 ||
              a.y + a.height <= b.y + 0.01 ||
              b.y + b.height <= a.y + 0.01
          ).toBe(true)
        )
    )
    // Every edge ends on the sides of what it joins.
    const at = new Map(placed.nodes.map(node => [node.id, node]))
    for (const edge of placed.edges) {
      const [from, to] = [at.get(edge.from)!, at.get(edge.to)!]
      const on = (node: typeof from, p: { x: number; y: number }) =>
        p.x >= node.x - 0.5 &&
        p.x <= node.x + node.width + 0.5 &&
        p.y >= node.y - 0.5 &&
        p.y <= node.y + node.height + 0.5
      expect(on(from, edge.points[0]!) && on(to, edge.points.at(-1)!)).toBe(true)
    }
    // Every edge has a place for its sign, words or none.
    for (const edge of placed.edges) expect(edge.sign.x > 1 && edge.sign.y > 1).toBe(true)
    expect(placed.edges.some(edge => edge.says.length === 0)).toBe(true)
    // The words of an edge stand clear of every box: the layout keeps room for them.
    for (const edge of placed.edges)
      for (const node of placed.nodes)
        expect(
          edge.sign.x > node.x - 4 &&
            edge.sign.x < node.x + node.width + 4 &&
            edge.sign.y > node.y - 4 &&
            edge.sign.y < node.y + node.height + 4
        ).toBe(false)
    const svg = writeOneLineSvg(placed, 'ZZ-DUN <one line>')
    expect(XMLValidator.validate(svg)).toBe(true)
    expect((new XMLParser({ htmlEntities: true }).parse(svg) as { svg: { title: string } }).svg.title).toBe(
      'ZZ-DUN <one line>'
    )
  })
})
