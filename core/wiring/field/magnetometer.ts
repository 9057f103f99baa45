import * as messages from '../messages'
import { placesOnWay, positionOf, type Position } from '../../airframe'
import { type Design, type DesignUnit, type Finding, type Working, finding } from '../../design'
import { say, thing } from '../../quantity'
import type { Wire } from '../harness/wires'

/** Level part of the earth’s field, in tesla; about that in middle latitudes (assumption). */
const EARTH_T = 20e-6
/** Heading error that one wire may bring (assumption; the maker’s manual rules). */
export const MOST_DEG = 2
/** Between the middles of a wire and its return that lie side by side. */
const PAIR_MM = 3
const MU0_OVER_2PI = 2e-7

/**
 * Field of a straight wire without ends in tesla: μ0 I / (2π r). Of a pair side by side what the distance between them leaves:
 * · s / r.
 */
export const fieldT = (amps: number, awayMm: number, paired: boolean): number =>
  ((MU0_OVER_2PI * amps) / (awayMm / 1000)) * (paired ? PAIR_MM / awayMm : 1)
/**
 * Share of that field which a straight piece of wire gives: half the difference of the cosines under which its ends are seen
 * (Biot and Savart’s law).
 * @param awayMm distance of the point from the line of the piece
 * @param ends where its ends are along that line, measured from the foot of the point, in mm
 */
export const pieceShare = (awayMm: number, [from, to]: readonly [number, number]): number =>
  Math.abs(to / Math.hypot(to, awayMm) - from / Math.hypot(from, awayMm)) / 2
/** Most that a field across the earth’s turns a compass, in degrees. */
export const headingErrorDeg = (tesla: number): number => (Math.atan2(tesla, EARTH_T) * 180) / Math.PI
/** How far a wire has to be for no more than so many degrees, in mm. */
export function leastDistanceMm(amps: number, paired: boolean, degrees = MOST_DEG): number {
  const most = EARTH_T * Math.tan((degrees * Math.PI) / 180)
  const alone = ((MU0_OVER_2PI * amps) / most) * 1000
  return paired ? Math.sqrt(alone * PAIR_MM) : alone
}

/** What a wire with current does to a magnetometer. */
export interface Disturbance {
  magnetometer: string
  wire: string
  unit?: string
  amps: number
  /** Its return lies beside it. */
  paired: boolean
  /** It comes no nearer than that; known when every place on its way is entered in all three directions. */
  atLeastMm: number
  known: boolean
  /** Field of all straight pieces together; no end to it where it may touch. */
  tesla: number
  /** Undefined where it may touch. */
  degrees?: number
  wantedMm: number
}

interface Seen {
  /** How near the piece comes, in the directions that are entered of all three points; the rest counts as nothing. */
  nearestMm: number
  known: boolean
  /** Field of an ampere in it, with its ends where all is known and without where not. */
  tesla: (amps: number, paired: boolean) => number
}
function seenFrom(point: Position, a: Position, b: Position): Seen {
  const axes = (['armMm', 'acrossMm', 'upMm'] as const).filter(
    axis => point[axis] !== undefined && a[axis] !== undefined && b[axis] !== undefined
  )
  const along = axes.map(axis => b[axis]! - a[axis]!)
  const from = axes.map(axis => point[axis]! - a[axis]!)
  const known = axes.length === 3
  const length = Math.hypot(...along)
  const foot = length === 0 ? 0 : along.reduce((sum, step, i) => sum + step * from[i]!, 0) / length
  const t = Math.min(length, Math.max(0, foot))
  const nearestMm = Math.hypot(...from.map((source, i) => source - (length === 0 ? 0 : (t * along[i]!) / length)))
  const awayMm = Math.sqrt(Math.max(0, from.reduce((sum, source) => sum + source * source, 0) - foot * foot))
  return {
    nearestMm,
    known,
    tesla: (amps, paired) => {
      if (!known) return fieldT(amps, nearestMm, paired)
      // In the line of a piece, beyond its ends, there is no field of it.
      if (length === 0 || (awayMm < 1e-6 && nearestMm > 0)) return 0
      return fieldT(amps, awayMm, paired) * pieceShare(awayMm, [-foot, length - foot])
    }
  }
}

/** Every wire of a load with each magnetometer: how near it comes and what that does, the worst first. */
export function disturbances(design: Design, wires: readonly Wire[]): Disturbance[] {
  const sensors = design.units.filter(
    unit => unit.item.provides.includes('magnetic sensing') && unit.place.kind !== 'panel'
  )
  const places = new Map(design.airframe.places.map(place => [place.id, place]))
  const units = new Map(design.units.map(unit => [unit.id, unit]))
  const grounds = new Map(wires.filter(wire => wire.kind === 'ground').map(wire => [wire.units[0]!, wire]))
  return sensors.flatMap(sensor =>
    wires
      .flatMap((wire): Disturbance[] => {
        const { amps } = wire
        if (amps === undefined || amps < 0.1 || wire.kind === 'ground' || wire.units.includes(sensor.id)) return []
        const unit = units.get(wire.units[0] ?? '')
        const back = grounds.get(wire.units[0] ?? '')
        const paired = back !== undefined && back.run.from !== back.run.to && sameWay(back, wire)
        const pieces = piecesSeen(design, sensor, wire, places)
        const atLeastMm = Math.min(...pieces.map(piece => piece.nearestMm))
        const tesla = pieces.reduce((sum, seen) => sum + seen.tesla(amps, paired), 0)
        return [
          {
            magnetometer: sensor.id,
            wire: wire.id,
            unit: unit?.id,
            amps,
            paired,
            atLeastMm,
            known: pieces.every(piece => piece.known),
            tesla,
            degrees: Number.isFinite(tesla) ? headingErrorDeg(tesla) : undefined,
            wantedMm: leastDistanceMm(amps, paired)
          }
        ]
      })
      .sort((a, b) => (b.degrees ?? Infinity) - (a.degrees ?? Infinity) || b.amps - a.amps)
  )
}
const sameWay = (back: Wire, out: Wire): boolean => back.run.to === out.run.from && back.run.from === out.run.to

