import * as messages from '../messages'
import { distanceMm, positionOf } from '../../airframe'
import { AERIALS, type AerialName } from '../../catalogue'
import { finding, type Basis, type Design, type DesignUnit, type Finding } from '../../design'
import { inches, mm, say, thing } from '../../quantity'
import { BANDS, quarterWaveMm } from './coax'

const SPACING: Basis = { kind: 'common practice', source: 'distances between antennas; follow the maker’s manual' }
const GPS = ['gps antenna', 'waas gps antenna']
/** Least distance between two kinds of aerial, in mm (common practice, the maker’s manual rules). */
function leastApartMm(a: AerialName, b: AerialName): number | undefined {
  const pair = [a, b]
  const gps = pair.filter(kind => GPS.includes(kind)).length
  const com = pair.filter(other => other === 'com antenna').length
  const l = pair.filter(other => other === 'transponder antenna').length
  if (com === 2) return inches(36)
  if (com === 1 && gps === 1) return inches(24)
  if (gps === 1 && l === 1) return inches(12)
  return l === 2 ? inches(20) : undefined
}

export interface Antenna {
  unit: string
  aerials: AerialName[]
  /** Least radius of metal under it: a quarter wave of the lowest it works at. */
  groundPlaneMm: number
  /** The skin it stands on is metal, as far as the airframe says. */
  onMetal?: boolean
  /** Load that the air brings on it at never-exceed speed, in lb; undefined while that or its size is not entered. */
  dragLb?: number
  /** Rivets of its doubler. */
  rivets?: number
}
/** Two aerials that want a distance. */
export interface Apart {
  a: string
  b: string
  /** They are that far apart at least. */
  atLeastMm: number
  /** Their places are entered in all three directions. */
  known: boolean
  wantedMm: number
}
const aerialsOf = ({ item }: DesignUnit): AerialName[] =>
  item.kind === 'antenna' ? AERIALS.filter(aerial => item.provides.includes(aerial)) : []

const KT_TO_MPH = 1.150779
const SQ_MM_PER_SQ_FT = 304.8 ** 2
/** Load of the air in lb on a square foot at a mile an hour (AC 43.13-2B chapter 3). */
export const DRAG_FACTOR = 0.000327
/**
 * Load of the air on an aerial, in lb: D = 0.000327 · A · V², A its frontal area in square feet, V in miles an hour
 * (AC 43.13-2B chapter 3).
 */
export const dragLoadLb = (frontalMm2: number, knots: number): number =>
  DRAG_FACTOR * (frontalMm2 / SQ_MM_PER_SQ_FT) * (knots * KT_TO_MPH) ** 2
/** Shear of a 1/8 in rivet of 2117-T4, in lb (MIL-HDBK-5, from memory). */
const RIVET_LB = 388
/** How many times its load an aerial is riveted for, and how many rivets there are at least. */
export const [RIVETED_FOR, LEAST_RIVETS] = [3, 8] as const

/** The aerials of a design with their ground planes and loads, and how far apart those are that want a distance. */
export function examineAntennas(design: Design): { antennas: Antenna[]; apart: Apart[] } {
  const { airframe } = design
  const all = design.units.flatMap(unit => {
    const aerials = aerialsOf(unit)
    return aerials.length ? [{ unit, aerials }] : []
  })
  const antennas = all.map(({ unit, aerials }): Antenna => {
    const { body } = unit.item
    const dragLb =
      body && airframe.neverExceedKt !== undefined
        ? dragLoadLb(body.widthMm * body.heightMm, airframe.neverExceedKt)
        : undefined
    return {
      unit: unit.id,
      aerials,
      groundPlaneMm: Math.max(...aerials.map(aerial => quarterWaveMm(BANDS[aerial].quarterMhz))),
      onMetal: airframe.structure === undefined ? undefined : airframe.structure === 'metal',
      dragLb,
      rivets: dragLb === undefined ? undefined : Math.max(LEAST_RIVETS, Math.ceil((RIVETED_FOR * dragLb) / RIVET_LB))
    }
  })
  const apart = all.flatMap((aerial, index) =>
    all.slice(index + 1).flatMap((other): Apart[] => {
      const wanted = Math.max(...aerial.aerials.flatMap(a => other.aerials.map(b => leastApartMm(a, b) ?? 0)))
      if (wanted === 0) return []
      const { atLeastMm, known } = distanceMm(positionOf(aerial.unit), positionOf(other.unit))
      return [{ a: aerial.unit.id, b: other.unit.id, atLeastMm, known, wantedMm: wanted }]
    })
  )
  return { antennas, apart }
}

/** Aerials too near each other, those of which it is not known, and those that stand on no metal. */
export function antennaFindings(design: Design, { antennas, apart }: ReturnType<typeof examineAntennas>): Finding[] {
  const units = new Map(design.units.map(unit => [unit.id, unit]))
  const name = (id: string) => thing(units.get(id)!)
  const near = apart.filter(pair => pair.atLeastMm < pair.wantedMm)
  const unknown = near.filter(pair => !pair.known)
  const bare = antennas.filter(antenna => antenna.onMetal === false && units.get(antenna.unit)!.state !== 'kept')
  return [
    ...near
      .filter(pair => pair.known)
      .map(({ a, b, atLeastMm, wantedMm }): Finding =>
        finding('wiring.antennas-near', [a, b], {
          key: `${a}:${b}`,
          weight: 'decide',
          basis: SPACING,
          measured: atLeastMm,
          limit: wantedMm,
          unit: 'mm',
          says: messages.antennasNear({ name: name(a), other: name(b), atLeastMm, wantedMm })
        })
      ),
    ...(unknown.length
      ? [
          finding('wiring.antennas-where', [...new Set(unknown.flatMap(pair => [pair.a, pair.b]))], {
            weight: 'note' as const,
            basis: SPACING,
            says: messages.antennasWhere(
              unknown.map(({ a, b, wantedMm }) => say`${name(a)} and ${name(b)} (${mm(wantedMm)} wanted)`)
            )
          })
        ]
      : []),
    ...(bare.length
      ? [
          finding(
            'wiring.ground-plane',
            bare.map(antenna => antenna.unit),
            {
              weight: 'note' as const,
              basis: {
                kind: 'common practice' as const,
                source: 'ground plane radius of a quarter wave or more around the antenna'
              },
              says: messages.groundPlane(
                bare.map(antenna => say`${name(antenna.unit)} wants ${mm(antenna.groundPlaneMm)}`)
              )
            }
          )
        ]
      : [])
  ]
}
