import type { Basis } from '../../design'
import type { Gauge } from './wire'

export const DERATING_BASIS: Basis = {
  kind: 'published',
  source: 'AC 43.13-1B, 11-69 and its worked examples, figures 11-4 to 11-6',
  fromMemory: true
}

/** Wires of a bundle past which more of them derate no further (figure 11-5 ends there, from memory). */
const MOST_BUNDLED = 35

/**
 * What one wire carries in free air: I = k·√ΔT, since heat given off grows with ΔT and heat made with I². k of AWG 22, 20
 * and 12
 * from the worked examples of 11-69 (16.2 A and 21.5 A over 140 °C, 68 A over 175 °C); of the others on a straight line of
 * logarithms against their circular mils.
 */
const POINTS: readonly (readonly [number, number])[] = [
  [755, 16.2 / Math.sqrt(140)],
  [1216, 21.5 / Math.sqrt(140)],
  [5874, 68 / Math.sqrt(175)]
]

/** Amps in free air that warm a conductor from the ambient to its rating. 0 where the ambient is at the rating already. */
export function freeAirA(wire: Gauge, ratingC: number, ambientC: number): number {
  const at = wire.circularMils <= POINTS[1]![0] ? 0 : 1
  const [[m0, k0], [m1, k1]] = [POINTS[at]!, POINTS[at + 1]!]
  const k = k0 * (wire.circularMils / m0) ** (Math.log(k1 / k0) / Math.log(m1 / m0))
  return k * Math.sqrt(Math.max(0, ratingC - ambientC))
}

/**
 * Factor for lying among other wires: N^−(a + b·u) for N wires of which the share u carries near its most. a and b from the two
 * worked examples of 11-69: 35 wires, 20 %: 0.52; 12 wires, all: 0.43.
 */
export function bundleFactor(wires: number, loadedShare: number): number {
  const [low, high] = [-Math.log(0.52) / Math.log(35), -Math.log(0.43) / Math.log(12)]
  return Math.min(MOST_BUNDLED, Math.max(1, wires)) ** -(low + ((high - low) * (loadedShare - 0.2)) / 0.8)
}

/**
 * Factor for thin air: 1 at sea level, 0.91 at 20,000 ft, 0.86 at 35,000 ft (worked examples of 11-69), straight between
 * and on.
 */
export function altitudeFactor(feet: number): number {
  return feet <= 20_000 ? 1 - (0.09 * feet) / 20_000 : 0.91 - (0.05 * (feet - 20_000)) / 15_000
}

/** In what a wire lies. `counted` when its bundle was counted on the routes. */
export interface Lie {
  wireC: 105 | 150 | 200
  ambientC: number
  altitudeFt: number
  bundleWires: number
  loadedShare: number
  counted?: boolean
}
export interface Ampacity {
  freeA: number
  bundle: number
  altitude: number
  amps: number
}
/** What a wire may carry for good where it lies. */
export function ampacityOf(wire: Gauge, { wireC, ambientC, altitudeFt, bundleWires, loadedShare }: Lie): Ampacity {
  const freeA = freeAirA(wire, wireC, ambientC)
  const [bundle, altitude] = [bundleFactor(bundleWires, loadedShare), altitudeFactor(altitudeFt)]
  return { freeA, bundle, altitude, amps: freeA * bundle * altitude }
}

/**
 * Temperature of a conductor, °C: the heat made grows with I², and what the wire may carry warms it from the ambient to its
 * rating: T = Ta + (TR − Ta) · (I / Imax)² (derived from the same law as `freeAirA`).
 */
export function conductorC(amps: number, ampacityA: number, { wireC, ambientC }: Lie): number {
  return ampacityA > 0 ? ambientC + Math.max(0, wireC - ambientC) * (amps / ampacityA) ** 2 : Math.max(wireC, ambientC)
}
