import type { Design } from '../../design'
import type { Phrase } from '../../quantity'
import { shareWithin, tryJob, within } from './odds'
import { criticalPath } from './path'
import { tasksOf, type Pace, type Three } from './tasks'

/** One task as planned with likely durations, and how often it held the job up in the tries. */
export interface JobTask {
  id: string
  name: Phrase
  unit?: string
  days: Three
  start: number
  finish: number
  slack: number
  held: number
}
/** The odds of a job in time and money. */
export interface JobOdds {
  tasks: JobTask[]
  /** Working days with every task as likely. */
  likelyDays: number
  runs: number
  /** Working days and cents that so many in a hundred tries stay within. */
  quantiles: { share: number; days: number; cents: number }[]
  meanDays: number
  /** Share of the tries that are back within the days there are; undefined while no end is entered. */
  inTime?: number
  /** Share of the tries that stay under the ceiling; undefined while none is entered. */
  underCeiling?: number
}
const SHARES = [0.1, 0.5, 0.8, 0.95] as const

/**
 * Tries the job of a design many times: how long it takes, what it costs, what holds it up. Money is the estimate without its
 * contingency, and with every hour more or less at the rate: what the contingency is there for is played through.
 * @param asked the estimate without contingency and the rate an hour, in cents; the ceiling, 0 for none; working days from the start
 * to the day it is to be back, undefined where no end is entered
 */
export function jobOdds(
  design: Design,
  pace: Pace,
  asked: { plannedCents: number; rateCents: number; ceilingCents: number; daysThere?: number },
  runs = 20_000
): JobOdds {
  const { plannedCents, rateCents, ceilingCents, daysThere } = asked
  const tasks = tasksOf(design, pace)
  const placed = criticalPath(
    tasks,
    tasks.map(task => task.days[1])
  )
  const odds = tryJob(tasks, runs)
  const plannedHours = tasks.reduce((sum, task) => sum + (task.id === 'faults' ? 0 : task.hours), 0)
  const centsAt = (hours: number) => plannedCents + (hours - plannedHours) * rateCents
  return {
    tasks: tasks.map((task, at) => ({
      id: task.id,
      name: task.name,
      unit: task.unit,
      days: task.days,
      start: placed[at]!.start,
      finish: placed[at]!.finish,
      slack: placed[at]!.slack,
      held: odds.held.get(task.id)!
    })),
    likelyDays: Math.max(0, ...placed.map(one => one.finish)),
    runs,
    quantiles: SHARES.map(share => ({
      share,
      days: within(odds.days, share),
      cents: Math.round(centsAt(within(odds.hours, share)))
    })),
    meanDays: odds.meanDays,
    inTime: daysThere === undefined ? undefined : shareWithin(odds.days, daysThere),
    underCeiling:
      ceilingCents <= 0
        ? undefined
        : rateCents > 0
          ? shareWithin(odds.hours, plannedHours + (ceilingCents - plannedCents) / rateCents)
          : Number(plannedCents <= ceilingCents)
  }
}
