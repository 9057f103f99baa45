import { perObject } from '../cache'
import { UndirectedGraph } from 'graphology'
import { bidirectional } from 'graphology-shortest-path/dijkstra.js'
import { isSameWire, type Airframe, type Stiffener, type WireMark } from '../document'
import type { Design, DesignUnit } from '../design'

type Routes = Pick<Airframe, 'routes'>
/** The places of an airframe and the legs between them, as a graph. */
interface Ways {
  graph: UndirectedGraph
  /** Runs worked out so far. */
  known: Map<string, { places: string[]; lengthMm: number } | undefined>
}
/**
 * The graph of a route table, made once for it. Of two legs between the same places the shorter counts; one back to
 * itself counts for nothing.
 */
const waysOf = perObject((routes: Airframe['routes']): Ways => {
  const graph = new UndirectedGraph()
  for (const { from, to, lengthMm } of routes) {
    graph.mergeNode(from)
    graph.mergeNode(to)
    if (from !== to)
      graph.updateEdge(from, to, old => ({ lengthMm: Math.min(lengthMm, (old.lengthMm as number) ?? lengthMm) }))
  }
  return { graph, known: new Map() }
})

/** The shortest way between two places along the route table, with the places on it; undefined when no legs join them. */
function wayOf(airframe: Routes, from: string, to: string): { places: string[]; lengthMm: number } | undefined {
  if (from === to) return { places: [from], lengthMm: 0 }
  const { graph, known } = waysOf(airframe.routes)
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
          .reduce((sum, place, index) => sum + (graph.getEdgeAttribute(places[index]!, place, 'lengthMm') as number), 0)
      }
    : undefined
}
/** A wire on its way: from place to place, by others where it was sent so, and off the route to the units at its ends. */
export interface Run {
  from: string
  to: string
  /** Places it goes by, in order, in place of the shortest way. */
  via?: readonly string[]
  /** From the places to the units, both ends together, in mm. */
  dropMm?: number
}
/** Where a run turns: its ends and what it was sent by. */
const stopsOf = ({ from, to, via = [] }: Run): string[] => [from, ...via, to]

/**
 * Run of wire along the route table of an airframe, in mm, by the shortest way from stop to stop; 0 when both ends are the same
 * place.
 * @returns undefined when no legs join the places: the caller must say so, never guess
 */
export function runMm(airframe: Routes, run: Run): number | undefined {
  let sum = 0
  const stops = stopsOf(run)
  for (let index = 1; index < stops.length; index++) {
    const way = wayOf(airframe, stops[index - 1]!, stops[index]!)
    if (!way) return undefined
    sum += way.lengthMm
  }
  return sum
}
/** The places a wire passes, from the one end to the other, both with them; empty when no legs join them. */
export function placesOnWay(airframe: Routes, run: Run): readonly string[] {
  const stops = stopsOf(run)
  const places: string[] = [run.from]
  for (let index = 1; index < stops.length; index++) {
    const way = wayOf(airframe, stops[index - 1]!, stops[index]!)
    if (!way) return []
    // The graph finds a way from either end; it is walked from this one.
    const walked = way.places[0] === stops[index - 1] ? way.places : [...way.places].reverse()
    places.push(...walked.slice(1))
  }
  return places
}
/** The legs a wire takes, each named the same from both ends; behind one panel it has one of its own. */
export function legsOfWay(airframe: Routes, run: Run): string[] {
  const places = placesOnWay(airframe, run)
  if (places.length === 1) return [legName(places[0]!, places[0]!)]
  return places.slice(1).map((place, index) => legName(places[index]!, place))
}
/** The name of a leg, the same from both ends. */
export const legName = (from: string, to: string): string => (from < to ? `${from}~${to}` : `${to}~${from}`)

/** The place that holds the panel: where buses, breakers and most ends of wires are. */
export const panelPlace = (airframe: Pick<Airframe, 'places'>): string | undefined =>
  airframe.places.find(place => place.kind === 'panel')?.id

