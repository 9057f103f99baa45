import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { AS_FOUND, resolve } from '../../design'
import { demoProject } from '../../testing.demo'
import { say } from '../../quantity'
import { chance, momentsOf, outcomeOf, type Three } from './chance'
import { shareWithin, tryJob, within } from './odds'
import { evenDays, jobOdds } from './job'
import { CircleError, criticalPath } from './path'
import { contingencyOf, inspectionOf } from './inspection'
import { inVisit, tasksOf, USUAL_PACE, type Task } from './tasks'

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
          const tasks = made.map((task, index) => ({
            id: `t${index}`,
            after: [...new Set(task.after.filter(before => before < index).map(before => `t${before}`))]
          }))
          const days = made.map(task => task.days)
          const longest = (index: number): number =>
            days[index]! + Math.max(0, ...tasks[index]!.after.map(id => longest(Number(id.slice(1)))))
          const placed = criticalPath(tasks, days)
          const end = Math.max(...tasks.map((_, index) => longest(index)))
          expect(Math.max(...placed.map(unit => unit.finish))).toBe(end)
          placed.forEach((unit, at) => {
            expect(unit.finish).toBe(longest(at))
            // A task that takes up its room does not move the end, and one day more does.
            const slower = (by: number) =>
              Math.max(
                ...criticalPath(
                  tasks,
                  days.map((day, index) => (index === at ? day + by : day))
                ).map(p => p.finish)
              )
            expect(slower(unit.slack)).toBe(end)
            expect(slower(unit.slack + 1)).toBe(end + 1)
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
      threes.map((days, index) => task(`t${index}`, days, index ? [`t${index - 1}`] : [])),
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
    const [odds, other] = [tryJob([a], 40_000, 6), tryJob([b], 40_000, 8)]
    for (const day of [4, 5, 6, 7])
      expect(shareWithin(both.days, day)).toBeCloseTo(shareWithin(odds.days, day) * shareWithin(other.days, day), 1)
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

describe('faults that may be there or not', () => {
  const looked = (...found: [number, Three][]) =>
    found.map(([chance, hours], index) => ({ id: `f${index}`, name: say`f`, how: '', chance, hours }))
  // Of independent things each there with p: mean Σ p·m, variance Σ p·(v + m²) − (p·m)² (definition of variance).
  it('take on the average the sum of chance times mean, with the spread of the closed form', () => {
    const three: Three[] = [
      [1, 3, 8],
      [4, 10, 40],
      [2, 2, 2]
    ]
    const chances = [0.5, 0.2, 1]
    const perhaps = three.map((days, index) => ({ chance: chances[index]!, days }))
    const found = tryJob([{ ...task('faults', [0, 1, 50]), perhaps }], 40_000, 12)
    const moments = three.map(momentsOf)
    const mean = moments.reduce((sum, moment, index) => sum + chances[index]! * moment.mean, 0)
    const variance = moments.reduce(
      (sum, moment, index) =>
        sum + chances[index]! * (moment.variance + moment.mean ** 2) - (chances[index]! * moment.mean) ** 2,
      0
    )
    expect(Math.abs(found.meanDays - mean)).toBeLessThan(5 * Math.sqrt(variance / found.runs))
    const spread = found.days.reduce((sum, day) => sum + (day - found.meanDays) ** 2, 0) / found.runs
    expect(spread / variance).toBeCloseTo(1, 1)
  })
  it('four in five take no more than is set aside; what was found sound asks for nothing, what is certain for all of it', () => {
    // One fault of 10 h in four of ten: six of ten need nothing, so four of five need it.
    expect(contingencyOf(looked([0.4, [10, 10, 10]]), 10_000, 1_000_000)).toMatchObject({
      hours: 10,
      cents: 100_000,
      percent: 10
    })
    expect(contingencyOf(looked([0.1, [10, 10, 10]]), 10_000, 1_000_000).hours).toBe(0)
    expect(contingencyOf(looked([0, [10, 10, 10]], [1, [6, 6, 6]]), 10_000, 0)).toMatchObject({
      expectedHours: 6,
      hours: 6
    })
    expect(contingencyOf([], 10_000, 0).percent).toBeUndefined()
  })
  // One to three small ones and one of a day or more (common practice): eight to forty hours.
  it('of an aeroplane of fifty years are between a day and a week, and fewer of a new one', () => {
    const dun = resolve(demoProject('3-skerrow-dunlin'), 'b')
    const hours = (on: string) => contingencyOf(inspectionOf(dun, on), 0, 0).expectedHours
    expect(hours('2026-12-01')).toBeGreaterThan(8)
    expect(hours('2026-12-01')).toBeLessThan(40)
    expect(hours('1980-01-01')).toBeLessThan(hours('2026-12-01') / 4)
    const sound = inspectionOf(
      { ...dun, brief: { ...dun.brief, inspected: [{ check: 'insulation', found: 'sound', on: '2026-11-01' }] } },
      '2026-12-01'
    )
    expect(sound.find(looked => looked.id === 'insulation')).toMatchObject({ chance: 0, found: 'sound' })
  })
})

describe('what drives the spread', () =>
  it('of tasks one after the other each has the share of its variance, and together they have all of it', () => {
    const threes: Three[] = [
      [1, 3, 9],
      [5, 8, 20],
      [2, 2, 2]
    ]
    const found = tryJob(
      threes.map((days, index) => task(`t${index}`, days, index ? [`t${index - 1}`] : [])),
      40_000,
      3
    )
    const variances = threes.map(three => momentsOf(three).variance)
    const all = variances.reduce((sum, variance) => sum + variance, 0)
    threes.forEach((_, index) => expect(found.drives.get(`t${index}`)).toBeCloseTo(variances[index]! / all, 1))
    expect([...found.drives.values()].reduce((sum, drive) => sum + drive, 0)).toBeCloseTo(1, 6)
    // Side by side too: what lies on the longest way adds up to the days, so its parts add up to their spread.
    const wide = tryJob([task('a', [1, 4, 9]), task('b', [2, 5, 8]), task('c', [1, 2, 3], ['a', 'b'])], 20_000, 4)
    expect([...wide.drives.values()].reduce((sum, drive) => sum + drive, 0)).toBeCloseTo(1, 6)
  }))

describe('the job of a design', () => {
  const dun = demoProject('3-skerrow-dunlin')
  const pace = { ...USUAL_PACE, on: '2026-12-01' }
  it('has nothing to do where nothing changes', () => expect(tasksOf(resolve(dun, AS_FOUND), pace)).toEqual([]))
  it('cuts metal only when what goes into it is in hand, installs after that, and flies last', () => {
    const tasks = tasksOf(resolve(dun, 'b'), pace)
    const placed = new Map(
      criticalPath(
        tasks,
        tasks.map(task => task.days[2])
      ).map(unit => [unit.id, unit])
    )
    for (const task of tasks)
      for (const id of task.after) expect(placed.get(id)!.finish).toBeLessThanOrEqual(placed.get(task.id)!.start + 1e-9)
    expect(tasks.find(task => task.id === 'cut')!.after).toContain('part pfd')
    expect(Math.max(...[...placed.values()].map(unit => unit.finish))).toBe(placed.get('papers')!.finish)
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
      return tasks.filter(task => task.cause).reduce((most, task) => Math.max(most, by.get(task.id)!), 0)
    }
    expect(held(30)).toBe(0)
    expect(held(0)).toBeGreaterThan(held(8))
  })

  it('work of one’s own in the same visit holds it up only when it lasts longer than the rest', () => {
    const design = resolve(dun, 'b')
    const annual = (days: Three) => ({
      ...design,
      tasks: [
        {
          id: 'annual',
          name: 'Annual',
          days: [...days] as [number, number, number],
          after: ['open'],
          before: ['close'],
          hours: 0
        }
      ]
    })
    const likely = (of: typeof design) => {
      const tasks = tasksOf(of, pace)
      const placed = criticalPath(
        tasks,
        tasks.map(task => task.days[1])
      )
      return { end: Math.max(...placed.map(unit => unit.finish)), own: placed.find(unit => unit.id === 'own annual') }
    }
    const alone = likely(design).end
    expect(likely(annual([1, 2, 3])).end).toBe(alone)
    const long = likely(annual([200, 200, 200]))
    expect(long.end).toBeGreaterThan(alone)
    expect(long.own!.slack).toBe(0)
  })
  it('a task is moved to a day and not before; one that waits in a circle is told, one that names nothing too', () => {
    const design = resolve(dun, 'b')
    // 2026-12-01 is a Tuesday: on the Tuesday after, five working days have passed.
    const moved = tasksOf({ ...design, shifts: [{ task: 'open', from: '2026-12-08' }] }, pace)
    expect(
      criticalPath(
        moved,
        moved.map(task => task.days[1])
      ).find(unit => unit.id === 'open')!.start
    ).toBe(5)
    const own = (after: string[], before: string[]) => ({
      ...design,
      tasks: [{ id: 'x', name: 'X', days: [1, 1, 1] as [number, number, number], after, before, hours: 0 }]
    })
    const asked = { plannedCents: 0, rateCents: 0, ceilingCents: 0 }
    expect(() => jobOdds(own(['close'], ['open']), pace, asked, 10)).toThrow(CircleError)
    expect(evenDays([{ design: own(['close'], ['open']), pace }])).toBeUndefined()
    expect(jobOdds(own(['nowhere'], ['close']), pace, asked, 10).stray).toEqual(['nowhere'])
  })
  it('the days of an option are those that half of the tries stay within; all tasks in their likely time are far fewer', () => {
    const design = resolve(dun, 'b')
    const odds = jobOdds(design, pace, { plannedCents: 0, rateCents: 0, ceilingCents: 0 }, 20_000)
    const half = odds.quantiles.find(({ share }) => share === 0.5)!.days
    expect(Math.abs(evenDays([{ design, pace }])! - half)).toBeLessThan(1)
    expect(odds.likelyDays).toBeLessThan(half)
    expect(odds.likelyShare).toBeLessThan(0.3)
  })
  it('hidden faults are found when the aircraft is opened first, and not again in the visit after it', () => {
    const design = resolve(dun, 'c')
    const faultsIn = (visit: string) => tasksOf(inVisit(design, visit), pace).filter(({ id }) => id === 'faults').length
    expect(design.phases.map(({ id }) => faultsIn(id))).toEqual([1, 0])
    expect(tasksOf(design, pace).filter(({ id }) => id === 'faults')).toHaveLength(1)
  })
  it('the band round a chance holds the chance itself, whatever the days there are and the ceiling', () => {
    for (let daysThere = 10; daysThere <= 90; daysThere += 8) {
      const asked = {
        plannedCents: 3_000_000,
        rateCents: 11_000,
        ceilingCents: 3_000_000 + daysThere * 5_000,
        daysThere
      }
      const { inTime, inTimeBetween, underCeiling, underCeilingBetween } = jobOdds(
        resolve(dun, 'b'),
        pace,
        asked,
        1_000
      )
      expect(inTimeBetween![0]).toBeLessThanOrEqual(inTime!)
      expect(inTimeBetween![1]).toBeGreaterThanOrEqual(inTime!)
      expect(underCeilingBetween![0]).toBeLessThanOrEqual(underCeiling!)
      expect(underCeilingBetween![1]).toBeGreaterThanOrEqual(underCeiling!)
    }
  })
  it('of own labor no per cent is set aside for faults: they take hours, and no money that is known', () => {
    const looked = inspectionOf(resolve(dun, 'b'), '2027-01-12')
    expect(contingencyOf(looked, 11_000, 3_000_000).percent).toBeGreaterThan(0)
    const own = contingencyOf(looked, 0, 3_000_000)
    expect(own).toMatchObject({ cents: 0 })
    expect(own.hours).toBeGreaterThan(0)
    expect(own.percent).toBeUndefined()
  })
  it('weeks that the supplier gave stand in place of the usual, and he is late no more by chance', () => {
    const design = resolve(dun, 'b')
    const lead = { weeks: [20, 20, 20] as [number, number, number], says: 'Whinmoor Supply', on: '2026-11-27' }
    const given = { ...design, units: design.units.map(unit => (unit.id === 'pfd' ? { ...unit, lead } : unit)) }
    const part = tasksOf(given, pace).find(task => task.id === 'part pfd')!
    expect(part.days).toEqual([70, 70, 70])
    expect(part.instead).toBeUndefined()
  })
  it('illness makes every day of work longer, and nothing that is waited for', () => {
    const days = (lostPercent: number, id: string) =>
      tasksOf(resolve(dun, 'b'), { ...pace, lostPercent }).find(task => task.id === id)!.days[1]
    expect(days(20, 'in')).toBeCloseTo(days(0, 'in') / 0.8, 9)
    expect(days(20, 'cut')).toBe(days(0, 'cut'))
  })
  // Option C opens face, stack and belly again in its second winter: 8, 2 and 3 h.
  it('what a visit opens again takes the hours that it costs', () => {
    const hours = (visit: string) =>
      tasksOf(inVisit(resolve(dun, 'c'), visit), pace)
        .filter(task => task.id === 'open' || task.id === 'close')
        .reduce((sum, task) => sum + task.hours, 0)
    expect(hours('y1')).toBeCloseTo(8, 9)
    expect(hours('y2')).toBeCloseTo(13, 9)
  })
  it('a visit has its own tasks only, and visits together have all of the parts', () => {
    const design = resolve(dun, 'c')
    const parts = (of: typeof design) => tasksOf(of, pace).flatMap(task => (task.unit ? [task.unit] : []))
    const both = ['y1', 'y2'].map(visit => parts(inVisit(design, visit)))
    expect(both[0]!.some(unit => both[1]!.includes(unit))).toBe(false)
    expect(both.flat().sort()).toEqual(parts(design).sort())
  })
  it('the working gives the odds again, and they lie between those of wider and of narrower spreads', () => {
    const design = resolve(dun, 'b')
    const asked = { plannedCents: 3_500_000, rateCents: 12_000, ceilingCents: 3_800_000, daysThere: 45 }
    const odds = jobOdds(design, pace, asked, 4_000)
    expect(odds.working.inTime!.result.value).toBeCloseTo(odds.inTime! * 100, 9)
    expect(odds.working.underCeiling!.inputs.find(input => input.symbol === 'C')!.value).toBe(3_800_000)
    const [low, high] = odds.inTimeBetween!
    expect(low).toBeLessThanOrEqual(odds.inTime! + 0.03)
    expect(high).toBeGreaterThanOrEqual(odds.inTime! - 0.03)
  })

  it('money follows the hours: half the tries cost more than planned, since faults are found; more money is surer', () => {
    const design = resolve(dun, 'b')
    const odds = (ceilingCents: number) =>
      jobOdds(design, pace, { plannedCents: 3_500_000, rateCents: 12_000, ceilingCents, daysThere: 45 }, 4_000)
    const { quantiles, inTime, tasks, likelyDays } = odds(3_800_000)
    expect(quantiles.map(quantile => quantile.share)).toEqual([0.1, 0.5, 0.8, 0.95])
    for (const key of ['days', 'cents'] as const)
      expect(quantiles.map(quantile => quantile[key])).toEqual(
        [...quantiles.map(quantile => quantile[key])].sort((a, b) => a - b)
      )
    expect(quantiles[1]!.cents).toBeGreaterThan(3_500_000)
    expect(inTime).toBeGreaterThan(0)
    expect(Math.max(...tasks.map(task => task.finish))).toBe(likelyDays)
    expect(odds(4_200_000).underCeiling!).toBeGreaterThan(odds(3_600_000).underCeiling!)
    expect(odds(0).underCeiling).toBeUndefined()
  })
})
