import type { Figure, PointMm } from './geometry'

export type Interval = readonly [number, number]

/** Where a level line at y runs inside a figure: one interval for each convex part. */
export function chords(f: Figure, y: number): Interval[] {
  switch (f.kind) {
    case 'circle': {
      const h = f.r ** 2 - (y - f.y) ** 2
      return h <= 0 ? [] : [[f.x - Math.sqrt(h), f.x + Math.sqrt(h)]]
    }
    case 'box': {
      const up = Math.abs(y - f.y)
      if (up >= f.h / 2) return []
      const c = f.c ?? 0
      const into = Math.max(0, up - f.h / 2 + c)
      const half = f.w / 2 - c + Math.sqrt(c ** 2 - into ** 2)
      return [[f.x - half, f.x + half]]
    }
    case 'many':
      return f.parts.flatMap(part => chords(part, y))
    case 'poly':
      return levelRuns(f.points, y)
  }
}
/** A figure with across and up exchanged, so that a level line through it is an upright one through the figure. */
export function turned(f: Figure): Figure {
  const middle = { x: f.y, y: f.x }
  switch (f.kind) {
    case 'circle':
      return { ...f, ...middle }
    case 'box':
      return { ...f, ...middle, w: f.h, h: f.w }
    case 'poly':
      return { ...f, ...middle, points: f.points.map(([x, y]): PointMm => [y, x]) }
    case 'many':
      return { ...f, ...middle, parts: f.parts.map(part => turned(part) as (typeof f.parts)[number]) }
  }
}
/** Where a level line at y runs inside a polygon, from left to right. */
export function levelRuns(polygon: readonly PointMm[], y: number): Interval[] {
  const xs: number[] = []
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const [xi, yi] = polygon[i]!
    const [xj, yj] = polygon[j]!
    if (yi > y !== yj > y) xs.push(xi + ((xj - xi) * (y - yi)) / (yj - yi))
  }
  xs.sort((a, b) => a - b)
  return Array.from({ length: xs.length >> 1 }, (_, i) => [xs[2 * i]!, xs[2 * i + 1]!] as const)
}
/**
 * How much of each of a row of equal stretches is covered by runs, each place counted once.
 * @param runs in order of where they begin
 * @param row where the first stretch begins, how wide each is and how many there are
 * @returns a length for each stretch
 */
export function covered(runs: readonly Interval[], row: { from: number; width: number; count: number }): Float64Array {
  const sums = new Float64Array(row.count)
  let to = row.from
  for (const [a, b] of runs) {
    const from = Math.max(a, to)
    const end = Math.min(b, row.from + row.count * row.width)
    if (end <= from) continue
    to = end
    const last = Math.min(row.count - 1, Math.floor((end - row.from) / row.width))
    for (let index = Math.floor((from - row.from) / row.width); index <= last; index++) {
      const low = row.from + index * row.width
      sums[index]! += Math.max(0, Math.min(end, low + row.width) - Math.max(from, low))
    }
  }
  return sums
}
/** Runs from left to right. */
export const inOrder = (runs: readonly Interval[]): Interval[] => [...runs].sort((p, q) => p[0] - q[0])
