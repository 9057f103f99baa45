/** What the owner of the work promised, and what this machine does. Nothing here passes or fails: read it. */
interface Row {
  what: string
  median: string
  p95: string
  limit: string
}
export const rows: Row[] = []

const at = (sorted: number[], share: number) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!
/** How long this machine takes now for work that never changes, in ms: what it does for others beside us makes it slower by half. */
export function pace(): number {
  const times = Array.from({ length: 9 }, () => {
    const start = performance.now()
    const field = new Float64Array(1 << 16)
    for (let round = 0; round < 60; round++)
      for (let i = 1; i < field.length; i++) field[i] = field[i - 1]! * 0.5 + ((i * round) % 7)
    return performance.now() - start
  })
  return at(
    times.sort((a, b) => a - b),
    0.5
  )
}
/** A row out of times that were measured elsewhere. */
export function note(what: string, ms: number[], limit: string) {
  const sorted = [...ms].sort((a, b) => a - b)
  rows.push({ what, median: `${at(sorted, 0.5).toFixed(2)} ms`, p95: `${at(sorted, 0.95).toFixed(2)} ms`, limit })
}
/** Does a piece of work so many times, warm, and notes what it took. */
export function time(what: string, limit: string, rounds: number, work: () => unknown) {
  for (let i = 0; i < rounds / 4; i++) work()
  note(
    what,
    Array.from({ length: rounds }, () => {
      const start = performance.now()
      work()
      return performance.now() - start
    }),
    limit
  )
}
/**
 * The same of work on something that nobody has worked on yet: made each time before the clock runs.
 * @param work how it is made, what is done, and how often before it is measured
 */
export function timeNew<T>(
  what: string,
  limit: string,
  rounds: number,
  { make, work, warm = rounds / 4 }: { make: () => T; work: (of: T) => unknown; warm?: number }
) {
  const once = () => {
    const of = make()
    const start = performance.now()
    work(of)
    return performance.now() - start
  }
  for (let i = 0; i < warm; i++) once()
  note(what, Array.from({ length: rounds }, once), limit)
}
