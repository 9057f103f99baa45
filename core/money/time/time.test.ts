import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { AS_FOUND, resolve } from '../../design'
import { demoProject } from '../../testing.demo'
import { say } from '../../quantity'
import { chance, momentsOf, outcomeOf, shareWithin, tryJob, within } from './odds'
import { jobOdds } from './job'
import { CircleError, criticalPath } from './path'
import { tasksOf, USUAL_PACE, type Task, type Three } from './tasks'

const task = (id: string, days: Three, after: string[] = []): Task => ({ id, name: say`${id}`, after, days, hours: 0 })

describe('the critical path', () => {
  // Every way through the tasks, the longest counts (definition of the critical path method).
  it('is as long as the longest of all ways, and what lies on it has no room', () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ days: fc.integer({ min: 0, max: 20 }), after: fc.array(fc.nat(30), { maxLength: 4 }) }), {
          minLength: 1,
          maxLength: 12
        }),
        made => {
          const tasks = made.map((one, at) => ({
            id: `t${at}`,
            after: [...new Set(one.after.filter(before => before < at).map(before => `t${before}`))]
          }))
          const days = made.map(one => one.days)
          const longest = (at: number): number =>
            days[at]! + Math.max(0, ...tasks[at]!.after.map(id => longest(Number(id.slice(1)))))
          const placed = criticalPath(tasks, days)
          const end = Math.max(...tasks.map((_, at) => longest(at)))
          expect(Math.max(...placed.map(one => one.finish))).toBe(end)
          placed.forEach((one, at) => {
            expect(one.finish).toBe(longest(at))
            // A task that takes up its room does not move the end, and one day more does.
            const slower = (by: number) =>
              Math.max(
                ...criticalPath(
                  tasks,
                  days.map((day, index) => (index === at ? day + by : day))
                ).map(p => p.finish)
              )
            expect(slower(one.slack)).toBe(end)
            expect(slower(one.slack + 1)).toBe(end + 1)
          })
        }
      ),
      { numRuns: 80 }
    ))
  it('tasks that wait for each other in a circle are told', () =>
    expect(() => criticalPath([task('a', [1, 1, 1], ['b']), task('b', [1, 1, 1], ['a'])], [1, 1])).toThrow(CircleError))
})

describe('odds', () => {
  it('an outcome lies between best and worst, with mean and variance of the closed form', () => {
    const draw = chance(7)
    for (const three of [
      [2, 5, 10],
      [0, 0, 8],
      [3, 9, 9],
      [1, 2, 40]
    ] as Three[]) {
      const runs = 40_000
      let [sum, squares, low, high] = [0, 0, Infinity, -Infinity]
      for (let run = 0; run < runs; run++) {
        const value = outcomeOf(three, draw)
        low = Math.min(low, value)
        high = Math.max(high, value)
        sum += value
        squares += value * value
      }
      expect(low).toBeGreaterThanOrEqual(three[0])
      expect(high).toBeLessThanOrEqual(three[2])
      const { mean, variance } = momentsOf(three)
      const error = Math.sqrt(variance / runs)
      expect(Math.abs(sum / runs - mean)).toBeLessThan(5 * error)
      expect((squares / runs - (sum / runs) ** 2) / variance).toBeCloseTo(1, 1)
    }
  })
  it('of tasks one after the other means add up, and variances', () => {
    const threes: Three[] = [
      [1, 3, 9],
      [2, 2, 7],
      [5, 8, 20]
    ]
    const found = tryJob(
      threes.map((days, at) => task(`t${at}`, days, at ? [`t${at - 1}`] : [])),
      40_000,
      3
    )
    const mean = threes.reduce((sum, three) => sum + momentsOf(three).mean, 0)
    const variance = threes.reduce((sum, three) => sum + momentsOf(three).variance, 0)
    expect(Math.abs(found.meanDays - mean)).toBeLessThan(5 * Math.sqrt(variance / found.runs))
    const spread = found.days.reduce((sum, day) => sum + (day - found.meanDays) ** 2, 0) / found.runs
    expect(spread / variance).toBeCloseTo(1, 1)
  })
  it('of two that run side by side the slower counts: the chance is the product of both', () => {
    const [a, b] = [task('a', [1, 4, 9]), task('b', [2, 5, 8])]
    const both = tryJob([a, b], 40_000, 5)
    const [one, other] = [tryJob([a], 40_000, 6), tryJob([b], 40_000, 8)]
    for (const day of [4, 5, 6, 7])
      expect(shareWithin(both.days, day)).toBeCloseTo(shareWithin(one.days, day) * shareWithin(other.days, day), 1)
    // One of the two holds it up each time.
    expect(both.held.get('a')! + both.held.get('b')!).toBeCloseTo(1, 9)
  })
  it('the same seed gives the same answer, another one nearly the same', () => {
    const tasks = [task('a', [1, 4, 9]), task('b', [2, 5, 8], ['a'])]
    expect(tryJob(tasks, 2_000, 9).days).toEqual(tryJob(tasks, 2_000, 9).days)
    expect(within(tryJob(tasks, 20_000, 1).days, 0.8)).toBeCloseTo(within(tryJob(tasks, 20_000, 2).days, 0.8), 0)
  })
  it('what has one cause goes wrong together: two parts of one maker are late no oftener than one', () => {
    const part = (id: string, cause: string): Task => ({ ...task(id, [0, 0, 0]), cause, instead: [50, 50, 50] })
    const lateShare = (tasks: Task[]) => 1 - shareWithin(tryJob(tasks, 40_000, 4).days, 1)
    expect(lateShare([part('a', 'x'), part('b', 'x')])).toBeCloseTo(0.06, 2)
    // Of two makers: 1 − 0.94².
    expect(lateShare([part('a', 'x'), part('b', 'y')])).toBeCloseTo(1 - 0.94 ** 2, 2)
  })
})

