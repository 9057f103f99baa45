import { describe, expect, it } from 'vitest'
import { demoProject } from '../../testing.demo'
import { applyDiff, difference, DiffError, disputed, reverse, squash, touched, type Diff } from './diff'
import type { Project } from '../schema/schema'

// By hand; that any edits at all go through is shown in edits.test.ts.
const start = demoProject('1-teasel-ls')
const [option] = start.options as [Project['options'][number]]
const [first, second] = option.units as [Project['options'][number]['units'][number], (typeof option.units)[number]]
const withOption = (patch: Partial<typeof option>): Project => ({ ...start, options: [{ ...option, ...patch }] })
const NOTHING: Diff = { added: {}, removed: {}, updated: {} }

describe('what turns one document into another', () => {
  it('nothing, where nothing differs; all of the document stays what it is', () => {
    expect(difference(start, { ...start })).toEqual(NOTHING)
    const same = applyDiff(start, NOTHING)
    expect(same).toEqual(start)
    expect([same.options, same.airframe, same.items]).toEqual([start.options, start.airframe, start.items])
    expect(same.options[0]).toBe(start.options[0])
  })
  it('a word of a record is one change of that record, before and after', () => {
    const diff = difference(start, { ...start, title: 'Renamed' })
    expect(Object.keys(diff.updated)).toEqual([''])
    expect(diff.updated['']!.map(record => record.title)).toEqual([start.title, 'Renamed'])
    expect([diff.added, diff.removed]).toEqual([{}, {}])
  })
  it('a unit that moves leaves its neighbours, its option and the airframe as they are: the same, not equal ones', () => {
    const moved = withOption({ units: [{ ...first, xMm: 123 }, ...option.units.slice(1)] })
    const diff = difference(start, moved)
    expect(touched(diff)).toHaveLength(1)
    const next = applyDiff(start, diff)
    expect(next).toEqual(moved)
    expect(next.options[0]!.units[1]).toBe(second)
    expect(next.airframe).toBe(start.airframe)
    expect(next.items).toBe(start.items)
  })
  it('a unit that goes comes back before the one it stood before', () => {
    const gone = withOption({ units: option.units.filter(unit => unit !== first) })
    const diff = difference(start, gone)
    expect(Object.values(diff.removed).map(gone => gone.before?.endsWith(second.id))).toEqual([true])
    expect(applyDiff(gone, reverse(diff)).options[0]!.units.map(unit => unit.id)).toEqual(
      option.units.map(unit => unit.id)
    )
  })
  it('a list in another order is set in anew', () => {
    const turned = withOption({ units: [...option.units].reverse() })
    expect(applyDiff(start, difference(start, turned))).toEqual(turned)
    expect(applyDiff(turned, reverse(difference(start, turned)))).toEqual(start)
  })
  it('two changes of one unit squashed are one, from the first before to the last after', () => {
    const at = (xMm: number) => withOption({ units: [{ ...first, xMm }, ...option.units.slice(1)] })
    const both = squash(difference(start, at(10)), difference(at(10), at(20)))
    expect(both).toEqual(difference(start, at(20)))
    // There and back again is nothing.
    expect(squash(difference(start, at(10)), difference(at(10), start))).toEqual(NOTHING)
  })
})

describe('a diff that does not fit', () => {
  const gone = withOption({ units: option.units.filter(unit => unit !== first) })
  const moved = withOption({ units: [{ ...first, xMm: 123 }, ...option.units.slice(1)] })
  it('a record that is gone cannot be changed or removed, and is named', () => {
    for (const diff of [difference(start, moved), difference(start, gone)]) {
      expect(() => applyDiff(gone, diff)).toThrow(DiffError)
      expect(() => applyDiff(gone, diff)).toThrow(`${first.id}” is not there`)
    }
  })
  it('a record that is there cannot be added again', () =>
    expect(() => applyDiff(start, reverse(difference(start, gone)))).toThrow(`${first.id}” is there already`))
  it('two that change one unit are in dispute about it; a unit gone is in dispute with a change of it', () => {
    const elsewhere = withOption({ units: [first, { ...second, xMm: 9 }, ...option.units.slice(2)] })
    expect(disputed(difference(start, moved), difference(start, elsewhere))).toEqual([])
    expect(disputed(difference(start, moved), difference(start, gone))).toHaveLength(1)
    const renamed = difference(start, { ...start, title: 'Renamed' })
    expect(disputed(renamed, difference(start, moved))).toEqual([])
    expect(disputed(renamed, renamed)).toEqual([''])
  })
  it('what goes takes all below it along: a change below it is in dispute', () => {
    const other = { ...start, options: [...start.options, { ...option, id: 'z' }] }
    const without = difference(other, start)
    const below = difference(other, {
      ...other,
      options: [option, { ...option, id: 'z', units: [{ ...first, xMm: 5 }, ...option.units.slice(1)] }]
    })
    expect(disputed(without, below).length).toBeGreaterThan(0)
  })
})
