import * as messages from '../messages'
import type { Working } from '../../design'
import { type Phrase, screenName } from '../../quantity'
import { chance, type Three } from './chance'
import { shareWithin, tryJob, within, type Odds } from './odds'
import { CircleError, criticalPath } from './path'
import { strayNames, tasksOf, type Pace, type Task, type VisitDesign } from './tasks'

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
  /** How much of the spread of the days comes from it. */
  drives: number
  /** It is not to begin before so many working days. */
  from?: number
  /** What it waits for is done after so many, with likely times. */
  ready: number
}
/** The odds of a job in time and money. */
export interface JobOdds {
  tasks: JobTask[]
  /** Working days with every task as likely, and the share of the tries that stay within them: far from half, as delays add up. */
  likelyDays: number
  likelyShare: number
  runs: number
  /** Working days and cents that so many in a hundred tries stay within. */
  quantiles: { share: number; days: number; cents: number }[]
  /** The same at every fiftieth of the tries, to draw the whole distribution. */
  curve: { share: number; days: number; cents: number }[]
  meanDays: number
  /** Share of the tries that are back within the days there are; undefined while no end is entered. */
  inTime?: number
  /** Share of the tries that stay under the ceiling; undefined while none is entered. */
  underCeiling?: number
  /** Least and greatest of the same shares with worst cases as they are, 50 % further from the likely ones, and 50 % nearer. */
  inTimeBetween?: readonly [number, number]
  underCeilingBetween?: readonly [number, number]
  /** Names given as before or after by tasks of one’s own, and borne by no task. */
  stray: string[]
  working: { inTime?: Working; underCeiling?: Working }
}
const SHARES = [0.1, 0.5, 0.8, 0.95] as const
const CURVE = Array.from({ length: 51 }, (_, i) => i / 50)

/**
 * Tries the job of a design many times: how long it takes, what it costs, what holds it up. Money is the estimate without its
 * contingency, and with every hour more or less at the rate: what the contingency is there for is played through.
 * @param asked the estimate without contingency and the rate an hour, in cents; the ceiling, 0 for none; working days from the start
 * to the day it is to be back, undefined where no end is entered
 */
export function jobOdds(
  design: VisitDesign,
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
  const finishOf = new Map(placed.map(unit => [unit.id, unit.finish]))
  const odds = tryJob(tasks, runs)
  const plannedHours = tasks.reduce((sum, task) => sum + (task.id === 'faults' ? 0 : task.hours), 0)
  const centsAt = (hours: number) => plannedCents + (hours - plannedHours) * rateCents
  const inTime = (of: Odds) => (daysThere === undefined ? undefined : shareWithin(of.days, daysThere))
  const underCeiling = (of: Odds) =>
    ceilingCents <= 0
      ? undefined
      : rateCents > 0
        ? shareWithin(of.hours, plannedHours + (ceilingCents - plannedCents) / rateCents)
        : Number(plannedCents <= ceilingCents)
  const varied = [1.5, 0.5].map(by => tryJob(spreadBy(tasks, by), Math.ceil(runs / 5)))
  const between = (of: (odds: Odds) => number | undefined) => {
    const shares = [odds, ...varied].flatMap(each => of(each) ?? [])
    return shares.length ? ([Math.min(...shares), Math.max(...shares)] as const) : undefined
  }
  const at = (share: number) => ({
    share,
    days: within(odds.days, share),
    cents: Math.round(centsAt(within(odds.hours, share)))
  })
  const likelyDays = Math.max(0, ...placed.map(unit => unit.finish))
  const found = {
    tasks: tasks.map((task, index) => ({
      id: task.id,
      name: task.name,
      unit: task.unit,
      days: task.days,
      start: placed[index]!.start,
      finish: placed[index]!.finish,
      slack: placed[index]!.slack,
      ready: Math.max(0, ...task.after.map(id => finishOf.get(id) ?? 0)),
      held: odds.held.get(task.id)!,
      drives: odds.drives.get(task.id)!,
      ...(task.from !== undefined && { from: task.from })
    })),
    likelyDays,
    likelyShare: shareWithin(odds.days, likelyDays + 1e-9),
    runs,
    quantiles: SHARES.map(at),
    curve: CURVE.map(at),
    meanDays: odds.meanDays,
    inTime: inTime(odds),
    underCeiling: underCeiling(odds),
    inTimeBetween: between(inTime),
    underCeilingBetween: between(underCeiling),
    stray: strayNames(design, tasks)
  }
  return { ...found, working: workingsOf(found, tasks, { ...asked, plannedHours }) }
}

