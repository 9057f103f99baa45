import { describe, expect, it } from 'vitest'
import { Airframe, Bus, Prices, Quote, Tie } from '#core/document'
import { plainProject } from '#core/testing'
import { doneOf, formFieldOf, quantityKind } from './formField'

const prices: Prices = {
  labourCentsPerHour: 11_000,
  panelWorkCents: 90_000,
  wireCentsPerMetre: 400,
  travelCents: 0,
  contingencyPercent: 15
}
const tie = { id: 't', name: 'Feed', kind: 'diode', from: 'battery', to: 'main', milliohm: 0, lengthMm: 900 } as Tie

describe('a field of a form', () => {
  it('is of what its name ends in', () => {
    expect(
      ['emptyMassKg', 'emptyArmMm', 'budgetCents', 'labourCentsPerHour', 'battery.capacityAh'].map(at =>
        quantityKind(at)
      )
    ).toEqual(['mass', 'length', 'money', 'money', 'plain'])
    expect(quantityKind('area.xMm', true)).toBe('position')
  })
  it('is called in the list of what was done by its label, without the unit', () => {
    expect(doneOf({ label: 'Empty weight' })).toBe('empty weight')
    expect(doneOf({ label: 'Alternator (A)' })).toBe('alternator')
    expect(doneOf({ label: 'Capacity, Ah' })).toBe('capacity')
    expect(doneOf({ label: 'IFR by VOR' })).toBe('IFR by VOR')
    expect(doneOf({ label: 'Role', done: 'role' })).toBe('role')
  })
  it('shows what stands for none, and typing that takes the field away', () => {
    const tax = formFieldOf(Prices, prices, { at: 'taxOnWorkPercent', label: 'Tax', none: 0 })
    expect([tax.shown, tax.least, tax.most]).toEqual([0, 0, 60])
    expect(tax.with(19)).toEqual({ ...prices, taxOnWorkPercent: 19 })
    expect(
      formFieldOf(Prices, { ...prices, taxOnWorkPercent: 19 }, { at: 'taxOnWorkPercent', label: 'Tax', none: 0 }).with(
        0
      )
    ).toEqual(prices)
  })
  it('may be left at nothing where the schema wants more than nothing', () => {
    const length = formFieldOf(Tie, tie, { at: 'lengthMm', label: 'Length or 0', none: 0 })
    expect([length.least, length.above]).toEqual([0, -Infinity])
    expect('lengthMm' in length.with(0)).toBe(false)
    const bare = formFieldOf(Tie, tie, { at: 'lengthMm', label: 'Length' })
    expect(bare.above).toBe(0)
  })
  it('keeps a nothing that is an answer', () => {
    const quote = Quote.parse({ id: 'q', shop: 'S', weeks: [1, 2, 3] })
    const queue = formFieldOf(Quote, quote, { at: 'queueWeeks', label: 'Queue, weeks', none: 0, keepsNone: true })
    expect(queue.with(0).queueWeeks).toBe(0)
  })
  it('a share is read in hundredths, and its limits are too', () => {
    const { airframe } = plainProject()
    const share = formFieldOf(
      Airframe,
      { ...airframe, battery: { ...airframe.battery, usableFraction: 0.07 } },
      { at: 'battery.usableFraction', label: 'Usable (%)', scale: 100 }
    )
    expect([share.shown, share.above, share.most]).toEqual([7, 0, 100])
    expect(share.with(80).battery.usableFraction).toBe(0.8)
  })
  it('a choice that need not be made has a choice for that', () => {
    const reports = formFieldOf(Quote, Quote.parse({ id: 'q', shop: 'S', weeks: [1, 2, 3] }), {
      at: 'reports',
      label: 'Status reports',
      none: 'not asked'
    })
    expect([reports.shown, reports.items]).toEqual([
      '',
      [{ value: '', title: 'not asked' }, 'none', 'on request', 'every week']
    ])
    expect('reports' in reports.with('')).toBe(false)
    expect(reports.with('none').reports).toBe('none')
    const role = formFieldOf(Bus, { id: 'b', name: 'B', role: 'main' }, { at: 'role', label: 'Role' })
    expect(role.items[0]).toBe('main')
  })
  it('a box that is cleared takes a field away that need not be there, and says no where it must', () => {
    expect(
      'harnessByEnds' in
        formFieldOf(Prices, { ...prices, harnessByEnds: true }, { at: 'harnessByEnds', label: 'Harness' }).with(false)
    ).toBe(false)
    const { airframe } = plainProject()
    expect(formFieldOf(Airframe, { ...airframe, fuses: true }, { at: 'fuses', label: 'Fuses' }).with(false).fuses).toBe(
      false
    )
  })
})
