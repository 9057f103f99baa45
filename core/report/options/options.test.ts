import { describe, expect, it } from 'vitest'
import { AS_FOUND, resolve } from '../../design'
import { readPhrase, US } from '../../quantity'
import { failuresOf } from '../../resilience'
import { demoProject } from '../../testing.demo'
import { budgetSheet, decisionSheet, differences, examineOption, standOptions } from '..'

const project = demoProject('3-skerrow-dunlin')
const of = (id: string) => ({
  design: resolve(project, id),
  report: examineOption(project, id)
})
const standings = standOptions(project, '2026-11-27')

describe('options in every currency', () => {
  it('say what the rooms say: the same figures as the tally and the failures of each', () => {
    expect(standings.map(standing => standing.id)).toEqual([AS_FOUND, ...project.options.map(option => option.id)])
    for (const standing of standings) {
      const { figures, findings } = examineOption(project, standing.id, { today: '2026-11-27' })
      expect(standing.cents).toBe(figures.money.value)
      expect(standing.minutes).toBe(figures.minutes.value)
      for (const key of ['money', 'amps', 'minutes', 'rules'] as const)
        expect(standing.states[key], key).toBe(figures[key].state)
      expect([standing.rulesMet, standing.rulesAsked]).toEqual([figures.rules.value, figures.rules.limit])
      expect(standing.mustFix + standing.decide).toBe(findings.filter(finding => finding.weight !== 'note').length)
      for (const task of failuresOf(resolve(project, standing.id)).tasks)
        expect(standing.tasks.find(each => each.task === task.task)).toMatchObject({
          works: task.works,
          singles: task.singles.length
        })
    }
  })
  it('the frontier is what nothing beats: by the definition, pair by pair', () => {
    const beats = (a: (typeof standings)[number], b: (typeof standings)[number]) =>
      a.cents <= b.cents && a.weak <= b.weak && (a.cents < b.cents || a.weak < b.weak)
    for (const standing of standings) expect(standing.onFrontier).toBe(!standings.some(other => beats(other, standing)))
    expect(standings.some(standing => standing.onFrontier)).toBe(true)
  })
})

describe('what changed between two', () => {
  const ids = [AS_FOUND, ...project.options.map(option => option.id)]
  it.each(ids.flatMap(first => ids.map(second => [first, second] as const)))(
    'from %s to %s the rows add up to the difference of the totals, to the cent',
    (first, second) => {
      const rows = differences(of(first), of(second))
      expect(rows.reduce((sum, row) => sum + row.cents, 0)).toBe(
        of(second).report.money.totalCents - of(first).report.money.totalCents
      )
      if (first === second) expect(rows).toEqual([])
    }
  )
  it('turned round, what comes goes, and every sum has the other sign', () => {
    const [there, back] = [differences(of('a'), of('b')), differences(of('b'), of('a'))]
    const sums = (rows: typeof there, sign: number) => rows.map(row => sign * row.cents || 0).sort((x, y) => x - y)
    expect(sums(there, 1)).toEqual(sums(back, -1))
    const count = (rows: typeof there, kind: string) => rows.filter(row => row.kind === kind).length
    expect(count(there, 'only in the second')).toBe(count(back, 'only in the first'))
    expect(there.some(row => row.kind === 'only in the second' && /Wide display/.test(readPhrase(row.says, US)))).toBe(
      true
    )
  })
})

describe('sheets of the decision and of the budget', () => {
  it('every option has its column, and the last row of the estimate is its sum', () => {
    const sheet = decisionSheet({
      project,
      standings,
      between: { first: 'A', second: 'B', rows: differences(of('a'), of('b')) },
      on: '27 November 2026',
      reading: US
    })
    expect(sheet.tables[0]!.columns.map(column => column.says)).toEqual([
      '',
      ...standings.map(standing => standing.name)
    ])
    for (const row of sheet.tables[0]!.rows) expect(row).toHaveLength(standings.length + 1)
    // What stands on it adds up to the difference of the costs, the smaller ones as one row.
    const cents = (text: unknown) => Math.round(Number(String(text).replace(/[$,]/g, '').replace('−', '-')) * 100)
    const shown = sheet.tables[1]!.rows.reduce((total, row) => total + cents(row[2]), 0)
    const exact = of('b').report.money.totalCents - of('a').report.money.totalCents
    expect(Math.abs(shown - exact)).toBeLessThanOrEqual(50 * sheet.tables[1]!.rows.length)
    const { design, report } = of('b')
    const [estimate, ...rest] = budgetSheet(design, report, 'today', US).tables
    const rows = estimate!.rows
    const sum = rows.slice(0, -1).reduce((total, row) => total + Math.round(Number(row[3]) * 100), 0)
    expect(sum).toBe(Math.round(Number(rows.at(-1)![3]) * 100))
    expect(rest.filter(table => table.title.startsWith('Quote of'))).toHaveLength(3)
    // What is to be ordered has every new unit, and all the wire of the list.
    const order = rest.find(table => table.title === 'To order')!
    const units = order.rows.filter(row => row[0] === 'unit').reduce((total, row) => total + Number(row[2]), 0)
    expect(units).toBe(design.units.filter(unit => unit.state === 'new').length)
    const screws = order.rows
      .filter(row => String(row[1]).startsWith('screw'))
      .reduce((sum, row) => sum + Number(row[2]), 0)
    expect(screws).toBe(
      design.units
        .filter(unit => unit.state === 'new' && unit.place.kind === 'panel')
        .reduce((sum, unit) => sum + unit.item.face!.screws.length, 0)
    )
    const feet = order.rows.filter(row => row[0] === 'wire').reduce((total, row) => total + Number(row[3]), 0)
    // In feet of 304.8 mm for whoever reads inches.
    expect(feet).toBeCloseTo(report.wiring.wires.reduce((total, wire) => total + wire.lengthMm, 0) / 304.8, 6)
  })
})
