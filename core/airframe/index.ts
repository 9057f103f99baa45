import { UndirectedGraph } from 'graphology'
import { bidirectional } from 'graphology-shortest-path/dijkstra.js'
import type { Airframe, Stiffener } from '../document'

type Routes = Pick<Airframe, 'routes'>
/** The places of an airframe and the legs between them, as a graph. */
interface Ways {
  graph: UndirectedGraph
  /** Runs worked out so far. */
  known: Map<string, { places: string[]; lengthMm: number } | undefined>
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
  const fresh: Ways = { graph, known: new Map() }
  ways.set(routes, fresh)
  return fresh
}

/** The shortest way between two places along the route table, with the places on it; undefined when no legs join them. */
function wayOf(airframe: Routes, from: string, to: string): { places: string[]; lengthMm: number } | undefined {
  if (from === to) return { places: [from], lengthMm: 0 }
  const { graph, known } = waysOf(airframe)
  const key = from < to ? `${from}~${to}` : `${to}~${from}`
  if (!known.has(key)) known.set(key, shortest(graph, from, to))
  return known.get(key)
}
function shortest(graph: UndirectedGraph, from: string, to: string) {
  if (!graph.hasNode(from) || !graph.hasNode(to)) return undefined
  const places = bidirectional(graph, from, to, 'lengthMm') as string[] | null
  return places
    ? {
        places,
        lengthMm: places
          .slice(1)
          .reduce((sum, place, at) => sum + (graph.getEdgeAttribute(places[at]!, place, 'lengthMm') as number), 0)
      }
    : undefined
}
/**
 * Shortest run of wire between two places of an airframe, along its route table, in mm; 0 when both are the same place.
 * @returns undefined when no legs join the places: the caller must say so, never guess
 */
export const runMm = (airframe: Routes, from: string, to: string): number | undefined =>
  wayOf(airframe, from, to)?.lengthMm
/** The places a wire passes on that way, both ends with them; empty when no legs join them. */
export const placesOnWay = (airframe: Routes, from: string, to: string): readonly string[] =>
  wayOf(airframe, from, to)?.places ?? []
/** The legs a wire takes, each named the same from both ends; behind one panel it has one of its own. */
export function legsOfWay(airframe: Routes, from: string, to: string): string[] {
  const places = placesOnWay(airframe, from, to)
  if (places.length === 1) return [`${places[0]}~${places[0]}`]
  return places.slice(1).map((place, at) => [places[at]!, place].sort().join('~'))
}

/** The place that holds the panel: where buses, breakers and most ends of wires are. */
export const panelPlace = (airframe: Pick<Airframe, 'places'>): string | undefined =>
  airframe.places.find(place => place.kind === 'panel')?.id

/**
 * Length of a wire as it lies between two places, in mm: the run, and a service loop for each end at the panel. What it drops
 * volts over. Behind one panel the run is taken as half its width.
 */
export function installedLengthMm(airframe: Airframe, from: string, to: string): number | undefined {
  const run = from === to ? panelHalfWidth(airframe) : runMm(airframe, from, to)
  if (run === undefined) return undefined
  const kinds = new Map(airframe.places.map(place => [place.id, place.kind]))
  const loops = [from, to].filter(place => kinds.get(place) === 'panel').length
  return run + loops * airframe.serviceLoopMm
}

/** Length to cut and to buy for a wire between two places, in mm: as it lies, with trim and waste. */
export function cutLengthMm(airframe: Airframe, from: string, to: string): number | undefined {
  const installed = installedLengthMm(airframe, from, to)
  return installed === undefined ? undefined : installed * (1 + airframe.wasteFraction)
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

/** Aluminium, kg for each mm³ (any handbook: 2.78 g/cm³). */
const ALUMINIUM_KG = 2.78e-6
/** Mass of a doubler or an angle in kg, as aluminium. */
export const stiffenerKg = (one: Stiffener): number =>
  ALUMINIUM_KG *
  (one.kind === 'doubler'
    ? one.widthMm * one.heightMm * one.thicknessMm
    : Math.abs(one.toMm - one.fromMm) * (2 * one.legMm - one.thicknessMm) * one.thicknessMm)
