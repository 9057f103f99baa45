import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { finish } from '../../design'
import { readCatalogueCsv } from '../../formats'
import { demoProject } from '../../testing.demo'
import { examineOption, forTheSameMoney, standOptions } from '..'

const project = demoProject('3-skerrow-dunlin')
const catalogue = readCatalogueCsv(readFileSync(new URL('../../../demo/catalogue.csv', import.meta.url), 'utf8')).items

describe('for the same money', () => {
  // A second display in place of a taller navigator: the question that owners ask.
  const found = finish(forTheSameMoney(project, 'b', 'nav', catalogue))
  it('the choice itself is told in the same terms: its installed cost, and what fails with it as Options has it', () => {
    const nav = examineOption(project, 'b').money.lines.filter(line => line.unit === 'nav')
    // Its price and labour, and its share of wire and contingency.
    expect(found.chosen.cents).toBeGreaterThan(nav.reduce((sum, line) => sum + line.cents, 0))
    expect(found.chosen.weak).toBe(standOptions(project, '2026-11-27').find(standing => standing.id === 'b')!.weak)
    expect(found.chosen.gained).toContain('waas gps')
  })
  it('nothing dearer, nothing that finds no room or is not allowed; each gives something', () => {
    expect(found.alternatives.length).toBeGreaterThan(3)
    for (const alternative of found.alternatives) {
      expect(alternative.cents).toBeLessThanOrEqual(found.chosen.cents)
      expect(alternative.gained.length).toBeGreaterThan(0)
      const { approvals } = catalogue.find(item => item.id === alternative.item)!
      expect(approvals.length === 0 || approvals.includes(project.brief.basis)).toBe(true)
    }
  })
  it('what leaves least to failures comes first', () => {
    const weak = found.alternatives.map(alternative => alternative.weak)
    expect(weak).toEqual([...weak].sort((a, b) => a - b))
  })
})