describe('the job of a design', () => {
  const dun = demoProject('3-skerrow-dunlin')
  const pace = { ...USUAL_PACE, on: '2026-12-01' }
  it('has nothing to do where nothing changes', () => expect(tasksOf(resolve(dun, AS_FOUND), pace)).toEqual([]))
  it('cuts metal only when what goes into it is in hand, installs after that, and flies last', () => {
    const tasks = tasksOf(resolve(dun, 'b'), pace)
    const placed = new Map(
      criticalPath(
        tasks,
        tasks.map(one => one.days[2])
      ).map(one => [one.id, one])
    )
    for (const one of tasks)
      for (const id of one.after) expect(placed.get(id)!.finish).toBeLessThanOrEqual(placed.get(one.id)!.start + 1e-9)
    expect(tasks.find(one => one.id === 'cut')!.after).toContain('part pfd')
    expect(Math.max(...[...placed.values()].map(one => one.finish))).toBe(placed.get('papers')!.finish)
  })
  // “About 45 working days” for a flagship refit, six weeks quoted that ended near seven (common practice).
  it('a wide refit in an old aeroplane takes weeks, not days: between three and thirteen', () => {
    const { days } = tryJob(tasksOf(resolve(dun, 'b'), pace), 4_000)
    expect(within(days, 0.5)).toBeGreaterThan(15)
    expect(within(days, 0.5)).toBeLessThan(65)
  })
  it('parts ordered long before hold nothing up; ordered on the day they do', () => {
    const held = (orderedWeeksAhead: number) => {
      const tasks = tasksOf(resolve(dun, 'b'), { ...pace, orderedWeeksAhead })
      const { held: by } = tryJob(tasks, 2_000)
      return tasks.filter(one => one.cause).reduce((most, one) => Math.max(most, by.get(one.id)!), 0)
    }
    expect(held(30)).toBe(0)
    expect(held(0)).toBeGreaterThan(held(8))
  })

  it('money follows the hours: half the tries cost more than planned, since faults are found; more money is surer', () => {
    const design = resolve(dun, 'b')
    const odds = (ceilingCents: number) =>
      jobOdds(design, pace, { plannedCents: 3_500_000, rateCents: 12_000, ceilingCents, daysThere: 45 }, 4_000)
    const { quantiles, inTime, tasks, likelyDays } = odds(3_800_000)
    expect(quantiles.map(one => one.share)).toEqual([0.1, 0.5, 0.8, 0.95])
    for (const key of ['days', 'cents'] as const)
      expect(quantiles.map(one => one[key])).toEqual([...quantiles.map(one => one[key])].sort((a, b) => a - b))
    expect(quantiles[1]!.cents).toBeGreaterThan(3_500_000)
    expect(inTime).toBeGreaterThan(0)
    expect(Math.max(...tasks.map(one => one.finish))).toBe(likelyDays)
    expect(odds(4_200_000).underCeiling!).toBeGreaterThan(odds(3_600_000).underCeiling!)
    expect(odds(0).underCeiling).toBeUndefined()
  })
})
