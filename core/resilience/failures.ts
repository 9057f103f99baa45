import { TASKS } from '../document'
import { accountOf, rescueOf, waysOf, type Account, type Part, type Task } from '../capability'
import type { FunctionName } from '../catalogue'
import type { Design, DesignUnit } from '../design'

/** How a task stands: done or not, what alone takes it, which pairs do though neither alone does, and its chains. */
export interface TaskStanding {
  task: Task
  works: boolean
  /** Ways to do it, of which one is enough. */
  ways: readonly (readonly FunctionName[])[]
  singles: Part[]
  /** Of those, by part, the switches that bring the task back. */
  rescued: { part: Part; set: { switch: string; to: string; name: string }[] }[]
  doubles: [Part, Part][]
  /** Chains that share nothing, up to two. */
  chains: readonly (readonly Part[])[]
}
/** One loss and all that it takes. */
export interface Loss {
  parts: Part[]
  tasks: Task[]
  functions: FunctionName[]
}
/** What a unit is worth over all failures. */
export interface BackupWorth {
  unit: DesignUnit
  /** Single losses after which a task is still done thanks to it. */
  singles: number
  /** Pairs of losses that take a task only once it is gone as well. */
  doubles: number
  /** For each of these losses: cents of a unit that comes, kilograms, typical amps; at least one loss is made harmless. */
  each: { cents?: number; kg: number; amps: number }
}
export interface FailureReport {
  tasks: TaskStanding[]
  /** Single losses that take a task, the worst first. */
  singles: Loss[]
  worstSingle?: Loss
  worstPair?: Loss
  /** What many functions share: a loss that takes at least so many of those missed in flight. */
  common: Loss[]
  worth: BackupWorth[]
}

/** Tasks in words. */
export const TASK_WORDS: Readonly<Record<Task, string>> = {
  aviate: 'Aviate',
  navigate: 'Navigate',
  communicate: 'Communicate',
  approach: 'Fly an approach'
}

/** Functions a crew misses at once. */
export const FLOWN: readonly FunctionName[] = [
  'attitude',
  'airspeed',
  'altitude',
  'heading',
  'rate of turn',
  'com',
  'waas gps',
  'vor',
  'localizer',
  'glideslope',
  'satellite approach',
  'autopilot',
  'transponder'
]
const COMMON_FROM = 3

export const lossOf = (account: Account, parts: Part[], whole: ReadonlySet<FunctionName>): Loss => {
  const left = account.functions(parts)
  return {
    parts,
    tasks: TASKS.filter(task => account.works(task) && !account.works(task, parts)),
    functions: [...whole].filter(name => !left.has(name))
  }
}
/** Flying counts before finding the way, that before being heard; then how much goes with it. */
const weightOf = ({ tasks, functions }: Loss): number =>
  tasks.reduce((sum, task) => sum + 1_000 * (TASKS.length - TASKS.indexOf(task)), 0) + functions.length
const heavier = (a: Loss, b: Loss): number => weightOf(b) - weightOf(a)

/**
 * Every single loss and every pair that takes a task, with what many functions share. Switches stand as in normal flight; what a
 * pilot can bring back by a switch is asked of `rescueBySwitch`.
 */
export function failuresOf(design: Design): FailureReport {
  const account = accountOf(design)
  const whole = account.functions()
  const ways = waysOf(design)
  const tasks = TASKS.map((task): TaskStanding => ({
    task,
    works: account.works(task),
    ways: ways[task],
    singles: account.singles(task),
    rescued: account.singles(task).flatMap(part => {
      const set = rescueOf(design, [part], task)
      return set ? [{ part, set }] : []
    }),
    doubles: account.doubles(task),
    chains: account.disjoint(task, 2).chains
  }))
  const key = (parts: readonly Part[]) => parts.map(part => `${part.kind} ${part.id}`).join()
  const single = new Map(
    [...tasks.flatMap(task => task.singles), ...FLOWN.flatMap(name => account.chain(name) ?? [])].map(
      part => [key([part]), part] as const
    )
  )
  const losses = [...single.values()].map(part => lossOf(account, [part], whole)).sort(heavier)
  const pairs = new Map(tasks.flatMap(task => task.doubles).map(pair => [key(pair), pair] as const))
  const doubles = [...pairs.values()].map(pair => lossOf(account, pair, whole)).sort(heavier)
  const flown = new Set(FLOWN)
  return {
    tasks,
    singles: losses.filter(loss => loss.tasks.length > 0),
    worstSingle: losses[0],
    worstPair: doubles[0],
    common: losses.filter(loss => loss.functions.filter(name => flown.has(name)).length >= COMMON_FROM),
    worth: worthOf(design, account, tasks)
  }
}

/** What each unit that gives something flown by is worth: how many losses it makes harmless. */
function worthOf(design: Design, account: Account, tasks: readonly TaskStanding[]): BackupWorth[] {
  const flown = new Set(FLOWN)
  return design.units
    .filter(unit => unit.item.provides.some(name => flown.has(name)) || unit.item.provides.includes('backup power'))
    .flatMap(unit => {
      const part = account.part('unit', unit.id)
      if (!part) return []
      const ends = tasks.filter(task => task.works && !task.singles.includes(part))
      // Pairs of which it is one half: without it the other half alone takes the task.
      const halves = ends.flatMap(end => end.doubles.filter(pair => pair.includes(part)))
      if (halves.length === 0) return []
      const doubles = ends.reduce(
        (sum, taskStanding) =>
          sum +
          Math.max(
            0,
            account.doubles(taskStanding.task, [part]).length -
              taskStanding.doubles.filter(pair => !pair.includes(part)).length
          ),
        0
      )
      const singles = halves.length
      const buys = singles + doubles
      return [
        {
          unit,
          singles,
          doubles,
          each: {
            ...(unit.state === 'new' && { cents: unit.priceCents / buys }),
            kg: unit.item.massKg / buys,
            amps: (unit.item.power?.typicalA ?? 0) / buys
          }
        }
      ]
    })
    .sort((a, b) => b.singles - a.singles || b.doubles - a.doubles)
}
