import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoProject } from '../../testing.demo'
import { act, EditError, EMPTY_HISTORY, mergeSteps, redo, reverse, takeSteps, undo, type Bench, type Step } from '..'
import { RandomEdits, withFewPins } from '../random.testing'
import { recordsOf } from '../schema/records'

const start: Bench = { project: withFewPins(demoProject('3-skerrow-dunlin')), history: EMPTY_HISTORY }
const random = new RandomEdits(start.project)
/** A window at work: random acts, some taken back and some of those done again, with the steps it would send. */
const work = (most: number) =>
  fc.array(
    fc.oneof({ weight: 3, arbitrary: random.any() }, { weight: 1, arbitrary: fc.constantFrom('undo', 'redo') }),
    {
      maxLength: most
    }
  )
type Work = Parameters<Parameters<ReturnType<typeof work>['map']>[0]>[0]
function worked(from: Bench, doing: Work): { bench: Bench; steps: Step[] } {
  let bench = from
  const steps: Step[] = []
  for (const deed of doing) {
    try {
      if (deed === 'undo') {
        const last = bench.history.past.at(-1)
        bench = undo(bench)
        if (last) steps.push({ does: 'undo', label: last.label, diff: reverse(last.diff) })
      } else if (deed === 'redo') {
        const next = bench.history.future[0]
        bench = redo(bench)
        if (next) steps.push({ does: 'redo', ...next })
      } else {
        const next = act(bench, [deed as never], 'act')
        if (next !== bench) steps.push({ does: 'act', ...next.history.past.at(-1)! })
        bench = next
      }
    } catch (error) {
      if (!(error instanceof EditError)) throw error
    }
  }
  return { bench, steps: JSON.parse(JSON.stringify(steps)) as Step[] }
}
const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

describe('what a window sends', () => {
  it('brings the server to the very document and history that the window has, through any work with undo and redo', () => {
    let some = 0
    fc.assert(
      fc.property(work(8), doing => {
        const { bench, steps } = worked(start, doing)
        some += steps.length
        expect(plain(takeSteps(plain(start), steps))).toEqual(plain(bench))
      }),
      { numRuns: 60 }
    )
    expect(some).toBeGreaterThan(40)
  })
  it('is one act more, whatever was done elsewhere meanwhile, or it is asked: nothing of theirs is lost', () => {
    let together = 0
    fc.assert(
      fc.property(work(3), work(3), (left, right) => {
        const theirs = worked(start, left)
        const mine = worked(start, right)
        const merged = mergeSteps(plain(theirs.bench), theirs.steps, mine.steps)
        if (merged.state !== 'merged') return
        together++
        const [now, here] = [
          new Set(recordsOf(merged.bench.project).map(record => record.path)),
          recordsOf(theirs.bench.project)
        ]
        const gone = mine.steps.flatMap(step => Object.keys(step.diff.removed))
        for (const { path } of here) expect(now.has(path) || gone.includes(path)).toBe(true)
      }),
      { numRuns: 40 }
    )
    expect(together).toBeGreaterThan(10)
  })
  it('does not fit another document, and changes nothing then', () => {
    const { bench, steps } = worked(start, [{ type: 'project.rename', title: 'One' }])
    expect(() => takeSteps(bench, steps)).toThrow(EditError)
    expect(() => takeSteps(start, [{ ...steps[0]!, does: 'redo' }])).toThrow(/not the act to redo/)
    const elsewhere = mergeSteps(
      bench,
      [{ ...steps[0]!, diff: { ...steps[0]!.diff, added: {}, updated: { 'option:zz': [{}, {}] } } }],
      steps
    )
    expect(elsewhere.state).toBe('apart')
  })
})
