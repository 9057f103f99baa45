import { describe, expect, it } from 'vitest'
import { applyEdits } from '../document'
import { AS_FOUND, resolve } from '.'
import { demoProject } from '../testing.demo'

describe('designs after an edit', () => {
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
    const shared = ['brief', 'airframe', 'links', 'circuits', 'supply', 'wires', 'busOrders', 'packs'] as const
    for (const part of shared) expect(is[part], part).toBe(was[part])
    is.units.forEach((unit, index) => expect(unit).toBe(was.units[index]))
  })
})
