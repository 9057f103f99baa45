import { inOrder } from './path'
import { chance, drawer } from './chance'
import { BACK_ORDER_SHARE, type Task } from './tasks'

/** What many tries of the same job come to. */
export interface Odds {
  runs: number
  /** Working days until it is back, and hours of work, of every try, from the least up. */
  days: Float64Array
  hours: Float64Array
  /** In what share of the tries each task held the job up: a day more of it was a day more of all. */
  held: Map<string, number>
  /** How much of the spread of the days comes from each task: the covariance of what it adds to them, over their variance. */
  drives: Map<string, number>
  meanDays: number
}

/**
 * Tries the job many times over: each task takes as long as its estimate may have it, and what has a common cause goes wrong
 * together (a maker behind with one part is behind with all of his).
 * @param seed the same seed gives the same answer
 * @throws CircleError when tasks wait for each other in a circle
 */
export function tryJob(tasks: readonly Task[], runs = 20_000, seed = 1): Odds {
  const draw = chance(seed)
  const order = inOrder(tasks)
  const index = new Map(tasks.map((task, index) => [task.id, index]))
  const before = tasks.map(task => task.after.flatMap(id => index.get(id) ?? []))
  const causes = [...new Set(tasks.flatMap(task => task.cause ?? []))]
  const causeOf = tasks.map(task => (task.cause === undefined ? -1 : causes.indexOf(task.cause)))
  const usual = tasks.map(task => drawer(task.days))
  const instead = tasks.map(task => task.instead && drawer(task.instead))
  const perhaps = tasks.map(task =>
    (task.perhaps ?? []).map(perhaps => ({ chance: perhaps.chance, outcome: drawer(perhaps.days) }))
  )
  const faults = (index: number) => {
    let sum = 0
    for (const fault of perhaps[index]!) if (draw() < fault.chance) sum += fault.outcome(draw)
    return sum
  }
  const late = new Uint8Array(causes.length)
  const took = new Float64Array(tasks.length)
  const finish = new Float64Array(tasks.length)
  const heldBy = new Int32Array(tasks.length)
  const held = new Float64Array(tasks.length)
  const days = new Float64Array(runs)
  const hours = new Float64Array(runs)
  const [alone, together] = [new Float64Array(tasks.length), new Float64Array(tasks.length)]
  let [all, squares] = [0, 0]
  for (let run = 0; run < runs; run++) {
    for (let cause = 0; cause < causes.length; cause++) late[cause] = draw() < BACK_ORDER_SHARE ? 1 : 0
    let last = -1
    let spent = 0
    for (const position of order) {
      const task = tasks[position]!
      const isLate = causeOf[position]! >= 0 && late[causeOf[position]!] === 1
      const length = task.perhaps
        ? faults(position)
        : (isLate && instead[position] ? instead[position]! : usual[position]!)(draw)
      took[position] = length
      if (task.hours > 0 && task.days[1] > 0) spent += (task.hours * length) / task.days[1]
      let start = task.from ?? 0
      let by = -1
      for (const earlier of before[position]!)
        if (finish[earlier]! > start) {
          start = finish[earlier]!
          by = earlier
        }
      finish[position] = start + length
      heldBy[position] = by
      if (last < 0 || finish[position]! > finish[last]!) last = position
    }
    days[run] = last < 0 ? 0 : finish[last]!
    all += days[run]!
    squares += days[run]! ** 2
    hours[run] = spent
    // The tasks of the longest way add up to the days: what a task adds to them, over all tries, is its part of their spread.
    for (let index = last; index >= 0; index = heldBy[index]!) {
      if (took[index]! > 0) held[index]!++
      alone[index]! += took[index]!
      together[index]! += took[index]! * days[run]!
    }
  }
  const meanDays = runs ? all / runs : 0
  const variance = runs ? squares / runs - meanDays ** 2 : 0
  const driven = (index: number) =>
    variance > 1e-9 ? (together[index]! / runs - (alone[index]! / runs) * meanDays) / variance : 0
  return {
    runs,
    days: days.sort(),
    hours: hours.sort(),
    held: new Map(tasks.map((task, index) => [task.id, held[index]! / runs])),
    drives: new Map(tasks.map((task, index) => [task.id, driven(index)])),
    meanDays
  }
}
/** What a share of the tries stays within. */
export const within = (sorted: Float64Array, share: number): number =>
  sorted.length ? sorted[Math.min(sorted.length - 1, Math.max(0, Math.ceil(share * sorted.length) - 1))]! : 0
/** The share of the tries that stays within a value. */
export function shareWithin(sorted: Float64Array, value: number): number {
  let [low, high] = [0, sorted.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (sorted[middle]! <= value) low = middle + 1
    else high = middle
  }
  return sorted.length ? low / sorted.length : 1
}
