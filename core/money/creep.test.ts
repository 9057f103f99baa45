import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyEdits, type Edit } from '../document'
import { resolve } from '../design'
import { readPhrase, say, US } from '../quantity'
import { examineOption } from '../report'
import { demoProject } from '../testing.demo'
import { creepSince, type CostLine } from '.'

const line = (group: CostLine['group'], cents: number, unit?: string, words = 'a line'): CostLine => ({
  key: `${group}:${unit ?? words}`,
  group,
  says: say`${words}`,
  cents,
  ...(unit && { unit })
})
const dun = demoProject('3-skerrow-dunlin')
const money = (project: typeof dun, option = 'b') => examineOption(project, option).money
const sum = (list: readonly { cents: number }[]) => list.reduce((total, line) => total + line.cents, 0)

describe('what has crept in since a plan was agreed', () => {
  // A difference of two bills is what came in less what fell out, item by item (common practice of any shop).
  it('what came in, what grew and what fell out, the largest first', () => {
    const agreed = {
      lines: [line('equipment', 500_000, 'pfd'), line('equipment', 90_000, 'asi'), line('equipment', 30_000, 'usb')]
    }
    const now = {
      lines: [line('equipment', 520_000, 'pfd'), line('equipment', 410_000, 'com'), line('equipment', 30_000, 'usb')]
    }
    expect(creepSince(agreed, now).map(creep => creep.cents)).toEqual([410_000, -90_000, 20_000])
  })
  it('of two plans that are the same it is nothing', () => {
    const { lines } = money(dun)
    expect(creepSince({ lines }, { lines })).toEqual([])
  })
  it('lines that carry amounts in their words are one matter a group', () => {
    const found = creepSince(
      { lines: [line('wire', 40_000, undefined, '80 m of wire')] },
      { lines: [line('wire', 46_000, undefined, '92 m of wire')] }
    )
    expect(found.map(creep => creep.cents)).toEqual([6_000])
    expect(readPhrase(found[0]!.says, US)).toBe('92 m of wire')
  })
  it('adds up to the difference of all lines, whatever the two bills hold', () => {
    const anyLine = fc.record({
      group: fc.constantFrom<CostLine['group']>('equipment', 'labour', 'wire'),
      cents: fc.integer({ min: -500_000, max: 5_000_000 }),
      unit: fc.option(fc.constantFrom('a', 'b', 'c', 'd'), { nil: undefined })
    })
    const bill = fc.array(
      anyLine.map(made => line(made.group, made.cents, made.unit)),
      { maxLength: 12 }
    )
    fc.assert(
      fc.property(bill, bill, (agreed, now) => {
        const found = creepSince({ lines: agreed }, { lines: now })
        expect(sum(found)).toBe(sum(now) - sum(agreed))
        expect(found.every(creep => creep.cents !== 0)).toBe(true)
        for (let index = 1; index < found.length; index++)
          expect(Math.abs(found[index]!.cents)).toBeLessThanOrEqual(Math.abs(found[index - 1]!.cents))
      }),
      { seed: 4, numRuns: 300 }
    )
  })
})

describe('of a real plan', () => {
  const option = dun.options.find(option => option.id === 'b')!
  const fresh = resolve(dun, 'b').units.find(unit => unit.state === 'new')!.id
  const unit = option.units.find(unit => unit.id === fresh)!
  const prices = { ...option.prices, labourCentsPerHour: option.prices.labourCentsPerHour + 2_500 }
  const acts: [string, Edit[]][] = [
    ['a unit left out', [{ type: 'unit.remove', option: 'b', unit: fresh }]],
    ['a price agreed', [{ type: 'unit.set', option: 'b', unit: { ...unit, priceCents: 123_400 } }]],
    ['a dearer hour', [{ type: 'prices.set', option: 'b', prices }]]
  ]
  it.each(acts)('%s: the parts add up to what the lines say', (_, edits) => {
    const before = money(dun)
    const after = money(applyEdits(dun, edits, 'a change').project)
    const found = creepSince(before, after)
    expect(found.length).toBeGreaterThan(0)
    expect(sum(found)).toBe(sum(after.lines) - sum(before.lines))
  })
})
