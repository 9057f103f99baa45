import { describe, expect, it } from 'vitest'
import { applyEdits } from '../document'
import { AS_FOUND, remember, resolve, type Design } from '.'
import { demoProject } from '../testing.demo'

describe('what is remembered', () => {
  it('works again only when a part it depends on is another', () => {
    let worked = 0
    const sum = remember(
      (list: readonly { v: number }[]) => {
        worked++
        return list.reduce((total, entry) => total + entry.v, 0)
      },
      list => list,
      2
    )
    const [a, b] = [{ v: 1 }, { v: 2 }]
    expect([sum([a, b]), sum([a, b]), worked]).toEqual([3, 3, 1])
    expect([sum([a, { v: 5 }]), worked]).toEqual([6, 2])
    expect([sum([a, b]), worked]).toEqual([3, 2])
    sum([a])
    sum([b])
    expect([sum([a, b]), worked]).toEqual([3, 5])
  })
  it('a unit that an edit leaves alone is the same object in the next design, and one that it changes is not', () => {
    const project = demoProject('3-skerrow-dunlin')
    const before = new Map(resolve(project, 'a').units.map(unit => [unit.id, unit]))
    const after = resolve(
      applyEdits(project, [{ type: 'unit.move', option: 'a', unit: 'asi', xMm: 200, yMm: 200 }], 'move').project,
      'a'
    ).units
    expect(after.filter(unit => before.get(unit.id) !== unit).map(unit => unit.id)).toEqual(['asi'])
    expect(after.find(unit => unit.id === 'asi')!.at).toEqual({ xMm: 200, yMm: 200 })
  })
  // Each room is asked again only for what it reads: were these others each time, the aeroplane as found would be examined anew
  // for every act in an option.
  it('the aeroplane as found is made of the very same parts after an act in an option', () => {
    const before = demoProject('3-skerrow-dunlin')
    const [unit] = before.options[0]!.units
    const after = applyEdits(before, [{ type: 'unit.remove', option: 'a', unit: unit!.id }], 'Remove').project
    const [was, is] = [resolve(before, AS_FOUND), resolve(after, AS_FOUND)]
    const shared: (keyof Design)[] = ['brief', 'airframe', 'links', 'circuits', 'supply', 'wires', 'busOrders', 'packs']
    for (const part of shared) expect(is[part], part).toBe(was[part])
    is.units.forEach((unit, index) => expect(unit).toBe(was.units[index]))
  })
})
