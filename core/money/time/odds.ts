import { inOrder } from './path'
import { BACK_ORDER_SHARE, type Task, type Three } from './tasks'

/** Chance from a seed: the same seed gives the same numbers, each in [0, 1). */
export function chance(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296
  }
}
function normal(draw: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - draw())) * Math.cos(2 * Math.PI * draw())
}
/** A gamma variate of a shape of 1 or more (Marsaglia and Tsang 2000). */
function gamma(shape: number, draw: () => number): number {
  const d = shape - 1 / 3
  const c = 1 / Math.sqrt(9 * d)
  for (;;) {
    const x = normal(draw)
    const v = (1 + c * x) ** 3
    if (v > 0 && Math.log(1 - draw()) < 0.5 * x * x + d - d * v + d * Math.log(v)) return d * v
  }
}
/**
 * One outcome of a three-point estimate: a beta variate from best to worst whose mean is (a + 4m + b) / 6 (PERT).
 * Its variance is (mean − a)(b − mean) / 7.
 */
export function outcomeOf([a, m, b]: Three, draw: () => number): number {
  if (b <= a) return m
  const alpha = 1 + (4 * (m - a)) / (b - a)
  const beta = 1 + (4 * (b - m)) / (b - a)
  const x = gamma(alpha, draw)
  return a + ((b - a) * x) / (x + gamma(beta, draw))
}
/** Mean and variance of such an estimate, in closed form. */
export function momentsOf([a, m, b]: Three): { mean: number; variance: number } {
  const mean = (a + 4 * m + b) / 6
  return { mean, variance: ((mean - a) * (b - mean)) / 7 }
}

/** What many tries of the same job come to. */
export interface Odds {
  runs: number
  /** Working days until it is back, and hours of work, of every try, from the least up. */
  days: Float64Array
  hours: Float64Array
  /** In what share of the tries each task held the job up: a day more of it was a day more of all. */
  held: Map<string, number>
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
  const index = new Map(tasks.map((task, at) => [task.id, at]))
  const before = tasks.map(task => task.after.flatMap(id => index.get(id) ?? []))
  const causes = [...new Set(tasks.flatMap(task => task.cause ?? []))]
  const causeOf = tasks.map(task => (task.cause === undefined ? -1 : causes.indexOf(task.cause)))
  const late = new Uint8Array(causes.length)
  const took = new Float64Array(tasks.length)
  const finish = new Float64Array(tasks.length)
  const heldBy = new Int32Array(tasks.length)
  const held = new Float64Array(tasks.length)
  const days = new Float64Array(runs)
  const hours = new Float64Array(runs)
  for (let run = 0; run < runs; run++) {
    for (let cause = 0; cause < causes.length; cause++) late[cause] = draw() < BACK_ORDER_SHARE ? 1 : 0
    let last = -1
    let spent = 0
    for (const at of order) {
      const task = tasks[at]!
      const isLate = causeOf[at]! >= 0 && late[causeOf[at]!] === 1
      const length = outcomeOf(isLate && task.instead ? task.instead : task.days, draw)
      took[at] = length
      if (task.hours > 0 && task.days[1] > 0) spent += (task.hours * length) / task.days[1]
      let start = 0
      let by = -1
      for (const one of before[at]!)
        if (finish[one]! > start) {
          start = finish[one]!
          by = one
        }
      finish[at] = start + length
      heldBy[at] = by
      if (last < 0 || finish[at]! > finish[last]!) last = at
    }
    days[run] = last < 0 ? 0 : finish[last]!
    hours[run] = spent
    for (let at = last; at >= 0; at = heldBy[at]!) if (took[at]! > 0) held[at]!++
  }
  const meanDays = runs ? days.reduce((sum, one) => sum + one, 0) / runs : 0
  return {
    runs,
    days: days.sort(),
    hours: hours.sort(),
    held: new Map(tasks.map((task, at) => [task.id, held[at]! / runs])),
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