/** The length of a wire, piece by piece, in mm. */
export interface WireLength {
  /** Along the routes; behind one panel half its width. */
  runMm: number
  /** From the routes to the units. */
  dropMm: number
  /** A service loop for each end at the panel. */
  loopMm: number
  /** As it lies: what it drops volts over. */
  installedMm: number
  /** Trim and waste on top; what is to be cut and bought. */
  cutMm: number
}
/** The places that are panels; found once for a list of places. */
const panelsOf = perObject(
  (places: Airframe['places']): ReadonlySet<string> =>
    new Set(places.filter(place => place.kind === 'panel').map(place => place.id))
)
/** How long a wire is as it lies and as it is cut; undefined when no legs join its ends. */
export function lengthOf(airframe: Airframe, run: Run): WireLength | undefined {
  const along = run.from === run.to && !run.via?.length ? panelHalfWidth(airframe) : runMm(airframe, run)
  if (along === undefined) return undefined
  const atPanel = panelsOf(airframe.places)
  const loopMm = (Number(atPanel.has(run.from)) + Number(atPanel.has(run.to))) * airframe.serviceLoopMm
  const dropMm = run.dropMm ?? 0
  const installedMm = along + dropMm + loopMm
  return { runMm: along, dropMm, loopMm, installedMm, cutMm: installedMm * (1 + airframe.wasteFraction) }
}

/** Where something is in the aeroplane: arm, right of its middle, above the cabin floor. What nobody entered is absent. */
export interface Position {
  armMm: number
  acrossMm?: number
  upMm?: number
}
/** Where a unit is: its own position where that was entered, else that of its place. */
export const positionOf = ({ armMm, acrossMm, upMm, place }: DesignUnit): Position => ({
  armMm: armMm ?? place.armMm,
  acrossMm: acrossMm ?? place.acrossMm,
  upMm: upMm ?? place.upMm
})
/** How far a unit is off its place, along the three axes as a wire is led; 0 while nobody entered where it is. */
export function dropOf({ place, armMm, acrossMm, upMm }: DesignUnit): number {
  const off = (own: number | undefined, of: number | undefined) =>
    own === undefined || of === undefined ? 0 : Math.abs(own - of)
  return off(armMm, place.armMm) + off(acrossMm, place.acrossMm) + off(upMm, place.upMm)
}
/**
 * Distance between two positions in mm. Where a height or a distance from the middle is not entered of one of them it is what
 * the rest gives: they are that far apart at least.
 * @returns the distance, and whether it is known in all three directions
 */
export function distanceMm(a: Position, b: Position): { atLeastMm: number; known: boolean } {
  const across = a.acrossMm === undefined || b.acrossMm === undefined ? undefined : a.acrossMm - b.acrossMm
  const up = a.upMm === undefined || b.upMm === undefined ? undefined : a.upMm - b.upMm
  return {
    atLeastMm: Math.hypot(a.armMm - b.armMm, across ?? 0, up ?? 0),
    known: across !== undefined && up !== undefined
  }
}

const marksOf = perObject((wires: readonly WireMark[]) => new Map(wires.map(mark => [mark.wire, mark])))
/** What is known of a wire beyond what the design says of it; nothing of a new one between the ends of one that is gone. */
export function markOf({ wires, links }: Pick<Design, 'wires' | 'links'>, wire: string): WireMark | undefined {
  const mark = marksOf(wires).get(wire)
  return mark && isSameWire(mark, links) ? mark : undefined
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
export const ALUMINIUM_KG = 2.78e-6
/** Metal of a part behind the face, in mm³. */
function stiffenerMm3(stiffener: Stiffener): number {
  switch (stiffener.kind) {
    case 'doubler':
      return stiffener.widthMm * stiffener.heightMm * stiffener.thicknessMm
    case 'angle':
      return (
        Math.abs(stiffener.toMm - stiffener.fromMm) *
        (2 * stiffener.legMm - stiffener.thicknessMm) *
        stiffener.thicknessMm
      )
    case 'rails':
      return (
        2 *
        (Math.abs(stiffener.toMm - stiffener.fromMm) + stiffener.backMm) *
        (2 * stiffener.legMm - stiffener.thicknessMm) *
        stiffener.thicknessMm
      )
    case 'tray':
      return 2 * (stiffener.widthMm + stiffener.heightMm) * stiffener.depthMm * stiffener.thicknessMm
  }
}
/** Mass of a doubler, an angle, a pair of rails or a tray in kg, as aluminium. */
export const stiffenerKg = (stiffener: Stiffener): number => ALUMINIUM_KG * stiffenerMm3(stiffener)
export { airframeOutline, type AirframeOutline } from './outline'
