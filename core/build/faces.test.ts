import { describe, expect, it } from 'vitest'
import { resolve } from '../design'
import { applyEdits, type Edit, type Project } from '../document'
import { item, plainProject, projectWith } from '../testing'
import { facesOf, holeSchedule, isNewSheet, isWorked, partsToCut, type Part } from '.'

/** A 3-1/8 in instrument with its screws (MS33638 / MS33639, from memory). */
const dial = (id: string) =>
  item({
    id,
    face: {
      bezel: { shape: 'rectangle', widthMm: 82.55, heightMm: 82.55, cornerMm: 3 },
      cutout: { shape: 'round', diameterMm: 79.375 },
      screws: [-1, 1].flatMap(sx => [-1, 1].map(sy => ({ xMm: sx * 31.43, yMm: sy * 31.43, holeMm: 3.7 }))),
      stack: false
    }
  })
/** Two old instruments; the option puts a new one into the hole of the left one, and one into sheet metal on the right. */
function refit(edits: readonly Edit[] = []): Project {
  const project = projectWith(
    [
      [dial('same'), [100, 150]],
      [dial('other'), [400, 150]]
    ],
    plainProject()
  )
  const found = { item: 'old', place: 'panel', yMm: 150 }
  const with_: Project = {
    ...project,
    items: [...project.items, dial('old')],
    fitted: [
      { ...found, id: 'left', label: 'Left', xMm: 100 },
      { ...found, id: 'middle', label: 'Middle', xMm: 220 }
    ]
  }
  return edits.length ? applyEdits(with_, edits, 'so').project : with_
}
const designOf = (edits: readonly Edit[] = []) => resolve(refit(edits), 'a')
const on = (part: Part, layer: string) => part.entities.filter(entity => entity.layer === layer).length
const [OPTION, PLATE] = ['a', { type: 'blank.put', option: 'a', blank: { id: 'p', hole: 'middle' } } as const]

describe('the drawing of a sheet that is kept', () => {
  it('has only what is cut and drilled; what is there is for reference', () => {
    const [face, ...rest] = partsToCut(designOf())
    expect(rest).toEqual([])
    expect(face!.name).toBe('Face, existing sheet')
    // One opening and four screw holes for the instrument on the right; the left one uses what is there.
    expect([on(face!, 'OUTLINE'), on(face!, 'CUT'), on(face!, 'SCREW')]).toEqual([0, 1, 4])
    expect(isNewSheet(face!)).toBe(false)
  })
  it('a new sheet has its outline and every hole of what is mounted, and none of what is gone', () => {
    const [face] = partsToCut(designOf([{ type: 'sheet.set', option: OPTION, sheet: 'new' }]))
    expect([on(face!, 'OUTLINE'), on(face!, 'CUT'), on(face!, 'SCREW')]).toEqual([1, 2, 8])
  })
  it('a blanking plate is a piece of its own, with its outline and screws', () => {
    const [, plate] = partsToCut(designOf([PLATE]))
    expect(plate).toMatchObject({ id: 'plate-middle', name: 'Blanking plate, Middle' })
    expect([on(plate!, 'OUTLINE'), on(plate!, 'SCREW')]).toEqual([1, 4])
    // 3.24 in square: the bezel of the instrument that it replaces is 3.25 in.
    expect(plate!.maxX - plate!.minX).toBeCloseTo(82.38, 2)
  })
  it('with nothing to cut, no piece is worked', () => {
    const swap: Edit[] = [{ type: 'unit.remove', option: OPTION, unit: designOf().units.at(-1)!.id }]
    expect(partsToCut(designOf(swap)).filter(isWorked)).toEqual([])
  })
  it('the schedule tells holes that are there from holes to be made', () => {
    const { openings, screws } = holeSchedule(designOf())
    expect(openings.map(({ what, existing }) => [what, existing])).toEqual([
      ['same', true],
      ['Middle, no unit', true],
      ['other', false]
    ])
    expect(screws.filter(screw => !screw.existing)).toHaveLength(4)
  })
})

describe('the face of each visit', () => {
  const visits: Edit[] = [
    { type: 'phase.put', option: OPTION, phase: { id: 'y1', name: 'First' } },
    { type: 'phase.put', option: OPTION, phase: { id: 'y2', name: 'Second' } }
  ]
  const later = (unit: string): Edit => ({
    type: 'unit.set',
    option: OPTION,
    unit: { ...refit().options[0]!.units.find(({ id }) => id === unit)!, phase: 'y2' }
  })
  const [SAME, OTHER] = refit().options[0]!.units.map(({ id }) => id) as [string, string]

  it('has what is mounted then, and cuts only for that visit', () => {
    const design = designOf([...visits, later(OTHER)])
    const [first, second] = facesOf(design)
    expect(first!.placed.map(({ id }) => id)).toEqual([SAME])
    expect(second!.placed.map(({ id }) => id).sort()).toEqual([SAME, OTHER].sort())
    expect(isWorked(partsToCut(design, first)[0]!)).toBe(false)
    expect(on(partsToCut(design, second)[0]!, 'CUT')).toBe(1)
  })
  it('a hole is open from the visit in which its unit goes, and a plate closes it between visits', () => {
    const taken: Edit = {
      type: 'disposal.set',
      option: OPTION,
      disposal: { unit: 'left', how: 'scrap', creditCents: 0, phase: 'y1' }
    }
    const edits = [...visits, later(SAME), taken]
    const open = facesOf(designOf(edits)).map(({ work }) => work.left.map(({ hole }) => hole.id))
    expect(open[0]).toContain('left')
    expect(open[1]).not.toContain('left')
    const plate: Edit = { type: 'blank.put', option: OPTION, blank: { id: 'q', hole: 'left' } }
    const design = designOf([...edits, plate])
    const [first, second] = facesOf(design)
    const plates = (face: typeof first) => partsToCut(design, face).filter(({ id }) => id.startsWith('plate'))
    expect(plates(first).map(({ id }) => id)).toEqual(['plate-left'])
    expect(plates(second)).toEqual([])
  })
  it('a new sheet chosen for the option is made once, and no choice is told of a later visit', () => {
    const design = designOf([...visits, { type: 'sheet.set', option: OPTION, sheet: 'new' }, later(OTHER)])
    expect(facesOf(design).map(({ work }) => [work.sheet, work.chosen])).toEqual([
      ['new', true],
      ['existing', false]
    ])
  })
  it('a new sheet of the first visit has no hole of what that visit takes out', () => {
    const fresh: Edit = { type: 'phase.put', option: OPTION, phase: { id: 'y1', name: 'First', sheet: 'new' } }
    const [first, second] = facesOf(designOf([...visits, fresh, later(OTHER)]))
    expect([first!.work.sheet, second!.work.sheet]).toEqual(['new', 'existing'])
    expect(first!.work.left).toEqual([])
    expect(second!.work.holes.map(({ id }) => id)).not.toContain('middle')
  })
})
