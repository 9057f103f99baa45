import { describe, expect, it, vi } from 'vitest'
import { perObject, remembered, track, trackedOf, valueOf, varied, type Shape } from '.'

interface Box {
  id: string
  widthMm: number
  note?: string
}
interface Plan {
  name: string
  boxes: readonly Box[]
}
const PLAN: Shape = {
  name: 'plan',
  root: true,
  fields: ['name', 'boxes'],
  same: {
    boxes: (a: readonly Box[], b: readonly Box[]) => a.length === b.length && a.every((box, i) => box.id === b[i]!.id)
  },
  counterpart: (_, root) => root
}
const BOX: Shape = {
  name: 'box',
  fields: ['id', 'widthMm', 'note'],
  counterpart: (box, root) =>
    trackedOf((valueOf(root, 'boxes') as readonly Box[]).find(({ id }) => id === valueOf(box, 'id')))
}
const box = (value: Box): Box => track(BOX, value)
const plan = (name: string, ...boxes: Box[]): Plan => track(PLAN, { name, boxes: boxes.map(box) })
const [small, large]: [Box, Box] = [
  { id: 's', widthMm: 10 },
  { id: 'l', widthMm: 90, note: 'heavy' }
]

describe('a tracked value', () => {
  it('reads, is copied, compared and cloned as the plain one', () => {
    const tracked = box(large)
    expect({ ...tracked }).toEqual(large)
    expect(structuredClone(tracked)).toEqual(large)
    expect(Object.keys(box(small))).toEqual(['id', 'widthMm'])
    expect(tracked).not.toEqual(box(small))
  })
})

describe('what is remembered', () => {
  it('is given again while all that was read is the same, and worked out anew when any of it is not', () => {
    const work = vi.fn((of: Plan) => of.boxes.reduce((sum, { widthMm }) => sum + widthMm, 0))
    const width = remembered(work)
    expect([width(plan('a', small, large)), width(plan('b', small, { ...large, note: 'light' }))]).toEqual([100, 100])
    expect(work).toHaveBeenCalledTimes(1)
    expect(width(plan('a', small, { ...large, widthMm: 80 }))).toBe(90)
    expect(width(plan('a', large, small))).toBe(100)
    expect(width(plan('a', small))).toBe(10)
    expect(work).toHaveBeenCalledTimes(4)
  })
  it('a field that was absent when it was read counts when it is there', () => {
    const notes = remembered((of: Plan) => of.boxes.map(({ note }) => note ?? 'none'))
    expect(notes(plan('a', small))).toEqual(['none'])
    expect(notes(plan('a', { ...small, note: 'red' }))).toEqual(['red'])
  })
  it('keeps the last few, and goes by its other arguments too: the very same, or lists of the very same', () => {
    const work = vi.fn((list: readonly Box[], times: number) => list.length * times)
    const count = remembered(work, 2)
    expect([count([small, large], 2), count([small, large], 2), count([large, small], 2)]).toEqual([4, 4, 4])
    expect(work).toHaveBeenCalledTimes(2)
    count([small], 2)
    count([small, large], 2)
    expect(work).toHaveBeenCalledTimes(4)
  })
  it('what another function read is read by whoever asks it, also when it is not worked out for him', () => {
    const widest = perObject((of: Plan) => Math.max(...of.boxes.map(({ widthMm }) => widthMm)))
    const first = remembered((of: Plan) => widest(of))
    const second = remembered((of: Plan) => `${widest(of)} mm`)
    const before = plan('a', small, large)
    expect([first(before), second(before)]).toEqual([90, '90 mm'])
    const after = plan('a', small, { ...large, widthMm: 120 })
    expect([first(after), second(after)]).toEqual([120, '120 mm'])
  })
  it('of an answer that is said to be the same by itself, only the answer counts', () => {
    const work = vi.fn((of: Plan) => wide(of).map(({ id }) => id))
    const wide = perObject(
      (of: Plan) => of.boxes.filter(({ widthMm }) => widthMm > 50),
      (a, b) => a.length === b.length && a.every((one, index) => one.id === b[index]!.id)
    )
    const ids = remembered(work)
    expect(ids(plan('a', small, large))).toEqual(['l'])
    expect(ids(plan('a', small, { id: 'x', widthMm: 20 }, large))).toEqual(['l'])
    expect(work).toHaveBeenCalledTimes(1)
    expect(ids(plan('a', { ...small, widthMm: 60 }, large))).toEqual(['s', 'l'])
  })
  it('of a plan varied for a trial, what was not changed is read of the plan it was varied from', () => {
    const total = perObject((of: Plan) => of.boxes.length + of.name.length)
    const trial = remembered((of: Plan) => total(varied(of, { boxes: [box(large)] })))
    expect(trial(plan('four', small))).toBe(5)
    expect(trial(plan('three', small))).toBe(6)
    // Boxes were not read of the plan itself.
    const work = vi.fn((of: Plan) => varied(of, { boxes: [box(large)] }).boxes.length)
    const counted = remembered(work)
    expect([counted(plan('a', small)), counted(plan('b', large))]).toEqual([1, 1])
    expect(work).toHaveBeenCalledTimes(1)
  })
  it('of a function that throws nothing is remembered, and nobody reads on for it', () => {
    let broken = true
    const shaky = remembered((of: Plan) => {
      if (broken) throw new Error('broken')
      return of.name
    })
    expect(() => shaky(plan('a'))).toThrow('broken')
    broken = false
    expect(shaky(plan('a'))).toBe('a')
  })
})
