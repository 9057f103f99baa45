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
