import { describe, expect, it } from 'vitest'
import { resolve } from '../../design'
import { applyEdits, EditError, type Edit } from '../../document'
import { demoProject } from '../../testing.demo'
import { ceilingFor, daysFor, jobOdds, quoteDates, startOf, USUAL_PACE, workingDayAfter } from '..'

const dun = demoProject('3-skerrow-dunlin')
const TODAY = '2026-11-27'
const given = (...edits: Edit[]) => resolve(applyEdits(dun, edits, 'x').project, 'b')
const to = (quote?: string): Edit => ({ type: 'shop.set', option: 'b', ...(quote && { quote }) })

describe('when the work begins', () => {
  // Window of the brief: 2027-01-12 to 2027-03-06. Quotes of 2026-11-20 with queues of 7, 39 and 2 weeks.
  it('on the day of the window while no shop has the job, or one whose queue is through by then', () => {
    expect(startOf(resolve(dun, 'b'), '', TODAY)).toEqual({ on: '2027-01-12' })
    expect(startOf(given(to('q1')), '', TODAY)).toEqual({ on: '2027-01-12' })
    expect(daysFor(given(to('q1')), '', TODAY)).toBe(38)
  })
  it('when the queue is through where that is later, and the window ends when it ended', () => {
    const slow = given(to('q2'))
    // 39 weeks after 20 November 2026 is 20 August 2027.
    expect(startOf(slow, '', TODAY)).toEqual({
      on: '2027-08-20',
      waits: { shop: 'Ridge & Rowan', wanted: '2027-01-12' }
    })
    expect(daysFor(slow, '', TODAY)).toBe(0)
    const quote = slow.quotes.find(quote => quote.id === 'q2')!
    expect(quoteDates(quote, { meanWeeks: 4, deviationWeeks: 0 }, '2027-01-12', TODAY).begins).toBe('2027-08-20')
    const odds = jobOdds(
      slow,
      { ...USUAL_PACE, on: '2027-08-20' },
      { plannedCents: 0, rateCents: 0, ceilingCents: 0, daysThere: 0 },
      50
    )
    expect(odds.inTime).toBe(0)
  })
  it('a queue without the day of its quote counts from today', () => {
    const quote = { ...resolve(dun, 'b').quotes.find(quote => quote.id === 'q2')! }
    delete quote.on
    expect(startOf(given({ type: 'quote.put', option: 'b', quote }, to('q2')), '', '2026-12-01').on).toBe('2027-08-31')
  })
  // 16 January 2027 is a Saturday, the 18th the Monday after it.
  it('from a Saturday the work begins on the Monday, and all that follows is as from that Monday', () => {
    const from = (downFrom: string) => given({ type: 'brief.set', brief: { ...dun.brief, downFrom } })
    expect(startOf(from('2027-01-16'), '', TODAY)).toEqual({ on: '2027-01-18' })
    expect(daysFor(from('2027-01-16'), '', TODAY)).toBe(daysFor(from('2027-01-18'), '', TODAY))
    // Five days of work from it are Monday to Friday: it is back on the Monday after.
    expect(workingDayAfter(startOf(from('2027-01-16'), '', TODAY).on!, 5)).toBe('2027-01-25')
    const shut = given({
      type: 'brief.set',
      brief: { ...dun.brief, downFrom: '2027-01-16', shop: { ...USUAL_PACE, closed: ['2027-01-18'] } }
    })
    expect(startOf(shut, '', TODAY).on).toBe('2027-01-19')
  })
  it('each visit waits for itself: one after the queue begins on its day', () => {
    const phases = [
      { id: 'y1', name: 'One', from: '2027-01-12' },
      { id: 'y2', name: 'Two', from: '2028-01-10', days: 20 }
    ]
    const design = given(...phases.map((phase): Edit => ({ type: 'phase.put', option: 'b', phase })), to('q2'))
    expect(startOf(design, 'y1', TODAY).on).toBe('2027-08-20')
    expect(startOf(design, 'y2', TODAY)).toEqual({ on: '2028-01-10' })
    expect([daysFor(design, 'y1', TODAY), daysFor(design, 'y2', TODAY)]).toEqual([0, 20])
    // The budget is that of the whole; of one visit among several its own ceiling counts.
    expect(ceilingFor(design, 'y1')).toBe(0)
    expect(ceilingFor(given({ type: 'phase.put', option: 'b', phase: phases[0]! }), 'y1')).toBe(dun.brief.budgetCents)
  })
  it('a shop whose quote goes has the job no more, and one that is not there cannot have it', () => {
    const project = applyEdits(dun, [to('q1')], 'x').project
    expect(resolve(project, 'b').shop).toBe('q1')
    const gone = applyEdits(project, [{ type: 'quote.drop', option: 'b', quote: 'q1' }], 'y').project
    expect(resolve(gone, 'b').shop).toBeUndefined()
    expect(given(to('q1'), to()).shop).toBeUndefined()
    expect(() => given(to('q9'))).toThrow(EditError)
  })
  it('what a task waits for is done before it begins, and a task that is moved says so apart', () => {
    const shifts = [{ task: 'open', from: '2027-02-01' }]
    const odds = jobOdds(
      { ...resolve(dun, 'b'), shifts },
      { ...USUAL_PACE, on: '2027-01-12' },
      { plannedCents: 0, rateCents: 0, ceilingCents: 0 },
      50
    )
    for (const task of odds.tasks) expect(task.start).toBeCloseTo(Math.max(task.ready, task.from ?? 0), 9)
    expect(odds.tasks.find(task => task.id === 'open')).toMatchObject({ ready: 0, from: 14, start: 14 })
  })
})
