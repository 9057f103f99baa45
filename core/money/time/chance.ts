/** Best, likely and worst. */
export type Three = readonly [number, number, number]

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

/** Steps in which a distribution is added up, and in which its inverse is kept. */
const [STEPS, KEPT] = [2_048, 1_024]
const inverses = new Map<string, Float64Array>()
/** Values from best to worst below which 0, 1/1024, 2/1024 … of the outcomes lie. */
function inverseOf([a, m, b]: Three): Float64Array {
  const key = `${a} ${m} ${b}`
  const known = inverses.get(key)
  if (known) return known
  const alpha = 1 + (4 * (m - a)) / (b - a)
  const beta = 1 + (4 * (b - m)) / (b - a)
  const below = new Float64Array(STEPS + 1)
  for (let step = 0; step < STEPS; step++) {
    const x = (step + 0.5) / STEPS
    below[step + 1] = below[step]! + x ** (alpha - 1) * (1 - x) ** (beta - 1)
  }
  const inverse = new Float64Array(KEPT + 1)
  let step = 0
  for (let k = 0; k <= KEPT; k++) {
    const wanted = (k / KEPT) * below[STEPS]!
    while (step < STEPS - 1 && below[step + 1]! < wanted) step++
    const part = (wanted - below[step]!) / (below[step + 1]! - below[step]!)
    inverse[k] = a + ((b - a) * (step + Math.min(1, part))) / STEPS
  }
  if (inverses.size > 400) inverses.clear()
  inverses.set(key, inverse)
  return inverse
}
/** Makes ready to draw outcomes of a three-point estimate many times over: see `outcomeOf`. */
export function drawer(three: Three): (draw: () => number) => number {
  const [a, m, b] = three
  if (b <= a) return () => m
  const inverse = inverseOf(three)
  return draw => {
    const at = draw() * KEPT
    const k = Math.floor(at)
    return inverse[k]! + (at - k) * (inverse[k + 1]! - inverse[k]!)
  }
}
/**
 * One outcome of a three-point estimate: a beta variate from best to worst whose mean is (a + 4m + b) / 6 (PERT), by the inverse of its
 * distribution in 1,024 steps. Its variance is (mean − a)(b − mean) / 7.
 */
export const outcomeOf = (three: Three, draw: () => number): number => drawer(three)(draw)
/** Mean and variance of such an estimate, in closed form. */
export function momentsOf([a, m, b]: Three): { mean: number; variance: number } {
  const mean = (a + 4 * m + b) / 6
  return { mean, variance: ((mean - a) * (b - mean)) / 7 }
}