/** Tries for the days of an option beside others: their median is off by less than a day. */
const FEW_RUNS = 4_000

/**
 * Working days that half of the tries of all visits together stay within; undefined where tasks wait for each other in a circle.
 * @param visits each with what it changes alone, and how it is worked
 */
export function evenDays(visits: readonly { design: VisitDesign; pace: Pace }[]): number | undefined {
  try {
    const days = visits.map(({ design, pace }) => tryJob(tasksOf(design, pace), FEW_RUNS).days)
    const draw = chance(3)
    const sums = Float64Array.from({ length: FEW_RUNS }, () =>
      days.reduce((sum, tries) => sum + (tries[Math.floor(draw() * tries.length)] ?? 0), 0)
    )
    return within(sums.sort(), 0.5)
  } catch (error) {
    if (error instanceof CircleError) return undefined
    throw error
  }
}

/** Every worst case so many times as far from the likely one. */
const spreadBy = (tasks: readonly Task[], by: number): Task[] => {
  const wide = ([a, m, b]: Three): Three => [a, m, m + (b - m) * by]
  return tasks.map(task => ({
    ...task,
    days: wide(task.days),
    ...(task.instead && { instead: wide(task.instead) }),
    ...(task.perhaps && { perhaps: task.perhaps.map(perhaps => ({ ...perhaps, days: wide(perhaps.days) })) })
  }))
}

/** How the odds of time and of money came about, each with all that went into it. */
function workingsOf(
  found: Omit<JobOdds, 'working'>,
  tasks: readonly Task[],
  asked: { plannedCents: number; rateCents: number; ceilingCents: number; daysThere?: number; plannedHours: number }
): JobOdds['working'] {
  const basis = {
    kind: 'assumption',
    source:
      'three-point estimates (PERT: beta, mean (a + 4m + b) / 6), critical path; spreads and leads as entered or assumed'
  } as const
  const given = (
    symbol: string,
    meaning: Phrase | string,
    value: number,
    [unit, from]: readonly [string, Phrase | string]
  ) => ({
    symbol,
    meaning,
    value,
    unit,
    from
  })
  const ofTasks = tasks.flatMap((task, index) =>
    task.days[2] > 0
      ? [
          given(`d${index + 1}`, task.name, task.days[1], [
            'd',
            messages.taskRange({ best: task.days[0], worst: task.days[2] })
          ])
        ]
      : []
  )
  const runs = given('n', 'tries', found.runs, ['', 'same seed, same answer'])
  return {
    ...(found.inTime !== undefined && {
      inTime: {
        formula: 'P = tries whose longest way through the tasks is within D, over n',
        inputs: [
          given('D', 'working days there are', asked.daysThere!, [
            'd',
            `window in ${screenName('brief')}, less the days to be left`
          ]),
          runs,
          ...ofTasks
        ],
        result: { value: found.inTime * 100, unit: '%' },
        basis
      }
    }),
    ...(found.underCeiling !== undefined && {
      underCeiling: {
        formula: 'P = tries with K + (h − H) · r ≤ C, over n',
        inputs: [
          given('K', 'estimate without contingency', asked.plannedCents, ['cents', 'Budget']),
          given('H', 'hours planned', asked.plannedHours, ['h', 'tasks, hidden faults left out']),
          given('r', 'shop labour, an hour', asked.rateCents, ['cents', 'Budget']),
          given('C', 'ceiling', asked.ceilingCents, ['cents', 'Brief']),
          runs,
          ...ofTasks
        ],
        result: { value: found.underCeiling * 100, unit: '%' },
        basis
      }
    })
  }
}