/** The straight pieces of a wire as a magnetometer sees them. */
function piecesSeen(design: Design, sensor: DesignUnit, wire: Wire, places: ReadonlyMap<string, Position>): Seen[] {
  const point = positionOf(sensor)
  const unit = design.units.find(unit => unit.id === wire.units[0])
  const way: Position[] = placesOnWay(design.airframe, wire.run).map(id => places.get(id)!)
  if (unit) way.push(positionOf(unit))
  return way.map((to, index) => seenFrom(point, way[Math.max(0, index - 1)]!, to))
}

/** Wires that turn the heading by more than they may, and those of which it is not known. */
export function magnetometerFindings(design: Design, found: readonly Disturbance[]): Finding[] {
  const units = new Map(design.units.map(unit => [unit.id, unit]))
  const name = (disturbance: Disturbance) =>
    disturbance.unit
      ? say`${thing(units.get(disturbance.unit)!)}`
      : say`${disturbance.wire.replace('feeder', 'the cable')}`
  return found.flatMap((disturbance): Finding[] => {
    const sensor = units.get(disturbance.magnetometer)!
    if (disturbance.degrees !== undefined && disturbance.degrees <= MOST_DEG) return []
    const known = disturbance.known && disturbance.degrees !== undefined
    const code = known ? 'wiring.magnetometer' : 'wiring.magnetometer-where'
    return [
      finding(code, [sensor.id, ...(disturbance.unit ? [disturbance.unit] : [])], {
        key: `${sensor.id}:${disturbance.wire}`,
        weight: known ? 'decide' : 'note',
        basis: {
          kind: 'derived',
          source:
            `field of straight pieces of wire, the return through the structure left out, across 20 µT of the ` +
            `earth’s; ${MOST_DEG}° are allowed (assumption; the maker’s manual rules)`
        },
        measured: known ? disturbance.degrees : undefined,
        limit: known ? MOST_DEG : undefined,
        unit: known ? 'deg' : undefined,
        figure: { kind: 'magnetometer', of: `${sensor.id} ${disturbance.wire}` },
        says: messages.magnetometer({
          known,
          name: name(disturbance),
          amps: disturbance.amps,
          sensor,
          atLeastMm: disturbance.atLeastMm,
          degrees: disturbance.degrees,
          wantedMm: disturbance.wantedMm,
          paired: disturbance.paired
        }),
        remedies: disturbance.paired || !disturbance.unit ? [] : pairReturn(design, disturbance.unit)
      })
    ]
  })
}
/** The return by wire, beside the way out. */
function pairReturn(design: Design, unit: string): Finding['remedies'] {
  const choice = design.circuits.find(circuit => circuit.unit === unit)
  return [
    {
      says: messages.pairReturn,
      edits: [{ type: 'circuit.set', option: design.optionId, circuit: { ...choice, unit, return: 'ground block' } }]
    }
  ]
}

/** How the turn of the heading by one wire came about. */
export const explainDisturbance = (disturbance: Disturbance): Working => ({
  formula: disturbance.known
    ? 'atan(B / E);  B = Σ μ0 I / (2π r) · (cos a + cos b) / 2 over the straight pieces, a pair side by side · s / r'
    : 'atan(B / E);  B = μ0 I / (2π r) of a wire without ends, a pair side by side · s / r',
  inputs: [
    { symbol: 'I', meaning: 'steady amps of the wire', value: disturbance.amps, unit: 'A', from: 'circuits' },
    {
      symbol: 'r',
      meaning: disturbance.known ? 'nearest it comes' : 'nearest it may come, as far as places are entered',
      value: disturbance.atLeastMm,
      unit: 'mm',
      from: 'places and positions'
    },
    ...(disturbance.paired
      ? [{ symbol: 's', meaning: 'between the wire and its return', value: PAIR_MM, unit: 'mm', from: 'assumption' }]
      : []),
    { symbol: 'B', meaning: 'field of all pieces', value: disturbance.tesla * 1e6, unit: 'µT', from: 'the formula' },
    { symbol: 'E', meaning: 'level part of the earth’s field', value: EARTH_T * 1e6, unit: 'µT', from: 'assumption' },
    {
      symbol: 'most',
      meaning: 'what is allowed',
      value: MOST_DEG,
      unit: 'deg',
      from: 'assumption; the maker’s manual rules'
    }
  ],
  result: { value: disturbance.degrees ?? 90, unit: 'deg' },
  basis: { kind: 'derived', source: 'Biot and Savart’s law for straight pieces' }
})
