import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoProject } from '../../testing.demo'
import {
  act,
  applyEdits,
  difference,
  EditError,
  EMPTY_HISTORY,
  historyProblem,
  merge,
  touched,
  undo,
  type Bench,
  type Edit
} from '..'
import { RandomEdits, withFewPins } from '../random.testing'
import { ownFields, recordsOf } from '../schema/records'
import { referenceProblems } from '../schema/references'

const base: Bench = { project: withFewPins(demoProject('3-skerrow-dunlin')), history: EMPTY_HISTORY }
const move = (unit: string, xMm: number): Edit => ({ type: 'unit.move', option: 'b', unit, xMm, yMm: 100 })
const rename = (title: string): Edit => ({ type: 'project.rename', title })
const content = (project: Bench['project']) =>
  Object.fromEntries(recordsOf(project).map(({ path, spec, body }) => [path, ownFields(spec, body)]))
const after = (edits: Edit[], label = 'act') => edits.reduce((bench, edit) => act(bench, [edit], label), base)

describe('two windows on one project', () => {
  it('a dial moved in one and a title changed in the other: both stay, and nobody is asked', () => {
    const found = merge(base, after([move('com-2', 400)]), after([rename('Another')]))
    if (found.state !== 'merged') throw new Error(found.state)
    expect(found.bench.project.title).toBe('Another')
    expect(found.bench.project.options[1]!.units.find(unit => unit.id === 'com-2')!.xMm).toBe(400)
    // Each act can still be taken back by itself.
    expect(found.bench.history.past).toHaveLength(2)
    const back = undo(found.bench).project
    expect(back.title).toBe('Another')
    expect(back.options[1]!.units.find(unit => unit.id === 'com-2')!.xMm).not.toBe(400)
  })
  it('the same dial moved in both: just that dial is asked about, with both values, and either can be chosen', () => {
    const mine = after([move('com-2', 400), rename('Mine')])
    const theirs = after([move('com-2', 410)])
    const asked = merge(base, mine, theirs)
    if (asked.state !== 'disputed') throw new Error(asked.state)
    expect(asked.disputes.map(dispute => [dispute.name, dispute.fields, dispute.mine.xMm, dispute.theirs.xMm])).toEqual(
      [['Second com', ['xMm'], 400, 410]]
    )
    for (const side of ['mine', 'theirs'] as const) {
      const chosen = merge(base, mine, theirs, { [asked.disputes[0]!.path]: side })
      if (chosen.state !== 'merged') throw new Error(chosen.state)
      expect(chosen.bench.project.title).toBe('Mine')
      expect(chosen.bench.project.options[1]!.units.find(unit => unit.id === 'com-2')!.xMm).toBe(
        side === 'mine' ? 400 : 410
      )
      expect(historyProblem(chosen.bench.project, chosen.bench.history)).toBeUndefined()
    }
  })
  it('both did the same: there is nothing to ask', () =>
    expect(merge(base, after([rename('Same')]), after([rename('Same')])).state).toBe('merged'))
  it('one took away what the other changed: that is not decided by the program', () =>
    expect(
      merge(base, after([move('com-2', 400)]), after([{ type: 'unit.remove', option: 'b', unit: 'com-2' }]))
    ).toMatchObject({ state: 'apart' }))

  it('whatever two windows do, what goes together holds together, has all that either did, and is the same whoever comes first', () => {
    const random = new RandomEdits(base.project)
    const some = fc.array(random.any(), { minLength: 1, maxLength: 4 })
    const doing = (edits: Edit[]) => {
      let bench = base
      for (const edit of edits)
        try {
          bench = act(bench, [edit], 'act')
        } catch (error) {
          if (!(error instanceof EditError)) throw error
        }
      return bench
    }
    let together = 0
    fc.assert(
      fc.property(some, some, (left, right) => {
        const [mine, theirs] = [doing(left), doing(right)]
        const found = merge(base, mine, theirs)
        if (found.state !== 'merged') return
        together++
        const { project, history } = found.bench
        expect(referenceProblems(project)).toEqual([])
        expect(historyProblem(project, history)).toBeUndefined()
        const all = new Set(touched(difference(base.project, project)))
        for (const side of [mine, theirs])
          for (const path of touched(difference(base.project, side.project))) expect(all.has(path)).toBe(true)
        const other = merge(base, theirs, mine)
        if (other.state !== 'merged') throw new Error(other.state)
        // What came new into one list may stand in another order; what there is does not differ.
        expect(content(other.bench.project)).toEqual(content(project))
        expect(applyEdits(project, [rename('again')], 'more').project.title).toBe('again')
      }),
      { numRuns: 60 }
    )
    expect(together).toBeGreaterThan(10)
  })
})
