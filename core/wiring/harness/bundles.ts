import { legName, legsOfWay } from '../../airframe'
import { cableDiameterMm, PACKED, WIRE_DIAMETER_MM } from '../../cables'
import type { Route } from '../../document'
import type { Design } from '../../design'
import type { Wire } from './wires'
import { MM_PER_INCH } from '../../quantity'

/** What lies on one leg of the routes. */
export interface Bundle {
  leg: string
  from: string
  to: string
  traits: NonNullable<Route['traits']>
  wires: string[]
  conductors: number
  /** Over the bundle, tied round. */
  diameterMm: number
  /** Least radius it may be bent to: ten times the thickest wire in it, six times the coax. */
  bendMm: number
  /** Hole that a grommet for it wants. */
  holeMm: number
}

/** Over one wire or cable, in mm. */
export const diameterOf = (wire: Wire): number =>
  wire.kind === 'power' || wire.kind === 'ground' || wire.kind === 'feeder'
    ? WIRE_DIAMETER_MM[wire.awg]!
    : cableDiameterMm(wire.kind, wire.conductors)
/**
 * Diameter of wires tied into a round bundle: their sections, and the air between them.
 * D = √(Σ d² / 0.7)
 */
export const bundleDiameterMm = (diametersMm: readonly number[]): number =>
  diametersMm.length === 1
    ? diametersMm[0]!
    : Math.sqrt(diametersMm.reduce((sum, diameterMm) => sum + diameterMm * diameterMm, 0) / PACKED)
/** Times its diameter that a wire and a coax may be bent to (AC 43.13-1B chapter 11 sections 9 to 11, from memory). */
export const BEND = { wire: 10, coax: 6 } as const
/** Between two clamps of a bundle at most: 24 in (AC 43.13-1B chapter 11, from memory). */
export const CLAMPS_MM = 24 * MM_PER_INCH
/** A quarter of the bundle to spare in its grommet, for the wires to come (our default). */
const GROMMET_SPARE = 1.25

/** The bundles of a design, leg by leg in the order of the route table; wires behind one panel come last. */
export function bundlesOf({ airframe }: Design, wires: readonly Wire[]): Bundle[] {
  const onLeg = new Map<string, Wire[]>()
  for (const wire of wires) {
    // A lead to the structure beside the unit and a jumper behind the panel are on no route.
    if (wire.run.from === wire.run.to && wire.kind !== 'power' && !wire.links.length) continue
    for (const leg of legsOfWay(airframe, wire.run)) {
      const list = onLeg.get(leg) ?? []
      list.push(wire)
      onLeg.set(leg, list)
    }
  }
  const routes = new Map(airframe.routes.map(route => [legName(route.from, route.to), route]))
  const places = new Map([...routes.keys()].map((leg, index) => [leg, index]))
  const order = (leg: string) => places.get(leg) ?? Infinity
  return [...onLeg]
    .sort(([a], [b]) => order(a) - order(b))
    .map(([leg, list]) => {
      const [from, to] = leg.split('~') as [string, string]
      const diameters = list.map(diameterOf)
      const bends = list.map((wire, index) => diameters[index]! * (wire.kind === 'coax' ? BEND.coax : BEND.wire))
      const diameterMm = bundleDiameterMm(diameters)
      return {
        leg,
        from,
        to,
        traits: routes.get(leg)?.traits ?? [],
        wires: list.map(wire => wire.id),
        conductors: list.reduce((sum, wire) => sum + wire.conductors, 0),
        diameterMm,
        bendMm: Math.max(...bends),
        holeMm: diameterMm * GROMMET_SPARE
      }
    })
}
