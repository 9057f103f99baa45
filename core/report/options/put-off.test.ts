import { describe, expect, it } from 'vitest'
import { resolve } from '../../design'
import { applyEdits, EditError, type Edit, type Project } from '../../document'
import { placedByVisit, putOff } from '../../money'
import { readPhrase, US } from '../../quantity'
import { demoProject } from '../../testing.demo'
import { differences, examineOption, putOffOption, standOptions, withPutOff } from '..'

const dun = demoProject('3-skerrow-dunlin')
const TODAY = '2026-11-27'
const moneyOf = (project: Project, option: string) => examineOption(project, option).money
const without = (project: Project, what: 'announced'): Project => ({
  ...project,
  items: project.items.map(({ [what]: _, ...item }) => item)
})

describe('an option put off', () => {
  it('the whole of it costs what the drift of prices and the fall of trade-ins say, to the cent, and reopens nothing', () => {
    const still = without(dun, 'announced')
    for (const option of ['b', 'c'])
      for (const months of [1, 12, 30]) {
        const late = putOffOption(still, { option, months }, TODAY)
        const then = withPutOff(still, late)
        const { wiring } = examineOption(still, option)
        const off = putOff(resolve(still, option), wiring.wires, months)
        const more = moneyOf(then, late.id).totalCents - moneyOf(still, option).totalCents
        // Visits of C are less than whole months apart: by the calendar a share of a day may move.
        if (option === 'b') expect(more).toBe(off.togetherCents)
        else expect(Math.abs(more / off.togetherCents - 1)).toBeLessThan(0.03)
        expect(moneyOf(then, late.id).lines.filter(line => line.key.startsWith('open'))).toHaveLength(
          moneyOf(still, option).lines.filter(line => line.key.startsWith('open')).length
        )
      }
  })
  it('with neither drift nor fall, and nothing announced, waiting is free', () => {
    const [b] = dun.options.filter(option => option.id === 'b')
    const { driftPercentAYear: _, tradeInFallPercentAMonth: __, ...prices } = b!.prices
    const flat = applyEdits(without(dun, 'announced'), [{ type: 'prices.set', option: 'b', prices }], 'flat').project
    const late = putOffOption(flat, { option: 'b', months: 12 }, TODAY)
    expect(moneyOf(withPutOff(flat, late), late.id).totalCents).toBe(moneyOf(flat, 'b').totalCents)
  })
  it('keeps window, ceiling and plan, each so much later; the aeroplane of it is the same', () => {
    const late = putOffOption(without(dun, 'announced'), { option: 'b', months: 12 }, TODAY)
    const then = withPutOff(without(dun, 'announced'), late)
    expect(late.on).toBe('2028-01-12')
    const [phase] = resolve(then, late.id).phases
    // 2027-01-12 to 2027-03-06: Tuesday to Saturday, seven weeks and three days of work after the first.
    expect(phase).toMatchObject({ from: '2028-01-12', days: 38 })
    const [now, then2] = ['b', late.id].map(id =>
      examineOption(then, id)
        .findings.map(finding => finding.id)
        .sort()
    )
    expect(then2!.filter(id => !id.startsWith('money'))).toEqual(now!.filter(id => !id.startsWith('money')))
    const standings = standOptions(then, TODAY)
    expect(standings.map(standing => standing.id)).toEqual(['as-found', 'a', 'b', late.id, 'c'])
    expect(standings.find(standing => standing.id === late.id)!.onFrontier).toBe(false)
  })
  it('what a maker announced for then is taken as there, under an entry of its own that nobody else is offered', () => {
    const late = putOffOption(dun, { option: 'b', months: 12 }, TODAY)
    expect(late.matures.map(mature => mature.label)).toHaveLength(1)
    expect(readPhrase(late.matures[0]!.says, US)).toMatch(/the next model.*\$7,200.*\$8,000/)
    const then = withPutOff(dun, late)
    const unit = resolve(then, late.id).units.find(unit => unit.id === late.matures[0]!.unit)!
    expect(unit).toMatchObject({ state: 'new', priceCents: 720_000 })
    expect(unit.item.name).toContain('as announced')
    const offered = (project: Project, id: string) =>
      examineOption(project, id).findings.filter(finding => finding.code === 'catalogue.newer')
    for (const id of ['a', 'b', late.id]) expect(offered(then, id)).toEqual([])
    // Too early for what is announced for September.
    expect(putOffOption(dun, { option: 'b', months: 6 }, TODAY).matures).toEqual([])
  })
  it('an entry of that name with another content is not taken for it', () => {
    const { edits, id, matures } = putOffOption(dun, { option: 'b', months: 12 }, TODAY)
    const entry = edits.find(edit => edit.type === 'item.put')!.item
    const with2 = (massKg: number) => ({ ...dun, items: [...dun.items, { ...entry, massKg }] })
    for (const project of [with2(entry.massKg), with2(9)]) {
      const then = withPutOff(project, putOffOption(project, { option: 'b', months: 12 }, TODAY))
      const unit = resolve(then, id).units.find(unit => unit.id === matures[0]!.unit)!
      expect(unit.item.massKg).toBe(entry.massKg)
    }
  })
  it('an approval that is announced ends the finding that it is lacking', () => {
    const own = dun.items.find(item => item.id === 'quillon-wayfarer-t')!
    const item = {
      ...own,
      revision: 2,
      approvals: ['amateur-built' as const],
      announced: [{ by: '2027-06-01', says: 'approval applied for', approvals: ['certified' as const] }]
    }
    const unit = resolve(dun, 'b').units.find(unit => unit.item.id === own.id)!.id
    const lacking = applyEdits(dun, [{ type: 'unit.revise', option: 'b', unit, revision: 2, item }], 'x').project
    const codes = (project: Project, id: string) =>
      examineOption(project, id)
        .findings.filter(finding => finding.subjects.includes(unit))
        .map(finding => finding.code)
    const late = putOffOption(lacking, { option: 'b', months: 12 }, TODAY)
    const then = withPutOff(lacking, late)
    const gone = codes(then, 'b').filter(code => !codes(then, late.id).includes(code))
    expect(gone).toContain('rules.approval')
  })
  it('one unit that waits is done in a visit of its own, which opens again what the first had open', () => {
    const unit = resolve(dun, 'b').units.find(unit => unit.item.id === 'quillon-wayfarer-t')!
    const still = without(dun, 'announced')
    const late = putOffOption(still, { option: 'b', months: 12, unit: unit.id }, TODAY)
    const then = withPutOff(still, late)
    const { visits, of } = placedByVisit(resolve(then, late.id))
    expect(visits.map(visit => visit.phase!.from)).toEqual(['2027-01-12', '2028-01-12'])
    for (const standing of resolve(then, late.id).units)
      if (standing.state === 'new') expect(of.get(standing.id)).toBe(standing.id === unit.id ? 1 : 0)
    const { lines } = moneyOf(then, late.id)
    expect(lines.some(line => line.key.startsWith('open '))).toBe(true)
    const of2 = (project: Project, id: string) => ({
      design: resolve(project, id),
      report: examineOption(project, id)
    })
    const rows = differences(of2(then, 'b'), of2(then, late.id))
    expect(rows.reduce((sum, row) => sum + row.cents, 0)).toBe(
      moneyOf(then, late.id).totalCents - moneyOf(then, 'b').totalCents
    )
  })
  it('with as many options as there may be it is refused in words, and nothing is changed', () => {
    const [a] = dun.options
    const full = { ...dun, options: Array.from({ length: 20 }, (_, n) => ({ ...a!, id: n ? `o${n}` : 'a' })) }
    const late = putOffOption(full, { option: 'a', months: 12 }, TODAY)
    expect(() => withPutOff(full, late)).toThrow(EditError)
    expect(full.options).toHaveLength(20)
  })
  it('put off twice it drifts from the same day of prices', () => {
    const still = without(dun, 'announced')
    const once = putOffOption(still, { option: 'b', months: 12 }, TODAY)
    const again = putOffOption(withPutOff(still, once), { option: once.id, months: 12 }, TODAY)
    const twice = withPutOff(withPutOff(still, once), again)
    const whole = putOffOption(still, { option: 'b', months: 24 }, TODAY)
    expect(moneyOf(twice, again.id).totalCents).toBe(moneyOf(withPutOff(still, whole), whole.id).totalCents)
  })
  it('shifts go along, and the copy leaves the option as it was', () => {
    const shift: Edit = { type: 'shift.put', option: 'b', shift: { task: 'open', from: '2027-01-31' } }
    const moved = applyEdits(dun, [shift], 'x').project
    const late = putOffOption(moved, { option: 'b', months: 1 }, TODAY)
    const then = withPutOff(moved, late)
    expect(resolve(then, late.id).shifts).toEqual([{ task: 'open', from: '2027-02-28' }])
    expect(resolve(then, 'b')).toEqual(resolve(moved, 'b'))
  })
})
