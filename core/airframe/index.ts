import { UndirectedGraph } from 'graphology'
import { bidirectional } from 'graphology-shortest-path/dijkstra.js'
import type { Airframe } from '../document'

type Routes = Pick<Airframe, 'routes'>
/** The places of an airframe and the legs between them, as a graph. */
interface Ways {
  graph: UndirectedGraph
  /** Runs worked out so far. */
  known: Map<string, number | undefined>
}
const ways = new WeakMap<Airframe['routes'], Ways>()
/**
 * The graph of a route table, made once for it. Of two legs between the same places the shorter counts; one back to
 * itself counts for nothing.
 */
function waysOf({ routes }: Routes): Ways {
  const made = ways.get(routes)
  if (made) return made
  const graph = new UndirectedGraph()
  for (const { from, to, lengthMm } of routes) {
    graph.mergeNode(from)
    graph.mergeNode(to)
    if (from !== to)
      graph.updateEdge(from, to, old => ({ lengthMm: Math.min(lengthMm, (old.lengthMm as number) ?? lengthMm) }))
  }
  const fresh = { graph, known: new Map<string, number | undefined>() }
  ways.set(routes, fresh)
  return fresh
}

/**
 * Shortest run of wire between two places of an airframe, along its route table, in mm; 0 when both are the same place.
 * @returns undefined when no legs join the places: the caller must say so, never guess
 */
export function runMm(airframe: Routes, from: string, to: string): number | undefined {
  if (from === to) return 0
  const { graph, known } = waysOf(airframe)
  const key = from < to ? `${from}~${to}` : `${to}~${from}`
  if (!known.has(key)) known.set(key, shortest(graph, from, to))
  return known.get(key)
}
function shortest(graph: UndirectedGraph, from: string, to: string): number | undefined {
  if (!graph.hasNode(from) || !graph.hasNode(to)) return undefined
  const path = bidirectional(graph, from, to, 'lengthMm') as string[] | null
  return path
    ?.slice(1)
    .reduce((sum, place, at) => sum + (graph.getEdgeAttribute(path[at]!, place, 'lengthMm') as number), 0)
}

/** The place that holds the panel: where buses, breakers and most ends of wires are. */
export const panelPlace = (airframe: Pick<Airframe, 'places'>): string | undefined =>
  airframe.places.find(place => place.kind === 'panel')?.id

/**
 * Length to cut for a wire between two places, in mm: the run, a service loop for each end at the panel,
 * and waste. Behind one panel the run is taken as half its width.
 */
export function cutLengthMm(airframe: Airframe, from: string, to: string): number | undefined {
  const run = from === to ? panelHalfWidth(airframe) : runMm(airframe, from, to)
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
