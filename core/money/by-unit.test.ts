import { describe, expect, it } from 'vitest'
import { resolve } from '../design'
import { demoProject } from '../testing.demo'
import { circuitsOf, feedersOf, powerModel } from '../power'
import { examineWiring } from '../wiring'
import { costByUnit, examineMoney } from '.'

describe('cost by unit', () => {
  const design = resolve(demoProject('3-skerrow-dunlin'), 'b')
  const { wires } = examineWiring(design, circuitsOf(design), feedersOf(powerModel(design), false))
  const rows = costByUnit(design, wires)

  it('prices, work and wire of the rows are those of the estimate, each once', () => {
    const { lines } = examineMoney(design, wires)
    const fresh = new Set(design.units.filter(unit => unit.state === 'new').map(unit => unit.id))
    const sum = (group: string) =>
      lines
        .filter(line => line.group === group && line.unit !== undefined && fresh.has(line.unit))
        .reduce((total, line) => total + line.cents, 0)
    const of = (key: 'priceCents' | 'workCents' | 'wireCents') => rows.reduce((total, row) => total + row[key], 0)
    expect(rows.map(row => row.unit).sort()).toEqual([...fresh].sort())
    expect(of('priceCents')).toBe(sum('equipment'))
    expect(of('workCents')).toBe(sum('labour'))
    // Wire of units that are only moved is in no row; what is left is rounded once for each unit.
    expect(of('wireCents')).toBeLessThanOrEqual(lines.find(line => line.key === 'wire')!.cents + rows.length)
  })
  // A satellite receiver wants its own aerial (common practice): it is there for the navigator alone.
  it('an aerial is dragged in by the box that it alone serves, and the box costs that more', () => {
    const nav = rows.find(row => row.unit === 'nav')!
    expect(nav.drags.map(drag => drag.unit)).toContain('ant-gps')
    const own = nav.priceCents + nav.workCents + nav.wireCents
    expect(nav.togetherCents - own).toBe(nav.drags.reduce((sum, drag) => sum + drag.cents, 0))
  })
})
