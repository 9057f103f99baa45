import type { Airframe } from '../document'

/**
 * Shortest run of wire between two places of an airframe, along its route table, in mm.
 * Dijkstra's method over the legs; 0 when both are the same place.
 * @returns undefined when no legs join the places: the caller must say so, never guess
 */
export function runMm(airframe: Pick<Airframe, 'routes'>, from: string, to: string): number | undefined {
  const best = new Map([[from, 0]])
  const done = new Set<string>()
  for (;;) {
    let here: string | undefined
    for (const [place, length] of best)
      if (!done.has(place) && (here === undefined || length < best.get(here)!)) here = place
    if (here === undefined) return undefined
    if (here === to) return best.get(here)
    done.add(here)
    for (const leg of airframe.routes) {
      const next = leg.from === here ? leg.to : leg.to === here ? leg.from : undefined
      if (next === undefined) continue
      const length = best.get(here)! + leg.lengthMm
      if (length < (best.get(next) ?? Infinity)) best.set(next, length)
    }
  }
}

/** The place that holds the panel: where buses, breakers and most ends of wires are. */
export const panelPlace = (airframe: Pick<Airframe, 'places'>): string | undefined =>
  airframe.places.find(place => place.kind === 'panel')?.id

/** Answers runs between places, each worked out once. */
export function runsOf(airframe: Airframe): (from: string, to: string) => number | undefined {
  const known = new Map<string, number | undefined>()
  return (from, to) => {
    const key = from < to ? `${from}\u0000${to}` : `${to}\u0000${from}`
    if (!known.has(key)) known.set(key, runMm(airframe, from, to))
    return known.get(key)
  }
}

/**
 * Length to cut for a wire between two places, in mm: the run, a service loop for each end at the panel,
 * and waste. Behind one panel the run is taken as half its width.
 */
export function cutLengthMm(
  airframe: Airframe,
  runs: ReturnType<typeof runsOf>,
  from: string,
  to: string
): number | undefined {
  const run = from === to ? panelHalfWidth(airframe) : runs(from, to)
  if (run === undefined) return undefined
  const kinds = new Map(airframe.places.map(place => [place.id, place.kind]))
  const loops = [from, to].filter(place => kinds.get(place) === 'panel').length
  return (run + loops * airframe.serviceLoopMm) * (1 + airframe.wasteFraction)
}

function panelHalfWidth(airframe: Airframe): number {
  let low = Infinity
  let high = -Infinity
  for (const [x] of airframe.panel.outline) {
    if (x < low) low = x
    if (x > high) high = x
  }
  return (high - low) / 2
}
